//! Water activity of a sugar solution: Norrish (1966) in mixture form, with a correction for strong
//! syrups that makes pure sucrose meet the published boiling table.

use crate::numeric::Pchip;
use crate::syrup::charge::Charge;
use crate::water;

/// Molar mass of sucrose, g/mol.
pub const SUCROSE_MOLAR_G: f64 = 342.30;
/// Molar mass of glucose and of fructose, g/mol.
pub const REDUCING_MOLAR_G: f64 = 180.16;
const NORRISH_SUCROSE: f64 = 6.47;
const NORRISH_REDUCING: f64 = 2.25;

/// Factor on ln a_w against strength, from the boiling table of pure sucrose (Lees & Jackson).
static STRONG_SYRUP: Pchip<10> = Pchip::new(
    [0.70, 0.75, 0.78, 0.80, 0.82, 0.85, 0.88, 0.90, 0.93, 0.95],
    [1.0, 1.0, 0.996, 0.984, 0.965, 0.905, 0.791, 0.697, 0.531, 0.425],
);

/// Water activity (0–1) of a charge at its strength; independent of temperature (Dühring). Other
/// dissolved solids (longer sugars, gums) count like sucrose of their mass; ash is left out.
#[must_use]
pub fn water_activity(charge: &Charge) -> f64 {
    if charge.water_g <= 0.0 {
        return 0.0;
    }
    ln_activity(charge).0.exp()
}

/// Logarithm of the water activity and its change per gram of water, 1/g. There has to be water.
#[must_use]
pub fn ln_activity(charge: &Charge) -> (f64, f64) {
    let sucrose = (charge.sucrose_g + charge.other_g) / SUCROSE_MOLAR_G;
    let reducing = charge.reducing_g / REDUCING_MOLAR_G;
    let water = charge.water_g / water::MOLAR_MASS_G;
    let total = sucrose + reducing + water;
    let pull = (NORRISH_SUCROSE.sqrt() * sucrose + NORRISH_REDUCING.sqrt() * reducing) / total;
    let ideal = (water / total).ln() - pull * pull;
    let ideal_slope = (1.0 / water - 1.0 / total + 2.0 * pull * pull / total) / water::MOLAR_MASS_G;
    let solids_frac = charge.solids_frac();
    let (strong, strong_slope) = STRONG_SYRUP.with_slope(solids_frac);
    let thinning = -solids_frac / (charge.dissolved_g() + charge.water_g);
    (ideal * strong, ideal_slope * strong + ideal * strong_slope * thinning)
}
