//! A batch is its log: whatever happens in whatever order, the state that follows from it makes sense.

use crate::common::{cashew_batch, coils_batch};
use proptest::prelude::*;
use unctum_core::cook::{BatchState, Followed, state_at};
use unctum_core::kitchen::Flame;
use unctum_core::log::{BatchEvent, Logged, Phase, SeenReading, admit};
use unctum_core::review::{Texture, Verdict};
use unctum_core::start::BatchSetup;
use unctum_core::syrup::StageKey;

const START_MS: i64 = 1_700_000_000_000;

/// Something the cook may do next, sensible or not.
fn any_act() -> impl Strategy<Value = Act> {
    prop_oneof![
        3 => Just(Act::Next),
        2 => prop_oneof![Just(Flame::Off), Just(Flame::Low), Just(Flame::Medium), Just(Flame::High)].prop_map(Act::Flame),
        1 => (0_usize..4, any::<bool>()).prop_map(|(gate, ticked)| Act::Gate(gate, ticked)),
        2 => (2000.0_f64..2500.0).prop_map(|gross_g| Act::Read(SeenReading::Weight { gross_g })),
        1 => (60.0_f64..125.0).prop_map(|shown_c| Act::Read(SeenReading::Thermometer { shown_c })),
        1 => (-20.0_f64..140.0).prop_map(|shown_c| Act::Hear(SeenReading::Probe { shown_c, offset_k: 0.2, sd_k: 0.7 })),
        1 => (-5.0_f64..99.0).prop_map(|shown_brix| Act::Read(SeenReading::Refractometer { shown_brix })),
        1 => (0.1_f64..12.0).prop_map(|string_cm| Act::Read(SeenReading::String { string_cm })),
        1 => Just(Act::Read(SeenReading::Seen { stage: StageKey::OneString })),
        1 => (-10.0_f64..300.0).prop_map(Act::Water),
        2 => (-1_i32..30).prop_map(Act::Undo),
        1 => (1_i32..30, 0_i64..900).prop_map(|(seq, earlier_s)| Act::Amend(seq, earlier_s)),
        1 => (0_usize..12, 0_usize..5).prop_map(|(step, which)| Act::Sight(step, which)),
        1 => (0_usize..12, 1_u32..4).prop_map(|(step, load)| Act::Begin(step, load)),
        1 => (0_usize..12, 1_u32..4).prop_map(|(step, load)| Act::End(step, load)),
    ]
}

#[derive(Debug, Clone, Copy)]
enum Act {
    Next,
    Flame(Flame),
    Gate(usize, bool),
    Read(SeenReading),
    Hear(SeenReading),
    Water(f64),
    Undo(i32),
    Amend(i32, i64),
    Sight(usize, usize),
    Begin(usize, u32),
    End(usize, u32),
}

struct Cook {
    setup: BatchSetup,
    log: Vec<Logged>,
    now_ms: i64,
}

impl Cook {
    fn state(&self) -> BatchState {
        state_at(&self.setup, START_MS, &self.log, self.now_ms).expect("an admitted log has a state")
    }

    fn step(&self, i: usize) -> String {
        self.setup.steps[i % self.setup.steps.len()].key.clone()
    }

    /// Does it if it is admitted; tells whether it was.
    fn does(&mut self, act: Act, after_s: u32) -> bool {
        self.now_ms += i64::from(after_s) * 1000;
        let state = self.state();
        let step = state.current_step.clone().unwrap_or_else(|| "none".into());
        let event = match act {
            Act::Next => BatchEvent::done(&step),
            Act::Flame(flame) => BatchEvent::Flame { flame },
            Act::Gate(i, ticked) => {
                let gates: Vec<_> =
                    self.setup.steps.iter().flat_map(|s| s.gates.iter().map(move |g| (s, g))).collect();
                let (step, gate) = gates[i % gates.len()];
                BatchEvent::Gate { step: step.key.clone(), gate: gate.key.clone(), ticked }
            }
            Act::Read(reading) => BatchEvent::Reading { reading },
            Act::Hear(reading) => BatchEvent::Heard { reading },
            Act::Water(water_g) => BatchEvent::WaterAdded { water_g },
            Act::Amend(amended_seq, earlier_s) => BatchEvent::Amended {
                amended_seq,
                amended_ms: Some(self.now_ms - 1000 * earlier_s),
                reading: None,
                water_g: None,
                flame: None,
            },
            Act::Sight(i, which) => {
                let step = self.step(i);
                let row = self.setup.steps[i % self.setup.steps.len()].sights();
                let sight = row.get(which).map_or("none", |s| s.key).to_owned();
                BatchEvent::Sight { step, load: 1, sight }
            }
            Act::Begin(i, load) => BatchEvent::StepBegan { step: self.step(i), load },
            Act::End(i, load) => BatchEvent::StepDone { step: self.step(i), load },
            Act::Undo(seq) => {
                BatchEvent::Undone { undone_seq: if seq < 0 { state.can_undo.unwrap_or(0) } else { seq } }
            }
        };
        match admit(&self.setup, START_MS, &self.log, &event, self.now_ms) {
            Ok(()) => {
                let seq = i32::try_from(self.log.len()).expect("short") + 1;
                self.log.push(Logged::new(seq, self.now_ms, event));
                true
            }
            Err(refusal) => {
                assert!(refusal.to_string().len() > 15, "a sentence: {refusal}");
                false
            }
        }
    }
}

