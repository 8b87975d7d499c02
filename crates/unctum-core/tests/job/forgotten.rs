//! Keys that were forgotten, or pressed late.

use crate::common::*;
use unctum_core::cook::{Advice, BatchState, Followed};
use unctum_core::kitchen::Flame;
use unctum_core::log::{BatchEvent, Logged, SeenReading};
use unctum_core::review::{NextTime, Texture, Verdict, lesson};
use unctum_core::syrup::Pull;
use unctum_core::syrup::string::string_cm;

const START_MS: i64 = 1_700_000_000_000;
const LIT_S: i64 = 20;

fn at_ms(after_s: i64) -> i64 {
    START_MS + 1000 * after_s
}

/// A cashew sheet whose heat is on; that the sugar has dissolved is never pressed.
fn boiling() -> Followed {
    let log = [
        Logged::new(1, at_ms(10), BatchEvent::done("ready")),
        Logged::new(2, at_ms(LIT_S), BatchEvent::Flame { flame: Flame::Medium }),
    ];
    Followed::new(cashew_batch(), START_MS, &log).expect("follows")
}

fn told(mut batch: Followed, after_s: i64, event: BatchEvent) -> Followed {
    batch.admit(&event, at_ms(after_s)).expect("fits");
    let seq = batch.last_seq() + 1;
    batch.take(Logged::new(seq, at_ms(after_s), event)).expect("taken");
    batch
}

fn pulled(batch: Followed, after_s: i64, pull: Pull) -> Followed {
    told(batch, after_s, BatchEvent::Reading { reading: SeenReading::Pull { pull } })
}

fn step_goes_on(state: &BatchState, key: &str) -> bool {
    state.steps.iter().any(|s| s.key == key && s.began_ms.is_some() && s.done_ms.is_none())
}

/// When it is called off.
fn called_s(batch: &Followed) -> i64 {
    (LIT_S..).step_by(2).find(|s| batch.state_at(at_ms(*s)).advice == Advice::TurnOffNow).expect("a call")
}

#[test]
fn whoever_pulls_a_string_boils() {
    let batch = boiling();
    assert!(step_goes_on(&batch.state_at(at_ms(400)), "dissolve"));
    let nothing = pulled(batch.clone(), 400, Pull::None).state_at(at_ms(401));
    assert!(step_goes_on(&nothing, "dissolve"), "no string says nothing of grain");
    let pulls = pulled(batch, 400, Pull::Snaps);
    let state = pulls.state_at(at_ms(401));
    assert!(step_goes_on(&state, "boil") && !step_goes_on(&state, "dissolve"));
    let made = pulls.runs_made();
    let dissolved = made.iter().find(|r| r.step.key == "dissolve").expect("made");
    assert_eq!((dissolved.began_ms, dissolved.ended_ms), (at_ms(LIT_S), at_ms(400)));
    let back = told(pulls, 402, BatchEvent::Undone { undone_seq: 3 });
    assert!(step_goes_on(&back.state_at(at_ms(403)), "dissolve"), "taken back, it is as it was");
}

#[test]
fn a_flame_told_off_late_is_asked_about() {
    let called = called_s(&boiling());
    let off = BatchEvent::Flame { flame: Flame::Off };
    let in_time = told(boiling(), called + 8, off.clone());
    assert_eq!(in_time.state_at(at_ms(called + 9)).off_late, None);
    let late = told(boiling(), called + 150, off);
    let asked = late.state_at(at_ms(called + 160)).off_late.expect("asked");
    let missed_s = (asked.called_ms - at_ms(called)) as f64 / 1000.0;
    assert!(missed_s.abs() < 15.0, "the call was {missed_s} s from that");
    assert!((asked.late_s - 150.0).abs() < 15.0, "{asked:?}");
    assert_eq!(late.state_at(at_ms(called + 600)).off_late, None, "not for ever");
    let landing = |batch: &Followed| batch.state_at(at_ms(called + 200)).syrup.expect("a syrup").landing_frac;
    let amended = BatchEvent::Amended {
        amended_seq: asked.seq,
        amended_ms: Some(asked.called_ms),
        reading: None,
        water_g: None,
        flame: None,
    };
    let mended = told(late.clone(), called + 170, amended);
    assert_eq!(mended.state_at(at_ms(called + 171)).off_late, None, "answered");
    let target_frac = cashew_batch().syrup.expect("a syrup").target_solids_frac;
    assert!((landing(&mended) - target_frac).abs() < 0.01, "{} for {target_frac}", landing(&mended));
    assert!(landing(&late) > target_frac + 0.02);
    let gone_on = pulled(late, called + 170, Pull::Long);
    assert_eq!(gone_on.state_at(at_ms(called + 171)).off_late, None, "she goes on without an answer");
}

/// A string that failed, boiled on and was called off is tested anew, however long that takes.
#[test]
fn a_string_that_failed_before_the_call_is_of_another_syrup() {
    let called = called_s(&boiling());
    let failed = pulled(boiling(), called - 90, Pull::Snaps);
    let off_s =
        (called - 60..).find(|s| failed.state_at(at_ms(*s)).advice == Advice::TurnOffNow).expect("a call");
    let off = told(failed, off_s + 5, BatchEvent::Flame { flame: Flame::Off });
    for after in [10, 60, 90, 150] {
        assert_eq!(off.state_at(at_ms(off_s + after)).advice, Advice::Test, "{after} s");
    }
    let again = pulled(off, off_s + 90, Pull::Snaps).state_at(at_ms(off_s + 91));
    assert!(matches!(again.advice, Advice::BackOn { .. }), "{:?}", again.advice);
}

/// A string that called it off is the call, whatever the clock says.
#[test]
fn the_call_of_a_hand_is_no_earlier_than_the_hand() {
    let called = called_s(&boiling());
    let pulls = pulled(boiling(), called - 60, Pull::Short);
    assert_eq!(pulls.state_at(at_ms(called - 59)).advice, Advice::TurnOffNow);
    let late = told(pulls, called + 40, BatchEvent::Flame { flame: Flame::Off });
    let asked = late.state_at(at_ms(called + 41)).off_late.expect("asked");
    assert_eq!(asked.called_ms, at_ms(called - 60));
}

/// What boiled on for minutes after its last string is not judged by that string.
#[test]
fn a_lesson_knows_where_it_landed() {
    let called = called_s(&boiling());
    let late = told(
        pulled(boiling(), called - 30, Pull::Snaps),
        called + 200,
        BatchEvent::Flame { flame: Flame::Off },
    );
    let done = told(late, called + 260, BatchEvent::done("boil"));
    let next = lesson(&done, &Verdict::of(Texture::Crumbly)).expect("of a syrup").next;
    let NextTime::Earlier { water_g, string_cm: cm, .. } = next else { unreachable!("{next:?}") };
    let plan = cashew_batch().syrup.expect("a syrup");
    assert!((cm - string_cm(plan.target_solids_frac)).abs() < 1e-9, "the aim was right: {cm} cm");
    let landed = done.boil_landed().expect("landed").mid;
    let past_g = plan.charge.water_at(plan.target_solids_frac) - plan.charge.water_at(landed);
    assert!((water_g - past_g).abs() < 0.1 && past_g > 10.0, "{water_g} for {past_g} g");
}
