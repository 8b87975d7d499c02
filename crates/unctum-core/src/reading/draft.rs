//! A sweet drafted from somebody's recipe. What is not told stays unknown; what is doubtful is asked.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

use crate::food::{Composition, Larder, plain};
use crate::kitchen::Flame;
use crate::process::{
    Attention, Effect, Entry, Keeping, Method, Shape, Step, StepKind, Sweet, Take, Vessel, balance,
};
use crate::reading::doubt::{Doubt, doubts_of_lines, likely_g};
use crate::reading::line::{CupSizes, ReadLine, read_line};
use crate::reading::raw::{Raw, RawStep};
use crate::reading::told::minutes_in;
use crate::syrup::{Ladder, stage_named};

/// What is known of ingredients: the larder, and the least and largest share of a batch that a sweet uses.
#[derive(Debug, Clone, Copy)]
pub struct KnownShares<'a> {
    /// The ingredients.
    pub larder: &'a Larder,
    /// Least and largest share, 0–1, by ingredient.
    pub ranges: &'a BTreeMap<String, (f64, f64)>,
}

/// What the cook says about a doubtful line.
#[derive(Debug, Clone, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Settled {
    /// The line, counted from 0.
    pub line: usize,
    /// Key of the ingredient, if it was not known.
    #[serde(default)]
    pub ingredient: Option<String>,
    /// How much it is, g.
    #[serde(default)]
    pub mass_g: Option<f64>,
    /// Whether it is left out.
    #[serde(default)]
    pub leave_out: bool,
}

/// A line as understood.
#[derive(Debug, Clone, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DraftLine {
    /// As it was written.
    pub text: String,
    /// Key of the ingredient.
    pub ingredient: Option<String>,
    /// Its name.
    pub name: Option<String>,
    /// How much it is, g; none if that is not known.
    pub mass_g: Option<f64>,
    /// State it is measured in.
    pub state: Option<String>,
    /// Whether the cook settled it.
    pub settled: bool,
}

/// A sweet as far as it is understood.
#[derive(Debug, Clone)]
pub struct Draft {
    /// It.
    pub sweet: Sweet,
    /// Line by line.
    pub lines: Vec<DraftLine>,
    /// What has to be settled first.
    pub doubts: Vec<Doubt>,
    /// What else the cook should know of how it was read.
    pub notes: Vec<String>,
}

fn understood(
    read: &ReadLine,
    settled: Option<&Settled>,
    doubted: bool,
    known: KnownShares<'_>,
) -> DraftLine {
    let said = settled.and_then(|s| s.ingredient.clone()).filter(|k| known.larder.get(k).is_ok());
    let ingredient = said.or_else(|| read.ingredient.clone());
    let likely = if doubted { None } else { likely_g(read, known.larder) };
    let out = settled.is_some_and(|s| s.leave_out);
    DraftLine {
        text: read.text.clone(),
        name: ingredient.as_deref().and_then(|k| known.larder.get(k).ok()).map(|i| i.name.clone()),
        mass_g: settled.and_then(|s| s.mass_g).or(likely).filter(|_| !out),
        ingredient: ingredient.filter(|_| !out),
        state: read.state.clone(),
        settled: settled.is_some(),
    }
}

/// Drafts a sweet.
#[must_use]
pub fn draft(raw: &Raw, cups: &CupSizes, settled: &[Settled], known: KnownShares<'_>) -> Draft {
    let read: Vec<ReadLine> = raw.lines.iter().map(|l| read_line(l, known.larder, cups)).collect();
    let doubts = doubts_of_lines(&read, known.larder, known.ranges);
    let of = |line: usize| settled.iter().find(|s| s.line == line);
    let lines: Vec<DraftLine> = read
        .iter()
        .enumerate()
        .map(|(i, r)| understood(r, of(i), doubts.iter().any(|d| d.line == i), known))
        .collect();
    // Settled is what was left out, or what now has both its ingredient and its mass.
    let open = |d: &Doubt| {
        let known = lines.get(d.line).is_some_and(|l| l.ingredient.is_some() && l.mass_g.is_some());
        !of(d.line).is_some_and(|s| s.leave_out || known)
    };
    let doubts = doubts.into_iter().filter(open).collect();
    let mut sweet = sweet(raw, &lines);
    let mut notes = raw.notes.clone();
    let untimed = raw.steps.iter().filter(|s| s.minutes.or_else(|| minutes_in(&s.text)).is_none()).count();
    if untimed > 0 {
        notes.push(format!(
            "No time is told for {untimed} of {} steps: usual times of such work stand there, with a wide spread.",
            raw.steps.len()
        ));
    }
    // A stage that does not work out with what goes in is told, not believed.
    if !stages_work(&sweet, known) {
        for step in sweet.methods.iter_mut().flat_map(|m| &mut m.steps).filter(|s| s.stage().is_some()) {
            step.effects.clear();
            step.kind = StepKind::Simmer;
        }
        notes.push(
            "It names a stage of the syrup, but with these amounts the syrup does not come to it: see that sugar and \
             water stand at the right step."
                .to_owned(),
        );
    }
    counted_out(&mut sweet, raw, known);
    Draft { sweet, lines, doubts, notes }
}

