//! Rings and pans belong to the hob: what one batch showed of a ring helps the next on it, and what stands in a pan
//! that a later step takes is said before it begins.

use crate::common::cashew_batch;
use crate::common::hob::{Kitchen, START_MS};
use unctum_core::cook::{Advice, Followed};
use unctum_core::kitchen::Flame;
use unctum_core::log::BatchEvent;
use unctum_core::numeric::Spread;
use unctum_core::start::{BatchSetup, StepPlan};

/// A batch on the ring of a number.
fn on_ring(ring_id: i32) -> BatchSetup {
    let mut setup = cashew_batch();
    setup.chosen.ring_id = Some(ring_id);
    setup
}

/// One that was boiled on a ring that gives `factor` of what the kitchen says, weighed every so often or never.
fn boiled(setup: BatchSetup, factor: f64, weighed: bool) -> Followed {
    let mut k = Kitchen::with(setup, factor);
    k.step_done("ready");
    k.happens(BatchEvent::Flame { flame: Flame::Medium });
    k.wait(180.0);
    k.step_done("dissolve");
    for look in 1..400 {
        k.wait(10.0);
        if matches!(k.state().advice, Advice::TurnOffNow | Advice::LookNow) {
            break;
        }
        if weighed && look % 9 == 0 {
            k.weigh();
        }
    }
    k.flame(Flame::Off);
    k.wait(60.0);
    k.step_done("boil");
    Followed::new(k.setup().clone(), START_MS, k.cook.log()).expect("a batch")
}

#[test]
fn what_one_pot_showed_of_its_ring_is_known_to_the_next() {
    for factor in [0.75, 1.2] {
        let first = boiled(on_ring(1), factor, true);
        let mut next = on_ring(1);
        next.know_ring([&first]);
        let seen = next.ring_seen.clone().expect("learnt");
        assert!(seen.factor.low < factor && factor < seen.factor.high, "{factor}: {:?}", seen.factor);
        assert!((seen.factor.mid - factor).abs() < 0.12, "{factor}: {:?}", seen.factor);
        assert_eq!(seen.title, "Cashew sheet");
        let doubt = |s: &BatchSetup| s.ring.efficiency_sd / s.ring.efficiency_frac;
        assert!(doubt(&next) < 0.85 * doubt(&on_ring(1)));
        next.check().expect("a batch");

        // The clock of the next pot is the nearer one to what it will really take.
        let real = boiled(on_ring(1), factor, true).summary().real_min.expect("boiled");
        let told = |s: &BatchSetup| {
            let boil = unctum_core::pan::boil_down(&s.boil_question(Flame::Medium).expect("a syrup"));
            boil.expect("boils").turn_off.at_s.mid / 60.0
        };
        let (before, after) = ((told(&on_ring(1)) - real).abs(), (told(&next) - real).abs());
        assert!(after < 0.5 * before, "{factor}: {after} min off instead of {before}");

        // The third knows it from the second, and still what the kitchen says.
        let mut third = on_ring(1);
        third.know_ring([&boiled(next.clone(), factor / seen.factor.mid, true), &first]);
        assert_eq!(third.kitchen_ring(), on_ring(1).ring);
        let again = third.ring_seen.expect("learnt").factor;
        assert!(again.low < factor && factor < again.high, "{factor}: {again:?}");
    }
}

#[test]
fn only_what_was_seen_on_this_very_ring_counts() {
    let first = boiled(on_ring(1), 0.75, true);
    let untaught = |mut setup: BatchSetup, by: &Followed| {
        setup.know_ring([by]);
        setup.ring_seen.is_none() && setup.ring == setup.kitchen_ring()
    };
    assert!(untaught(on_ring(2), &first), "another ring");
    assert!(untaught(cashew_batch(), &first), "a ring without a number");
    assert!(untaught(on_ring(1), &boiled(on_ring(1), 0.75, false)), "nobody looked");
    let mut measured = on_ring(1);
    measured.ring.efficiency_frac = 0.30;
    assert!(untaught(measured, &first), "the kitchen measured it since");
}

fn taking(pan: &str, fill_frac: f64) -> BatchSetup {
    let mut setup = cashew_batch();
    setup.plan = vec![StepPlan {
        step: setup.steps[0].key.clone(),
        minutes: Spread::exact(5.0),
        loads: 1,
        flame: None,
        pan_name: Some(pan.into()),
        evaporated_g: 0.0,
        end_g: 0.0,
        depth_mm: None,
        pan_end_g: None,
        fill_frac: Some(fill_frac),
        window: None,
        soak: None,
        whistles_every_min: None,
    }];
    setup
}

#[test]
fn a_pan_that_is_taken_or_too_small_is_said_before_it_begins() {
    let mut other = cashew_batch();
    (other.title, other.pan.name) = ("Gram ladoo".into(), "Wide pot".into());
    let standing = Followed::new(other.clone(), START_MS, &[]).expect("a batch");

    assert!(taking("Wide pot", 0.5).misfits([]).is_empty());
    let said = taking("Wide pot", 0.5).misfits([&standing]);
    assert_eq!(said.len(), 1);
    assert!(said[0].contains("“Wide pot”") && said[0].contains("“Gram ladoo”"), "{said:?}");
    assert!(taking("Another pot", 0.5).misfits([&standing]).is_empty());

    let full = taking("Wide pot", 0.97).misfits([]);
    assert!(full.len() == 1 && full[0].contains("to the brim"), "{full:?}");
}

/// What boils to its stage before anybody can look is too little for its pan, and that is said before it is lit.
#[test]
fn too_little_for_a_pan_is_said() {
    let mut setup = cashew_batch();
    let boil = setup.boil_index().map(|i| setup.steps[i].key.clone()).expect("a boil");
    let plan = |min: f64| StepPlan {
        step: boil.clone(),
        minutes: Spread { low: 0.5 * min, mid: min, high: 2.0 * min },
        loads: 1,
        flame: None,
        pan_name: None,
        evaporated_g: 0.0,
        end_g: 0.0,
        depth_mm: None,
        pan_end_g: None,
        fill_frac: None,
        whistles_every_min: None,
        window: None,
        soak: None,
    };
    setup.plan = vec![plan(0.1)];
    let said = setup.misfits([]);
    assert!(said.len() == 1 && said[0].contains("too little for this pan"), "{said:?}");
    setup.plan = vec![plan(4.0)];
    assert!(setup.misfits([]).is_empty());
}
