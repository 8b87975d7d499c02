//! How much: by pieces, by mass, by an ingredient, by a tray, by a pan, by what is in stock, by cups.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::food::{Parts, thermal};
use crate::process::{Balance, Method, Purpose, Setting, Shape, Variation, balance};

/// Temperature at which the size of a finished piece is told, °C.
const TOLD_AT_C: f64 = 30.0;
/// Share of a sheet that whole pieces take; the rest is edge.
const WHOLE_FRAC: f64 = 0.94;

/// How much to make.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
pub enum Size {
    /// So many times what the method is written for.
    Times {
        /// 0.01–200.
        factor: f64,
    },
    /// So many pieces.
    Pieces {
        /// 1–20,000.
        count: f64,
    },
    /// So much of the finished sweet.
    Mass {
        /// g.
        finished_g: f64,
    },
    /// So much of one ingredient.
    Ingredient {
        /// Its key.
        ingredient: String,
        /// g.
        amount_g: f64,
    },
    /// One tray full.
    Tray {
        /// Inner length, cm.
        length_cm: f64,
        /// Inner width, cm.
        width_cm: f64,
        /// Inner height, cm.
        height_cm: f64,
        /// Thickness, mm; that of the method if left out.
        #[serde(default)]
        thickness_mm: Option<f64>,
    },
    /// As much as one pan takes without coming over.
    Pan {
        /// Volume of the pan to its rim, ml.
        capacity_ml: f64,
    },
    /// As much as the stock allows.
    Stock {
        /// What there is, g by ingredient; what is not named is not short.
        have_g: BTreeMap<String, f64>,
    },
    /// By a cup, for a method told in equal measures.
    Cups {
        /// The cup, ml.
        cup_ml: f64,
        /// How many of them for one part.
        count: f64,
    },
}

impl Size {
    /// The same size of the changed method: 400 g of cashews are 400 g of what replaces them.
    #[must_use]
    pub fn after(&self, changes: &[Variation]) -> Self {
        let follow = |key: &str| {
            changes.iter().fold(key.to_owned(), |now, change| match change {
                Variation::Swap { from, to, .. } if *from == now => to.clone(),
                _ => now,
            })
        };
        match self {
            Self::Ingredient { ingredient, amount_g } => {
                Self::Ingredient { ingredient: follow(ingredient), amount_g: *amount_g }
            }
            Self::Stock { have_g } => {
                Self::Stock { have_g: have_g.iter().map(|(key, g)| (follow(key), *g)).collect() }
            }
            other => other.clone(),
        }
    }
}

/// What the finished sweet comes to in pieces.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PieceFigures {
    /// Whole pieces; none where it is used by weight.
    pub count: Option<f64>,
    /// Mass of one, g.
    pub piece_g: Option<f64>,
    /// Edges left over, g.
    pub edges_g: f64,
    /// Area of the sheet, cm².
    pub sheet_cm2: Option<f64>,
    /// Thickness of the sheet, mm.
    pub thickness_mm: Option<f64>,
    /// Diameter of a ball, mm.
    pub diameter_mm: Option<f64>,
    /// Volume of the whole, ml.
    pub volume_ml: f64,
}

fn volume_ml(finished: &Parts, air_frac: f64) -> f64 {
    let density = thermal(&finished.composition().makeup(), TOLD_AT_C).density_kg_m3 / 1000.0;
    finished.total_g() / density / (1.0 - air_frac)
}

/// Pieces of a finished mass.
#[must_use]
pub fn pieces_of(shape: &Shape, finished: &Parts) -> PieceFigures {
    let finished_g = finished.total_g();
    let bare = PieceFigures {
        count: None,
        piece_g: None,
        edges_g: 0.0,
        sheet_cm2: None,
        thickness_mm: None,
        diameter_mm: None,
        volume_ml: volume_ml(finished, 0.0),
    };
    // A hair below a whole piece is a whole piece.
    let whole = |n: f64| (n + 1e-6).floor();
    match *shape {
        Shape::Slab { thickness_mm, piece_cm2, air_frac } => {
            let volume_ml = volume_ml(finished, air_frac);
            let sheet_cm2 = volume_ml / (thickness_mm / 10.0);
            let piece_g = finished_g * piece_cm2 / sheet_cm2;
            let count = whole(WHOLE_FRAC * sheet_cm2 / piece_cm2);
            PieceFigures {
                count: Some(count),
                piece_g: Some(piece_g),
                edges_g: finished_g - count * piece_g,
                sheet_cm2: Some(sheet_cm2),
                thickness_mm: Some(thickness_mm),
                volume_ml,
                ..bare
            }
        }
        Shape::Balls { piece_g, air_frac } => {
            let volume_ml = volume_ml(finished, air_frac);
            let one_ml = volume_ml * piece_g / finished_g;
            let count = whole(finished_g / piece_g);
            PieceFigures {
                count: Some(count),
                piece_g: Some(piece_g),
                edges_g: finished_g - count * piece_g,
                diameter_mm: Some(10.0 * (6.0 * one_ml / std::f64::consts::PI).cbrt()),
                volume_ml,
                ..bare
            }
        }
        Shape::Pieces { piece_g } | Shape::Spooned { piece_g } => {
            let count = whole(finished_g / piece_g);
            PieceFigures {
                count: Some(count),
                piece_g: Some(piece_g),
                edges_g: finished_g - count * piece_g,
                ..bare
            }
        }
        Shape::Loose => bare,
    }
}