/// So many pieces are told as come out, whatever boils off on the way.
fn counted_out(sweet: &mut Sweet, raw: &Raw, known: KnownShares<'_>) {
    for method in &mut sweet.methods {
        let finished_g = balance(method, known.larder, &Ladder::default()).map(|b| b.finished_g);
        if let (Some(makes), Ok(finished_g)) = (raw.makes, finished_g) {
            method.shape = makes.shape(finished_g);
        }
    }
}

/// Whether the syrups that are boiled to a stage come to it.
fn stages_work(sweet: &Sweet, known: KnownShares<'_>) -> bool {
    let staged = sweet.methods.iter().filter(|m| m.boil_step().is_some());
    staged.into_iter().all(|m| {
        let told = m.steps.iter().any(|s| !s.inputs.is_empty());
        !told || balance(m, known.larder, &Ladder::default()).is_ok()
    })
}

fn sweet(raw: &Raw, lines: &[DraftLine]) -> Sweet {
    let mut steps: Vec<Step> = raw.steps.iter().enumerate().map(|(i, told)| step(i, told)).collect();
    if steps.is_empty() {
        let told = "Put everything together. The text tells no steps.".to_owned();
        steps.push(step(0, &told.into()));
    }
    for line in lines {
        let (Some(ingredient), Some(amount_g)) = (&line.ingredient, line.mass_g) else { continue };
        let words = plain(line.name.as_deref().unwrap_or_default());
        let named = |s: &Step| {
            let text = plain(&s.text);
            words.split(' ').any(|w| w.len() > 3 && text.contains(w))
        };
        let at = steps.iter().position(named).unwrap_or(0);
        let entry = Entry {
            ingredient: ingredient.clone(),
            amount_g,
            state: line.state.clone(),
            purpose: Default::default(),
        };
        if let Some(step) = steps.get_mut(at) {
            step.inputs.push(entry);
        }
    }
    // What comes before the first amount is making ready; from there each step takes the last one over.
    let first = steps.iter().position(|s| !s.inputs.is_empty()).unwrap_or(0);
    let keys: Vec<String> = steps.iter().map(|s| s.key.clone()).collect();
    for ((i, step), before) in steps.iter_mut().enumerate().skip(1).zip(keys) {
        if i > first {
            step.takes.push(Take { step: before, share_frac: 1.0, side: None, medium: false });
        } else {
            step.after.push(before);
        }
    }
    let mut about =
        "Read from a text. What boils off is not told, so the finished weight is all that goes in."
            .to_owned();
    if let Some(total_min) = raw.total_min {
        about += &format!(" It says that it takes {total_min:.0} min in all.");
    }
    let all_g: f64 = steps.iter().flat_map(|s| &s.inputs).map(|e| e.amount_g).sum();
    let method = Method {
        key: "as-told".into(),
        name: "As told".into(),
        about,
        level: 2,
        instrument_free: true,
        aims: Composition::default(),
        shape: raw.makes.map_or(Shape::Loose, |makes| makes.shape(all_g)),
        structure: vec![],
        equal_measures: None,
        keeping: Keeping {
            room_days: 0.0,
            cold_days: 2.0,
            note: "Not told: two days in the cold until it is known better.".into(),
        },
        steps,
    };
    Sweet {
        name: raw.name.chars().take(120).collect(),
        about: raw.about.clone(),
        methods: vec![method],
        ..Sweet::unnamed()
    }
}

