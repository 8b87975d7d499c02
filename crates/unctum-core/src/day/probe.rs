//! Why a step stands where it stands: what breaks when it is moved, and what a plan looks like with it elsewhere.

use crate::day::ids::StepId;
use crate::day::judge::{Break, judge};
use crate::day::problem::{DayProblem, DayTerms, Starts};
use crate::day::proof::NoPlan;
use crate::day::solve::Planner;

/// Moves that are tried to say why a step stands where it stands, min.
pub const TRIED_MIN: [i32; 8] = [-60, -15, -5, -1, 1, 5, 15, 60];

/// A step that is moved alone, everything else left where it is.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct MovedAlone {
    /// By so much, min.
    pub by_min: i32,
    /// What breaks; nothing where it may stand there.
    pub breaks: Vec<Break>,
}

/// What breaks when a step is moved alone by each of [`TRIED_MIN`]. Nothing for a step that is not in the plan.
#[must_use]
pub fn why_there(problem: &DayProblem, starts: &Starts, step: &StepId) -> Vec<MovedAlone> {
    let Some(at) = starts.get(step).copied() else { return Vec::new() };
    TRIED_MIN
        .iter()
        .map(|by_min| MovedAlone { by_min: *by_min, breaks: breaks_at(problem, starts, step, at + by_min) })
        .collect()
}

/// What breaks with a step at another minute and everything else where it is; its own pin does not count.
fn breaks_at(problem: &DayProblem, starts: &Starts, step: &StepId, minute: i32) -> Vec<Break> {
    let mut moved = starts.clone();
    moved.insert(step.clone(), minute);
    let mut breaks = judge(problem, &moved).err().unwrap_or_default();
    breaks.retain(|b| !matches!(b, Break::Unpinned(id) if id == step));
    if minute < 0 {
        breaks.push(Break::TooEarly(step.clone()));
    }
    breaks
}

/// At most so far to either side is looked for how far a step may move, min.
const FURTHEST_MIN: i32 = 720;

/// How far a step may move alone without breaking anything: minutes earlier and later.
///
/// Costs one judgement for each minute that it may move, at most 1,440.
#[must_use]
pub fn may_move(problem: &DayProblem, starts: &Starts, step: &StepId) -> (i32, i32) {
    let Some(at) = starts.get(step).copied() else { return (0, 0) };
    let far = |way: i32| {
        let stands = |by: &i32| breaks_at(problem, starts, step, at + way * by).is_empty();
        (1..=FURTHEST_MIN).take_while(stands).last().unwrap_or(0)
    };
    (far(-1), far(1))
}

/// A plan with a step elsewhere.
#[derive(Debug, Clone, PartialEq)]
pub struct Elsewhere {
    /// The plan.
    pub starts: Starts,
    /// How good it is.
    pub terms: DayTerms,
    /// The other steps that stand elsewhere in it.
    pub moved: Vec<StepId>,
}

/// Rounds in which a plan that became late is bettered, so many at a time.
const ROUNDS: u32 = 20;
const TURNS: u32 = 15;

/// Plans anew with what has changed in the problem, moving as little as may be. What became late by it is bettered a while.
///
/// # Errors
/// As [`Planner::new`].
pub fn plan_after(problem: &DayProblem, stood: &Starts, seed: u64) -> Result<Elsewhere, NoPlan> {
    let lateness = |starts: &Starts| judge(problem, starts).map_or(i32::MAX, |t| t.late_min);
    let mut planner = Planner::after(problem, stood, seed)?;
    for _ in 0..TURNS {
        if lateness(&planner.starts()) == 0 {
            break;
        }
        planner.improve(ROUNDS);
    }
    let starts = planner.starts();
    let terms = judge(problem, &starts)
        .map_err(|mut breaks| breaks.pop().map_or(NoPlan::NotFound, NoPlan::Breaks))?;
    let moved = starts.iter().filter(|(id, at)| stood.get(*id).is_some_and(|was| was != *at));
    Ok(Elsewhere { moved: moved.map(|(id, _)| id.clone()).collect(), terms, starts })
}

/// The plan with a step pinned to another minute, the rest moved as little as may be.
///
/// # Errors
/// What forbids it.
pub fn plan_with(
    problem: &DayProblem,
    stood: &Starts,
    (step, minute): (&StepId, i32),
    seed: u64,
) -> Result<Elsewhere, NoPlan> {
    let mut pinned = problem.clone();
    pinned.pins.insert(step.clone(), minute);
    let mut with = plan_after(&pinned, stood, seed)?;
    with.moved.retain(|id| id != step);
    Ok(with)
}
