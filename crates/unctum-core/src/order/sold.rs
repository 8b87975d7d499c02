//! How a shop sells a thing: by its weight, by the litre, or whole.

use serde::Serialize;

use crate::food::{Ingredient, ShelfKind};

/// How a shop sells what is not sold by its weight.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum SoldAs {
    /// Whole: coconuts, eggs, limes.
    Whole {
        /// How many: enough of small ones too.
        count: u32,
        /// What of.
        of: WholeThing,
    },
    /// What is poured, by its volume.
    Poured {
        /// ml, rounded up.
        volume_ml: f64,
    },
}

/// What is sold whole.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum WholeThing {
    /// A coconut.
    Coconut,
    /// An egg, for its yolk too.
    Egg,
    /// A lime.
    Lime,
    /// A banana.
    Banana,
}

/// Less than a strand of saffron is nothing, g.
pub(super) const NOTHING_G: f64 = 0.001;
/// So many millilitres and more are rounded up to a step of so many.
const STEPS_ML: [(f64, f64); 3] = [(1000.0, 100.0), (200.0, 50.0), (0.0, 10.0)];

impl SoldAs {
    /// How so much of an ingredient is sold, and what is bought then, g; none where it is sold by its weight.
    pub(super) fn of(of: &Ingredient, missing_g: f64) -> Option<(Self, f64)> {
        if missing_g <= NOTHING_G {
            return None;
        }
        whole(of, missing_g).or_else(|| poured(of, missing_g))
    }
}

impl std::fmt::Display for SoldAs {
    /// “3 coconuts”, “1.4 l”, “250 ml”.
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self {
            Self::Whole { count, of } => {
                let word = match of {
                    WholeThing::Coconut => "coconut",
                    WholeThing::Egg => "egg",
                    WholeThing::Lime => "lime",
                    WholeThing::Banana => "banana",
                };
                write!(f, "{count} {word}{}", if *count == 1 { "" } else { "s" })
            }
            Self::Poured { volume_ml } if *volume_ml >= 1000.0 => write!(f, "{:.1} l", volume_ml / 1000.0),
            Self::Poured { volume_ml } => write!(f, "{volume_ml:.0} ml"),
        }
    }
}

fn whole(of: &Ingredient, missing_g: f64) -> Option<(SoldAs, f64)> {
    let thing = |word: &str| match (of.shelf, word) {
        (ShelfKind::Egg, _) => Some(WholeThing::Egg),
        (_, "coconut") => Some(WholeThing::Coconut),
        (_, "lime") => Some(WholeThing::Lime),
        (_, "banana") => Some(WholeThing::Banana),
        _ => None,
    };
    let (thing, piece) = of.pieces.iter().find_map(|(word, piece)| Some((thing(word)?, piece)))?;
    // Small ones are as likely as large ones.
    let small_g = (piece.mass_g - piece.sd_g).max(0.5 * piece.mass_g);
    let count = (missing_g / small_g - 1e-9).ceil().max(1.0);
    Some((SoldAs::Whole { count: count as u32, of: thing }, count * piece.mass_g))
}

fn poured(of: &Ingredient, missing_g: f64) -> Option<(SoldAs, f64)> {
    let g_per_ml = of.poured_g_per_ml().filter(|g| *g > 0.0)?;
    let ml = missing_g / g_per_ml;
    let step_ml = STEPS_ML.iter().find(|(from_ml, _)| ml >= *from_ml).map_or(10.0, |s| s.1);
    let volume_ml = (ml / step_ml - 1e-9).ceil() * step_ml;
    Some((SoldAs::Poured { volume_ml }, volume_ml * g_per_ml))
}
