//! What the belief about the syrup means for the cook: how far, how long, and the one next thing.

use crate::batch::boil::Boil;
use crate::batch::test_said::NEAR_ENOUGH;
use crate::batch::{Advice, BatchSetup, SyrupState, TestSaid};
use crate::estimate::{Belief, Deed, Done, believe};
use crate::formula::SyrupPlan;
use crate::kitchen::Flame;
use crate::numeric::Spread;
use crate::pan::PanModel;
use crate::syrup::Against;
use crate::syrup::string::string_cm;

/// So long before the turn-off may come, s, the cook is asked to read: the first time, and after a look that found
/// it not there yet.
const READ_AHEAD_S: f64 = 60.0;
const AGAIN_AHEAD_S: f64 = 30.0;
/// It may come earlier than its 80 % interval says, by this share of the interval's nearer half: who first looked when
/// nine pans in ten are still short of it would find the tenth past it.
const EARLIER: f64 = 0.3;
/// Heat is given for at least so long before the next test, s.
const LEAST_HEAT_S: f64 = 20.0;
/// Shortest and longest wait for the next test after one that failed, s: looks of one hand within half a minute tell
/// no more than one.
const RETEST_S: (f64, f64) = (30.0, 90.0);
/// So long after a test off the flame, s, what the hot pan carries on is tested again.
const CARRIED_TEST_S: f64 = 20.0;
/// So long after the heat went off, s, a pan has carried its syrup nearly as far as it will.
const CARRIED_OUT_S: f64 = 60.0;
/// A look so long before the heat went off, ms, is still of the pan that went off.
const SAME_LOOK_MS: i64 = 20_000;
/// Water in a spoon, g.
const TEASPOON_G: f64 = 5.0;
const TABLESPOON_G: f64 = 15.0;

/// So long after its heat went off, s, a pan is as cold as the room: nothing happens in it any more.
const COLD_AFTER_S: f64 = 6.0 * 3600.0;
/// So long under one flame, s, any syrup has boiled dry.
const DRY_AFTER_S: f64 = 24.0 * 3600.0;
/// The hand takes so long from the call to the knob, s: the call comes so much earlier.
pub(super) const HAND_S: f64 = 5.0;

/// The pan as followed through the log.
#[derive(Clone)]
pub(crate) struct Watch {
    /// The syrup; none where nothing is boiled to a stage.
    pub boil: Option<Boil>,
    /// When the heat went on, ms since 1970; none before, and after the syrup.
    pub begun_ms: Option<i64>,
    /// Everything done and seen since.
    pub deeds: Vec<Done>,
    pub flame: Flame,
    /// The flame before it was last set.
    pub flame_was: Flame,
    pub flame_set_ms: Option<i64>,
    pub last_ms: i64,
    pub dissolved: bool,
    /// Whether the step at hand both dissolves and boils.
    pub boil_in_one: bool,
    pub last_test: Option<TestSaid>,
}

impl Watch {
    pub fn new(boil: Option<Boil>, started_ms: i64) -> Self {
        Self {
            boil,
            begun_ms: None,
            deeds: Vec::new(),
            flame: Flame::Off,
            flame_was: Flame::Off,
            flame_set_ms: None,
            last_ms: started_ms,
            dissolved: false,
            boil_in_one: false,
            last_test: None,
        }
    }

    pub fn pass_until(&mut self, at_ms: i64) {
        self.last_ms = self.last_ms.max(at_ms);
    }

    /// Notes a deed of this moment, once the heat was on.
    pub fn note(&mut self, at_ms: i64, deed: Deed) {
        if let Some(begun_ms) = self.begun_ms {
            self.deeds.push(Done { at_s: (at_ms - begun_ms).max(0) as f64 / 1000.0, deed });
        }
    }

