//! A method at one size. Whatever is asked of a size is asked of this one.

use crate::error::Result;
use crate::formula::size::{Size, asked};
use crate::formula::written::Written;
use crate::process::Book;
use crate::set::Placement;

/// A method at a size, with its balance.
#[derive(Debug, Clone, PartialEq)]
pub struct AtSize {
    /// Times the method as written.
    pub factor: f64,
    /// It, at this size.
    pub written: Written,
    /// Name of the ingredient that runs out first, where the size goes by what is in stock.
    pub runs_out_first: Option<String>,
    /// How she lays it, where that is otherwise than it is written.
    pub placement: Placement,
}

impl AtSize {
    /// The same laid as she says.
    #[must_use]
    pub fn laid(self, placement: Placement) -> Self {
        Self { placement, ..self }
    }
}

impl Written {
    /// The method at the size that is asked for.
    ///
    /// # Errors
    /// A size out of range or that does not fit.
    pub fn at(&self, size: &Size, book: &Book<'_>) -> Result<AtSize> {
        let asked = asked(self, size, book)?;
        Ok(AtSize { runs_out_first: asked.runs_out_first, ..self.so_often(asked.factor, book)? })
    }

    /// The method so many times over.
    ///
    /// # Errors
    /// As [`Written::of`].
    pub(crate) fn so_often(&self, factor: f64, book: &Book<'_>) -> Result<AtSize> {
        Ok(AtSize {
            factor,
            written: Self::of(self.scaled(factor), book)?,
            runs_out_first: None,
            placement: Placement::default(),
        })
    }
}
