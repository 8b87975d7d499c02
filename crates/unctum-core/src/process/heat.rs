//! How hot a step really gets: methods tell it as it is by the sea, and what boils follows the air.

use crate::food::Parts;
use crate::kitchen::Air;
use crate::process::{Step, StepKind};
use crate::syrup::boiling::boil_c;
use crate::water::{SEA_LEVEL_PA, saturation_pressure_pa, saturation_temperature_c};

/// A temperature this near to where the mass boils is the boil's own, K.
const AT_THE_BOIL_K: f64 = 6.0;
/// Where less of the mass than this is water, nothing boils in it.
const DRY_FRAC: f64 = 0.03;

/// How hot it gets in this air, °C: under pressure the valve adds the same to any air; what boils is as hot as its
/// water lets it be; hot fat and dry roasts are what they are everywhere.
pub(crate) fn reached_c(step: &Step, end: &Parts, air: &Air) -> Option<f64> {
    let told_c = step.heat_to_c?;
    if step.kind == StepKind::PressureCook {
        let valve_pa = (saturation_pressure_pa(told_c) - SEA_LEVEL_PA).max(0.0);
        return Some(saturation_temperature_c(air.pressure_pa + valve_pa));
    }
    let wet = end.water_g > DRY_FRAC * end.total_g();
    if !wet || matches!(step.kind, StepKind::Fry | StepKind::Caramelise) {
        return Some(told_c);
    }
    let charge = end.charge();
    let (by_the_sea_c, here_c) = (boil_c(&charge, SEA_LEVEL_PA), boil_c(&charge, air.pressure_pa));
    Some(if told_c > by_the_sea_c + AT_THE_BOIL_K {
        told_c
    } else if told_c < by_the_sea_c - AT_THE_BOIL_K {
        told_c.min(here_c)
    } else {
        told_c - (by_the_sea_c - here_c)
    })
}
