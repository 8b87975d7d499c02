//! Density, viscosity, refractive index, solubility and heat of sugar solutions. All take the
//! strength as a fraction (0–1) and temperatures in °C.

use crate::numeric::Pchip;
use crate::syrup::charge::Charge;

/// Density, kg/m³: our own fourth-degree fit to the published 20 °C table (ICUMSA), within 0.001 % of
/// it up to 80 % and smooth to 98 %; the change with temperature is within 0.1 % up to 80 °C.
#[must_use]
pub fn density_kg_m3(solids_frac: f64, temperature_c: f64) -> f64 {
    let w = solids_frac;
    let at_20_c = 998.229 + w * (385.842 + w * (126.637 + w * (66.892 - 25.583 * w)));
    at_20_c * (1.0 - 0.036 * (temperature_c - 20.0) / (160.0 + temperature_c))
}

/// Viscosity, mPa·s, within 4 % of published 20 °C values for 20–75 % (Mathlouthi & Génotelle).
#[must_use]
pub fn viscosity_mpa_s(solids_frac: f64, temperature_c: f64) -> f64 {
    let percent = 100.0 * solids_frac;
    let x = percent / (1900.0 - 18.0 * percent);
    let fluidity = (30.0 - temperature_c) / (91.0 + temperature_c);
    10_f64.powf(22.46 * x - 0.114 + fluidity * (1.1 + 43.1 * x.powf(1.25)))
}

/// Strongest syrup a refractometer is followed to, °Brix.
pub const MAX_BRIX: f64 = 85.0;
/// A refractometer for sucrose reads this much low per per cent of reducing sugars, °Brix.
const REDUCING_BRIX: f64 = 0.022;

/// What a sucrose refractometer shows for a cooled, clear drop, °Brix; none beyond [`MAX_BRIX`].
/// Glucose and fructose bend light a little less than sucrose (the usual invert correction).
#[must_use]
pub fn brix_refractometer(charge: &Charge) -> Option<f64> {
    let solution_g = charge.dissolved_g() + charge.water_g;
    let reducing_percent = 100.0 * charge.reducing_g / solution_g.max(1e-9);
    let brix = 100.0 * charge.solids_frac() - REDUCING_BRIX * reducing_percent;
    (brix <= MAX_BRIX).then_some(brix)
}

/// Strength (0–1) at which a drop of these solids shows `brix`; the inverse of
/// [`brix_refractometer`].
#[must_use]
pub fn solids_frac_of_brix(solids: &Charge, brix: f64) -> f64 {
    let reducing_share = solids.reducing_g / solids.dissolved_g().max(1e-9);
    (brix / (100.0 - REDUCING_BRIX * 100.0 * reducing_share)).clamp(1e-6, 0.98)
}

/// Degrees Baumé (modulus 145) of a density at 20 °C against water.
#[must_use]
pub fn baume(solids_frac: f64) -> f64 {
    145.0 * (1.0 - density_kg_m3(0.0, 20.0) / density_kg_m3(solids_frac, 20.0))
}

/// Sucrose in water against saturation: above 1 it wants to grain. Reducing sugars hold back some of
/// the water: a published coefficient of 0.088 per gram of invert to a gram of water.
#[must_use]
pub fn supersaturation(charge: &Charge, temperature_c: f64) -> f64 {
    let pure = solubility_frac(temperature_c.clamp(0.0, 100.0));
    let per_water = pure / (1.0 - pure);
    let held_back = (1.0 - 0.088 * charge.reducing_g / charge.water_g).max(0.3);
    charge.sucrose_g / charge.water_g / (per_water * held_back)
}

/// Refractive index n_D at 20 °C through the published table (ICUMSA), against mass per cent.
static REFRACTION: Pchip<9> = Pchip::new(
    [0.0, 10.0, 20.0, 30.0, 40.0, 50.0, 60.0, 70.0, 80.0],
    [1.33299, 1.34782, 1.36384, 1.38115, 1.39986, 1.42009, 1.44193, 1.46546, 1.49071],
);

/// Refractive index n_D at 20 °C, as a refractometer with a cooled, clear drop sees it.
#[must_use]
pub fn refractive_index(solids_frac: f64) -> f64 {
    REFRACTION.at(100.0 * solids_frac)
}

/// Sucrose in a saturated solution in water, mass fraction, 0–100 °C (Vavrinecz, refitted).
#[must_use]
pub fn solubility_frac(temperature_c: f64) -> f64 {
    let t = temperature_c;
    (64.397 + t * (0.072_51 + t * (0.002_056_9 - 9.035e-6 * t))) / 100.0
}

/// Specific heat, J/(kg·K), of the solution.
#[must_use]
pub fn specific_heat_j_kg_k(solids_frac: f64, temperature_c: f64) -> f64 {
    4186.8 - 100.0 * solids_frac * (29.7 - 0.075 * temperature_c)
}

/// Heat content, J, of `solids_g` dissolved in `water_g` above 0 °C: the integral of
/// [`specific_heat_j_kg_k`], in a form in which each gram of water carries its own heat.
#[must_use]
pub fn enthalpy_j(solids_g: f64, water_g: f64, temperature_c: f64) -> f64 {
    let t = temperature_c;
    (4186.8 * t * (solids_g + water_g) - 100.0 * solids_g * (29.7 * t - 0.0375 * t * t)) / 1000.0
}
