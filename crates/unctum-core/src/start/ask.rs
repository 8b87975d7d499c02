//! From what is asked to what is made and to the batch at the stove: one choice of things, one change, one
//! sizing, one rounding, for the sweet's page, the start sheet and the stove alike.

use serde::{Deserialize, Serialize};

use crate::course::Tools;
use crate::error::{CoreError, Result, within};
use crate::estimate::Habits;
use crate::formula::{
    Formula, Measuring, SheetTake, Size, SyrupPlan, Weighed, Written, laid, plain_sheet, set_act,
};
use crate::kitchen::{KitchenDocument, Parameter, Picked, Wished};
use crate::process::{Book, Line, Method, Step, Sweet, plain_syrup_steps};
use crate::set::Placement;
use crate::start::aimed::{aimed, aimed_words};
use crate::start::habits::habits;
use crate::start::setup::{BatchSetup, Chosen, Keeps, Planned, StepPlan};
use crate::start::sweetness::{Sweeter, sweetened};
use crate::syrup::{Charge, Contents, StageKey};
use crate::variation::{Variation, Varied, changed_title};

/// What to start: a sweet with its size, or a plain syrup with its charge and stage.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", schema(example = json!({"sweet_key": "cashew-sheet", "size": {"kind": "ingredient", "ingredient": "cashew", "amount_g": 400}, "pan_id": 1, "ring_id": 1, "thermometer_id": 1})))]
pub struct StartAsk {
    /// What to call it; the sweet's own name if left out.
    #[serde(default)]
    pub title: Option<String>,
    /// A sweet of the catalogue.
    #[serde(default)]
    pub sweet_key: Option<String>,
    /// Its method; the first if left out.
    #[serde(default)]
    pub method_key: Option<String>,
    /// How much of it.
    #[serde(default)]
    pub size: Option<Size>,
    /// What to change first.
    #[serde(default)]
    pub variation: Vec<Variation>,
    /// The cup to measure with, and all smaller ones; all measures of the kitchen if left out.
    #[serde(default)]
    pub cup_id: Option<i32>,
    /// Without a sweet: what goes into the pan, as she pours it.
    #[serde(default)]
    pub contents: Option<Contents>,
    /// Without a sweet: what is in the pan, if it was poured already.
    #[serde(default)]
    pub charge: Option<Charge>,
    /// Without a sweet: the stage to land on.
    #[serde(default)]
    pub stage: Option<StageKey>,
    /// The pan.
    #[serde(default)]
    pub pan_id: Option<i32>,
    /// The ring.
    #[serde(default)]
    pub ring_id: Option<i32>,
    /// The thermometer.
    #[serde(default)]
    pub thermometer_id: Option<i32>,
    /// How she lays it, where that is otherwise than it is written.
    #[serde(default, alias = "lies")]
    pub placement: Placement,
    /// The days that it was planned for, if it was.
    #[serde(default)]
    pub planned: Option<Planned>,
    /// How much further within its stage the syrup is boiled, in stages; as was learnt of the sweet if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub aim_stages: Option<f64>,
}

impl StartAsk {
    /// Numbers of the things that are asked for.
    #[must_use]
    pub fn wished(&self) -> Wished {
        Wished {
            pan_id: self.pan_id,
            ring_id: self.ring_id,
            thermometer_id: self.thermometer_id,
            cup_id: self.cup_id,
        }
    }

    /// How much further within its stage the syrup is boiled, in stages.
    fn further_stages(&self, kitchen: &KitchenDocument) -> Result<f64> {
        if let Some(stages) = self.aim_stages {
            return within("How much further it is boiled", stages, -0.5, 0.5, "of a stage");
        }
        let wish = self.sweet_key.clone().map(|sweet_key| Parameter::Wish { sweet_key });
        Ok(wish.and_then(|about| kitchen.known(&about)).map_or(0.0, |k| k.value.mean.clamp(-0.4, 0.4)))
    }
}

/// A sweet as it is made here: changed, sized, rounded, with the things that were picked.
#[derive(Debug, Clone, PartialEq)]
pub struct Made {
    /// The method with its changes.
    pub varied: Varied,
    /// What is weighed or filled.
    pub weighed: Weighed,
    /// What was picked.
    pub picked: Picked,
    /// What it is called with its changes.
    pub title: String,
    /// How its syrup is aimed within its stage, in words, if she asked for it.
    aim_words: Option<String>,
    /// How long it keeps against what is reckoned, at most 1.
    keeps_frac: f64,
    /// How much sweeter it is made than it is written, as a logarithm; none where its sugar is what it soaks in.
    sweeter_ln: Option<f64>,
}

