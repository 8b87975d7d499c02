//! Every method of every sweet, cooked from its first gate to its end by somebody who does what the acts say.

use std::collections::BTreeMap;

use crate::common::shelf::*;
use crate::common::{kadai, sweets};
use crate::journal::Journal;
use unctum_core::cook::*;
use unctum_core::formula::Size;
use unctum_core::kitchen::*;
use unctum_core::log::*;
use unctum_core::numeric::Rng;
use unctum_core::sim::{Cook, Hands, World};
use unctum_core::start::*;

const START_MS: i64 = 1_700_000_000_000;

/// Three pans, and one that has to do for all.
const PANS: &[f64] = &[24.0, 28.0, 20.0];
const ONE_PAN: &[f64] = &[26.0];

/// A kitchen with these pans on a gas hob, without scale or thermometer.
fn kitchen(diameters_cm: &[f64]) -> KitchenDocument {
    let pans = (1..).zip(diameters_cm).map(|(id, &diameter_cm)| NumberedPan {
        id: Some(id),
        pan: Pan { name: format!("pan {id}"), diameter_cm, ..kadai() },
    });
    let left = Ring::of_kind("Left ring", RingKind::Gas, 3000.0);
    KitchenDocument {
        name: "a kitchen".into(),
        room: Room::default(),
        rings: vec![NumberedRing { id: Some(1), ring: left }],
        pans: pans.collect(),
        thermometers: vec![],
        trays: vec![],
        measures: vec![],
        bench: Bench { scale_step_g: None, ..Bench::default() },
        ladder: unctum_core::syrup::Ladder::default(),
        learning: Learning::default(),
    }
}

/// What a cook did, and how it went.
struct Walk {
    cook: Cook,
    journal: Journal,
    presses: Vec<BatchEvent>,
}

impl Walk {
    fn of(sweet: &unctum_core::process::Sweet, method: &str) -> Self {
        Self::in_pans(sweet, method, PANS).expect("goes to the stove")
    }

    /// With these pans, or what is said before anything is lit.
    fn in_pans(
        sweet: &unctum_core::process::Sweet,
        method: &str,
        pans: &[f64],
    ) -> unctum_core::error::Result<Self> {
        let ask = StartAsk {
            sweet_key: Some(sweet.key.clone()),
            method_key: Some(method.to_owned()),
            size: Some(Size::Times { factor: 1.0 }),
            ..StartAsk::default()
        };
        let setup = set_up(&ask, Some(sweet), &kitchen(pans), &book())?;
        setup.check()?;
        let world = World::as_told(&setup, 1.0);
        let cook = Cook::of(setup, world, Hands::default(), Rng::of(1), START_MS)?;
        Ok(Self { cook, journal: Journal::of(START_MS), presses: Vec::new() })
    }

    fn presses(&mut self, event: BatchEvent) {
        self.cook.does(event.clone()).unwrap_or_else(|e| panic!("{event:?} is what the act said: {e}"));
        self.presses.push(event);
    }

    /// Does the first thing that is to be done, some seconds late, or lets time pass.
    fn does_next(&mut self, state: &BatchState, late_s: f64) {
        let first = state.acts.first();
        let acts_now = first.is_some_and(|a| !matches!(a.class, ActClass::Keep | ActClass::May));
        let pulls = matches!(state.advice, Advice::ReadNow | Advice::LookNow | Advice::Test);
        if pulls
            && state
                .syrup
                .as_ref()
                .is_some_and(|s| s.last_test.is_none_or(|t| state.now_ms - t.at_ms > 20_000))
        {
            let reading = self.cook.string(&mut Rng::of(self.presses.len() as u64));
            self.presses(BatchEvent::Reading { reading });
        } else if let Some(entry) = first.filter(|_| acts_now).and_then(|a| a.entry.clone()) {
            self.pass(state, late_s);
            self.presses(entry);
        } else {
            let due_ms =
                state.acts.iter().filter_map(|a| a.due_ms).chain(state.runs.iter().map(|r| r.best_ms));
            let held_ms = state.held.iter().filter_map(|h| h.until_ms);
            let next_ms = due_ms.chain(held_ms).filter(|t| *t > state.now_ms).min();
            let seconds = next_ms.map_or(20.0, |t| (t - state.now_ms) as f64 / 1000.0);
            self.pass(state, if state.syrup.is_some() { seconds.clamp(1.0, 15.0) } else { seconds.max(1.0) });
        }
    }

    fn pass(&mut self, state: &BatchState, seconds: f64) {
        if state.syrup.is_some() { self.cook.wait(seconds) } else { self.cook.works_elsewhere(seconds) }
    }

