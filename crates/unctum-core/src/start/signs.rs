//! What the stage of a batch looks like on her own instruments, before the heat is on.

use serde::Serialize;

use crate::formula::SyrupPlan;
use crate::kitchen::Flame;
use crate::pan::{StageSigns, TurnOff, boil_down, stage_signs};
use crate::start::setup::BatchSetup;
use crate::syrup::physical::density_kg_m3;
use crate::syrup::signs::{Seen, seen};
use crate::syrup::{Charge, StageKey};
use crate::water::saturation_temperature_c;

/// A syrup froths: so full, as a share of its pan, it may be at the start.
const FILL_LIMIT_FRAC: f64 = 0.5;

/// What the stage of the first syrup looks like on her own instruments.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SyrupSigns {
    /// The stage.
    pub stage: StageKey,
    /// The syrup as it goes on the ring.
    pub charge: Charge,
    /// The stage it is at then.
    pub start_stage: StageKey,
    /// Water to boil off, g.
    pub water_to_lose_g: f64,
    /// The stage on her scale and thermometer.
    pub signs: StageSigns,
    /// What spoon, water and pan show there.
    pub seen: Seen,
    /// Share of the pan that it fills at the start.
    pub fill_frac: f64,
    /// Share that is safe to fill, with room for froth.
    pub fill_limit_frac: f64,
    /// When to turn off, on a medium flame; none if this ring never gets there.
    pub turn_off: Option<TurnOff>,
    /// Whether the froth may come over the rim.
    pub may_boil_over: bool,
    /// Boiling point of water here, °C.
    pub water_boil_c: f64,
}

/// What the stage of a syrup looks like on her instruments, in the pan and on the ring that were chosen; none where
/// nothing is boiled to a stage.
#[must_use]
pub fn syrup_signs(setup: &BatchSetup) -> Option<SyrupSigns> {
    let SyrupPlan { charge, stage, target_solids_frac } = setup.syrup?;
    let boil = boil_down(&setup.boil_question(Flame::Medium)?);
    let at_stage = charge.at_strength(target_solids_frac);
    let volume_ml = 1000.0 * charge.total_g() / density_kg_m3(charge.solids_frac(), setup.air.room_c);
    Some(SyrupSigns {
        stage,
        water_to_lose_g: charge.total_g() - at_stage.total_g(),
        signs: stage_signs(
            &charge,
            (stage, Some(target_solids_frac)),
            &setup.pan,
            setup.thermometer.as_ref(),
            &setup.air,
            &setup.ladder,
        ),
        seen: seen(target_solids_frac, &setup.ladder),
        fill_frac: volume_ml / setup.pan.capacity_ml(),
        fill_limit_frac: FILL_LIMIT_FRAC,
        may_boil_over: boil.as_ref().map_or(true, |b| b.may_boil_over),
        turn_off: boil.ok().map(|b| b.turn_off),
        water_boil_c: saturation_temperature_c(setup.air.pressure_pa),
        start_stage: setup.ladder.at(charge.solids_frac()),
        charge,
    })
}
