//! What the belief about the syrup means for the cook: how far, how long, and the one next thing.

use crate::cook::state::{Advice, SyrupState};
use crate::estimate::{Belief, Deed, Done, believe};
use crate::formula::SyrupPlan;
use crate::kitchen::{Flame, TABLESPOON_G, TEASPOON_G};
use crate::log::{Boil, NEAR_ENOUGH, SeenReading, TestSaid, Watch};
use crate::numeric::Spread;
use crate::pan::PanModel;
use crate::start::BatchSetup;
use crate::syrup::string::string_cm;
use crate::syrup::{Against, StageKey};

/// So long before the turn-off may come, s, the cook is asked to read: the first time, and after a look that found
/// it not there yet.
const READ_AHEAD_S: f64 = 60.0;
const AGAIN_AHEAD_S: f64 = 30.0;
/// It may come earlier than its 80 % interval says, by this share of the interval's nearer half: who first looked when
/// nine pans in ten are still short of it would find the tenth past it.
const EARLIER: f64 = 0.3;
/// What goes back on boils for at least so long before it is worth another test, s; so much longer for each test in a
/// row that found it not there.
const WORTH_A_TEST_S: f64 = 30.0;
const EACH_FAILED_S: f64 = 15.0;
/// What goes back on is not called off again for so long, s.
const LEAST_ON_S: f64 = 30.0;
/// A pan that was turned off stays off for at least so long, s: a drop has to cool.
const LEAST_OFF_S: f64 = 30.0;
/// A syrup that is to land weaker than this draws no string: it ends by its amounts and its time at the boil, by the
/// scale, or by a finger that says it is sticky.
const STRINGLESS_FRAC: f64 = 0.65;
/// Weaker than this nothing but weight and boil tells one syrup from another: it boils for so long, s, to be one.
const LEAST_BOIL_S: f64 = 60.0;
/// Shortest and longest wait for the next test after one that failed, s: looks of one hand within half a minute tell
/// no more than one.
const RETEST_S: (f64, f64) = (30.0, 90.0);
/// Shortest wait between two readings of an instrument, s.
const READ_AGAIN_S: f64 = 15.0;
/// So long after a test off the flame, s, what the hot pan carries on is tested again.
const CARRIED_TEST_S: f64 = 20.0;
/// So long after the heat went off, s, a pan has carried its syrup nearly as far as it will.
const CARRIED_OUT_S: f64 = 60.0;
/// A look so long before the heat went off, ms, is still of the pan that went off.
const SAME_LOOK_MS: i64 = 20_000;
/// A pan is dry, or burnt, beyond this strength.
pub(super) const DRY_FRAC: f64 = 0.96;
/// What was seen of a pan that had to be dry says its water with this doubt, as a share.
const SEEN_SD: f64 = 0.15;

/// So long after its heat went off, s, a pan is as cold as the room: nothing happens in it any more.
const COLD_AFTER_S: f64 = 6.0 * 3600.0;
/// So long under one flame, s, any syrup has boiled dry.
const DRY_AFTER_S: f64 = 24.0 * 3600.0;
/// The hand takes so long from the call to the knob, s: the call comes so much earlier.
pub(super) const HAND_S: f64 = 5.0;

/// Which readings contradict all else.
#[derive(Clone, Copy, PartialEq)]
pub(super) enum Misfit {
    None,
    Last,
    /// One before the last.
    Earlier,
}

impl Watch {
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

    /// What is believed of the syrup now, and the heat its turn-off is reckoned for: the one that is on, or would be again.
    /// None before the heat went on.
    fn belief(&self, setup: &BatchSetup) -> Option<(Belief, Flame)> {
        if self.flame != Flame::Off {
            return Some((self.belief_under(setup, self.flame)?, self.flame));
        }
        let medium = self.belief_under(setup, Flame::Medium)?;
        // What would be off again at once goes on low, if that boils it at all.
        let short = |left: Spread| (0.0..LEAST_ON_S + HAND_S).contains(&(left.mid - medium.to_boil_s));
        Some(match self.belief_under(setup, Flame::Low) {
            Some(low)
                if medium.turn_off_in_s.is_some_and(short)
                    && low.turn_off_in_s.is_some_and(|left| left.mid > low.to_boil_s) =>
            {
                (low, Flame::Low)
            }
            _ => (medium, Flame::Medium),
        })
    }

