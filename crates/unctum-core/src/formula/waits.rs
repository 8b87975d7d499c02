//! How long a mass that was poured or rolled out is left alone: until what comes next can be done with it.

use std::collections::BTreeMap;

use crate::numeric::Spread;
use crate::process::{Step, StepKind};
use crate::set::{Cooling, SetAct};

/// A wait is never shorter, min: somebody has to turn away and back.
const LEAST_MIN: f64 = 1.0;

/// What a step does to a mass that sets.
#[must_use]
pub fn set_act(step: &Step) -> Option<SetAct> {
    match step.kind {
        _ if step.on_flame() => None,
        StepKind::Knead => Some(SetAct::Knead),
        StepKind::Roll => Some(SetAct::Roll),
        StepKind::Mark => Some(SetAct::Mark),
        StepKind::Cut => Some(SetAct::Cut),
        StepKind::Lift => Some(SetAct::Lift),
        StepKind::Chill => Some(SetAct::Chill),
        StepKind::Pack => Some(SetAct::Pack),
        _ => None,
    }
}

/// The step after which a mass lies as thick as it sets, by its place in the working order.
fn poured(order: &[&Step]) -> Option<usize> {
    let hot = order.iter().rposition(|s| s.on_flame());
    let lies = |s: &&Step| matches!(s.kind, StepKind::Pour | StepKind::Press | StepKind::Roll);
    order.iter().rposition(lies).filter(|at| Some(*at) > hot)
}

/// What a wait is for: the next thing that is done with the mass. What is cut and never lifted by a step of its own is
/// lifted as it is cut.
fn waits_for(after: &[&Step]) -> Option<SetAct> {
    let mut acts = after.iter().filter_map(|s| set_act(s));
    match acts.next()? {
        SetAct::Cut if !acts.any(|act| act == SetAct::Lift) => Some(SetAct::Lift),
        act => Some(act),
    }
}

/// Minutes of the waits of a method whose mass cools so, by the key of the step. What is done between two waits counts
/// with its usual minutes: a larger batch is marked for longer and waits no less.
pub(super) fn waits(order: &[&Step], cooling: &Cooling) -> BTreeMap<String, Spread> {
    let mut told = BTreeMap::new();
    let Some(begins) = poured(order) else { return told };
    let mut since_min = 0.0;
    for (place, step) in order.iter().enumerate().skip(begins + 1) {
        let waits = step.kind == StepKind::Rest && !step.on_flame();
        let act = waits_for(&order[place + 1..]).filter(|_| waits);
        let opens = act.and_then(|act| cooling.window(act)?.opens_min);
        let takes = opens.map(|opens| {
            let left = |at_min: f64| (at_min - since_min).max(LEAST_MIN);
            Spread { low: left(opens.low), mid: left(opens.mid), high: left(opens.high) }
        });
        since_min += takes.or(step.minutes).map_or(0.0, |m| m.mid);
        told.extend(takes.map(|takes| (step.key.clone(), takes)));
    }
    told
}
