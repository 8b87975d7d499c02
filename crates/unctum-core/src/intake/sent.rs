//! One line that an instrument sends, and the sample it comes to.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::intake::instrument::InstrumentKind;

/// An instrument that was not heard for so long, ms, is lost.
pub const LOST_AFTER_MS: i64 = 8000;
/// Clocks of a house agree to so much, ms: what is this far ahead is of now.
const AHEAD_MS: i64 = 2000;
/// What is older is of no use any more, ms: six hours.
const OLDEST_MS: i64 = 6 * 3_600_000;

/// A line of what an instrument sends.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Sent {
    /// Its number since the instrument was switched on: the same number is the same reading.
    pub n: u32,
    /// How long ago it was read, ms; now if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub age_ms: Option<i64>,
    /// When it was read, ms since 1970 by the program's clock, for an instrument that has one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub at_ms: Option<i64>,
    /// What a probe shows, °C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub temperature_c: Option<f64>,
    /// What a scale shows, g.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub gross_g: Option<f64>,
    /// What a refractometer shows, °Brix.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub brix: Option<f64>,
}

/// A reading of an instrument at its moment, as it was shown.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Sample {
    /// Its number since the instrument was switched on.
    pub n: u32,
    /// When, ms since 1970.
    pub at_ms: i64,
    /// What it showed, in the unit of its kind.
    pub value: f64,
}

impl Sent {
    /// A line with nothing but its number.
    #[must_use]
    pub fn numbered(n: u32) -> Self {
        Self { n, age_ms: None, at_ms: None, temperature_c: None, gross_g: None, brix: None }
    }

    /// The sample of an instrument of `kind` that it comes to, heard at `now_ms`.
    ///
    /// # Errors
    /// [`CoreError::Missing`] without the one value of its kind; [`CoreError::OutOfRange`];
    /// [`CoreError::NotNow`] for a moment that is still to come, or long gone.
    pub fn sample(&self, kind: InstrumentKind, now_ms: i64) -> Result<Sample> {
        let told = [self.temperature_c, self.gross_g, self.brix];
        let (name, shown) = match kind {
            InstrumentKind::Probe => ("temperature_c", self.temperature_c),
            InstrumentKind::Scale => ("gross_g", self.gross_g),
            InstrumentKind::Refractometer => ("brix", self.brix),
        };
        let Some(shown) = shown.filter(|_| told.iter().flatten().count() == 1) else {
            return Err(CoreError::Missing(format!(
                "A line of this instrument holds {name} and no other value."
            )));
        };
        let (what, low, high, unit) = kind.shows();
        let value = within(what, shown, low, high, unit)?;
        let at_ms = match (self.at_ms, self.age_ms) {
            (Some(_), Some(_)) => {
                return Err(CoreError::Missing("A line holds at_ms or age_ms, not both.".into()));
            }
            (Some(at_ms), None) => at_ms,
            (None, age_ms) => now_ms.saturating_sub(age_ms.unwrap_or(0)),
        };
        if at_ms > now_ms.saturating_add(AHEAD_MS) {
            return Err(CoreError::NotNow(
                "That reading is of a moment still to come. Set the instrument's clock, or send age_ms."
                    .into(),
            ));
        }
        if at_ms < now_ms.saturating_sub(OLDEST_MS) {
            return Err(CoreError::NotNow("That reading is older than six hours.".into()));
        }
        Ok(Sample { n: self.n, at_ms: at_ms.min(now_ms), value })
    }
}
