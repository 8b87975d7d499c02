//! Boiling point of a syrup at an air pressure, and the strength a boiling point tells.

use crate::error::{CoreError, Result};
use crate::numeric::bisect;
use crate::syrup::activity::water_activity;
use crate::syrup::{Charge, MAX_SOLIDS_FRAC};
use crate::water::saturation_temperature_c;

/// Temperature, °C, at which the charge boils under `pressure_pa`: where its water activity times
/// the vapour pressure of water equals the pressure of the air.
#[must_use]
pub fn boil_c(charge: &Charge, pressure_pa: f64) -> f64 {
    saturation_temperature_c(pressure_pa / water_activity(charge))
}

/// Change of the boiling point, K per gram of water in the pan (negative: less water, hotter).
#[must_use]
pub fn boil_slope_k_per_g(charge: &Charge, pressure_pa: f64) -> f64 {
    let h = (charge.water_g * 1e-4).max(1e-6);
    let up = boil_c(&charge.with_water(charge.water_g + h), pressure_pa);
    let down = boil_c(&charge.with_water(charge.water_g - h), pressure_pa);
    (up - down) / (2.0 * h)
}

/// The strength (0–0.98) at which these solids boil at `boil_c` under `pressure_pa`; the inverse of
/// [`boil_c`].
///
/// # Errors
/// [`CoreError::NoSugar`]; [`CoreError::BelowWaterBoil`] and [`CoreError::AboveSyrupBoil`] outside
/// what a syrup can do at this pressure.
pub fn solids_frac_boiling_at(solids: &Charge, boil_temperature_c: f64, pressure_pa: f64) -> Result<f64> {
    if solids.dissolved_g() <= 0.0 {
        return Err(CoreError::NoSugar);
    }
    let water_boil_c = saturation_temperature_c(pressure_pa);
    if boil_temperature_c < water_boil_c {
        return Err(CoreError::BelowWaterBoil { boil_c: boil_temperature_c, water_boil_c });
    }
    let limit_c = boil_c(&solids.at_strength(MAX_SOLIDS_FRAC), pressure_pa);
    if boil_temperature_c > limit_c {
        return Err(CoreError::AboveSyrupBoil { boil_c: boil_temperature_c, limit_c });
    }
    Ok(bisect(1e-6, MAX_SOLIDS_FRAC, 1e-9, |w| {
        boil_c(&solids.at_strength(w), pressure_pa) - boil_temperature_c
    }))
}
