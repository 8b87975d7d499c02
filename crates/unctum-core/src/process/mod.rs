//! A sweet's method as a graph of typed steps, and what becomes of its mass. Courses, formulas, changes,
//! the live guidance and the log all follow from this one description.
//!
//! * `step`, `effect`, `sweet`: how it is written down; `work`: what a step does, by its effects; `check`:
//!   what is wrong with it, and where.
//! * `balance`: where every gram goes.
//! * `book`: what the catalogue and her kitchen know, that all questions about a method share.

mod balance;
mod book;
mod check;
mod effect;
mod kind;
mod order;
mod pace;
mod plain;
mod sight;
mod step;
mod sweet;
mod work;

pub use balance::{Aside, Balance, StepBalance, balance};
pub use book::{Book, Swap, SwapBy};
pub use check::Fault;
pub use effect::Effect;
pub use kind::StepKind;
pub(crate) use order::working_order;
pub use pace::Paces;
pub use plain::plain_syrup_steps;
pub use sight::{Picture, Sight, SightRow};
pub use step::{Attention, Entry, Gate, MOST_MIN, Purpose, Step, Take, Timing, Vessel, Window};
pub use sweet::{EqualMeasures, Family, Keeping, Line, Method, Mistake, Shape, Sweet};
pub use work::{Manner, Work};
