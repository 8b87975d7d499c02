//! A sweet's method as a graph of typed steps, and what becomes of its mass. Courses, formulas, changes,
//! the live guidance and the log all follow from this one description.
//!
//! * `step`, `effect`, `sweet`: how it is written down; `work`: what a step does, by its effects; `check`:
//!   what is wrong with it, and where.
//!   `hasty`: soaks that are over too soon.
//! * `balance`: where every gram goes; `hazards`: the cautions that follow from what a step does.
//! * `book`: what the catalogue and her kitchen know, that all questions about a method share.
//!
//! ```
//! use unctum_core::process::plain_syrup_steps;
//! use unctum_core::syrup::StageKey;
//!
//! let steps = plain_syrup_steps(StageKey::OneString);
//! assert!(steps.iter().any(|s| s.stage() == Some(StageKey::OneString)));
//! ```

mod balance;
mod book;
mod check;
mod effect;
mod fat;
mod hasty;
mod hazards;
mod kind;
mod order;
mod pace;
mod plain;
mod sight;
mod step;
mod sweet;
mod usual_mistakes;
mod work;

pub use balance::{Aside, Balance, StepBalance, balance};
pub use book::{Book, Swap, SwapBy};
pub use check::Fault;
pub use effect::Effect;
pub(crate) use fat::with_fat_heated;
pub(crate) use hazards::with_usual_cautions;
pub use kind::StepKind;
pub(crate) use order::working_order;
pub use pace::Paces;
pub use plain::plain_syrup_steps;
pub use sight::{Picture, Sight, SightRow};
pub use step::{Attention, Entry, Gate, MOST_MIN, Purpose, Step, Take, Timing, Vessel, Window};
pub use sweet::{EqualMeasures, Family, Keeping, Line, Method, Mistake, Shape, Sweet, sweetener};
pub use work::{Manner, Work};
