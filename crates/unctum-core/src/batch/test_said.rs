//! The last test of a batch: what it showed, and whether that was the stage.

use serde::Serialize;

use crate::batch::{BatchSetup, SeenReading};
use crate::syrup::locate::Strength;
use crate::syrup::{Against, against};

/// The last reading of the syrup, against the stage asked for.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TestSaid {
    /// When, ms since 1970.
    pub at_ms: i64,
    /// What was read.
    pub reading: SeenReading,
    /// Strength it says, 0–1.
    pub solids_frac: f64,
    /// Where that stands against the stage.
    pub against: Against,
}

impl TestSaid {
    /// A reading against the stage of its batch. A hair beside the strength asked for is as good as on it.
    #[must_use]
    pub fn of(setup: &BatchSetup, at_ms: i64, reading: SeenReading, strength: Strength) -> Self {
        let mut band = setup.ladder.of(setup.stage);
        band.low_frac = band.low_frac.min(setup.target_solids_frac - super::guidance::NEAR_ENOUGH);
        band.high_frac = band.high_frac.max(setup.target_solids_frac + super::guidance::NEAR_ENOUGH);
        Self { at_ms, reading, solids_frac: strength.frac, against: against(strength, &band) }
    }
}
