//! What rounding for the scale, or measuring in cups, does to strength and yield.

use std::collections::BTreeMap;

use serde::Serialize;

use crate::process::{Balance, FormulaLine, Method, Setting, balance};

/// How strong a syrup starts.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Strength {
    /// Key of the step.
    pub step: String,
    /// Title of the step.
    pub title: String,
    /// With the exact amounts, 0–1.
    pub exact_frac: f64,
    /// With the amounts rounded for the scale, 0–1.
    pub weighed_frac: f64,
    /// With the amounts measured in her cups, 0–1.
    pub measured_frac: f64,
}

/// What rounding does.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Rounding {
    /// The syrups.
    pub syrups: Vec<Strength>,
    /// Finished mass with the rounded amounts, g; none if they do not work out.
    pub weighed_g: Option<f64>,
    /// Finished mass with the measured amounts, g; none if they do not work out.
    pub measured_g: Option<f64>,
    /// Sugars in the finished sweet: exact, weighed, measured, 0–1.
    #[cfg_attr(feature = "schema", schema(min_items = 3, max_items = 3))]
    pub sugars_frac: [f64; 3],
}

/// The method with every amount of an ingredient multiplied by its factor.
fn with_factors(method: &Method, factors: &BTreeMap<&str, f64>) -> Method {
    let mut changed = method.clone();
    for entry in changed.steps.iter_mut().flat_map(|s| &mut s.inputs) {
        if let Some(factor) = factors.get(entry.ingredient.as_str()) {
            entry.amount_g *= factor;
        }
    }
    changed
}

pub(crate) fn rounding(
    method: &Method,
    exact: &Balance,
    lines: &[FormulaLine],
    setting: &Setting<'_>,
) -> Rounding {
    let changed = |to: fn(&FormulaLine) -> f64| {
        let factors = lines.iter().map(|l| (l.ingredient.as_str(), to(l) / l.amount_g)).collect();
        with_factors(method, &factors)
    };
    let weighed = balance(&changed(|l| l.weigh_g), setting.larder, setting.ladder).ok();
    let measured = changed(|l| l.measured.as_ref().map_or(l.weigh_g, |m| m.mass.mass_g));
    let measured = balance(&measured, setting.larder, setting.ladder).ok();
    let start = |b: Option<&Balance>, key: &str| {
        b.and_then(|b| b.step(key)).map_or(f64::NAN, |s| s.start.charge().solids_frac())
    };
    let sugars = |b: Option<&Balance>| b.map_or(f64::NAN, |b| b.finished.composition().sugars_frac());
    let finite = |value: f64, instead: f64| if value.is_finite() { value } else { instead };
    let exact_sugars = sugars(Some(exact));
    Rounding {
        syrups: method
            .steps
            .iter()
            .filter(|s| s.stage().is_some())
            .map(|s| {
                let exact_frac = start(Some(exact), &s.key);
                Strength {
                    step: s.key.clone(),
                    title: s.title.clone(),
                    exact_frac,
                    weighed_frac: finite(start(weighed.as_ref(), &s.key), exact_frac),
                    measured_frac: finite(start(measured.as_ref(), &s.key), exact_frac),
                }
            })
            .collect(),
        weighed_g: weighed.as_ref().map(|b| b.finished_g),
        measured_g: measured.as_ref().map(|b| b.finished_g),
        sugars_frac: [
            exact_sugars,
            finite(sugars(weighed.as_ref()), exact_sugars),
            finite(sugars(measured.as_ref()), exact_sugars),
        ],
    }
}
