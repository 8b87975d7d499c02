//! A pan at its edges: too little in too much iron, a plate too strong, a flame forgotten. Nothing impossible is believed,
//! and nothing is told that cannot be done.

use proptest::prelude::*;
use unctum_core::cook::*;
use unctum_core::kitchen::*;
use unctum_core::log::*;
use unctum_core::numeric::Rng;
use unctum_core::pan::quick::{BoilTable, Draw, Quick};
use unctum_core::pan::{Heat, PanModel};
use unctum_core::sim::{Cook, Hands, World};
use unctum_core::start::*;
use unctum_core::syrup::{Charge, Pull, StageKey};

use crate::common::plain_setup;

const START_MS: i64 = 1_700_000_000_000;

fn pan(diameter_cm: f64, heat_capacity_j_k: f64) -> Pan {
    Pan {
        name: "pan".into(),
        tare_g: 1500.0,
        diameter_cm,
        wall_height_cm: 10.0,
        heat_capacity_j_k,
        metal: None,
        weighed: true,
        loss_factor: 1.0,
    }
}

/// A plain syrup of so much sugar and water in a pan on a ring of so many watts.
fn setup(sugar_g: f64, water_g: f64, stage: StageKey, pan: Pan, kind: RingKind, rated_w: f64) -> BatchSetup {
    plain_setup(Charge::sugar_and_water(sugar_g, water_g), stage, pan, Ring::of_kind("ring", kind, rated_w))
}

fn cook(setup: BatchSetup) -> Cook {
    let world = World::as_told(&setup, 1.0);
    let mut cook = Cook::of(setup, world, Hands::default(), Rng::of(1), START_MS).expect("a batch");
    let first = cook.setup().steps[0].key.clone();
    if cook.setup().steps[0].stage().is_none() && !cook.setup().steps[0].on_flame() {
        cook.does(BatchEvent::done(&first)).expect("ready");
    }
    cook
}

fn lights(cook: &mut Cook, flame: Flame) {
    cook.does(BatchEvent::Flame { flame }).expect("lit");
}

#[test]
fn nothing_is_turned_off_before_it_boils() {
    // Half a batch, a wide heavy pan, a strong plate: what the pan carries over is more than there is in it.
    for (sugar_g, kind, rated_w) in
        [(90.0, RingKind::Induction, 3500.0), (60.0, RingKind::Gas, 5000.0), (150.0, RingKind::Coil, 3000.0)]
    {
        let mut cook =
            cook(setup(sugar_g, 0.4 * sugar_g, StageKey::FirmBall, pan(36.0, 1600.0), kind, rated_w));
        lights(&mut cook, Flame::High);
        for _ in 0..60 {
            let state = cook.state();
            let syrup = state.syrup.expect("followed");
            assert!(
                state.advice != Advice::TurnOffNow || syrup.boiling,
                "{sugar_g} g: told to turn off at {:.0} °C",
                syrup.liquid_c
            );
            cook.wait(2.0);
        }
    }
}

#[test]
fn no_temperature_leaves_the_room_or_the_driest_boil_and_a_weighing_is_believed_at_last() {
    let mut cook = cook(setup(100.0, 50.0, StageKey::OneString, pan(30.0, 1660.0), RingKind::Gas, 5000.0));
    lights(&mut cook, Flame::High);
    // Forgotten; the key of the flame comes late, and the pan was off long before.
    cook.wait(20.0);
    cook.turns(Flame::Off);
    cook.wait(400.0);
    cook.writes(BatchEvent::Flame { flame: Flame::Off }).expect("off");
    cook.wait(600.0);
    let sane = |cook: &Cook| {
        let syrup = cook.state().syrup.expect("followed");
        assert!((20.0..=200.0).contains(&syrup.liquid_c), "{} °C", syrup.liquid_c);
        assert!((20.0..=200.0).contains(&syrup.shown_c), "{} °C", syrup.shown_c);
        syrup
    };
    let before = sane(&cook);
    assert!(!before.boiling, "ten minutes off, and it does not boil");
    let seen = cook.strength();
    let mut rng = Rng::of(3);
    for _ in 0..2 {
        let weight = cook.weight(&mut rng, 0.0);
        cook.does(BatchEvent::Reading { reading: weight }).expect("weighed");
        cook.wait(40.0);
        sane(&cook);
    }
    let after = sane(&cook).solids_frac;
    assert!((after.mid - seen).abs() < 0.03 && after.low < after.high, "{seen} is seen, {after:?} believed");
}

/// By the clock dry is a state of its own: whether there is a syrup left is seen first, and what is seen ends it.
#[test]
fn a_pan_that_must_be_dry_is_looked_at_before_anything_is_tested_or_poured() {
    let mut cook =
        cook(setup(250.0, 125.0, StageKey::OneString, pan(24.0, 850.0), RingKind::Induction, 2000.0));
    lights(&mut cook, Flame::High);
    for _ in 0..240 {
        cook.wait(5.0);
    }
    assert_eq!(cook.state().advice, Advice::BoiledDry);
    assert!(cook.state().call.again && cook.state().call.presses == Some(1));
    lights(&mut cook, Flame::Off);
    assert_eq!(cook.state().advice, Advice::BoiledDry, "no drop is tested of what may be burnt");
    // She looks, and it is not: her flame was lower than she said.
    let one = SeenReading::Pull { pull: Pull::Centimetre };
    cook.does(BatchEvent::Reading { reading: one }).expect("read");
    assert_eq!(cook.state().advice, Advice::ThatIsIt);
}

