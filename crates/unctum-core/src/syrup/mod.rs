//! Sugar in water.
//!
//! A [`Charge`] says what was weighed into the pan; everything else follows from it: strength, water
//! activity ([`activity`]), boiling point and its inverse ([`boiling`]), density, viscosity,
//! refractive index, solubility and heat ([`physical`]), the string between two fingers
//! ([`string`]), what spoon, water and pan show ([`signs`]), the ladder of stages ([`stage`]), where a
//! reading puts the syrup ([`locate`], [`strength`]), what acid does ([`inversion`]) and whether it will grain
//! ([`graining`]). [`sweetener`] and [`Contents`] turn what the cook weighs into a charge.
//!
//! ```
//! use unctum_core::syrup::string::{solids_frac_of_string, string_cm};
//! use unctum_core::syrup::{Ladder, StageKey};
//!
//! let aim = Ladder::default().of(StageKey::OneString).aim_frac();
//! let length_cm = string_cm(aim);
//! assert!((solids_frac_of_string(length_cm) - aim).abs() < 1e-6);
//! ```

pub mod activity;
pub mod boiling;
mod charge;
mod contents;
pub mod graining;
pub mod inversion;
pub mod locate;
pub mod physical;
mod properties;
mod pull;
pub mod signs;
pub mod stage;
pub mod strength;
pub mod string;
pub mod sweetener;

pub use charge::{Charge, MAX_SOLIDS_FRAC, Standing};
pub use contents::{Contents, Part, Poured};
pub use locate::{Location, Reading, Target, locate};
pub use properties::{Properties, properties};
pub use pull::{PULLS, Pull};
pub use stage::{Ladder, SCHOOLS, School, Stage, StageKey, stage_named};
pub use strength::{Against, Strength, against};
