//! The way of the most likely pan from the heat on, looked back at once everything was seen.

use std::collections::BTreeSet;

use serde::Serialize;

use crate::estimate::fit::Bench;
use crate::estimate::path::Way;
use crate::estimate::question::Question;

/// A pan at a moment of its way.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WayPoint {
    /// Since the heat went on, s.
    pub at_s: f64,
    /// Water in it, g.
    pub water_g: f64,
    /// Strength, 0–1.
    pub solids_frac: f64,
    /// Temperature, °C.
    pub liquid_c: f64,
}

/// So many points of the way of the most likely pan, evenly from the heat on to the moment of the question.
///
/// Costs a fit (some 2 ms) and some 0.1 ms a point.
#[must_use]
pub fn looked_back(q: &Question<'_>, points: usize) -> Vec<WayPoint> {
    let bench = Bench::of(q);
    let pan = bench.unknowns.pan(&bench.fit().z);
    let last = points.max(2) - 1;
    let at = |i: usize| {
        let at_s = q.now_s * i as f64 / last as f64;
        let until = Question { now_s: at_s, ..*q };
        let way = Way::of(&until, &bench.unknowns, &BTreeSet::new());
        let path = way.follow(&until, &bench.table, &pan);
        WayPoint {
            at_s,
            water_g: path.now.water_g,
            solids_frac: path.quick.solids_frac(path.now.water_g),
            liquid_c: path.now.liquid_c,
        }
    };
    (0..=last).map(at).collect()
}
