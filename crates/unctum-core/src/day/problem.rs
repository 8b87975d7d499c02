//! A kitchen day as a problem of times and things: what takes how long, what it holds, what has to follow when.

use std::collections::{BTreeMap, BTreeSet};

use serde::{Deserialize, Serialize};

use crate::day::ids::{ResourceId, StepId};
use crate::error::{CoreError, Result, within};

/// The name under which a kitchen's hands are counted, in tenths of a cook.
pub const HANDS: &str = "attention";

/// Steps of several batches that share hands, rings and vessels. What else a file says of them is left alone. Times are whole minutes from midnight of the first day.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DayProblem {
    /// What it is called.
    #[serde(default)]
    pub name: String,
    /// Where it came from, if it was drawn.
    #[serde(default)]
    pub seed: u64,
    /// The end of the last day, min.
    pub horizon: i32,
    /// So long before it is due a batch is to be ready, min.
    #[serde(default)]
    pub slack: i32,
    /// How much there is of each thing; of `attention` ten for each cook.
    pub resources: BTreeMap<ResourceId, i32>,
    /// When there are hands in the kitchen: from, to, min. The hours of several cooks may overlap: a step with hands lies
    /// wholly inside those of one.
    pub windows: Vec<(i32, i32)>,
    /// What is to be made.
    pub batches: Vec<DayBatch>,
    /// What follows across batches: what makes an ingredient, and what takes it.
    #[serde(default)]
    pub links: Vec<DayLag>,
    /// What is taken already, whatever is planned.
    #[serde(default)]
    pub taken: Vec<DayTaken>,
    /// Steps that start at this minute and at no other; also before their batch may be begun.
    #[serde(default)]
    pub pins: Starts,
}

/// Something that is taken already: by what is in the pan now, by a cook who is away.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DayTaken {
    /// What.
    pub res: ResourceId,
    /// How many.
    pub units: i32,
    /// From, min.
    pub from: i32,
    /// To, min.
    pub to: i32,
}

/// A batch of a day.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DayBatch {
    /// Its name, one in the whole problem.
    pub id: String,
    /// What it is called, for people.
    #[serde(default)]
    pub name: String,
    /// Not begun before, min.
    #[serde(default)]
    pub release: i32,
    /// Ready by, min.
    pub due: i32,
    /// Ready no earlier than so many minutes before it is due, or it is stale.
    pub fresh: i32,
    /// Its steps.
    pub steps: Vec<DayStep>,
    /// What follows what, and when.
    #[serde(default)]
    pub lags: Vec<DayLag>,
    /// What is held from one step to another, waiting included.
    #[serde(default)]
    pub holds: Vec<DayHold>,
}

/// A step of a day.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DayStep {
    /// Its name.
    pub id: StepId,
    /// How long it takes, min.
    pub dur: i32,
    /// What it uses while it runs. What uses hands lies wholly inside one of the kitchen's windows.
    #[serde(default)]
    pub uses: BTreeMap<ResourceId, i32>,
}

/// Minutes between the end of one step and the start of another.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DayLag {
    /// What ends.
    pub from: StepId,
    /// What starts.
    pub to: StepId,
    /// At least, min.
    pub min: i32,
    /// At most, min; none where it may wait.
    pub max: Option<i32>,
}

/// Something held from the start of one step to the end of another.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DayHold {
    /// What.
    pub res: ResourceId,
    /// How many.
    pub units: i32,
    /// From its start.
    pub from: StepId,
    /// To its end.
    pub to: StepId,
    /// And so long after, min: it is washed.
    #[serde(default)]
    pub after_min: i32,
}

/// Ten weeks; more is no kitchen's plan.
const MOST_MIN: f64 = 100_800.0;
const MOST_STEPS: usize = 1000;

