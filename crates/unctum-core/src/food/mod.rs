//! Foods as mixtures: composition by mass, and thermal properties that follow from it.

mod ingredient;
mod thermal;

pub use ingredient::{Ingredient, Larder};
pub use thermal::{Makeup, Thermal, thermal};
