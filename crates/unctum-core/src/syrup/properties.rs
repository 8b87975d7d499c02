//! Everything that can be said of a syrup standing still.

use serde::Serialize;

use crate::error::{Result, within};
use crate::syrup::activity::water_activity;
use crate::syrup::boiling::boil_c;
use crate::syrup::charge::Charge;
use crate::syrup::physical::{
    baume, brix_refractometer, density_kg_m3, refractive_index, solubility_frac, specific_heat_j_kg_k,
    supersaturation, viscosity_mpa_s,
};
use crate::syrup::stage::{Ladder, StageKey};
use crate::syrup::string::string_cm;

/// The properties of a syrup at a temperature and an air pressure.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Properties {
    /// Strength, mass fraction of dissolved solids, 0–1.
    pub solids_frac: f64,
    /// Boiling point at the air pressure, °C.
    pub boil_c: f64,
    /// Water activity, 0–1.
    pub water_activity: f64,
    /// Density at the temperature asked for, kg/m³.
    pub density_kg_m3: f64,
    /// Volume of the whole charge at that temperature, ml (insolubles counted at 1.5 g/ml).
    pub volume_ml: f64,
    /// Viscosity at that temperature, mPa·s.
    pub viscosity_mpa_s: f64,
    /// Refractive index n_D at 20 °C; none beyond what a refractometer is followed to (85 °Brix).
    pub refractive_index: Option<f64>,
    /// What a sucrose refractometer shows for a cooled, clear drop, °Brix; none beyond 85.
    pub brix_refractometer: Option<f64>,
    /// Degrees Baumé at 20 °C.
    pub baume: f64,
    /// Specific heat at that temperature, J/(kg·K).
    pub specific_heat_j_kg_k: f64,
    /// Sucrose in a saturated solution at that temperature (0–100 °C), mass fraction.
    pub solubility_frac: f64,
    /// Sucrose in water against saturation at that temperature; above 1 it wants to grain.
    pub supersaturation: f64,
    /// Length of the string between two fingers, cm.
    pub string_cm: f64,
    /// Stage of the ladder.
    pub stage: StageKey,
    /// The air pressure computed with, Pa.
    pub pressure_pa: f64,
}

/// Computes the properties of `charge` at `temperature_c` (0–200 °C) under `pressure_pa`.
///
/// # Errors
/// A charge that cannot be, or a temperature outside the range.
pub fn properties(
    charge: &Charge,
    temperature_c: f64,
    pressure_pa: f64,
    ladder: &Ladder,
) -> Result<Properties> {
    let charge = charge.checked()?;
    let temperature_c = within("The temperature", temperature_c, 0.0, 200.0, "°C")?;
    let solids_frac = charge.solids_frac();
    let brix = brix_refractometer(&charge);
    let density = density_kg_m3(solids_frac, temperature_c);
    Ok(Properties {
        solids_frac,
        boil_c: boil_c(&charge, pressure_pa),
        water_activity: water_activity(&charge),
        density_kg_m3: density,
        volume_ml: (charge.dissolved_g() + charge.water_g) / density * 1000.0 + charge.insoluble_g / 1.5,
        viscosity_mpa_s: viscosity_mpa_s(solids_frac, temperature_c),
        refractive_index: brix.map(|b| refractive_index(b / 100.0)),
        brix_refractometer: brix,
        baume: baume(solids_frac),
        specific_heat_j_kg_k: specific_heat_j_kg_k(solids_frac, temperature_c),
        solubility_frac: solubility_frac(temperature_c.min(100.0)),
        supersaturation: supersaturation(&charge, temperature_c),
        string_cm: string_cm(solids_frac),
        stage: ladder.at(solids_frac),
        pressure_pa,
    })
}