impl DayProblem {
    /// # Errors
    /// Numbers no kitchen has, names that are not there or there twice, steps that wait for each other in a circle.
    pub fn check(&self) -> Result<()> {
        within("The end of the last day", f64::from(self.horizon), 1.0, MOST_MIN, "min")?;
        within("The margin before it is due", f64::from(self.slack), 0.0, MOST_MIN, "min")?;
        let unreadable = |words: String| Err(CoreError::Unreadable(words));
        let count: usize = self.batches.iter().map(|b| b.steps.len()).sum();
        if count == 0 {
            return unreadable("There is nothing to plan: add a batch with its steps.".into());
        }
        if count > MOST_STEPS {
            return Err(CoreError::TooMany(format!(
                "{count} steps are more than one plan holds. Plan fewer days."
            )));
        }
        if let Some((name, _)) = self.resources.iter().find(|(_, n)| **n < 0) {
            return unreadable(format!("There cannot be less than none of “{name}”."));
        }
        if let Some((from, to)) = self.windows.iter().find(|(from, to)| from >= to || *from < 0) {
            return unreadable(format!(
                "The kitchen's hours {from} to {to} end before they begin: turn them round."
            ));
        }
        let mut named = BTreeSet::new();
        for batch in &self.batches {
            batch.check(self)?;
            for step in &batch.steps {
                if !named.insert(&step.id) {
                    return unreadable(format!(
                        "Two steps are called “{}”: give each its own name.",
                        step.id
                    ));
                }
            }
        }
        let unknown = |kind, name: &str| Err(CoreError::Unknown { kind, name: name.to_owned() });
        let linked = self.links.iter().flat_map(|l| [&l.from, &l.to]).chain(self.pins.keys());
        if let Some(id) = linked.into_iter().find(|id| !named.contains(id)) {
            return unknown("step of these days", id.as_str());
        }
        for minute in self.pins.values() {
            within("The minute a step is pinned to", f64::from(*minute), -MOST_MIN, MOST_MIN, "min")?;
        }
        if let Some(taken) = self.taken.iter().find(|t| !self.resources.contains_key(&t.res)) {
            return unknown("thing of this kitchen", taken.res.as_str());
        }
        for taken in &self.taken {
            within("How much is taken", f64::from(taken.units), 0.0, 1e6, "")?;
        }
        for lag in &self.links {
            lag.check()?;
        }
        if self.in_a_circle() {
            return unreadable("Batches wait for each other in a circle.".into());
        }
        Ok(())
    }

    /// When there is anybody in the kitchen: hours that overlap are one.
    #[must_use]
    pub fn together(&self) -> Vec<(i32, i32)> {
        let mut sorted = self.windows.clone();
        sorted.sort_unstable();
        let mut together: Vec<(i32, i32)> = Vec::new();
        for (opens, closes) in sorted {
            match together.last_mut().filter(|last| opens < last.1) {
                Some(last) => last.1 = last.1.max(closes),
                None => together.push((opens, closes)),
            }
        }
        together
    }

    /// The batch that a step belongs to.
    pub(super) fn batch_of(&self, step: &StepId) -> Option<usize> {
        self.batches.iter().position(|b| b.place(step).is_some())
    }

    /// How many batches in a row take what each one gives; a batch that takes nothing has none. None in a circle.
    pub(super) fn depths(&self) -> Option<Vec<usize>> {
        let arrows: Vec<(usize, usize)> = self
            .links
            .iter()
            .filter_map(|l| Some((self.batch_of(&l.from)?, self.batch_of(&l.to)?)))
            .collect();
        let mut depths = vec![0; self.batches.len()];
        for _ in 0..=self.batches.len() {
            let before = depths.clone();
            for (from, to) in &arrows {
                depths[*from] = depths[*from].max(depths[*to] + 1);
            }
            if depths == before {
                return Some(depths);
            }
        }
        None
    }

    fn in_a_circle(&self) -> bool {
        self.depths().is_none()
    }
}

