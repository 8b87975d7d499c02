//! Every stage in every school's terms, for one syrup in one pan: fingers, thermometer, clock, spoon,
//! water, pan, scale.

use serde::Serialize;

use crate::error::Result;
use crate::kitchen::Thermometer;
use crate::numeric::Spread;
use crate::pan::boil_down::{BoilDownQuestion, Runs};
use crate::pan::model::PanModel;
use crate::syrup::physical::brix_refractometer;
use crate::syrup::signs::{Seen, seen};
use crate::syrup::string::string_cm;
use crate::syrup::{Stage, StageKey};

/// One stage, as each school tells it. Lower edge and upper edge.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StageTerms {
    /// Which.
    pub stage: StageKey,
    /// Strength, 0–1.
    pub solids_frac: [f64; 2],
    /// Length of the string, cm.
    pub string_cm: [f64; 2],
    /// What the thermometer shows, °C.
    pub shown_c: [f64; 2],
    /// Pan with contents on the scale, g: heaviest first.
    pub gross_g: [f64; 2],
    /// Refractometer, °Brix; none beyond what one reads.
    pub brix: [Option<f64>; 2],
    /// From the boil, on this flame: when the stage begins, s.
    pub from_boil_s: Option<Spread>,
    /// From when the sugar has dissolved: when the stage begins, s.
    pub from_dissolved_s: Option<f64>,
    /// Spoon, water and pan in the middle of the stage.
    pub seen: Seen,
}

/// Strongest syrup the terms are followed to.
const END_FRAC: f64 = 0.94;

/// The stages after the start of the question's syrup, in all terms.
///
/// # Errors
/// A question that cannot be.
pub fn stage_terms(question: &BoilDownQuestion) -> Result<Vec<StageTerms>> {
    let q = question;
    q.thermometer.iter().try_for_each(Thermometer::check)?;
    let model = PanModel::new(&q.charge, &q.pan, q.air)?;
    let runs = Runs::follow(q, END_FRAC)?;
    let stirred = q.program.iter().any(|c| c.stirring);
    let dissolved_s = runs.mid.dissolved_at_s(&q.charge, stirred);
    let boils_s = runs.mid.boils_at_s;
    let start_frac = q.charge.solids_frac();
    let shown = |w: f64| {
        let true_c = model.boil_c(model.water_at(w));
        q.thermometer.as_ref().map_or(true_c, |t| t.shows_c(true_c))
    };
    let terms = |stage: &Stage| {
        let edges = [stage.low_frac.max(start_frac), stage.high_frac.min(0.97)];
        let begins = model.water_at(edges[0]);
        let ahead = stage.low_frac > start_frac && stage.low_frac < END_FRAC;
        StageTerms {
            stage: stage.key,
            solids_frac: edges,
            string_cm: edges.map(string_cm),
            shown_c: edges.map(shown),
            gross_g: edges.map(|w| model.gross_g(model.water_at(w))),
            brix: edges.map(|w| brix_refractometer(&q.charge.at_strength(w))),
            from_boil_s: boils_s.filter(|_| ahead).map(|boil_s| {
                // Each run counts from its own boil, as the cook does.
                runs.moment_of(|run| run.when_water(begins) - run.boils_at_s.unwrap_or(boil_s))
            }),
            from_dissolved_s: dissolved_s.filter(|_| ahead).map(|d| runs.mid.when_water(begins) - d),
            seen: seen(0.5 * (edges[0] + edges[1]), &q.ladder),
        }
    };
    Ok(q.ladder.stages().iter().filter(|s| s.high_frac > start_frac).map(terms).collect())
}