    /// Cooks until a step goes on.
    fn cooks_until(&mut self, step: &str) {
        while !self.cook.state().runs.iter().any(|r| r.step == step) {
            let state = self.cook.state();
            self.does_next(&state, 2.0);
        }
    }

    /// Cooks to the end.
    fn cooks_on(&mut self, name: &str, mut late_s: impl FnMut() -> f64) -> BatchState {
        for _ in 0..3000 {
            let state = self.cook.state();
            self.journal.looks(&state);
            if state.phase == Phase::Done {
                return state;
            }
            assert!(
                !state.acts.is_empty() || !state.runs.is_empty() || !state.held.is_empty(),
                "{name}: nothing to do"
            );
            let bound = state.runs.iter().filter(|r| r.manner == unctum_core::process::Manner::Bound).count();
            assert!(bound <= 1, "{name}: one pair of hands, {:?}", state.runs);
            let lit = state.runs.iter().filter(|r| r.flame.is_some()).count();
            assert!(lit <= 1, "{name}: one ring, {:?}", state.runs);
            self.does_next(&state, late_s());
        }
        let state = self.cook.state();
        panic!("{name} got stuck: {:#?}\n{:#?}\n{:#?}", state.acts, state.held, state.runs);
    }
}

fn all() -> Vec<(unctum_core::process::Sweet, String)> {
    sweets()
        .into_iter()
        .flat_map(|s| s.methods.clone().into_iter().map(move |m| (s.clone(), m.key)))
        .collect()
}

#[test]
fn every_method_is_cooked_by_doing_what_is_said() {
    let all = all();
    assert_eq!(all.len(), 44);
    for (sweet, method) in &all {
        let name = format!("{}, {method}", sweet.key);
        let mut walk = Walk::of(sweet, method);
        let state = walk.cooks_on(&name, || 3.0);
        insta::assert_snapshot!(format!("{}_{method}", sweet.key), walk.journal.text);
        // Each run ended once, each gate was asked for once.
        let mut counted: BTreeMap<String, usize> = BTreeMap::new();
        for press in &walk.presses {
            if !matches!(
                press,
                BatchEvent::Reading { .. } | BatchEvent::Flame { .. } | BatchEvent::WaterAdded { .. }
            ) {
                *counted.entry(format!("{press:?}")).or_default() += 1;
            }
        }
        assert!(counted.values().all(|n| *n == 1), "{name}: {counted:?}");
        for (step, told) in state.steps.iter().zip(&walk.cook.setup().steps) {
            assert_eq!(
                (step.loads_done, step.ticked.len()),
                (step.loads, told.gates.len()),
                "{name}: {}",
                step.key
            );
        }
        if walk.cook.setup().syrup.is_some() {
            let offs =
                walk.presses.iter().filter(|p| matches!(p, BatchEvent::Flame { flame: Flame::Off })).count();
            assert!(offs >= 1, "{name}: never told to turn off");
        }
    }
}

/// Pressed late, by as much as two minutes, in one pan, it all ends just as well; the log tells nothing else when it is read in
/// another order.
#[test]
fn whoever_presses_late_gets_cooks_on_too() {
    for (sweet, method) in &all() {
        let name = format!("{}, {method}", sweet.key);
        let (walk, mut rng) = (Walk::in_pans(sweet, method, ONE_PAN), Rng::of(7));
        let mut walk = match walk {
            Ok(walk) => walk,
            Err(refused) => {
                insta::assert_snapshot!(format!("one_pan_{}_{method}", sweet.key), refused);
                continue;
            }
        };
        let end = walk.cooks_on(&name, || rng.between(1.0, 120.0));
        insta::assert_snapshot!(format!("one_pan_{}_{method}", sweet.key), walk.journal.text);
        let mut log = walk.cook.log().to_vec();
        log.reverse();
        let again = state_at(walk.cook.setup(), START_MS, &log, end.now_ms).expect("a state");
        assert_eq!(again, end, "{name}");
    }
}

/// What was planned comes from the page: the minutes of each step, and how often the pot is filled.
#[test]
fn the_plan_is_what_the_page_showed() {
    let all = sweets();
    let coils = all.iter().find(|s| s.key == "lentil-coils").expect("coils");
    let walk = Walk::of(coils, "flour");
    let fry = walk.cook.setup().plan_of("fry").expect("planned");
    assert!(fry.loads > 1 && fry.pan_name.is_some() && fry.flame.is_some(), "{fry:?}");
    let state = walk.cook.state();
    let of = |key: &str| state.steps.iter().find(|s| s.key == key).expect("step").loads;
    assert_eq!((of("fry"), of("dip"), of("drain"), of("boil")), (fry.loads, fry.loads, fry.loads, 1));
}

