//! What heat does to a syrup in a pan.
//!
//! [`model`] has the physics of one moment and follows a pan through time; [`boil_down`] answers a
//! whole question with it: when does it boil, when is each stage reached, when must the heat go off,
//! where does the pan carry the syrup afterwards ([`landing`]). [`program`] is what the cook does over
//! time; [`clock`] turns minutes into strengths; [`correct`] puts a syrup right; [`acid`] compares early
//! and late; [`terms`] says every stage in every school's words; [`drying`] warms and dries any mass; [`milk`] boils milk down with it.
//!
//! ```
//! use unctum_core::kitchen::{Air, FirstPan, Flame, Ring, RingKind};
//! use unctum_core::pan::program::HobChange;
//! use unctum_core::pan::{BoilDownQuestion, boil_down};
//! use unctum_core::syrup::{Charge, Ladder, StageKey};
//!
//! let ladder = Ladder::default();
//! let boil = boil_down(&BoilDownQuestion {
//!     charge: Charge::sugar_and_water(300.0, 150.0),
//!     start_c: None,
//!     pan: FirstPan::Heavy.pan(22.0),
//!     ring: Ring::of_kind("Left", RingKind::Gas, 1800.0),
//!     program: vec![HobChange::steady(Flame::Medium.frac())],
//!     air: Air::default(),
//!     thermometer: None,
//!     target_frac: ladder.of(StageKey::OneString).aim_frac(),
//!     max_points: 20,
//!     charge_water_sd_g: 0.0,
//!     ladder,
//! })?;
//! assert!(boil.turn_off.at_s.low < boil.turn_off.at_s.high);
//! # Ok::<(), unctum_core::CoreError>(())
//! ```

pub mod acid;
pub mod boil_down;
pub mod clock;
pub mod correct;
pub mod drying;
pub mod heat;
pub mod landing;
pub mod milk;
mod model;
pub mod program;
pub mod quick;
mod signs;
mod state;
pub mod terms;

pub use boil_down::{BoilDown, BoilDownQuestion, Point, TurnOff, boil_down};
pub use heat::{Heat, off_heat};
pub use landing::{LANDING_S, landing_frac, turn_off_frac};
pub use model::PanModel;
pub use signs::{Sign, StageSigns, stage_signs};
pub use state::{Balance, Factors, Handling, PanState, Stop};
