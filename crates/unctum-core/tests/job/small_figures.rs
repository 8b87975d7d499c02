//! Small figures on which much hangs: the hand's five seconds, a thermometer's offset, the newest amendment, what is made
//! beyond what is needed, and the margin before anybody is kept waiting.

use std::collections::BTreeMap;

use unctum_core::cook::Advice;
use unctum_core::day::{DayProblem, sure};
use unctum_core::kitchen::{Flame, Ring, RingKind, Thermometer};
use unctum_core::log::{BatchEvent, Logged, SeenReading, standing};
use unctum_core::numeric::Spread;
use unctum_core::order::{Amount, lay_out};
use unctum_core::start::BatchSetup;

use crate::common::cashew_batch;
use crate::common::hob::Kitchen;
use crate::common::weekend::{days, line, order, with};

#[test]
fn the_flame_is_called_off_five_seconds_before_its_moment_for_the_hand() {
    // On a strong ring: on a weak one what is near enough to land well comes sooner.
    let ring = Ring::of_kind("strong", RingKind::Gas, 4500.0);
    let mut k = Kitchen::with(BatchSetup { ring, ..cashew_batch() }, 1.0);
    k.step_done("ready");
    k.flame(Flame::High);
    k.wait(120.0);
    k.step_done("dissolve");
    let mut left_s = f64::INFINITY;
    for _ in 0..1200 {
        let state = k.state();
        let now_s = state.syrup.as_ref().and_then(|s| s.turn_off_in_s).map_or(f64::INFINITY, |s| s.mid);
        if state.advice == Advice::TurnOffNow {
            assert!((3.0..=5.0).contains(&now_s), "called {now_s} s before, {left_s} s a second earlier");
            assert!(left_s > 5.0 - 1e-9, "not called {left_s} s before");
            return;
        }
        left_s = now_s;
        k.wait(1.0);
    }
    panic!("it was never called off");
}

#[test]
fn a_thermometer_that_shows_too_much_says_the_same_as_one_that_shows_what_is() {
    let said = |offset_k: f64| {
        let thermometer = Thermometer { name: "Stem".into(), offset_k, ice_offset_k: None, sd_k: 0.5 };
        let setup = BatchSetup { thermometer: Some(thermometer), ..cashew_batch() };
        let mut k = Kitchen::with(setup, 1.0);
        k.step_done("ready");
        k.flame(Flame::Medium);
        k.wait(180.0);
        k.step_done("dissolve");
        k.wait(240.0);
        let before = k.state().syrup.expect("a syrup");
        k.reads(SeenReading::Thermometer { shown_c: before.liquid_c + 0.4 + offset_k });
        let after = k.state().syrup.expect("a syrup");
        assert!((after.solids_frac.mid - before.solids_frac.mid).abs() > 1e-4, "it says something");
        after.solids_frac
    };
    let (right, high) = (said(0.0), said(0.6));
    assert!((right.mid - high.mid).abs() < 1e-9 && (right.low - high.low).abs() < 1e-9, "{right:?} {high:?}");
}

#[test]
fn of_two_amendments_the_newest_counts_in_whatever_order_they_stand() {
    let log = |seq, at_ms, event| Logged::new(seq, at_ms, event);
    let amend = |ms| BatchEvent::Amended {
        amended_seq: 1,
        amended_ms: Some(ms),
        reading: None,
        water_g: None,
        flame: None,
    };
    let lit = log(1, 60_000, BatchEvent::Flame { flame: Flame::High });
    let (first, second) = (log(2, 90_000, amend(50_000)), log(3, 80_000, amend(40_000)));
    for all in [[&lit, &first, &second], [&second, &first, &lit], [&first, &lit, &second]] {
        let stands = standing(&all.map(Clone::clone)).into_owned();
        assert_eq!(stands.iter().map(|l| (l.seq, l.at_ms)).collect::<Vec<_>>(), [(1, 40_000)]);
    }
}

#[test]
fn of_what_is_made_at_home_a_little_more_is_made_than_is_needed() {
    let orders =
        vec![(1, order("The pavilion", 16, vec![line("coconut-khoya-barfi", Amount::Pieces { count: 24 })]))];
    let mut wanted = days(&orders);
    wanted.made = vec!["khoya".into()];
    with(&orders, &wanted, &[], |q| {
        let laid = lay_out(q).expect("laid out");
        let component = laid.made.iter().find(|m| m.makes.is_some()).expect("khoya is made");
        let needs = laid.made.iter().flat_map(|m| &m.formula.components).filter(|c| c.ingredient == "khoya");
        let needed_g: f64 = needs.map(|c| c.needed_g).sum();
        let made_g = component.formula.finished_g;
        assert!(made_g >= 1.02 * needed_g && made_g <= 1.06 * needed_g + 1.0, "{made_g} g for {needed_g} g");
    });
}

#[test]
fn what_is_late_within_the_margin_keeps_nobody_waiting() {
    let problem: DayProblem = serde_json::from_value(serde_json::json!({
        "horizon": 1440, "slack": 0, "resources": {"attention": 10}, "windows": [[0, 1440]],
        "batches": [{"id": "a", "due": 560, "fresh": 600, "lags": [], "holds": [],
            "steps": [{"id": "boil", "dur": 60, "uses": {"attention": 10}}]}]
    }))
    .expect("a problem");
    let starts = BTreeMap::from([("boil".into(), 500)]);
    let spreads = BTreeMap::from([("boil".into(), Spread { low: 55.0, mid: 60.0, high: 65.0 })]);
    let on_time = |grace_min: i32| sure(&problem, &starts, &spreads, grace_min, (400, 1)).on_time["a"];
    assert!((0.3..0.8).contains(&on_time(0)), "{}", on_time(0));
    assert!(on_time(15) > 0.99, "{}", on_time(15));
    let usual = days(&[]);
    assert_eq!(usual.margin_min, 30, "what is handed over is ready half an hour before");
}
