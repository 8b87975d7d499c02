//! What becomes of a mass once it is poured: how firm it is, how it cools and when it can be marked and cut, how it is
//! cut into pieces.

mod band;
mod fat;
mod phases;
mod texture;

pub use band::{BANDS, Band, Word};
pub use fat::FatKind;
pub use phases::{Phases, Worked};
pub use texture::{SetMass, Texture, TextureAsk, check_composition, texture};
