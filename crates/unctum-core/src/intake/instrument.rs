//! Instruments, and how far each is to be trusted.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::kitchen::Thermometer;
use crate::log::SeenReading;
use crate::syrup::locate::THERMOMETER_SD_K;

/// What an instrument measures.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum InstrumentKind {
    /// Temperature of what is in the pan, °C.
    Probe,
    /// Pan and contents, g.
    Scale,
    /// Strength of a cooled, clear drop, °Brix.
    Refractometer,
}

impl InstrumentKind {
    /// What it shows at all, in words, least, most and unit.
    pub(super) fn shows(self) -> (&'static str, f64, f64, &'static str) {
        match self {
            Self::Probe => ("The temperature", -40.0, 450.0, "°C"),
            Self::Scale => ("The weight of the pan with its contents", -5000.0, 200_000.0, "g"),
            Self::Refractometer => ("The refractometer", 0.0, 95.0, "°Brix"),
        }
    }

    /// A change of this much is written down before its time.
    pub(super) fn moves(self) -> f64 {
        match self {
            Self::Probe => 1.5,
            Self::Scale => 5.0,
            Self::Refractometer => 0.5,
        }
    }
}

/// An instrument's own record: its known error, and how exactly it reads without that.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields, default)]
pub struct Record {
    /// How much too high a probe reads, K. The pan's empty weight is a scale's.
    pub offset_k: f64,
    /// Standard deviation of a probe's reading, K.
    pub sd_k: f64,
}

impl Default for Record {
    fn default() -> Self {
        Self { offset_k: 0.0, sd_k: THERMOMETER_SD_K }
    }
}

impl Record {
    /// # Errors
    /// An error or a spread that no usable instrument has.
    pub fn check(&self) -> Result<()> {
        Thermometer { sd_k: self.sd_k, ..Thermometer::with_offset("", self.offset_k) }.check()
    }

    /// What stands in the log for a value that it showed.
    ///
    /// # Errors
    /// A value that no instrument of this kind shows.
    pub fn reading(&self, kind: InstrumentKind, shown: f64) -> Result<SeenReading> {
        let (what, low, high, unit) = kind.shows();
        within(what, shown, low, high, unit)?;
        Ok(match kind {
            InstrumentKind::Probe => {
                SeenReading::Probe { shown_c: shown, offset_k: self.offset_k, sd_k: self.sd_k }
            }
            InstrumentKind::Scale => SeenReading::Weight { gross_g: shown },
            InstrumentKind::Refractometer => SeenReading::Refractometer { shown_brix: shown },
        })
    }
}