    fn belief_under(&self, setup: &BatchSetup, flame: Flame) -> Option<Belief> {
        let begun_ms = self.begun_ms?;
        let boil = self.boil.as_ref()?;
        let now_s = self.followed_to_s(begun_ms);
        let asked = |deeds, now_s| self.widened(boil.asked(setup, deeds, now_s, flame));
        let belief = believe(&asked(&self.deeds, now_s));
        // By the clock every pan that could be is dry, or an instrument shows the same twice against it: what was seen
        // is worth more than the clock.
        let dry = belief.strength.low >= DRY_FRAC;
        let twice = (belief.contradicted || belief.doubts_earlier) && self.says_it_twice();
        let seen = (dry || twice).then(|| self.seen_last(boil)).flatten();
        Some(seen.map_or(belief, |(at, water_g)| {
            let at_s = self.deeds[at].at_s;
            let lit = self.deeds[..at].iter().rev().find_map(|d| match d.deed {
                Deed::Flame(share) => Some(share),
                _ => None,
            });
            let lit = lit.unwrap_or(0.0);
            let since = self.deeds[at..].iter().map(|d| Done { at_s: d.at_s - at_s, ..*d });
            let deeds: Vec<Done> =
                std::iter::once(Done { at_s: 0.0, deed: Deed::Flame(lit) }).chain(since).collect();
            let hot_c = boil.model.boil_c(water_g);
            let start_c = if lit > 0.0 { hot_c - 1.0 } else { f64::midpoint(hot_c, setup.air.room_c) };
            let mut anew = self.widened(boil.asked(setup, &deeds, now_s - at_s, flame));
            (anew.first_water_g, anew.start_c) = (water_g, start_c);
            anew.doubts.water_sd_g = anew.doubts.water_sd_g.max(SEEN_SD * water_g);
            let anew = believe(&anew);
            // What boiled before it was seen has boiled all the same.
            Belief { boiled_s: anew.boiled_s.max(belief.boiled_s), ..anew }
        }))
    }
}

/// The syrup's state and the advice that follows from all that was read, and what of it does not fit; none before the heat
/// went on.
pub(super) fn state_with_all(setup: &BatchSetup, watch: &Watch) -> Option<(SyrupState, Advice, Misfit)> {
    let (belief, flame) = watch.belief(setup)?;
    let Boil { model, plan } = watch.boil.as_ref()?;
    let off = watch.flame == Flame::Off;
    let shown = |true_c: f64| setup.thermometer.as_ref().map_or(true_c, |t| t.shows_c(true_c));
    let contents = belief.contents_g;
    // What the scale shows at the turn-off: this pan's own solids, whatever they weigh.
    let solids_g = contents.mid - belief.water_g.mid;
    let tare_g = setup.pan.weighed.then_some(setup.pan.tare_g);
    let state = SyrupState {
        dissolved: watch.dissolved || (watch.boil_in_one && belief.boiling),
        boiling: belief.boiling,
        solids_frac: belief.strength,
        stage: setup.ladder.at(belief.strength.mid),
        liquid_c: belief.liquid_c,
        shown_c: shown(belief.liquid_c),
        gross_g: tare_g.map(|tare_g| tare_g + contents.mid),
        gross_spread_g: 0.5 * (contents.high - contents.low),
        string_cm: string_cm(belief.strength.mid),
        sign: setup.ladder.of(setup.ladder.at(belief.strength.mid)).sign,
        drop_test: plan.stage >= StageKey::SoftBall,
        water_to_lose_g: belief.to_target_g,
        water_to_turn_off_g: belief.to_turn_off_g,
        turn_off_in_s: belief.turn_off_in_s.filter(|_| !off).map(|left_s| left_s.map(|s| s.max(0.0))),
        turn_off_frac: belief.turn_off_frac,
        turn_off_gross_g: tare_g.map(|tare_g| tare_g + solids_g + belief.turn_off_water_g),
        turn_off_shown_c: shown(model.boil_c(model.water_at(belief.turn_off_frac))),
        landing_frac: belief.landing.mid,
        power_factor: belief.power,
        power_factor_sd: belief.power_sd,
        surprise: belief.doubtful,
        unsettled: false,
        last_test: watch.last_test,
    };
    let advice = advise(setup, watch, (model, plan), &state, (&belief, flame));
    let misfit = match (belief.contradicted, belief.doubts_earlier) {
        (true, _) => Misfit::Last,
        (false, true) => Misfit::Earlier,
        (false, false) => Misfit::None,
    };
    Some((state, advice, misfit))
}

