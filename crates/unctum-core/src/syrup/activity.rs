//! Water activity of a sugar solution: Norrish (1966) in mixture form, with a correction for strong
//! syrups that makes pure sucrose meet the published boiling table.

use crate::numeric::Pchip;
use crate::syrup::Charge;
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

/// Water activity (0–1) of a charge at its strength; independent of temperature (Dühring).
#[must_use]
pub fn water_activity(charge: &Charge) -> f64 {
    let sucrose = charge.sucrose_g / SUCROSE_MOLAR_G;
    let reducing = charge.reducing_g / REDUCING_MOLAR_G;
    let water = charge.water_g / water::MOLAR_MASS_G;
    let total = sucrose + reducing + water;
    if total <= 0.0 || water <= 0.0 {
        return if water > 0.0 { 1.0 } else { 0.0 };
    }
    let pull = (NORRISH_SUCROSE.sqrt() * sucrose + NORRISH_REDUCING.sqrt() * reducing) / total;
    let ln_activity = (water / total).ln() - pull * pull;
    (ln_activity * STRONG_SYRUP.at(charge.solids_frac())).exp()
}
