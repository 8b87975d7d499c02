//! Whether what an instrument shows can be of the pan it watches.

use serde::{Deserialize, Serialize};

use crate::cook::BatchState;
use crate::intake::instrument::{InstrumentKind, Record};
use crate::log::Phase;
use crate::start::BatchSetup;

/// Within so much of what is believed, K, the belief weighs it: a pan that boils, and one that is still warming up.
const BOILING_K: f64 = 12.0;
const WARMING_K: f64 = 30.0;
/// A cold pan is as warm as the room to this, K.
const ROOM_K: f64 = 5.0;
/// A scale jumps by more than so many grams, or so many times what is not known of the weight.
const JUMP_G: f64 = 40.0;
const JUMP_SPREADS: f64 = 4.0;
/// Below this share of the empty pan's weight, the pan is not on the scale.
const LIFTED_SHARE: f64 = 0.5;

/// How what an instrument shows looks beside what is known of its pan.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "looks", rename_all = "snake_case")]
pub enum Looks {
    /// It can be of this pan.
    Sound,
    /// There is no syrup at the step at hand: it is shown and not weighed.
    Aside,
    /// It would be right if it were °F.
    Fahrenheit {
        /// What it would be then, °C.
        celsius: f64,
    },
    /// Far colder than a pan on the flame: it hangs outside, or the flame is off.
    Cold {
        /// What the pan should be, °C.
        expected_c: f64,
    },
    /// Warm, though no flame was told.
    Unlit,
    /// Hotter than this pan can be.
    Hot {
        /// What the pan should be, °C.
        expected_c: f64,
    },
    /// The scale jumped.
    Jumped {
        /// By so much, g.
        by_g: f64,
    },
    /// The pan is not on the scale.
    Lifted,
}

/// How a value looks that an instrument showed of a batch in this state. A function of its arguments alone.
#[must_use]
pub fn looks(
    kind: InstrumentKind,
    record: &Record,
    shown: f64,
    setup: &BatchSetup,
    state: &BatchState,
) -> Looks {
    let waits = setup.syrup.is_some() && matches!(state.phase, Phase::Ready | Phase::Syrup);
    match kind {
        _ if !waits => Looks::Aside,
        InstrumentKind::Probe => warmth(shown - record.offset_k, setup, state),
        InstrumentKind::Scale => weight(shown, setup, state),
        InstrumentKind::Refractometer => Looks::Sound,
    }
}

fn warmth(true_c: f64, setup: &BatchSetup, state: &BatchState) -> Looks {
    let expected_c = state.syrup.as_ref().map_or(setup.air.room_c, |s| s.liquid_c);
    let known_k = if state.syrup.as_ref().is_some_and(|s| s.boiling) { BOILING_K } else { WARMING_K };
    let as_fahrenheit_k = if state.syrup.is_none() { ROOM_K } else { 0.6 * known_k };
    let off_k = true_c - expected_c;
    if off_k.abs() <= known_k {
        return Looks::Sound;
    }
    let celsius = (true_c - 32.0) / 1.8;
    if off_k > 0.0 && (celsius - expected_c).abs() <= as_fahrenheit_k {
        return Looks::Fahrenheit { celsius };
    }
    if off_k > 0.0 && state.syrup.is_none() {
        return Looks::Unlit;
    }
    if off_k < 0.0 { Looks::Cold { expected_c } } else { Looks::Hot { expected_c } }
}

fn weight(gross_g: f64, setup: &BatchSetup, state: &BatchState) -> Looks {
    if gross_g < LIFTED_SHARE * setup.pan.tare_g {
        return Looks::Lifted;
    }
    let Some(syrup) = &state.syrup else { return Looks::Sound };
    let Some(expected_g) = syrup.gross_g else { return Looks::Sound };
    let by_g = gross_g - expected_g;
    if by_g.abs() > JUMP_G.max(JUMP_SPREADS * syrup.gross_spread_g) {
        Looks::Jumped { by_g }
    } else {
        Looks::Sound
    }
}
