//! What can hurt is said at the step it belongs to, whoever wrote the sweet; and what a text says of times does not
//! stand against what is told.

use std::collections::BTreeSet;

use crate::common::shelf::*;
use crate::common::{catalogue, sweets};
use unctum_core::formula::{Size, Written};
use unctum_core::numeric::Spread;
use unctum_core::process::*;
use unctum_core::reading::minutes_in;

fn cautions_of(steps: Vec<Step>) -> Vec<BTreeSet<String>> {
    let mut method = method("cashew-sheet", "one-string").clone();
    method.steps = steps;
    let written = Written::of(method, &book()).expect("balance");
    written.method().steps.iter().map(|s| s.hazards.iter().cloned().collect()).collect()
}

fn step(key: &str, kind: StepKind, takes: &[&str], inputs: &[(&str, f64)]) -> Step {
    let take =
        |from: &&str| -> Take { serde_json::from_value(serde_json::json!({"step": from})).expect("a take") };
    let entry = |(ingredient, amount_g): &(&str, f64)| -> Entry {
        serde_json::from_value(serde_json::json!({"ingredient": ingredient, "amount_g": amount_g}))
            .expect("entry")
    };
    Step {
        takes: takes.iter().map(take).collect(),
        inputs: inputs.iter().map(entry).collect(),
        ..Step::new(key, kind, "x", "x")
    }
}

fn on(flame: unctum_core::kitchen::Flame, vessel: Vessel, step: Step) -> Step {
    Step { flame: Some(flame), vessel, ..step }
}

#[test]
fn her_own_sweets_are_cautioned_by_what_their_steps_do() {
    use unctum_core::kitchen::Flame::{Low, Medium};
    let made = cautions_of(vec![
        on(
            Medium,
            Vessel::Pan,
            step("melt", StepKind::Dissolve, &[], &[("cane-jaggery", 300.0), ("water", 100.0)]),
        ),
        Step {
            effects: vec![Effect::BoilToStage {
                stage: unctum_core::syrup::StageKey::SoftBall,
                band_frac: 0.5,
            }],
            ..on(Medium, Vessel::Pan, step("boil", StepKind::BoilToStage, &["melt"], &[]))
        },
        step("eggs", StepKind::Combine, &[], &[("egg", 100.0), ("whole-milk", 700.0)]),
        on(Low, Vessel::WaterBath, step("cook", StepKind::WaterBath, &["eggs"], &[])),
        Step { vessel: Vessel::Jar, ..step("jar", StepKind::Pack, &["cook"], &[]) },
        on(Medium, Vessel::FryingPot, step("fry", StepKind::Fry, &[], &[("wheat-flour", 100.0)])),
        on(
            Medium,
            Vessel::PressureCooker,
            step("press", StepKind::PressureCook, &[], &[("raw-rice", 100.0)]),
        ),
        Step { vessel: Vessel::Grinder, ..step("grind", StepKind::Grind, &["press"], &[]) },
        on(Medium, Vessel::Pan, step("burn", StepKind::Caramelise, &[], &[("sugar", 100.0)])),
        step("end", StepKind::Combine, &["boil", "jar", "fry", "grind", "burn"], &[]),
    ]);
    for (i, keys) in [
        (0, vec!["hot-syrup"]),
        (1, vec!["test-cooled", "hot-syrup", "jaggery-froths"]),
        (2, vec!["raw-egg"]),
        (3, vec!["raw-egg", "steam"]),
        (4, vec!["hot-glass"]),
        (5, vec!["deep-fat"]),
        (6, vec!["pressure"]),
        (7, vec!["blades", "hot-grinder"]),
        (8, vec!["caramel"]),
    ] {
        for key in keys {
            assert!(made[i].contains(key), "step {i} lacks {key}: {:?}", made[i]);
        }
    }
    assert!(!made[4].contains("raw-egg"), "cooked through, it is raw no more");
}

