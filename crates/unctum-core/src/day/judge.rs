//! Judges a plan by the words of the problem alone: what breaks, and how good it is. Shares nothing with what made it.

use std::collections::BTreeMap;
use std::fmt;

use crate::day::ids::{ResourceId, StepId};
use crate::day::problem::{DayBatch, DayProblem, DayTerms, HANDS, Starts};

/// Something that a plan breaks.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Break {
    /// A step without a start.
    NoStart(StepId),
    /// A start of what is no step.
    NoStep(StepId),
    /// A step starts before its batch may.
    TooEarly(StepId),
    /// A step ends after the last day.
    AfterTheEnd(StepId),
    /// A step wants hands when nobody is in the kitchen.
    NobodyThere(StepId),
    /// A step starts elsewhere than where it is pinned.
    Unpinned(StepId),
    /// One follows another sooner than it may: from, to, the wait, at least.
    TooSoon(StepId, StepId, i32, i32),
    /// One follows another later than it may: from, to, the wait, at most.
    TooLate(StepId, StepId, i32, i32),
    /// More of a thing is used than there is: what, the minute, how many, of how many.
    TooMany(ResourceId, i32, i32, i32),
}

impl fmt::Display for Break {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::NoStart(id) => write!(f, "{id} has no start"),
            Self::NoStep(id) => write!(f, "{id} is no step"),
            Self::TooEarly(id) => write!(f, "{id} starts before it may"),
            Self::AfterTheEnd(id) => write!(f, "{id} ends after the last day"),
            Self::NobodyThere(id) => write!(f, "{id} wants hands when nobody is in the kitchen"),
            Self::Unpinned(id) => write!(f, "{id} starts elsewhere than where it is pinned"),
            Self::TooSoon(from, to, gap, min) => {
                write!(f, "{to} follows {from} after {gap} min, sooner than {min}")
            }
            Self::TooLate(from, to, gap, max) => {
                write!(f, "{to} follows {from} after {gap} min, later than {max}")
            }
            Self::TooMany(res, minute, used, there) => {
                write!(f, "{used} of “{res}” are used at {minute}, there are {there}")
            }
        }
    }
}

/// How good a plan is, or all that is wrong with it.
///
/// # Errors
/// What breaks.
pub fn judge(problem: &DayProblem, starts: &Starts) -> std::result::Result<DayTerms, Vec<Break>> {
    let steps: BTreeMap<&StepId, i32> =
        problem.batches.iter().flat_map(|b| &b.steps).map(|s| (&s.id, s.dur)).collect();
    let missing =
        steps.keys().filter(|id| !starts.contains_key(**id)).map(|id| Break::NoStart((*id).clone()));
    let odd = starts.keys().filter(|id| !steps.contains_key(id)).cloned().map(Break::NoStep);
    let mut wrong: Vec<Break> = missing.chain(odd).collect();
    if !wrong.is_empty() {
        return Err(wrong);
    }
    let start = |id: &StepId| starts.get(id).copied().unwrap_or(0);
    let end = |id: &StepId| start(id) + steps.get(id).copied().unwrap_or(0);
    wrong.extend(steps_that_break(problem, &start));
    for lag in problem.batches.iter().flat_map(|b| &b.lags).chain(&problem.links) {
        let gap = start(&lag.to) - end(&lag.from);
        if gap < lag.min {
            wrong.push(Break::TooSoon(lag.from.clone(), lag.to.clone(), gap, lag.min));
        }
        if let Some(max) = lag.max.filter(|max| gap > *max) {
            wrong.push(Break::TooLate(lag.from.clone(), lag.to.clone(), gap, max));
        }
    }
    wrong.extend(too_many(problem, &start, &end));
    if wrong.is_empty() { Ok(terms(problem, &start, &end)) } else { Err(wrong) }
}

