//! Potfuls: how many pieces lie in a pot at once, how fast a ring can fry them, and on which flame.

use crate::food::thermal;
use crate::kitchen::{Air, Flame};
use crate::process::formula::Tools;
use crate::process::times::{BOILS_C, Batch, SHELF_C, STEAM_J_PER_G, pan_of, stronger_than};
use crate::process::{Step, StepBalance, StepKind};

/// Share of a pot's surface that pieces may cover: frying, and poaching with room to swell.
const COVER_FRAC: (f64, f64) = (0.55, 0.35);
/// Fat to fry in may cool by this much while the ring catches up, K; its specific heat, J/(kg·K).
const FAT_COOLS_K: f64 = 15.0;
const FAT_J_KG_K: f64 = 2100.0;
/// Density of hot fat, g/ml.
const FAT_G_ML: f64 = 0.82;
/// A flame that leaves less than this share of what the full one leaves only covers what the pot loses.
const LEAST_LEFT_FRAC: f64 = 0.2;
/// Droplets of batter that are formed into pieces only later, cm across.
const DROPLET_CM: f64 = 0.6;

/// How a step goes potful by potful.
pub(super) struct Potfuls {
    /// How often the pot is filled.
    pub count: f64,
    /// The flame it takes, where the method's own would not heat the fat again in time.
    pub flame_needed: Option<Flame>,
}

/// How many pieces lie in the pot in all, and how wide they are, cm. What is formed only later lies there as droplets.
fn pieces_in_pot(step: &Step, b: &StepBalance, pieces: f64, formed_later: bool) -> (f64, f64) {
    if step.kind == StepKind::Fry && formed_later {
        let across_cm = step.across_cm.unwrap_or(DROPLET_CM);
        let droplet_ml = std::f64::consts::PI / 6.0 * across_cm.powi(3);
        return (b.end_g / droplet_ml, across_cm);
    }
    let piece_ml = b.end_g / pieces.max(1.0);
    (pieces, step.across_cm.unwrap_or((6.0 * piece_ml / std::f64::consts::PI).cbrt()))
}

/// How often the pot is filled so that all pieces find room, and the ring the heat for them.
pub(super) fn potfuls(
    step: &Step,
    b: &StepBalance,
    batch: &Batch<'_>,
    formed_later: bool,
    air: &Air,
) -> Potfuls {
    let (Some(pieces), Some(tools)) = (batch.pieces, batch.tools) else {
        return Potfuls { count: batch.factor.ceil().max(1.0), flame_needed: None };
    };
    let pan = pan_of(step, tools).unwrap_or(&tools.pan);
    let (count, across_cm) = pieces_in_pot(step, b, pieces, formed_later);
    let cover = if step.kind == StepKind::Poach { COVER_FRAC.1 } else { COVER_FRAC.0 };
    let in_pot =
        (cover * pan.base_m2() * 1e4 / (std::f64::consts::FRAC_PI_4 * across_cm * across_cm)).floor();
    let by_room = (count / in_pot.max(1.0)).ceil().max(1.0);
    let fries = step.kind == StepKind::Fry && step.heat_to_c.is_some();
    let (Some(own), Some(usual), true) = (step.flame, step.minutes, fries) else {
        return Potfuls { count: by_room, flame_needed: None };
    };
    let by_heat = |flame: Flame| {
        let least_min = least_frying_min(step, b, tools, air, flame)?;
        Some((least_min / usual.mid_min.max(1e-9)).ceil().max(by_room))
    };
    // Which flame fries does not depend on how much there is to fry.
    let most_w = left_w(step, b, tools, air, Flame::High).unwrap_or(0.0);
    let heats_enough =
        |flame: Flame| left_w(step, b, tools, air, flame).is_some_and(|w| w > LEAST_LEFT_FRAC * most_w);
    let flame = std::iter::once(own)
        .chain(stronger_than(own))
        .find(|flame| heats_enough(*flame))
        .unwrap_or(Flame::High);
    Potfuls { count: by_heat(flame).unwrap_or(by_room), flame_needed: (flame != own).then_some(flame) }
}

/// What a flame leaves for the pieces once the pot's loss is covered, W; negative if it does not cover it.
fn left_w(step: &Step, b: &StepBalance, tools: &Tools, air: &Air, flame: Flame) -> Option<f64> {
    let pan = pan_of(step, tools)?;
    let loss_w = pan.losing().loss_w_k(b.medium_g / FAT_G_ML) * (step.heat_to_c? - air.room_c);
    Some(tools.ring.net_power_w(flame.frac()) - loss_w)
}

/// The shortest time in which a flame can fry all of it, min: the water that goes off and the warming, less what the
/// fat gives while it cools a little. None if the flame only covers what the pot loses.
fn least_frying_min(step: &Step, b: &StepBalance, tools: &Tools, air: &Air, flame: Flame) -> Option<f64> {
    let kind = thermal(&b.start.composition().makeup(), 60.0);
    let warm_j = b.start_g / 1000.0 * kind.specific_heat_j_kg_k * (BOILS_C - SHELF_C);
    let fat_j = b.medium_g / 1000.0 * FAT_J_KG_K * FAT_COOLS_K;
    let need_j = (warm_j + STEAM_J_PER_G * b.evaporated_g - fat_j).max(0.0);
    left_w(step, b, tools, air, flame).filter(|w| *w > 0.0).map(|w| need_j / w / 60.0)
}