/// A syrup for soaking draws no string: nobody is asked for one, and it is not done before it has boiled.
#[test]
fn a_thin_syrup_ends_by_its_boil_and_not_by_a_string() {
    let mut cook = cook(setup(550.0, 450.0, StageKey::Sticky, pan(24.0, 850.0), RingKind::Coil, 1000.0));
    lights(&mut cook, Flame::Medium);
    let mut boiled_s = 0.0;
    for _ in 0..2000 {
        let state = cook.state();
        let none = SeenReading::Pull { pull: Pull::None };
        match state.advice {
            Advice::ReadNow | Advice::LookNow => {
                panic!("asked for a string at {:.1} %", 100.0 * cook.strength())
            }
            Advice::TurnOffNow => {
                assert!(boiled_s >= 45.0, "off after {boiled_s} s at the boil");
                lights(&mut cook, Flame::Off);
            }
            Advice::ThatIsIt => {
                assert!(cook.strength() > 0.53, "{}", cook.strength());
                return;
            }
            Advice::Dissolve if cook.elapsed_s() > 200.0 => {
                let step = state.current_step.clone().expect("a step");
                cook.does(BatchEvent::done(&step)).expect("dissolved");
            }
            _ => {}
        }
        // Pulled between the fingers all the same, now and then: it tells nothing here.
        if cook.elapsed_s() > 20.0 && (cook.elapsed_s() as i64) % 100 == 0 {
            cook.does(BatchEvent::Reading { reading: none }).expect("read");
        }
        if cook.world.boils(&cook.now) {
            boiled_s += 5.0;
        }
        cook.wait(5.0);
    }
    panic!("it never ends: {:?} at {:.1} %", cook.state().advice, 100.0 * cook.strength());
}

/// Slips of the scale begin the pan anew again and again: what boiled before has boiled all the same.
#[test]
fn a_thin_syrup_ends_by_a_scale_that_is_knocked_now_and_then() {
    let mut weighed = setup(1900.0, 1600.0, StageKey::Sticky, pan(36.0, 950.0), RingKind::Induction, 3500.0);
    weighed.scale_step_g = Some(1.0);
    let mut cook = cook(weighed);
    let target_frac = cook.setup().syrup().expect("syrup").target_solids_frac;
    lights(&mut cook, Flame::Medium);
    let mut rng = Rng::of(5);
    for read in 0.. {
        let state = cook.state();
        match state.advice {
            Advice::TurnOffNow => break,
            Advice::Dissolve => {
                let step = state.current_step.clone().expect("a step");
                cook.does(BatchEvent::done(&step)).expect("dissolved");
            }
            Advice::ReadNow | Advice::LookNow => {
                let reading = cook.weight(&mut rng, if read % 4 == 1 { 50.0 } else { 0.0 });
                // A weight above all that is in the pan is told, and not written.
                let _ = cook.does(BatchEvent::Reading { reading });
            }
            _ => {}
        }
        let frac = cook.strength();
        assert!(frac < target_frac + 0.05, "still {:?} at {frac}", cook.state().advice);
        cook.wait(25.0);
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(200))]

    /// However little is in however much metal, however it is heated and left: temperatures stay where they can be.
    #[test]
    fn a_pan_is_never_colder_than_the_room_nor_hotter_than_what_heats_it(
        sugar_g in 20.0_f64..800.0, water_share in 0.3_f64..1.0, wall_j_k in 100.0_f64..2500.0,
        diameter_cm in 16.0_f64..40.0, watts in 100.0_f64..4000.0, on_s in 1.0_f64..1500.0, off_s in 1.0_f64..30_000.0,
    ) {
        let charge = Charge::sugar_and_water(sugar_g, water_share * sugar_g);
        let air = Air::default();
        let model = PanModel::new(&charge, &pan(diameter_cm, wall_j_k), air).expect("a pan");
        let table = BoilTable::new(&charge, None, air.pressure_pa);
        let quick = Quick::new(&model, &table, Draw::default());
        let mut state = quick.start(charge.water_g, air.room_c);
        let most_c = quick_most(&model);
        // What evaporates cools it a little below the room.
        let sane = |c: f64| c >= air.room_c - 8.0 && c <= most_c;
        for part in 0..6 {
            quick.pass(&mut state, Heat::On(watts), 1.0, on_s / 6.0);
            prop_assert!(sane(state.liquid_c), "{} °C in part {part}", state.liquid_c);
        }
        for part in 0..12 {
            let since_s = off_s / 12.0 * f64::from(part);
            quick.pass(&mut state, Heat::Off { since_s, stored_j: 0.0 }, 1.0, off_s / 12.0);
            prop_assert!(sane(state.liquid_c), "{} °C off in part {part}", state.liquid_c);
            prop_assert!(state.water_g > 0.0 && state.water_g <= charge.water_g + 1e-9);
        }
        if off_s > 20_000.0 {
            prop_assert!(!state.boiling && state.liquid_c < 60.0, "{} °C after {off_s} s", state.liquid_c);
        }
    }
}

/// The boiling point of the driest syrup there is, °C.
fn quick_most(model: &PanModel) -> f64 {
    model.boil_c(model.water_at(unctum_core::syrup::MAX_SOLIDS_FRAC)) + 1.0
}
