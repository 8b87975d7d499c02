//! What becomes of a mass once it is poured: how firm it is, how it cools and when it can be marked and cut, how it is
//! cut into pieces.

mod aim;
mod band;
mod cooling;
mod counted;
mod phases;
mod placement;
mod put_right;
mod slab;
mod texture;
mod tray;

pub use aim::{RescueAsk, rescued};
pub use band::{BANDS, Band, BandRange, Word};
pub use cooling::{Cooling, CoolingAsk, SetAct, SetWindow, cooling};
pub use phases::{Phases, Worked};
pub use placement::{Cools, Place, Placement, TrayKind};
pub use put_right::{Rescued, Trouble, WentWrong, as_seen, put_right, water_for_band};
pub use texture::{DOUBTS, Factors, Firmness, FreeFat, SetMass, TextureAsk, check_composition, texture};
pub use tray::{BetterPiece, Mark, Marked, Pattern, TrayAsk, tray};
