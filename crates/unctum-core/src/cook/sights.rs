//! When a run will end, by its usual minutes and by what the cook saw of it.

use serde::Serialize;

use crate::numeric::{Spread, Z80};
use crate::process::{Picture, Step};

/// A sight comes this surely at its part of the time: the standard deviation of the whole, as a share, told by the
/// last one; earlier ones tell less, by the root of their part.
const LAST_SD: f64 = 0.15;
/// No usual time is known better than this, as a share.
const LEAST_SD: f64 = 0.02;
/// What was waited for may stand this share of its time before it is too long.
const GRACE: f64 = 0.15;

/// What was seen of a run, and when.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Seen {
    /// When, ms since 1970.
    pub at_ms: i64,
    /// The part of the time after which it usually comes, 0–1.
    pub at_frac: f64,
}

/// A picture of how a run looks on its way.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SightState {
    /// Its key.
    pub key: String,
    /// What is seen, and what to do or to leave.
    pub words: String,
    /// How it is drawn.
    pub picture: Picture,
    /// About when it comes, ms since 1970.
    pub expected_ms: i64,
    /// When it was seen, ms since 1970.
    pub seen_ms: Option<i64>,
}

/// When a run that began then ends, ms since 1970, by its usual minutes and the furthest thing that was seen of it: two
/// independent tellings of one time, as logarithms.
pub(crate) fn ends_ms(began_ms: i64, minutes: Spread, seen: Option<Seen>) -> (i64, i64, i64) {
    let ms = |minutes: f64| began_ms + (60_000.0 * minutes) as i64;
    let usual = (ms(minutes.low), ms(minutes.mid), ms(minutes.high));
    let Some(seen) = seen else { return usual };
    let gone_min = (seen.at_ms - began_ms) as f64 / 60_000.0;
    if seen.at_frac >= 1.0 {
        let most_min = gone_min + GRACE * gone_min.max(minutes.mid);
        return (ms(gone_min), ms(gone_min), ms(most_min));
    }
    if gone_min <= 0.0 || minutes.low <= 0.0 {
        return usual;
    }
    let usual_sd = ((minutes.high / minutes.low).ln() / (2.0 * Z80)).max(LEAST_SD);
    let seen_sd = LAST_SD / seen.at_frac.sqrt();
    let (a, b) = (usual_sd.powi(-2), seen_sd.powi(-2));
    let mid = (a * minutes.mid.ln() + b * (gone_min / seen.at_frac).ln()) / (a + b);
    let off = Z80 / (a + b).sqrt();
    // It has not ended yet when it was seen on its way.
    let end = |ln: f64| ms(ln.exp().max(gone_min));
    (end(mid - off), end(mid), end(mid + off))
}

/// The pictures of a run, with when each usually comes and what was seen.
pub(crate) fn sights(step: &Step, began_ms: i64, best_ms: i64, seen: &[(String, i64)]) -> Vec<SightState> {
    let whole_ms = (best_ms - began_ms) as f64;
    let of = |s: &crate::process::Sight| SightState {
        key: s.key.to_owned(),
        words: s.words.to_owned(),
        picture: s.picture,
        expected_ms: began_ms + (s.at_frac * whole_ms) as i64,
        seen_ms: seen.iter().find(|(key, _)| key == s.key).map(|(_, at_ms)| *at_ms),
    };
    step.sights().iter().map(of).collect()
}