/// Letters of a title at most.
const TITLE: usize = 60;

/// The beginning of a text as a title: whole words.
fn short(text: &str) -> String {
    if text.chars().count() <= TITLE {
        return text.to_owned();
    }
    let cut: String = text.chars().take(TITLE).collect();
    let words = cut.rsplit_once(' ').map_or(cut.as_str(), |(words, _)| words);
    format!("{}…", words.trim_end())
}

/// What work of a kind is done in, and on which flame, where the text tells none.
fn place(kind: StepKind, small: &str) -> (Vessel, Option<Flame>) {
    let told = [("low", Flame::Low), ("medium", Flame::Medium), ("high", Flame::High)];
    let named = told.iter().find(|(word, _)| small.split(|c: char| !c.is_alphabetic()).any(|w| w == *word));
    let (vessel, usual) = match kind {
        StepKind::Fry => (Vessel::FryingPot, Flame::Medium),
        StepKind::PressureCook => (Vessel::PressureCooker, Flame::Medium),
        StepKind::Roast => (Vessel::Pan, Flame::Low),
        StepKind::Dissolve | StepKind::Simmer | StepKind::CookTillLeavesSides | StepKind::Caramelise => {
            (Vessel::Pan, Flame::Medium)
        }
        StepKind::Grind => return (Vessel::Grinder, None),
        _ => return (Vessel::default(), None),
    };
    (vessel, Some(named.map_or(usual, |(_, flame)| *flame)))
}

const KINDS: [(&str, StepKind); 26] = [
    ("pressure", StepKind::PressureCook),
    ("whistle", StepKind::PressureCook),
    ("caramel", StepKind::Caramelise),
    ("knead", StepKind::Knead),
    ("deep fry", StepKind::Fry),
    ("fry", StepKind::Fry),
    ("roast", StepKind::Roast),
    ("toast", StepKind::Roast),
    ("grind", StepKind::Grind),
    ("soak", StepKind::Soak),
    ("strain", StepKind::Strain),
    ("sieve", StepKind::Strain),
    ("dissolve", StepKind::Dissolve),
    ("blend", StepKind::Grind),
    ("melt", StepKind::Dissolve),
    ("leaves the side", StepKind::CookTillLeavesSides),
    ("string", StepKind::Simmer),
    ("boil", StepKind::Simmer),
    ("simmer", StepKind::Simmer),
    ("cook", StepKind::Simmer),
    ("pour", StepKind::Pour),
    ("roll", StepKind::Shape),
    ("shape", StepKind::Shape),
    ("cut", StepKind::Cut),
    ("cool", StepKind::Rest),
    ("garnish", StepKind::Garnish),
];

fn step(i: usize, told: &RawStep) -> Step {
    let text = told.text.as_str();
    let small = text.to_lowercase();
    let kind =
        KINDS.iter().find(|(word, _)| small.contains(word)).map_or(StepKind::Combine, |(_, kind)| *kind);
    let title = short(text.split(['.', ',', ';', ':']).next().unwrap_or(text).trim());
    let title = if title.is_empty() { format!("Step {}", i + 1) } else { title };
    let cue = small.find("until ").and_then(|at| {
        let clause = text.get(at..)?.split(['.', ';']).next()?;
        let mut letters = clause.chars();
        letters.next().map(|c| c.to_uppercase().chain(letters).collect::<String>())
    });
    let mut step = Step::new(&format!("step-{}", i + 1), kind, &title, text);
    (step.vessel, step.flame) = place(kind, &small);
    step.cue = cue.unwrap_or_else(|| "Not told: watch, and write down what shows it.".into());
    step.event = format!("Done: {}", title.to_lowercase());
    step.reason = "Not told.".into();
    step.attention = Attention::NowAndThen;
    step.minutes = told.minutes.or_else(|| minutes_in(text)).or(Some(kind.usual_minutes()));
    if let Some(stage) = stage_named(text).filter(|_| kind != StepKind::Shape) {
        step.kind = StepKind::BoilToStage;
        step.effects = vec![Effect::boil_to(stage)];
        step.vessel = Vessel::Pan;
        step.flame = Some(Flame::Medium);
    }
    step
}
