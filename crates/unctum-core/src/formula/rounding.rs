//! What rounding for the scale, or measuring in cups, does to strength and yield.

use serde::Serialize;

use crate::formula::weighed::Weighed;
use crate::formula::written::Written;
use crate::process::Book;

/// How strong a syrup starts.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StartStrength {
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
    pub syrups: Vec<StartStrength>,
    /// Finished mass with the rounded amounts, g; none if they do not work out.
    pub weighed_g: Option<f64>,
    /// Finished mass with the measured amounts, g; none if they do not work out.
    pub measured_g: Option<f64>,
    /// Sugars in the finished sweet: exact, weighed, measured, 0–1.
    #[cfg_attr(feature = "schema", schema(min_items = 3, max_items = 3))]
    pub sugars_frac: [f64; 3],
}

fn start_frac(of: &Written, step: &str) -> Option<f64> {
    of.balance().step(step).map(|s| s.start.charge().solids_frac())
}

impl Weighed {
    /// What rounding does.
    #[must_use]
    pub fn rounding(&self, book: &Book<'_>) -> Rounding {
        let exact = &self.at.written;
        let weighed = self.poured(true, book).ok();
        let measured = self.poured(false, book).ok();
        let sugars = |of: &Written| of.balance().finished.composition().sugars_frac();
        let sugars_or = |of: Option<&Written>| of.map_or(sugars(exact), sugars);
        let syrups = exact.method().steps.iter().filter(|s| s.stage().is_some()).map(|s| {
            let exact_frac = start_frac(exact, &s.key).unwrap_or_default();
            let or_exact =
                |of: Option<&Written>| of.and_then(|w| start_frac(w, &s.key)).unwrap_or(exact_frac);
            StartStrength {
                step: s.key.clone(),
                title: s.title.clone(),
                exact_frac,
                weighed_frac: or_exact(weighed.as_ref()),
                measured_frac: or_exact(measured.as_ref()),
            }
        });
        Rounding {
            syrups: syrups.collect(),
            weighed_g: weighed.as_ref().map(|w| w.balance().finished_g),
            measured_g: measured.as_ref().map(|w| w.balance().finished_g),
            sugars_frac: [sugars(exact), sugars_or(weighed.as_ref()), sugars_or(measured.as_ref())],
        }
    }
}
