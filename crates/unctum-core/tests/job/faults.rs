//! What is wrong with a method is found, located and told.

use std::sync::OnceLock;

use crate::common::{cashew_sheet, larder, sweets};
use unctum_core::food::Larder;
use unctum_core::numeric::Spread;
use unctum_core::process::{Effect, Entry, Method, Purpose, Step, StepKind, Sweet, Take, Window};
use unctum_core::soak::PieceForm;
use unctum_core::syrup::StageKey;

fn shelf() -> &'static Larder {
    static SHELF: OnceLock<Larder> = OnceLock::new();
    SHELF.get_or_init(larder)
}

fn broken(change: impl Fn(&mut Method)) -> Vec<String> {
    let mut sweet = cashew_sheet();
    change(&mut sweet.methods[0]);
    sweet.faults(shelf()).iter().map(|f| format!("{:?} {}: {}", f.step, f.field, f.words)).collect()
}

fn found(faults: &[String], words: &str) {
    assert!(faults.iter().any(|f| f.contains(words)), "{words}: {faults:#?}");
}

#[test]
fn faults_are_found_and_located() {
    let step = |m: &mut Method, key: &str, change: &dyn Fn(&mut Step)| {
        change(m.steps.iter_mut().find(|s| s.key == key).expect("step"));
    };
    found(&broken(|m| step(m, "boil", &|s| s.cue.clear())), "Some(\"boil\") cue");
    found(&broken(|m| step(m, "ready", &|s| s.after.push("cut".into()))), "wait for each other");
    found(&broken(|m| step(m, "boil", &|s| s.after.push("nowhere".into()))), "which is not there");
    found(&broken(|m| step(m, "dissolve", &|s| s.inputs[0].amount_g = -5.0)), "between 0 and 100,000 g");
    found(&broken(|m| step(m, "dissolve", &|s| s.inputs[0].amount_g = f64::NAN)), "between 0 and 100,000 g");
    found(
        &broken(|m| step(m, "dissolve", &|s| s.inputs[0].ingredient = "moon-dust".into())),
        "no ingredient called",
    );
    found(
        &broken(|m| step(m, "boil", &|s| s.effects = vec![Effect::boil_to(StageKey::Thin)])),
        "starts past",
    );
    found(&broken(|m| step(m, "cook", &|s| s.takes[0].share_frac = 0.5)), "is not used");
    found(
        &broken(|m| {
            step(m, "cook", &|s| {
                s.takes.push(Take { step: "combine".into(), share_frac: 1.0, side: None, medium: false })
            })
        }),
        "more of",
    );
    found(
        &broken(|m| {
            step(m, "combine", &|s| s.takes.clear());
            step(m, "cook", &|s| s.effects.clear());
        }),
        "used nowhere",
    );
    found(&broken(|m| step(m, "knead", &|s| s.key = "cook".into())), "stands there twice");
    found(
        &broken(|m| step(m, "knead", &|s| s.minutes.as_mut().expect("minutes").high = 0.5)),
        "in that order",
    );
    found(
        &broken(|m| {
            step(m, "boil", &|s| s.windows = vec![Window { to: "ready".into(), low_min: 0.0, high_min: 1.0 }])
        }),
        "does not come after",
    );
    found(
        &broken(|m| step(m, "dissolve", &|s| s.inputs[0].state = Some("frozen".into()))),
        "not known in that state",
    );
    found(&broken(|m| m.steps.clear()), "at least one step");
    let flood = Entry { ingredient: "water".into(), amount_g: 1.0, state: None, purpose: Purpose::Mass };
    found(&broken(|m| step(m, "boil", &|s| s.inputs = vec![flood.clone(); 41])), "in one step");
}

#[test]
fn a_soak_shorter_than_its_boil_is_asked_about_and_nothing_of_ours_is() {
    let mut seen = 0;
    for mut sweet in sweets() {
        for method in &mut sweet.methods {
            assert!(method.hasty_soaks().is_empty(), "{}: {:?}", method.key, method.hasty_soaks());
            let long = |s: &Step| s.kind == StepKind::Steep && s.minutes.is_some_and(|m| m.low > 30.0);
            let Some(soak) = method.steps.iter().position(long) else { continue };
            let one = Spread { low: 1.0, mid: 1.0, high: 1.0 };
            method.steps[soak].minutes = Some(one);
            let asked = method.hasty_soaks();
            assert_eq!(asked.len(), 1, "{}", method.key);
            assert_eq!(asked[0].step.as_deref(), Some(method.steps[soak].key.as_str()));
            assert!(asked[0].words.contains("for 1 min"), "{}", asked[0].words);
            assert!(method.faults(shelf()).is_empty(), "it may be kept as it is");
            // So short is right for what is thin and crisp.
            method.steps[soak].form = Some(PieceForm::Coil);
            assert!(method.hasty_soaks().is_empty());
            seen += 1;
        }
    }
    assert!(seen >= 2, "{seen}");
}

#[test]
fn what_turns_or_hides_text_is_refused_wherever_she_may_write() {
    let turned = "sugar \u{202e}ragus";
    type Written = (&'static str, fn(&mut Sweet, &str));
    let places: [Written; 7] = [
        ("name", |s, t| s.name = t.to_owned()),
        ("about", |s, t| s.about = t.to_owned()),
        ("aliases", |s, t| s.aliases = vec![t.to_owned()]),
        ("mistakes", |s, t| s.mistakes[0].now = t.to_owned()),
        ("about", |s, t| s.methods[0].about = t.to_owned()),
        ("reason", |s, t| s.methods[0].steps[1].reason = t.to_owned()),
        ("title", |s, t| s.methods[0].steps[1].title = t.to_owned()),
    ];
    for (field, put) in places {
        let mut sweet = cashew_sheet();
        put(&mut sweet, turned);
        let faults = sweet.faults(shelf());
        assert!(faults.len() == 1 && faults[0].field == field, "{field}: {faults:?}");
    }
}
