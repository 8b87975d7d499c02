//! How long it takes: by the usual minutes, by mass, by pieces, by pots, or by what the ring can do.

use std::collections::BTreeMap;

use serde::Serialize;

use crate::food::thermal;
use crate::kitchen::{Air, Flame, Pan};
use crate::pan::milk::scorch_limit_w_m2;
use crate::pan::program::HobChange;
use crate::pan::{BoilDownQuestion, boil_down};
use crate::process::formula::Tools;
use crate::process::order::working_order;
use crate::process::{
    Attention, Balance, Method, Minutes, Setting, Step, StepBalance, StepKind, Timing, Vessel,
};

/// Heat that one g of water takes along as steam, J.
const STEAM_J_PER_G: f64 = 2257.0;
/// Share of the heat that is lost from pan and surface.
const LOST_FRAC: f64 = 0.12;
/// Most heat that a stirred thick mass takes through the base, W/m².
const THICK_W_M2: f64 = 5000.0;
/// Share of a pot's surface that pieces may cover: frying, and poaching with room to swell.
const COVER_FRAC: (f64, f64) = (0.55, 0.35);
/// Temperature of what comes from the shelf, °C.
const SHELF_C: f64 = 25.0;
/// Temperature of what boils or simmers, if nothing else is said, °C.
const BOILS_C: f64 = 97.0;
/// Minutes off the heat after which it counts as cold.
const COLD_AFTER_MIN: f64 = 20.0;

/// How long one step takes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StepTime {
    /// Key of the step.
    pub step: String,
    /// Least, expected, most.
    pub minutes: Minutes,
    /// When it begins, after the start, min: as late as the steps that wait for it allow.
    pub begins_min: f64,
    /// What the time follows.
    pub follows: Timing,
    /// How often the pot is filled, where it is.
    pub pots: Option<f64>,
}

/// How long it all takes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Times {
    /// Step by step.
    pub steps: Vec<StepTime>,
    /// From first to last step, what can go on side by side side by side.
    pub total: Minutes,
    /// Minutes with hands on it.
    pub hands_min: f64,
}

/// What the times of a batch depend on, besides the method.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Batch<'a> {
    /// Where the grams go.
    pub balance: &'a Balance,
    /// Times the method as written.
    pub factor: f64,
    /// Pieces, if it is counted.
    pub pieces: Option<f64>,
    /// Her pans and ring.
    pub tools: Option<&'a Tools>,
}

fn pan_of<'a>(step: &Step, tools: &'a Tools) -> Option<&'a Pan> {
    match step.vessel {
        Vessel::Pan | Vessel::FryingPot | Vessel::PressureCooker => Some(&tools.pan),
        Vessel::WidePan => Some(&tools.wide_pan),
        _ => None,
    }
}

fn boiling(
    step: &Step,
    b: &StepBalance,
    from_c: f64,
    tools: &Tools,
    setting: &Setting<'_>,
) -> Option<Minutes> {
    let stage = step.stage()?;
    let boil = boil_down(&BoilDownQuestion {
        charge: b.start.charge(),
        // It begins as warm as the step before left it.
        start_c: Some(from_c),
        pan: pan_of(step, tools)?.clone(),
        ring: tools.ring.clone(),
        program: vec![HobChange::steady(step.flame.unwrap_or(Flame::Medium).frac())],
        charge_water_sd_g: 0.0,
        ladder: *setting.ladder,
        air: setting.air,
        thermometer: None,
        target_frac: setting.ladder.of(stage).aim_frac(),
        max_points: 2,
    })
    .ok()?;
    let at = boil.turn_off.at;
    Some(Minutes { low_min: at.low_s / 60.0, mid_min: at.mid_s / 60.0, high_min: at.high_s / 60.0 })
}

fn heating(step: &Step, b: &StepBalance, from_c: f64, tools: &Tools, air: &Air) -> Option<Minutes> {
    let pan = pan_of(step, tools)?;
    let flame = step.flame?;
    let water_boil_c = crate::water::saturation_temperature_c(air.pressure_pa);
    let to_c = step.heat_to_c.unwrap_or(water_boil_c).max(from_c);
    let kind = thermal(&b.start.composition().makeup(), f64::midpoint(from_c, to_c).min(110.0));
    let warm_j = (b.start_g / 1000.0 * kind.specific_heat_j_kg_k + pan.heat_capacity_j_k) * (to_c - from_c)
        + b.medium_g / 1000.0 * 4000.0 * (to_c - from_c);
    let need_j = (warm_j + STEAM_J_PER_G * b.evaporated_g) / (1.0 - LOST_FRAC);
    let limit_w_m2 = match step.kind {
        // A syrup does not scorch while there is water in it.
        StepKind::Dissolve => f64::INFINITY,
        StepKind::Simmer | StepKind::Curdle | StepKind::Reduce => {
            let solids = |parts: &crate::food::Parts, g: f64| parts.solids_g() / g.max(1e-9);
            scorch_limit_w_m2(f64::midpoint(solids(&b.start, b.start_g), solids(&b.end, b.end_g)))
        }
        _ => THICK_W_M2,
    };
    let power_w = tools.ring.net_power_w(flame.frac()).min(limit_w_m2 * pan.base_m2());
    let mid_min = need_j / power_w / 60.0;
    let spread = tools.ring.spread().hypot(0.15);
    // Aroma and softness take their time however strong the ring.
    let least = step.minutes.map_or(0.0, |m| m.low_min);
    let most = step.minutes.map_or(0.0, |m| m.high_min);
    let mid_min = mid_min.max(least);
    Some(Minutes {
        low_min: (mid_min * (1.0 - spread)).max(0.8 * least),
        mid_min,
        high_min: (mid_min * (1.0 + spread)).max(most.min(1.2 * mid_min)),
    })
}

