//! Ingredients that could be made instead of bought.

use serde::Serialize;

use crate::course::Tools;
use crate::error::Result;
use crate::formula::weighed::{FormulaLine, Measuring};
use crate::formula::written::Written;
use crate::process::Book;

/// A component that can be bought or made.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ComponentNeed {
    /// Key of the ingredient.
    pub ingredient: String,
    /// Its name.
    pub name: String,
    /// Key of the sweet that makes it.
    pub sweet_key: String,
    /// How much is needed, g.
    pub needed_g: f64,
    /// What to make it from.
    pub from: Vec<FormulaLine>,
    /// What it yields: g of it for each g put in.
    pub yield_frac: f64,
    /// How long before, minutes.
    pub lead_min: f64,
}

/// What the lines of a formula could be made from.
///
/// # Errors
/// A component that does not work out.
pub(super) fn components(
    lines: &[FormulaLine],
    measuring: &Measuring,
    tools: Option<&Tools>,
    book: &Book<'_>,
) -> Result<Vec<ComponentNeed>> {
    let mut needs = Vec::new();
    for line in lines {
        let Some(sweet) = book.components.get(&line.ingredient) else { continue };
        let own = Written::of(sweet.method(None)?.clone(), book)?;
        let made = own.so_often(line.amount_g / own.balance().finished_g, book)?;
        let balance = made.written.balance();
        needs.push(ComponentNeed {
            ingredient: line.ingredient.clone(),
            name: line.name.clone(),
            sweet_key: sweet.key.clone(),
            needed_g: line.amount_g,
            yield_frac: balance.finished_g / balance.put_in_g,
            lead_min: made.plan(tools, book)?.times.total_min.mid,
            from: made.weighed(measuring, book)?.lines,
        });
    }
    Ok(needs)
}
