//! A few minutes with water, a scale or ice make the kitchen known: each check gives a value with its
//! spread, and says by how much it narrowed what was known before.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::kitchen::{Air, Measure, Pan, PanMetal, Ring, THERMOMETER_SD_K, Thermometer};
use crate::pan::model::LOSS_W_M2_K;
use crate::syrup::physical::density_kg_m3;
use crate::water::{latent_heat_j_kg, saturation_temperature_c};

const WATER_J_G_K: f64 = 4.187;
/// A reading of the clock is right to about this, s.
const CLOCK_SD_S: f64 = 2.0;
/// A weighing is right to about this, g.
const SCALE_SD_G: f64 = 1.0;
/// The heat lost to the room is known to about this share.
const LOSS_SD: f64 = 0.3;
/// However careful, the same ring gives a pan a little more or less heat from day to day.
const DAY_TO_DAY_SD: f64 = 0.02;

/// A value before and after a check.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Narrowed {
    /// The value found.
    pub value: f64,
    /// Its standard deviation.
    pub sd: f64,
    /// What was taken for it before.
    pub before: f64,
    /// Standard deviation of that.
    pub before_sd: f64,
}

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

fn found(ring: &Ring, flame_frac: f64, net_power_w: f64, lost_w: f64, rel_sd: f64) -> Result<RingFound> {
    let full_w = ring.rated_power_w * flame_frac;
    let efficiency = net_power_w / full_w;
    if !(0.1..=1.0).contains(&efficiency) {
        return Err(CoreError::NotNow(format!(
            "{net_power_w:.0} W into the pan from {full_w:.0} W at the ring would be {:.0} %, which no ring does. \
             Check the weights, the times, the flame and the power on the plate.",
            100.0 * efficiency
        )));
    }
    let sd = efficiency * rel_sd.hypot(DAY_TO_DAY_SD);
    Ok(RingFound {
        net_power_w,
        lost_w,
        efficiency: Narrowed {
            value: efficiency,
            sd,
            before: ring.efficiency_frac,
            before_sd: ring.efficiency_sd,
        },
        ring: Ring { efficiency_frac: efficiency, efficiency_sd: sd, ..ring.clone() },
    })
}

fn loss_w(pan: &Pan, liquid_c: f64, air: &Air) -> f64 {
    let wall_m2 = std::f64::consts::PI * pan.diameter_cm * pan.wall_height_cm * 1e-4;
    LOSS_W_M2_K * (pan.base_m2() + wall_m2) * (liquid_c - air.room_c)
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
        return Err(CoreError::NotNow(
            "The water has to get at least 5 °C warmer between the two readings. Heat it further and read again.".into(),
        ));
    }
    let heated_w = (water_g * WATER_J_G_K + check.pan.heat_capacity_j_k) * rise_k / took_s;
    let lost_w = loss_w(&check.pan, 0.5 * (from_c + to_c), air).max(0.0);
    let net_w = heated_w + lost_w;
    let rel = [
        std::f64::consts::SQRT_2 * THERMOMETER_SD_K / rise_k,
        std::f64::consts::SQRT_2 * CLOCK_SD_S / took_s,
        SCALE_SD_G / water_g,
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
        return Err(CoreError::NotNow(
            "At the end the pan weighs no more than empty: it boiled dry. Start with more water.".into(),
        ));
    }
    let lost_g = before_g - after_g;
    if lost_g < 10.0 {
        return Err(CoreError::NotNow(
            "At least 10 g have to boil off between the two weighings. Let it boil longer and weigh again."
                .into(),
        ));
    }
    let boil_c = saturation_temperature_c(air.pressure_pa);
    let steam_w = lost_g * latent_heat_j_kg(boil_c) / 1000.0 / took_s;
    let lost_w = loss_w(&check.pan, boil_c, air);
    let net_w = steam_w + lost_w;
    let rel = [
        std::f64::consts::SQRT_2 * SCALE_SD_G / lost_g,
        std::f64::consts::SQRT_2 * CLOCK_SD_S / took_s,
        LOSS_SD * lost_w / net_w,
    ];
    found(&check.ring, flame_frac, net_w, lost_w, rel.iter().map(|r| r * r).sum::<f64>().sqrt())
}

