//! What would make a day possible, tried one after another.

use crate::day::ids::{ResourceId, StepId};
use crate::day::judge::{Break, judge};
use crate::day::problem::{DayProblem, DayTerms};
use crate::day::proof::NoPlan;
use crate::day::solve::Planner;

/// Something that can be changed.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Change {
    /// One more of a thing.
    OneMore {
        /// What.
        res: ResourceId,
        /// How many more; ten hands are a cook.
        units: i32,
    },
    /// The kitchen opens so much earlier each day.
    OpenEarlier {
        /// min.
        minutes: i32,
    },
    /// The kitchen closes so much later each day.
    CloseLater {
        /// min.
        minutes: i32,
    },
    /// What may wait waits longer between two steps.
    WaitLonger {
        /// What ends.
        from: StepId,
        /// What starts.
        to: StepId,
        /// At most, min.
        max: i32,
    },
    /// A batch is left out.
    Without {
        /// Which.
        batch: String,
    },
    /// A batch is due later.
    DueLater {
        /// Which.
        batch: String,
        /// min.
        minutes: i32,
    },
    /// It may be readier earlier than it is wanted fresh.
    Staler {
        /// Which.
        batch: String,
        /// min.
        minutes: i32,
    },
}

/// A change, and how good the plan is with it.
#[derive(Debug, Clone, PartialEq)]
pub struct Way {
    /// What to change.
    pub change: Change,
    /// How good the plan is then.
    pub terms: DayTerms,
}

const HOUR_MIN: i32 = 60;
const LATER_MIN: [i32; 5] = [15, 30, 60, 120, 240];
const DAY_MIN: i32 = 1440;
/// Rounds in which each change has to show what it is good for, so many at a time.
const ROUNDS: u32 = 25;
const TURNS: u32 = 10;
/// Where nothing is enough by itself, so many are told.
const MOST_PART: usize = 3;

impl Change {
    /// The problem with it.
    #[must_use]
    pub fn of(&self, problem: &DayProblem) -> DayProblem {
        let mut of = problem.clone();
        match self {
            Self::OneMore { res, units } => {
                of.resources.entry(res.clone()).and_modify(|n| *n += units);
            }
            Self::OpenEarlier { minutes } => of.windows.iter_mut().for_each(|w| w.0 = (w.0 - minutes).max(0)),
            Self::CloseLater { minutes } => of.windows.iter_mut().for_each(|w| w.1 += minutes),
            Self::WaitLonger { from, to, max } => {
                for lag in of.batches.iter_mut().flat_map(|b| &mut b.lags) {
                    if lag.from == *from && lag.to == *to {
                        lag.max = Some(*max);
                    }
                }
            }
            Self::Without { batch } => {
                let gone: Vec<StepId> = of
                    .batches
                    .iter()
                    .filter(|b| b.id == *batch)
                    .flat_map(|b| &b.steps)
                    .map(|s| s.id.clone())
                    .collect();
                of.batches.retain(|b| b.id != *batch);
                of.links.retain(|l| !gone.contains(&l.from) && !gone.contains(&l.to));
                of.pins.retain(|id, _| !gone.contains(id));
            }
            Self::DueLater { batch, minutes } => {
                for b in of.batches.iter_mut().filter(|b| b.id == *batch) {
                    b.due += minutes;
                    b.fresh += minutes;
                }
            }
            Self::Staler { batch, minutes } => {
                of.batches.iter_mut().filter(|b| b.id == *batch).for_each(|b| b.fresh += minutes);
            }
        }
        of
    }

    /// How good a plan is with it, as far as it was bettered; none where there is none.
    fn tried_on(&self, problem: &DayProblem, seed: u64) -> Option<DayTerms> {
        let of = self.of(problem);
        if of.batches.is_empty() {
            return None;
        }
        bettered(&of, seed)
    }
}

