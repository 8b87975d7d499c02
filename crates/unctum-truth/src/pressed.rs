//! How what happened gets into the log: as it happens, or as hands do it at a stove with two devices.

use unctum_core::log::{BatchEvent, SeenReading};
use unctum_core::numeric::Rng;
use unctum_core::sim::Cook;

/// How entries are pressed.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Pressed {
    /// Each as it happens.
    AtOnce,
    /// On two devices: some told a while later with their moment, some written wrong and put right, and so arriving in
    /// another order than they happened.
    ByTwo,
}

/// From the call to the knob, and from a reading to its key, s.
pub(crate) const HAND_S: f64 = 5.0;
/// So often an entry is told late, and so often it is written wrong first.
const LATE: f64 = 0.35;
const WRONG: f64 = 0.2;

/// An entry on its way into the log.
pub(crate) struct Coming {
    /// When it arrives, s of the evening.
    pub at_s: f64,
    /// The moment it speaks of, ms since 1970.
    of_ms: i64,
    event: BatchEvent,
    /// What was truly read, where it is written wrong first, and how long until that is put right, s.
    put_right: Option<(SeenReading, f64)>,
    /// The entry that this puts right.
    amends: Option<i32>,
}

impl Coming {
    /// A reading made now, as it will be told by one of two: the key is pressed a little later, or much later with
    /// about the moment it speaks of.
    pub fn told(cook: &Cook, reading: SeenReading, rng: &mut Rng) -> Self {
        let (now_s, now_ms) = (cook.elapsed_s(), cook.now_ms());
        let ms = |s: f64| (1000.0 * s).round() as i64;
        let hand_s = rng.between(0.0, 2.0 * HAND_S);
        let (at_s, of_ms) = if rng.between(0.0, 1.0) < LATE {
            (now_s + hand_s + rng.between(15.0, 90.0), now_ms + ms(rng.between(0.0, 2.0 * HAND_S)))
        } else {
            (now_s + hand_s, now_ms + ms(hand_s))
        };
        let event = |reading| BatchEvent::Reading { reading };
        let right = Self { at_s, of_ms, event: event(reading), put_right: None, amends: None };
        match mistyped(reading) {
            Some(wrong) if rng.between(0.0, 1.0) < WRONG => {
                let after_s = rng.between(10.0, 45.0);
                Self { event: event(wrong), put_right: Some((reading, after_s)), ..right }
            }
            _ => right,
        }
    }

    /// Arrives. Returns what follows it, if something does.
    pub fn arrives(self, cook: &mut Cook) -> Option<Self> {
        if let Some(amended_seq) = self.amends {
            let BatchEvent::Reading { reading } = self.event else { return None };
            let right = BatchEvent::Amended {
                amended_seq,
                amended_ms: None,
                reading: Some(reading),
                water_g: None,
                flame: None,
            };
            let _ = cook.writes_of(right, cook.now_ms());
            return None;
        }
        // What the page refuses is not read again: an evening has many readings.
        let seq = cook.writes_of(self.event, self.of_ms).ok()?;
        let (reading, after_s) = self.put_right?;
        Some(Self {
            at_s: cook.elapsed_s() + after_s,
            of_ms: self.of_ms,
            event: BatchEvent::Reading { reading },
            put_right: None,
            amends: Some(seq),
        })
    }
}

/// A slip of the finger: another digit. A look has none.
fn mistyped(reading: SeenReading) -> Option<SeenReading> {
    match reading {
        SeenReading::Weight { gross_g } => Some(SeenReading::Weight { gross_g: gross_g - 30.0 }),
        SeenReading::Thermometer { shown_c } => Some(SeenReading::Thermometer { shown_c: shown_c + 3.0 }),
        _ => None,
    }
}
