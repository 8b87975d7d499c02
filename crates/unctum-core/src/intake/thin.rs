//! Which samples are written into the log of the batch that an instrument watches.

use crate::cook::Followed;
use crate::intake::instrument::{InstrumentKind, Record};
use crate::intake::looks::{Looks, looks};
use crate::intake::sent::Sample;
use crate::log::SeenReading;

/// A reading is written down this often, ms; sooner, but not sooner than that, when it moved.
const EVERY_MS: i64 = 30_000;
const SOONEST_MS: i64 = 10_000;

/// Whether a sample tells enough beside the last one that was looked at.
#[must_use]
pub fn worth_writing(kind: InstrumentKind, last: Option<Sample>, new: Sample) -> bool {
    let Some(last) = last else { return true };
    let apart_ms = new.at_ms.saturating_sub(last.at_ms);
    apart_ms >= EVERY_MS || (apart_ms >= SOONEST_MS && (new.value - last.value).abs() >= kind.moves())
}

/// What a handful of samples comes to.
#[derive(Debug, Clone, PartialEq)]
pub struct Thinned {
    /// What goes into the log.
    pub write: Vec<(Sample, SeenReading)>,
    /// The newest one that was looked at, and how it looks; none if none was.
    pub last: Option<(Sample, Looks)>,
}

/// Thins samples, in whatever order they came, into the log of `batch`; `last` is the newest one looked at before.
/// What looks wrong is told and not written.
///
/// Costs one look at the batch (some milliseconds) for each half minute that the samples span.
#[must_use]
pub fn thinned(
    kind: InstrumentKind,
    record: &Record,
    batch: &Followed,
    last: Option<Sample>,
    samples: &[Sample],
) -> Thinned {
    let mut samples = samples.to_vec();
    samples.sort_by_key(|s| (s.at_ms, s.n));
    let mut thinned = Thinned { write: Vec::new(), last: None };
    let mut before = last;
    for sample in samples {
        if !worth_writing(kind, before, sample) {
            continue;
        }
        before = Some(sample);
        let state = batch.state_at(sample.at_ms);
        let how = looks(kind, record, sample.value, batch.setup(), &state);
        thinned.last = Some((sample, how));
        // A cold pan tells nothing about strength.
        if how == Looks::Sound
            && state.syrup.is_some()
            && let Ok(reading) = record.reading(kind, sample.value)
        {
            thinned.write.push((sample, reading));
        }
    }
    thinned
}