    /// Notes a test. What an instrument sends by itself does not talk over what her own hand found.
    pub fn tested(&mut self, test: TestSaid, by_itself: bool) {
        if !(by_itself && self.last_test.is_some_and(|t| t.reading.by_hand())) {
            self.last_test = Some(test);
        }
    }

    /// Seconds since the flame was set.
    fn since_set_s(&self) -> f64 {
        (self.last_ms - self.flame_set_ms.unwrap_or(self.last_ms)) as f64 / 1000.0
    }

    /// The moment it is followed to, s since the heat went on: what is settled is not followed any further,
    /// however long ago that was.
    fn followed_to_s(&self, begun_ms: i64) -> f64 {
        let until_s = if self.flame == Flame::Off { COLD_AFTER_S } else { DRY_AFTER_S };
        let settled_s = (self.since_set_s() - until_s).max(0.0);
        (self.last_ms - begun_ms) as f64 / 1000.0 - settled_s
    }

    /// What is believed of the syrup now; none before the heat went on.
    fn belief(&self, setup: &BatchSetup) -> Option<Belief> {
        let begun_ms = self.begun_ms?;
        let boil = self.boil.as_ref()?;
        // The heat the turn-off is reckoned for: the one that is on, or would be again.
        let flame = if self.flame == Flame::Off { Flame::Medium } else { self.flame };
        Some(believe(&boil.asked(setup, &self.deeds, self.followed_to_s(begun_ms), flame)))
    }
}

/// The syrup's state and the advice that follows; none before the heat went on.
pub(crate) fn syrup_state(setup: &BatchSetup, watch: &Watch) -> Option<(SyrupState, Advice)> {
    let belief = watch.belief(setup)?;
    let Boil { model, plan } = watch.boil.as_ref()?;
    let off = watch.flame == Flame::Off;
    let shown = |true_c: f64| setup.thermometer.as_ref().map_or(true_c, |t| t.shows_c(true_c));
    let contents = belief.contents_g;
    // What the scale shows at the turn-off: this pan's own solids, whatever they weigh.
    let solids_g = contents.mid - belief.water_g.mid;
    let state = SyrupState {
        dissolved: watch.dissolved || (watch.boil_in_one && belief.boiling),
        boiling: belief.boiling,
        solids_frac: belief.strength,
        stage: setup.ladder.at(belief.strength.mid),
        liquid_c: belief.liquid_c,
        shown_c: shown(belief.liquid_c),
        gross_g: setup.pan.tare_g + contents.mid,
        gross_spread_g: 0.5 * (contents.high - contents.low),
        string_cm: string_cm(belief.strength.mid),
        water_to_lose_g: belief.to_target_g,
        water_to_turn_off_g: belief.to_turn_off_g,
        turn_off_in_s: belief.turn_off_in_s.filter(|_| !off).map(|left_s| left_s.map(|s| s.max(0.0))),
        turn_off_frac: belief.turn_off_frac,
        turn_off_gross_g: setup.pan.tare_g + solids_g + belief.turn_off_water_g,
        turn_off_shown_c: shown(model.boil_c(model.water_at(belief.turn_off_frac))),
        landing_frac: belief.landing.mid,
        power_factor: belief.power,
        power_factor_sd: belief.power_sd,
        surprise: belief.doubtful,
        last_test: watch.last_test,
    };
    let advice = advise(setup, watch, (model, plan), &state, &belief);
    Some((state, advice))
}

