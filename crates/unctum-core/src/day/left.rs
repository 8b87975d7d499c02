//! What proves from the clock that a day cannot be done: which minutes are left to each step by what comes before and after
//! it and by the hours with hands; and what is wanted of a thing in less time than that takes.

use std::collections::BTreeMap;

use crate::day::ids::{ResourceId, StepId};
use crate::day::problem::{DayBatch, DayProblem, DayStep, HANDS};
use crate::day::proof::Proof;
use crate::day::spans::Spans;

/// Of more steps than this nothing is proved so: it would take longer than a plan.
const MOST_STEPS: usize = 160;

/// Why the hours forbid it; none where they do not for certain, which proves nothing. Cost: the arrows times the minutes of
/// the days, some ten times.
pub(super) fn out_of_hours(problem: &DayProblem) -> Option<Proof> {
    let steps: Vec<(&DayBatch, &DayStep)> =
        problem.batches.iter().flat_map(|b| b.steps.iter().map(move |s| (b, s))).collect();
    if steps.len() > MOST_STEPS || problem.pins.values().any(|at| *at < 0) {
        return None;
    }
    let mut left = Left::of(problem, &steps);
    match left.narrow() {
        Err(step) => Some(Proof::NoHour { step: steps[step].1.id.clone() }),
        Ok(()) => left.crowded(),
    }
}

/// The minutes at which each step may start.
struct Left<'a> {
    problem: &'a DayProblem,
    steps: &'a [(&'a DayBatch, &'a DayStep)],
    at: BTreeMap<&'a StepId, usize>,
    minutes: Vec<Vec<bool>>,
}

/// Something that is wanted of a thing, wholly between two minutes.
struct Want<'a> {
    step: &'a StepId,
    from: i32,
    to: i32,
    /// Minutes times how many of it.
    much: i64,
}

impl<'a> Left<'a> {
    fn of(problem: &'a DayProblem, steps: &'a [(&'a DayBatch, &'a DayStep)]) -> Self {
        let minutes = steps.iter().map(|(batch, step)| {
            let hands = step.uses.get(HANDS).is_some_and(|n| *n > 0);
            let may = |at: i32| match problem.pins.get(&step.id) {
                Some(pin) => *pin == at,
                None => {
                    let there = |(opens, closes): &(i32, i32)| *opens <= at && at + step.dur <= *closes;
                    at >= batch.release && (!hands || problem.windows.iter().any(there))
                }
            };
            (0..=(problem.horizon - step.dur).max(0)).map(may).collect()
        });
        let at = steps.iter().enumerate().map(|(i, (_, s))| (&s.id, i)).collect();
        Self { problem, steps, at, minutes: minutes.collect() }
    }

    /// Leaves each step what the others leave it, until nothing changes; the step to which nothing is left.
    fn narrow(&mut self) -> Result<(), usize> {
        let lags = self.problem.batches.iter().flat_map(|b| &b.lags).chain(&self.problem.links);
        let arrows: Vec<(usize, usize, i32, i32)> = lags
            .filter_map(|l| {
                let (from, to) = (*self.at.get(&l.from)?, *self.at.get(&l.to)?);
                let dur = self.steps[from].1.dur;
                Some((from, to, dur + l.min, l.max.map_or(self.problem.horizon, |max| dur + max)))
            })
            .collect();
        loop {
            let mut changed = false;
            for (from, to, least, most) in &arrows {
                changed |= self.keep(*to, *from, (-most, -least))?;
                changed |= self.keep(*from, *to, (*least, *most))?;
            }
            if !changed {
                return Ok(());
            }
        }
    }

    /// Keeps the minutes of a step from which another may start so much later; whether there were more.
    fn keep(&mut self, step: usize, other: usize, (least, most): (i32, i32)) -> Result<bool, usize> {
        let mut before = vec![0_u32];
        for may in &self.minutes[other] {
            before.push(before.last().copied().unwrap_or(0) + u32::from(*may));
        }
        let within = |minute: i32| before[minute.clamp(0, before.len() as i32 - 1) as usize];
        let mut changed = false;
        for (at, may) in self.minutes[step].iter_mut().enumerate().filter(|(_, may)| **may) {
            let at = at as i32;
            *may = within(at + most + 1) > within(at + least);
            changed |= !*may;
        }
        match self.minutes[step].contains(&true) {
            true => Ok(changed),
            false => Err(step),
        }
    }

