//! The steps of a batch as a graph: what comes before what, what goes load by load, and which step goes on by
//! itself once another has ended.

use std::collections::{BTreeMap, BTreeSet};

use crate::process::{Manner, Step, StepKind, Timing};
use crate::start::BatchSetup;

/// Most loads that one pot is filled for.
pub(crate) const MOST_LOADS: u32 = 200;

/// The steps of a batch as a graph, by their positions in the setup.
#[derive(Debug, Clone)]
pub(crate) struct Graph {
    /// What comes directly before each step.
    pub before: Vec<BTreeSet<usize>>,
    /// What comes directly after it, in the order of the sheet.
    pub after: Vec<BTreeSet<usize>>,
    /// All that comes before each step, directly or not.
    ancestors: Vec<BTreeSet<usize>>,
    /// Whose mass it takes over: not what its mass lies in, and not what was left over.
    takes_over: Vec<BTreeSet<usize>>,
    /// The step that fills the pot again and again, for all that go on with one load of it.
    pub group: Vec<Option<usize>>,
    /// How often its pot is filled, as planned, by the step that fills it.
    pub planned: Vec<u32>,
    /// The steps that bring the syrup to its stage.
    pub syrup_places: BTreeSet<usize>,
}

/// Whether work of this kind is done with what came out of the pot at once.
fn goes_on_with_a_load(step: &Step) -> bool {
    let kind = matches!(step.kind, StepKind::Drain | StepKind::Rest | StepKind::Steep | StepKind::Squeeze);
    kind || step.timing == Timing::Pots
}

impl Graph {
    pub fn of(setup: &BatchSetup) -> Self {
        let steps = &setup.steps;
        let place: BTreeMap<&str, usize> =
            steps.iter().enumerate().map(|(i, s)| (s.key.as_str(), i)).collect();
        // A sheet stands in working order; what would point forward is not waited for.
        let known = |i: usize, key: &str| place.get(key).copied().filter(|p| *p < i);
        let before: Vec<BTreeSet<usize>> = steps
            .iter()
            .enumerate()
            .map(|(i, s)| s.before().filter_map(|key| known(i, key)).collect())
            .collect();
        let takes_over = steps.iter().enumerate().map(|(i, s)| {
            let whole = s.takes.iter().filter(|t| !t.medium && t.side.is_none());
            whole.filter_map(|t| known(i, &t.step)).collect()
        });
        let mut after = vec![BTreeSet::new(); steps.len()];
        for (i, all) in before.iter().enumerate() {
            for b in all {
                after[*b].insert(i);
            }
        }
        let mut ancestors: Vec<BTreeSet<usize>> = Vec::with_capacity(steps.len());
        for all in &before {
            let further = all.iter().flat_map(|b| ancestors[*b].iter().copied());
            ancestors.push(further.chain(all.iter().copied()).collect());
        }
        let planned = steps.iter().map(|s| setup.plan_of(&s.key).map_or(1, |p| p.loads.clamp(1, MOST_LOADS)));
        let mut graph = Self {
            takes_over: takes_over.collect(),
            group: vec![None; steps.len()],
            planned: planned.collect(),
            syrup_places: setup.syrup_places(),
            before,
            after,
            ancestors,
        };
        graph.find_groups(steps);
        graph
    }

    /// A group begins at the step that fills the pot, and goes on through what drains, rests and steeps load by
    /// load. What waits for the whole of it, or for what was left over, is no part of it.
    fn find_groups(&mut self, steps: &[Step]) {
        for i in 0..steps.len() {
            let joined = self.takes_over[i].iter().find_map(|b| self.group[*b]);
            if let Some(head) = joined.filter(|_| goes_on_with_a_load(&steps[i])) {
                let of_group = |b: &usize| self.group[*b] == Some(head);
                let leftovers = steps[i].takes.iter().any(|t| {
                    t.side.is_some()
                        && steps.iter().position(|s| s.key == t.step).is_some_and(|b| of_group(&b))
                });
                let waits = self.before[i].iter().any(|b| !of_group(b) && self.depends(*b, head));
                if !leftovers && !waits {
                    self.group[i] = Some(head);
                    continue;
                }
            }
            if steps[i].timing == Timing::Pots {
                self.group[i] = Some(i);
            }
        }
    }

    /// Whether a step comes after another, directly or not, or is it.
    pub fn depends(&self, step: usize, on: usize) -> bool {
        step == on || self.ancestors[step].contains(&on)
    }

    /// Whether a step takes over the mass of another.
    pub fn takes_over(&self, step: usize, from: usize) -> bool {
        self.takes_over[step].contains(&from)
    }

    /// Whether a step goes on by itself once `ended` has: nothing has to be lit, made ready or put anywhere for it
    /// first.
    pub fn goes_on(&self, steps: &[Step], step: usize, ended: usize) -> bool {
        let (to, from) = (&steps[step], &steps[ended]);
        if to.manner() == Manner::Wait && !to.on_flame() {
            return self.is_left_where_it_is(steps, step, ended);
        }
        if !to.on_flame() || self.syrup_places.contains(&step) {
            return true;
        }
        self.takes_over(step, ended) && to.vessel == from.vessel && to.gates.is_empty()
    }

    /// Whether what waits at a step is only left where the step before it left it. What is put into water, into the
    /// cold or into another vessel begins when she says that it is in, or its hours would count before.
    fn is_left_where_it_is(&self, steps: &[Step], step: usize, ended: usize) -> bool {
        let (to, from) = (&steps[step], &steps[ended]);
        let alone = to.takes.len() == 1 && self.takes_over(step, ended);
        alone && to.inputs.is_empty() && to.vessel == from.vessel
    }

    /// Whether a step begins by itself when the batch is started: nothing has to be lit or put to soak for it, and no
    /// hands are taken from anything else.
    pub fn begins(&self, steps: &[Step], step: usize) -> bool {
        let by_itself =
            !steps[step].on_flame() && matches!(steps[step].manner(), Manner::Watch | Manner::Work);
        self.before[step].is_empty() && (by_itself || self.syrup_places.contains(&step))
    }
}