/// A thermometer held in boiling water, and in ice water if there is some.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct ThermometerCheck {
    /// The thermometer.
    pub thermometer: Thermometer,
    /// What it shows in boiling water, °C.
    pub boiling_shown_c: f64,
    /// What it shows in crushed ice and water, °C.
    #[serde(default)]
    pub ice_shown_c: Option<f64>,
}

/// What a check of a thermometer found.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ThermometerFound {
    /// What boiling water really is here, °C.
    pub water_boil_c: f64,
    /// Error at the boil, K; positive: reads high.
    pub offset_k: Narrowed,
    /// The thermometer as it is known now.
    pub thermometer: Thermometer,
}

/// Standard deviation of an unchecked thermometer's own error, K.
const UNCHECKED_SD_K: f64 = 1.5;

/// The error of a thermometer from boiling water at this air pressure, and its slope from ice water.
///
/// # Errors
/// Readings more than 15 K off: then something else is wrong.
pub fn thermometer(check: &ThermometerCheck, air: &Air) -> Result<ThermometerFound> {
    let water_boil_c = saturation_temperature_c(air.pressure_pa);
    let shown = check.boiling_shown_c;
    within("What it shows in boiling water", shown, water_boil_c - 15.0, water_boil_c + 15.0, "°C")?;
    let at_boil_k = shown - water_boil_c;
    let ice_k = check.ice_shown_c;
    if let Some(ice_k) = ice_k {
        within("What it shows in ice water", ice_k, -15.0, 15.0, "°C")?;
    }
    // The error at 100 °C, along the line through both checks.
    let offset_k = ice_k.map_or(at_boil_k, |ice| ice + (at_boil_k - ice) * 100.0 / water_boil_c);
    let sd = if ice_k.is_some() { 0.25 } else { 0.35 };
    let thermometer = Thermometer {
        offset_k,
        ice_offset_k: ice_k,
        sd_k: THERMOMETER_SD_K.min(check.thermometer.sd_k),
        ..check.thermometer.clone()
    };
    thermometer.check()?;
    Ok(ThermometerFound {
        water_boil_c,
        offset_k: Narrowed {
            value: offset_k,
            sd,
            before: check.thermometer.offset_k,
            before_sd: UNCHECKED_SD_K,
        },
        thermometer,
    })
}

/// A cup or spoon weighed empty and full of water.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct MeasureCheck {
    /// The cup or spoon.
    pub measure: Measure,
    /// Weight empty, g.
    pub empty_g: f64,
    /// Weight full of water to where she fills it, g.
    pub full_g: f64,
    /// How often it was emptied into the same bowl; one for a cup, ten for a spoon.
    #[serde(default = "once")]
    pub times: u32,
    /// Temperature of the water, °C.
    pub water_c: f64,
}

fn once() -> u32 {
    1
}

/// What a check of a cup found.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MeasureFound {
    /// Volume, ml.
    pub volume_ml: Narrowed,
    /// The cup as it is known now.
    pub measure: Measure,
}

/// Volume of a cup from the water in it.
///
/// # Errors
/// A cup that holds nothing, or values out of range.
pub fn measure(check: &MeasureCheck) -> Result<MeasureFound> {
    let times = f64::from(check.times);
    within("How often it was filled", times, 1.0, 100.0, "times")?;
    let water_c = within("The temperature of the water", check.water_c, 0.0, 60.0, "°C")?;
    let empty_g = within("The empty weight", check.empty_g, 0.0, 5000.0, "g")?;
    let full_g = within("The full weight", check.full_g, 0.0, 20_000.0, "g")?;
    let water_g = full_g - empty_g;
    if water_g <= 0.0 {
        return Err(CoreError::NotNow(
            "Full, it weighs no more than empty: it would hold 0 ml. Weigh both again.".into(),
        ));
    }
    let ml_g = 1000.0 / density_kg_m3(0.0, water_c);
    let volume_ml = within("What it holds", water_g * ml_g / times, 0.5, 2000.0, "ml")?;
    // The brim itself is hit to about 1.5 %.
    let sd = (std::f64::consts::SQRT_2 * SCALE_SD_G * ml_g / times).hypot(0.015 * volume_ml);
    let before = &check.measure;
    Ok(MeasureFound {
        volume_ml: Narrowed {
            value: volume_ml,
            sd,
            before: before.volume_ml,
            before_sd: before.volume_sd_ml,
        },
        measure: Measure { volume_ml, volume_sd_ml: sd, ..before.clone() },
    })
}

