//! How much: by pieces, by mass, by an ingredient, by a tray, by a pan, by what is in stock, by cups.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::formula::pieces::whole_frac;
use crate::formula::written::Written;
use crate::process::{Book, Method, Shape};

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
    /// So much of one ingredient that is poured.
    Volume {
        /// Its key.
        ingredient: String,
        /// ml.
        amount_ml: f64,
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

/// Times the method as written that a size asks for, and the name of what runs out first where it goes by what
/// is in stock.
pub(super) struct Asked {
    pub factor: f64,
    pub runs_out_first: Option<String>,
}

/// What `size` asks for: 0.01–200 times the method as written.
///
/// # Errors
/// A size out of range; [`CoreError::DoesNotFit`] for a tray smaller than a piece or lower than the
/// slab; [`CoreError::Unknown`] for an ingredient that the method does not use.
pub(super) fn asked(written: &Written, size: &Size, book: &Book<'_>) -> Result<Asked> {
    let (method, finished_g) = (written.method(), written.balance().finished_g);
    let mut runs_out_first = None;
    let no_fit = |words: String| Err(CoreError::DoesNotFit(words));
    let factor = match size {
        Size::Times { factor } => *factor,
        Size::Pieces { count } => {
            let count = within("The number of pieces", *count, 1.0, 20_000.0, "pieces")?;
            let Some(piece_g) = written.pieces().piece_g else {
                return no_fit("It is used by weight, not by the piece. Say how many grams.".into());
            };
            count * piece_g / whole_frac(method) / finished_g
        }
        Size::Mass { finished_g: wanted_g } => {
            within("The finished mass", *wanted_g, 1.0, 200_000.0, "g")? / finished_g
        }
        Size::Ingredient { ingredient, amount_g } => {
            let amount_g = within("The amount", *amount_g, 0.1, 100_000.0, "g")?;
            grown(written, book, ingredient)?.factor(amount_g)?
        }
        Size::Volume { ingredient, amount_ml } => {
            let amount_ml = within("The amount", *amount_ml, 0.1, 100_000.0, "ml")?;
            let of = book.larder.get(ingredient)?;
            let Some(g_per_ml) = of.poured_g_per_ml() else {
                return no_fit(format!("{} is not poured. Say how many grams.", of.name));
            };
            grown(written, book, ingredient)?.factor(amount_ml * g_per_ml)?
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
            full_ml / written.pieces().volume_ml
        }
        Size::Pan { capacity_ml } => {
            let capacity_ml = within("The pan", *capacity_ml, 50.0, 100_000.0, "ml")?;
            let fullest = written.fullest_ml();
            if fullest <= 0.0 {
                return no_fit("Nothing of it is cooked in a pan. Say how many pieces or grams.".into());
            }
            capacity_ml / fullest
        }
        Size::Stock { have_g } => {
            let (factor, name) = scarcest(written, have_g, book)?;
            runs_out_first = Some(name);
            factor
        }
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
    let factor = within("The size of the batch", factor, 0.01, 200.0, "times the method as written")?;
    Ok(Asked { factor, runs_out_first })
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

fn grown(written: &Written, book: &Book<'_>, ingredient: &str) -> Result<Grown> {
    let line = |method: &Method| {
        let mut lines = method.lines(book.larder)?.into_iter();
        lines
            .find(|l| l.ingredient == ingredient)
            .ok_or_else(|| CoreError::Unknown { kind: "ingredient of this method", name: ingredient.into() })
    };
    let (once, twice) = (line(written.method())?, line(&written.scaled(2.0))?);
    let grows_g = twice.mass_g - once.mass_g;
    Ok(Grown { stays_g: once.mass_g - grows_g, grows_g, name: once.name })
}

/// The size that the stock allows, and the name of what runs out first.
///
/// # Errors
/// [`CoreError::DoesNotFit`] if nothing is told or too little is there even for pot and tray.
fn scarcest(written: &Written, have_g: &BTreeMap<String, f64>, book: &Book<'_>) -> Result<(f64, String)> {
    let mut least: Option<(f64, String)> = None;
    for (ingredient, have_g) in have_g {
        let have_g = within("What is in stock", *have_g, 0.0, 1_000_000.0, "g")?;
        let needs = grown(written, book, ingredient)?;
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