fn sound(state: &BatchState) -> Result<(), TestCaseError> {
    for step in &state.steps {
        let whole =
            step.loads_done <= step.loads && (step.done_ms.is_some() == (step.loads_done == step.loads));
        prop_assert!(whole && (step.done_ms.is_none() || step.began_ms.is_some()), "{step:?}");
    }
    prop_assert_eq!(state.current_step.is_none(), matches!(state.phase, Phase::Done | Phase::GivenUp));
    let over = matches!(state.phase, Phase::Done | Phase::GivenUp | Phase::Resting);
    prop_assert!(over || !state.acts.is_empty() || !state.held.is_empty(), "there is always something to do");
    prop_assert!(state.acts.is_sorted_by_key(|a| a.class), "most pressing first");
    for run in &state.runs {
        prop_assert!(run.least_ms <= run.best_ms && run.best_ms <= run.most_ms, "{run:?}");
        prop_assert!(run.began_ms <= state.now_ms, "{run:?}");
    }
    if let Some(syrup) = &state.syrup {
        for range in [syrup.solids_frac, syrup.water_to_lose_g, syrup.water_to_turn_off_g] {
            prop_assert!(range.low <= range.mid && range.mid <= range.high, "{range:?}");
        }
        if let Some(left) = syrup.turn_off_in_s {
            prop_assert!(0.0 <= left.low && left.low <= left.mid && left.mid <= left.high, "{left:?}");
        }
        // Nested: the turn-off comes before the target, at each end of what could be; it is found to a tenth of a gram.
        let (off, target) = (syrup.water_to_turn_off_g, syrup.water_to_lose_g);
        for (off_g, target_g) in [(off.low, target.low), (off.mid, target.mid), (off.high, target.high)] {
            prop_assert!(off_g <= target_g + 0.1, "{off:?} {target:?}");
        }
        prop_assert!(
            0.0 <= syrup.solids_frac.low && syrup.solids_frac.high <= 0.99,
            "{:?}",
            syrup.solids_frac
        );
        prop_assert!((0.02..=0.985).contains(&syrup.solids_frac.mid), "{:?}", syrup.solids_frac);
        prop_assert!(syrup.landing_frac >= syrup.solids_frac.mid - 1e-6, "it never lands thinner than it is");
        let all = [
            syrup.liquid_c,
            syrup.shown_c,
            syrup.gross_g.unwrap_or(f64::NAN),
            syrup.string_cm,
            syrup.power_factor,
            syrup.power_factor_sd,
        ];
        prop_assert!(all.iter().all(|v| v.is_finite()), "{syrup:?}");
        prop_assert!(syrup.gross_g.is_some_and(|g| g > 1850.0), "the pan weighs at least itself");
    }
    Ok(())
}