impl Made {
    /// A sweet made as it is asked for.
    ///
    /// # Errors
    /// [`CoreError::Missing`] without a size; [`CoreError::NoSuchThing`]; changes or a size that do not work out.
    pub fn of(sweet: &Sweet, ask: &StartAsk, kitchen: &KitchenDocument, book: &Book<'_>) -> Result<Self> {
        let picked = kitchen.pick(ask.wished())?;
        let size = ask.size.as_ref().ok_or_else(|| {
            CoreError::Missing("Say how much you want to make: the amount is missing.".into())
        })?;
        let further_stages = ask.further_stages(kitchen)?;
        let method = sweet.method(ask.method_key.as_deref())?.clone();
        let written = Written::of(aimed(method, further_stages), book)?;
        let sweeter = Sweeter::of(sweet, written.method(), &ask.variation, kitchen, book)?;
        let (varied, sweeter_ln) = sweetened(&written, sweeter, &ask.variation, book)?;
        let at = varied.written.at(&size.after(&ask.variation), book)?.laid(ask.placement);
        let weighed = at.weighed(&Measuring::of(&picked), book)?;
        let title = changed_title(&sweet.name, &varied.words);
        let keeps = kitchen.known(&Parameter::Keeping { sweet_key: sweet.key.clone() });
        let aim_words = ask.aim_stages.and_then(aimed_words);
        // How long it keeps takes the careful figure: only what is shorter is believed.
        let keeps_frac = keeps.map_or(1.0, |k| k.value.mean.exp().min(1.0));
        Ok(Self { varied, weighed, picked, title, aim_words, keeps_frac, sweeter_ln })
    }

    /// The method with its changes, as it is written.
    #[must_use]
    pub fn method(&self) -> &Method {
        self.varied.written.method()
    }

    /// Everything that follows, in her pans and on her ring.
    ///
    /// # Errors
    /// A method that does not work out.
    pub fn formula(&self, book: &Book<'_>) -> Result<Formula> {
        let mut formula = self.weighed.formula(Some(&Tools::of(&self.picked)), book)?;
        formula.finish.keep = formula.finish.keep.shortened(self.keeps_frac);
        Ok(formula)
    }

    /// The ingredient that the cook starts from, at this size.
    ///
    /// # Errors
    /// As [`Method::base`].
    pub fn base(&self, book: &Book<'_>) -> Result<Line> {
        let base = self.method().base(book.larder)?;
        Ok(Line { mass_g: base.mass_g * self.weighed.at.factor, ..base })
    }

    /// The same in millilitres; none where it is not poured.
    #[must_use]
    pub fn base_ml(&self, base: &Line, book: &Book<'_>) -> Option<f64> {
        let of = book.larder.get(&base.ingredient).ok()?;
        Some(base.mass_g / of.poured_g_per_ml()?)
    }

    /// The batch at the stove.
    ///
    /// # Errors
    /// Rounded amounts that do not work out.
    pub fn setup(
        &self,
        sweet: &Sweet,
        ask: &StartAsk,
        kitchen: &KitchenDocument,
        book: &Book<'_>,
    ) -> Result<BatchSetup> {
        let sheet = self.weighed.stove_sheet(book)?;
        let stage = sheet.syrup.map(|s| s.stage);
        let formula = self.formula(book)?;
        let method = self.method();
        let chosen = Chosen {
            method_key: Some(method.key.clone()),
            method_name: Some(method.name.clone()),
            changes: self.varied.words.iter().chain(&self.aim_words).cloned().collect(),
            aim_stages: ask.aim_stages,
            sweeter_ln: self.sweeter_ln,
            ..chosen(ask, &self.picked)
        };
        Ok(BatchSetup {
            title: ask.title.clone().unwrap_or_else(|| self.title.clone()),
            sweet_key: Some(sweet.key.clone()),
            lines: sheet.lines,
            syrup: sheet.syrup,
            plan: self.plan(&sheet.steps, &formula),
            sets: formula.finish.mass,
            steps: sheet.steps,
            takes: sheet.takes,
            pieces: formula.pieces.count,
            allergens: sheet.allergens,
            mistakes: if sweet.mistakes.is_empty() {
                method.usual_mistakes()
            } else {
                sweet.mistakes.clone()
            },
            habits: habits(&self.picked, stage),
            laid: laid(&formula.pieces, formula.finished_g, method.is_rolled(), &kitchen.trays)
                .into_iter()
                .next(),
            keeps: Some(Keeps {
                room_days: formula.finish.keep.room_days,
                cold_days: formula.finish.keep.cold_days,
            }),
            chosen,
            ..on_the_ring(&self.picked, book)
        })
    }
}

