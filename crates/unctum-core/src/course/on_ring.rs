//! What stands on a ring: a syrup that is boiled to a stage, a mass that warms and dries.

use crate::course::heat::heats_through_c;
use crate::course::question::{CoursePoint, CourseQuestion, contents_ml, stronger_than};
use crate::course::tools::Tools;
use crate::food::{Parts, thermal};
use crate::kitchen::{Flame, Pan};
use crate::numeric::Spread;
use crate::pan::drying::{Drying, DryingPoint, Takes, doubt_frac};
use crate::pan::program::HobChange;
use crate::pan::{BoilDownQuestion, Point, boil_down};
use crate::process::Attention;

/// A flame is too low if it takes so many times the usual time.
const SLOW: f64 = 2.0;
/// A mass with less water than this is a paste, not a milk.
const PASTE_WATER_FRAC: f64 = 0.5;
/// Below this share of solids that burn on, a mass is a syrup.
const SYRUP_FRAC: f64 = 0.03;
/// Heat that what something lies in takes, J/(g·K).
const MEDIUM_J_G_K: f64 = 4.0;

/// A ring that leaves fat less than this, W, never gets it hot; how long it takes is told to no better than this share.
const LEAST_LEFT_W: f64 = 60.0;
const LEAST_DOUBT: f64 = 0.15;

/// What time a step takes, and how it goes until then.
pub(super) struct Told {
    pub minutes: Spread,
    pub flame_needed: Option<Flame>,
    pub path: Vec<CoursePoint>,
}

/// A boil to a stage.
pub(super) fn boiling(q: &CourseQuestion<'_>, pan: &Pan, tools: &Tools) -> Option<Told> {
    let boil = boil_down(&BoilDownQuestion {
        charge: q.mass.start.charge(),
        start_c: Some(q.from_c),
        pan: pan.clone(),
        ring: tools.ring.clone(),
        program: vec![HobChange::steady(q.step.flame.unwrap_or(Flame::Medium).frac())],
        charge_water_sd_g: 0.0,
        ladder: *q.ladder,
        air: q.air,
        thermometer: None,
        target_frac: q.step.aim_frac(q.ladder)?,
        max_points: 24,
    })
    .ok()?;
    let at_s = boil.turn_off.at_s;
    let point = |p: &Point| CoursePoint {
        elapsed_min: p.elapsed_s.mid / 60.0,
        mass_g: p.gross_g - pan.tare_g,
        mass_c: p.liquid_c,
    };
    Some(Told {
        minutes: at_s.times(1.0 / 60.0),
        flame_needed: None,
        path: boil.series.iter().filter(|p| p.elapsed_s.mid <= at_s.mid).map(point).collect(),
    })
}

/// What a mass takes through the base: as the syrup, the milk or the stirred paste that it is becoming.
fn takes(q: &CourseQuestion<'_>, burns_g: f64) -> Takes {
    let share = |parts: &Parts| parts.water_g / parts.total_g().max(1e-9);
    let stirred = q.step.attention == Attention::Constant;
    if burns_g < SYRUP_FRAC * q.mass.start.total_g() {
        Takes::Everything
    } else if stirred && share(&q.mass.end) < PASTE_WATER_FRAC {
        Takes::AsPaste
    } else {
        Takes::AsMilk
    }
}

/// The mass of a step as it warms and dries.
pub(super) fn drying(q: &CourseQuestion<'_>, to_c: f64) -> Drying {
    let start = &q.mass.start;
    let burns_g = start.lactose_g + start.protein_g + start.starch_g + start.fibre_g + start.fat_g;
    let middle_c = f64::midpoint(q.from_c, to_c).min(110.0);
    Drying {
        charge: start.charge(),
        burns_g,
        specific_heat_j_kg_k: thermal(&start.composition().makeup(), middle_c).specific_heat_j_kg_k,
        medium_j_k: q.mass.medium_g * MEDIUM_J_G_K,
        contents_ml: contents_ml(q.mass),
        takes: takes(q, burns_g),
        from_c: q.from_c,
        to_c,
        water_lost_g: q.mass.evaporated_g,
    }
}

