//! Potfuls: how many pieces lie in a pot at once, and how fast a ring can fry them.

use crate::food::thermal;
use crate::kitchen::{Air, Flame};
use crate::process::formula::Tools;
use crate::process::times::{BOILS_C, Batch, SHELF_C, STEAM_J_PER_G, pan_of};
use crate::process::{Step, StepBalance, StepKind};

/// Share of a pot's surface that pieces may cover: frying, and poaching with room to swell.
const COVER_FRAC: (f64, f64) = (0.55, 0.35);
/// Fat to fry in may cool by this much while the ring catches up, K; its specific heat, J/(kg·K).
const FAT_COOLS_K: f64 = 15.0;
const FAT_J_KG_K: f64 = 2100.0;
/// Density of hot fat, g/ml.
const FAT_G_ML: f64 = 0.82;
/// Droplets of batter that are formed into pieces only later, cm across.
const DROPLET_CM: f64 = 0.6;

/// How many pieces lie in the pot in all, and how wide they are, cm. What is formed only later lies there as droplets.
fn pieces_in_pot(step: &Step, b: &StepBalance, pieces: f64, formed_later: bool) -> (f64, f64) {
    if step.kind == StepKind::Fry && formed_later {
        let droplet_ml = std::f64::consts::PI / 6.0 * DROPLET_CM.powi(3);
        return (b.end_g / droplet_ml, DROPLET_CM);
    }
    let piece_ml = b.end_g / pieces.max(1.0);
    (pieces, (6.0 * piece_ml / std::f64::consts::PI).cbrt())
}

/// How often the pot is filled.
pub(super) fn pots(step: &Step, b: &StepBalance, batch: &Batch<'_>, formed_later: bool) -> f64 {
    let (Some(pieces), Some(tools)) = (batch.pieces, batch.tools) else {
        return batch.factor.ceil().max(1.0);
    };
    let pan = pan_of(step, tools).unwrap_or(&tools.pan);
    let (count, across_cm) = pieces_in_pot(step, b, pieces, formed_later);
    let cover = if step.kind == StepKind::Poach { COVER_FRAC.1 } else { COVER_FRAC.0 };
    let in_pot =
        (cover * pan.base_m2() * 1e4 / (std::f64::consts::FRAC_PI_4 * across_cm * across_cm)).floor();
    (count / in_pot.max(1.0)).ceil().max(1.0)
}

/// The shortest time in which a ring at its full flame can fry all of it, min: the water that goes off and the
/// warming, less what the fat gives while it cools a little.
pub(super) fn least_frying_min(step: &Step, b: &StepBalance, tools: &Tools, air: &Air) -> Option<f64> {
    let pan = pan_of(step, tools)?;
    let fat_c = step.heat_to_c.filter(|_| step.kind == StepKind::Fry)?;
    let kind = thermal(&b.start.composition().makeup(), 60.0);
    let warm_j = b.start_g / 1000.0 * kind.specific_heat_j_kg_k * (BOILS_C - SHELF_C);
    let fat_j = b.medium_g / 1000.0 * FAT_J_KG_K * FAT_COOLS_K;
    let need_j = (warm_j + STEAM_J_PER_G * b.evaporated_g - fat_j).max(0.0);
    let loss_w = pan.losing().loss_w_k(b.medium_g / FAT_G_ML) * (fat_c - air.room_c);
    let left_w = tools.ring.net_power_w(Flame::High.frac()) - loss_w;
    (left_w > 0.0).then(|| need_j / left_w / 60.0)
}
