//! Boiling point of a syrup at an air pressure, and the strength a boiling point tells.

use crate::error::{CoreError, Result};
use crate::numeric::bisect;
use crate::syrup::activity::{ln_activity, water_activity};
use crate::syrup::charge::{Charge, MAX_SOLIDS_FRAC};
use crate::water::{saturation_pressure_pa, saturation_temperature_c};

/// Temperature, °C, at which the charge boils under `pressure_pa`: where its water activity times
/// the vapour pressure of water equals the pressure of the air.
#[must_use]
pub fn boil_c(charge: &Charge, pressure_pa: f64) -> f64 {
    saturation_temperature_c(pressure_pa / water_activity(charge))
}

/// Boiling point, °C, and its change, K per gram of water in the pan (negative: less water, hotter).
#[must_use]
pub fn boil_and_slope(charge: &Charge, pressure_pa: f64) -> (f64, f64) {
    const H_K: f64 = 0.02;
    let (ln_activity, slope) = ln_activity(charge);
    let boil_c = saturation_temperature_c(pressure_pa / ln_activity.exp());
    let (up, down) = (saturation_pressure_pa(boil_c + H_K), saturation_pressure_pa(boil_c - H_K));
    let ln_pressure_per_k = (up - down) / (H_K * (up + down));
    (boil_c, -slope / ln_pressure_per_k)
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

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_slope_is_that_of_the_boiling_point() {
        let solids = Charge { reducing_g: 40.0, ash_g: 3.0, ..Charge::sugar_and_water(300.0, 0.0) };
        for percent in [10.0, 50.0, 72.0, 79.0, 86.5, 94.0] {
            let charge = solids.at_strength(percent / 100.0);
            let h = 1e-4 * charge.water_g;
            let at = |g: f64| boil_c(&charge.with_water(charge.water_g + g), 90_000.0);
            let steep = (at(h) - at(-h)) / (2.0 * h);
            let (boil, slope) = boil_and_slope(&charge, 90_000.0);
            assert!((boil - at(0.0)).abs() < 1e-12);
            assert!((slope / steep - 1.0).abs() < 1e-4, "{percent} %: {slope} against {steep}");
        }
    }
}
