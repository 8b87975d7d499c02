//! What becomes of a mass: each effect by itself, with figures worked out by hand, and the law of all.

use std::sync::OnceLock;

use crate::common::larder;
use proptest::prelude::*;
use unctum_core::food::{Composition, Larder, Parts};
use unctum_core::process::{
    Balance, Effect, Entry, Keeping, Method, Purpose, Shape, Step, StepKind, Take, balance,
};
use unctum_core::syrup::{Ladder, StageKey};

fn shelf() -> &'static Larder {
    static SHELF: OnceLock<Larder> = OnceLock::new();
    SHELF.get_or_init(larder)
}

fn entry(ingredient: &str, amount_g: f64, purpose: Purpose) -> Entry {
    Entry { ingredient: ingredient.into(), amount_g, state: None, purpose }
}

fn step(key: &str, inputs: Vec<Entry>, takes: Vec<Take>, effects: Vec<Effect>) -> Step {
    let mut step = Step::new(key, StepKind::Combine, key, "Do it.");
    step.inputs = inputs;
    step.takes = takes;
    step.effects = effects;
    step.cue = "Seen".into();
    step.event = "Done".into();
    step.reason = "Because".into();
    step
}

fn method(steps: Vec<Step>) -> Method {
    Method {
        key: "m".into(),
        name: "M".into(),
        about: String::new(),
        level: 1,
        instrument_free: true,
        aims: Composition::default(),
        shape: Shape::Loose,
        structure: vec![],
        equal_measures: None,
        keeping: Keeping { room_days: 1.0, cold_days: 1.0, note: String::new() },
        steps,
    }
}

fn worked(steps: Vec<Step>) -> unctum_core::Result<Balance> {
    balance(&method(steps), shelf(), &Ladder::default())
}

fn one(inputs: Vec<Entry>, effect: Effect) -> unctum_core::Result<Balance> {
    worked(vec![step("one", inputs, vec![], vec![effect])])
}

fn mass(pairs: &[(&str, f64)]) -> Vec<Entry> {
    pairs.iter().map(|(key, g)| entry(key, *g, Purpose::Mass)).collect()
}

fn near(a: f64, b: f64) {
    assert!((a - b).abs() < 1e-6 * b.abs().max(1.0), "{a} is not {b}");
}

#[test]
fn a_syrup_boils_to_the_aim_of_its_stage() {
    let b = one(mass(&[("sugar", 300.0), ("water", 200.0)]), Effect::boil_to(StageKey::TwoString));
    let b = b.expect("boils");
    let aim = Ladder::default().of(StageKey::TwoString).aim_frac();
    near(b.finished_g, 300.0 / aim);
    near(b.evaporated_g, 500.0 - 300.0 / aim);
    let past = one(mass(&[("sugar", 300.0), ("water", 30.0)]), Effect::boil_to(StageKey::OneString));
    assert!(past.expect_err("past").to_string().contains("starts past one string"));
    let none = one(mass(&[("ghee", 300.0), ("water", 30.0)]), Effect::boil_to(StageKey::OneString));
    assert!(none.expect_err("no sugar").to_string().contains("no sugar"));
}

#[test]
fn a_mass_dries_and_a_milk_reduces() {
    let dried =
        one(mass(&[("sugar", 90.0), ("water", 60.0)]), Effect::DryTo { water_frac: 0.1 }).expect("dries");
    near(dried.finished_g, 100.0);
    near(dried.evaporated_g, 50.0);
    assert!(one(mass(&[("sugar", 90.0)]), Effect::DryTo { water_frac: 0.1 }).is_err(), "nothing to dry");
    let milk = one(mass(&[("whole-milk", 1000.0)]), Effect::ReduceTo { ratio_frac: 0.4 }).expect("reduces");
    near(milk.finished_g, 400.0);
    near(milk.finished.fat_g, 37.0);
    let below = one(mass(&[("whole-milk", 1000.0)]), Effect::ReduceTo { ratio_frac: 0.1 });
    assert!(below.expect_err("below").to_string().contains("its own solids"));
}

#[test]
fn a_sieve_keeps_the_grit_and_some_of_the_rest() {
    let holds = Composition { fibre_frac: 1.0, ..Composition::default() };
    let sieve = Effect::Sieve { holds, wet_frac: 0.02, what: "grit".into() };
    let b = one(mass(&[("cane-jaggery", 500.0), ("water", 200.0)]), sieve).expect("strains");
    near(b.finished.fibre_g, 0.0);
    near(b.asides[0].mass_g, 5.0 + 0.02 * 695.0);
    near(b.finished_g, 700.0 - b.asides[0].mass_g);
}

#[test]
fn curd_parts_from_whey_and_is_pressed() {
    let keeps = Composition { fat_frac: 0.93, protein_frac: 0.8, ..Composition::default() };
    let part = Effect::Separate { keeps, water_frac: 0.7, what: "whey".into() };
    let b = one(mass(&[("whole-milk", 1000.0)]), part.clone()).expect("parts");
    let solids = 37.0 * 0.93 + 33.0 * 0.8;
    near(b.finished_g, solids / 0.3);
    near(b.asides[0].parts.lactose_g, 48.0);
    let press = Effect::Press { water_frac: 0.5, what: "whey".into() };
    let pressed = worked(vec![step("one", mass(&[("whole-milk", 1000.0)]), vec![], vec![part, press])])
        .expect("presses");
    near(pressed.finished_g, solids / 0.5);
    assert_eq!(pressed.asides.len(), 1, "whey and whey go together");
    // What is pressed out of a sweet mass is as sweet as the liquid in it.
    let syrupy = mass(&[("chhena", 100.0), ("sugar", 20.0), ("water", 80.0)]);
    let out = one(syrupy, Effect::Press { water_frac: 0.5, what: "syrup".into() }).expect("squeezes");
    let liquid = |p: &Parts| p.sucrose_g / p.water_g;
    near(liquid(&out.asides[0].parts), 20.0 / 135.0);
    near(out.finished.composition().water_frac, 0.5);
}

