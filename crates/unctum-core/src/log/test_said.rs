//! The last test of a batch: what it showed, and whether that was the stage.

use serde::Serialize;

use crate::error::Result;
use crate::log::event::SeenReading;
use crate::start::BatchSetup;
use crate::syrup::{Against, Strength, against};

/// A landing this close to the target, in strength, is as good as on it.
pub(crate) const NEAR_ENOUGH: f64 = 0.002;

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
    ///
    /// # Errors
    /// [`CoreError::NothingToFollow`](crate::CoreError::NothingToFollow) without a syrup.
    pub fn of(setup: &BatchSetup, at_ms: i64, reading: SeenReading, strength: Strength) -> Result<Self> {
        let plan = setup.syrup()?;
        let mut band = setup.ladder.of(plan.stage);
        band.low_frac = band.low_frac.min(plan.target_solids_frac - NEAR_ENOUGH);
        band.high_frac = band.high_frac.max(plan.target_solids_frac + NEAR_ENOUGH);
        Ok(Self { at_ms, reading, solids_frac: strength.frac.mid, against: against(strength, &band) })
    }
}
