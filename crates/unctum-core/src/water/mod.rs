//! Water at a pressure: vapour pressure, boiling point, latent heat, and the air at an altitude.
//!
//! ```
//! use unctum_core::water::{pressure_at_altitude_pa, saturation_temperature_c};
//!
//! let boils_c = saturation_temperature_c(pressure_at_altitude_pa(1480.0)?);
//! assert!((94.5..95.5).contains(&boils_c));
//! # Ok::<(), unctum_core::CoreError>(())
//! ```

use crate::error::{CoreError, Result, within};

/// Standard air pressure at sea level, Pa.
pub const SEA_LEVEL_PA: f64 = 101_325.0;
/// Molar mass of water, g/mol.
pub const MOLAR_MASS_G: f64 = 18.015;
/// Lowest and highest altitude served, m.
pub const ALTITUDE_RANGE_M: (f64, f64) = (-100.0, 3500.0);
/// Lowest and highest air pressure served, Pa: the altitude range with weather on top.
pub const PRESSURE_RANGE_PA: (f64, f64) = (62_000.0, 108_000.0);

// IAPWS-IF97 region 4, coefficients n1…n10.
const N: [f64; 10] = [
    0.116_705_214_527_67e4,
    -0.724_213_167_032_06e6,
    -0.170_738_469_400_92e2,
    0.120_208_247_024_70e5,
    -0.323_255_503_223_33e7,
    0.149_151_086_135_30e2,
    -0.482_326_573_615_91e4,
    0.405_113_405_420_57e6,
    -0.238_555_575_678_49,
    0.650_175_348_447_98e3,
];

/// Vapour pressure of water, Pa, at `temperature_c` (0–373 °C). IAPWS-IF97 region 4.
#[must_use]
pub fn saturation_pressure_pa(temperature_c: f64) -> f64 {
    let t = temperature_c + 273.15;
    let theta = t + N[8] / (t - N[9]);
    let a = (theta + N[0]) * theta + N[1];
    let b = (N[2] * theta + N[3]) * theta + N[4];
    let c = (N[5] * theta + N[6]) * theta + N[7];
    let x = 2.0 * c / (-b + (b * b - 4.0 * a * c).sqrt());
    1e6 * x * x * x * x
}

/// Temperature, °C, at which water's vapour pressure is `pressure_pa` (611 Pa – 22 MPa): the exact
/// inverse of [`saturation_pressure_pa`]. IAPWS-IF97 region 4.
#[must_use]
pub fn saturation_temperature_c(pressure_pa: f64) -> f64 {
    let beta = (pressure_pa * 1e-6).sqrt().sqrt();
    let e = (beta + N[2]) * beta + N[5];
    let f = (N[0] * beta + N[3]) * beta + N[6];
    let g = (N[1] * beta + N[4]) * beta + N[7];
    let d = 2.0 * g / (-f - (f * f - 4.0 * e * g).sqrt());
    let s = N[9] + d;
    0.5 * (s - (s * s - 4.0 * (N[8] + N[9] * d)).sqrt()) - 273.15
}

/// Latent heat of evaporation, J/kg, at `temperature_c` (60–130 °C within 0.2 %).
#[must_use]
pub fn latent_heat_j_kg(temperature_c: f64) -> f64 {
    (2256.5 - 2.63 * (temperature_c - 100.0)) * 1000.0
}

/// Air pressure, Pa, at `altitude_m` (−100 to 3,500 m). US Standard Atmosphere 1976.
///
/// # Errors
/// Altitudes outside the range.
pub fn pressure_at_altitude_pa(altitude_m: f64) -> Result<f64> {
    let z = within("The altitude", altitude_m, ALTITUDE_RANGE_M.0, ALTITUDE_RANGE_M.1, "m")?;
    Ok(SEA_LEVEL_PA * (1.0 - 2.255_77e-5 * z).powf(5.255_88))
}

/// Altitude, m, at which the standard atmosphere presses with `pressure_pa`: the inverse of
/// [`pressure_at_altitude_pa`], held within the altitudes served.
#[must_use]
pub fn altitude_of_pressure_m(pressure_pa: f64) -> f64 {
    let share = (pressure_pa / SEA_LEVEL_PA).powf(1.0 / 5.255_88);
    ((1.0 - share) / 2.255_77e-5).clamp(ALTITUDE_RANGE_M.0, ALTITUDE_RANGE_M.1)
}

/// The air pressure to compute with, Pa: the measured one if given, else from the altitude, else
/// sea level. Weather moves the pressure by some 3 %; a pair further apart than 5 % is a mistake.
///
/// # Errors
/// Values out of range, or an altitude and a pressure that contradict each other.
pub fn air_pressure_pa(altitude_m: Option<f64>, pressure_pa: Option<f64>) -> Result<f64> {
    let by_altitude = altitude_m.map(pressure_at_altitude_pa).transpose()?;
    let Some(given) = pressure_pa else {
        return Ok(by_altitude.unwrap_or(SEA_LEVEL_PA));
    };
    let given = within("The air pressure", given, PRESSURE_RANGE_PA.0, PRESSURE_RANGE_PA.1, "Pa")?;
    if let (Some(expected), Some(altitude_m)) = (by_altitude, altitude_m)
        && (given / expected - 1.0).abs() > 0.05
    {
        return Err(CoreError::AltitudePressureConflict {
            altitude_m,
            expected_hpa: expected / 100.0,
            given_hpa: given / 100.0,
        });
    }
    Ok(given)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn water_boils_lower_on_the_hill() {
        for (altitude_m, boil_c) in
            [(0.0, 100.0), (500.0, 98.3), (900.0, 97.0), (1480.0, 95.1), (2100.0, 93.0)]
        {
            let pressure = pressure_at_altitude_pa(altitude_m).unwrap_or(f64::NAN);
            assert!((saturation_temperature_c(pressure) - boil_c).abs() < 0.06, "{altitude_m} m");
            assert!((altitude_of_pressure_m(pressure) - altitude_m).abs() < 1e-6);
        }
    }

    #[test]
    fn pressure_and_altitude_must_agree() {
        assert!(air_pressure_pa(Some(1480.0), Some(85_000.0)).is_ok());
        let refused = air_pressure_pa(Some(1480.0), Some(101_300.0)).err().map(|e| e.code());
        assert_eq!(refused, Some("altitude-pressure-conflict"));
        assert_eq!(air_pressure_pa(None, None), Ok(SEA_LEVEL_PA));
    }
}