fn advise(
    setup: &BatchSetup,
    watch: &Watch,
    (model, plan): (&PanModel, &SyrupPlan),
    state: &SyrupState,
    belief: &Belief,
) -> Advice {
    let band = setup.ladder.of(plan.stage);
    let high_frac = band.high_frac.max(plan.target_solids_frac + NEAR_ENOUGH);
    let low_frac = band.low_frac.min(plan.target_solids_frac - NEAR_ENOUGH);
    let off = watch.flame == Flame::Off;
    let now_frac = if off { state.landing_frac } else { state.solids_frac.mid };
    let to_add_g = model.water_at(plan.target_solids_frac) - model.water_at(now_frac);
    let add_water =
        (to_add_g >= 1.0).then(|| Advice::AddWater { water_g: pourable_g(to_add_g, setup.has_scale()) });
    // What failed before it was called off was of another syrup.
    let failed_before = |t: &TestSaid| {
        t.against == Against::NotYet && t.at_ms < watch.flame_set_ms.unwrap_or(t.at_ms) - SAME_LOOK_MS
    };
    let test = watch.last_test.filter(|t| !(off && failed_before(t)));
    let hand = test.filter(|t| t.reading.by_hand()).map(|t| t.against);
    let called = belief.turn_off_in_s.is_some_and(|left| left.mid <= HAND_S);
    let at_aim = called || state.landing_frac >= plan.target_solids_frac - NEAR_ENOUGH;
    if off {
        let heat_s = || belief.turn_off_in_s.map_or(0.0, |t| t.mid);
        let back_on = |heat_s: f64| Advice::BackOn { heat_s: heat_s.max(LEAST_HEAT_S) };
        return match (test, hand) {
            (_, Some(Against::There)) => Advice::ThatIsIt,
            (_, Some(Against::Past)) => add_water.unwrap_or(Advice::Test),
            // What the hand found too weak goes back on, unless the hot pan still carries it there.
            (_, Some(Against::NotYet)) if state.landing_frac < low_frac || carried_out(watch) => {
                back_on(heat_s())
            }
            (Some(t), Some(Against::NotYet)) => {
                let waited_s = (watch.last_ms - t.at_ms) as f64 / 1000.0;
                let more_s = CARRIED_TEST_S - waited_s;
                if more_s > 0.0 { Advice::CarriesOn { more_s } } else { Advice::Test }
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
    // Undissolved sugar pulls no string: until the turn-off may truly come the stirring goes before it.
    let comes_soon = at_aim || state.turn_off_in_s.is_some_and(|left| left.low <= READ_AHEAD_S);
    if !state.dissolved && !comes_soon {
        return Advice::Dissolve;
    }
    let near = comes_soon || state.turn_off_in_s.is_some_and(|left| read_in_s(left, false) <= 0.0);
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
        let waited_s = (watch.last_ms - t.at_ms) as f64 / 1000.0;
        let asked_s = state.turn_off_in_s.map_or(RETEST_S.1, |left| read_in_s(left, true));
        let more_s = asked_s.clamp(RETEST_S.0 - waited_s, RETEST_S.1 - waited_s);
        if more_s > 0.0 {
            return Advice::NotYet { more_s };
        }
    }
    if near { Advice::ReadNow } else { Advice::KeepBoiling }
}

/// Seconds until the cook is asked to read, by how long the turn-off is away: for the first time, or `again` after a
/// look that found it not there yet. Negative: she is asked already.
#[must_use]
pub fn read_in_s(turn_off_in_s: Spread, again: bool) -> f64 {
    let earliest_s = turn_off_in_s.low - EARLIER * (turn_off_in_s.mid - turn_off_in_s.low);
    earliest_s - if again { AGAIN_AHEAD_S } else { READ_AHEAD_S }
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
    watch.flame == Flame::Off && watch.since_set_s() >= CARRIED_OUT_S
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn who_is_less_sure_is_asked_earlier_and_again_later() {
        let about = |half_s: f64| Spread { low: 300.0 - half_s, mid: 300.0, high: 300.0 + half_s };
        let asked_s = [10.0, 60.0, 150.0, 250.0].map(|half_s| read_in_s(about(half_s), false));
        assert!(asked_s.windows(2).all(|w| w[1] < w[0] - 0.5), "{asked_s:?}");
        assert!((asked_s[0] - (290.0 - 3.0 - 60.0)).abs() < 1e-9);
        assert!(read_in_s(about(60.0), true) > read_in_s(about(60.0), false));
    }
}
