//! What has begun at the stove: steps that are done or go on are where they are, and what they hold is taken; the rest may
//! be planned anew.

use std::collections::BTreeMap;

use crate::day::{
    DayBatch, DayHold, DayLag, DayProblem, DayStep, DayTaken, HANDS, ResourceId, Starts, StepId,
};
use crate::order::calendar::Calendar;
use crate::order::graph::hands;
use crate::order::made::DayMade;
use crate::order::question::{Begun, DayQuestion};

/// What was to follow within a time that has passed has at least so long from now, min.
const STILL_MIN: i32 = 15;

/// Takes what has begun into the problem. Batches that are over leave it.
pub(super) fn go_on(
    q: &DayQuestion<'_>,
    calendar: &Calendar,
    now_min: i32,
    made: &[DayMade],
    problem: &mut DayProblem,
    said: &mut Vec<String>,
) {
    for begun in q.begun {
        let Some(at) = problem.batches.iter().position(|b| b.id == begun.key) else { continue };
        if begun.over {
            problem.batches.remove(at);
            continue;
        }
        let title = made.iter().find(|m| m.key == begun.key).map_or("", |m| m.title.as_str());
        let standing = standing(begun, calendar, now_min);
        in_hand(begun, &standing, now_min, problem);
        let mut pins = std::mem::take(&mut problem.pins);
        stands(&mut problem.batches[at], &standing, now_min, title, (&mut pins, said));
        problem.pins = pins;
    }
    make_room(problem);
}

/// Hands that are at a pan now are not free until that step ends; no more than there are.
fn in_hand(begun: &Begun, stood: &Stood, now_min: i32, problem: &mut DayProblem) {
    for run in &begun.state.runs {
        let Some((_, to, false)) = stood.get(&StepId::of(&begun.key, &run.step)).copied() else { continue };
        let over = |t: &&DayTaken| t.res == HANDS && t.from < to && now_min < t.to;
        let taken: i32 = problem.taken.iter().filter(over).map(|t| t.units).sum();
        let there = problem.resources.get(HANDS).copied().unwrap_or(0);
        let units = hands(run.manner).min(there - taken);
        if units > 0 && now_min < to {
            problem.taken.push(DayTaken { res: HANDS.into(), units, from: now_min.max(0), to });
        }
    }
}

/// A step that has begun: from, to, and whether it is done.
type Stood = BTreeMap<StepId, (i32, i32, bool)>;

fn standing(begun: &Begun, calendar: &Calendar, now_min: i32) -> Stood {
    let mut stood = Stood::new();
    for step in &begun.state.steps {
        let Some(began_ms) = step.began_ms.or(step.done_ms) else { continue };
        let from = calendar.minute_of_ms(began_ms);
        let told = match step.done_ms {
            Some(done_ms) => (from, calendar.minute_of_ms(done_ms).max(from), true),
            None => {
                let runs = begun.state.runs.iter().filter(|r| r.step == step.key);
                let best_ms = runs.map(|r| r.best_ms).max().unwrap_or(began_ms);
                (from, calendar.minute_of_ms(best_ms + 59_999).max(now_min).max(from), false)
            }
        };
        stood.insert(StepId::of(&begun.key, &step.key), told);
    }
    stood
}

/// A batch with what has begun of it where it is.
fn stands(
    batch: &mut DayBatch,
    stood: &Stood,
    now_min: i32,
    title: &str,
    (pins, said): (&mut Starts, &mut Vec<String>),
) {
    if stood.is_empty() {
        return;
    }
    // A mark is where the step begins that it marks.
    let begun = |id: &StepId| match id.marked() {
        Some(of) => stood.get(&of).map(|(from, ..)| (*from, *from, true)),
        None => stood.get(id).copied(),
    };
    let mut kept: Vec<DayHold> = Vec::new();
    // From the last moment on that has passed, what is held is held.
    let now_mark = StepId::of(&batch.id, "now").mark();
    let mut marked = false;
    for hold in &batch.holds {
        match (begun(&hold.from), begun(&hold.to)) {
            (_, Some((_, _, true))) => {}
            (Some(_), _) => {
                marked = true;
                kept.push(DayHold { from: now_mark.clone(), ..hold.clone() });
            }
            _ => kept.push(hold.clone()),
        }
    }
    batch.holds = kept;
    if marked {
        batch.steps.push(DayStep { id: now_mark.clone(), dur: 0, uses: BTreeMap::new() });
        pins.insert(now_mark, now_min.max(0));
    }
    for step in &mut batch.steps {
        let Some((from, to, done)) = begun(&step.id) else { continue };
        // What has passed uses nothing any more; what goes on keeps its ring, and its hands in the hours there are.
        step.dur = to - from;
        if done {
            step.uses.clear();
        } else {
            step.uses.retain(|res, _| res.is_ring());
        }
        pins.insert(step.id.clone(), from);
    }
    let late = |l: &DayLag| {
        let ((_, ends, _), max) = (begun(&l.from)?, l.max?);
        (begun(&l.to).is_none() && ends + max < now_min).then_some(ends)
    };
    if batch.lags.iter().any(|l| late(l).is_some()) {
        said.push(format!("{title}: something has stood longer than it should. Look at it first."));
    }
    batch.lags.retain(|l| begun(&l.from).is_none() || begun(&l.to).is_none());
    for lag in &mut batch.lags {
        // Time that has not passed is as long as ever: what is hot does not stand because the plan was made for later.
        if let Some(ends) = late(lag) {
            lag.max = Some(now_min - ends + STILL_MIN);
        }
        // What was begun before its time has come is not undone by that.
        if begun(&lag.to).is_some() {
            (lag.min, lag.max) = (0, None);
        }
    }
    let out_of_turn = |l: &DayLag| begun(&l.to).is_some() && begun(&l.from).is_none();
    batch.lags.retain(|l| !out_of_turn(l));
}

/// Where more is in use at the stove than the kitchen says it has, it has more.
fn make_room(problem: &mut DayProblem) {
    let mut held: BTreeMap<ResourceId, i32> = BTreeMap::new();
    for batch in &problem.batches {
        for hold in batch.holds.iter().filter(|h| problem.pins.contains_key(&h.from)) {
            *held.entry(hold.res.clone()).or_default() += hold.units;
        }
        for step in batch.steps.iter().filter(|s| problem.pins.contains_key(&s.id)) {
            for (res, units) in step.uses.iter().filter(|(res, _)| res.is_ring()) {
                *held.entry(res.clone()).or_default() += units;
            }
        }
    }
    for (res, units) in held {
        if let Some(there) = problem.resources.get_mut(&res) {
            *there = (*there).max(units);
        }
    }
}
