//! Kitchen days: what to begin when, so that all is ready in time, fresh, and with hands in one stretch.
//!
//! A [`DayProblem`] names steps, what they use, what follows when, what is held meanwhile. [`Planner`] lays whole batches as
//! late as they may be and betters the plan for as long as it is let; [`judge`], which shares nothing with it, says
//! whether a plan holds and how good it is; [`impossible`] says why there can be none.

mod impossible;
mod insert;
mod judge;
mod problem;
mod room;
mod solve;

pub use impossible::impossible;
pub use judge::{judge, late};
pub use problem::{DayBatch, DayHold, DayLag, DayProblem, DayStep, DayTerms, HANDS, Starts};
pub use solve::Planner;
