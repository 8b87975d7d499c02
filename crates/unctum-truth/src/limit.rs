//! How near anybody could land: what a cook's readings tell at most, to somebody who knows the equations of the hidden
//! pan itself and is unsure only of what is truly unknown in them.
//!
//! Each unknown of an evening is a standard normal; the hidden pan is followed once as it is and once with each of them
//! moved a little. Readings and landing being so far straight lines in the unknowns, what is left of the landing's doubt
//! after the readings follows by one solution (the bound of Bayes and Cramér–Rao). A belief that is held against the same
//! evenings cannot land nearer on the whole; how much farther it lands is what it could still gain.

use unctum_core::numeric::Rng;
use unctum_core::sim::{World, off};

use crate::evening::Evening;
use crate::evidence::Evidence;
use crate::felt::{Story, Unknown};
use crate::kitchen::STAGES;
use crate::straight::Doubt;
use crate::table::side_by_side;

/// What is unknown of an evening at a stove that was told and never used before.
fn unknowns(ring_sd: f64, stretches: usize) -> Vec<Unknown> {
    let mut all = vec![
        Unknown::Solids { sd: off::SOLIDS },
        Unknown::Water { sd: off::WATER },
        Unknown::Pressure,
        Unknown::Room,
        Unknown::Metal,
        Unknown::Ring { sd: ring_sd },
        Unknown::Stored,
        Unknown::Loss { sd: off::LOSS },
        Unknown::VapourShare,
        Unknown::VapourWarms,
        Unknown::Passing,
        Unknown::Surface,
        Unknown::Lit,
        Unknown::String,
        Unknown::Probe,
        Unknown::Tare,
    ];
    all.extend((0..stretches).map(Unknown::Flicker));
    all
}

/// Standard deviation of the landing that is left when it is called, 0–1, readings all taken in.
fn left(world: &World, ring_sd: f64, story: &Story) -> f64 {
    let unknowns = unknowns(ring_sd, story.stretches());
    let slopes = story.slopes(world, &unknowns);
    let mut doubt = Doubt::unread(unknowns.len());
    for slope in &slopes.reads {
        doubt.read(slope);
    }
    doubt.left(&slopes.landing)
}

/// How near anybody could land with this evidence, in stages to either side of the aim: 80 of 100 land within it, of all
/// evenings and of those boiled to each of the stages.
#[derive(Debug, Clone, Copy)]
pub struct Limit {
    /// Of all.
    pub all: f64,
    /// Of one string, two strings, a soft ball.
    pub by_stage: [f64; 3],
}

/// The limit of so many evenings of a table's row.
#[must_use]
pub fn limit(evidence: Evidence, cooks: u64, seed: u64) -> Limit {
    let left = side_by_side(cooks, |i| {
        let evening = Evening::of(seed + i, evidence);
        let (world, setup) = evening.as_it_is();
        let outcome = evening.happens(evidence, None);
        let story = Story::of(outcome)?;
        let stage = setup.syrup?.stage;
        let of = setup.ladder.of(stage);
        let ring_sd = setup.ring.efficiency_sd / setup.ring.efficiency_frac;
        let sd = left(&world, ring_sd, &story) / (of.high_frac - of.low_frac);
        Some((stage, sd))
    });
    let left: Vec<_> = left.into_iter().flatten().collect();
    let of = |stage| left.iter().filter(|(s, _)| *s == stage).map(|(_, sd)| *sd).collect::<Vec<f64>>();
    Limit {
        all: end_of_80(&left.iter().map(|(_, sd)| *sd).collect::<Vec<f64>>()),
        by_stage: STAGES.map(|s| end_of_80(&of(s))),
    }
}

/// Half of the middle 80 % of as many from normal distributions of these widths about nothing.
fn end_of_80(sds: &[f64]) -> f64 {
    const CHANCES: u32 = 400;
    let mut all: Vec<f64> = Vec::new();
    let mut rng = Rng::of(1);
    for _ in 0..CHANCES {
        all.extend(sds.iter().map(|sd| sd * rng.normal()));
    }
    all.sort_by(f64::total_cmp);
    let last = all.len().saturating_sub(1) as f64;
    all.get((0.9 * last).round() as usize).copied().unwrap_or(f64::NAN)
}
