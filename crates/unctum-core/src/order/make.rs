//! From what is wanted to batches: how many, in which pan, on which ring, and what is made for them first.

use crate::day::waits_longer;
use crate::error::{CoreError, Result};
use crate::formula::Size;
use crate::order::asked::{Amount, OrderLine};
use crate::order::gather::{Gathered, gather, size_of};
use crate::order::graph::graph;
use crate::order::made::DayMade;
use crate::order::plan::DayChoice;
use crate::order::question::{DayQuestion, start_ask};
use crate::order::rings::on_rings;
use crate::order::vessels::{batches_for_trays, in_pans, in_trays, pan_for};
use crate::process::Sweet;
use crate::start::Made;

/// More batches of one sweet than this are no day's work.
const MOST_BATCHES: f64 = 12.0;
/// Less than this is not made besides what was begun, g.
const LEAST_REST_G: f64 = 10.0;
/// A component is made so much larger than it is needed: some stays in the pan and the cloth.
const COMPONENT_SPARE: f64 = 0.03;

/// All batches of the days. What cannot be made is said.
///
/// # Errors
/// Days that are none; a kitchen without pan or ring.
pub(super) fn batches(q: &DayQuestion<'_>, said: &mut Vec<String>) -> Result<Vec<DayMade>> {
    let mut batches: Vec<DayMade> = Vec::new();
    for gathered in gather(q, said)? {
        match share_out(q, &gathered, &batches) {
            Ok(made) => batches.extend(made),
            Err(e) => said.push(format!("{}: {e}", gathered.sweet.name)),
        }
    }
    for batch in &mut batches {
        let eased = q.days.eased.get(&batch.key).copied().unwrap_or_default();
        batch.due_min += eased.later_min as i32;
        batch.no_earlier_min -= eased.staler_min as i32;
    }
    batches.retain(|b| !q.days.eased.get(&b.key).is_some_and(|e| e.left_out));
    let components = components(q, &batches, said)?;
    batches.extend(components);
    in_pans(q, &mut batches);
    in_trays(q, &mut batches);
    on_rings(q, &mut batches)?;
    Ok(batches)
}

/// What is made together, in as many batches as her pans and trays ask for.
fn share_out(q: &DayQuestion<'_>, of: &Gathered<'_>, before: &[DayMade]) -> Result<Vec<DayMade>> {
    let amounts: Vec<Amount> = of.wanted.iter().map(|w| w.amount).collect();
    let spare_frac = q.spare_frac(Some(&of.sweet.key));
    let key = |n: u32| {
        let number = before.iter().filter(|b| b.ask.sweet_key.as_ref() == Some(&of.sweet.key)).count() as u32;
        format!("{}.{}", of.sweet.key, number + n)
    };
    let wanted = size_of(&amounts, spare_frac, u32::from(q.days.tasting));
    let begun = begun_of(q, &key, &wanted);
    let (rest, stand) = (rest_of(&wanted, &begun), begun.len());
    let size = rest.clone().unwrap_or(wanted);
    let choice = q.days.choices.get(&key(1));
    let usual = q.picked(choice.copied())?;
    let whole = q.made(of.sweet, of.line, usual, size.clone())?;
    let needs_ml = whole.weighed.at.written.fullest_ml();
    let parts = Parts { q, of, begun, size, usual, key: &key, needs_ml, whole: &whole };
    if rest.is_none() {
        return parts.made(0);
    }
    let largest = pan_for(q, whole.method(), f64::INFINITY, choice)?;
    let count = (needs_ml / largest.1 - 1e-9).ceil().max(batches_for_trays(q, &whole)).max(1.0);
    if count > MOST_BATCHES {
        return Err(CoreError::TooMany(format!(
            "It takes {count:.0} batches in your largest pan, more than these days hold. Make less, or take a larger pan."
        )));
    }
    let fewest = count as u32;
    // What may not wait while so many are shaped is made in smaller batches, if that helps.
    let enough = |made: &[DayMade]| made.iter().skip(stand).all(|b| waits_longer(&graph(b, q)).is_none());
    let all = parts.made(fewest)?;
    if enough(&all) {
        return Ok(all);
    }
    for more in fewest + 1..=MOST_BATCHES as u32 {
        // Fewer pieces than batches are no batches.
        let Ok(smaller) = parts.made(more) else { break };
        if enough(&smaller) {
            return Ok(smaller);
        }
    }
    Ok(all)
}

/// How much is made in the batches of it that were begun, the first first, as far as it is counted alike.
fn begun_of(q: &DayQuestion<'_>, key: &dyn Fn(u32) -> String, wanted: &Size) -> Vec<Size> {
    let of = |n: u32| q.begun.iter().find(|b| b.key == key(n))?.size.clone();
    (1..)
        .map_while(of)
        .take_while(|size| std::mem::discriminant(size) == std::mem::discriminant(wanted))
        .collect()
}

/// What is still to be made of what is wanted; none where what was begun is enough.
fn rest_of(wanted: &Size, begun: &[Size]) -> Option<Size> {
    let amount = |size: &Size| match *size {
        Size::Pieces { count } => count,
        Size::Mass { finished_g } => finished_g,
        _ => 0.0,
    };
    let rest = amount(wanted) - begun.iter().map(amount).sum::<f64>();
    match wanted {
        _ if begun.is_empty() => Some(wanted.clone()),
        Size::Pieces { .. } => (rest >= 0.5).then_some(Size::Pieces { count: rest.ceil() }),
        Size::Mass { .. } => (rest >= LEAST_REST_G).then_some(Size::Mass { finished_g: rest }),
        _ => None,
    }
}

