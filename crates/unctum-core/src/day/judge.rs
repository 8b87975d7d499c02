//! Judges a plan by the words of the problem alone: what breaks, and how good it is. Shares nothing with what made it.

use std::collections::BTreeMap;

use crate::day::problem::{DayBatch, DayProblem, DayTerms, HANDS, Starts};

/// How good a plan is, or all that is wrong with it, a sentence each.
///
/// # Errors
/// What breaks.
pub fn judge(problem: &DayProblem, starts: &Starts) -> std::result::Result<DayTerms, Vec<String>> {
    let mut wrong = Vec::new();
    let steps: BTreeMap<&str, (&DayBatch, i32)> = problem
        .batches
        .iter()
        .flat_map(|b| b.steps.iter().map(move |s| (s.id.as_str(), (b, s.dur))))
        .collect();
    wrong.extend(steps.keys().filter(|id| !starts.contains_key(**id)).map(|id| format!("{id} has no start")));
    wrong.extend(
        starts.keys().filter(|id| !steps.contains_key(id.as_str())).map(|id| format!("{id} is no step")),
    );
    if !wrong.is_empty() {
        return Err(wrong);
    }
    let start = |id: &str| starts.get(id).copied().unwrap_or(0);
    let end = |id: &str| start(id) + steps.get(id).map_or(0, |(_, dur)| *dur);

    let mut changes: BTreeMap<&str, BTreeMap<i32, i32>> = BTreeMap::new();
    for batch in &problem.batches {
        for step in &batch.steps {
            let (from, to) = (start(&step.id), end(&step.id));
            if from < batch.release {
                wrong.push(format!("{} starts before it may", step.id));
            }
            if to > problem.horizon {
                wrong.push(format!("{} ends after the last day", step.id));
            }
            let hands = step.uses.get(HANDS).is_some_and(|n| *n > 0);
            if hands && !problem.windows.iter().any(|(opens, closes)| *opens <= from && to <= *closes) {
                wrong.push(format!("{} wants hands when nobody is in the kitchen", step.id));
            }
            for (res, units) in &step.uses {
                let of = changes.entry(res).or_default();
                *of.entry(from).or_default() += units;
                *of.entry(to).or_default() -= units;
            }
        }
        for hold in &batch.holds {
            let of = changes.entry(&hold.res).or_default();
            *of.entry(start(&hold.from)).or_default() += hold.units;
            *of.entry(end(&hold.to)).or_default() -= hold.units;
        }
        for lag in &batch.lags {
            let gap = start(&lag.to) - end(&lag.from);
            if gap < lag.min {
                wrong.push(format!(
                    "{} follows {} after {gap} min, sooner than {}",
                    lag.to, lag.from, lag.min
                ));
            }
            if let Some(max) = lag.max.filter(|max| gap > *max) {
                wrong.push(format!("{} follows {} after {gap} min, later than {max}", lag.to, lag.from));
            }
        }
    }
    for (res, of) in &changes {
        let there = problem.resources.get(*res).copied().unwrap_or(0);
        let mut used = 0;
        let over = of.iter().find_map(|(minute, change)| {
            used += change;
            (used > there).then_some((*minute, used))
        });
        if let Some((minute, used)) = over {
            wrong.push(format!("{used} of “{res}” are used at {minute}, there are {there}"));
        }
    }
    if wrong.is_empty() { Ok(terms(problem, &start, &end)) } else { Err(wrong) }
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

fn terms(problem: &DayProblem, start: &dyn Fn(&str) -> i32, end: &dyn Fn(&str) -> i32) -> DayTerms {
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
    for (opens, closes) in &problem.windows {
        let inside = || with_hands.iter().filter(|(from, to)| opens <= from && to <= closes);
        if let Some((first, last)) = inside().map(|s| s.0).min().zip(inside().map(|s| s.1).max()) {
            terms.active_span_min += last - first;
        }
    }
    terms
}