fn steps_that_break(problem: &DayProblem, start: &dyn Fn(&StepId) -> i32) -> Vec<Break> {
    let mut wrong = Vec::new();
    for batch in &problem.batches {
        for step in &batch.steps {
            let (from, pinned) = (start(&step.id), problem.pins.get(&step.id));
            let to = from + step.dur;
            if from < batch.release && pinned.is_none() {
                wrong.push(Break::TooEarly(step.id.clone()));
            }
            if to > problem.horizon {
                wrong.push(Break::AfterTheEnd(step.id.clone()));
            }
            let hands = step.uses.get(HANDS).is_some_and(|n| *n > 0);
            if hands && !problem.windows.iter().any(|(opens, closes)| *opens <= from && to <= *closes) {
                wrong.push(Break::NobodyThere(step.id.clone()));
            }
            if pinned.is_some_and(|minute| *minute != from) {
                wrong.push(Break::Unpinned(step.id.clone()));
            }
        }
    }
    wrong
}

/// Of each thing the first minute at which more is used than there is.
fn too_many(
    problem: &DayProblem,
    start: &dyn Fn(&StepId) -> i32,
    end: &dyn Fn(&StepId) -> i32,
) -> Vec<Break> {
    let mut changes: BTreeMap<&ResourceId, BTreeMap<i32, i32>> = BTreeMap::new();
    for taken in &problem.taken {
        uses(&mut changes, &taken.res, taken.units, (taken.from, taken.to));
    }
    for batch in &problem.batches {
        for step in &batch.steps {
            for (res, units) in &step.uses {
                uses(&mut changes, res, *units, (start(&step.id), end(&step.id)));
            }
        }
        for hold in &batch.holds {
            uses(&mut changes, &hold.res, hold.units, (start(&hold.from), end(&hold.to) + hold.after_min));
        }
    }
    let over = |(res, of): (&&ResourceId, &BTreeMap<i32, i32>)| {
        let there = problem.resources.get(*res).copied().unwrap_or(0);
        let mut used = 0;
        of.iter().find_map(|(minute, change)| {
            used += change;
            (used > there).then(|| Break::TooMany((*res).clone(), *minute, used, there))
        })
    };
    changes.iter().filter_map(over).collect()
}

fn uses<'a>(
    changes: &mut BTreeMap<&'a ResourceId, BTreeMap<i32, i32>>,
    res: &'a ResourceId,
    units: i32,
    (from, to): (i32, i32),
) {
    let of = changes.entry(res).or_default();
    *of.entry(from).or_default() += units;
    *of.entry(to).or_default() -= units;
}

/// The batches that a plan ends too late, a sentence each.
#[must_use]
pub fn late(problem: &DayProblem, starts: &Starts) -> Vec<String> {
    let ready = |b: &DayBatch| b.steps.iter().filter_map(|s| Some(starts.get(&s.id)? + s.dur)).max();
    let one = |b: &DayBatch| {
        let late_min = ready(b)? - b.due;
        (late_min > 0).then(|| format!("“{}” is ready {late_min} min after it is due.", b.id))
    };
    problem.batches.iter().filter_map(one).collect()
}

fn terms(problem: &DayProblem, start: &dyn Fn(&StepId) -> i32, end: &dyn Fn(&StepId) -> i32) -> DayTerms {
    let mut terms = DayTerms { late_min: 0, stale_min: 0, active_span_min: 0, due_deviation_min: 0 };
    for batch in &problem.batches {
        let ready = batch.steps.iter().map(|s| end(&s.id)).max().unwrap_or(0);
        terms.late_min += (ready - batch.due).max(0);
        terms.stale_min += (batch.due - batch.fresh - ready).max(0);
        terms.due_deviation_min += (batch.due - problem.slack - ready).abs();
    }
    let steps = problem.batches.iter().flat_map(|b| &b.steps);
    let with_hands: Vec<(i32, i32)> = steps
        .filter(|s| s.uses.get(HANDS).is_some_and(|n| *n > 0))
        .map(|s| (start(&s.id), end(&s.id)))
        .collect();
    for (opens, closes) in &problem.together() {
        let inside = || with_hands.iter().filter(|(from, to)| opens <= from && to <= closes);
        if let Some((first, last)) = inside().map(|s| s.0).min().zip(inside().map(|s| s.1).max()) {
            terms.active_span_min += last - first;
        }
    }
    terms
}
