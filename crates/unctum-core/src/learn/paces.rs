//! What the runs of a batch tell of her pace: how long each kind of work took against what was planned.

use std::collections::BTreeMap;

use crate::cook::Followed;
use crate::kitchen::{Pace, Parameter};
use crate::learn::evidence::Evidence;
use crate::numeric::{Normal, Z80};
use crate::process::Step;
use crate::start::BatchSetup;

/// Shorter than this, min, and the key was pressed for what was done before.
const PRESSED_MIN: f64 = 0.4;
/// So many times as long or as short as planned, and a key was forgotten: it says nothing.
const FORGOTTEN: f64 = 5.0;
/// One step of a kind takes so much longer or shorter than another, as a logarithm.
const STEP_SD: f64 = 0.30;

pub(super) fn paces_told(batch: &Followed) -> Vec<Evidence> {
    let setup = batch.setup();
    let mut of_kind: BTreeMap<Pace, Vec<Normal>> = BTreeMap::new();
    for run in batch.runs_made() {
        let Some((pace, planned)) = run.step.pace().zip(planned(setup, run.step)) else { continue };
        let took_min = run.minutes();
        let ratio = took_min / planned.mean;
        if took_min >= PRESSED_MIN && (1.0 / FORGOTTEN..FORGOTTEN).contains(&ratio) {
            let mean = ratio.ln() + setup.learnt_ln(&Parameter::Pace { work: pace });
            of_kind.entry(pace).or_default().push(Normal { mean, sd: planned.sd.hypot(STEP_SD) });
        }
    }
    let told = of_kind.into_iter().filter_map(|(work, seen)| {
        let value = seen.into_iter().reduce(Normal::and)?;
        Some(Evidence::of(Parameter::Pace { work }, value))
    });
    told.collect()
}

/// Minutes of one load as planned, with the standard deviation of their logarithm.
fn planned(setup: &BatchSetup, step: &Step) -> Option<Normal> {
    let minutes = match setup.plan_of(&step.key) {
        Some(plan) => plan.minutes.times(1.0 / f64::from(plan.loads.max(1))),
        None => step.minutes?,
    };
    let sound = minutes.mid > PRESSED_MIN && minutes.low > 0.0;
    sound.then(|| Normal { mean: minutes.mid, sd: (minutes.high / minutes.low).ln() / (2.0 * Z80) })
}
