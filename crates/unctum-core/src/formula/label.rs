//! What has to stand on a box: name, ingredients by weight, allergens, how long it keeps and where.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::formula::weighed::LineUse;
use crate::formula::whole::Formula;
use crate::keep::Keep;
use crate::process::Purpose;

/// The box that a label is for.
#[derive(Debug, Clone, Copy, PartialEq, Default, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct BoxAsk {
    /// Pieces in it, 1–1000; what is not counted goes in whole.
    #[serde(default)]
    pub pieces: Option<u32>,
    /// When it was made, ms since 1970.
    pub made_ms: i64,
}

/// A box with its day.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Boxed {
    /// Pieces in it; none where they are not counted.
    pub pieces: Option<u32>,
    /// What is in it, g.
    pub net_g: f64,
    /// When it was made, ms since 1970.
    pub made_ms: i64,
    /// Until when it is at its best, or has to be eaten, ms since 1970.
    pub until_ms: i64,
}

/// An ingredient on a label.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LabelLine {
    /// Name.
    pub name: String,
    /// How much of it went into the whole batch, g.
    pub mass_g: f64,
}

/// What has to stand on a box.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Label {
    /// Ingredients, the heaviest first.
    pub ingredients: Vec<LabelLine>,
    /// Allergens.
    pub allergens: Vec<String>,
    /// One piece, g, if it is counted.
    pub piece_g: Option<f64>,
    /// All of it, g.
    pub finished_g: f64,
    /// Where to keep it.
    pub storage: String,
    /// Days until which it is at its best, kept so.
    pub best_days: f64,
    /// Whether it has to be eaten by then: what has to be cold is no matter of taste.
    pub use_by: bool,
    /// The box it stands on, if one was asked for.
    pub boxed: Option<Boxed>,
}

const DAY_MS: f64 = 24.0 * 3_600_000.0;
const MOST_PIECES: u32 = 1000;

impl Label {
    /// The same for a box.
    ///
    /// # Errors
    /// A box of no pieces, or of more than any holds; a day before there were days.
    pub fn on_a_box(self, ask: &BoxAsk) -> Result<Self> {
        let pieces = ask.pieces.unwrap_or(1);
        within("The number of pieces in a box", f64::from(pieces), 1.0, f64::from(MOST_PIECES), "pieces")?;
        within("The day it was made", ask.made_ms as f64, 0.0, 32_503_680_000_000.0, "ms")?;
        let boxed = Boxed {
            pieces: self.piece_g.map(|_| pieces),
            net_g: self.piece_g.map_or(self.finished_g, |g| f64::from(pieces) * g),
            made_ms: ask.made_ms,
            until_ms: ask.made_ms + (self.best_days * DAY_MS) as i64,
        };
        Ok(Self { boxed: Some(boxed), ..self })
    }
}

/// Water that was put in is named when so much of the finished sweet is water, as a share.
const NAMED_WATER_FRAC: f64 = 0.05;

/// Where to keep it, for how many days, and whether that is the last day.
fn kept(keep: &Keep) -> (&'static str, f64, bool) {
    if keep.room_days >= 1.0 {
        ("Cool, dry and closed; not in the sun.", keep.room_days, false)
    } else {
        ("In the refrigerator, below 5 °C, closed.", keep.cold_days, true)
    }
}

impl Formula {
    /// What has to stand on a box of it. Local rules come first.
    #[must_use]
    pub fn label(&self) -> Label {
        let drunk_frac = |use_: &LineUse| match use_.purpose {
            Purpose::Mass | Purpose::Garnish => 1.0,
            // Of what it lay in, and of the fat it fried in, only what it drank; of what greases, nothing to speak of.
            Purpose::Medium | Purpose::Frying => {
                let step = self.steps.iter().find(|s| s.step == use_.step);
                step.map_or(
                    0.0,
                    |s| if s.medium_g > 0.0 { (s.taken_up_g / s.medium_g).min(1.0) } else { 0.0 },
                )
            }
            Purpose::Greasing => 0.0,
        };
        let water_g = self.finished_g * self.composition.water_frac;
        let named = |name: &str, mass_g: f64| LabelLine { name: name.to_owned(), mass_g };
        let mut ingredients: Vec<LabelLine> = self
            .lines
            .iter()
            .map(|line| {
                let mass_g = line.uses.iter().map(|u| u.amount_g * drunk_frac(u)).sum();
                // What boiled away is in no box.
                if line.ingredient == "water" {
                    let stays = self.composition.water_frac >= NAMED_WATER_FRAC;
                    named(&line.name, if stays { f64::min(mass_g, water_g) } else { 0.0 })
                } else {
                    named(&line.name, mass_g)
                }
            })
            .filter(|l| l.mass_g > 0.0)
            .collect();
        ingredients.sort_by(|a, b| b.mass_g.total_cmp(&a.mass_g).then_with(|| a.name.cmp(&b.name)));
        let (storage, best_days, use_by) = kept(&self.finish.keep);
        Label {
            ingredients,
            allergens: self.allergens.clone(),
            piece_g: self.pieces.piece_g,
            finished_g: self.finished_g,
            storage: storage.to_owned(),
            best_days,
            use_by,
            boxed: None,
        }
    }
}