/// A line of steps, and a graph with loads.
fn setups() -> [BatchSetup; 2] {
    [cashew_batch(), coils_batch()]
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(48))]

    #[test]
    fn whatever_is_admitted_gives_a_state_that_makes_sense(
        acts in proptest::collection::vec((any_act(), 0_u32..400), 1..40), which in 0_usize..2,
    ) {
        let mut cook = Cook { setup: setups()[which].clone(), log: vec![], now_ms: START_MS };
        for (act, after_s) in acts {
            cook.does(act, after_s);
            let state = cook.state();
            sound(&state)?;
            prop_assert_eq!(&state, &cook.state(), "the same log gives the same state");
        }
    }

    #[test]
    fn taking_back_gives_what_was_there_without_it(
        acts in proptest::collection::vec((any_act(), 0_u32..300), 1..14), last in any_act(),
    ) {
        let mut cook = Cook { setup: cashew_batch(), log: vec![], now_ms: START_MS };
        for (act, after_s) in acts {
            cook.does(act, after_s);
        }
        if matches!(last, Act::Undo(_)) {
            return Ok(());
        }
        let before = cook.log.clone();
        if cook.does(last, 10) {
            let seq = cook.log.last().expect("logged").seq;
            prop_assert!(cook.does(Act::Undo(seq), 20), "the last entry can always be taken back");
            let with = cook.state();
            let without = state_at(&cook.setup, START_MS, &before, cook.now_ms).expect("state");
            prop_assert_eq!(with.steps, without.steps);
            prop_assert_eq!(with.phase, without.phase);
            prop_assert_eq!(with.flame, without.flame);
            // The clock runs through the same minutes in other pieces: equal but for rounding.
            let near = |a: f64, b: f64| (a - b).abs() < 1e-3 * (1.0 + b.abs());
            match (with.syrup, without.syrup) {
                (Some(a), Some(b)) => {
                    prop_assert!(near(a.solids_frac.mid, b.solids_frac.mid), "{a:?} {b:?}");
                    prop_assert!(near(a.power_factor, b.power_factor));
                }
                (a, b) => prop_assert_eq!(a.is_some(), b.is_some()),
            }
            prop_assert!(with.undone.contains(&seq));
        } else {
            prop_assert_eq!(&before, &cook.log, "what is refused leaves no trace");
        }
    }

    #[test]
    fn a_batch_that_is_followed_says_what_its_log_says_in_whatever_order_it_came(
        acts in proptest::collection::vec((any_act(), 0_u32..300), 1..20), late in 0_usize..20, which in 0_usize..2,
    ) {
        let mut cook = Cook { setup: setups()[which].clone(), log: vec![], now_ms: START_MS };
        let mut followed = Followed::new(cook.setup.clone(), START_MS, &[]).expect("follows");
        for (act, after_s) in acts {
            if cook.does(act, after_s) {
                followed.take(cook.log.last().expect("logged").clone()).expect("takes");
            }
            prop_assert_eq!(followed.state_at(cook.now_ms), cook.state());
            // A glance is what stands now, and is good for half a second; never of before the last entry.
            let glanced = followed.glance_at(cook.now_ms);
            prop_assert_eq!(&glanced, &followed.state_at(cook.now_ms));
            prop_assert_eq!(&followed.glance_at(cook.now_ms + 400), &glanced);
        }
        // One entry reaches the notebook after all others: its moment stands, not its arrival.
        let mut mixed = cook.log.clone();
        if late < mixed.len() {
            let entry = mixed.remove(late);
            let mut other = Followed::new(cook.setup.clone(), START_MS, &mixed).expect("follows");
            other.take(entry).expect("takes");
            prop_assert_eq!(other.log(), followed.log());
            prop_assert_eq!(other.state_at(cook.now_ms), cook.state());
            prop_assert_eq!(other.last_seq(), followed.last_seq());
        }
        mixed.reverse();
        prop_assert_eq!(
            state_at(&cook.setup, START_MS, &mixed, cook.now_ms).expect("state"),
            state_at(&cook.setup, START_MS, &{ mixed.reverse(); mixed }, cook.now_ms).expect("state")
        );
    }

    #[test]
    fn a_log_reads_the_same_after_a_journey_through_json(
        acts in proptest::collection::vec((any_act(), 0_u32..300), 1..16),
    ) {
        let mut cook = Cook { setup: cashew_batch(), log: vec![], now_ms: START_MS };
        for (act, after_s) in acts {
            cook.does(act, after_s);
        }
        let text = serde_json::to_string(&(&cook.setup, &cook.log)).expect("json");
        let (setup, log): (BatchSetup, Vec<Logged>) = serde_json::from_str(&text).expect("back");
        prop_assert_eq!(&log, &cook.log);
        let there = state_at(&setup, START_MS, &log, cook.now_ms).expect("state");
        prop_assert_eq!(there, cook.state());
    }
}

