//! How long it takes: by the usual minutes, by mass, by pieces, by pots, or by what the ring can do.

use std::collections::BTreeMap;

use serde::Serialize;

use crate::food::thermal;
use crate::kitchen::{Air, Flame, Pan};
use crate::pan::milk::scorch_limit_w_m2;
use crate::pan::program::HobChange;
use crate::pan::{BoilDownQuestion, boil_down};
use crate::process::formula::Tools;
use crate::process::heat::reached_c;
use crate::process::order::working_order;
use crate::process::potfuls::potfuls;
use crate::process::size::contents_ml;
use crate::process::{
    Attention, Balance, Method, Minutes, Setting, Step, StepBalance, StepKind, Timing, Vessel,
};

/// Heat that one g of water takes along as steam, J.
pub(super) const STEAM_J_PER_G: f64 = 2257.0;
/// A flame that leaves less than this share of its heat after the pan's losses does not get there.
const LEAST_LEFT_FRAC: f64 = 0.05;
/// Most heat that a stirred thick mass takes through the base, W/m²: some 350 W/(m²·K) from a wall 35 K hotter than
/// itself, beyond which it browns there.
const THICK_W_M2: f64 = 12_000.0;
/// A flame is too low if it takes so many times the usual time.
const SLOW: f64 = 2.0;
/// Temperature of what comes from the shelf, °C.
pub(super) const SHELF_C: f64 = 25.0;
/// Temperature of what boils or simmers, if nothing else is said, °C.
pub(super) const BOILS_C: f64 = 97.0;
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
    /// In how many rounds, where the pan does not hold it at once; the minutes are those of all rounds.
    pub rounds: Option<f64>,
    /// The flame it takes, where the method's own would never get there on this ring and pan, or take far too long.
    pub flame_needed: Option<Flame>,
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
    /// Where they go in one round, and in how many rounds the pan takes it.
    pub round: (&'a Balance, f64),
    /// Times the method as written.
    pub factor: f64,
    /// Pieces, if it is counted.
    pub pieces: Option<f64>,
    /// Her pans and ring.
    pub tools: Option<&'a Tools>,
}

pub(super) fn pan_of<'a>(step: &Step, tools: &'a Tools) -> Option<&'a Pan> {
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
    let target_frac = step.aim_frac(setting.ladder)?;
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
        target_frac,
        max_points: 2,
    })
    .ok()?;
    let at = boil.turn_off.at;
    Some(Minutes { low_min: at.low_s / 60.0, mid_min: at.mid_s / 60.0, high_min: at.high_s / 60.0 })
}

/// The flames above one, weakest first.
pub(super) fn stronger_than(flame: Flame) -> impl Iterator<Item = Flame> {
    [Flame::Medium, Flame::High].into_iter().filter(move |f| f.frac() > flame.frac())
}

/// How long a step of plain heating takes, and the flame it takes if its own would never get there.
fn heating(
    step: &Step,
    b: &StepBalance,
    from_c: f64,
    tools: &Tools,
    factor: f64,
    air: &Air,
) -> Option<(Minutes, Option<Flame>)> {
    let pan = pan_of(step, tools)?;
    let flame = step.flame?;
    let water_boil_c = crate::water::saturation_temperature_c(air.pressure_pa);
    let to_c = reached_c(step, &b.end, air).unwrap_or(water_boil_c).max(from_c);
    let middle_c = f64::midpoint(from_c, to_c);
    let kind = thermal(&b.start.composition().makeup(), middle_c.min(110.0));
    let warm_j = (b.start_g / 1000.0 * kind.specific_heat_j_kg_k + pan.heat_capacity_j_k) * (to_c - from_c)
        + b.medium_g / 1000.0 * 4000.0 * (to_c - from_c);
    let steam_j = STEAM_J_PER_G * b.evaporated_g;
    let limit_w_m2 = match step.kind {
        // A syrup does not scorch while there is water in it.
        StepKind::Dissolve => f64::INFINITY,
        StepKind::Simmer | StepKind::Curdle | StepKind::Reduce => {
            // Sugar in solution does not burn on as milk and starch do.
            let solids = |parts: &crate::food::Parts, g: f64| {
                let sugars = parts.charge();
                (parts.solids_g() - sugars.sucrose_g - sugars.reducing_g).max(0.0) / g.max(1e-9)
            };
            scorch_limit_w_m2(f64::midpoint(solids(&b.start, b.start_g), solids(&b.end, b.end_g)))
        }
        _ => THICK_W_M2,
    };
    let loss_w_k = pan.losing().loss_w_k(contents_ml(b));
    let seconds = |flame: Flame| {
        let power_w = tools.ring.net_power_w(flame.frac()).min(limit_w_m2 * pan.base_m2());
        let left_w = |at_c: f64| power_w - loss_w_k * (at_c - air.room_c).max(0.0);
        (left_w(to_c) > LEAST_LEFT_FRAC * power_w).then(|| warm_j / left_w(middle_c) + steam_j / left_w(to_c))
    };
    // A flame that never gets there, or takes more than twice the usual time, is turned up, so far that it takes that.
    let longest_s = step.minutes.map(|m| SLOW * factor.max(1.0) * 60.0 * m.mid_min);
    let (mut needed, mut took_s) = (flame, seconds(flame).unwrap_or(f64::INFINITY));
    for (stronger, quicker_s) in stronger_than(flame).filter_map(|f| Some((f, seconds(f)?))) {
        if took_s > longest_s.unwrap_or(f64::MAX) && quicker_s < 0.99 * took_s {
            (needed, took_s) = (stronger, quicker_s.max(longest_s.unwrap_or(0.0)));
        }
    }
    if took_s.is_infinite() {
        return None;
    }
    let spread = tools.ring.spread().hypot(0.15);
    // Aroma and softness take their time however strong the ring.
    let least = step.minutes.map_or(0.0, |m| m.low_min);
    let most = step.minutes.map_or(0.0, |m| m.high_min);
    let mid_min = (took_s / 60.0).max(least);
    let minutes = Minutes {
        low_min: (mid_min * (1.0 - spread)).max(0.8 * least),
        mid_min,
        high_min: (mid_min * (1.0 + spread)).max(most.min(1.2 * mid_min)),
    };
    Some((minutes, (needed != flame).then_some(needed)))
}