/// How good a plan is after a while, or as soon as it is on time.
fn bettered(of: &DayProblem, seed: u64) -> Option<DayTerms> {
    let mut planner = Planner::new(of, seed).ok()?;
    for _ in 0..TURNS {
        let terms = judge(of, &planner.starts()).ok()?;
        if terms.late_min == 0 {
            return Some(terms);
        }
        planner.improve(ROUNDS);
    }
    judge(of, &planner.starts()).ok()
}

/// What makes a day possible of which some batches are late or which cannot be: one more of each thing that is used, hours
/// an hour longer, a wait twice as long, a late batch due later, one batch left out. What helps is told, at most so many;
/// where nothing is enough by itself, what helps most, with what is still late.
#[must_use]
pub fn ways(problem: &DayProblem, late: &[String], most: usize, seed: u64) -> Vec<Way> {
    let (mut told, mut part): (Vec<Way>, Vec<Way>) = (Vec::new(), Vec::new());
    for change in tried(problem, late) {
        if told.len() >= most {
            break;
        }
        let Some(terms) = change.tried_on(problem, seed) else { continue };
        // The shortest delay that helps is enough.
        let again = |w: &Way| match (&w.change, &change) {
            (Change::DueLater { batch: a, .. }, Change::DueLater { batch: b, .. }) => a == b,
            _ => false,
        };
        if terms.late_min > 0 {
            part.push(Way { change, terms });
        } else if !told.iter().any(again) {
            told.push(Way { change, terms });
        }
    }
    if told.is_empty() {
        let now = bettered(problem, seed).map_or(i32::MAX, |t| t.late_min);
        part.retain(|w| w.terms.late_min < now);
        part.sort_by_key(|w| w.terms);
        part.truncate(MOST_PART.min(most));
        return part;
    }
    told
}

/// How a batch would do if there were nothing else to do.
///
/// # Errors
/// Why not even that can be, with the proof, or that it was not found.
pub fn alone(problem: &DayProblem, batch: &str, seed: u64) -> Result<DayTerms, NoPlan> {
    let mut of = problem.clone();
    let others: Vec<String> = of.batches.iter().filter(|b| b.id != batch).map(|b| b.id.clone()).collect();
    for other in others {
        of = Change::Without { batch: other }.of(&of);
    }
    let planner = Planner::new(&of, seed)?;
    let breaks = |b: Vec<Break>| b.into_iter().next().map_or(NoPlan::NotFound, NoPlan::Breaks);
    judge(&of, &planner.starts()).map_err(breaks)
}

fn tried(problem: &DayProblem, late: &[String]) -> Vec<Change> {
    let batches = || problem.batches.iter();
    let used = |res: &ResourceId| {
        batches().any(|b| {
            b.steps.iter().any(|s| s.uses.contains_key(res)) || b.holds.iter().any(|h| h.res == *res)
        })
    };
    let more = problem.resources.keys().filter(|res| used(res)).map(|res| Change::OneMore {
        res: res.clone(),
        units: if *res == crate::day::problem::HANDS { 10 } else { 1 },
    });
    let mut all: Vec<Change> = more.collect();
    all.push(Change::OpenEarlier { minutes: HOUR_MIN });
    all.push(Change::CloseLater { minutes: HOUR_MIN });
    // What may wait only minutes may not for a reason; what may wait an hour can be asked to wait two.
    let of_late = batches().filter(|b| late.contains(&b.id)).flat_map(|b| &b.lags);
    all.extend(of_late.filter_map(|l| {
        let max = l.max.filter(|max| *max >= HOUR_MIN)?;
        Some(Change::WaitLonger { from: l.from.clone(), to: l.to.clone(), max: 2 * max })
    }));
    let named = || batches().filter(|b| late.contains(&b.id)).map(|b| b.id.clone());
    all.extend(named().map(|batch| Change::Staler { batch, minutes: DAY_MIN }));
    all.extend(
        LATER_MIN
            .iter()
            .flat_map(|minutes| named().map(|batch| Change::DueLater { batch, minutes: *minutes })),
    );
    all.extend(batches().map(|b| Change::Without { batch: b.id.clone() }));
    all
}
