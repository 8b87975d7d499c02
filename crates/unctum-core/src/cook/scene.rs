//! A batch at one moment, as its acts follow from it.

use std::collections::BTreeMap;

use crate::cook::call::Ahead;
use crate::cook::sights::Seen;
use crate::cook::state::{Advice, SyrupState};
use crate::kitchen::Flame;
use crate::log::{BatchEvent, RunAt, Runs};
use crate::start::BatchSetup;

/// What the acts of a batch follow from.
pub(crate) struct Scene<'a> {
    pub setup: &'a BatchSetup,
    pub runs: &'a Runs,
    pub ticked: &'a BTreeMap<usize, Vec<String>>,
    /// What was seen of each run, and when.
    pub sights: &'a BTreeMap<RunAt, Vec<(String, i64)>>,
    /// The flame under the syrup.
    pub flame: Flame,
    pub syrup: Option<&'a SyrupState>,
    /// What the syrup wants, while it is at hand.
    pub advice: Option<Advice>,
    /// The step of the syrup that goes on.
    pub syrup_at: Option<usize>,
    /// The one that is meant: a syrup that is judged for its stage has dissolved.
    pub syrup_shown: Option<usize>,
    /// What the large button writes for it.
    pub button: Option<BatchEvent>,
    pub ahead: &'a [Ahead],
    pub now_ms: i64,
}

impl Scene<'_> {
    /// The furthest thing that was seen of a run.
    pub fn furthest(&self, at: RunAt) -> Option<Seen> {
        let step = &self.setup.steps[at.0];
        let seen = self.sights.get(&at)?;
        let of =
            |(key, at_ms): &(String, i64)| Some(Seen { at_ms: *at_ms, at_frac: step.sight(key)?.at_frac });
        seen.iter().filter_map(of).max_by(|a, b| a.at_frac.total_cmp(&b.at_frac))
    }
}
