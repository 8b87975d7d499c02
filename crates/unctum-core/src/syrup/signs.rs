//! What a spoon, a drop in cold water and the pan show at a strength: the same state that the string
//! and the thermometer tell, in the words of other schools.

use serde::Serialize;

use crate::syrup::physical::{density_kg_m3, viscosity_mpa_s};
use crate::syrup::stage::{Ladder, StageKey};

/// What a drop does in a bowl of cold water.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum InWater {
    /// Gone before it reaches the bottom.
    Dissolves,
    /// Lies on the bottom, will not gather.
    Lies,
    /// Gathers to a ball that flattens.
    FlatBall,
    /// A ball that holds and dents.
    FirmBall,
    /// Rings on the bowl.
    HardBall,
    /// Brittle threads.
    Threads,
}

/// What the other schools see.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Seen {
    /// Film left on a spoon held upright for three seconds, mm.
    pub spoon_film_mm: f64,
    /// What the spoon shows.
    pub spoon: &'static str,
    /// What a drop in cold water does.
    pub in_water: InWater,
    /// The same in words.
    pub water: &'static str,
    /// What the pan shows.
    pub pan: &'static str,
}

/// Temperature at which a coated spoon is looked at, °C.
const SPOON_C: f64 = 75.0;
const SPOON_M: f64 = 0.06;
const DRAIN_S: f64 = 3.0;

/// Thickness, mm, of the film a spoon keeps: viscous drainage of a wall, h = √(η·L / (ρ·g·t)).
#[must_use]
pub fn spoon_film_mm(solids_frac: f64) -> f64 {
    let viscosity_pa_s = viscosity_mpa_s(solids_frac, SPOON_C) * 1e-3;
    let weight = density_kg_m3(solids_frac, SPOON_C) * 9.81;
    // No spoon holds more than a few millimetres.
    (1000.0 * (viscosity_pa_s * SPOON_M / (weight * DRAIN_S)).sqrt()).min(6.0)
}

/// What spoon, water and pan show at a strength (0–0.98).
#[must_use]
pub fn seen(solids_frac: f64, ladder: &Ladder) -> Seen {
    let (spoon, in_water, water, pan) = match ladder.at(solids_frac) {
        StageKey::Thin => (
            "runs off at once",
            InWater::Dissolves,
            "gone before it sinks",
            "boils like water, small clear bubbles",
        ),
        StageKey::Sticky => (
            "runs off, the spoon feels tacky",
            InWater::Dissolves,
            "gone before it sinks",
            "bubbles a little slower to burst",
        ),
        StageKey::Coating => (
            "keeps a thin coat; the last drops fall one by one",
            InWater::Dissolves,
            "spreads and is gone with a stir",
            "bubbles crowd the surface",
        ),
        StageKey::OneString => (
            "coats evenly; the last drop hangs",
            InWater::Dissolves,
            "sinks as a drop, gone with a stir",
            "bubbles rise thick, the syrup looks oily",
        ),
        StageKey::TwoString => (
            "falls in a sheet off the edge",
            InWater::Lies,
            "lies on the bottom, blurs slowly",
            "heavy bubbles, slow to settle",
        ),
        StageKey::ThreeString => (
            "falls in a sheet and trails a long thread",
            InWater::Lies,
            "lies there, but will not gather",
            "heavy bubbles that climb on each other",
        ),
        StageKey::SoftBall => (
            "drags a thick coat",
            InWater::FlatBall,
            "gathers to a ball that flattens between the fingers",
            "plops; the spoon leaves a short trail",
        ),
        StageKey::FirmBall => (
            "hangs in a thick coat",
            InWater::FirmBall,
            "a ball that keeps its shape and dents when pressed",
            "the spoon leaves a trail to the bottom",
        ),
        StageKey::HardBall => (
            "sets on the spoon as it cools",
            InWater::HardBall,
            "hard; rings on the bowl",
            "thick, slow, close to taking colour",
        ),
        StageKey::Crack => {
            ("sets like glass", InWater::Threads, "turns to brittle threads", "colour begins at the edge")
        }
    };
    Seen { spoon_film_mm: spoon_film_mm(solids_frac), spoon, in_water, water, pan }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_film_grows_with_strength_and_stays_a_film() {
        let films: Vec<f64> = (0..=98).map(|percent| spoon_film_mm(f64::from(percent) / 100.0)).collect();
        assert!(films.windows(2).all(|pair| pair[1] >= pair[0]), "{films:?}");
        assert!(films[0] > 0.0 && films[98] <= 6.0);
        assert!(films[70] > 0.05 && films[70] < 0.5, "a coat, {} mm", films[70]);
    }
}
