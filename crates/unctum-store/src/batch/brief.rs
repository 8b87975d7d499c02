//! Where a batch stands, and what a list says of it.

use serde::{Deserialize, Serialize};
use unctum_core::cook::{BatchSummary, Followed, is_resting};

use crate::document::Kept;

/// Where a batch stands, as far as a list cares.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Standing {
    /// It goes on.
    Going,
    /// It was left for later.
    Resting,
    /// It was finished or given up.
    Over,
    /// A row of it cannot be read.
    Unreadable,
}

impl Standing {
    pub(super) fn word(self) -> &'static str {
        match self {
            Self::Going => "going",
            Self::Resting => "resting",
            Self::Over => "over",
            Self::Unreadable => "unreadable",
        }
    }

    pub(super) fn of_word(word: &str) -> Self {
        match word {
            "going" => Self::Going,
            "resting" => Self::Resting,
            "over" => Self::Over,
            _ => Self::Unreadable,
        }
    }

    pub(super) fn of(batch: &Followed) -> Self {
        if batch.is_over() {
            Self::Over
        } else if is_resting(batch.log()) {
            Self::Resting
        } else {
            Self::Going
        }
    }
}

/// What a list says of a batch that has ended or rests.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Brief {
    /// Name of the pan.
    pub pan_name: String,
    /// Number of the pan, if it is known.
    #[serde(default)]
    pub pan_id: Option<i32>,
    /// Name of the ring.
    pub ring_name: String,
    /// Number of the ring, if it is known.
    pub ring_id: Option<i32>,
    /// Planned against real.
    pub summary: BatchSummary,
}

impl Brief {
    /// In brief as it stands.
    #[must_use]
    pub fn of(batch: &Followed) -> Self {
        let setup = batch.setup();
        Self {
            pan_name: setup.pan.name.clone(),
            pan_id: setup.chosen.pan_id,
            ring_name: setup.ring.name.clone(),
            ring_id: setup.chosen.ring_id,
            summary: batch.summary().clone(),
        }
    }
}

impl Kept for Brief {
    const VERSION: u64 = 1;
}
