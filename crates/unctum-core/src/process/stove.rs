//! What goes to the stove: a method at one size, rounded for the scale, with the syrup to be judged.

use crate::error::{CoreError, Result};
use crate::food::measure::round_to_scale_g;
use crate::process::order::working_order;
use crate::process::size::written;
use crate::process::{Line, Method, Setting, Size, Step, balance, scaled, size_factor};
use crate::syrup::{Charge, StageKey};

/// A method as it is cooked.
#[derive(Debug, Clone, PartialEq)]
pub struct StoveSheet {
    /// The measured list, rounded for the scale.
    pub lines: Vec<Line>,
    /// The steps in working order, with the same amounts.
    pub steps: Vec<Step>,
    /// The syrup as it goes on the ring.
    pub charge: Charge,
    /// Stage to land on.
    pub stage: StageKey,
    /// Strength to land on, 0–1.
    pub target_solids_frac: f64,
}

/// Makes a method ready for the stove. The syrup is the first that is boiled to a stage.
///
/// # Errors
/// As [`size_factor`]; [`CoreError::NotNow`] for a method without a syrup to boil to a stage.
pub fn stove_sheet(method: &Method, size: &Size, setting: &Setting<'_>) -> Result<StoveSheet> {
    let as_written = written(method, setting)?;
    let mut sized = scaled(method, &as_written, size_factor(method, &as_written, size, setting)?);
    for line in sized.lines(setting.larder)? {
        let rounded = round_to_scale_g(line.mass_g) / line.mass_g;
        let entries = sized.steps.iter_mut().flat_map(|s| &mut s.inputs);
        entries.filter(|e| e.ingredient == line.ingredient).for_each(|e| e.amount_g *= rounded);
    }
    let worked = balance(&sized, setting.larder, setting.ladder)?;
    let (stage, charge) = sized
        .boil_step()
        .and_then(|step| Some((step.stage()?, worked.step(&step.key)?.start.charge())))
        .ok_or_else(|| {
            CoreError::NotNow("This method boils no syrup to a stage, so there is nothing to follow on the stove. Print its step sheet instead.".into())
        })?;
    let order = working_order(&sized.steps, false).unwrap_or_default();
    Ok(StoveSheet {
        lines: sized.lines(setting.larder)?,
        steps: order.into_iter().map(|i| sized.steps[i].clone()).collect(),
        charge: charge.checked()?,
        stage,
        target_solids_frac: setting.ladder.of(stage).aim_frac(),
    })
}
