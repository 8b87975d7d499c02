//! A thermometer's own error, and the air pressure a trusted one tells.

use serde::{Deserialize, Serialize};

use super::Narrowed;
use crate::error::{Result, within};
use crate::kitchen::{Air, Thermometer};
use crate::syrup::locate::THERMOMETER_SD_K;
use crate::water::saturation_temperature_c;

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
        offset_k: Narrowed::from((check.thermometer.offset_k, UNCHECKED_SD_K), (offset_k, sd)),
        thermometer,
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
    fn boiling_water_tells_the_pressure() {
        let Ok((pressure_pa, sd)) = pressure_by_boiling(95.05) else { panic!("found") };
        assert!((pressure_pa - 84_764.0).abs() < 30.0 && sd < 1200.0);
        assert!(pressure_by_boiling(40.0).is_err());
    }
}
