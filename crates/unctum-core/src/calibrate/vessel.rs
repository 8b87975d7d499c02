//! What a cup holds, and what a pan weighs and stores.

use serde::{Deserialize, Serialize};

use super::{Narrowed, weighing_sd_g};
use crate::error::{CoreError, Result, within};
use crate::kitchen::{Measure, Pan, PanMetal};
use crate::syrup::physical::density_kg_m3;

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
        return Err(CoreError::Contradiction(
            "Full, it weighs no more than empty: it would hold 0 ml. Weigh both again.".into(),
        ));
    }
    let ml_g = 1000.0 / density_kg_m3(0.0, water_c);
    let volume_ml = within("What it holds", water_g * ml_g / times, 0.5, 2000.0, "ml")?;
    // The brim itself is hit to about 1.5 %.
    let sd = (std::f64::consts::SQRT_2 * weighing_sd_g() * ml_g / times).hypot(0.015 * volume_ml);
    let before = &check.measure;
    Ok(MeasureFound {
        volume_ml: Narrowed::from((before.volume_ml, before.volume_sd_ml), (volume_ml, sd)),
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
    /// Share of its weight in handles and rim, which stay cool, 0–0.6; a tenth if left out.
    #[serde(default = "usual_cool_frac")]
    pub cool_frac: f64,
}

fn usual_cool_frac() -> f64 {
    0.1
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
        heat_capacity_j_k: Narrowed::from((before, 0.4 * before), (value, sd)),
        pan: Pan {
            tare_g,
            metal: Some(check.metal),
            heat_capacity_j_k: value,
            weighed: true,
            ..check.pan.clone()
        },
    })
}

#[cfg(test)]
mod tests {
    use super::*;

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
    }
}
