//! Everything that follows from a method at one size: the ledger, the balance, the weights, the times.

use std::collections::{BTreeMap, BTreeSet};

use serde::Serialize;

use crate::error::Result;
use crate::food::by_hand::{Measured, in_measures};
use crate::food::measure::round_parts_to_scale_g;
use crate::food::{Composition, Diet, Larder};
use crate::kitchen::{Air, Measure, Pan, Ring};
use crate::process::heat::reached_c;
use crate::process::rounding::{Rounding, rounding};
use crate::process::size::{contents_ml, fullest, scarcest, written};
use crate::process::times::{Batch, Times, times};
use crate::process::{
    Aside, Attention, Balance, Method, PieceFigures, Purpose, Setting, Size, StepTime, Sweet, Vessel,
    balance, pieces_of, scaled, size_factor,
};
use crate::syrup::StageKey;

/// Minutes that two steps may overlap before one cook is short of hands.
const OVERLAP_MIN: f64 = 1.0;

/// Her pans and her ring.
#[derive(Debug, Clone, PartialEq)]
pub struct Tools {
    /// The pan she cooks in.
    pub pan: Pan,
    /// Her widest pan, for milk.
    pub wide_pan: Pan,
    /// The ring.
    pub ring: Ring,
}

/// What is asked.
#[derive(Debug, Clone, Copy)]
pub struct FormulaQuestion<'a> {
    /// The method.
    pub method: &'a Method,
    /// How much.
    pub size: &'a Size,
    /// Her cups and spoons.
    pub measures: &'a [Measure],
    /// Her pans and ring, if the times are to follow them.
    pub tools: Option<&'a Tools>,
    /// Sweets that make an ingredient, by that ingredient.
    pub components: &'a BTreeMap<String, &'a Sweet>,
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
    /// Water in the mass at the end, 0–1.
    pub water_frac: f64,
    /// How hot it gets in her air, °C.
    pub heat_to_c: Option<f64>,
    /// How long it takes.
    pub time: StepTime,
}

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
}

/// Allergens and diet of a method.
///
/// # Errors
/// [`crate::CoreError::Unknown`].
pub(crate) fn who_can_eat(method: &Method, larder: &Larder) -> Result<(Vec<String>, Diet)> {
    let mut allergens = BTreeSet::new();
    let mut diet = Diet::Vegan;
    for entry in method.steps.iter().flat_map(|s| &s.inputs) {
        let ingredient = larder.get(&entry.ingredient)?;
        allergens.extend(ingredient.allergens.iter().cloned());
        diet = diet.max(ingredient.diet);
    }
    Ok((allergens.into_iter().collect(), diet))
}