fn advise(
    setup: &BatchSetup,
    watch: &Watch,
    (model, plan): (&PanModel, &SyrupPlan),
    state: &SyrupState,
    (belief, flame): (&Belief, Flame),
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
    let stringless = plan.target_solids_frac < STRINGLESS_FRAC;
    // What draws no string is not judged by one; nor is what has not boiled yet.
    let tells = |t: &TestSaid| {
        !stringless || (matches!(t.reading, SeenReading::Seen { .. }) && (off || state.boiling))
    };
    let test = watch.last_test.filter(|t| !(off && failed_before(t)));
    let hand = test.filter(|t| t.reading.by_hand() && tells(t)).map(|t| t.against);
    let called = belief.turn_off_in_s.is_some_and(|left| left.mid <= HAND_S);
    let boils = state.boiling && (!stringless || belief.boiled_s >= LEAST_BOIL_S);
    // What failed before it went back on is worth no test until more of it has boiled off.
    let rounds_s = WORTH_A_TEST_S + EACH_FAILED_S * f64::from(watch.failed_in_row.saturating_sub(1));
    let back_again = watch.last_test.is_some_and(|t| {
        t.reading.by_hand()
            && t.against == Against::NotYet
            && watch.flame_set_ms.is_some_and(|set| t.at_ms <= set)
    });
    let lit = watch.deeds.iter().filter(|d| matches!(d.deed, Deed::Flame(share) if share > 0.0)).count();
    let on_again = lit > 1 && watch.flame_was == Flame::Off && watch.since_set_s() < LEAST_ON_S;
    let far_past = state.solids_frac.mid > high_frac;
    let round_over = (!back_again || belief.boiled_s >= rounds_s) && (!on_again || far_past);
    let landed = state.landing_frac >= plan.target_solids_frac - NEAR_ENOUGH;
    let at_aim = boils && round_over && (called || landed);
    // Nothing that was seen says otherwise: whether there is a syrup left to be tested is to be seen first.
    let dry = state.solids_frac.low >= DRY_FRAC && plan.target_solids_frac < DRY_FRAC - NEAR_ENOUGH;
    let stale = |t: TestSaid| watch.last_ms - t.at_ms > (1000.0 * RETEST_S.1) as i64;
    if dry && test.is_none_or(stale) {
        return Advice::BoiledDry;
    }
    if off {
        let failed = hand == Some(Against::NotYet);
        let heat_s = || belief.turn_off_in_s.map_or(0.0, |t| t.mid);
        let back_on = |heat_s: f64| match LEAST_OFF_S - watch.since_set_s() {
            more_s if more_s > 0.0 => Advice::CarriesOn { more_s },
            _ => {
                let least_s = if failed { belief.to_boil_s + rounds_s } else { LEAST_ON_S };
                Advice::BackOn { heat_s: heat_s.max(least_s), flame }
            }
        };
        return match (test, hand) {
            (_, None) if stringless && state.landing_frac >= low_frac && !setup.has_scale() => {
                Advice::ThatIsIt
            }
            (_, Some(Against::There)) => Advice::ThatIsIt,
            (_, Some(Against::Past)) => add_water.unwrap_or(Advice::Test),
            // What the hand found too weak goes back on, unless the hot pan still carries it there.
            (Some(t), Some(Against::NotYet)) if state.landing_frac < low_frac || carried_since(watch, &t) => {
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
    let soon = |left: Spread| left.low <= READ_AHEAD_S;
    let reads = round_over && (!stringless || (state.boiling && setup.has_scale()));
    let comes_soon = at_aim || (reads && state.turn_off_in_s.is_some_and(soon));
    if !state.dissolved && !comes_soon {
        return Advice::Dissolve;
    }
    let near = reads && (comes_soon || state.turn_off_in_s.is_some_and(|left| read_in_s(left, false) <= 0.0));
    // What she found just now stands: by hand for half a minute, by an instrument for less.
    if let Some(t) = test.filter(|t| t.against == Against::NotYet && !at_aim) {
        let stands_s = if hand.is_some() { RETEST_S.0 } else { READ_AGAIN_S };
        let more_s = stands_s - (watch.last_ms - t.at_ms) as f64 / 1000.0;
        if more_s > 0.0 {
            return Advice::NotYet { more_s };
        }
    }
    match hand {
        Some(Against::There) => return Advice::TurnOffNow,
        Some(Against::Past) => return add_water.unwrap_or(Advice::TurnOffNow),
        _ => {}
    }
    if now_frac > high_frac && (boils || !stringless) && round_over {
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

/// Whether what a hot pan carries over has happened, and a drop was tested of it since: no more is to be hoped for.
fn carried_since(watch: &Watch, test: &TestSaid) -> bool {
    let tested_s = watch.since_set_s() - (watch.last_ms - test.at_ms) as f64 / 1000.0;
    watch.flame == Flame::Off && watch.since_set_s() >= CARRIED_OUT_S && tested_s >= CARRIED_TEST_S
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
