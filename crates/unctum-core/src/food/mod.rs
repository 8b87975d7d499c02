//! Foods as mixtures: what ingredients are made of, what a cup of them weighs, and the thermal
//! properties and the water activity that follow from composition.
//!
//! ```
//! use unctum_core::food::measure::dose_words;
//!
//! // What is small is told as it can be taken, never rounded up to what a scale shows.
//! assert!(!dose_words(0.02).is_empty());
//! ```

mod activity;
pub mod by_hand;
mod composition;
mod fat;
mod ingredient;
pub mod measure;
mod spoils;
mod thermal;

pub use activity::sweet_water_activity;
pub use composition::{COMPONENTS, Composition, Parts};
pub use fat::FatKind;
pub use ingredient::{BulkDensity, Diet, Ingredient, Larder, PieceMass, ShelfKind, plain};
pub use spoils::Spoils;
pub use thermal::{Makeup, Thermal, thermal};
