//! One ring, one pan, one pair of hands: what a batch lights, moves, calls and lets stand.

use crate::common::shelf::*;
use crate::common::{kadai, sweets};
use unctum_core::cook::*;
use unctum_core::formula::Size;
use unctum_core::kitchen::*;
use unctum_core::log::*;
use unctum_core::process::{Step, StepKind};
use unctum_core::start::*;

const START_MS: i64 = 1_700_000_000_000;
const MIN_MS: i64 = 60_000;

/// One ring and so many pans.
fn kitchen(pans: i32) -> KitchenDocument {
    let pan = |id: i32| NumberedPan {
        id: Some(id),
        pan: Pan { name: format!("pan {id}"), diameter_cm: 22.0 + 2.0 * f64::from(id), ..kadai() },
    };
    KitchenDocument {
        name: "a kitchen".into(),
        room: Room::default(),
        rings: vec![NumberedRing { id: Some(1), ring: Ring::of_kind("Ring", RingKind::Gas, 3000.0) }],
        pans: (1..=pans).map(pan).collect(),
        thermometers: vec![],
        trays: vec![],
        measures: vec![],
        bench: Bench { scale_step_g: None, ..Bench::default() },
        ladder: unctum_core::syrup::Ladder::default(),
        learning: Learning::default(),
    }
}

fn batch(sweet: &str, method: &str, pans: i32) -> Followed {
    batch_in(&kitchen(pans), sweet, method)
}

fn batch_in(kitchen: &KitchenDocument, sweet: &str, method: &str) -> Followed {
    let ask = StartAsk {
        sweet_key: Some(sweet.into()),
        method_key: Some(method.into()),
        size: Some(Size::Times { factor: 1.0 }),
        ..StartAsk::default()
    };
    let all = sweets();
    let it = all.iter().find(|s| s.key == sweet).expect("on the shelf");
    Followed::new(set_up(&ask, Some(it), kitchen, &book()).expect("set up"), START_MS, &[]).expect("follows")
}

/// Says that a step is over (with all before it) so many minutes after the start.
fn over(batch: &mut Followed, step: &str, after_min: i64) {
    says(batch, BatchEvent::done(step), after_min);
}

fn says(batch: &mut Followed, event: BatchEvent, after_min: i64) {
    let at_ms = START_MS + after_min * MIN_MS;
    batch.take(Logged::new(batch.last_seq() + 1, at_ms, event)).expect("taken");
}

fn at(batch: &Followed, after_min: i64) -> BatchState {
    batch.state_at(START_MS + after_min * MIN_MS)
}

#[test]
fn with_one_ring_a_second_flame_waits_for_the_first() {
    let mut batch = batch("granular-gram-flour-barfi", "soft", 3);
    over(&mut batch, "sieve", 60);
    let step = |event: BatchEvent| (event, 61);
    let (event, min) = step(BatchEvent::StepBegan { step: "roast".into(), load: 1 });
    says(&mut batch, event, min);
    let state = at(&batch, 62);
    let lit = state.acts.iter().any(|a| a.step == "syrup" && a.entry.is_some());
    assert!(!lit, "{:?}", state.acts);
    let held = state.held.iter().find(|h| h.step == "syrup").expect("it waits");
    assert!(held.waits_for == "roast" || held.waits_for == "khoya", "{held:?}");
}

#[test]
fn with_two_rings_the_second_is_called_by_its_name() {
    let mut kitchen = kitchen(3);
    let small = Ring::of_kind("Small flame", RingKind::Gas, 1200.0);
    kitchen.rings.push(NumberedRing { id: Some(2), ring: small });
    let mut batch = batch_in(&kitchen, "whole-grain-pudding", "classic");
    over(&mut batch, "soak", 600);
    says(&mut batch, BatchEvent::StepBegan { step: "pressure".into(), load: 1 }, 601);
    let state = at(&batch, 602);
    let moves: Vec<&str> = state.acts.iter().filter_map(|a| a.moves.as_deref()).collect();
    assert!(moves.iter().any(|m| m.contains("“Small flame”")), "{moves:?} of {:?}", state.acts);
}

#[test]
fn with_one_pan_it_is_said_what_is_moved() {
    let mut one = batch("fried-droplet-ladoo", "string", 1);
    over(&mut one, "batter", 10);
    over(&mut one, "boil", 25);
    let fat =
        |batch: &Followed| at(batch, 26).acts.into_iter().find(|a| a.step == "fry-fat").expect("offered");
    let moves = fat(&one).moves.expect("the syrup stands in the only pan");
    assert!(moves.contains("pan 1") && moves.contains("bowl"), "{moves}");
    let mut two = batch("fried-droplet-ladoo", "string", 2);
    over(&mut two, "batter", 10);
    over(&mut two, "boil", 25);
    assert_eq!(fat(&two).moves, None);
}

#[test]
fn fat_is_heated_before_it_is_fried_in() {
    for method in methods() {
        let written = written(method);
        let steps = &written.method().steps;
        for (i, fry) in steps.iter().enumerate().filter(|(_, s)| s.kind == StepKind::Fry) {
            let heats = |s: &&Step| s.kind == StepKind::HeatFat && fry.after.contains(&s.key);
            let fat = steps[..i].iter().find(heats).expect("heated first");
            assert!(fry.gates.iter().all(|g| g.key != "test"), "a sign is no gate before the flame");
            assert!(fat.heat_to_c.is_some_and(|c| (120.0..=190.0).contains(&c)), "{:?}", fat.heat_to_c);
            assert!(fat.hazards.contains(&"deep-fat".to_owned()));
            let made = cooked(method, Size::Times { factor: 1.0 }, &tools()).expect("cooked");
            let time = made.times.steps.iter().find(|t| t.step == fat.key).expect("told").minutes;
            assert!((2.0..=30.0).contains(&time.mid) && time.low < time.high, "{}: {time:?}", method.name);
        }
    }
}

#[test]
fn a_soak_that_is_full_calls_like_a_flame() {
    let mut batch = batch("milk-solid-balls", "powder", 3);
    over(&mut batch, "rewarm", 90);
    says(&mut batch, BatchEvent::StepBegan { step: "soak".into(), load: 1 }, 91);
    let run = at(&batch, 92).runs.into_iter().find(|r| r.step == "soak").expect("it soaks");
    let late_min = (run.most_ms - START_MS) / MIN_MS + 2;
    let before = at(&batch, late_min - 5);
    assert!(before.acts.iter().all(|a| a.class != ActClass::Urgent), "{:?}", before.acts);
    let act = at(&batch, late_min).acts.into_iter().next().expect("an act");
    assert_eq!((act.class, act.words.as_str()), (ActClass::Urgent, "Out of the syrup now"));
}

#[test]
fn what_spoils_is_not_made_long_before_it_is_wanted() {
    let batch = batch("lentil-coconut-dumplings", "classic", 3);
    let mut state = at(&batch, 0);
    assert!(state.acts.iter().all(|a| a.step != "melt" && a.step != "soakl"), "{:?}", state.acts);
    let mut soaking = batch.clone();
    says(&mut soaking, BatchEvent::StepBegan { step: "soakb".into(), load: 1 }, 1);
    state = at(&soaking, 2);
    assert!(
        state.acts.iter().all(|a| a.step != "melt"),
        "the filling would stand for hours: {:?}",
        state.acts
    );
}
