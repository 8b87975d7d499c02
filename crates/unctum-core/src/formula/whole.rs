//! Everything that follows from a method at one size: the measured list, the steps in figures, the times.

use serde::{Deserialize, Serialize};

use crate::course::{Course, Tools};
use crate::error::Result;
use crate::food::{Composition, Diet};
use crate::formula::components::{ComponentNeed, components};
use crate::formula::finish::{Finish, finish};
use crate::formula::pieces::PieceFigures;
use crate::formula::rounding::Rounding;
use crate::formula::times::{Plan, StepTime, Times};
use crate::formula::warnings::warnings;
use crate::formula::weighed::{FormulaLine, Weighed};
use crate::formula::written::Written;
use crate::numeric::Spread;
use crate::process::{Aside, Book, Step, StepBalance, Work};
use crate::syrup::StageKey;

/// How deep something stands.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Depth {
    /// At the start, mm.
    pub start_mm: f64,
    /// At the end, mm.
    pub end_mm: f64,
}

/// One step in figures.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StepFigures {
    /// Key of the step.
    pub step: String,
    /// Mass worked on at the start, g.
    pub start_g: f64,
    /// What it lies in, g.
    pub medium_g: f64,
    /// What it takes up of that, g.
    pub taken_up_g: f64,
    /// Steam, g.
    pub evaporated_g: f64,
    /// Mass at the end, g.
    pub end_g: f64,
    /// What the pan weighs with it at the start, g, in each round; none where it is in no pan.
    pub pan_start_g: Option<f64>,
    /// What the pan weighs with it at the end, g, in each round.
    pub pan_end_g: Option<f64>,
    /// Strength of the syrup at the start, 0–1; none where it is no syrup.
    pub start_frac: Option<f64>,
    /// Strength at the end, 0–1.
    pub end_frac: Option<f64>,
    /// Stage it is boiled to.
    pub stage: Option<StageKey>,
    /// Share of the pan's volume that is full, in each round.
    pub fill_frac: Option<f64>,
    /// How deep it stands in its pan, where it is boiled down in one.
    pub depth_mm: Option<Depth>,
    /// Water in the mass at the end, 0–1.
    pub water_frac: f64,
    /// How hot it gets in her air, °C.
    pub heat_to_c: Option<f64>,
    /// How warm it is left, °C.
    pub ends_c: f64,
    /// How often the pressure cooker whistles, min from one to the next; none where none does.
    pub whistles_every_min: Option<Spread>,
    /// How long it takes.
    pub time: StepTime,
}

/// Everything that follows from a method at one size.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Formula {
    /// Key of the method.
    pub method: String,
    /// Times the method as written.
    pub factor: f64,
    /// The measured list.
    pub lines: Vec<FormulaLine>,
    /// The steps, in working order.
    pub steps: Vec<StepFigures>,
    /// The finished sweet, g.
    pub finished_g: f64,
    /// What it is made of.
    pub composition: Composition,
    /// Pieces.
    pub pieces: PieceFigures,
    /// All that went in, g.
    pub put_in_g: f64,
    /// Steam, g.
    pub evaporated_g: f64,
    /// What left the mass.
    pub asides: Vec<Aside>,
    /// How long it takes.
    pub times: Times,
    /// Into how many pans or rounds it has to be split.
    pub split: f64,
    /// What rounding does.
    pub rounding: Rounding,
    /// Components that can be bought or made.
    pub components: Vec<ComponentNeed>,
    /// Allergens.
    pub allergens: Vec<String>,
    /// Who can eat it.
    pub diet: Diet,
    /// Name of the ingredient that runs out first, where the size goes by what is in stock.
    pub runs_out_first: Option<String>,
    /// What to look out for at this size.
    pub warnings: Vec<String>,
    /// What becomes of it after the pan.
    pub finish: Finish,
}

/// A ruler tells of a mass that stands at least so deep, mm, and comes down to this share of it at most.
const RULER_MM: f64 = 4.0;
const RULER_FRAC: f64 = 0.95;

/// How deep a mass that dries stands in its pan at the start and at the end.
fn depth(step: &Step, s: &StepBalance, course: &Course, tools: Option<&Tools>) -> Option<Depth> {
    let pan = tools?.pan_of(step).filter(|_| step.work() == Work::Dry && s.start_g > 0.0)?;
    let start_mm = 10.0 * course.fill_frac? * pan.capacity_ml() / (1e4 * pan.base_m2());
    let depth = Depth { start_mm, end_mm: start_mm * s.end_g / s.start_g };
    (start_mm >= RULER_MM && depth.end_mm <= RULER_FRAC * start_mm).then_some(depth)
}

fn step_figures(written: &Written, plan: &Plan, tools: Option<&Tools>) -> Vec<StepFigures> {
    let find = |key: &str| -> Option<(&Course, &StepTime)> {
        let course = plan.courses.iter().find(|(step, _)| step == key).map(|(_, course)| course)?;
        Some((course, plan.times.steps.iter().find(|t| t.step == key)?))
    };
    let figures = written.balance().steps.iter().filter_map(|s| {
        let step = written.method().steps.iter().find(|step| step.key == s.step)?;
        let (course, time) = find(&s.step)?;
        let syrup = step.stage().is_some();
        Some(StepFigures {
            step: s.step.clone(),
            start_g: s.start_g,
            medium_g: s.medium_g,
            taken_up_g: s.taken_up_g,
            evaporated_g: s.evaporated_g,
            end_g: s.end_g,
            pan_start_g: course.pan_g.map(|g| g.0),
            pan_end_g: course.pan_g.map(|g| g.1),
            start_frac: syrup.then(|| s.start.charge().solids_frac()),
            end_frac: syrup.then(|| s.end.charge().solids_frac()),
            stage: step.stage(),
            fill_frac: course.fill_frac,
            depth_mm: depth(step, s, course, tools),
            water_frac: s.end.composition().water_frac,
            heat_to_c: course.heat_to_c,
            ends_c: course.ends_c,
            whistles_every_min: course.whistles_every_min,
            time: time.clone(),
        })
    });
    figures.collect()
}

impl Weighed {
    /// Works it out with her pans and her ring, if the times are to follow them.
    ///
    /// # Errors
    /// A method that does not work out.
    pub fn formula(&self, tools: Option<&Tools>, book: &Book<'_>) -> Result<Formula> {
        let (method, balance) = (self.at.written.method(), self.at.written.balance());
        let plan = self.at.plan(tools, book)?;
        let (allergens, diet) = method.eaters(book.larder)?;
        let mut formula = Formula {
            method: method.key.clone(),
            factor: self.at.factor,
            steps: step_figures(&self.at.written, &plan, tools),
            finished_g: balance.finished_g,
            composition: balance.finished.composition(),
            pieces: self.at.written.pieces(),
            put_in_g: balance.put_in_g,
            evaporated_g: balance.evaporated_g,
            finish: finish(&self.at.written, &plan, book),
            split: plan.split,
            times: plan.times,
            rounding: self.rounding(book),
            components: components(&self.lines, &self.measuring, tools, book)?,
            asides: balance.asides.clone(),
            allergens,
            diet,
            runs_out_first: self.at.runs_out_first.clone(),
            warnings: Vec::new(),
            lines: self.lines.clone(),
        };
        formula.warnings = warnings(method, &formula.times, formula.factor, formula.split, tools);

        Ok(formula)
    }
}
