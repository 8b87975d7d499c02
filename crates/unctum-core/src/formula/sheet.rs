//! What goes to the stove: a method at one size, rounded as the cook measures it, with the syrup to be
//! judged. The amounts are those of the measured list ([`FormulaLine`]): what the page shows is what goes
//! into the pan.
//!
//! [`FormulaLine`]: crate::formula::FormulaLine

use serde::{Deserialize, Serialize};

use crate::error::Result;
use crate::food::Larder;
use crate::food::by_hand::{Measured, in_measures};
use crate::formula::weighed::{LineUse, Measuring, Weighed};
use crate::process::{Book, Line, Method, Purpose, Step, StepKind, working_order};
use crate::syrup::sweetener::Sweetener;
use crate::syrup::{Charge, Contents, StageKey};

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
    measuring: &Measuring,
    larder: &Larder,
) -> Result<(Vec<Line>, Charge)> {
    let mut contents = contents.clone();
    let mut lines = Vec::new();
    let mut line = |key: &str, name: &str, mass_g: &mut f64| {
        let known = larder.get(key).ok();
        let measured = known.and_then(|i| in_measures(i, *mass_g, None, &measuring.measures));
        if let Some(m) = measured.as_ref().filter(|_| !measuring.by_scale) {
            *mass_g = m.mass_g.mid;
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
    /// The first syrup that is boiled to a stage, if there is one.
    pub syrup: Option<SyrupPlan>,
    /// Allergens in it.
    pub allergens: Vec<String>,
}

/// A syrup and where it is to land.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SyrupPlan {
    /// The syrup as it goes on the ring.
    pub charge: Charge,
    /// Stage to land on.
    pub stage: StageKey,
    /// Strength to land on, 0–1.
    pub target_solids_frac: f64,
}

/// The step at which something goes in: fat to fry in goes into the pot when it is heated.
fn goes_in_at(method: &Method, part: &LineUse) -> String {
    let heats = |s: &&Step| s.kind == StepKind::HeatFat;
    let fry = method.steps.iter().find(|s| s.key == part.step && part.purpose == Purpose::Frying);
    let fat = fry.and_then(|fry| method.steps.iter().filter(heats).find(|s| fry.after.contains(&s.key)));
    fat.map_or(&part.step, |s| &s.key).clone()
}

impl Weighed {
    /// What goes in at which step, as she takes it.
    #[must_use]
    pub fn takes(&self) -> Vec<SheetTake> {
        let method = self.at.written.method();
        let takes = self.lines.iter().flat_map(|line| {
            line.uses.iter().map(|part| SheetTake {
                step: goes_in_at(method, part),
                ingredient: line.ingredient.clone(),
                name: line.name.clone(),
                mass_g: part.goes_in_g(self.measuring.by_scale),
                measured: part.measured.clone(),
            })
        });
        takes.collect()
    }

    /// Makes it ready for the stove. The syrup is the first that is boiled to a stage.
    ///
    /// # Errors
    /// Rounded amounts that do not work out.
    pub fn stove_sheet(&self, book: &Book<'_>) -> Result<StoveSheet> {
        let poured = self.poured(self.measuring.by_scale, book)?;
        let method = poured.method();
        let syrup = method.boil_step().and_then(|boil| {
            let charge = poured.balance().step(&boil.key)?.start.charge();
            let (stage, target_solids_frac) = (boil.stage()?, boil.aim_frac(book.ladder)?);
            Some(charge.checked().map(|charge| SyrupPlan { charge, stage, target_solids_frac }))
        });
        let mut lines = method.lines(book.larder)?;
        for line in &mut lines {
            let listed = self.lines.iter().find(|l| l.ingredient == line.ingredient);
            line.measured = listed.and_then(|l| l.measured.clone());
        }
        let order = working_order(&method.steps, false).unwrap_or_default();
        Ok(StoveSheet {
            takes: self.takes(),
            lines,
            steps: order.into_iter().map(|i| method.steps[i].clone()).collect(),
            syrup: syrup.transpose()?,
            allergens: method.eaters(book.larder)?.0,
        })
    }
}