#[test]
fn a_ball_drinks_what_it_lies_in_and_no_more_than_there_is() {
    let lies = vec![entry("chhena", 100.0, Purpose::Mass), entry("water", 300.0, Purpose::Medium)];
    let b = one(lies.clone(), Effect::TakeUp { gain_frac: 0.8, what: "left".into() }).expect("drinks");
    near(b.finished_g, 180.0);
    near(b.steps[0].taken_up_g, 80.0);
    near(b.asides[0].unused_g, 220.0);
    let more = one(lies, Effect::TakeUp { gain_frac: 4.0, what: "left".into() });
    assert!(more.expect_err("more").to_string().contains("lies in only 300 g"));
}

#[test]
fn what_is_left_over_may_be_taken_over() {
    let take = |step: &str, side: Option<&str>, share_frac: f64, medium: bool| Take {
        step: step.into(),
        share_frac,
        side: side.map(str::to_owned),
        medium,
    };
    let soak = step(
        "soak",
        vec![entry("chhena", 100.0, Purpose::Mass), entry("water", 300.0, Purpose::Medium)],
        vec![],
        vec![Effect::TakeUp { gain_frac: 0.5, what: "left".into() }],
    );
    let again = |share: f64| {
        step(
            "again",
            vec![],
            vec![take("soak", None, 1.0, false), take("soak", Some("left"), share, true)],
            vec![Effect::TakeUp { gain_frac: 0.2, what: "left again".into() }],
        )
    };
    let b = worked(vec![soak.clone(), again(0.5)]).expect("twice");
    near(b.finished_g, 180.0);
    near(b.asides.iter().map(|a| a.unused_g).sum(), 220.0);
    assert!(worked(vec![soak.clone(), again(1.5)]).is_err(), "more than is left");
    let lost = step(
        "again",
        vec![],
        vec![take("soak", None, 1.0, false), take("soak", Some("moon"), 1.0, false)],
        vec![],
    );
    assert!(worked(vec![soak, lost]).expect_err("unknown").to_string().contains("nothing called “moon”"));
}

fn effect() -> impl Strategy<Value = Effect> {
    let shares = (0.0..=1.0_f64, 0.0..=1.0_f64, 0.0..=1.0_f64).prop_map(|(a, b, c)| Composition {
        fat_frac: a,
        protein_frac: b,
        lactose_frac: c,
        ..Composition::default()
    });
    prop_oneof![
        (0.0..0.9_f64).prop_map(|water_frac| Effect::DryTo { water_frac }),
        (0.05..1.0_f64).prop_map(|ratio_frac| Effect::ReduceTo { ratio_frac }),
        (0.0..1.0_f64).prop_map(|share_frac| Effect::Lose { share_frac, what: "lost".into() }),
        (shares.clone(), 0.0..0.3_f64).prop_map(|(holds, wet_frac)| Effect::Sieve {
            holds,
            wet_frac,
            what: "held".into()
        }),
        (shares, 0.1..0.8_f64).prop_map(|(keeps, water_frac)| Effect::Separate {
            keeps,
            water_frac,
            what: "run off".into()
        }),
        (0.1..0.9_f64).prop_map(|water_frac| Effect::Press { water_frac, what: "pressed out".into() }),
        (0.0..1.5_f64).prop_map(|gain_frac| Effect::TakeUp { gain_frac, what: "left".into() }),
        Just(Effect::boil_to(StageKey::OneString)),
    ]
}

proptest! {
    /// Whatever happens, in whatever order: what went in is what came out, and never less than nothing.
    #[test]
    fn nothing_is_made_and_nothing_is_lost(
        effects in proptest::collection::vec(effect(), 1..5),
        milk in 1.0..2000.0_f64,
        sugar in 1.0..800.0_f64,
        bath in 0.0..3000.0_f64,
    ) {
        let mut inputs = mass(&[("whole-milk", milk), ("sugar", sugar)]);
        inputs.push(entry("coconut-first-milk", bath + 1.0, Purpose::Medium));
        if let Ok(b) = worked(vec![step("one", inputs.clone(), vec![], effects)]) {
            prop_assert!(b.gap_g().abs() < 1e-6 * b.put_in_g);
            prop_assert!(b.finished.to_array().iter().all(|g| *g > -1e-6));
            prop_assert!(b.asides.iter().all(|a| a.parts.to_array().iter().all(|g| *g > -1e-6)));
            prop_assert!(b.evaporated_g >= -1e-9);
            let out = b.asides.iter().fold(b.finished, |sum, a| sum.plus(&a.parts));
            let into = inputs
                .iter()
                .map(|e| shelf().get(&e.ingredient).expect("known").composition.of_g(e.amount_g))
                .fold(Parts::default(), |sum, p| sum.plus(&p));
            for (a, b) in into.with_water(0.0).to_array().iter().zip(out.with_water(0.0).to_array()) {
                prop_assert!((a - b).abs() < 1e-6 * into.total_g());
            }
        }
    }
}
