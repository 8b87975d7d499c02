//! What a step looks like on its way: rows of pictures, and what seeing one tells of the time.

use crate::common::{cashew_batch, sweets};
use proptest::prelude::*;
use unctum_core::cook::{ActClass, Followed, RunState};
use unctum_core::log::{BatchEvent, Logged, admit};
use unctum_core::process::{Step, StepKind};
use unctum_core::start::BatchSetup;

const START_MS: i64 = 1_700_000_000_000;
const MIN_MS: i64 = 60_000;

#[test]
fn each_row_comes_in_order_and_ends_with_what_is_waited_for() {
    let steps: Vec<Step> = sweets().iter().flat_map(|s| &s.methods).flat_map(|m| m.steps.clone()).collect();
    let with: Vec<&Step> = steps.iter().filter(|s| !s.sights().is_empty()).collect();
    assert!(with.len() >= 20, "{} steps are judged by their look", with.len());
    for step in with {
        let row = step.sights();
        assert!(row.windows(2).all(|w| w[0].at_frac < w[1].at_frac), "{}", step.key);
        assert!(row.iter().all(|s| s.at_frac > 0.0 && !s.words.is_empty()));
        assert!((row[row.len() - 1].at_frac - 1.0).abs() < 1e-12);
        let mut keys: Vec<&str> = row.iter().map(|s| s.key).collect();
        keys.sort_unstable();
        keys.dedup();
        assert_eq!(keys.len(), row.len(), "{}", step.key);
        assert!(step.sight(row[0].key).is_some() && step.sight("moon").is_none());
    }
}

/// A cashew sheet whose mass is being cooked since `START_MS` and 20 minutes.
fn cooking() -> (BatchSetup, Vec<Logged>, String) {
    let setup = cashew_batch();
    let cook =
        setup.steps.iter().find(|s| s.kind == StepKind::CookTillLeavesSides).expect("cook").key.clone();
    let began = BatchEvent::StepBegan { step: cook.clone(), load: 1 };
    let mut log: Vec<Logged> = Vec::new();
    for step in setup.steps.iter().take_while(|s| s.key != cook) {
        let seq = i32::try_from(log.len()).expect("short") + 1;
        log.push(Logged::new(seq, START_MS + 20 * MIN_MS, BatchEvent::done(&step.key)));
    }
    let seq = i32::try_from(log.len()).expect("short") + 1;
    log.push(Logged::new(seq, START_MS + 20 * MIN_MS, began));
    (setup, log, cook)
}

fn run_of(setup: &BatchSetup, log: &[Logged], step: &str, now_ms: i64) -> RunState {
    let state = Followed::new(setup.clone(), START_MS, log).expect("batch").state_at(now_ms);
    state.runs.into_iter().find(|r| r.step == step).expect("it goes on")
}

fn with(log: &[Logged], at_ms: i64, event: BatchEvent) -> Vec<Logged> {
    let seq = log.iter().map(|l| l.seq).max().unwrap_or(0) + 1;
    log.iter().cloned().chain([Logged::new(seq, at_ms, event)]).collect()
}

fn seen(step: &str, sight: &str) -> BatchEvent {
    BatchEvent::Sight { step: step.into(), load: 1, sight: sight.into() }
}

#[test]
fn what_is_seen_moves_the_clock_and_can_be_taken_back() {
    let (setup, log, cook) = cooking();
    let began_ms = START_MS + 20 * MIN_MS;
    let before = run_of(&setup, &log, &cook, began_ms + MIN_MS);
    assert!(before.sights.iter().all(|s| s.seen_ms.is_none()));
    // It spits after one minute already: a quick pan.
    let quick = with(&log, began_ms + MIN_MS, seen(&cook, "bubbles"));
    let after = run_of(&setup, &quick, &cook, began_ms + MIN_MS);
    assert!(after.best_ms < before.best_ms && after.most_ms < before.most_ms);
    assert!(after.most_ms - after.least_ms < before.most_ms - before.least_ms, "{after:?}");
    assert_eq!(after.sights[1].seen_ms, Some(began_ms + MIN_MS));
    // One lump: it is due now, and no longer than a moment after.
    let lump = with(&quick, began_ms + 3 * MIN_MS, seen(&cook, "lump"));
    let batch = Followed::new(setup.clone(), START_MS, &lump).expect("batch");
    let state = batch.state_at(began_ms + 3 * MIN_MS);
    let act = state.acts.iter().find(|a| a.step == cook).expect("an act");
    assert_eq!(act.class, ActClass::Due);
    assert_eq!(batch.state_at(began_ms + 5 * MIN_MS).acts[0].class, ActClass::Urgent, "it goes on cooking");
    let undone = with(&lump, began_ms + 3 * MIN_MS, BatchEvent::Undone { undone_seq: lump.len() as i32 });
    let undone = with(&undone, began_ms + 3 * MIN_MS, BatchEvent::Undone { undone_seq: quick.len() as i32 });
    let again = run_of(&setup, &undone, &cook, began_ms + MIN_MS);
    assert_eq!(
        (again.least_ms, again.best_ms, again.most_ms),
        (before.least_ms, before.best_ms, before.most_ms)
    );
}

#[test]
fn only_what_goes_on_is_looked_at_and_only_for_what_it_shows() {
    let (setup, log, cook) = cooking();
    let now_ms = START_MS + 22 * MIN_MS;
    let code = |event: &BatchEvent| admit(&setup, START_MS, &log, event, now_ms).err().map(|e| e.code());
    assert_eq!(code(&seen(&cook, "sides")), None);
    assert_eq!(code(&seen(&cook, "moon")), Some("unknown-name"));
    assert_eq!(code(&seen("cut", "sides")), Some("not-now"));
    assert_eq!(code(&BatchEvent::Sight { step: cook, load: 9, sight: "sides".into() }), Some("not-now"));
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]

    /// Ordered, never over before it was seen going on, sooner for what was seen sooner, and never wider.
    #[test]
    fn seeing_orders_and_narrows(which in 0_usize..5, after_s in 1_i64..2400, later_s in 1_i64..600) {
        let (setup, log, cook) = cooking();
        let began_ms = START_MS + 20 * MIN_MS;
        let usual = run_of(&setup, &log, &cook, began_ms + 1000);
        let row = setup.steps.iter().find(|s| s.key == cook).expect("cook").sights();
        let at = |s: i64| {
            let at_ms = began_ms + 1000 * s;
            run_of(&setup, &with(&log, at_ms, seen(&cook, row[which].key)), &cook, at_ms)
        };
        let (sooner, later) = (at(after_s), at(after_s + later_s));
        for run in [&sooner, &later] {
            prop_assert!(run.least_ms <= run.best_ms && run.best_ms <= run.most_ms, "{run:?}");
        }
        prop_assert!(sooner.least_ms >= began_ms + 1000 * after_s - 1);
        prop_assert!(sooner.best_ms <= later.best_ms && sooner.most_ms <= later.most_ms);
        let ratio = |r: &RunState| (r.most_ms - began_ms) as f64 / ((r.least_ms - began_ms).max(1)) as f64;
        // After the last of them only a grace is left.
        let last = which + 1 == row.len();
        prop_assert!(last || ratio(&sooner) <= ratio(&usual) + 1e-6, "{sooner:?} {usual:?}");
    }
}
