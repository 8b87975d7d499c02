//! A flame that was told off long after it was called off: perhaps the knob was turned in time, and only the key
//! forgotten.

use serde::Serialize;

use crate::cook::guidance::HAND_S;
use crate::estimate::{Deed, believe};
use crate::kitchen::Flame;
use crate::log::{BatchEvent, Logged, Watch};
use crate::start::BatchSetup;
use crate::syrup::Against;

/// So long after the call, s, the key is late.
const LATE_S: f64 = 30.0;
/// So long after the key, s, she is asked.
const ASKED_S: f64 = 180.0;

/// A flame that was told off late: whether it was off when it was called is asked.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OffLate {
    /// Number of the entry.
    pub seq: i32,
    /// When it was called off, ms since 1970.
    pub called_ms: i64,
    /// How long before the key that was, s.
    pub late_s: f64,
}

/// Whether the last entry, if it says that the flame is off, came late; the pan was followed to now.
pub(super) fn off_late(setup: &BatchSetup, watch: &Watch, last: &Logged) -> Option<OffLate> {
    let (begun_ms, boil) = (watch.begun_ms?, watch.boil.as_ref()?);
    let asked = (watch.last_ms - last.at_ms) as f64 <= 1000.0 * ASKED_S;
    let says_off = last.event == BatchEvent::Flame { flame: Flame::Off };
    if !says_off || watch.flame_set_ms != Some(last.at_ms) || watch.flame_was == Flame::Off || !asked {
        return None;
    }
    let off = watch.deeds.iter().rposition(|d| matches!(d.deed, Deed::Flame(_)))?;
    let off_s = watch.deeds[off].at_s;
    let there = watch.last_test.filter(|t| t.reading.by_hand() && t.against == Against::There);
    let called_s = if let Some(test) = there {
        (test.at_ms - begun_ms) as f64 / 1000.0
    } else {
        let burning = boil.asked(setup, &watch.deeds[..off], off_s, watch.flame_was);
        off_s + believe(&burning).turn_off_in_s?.mid - HAND_S
    };
    // Nothing was called before what was entered last.
    let called_s = watch.deeds[..off].last().map_or(called_s, |d| called_s.max(d.at_s));
    let late_s = off_s - called_s;
    (late_s >= LATE_S).then(|| OffLate {
        seq: last.seq,
        called_ms: last.at_ms - (1000.0 * late_s).round() as i64,
        late_s,
    })
}
