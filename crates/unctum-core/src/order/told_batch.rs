//! A batch of some days as it is shown.

use std::collections::BTreeMap;

use serde::Serialize;

use crate::course::Tools;
use crate::day::{Starts, StepId};
use crate::formula::SheetTake;
use crate::numeric::Spread;
use crate::order::beside::heat_too;
use crate::order::cold::{DayKeptTold, kept};
use crate::order::graph::working;
use crate::order::made::DayMade;
use crate::order::question::DayQuestion;
use crate::order::whole::LaidOut;
use crate::process::{Manner, Step};
use crate::start::StartAsk;

/// A step of the days.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DayStepTold {
    /// Its name among the days.
    pub id: StepId,
    /// What to do, in a few words.
    pub title: String,
    /// From, min since the first midnight.
    pub from_min: i32,
    /// To, min.
    pub to_min: i32,
    /// How long it takes, min.
    pub minutes: Spread,
    /// How it holds the cook.
    pub manner: Manner,
    /// Who does it; none where it waits.
    pub cook: Option<String>,
    /// From whom she takes it over, where somebody else did what came before.
    pub from_cook: Option<String>,
    /// In which of her pans, if in one.
    pub pan_name: Option<String>,
    /// On which ring, if over a flame.
    pub ring_name: Option<String>,
    /// What to heat meanwhile on a flame of its own, in words; none where nothing is.
    pub heat_too: Option<String>,
    /// What goes in.
    pub takes: Vec<SheetTake>,
    /// Whether a syrup is boiled to a stage.
    pub syrup: bool,
    /// Whether it is pinned where it stands.
    pub pinned: bool,
    /// Whether it has begun at the stove.
    pub begun: bool,
}

/// A batch of the days.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DayBatchTold {
    /// Its key.
    pub key: String,
    /// What it is called.
    pub title: String,
    /// Key of its sweet.
    pub sweet_key: String,
    /// What to ask the stove for.
    pub start: StartAsk,
    /// Number of the batch at the stove, if it was begun.
    pub batch_id: Option<i32>,
    /// Whether it is over.
    pub over: bool,
    /// For whom, a name each.
    pub who: Vec<String>,
    /// Pan and ring it is made with.
    pub pan_name: String,
    /// The ring.
    pub ring_name: String,
    /// Pieces it gives, if it is counted.
    pub pieces: Option<u32>,
    /// What it gives, g.
    pub finished_g: f64,
    /// Ready, min; none before it was planned.
    pub ready_min: Option<i32>,
    /// How what it makes is kept until other batches take it or it is fetched; none where that needs nothing.
    pub kept: Option<DayKeptTold>,
    /// Its steps, in the order in which they begin; empty before it was planned.
    pub steps: Vec<DayStepTold>,
}

/// Tells a batch with a plan.
pub(super) fn batch(q: &DayQuestion<'_>, laid: &LaidOut, made: &DayMade, starts: &Starts) -> DayBatchTold {
    let begun = q.begun.iter().find(|b| b.key == made.key);
    let in_plan = laid.problem.batches.iter().find(|b| b.id == made.key);
    let (tools, takes) = (Tools::of(&made.made.picked), made.made.weighed.takes());
    let step = |(step, minutes): (&Step, Spread)| {
        let id = StepId::of(&made.key, &step.key);
        let dur = in_plan?.steps.iter().find(|s| s.id == id)?.dur;
        let from_min = *starts.get(&id)?;
        let stands = begun.and_then(|b| b.state.steps.iter().find(|s| s.key == step.key));
        Some(DayStepTold {
            title: step.title.clone(),
            from_min,
            to_min: from_min + dur,
            minutes,
            manner: step.manner(),
            cook: None,
            from_cook: None,
            takes: takes.iter().filter(|t| t.step == step.key).cloned().collect(),
            pan_name: tools.pan_of(step).map(|p| p.name.clone()),
            ring_name: step.on_flame().then(|| made.made.picked.ring.name.clone()),
            heat_too: heat_too(q.kitchen, made, step),
            syrup: step.stage().is_some(),
            pinned: q.days.pins.contains_key(&id),
            begun: stands.is_some_and(|s| s.began_ms.or(s.done_ms).is_some()),
            id,
        })
    };
    let mut steps: Vec<DayStepTold> = working(made).into_iter().filter_map(step).collect();
    steps.sort_by_key(|s| (s.from_min, s.to_min));
    let ends_min = steps.iter().map(|s| s.to_min).max();
    let mut who: Vec<String> = made.wanted.iter().map(|w| w.who.clone()).collect();
    who.dedup();
    DayBatchTold {
        key: made.key.clone(),
        title: made.title.clone(),
        sweet_key: made.ask.sweet_key.clone().unwrap_or_default(),
        start: made.ask.clone(),
        batch_id: begun.map(|b| b.batch_id),
        over: begun.is_some_and(|b| b.over),
        who,
        pan_name: made.made.picked.pan.name.clone(),
        ring_name: made.made.picked.ring.name.clone(),
        pieces: made.formula.pieces.count.map(|c| c.round() as u32),
        finished_g: made.formula.finished_g,
        ready_min: match begun.filter(|b| b.over) {
            // What is over was ready when its last step ended.
            Some(over) => {
                let ended_ms = over.state.steps.iter().filter_map(|s| s.done_ms).max();
                Some(ended_ms.map_or(laid.now_min, |ms| laid.calendar.minute_of_ms(ms)))
            }
            None => ends_min,
        },
        kept: ends_min.and_then(|from| kept(laid, made, starts, from)),
        steps,
    }
}

impl DayBatchTold {
    /// Says who does each step, and where it goes from one to another.
    pub(super) fn shared_out(&mut self, cooks: &BTreeMap<StepId, String>) {
        let mut before: Option<String> = None;
        for step in &mut self.steps {
            step.cook = cooks.get(&step.id).cloned();
            if step.cook.is_some() {
                step.from_cook = before.take().filter(|b| Some(b) != step.cook.as_ref());
                before.clone_from(&step.cook);
            }
        }
    }
}