    /// The first and the last minute at which a step may start.
    fn first_last(&self, step: usize) -> (i32, i32) {
        let of = &self.minutes[step];
        let place = |found: Option<usize>| found.map_or(0, |at| at as i32);
        (place(of.iter().position(|may| *may)), place(of.iter().rposition(|may| *may)))
    }

    fn wants(&self) -> BTreeMap<&'a ResourceId, Vec<Want<'a>>> {
        let mut all: BTreeMap<&ResourceId, Vec<Want<'_>>> = BTreeMap::new();
        for (i, (_, step)) in self.steps.iter().enumerate() {
            let (from, last) = self.first_last(i);
            for (thing, units) in &step.uses {
                let much = i64::from(*units) * i64::from(step.dur);
                let want = Want { step: &step.id, from, to: last + step.dur, much };
                all.entry(thing).or_default().push(want);
            }
        }
        for batch in self.problem.batches.iter().filter(|b| !b.holds.is_empty()) {
            let spans = Spans::of(batch);
            for hold in &batch.holds {
                let (Some(from), Some(to)) = (self.at.get(&hold.from), self.at.get(&hold.to)) else {
                    continue;
                };
                let (Some(a), Some(b)) = (batch.place(&hold.from), batch.place(&hold.to)) else { continue };
                let between = if a == b { Some(0) } else { spans.between(a, b) };
                let Some(between) = between else { continue };
                let first = if a == b { 0 } else { self.steps[*from].1.dur };
                let minutes = (first + between + self.steps[*to].1.dur).max(0);
                let want = Want {
                    step: &hold.from,
                    from: self.first_last(*from).0,
                    to: self.first_last(*to).1 + self.steps[*to].1.dur,
                    much: i64::from(hold.units) * i64::from(minutes),
                };
                all.entry(&hold.res).or_default().push(want);
            }
        }
        all
    }

    /// A thing that is wanted in less time than it takes.
    fn crowded(&self) -> Option<Proof> {
        let open = self.problem.together();
        self.wants().into_iter().find_map(|(thing, mut wants)| {
            let units = i64::from(self.problem.resources.get(thing).copied().unwrap_or(0));
            let there = |from: i32, to: i32| -> i64 {
                let minutes = match *thing == HANDS {
                    true => {
                        open.iter().map(|(opens, closes)| (to.min(*closes) - from.max(*opens)).max(0)).sum()
                    }
                    false => to - from,
                };
                units * i64::from(minutes)
            };
            wants.sort_by_key(|w| w.to);
            let begins: Vec<i32> = wants.iter().map(|w| w.from).collect();
            begins.into_iter().find_map(|from| {
                let (mut much, mut inside) = (0, Vec::new());
                wants.iter().filter(|w| w.from >= from).find_map(|w| {
                    much += w.much;
                    inside.push(w.step.clone());
                    let there = there(from, w.to);
                    (much > there).then(|| Proof::Crowded {
                        thing: thing.clone(),
                        from_min: from,
                        to_min: w.to,
                        wanted_min: much / units.max(1),
                        there_min: there / units.max(1),
                        steps: inside.clone(),
                    })
                })
            })
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Forty minutes of one cook, in which somebody stands at one pan and looks at others beside it.
    fn beside(looks: usize) -> DayProblem {
        let batch = |id: String, tenths: i32| {
            serde_json::json!({"id": id, "due": 40, "fresh": 40, "steps": [
                {"id": format!("{id}/s"), "dur": 40, "uses": {"attention": tenths}}]})
        };
        let looks = (0..looks).map(|n| batch(format!("look{n}"), 2));
        let batches: Vec<_> = std::iter::once(batch("stands".into(), 8)).chain(looks).collect();
        let of = serde_json::json!({"horizon": 40, "resources": {"attention": 10}, "windows": [[0, 40]], "batches": batches});
        serde_json::from_value(of).expect("a problem")
    }

    #[test]
    fn what_one_cook_can_do_at_once_is_not_proved_impossible() {
        assert_eq!(out_of_hours(&beside(1)), None);
        assert!(matches!(
            out_of_hours(&beside(2)),
            Some(Proof::Crowded { wanted_min: 48, there_min: 40, .. })
        ));
    }
}
