//! What of a set mass is solid and what flows.

use serde::{Deserialize, Serialize};

/// How the sugar of a mass was treated, which decides how its grain feels.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Worked {
    /// Poured and left alone.
    #[default]
    Poured,
    /// Kneaded or beaten as it cooled.
    Kneaded,
    /// Never dissolved: ground sugar stirred in.
    Ground,
}

/// What of a set mass is solid and what flows, as shares of its volume (air left out).
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Phases {
    /// Sugar crystals.
    pub crystal_frac: f64,
    /// Milk sugar crystals.
    pub lactose_crystal_frac: f64,
    /// Solids that do not dissolve, with the water they hold.
    pub insoluble_frac: f64,
    /// Syrup that a gel has taken.
    pub gel_frac: f64,
    /// Fat that is solid or locked in.
    pub firm_fat_frac: f64,
    /// Syrup that flows.
    pub syrup_frac: f64,
    /// Fat that flows.
    pub liquid_fat_frac: f64,
    /// Share of all sucrose that is crystal.
    pub crystallised_frac: f64,
    /// Share of what is dissolved that is not sucrose.
    pub other_dissolved_frac: f64,
    /// Whether the syrup carries all the sucrose it can.
    pub saturated: bool,
}

impl Phases {
    /// φ: the solid share of the volume, 0–1.
    #[must_use]
    pub fn solid_frac(&self) -> f64 {
        self.crystal_frac
            + self.lactose_crystal_frac
            + self.insoluble_frac
            + self.gel_frac
            + self.firm_fat_frac
    }
}
