//! Where one pan that could be stands now, and where it goes: how long until its heat has to go off, and where it
//! lands.

use crate::estimate::path::Path;
use crate::estimate::question::{FAR_S, Question};
use crate::estimate::unknowns::Pan;
use crate::pan::quick::{Quick, QuickState};
use crate::pan::{Heat, LANDING_S};

/// Step of the way ahead, s; longer where it is far.
const STEP_S: f64 = 10.0;
const FAR_STEP_S: f64 = 30.0;
/// The way is gone in short steps from this much water before the turn-off on, as a share of the goal.
const NEAR: f64 = 0.3;

/// One pan now, and its way.
pub(super) struct Ahead {
    pub strength_frac: f64,
    pub water_g: f64,
    pub contents_g: f64,
    pub liquid_c: f64,
    pub boiling: bool,
    pub boiled_s: f64,
    /// How long under this heat until it boils, s; 0 where it does.
    pub to_boil_s: f64,
    pub power: f64,
    pub target_water_g: f64,
    pub turn_off_water_g: f64,
    pub turn_off_frac: f64,
    /// Negative once it is past; none if it is too far.
    pub turn_off_in_s: Option<f64>,
    pub landing_frac: f64,
}

impl Ahead {
    pub fn of(q: &Question, pan: &Pan, path: &Path) -> Self {
        let quick = &path.quick;
        let now = path.now;
        let stored_j = q.ring.kind.stored_heat_j();
        let off = Heat::Off { since_s: 0.0, stored_j };
        let target_water_g = quick.water_at(q.target_frac);
        let landed_g = match path.heat {
            Heat::On(_) => landed_g(quick, now, off, LANDING_S),
            Heat::Off { since_s, .. } => landed_g(quick, now, path.heat, (LANDING_S - since_s).max(0.0)),
        };
        let on = Heat::On(q.on_power_w);
        let boil = to_boil(quick, now, on, pan.power);
        let (turn_off_water_g, turn_off_in_s) =
            turn_off(quick, now, &boil, (on, off), pan.power, target_water_g);
        Self {
            strength_frac: quick.solids_frac(now.water_g),
            water_g: now.water_g,
            contents_g: quick.contents_g(now.water_g),
            liquid_c: now.liquid_c,
            boiling: now.boiling,
            boiled_s: now.boiled_s,
            to_boil_s: boil.at_s,
            power: pan.power,
            target_water_g,
            turn_off_water_g,
            turn_off_frac: quick.solids_frac(turn_off_water_g),
            turn_off_in_s,
            landing_frac: quick.solids_frac(landed_g),
        }
    }
}

/// When it boils under a heat.
struct ToBoil {
    /// Seconds until then; [`FAR_S`] where the heat only holds it warm.
    at_s: f64,
    /// The pan then; none where it never boils.
    state: Option<QuickState>,
}

fn to_boil(quick: &Quick, now: QuickState, on: Heat, power: f64) -> ToBoil {
    let (mut state, mut at_s) = (now, 0.0);
    let mut step_s = FAR_STEP_S;
    while !state.boiling && at_s < FAR_S {
        let before = state;
        quick.pass_in_steps(&mut state, on, power, (step_s, step_s));
        if state.boiling && step_s > STEP_S {
            (state, step_s) = (before, STEP_S);
            continue;
        }
        at_s += step_s;
        // Where the heat only holds it warm it never boils.
        if state.warming_k_s.abs() < 1e-4 && !state.boiling {
            return ToBoil { at_s: FAR_S, state: None };
        }
    }
    ToBoil { at_s, state: state.boiling.then_some(state) }
}

/// Water left once a heat that is off has carried the syrup on, g.
fn landed_g(quick: &Quick, mut state: QuickState, off: Heat, for_s: f64) -> f64 {
    quick.pass(&mut state, off, 1.0, for_s);
    state.water_g
}

/// Water at which to turn off so that the pan lands on its target, g, and how long until then, s.
fn turn_off(
    quick: &Quick,
    now: QuickState,
    boil: &ToBoil,
    (on, off): (Heat, Heat),
    power: f64,
    target_water_g: f64,
) -> (f64, Option<f64>) {
    let carried_g = |state: QuickState| state.water_g - landed_g(quick, state, off, LANDING_S);
    // What a pan under this heat carries over hardly changes with its strength.
    let mut lit = now;
    quick.pass(&mut lit, on, power, 2.0 * STEP_S);
    let mut goal_g = target_water_g + carried_g(if lit.boiling { lit } else { now });
    // What creeps there without a boil is there too; a hot wall carries it no further.
    let there = |state: &QuickState, goal_g: f64| {
        (state.boiling && state.water_g <= goal_g) || state.water_g <= target_water_g
    };
    if there(&now, goal_g) {
        let rate = lit.leaving_g_s.max(1e-3);
        return (goal_g, Some((now.water_g - goal_g) / rate));
    }
    let (mut state, mut at_s) = (now, 0.0);
    let mut checked = lit.boiling;
    // Far from its target when it boils, its way until then is known already.
    if let Some(boils) = boil.state.filter(|s| !now.boiling && s.water_g > (1.0 + NEAR) * goal_g) {
        (state, at_s) = (boils, boil.at_s);
    }
    while at_s < FAR_S {
        let before = state;
        let step_s = if state.water_g > (1.0 + NEAR) * goal_g { FAR_STEP_S } else { STEP_S };
        quick.pass_in_steps(&mut state, on, power, (step_s, step_s));
        if state.boiling && !checked {
            // The first boil tells what is carried over; a little later the wall is as hot as it gets.
            checked = at_s > 0.0 && before.boiling;
            goal_g = target_water_g + carried_g(state);
        }
        // Whatever a hot pan would carry over later: what does not boil yet is not turned off before it is there.
        if there(&state, goal_g) {
            // Once more from where it stands, and back along a straight line.
            goal_g = target_water_g + carried_g(state);
            let gone_g = (before.water_g - state.water_g).max(1e-9);
            let least = if before.boiling { 0.0 } else { 1.0 };
            let share = ((before.water_g - goal_g) / gone_g).clamp(least, 1.5);
            return (goal_g, Some(at_s + share * step_s));
        }
        let creeping_s = (state.water_g - goal_g) / state.leaving_g_s.max(1e-9);
        let settled = state.warming_k_s.abs() < 1e-4 && !state.boiling;
        if settled && at_s + creeping_s > FAR_S {
            break;
        }
        at_s += step_s;
    }
    (goal_g, None)
}
