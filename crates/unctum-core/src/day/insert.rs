//! Lays a whole batch into a day as late as it may be, against the arrows of its graph: where a step finds no place, the
//! one that presses it is sent earlier, and what was laid since is taken up again.

use std::collections::BTreeMap;

use crate::day::ids::{ResourceId, StepId};
use crate::day::problem::{DayBatch, DayProblem, HANDS, Starts};
use crate::day::room::Room;
use crate::numeric::Rng;

/// A step with its things by number.
#[derive(Debug, Clone)]
pub(super) struct Laying {
    pub id: StepId,
    pub dur: i32,
    pub hands: bool,
    /// The only minute at which it starts, if there is one.
    pub pin: Option<i32>,
    pub uses: Vec<(usize, i32)>,
    /// What follows it: which, at least, at most.
    pub after: Vec<(usize, i32, Option<i32>)>,
    /// What is held from its start.
    pub holds: Vec<Held>,
}

/// Something held from the start of a step.
#[derive(Debug, Clone, Copy)]
pub(super) struct Held {
    pub thing: usize,
    units: i32,
    /// To the end of which step.
    pub last: usize,
    /// And so long after, min.
    pub after_min: i32,
}

/// A batch, its steps by number, the last ones first.
#[derive(Debug, Clone)]
pub(super) struct Batch {
    pub release: i32,
    pub due: i32,
    pub fresh: i32,
    pub steps: Vec<Laying>,
    back: Vec<usize>,
}

impl Batch {
    /// A batch of a problem that was checked.
    pub fn of(batch: &DayBatch, things: &BTreeMap<&ResourceId, usize>, pins: &Starts) -> Self {
        let thing = |name: &ResourceId| things.get(&name).copied();
        let place = |id: &StepId| batch.place(id);
        let steps = batch.steps.iter().enumerate().map(|(i, step)| {
            let lags = batch.lags.iter().filter(|l| place(&l.from) == Some(i));
            let held = |h: &crate::day::problem::DayHold| {
                let (thing, last) = (thing(&h.res)?, place(&h.to)?);
                Some(Held { thing, units: h.units, last, after_min: h.after_min })
            };
            let holds = batch.holds.iter().filter(|h| place(&h.from) == Some(i));
            Laying {
                id: step.id.clone(),
                dur: step.dur,
                hands: step.uses.get(HANDS).is_some_and(|n| *n > 0),
                pin: pins.get(&step.id).copied(),
                uses: step.uses.iter().filter_map(|(res, n)| Some((thing(res)?, *n))).collect(),
                after: lags.filter_map(|l| Some((place(&l.to)?, l.min, l.max))).collect(),
                holds: holds.filter_map(held).collect(),
            }
        });
        let steps: Vec<Laying> = steps.collect();
        let tight = |i: usize| {
            let most = steps[i].after.iter().filter_map(|(_, _, max)| *max).min();
            most.map_or(f64::INFINITY, f64::from)
        };
        let back = backwards(&steps, tight);
        Self { release: batch.release, due: batch.due, fresh: batch.fresh, steps, back }
    }

    /// The same with its steps laid in another order.
    pub fn otherwise(&self, rng: &mut Rng) -> Self {
        let back = backwards(&self.steps, |_| rng.between(0.0, 1.0));
        Self { steps: self.steps.clone(), back, ..*self }
    }

    /// The things of a problem by number.
    pub fn things(problem: &DayProblem) -> BTreeMap<&ResourceId, usize> {
        problem.resources.keys().enumerate().map(|(i, name)| (name, i)).collect()
    }

    /// When its last step ends.
    pub fn ready(&self, starts: &[i32]) -> i32 {
        self.steps.iter().zip(starts).map(|(s, at)| at + s.dur).max().unwrap_or(0)
    }

    /// Takes up, or gives back, all that a laid batch uses.
    pub fn hold(&self, room: &mut Room, starts: &[i32], times: i32) {
        (0..self.steps.len()).for_each(|i| self.hold_one(room, starts, i, times));
    }

    pub fn hold_one(&self, room: &mut Room, starts: &[i32], i: usize, times: i32) {
        let step = &self.steps[i];
        let (from, to) = (starts[i], starts[i] + step.dur);
        step.uses.iter().for_each(|(thing, n)| room.take(*thing, times * n, from, to));
        for held in &step.holds {
            let until = starts[held.last] + self.steps[held.last].dur + held.after_min;
            room.take(held.thing, times * held.units, from, until);
        }
    }
}

/// The steps so that each comes after all that follows it; of those that are ready, the least by `first` is next: what may
/// not wait is laid before what may.
fn backwards(steps: &[Laying], mut first: impl FnMut(usize) -> f64) -> Vec<usize> {
    let mut waits: Vec<usize> = steps.iter().map(|s| s.after.len() + s.holds.len()).collect();
    let own = |i: usize| steps[i].holds.iter().filter(|held| held.last == i).count();
    (0..steps.len()).for_each(|i| waits[i] -= own(i));
    let mut ready: Vec<(f64, usize)> =
        (0..steps.len()).filter(|i| waits[*i] == 0).map(|i| (first(i), i)).collect();
    let mut back = Vec::new();
    while let Some(at) = (0..ready.len()).min_by(|a, b| ready[*a].0.total_cmp(&ready[*b].0)) {
        let (_, next) = ready.swap_remove(at);
        back.push(next);
        for (i, step) in steps.iter().enumerate() {
            let arrows = step.after.iter().filter(|a| a.0 == next).count()
                + step.holds.iter().filter(|held| held.last == next && next != i).count();
            if arrows > 0 {
                waits[i] -= arrows;
                if waits[i] == 0 {
                    ready.push((first(i), i));
                }
            }
        }
    }
    back
}

