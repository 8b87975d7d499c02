//! What is believed of the syrup: a function of the log, narrowed by what was read and by nothing else.

use std::time::Instant;

use crate::common::{gas, hill_air, kadai};
use proptest::prelude::*;
use unctum_core::estimate::{Belief, Deed, Done, Doubts, Question, Seen, believe};
use unctum_core::kitchen::{Pan, PanMetal, Ring, RingKind};
use unctum_core::pan::quick::{BoilTable, Draw, Quick};
use unctum_core::pan::{Heat, PanModel, Stop};
use unctum_core::syrup::Charge;

const MEDIUM: f64 = 0.55;

fn doubts() -> Doubts {
    Doubts {
        power_sd: 0.19,
        solids_sd: 0.005,
        water_sd_g: 4.0,
        thermometer_bias_k: 0.25,
        thermometer_sd_k: 0.7,
        scale_sd_g: 1.04,
        weighed: true,
        lot_water_sd_g: 0.0,
        lot_solids_sd: 0.0,
        composition: false,
        habits: unctum_core::estimate::Habits::default(),
    }
}

/// One pan of sugar and water with what was done to it.
struct Pot {
    model: PanModel,
    ring: Ring,
    water_g: f64,
    doubts: Doubts,
    deeds: Vec<Done>,
}

impl Pot {
    fn of(sugar_g: f64, water_g: f64) -> Self {
        let model = PanModel::new(&Charge::sugar_and_water(sugar_g, water_g), &kadai(), hill_air());
        let lit = Done { at_s: 0.0, deed: Deed::Flame(MEDIUM) };
        Self { model: model.expect("model"), ring: gas(), water_g, doubts: doubts(), deeds: vec![lit] }
    }

    fn seen(mut self, at_s: f64, seen: Seen) -> Self {
        self.deeds.push(Done { at_s, deed: Deed::Seen(seen) });
        self
    }

    fn weighed(self, at_s: f64, contents_g: f64) -> Self {
        self.seen(at_s, Seen::Weight { contents_g })
    }

    fn at(&self, now_s: f64) -> Belief {
        believe(&Question {
            model: &self.model,
            ring: &self.ring,
            first_water_g: self.water_g,
            start_c: 24.0,
            other_solids: None,
            doubts: self.doubts,
            deeds: &self.deeds,
            now_s,
            target_frac: 0.7575,
            on_power_w: self.ring.net_power_w(MEDIUM),
        })
    }
}

/// Solids and water of a true pan whose ring has this share of its nominal power.
fn true_contents_g(sugar_g: f64, water_g: f64, power: f64, at_s: f64) -> f64 {
    let pot = Pot::of(sugar_g, water_g);
    let mut state = pot.model.start(24.0);
    // A weight was read a little before it was written.
    let heat = Heat::On(gas().net_power_w(MEDIUM) * power);
    pot.model.advance(&mut state, heat, at_s - 5.0, Stop::Never, |_| {});
    sugar_g + state.water_g
}

