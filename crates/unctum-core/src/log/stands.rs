//! How a batch stands, without a look at how far its syrup is.

use serde::Serialize;

use crate::log::fold::Fold;
use crate::start::BatchSetup;

/// Where the batch stands as a whole.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Phase {
    /// Before the heat.
    Ready,
    /// The syrup is on.
    Syrup,
    /// Past the syrup.
    Mass,
    /// Finished.
    Done,
    /// Given up.
    GivenUp,
    /// Left for later; the next entry takes it up again.
    Resting,
}

/// How a batch stands, for whoever asks whether something may be written to it.
pub(crate) struct Stands {
    /// The moment, ms since 1970; none before the last entry.
    pub now_ms: i64,
    pub phase: Phase,
    /// Whether a syrup is on its way and the heat was on.
    pub on_heat: bool,
}

impl Fold {
    /// How it stands at a moment.
    pub fn stands_at(&self, setup: &BatchSetup, now_ms: i64) -> Stands {
        let at = self.runs().graph.syrup_places.iter().copied().find(|i| self.runs().is_going(*i));
        let phase = self.phase(setup, at);
        let on_heat = phase == Phase::Syrup && self.watch().boil.is_some() && self.watch().begun_ms.is_some();
        Stands { now_ms: now_ms.max(self.watch().last_ms), phase, on_heat }
    }

    /// What it is at, with the place of its syrup if that goes on.
    pub fn phase(&self, setup: &BatchSetup, syrup_at: Option<usize>) -> Phase {
        let heated = |i: usize| setup.steps[i].on_flame() && self.runs().of(i)[0].began_ms.is_some();
        if self.given_up {
            Phase::GivenUp
        } else if self.runs().all_over() {
            Phase::Done
        } else if self.resting {
            Phase::Resting
        } else if syrup_at.is_some() {
            Phase::Syrup
        } else if (0..setup.steps.len()).any(heated) {
            Phase::Mass
        } else {
            Phase::Ready
        }
    }
}
