//! A method as it is written, with its balance: the two are never apart.

use crate::course::contents_ml;
use crate::error::Result;
use crate::formula::pieces::{PieceFigures, pieces_of};
use crate::process::{Balance, Book, Method, Purpose, balance, with_fat_heated, with_usual_cautions};

/// A method and where its grams go.
#[derive(Debug, Clone, PartialEq)]
pub struct Written {
    method: Method,
    balance: Balance,
}

impl Written {
    /// Works a method through as it is written; its fat is heated before it is fried in, and its steps
    /// carry the usual cautions that follow from what they do.
    ///
    /// # Errors
    /// A method that does not work out.
    pub fn of(method: Method, book: &Book<'_>) -> Result<Self> {
        let method = with_fat_heated(method);
        let balance = balance(&method, book.larder, book.ladder)?;
        let method = with_usual_cautions(method, &balance, book.larder);
        Ok(Self { method, balance })
    }

    /// The method.
    #[must_use]
    pub fn method(&self) -> &Method {
        &self.method
    }

    /// Where its grams go.
    #[must_use]
    pub fn balance(&self) -> &Balance {
        &self.balance
    }

    /// What it comes to in pieces.
    #[must_use]
    pub fn pieces(&self) -> PieceFigures {
        pieces_of(&self.method, &self.balance.finished)
    }

    /// Pan volume, ml, that it needs at its fullest step, fill limits included.
    #[must_use]
    pub fn fullest_ml(&self) -> f64 {
        self.method
            .steps
            .iter()
            .filter_map(|step| Some((step.fill_limit_frac()?, self.balance.step(&step.key)?)))
            .map(|(limit, b)| contents_ml(b) / limit)
            .fold(0.0, f64::max)
    }

    /// The method multiplied by `factor`. The pot to fry in stays as full as it was: it gets only what the
    /// pieces drink more; tray and paper stay what they are.
    #[must_use]
    pub fn scaled(&self, factor: f64) -> Method {
        let mut scaled = self.method.scaled(factor);
        for step in &mut scaled.steps {
            let drunk_g = self.balance.step(&step.key).map_or(0.0, |b| b.taken_up_g);
            if let Some(fat) = step.inputs.iter_mut().find(|e| e.purpose == Purpose::Frying) {
                fat.amount_g += drunk_g * (factor - 1.0);
            }
        }
        scaled
    }
}
