//! How a pan calls, what the large button writes, what it says will come; and the one simulated pan behind it.

use crate::common::hob::{Kitchen, START_MS};
use crate::common::*;
use unctum_core::cook::*;
use unctum_core::kitchen::Flame;
use unctum_core::log::*;
use unctum_core::numeric::Rng;
use unctum_core::sim::{Cook, Hands, World};

/// A cook who only ever presses the large button, when she is called or has a step before her, ends with the batch
/// done; whatever stands on the button, it is admitted.
#[test]
fn the_large_button_leads_to_the_end() {
    for factor in [0.8, 1.0, 1.2] {
        let mut k = Kitchen::new(factor);
        let mut pressed = 0;
        for _ in 0..2000 {
            let state = k.state();
            assert_eq!(state.call, state.advice.call(), "one way to call");
            let Some(button) = state.button.clone() else { break };
            k.admits(&button).unwrap_or_else(|e| panic!("{:?} at {:?}: {e}", button, state.advice));
            let boils = matches!(state.advice, Advice::KeepBoiling | Advice::NotYet { .. });
            if boils || state.advice == Advice::ReadNow {
                if state.advice == Advice::ReadNow {
                    k.weigh();
                }
                k.wait(5.0);
            } else {
                k.happens(button);
                pressed += 1;
                k.wait(30.0);
            }
        }
        let state = k.state();
        assert_eq!((state.phase, state.button), (Phase::Done, None), "ring at {factor}, {pressed} presses");
        assert!(pressed >= k.setup().steps.len(), "every step was said");
    }
}

/// While nobody answers, what was said to come comes, in its order and about when it was said.
#[test]
fn what_is_said_to_come_comes() {
    let mut k = hob::boiling(1.0);
    k.wait(60.0);
    let state = k.state();
    let ahead = state.ahead.clone();
    assert_eq!(
        ahead.iter().map(|a| a.advice).collect::<Vec<_>>(),
        [Advice::ReadNow, Advice::TurnOffNow],
        "{:?}",
        state.advice
    );
    assert!(ahead[0].in_s < ahead[1].in_s);
    for said in &ahead {
        let (mut came_s, limit_s) = (None, 3.0 * said.in_s + 60.0);
        let mut fresh = hob::boiling(1.0);
        fresh.wait(60.0);
        for second in 0..=limit_s as u32 {
            if fresh.state().advice == said.advice {
                came_s = Some(f64::from(second));
                break;
            }
            fresh.wait(1.0);
        }
        let came_s = came_s.unwrap_or_else(|| panic!("{:?} never came", said.advice));
        assert!((came_s - said.in_s).abs() < 5.0 + 0.1 * said.in_s, "{said:?} came after {came_s} s");
    }
}

#[test]
fn what_presses_more_is_called_first() {
    let all = [
        Advice::TurnOffNow,
        Advice::BoiledDry,
        Advice::LookNow,
        Advice::AddWater { water_g: 20.0 },
        Advice::ThatIsIt,
        Advice::ReadNow,
        Advice::Test,
        Advice::BackOn { heat_s: 30.0, flame: Flame::Medium },
    ];
    let order: Vec<u8> = all.iter().map(|a| a.call().presses.expect("it presses")).collect();
    assert!(order.windows(2).all(|w| w[0] < w[1]), "{order:?}");
    let waits = [
        Advice::DoStep,
        Advice::HeatOn,
        Advice::Dissolve,
        Advice::KeepBoiling,
        Advice::NotYet { more_s: 60.0 },
        Advice::CarriesOn { more_s: 20.0 },
    ];
    assert!(waits.iter().all(|a| a.call().presses.is_none() && !a.call().again));
    let again: Vec<_> = all.iter().filter(|a| a.call().again).collect();
    assert_eq!(
        again,
        [&Advice::TurnOffNow, &Advice::BoiledDry, &Advice::LookNow],
        "only what is lost in seconds is called again"
    );
}

/// Only a pan that is off and tested can be said not to be there yet.
#[test]
fn a_test_can_fail_only_off_the_heat() {
    let mut k = hob::boiling(1.0);
    for _ in 0..2000 {
        let state = k.state();
        if state.can_fail {
            assert_eq!(state.flame, Flame::Off, "{:?}", state.advice);
            return;
        }
        if state.advice == Advice::TurnOffNow {
            k.flame(Flame::Off);
        }
        k.wait(5.0);
    }
    panic!("it was never asked whether the test failed");
}

/// What is called off is what boils to a stage, whatever its step is called.
#[test]
fn a_boil_under_another_label_is_called_off_like_any() {
    use unctum_core::process::StepKind;
    let called_off = |kind: Option<StepKind>| {
        let mut setup = cashew_batch();
        if let Some(kind) = kind {
            setup.steps.iter_mut().filter(|s| s.stage().is_some()).for_each(|s| s.kind = kind);
        }
        let mut k = Kitchen::with(setup, 1.0);
        k.step_done("ready");
        k.flame(Flame::Medium);
        k.wait(180.0);
        k.step_done("dissolve");
        (0..300).find(|_| {
            k.wait(5.0);
            k.state().advice == Advice::TurnOffNow
        })
    };
    let boiled = called_off(None);
    assert!(boiled.is_some(), "it is called off");
    for kind in [StepKind::Dissolve, StepKind::Simmer, StepKind::Reduce] {
        assert_eq!(called_off(Some(kind)), boiled, "{kind:?}");
    }
}

fn evening(seed: u64) -> (f64, Vec<f64>) {
    let setup = cashew_batch();
    let mut rng = Rng::of(seed);
    let world = World::real(&setup, false, &mut rng);
    let hands = Hands::real(&mut rng);
    let mut cook = Cook::of(setup, world, hands, rng, START_MS).expect("a cook");
    cook.turns(Flame::High);
    let mut seen = Vec::new();
    for _ in 0..20 {
        cook.wait(30.0);
        seen.push(cook.strength());
    }
    (cook.world.full_w, seen)
}

/// The same seed is the same evening, to the last bit; another seed another; and water only ever leaves.
#[test]
fn a_seed_is_an_evening() {
    assert_eq!(evening(7), evening(7));
    assert_ne!(evening(7), evening(8));
    for seed in 0..12 {
        let (full_w, seen) = evening(seed);
        assert!(full_w > 0.0 && seen.windows(2).all(|w| w[0] <= w[1]), "{seed}: {seen:?}");
        assert!(seen[19] > seen[0] && seen[19] < 1.0, "{seed}: it boils");
    }
}
