//! Foods as mixtures: what ingredients are made of, what a cup of them weighs, and the thermal
//! properties and the water activity that follow from composition.

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