/// Times the method as written that `size` asks for, 0.01–200.
///
/// # Errors
/// A size out of range; [`CoreError::DoesNotFit`] for a tray smaller than a piece or lower than the
/// slab; [`CoreError::Unknown`] for an ingredient that the method does not use.
pub fn size_factor(method: &Method, written: &Balance, size: &Size, setting: &Setting<'_>) -> Result<f64> {
    let finished_g = written.finished_g;
    let no_fit = |words: String| Err(CoreError::DoesNotFit(words));
    let factor = match size {
        Size::Times { factor } => *factor,
        Size::Pieces { count } => {
            let count = within("The number of pieces", *count, 1.0, 20_000.0, "pieces")?;
            let Some(piece_g) = pieces_of(&method.shape, &written.finished).piece_g else {
                return no_fit("It is used by weight, not by the piece. Say how many grams.".into());
            };
            let whole = if matches!(method.shape, Shape::Slab { .. }) { WHOLE_FRAC } else { 1.0 };
            count * piece_g / whole / finished_g
        }
        Size::Mass { finished_g: wanted_g } => {
            within("The finished mass", *wanted_g, 1.0, 200_000.0, "g")? / finished_g
        }
        Size::Ingredient { ingredient, amount_g } => {
            let amount_g = within("The amount", *amount_g, 0.1, 100_000.0, "g")?;
            grown(method, written, setting, ingredient)?.factor(amount_g)?
        }
        Size::Tray { length_cm, width_cm, height_cm, thickness_mm } => {
            let area_cm2 = within("The length of the tray", *length_cm, 1.0, 200.0, "cm")?
                * within("The width of the tray", *width_cm, 1.0, 200.0, "cm")?;
            let height_cm = within("The height of the tray", *height_cm, 0.2, 30.0, "cm")?;
            let Shape::Slab { thickness_mm: usual_mm, piece_cm2, .. } = method.shape else {
                return no_fit("It is not set in a tray. Say how many pieces or grams.".into());
            };
            let thickness_mm = within("The thickness", thickness_mm.unwrap_or(usual_mm), 1.0, 100.0, "mm")?;
            if area_cm2 < piece_cm2 {
                return no_fit(format!(
                    "The tray has {area_cm2:.0} cm², less than one piece of {piece_cm2:.0} cm². Take a larger tray or smaller pieces."
                ));
            }
            if thickness_mm > 10.0 * height_cm {
                return no_fit(format!(
                    "A slab of {thickness_mm:.0} mm stands over the rim of a tray {:.0} mm high. Take a higher tray or pour it thinner.",
                    10.0 * height_cm
                ));
            }
            let full_ml = area_cm2 * thickness_mm / 10.0;
            full_ml / pieces_of(&method.shape, &written.finished).volume_ml
        }
        Size::Pan { capacity_ml } => {
            let capacity_ml = within("The pan", *capacity_ml, 50.0, 100_000.0, "ml")?;
            let fullest = fullest(method, written);
            if fullest <= 0.0 {
                return no_fit("Nothing of it is cooked in a pan. Say how many pieces or grams.".into());
            }
            capacity_ml / fullest
        }
        Size::Stock { have_g } => scarcest(method, written, have_g, setting)?.0,
        Size::Cups { cup_ml, count } => {
            let cup_ml = within("The cup", *cup_ml, 20.0, 1000.0, "ml")?;
            let count = within("The number of cups", *count, 0.1, 100.0, "cups")?;
            let Some(equal) = &method.equal_measures else {
                return no_fit(
                    "This method is not told in equal measures. Say how many pieces or grams.".into(),
                );
            };
            cup_ml * count / equal.cup_ml
        }
    };
    within("The size of the batch", factor, 0.01, 200.0, "times the method as written")
}