/// So often something is sent earlier before a batch is given up there.
const TRIES: u32 = 150;

/// How a batch is to be laid.
pub(super) struct How<'a> {
    /// All of it has ended by then.
    pub ends_by: i32,
    /// Minutes at which hands begin or end elsewhere, in order: a step may be drawn to one of them.
    pub anchors: &'a [i32],
    /// How often a step with hands is drawn to one, 0–1.
    pub drawn: f64,
    /// What other batches ask of its steps.
    pub bounds: &'a [Bound],
}

/// What another batch asks of a step: that it starts no earlier and no later.
#[derive(Debug, Clone, Copy)]
pub(super) struct Bound {
    pub step: usize,
    pub no_earlier: i32,
    pub no_later: i32,
}

/// What came of looking for a place.
enum Found {
    At(i32),
    /// Another step has to start no later than this first.
    Sends(usize, i32),
    Nowhere,
}

/// Lays a batch: the start of each of its steps, with the room taken. None where it finds no place; the room is then as
/// it was.
pub(super) fn lay(batch: &Batch, room: &mut Room, how: &How<'_>, rng: &mut Rng) -> Option<Vec<i32>> {
    let count = batch.steps.len();
    let mut latest = vec![room.horizon(); count];
    how.bounds.iter().for_each(|b| latest[b.step] = latest[b.step].min(b.no_later));
    let mut starts = vec![0; count];
    let (mut at, mut tries) = (0, 0);
    while at < count {
        let i = batch.back[at];
        let found = place(batch, room, (&starts, latest[i]), i, how, rng);
        match found {
            Found::At(start) => {
                starts[i] = start;
                batch.hold_one(room, &starts, i, 1);
                at += 1;
            }
            Found::Sends(other, no_later) if tries < TRIES => {
                tries += 1;
                let back_to = batch.back.iter().position(|j| *j == other).unwrap_or(0);
                batch.back[back_to..at].iter().rev().for_each(|j| batch.hold_one(room, &starts, *j, -1));
                latest[other] = latest[other].min(no_later);
                at = back_to;
            }
            _ => {
                batch.back[..at].iter().rev().for_each(|j| batch.hold_one(room, &starts, *j, -1));
                return None;
            }
        }
    }
    Some(starts)
}

/// The latest place of a step whose successors are laid.
fn place(
    batch: &Batch,
    room: &Room,
    (starts, latest): (&[i32], i32),
    i: usize,
    how: &How<'_>,
    rng: &mut Rng,
) -> Found {
    let step = &batch.steps[i];
    let mut start = latest.min(how.ends_by - step.dur).min(room.horizon() - step.dur);
    // Who presses hardest from behind: what must not wait longer.
    let mut presses: Option<(usize, i32, i32)> = None;
    for (to, min, max) in &step.after {
        start = start.min(starts[*to] - min - step.dur);
        if let Some(max) = max {
            let no_earlier = starts[*to] - max - step.dur;
            if presses.is_none_or(|(_, least, _)| no_earlier > least) {
                presses = Some((*to, no_earlier, *max));
            }
        }
    }
    let bounds = how.bounds.iter().filter(|b| b.step == i);
    let floor =
        bounds.map(|b| b.no_earlier).fold(if step.pin.is_some() { 0 } else { batch.release }, i32::max);
    let least = presses.map_or(floor, |p| p.1.max(floor));
    if let Some(pin) = step.pin {
        if pin > start {
            return Found::Nowhere;
        }
        start = pin;
    } else if step.hands && how.drawn > 0.0 && rng.between(0.0, 1.0) < how.drawn {
        start = drawn(how.anchors, (least, start), step.dur, rng);
    }
    loop {
        if start < floor || step.pin.is_some_and(|pin| start != pin) {
            return Found::Nowhere;
        }
        if step.hands {
            match room.with_hands(start, step.dur) {
                Some(at) => start = at,
                None => return Found::Nowhere,
            }
        }
        let short = step
            .uses
            .iter()
            .filter_map(|(thing, n)| room.last_short(*thing, *n, start, start + step.dur))
            .max();
        if let Some(minute) = short {
            start = minute - step.dur;
            continue;
        }
        if start < floor || step.pin.is_some_and(|pin| start != pin) {
            return Found::Nowhere;
        }
        for held in &step.holds {
            let last = held.last;
            let held_min = batch.steps[last].dur + held.after_min;
            let ends = if last == i { start } else { starts[last] };
            if let Some(minute) = room.last_short(held.thing, held.units, start, ends + held_min) {
                if last == i {
                    return Found::Nowhere;
                }
                // It is held until later than this: whoever ends the hold has to end before.
                let since = room.short_since(held.thing, held.units, minute);
                return Found::Sends(last, since - held_min);
            }
        }
        return match presses {
            Some((to, no_earlier, max)) if start < no_earlier => Found::Sends(to, start + step.dur + max),
            _ => Found::At(start),
        };
    }
}

/// A start next to where hands begin or end, between two minutes; the later of the two where there is none.
fn drawn(anchors: &[i32], (least, latest): (i32, i32), dur: i32, rng: &mut Rng) -> i32 {
    let least = least.max(latest - 1500);
    let from = anchors.partition_point(|a| *a < least);
    let to = anchors.partition_point(|a| *a <= latest + dur);
    let Some(near) = anchors.get(from..to).filter(|a| !a.is_empty()) else { return latest };
    let anchor = rng.one(near);
    let start = if rng.between(0.0, 1.0) < 0.5 { anchor } else { anchor - dur };
    if (least..=latest).contains(&start) { start } else { latest }
}
