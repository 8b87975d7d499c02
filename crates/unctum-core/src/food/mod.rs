//! Foods as mixtures: what ingredients are made of, what a cup of them weighs, and the thermal
//! properties that follow from composition.

pub mod by_hand;
mod composition;
mod ingredient;
pub mod measure;
pub mod reading;
mod thermal;

pub use composition::{COMPONENTS, Composition, Parts};
pub use ingredient::{BulkDensity, Diet, Ingredient, Larder, PieceMass, ShelfKind, plain};
pub use thermal::{Makeup, Thermal, thermal};