/// What is made together, before it is known in how many parts.
struct Parts<'a, 'q> {
    q: &'a DayQuestion<'q>,
    of: &'a Gathered<'a>,
    /// How much is made in each batch that was begun.
    begun: Vec<Size>,
    /// How much is made besides.
    size: Size,
    usual: DayChoice,
    key: &'a dyn Fn(u32) -> String,
    needs_ml: f64,
    whole: &'a Made,
}

impl Parts<'_, '_> {
    /// In so many batches, besides those that were begun.
    fn made(&self, more: u32) -> Result<Vec<DayMade>> {
        let (q, of, key) = (self.q, self.of, self.key);
        let choice = q.days.choices.get(&key(1)).copied();
        let due_min = of.wanted.iter().map(|w| w.due_min).min().unwrap_or(0) - q.days.margin_min as i32;
        let mut batches: Vec<DayMade> = Vec::new();
        let stand = self.begun.len() as u32;
        let count = stand + more;
        for n in 1..=count {
            let part = match self.begun.get(n as usize - 1) {
                Some(size) => size.clone(),
                None => part_of(&self.size, n - stand, more),
            };
            let choice = q.chosen(&key(n)).or(choice);
            let needs_ml = self.needs_ml / f64::from(more.max(1));
            let pan_id = pan_for(q, self.whole.method(), needs_ml, choice.as_ref())?.0;
            let with = DayChoice { pan_id, ..choice.unwrap_or(self.usual) };
            let (made, formula) = match batches.iter().find(|b| b.ask.size.as_ref() == Some(&part)) {
                Some(same) if same.choice == with => (same.made.clone(), same.formula.clone()),
                _ => {
                    let made = q.made(of.sweet, of.line, with, part.clone())?;
                    let formula = made.formula(q.book)?;
                    (made, formula)
                }
            };
            let title = if count > 1 { format!("{} {n} of {count}", made.title) } else { made.title.clone() };
            batches.push(DayMade {
                key: key(n),
                title,
                ask: start_ask(of.sweet, of.line, with, part),
                trays: Vec::new(),
                alike: Some(key(1)),
                made,
                formula,
                wanted: of.wanted.clone(),
                of: count,
                due_min,
                no_earlier_min: of.no_earlier_min,
                choice: with,
                makes: None,
            });
        }
        Ok(batches)
    }
}

/// The n-th of so many parts; whole pieces that add up.
fn part_of(size: &Size, n: u32, count: u32) -> Size {
    match *size {
        Size::Pieces { count: pieces } => {
            let (all, parts) = (pieces as u32, count.max(1));
            Size::Pieces { count: f64::from(all / parts + u32::from(n <= all % parts)) }
        }
        Size::Mass { finished_g } => Size::Mass { finished_g: finished_g / f64::from(count) },
        ref other => other.clone(),
    }
}

/// The batches that make what others take, where it is made here: one for all that take it.
fn components(q: &DayQuestion<'_>, batches: &[DayMade], said: &mut Vec<String>) -> Result<Vec<DayMade>> {
    let mut made = Vec::new();
    for ingredient in &q.days.made {
        let Some(sweet) = q.book.components.get(ingredient) else { continue };
        let takers = || {
            let need = |b: &DayMade| {
                b.formula.components.iter().find(|c| c.ingredient == *ingredient).map(|c| c.needed_g)
            };
            batches.iter().filter_map(move |b| Some((b, need(b)?)))
        };
        let needed_g: f64 = takers().map(|(_, g)| g).sum();
        let Some(due_min) = takers().map(|(b, _)| b.due_min).min().filter(|_| needed_g > 0.0) else {
            continue;
        };
        match component(q, sweet, (ingredient, needed_g), due_min) {
            Ok(batch) => made.push(batch),
            Err(e) => said.push(format!("{}: {e} Buy it instead.", sweet.name)),
        }
    }
    Ok(made)
}

fn component(
    q: &DayQuestion<'_>,
    sweet: &Sweet,
    (ingredient, needed_g): (&str, f64),
    due_min: i32,
) -> Result<DayMade> {
    let size = Size::Mass { finished_g: (needed_g * (1.0 + COMPONENT_SPARE)).ceil() };
    let line = OrderLine {
        sweet_key: sweet.key.clone(),
        method_key: None,
        variation: Vec::new(),
        amount: Amount::Mass { finished_g: needed_g },
    };
    let key = format!("{}.for", sweet.key);
    let choice = q.chosen(&key);
    let usual = q.picked(choice)?;
    let first = q.made(sweet, &line, usual, size.clone())?;
    let needs_ml = first.weighed.at.written.fullest_ml();
    let with = DayChoice { pan_id: pan_for(q, first.method(), needs_ml, choice.as_ref())?.0, ..usual };
    let made = q.made(sweet, &line, with, size.clone())?;
    let formula = made.formula(q.book)?;
    Ok(DayMade {
        title: made.title.clone(),
        ask: start_ask(sweet, &line, with, size),
        trays: Vec::new(),
        alike: None,
        made,
        formula,
        wanted: Vec::new(),
        of: 1,
        due_min,
        no_earlier_min: 0,
        choice: with,
        makes: Some((ingredient.to_owned(), needed_g)),
        key,
    })
}
