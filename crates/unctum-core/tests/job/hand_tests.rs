//! A syrup judged by hand alone: strings that fail, strings that are misjudged, presses that are forgotten.

use crate::common::hob::{Kitchen, boiling};
use crate::common::{cashew_batch, sweets};
use proptest::prelude::*;
use unctum_core::cook::Advice;
use unctum_core::formula::{Measuring, Size};
use unctum_core::kitchen::{Flame, Pan};
use unctum_core::log::{BatchEvent, Phase, SeenReading};
use unctum_core::process::{Effect, Step, StepKind};
use unctum_core::start::BatchSetup;
use unctum_core::syrup::{Against, PULLS, Pull, StageKey};

fn pull(pull: Pull) -> SeenReading {
    SeenReading::Pull { pull }
}

fn string(string_cm: f64) -> SeenReading {
    SeenReading::String { string_cm }
}

/// Boils by the clock until told to turn off, and turns off.
fn turned_off(factor: f64) -> Kitchen {
    let mut k = boiling(factor);
    for _ in 0..400 {
        k.wait(5.0);
        if matches!(k.state().advice, Advice::TurnOffNow | Advice::LookNow) {
            k.flame(Flame::Off);
            return k;
        }
    }
    unreachable!("never told to turn off")
}

/// A ring as strong as one in forty of its kind: it is read in time too, with a minute left.
#[test]
fn a_ring_far_stronger_than_its_plate_is_read_before_the_syrup_is_past() {
    let ring = Kitchen::new(1.0).setup().ring.clone();
    let mut k = boiling(1.0 + 2.0 * ring.efficiency_sd / ring.efficiency_frac);
    while k.state().advice != Advice::ReadNow {
        k.wait(1.0);
    }
    let turn_off_frac = k.state().syrup.expect("boils").turn_off_frac;
    let asked_frac = k.strength();
    k.wait(60.0);
    assert!(k.strength() < turn_off_frac, "{asked_frac}, then {} of {turn_off_frac}", k.strength());
}

/// Undissolved sugar pulls no string: as long as nobody says that it is dissolved she is not asked for one minutes ahead.
#[test]
fn the_stirring_goes_before_an_early_look() {
    let mut k = Kitchen::new(1.0);
    k.step_done("ready");
    k.flame(Flame::Medium);
    while k.state().advice == Advice::Dissolve {
        k.wait(5.0);
    }
    let left = k.state().syrup.and_then(|s| s.turn_off_in_s).expect("on its way");
    assert!(left.low <= 60.0 && left.low > 40.0, "{:?}: {left:?}", k.state().advice);
}

fn off_by_the_clock() -> Kitchen {
    turned_off(1.0)
}

#[test]
fn strings_too_short_after_the_flame_is_off_go_back_on_and_never_lead_to_water() {
    for reading in
        [string(0.0), string(0.05), string(0.2), pull(Pull::None), pull(Pull::Snaps), SeenReading::NotYet]
    {
        let mut k = off_by_the_clock();
        k.wait(70.0);
        k.reads(reading);
        let state = k.state();
        assert!(
            matches!(state.advice, Advice::BackOn { heat_s, .. } if heat_s >= 20.0),
            "{reading:?}: {:?}",
            state.advice
        );
        assert_eq!(state.syrup.and_then(|s| s.last_test).map(|t| t.against), Some(Against::NotYet));
    }
}

/// A test too soon after the flame is off: nothing is to be done but to wait, and then to look again.
#[test]
fn a_test_that_failed_while_the_pan_still_carries_says_how_long_to_wait() {
    let mut k = off_by_the_clock();
    k.wait(5.0);
    // The scale knows that it will be there.
    let gross_g = k.gross_g();
    k.reads(SeenReading::Weight { gross_g });
    k.reads(SeenReading::NotYet);
    let state = k.state();
    let Advice::CarriesOn { more_s } = state.advice else { panic!("{:?}", state.advice) };
    assert!((1.0..=20.0).contains(&more_s) && state.call.presses.is_none());
    assert_eq!(state.ahead.first().map(|a| a.advice), Some(Advice::Test));
    assert!(
        state.can_fail && matches!(state.button, Some(BatchEvent::StepDone { .. })),
        "{:?}",
        state.button
    );
    k.wait(more_s + 1.0);
    assert_eq!(k.state().advice, Advice::Test);
    k.reads(SeenReading::NotYet);
    k.wait(60.0);
    assert!(matches!(k.state().advice, Advice::BackOn { .. }), "{:?}", k.state().advice);
}

#[test]
fn a_pan_that_was_never_weighed_is_not_read_by_the_scale() {
    let mut k = off_by_the_clock();
    let gross_g = k.gross_g();
    let event = BatchEvent::Reading { reading: SeenReading::Weight { gross_g } };
    assert!(k.admits(&event).is_ok());
    let setup = BatchSetup { pan: Pan { weighed: false, ..k.setup().pan.clone() }, ..k.setup().clone() };
    let refused = k.admits_had_it_been(&setup, &event).expect_err("refused");
    assert!(refused.to_string().contains("never weighed"), "{refused}");
    k.reads(pull(Pull::Centimetre));
}

