//! What share of a ring's power reaches the pan.

use serde::{Deserialize, Serialize};

use super::{Narrowed, weighing_sd_g};
use crate::error::{CoreError, Result, within};
use crate::kitchen::{Air, Pan, Ring};
use crate::syrup::locate::THERMOMETER_SD_K;
use crate::water::{latent_heat_j_kg, saturation_temperature_c};

pub(super) const WATER_J_G_K: f64 = 4.187;
/// A reading of the clock is right to about this, s.
pub(super) const CLOCK_SD_S: f64 = 2.0;
/// The heat lost to the room is known to about this share.
pub(super) const LOSS_SD: f64 = 0.3;
/// However careful, the same ring gives a pan a little more or less heat from day to day.
const DAY_TO_DAY_SD: f64 = 0.02;

/// Water heated on a ring from one temperature to another.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct HeatingCheck {
    /// The ring.
    pub ring: Ring,
    /// The pan it stands in.
    pub pan: Pan,
    /// Water in the pan, g.
    pub water_g: f64,
    /// Share of the full flame, 0–1.
    pub flame_frac: f64,
    /// True temperature at the start, °C.
    pub from_c: f64,
    /// True temperature at the end, below the boil, °C.
    pub to_c: f64,
    /// Time between the two, s.
    pub took_s: f64,
}

/// Water boiled off a ring in a counted time.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct BoilOffCheck {
    /// The ring.
    pub ring: Ring,
    /// The pan it stands in.
    pub pan: Pan,
    /// Share of the full flame, 0–1.
    pub flame_frac: f64,
    /// Pan and boiling water on the scale at the start, g.
    pub gross_before_g: f64,
    /// The same at the end, g.
    pub gross_after_g: f64,
    /// Time at a rolling boil between the two, s.
    pub took_s: f64,
}

/// What a check of a ring found.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RingFound {
    /// Heat that went into the pan, W.
    pub net_power_w: f64,
    /// Of which was lost to the room on the way, W.
    pub lost_w: f64,
    /// Efficiency of the ring, 0–1.
    pub efficiency: Narrowed,
    /// The ring as it is known now.
    pub ring: Ring,
}

pub(super) fn found(
    ring: &Ring,
    flame_frac: f64,
    net_power_w: f64,
    lost_w: f64,
    rel_sd: f64,
) -> Result<RingFound> {
    let full_w = ring.rated_power_w * flame_frac;
    let efficiency = net_power_w / full_w;
    if !(0.1..=1.0).contains(&efficiency) {
        return Err(CoreError::Contradiction(format!(
            "{net_power_w:.0} W into the pan from {full_w:.0} W at the ring would be {:.0} %, which no ring does. \
             Check the weights, the times, the flame and the power on the plate.",
            100.0 * efficiency
        )));
    }
    let sd = efficiency * rel_sd.hypot(DAY_TO_DAY_SD);
    Ok(RingFound {
        net_power_w,
        lost_w,
        efficiency: Narrowed::from((ring.efficiency_frac, ring.efficiency_sd), (efficiency, sd)),
        ring: Ring { efficiency_frac: efficiency, efficiency_sd: sd, ..ring.clone() },
    })
}

pub(super) fn loss_w(pan: &Pan, water_ml: f64, liquid_c: f64, air: &Air) -> f64 {
    pan.losing().loss_w_k(water_ml) * (liquid_c - air.room_c)
}

/// Efficiency of a ring from water heated on it.
///
/// # Errors
/// Temperatures that do not rise by 5 K, reach the boil, or do not fit; an impossible efficiency.
pub fn ring_by_heating(check: &HeatingCheck, air: &Air) -> Result<RingFound> {
    check.ring.check()?;
    check.pan.check()?;
    let flame_frac = within("The flame", check.flame_frac, 0.05, 1.0, "(share of the full flame)")?;
    let water_g = within("The water", check.water_g, 100.0, 20_000.0, "g")?;
    let took_s = within("The time", check.took_s, 20.0, 7200.0, "s")?;
    let boil_c = saturation_temperature_c(air.pressure_pa);
    let from_c = within("The temperature at the start", check.from_c, 0.0, boil_c, "°C")?;
    let to_c = within("The temperature at the end", check.to_c, 0.0, boil_c - 1.0, "°C")?;
    let rise_k = to_c - from_c;
    if rise_k < 5.0 {
        return Err(CoreError::Contradiction(
            "The water has to get at least 5 °C warmer between the two readings. Heat it further and read again.".into(),
        ));
    }
    let heated_w = (water_g * WATER_J_G_K + check.pan.heat_capacity_j_k) * rise_k / took_s;
    let lost_w = loss_w(&check.pan, water_g, 0.5 * (from_c + to_c), air).max(0.0);
    let net_w = heated_w + lost_w;
    let rel = [
        std::f64::consts::SQRT_2 * THERMOMETER_SD_K / rise_k,
        std::f64::consts::SQRT_2 * CLOCK_SD_S / took_s,
        weighing_sd_g() / water_g,
        0.1 * check.pan.heat_capacity_j_k / (water_g * WATER_J_G_K + check.pan.heat_capacity_j_k),
        LOSS_SD * lost_w / net_w,
    ];
    found(&check.ring, flame_frac, net_w, lost_w, rel.iter().map(|r| r * r).sum::<f64>().sqrt())
}

