//! How hot a step really gets: methods tell it as it is by the sea, and what boils follows the air.

use crate::food::Parts;
use crate::kitchen::Air;
use crate::process::{Step, Vessel, Work};
use crate::syrup::boiling::boil_c;
use crate::water::{SEA_LEVEL_PA, saturation_pressure_pa, saturation_temperature_c};

/// A temperature this near to where the mass boils is the boil's own, K.
const AT_THE_BOIL_K: f64 = 6.0;
/// Where less of the mass than this is water, nothing boils in it.
const DRY_FRAC: f64 = 0.03;
/// Minutes off the heat after which it counts as cold.
const COLD_AFTER_MIN: f64 = 20.0;

fn is_wet(mass: &Parts) -> bool {
    mass.water_g > DRY_FRAC * mass.total_g()
}

/// How hot it gets in this air, °C, where that is told: under pressure the valve adds the same to any air; what
/// boils is as hot as its water lets it be; hot fat and dry roasts are what they are everywhere.
#[must_use]
pub fn reached_c(step: &Step, end: &Parts, air: &Air) -> Option<f64> {
    let told_c = step.heat_to_c?;
    if !is_wet(end) || step.work() == Work::Fry {
        return Some(told_c);
    }
    if step.vessel == Vessel::PressureCooker
        && told_c > saturation_temperature_c(SEA_LEVEL_PA) + AT_THE_BOIL_K
    {
        let valve_pa = (saturation_pressure_pa(told_c) - SEA_LEVEL_PA).max(0.0);
        return Some(saturation_temperature_c(air.pressure_pa + valve_pa));
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

/// How warm a mass on the heat gets, °C, told or not: as hot as the water boils here.
pub(super) fn heats_through_c(step: &Step, end: &Parts, air: &Air) -> f64 {
    reached_c(step, end, air).unwrap_or_else(|| saturation_temperature_c(air.pressure_pa))
}

/// How warm a step leaves its mass, °C, that came to it as warm as `from_c`: what is on the flame, as it was
/// heated; what stands off it for long, as the room.
pub(super) fn ends_c(step: &Step, end: &Parts, from_c: f64, minutes: f64, air: &Air) -> f64 {
    if step.on_flame() {
        heats_through_c(step, end, air)
    } else if minutes >= COLD_AFTER_MIN {
        air.room_c
    } else {
        from_c
    }
}