/// Every step on the shelf that boils, fries, presses, grinds or holds raw egg says so, in words that are there.
#[test]
fn every_step_that_can_hurt_says_so() {
    let words: toml::Table = toml::from_str(&catalogue("cautions.toml")).expect("cautions");
    for method in methods() {
        for step in written(method).method().steps.iter() {
            let has = |key: &str| step.hazards.iter().any(|h| h == key);
            let name = format!("{} {}", method.name, step.key);
            let all: Vec<&String> = step.hazards.iter().filter(|h| !words.contains_key(*h)).collect();
            assert!(all.is_empty(), "{name}: {all:?} are no cautions");
            assert!(step.kind != StepKind::Fry || has("deep-fat"), "{name}");
            assert!(step.stage().is_none() || has("test-cooled") && has("hot-syrup"), "{name}");
            assert!(step.kind != StepKind::PressureCook || has("pressure"), "{name}");
            assert!(step.vessel != Vessel::Grinder || has("blades"), "{name}");
            assert!(step.kind != StepKind::Caramelise || has("caramel"), "{name}");
        }
    }
    // A caution says nothing of a flame: steps have their own.
    for (key, text) in &words {
        let text = text.as_str().expect("words").to_lowercase();
        assert!(
            !["low flame", "medium flame", "high flame"].iter().any(|f| text.contains(f)),
            "{key}: {text}"
        );
    }
}

/// Number words in digits, so that times can be read out of a text.
fn digits(text: &str) -> String {
    const WORDS: [(&str, &str); 17] = [
        ("a quarter of an hour", "15 minutes"),
        ("half a minute", "0.5 minutes"),
        ("overnight", "10 hours"),
        ("a minute", "1 minutes"),
        ("one", "1"),
        ("two", "2"),
        ("three", "3"),
        ("four", "4"),
        ("five", "5"),
        ("six", "6"),
        ("eight", "8"),
        ("ten", "10"),
        ("twelve", "12"),
        ("twenty", "20"),
        ("thirty", "30"),
        ("more minutes", "minutes"),
        ("some minutes", "8 minutes"),
    ];
    WORDS.iter().fold(text.to_lowercase(), |text, (word, digit)| text.replace(word, digit))
}

/// A text carries no length of its step: that is told for this size, this kitchen and this cook, and one place says one
/// number. A time within something, a moment on the way and a limit of food safety are no such length.
#[test]
fn no_text_says_a_time_that_is_told() {
    let near = |told: Spread, said: Spread| said.high >= 0.75 * told.low && said.low <= 1.3 * told.high;
    let mut wrong = Vec::new();
    for sweet in sweets() {
        for step in sweet.methods.iter().flat_map(|m| m.steps.iter()) {
            let Some(told) = step.minutes else { continue };
            for text in [&step.title, &step.text, &step.cue, &step.event] {
                for clause in text.split(['.', ',', ';']).filter(|c| !c.contains("within")) {
                    if minutes_in(&digits(clause)).is_some_and(|said| near(told, said)) {
                        wrong.push(format!(
                            "{} {}: “{}” ({}–{} min)",
                            sweet.key,
                            step.key,
                            clause.trim(),
                            told.low,
                            told.high
                        ));
                    }
                }
            }
        }
    }
    assert!(wrong.is_empty(), "{wrong:#?}");
}

/// Balls under pressure take their time at the valve and the time it takes to fall, whatever soaks into them meanwhile.
#[test]
fn pressure_takes_its_own_time() {
    let method = method("poached-chhena-balls", "pressure");
    for factor in [0.5, 1.0, 4.0] {
        let made = cooked(method, Size::Times { factor }, &tools()).expect("cooked");
        let time = made.times.steps.iter().find(|t| t.step == "poach").expect("told");
        let usual = method.steps.iter().find(|s| s.key == "poach").and_then(|s| s.minutes).expect("told");
        assert!(
            time.minutes.low >= usual.low && time.minutes.high >= usual.high,
            "{factor}: {:?}",
            time.minutes
        );
    }
}
