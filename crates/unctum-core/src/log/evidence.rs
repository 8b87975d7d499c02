//! What a reading of the log is to the belief.

use crate::error::{CoreError, Result, within};
use crate::estimate::Seen;
use crate::kitchen::Thermometer;
use crate::log::event::SeenReading;
use crate::numeric::Z80;
use crate::start::BatchSetup;
use crate::syrup::{Reading, Strength};

/// What a thermometer in a pan can show, °C.
const WARMTH_C: (f64, f64) = (-5.0, 250.0);

/// A reading as evidence.
pub(super) struct Evidence {
    /// For the belief: what is measured as measured, what is looked at by its edges.
    pub seen: Seen,
    /// The strength it tells by itself; none from the warmth of a syrup that does not boil yet.
    pub strength: Option<Strength>,
}

impl Evidence {
    /// # Errors
    /// [`CoreError::NothingToFollow`] without a syrup; a reading that no syrup gives.
    pub fn of(setup: &BatchSetup, reading: SeenReading) -> Result<Self> {
        if let SeenReading::Probe { offset_k, sd_k, .. } = reading {
            Thermometer { sd_k, ..Thermometer::with_offset("", offset_k) }.check()?;
        }
        let corrected = reading.corrected(setup)?;
        let strength = match setup.strength_of(corrected) {
            Err(CoreError::BelowWaterBoil { boil_c, .. }) => {
                within("The temperature", boil_c, WARMTH_C.0, WARMTH_C.1, "°C")?;
                None
            }
            other => Some(other?),
        };
        let edges = strength.is_some_and(|s| s.edges);
        let between = || strength.map(|s| Seen::Between { low_frac: s.frac.low, high_frac: s.frac.high });
        let seen = match (reading, corrected) {
            (SeenReading::Probe { sd_k, .. }, Reading::Thermometer { boil_c }) => {
                Seen::Probe { true_c: boil_c, sd_k }
            }
            (_, Reading::Thermometer { boil_c }) => Seen::Temperature { true_c: boil_c },
            (_, Reading::Weight { gross_g, tare_g }) => Seen::Weight { contents_g: gross_g - tare_g },
            (_, Reading::String { string_cm }) if !edges => Seen::String { length_cm: string_cm },
            (_, Reading::Refractometer { .. }) if !edges => {
                let strength = strength.ok_or(CoreError::NothingToFollow)?;
                let sd_frac = (0.5 * (strength.frac.high - strength.frac.low) / Z80).max(1e-4);
                Seen::Strength { solids_frac: strength.frac.mid, sd_frac }
            }
            _ => between().ok_or(CoreError::NothingToFollow)?,
        };
        Ok(Self { seen, strength })
    }
}

impl SeenReading {
    /// The reading with the instruments' own errors taken out.
    ///
    /// # Errors
    /// [`CoreError::NothingToFollow`] without a syrup.
    pub fn corrected(self, setup: &BatchSetup) -> Result<Reading> {
        Ok(match self {
            Self::Thermometer { shown_c } => Reading::Thermometer {
                boil_c: setup.thermometer.as_ref().map_or(shown_c, |t| t.true_c(shown_c)),
            },
            Self::Probe { shown_c, offset_k, .. } => Reading::Thermometer { boil_c: shown_c - offset_k },
            Self::Refractometer { shown_brix } => {
                Reading::Refractometer { brix: shown_brix - setup.refractometer_offset_brix.unwrap_or(0.0) }
            }
            Self::Weight { gross_g } => Reading::Weight { gross_g, tare_g: setup.pan.tare_g },
            Self::String { string_cm } => Reading::String { string_cm },
            Self::Seen { stage } => Reading::Seen { stage },
            Self::Pull { pull } => Reading::Pull { pull },
            Self::NotYet => Reading::Below { stage: setup.syrup()?.stage },
        })
    }
}
