//! The catalogue's sweets: well formed, and made of what they should be made of.
#![allow(clippy::expect_used, missing_docs)]

mod common;

use common::{cashew_sheet, larder};
use unctum_core::process::{Step, StepKind, formula};
use unctum_core::syrup::Ladder;

#[test]
fn the_catalogue_is_well_formed() {
    let larder = larder();
    larder.check().expect("larder");
    cashew_sheet().check(&larder).expect("cashew sheet");
}

#[test]
fn cashew_sheet_meets_its_composition() {
    let sweet = cashew_sheet();
    let targets = &sweet.method(None).expect("method").targets;
    let f = formula(targets, &larder(), 400.0, &Ladder::default()).expect("formula");
    let grams: Vec<f64> = f.lines.iter().map(|l| l.mass_g).collect();
    assert_eq!(grams, [400.0, 260.0, 130.0, 14.0]);
    let share = |g: f64| g / f.finished_g;
    assert!((share(260.0) - targets.sugar_frac).abs() < 0.005);
    assert!((share(14.0) - targets.fat_frac).abs() < 0.002);
    // Every gram: what went in is the finished sweet plus the two lots of steam.
    let in_g: f64 = grams.iter().sum();
    assert!((in_g - f.finished_g - f.syrup_water_to_lose_g - f.mass_water_to_lose_g).abs() < 1e-9);
    assert!(f.mass_water_to_lose_g > 0.0, "the mass still has water to lose on the low flame");
    assert_eq!(f.allergens, ["milk", "tree nuts"]);
}

#[test]
fn amounts_scale_and_come_back() {
    let sweet = cashew_sheet();
    let targets = &sweet.method(None).expect("method").targets;
    for factor in [0.25, 2.0, 10.0] {
        let one = formula(targets, &larder(), 1000.0, &Ladder::default()).expect("one");
        let other = formula(targets, &larder(), 1000.0 * factor, &Ladder::default()).expect("other");
        assert!((other.finished_g / one.finished_g - factor).abs() < 0.02 * factor, "rounding only");
    }
    for base_g in [f64::NAN, -400.0, 0.0, 1e7] {
        assert!(formula(targets, &larder(), base_g, &Ladder::default()).is_err());
    }
}

#[test]
fn faults_in_a_method_are_found_and_named() {
    let broken = |change: fn(&mut Vec<Step>)| {
        let mut sweet = cashew_sheet();
        change(&mut sweet.methods[0].steps);
        sweet.check(&larder()).expect_err("fault").to_string()
    };
    assert!(broken(|s| s.swap(0, 1)).contains("does not come before"));
    assert!(broken(|s| s[2].cue.clear()).contains("cue"));
    assert!(broken(|s| s[1].inputs[0].share_frac = 0.5).contains("50 % of the sugar"));
    assert!(broken(|s| s[3].key = "boil".into()).contains("twice"));
    assert!(cashew_sheet().methods[0].steps.iter().any(|s| s.kind == StepKind::BoilToStage));
}