/// A pan weighed once.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct PanCheck {
    /// The pan.
    pub pan: Pan,
    /// Empty weight without lid, g.
    pub tare_g: f64,
    /// What it is made of.
    pub metal: PanMetal,
    /// Share of its weight in handles and rim, which stay cool, 0–0.6.
    #[serde(default)]
    pub cool_frac: f64,
}

/// What a weighing of a pan found.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PanFound {
    /// Heat the wall holds, J/K: what carries the syrup on.
    pub heat_capacity_j_k: Narrowed,
    /// The pan as it is known now.
    pub pan: Pan,
}

/// Tare and stored heat of a pan from its weight and metal.
///
/// # Errors
/// Values out of range.
pub fn pan(check: &PanCheck) -> Result<PanFound> {
    check.pan.check()?;
    let tare_g = within("The empty weight", check.tare_g, 50.0, 20_000.0, "g")?;
    let cool_frac = within("The part that stays cool", check.cool_frac, 0.0, 0.6, "(fraction)")?;
    let (specific, specific_sd) = check.metal.specific_heat_j_kg_k();
    let hot_kg = tare_g / 1000.0 * (1.0 - cool_frac);
    let value = within("The heat the pan holds", hot_kg * specific, 50.0, 20_000.0, "J/K")?;
    let sd = value * (specific_sd / specific).hypot(0.08);
    let before = check.pan.heat_capacity_j_k;
    Ok(PanFound {
        heat_capacity_j_k: Narrowed { value, sd, before, before_sd: 0.4 * before },
        pan: Pan { tare_g, metal: Some(check.metal), heat_capacity_j_k: value, ..check.pan.clone() },
    })
}

/// The air pressure told by boiling water and a trusted thermometer, Pa, with its standard deviation.
///
/// # Errors
/// A boil outside what any altitude served gives.
pub fn pressure_by_boiling(true_boil_c: f64) -> Result<(f64, f64)> {
    let boil_c = within("The boil of water", true_boil_c, 87.0, 102.0, "°C")?;
    let at = crate::water::saturation_pressure_pa;
    Ok((at(boil_c), (at(boil_c + 0.3) - at(boil_c - 0.3)) / 2.0))
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

    #[test]
    fn a_thermometer_is_found_out_by_boiling_water_and_ice() {
        let air = Air { pressure_pa: 84_764.0, ..Air::default() };
        let truth = Thermometer { ice_offset_k: Some(0.5), ..Thermometer::with_offset("Dial", -1.5) };
        let check = ThermometerCheck {
            thermometer: Thermometer::with_offset("Dial", 0.0),
            boiling_shown_c: truth.shows_c(saturation_temperature_c(air.pressure_pa)),
            ice_shown_c: Some(truth.shows_c(0.0)),
        };
        let Ok(found) = thermometer(&check, &air) else { panic!("found") };
        assert!((found.thermometer.shows_c(107.0) - truth.shows_c(107.0)).abs() < 1e-9);
        assert!(thermometer(&ThermometerCheck { boiling_shown_c: 60.0, ..check }, &air).is_err());
    }

    #[test]
    fn cups_and_pans_are_known_by_weighing() {
        let katori = Measure { name: "Katori".into(), volume_ml: 150.0, volume_sd_ml: 20.0 };
        let check = MeasureCheck { measure: katori, empty_g: 92.0, full_g: 271.0, times: 1, water_c: 28.0 };
        let Ok(found) = measure(&check) else { panic!("found") };
        assert!((found.volume_ml.value - 179.7).abs() < 0.3, "{found:?}");
        assert!(found.volume_ml.sd < 4.0);
        assert!(measure(&MeasureCheck { full_g: 92.0, ..check }).is_err(), "a cup of 0 ml");

        let iron = PanCheck { pan: steel(), tare_g: 2500.0, metal: PanMetal::Iron, cool_frac: 0.1 };
        let Ok(found) = pan(&iron) else { panic!("found") };
        assert!((found.heat_capacity_j_k.value - 1035.0).abs() < 1.0);
        let Ok((pressure_pa, sd)) = pressure_by_boiling(95.05) else { panic!("found") };
        assert!((pressure_pa - 84_764.0).abs() < 30.0 && sd < 1200.0);
    }
}