/// How the amount of an ingredient follows the size: what stays whatever the size, and what each time
/// the method as written adds.
struct Grown {
    name: String,
    stays_g: f64,
    grows_g: f64,
}

impl Grown {
    /// The size that uses exactly `amount_g`.
    fn factor(&self, amount_g: f64) -> Result<f64> {
        if self.grows_g <= 1e-9 {
            return Err(CoreError::DoesNotFit(format!(
                "{} does not grow with the batch. Go by something else.",
                self.name
            )));
        }
        let factor = (amount_g - self.stays_g) / self.grows_g;
        if factor <= 0.0 {
            return Err(CoreError::DoesNotFit(format!(
                "Pot and tray alone take {:.0} g of {}. Have more of it, or go by something else.",
                self.stays_g,
                self.name.to_lowercase()
            )));
        }
        Ok(factor)
    }
}

fn grown(method: &Method, written: &Balance, setting: &Setting<'_>, ingredient: &str) -> Result<Grown> {
    let line = |method: &Method| {
        let mut lines = method.lines(setting.larder)?.into_iter();
        lines
            .find(|l| l.ingredient == ingredient)
            .ok_or_else(|| CoreError::Unknown { kind: "ingredient of this method", name: ingredient.into() })
    };
    let (once, twice) = (line(method)?, line(&scaled(method, written, 2.0))?);
    let grows_g = twice.mass_g - once.mass_g;
    Ok(Grown { stays_g: once.mass_g - grows_g, grows_g, name: once.name })
}

/// The size that the stock allows, and the name of what runs out first.
///
/// # Errors
/// [`CoreError::DoesNotFit`] if nothing is told or too little is there even for pot and tray.
pub(crate) fn scarcest(
    method: &Method,
    written: &Balance,
    have_g: &BTreeMap<String, f64>,
    setting: &Setting<'_>,
) -> Result<(f64, String)> {
    let mut least: Option<(f64, String)> = None;
    for (ingredient, have_g) in have_g {
        let have_g = within("What is in stock", *have_g, 0.0, 1_000_000.0, "g")?;
        let needs = grown(method, written, setting, ingredient)?;
        // What only pot and tray take is short or it is not; it sets no size.
        if needs.grows_g <= 1e-9 && have_g >= needs.stays_g {
            continue;
        }
        let factor = needs.factor(have_g)?;
        if least.as_ref().is_none_or(|(so_far, _)| factor < *so_far) {
            least = Some((factor, needs.name));
        }
    }
    least.ok_or_else(|| {
        CoreError::DoesNotFit("Say of at least one ingredient of the mass how much there is.".into())
    })
}

/// Pan volume, ml, that the method as written needs at its fullest step, fill limits included.
pub(crate) fn fullest(method: &Method, written: &Balance) -> f64 {
    method
        .steps
        .iter()
        .filter_map(|step| Some((step.kind.fill_limit_frac()?, written.step(&step.key)?)))
        .map(|(limit, b)| contents_ml(b) / limit)
        .fold(0.0, f64::max)
}

/// Volume of mass and medium of a step at the start, ml.
pub(crate) fn contents_ml(step: &crate::process::StepBalance) -> f64 {
    let density = thermal(&step.start.composition().makeup(), 60.0).density_kg_m3 / 1000.0;
    let mass_ml = if step.start_g > 0.0 { step.start_g / density } else { 0.0 };
    mass_ml + step.medium_g
}

/// The method multiplied by `factor`. The pot to fry in stays as full as it was: it gets only what the
/// pieces drink more; tray and paper stay what they are.
#[must_use]
pub fn scaled(method: &Method, written: &Balance, factor: f64) -> Method {
    let mut scaled = method.scaled(factor);
    for step in &mut scaled.steps {
        let drunk_g = written.step(&step.key).map_or(0.0, |b| b.taken_up_g);
        if let Some(fat) = step.inputs.iter_mut().find(|e| e.purpose == Purpose::Frying) {
            fat.amount_g += drunk_g * (factor - 1.0);
        }
    }
    scaled
}

/// The balance of the method as written.
pub(crate) fn written(method: &Method, setting: &Setting<'_>) -> Result<Balance> {
    balance(method, setting.larder, setting.ladder)
}
