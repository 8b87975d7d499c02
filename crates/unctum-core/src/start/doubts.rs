//! How far the amounts, the instruments and the ring of a batch are to be trusted.

use crate::estimate::Doubts;
use crate::kitchen::usual::CHECKED_K;
use crate::start::setup::BatchSetup;
use crate::syrup::Charge;

/// Relative standard deviation of what was measured by the scale, and by cups.
const SOLIDS_BY_SCALE: f64 = 0.005;
const WATER_BY_SCALE: f64 = 0.02;
const BY_CUPS: f64 = 0.05;
/// The weather's part in the boil, K.
const WEATHER_K: f64 = 0.14;
/// In jaggery, honey and glucose so much beside sucrose and water is usual, as a share of their mass; by it their
/// mass is known in a charge.
const BESIDE_SUCROSE: f64 = 0.165;
/// And so much of their own mass is water: a charge holds no more of them than its solids tell.
const OWN_WATER: f64 = 0.055;
/// Lots of them differ so much in their water and in their reducing sugars, as a share of their mass.
const LOT_WATER_SD: f64 = 0.02;
const LOT_REDUCING_SD: f64 = 0.04;
/// And in what stays in the sieve, which counts as solids on the scale and as nothing in the strength.
const LOT_SOLIDS_SD: f64 = 0.005;

/// Mass, g, of the sweeteners in a charge whose lots differ.
fn of_lots_g(charge: &Charge) -> f64 {
    let beside_g = charge.reducing_g + charge.ash_g + charge.other_g + charge.insoluble_g;
    (beside_g / BESIDE_SUCROSE).min(charge.solids_g() / (1.0 - OWN_WATER))
}

impl BatchSetup {
    /// What is doubted of a syrup of this batch, and how far.
    #[must_use]
    pub fn doubts(&self, charge: &Charge) -> Doubts {
        let (solids, water) = if self.has_scale() {
            (SOLIDS_BY_SCALE, WATER_BY_SCALE)
        } else {
            // Sugar and water are filled by the same cups.
            let cups = self.habits.cups_sd.unwrap_or(BY_CUPS);
            (cups, cups)
        };
        let accuracy = self.accuracy();
        let lots_g = of_lots_g(charge);
        let solids_g = charge.solids_g().max(1e-6);
        Doubts {
            power_sd: self.ring.efficiency_sd / self.ring.efficiency_frac,
            solids_sd: solids.hypot(LOT_SOLIDS_SD * lots_g / solids_g),
            water_sd_g: water * charge.water_g,
            thermometer_bias_k: self.habits.bias_sd_k.unwrap_or(CHECKED_K).hypot(WEATHER_K),
            thermometer_sd_k: accuracy.thermometer_sd_k,
            scale_sd_g: accuracy.scale_sd_g,
            weighed: self.pan.weighed,
            lot_water_sd_g: LOT_WATER_SD * lots_g,
            lot_solids_sd: LOT_WATER_SD * lots_g / solids_g,
            composition: lots_g > 0.02 * solids_g,
            habits: self.habits,
        }
    }
}

/// The same solids with one standard deviation more reducing sugars; none for plain sugar.
pub(crate) fn other_solids(charge: &Charge) -> Option<Charge> {
    let lots_g = of_lots_g(charge);
    let more_g = (LOT_REDUCING_SD * lots_g).min(0.5 * charge.sucrose_g);
    (lots_g > 0.02 * charge.solids_g()).then_some(Charge {
        sucrose_g: charge.sucrose_g - more_g,
        reducing_g: charge.reducing_g + more_g,
        ..*charge
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::syrup::sweetener::SWEETENERS;

    #[test]
    fn a_charge_tells_how_much_jaggery_is_in_it() {
        let cane = SWEETENERS.iter().find(|s| s.key == "cane-jaggery").expect("jaggery");
        let charge = cane.analysis.charge(500.0).plus(Charge::sugar_and_water(0.0, 250.0));
        assert!((of_lots_g(&charge) - 500.0).abs() < 1.0, "{}", of_lots_g(&charge));
        assert!(of_lots_g(&Charge::sugar_and_water(300.0, 150.0)) < 1e-9);
        // Half of the solids white sugar: the doubt is of the jaggery alone.
        let half = charge.plus(Charge::sugar_and_water(472.0, 0.0));
        assert!((of_lots_g(&half) - 500.0).abs() < 1.0, "{}", of_lots_g(&half));
    }
}
