//! Sugar in water.
//!
//! A [`Charge`] says what was weighed into the pan; everything else follows from it: strength, water
//! activity ([`activity`]), boiling point and its inverse ([`boiling`]), density, viscosity,
//! refractive index, solubility and heat ([`physical`]), the string between two fingers
//! ([`string`]), the ladder of stages ([`stage`]), and where a reading puts the syrup ([`locate`]).

pub mod activity;
pub mod boiling;
mod charge;
pub mod locate;
pub mod physical;
mod properties;
pub mod stage;
pub mod string;

pub use charge::{Charge, MAX_SOLIDS_FRAC};
pub use locate::{Location, Reading, Target, locate};
pub use properties::{Properties, properties};
pub use stage::{Stage, StageKey};