impl DayLag {
    fn check(&self) -> Result<()> {
        within("The wait between two steps", f64::from(self.min), 0.0, MOST_MIN, "min")?;
        if self.max.is_some_and(|max| max < self.min) {
            return Err(CoreError::Unreadable(format!(
                "“{}” is to follow “{}” sooner than it may: the longest wait is shorter than the shortest.",
                self.to, self.from
            )));
        }
        Ok(())
    }
}

impl DayBatch {
    fn check(&self, of: &DayProblem) -> Result<()> {
        let unreadable = |words: String| Err(CoreError::Unreadable(words));
        let unknown = |kind, name: &str| Err(CoreError::Unknown { kind, name: name.to_owned() });
        for (what, minute) in [
            ("Its start", self.release),
            ("When it is due", self.due),
            ("How fresh it is wanted", self.fresh),
        ] {
            within(what, f64::from(minute), 0.0, MOST_MIN, "min")?;
        }
        if self.steps.is_empty() {
            return unreadable(format!("“{}” has no step: say what is done.", self.id));
        }
        for step in &self.steps {
            within("How long a step takes", f64::from(step.dur), 0.0, MOST_MIN, "min")?;
            for (res, units) in &step.uses {
                if !of.resources.contains_key(res) {
                    return unknown("thing of this kitchen", res.as_str());
                }
                within("How much a step uses", f64::from(*units), 0.0, 1e6, "")?;
            }
        }
        let ends = |ends: [&'_ StepId; 2]| ends.into_iter().find(|id| self.place(id).is_none()).cloned();
        for lag in &self.lags {
            if let Some(id) = ends([&lag.from, &lag.to]) {
                return unknown("step of this batch", id.as_str());
            }
            lag.check()?;
        }
        for hold in &self.holds {
            if let Some(id) = ends([&hold.from, &hold.to]) {
                return unknown("step of this batch", id.as_str());
            }
            if !of.resources.contains_key(&hold.res) {
                return unknown("thing of this kitchen", hold.res.as_str());
            }
            within("How much is held", f64::from(hold.units), 0.0, 1e6, "")?;
            within("How long it is washed", f64::from(hold.after_min), 0.0, MOST_MIN, "min")?;
        }
        match self.order() {
            Some(_) => Ok(()),
            None => unreadable(format!("Steps of “{}” wait for each other in a circle.", self.id)),
        }
    }

    /// A step by its name.
    pub(super) fn place(&self, id: &StepId) -> Option<usize> {
        self.steps.iter().position(|s| s.id == *id)
    }

    /// Its steps so that each comes after all it waits for; none where they wait in a circle.
    pub(super) fn order(&self) -> Option<Vec<usize>> {
        let lags = self.lags.iter().map(|l| (&l.from, &l.to));
        let holds = self.holds.iter().filter(|h| h.from != h.to).map(|h| (&h.from, &h.to));
        let arrows: Vec<(usize, usize)> =
            lags.chain(holds).filter_map(|(from, to)| Some((self.place(from)?, self.place(to)?))).collect();
        let mut waits = vec![0; self.steps.len()];
        arrows.iter().for_each(|(_, to)| waits[*to] += 1);
        let mut ready: Vec<usize> = (0..self.steps.len()).filter(|i| waits[*i] == 0).collect();
        let mut order = Vec::new();
        while let Some(i) = ready.pop() {
            order.push(i);
            for (_, to) in arrows.iter().filter(|(from, _)| *from == i) {
                waits[*to] -= 1;
                if waits[*to] == 0 {
                    ready.push(*to);
                }
            }
        }
        (order.len() == self.steps.len()).then_some(order)
    }
}

/// When each step starts, min, by its name.
pub type Starts = BTreeMap<StepId, i32>;

/// How good a plan is; compared in this order, less is better.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DayTerms {
    /// Minutes late, of all batches.
    pub late_min: i32,
    /// Minutes that batches are ready before they may be.
    pub stale_min: i32,
    /// Minutes from the first to the last step with hands, window by window.
    pub active_span_min: i32,
    /// Minutes away from the margin before due.
    pub due_deviation_min: i32,
}