impl Made {
    /// How each step goes in this kitchen, as the page shows it.
    fn plan(&self, steps: &[Step], formula: &Formula) -> Vec<StepPlan> {
        let tools = Tools::of(&self.picked);
        let figures = &formula.steps;
        let window = |step: &Step| {
            let cooling = formula.finish.cooling.as_ref()?;
            cooling.window(set_act(step)?).cloned()
        };
        let plan = |step: &Step| {
            let figure = figures.iter().find(|f| f.step == step.key)?;
            let time = &figure.time;
            Some(StepPlan {
                evaporated_g: figure.evaporated_g,
                end_g: figure.end_g,
                depth_mm: figure.depth_mm,
                pan_end_g: figure.pan_end_g,
                fill_frac: figure.fill_frac,
                window: window(step),
                soak: formula.finish.soaking.iter().find(|s| s.step == step.key).map(|s| s.ask.clone()),
                whistles_every_min: figure.whistles_every_min,
                step: step.key.clone(),
                minutes: time.minutes,
                loads: time.pots.map_or(1, |p| p.max(1.0) as u32),
                flame: time.flame_needed.or(step.flame),
                pan_name: tools.pan_of(step).map(|p| p.name.clone()),
            })
        };
        steps.iter().filter_map(plan).collect()
    }
}

fn chosen(ask: &StartAsk, picked: &Picked) -> Chosen {
    Chosen {
        size: ask.size.clone(),
        variation: ask.variation.clone(),
        cup_id: picked.cup_id,
        pan_id: picked.pan_id,
        ring_id: picked.ring_id,
        thermometer_id: ask.thermometer_id,
        placement: ask.placement,
        planned: ask.planned.clone(),
        ..Chosen::default()
    }
}

/// A batch with nothing in its pan yet.
fn on_the_ring(picked: &Picked, book: &Book<'_>) -> BatchSetup {
    BatchSetup {
        title: String::new(),
        sweet_key: None,
        lines: Vec::new(),
        syrup: None,
        plan: Vec::new(),
        pan: picked.pan.clone(),
        ring: picked.ring.clone(),
        rings: picked.rings,
        ring_beside: picked.ring_beside.clone(),
        thermometer: picked.thermometer.clone(),
        air: book.air,
        steps: Vec::new(),
        ladder: *book.ladder,
        chosen: Chosen::default(),
        takes: Vec::new(),
        pieces: None,
        allergens: Vec::new(),
        mistakes: Vec::new(),
        scale_step_g: picked.scale_step_g,
        refractometer_offset_brix: picked.refractometer_offset_brix,
        ring_seen: None,
        sets: None,
        habits: Habits::default(),
        learnt: picked.known.clone(),
        keeps: None,
        laid: None,
    }
}

/// A plain syrup at the stove.
///
/// # Errors
/// [`CoreError::Missing`] without contents or stage; contents that cannot be; [`CoreError::NoSuchThing`].
pub fn plain_setup(ask: &StartAsk, kitchen: &KitchenDocument, book: &Book<'_>) -> Result<BatchSetup> {
    let missing = |words: &str| CoreError::Missing(words.to_owned());
    let picked = kitchen.pick(ask.wished())?;
    let stage = ask.stage.ok_or_else(|| missing("Say which stage the syrup is to reach."))?;
    let (lines, charge) = match (&ask.contents, ask.charge) {
        (Some(contents), _) => plain_sheet(contents, &Measuring::of(&picked), book.larder)?,
        (None, Some(charge)) => (Vec::new(), charge),
        (None, None) => return Err(missing("Say what goes into the pan, or choose a sweet.")),
    };
    let band = book.ladder.of(stage);
    // In the middle of its stage, or as far from there as she asks.
    let aim_stages = ask.further_stages(kitchen)?.clamp(-0.42, 0.42);
    let takes = lines.iter().map(|l| SheetTake {
        step: "dissolve".to_owned(),
        ingredient: l.ingredient.clone(),
        name: l.name.clone(),
        mass_g: l.mass_g,
        measured: l.measured.clone(),
    });
    Ok(BatchSetup {
        title: ask.title.clone().unwrap_or_else(|| format!("Syrup, {}", band.name)),
        takes: takes.collect(),
        lines,
        syrup: Some(SyrupPlan {
            charge,
            stage,
            target_solids_frac: band.aim_frac() + aim_stages * (band.high_frac - band.low_frac),
        }),
        steps: plain_syrup_steps(stage),
        chosen: chosen(ask, &picked),
        habits: habits(&picked, Some(stage)),
        ..on_the_ring(&picked, book)
    })
}

/// A batch as it is asked for: of a sweet, or a plain syrup.
///
/// # Errors
/// As [`Made::of`], [`Made::setup`] and [`plain_setup`].
pub fn set_up(
    ask: &StartAsk,
    of: Option<&Sweet>,
    kitchen: &KitchenDocument,
    book: &Book<'_>,
) -> Result<BatchSetup> {
    match of {
        Some(sweet) => Made::of(sweet, ask, kitchen, book)?.setup(sweet, ask, kitchen, book),
        None => plain_setup(ask, kitchen, book),
    }
}
