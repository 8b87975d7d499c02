//! Water activity of a finished sweet.

use crate::food::composition::Composition;
use crate::syrup::Charge;
use crate::syrup::activity::water_activity;
use crate::syrup::physical::solubility_frac;

/// Room temperature at which keeping is judged, °C.
const KEPT_AT_C: f64 = 25.0;

/// Water activity of the liquid in a finished sweet: what sugar its water can hold, with the other
/// dissolved solids. An estimate: water held by starch and protein counts as free.
#[must_use]
pub fn sweet_water_activity(c: &Composition) -> f64 {
    if c.water_frac <= 0.0 {
        return 0.0;
    }
    let most = solubility_frac(KEPT_AT_C);
    let dissolved = c.sucrose_frac.min(c.water_frac * most / (1.0 - most));
    water_activity(&Charge {
        sucrose_g: dissolved,
        reducing_g: c.reducing_frac.min(c.water_frac * 3.0),
        ash_g: 0.0,
        other_g: c.gums_frac + c.lactose_frac.min(0.2 * c.water_frac),
        insoluble_g: 0.0,
        water_g: c.water_frac,
    })
}
