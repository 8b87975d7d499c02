//! How much sweeter than it is written a sweet is made: as she says, or as was learnt of it.

use crate::error::Result;
use crate::formula::Written;
use crate::kitchen::{KitchenDocument, Parameter};
use crate::process::{Book, Method, Step, Sweet, sweetener};
use crate::variation::{Variation, Varied, vary};

/// However it was learnt, a sweet is made no sweeter or less sweet than by so much, as a logarithm.
const MOST_SWEETER: f64 = 0.15;

/// How much sweeter than it is written a sweet is made, as a logarithm: as she says, or as was learnt.
pub(super) struct Sweeter {
    /// What she says herself; 0 if nothing.
    said_ln: f64,
    /// What was learnt, as a change of what sweetens it; none where nothing was, or she says it herself.
    learnt: Option<(f64, Variation)>,
}

impl Sweeter {
    /// None where nothing sweetens it, or it soaks in what does: more or less of that is only more or less to soak in.
    pub(super) fn of(
        sweet: &Sweet,
        method: &Method,
        hers: &[Variation],
        kitchen: &KitchenDocument,
        book: &Book<'_>,
    ) -> Result<Option<Self>> {
        let lines = method.lines(book.larder)?;
        let Some(sweetener) = sweetener(&lines).filter(|_| !method.steps.iter().any(Step::takes_up)) else {
            return Ok(None);
        };
        let said: Vec<f64> = hers.iter().filter_map(|v| v.times_of(&sweetener.ingredient)).collect();
        let learnt = kitchen.known(&Parameter::Sweetness { sweet_key: sweet.key.clone() });
        let learnt = learnt.filter(|_| said.is_empty()).map(|known| {
            let ln = known.value.mean.clamp(-MOST_SWEETER, MOST_SWEETER);
            (ln, Variation::Amount { ingredient: sweetener.ingredient.clone(), times: ln.exp() })
        });
        Ok(Some(Self { said_ln: said.iter().fold(0.0, |sum, times| sum + times.ln()), learnt }))
    }
}

/// A method with her changes and what was learnt of its sweetness, and how much sweeter it is by them, as a logarithm; none
/// where that says nothing. What was learnt never keeps a sweet from being made.
pub(super) fn sweetened(
    written: &Written,
    sweeter: Option<Sweeter>,
    hers: &[Variation],
    book: &Book<'_>,
) -> Result<(Varied, Option<f64>)> {
    let said_ln = sweeter.as_ref().map(|s| s.said_ln);
    if let Some((ln, learnt)) = sweeter.and_then(|s| s.learnt) {
        let all: Vec<Variation> = hers.iter().cloned().chain([learnt]).collect();
        if let Ok(varied) = vary(written, &all, book) {
            return Ok((varied, Some(ln)));
        }
    }
    Ok((vary(written, hers, book)?, said_ln))
}