fn width(belief: &Belief) -> f64 {
    belief.strength.high - belief.strength.low
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    /// The quick way and the exact one are one physics.
    #[test]
    fn the_quick_way_is_the_exact_one(
        sugar_g in 150.0_f64..900.0, ratio in 0.45_f64..0.9, flame in 0.35_f64..1.0,
        kg in 0.4_f64..2.5, stored in proptest::bool::ANY, minutes in 6.0_f64..14.0,
    ) {
        let charge = Charge::sugar_and_water(sugar_g, sugar_g * ratio);
        let pan = Pan { heat_capacity_j_k: 500.0 * kg, metal: Some(PanMetal::Steel), ..kadai() };
        let model = PanModel::new(&charge, &pan, hill_air()).expect("model");
        let kind = if stored { RingKind::Coil } else { RingKind::Gas };
        let ring = Ring::of_kind("ring", kind, 1600.0);
        let table = BoilTable::new(&charge, None, hill_air().pressure_pa);
        let quick = Quick::new(&model, &table, Draw::default());
        let (mut exact, mut fast) = (model.start(24.0), quick.start(charge.water_g, 24.0));
        let off = Heat::Off { since_s: 0.0, stored_j: kind.stored_heat_j() };
        for (heat, for_s) in [(Heat::On(ring.net_power_w(flame)), 60.0 * minutes), (off, 240.0)] {
            model.advance(&mut exact, heat, for_s, Stop::Never, |_| {});
            quick.pass(&mut fast, heat, 1.0, for_s);
            // What dries out altogether is followed no further by either.
            prop_assume!(model.solids_frac(exact.water_g) < 0.96);
            let (off_g, off_c) = (fast.water_g - exact.water_g, fast.liquid_c - exact.liquid_c);
            prop_assert!(off_g.abs() < 0.3 && off_c.abs() < 0.4, "{off_g:.3} g, {off_c:.3} K");
        }
    }

    /// How often somebody looked, and what says nothing, leaves no trace.
    #[test]
    fn asking_often_changes_nothing(
        sugar_g in 200.0_f64..700.0, minutes in 5.0_f64..11.0, times in proptest::collection::vec(0.05_f64..0.95, 0..30),
    ) {
        let now_s = 60.0 * minutes;
        let pot = Pot::of(sugar_g, 0.6 * sugar_g);
        let plain = pot.at(now_s);
        let mut asked = Pot::of(sugar_g, 0.6 * sugar_g);
        let mut times = times;
        times.sort_by(f64::total_cmp);
        for share in times {
            let _ = asked.at(share * now_s);
            // The flame is set to what it is already.
            asked.deeds.push(Done { at_s: share * now_s, deed: Deed::Flame(MEDIUM) });
        }
        prop_assert_eq!(plain, pot.at(now_s), "the same log, the same belief");
        let often = asked.at(now_s);
        for (a, b) in [(plain.water_g.low, often.water_g.low), (plain.water_g.mid, often.water_g.mid), (plain.water_g.high, often.water_g.high)] {
            prop_assert!((a - b).abs() < 0.6, "{a} g, asked often {b} g");
        }
    }

    /// A weighing that could be expected narrows; it pulls towards itself, and not past it.
    #[test]
    fn a_weighing_narrows_and_does_not_overshoot(off_g in -25.0_f64..25.0, minutes in 7.0_f64..11.0) {
        let now_s = 60.0 * minutes;
        let before = Pot::of(400.0, 260.0).at(now_s);
        let weight_g = before.contents_g.mid + off_g;
        let after = Pot::of(400.0, 260.0).weighed(now_s, weight_g).at(now_s);
        // What nobody would have expected says that something is not as it was told: then less is sure than before.
        // Nor is anything narrowed before much has boiled off: the first gram that is missing says that it boils.
        let boiled_g = 660.0 - before.contents_g.mid;
        let expected = boiled_g > 25.0 && off_g.abs() < before.contents_g.high - before.contents_g.low;
        let limit = if expected { 1.05 } else { 2.0 };
        prop_assert!(width(&after) < limit * width(&before), "{} of {}", width(&after), width(&before));
        let (low, high) = (weight_g.min(before.contents_g.mid) - 3.0, weight_g.max(before.contents_g.mid) + 3.0);
        prop_assert!((low..=high).contains(&after.contents_g.mid), "{} not in {low}–{high}", after.contents_g.mid);
    }

    /// The intervals are in order and finite, whatever was read.
    #[test]
    fn never_nonsense(readings in proptest::collection::vec((0.0_f64..1500.0, 0_u8..4, 0.0_f64..1.0), 0..12), now_s in 0.0_f64..2000.0) {
        let mut pot = Pot::of(300.0, 150.0);
        let mut readings = readings;
        readings.sort_by(|a, b| a.0.total_cmp(&b.0));
        for (at_s, kind, x) in readings.into_iter().filter(|r| r.0 <= now_s) {
            pot = pot.seen(at_s, match kind {
                0 => Seen::Weight { contents_g: 310.0 + 140.0 * x },
                1 => Seen::Temperature { true_c: 25.0 + 110.0 * x },
                2 => Seen::String { length_cm: 0.15 + 10.0 * x },
                _ => Seen::Between { low_frac: 0.5 + 0.3 * x, high_frac: 0.55 + 0.3 * x },
            });
        }
        let b = pot.at(now_s);
        for s in [b.strength, b.water_g, b.landing, b.to_turn_off_g] {
            prop_assert!(s.low <= s.mid && s.mid <= s.high && s.low.is_finite() && s.high.is_finite(), "{s:?}");
        }
        prop_assert!(b.strength.high <= 0.981 && b.power > 0.0 && b.power_sd.is_finite());
    }
}