/// Specific heat of fat between the room and the fry, J/(kg·K), and its density when hot, g/ml.
const FAT_J_KG_K: f64 = 2100.0;
const FAT_G_ML: f64 = 0.82;

/// A pot of fat on its way to where it fries; on a stronger flame where its own would never get there. None where none
/// would.
pub(super) fn heating_fat(q: &CourseQuestion<'_>, pot: &Pan, tools: &Tools) -> Option<Told> {
    let (fat_g, to_c, own) = (q.heats_fat_g?, q.step.heat_to_c?, q.step.flame?);
    let rise_k = (to_c - q.air.room_c).max(0.0);
    let need_j = (fat_g / 1000.0 * FAT_J_KG_K + pot.heat_capacity_j_k) * rise_k;
    // Half of what it loses at the end, on the way.
    let loss_w = 0.5 * pot.losing().loss_w_k(fat_g / FAT_G_ML) * rise_k;
    let minutes = |flame: Flame| {
        let left_w = tools.ring.net_power_w(flame.frac()) - loss_w;
        (left_w > LEAST_LEFT_W).then(|| need_j / left_w / 60.0)
    };
    let (flame, mid) =
        std::iter::once(own).chain(stronger_than(own)).find_map(|flame| Some((flame, minutes(flame)?)))?;
    let spread = doubt_frac(&tools.ring).max(LEAST_DOUBT);
    Some(Told {
        minutes: Spread { low: mid * (1.0 - spread), mid, high: mid * (1.0 + 1.5 * spread) },
        flame_needed: (flame != own).then_some(flame),
        path: vec![
            CoursePoint { elapsed_min: 0.0, mass_g: q.mass.start_g, mass_c: q.air.room_c },
            CoursePoint { elapsed_min: mid, mass_g: q.mass.end_g, mass_c: to_c },
        ],
    })
}

/// A step of warming or drying, and the flame it takes if its own would never get there.
pub(super) fn warming(q: &CourseQuestion<'_>, pan: &Pan, tools: &Tools) -> Option<Told> {
    let flame = q.step.flame?;
    let mass = drying(q, heats_through_c(q.step, &q.mass.end, &q.air).max(q.from_c));
    let follow = |flame: Flame| mass.follow(pan, tools.ring.net_power_w(flame.frac()), &q.air);
    let seconds = |path: &[DryingPoint]| path.last().map_or(0.0, |p| p.elapsed_s);
    // A flame that never gets there, or takes more than twice the usual time, is turned up, so far that it takes that.
    let longest_s = q.step.minutes.map(|m| SLOW * q.factor.max(1.0) * 60.0 * m.mid);
    let mut path = follow(flame);
    let (mut needed, mut took_s) = (flame, path.as_deref().map_or(f64::INFINITY, seconds));
    for stronger in stronger_than(flame) {
        let Some(quicker) = follow(stronger) else { continue };
        let quicker_s = seconds(&quicker);
        if took_s > longest_s.unwrap_or(f64::MAX) && quicker_s < 0.99 * took_s {
            (needed, took_s) = (stronger, quicker_s.max(longest_s.unwrap_or(0.0)));
            path = Some(quicker);
        }
    }
    let path = path?;
    let spread = doubt_frac(&tools.ring);
    // Aroma and softness take their time however strong the ring.
    let least = q.step.minutes.map_or(0.0, |m| m.low);
    let most = q.step.minutes.map_or(0.0, |m| m.high);
    let mid = (took_s / 60.0).max(least);
    let slower = mid * 60.0 / seconds(&path).max(1e-9);
    Some(Told {
        minutes: Spread {
            low: (mid * (1.0 - spread)).max(0.8 * least),
            mid,
            high: (mid * (1.0 + spread)).max(most.min(1.2 * mid)),
        },
        flame_needed: (needed != flame).then_some(needed),
        path: path
            .iter()
            .map(|p| CoursePoint {
                elapsed_min: if seconds(&path) > 0.0 { p.elapsed_s * slower / 60.0 } else { 0.0 },
                mass_g: p.mass_g,
                mass_c: p.mass_c,
            })
            .collect(),
    })
}
