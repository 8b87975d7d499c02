//! What is wrong with a method is found, located and told.

use std::sync::OnceLock;

use crate::common::{cashew_sheet, larder};
use unctum_core::food::Larder;
use unctum_core::process::{Effect, Entry, Method, Purpose, Step, Take, Window};
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
