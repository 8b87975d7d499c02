//! Who may not eat what: said at the order, kept apart in the plan. What is made for them comes first, before anything that
//! carries it has been in the same pan, tray, cloth or grinder.

use std::collections::BTreeSet;

use crate::day::{DayBatch, DayLag, DayProblem, ResourceId, StepId};
use crate::error::Result;
use crate::order::asked::Order;
use crate::order::gather::Wanted;
use crate::order::graph::GRINDER;
use crate::order::made::DayMade;
use crate::order::make::batches;
use crate::order::question::DayQuestion;
use crate::process::{Book, Sweet};
use crate::start::{Eaters, listed};
use crate::variation::vary;

/// What of an order carries what must not be eaten, a sentence for each of its lines. Lines of sweets that are not given are
/// passed over.
///
/// # Errors
/// A line that cannot be made as it is asked for.
pub fn not_for<'a>(
    order: &Order,
    sweets: impl Fn(&str) -> Option<&'a Sweet>,
    book: &Book<'_>,
) -> Result<Vec<String>> {
    let mut said = Vec::new();
    for line in order.lines.iter().filter(|_| !order.avoids.is_empty()) {
        let Some(sweet) = sweets(&line.sweet_key) else { continue };
        let written = crate::formula::Written::of(sweet.method(line.method_key.as_deref())?.clone(), book)?;
        let carries = vary(&written, &line.variation, book)?.written.method().eaters(book.larder)?.0;
        said.extend(warned(&sweet.name, &carries, &order.avoids, &order.who));
    }
    Ok(said)
}

/// What to heed at the stove for those who must not eat something; none where they may eat all, or where all that they asked
/// for carries it.
pub(super) fn heed(order: &Order, theirs: &[&DayMade]) -> Option<String> {
    let clean = |a: &&String| theirs.iter().any(|m| !m.formula.allergens.contains(a));
    let avoids: Vec<&str> = order.avoids.iter().filter(clean).map(String::as_str).collect();
    let (what, who) = (listed(&avoids), &order.who);
    (!avoids.is_empty()).then(|| {
        format!(
            "Keep what has no {what} in it clean of that: washed pan, board, knife and cloth, fresh fat. Tell {who} that a home kitchen cannot promise there is none."
        )
    })
}

/// “Cashew sheet has tree nuts in it: A neighbour must not eat that.”
fn warned(title: &str, carries: &[String], avoids: &[String], who: &str) -> Option<String> {
    let both: Vec<&str> = avoids.iter().filter(|a| carries.contains(a)).map(String::as_str).collect();
    (!both.is_empty()).then(|| {
        format!(
            "{title} has {} in it: {who} must not eat that. Choose another sweet, or swap it out.",
            listed(&both)
        )
    })
}

/// What those must not eat for whom a batch is made, or what takes what it makes.
fn avoided(q: &DayQuestion<'_>, made: &[DayMade], of: &DayMade) -> BTreeSet<String> {
    let orders = avoiding(q, made, of);
    let theirs = q.orders.iter().filter(|(id, _)| orders.contains(id));
    theirs.flat_map(|(_, o)| &o.avoids).cloned().collect()
}

/// For whom a batch of some days is made who must not eat something. Where the batch is not found among them, or they cannot
/// be worked out, all who are of these days: careful, not silent.
#[must_use]
pub fn eaters(q: &DayQuestion<'_>, key: &str) -> Eaters {
    if q.orders.iter().all(|(_, o)| o.avoids.is_empty()) {
        return Eaters::default();
    }
    let made = batches(q, &mut Vec::new()).unwrap_or_default();
    let orders = made.iter().find(|m| m.key == key).map(|of| avoiding(q, &made, of));
    let theirs = |id: &i32| orders.as_ref().is_none_or(|of| of.contains(id));
    let mut of = Eaters::default();
    for (_, order) in q.orders.iter().filter(|(id, o)| theirs(id) && !o.avoids.is_empty()) {
        of.who.push(order.who.clone());
        of.avoid.extend(order.avoids.iter().filter(|a| !of.avoid.contains(a)).cloned().collect::<Vec<_>>());
    }
    of
}

/// What is kept apart for whom.
#[derive(Debug, Clone, PartialEq)]
pub struct KeptApart {
    /// Numbers of the orders that it is for.
    pub orders: BTreeSet<i32>,
    /// What to do, or what cannot be done.
    pub words: String,
}

