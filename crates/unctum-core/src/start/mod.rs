//! From what is asked to what stands at the stove: one choice of things, one change, one sizing, one rounding. A sweet's
//! page, an order and the stove ask here, and so pour the same. Nothing of it knows what happened afterwards; the room
//! above is the log ([`crate::log`]).
//!
//! ```
//! # use unctum_core::{Result, kitchen::KitchenDocument, process::Book};
//! use unctum_core::start::{BatchSetup, StartAsk, plain_setup};
//! use unctum_core::syrup::{Charge, StageKey};
//!
//! # fn example(kitchen: &KitchenDocument, book: &Book<'_>) -> Result<BatchSetup> {
//! let ask = StartAsk {
//!     charge: Some(Charge::sugar_and_water(300.0, 150.0)),
//!     stage: Some(StageKey::OneString),
//!     ..StartAsk::default()
//! };
//! let setup = plain_setup(&ask, kitchen, book)?;
//! # Ok(setup) }
//! ```

mod aimed;
mod ask;
mod doubts;
mod eaters;
mod habits;
mod setup;
mod signs;
mod sweetness;

pub(crate) use aimed::WITHIN;
pub use ask::{Made, StartAsk, plain_setup, set_up};
pub(crate) use doubts::other_solids;
pub use eaters::Eaters;
pub(crate) use eaters::listed;
pub use setup::{BatchSetup, Chosen, Keeps, Planned, RingSeen, StepPlan};
pub use signs::{SyrupSigns, syrup_signs};
