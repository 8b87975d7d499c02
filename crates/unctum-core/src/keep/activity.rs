//! Water activity of the whole: what dissolves and what does not share the water until both hold it alike.

use crate::food::Composition;
use crate::numeric::bisect;
use crate::syrup::Charge;
use crate::syrup::activity::water_activity;
use crate::syrup::physical::solubility_frac;

/// Water in insolubles against water activity (Guggenheim, Anderson and de Boer): the first layer, g/g, and two constants.
const LAYER_G_G: f64 = 0.06;
const C: f64 = 10.0;
const K: f64 = 0.80;
/// Keeping is judged at this temperature, °C.
const KEPT_AT_C: f64 = 25.0;
/// Molar mass at which minerals count, g/mol, against which sugar counts with its own.
const ASH_MOLAR_G: f64 = 40.0;
const REDUCING_MOLAR_G: f64 = 180.16;
/// Of all minerals so much is dissolved.
const ASH_DISSOLVED: f64 = 0.5;

/// Water that a gram of insolubles holds at a water activity, g.
fn sorbed_g_g(activity: f64) -> f64 {
    let k = K * activity;
    LAYER_G_G * C * k / ((1.0 - k) * (1.0 - k + C * k))
}

/// Water activity of a syrup of what dissolves of a composition in `water` of it.
fn syrup_activity(c: &Composition, water: f64) -> f64 {
    let most = solubility_frac(KEPT_AT_C);
    water_activity(&Charge {
        sucrose_g: c.sucrose_frac.min(water * most / (1.0 - most)),
        // Minerals lower the activity by their number of particles, as so much reducing sugar would.
        reducing_g: c.reducing_frac + ASH_DISSOLVED * c.ash_frac * REDUCING_MOLAR_G / ASH_MOLAR_G,
        ash_g: 0.0,
        other_g: c.gums_frac + c.lactose_frac.min(0.13 * water),
        insoluble_g: 0.0,
        water_g: water,
    })
}

/// Water activity of a sweet, 0–1: its insolubles and its syrup hold the water alike.
#[must_use]
pub fn whole_activity(c: &Composition) -> f64 {
    if c.water_frac <= 0.0 {
        return 0.0;
    }
    let insoluble = c.protein_frac + c.starch_frac + c.fibre_frac;
    let dissolves = c.sucrose_frac + c.reducing_frac + c.lactose_frac + c.gums_frac;
    if dissolves <= 1e-6 {
        return bisect(0.0, 1.0, 1e-6, |a| insoluble * sorbed_g_g(a) - c.water_frac);
    }
    let held = |water: f64| water + insoluble * sorbed_g_g(syrup_activity(c, water)) - c.water_frac;
    let least = 1e-4 * c.water_frac;
    let water = if held(least) >= 0.0 { least } else { bisect(least, c.water_frac, 1e-7, held) };
    // Where even a trace of syrup holds more than there is, the insolubles alone decide.
    if water <= least {
        bisect(0.0, 1.0, 1e-6, |a| insoluble * sorbed_g_g(a) - c.water_frac)
    } else {
        syrup_activity(c, water)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn more_water_is_more_active_and_crystals_hold_it_near_85() {
        let sheet = |water: f64| Composition {
            water_frac: water,
            sucrose_frac: 0.40,
            fat_frac: 0.25,
            protein_frac: 0.12,
            starch_frac: 0.23 - water,
            ..Composition::default()
        };
        let at: Vec<f64> = [0.02, 0.05, 0.09, 0.14, 0.20].map(|w| whole_activity(&sheet(w))).to_vec();
        assert!(at.windows(2).all(|w| w[0] <= w[1] + 1e-9), "{at:?}");
        assert!(at.iter().all(|a| (0.0..=1.0).contains(a)));
        assert!((at[2] - 0.85).abs() < 0.03, "with crystals: {}", at[2]);
    }
}
