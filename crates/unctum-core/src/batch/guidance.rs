//! What the belief about the syrup means for the cook: how far, how long, and the one next thing.

use crate::batch::{Advice, BatchSetup, Range, SyrupState};
use crate::estimate::{Belief, Spread};
use crate::kitchen::Flame;
use crate::pan::{Heat, LANDING_S, PanModel, Stop, landing_frac, turn_off_frac};
use crate::syrup::string::string_cm;

/// From this long before the turn-off on, s, the cook is asked to read.
const READ_AHEAD_S: f64 = 60.0;
/// A landing this close to the target, in strength, is as good as on it.
const NEAR_ENOUGH: f64 = 0.002;

/// The pan as followed through the log.
pub(crate) struct Watch {
    pub model: PanModel,
    pub belief: Option<Belief>,
    pub heat: Heat,
    pub flame: Flame,
    pub flame_set_ms: Option<i64>,
    pub last_ms: i64,
    pub dissolved: bool,
    pub surprise: bool,
}

impl Watch {
    pub fn new(model: PanModel, started_ms: i64) -> Self {
        Self {
            model,
            belief: None,
            heat: Heat::Off { since_s: 0.0, stored_j: 0.0 },
            flame: Flame::Off,
            flame_set_ms: None,
            last_ms: started_ms,
            dissolved: false,
            surprise: false,
        }
    }

    pub fn pass_until(&mut self, at_ms: i64) {
        let seconds = (at_ms - self.last_ms).max(0) as f64 / 1000.0;
        if let Some(belief) = &mut self.belief {
            belief.pass(&self.model, self.heat, seconds);
        }
        if let Heat::Off { since_s, .. } = &mut self.heat {
            *since_s += seconds;
        }
        self.last_ms = self.last_ms.max(at_ms);
    }
}

/// The syrup's state and the advice that follows; none before the heat went on.
pub(crate) fn syrup_state(setup: &BatchSetup, watch: &Watch) -> Option<(SyrupState, Advice)> {
    let (model, belief) = (&watch.model, watch.belief.as_ref()?);
    let target_frac = setup.target_solids_frac;
    let strength = belief.strength(model);
    let water_g = belief.state.water_g;
    let reach_g = belief.water_sd_g() * crate::syrup::locate::Z80;

    // The heat the turn-off is reckoned for: the one that is on, or would be again.
    let on_flame = if watch.flame == Flame::Off { Flame::Medium } else { watch.flame };
    let on_heat = Heat::On(setup.ring.net_power_w(on_flame.frac()));
    let power_w = setup.ring.net_power_w(on_flame.frac()) * belief.ln_power.exp();
    let stored_j = setup.ring.kind.stored_heat_j();
    let off_frac = turn_off_frac(model, power_w, stored_j, target_frac);
    let off_water_g = model.water_at(off_frac);
    let turn_off_in = match watch.heat {
        Heat::On(_) => belief.time_to_s(model, on_heat, off_frac),
        Heat::Off { .. } => None,
    };
    let landing = match watch.heat {
        Heat::On(_) => landing_frac(model, &belief.state, stored_j),
        off @ Heat::Off { since_s, .. } => {
            let mut state = belief.state;
            model.advance(&mut state, off, (LANDING_S - since_s).max(0.0), Stop::Never, |_| {});
            model.solids_frac(state.water_g)
        }
    };
    let shown = |true_c: f64| setup.thermometer.as_ref().map_or(true_c, |t| t.shows_c(true_c));
    let to_go = |goal_g: f64| Range {
        mid: water_g - goal_g,
        low: water_g - reach_g - goal_g,
        high: water_g + reach_g - goal_g,
    };
    let state = SyrupState {
        dissolved: watch.dissolved,
        boiling: belief.state.boiling,
        solids_frac: range(strength),
        stage: setup.ladder.at(strength.mid),
        liquid_c: belief.state.liquid_c,
        shown_c: shown(belief.state.liquid_c),
        gross_g: model.gross_g(water_g),
        gross_spread_g: reach_g,
        string_cm: string_cm(strength.mid),
        water_to_lose_g: to_go(model.water_at(target_frac)),
        water_to_turn_off_g: to_go(off_water_g),
        turn_off_in_s: turn_off_in.map(range),
        turn_off_frac: off_frac,
        turn_off_gross_g: model.gross_g(off_water_g),
        turn_off_shown_c: shown(model.boil_c(off_water_g)),
        landing_frac: landing,
        power_factor: belief.ln_power.exp(),
        power_factor_sd: belief.power_sd() * belief.ln_power.exp(),
        surprise: watch.surprise,
    };
    let advice = advise(setup, watch, &state, belief, on_heat);
    Some((state, advice))
}

fn advise(setup: &BatchSetup, watch: &Watch, state: &SyrupState, belief: &Belief, on_heat: Heat) -> Advice {
    let band = setup.ladder.of(setup.stage);
    let high_frac = band.high_frac.max(setup.target_solids_frac + NEAR_ENOUGH);
    let low_frac = band.low_frac.min(setup.target_solids_frac - NEAR_ENOUGH);
    let model = &watch.model;
    if watch.flame != Flame::Off && !state.dissolved {
        return Advice::Dissolve;
    }
    if state.landing_frac > high_frac {
        let strongest = if watch.flame == Flame::Off { state.landing_frac } else { state.solids_frac.mid };
        let water_g = model.water_at(setup.target_solids_frac) - model.water_at(strongest);
        if water_g >= 1.0 && (watch.flame == Flame::Off || strongest > high_frac) {
            return Advice::AddWater { water_g };
        }
    }
    match (watch.flame, state.turn_off_in_s) {
        (Flame::Off, _) if state.landing_frac < low_frac => {
            let heat_s = belief.time_to_s(model, on_heat, state.turn_off_frac).map_or(0.0, |t| t.mid);
            if heat_s > 0.0 { Advice::BackOn { heat_s } } else { Advice::Test }
        }
        (Flame::Off, _) => Advice::Test,
        _ if state.water_to_turn_off_g.mid <= 0.0
            || state.landing_frac >= setup.target_solids_frac - NEAR_ENOUGH =>
        {
            Advice::TurnOffNow
        }
        (_, Some(left)) if left.low <= READ_AHEAD_S => Advice::ReadNow,
        _ => Advice::KeepBoiling,
    }
}

fn range(spread: Spread) -> Range {
    Range { mid: spread.mid, low: spread.low, high: spread.high }
}
