//! Grams and the cook's own cups, spoons and pieces, each way, with the spread of her hand. How an amount
//! is best told to that hand stands in [`crate::food::by_hand`].

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::food::ingredient::Ingredient;
use crate::numeric::Spread;

/// Volume of a pinch between two fingers, ml, and its standard deviation.
pub(crate) const PINCH_ML: (f64, f64) = (0.3, 0.1);
/// A heaped spoon or cup against a level one, and its standard deviation.
const HEAPED: (f64, f64) = (1.35, 0.15);
/// Below this, g, a kitchen scale hardly tells an amount: it is told by hand first, and its grams to two figures.
pub(crate) const SCALE_TELLS_G: f64 = 2.5;
/// Nothing is rounded to more than this share of what it is.
const MOST_OVER: f64 = 1.1;

/// What something is measured in.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
pub enum Unit {
    /// Grams.
    Gram,
    /// A volume, level or heaped.
    Volume {
        /// What one holds, level, ml.
        volume_ml: f64,
        /// Standard deviation of one measuring, ml.
        #[serde(default)]
        volume_sd_ml: f64,
        /// Whether it is heaped.
        #[serde(default)]
        heaped: bool,
    },
    /// Pieces of a kind the ingredient is counted in.
    Piece {
        /// The kind: pod, clove, egg.
        piece: String,
    },
    /// A pinch.
    Pinch,
}

/// Mass of one `unit` of the ingredient in a state, g, with its standard deviation.
fn one_g(ingredient: &Ingredient, unit: &Unit, state: Option<&str>) -> Result<(f64, f64)> {
    let volume = |ml: f64, sd_ml: f64, factor: (f64, f64)| -> Result<(f64, f64)> {
        let density = ingredient.density(state)?;
        let mass_g = ml * factor.0 * density.g_per_ml;
        let spread = (sd_ml / ml).hypot(density.sd_frac).hypot(factor.1 / factor.0);
        Ok((mass_g, mass_g * spread))
    };
    match unit {
        Unit::Gram => Ok((1.0, 0.0)),
        Unit::Volume { volume_ml, volume_sd_ml, heaped } => {
            let ml = within("The cup", *volume_ml, 0.005, 2000.0, "ml")?;
            let sd_ml = within("The spread of the cup", *volume_sd_ml, 0.0, ml, "ml")?;
            volume(ml, sd_ml, if *heaped { HEAPED } else { (1.0, 0.0) })
        }
        Unit::Pinch => volume(PINCH_ML.0, PINCH_ML.1, (1.0, 0.0)),
        Unit::Piece { piece } => ingredient
            .pieces
            .get(piece)
            .map(|p| (p.mass_g, p.sd_g))
            .ok_or_else(|| CoreError::Unknown { kind: "piece of this ingredient", name: piece.clone() }),
    }
}

/// What `count` (0–100,000) of a unit weigh, g. Cups of one hand err alike, so their spread grows with
/// the count; pieces differ one by one, so theirs grows with its root.
///
/// # Errors
/// A count out of range; a state or piece that the ingredient is not known in.
pub fn to_grams(ingredient: &Ingredient, count: f64, unit: &Unit, state: Option<&str>) -> Result<Spread> {
    let count = within("The amount", count, 0.0, 100_000.0, "")?;
    let (one, sd) = one_g(ingredient, unit, state)?;
    let sd_g = if matches!(unit, Unit::Piece { .. }) { sd * count.sqrt() } else { sd * count };
    let mass_g = Spread::about(one * count, sd_g);
    Ok(Spread { low: mass_g.low.max(0.0), ..mass_g })
}

/// How many of a unit make `mass_g` (0–100,000 g).
///
/// # Errors
/// As [`to_grams`].
pub fn from_grams(ingredient: &Ingredient, mass_g: f64, unit: &Unit, state: Option<&str>) -> Result<f64> {
    let mass_g = within("The amount", mass_g, 0.0, 100_000.0, "g")?;
    Ok(mass_g / one_g(ingredient, unit, state)?.0)
}

/// A mass rounded to what a kitchen scale shows well: 5 g from 50 g up, 1 g from 5 g, half a gram from 2.5 g. What is
/// less keeps two figures, whatever that is: it is never rounded up by more than a twentieth, and never to nothing.
///
/// ```
/// use unctum_core::food::measure::round_to_scale_g;
/// assert_eq!([round_to_scale_g(252.0), round_to_scale_g(7.4), round_to_scale_g(2.8)], [250.0, 7.0, 3.0]);
/// assert_eq!([round_to_scale_g(0.263), round_to_scale_g(0.01)], [0.26, 0.01]);
/// ```
#[must_use]
pub fn round_to_scale_g(mass_g: f64) -> f64 {
    let step = match mass_g {
        m if m >= 50.0 => 5.0,
        m if m >= 5.0 => 1.0,
        m if m >= SCALE_TELLS_G => 0.5,
        m if m > 0.0 => return two_figures(m),
        _ => return 0.0,
    };
    (mass_g / step).round() * step
}

/// A positive number to two significant figures, as it is written.
fn two_figures(value: f64) -> f64 {
    format!("{value:.1e}").parse().unwrap_or(value)
}

/// Grams as they are written where they are measured out: whole from 10 g, tenths from 1 g, two figures below.
#[must_use]
pub fn dose_words(mass_g: f64) -> String {
    match mass_g {
        m if m >= 9.95 => format!("{m:.0} g"),
        m if m >= 0.995 => format!("{m:.1} g").replace(".0 g", " g"),
        m if m > 0.0 => format!("{} g", two_figures(m)),
        _ => "0 g".to_owned(),
    }
}

/// Parts of one ingredient rounded for the scale, so that together they come to the rounded whole: the
/// largest takes what rounding the others leaves.
#[must_use]
pub fn round_parts_to_scale_g(parts_g: &[f64]) -> Vec<f64> {
    let mut rounded: Vec<f64> = parts_g.iter().map(|g| round_to_scale_g(*g)).collect();
    let largest = (0..parts_g.len()).max_by(|a, b| parts_g[*a].total_cmp(&parts_g[*b]));
    if let Some(largest) = largest {
        let others_g = rounded.iter().sum::<f64>() - rounded[largest];
        let left_g = round_to_scale_g(parts_g.iter().sum()) - others_g;
        // Where that is too much, or far too little, they stand as they are.
        if (0.5 * parts_g[largest]..=MOST_OVER * parts_g[largest]).contains(&left_g) {
            rounded[largest] = left_g;
        }
    }
    rounded
}
