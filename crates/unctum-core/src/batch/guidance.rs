//! What the belief about the syrup means for the cook: how far, how long, and the one next thing.

use crate::batch::{Advice, BatchSetup, Range, SyrupState, TestSaid};
use crate::estimate::{Belief, Spread};
use crate::kitchen::Flame;
use crate::pan::{Heat, LANDING_S, PanModel, Stop, landing_frac, turn_off_frac};
use crate::syrup::Against;
use crate::syrup::string::string_cm;

/// From this long before the turn-off on, s, the cook is asked to read.
const READ_AHEAD_S: f64 = 60.0;
/// Heat is given for at least so long before the next test, s.
const LEAST_HEAT_S: f64 = 20.0;
/// Shortest and longest wait for the next test after one that failed, s.
const RETEST_S: (f64, f64) = (20.0, 90.0);
/// So long after the heat went off, s, a pan has carried its syrup nearly as far as it will.
const CARRIED_OUT_S: f64 = 60.0;
/// Water in a spoon, g.
const TEASPOON_G: f64 = 5.0;
const TABLESPOON_G: f64 = 15.0;
/// A landing this close to the target, in strength, is as good as on it.
pub(super) const NEAR_ENOUGH: f64 = 0.002;

/// So long after its heat went off, s, a pan is as cold as the room: nothing happens in it any more.
const COLD_AFTER_S: f64 = 6.0 * 3600.0;
/// So long under one flame, s, any syrup has boiled dry.
const DRY_AFTER_S: f64 = 24.0 * 3600.0;

/// The pan as followed through the log.
#[derive(Clone)]
pub(crate) struct Watch {
    pub model: PanModel,
    pub belief: Option<Belief>,
    pub heat: Heat,
    pub flame: Flame,
    pub flame_set_ms: Option<i64>,
    pub last_ms: i64,
    pub dissolved: bool,
    /// Whether the step at hand both dissolves and boils.
    pub boil_in_one: bool,
    pub surprise: bool,
    pub last_test: Option<TestSaid>,
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
            boil_in_one: false,
            surprise: false,
            last_test: None,
        }
    }

    pub fn pass_until(&mut self, at_ms: i64) {
        let seconds = (at_ms - self.last_ms).max(0) as f64 / 1000.0;
        // What is settled is not followed any further, however long ago it was.
        let so_far_s = (self.last_ms - self.flame_set_ms.unwrap_or(self.last_ms)) as f64 / 1000.0;
        let until_s = if matches!(self.heat, Heat::On(_)) { DRY_AFTER_S } else { COLD_AFTER_S };
        if let Some(belief) = &mut self.belief {
            belief.pass(&self.model, self.heat, seconds.min((until_s - so_far_s).max(0.0)));
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
        dissolved: watch.dissolved || (watch.boil_in_one && belief.state.boiling),
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
        last_test: watch.last_test,
    };
    let advice = advise(setup, watch, &state, belief, on_heat);
    Some((state, advice))
}

fn advise(setup: &BatchSetup, watch: &Watch, state: &SyrupState, belief: &Belief, on_heat: Heat) -> Advice {
    let band = setup.ladder.of(setup.stage);
    let high_frac = band.high_frac.max(setup.target_solids_frac + NEAR_ENOUGH);
    let low_frac = band.low_frac.min(setup.target_solids_frac - NEAR_ENOUGH);
    let off = watch.flame == Flame::Off;
    let now_frac = if off { state.landing_frac } else { state.solids_frac.mid };
    let to_add_g = watch.model.water_at(setup.target_solids_frac) - watch.model.water_at(now_frac);
    let add_water =
        (to_add_g >= 1.0).then(|| Advice::AddWater { water_g: pourable_g(to_add_g, setup.has_scale) });
    let test = watch.last_test;
    let hand = test.filter(|t| t.reading.by_hand()).map(|t| t.against);
    let at_aim =
        state.water_to_turn_off_g.mid <= 0.0 || state.landing_frac >= setup.target_solids_frac - NEAR_ENOUGH;
    if off {
        let heat_s = || belief.time_to_s(&watch.model, on_heat, state.turn_off_frac).map_or(0.0, |t| t.mid);
        let back_on = |heat_s: f64| Advice::BackOn { heat_s: heat_s.max(LEAST_HEAT_S) };
        return match (test, hand) {
            (_, Some(Against::There)) => Advice::ThatIsIt,
            (_, Some(Against::Past)) => add_water.unwrap_or(Advice::Test),
            // What the hand found too weak goes back on, unless the hot pan still carries it there.
            (_, Some(Against::NotYet)) if state.landing_frac < low_frac || carried_out(watch) => {
                back_on(heat_s())
            }
            (Some(_), None) if state.landing_frac > high_frac => add_water.unwrap_or(Advice::Test),
            (Some(_), None) if state.landing_frac < low_frac => back_on(heat_s()),
            // By the clock alone only what is surely too weak goes back on.
            (None, _) if state.solids_frac.high < low_frac && state.landing_frac < low_frac => {
                back_on(heat_s())
            }
            _ => Advice::Test,
        };
    }
    let near = at_aim || state.turn_off_in_s.is_some_and(|left| left.low <= READ_AHEAD_S);
    if !state.dissolved && !near {
        return Advice::Dissolve;
    }
    match hand {
        Some(Against::There) => return Advice::TurnOffNow,
        Some(Against::Past) => return add_water.unwrap_or(Advice::TurnOffNow),
        _ => {}
    }
    if now_frac > high_frac {
        return match (test, hand) {
            (Some(t), None) if t.against == Against::Past => add_water.unwrap_or(Advice::TurnOffNow),
            _ => Advice::LookNow,
        };
    }
    if at_aim {
        return Advice::TurnOffNow;
    }
    if let (Some(t), Some(Against::NotYet)) = (test, hand) {
        let left_s = state.turn_off_in_s.map_or(RETEST_S.1, |l| l.mid).clamp(RETEST_S.0, RETEST_S.1);
        let waited_s = (watch.last_ms - t.at_ms) as f64 / 1000.0;
        if waited_s < left_s {
            return Advice::NotYet { more_s: left_s - waited_s };
        }
    }
    if near { Advice::ReadNow } else { Advice::KeepBoiling }
}

/// Water as it can be poured, g: as it is by the scale; without one in half teaspoons, from a tablespoon on in
/// half tablespoons, so that what is told is what goes in.
fn pourable_g(water_g: f64, has_scale: bool) -> f64 {
    if has_scale {
        return water_g;
    }
    let half_g = 0.5 * if water_g < TABLESPOON_G { TEASPOON_G } else { TABLESPOON_G };
    (water_g / half_g).round().max(1.0) * half_g
}

/// Whether what a hot pan carries over has happened: no more is to be hoped for.
fn carried_out(watch: &Watch) -> bool {
    matches!(watch.heat, Heat::Off { since_s, .. } if since_s >= CARRIED_OUT_S)
}

fn range(spread: Spread) -> Range {
    Range { mid: spread.mid, low: spread.low, high: spread.high }
}
