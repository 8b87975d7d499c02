//! The strength that a reading tells, and where it stands against a stage.

use serde::{Deserialize, Serialize};

use crate::numeric::Spread;
use crate::syrup::charge::MAX_SOLIDS_FRAC;
use crate::syrup::stage::Stage;

/// Strength as a reading tells it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Strength {
    /// Strength, 0–1.
    pub frac: Spread,
    /// Whether the ends are edges between which every strength is as likely: a look, not a measurement.
    pub edges: bool,
}

impl Strength {
    /// A measurement.
    #[must_use]
    pub fn measured(frac: Spread) -> Self {
        Self { frac, edges: false }
    }

    /// A look that could be anything between two edges.
    #[must_use]
    pub fn between(low_frac: f64, high_frac: f64) -> Self {
        let frac = Spread { low: low_frac, mid: 0.5 * (low_frac + high_frac), high: high_frac };
        Self { frac, edges: true }
    }
}

/// A test against the stage it was made for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Against {
    /// Not there yet.
    NotYet,
    /// That is it: inside its band.
    There,
    /// Past it.
    Past,
}

/// Where a reading stands against a stage: inside the band is inside. A look that could be either is
/// taken by its middle.
#[must_use]
pub fn against(strength: Strength, stage: &Stage) -> Against {
    let mid = strength.frac.mid;
    if mid < stage.low_frac {
        Against::NotYet
    } else if mid < stage.high_frac || stage.high_frac >= MAX_SOLIDS_FRAC {
        Against::There
    } else {
        Against::Past
    }
}