fn pots(step: &Step, b: &StepBalance, batch: &Batch<'_>) -> f64 {
    let (Some(pieces), Some(tools)) = (batch.pieces, batch.tools) else {
        return batch.factor.ceil().max(1.0);
    };
    let pan = pan_of(step, tools).unwrap_or(&tools.pan);
    let piece_ml = b.end_g / pieces.max(1.0);
    let across_cm = (6.0 * piece_ml / std::f64::consts::PI).cbrt();
    let cover = if step.kind == StepKind::Poach { COVER_FRAC.1 } else { COVER_FRAC.0 };
    let in_pot =
        (cover * pan.base_m2() * 1e4 / (std::f64::consts::FRAC_PI_4 * across_cm * across_cm)).floor();
    (pieces / in_pot.max(1.0)).ceil().max(1.0)
}

fn times_of(
    step: &Step,
    from_c: f64,
    batch: &Batch<'_>,
    setting: &Setting<'_>,
) -> (Minutes, Timing, Option<f64>) {
    let usual = step.minutes.unwrap_or(Minutes { low_min: 0.0, mid_min: 0.0, high_min: 0.0 });
    let by = |factor: f64| Minutes {
        low_min: usual.low_min * factor,
        mid_min: usual.mid_min * factor,
        high_min: usual.high_min * factor,
    };
    let Some(b) = batch.balance.step(&step.key) else { return (usual, Timing::Fixed, None) };
    match step.timing {
        Timing::Fixed => (usual, Timing::Fixed, None),
        Timing::Mass => (by(batch.factor), Timing::Mass, None),
        Timing::Pieces => (by(batch.factor), Timing::Pieces, None),
        Timing::Pots => {
            let n = pots(step, b, batch);
            (by(n), Timing::Pots, Some(n))
        }
        Timing::Heat => {
            let told = batch.tools.and_then(|tools| {
                if step.stage().is_some() {
                    boiling(step, b, from_c, tools, setting)
                } else {
                    heating(step, b, from_c, tools, &setting.air)
                }
            });
            told.map_or((usual, Timing::Fixed, None), |m| (m, Timing::Heat, None))
        }
    }
}

/// What need not be ready earlier begins only when it must: a syrup that waits has to be reheated, curd
/// that waits goes sour. `steps` stand in working order.
fn as_late_as_can_be(method: &Method, steps: &mut [StepTime], path_min: f64) {
    let mut due: BTreeMap<&str, f64> = BTreeMap::new();
    for time in steps.iter_mut().rev() {
        let Some(step) = method.steps.iter().find(|s| s.key == time.step) else { continue };
        let end_min = due.get(step.key.as_str()).copied().unwrap_or(path_min);
        time.begins_min = (end_min - time.minutes.mid_min).max(0.0);
        for key in step.before() {
            let due_min = due.entry(key).or_insert(f64::INFINITY);
            *due_min = due_min.min(time.begins_min);
        }
    }
}

/// Temperature at which a step begins: what it takes over is as hot as it was left, what goes in anew
/// comes from the shelf.
fn starts_at_c(step: &Step, balance: &Balance, heats: &BTreeMap<&str, f64>) -> f64 {
    let start_g = balance.step(&step.key).map_or(0.0, |b| b.start_g + b.medium_g);
    let fresh_g: f64 = step.inputs.iter().map(|e| e.amount_g).sum::<f64>().min(start_g);
    let taken = step.takes.iter().filter_map(|t| heats.get(t.step.as_str())).copied();
    let taken_c = taken.fold(SHELF_C, f64::max);
    if start_g <= 0.0 { SHELF_C } else { (fresh_g * SHELF_C + (start_g - fresh_g) * taken_c) / start_g }
}

/// How long the steps of a method take, one after another and side by side.
pub(crate) fn times(method: &Method, batch: &Batch<'_>, setting: &Setting<'_>) -> Times {
    let order = working_order(&method.steps, false).unwrap_or_default();
    let mut ends: BTreeMap<&str, [f64; 3]> = BTreeMap::new();
    let mut heats: BTreeMap<&str, f64> = BTreeMap::new();
    let mut steps = Vec::new();
    let mut hands_min = 0.0;
    for step in order.into_iter().map(|i| &method.steps[i]) {
        let begins = step
            .before()
            .filter_map(|k| ends.get(k))
            .fold([0.0_f64; 3], |a, b| [a[0].max(b[0]), a[1].max(b[1]), a[2].max(b[2])]);
        let from_c = starts_at_c(step, batch.balance, &heats);
        let (minutes, follows, pots) = times_of(step, from_c, batch, setting);
        if step.attention == Attention::Constant {
            hands_min += minutes.mid_min;
        }
        ends.insert(
            &step.key,
            [begins[0] + minutes.low_min, begins[1] + minutes.mid_min, begins[2] + minutes.high_min],
        );
        let ends_c = match step.flame {
            Some(_) => step.heat_to_c.unwrap_or(BOILS_C),
            None if minutes.mid_min >= COLD_AFTER_MIN => SHELF_C,
            None => from_c,
        };
        heats.insert(&step.key, ends_c);
        steps.push(StepTime { step: step.key.clone(), minutes, begins_min: begins[1], follows, pots });
    }
    let path_min = ends.values().fold(0.0_f64, |a, e| a.max(e[1]));
    as_late_as_can_be(method, &mut steps, path_min);
    let last = ends.values().fold([0.0_f64; 3], |a, b| [a[0].max(b[0]), a[1].max(b[1]), a[2].max(b[2])]);
    let total =
        Minutes { low_min: last[0], mid_min: last[1].max(hands_min), high_min: last[2].max(hands_min) };
    Times { steps, total, hands_min }
}
