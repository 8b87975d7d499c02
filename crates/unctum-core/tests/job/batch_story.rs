//! A batch followed through its log, against a hidden true pan.

use crate::common::hob::boiling;
use unctum_core::cook::Advice;
use unctum_core::kitchen::Flame;
use unctum_core::log::{BatchEvent, Phase, SeenReading};

#[test]
fn weighing_narrows_and_teaches_the_ring() {
    let mut k = boiling(0.8);
    k.wait(300.0);
    let before = k.state().syrup.expect("syrup");
    k.weigh();
    let after = k.state().syrup.expect("syrup");
    let width = |s: &unctum_core::cook::SyrupState| s.solids_frac.high - s.solids_frac.low;
    assert!(width(&after) < 0.5 * width(&before), "{} then {}", width(&before), width(&after));
    assert!(after.power_factor < 0.97, "a slow pan means a weak ring: {}", after.power_factor);
    let truth = k.strength();
    assert!(after.solids_frac.low <= truth && truth <= after.solids_frac.high);
}

#[test]
fn followed_advice_lands_on_one_string_whatever_the_ring() {
    for factor in [0.7, 0.85, 1.0, 1.15, 1.3] {
        let mut k = boiling(factor);
        let mut off = false;
        for _ in 0..200 {
            k.wait(10.0);
            match k.state().advice {
                Advice::TurnOffNow => {
                    k.weigh();
                    if k.state().advice == Advice::TurnOffNow {
                        k.happens(BatchEvent::Flame { flame: Flame::Off });
                        off = true;
                        break;
                    }
                }
                Advice::ReadNow => k.weigh(),
                _ => {}
            }
        }
        assert!(off, "never told to turn off at {factor}");
        assert!(matches!(k.state().advice, Advice::Test), "{:?}", k.state().advice);
        k.wait(240.0);
        let landed = k.strength();
        assert!((0.73..0.785).contains(&landed), "landed at {landed} with ring factor {factor}");
        k.step_done("boil");
        assert_eq!(k.state().phase, Phase::Mass);
    }
}

#[test]
fn past_the_stage_it_says_how_much_water() {
    let mut k = boiling(1.3);
    k.wait(520.0);
    k.weigh();
    let state = k.state();
    let Advice::AddWater { water_g } = state.advice else {
        unreachable!("{:?} at {:?}", state.advice, state.syrup)
    };
    k.happens(BatchEvent::WaterAdded { water_g });
    let frac = k.state().syrup.expect("syrup").solids_frac.mid;
    assert!((frac - k.setup().syrup().expect("syrup").target_solids_frac).abs() < 0.01, "{frac}");
}

#[test]
fn undo_gives_back_the_state_before() {
    let mut k = boiling(1.0);
    k.wait(60.0);
    let before = k.state();
    k.weigh();
    let seq = k.cook.log().last().expect("entry").seq;
    k.happens(BatchEvent::Undone { undone_seq: seq });
    let after = k.state();
    assert_eq!(after.syrup, before.syrup);
    assert_eq!(after.can_undo, before.can_undo);
    assert!(k.admits(&BatchEvent::Undone { undone_seq: seq }).is_err(), "taken back once is enough");
    // Any entry can be taken back, and so can the taking back.
    let flame_seq =
        k.cook.log().iter().find(|l| matches!(l.event, BatchEvent::Flame { .. })).expect("lit").seq;
    k.happens(BatchEvent::Undone { undone_seq: flame_seq });
    assert_eq!(k.state().flame, Flame::Off);
    let last = k.cook.log().iter().map(|l| l.seq).max().expect("entry");
    k.happens(BatchEvent::Undone { undone_seq: last });
    assert_eq!(k.state().syrup, before.syrup);
}

#[test]
fn what_cannot_be_is_not_admitted() {
    let k = boiling(1.0);
    let refused = |event: BatchEvent| k.admits(&event).expect_err("refused").code();
    let reading = |reading| BatchEvent::Reading { reading };
    assert_eq!(refused(reading(SeenReading::Weight { gross_g: 1900.0 })), "weight-below-solids");
    assert_eq!(refused(reading(SeenReading::Thermometer { shown_c: -40.0 })), "out-of-range");
    assert_eq!(refused(reading(SeenReading::Thermometer { shown_c: 400.0 })), "above-syrup-boil");
    let below_the_boil = reading(SeenReading::Thermometer { shown_c: 90.0 });
    k.admits(&below_the_boil).expect("it says how warm the syrup is");
    let probe = |offset_k, sd_k| reading(SeenReading::Probe { shown_c: 90.0, offset_k, sd_k });
    assert_eq!(refused(probe(0.0, 0.0)), "out-of-range");
    assert_eq!(refused(probe(40.0, 1.0)), "out-of-range");
    assert_eq!(refused(reading(SeenReading::Refractometer { shown_brix: 120.0 })), "out-of-range");
    assert_eq!(refused(reading(SeenReading::Thermometer { shown_c: f64::NAN })), "not-a-number");
    assert_eq!(refused(reading(SeenReading::String { string_cm: -1.0 })), "out-of-range");
    assert_eq!(refused(BatchEvent::done("cut")), "not-now");
    assert_eq!(refused(BatchEvent::WaterAdded { water_g: 1e9 }), "out-of-range");
    assert_eq!(
        refused(BatchEvent::Gate { step: "ready".into(), gate: "moon".into(), ticked: true }),
        "unknown-name"
    );
}

#[test]
fn a_contradicting_reading_is_called_out() {
    let mut k = boiling(1.0);
    k.wait(30.0);
    k.happens(BatchEvent::Reading { reading: SeenReading::Weight { gross_g: 2125.0 } });
    assert!(k.state().syrup.expect("syrup").surprise);
}
