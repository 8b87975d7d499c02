//! What in a sweet spoils.

use serde::{Deserialize, Serialize};

/// What in a sweet spoils before its water says so.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Spoils {
    /// Fresh coconut, and its milk.
    FreshCoconut,
    /// Dried coconut.
    DryCoconut,
    /// Fresh curd.
    Chhena,
    /// Egg.
    Egg,
    /// Milk and what is made of it.
    MilkSolids,
    /// Starch that was cooked with water.
    CookedStarch,
    /// Fruit and vegetables.
    Fruit,
}
