//! Potfuls: how many pieces lie in a pot at once, how fast a ring can fry them, and on which flame.

use crate::course::question::{CourseQuestion, stronger_than};
use crate::course::tools::Tools;
use crate::food::thermal;
use crate::kitchen::{Flame, Pan};
use crate::process::Work;
use crate::water::{latent_heat_j_kg, saturation_temperature_c};

/// Share of a pot's surface that pieces may cover: frying or dipping, and poaching with room to swell.
const COVER_FRAC: (f64, f64) = (0.55, 0.35);
/// Fat to fry in may cool by this much while the ring catches up, K; its specific heat, J/(kg·K).
const FAT_COOLS_K: f64 = 15.0;
const FAT_J_KG_K: f64 = 2100.0;
/// Density of hot fat, g/ml.
const FAT_G_ML: f64 = 0.82;
/// A flame that leaves less than this share of what the full one leaves only covers what the pot loses.
const LEAST_LEFT_FRAC: f64 = 0.2;

/// How a step goes potful by potful.
pub(super) struct Potfuls {
    /// How often the pot is filled.
    pub count: f64,
    /// The flame it takes, where the method's own would not heat the fat again in time.
    pub flame_needed: Option<Flame>,
}

fn ball_ml(across_cm: f64) -> f64 {
    std::f64::consts::PI / 6.0 * across_cm.powi(3)
}

/// How many pieces lie in the pot in all, and how wide they are, cm. What is formed only later lies there as droplets.
fn pieces_in_pot(q: &CourseQuestion<'_>, pieces: f64) -> (f64, f64) {
    if let Some(droplet_cm) = q.step.droplet_cm {
        return (q.mass.end_g / ball_ml(droplet_cm), droplet_cm);
    }
    let piece_ml = q.mass.end_g / pieces.max(1.0);
    (pieces, q.step.across_cm.unwrap_or((6.0 * piece_ml / std::f64::consts::PI).cbrt()))
}

/// How often the pot is filled so that all pieces find room, and the ring the heat for them.
pub(super) fn potfuls(q: &CourseQuestion<'_>) -> Potfuls {
    let (Some(pieces), Some(tools)) = (q.pieces, q.tools) else {
        return Potfuls { count: q.factor.ceil().max(1.0), flame_needed: None };
    };
    let pan = tools.pan_of(q.step).unwrap_or(&tools.pan);
    let (count, across_cm) = pieces_in_pot(q, pieces);
    let fries = q.step.work() == Work::Fry;
    let cover = if q.step.work() == Work::Poach { COVER_FRAC.1 } else { COVER_FRAC.0 };
    let in_pot =
        (cover * pan.base_m2() * 1e4 / (std::f64::consts::FRAC_PI_4 * across_cm * across_cm)).floor();
    let by_room = (count / in_pot.max(1.0)).ceil().max(1.0);
    let (Some(own), Some(usual), Some(fat_c), true) = (q.step.flame, q.step.minutes, q.step.heat_to_c, fries)
    else {
        return Potfuls { count: by_room, flame_needed: None };
    };
    let left_w = |flame: Flame| left_w(q, tools, pan, fat_c, flame);
    let by_heat = |flame: Flame| {
        let least_min = least_frying_min(q, left_w(flame))?;
        Some((least_min / usual.mid.max(1e-9)).ceil().max(by_room))
    };
    // Which flame fries does not depend on how much there is to fry.
    let most_w = left_w(Flame::High);
    let flame = std::iter::once(own)
        .chain(stronger_than(own))
        .find(|flame| left_w(*flame) > LEAST_LEFT_FRAC * most_w)
        .unwrap_or(Flame::High);
    Potfuls { count: by_heat(flame).unwrap_or(by_room), flame_needed: (flame != own).then_some(flame) }
}

/// What a flame leaves for the pieces once the pot's loss is covered, W; negative if it does not cover it.
fn left_w(q: &CourseQuestion<'_>, tools: &Tools, pan: &Pan, fat_c: f64, flame: Flame) -> f64 {
    let loss_w = pan.losing().loss_w_k(q.mass.medium_g / FAT_G_ML) * (fat_c - q.air.room_c);
    tools.ring.net_power_w(flame.frac()) - loss_w
}

/// The shortest time in which so much heat can fry all of it, min: the water that goes off and the warming, less what
/// the fat gives while it cools a little. None if the flame only covers what the pot loses.
fn least_frying_min(q: &CourseQuestion<'_>, left_w: f64) -> Option<f64> {
    let kind = thermal(&q.mass.start.composition().makeup(), 60.0);
    let boils_c = saturation_temperature_c(q.air.pressure_pa);
    let warm_j = q.mass.start_g / 1000.0 * kind.specific_heat_j_kg_k * (boils_c - q.from_c).max(0.0);
    let steam_j = q.mass.evaporated_g / 1000.0 * latent_heat_j_kg(boils_c);
    let fat_j = q.mass.medium_g / 1000.0 * FAT_J_KG_K * FAT_COOLS_K;
    let need_j = (warm_j + steam_j - fat_j).max(0.0);
    // A flame that leaves next to nothing is not followed for weeks.
    let least_w = LEAST_LEFT_FRAC * 0.5 * q.tools.map_or(0.0, |t| t.ring.net_power_w(1.0));
    (left_w > 0.0).then(|| need_j / left_w.max(least_w) / 60.0)
}
