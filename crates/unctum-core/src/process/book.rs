//! What the catalogue and her kitchen know: one book that all questions about a method share.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

use crate::food::Larder;
use crate::kitchen::Air;
use crate::process::pace::Paces;
use crate::process::sweet::Sweet;
use crate::syrup::Ladder;

/// By what a swap is kept equal.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum SwapBy {
    /// Same mass.
    Mass,
    /// Same sweetness.
    Sweetness,
    /// Same solids.
    Solids,
    /// Same fat.
    Fat,
}

impl SwapBy {
    /// The word used in files and over the network.
    #[must_use]
    pub fn word(self) -> &'static str {
        match self {
            Self::Mass => "mass",
            Self::Sweetness => "sweetness",
            Self::Solids => "solids",
            Self::Fat => "fat",
        }
    }
}

/// A swap that the catalogue knows, with what it does beyond the numbers.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Swap {
    /// What is replaced.
    pub from: String,
    /// What replaces it.
    pub to: String,
    /// What is kept equal.
    pub by: SwapBy,
    /// Nothing is fried in it as hot as this, °C; none where it bears what the other bears.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hottest_c: Option<f64>,
    /// What it is called.
    pub name: String,
    /// What it does to set and working.
    pub structure: String,
    /// What it does to colour and taste.
    pub colour: String,
}

/// The book: ingredients, swaps and components of the catalogue, with the ladder and the air of a kitchen.
#[derive(Debug, Clone, Copy)]
pub struct Book<'a> {
    /// The ingredients.
    pub larder: &'a Larder,
    /// One ingredient for another.
    pub swaps: &'a [Swap],
    /// Sweets that make an ingredient, by that ingredient.
    pub components: &'a BTreeMap<String, Sweet>,
    /// Her ladder.
    pub ladder: &'a Ladder,
    /// Her air.
    pub air: Air,
    /// How long her work takes against what is usual, as far as that was learnt.
    pub paces: Paces,
}
