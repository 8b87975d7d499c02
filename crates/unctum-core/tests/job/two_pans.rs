//! Two pans and the cook between them: what collides is said in time, and what is to be done is told to whom it belongs.

use unctum_core::cook::{Act, ActClass, BatchState, RunState};
use unctum_core::stove::{Going, Role, whole_stove};

use crate::common::hob::boiling;

/// A pan on its flame that wants the cook in so many seconds.
fn wants_in(seconds: i64) -> BatchState {
    let state = boiling(1.0).state();
    let now_ms = state.now_ms;
    let on_flame = |run: &RunState| run.flame.is_some();
    let run = state.runs.iter().find(|r| on_flame(r)).expect("it stands on its ring").clone();
    BatchState { runs: vec![RunState { best_ms: now_ms + 1000 * seconds, ..run }], ..state }
}

fn collide(first_s: i64, second_s: i64) -> bool {
    let (one, two) = (wants_in(first_s), wants_in(second_s));
    let going = [Going { id: 1, state: &one }, Going { id: 2, state: &two }];
    assert!(whole_stove(&going, 2).collisions.is_empty(), "two pairs of hands have both");
    !whole_stove(&going, 1).collisions.is_empty()
}

#[test]
fn two_that_want_the_cook_within_a_minute_of_each_other_collide() {
    assert!(collide(300, 300) && collide(300, 359) && collide(359, 300));
    assert!(!collide(300, 361) && !collide(361, 300), "a minute apart she gets from one to the other");
    assert!(collide(14 * 60, 14 * 60 + 30));
    assert!(!collide(16 * 60, 16 * 60), "what is more than a quarter of an hour off is not said yet");
}

#[test]
fn each_act_is_told_to_whom_it_belongs() {
    let state = boiling(1.0).state();
    let act = state.acts.first().expect("something to do").clone();
    let told = |act: Act| {
        let state = BatchState { acts: vec![act], ..state.clone() };
        whole_stove(&[Going { id: 1, state: &state }], 2).acts[0].told_to.clone()
    };
    let of = |class| Act { class, of_syrup: false, bound: false, ..act.clone() };
    assert_eq!(told(of(ActClass::Prepare)), [Role::Adder, Role::Either]);
    assert_eq!(told(of(ActClass::Test)), [Role::Stirrer, Role::Either]);
    assert_eq!(told(of(ActClass::Keep)), [Role::Stirrer, Role::Either]);
    assert_eq!(told(of(ActClass::Urgent)), [Role::Stirrer, Role::Adder, Role::Either]);
    assert_eq!(told(of(ActClass::Begin)), [Role::Adder, Role::Either]);
    assert_eq!(told(Act { bound: true, ..of(ActClass::Begin) }), [Role::Stirrer, Role::Either]);
    assert_eq!(told(Act { of_syrup: true, ..of(ActClass::Due) }), [Role::Stirrer, Role::Either]);
}
