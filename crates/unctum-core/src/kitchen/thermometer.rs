//! Thermometers and their own errors.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::syrup::locate::THERMOMETER_SD_K;

/// A thermometer and its own error, which may change along its scale.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Thermometer {
    /// What the cook calls it.
    pub name: String,
    /// How much too high it reads at 100 °C, K.
    pub offset_k: f64,
    /// How much too high it reads in ice water, K; the same as at 100 °C if not known.
    #[serde(default)]
    pub ice_offset_k: Option<f64>,
    /// Standard deviation of a reading once its own error is taken out, K.
    #[serde(default = "default_sd_k")]
    pub sd_k: f64,
}

fn default_sd_k() -> f64 {
    THERMOMETER_SD_K
}

impl Thermometer {
    /// A thermometer that reads too high by `offset_k` everywhere.
    #[must_use]
    pub fn with_offset(name: &str, offset_k: f64) -> Self {
        Self { name: name.to_owned(), offset_k, ice_offset_k: None, sd_k: THERMOMETER_SD_K }
    }

    fn gain(&self) -> (f64, f64) {
        let ice_k = self.ice_offset_k.unwrap_or(self.offset_k);
        (ice_k, 1.0 + (self.offset_k - ice_k) / 100.0)
    }

    /// What this thermometer shows at a true temperature, °C.
    #[must_use]
    pub fn shows_c(&self, true_c: f64) -> f64 {
        let (ice_k, gain) = self.gain();
        ice_k + gain * true_c
    }

    /// The true temperature, °C, behind what it shows; the inverse of [`Self::shows_c`].
    #[must_use]
    pub fn true_c(&self, shown_c: f64) -> f64 {
        let (ice_k, gain) = self.gain();
        (shown_c - ice_k) / gain
    }

    /// # Errors
    /// Errors no usable thermometer has.
    pub fn check(&self) -> Result<()> {
        within("The error of the thermometer", self.offset_k, -15.0, 15.0, "K")?;
        within("The error in ice water", self.ice_offset_k.unwrap_or(0.0), -15.0, 15.0, "K")?;
        within("The spread of the thermometer", self.sd_k, 0.01, 10.0, "K")?;
        Ok(())
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_crooked_scale_is_set_straight() {
        let dial = Thermometer { ice_offset_k: Some(1.0), ..Thermometer::with_offset("Dial", -2.0) };
        assert!((dial.shows_c(0.0) - 1.0).abs() < 1e-12);
        assert!((dial.shows_c(100.0) - 98.0).abs() < 1e-12);
        for true_c in [-5.0, 38.0, 105.4, 160.0] {
            assert!((dial.true_c(dial.shows_c(true_c)) - true_c).abs() < 1e-9);
        }
    }
}