/// How long one step takes, where it begins so warm.
fn times_of(
    step: &Step,
    from_c: f64,
    formed_later: bool,
    batch: &Batch<'_>,
    setting: &Setting<'_>,
) -> StepTime {
    let usual = step.minutes.unwrap_or(Minutes { low_min: 0.0, mid_min: 0.0, high_min: 0.0 });
    let mut time = StepTime {
        step: step.key.clone(),
        minutes: usual,
        begins_min: 0.0,
        follows: Timing::Fixed,
        pots: None,
        rounds: None,
        flame_needed: None,
    };
    let Some(b) = batch.balance.step(&step.key) else { return time };
    let (round, rounds) = batch.round;
    // What stands on the ring in a pan that does not hold it at once is done again for each round.
    let again = rounds > 1.0
        && step.flame.is_some()
        && step.timing != Timing::Pots
        && batch.tools.is_some_and(|tools| pan_of(step, tools).is_some());
    let factor = if again { batch.factor / rounds } else { batch.factor };
    match step.timing {
        Timing::Fixed => {}
        Timing::Mass | Timing::Pieces => {
            (time.minutes, time.follows) = (usual.times(factor), step.timing);
        }
        Timing::Pots => {
            let in_pots = potfuls(step, b, batch, formed_later, &setting.air);
            (time.minutes, time.follows) = (usual.times(in_pots.count), Timing::Pots);
            (time.pots, time.flame_needed) = (Some(in_pots.count), in_pots.flame_needed);
        }
        Timing::Heat => {
            let b = if again { round.step(&step.key).unwrap_or(b) } else { b };
            let told = batch.tools.and_then(|tools| {
                if step.stage().is_some() {
                    boiling(step, b, from_c, tools, setting).map(|minutes| (minutes, None))
                } else {
                    heating(step, b, from_c, tools, factor, &setting.air)
                }
            });
            if let Some((minutes, flame_needed)) = told {
                (time.minutes, time.follows, time.flame_needed) = (minutes, Timing::Heat, flame_needed);
            }
        }
    }
    if again {
        (time.minutes, time.rounds) = (time.minutes.times(rounds), Some(rounds));
    }
    time
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
    for (place, step) in order.iter().map(|i| &method.steps[*i]).enumerate() {
        let begins = step
            .before()
            .filter_map(|k| ends.get(k))
            .fold([0.0_f64; 3], |a, b| [a[0].max(b[0]), a[1].max(b[1]), a[2].max(b[2])]);
        let from_c = starts_at_c(step, batch.balance, &heats);
        let shaped = |s: &Step| s.kind == StepKind::Shape;
        let formed_later = order[place + 1..].iter().any(|i| shaped(&method.steps[*i]));
        let time = times_of(step, from_c, formed_later, batch, setting);
        let minutes = time.minutes;
        if step.attention == Attention::Constant {
            hands_min += minutes.mid_min;
        }
        ends.insert(
            &step.key,
            [begins[0] + minutes.low_min, begins[1] + minutes.mid_min, begins[2] + minutes.high_min],
        );
        let told_c = batch.balance.step(&step.key).and_then(|b| reached_c(step, &b.end, &setting.air));
        let ends_c = match step.flame {
            Some(_) => told_c.unwrap_or(BOILS_C),
            None if minutes.mid_min >= COLD_AFTER_MIN => SHELF_C,
            None => from_c,
        };
        heats.insert(&step.key, ends_c);
        steps.push(StepTime { begins_min: begins[1], ..time });
    }
    let path_min = ends.values().fold(0.0_f64, |a, e| a.max(e[1]));
    as_late_as_can_be(method, &mut steps, path_min);
    let last = ends.values().fold([0.0_f64; 3], |a, b| [a[0].max(b[0]), a[1].max(b[1]), a[2].max(b[2])]);
    let total =
        Minutes { low_min: last[0], mid_min: last[1].max(hands_min), high_min: last[2].max(hands_min) };
    Times { steps, total, hands_min }
}
