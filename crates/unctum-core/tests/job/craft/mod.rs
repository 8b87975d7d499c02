//! The craft: what a practitioner and a food scientist would ask of every method of the catalogue.

mod heat;
mod order;
mod words;

use unctum_core::kitchen::Flame;
use unctum_core::process::{Method, Step, StepKind, Sweet};

/// A fault of one step, with its place.
struct Faults(Vec<String>);

impl Faults {
    fn note(&mut self, sweet: &Sweet, method: &Method, step: Option<&Step>, words: impl AsRef<str>) {
        let step = step.map_or("", |s| s.key.as_str());
        self.0.push(format!("{} {} {step}: {}", sweet.key, method.key, words.as_ref()));
    }

    fn none(&self) {
        assert!(self.0.is_empty(), "{} faults: {:#?}", self.0.len(), self.0);
    }
}

/// Every method of the catalogue that holds to what is asked of it; all faults are told at once.
fn every_method(ask: impl Fn(&Sweet, &Method, &mut Faults)) {
    let mut faults = Faults(Vec::new());
    for sweet in crate::common::sweets() {
        for method in &sweet.methods {
            ask(&sweet, method, &mut faults);
        }
    }
    faults.none();
}

/// All that is said at a step.
fn said(step: &Step) -> String {
    format!("{} {}", step.title, step.text).to_lowercase()
}

/// Steps that only wait.
fn waits(step: &Step) -> bool {
    matches!(
        step.kind,
        StepKind::Rest
            | StepKind::Soak
            | StepKind::Ferment
            | StepKind::Hang
            | StepKind::Chill
            | StepKind::Steep
            | StepKind::Drain
    )
}

fn heats(step: &Step) -> bool {
    step.flame.is_some_and(|f| f != Flame::Off) || step.kind == StepKind::WaterBath
}