/// Whistles are counted, and what goes in by spoonfuls is summed up; taken back, it never went in.
#[test]
fn whistles_and_parts_are_counted() {
    let all = sweets();
    let sweet = |key: &str| all.iter().find(|s| s.key == key).expect("sweet");
    let of =
        |walk: &Walk, key: &str| walk.cook.state().steps.into_iter().find(|s| s.key == key).expect("step");

    let mut pudding = Walk::of(sweet("rice-lentil-pudding"), "pressure");
    assert!(pudding.cook.does(BatchEvent::Whistle { step: "pressure".into() }).is_err(), "it is not on yet");
    pudding.cooks_until("pressure");
    for _ in 0..3 {
        pudding.presses(BatchEvent::Whistle { step: "pressure".into() });
    }
    assert_eq!(of(&pudding, "pressure").whistles, 3);

    let mut slab = Walk::of(sweet("gram-flour-ghee-slab"), "one-pan");
    slab.cooks_until("ghee");
    let before = of(&slab, "ghee").put_in[0].clone();
    assert!(before.amount_g == 0.0 && before.part_g > 0.0 && before.left_g > before.part_g, "{before:?}");
    let put = |amount_g: f64| BatchEvent::PutIn {
        step: "ghee".into(),
        ingredient: before.ingredient.clone(),
        amount_g,
    };
    slab.presses(put(before.part_g));
    slab.presses(put(before.part_g));
    let after = of(&slab, "ghee").put_in[0].clone();
    assert!((after.amount_g - 2.0 * before.part_g).abs() < 1e-9);
    assert!((after.left_g + after.amount_g - before.left_g).abs() < 1e-9, "nothing is lost");
    let last = slab.cook.state().can_undo.expect("written");
    slab.presses(BatchEvent::Undone { undone_seq: last });
    assert!((of(&slab, "ghee").put_in[0].amount_g - before.part_g).abs() < 1e-9);
    assert!(slab.cook.does(put(-5.0)).is_err() && slab.cook.does(put(f64::NAN)).is_err());
}

/// An entry that is put right counts from its new moment; what is taken back of it brings the old one back.
#[test]
fn an_entry_can_be_put_right_and_back_again() {
    let all = sweets();
    let sweet = all.iter().find(|s| s.key == "gram-flour-ladoo").expect("ladoo");
    let mut walk = Walk::of(sweet, "aroma");
    walk.cooks_until("start");
    walk.cook.works_elsewhere(240.0);
    let began = walk
        .cook
        .log()
        .iter()
        .find(|l| matches!(l.event, BatchEvent::StepBegan { .. }))
        .expect("begun")
        .clone();
    let before = walk.cook.state();
    let amended = |at_ms: i64| BatchEvent::Amended {
        amended_seq: began.seq,
        amended_ms: Some(at_ms),
        reading: None,
        water_g: None,
        flame: None,
    };
    let three_min_ms = began.at_ms - 1000;
    walk.presses(amended(three_min_ms));
    assert_eq!(walk.cook.state().runs[0].began_ms, three_min_ms);
    let seq = walk.cook.state().can_undo.expect("written");
    walk.presses(BatchEvent::Undone { undone_seq: seq });
    assert_eq!(walk.cook.state().runs, before.runs);
    assert!(walk.cook.does(amended(walk.cook.now_ms() + 60_000)).is_err(), "still to come");
    assert!(walk.cook.does(amended(START_MS - 1)).is_err(), "before it was begun");
}

/// What is forgotten on a flame presses more than anything else, once it has stood longer than it ever should.
#[test]
fn what_is_forgotten_on_a_flame_is_called() {
    let all = sweets();
    let sweet = all.iter().find(|s| s.key == "gram-flour-ladoo").expect("ladoo");
    let mut walk = Walk::of(sweet, "aroma");
    walk.cooks_until("start");
    let class_after = |walk: &mut Walk, until: fn(&RunState) -> i64| {
        let state = walk.cook.state();
        walk.cook.works_elsewhere(1.0 + (until(&state.runs[0]) - state.now_ms) as f64 / 1000.0);
        let act = walk.cook.state().acts[0].clone();
        (act.class, act.late)
    };
    assert_eq!(class_after(&mut walk, |r| r.least_ms), (ActClass::Keep, false));
    assert_eq!(class_after(&mut walk, |r| r.best_ms), (ActClass::Due, false));
    assert_eq!(class_after(&mut walk, |r| r.most_ms), (ActClass::Urgent, true));
}

