//! The runs of a batch as they were made: which step, which load, from when to when.

use crate::cook::Followed;
use crate::process::Step;

/// A run that ended.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct RunMade<'a> {
    /// The step.
    pub step: &'a Step,
    /// Number of its load, from 1.
    pub load: u32,
    /// When it began, ms since 1970.
    pub began_ms: i64,
    /// When it ended.
    pub ended_ms: i64,
}

impl RunMade<'_> {
    /// How long it took, min.
    #[must_use]
    pub fn minutes(&self) -> f64 {
        (self.ended_ms - self.began_ms) as f64 / 60_000.0
    }
}

impl Followed {
    /// The runs that began and ended, in the order of the sheet.
    #[must_use]
    pub fn runs_made(&self) -> Vec<RunMade<'_>> {
        let steps = &self.setup().steps;
        let made = self.runs().all().filter_map(|((i, load), run)| {
            let (began_ms, ended_ms) = (run.began_ms?, run.ended_ms?);
            Some(RunMade { step: &steps[i], load: load as u32 + 1, began_ms, ended_ms })
        });
        made.collect()
    }
}
