//! Tasted again some days later: how it kept.

use serde::{Deserialize, Serialize};

use crate::error::{Result, check_text, refuse_control};

/// Where it was kept.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum KeptIn {
    /// In the room.
    Room,
    /// In the refrigerator.
    Cold,
}

/// How it was.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Tasted {
    /// As on the first day.
    Good,
    /// Drier, or harder, and still good.
    Drier,
    /// Stale: not given to anybody any more.
    Stale,
    /// Off: thrown away.
    Off,
}

/// A tasting.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Tasting {
    /// When, ms since 1970.
    pub at_ms: i64,
    /// Where it was kept.
    pub place: KeptIn,
    /// How it was.
    pub tasted: Tasted,
    /// What to remember.
    #[serde(default)]
    pub note: String,
}

impl Tasting {
    /// # Errors
    /// A note longer than a page.
    pub fn check(&self) -> Result<()> {
        check_text("The note", &self.note, 1000)?;
        refuse_control("the note", &self.note, true)
    }

    /// Whether it kept until then.
    #[must_use]
    pub fn kept(&self) -> bool {
        matches!(self.tasted, Tasted::Good | Tasted::Drier)
    }
}
