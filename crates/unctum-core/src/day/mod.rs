//! Kitchen days: what to begin when, so that all is ready in time, fresh, and with hands in one stretch.
//!
//! A [`DayProblem`] names steps, what they use, what follows when, what is held meanwhile. [`Planner`] lays whole batches as
//! late as they may be and betters the plan for as long as it is let (an anytime large-neighbourhood search, seeded: batches
//! are taken out and laid anew, what is no worse is kept); [`judge`], which shares nothing with it, says
//! whether a plan holds and how good it is; [`impossible`] says why there can be none.
//!
//! ```
//! use unctum_core::day::{DayProblem, Planner, judge};
//!
//! # fn example(problem: &DayProblem) -> Result<(), Box<dyn std::error::Error>> {
//! let mut planner = Planner::new(problem, 1).map_err(|none| none.to_string())?;
//! planner.improve(100);
//! let terms = judge(problem, &planner.starts()).map_err(|breaks| format!("{breaks:?}"))?;
//! assert!(terms.late_min >= 0);
//! # Ok(()) }
//! ```

mod effort;
mod ids;
mod impossible;
mod insert;
mod judge;
mod left;
mod probe;
mod problem;
mod proof;
mod room;
mod rounds;
mod slide;
mod solve;
mod spans;
mod stand;
mod sure;
mod ways;

pub use effort::SOUGHT_PER_S;
pub use ids::{ResourceId, StepId};
pub use impossible::{impossible, waits_longer};
pub use judge::{Break, judge, late};
pub use probe::{Elsewhere, MovedAlone, TRIED_MIN, may_move, plan_after, plan_with, why_there};
pub use problem::{DayBatch, DayHold, DayLag, DayProblem, DayStep, DayTaken, DayTerms, HANDS, Starts};
pub use proof::{Called, NoPlan, Proof};
pub use solve::Planner;
pub use sure::{Sure, sure};
pub use ways::{Change, Way, alone, ways};