pub(crate) fn lines_of(method: &Method, larder: &Larder, measures: &[Measure]) -> Result<Vec<FormulaLine>> {
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

fn step_figures(
    method: &Method,
    b: &Balance,
    times: &Times,
    tools: Option<&Tools>,
    air: &Air,
) -> Vec<StepFigures> {
    b.steps
        .iter()
        .filter_map(|s| {
            let step = method.steps.iter().find(|step| step.key == s.step)?;
            let time = times.steps.iter().find(|t| t.step == s.step)?.clone();
            let pan = tools.and_then(|t| match step.vessel {
                Vessel::Pan => Some(&t.pan),
                Vessel::WidePan => Some(&t.wide_pan),
                _ => None,
            });
            let syrup = step.stage().is_some();
            let rounds = time.rounds.unwrap_or(1.0);
            Some(StepFigures {
                step: s.step.clone(),
                start_g: s.start_g,
                medium_g: s.medium_g,
                evaporated_g: s.evaporated_g,
                end_g: s.end_g,
                pan_start_g: pan.map(|p| p.tare_g + (s.start_g + s.medium_g) / rounds),
                pan_end_g: pan.map(|p| p.tare_g + (s.end_g + s.medium_g - s.taken_up_g) / rounds),
                start_frac: syrup.then(|| s.start.charge().solids_frac()),
                end_frac: syrup.then(|| s.end.charge().solids_frac()),
                stage: step.stage(),
                fill_frac: pan.map(|p| contents_ml(s) / rounds / p.capacity_ml()),
                water_frac: s.end.composition().water_frac,
                heat_to_c: reached_c(step, &s.end, air),
                time,
            })
        })
        .collect()
}

fn components(
    q: &FormulaQuestion<'_>,
    lines: &[FormulaLine],
    setting: &Setting<'_>,
) -> Result<Vec<ComponentNeed>> {
    let mut needs = Vec::new();
    for line in lines {
        let Some(sweet) = q.components.get(&line.ingredient) else { continue };
        let method = sweet.method(None)?;
        let own = written(method, setting)?;
        let factor = line.amount_g / own.finished_g;
        let sized = scaled(method, &own, factor);
        let made = balance(&sized, setting.larder, setting.ladder)?;
        let batch = Batch { balance: &made, round: (&made, 1.0), factor, pieces: None, tools: q.tools };
        needs.push(ComponentNeed {
            ingredient: line.ingredient.clone(),
            name: line.name.clone(),
            sweet_key: sweet.key.clone(),
            needed_g: line.amount_g,
            from: lines_of(&sized, setting.larder, q.measures)?,
            yield_frac: made.finished_g / made.put_in_g,
            lead_min: times(&sized, &batch, setting).total.mid_min,
        });
    }
    Ok(needs)
}

/// Steps side by side that both want hands all the time: too much for one cook.
fn hands_short(method: &Method, times: &Times) -> Vec<String> {
    let busy: Vec<(&str, f64, f64)> = times
        .steps
        .iter()
        .filter_map(|t| {
            let step = method.steps.iter().find(|s| s.key == t.step)?;
            let ends_min = t.begins_min + t.minutes.mid_min;
            (step.attention == Attention::Constant).then_some((step.title.as_str(), t.begins_min, ends_min))
        })
        .collect();
    let mut said = Vec::new();
    for (i, a) in busy.iter().enumerate() {
        for b in &busy[i + 1..] {
            if a.2.min(b.2) - a.1.max(b.1) > OVERLAP_MIN {
                said.push(format!(
                    "“{}” and “{}” want hands at the same time: have a helper, or do one before the other.",
                    a.0, b.0
                ));
            }
        }
    }
    said
}

fn warnings(method: &Method, f: &Formula, tools: Option<&Tools>) -> Vec<String> {
    let mut said = Vec::new();
    if f.split > 1.0 {
        let pan = tools.map_or("the pan", |t| t.pan.name.as_str());
        said.push(format!(
            "{pan} does not hold it at once with room for froth: make it in {:.0} rounds, or take a larger pan.",
            f.split
        ));
    }
    if f.factor > 1.5 || f.factor < 0.67 {
        let fixed: Vec<&str> = method
            .steps
            .iter()
            .filter(|s| {
                s.timing == crate::process::Timing::Fixed && s.minutes.is_some_and(|m| m.mid_min >= 5.0)
            })
            .map(|s| s.title.as_str())
            .collect();
        if !fixed.is_empty() {
            said.push(format!("These take their time whatever the size: {}.", fixed.join(", ")));
        }
    }
    if f.factor >= 4.0 {
        said.push(
            "Spice and salt do not grow with the batch: begin with three quarters of them, and taste.".into(),
        );
    }
    said.extend(hands_short(method, &f.times).into_iter().take(2));
    let frying = method.steps.iter().flat_map(|s| &s.inputs).any(|e| e.purpose == Purpose::Frying);
    if frying && (f.factor > 1.5 || f.factor < 0.67) {
        said.push(
            "The fat to fry in fills the same pot; only what the pieces drink goes with the size.".into(),
        );
    }
    said
}

/// Works a method out at one size.
///
/// # Errors
/// A size out of range or that does not fit; a method that does not work out.
pub fn formula(q: &FormulaQuestion<'_>, setting: &Setting<'_>) -> Result<Formula> {
    let as_written = written(q.method, setting)?;
    let factor = size_factor(q.method, &as_written, q.size, setting)?;
    let method = scaled(q.method, &as_written, factor);
    let b = balance(&method, setting.larder, setting.ladder)?;
    let pieces = pieces_of(&method.shape, &b.finished);
    let lines = lines_of(&method, setting.larder, q.measures)?;
    let split = q.tools.map_or(1.0, |t| {
        let need_ml = fullest(&method, &b);
        let roomy = t.pan.capacity_ml().max(t.wide_pan.capacity_ml());
        (need_ml / roomy - 1e-9).ceil().max(1.0)
    });
    // What does not fit at once is cooked in rounds, one after another.
    let in_rounds = (split > 1.0).then(|| scaled(q.method, &as_written, factor / split));
    let round = in_rounds.map(|round| balance(&round, setting.larder, setting.ladder)).transpose()?;
    let batch = Batch {
        balance: &b,
        round: (round.as_ref().unwrap_or(&b), split),
        factor,
        pieces: pieces.count,
        tools: q.tools,
    };
    let times = times(&method, &batch, setting);
    let (allergens, diet) = who_can_eat(&method, setting.larder)?;
    let mut formula = Formula {
        method: method.key.clone(),
        factor,
        steps: step_figures(&method, &b, &times, q.tools, &setting.air),
        finished_g: b.finished_g,
        composition: b.finished.composition(),
        pieces,
        put_in_g: b.put_in_g,
        evaporated_g: b.evaporated_g,
        times,
        split,
        rounding: rounding(&method, &b, &lines, setting),
        components: components(q, &lines, setting)?,
        asides: b.asides,
        lines,
        allergens,
        diet,
        runs_out_first: match q.size {
            Size::Stock { have_g } => Some(scarcest(q.method, &as_written, have_g, setting)?.1),
            _ => None,
        },
        warnings: Vec::new(),
    };
    formula.warnings = warnings(&method, &formula, q.tools);
    Ok(formula)
}