#[test]
fn time_widens_what_is_not_read() {
    let pot = Pot::of(400.0, 260.0);
    let widths = [300.0, 480.0, 660.0].map(|s| width(&pot.at(s)));
    assert!(widths.windows(2).all(|w| w[1] > w[0]), "{widths:?}");
    // A weighing is soon worth less: the doubt grows again by what the ring and the flame may do.
    let weighed = Pot::of(400.0, 260.0).weighed(480.0, true_contents_g(400.0, 260.0, 1.0, 480.0));
    assert!(width(&weighed.at(900.0)) > 1.5 * width(&weighed.at(490.0)));
}

#[test]
fn many_weighings_of_a_weak_ring_find_out_how_weak() {
    let mut pot = Pot::of(400.0, 260.0);
    for k in 1..=14 {
        let at_s = 90.0 * f64::from(k);
        pot = pot.weighed(at_s, true_contents_g(400.0, 260.0, 0.75, at_s));
    }
    let belief = pot.at(1270.0);
    assert!((0.70..0.81).contains(&belief.power), "three quarters of its nominal: {}", belief.power);
    assert!(belief.power_sd < 0.06, "{}", belief.power_sd);
    let truth_g = true_contents_g(400.0, 260.0, 0.75, 1275.0);
    assert!((belief.contents_g.mid - truth_g).abs() < 2.0, "{} of {truth_g}", belief.contents_g.mid);
}

#[test]
fn one_reading_that_contradicts_the_rest_is_doubted_and_two_are_believed() {
    let with = |off_g: &[f64]| {
        let mut pot = Pot::of(400.0, 260.0);
        for at_s in [360.0, 480.0, 600.0, 720.0] {
            pot = pot.weighed(at_s, true_contents_g(400.0, 260.0, 1.0, at_s));
        }
        for (i, off_g) in off_g.iter().enumerate() {
            let at_s = 740.0 + 30.0 * i as f64;
            pot = pot.weighed(at_s, true_contents_g(400.0, 260.0, 1.0, at_s) + off_g);
        }
        pot.at(800.0)
    };
    let (sound, bumped) = (with(&[]), with(&[-50.0]));
    assert!(bumped.doubtful && !sound.doubtful);
    assert!((bumped.strength.mid - sound.strength.mid).abs() < 0.004, "{bumped:?}");
    // Read again and right: the first stays doubted, the last is not.
    let again = with(&[-50.0, 0.0]);
    assert!(!again.doubtful && (again.strength.mid - sound.strength.mid).abs() < 0.004);
}

#[test]
fn one_hand_that_looks_again_at_once_has_looked_once() {
    let look = Seen::Between { low_frac: 0.65, high_frac: 0.73 };
    let once = Pot::of(400.0, 260.0).seen(700.0, look).at(730.0);
    let mut pot = Pot::of(400.0, 260.0);
    for s in 0..5 {
        pot = pot.seen(700.0 + 5.0 * f64::from(s), look);
    }
    let often = pot.at(730.0);
    assert!((width(&often) - width(&once)).abs() < 0.1 * width(&once), "{} {}", width(&often), width(&once));
}

