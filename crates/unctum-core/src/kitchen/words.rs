//! The things of a kitchen in a cook's words: how strong a ring, how heavy a pan, and whether that was
//! ever measured.

use serde::Serialize;

use crate::kitchen::document::KitchenDocument;
use crate::kitchen::pan::Pan;
use crate::kitchen::ring::Ring;
use crate::kitchen::thermometer::Thermometer;
use crate::kitchen::vessel::Measure;

/// A thing in words.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ThingWords {
    /// What it is like: “strong”, “heavy”.
    pub like: String,
    /// How well that is known: “checked”, “never weighed”.
    pub known: String,
    /// Whether its figures are guesses.
    pub guessed: bool,
}

impl ThingWords {
    fn new(like: &str, guessed: bool, never: &str, known: &str) -> Self {
        Self { like: like.to_owned(), known: if guessed { never } else { known }.to_owned(), guessed }
    }
}

/// All things of a kitchen in words, each list in the order of the kitchen.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct KitchenWords {
    /// The rings.
    pub rings: Vec<ThingWords>,
    /// The pans.
    pub pans: Vec<ThingWords>,
    /// The thermometers.
    pub thermometers: Vec<ThingWords>,
    /// The cups and spoons.
    pub measures: Vec<ThingWords>,
}

/// Heat into the pan, W, from which a ring is medium, strong, very strong.
const STRONG_W: [f64; 3] = [600.0, 1000.0, 1600.0];
/// Heat that base and wall hold, J/K for each m² of base, from which a pan is medium, heavy, very heavy.
const HEAVY_J_K_M2: [f64; 3] = [9_000.0, 15_000.0, 22_000.0];
/// A cup whose spread is above this share of it was never weighed with water.
const WEIGHED_SD: f64 = 0.05;

fn above(value: f64, edges: [f64; 3], words: [&'static str; 4]) -> &'static str {
    words[edges.iter().filter(|edge| value >= **edge).count()]
}

impl Ring {
    /// How strong it is, and whether that was checked with water.
    #[must_use]
    pub fn words(&self) -> ThingWords {
        let like = above(self.net_power_w(1.0), STRONG_W, ["weak", "medium", "strong", "very strong"]);
        let (usual, usual_sd) = self.kind.efficiency();
        let guessed =
            (self.efficiency_frac - usual).abs() < 1e-9 && (self.efficiency_sd - usual_sd).abs() < 1e-9;
        ThingWords::new(like, guessed, "by its plate, never checked", "checked with water")
    }
}

impl Pan {
    /// How heavy it is, and whether it was weighed.
    #[must_use]
    pub fn words(&self) -> ThingWords {
        let held = self.heat_capacity_j_k / self.base_m2();
        let like = above(held, HEAVY_J_K_M2, ["thin", "medium", "heavy", "very heavy"]);
        ThingWords::new(like, !self.weighed, "never weighed", "weighed")
    }
}

impl Thermometer {
    /// Which way it reads, and whether it was checked.
    #[must_use]
    pub fn words(&self) -> ThingWords {
        let like = match self.offset_k {
            k if k > 0.05 => "reads high",
            k if k < -0.05 => "reads low",
            _ => "taken as true",
        };
        ThingWords::new(like, self.offset_k == 0.0, "never checked", "checked in boiling water")
    }
}

impl Measure {
    /// Cup or spoon, and whether it was weighed with water.
    #[must_use]
    pub fn words(&self) -> ThingWords {
        let like = if self.is_cup() { "cup" } else { "spoon" };
        let guessed = self.is_cup() && self.volume_sd_ml > WEIGHED_SD * self.volume_ml;
        ThingWords::new(like, guessed, "never weighed with water", "known")
    }
}

impl KitchenDocument {
    /// All its things in words.
    #[must_use]
    pub fn words(&self) -> KitchenWords {
        KitchenWords {
            rings: self.rings.iter().map(|r| r.ring.words()).collect(),
            pans: self.pans.iter().map(|p| p.pan.words()).collect(),
            thermometers: self.thermometers.iter().map(|t| t.thermometer.words()).collect(),
            measures: self.measures.iter().map(|m| m.measure.words()).collect(),
        }
    }
}