/// Lays what is made for those who must not eat something before what carries it, wherever both take the same pan, tray,
/// cloth or grinder; says so, and what cannot be kept apart.
pub(super) fn clean_first(q: &DayQuestion<'_>, made: &[DayMade], problem: &mut DayProblem) -> Vec<KeptApart> {
    let begun = |key: &str| q.begun.iter().any(|b| b.key == key);
    let mut said = Vec::new();
    for clean in made {
        let (avoids, carries) = (avoided(q, made, clean), &clean.formula.allergens);
        let clean_of: Vec<&str> =
            avoids.iter().filter(|a| !carries.contains(a)).map(String::as_str).collect();
        if clean_of.is_empty() {
            continue;
        }
        let (mut before, mut beside) = (Vec::new(), Vec::new());
        for other in made.iter().filter(|o| o.key != clean.key) {
            let brings = other.formula.allergens.iter().any(|a| clean_of.contains(&a.as_str()));
            let lags = if brings { shared(problem, &clean.key, &other.key) } else { Vec::new() };
            // What has been begun is not undone by who must not eat what.
            if lags.is_empty() || (begun(&other.key) && begun(&clean.key)) {
                continue;
            }
            let mut with = problem.clone();
            with.links.extend(lags);
            if begun(&other.key) || with.check().is_err() {
                beside.push(other.title.as_str());
            } else {
                *problem = with;
                before.push(other.title.as_str());
            }
        }
        let mut words = Vec::new();
        if !before.is_empty() {
            words.push(format!("{} is made before {}.", clean.title, listed(&before)));
        }
        if !beside.is_empty() {
            let (title, beside) = (&clean.title, listed(&beside));
            words
                .push(format!("{title} cannot be made before {beside}: give it a pan and trays of its own."));
        }
        if !words.is_empty() {
            said.push(KeptApart { orders: avoiding(q, made, clean), words: words.join(" ") });
        }
    }
    said
}

/// Orders of those who must not eat something, as far as a batch or what is made of it is for them.
fn avoiding(q: &DayQuestion<'_>, made: &[DayMade], of: &DayMade) -> BTreeSet<i32> {
    let wanted: Vec<i32> = for_whom(made, of).map(|w| w.order_id).collect();
    let orders = q.orders.iter().filter(|(id, o)| wanted.contains(id) && !o.avoids.is_empty());
    orders.map(|(id, _)| *id).collect()
}

/// For whom a batch is made, or what takes what it makes.
fn for_whom<'a>(made: &'a [DayMade], of: &'a DayMade) -> impl Iterator<Item = &'a Wanted> {
    let makes = of.makes.as_ref().map(|(ingredient, _)| ingredient);
    let takes = move |m: &&DayMade| m.formula.components.iter().any(|c| Some(&c.ingredient) == makes);
    made.iter().filter(takes).chain([of]).flat_map(|m| &m.wanted)
}

/// From the end of what one batch does with a thing to the beginning of what another does with the same.
fn shared(problem: &DayProblem, first: &str, then: &str) -> Vec<DayLag> {
    let of = |key: &str| problem.batches.iter().find(|b| b.id == key);
    let Some((a, b)) = of(first).zip(of(then)) else { return Vec::new() };
    let mut lags: Vec<DayLag> = Vec::new();
    for (res, _, from, after_min) in spans(a) {
        for (_, to, ..) in spans(b).iter().filter(|s| s.0 == res) {
            let lag = DayLag { from: from.clone(), to: to.clone(), min: after_min, max: None };
            if !lags.contains(&lag) {
                lags.push(lag);
            }
        }
    }
    lags
}

/// What a batch touches that has to be clean: the thing, from the start of which step, to the end of which, and how long it is
/// washed after, min.
fn spans(of: &DayBatch) -> Vec<(ResourceId, StepId, StepId, i32)> {
    let touched = of.holds.iter().filter(|h| !h.res.is_ring());
    let held = touched.map(|h| (h.res.clone(), h.from.clone(), h.to.clone(), h.after_min));
    let ground = of.steps.iter().filter(|s| s.uses.contains_key(GRINDER));
    held.chain(ground.map(|s| (GRINDER.into(), s.id.clone(), s.id.clone(), 0))).collect()
}
