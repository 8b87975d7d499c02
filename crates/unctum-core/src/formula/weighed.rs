//! What is weighed or filled: the one place where amounts are rounded, for the scale or for her cups. The
//! measured list, the step sheet and the stove read the same amounts.

use serde::Serialize;

use crate::error::Result;
use crate::food::by_hand::{Measured, in_measures, measures_used};
use crate::food::measure::round_parts_to_scale_g;
use crate::formula::at_size::AtSize;
use crate::formula::written::Written;
use crate::kitchen::{Measure, Picked};
use crate::process::{Book, Purpose};

/// How amounts are measured in her kitchen.
#[derive(Debug, Clone, PartialEq)]
pub struct Measuring {
    /// Her cups and spoons.
    pub measures: Vec<Measure>,
    /// Whether she weighs; otherwise what her cups hold goes into the pan.
    pub by_scale: bool,
}

impl Measuring {
    /// By the scale, with no cup told.
    pub const SCALE: Self = Self { measures: Vec::new(), by_scale: true };

    /// As she measures with what was picked: the cup chosen with all smaller ones, or all.
    #[must_use]
    pub fn of(picked: &Picked) -> Self {
        Self {
            measures: measures_used(&picked.measures, picked.cup.as_ref()),
            by_scale: picked.scale_step_g.is_some(),
        }
    }
}

/// A part of a line that goes in at one step.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LineUse {
    /// Key of the step.
    pub step: String,
    /// Title of the step.
    pub title: String,
    /// What it is for.
    pub purpose: Purpose,
    /// How much, g.
    pub amount_g: f64,
    /// How much, rounded for the scale, g; all parts of a line together are its `weigh_g`.
    pub weigh_g: f64,
    /// How much by her own measures.
    pub measured: Option<Measured>,
}

impl LineUse {
    /// What goes in, g, by the scale or by her cups; by hand, too, where it is too little for the scale.
    #[must_use]
    pub fn goes_in_g(&self, by_scale: bool) -> f64 {
        let by_hand = self.measured.as_ref().filter(|m| !by_scale || m.beyond_scale);
        by_hand.map_or(self.weigh_g, |m| m.mass_g.mid)
    }
}

/// One ingredient of the measured list.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FormulaLine {
    /// Key in the larder.
    pub ingredient: String,
    /// Name.
    pub name: String,
    /// Exact amount, g.
    pub amount_g: f64,
    /// Amount rounded for the scale, g.
    pub weigh_g: f64,
    /// Amount by her own measures.
    pub measured: Option<Measured>,
    /// Where it goes in.
    pub uses: Vec<LineUse>,
    /// Allergens.
    pub allergens: Vec<String>,
}

/// A method at a size, with what is weighed or filled for it.
#[derive(Debug, Clone, PartialEq)]
pub struct Weighed {
    /// The size, exact.
    pub at: AtSize,
    /// The measured list.
    pub lines: Vec<FormulaLine>,
    /// How she measures.
    pub measuring: Measuring,
}

impl AtSize {
    /// Rounds it for the scale and for her cups.
    ///
    /// # Errors
    /// [`crate::CoreError::Unknown`] for an ingredient.
    pub fn weighed(self, measuring: &Measuring, book: &Book<'_>) -> Result<Weighed> {
        let lines = lines_of(&self.written, &measuring.measures, book)?;
        Ok(Weighed { at: self, lines, measuring: measuring.clone() })
    }
}

impl Weighed {
    /// The method with what really goes in, by the scale or by her cups.
    ///
    /// # Errors
    /// Rounded amounts that do not work out.
    pub fn poured(&self, by_scale: bool, book: &Book<'_>) -> Result<Written> {
        let mut method = self.at.written.method().clone();
        for line in &self.lines {
            let entries = method.steps.iter_mut().flat_map(|s| &mut s.inputs);
            let entries = entries.filter(|e| e.ingredient == line.ingredient);
            for (entry, part) in entries.zip(&line.uses) {
                entry.amount_g = part.goes_in_g(by_scale);
            }
        }
        Written::of(method, book)
    }
}

fn lines_of(written: &Written, measures: &[Measure], book: &Book<'_>) -> Result<Vec<FormulaLine>> {
    let (method, larder) = (written.method(), book.larder);
    let mut lines: Vec<FormulaLine> = Vec::new();
    for line in method.lines(larder)? {
        let known = larder.get(&line.ingredient)?;
        let entries = method
            .steps
            .iter()
            .flat_map(|s| s.inputs.iter().map(move |e| (s, e)))
            .filter(|(_, e)| e.ingredient == line.ingredient);
        let amounts_g: Vec<f64> = entries.clone().map(|(_, e)| e.amount_g).collect();
        let weigh_g = round_parts_to_scale_g(&amounts_g);
        let uses = entries.clone().zip(&weigh_g).map(|((s, e), weigh_g)| LineUse {
            step: s.key.clone(),
            title: s.title.clone(),
            purpose: e.purpose,
            amount_g: e.amount_g,
            weigh_g: *weigh_g,
            measured: in_measures(known, e.amount_g, e.state.as_deref(), measures),
        });
        let uses: Vec<LineUse> = uses.collect();
        // Measured in the state of its largest part.
        let state =
            entries.max_by(|a, b| a.1.amount_g.total_cmp(&b.1.amount_g)).and_then(|(_, e)| e.state.clone());
        lines.push(FormulaLine {
            measured: in_measures(known, line.mass_g, state.as_deref(), measures),
            weigh_g: weigh_g.iter().sum(),
            amount_g: line.mass_g,
            ingredient: line.ingredient,
            name: line.name,
            uses,
            allergens: known.allergens.clone(),
        });
    }
    Ok(lines)
}
