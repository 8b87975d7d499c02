//! What to look out for at a size.

use crate::course::Tools;
use crate::formula::times::Times;
use crate::process::{Attention, Method, Purpose, Timing};

/// Minutes that two steps may overlap before one cook is short of hands.
const OVERLAP_MIN: f64 = 1.0;
/// Times the method as written that are still about the same size.
const ABOUT_AS_WRITTEN: (f64, f64) = (0.67, 1.5);

/// Steps side by side that both want hands all the time: too much for one cook.
fn hands_short(method: &Method, times: &Times) -> Vec<String> {
    let busy: Vec<(&str, f64, f64)> = times
        .steps
        .iter()
        .filter_map(|t| {
            let step = method.steps.iter().find(|s| s.key == t.step)?;
            let ends_min = t.begins_min + t.minutes.mid;
            (step.attention == Attention::Constant).then_some((step.title.as_str(), t.begins_min, ends_min))
        })
        .collect();
    let mut said = Vec::new();
    for (i, a) in busy.iter().enumerate() {
        for b in &busy[i + 1..] {
            if a.2.min(b.2) - a.1.max(b.1) > OVERLAP_MIN {
                said.push(format!(
                    "“{}” and “{}” want hands at the same time: have a helper, or do one before the other.",
                    a.0, b.0
                ));
            }
        }
    }
    said
}

/// What to look out for at a size.
pub(super) fn warnings(
    method: &Method,
    times: &Times,
    factor: f64,
    split: f64,
    tools: Option<&Tools>,
) -> Vec<String> {
    let mut said = Vec::new();
    if split > 1.0 {
        let pan = tools.map_or("the pan", |t| t.pan.name.as_str());
        said.push(format!(
            "{pan} does not hold it at once with room for froth: make it in {:.0} rounds, or take a larger pan.",
            split
        ));
    }
    let far = !(ABOUT_AS_WRITTEN.0..=ABOUT_AS_WRITTEN.1).contains(&factor);
    if far {
        let fixed: Vec<&str> = method
            .steps
            .iter()
            .filter(|s| s.timing == Timing::Fixed && s.minutes.is_some_and(|m| m.mid >= 5.0))
            .map(|s| s.title.as_str())
            .collect();
        if !fixed.is_empty() {
            said.push(format!("These take their time whatever the size: {}.", fixed.join(", ")));
        }
    }
    if factor >= 4.0 {
        said.push(
            "Spice and salt do not grow with the batch: begin with three quarters of them, and taste.".into(),
        );
    }
    said.extend(hands_short(method, times).into_iter().take(2));
    let frying = method.steps.iter().flat_map(|s| &s.inputs).any(|e| e.purpose == Purpose::Frying);
    if frying && far {
        said.push(
            "The fat to fry in fills the same pot; only what the pieces drink goes with the size.".into(),
        );
    }
    said
}