/// Efficiency of a ring from what boils off on it.
///
/// # Errors
/// Weights that do not fall, or below the pan's own; an impossible efficiency.
pub fn ring_by_boil_off(check: &BoilOffCheck, air: &Air) -> Result<RingFound> {
    check.ring.check()?;
    check.pan.check()?;
    let flame_frac = within("The flame", check.flame_frac, 0.05, 1.0, "(share of the full flame)")?;
    let took_s = within("The time", check.took_s, 60.0, 7200.0, "s")?;
    let before_g = within("The weight at the start", check.gross_before_g, 0.0, 200_000.0, "g")?;
    let after_g = within("The weight at the end", check.gross_after_g, 0.0, 200_000.0, "g")?;
    if after_g <= check.pan.tare_g {
        return Err(CoreError::Contradiction(
            "At the end the pan weighs no more than empty: it boiled dry. Start with more water.".into(),
        ));
    }
    let lost_g = before_g - after_g;
    if lost_g < 10.0 {
        return Err(CoreError::Contradiction(
            "At least 10 g have to boil off between the two weighings. Let it boil longer and weigh again."
                .into(),
        ));
    }
    let boil_c = saturation_temperature_c(air.pressure_pa);
    let steam_w = lost_g * latent_heat_j_kg(boil_c) / 1000.0 / took_s;
    let lost_w = loss_w(&check.pan, 0.5 * (before_g + after_g) - check.pan.tare_g, boil_c, air);
    let net_w = steam_w + lost_w;
    let rel = [
        std::f64::consts::SQRT_2 * weighing_sd_g() / lost_g,
        std::f64::consts::SQRT_2 * CLOCK_SD_S / took_s,
        LOSS_SD * lost_w / net_w,
    ];
    found(&check.ring, flame_frac, net_w, lost_w, rel.iter().map(|r| r * r).sum::<f64>().sqrt())
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::kitchen::RingKind;
    use crate::pan::{Heat, PanModel, Stop};
    use crate::syrup::Charge;

    fn steel() -> Pan {
        Pan {
            name: "Pan".into(),
            tare_g: 900.0,
            diameter_cm: 22.0,
            wall_height_cm: 10.0,
            heat_capacity_j_k: 450.0,
            metal: None,
            weighed: true,
            loss_factor: 1.0,
        }
    }

    /// A ring that is in truth `efficiency`, seen through the pan model with hardly any sugar in it.
    fn simulated(efficiency: f64, air: Air) -> (Ring, PanModel, Heat) {
        let ring = Ring::of_kind("Ring", RingKind::Gas, 1800.0);
        let model = PanModel::new(&Charge::sugar_and_water(0.5, 1500.0), &steel(), air);
        let Ok(model) = model else { panic!("valid") };
        (ring, model, Heat::On(1800.0 * efficiency))
    }

    #[test]
    fn both_ways_find_the_ring_and_narrow_it() {
        let air = Air::default();
        for truth in [0.3, 0.42, 0.55] {
            let (ring, model, heat) = simulated(truth, air);
            let mut state = model.start(25.0);
            model.advance(&mut state, heat, 120.0, Stop::Never, |_| {});
            let from = state;
            model.advance(&mut state, heat, 180.0, Stop::Never, |_| {});
            let heating = HeatingCheck {
                ring: ring.clone(),
                pan: steel(),
                water_g: from.water_g,
                flame_frac: 1.0,
                from_c: from.liquid_c,
                to_c: state.liquid_c,
                took_s: 180.0,
            };
            let by_heating = ring_by_heating(&heating, &air).map(|f| f.efficiency);
            let Ok(heated) = by_heating else { panic!("{by_heating:?}") };
            assert!((heated.value - truth).abs() < 2.0 * heated.sd, "{truth}: {heated:?}");
            assert!(heated.sd < 0.4 * heated.before_sd);

            model.advance(&mut state, heat, 7200.0, Stop::AtBoil, |_| {});
            model.advance(&mut state, heat, 60.0, Stop::Never, |_| {});
            let before_g = model.gross_g(state.water_g);
            model.advance(&mut state, heat, 600.0, Stop::Never, |_| {});
            let boil_off = BoilOffCheck {
                ring,
                pan: steel(),
                flame_frac: 1.0,
                gross_before_g: before_g,
                gross_after_g: model.gross_g(state.water_g),
                took_s: 600.0,
            };
            let by_boiling = ring_by_boil_off(&boil_off, &air).map(|f| f.efficiency);
            let Ok(boiled) = by_boiling else { panic!("{by_boiling:?}") };
            assert!((boiled.value - truth).abs() < 2.0 * boiled.sd, "{truth}: {boiled:?}");
        }
    }

    #[test]
    fn what_no_ring_does_is_refused_in_words() {
        let air = Air::default();
        let ring = Ring::of_kind("Ring", RingKind::Gas, 1000.0);
        let heating = |from_c: f64, to_c: f64, took_s: f64| {
            let check = HeatingCheck {
                ring: ring.clone(),
                pan: steel(),
                water_g: 1000.0,
                flame_frac: 1.0,
                from_c,
                to_c,
                took_s,
            };
            ring_by_heating(&check, &air).err().map(|e| e.to_string()).unwrap_or_default()
        };
        assert!(heating(30.0, 30.0, 120.0).contains("at least 5 °C warmer"));
        assert!(heating(30.0, 80.0, 60.0).contains("which no ring does"));
        assert!(heating(30.0, 40.0, 3600.0).contains("which no ring does"));
        assert!(heating(30.0, 120.0, 600.0).contains("temperature at the end"));
    }
}
