//! A ring checked with nothing but a cup and a clock: cups of cold water, from the flame on to the boil.

use serde::{Deserialize, Serialize};

use super::ring::{CLOCK_SD_S, LOSS_SD, RingFound, WATER_J_G_K, found, loss_w};
use crate::error::{CoreError, Result, within};
use crate::kitchen::{Air, Measure, Pan, Ring};
use crate::water::saturation_temperature_c;

/// Water from the tap is so much cooler than the room, K, with its standard deviation.
const TAP_COOLER_K: (f64, f64) = (3.0, 4.0);
/// When “it boils” is tapped is known to about this share of the time.
const TAPPED_SD: f64 = 0.05;
/// Share of the heat that leaves with steam before the boil, with its standard deviation.
const STEAM: (f64, f64) = (0.05, 0.025);
/// The wall of a pan at the boil is so much hotter than the water in it, K.
const WALL_HOTTER_K: f64 = 12.0;
/// A pan's heat capacity is known to this share if it was weighed, or not.
const PAN_SD: (f64, f64) = (0.1, 0.3);

/// Cups of cold water heated to the boil.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct CupsCheck {
    /// The ring.
    pub ring: Ring,
    /// The pan it stands in.
    pub pan: Pan,
    /// The cup.
    pub cup: Measure,
    /// How many cups of cold water (½–20).
    pub cups: f64,
    /// Share of the full flame, 0–1.
    pub flame_frac: f64,
    /// From the flame on to the boil, s.
    pub took_s: f64,
}

/// Efficiency of a ring from cups of tap water brought to the boil. Cup, tap and eye are rough, so what was
/// known before counts on, each by its own worth.
///
/// # Errors
/// Times and cups no kitchen has; an efficiency no ring has.
pub fn ring_by_cups(check: &CupsCheck, air: &Air) -> Result<RingFound> {
    check.ring.check()?;
    check.pan.check()?;
    check.cup.check()?;
    let cups = within("The water", check.cups, 0.5, 20.0, "cups")?;
    let flame_frac = within("The flame", check.flame_frac, 0.05, 1.0, "(share of the full flame)")?;
    let took_s = within("The time", check.took_s, 20.0, 7200.0, "s")?;
    let boil_c = saturation_temperature_c(air.pressure_pa);
    let from_c = (air.room_c - TAP_COOLER_K.0).max(4.0);
    let water_j_k = cups * check.cup.volume_ml * WATER_J_G_K;
    let held_j_k = water_j_k + check.pan.heat_capacity_j_k;
    if check.cup.volume_ml * cups > check.pan.capacity_ml() {
        return Err(CoreError::PanTooSmall {
            contents_ml: check.cup.volume_ml * cups,
            capacity_ml: check.pan.capacity_ml(),
        });
    }
    let wall_j = check.pan.heat_capacity_j_k * WALL_HOTTER_K;
    let heated_w = (held_j_k * (boil_c - from_c) + wall_j) / took_s;
    let water_ml = cups * check.cup.volume_ml;
    let lost_w = loss_w(&check.pan, water_ml, 0.5 * (from_c + boil_c), air).max(0.0) + STEAM.0 * heated_w;
    let net_w = heated_w + lost_w;
    let pan_sd = if check.pan.weighed { PAN_SD.0 } else { PAN_SD.1 };
    let rel = [
        TAP_COOLER_K.1 / (boil_c - from_c),
        TAPPED_SD.hypot(CLOCK_SD_S / took_s),
        check.cup.volume_sd_ml / check.cup.volume_ml * water_j_k / held_j_k,
        pan_sd * check.pan.heat_capacity_j_k / held_j_k,
        (LOSS_SD * lost_w / net_w).hypot(STEAM.1),
    ];
    let rel_sd = rel.iter().map(|r| r * r).sum::<f64>().sqrt();
    let rough = found(&check.ring, flame_frac, net_w, lost_w, rel_sd)?;
    let (was, was_var) = (check.ring.efficiency_frac, check.ring.efficiency_sd.powi(2).max(1e-8));
    let (is, is_var) = (rough.efficiency.value, rough.efficiency.sd.powi(2));
    let value = (was * is_var + is * was_var) / (is_var + was_var);
    let sd = (is_var * was_var / (is_var + was_var)).sqrt();
    let mut told = rough;
    (told.efficiency.value, told.efficiency.sd) = (value, sd);
    (told.ring.efficiency_frac, told.ring.efficiency_sd) = (value, sd);
    Ok(told)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::kitchen::{FirstPan, RingKind};
    use crate::pan::{Heat, PanModel, Stop};
    use crate::syrup::Charge;

    fn check(took_s: f64) -> CupsCheck {
        CupsCheck {
            ring: Ring::of_kind("Ring", RingKind::Gas, 1800.0),
            pan: FirstPan::Heavy.pan(22.0),
            cup: Measure { name: "Katori".into(), volume_ml: 180.0, volume_sd_ml: 20.0 },
            cups: 2.0,
            flame_frac: 1.0,
            took_s,
        }
    }

    #[test]
    fn two_cups_and_a_clock_find_a_ring_to_a_tenth() {
        let air = Air { room_c: 25.0, ..Air::default() };
        for truth in [0.32, 0.42, 0.5] {
            let model = PanModel::new(&Charge::sugar_and_water(0.5, 360.0), &check(1.0).pan, air);
            let Ok(model) = model else { panic!("valid") };
            let mut state = model.start(22.0);
            assert!(model.advance(&mut state, Heat::On(1800.0 * truth), 3600.0, Stop::AtBoil, |_| {}));
            let Ok(told) = ring_by_cups(&check(state.elapsed_s), &air) else { panic!("found") };
            let e = told.efficiency;
            assert!((e.value - truth).abs() < 0.05, "{truth}: {e:?}");
            assert!((e.value - truth).abs() < (e.before - truth).abs() + 0.02, "{truth}: {e:?}");
            assert!(e.sd < 0.72 * e.before_sd, "{e:?}");
        }
    }

    #[test]
    fn what_cannot_be_is_refused() {
        let air = Air::default();
        assert!(ring_by_cups(&check(21.0), &air).is_err(), "no ring boils that fast");
        assert!(ring_by_cups(&CupsCheck { cups: 20.0, ..check(600.0) }, &air).is_err(), "does not fit");
        assert!(ring_by_cups(&check(f64::NAN), &air).is_err());
    }
}
