//! Times that follow a temperature: batter that rises, grain and nuts that swell, what cooks under pressure.

use crate::course::question::CourseQuestion;
use crate::numeric::Spread;
use crate::process::{StepKind, Vessel};
use crate::water::{latent_heat_j_kg, saturation_temperature_c};

/// Methods tell how long a batter rises and grain swells in a room of this, °C.
const TOLD_ROOM_C: f64 = 28.0;
/// A batter rises twice as fast so many kelvins warmer, water goes into grain twice as fast so many.
const RISES_TWICE_K: f64 = 9.0;
const SWELLS_TWICE_K: f64 = 17.0;
/// Warmer than this nothing rises faster; nobody's kitchen is colder than that, °C.
const ROOM_C: (f64, f64) = (10.0, 38.0);
/// Under pressure grain cooks twice as fast so many kelvins hotter; of the minutes with the lid on this share is spent at
/// the valve.
const COOKS_TWICE_K: f64 = 10.0;
const AT_THE_VALVE_FRAC: f64 = 0.4;
/// A whistle lets off so much steam, g: least, usual, most.
const WHISTLE_G: Spread = Spread { low: 8.0, mid: 12.0, high: 18.0 };
/// A closed cooker loses so much, W for each kelvin above the room.
const COOKER_LOSS_W_K: f64 = 1.6;

/// Minutes in her room, or in her air, of a step whose method tells them for another; none where no temperature moves them.
pub(super) fn by_warmth(q: &CourseQuestion<'_>, heat_to_c: Option<f64>) -> Option<Spread> {
    let usual = q.step.minutes?;
    let twice_k = match q.step.kind {
        StepKind::Ferment => RISES_TWICE_K,
        StepKind::Soak if q.step.form.is_none() && q.step.heat_to_c.is_none() => SWELLS_TWICE_K,
        StepKind::PressureCook => {
            let colder_k = (q.step.heat_to_c? - heat_to_c?).max(0.0);
            let longer = 2f64.powf(colder_k / COOKS_TWICE_K) - 1.0;
            return Some(usual.times(1.0 + AT_THE_VALVE_FRAC * longer));
        }
        _ => return None,
    };
    let room_c = q.air.room_c.clamp(ROOM_C.0, ROOM_C.1);
    Some(usual.times(2f64.powf((TOLD_ROOM_C - room_c) / twice_k)))
}

/// How often a pressure cooker whistles on the flame of its step, min from one to the next; none where it never does.
pub(super) fn whistles_every_min(q: &CourseQuestion<'_>, heat_to_c: Option<f64>) -> Option<Spread> {
    if q.step.vessel != Vessel::PressureCooker || q.step.kind != StepKind::PressureCook {
        return None;
    }
    let (tools, flame) = q.tools.zip(q.step.flame)?;
    let hot_c = heat_to_c.filter(|c| *c > saturation_temperature_c(q.air.pressure_pa) + 5.0)?;
    let left_w = tools.ring.net_power_w(flame.frac()) - COOKER_LOSS_W_K * (hot_c - q.air.room_c);
    let every = |steam_g: f64| steam_g / 1000.0 * latent_heat_j_kg(hot_c) / left_w / 60.0;
    (left_w > 0.0).then(|| Spread {
        low: every(WHISTLE_G.low),
        mid: every(WHISTLE_G.mid),
        high: every(WHISTLE_G.high),
    })
}
