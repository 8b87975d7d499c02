//! Trays, and the cups and spoons the cook measures with.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};

/// A tray to set sweets in.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Tray {
    /// What the cook calls it.
    pub name: String,
    /// Inner length, cm.
    pub length_cm: f64,
    /// Inner width, cm.
    pub width_cm: f64,
    /// Inner height, cm.
    pub height_cm: f64,
}

impl Tray {
    /// # Errors
    /// Measures no tray has.
    pub fn check(&self) -> Result<()> {
        within("The length of the tray", self.length_cm, 4.0, 100.0, "cm")?;
        within("The width of the tray", self.width_cm, 4.0, 100.0, "cm")?;
        within("The height of the tray", self.height_cm, 0.5, 20.0, "cm")?;
        Ok(())
    }
}

/// A cup, katori, glass or spoon that she measures with.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Measure {
    /// What the cook calls it.
    pub name: String,
    /// What it holds, level, ml.
    pub volume_ml: f64,
    /// Standard deviation of one measuring with it, ml.
    #[serde(default = "default_volume_sd_ml")]
    pub volume_sd_ml: f64,
}

fn default_volume_sd_ml() -> f64 {
    5.0
}

/// What holds this much or more is a cup, ml; what holds less is a spoon.
const CUP_ML: f64 = 60.0;

impl Measure {
    /// Whether it is a cup, filled in kitchen fractions, and not a spoon.
    #[must_use]
    pub fn is_cup(&self) -> bool {
        self.volume_ml >= CUP_ML
    }

    /// # Errors
    /// Volumes no cup or spoon has.
    pub fn check(&self) -> Result<()> {
        within("The cup", self.volume_ml, 0.5, 2000.0, "ml")?;
        within("The spread of the cup", self.volume_sd_ml, 0.0, 500.0, "ml")?;
        Ok(())
    }
}
