//! What becomes of a mass once it is poured: how firm it is, how it cools and when it can be marked and cut, how it is
//! cut into pieces.
//!
//! ```
//! use unctum_core::food::Composition;
//! use unctum_core::set::{CoolingAsk, Place, SetAct, TrayKind, cooling};
//!
//! let told = cooling(&CoolingAsk {
//!     composition: Composition {
//!         water_frac: 0.14, protein_frac: 0.05, fat_frac: 0.27, sucrose_frac: 0.43, fibre_frac: 0.10, ash_frac: 0.01,
//!         ..Composition::default()
//!     },
//!     thickness_mm: 12.0, pour_c: 105.0, room_c: 28.0, tray: TrayKind::Metal, place: Place::Table,
//!     cold_tray: false, air_frac: 0.0, structure_lag_min: 0.0, free_fat_frac: None, fat: Default::default(),
//!     held: None, gelled: None, fat_dried: None,
//! })?;
//! assert!(told.windows.iter().any(|w| w.act == SetAct::Cut));
//! # Ok::<(), unctum_core::CoreError>(())
//! ```

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