#[test]
fn what_is_not_known_of_the_amounts_stays_unknown_to_the_scale() {
    let weighed = |doubts: Doubts| {
        let pot = Pot { doubts, ..Pot::of(400.0, 260.0) };
        let at_s = 700.0;
        pot.weighed(at_s, true_contents_g(400.0, 260.0, 1.0, at_s)).at(at_s)
    };
    let scale = weighed(doubts());
    let cups = weighed(Doubts { solids_sd: 0.05, water_sd_g: 13.0, ..doubts() });
    let jaggery = weighed(Doubts { lot_water_sd_g: 8.0, lot_solids_sd: 0.02, ..doubts() });
    assert!(width(&cups) > 3.0 * width(&scale), "{} {}", width(&cups), width(&scale));
    assert!(width(&jaggery) > 1.5 * width(&scale), "{} {}", width(&jaggery), width(&scale));
}

#[test]
fn a_probe_teaches_below_the_boil_and_by_its_own_spread() {
    let at_s = 180.0;
    let warm_c = Pot::of(400.0, 260.0).at(at_s).liquid_c;
    let read = |sd_k: f64| {
        let pot = Pot { doubts: Doubts { thermometer_sd_k: sd_k, ..doubts() }, ..Pot::of(400.0, 260.0) };
        pot.seen(at_s, Seen::Temperature { true_c: warm_c - 8.0 }).at(at_s)
    };
    let (fine, coarse) = (read(0.3), read(4.0));
    assert!(fine.power < 0.95 && fine.power_sd < 0.15, "colder than thought: a weaker ring, {fine:?}");
    assert!(coarse.power > fine.power && coarse.power_sd > fine.power_sd);
}

/// A scale that sends a reading each second for twenty minutes says what one reading in fifteen seconds says; its newest
/// count in full.
#[test]
fn a_long_stream_is_thinned_and_says_the_same() {
    let stream = |every_s: u32| {
        let mut pot = Pot::of(400.0, 260.0);
        for at_s in (420..1200).step_by(every_s as usize) {
            let at_s = f64::from(at_s);
            let contents_g = true_contents_g(400.0, 260.0, 0.85, at_s);
            pot.deeds.push(Done { at_s, deed: Deed::Seen(Seen::Weight { contents_g }) });
        }
        pot.at(1200.0)
    };
    let (each_second, seldom) = (stream(1), stream(20));
    let off = (each_second.strength.mid - seldom.strength.mid).abs();
    assert!(off < 0.002, "{off}: {} {}", each_second.strength.mid, seldom.strength.mid);
    assert!(width(&each_second) < 1.3 * width(&seldom));
    // Hours of it cost no more than an hour.
    let begun = Instant::now();
    let mut pot = Pot::of(400.0, 260.0);
    pot.deeds[0].deed = Deed::Flame(0.05);
    let contents_g = true_contents_g(400.0, 260.0, 1.0, 300.0);
    for i in 0..20_000 {
        let seen = Seen::Weight { contents_g };
        pot.deeds.push(Done { at_s: 300.0 + 0.4 * f64::from(i), deed: Deed::Seen(seen) });
    }
    assert!(pot.at(8300.0).strength.mid.is_finite());
    assert!(begun.elapsed().as_secs() < 20, "a bound so wide that no machine misses it");
}

#[test]
fn poured_water_thins_cools_and_is_counted() {
    let before = Pot::of(400.0, 260.0).at(700.0);
    let mut pot = Pot::of(400.0, 260.0);
    pot.deeds.push(Done { at_s: 700.0, deed: Deed::Water(50.0) });
    let after = pot.at(700.0);
    assert!((after.water_g.mid - before.water_g.mid - 50.0).abs() < 2.0);
    assert!(after.strength.mid < before.strength.mid && after.liquid_c < before.liquid_c);
}

#[test]
fn a_forgotten_pan_costs_little() {
    let pot = Pot::of(400.0, 260.0);
    let begun = Instant::now();
    let dry = pot.at(86_400.0);
    // Minutes by the old way; a bound so wide that no machine misses it.
    assert!(begun.elapsed().as_secs() < 20);
    assert!(dry.strength.mid > 0.97 && dry.landing.mid > 0.97, "{dry:?}");
}