#[test]
fn without_a_scale_the_water_is_whole_half_spoons() {
    for reading in [pull(Pull::Long), pull(Pull::Two), string(3.0)] {
        let mut k = off_by_the_clock();
        k.wait(70.0);
        k.reads(reading);
        let Advice::AddWater { water_g: exact_g } = k.state().advice else { unreachable!("{reading:?}") };
        let setup = BatchSetup { scale_step_g: None, ..k.setup().clone() };
        let Advice::AddWater { water_g } = k.state_had_it_been(&setup).advice else {
            unreachable!("{reading:?}")
        };
        let half_g = if water_g < 15.0 { 2.5 } else { 7.5 };
        assert!((water_g / half_g).fract().abs() < 1e-9, "{reading:?}: {water_g}");
        assert!((water_g - exact_g).abs() <= 3.76, "{reading:?}: {exact_g} as {water_g}");
    }
}

#[test]
fn a_string_inside_the_band_is_it() {
    for reading in
        [string(0.5), string(0.7), string(1.0), string(1.4), pull(Pull::Short), pull(Pull::Centimetre)]
    {
        let mut k = off_by_the_clock();
        k.wait(70.0);
        k.reads(reading);
        assert_eq!(k.state().advice, Advice::ThatIsIt, "{reading:?}");
    }
}

#[test]
fn a_string_past_the_band_asks_for_water() {
    let mut k = off_by_the_clock();
    k.wait(70.0);
    k.reads(pull(Pull::Holds));
    assert!(
        matches!(k.state().advice, Advice::AddWater { water_g } if water_g > 2.0),
        "{:?}",
        k.state().advice
    );
}

#[test]
fn four_failing_strings_outweigh_an_early_misjudged_one() {
    let mut k = off_by_the_clock();
    k.wait(30.0);
    k.reads(pull(Pull::Holds));
    for _ in 0..4 {
        k.wait(20.0);
        k.reads(pull(Pull::Snaps));
    }
    let state = k.state();
    assert!(matches!(state.advice, Advice::BackOn { .. }), "{:?}", state.advice);
    let strength = state.syrup.expect("syrup").solids_frac;
    assert!((0.66..0.745).contains(&strength.mid), "{strength:?}");
}

#[test]
fn an_early_misjudged_string_on_the_flame_is_mended_by_those_that_fail() {
    let mut k = boiling(1.0);
    k.wait(120.0);
    k.reads(pull(Pull::Holds));
    for _ in 0..3 {
        k.wait(15.0);
        k.reads(pull(Pull::None));
    }
    let state = k.state();
    assert!(matches!(state.advice, Advice::NotYet { .. } | Advice::KeepBoiling), "{:?}", state.advice);
    assert!(state.syrup.expect("syrup").solids_frac.mid < 0.72);
}

#[test]
fn a_failed_test_on_the_flame_says_how_long_and_then_asks_again() {
    let mut k = boiling(1.0);
    while !matches!(k.state().advice, Advice::ReadNow | Advice::TurnOffNow) {
        k.wait(5.0);
    }
    k.reads(pull(Pull::Snaps));
    let Advice::NotYet { more_s } = k.state().advice else { unreachable!("{:?}", k.state().advice) };
    assert!((15.0..=90.0).contains(&more_s), "{more_s}");
    k.wait(more_s + 1.0);
    assert!(matches!(k.state().advice, Advice::ReadNow | Advice::TurnOffNow), "{:?}", k.state().advice);
}

#[test]
fn strings_alone_lead_to_the_stage_whatever_the_ring() {
    for factor in [0.7, 1.0, 1.3] {
        let mut k = turned_off(factor);
        let mut tries = 0;
        loop {
            k.wait(60.0);
            let true_cm = unctum_core::syrup::string::string_cm(k.strength());
            k.reads(pull(match true_cm {
                c if c < 0.12 => Pull::None,
                c if c < 0.33 => Pull::Snaps,
                c if c < 0.7 => Pull::Short,
                c if c < 1.5 => Pull::Centimetre,
                c if c < 6.0 => Pull::Long,
                _ => Pull::Holds,
            }));
            match k.state().advice {
                Advice::ThatIsIt => break,
                Advice::BackOn { heat_s, flame } => {
                    k.flame(flame);
                    k.wait(heat_s);
                    k.flame(Flame::Off);
                }
                Advice::AddWater { water_g } => {
                    k.happens(BatchEvent::WaterAdded { water_g });
                }
                Advice::CarriesOn { more_s } => k.wait(more_s),
                other => assert_eq!(other, Advice::Test),
            }
            tries += 1;
            assert!(tries < 8, "{factor}: eight tests and no end");
        }
        let made = k.strength();
        assert!((0.72..0.79).contains(&made), "{factor}: {made}");
    }
}

