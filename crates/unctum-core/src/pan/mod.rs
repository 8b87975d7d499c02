//! What heat does to a syrup in a pan.
//!
//! [`model`] has the physics of one moment and follows a pan through time; [`boil_down`] answers a
//! whole question with it: when does it boil, when is each stage reached, when must the heat go off,
//! where does the pan carry the syrup afterwards ([`landing`]). [`program`] is what the cook does over
//! time; [`clock`] turns minutes into strengths; [`correct`] puts a syrup right; [`acid`] compares early
//! and late; [`terms`] says every stage in every school's words; [`drying`] warms and dries any mass; [`milk`] boils milk down with it.

pub mod acid;
pub mod boil_down;
pub mod clock;
pub mod correct;
pub mod drying;
pub mod heat;
pub mod landing;
pub mod milk;
pub mod model;
pub mod program;
pub mod quick;
mod signs;
pub mod terms;

pub use boil_down::{BoilDown, BoilDownQuestion, Point, TurnOff, boil_down};
pub use heat::{Heat, off_heat};
pub use landing::{LANDING_S, landing_frac, turn_off_frac};
pub use model::{Balance, PanModel, PanState, Stop};
pub use signs::{Sign, StageSigns, stage_signs};
