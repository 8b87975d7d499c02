//! What proves that a day cannot be done, before anything is laid: each proof is a sum anybody can check.

use crate::day::ids::{ResourceId, StepId};
use crate::day::judge::judge;
use crate::day::problem::{DayBatch, DayLag, DayProblem, HANDS};
use crate::day::proof::Proof;
use crate::day::spans::Spans;

/// Why a problem cannot be done; none where nothing simple forbids it, which proves nothing.
#[must_use]
pub fn impossible(problem: &DayProblem) -> Option<Proof> {
    let in_batch = |b: &DayBatch| {
        uses_more(problem, b)
            .or_else(|| too_long(problem, b))
            .or_else(|| waits_longer(b))
            .or_else(|| at_once(problem, b))
    };
    let found = problem.batches.iter().find_map(in_batch).or_else(|| too_few_hands(problem));
    found.or_else(|| pins_clash(problem))
}

/// Pinned steps that contradict each other, the hours or what is taken: they are judged as if there were nothing else.
fn pins_clash(problem: &DayProblem) -> Option<Proof> {
    let pinned = |id: &StepId| problem.pins.contains_key(id);
    let both = |l: &DayLag| pinned(&l.from) && pinned(&l.to);
    let mut of = problem.clone();
    for batch in &mut of.batches {
        batch.steps.retain(|s| pinned(&s.id));
        batch.lags.retain(both);
        batch.holds.retain(|h| pinned(&h.from) && pinned(&h.to));
    }
    of.batches.retain(|b| !b.steps.is_empty());
    of.links.retain(both);
    let clash = judge(&of, &problem.pins).err()?;
    Some(Proof::PinsClash(clash.first()?.clone()))
}

/// A step, or a hold, that takes more of a thing than there is.
fn uses_more(problem: &DayProblem, batch: &DayBatch) -> Option<Proof> {
    let there = |res: &ResourceId| problem.resources.get(res).copied().unwrap_or(0);
    let takes = |step: &StepId, units: i32, res: &ResourceId| Proof::UsesMore {
        step: step.clone(),
        thing: res.clone(),
        units,
        there: there(res),
    };
    let step = batch.steps.iter().find_map(|s| {
        let (res, units) = s.uses.iter().find(|(res, n)| **n > there(res))?;
        Some(takes(&s.id, *units, res))
    });
    step.or_else(|| {
        let hold = batch.holds.iter().find(|h| h.units > there(&h.res))?;
        Some(takes(&hold.from, hold.units, &hold.res))
    })
}

/// A step with hands that is longer than any hours there are, or a chain that is longer than all days.
fn too_long(problem: &DayProblem, batch: &DayBatch) -> Option<Proof> {
    let longest = problem.windows.iter().map(|(opens, closes)| closes - opens).max().unwrap_or(0);
    let with_hands = |s: &&crate::day::problem::DayStep| s.uses.get(HANDS).is_some_and(|n| *n > 0);
    if let Some(step) = batch.steps.iter().filter(with_hands).find(|s| s.dur > longest) {
        return Some(Proof::HandsTooLong { step: step.id.clone(), minutes: step.dur, longest_min: longest });
    }
    let order = batch.order()?;
    let mut ends = vec![batch.release; batch.steps.len()];
    for i in order {
        let from = batch.lags.iter().filter(|l| batch.place(&l.to) == Some(i));
        let begins =
            from.filter_map(|l| Some(ends[batch.place(&l.from)?] + l.min)).max().unwrap_or(batch.release);
        // What is pinned, or has begun already, begins when it does.
        let begins = problem.pins.get(&batch.steps[i].id).copied().unwrap_or(begins.max(batch.release));
        ends[i] = begins + batch.steps[i].dur;
    }
    let ready = ends.iter().copied().max().unwrap_or(0);
    (ready > problem.horizon).then(|| Proof::BatchTooLong {
        batch: batch.id.clone(),
        takes_min: ready - batch.release,
        there_min: problem.horizon - batch.release,
    })
}

/// What may not wait so long as what is done in between takes; none where everything may.
#[must_use]
pub fn waits_longer(batch: &DayBatch) -> Option<Proof> {
    let spans = Spans::forward(batch);
    batch.lags.iter().find_map(|lag| {
        let least_min = spans.between(batch.place(&lag.from)?, batch.place(&lag.to)?)?;
        let most_min = lag.max.filter(|max| *max < least_min)?;
        Some(Proof::WaitsLonger { from: lag.from.clone(), to: lag.to.clone(), most_min, least_min })
    })
}

/// Two things of a batch whose times cannot but overlap, and that take more of something together than there is.
fn at_once(problem: &DayProblem, batch: &DayBatch) -> Option<Proof> {
    let spans = Spans::of(batch);
    let uses =
        batch.steps.iter().enumerate().flat_map(|(i, s)| s.uses.iter().map(move |(res, n)| (res, *n, i, i)));
    let holds = batch
        .holds
        .iter()
        .filter_map(|h| Some((&h.res, h.units, batch.place(&h.from)?, batch.place(&h.to)?)));
    let all: Vec<_> = uses.chain(holds).filter(|(res, ..)| res.as_str() != HANDS).collect();
    all.iter().enumerate().find_map(|(at, a)| {
        let b = all[..at].iter().find(|b| {
            let there = problem.resources.get(a.0).copied().unwrap_or(0);
            a.0 == b.0
                && a.1 + b.1 > there
                && (a.2, a.3) != (b.2, b.3)
                && spans.overlap((a.2, a.3), (b.2, b.3))
        })?;
        Some(Proof::AtOnce {
            one: batch.steps[b.2].id.clone(),
            other: batch.steps[a.2].id.clone(),
            thing: a.0.clone(),
            units: a.1 + b.1,
            there: problem.resources.get(a.0).copied().unwrap_or(0),
        })
    })
}

/// More work for hands than all hours hold.
fn too_few_hands(problem: &DayProblem) -> Option<Proof> {
    let hands = i64::from(problem.resources.get(HANDS).copied().unwrap_or(0));
    let steps = problem.batches.iter().flat_map(|b| &b.steps);
    let asked: i64 =
        steps.map(|s| i64::from(s.dur) * i64::from(s.uses.get(HANDS).copied().unwrap_or(0))).sum();
    let open: i64 = problem.together().iter().map(|(opens, closes)| i64::from(closes - opens)).sum();
    (asked > hands * open)
        .then_some(Proof::TooFewHands { asked_min: asked / 10, there_min: hands * open / 10 })
}