/// What soaks, rises or chills begins when she says that it is in; until then none of its hours count.
#[test]
fn nothing_is_put_away_by_itself() {
    for sweet in sweets() {
        for method in &sweet.methods {
            let mut walk = Walk::of(&sweet, &method.key);
            let name = format!("{} {}", sweet.key, method.key);
            let mut begun = std::collections::BTreeSet::new();
            for _ in 0..600 {
                let state = walk.cook.state();
                if state.phase == Phase::Done {
                    break;
                }
                for run in state.runs.iter().filter(|r| r.manner == unctum_core::process::Manner::Wait) {
                    let step = walk.cook.setup().steps.iter().find(|s| s.key == run.step).expect("known");
                    let said = walk.presses.iter().any(|e| {
                        matches!(e, BatchEvent::StepBegan { step, load } if *step == run.step && *load == run.load)
                    });
                    assert!(said || step.inputs.is_empty(), "{name}: {} began by itself", run.step);
                    begun.insert(run.step.clone());
                }
                walk.does_next(&state, 2.0);
            }
            let soaks = method.steps.iter().filter(|s| s.kind == unctum_core::process::StepKind::Soak);
            for soak in soaks {
                assert!(begun.contains(&soak.key), "{name}: {} was never begun", soak.key);
            }
        }
    }
}

/// The clock of a syrup counts from its fire, however long it stood cold.
#[test]
fn a_cold_syrup_has_no_clock() {
    let all = sweets();
    let sweet = all.iter().find(|s| s.key == "cashew-sheet").expect("sheet");
    let mut walk = Walk::of(sweet, "one-string");
    while !matches!(walk.cook.state().button, Some(BatchEvent::Flame { .. })) {
        let state = walk.cook.state();
        walk.does_next(&state, 2.0);
    }
    walk.cook.works_elsewhere(32.0 * 60.0);
    let lit_ms = walk.cook.now_ms();
    assert!(walk.cook.state().runs.is_empty(), "nothing goes on before the fire");
    walk.presses(BatchEvent::Flame { flame: Flame::Medium });
    assert_eq!(walk.cook.state().runs[0].began_ms, lit_ms);
    assert_eq!(walk.cook.state().acts[0].class, ActClass::Keep, "it is not due at once");
}

/// What is drawn at the stove is what the page of the sweet tells: the soak by its question, the sheet where it is laid.
#[test]
fn the_soak_and_the_sheet_go_with_the_batch() {
    let trays = vec![NumberedTray {
        id: Some(7),
        tray: Tray { name: "Square tin".into(), length_cm: 20.0, width_cm: 20.0, height_cm: 4.0 },
    }];
    let kitchen = KitchenDocument { trays, ..kitchen(PANS) };
    let (mut soaks, mut sheets) = (0, 0);
    for (sweet, method) in &all() {
        let ask = StartAsk {
            sweet_key: Some(sweet.key.clone()),
            method_key: Some(method.clone()),
            size: Some(Size::Times { factor: 1.0 }),
            ..StartAsk::default()
        };
        let name = format!("{}, {method}", sweet.key);
        let setup = set_up(&ask, Some(sweet), &kitchen, &book()).expect("goes to the stove");
        let formula =
            Made::of(sweet, &ask, &kitchen, &book()).and_then(|m| m.formula(&book())).expect("made");
        for plan in &setup.plan {
            let told = formula.finish.soaking.iter().find(|s| s.step == plan.step);
            assert_eq!(plan.soak.as_ref(), told.map(|s| &s.ask), "{name}: {}", plan.step);
            if let Some((ask, told)) = plan.soak.as_ref().zip(told) {
                assert_eq!(unctum_core::soak::uptake(ask).expect("soaks"), told.uptake, "{name}");
                soaks += 1;
            }
        }
        assert_eq!(setup.laid.is_some(), formula.pieces.sheet_cm2.is_some(), "{name}");
        if let Some(laid) = &setup.laid {
            let marked = unctum_core::set::tray(&laid.ask).expect("lies there");
            let least = formula.pieces.count.unwrap_or(0.0) / f64::from(laid.trays);
            assert!(
                f64::from(marked.whole_pieces) >= least - 1e-6,
                "{name}: {} of {least}",
                marked.whole_pieces
            );
            sheets += 1;
        }
        let json = serde_json::to_string(&setup).expect("json");
        assert_eq!(serde_json::from_str::<BatchSetup>(&json).expect("back").laid, setup.laid, "{name}");
    }
    assert!(soaks >= 8 && sheets >= 12, "{soaks} soaks, {sheets} sheets");
}
