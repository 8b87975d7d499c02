//! The cook's instruments at one reading: their own errors, and how exactly they read.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::kitchen::thermometer::Thermometer;
use crate::syrup::Reading;
use crate::syrup::locate::Accuracy;

/// The errors of the cook's own instruments, to be taken out of what they show.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields, default)]
pub struct Instruments {
    /// Her thermometer; a true one if left out.
    pub thermometer: Option<Thermometer>,
    /// How much too high her refractometer reads, °Brix.
    pub refractometer_offset_brix: f64,
}

impl Instruments {
    /// The reading with the instruments' own errors taken out.
    ///
    /// # Errors
    /// Errors no usable instrument has.
    pub fn corrected(&self, shown: Reading) -> Result<Reading> {
        Ok(match (shown, &self.thermometer) {
            (Reading::Thermometer { boil_c }, Some(thermometer)) => {
                thermometer.check()?;
                Reading::Thermometer { boil_c: thermometer.true_c(boil_c) }
            }
            (Reading::Refractometer { brix }, _) => {
                let offset = self.refractometer_offset_brix;
                let offset = within("The error of the refractometer", offset, -10.0, 10.0, "°Brix")?;
                Reading::Refractometer { brix: brix - offset }
            }
            (other, _) => other,
        })
    }

    /// How exactly they read.
    #[must_use]
    pub fn accuracy(&self) -> Accuracy {
        let usual = Accuracy::default();
        let thermometer_sd_k = self.thermometer.as_ref().map_or(usual.thermometer_sd_k, |t| t.sd_k);
        Accuracy { thermometer_sd_k, ..usual }
    }
}