#[test]
fn turn_off_comes_though_nobody_pressed_that_the_sugar_has_dissolved() {
    let mut k = Kitchen::new(1.0);
    k.step_done("ready");
    k.flame(Flame::Medium);
    let mut seen = vec![];
    for _ in 0..300 {
        k.wait(5.0);
        let advice = k.state().advice;
        if matches!(advice, Advice::TurnOffNow | Advice::LookNow) {
            seen.push(advice);
            break;
        }
    }
    assert_eq!(seen, [Advice::TurnOffNow]);
    assert_eq!(k.state().current_step.as_deref(), Some("boil"), "the step at hand follows the syrup");
    k.flame(Flame::Off);
    k.wait(60.0);
    k.reads(pull(Pull::Centimetre));
    assert_eq!(k.state().advice, Advice::ThatIsIt);
    k.step_done("boil");
    let state = k.state();
    assert_eq!(state.phase, Phase::Mass);
    assert!(state.steps.iter().take(3).all(|s| s.done_ms.is_some()), "what was forgotten is done as well");
}

#[test]
fn a_syrup_under_another_label_is_told_to_turn_off() {
    let mut setup = cashew_batch();
    let mut only = Step::new("cook", StepKind::Simmer, "Cook the syrup", "Boil it.");
    only.effects = vec![Effect::boil_to(StageKey::OneString)];
    only.event = "Done".into();
    setup.steps = vec![only];
    let mut k = Kitchen::with(setup, 1.0);
    assert_eq!(k.state().advice, Advice::HeatOn);
    k.flame(Flame::Medium);
    k.wait(60.0);
    assert_eq!(k.state().advice, Advice::Dissolve, "first the sugar has to dissolve");
    let mut asked = vec![];
    while !asked.contains(&Advice::TurnOffNow) {
        k.wait(10.0);
        asked.push(k.state().advice);
        assert!(asked.len() < 200, "never told to turn off");
    }
    asked.dedup();
    assert_eq!(asked, [Advice::Dissolve, Advice::ReadNow, Advice::TurnOffNow]);
    k.step_done("cook");
    assert_eq!(k.state().phase, Phase::Done);
}

#[test]
fn the_filling_of_the_dumplings_is_told_to_turn_off() {
    let all = sweets();
    let sweet = all.iter().find(|s| s.key == "lentil-coconut-dumplings").expect("dumplings");
    let twice = Size::Times { factor: 2.0 };
    let sheet =
        crate::common::shelf::sheet_of(sweet.method(None).expect("method"), &twice, &Measuring::SCALE)
            .expect("sheet");
    let mut setup = cashew_batch();
    setup.syrup = sheet.syrup;
    setup.steps = sheet.steps;
    let mut k = Kitchen::with(setup, 1.0);
    let boil = k.setup().steps[k.setup().boil_index().expect("boils")].key.clone();
    while k.state().current_step.as_ref() != Some(&boil) {
        let key = k.state().current_step.expect("step");
        k.step_done(&key);
    }
    k.flame(Flame::Medium);
    let mut told = false;
    for _ in 0..400 {
        k.wait(5.0);
        told |= k.state().advice == Advice::TurnOffNow;
    }
    assert!(told);
}

#[test]
fn an_overdue_pan_without_evidence_is_to_be_looked_at_not_watered() {
    let mut k = boiling(1.0);
    k.wait(1500.0);
    assert_eq!(k.state().advice, Advice::LookNow);
    k.flame(Flame::Off);
    assert_eq!(k.state().advice, Advice::Test, "a test first, then water");
}

#[test]
fn a_pan_heavier_than_all_that_went_in_is_refused_like_one_too_light() {
    let k = boiling(1.0);
    let weighing = |contents_g: f64| {
        let gross_g = k.setup().pan.tare_g + contents_g;
        let event = BatchEvent::Reading { reading: SeenReading::Weight { gross_g } };
        k.admits(&event)
    };
    let put_in_g = k.setup().syrup().expect("syrup").charge.total_g();
    assert_eq!(weighing(put_in_g + 200.0).expect_err("too heavy").code(), "weight-above-put-in");
    assert_eq!(weighing(put_in_g * 1.02), Ok(()));
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]

    /// A test by hand is answered by what it showed, whatever the clock believed.
    #[test]
    fn a_test_by_hand_is_answered_by_what_it_showed(
        factor in 0.6_f64..1.4, boil_s in 60.0_f64..900.0, after_s in 61.0_f64..150.0, i in 0_usize..7,
    ) {
        let mut k = boiling(factor);
        k.wait(boil_s);
        k.flame(Flame::Off);
        k.wait(after_s);
        k.reads(pull(PULLS[i]));
        let state = k.state();
        let test = state.syrup.expect("syrup").last_test.expect("test");
        let fits = match test.against {
            Against::NotYet => matches!(state.advice, Advice::BackOn { .. }),
            Against::There => state.advice == Advice::ThatIsIt,
            Against::Past => matches!(state.advice, Advice::AddWater { .. } | Advice::Test),
        };
        prop_assert!(fits, "{:?} answered by {:?}", test, state.advice);
    }
}