#[test]
fn an_entry_carries_its_own_number_once_and_an_older_log_still_reads() {
    let entry = Logged::new(7, START_MS, BatchEvent::Undone { undone_seq: 4 });
    let text = serde_json::to_string(&entry).expect("json");
    assert_eq!(text.matches("\"seq\"").count(), 1, "{text}");
    let older: BatchEvent = serde_json::from_str(r#"{"event":"undone","seq":4}"#).expect("reads");
    assert_eq!(older, entry.event);
}

#[test]
fn a_verdict_of_no_batch_is_refused() {
    let fine = Verdict { pieces: Some(40), finished_g: Some(700.0), ..Verdict::of(Texture::Right) };
    assert_eq!(fine.check(), Ok(()));
    for bad in [
        Verdict { pieces: Some(-1), ..fine.clone() },
        Verdict { pieces: Some(20_000), ..fine.clone() },
        Verdict { second_grade: Some(-1), ..fine.clone() },
        Verdict { lost: Some(20_000), ..fine.clone() },
        Verdict { finished_g: Some(f64::NAN), ..fine.clone() },
        Verdict { finished_g: Some(1e9), ..fine.clone() },
        Verdict { note: "x".repeat(5000), ..fine.clone() },
    ] {
        assert!(bad.check().is_err(), "{bad:?}");
    }
}

#[test]
fn a_batch_that_cannot_be_is_refused_before_it_starts() {
    let fine = cashew_batch();
    assert_eq!(fine.check(), Ok(()));
    let refused = |change: fn(&mut BatchSetup)| {
        let mut setup = cashew_batch();
        change(&mut setup);
        setup.check().expect_err("refused").to_string()
    };
    assert!(refused(|s| s.title = "  ".into()).contains("name"));
    assert!(refused(|s| s.title = "x".repeat(121)).contains("The name"));
    assert!(refused(|s| s.syrup.as_mut().expect("syrup").target_solids_frac = 0.5).contains("already"));
    assert!(!refused(|s| s.syrup.as_mut().expect("syrup").charge.water_g = -1.0).is_empty());
    assert!(!refused(|s| s.pan.diameter_cm = 0.0).is_empty());
    assert!(!refused(|s| s.ring.rated_power_w = f64::INFINITY).is_empty());
}

fn logged(seq: i32, after_s: i64, event: BatchEvent) -> Logged {
    Logged::new(seq, START_MS + 1000 * after_s, event)
}

/// A syrup that was put on, boiled, and left with its flame as told.
fn left(flame: Flame) -> Followed {
    let log = [
        logged(1, 10, BatchEvent::done("ready")),
        logged(2, 20, BatchEvent::Flame { flame: Flame::Medium }),
        logged(3, 400, BatchEvent::Flame { flame }),
    ];
    Followed::new(cashew_batch(), START_MS, &log).expect("follows")
}

#[test]
fn a_forgotten_pan_is_settled_and_asked_about_after_a_day() {
    const HOUR_MS: i64 = 3_600_000;
    for flame in [Flame::Off, Flame::Low, Flame::High] {
        let batch = left(flame);
        let at = |hours: i64| batch.state_at(START_MS + hours * HOUR_MS);
        let syrup = |state: &BatchState| state.syrup.map(|s| (s.solids_frac, s.liquid_c, s.boiling));
        assert_eq!(syrup(&at(26)), syrup(&at(24 * 365)), "{flame:?}: nothing happens in it any more");
        assert_ne!(syrup(&at(0)), syrup(&at(26)), "{flame:?}: something did");
        assert_eq!(at(23).unattended_s, None);
        let unattended_s = at(30).unattended_s.expect("asked about");
        assert!((unattended_s - (30.0 * 3600.0 - 400.0)).abs() < 1.0, "{unattended_s}");
    }
    let cold = left(Flame::Off).state_at(START_MS + 12 * HOUR_MS).syrup.expect("a syrup");
    assert!((cold.liquid_c - cashew_batch().air.room_c).abs() < 1.0, "{} °C", cold.liquid_c);
}

#[test]
fn a_batch_may_rest_and_is_taken_up_again_as_it_was() {
    let mut batch = left(Flame::Off);
    let later_ms = START_MS + 90_000_000;
    let before = batch.state_at(later_ms);
    batch.admit(&BatchEvent::Rested, later_ms).expect("it may rest");
    batch.take(Logged::new(4, later_ms, BatchEvent::Rested)).expect("takes");
    let resting = batch.state_at(later_ms);
    assert_eq!((resting.phase, resting.unattended_s), (Phase::Resting, None));
    let more = BatchEvent::Flame { flame: Flame::Low };
    assert!(batch.admit(&more, later_ms).is_err(), "first it is taken up again");
    let again = BatchEvent::Undone { undone_seq: 4 };
    batch.admit(&again, later_ms).expect("fits");
    batch.take(Logged::new(5, later_ms, again)).expect("takes");
    let after = batch.state_at(later_ms);
    assert_eq!((after.phase, after.syrup), (before.phase, before.syrup));
    batch.admit(&more, later_ms).expect("and goes on");
}

#[test]
fn what_is_told_late_is_judged_by_its_own_moment() {
    let mut batch = left(Flame::Off);
    let at = |after_s: i64| START_MS + 1000 * after_s;
    let water = BatchEvent::WaterAdded { water_g: 20.0 };
    assert!(batch.admit(&water, at(15)).is_err(), "nothing was on the ring then");
    batch.admit(&water, at(300)).expect("then it was");
    let dry = batch.state_at(at(500)).syrup.expect("a syrup").solids_frac.mid;
    batch.take(logged(4, 300, water)).expect("takes");
    assert!(batch.state_at(at(500)).syrup.expect("a syrup").solids_frac.mid < dry, "the water counts");
    let refused = batch.admit(&BatchEvent::GivenUp, at(300)).expect_err("others went on");
    assert_eq!(refused.code(), "not-now");
    batch.admit(&BatchEvent::GivenUp, at(600)).expect("now it may end");
}
