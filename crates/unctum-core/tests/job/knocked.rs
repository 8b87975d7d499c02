//! What does not fit is not acted upon at once: a knocked scale is read again first; strings that fail again and again
//! say that the ring is not what it was taken for.

use crate::common::hob::*;
use unctum_core::cook::Advice;
use unctum_core::kitchen::Flame;
use unctum_core::log::SeenReading;

fn weight(gross_g: f64) -> SeenReading {
    SeenReading::Weight { gross_g: gross_g.round() }
}

/// A pan that was weighed a minute ago, far from its stage.
fn followed() -> Kitchen {
    let mut k = boiling(0.9);
    k.wait(100.0);
    k.weigh();
    k.wait(20.0);
    k
}

#[test]
fn a_knocked_weighing_changes_nothing_until_it_is_shown_again() {
    for off_g in [-70.0, -50.0, -30.0] {
        let mut k = followed();
        let before = k.state();
        let old = before.syrup.expect("boils");
        k.reads(weight(k.gross_g() + off_g));
        let after = k.state();
        let now = after.syrup.expect("boils");
        assert!(now.unsettled && now.surprise, "{off_g}");
        assert_eq!(after.advice, before.advice, "{off_g}: the old advice stands");
        assert!((now.solids_frac.mid - old.solids_frac.mid).abs() < 1e-9, "{off_g}");
        assert_eq!(now.last_test, old.last_test, "{off_g}: nothing is said of the stage by it");
        // The second one fits: as if the first had never been.
        k.wait(15.0);
        k.weigh();
        let settled = k.state().syrup.expect("boils");
        assert!(!settled.unsettled, "{off_g}");
        assert!(
            (settled.solids_frac.mid - k.strength()).abs() < 0.012,
            "{off_g}: {:?} {}",
            settled.solids_frac,
            k.strength()
        );
    }
}

#[test]
fn what_is_shown_twice_is_believed() {
    let mut k = followed();
    let off_g = -40.0;
    k.reads(weight(k.gross_g() + off_g));
    let aside = k.state().syrup.expect("boils");
    k.wait(10.0);
    k.reads(weight(k.gross_g() + off_g));
    let believed = k.state().syrup.expect("boils");
    assert!(aside.unsettled && !believed.unsettled);
    assert!(
        believed.solids_frac.mid > aside.solids_frac.mid + 0.02,
        "{:?} {:?} {}",
        believed.solids_frac,
        aside.solids_frac,
        k.strength()
    );
    // Nobody is told to turn off by the first alone.
    assert_ne!(k.state().advice, Advice::HeatOn);
}

#[test]
fn three_tests_that_fail_make_the_doubt_wider() {
    let mut k = boiling(0.75);
    let mut sds = Vec::new();
    for _ in 0..5 {
        k.wait(40.0);
        k.flame(Flame::Off);
        k.wait(20.0);
        k.reads(SeenReading::NotYet);
        sds.push(k.state().syrup.expect("followed").power_factor_sd);
        k.flame(Flame::Medium);
    }
    assert!(sds[2] > sds[1] && sds[4] > sds[1], "{sds:?}");
}
