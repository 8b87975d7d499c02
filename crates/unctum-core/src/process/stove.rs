//! What goes to the stove: a method at one size, rounded as the cook measures it, with the syrup to be
//! judged. The amounts are those of the measured list ([`crate::process::FormulaLine`]): what the page
//! shows is what goes into the pan.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result};
use crate::food::Larder;
use crate::food::by_hand::{Measured, in_measures};
use crate::kitchen::Measure;
use crate::process::formula::{lines_of, who_can_eat};
use crate::process::order::working_order;
use crate::process::size::written;
use crate::process::{Line, Method, Setting, Size, Step, balance, scaled, size_factor};
use crate::syrup::sweetener::Sweetener;
use crate::syrup::{Charge, Contents, StageKey};

/// How amounts are measured in her kitchen.
#[derive(Debug, Clone, Copy)]
pub struct Measuring<'a> {
    /// Her cups and spoons.
    pub measures: &'a [Measure],
    /// Whether she weighs; otherwise what her cups hold goes into the pan.
    pub by_scale: bool,
}

impl Measuring<'_> {
    /// By the scale, with no cup told.
    pub const SCALE: Measuring<'static> = Measuring { measures: &[], by_scale: true };
}

/// What goes in at one step.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SheetTake {
    /// Key of the step.
    pub step: String,
    /// Key in the larder.
    pub ingredient: String,
    /// Name.
    pub name: String,
    /// How much, g.
    pub mass_g: f64,
    /// How much in her own measures.
    pub measured: Option<Measured>,
}

/// A plain syrup as it is cooked: what she pours, in grams and in her measures, and what that makes in the
/// pan. Without a scale, what her cups hold is what goes in.
///
/// # Errors
/// As [`Contents::poured`].
pub fn plain_sheet(
    contents: &Contents,
    measuring: &Measuring<'_>,
    larder: &Larder,
) -> Result<(Vec<Line>, Charge)> {
    let mut contents = contents.clone();
    let mut lines = Vec::new();
    let mut line = |key: &str, name: &str, mass_g: &mut f64| {
        let known = larder.get(key).ok();
        let measured = known.and_then(|i| in_measures(i, *mass_g, None, measuring.measures));
        if let Some(m) = measured.as_ref().filter(|_| !measuring.by_scale) {
            *mass_g = m.mass.mass_g;
        }
        let name = known.map_or(name, |i| &i.name).to_owned();
        lines.push(Line { ingredient: key.to_owned(), name, mass_g: *mass_g, measured });
    };
    for part in &mut contents.parts {
        let name = Sweetener::named(&part.sweetener).map_or("Sweetener", |s| s.name);
        line(&part.sweetener, name, &mut part.mass_g);
    }
    if contents.water_g > 0.0 {
        line("water", "Water", &mut contents.water_g);
    }
    Ok((lines, contents.poured()?.charge))
}

/// A method as it is cooked.
#[derive(Debug, Clone, PartialEq)]
pub struct StoveSheet {
    /// The measured list, as it is weighed or filled.
    pub lines: Vec<Line>,
    /// The same, step by step.
    pub takes: Vec<SheetTake>,
    /// The steps in working order, with the same amounts.
    pub steps: Vec<Step>,
    /// The syrup as it goes on the ring.
    pub charge: Charge,
    /// Stage to land on.
    pub stage: StageKey,
    /// Strength to land on, 0–1.
    pub target_solids_frac: f64,
    /// Allergens in it.
    pub allergens: Vec<String>,
}

/// Makes a method ready for the stove. The syrup is the first that is boiled to a stage.
///
/// # Errors
/// As [`size_factor`]; [`CoreError::NotNow`] for a method without a syrup to boil to a stage.
pub fn stove_sheet(
    method: &Method,
    size: &Size,
    measuring: &Measuring<'_>,
    setting: &Setting<'_>,
) -> Result<StoveSheet> {
    let as_written = written(method, setting)?;
    let mut sized = scaled(method, &as_written, size_factor(method, &as_written, size, setting)?);
    let lines = lines_of(&sized, setting.larder, measuring.measures)?;
    let mut takes = Vec::new();
    for line in &lines {
        let entries = sized.steps.iter_mut().flat_map(|s| &mut s.inputs);
        let entries = entries.filter(|e| e.ingredient == line.ingredient);
        for (entry, part) in entries.zip(&line.uses) {
            let filled_g = part.measured.as_ref().map(|m| m.mass.mass_g).filter(|_| !measuring.by_scale);
            entry.amount_g = filled_g.unwrap_or(part.weigh_g);
            takes.push(SheetTake {
                step: part.step.clone(),
                ingredient: line.ingredient.clone(),
                name: line.name.clone(),
                mass_g: entry.amount_g,
                measured: part.measured.clone(),
            });
        }
    }
    let worked = balance(&sized, setting.larder, setting.ladder)?;
    let (stage, target_solids_frac, charge) = sized
        .boil_step()
        .and_then(|step| {
            let aim_frac = step.aim_frac(setting.ladder)?;
            Some((step.stage()?, aim_frac, worked.step(&step.key)?.start.charge()))
        })
        .ok_or_else(|| {
            CoreError::NotNow("This method boils no syrup to a stage, so there is nothing to follow on the stove. Print its step sheet instead.".into())
        })?;
    let order = working_order(&sized.steps, false).unwrap_or_default();
    let mut list = sized.lines(setting.larder)?;
    for line in &mut list {
        line.measured =
            lines.iter().find(|l| l.ingredient == line.ingredient).and_then(|l| l.measured.clone());
    }
    Ok(StoveSheet {
        lines: list,
        takes,
        steps: order.into_iter().map(|i| sized.steps[i].clone()).collect(),
        charge: charge.checked()?,
        stage,
        target_solids_frac,
        allergens: who_can_eat(&sized, setting.larder)?.0,
    })
}
