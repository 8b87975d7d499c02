//! The runs of a batch: each step once, or once for each load, with when it began and ended. What was not said but
//! follows is derived: a later run that began or ended means that what came before it has ended.

use std::sync::Arc;

use crate::log::graph::{Graph, MOST_LOADS};
use crate::process::Manner;
use crate::start::BatchSetup;

/// One step for one load.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub(crate) struct Run {
    pub began_ms: Option<i64>,
    pub ended_ms: Option<i64>,
}

/// A run by the position of its step and the number of its load, from 0.
pub(crate) type RunAt = (usize, usize);

/// All runs of a batch.
#[derive(Debug, Clone)]
pub(crate) struct Runs {
    pub graph: Arc<Graph>,
    steps: Vec<Vec<Run>>,
    started_ms: i64,
}

impl Runs {
    pub fn new(setup: &BatchSetup, started_ms: i64) -> Self {
        let graph = Graph::of(setup);
        let loads = |i: usize| graph.group[i].map_or(1, |head| graph.planned[head]) as usize;
        let steps = (0..setup.steps.len()).map(|i| vec![Run::default(); loads(i)]).collect();
        let mut runs = Self { graph: Arc::new(graph), steps, started_ms };
        let first = (0..setup.steps.len()).find(|i| runs.graph.before[*i].is_empty());
        if let Some(first) = first.filter(|i| runs.graph.begins(&setup.steps, *i)) {
            runs.steps[first][0].began_ms = Some(started_ms);
        }
        runs
    }

    pub fn started_ms(&self) -> i64 {
        self.started_ms
    }

    pub fn of(&self, step: usize) -> &[Run] {
        &self.steps[step]
    }

    pub fn at(&self, (step, load): RunAt) -> Run {
        self.steps[step].get(load).copied().unwrap_or_default()
    }

    /// All of them, in the order of the sheet.
    pub fn all(&self) -> impl Iterator<Item = (RunAt, Run)> + '_ {
        let loads =
            |(i, runs): (usize, &'_ Vec<Run>)| (0..runs.len()).map(move |l| (i, l)).collect::<Vec<_>>();
        self.steps.iter().enumerate().flat_map(loads).map(|at| (at, self.at(at)))
    }

    /// Those that go on.
    pub fn going(&self) -> impl Iterator<Item = RunAt> + '_ {
        self.all().filter(|(_, r)| r.began_ms.is_some() && r.ended_ms.is_none()).map(|(at, _)| at)
    }

    pub fn is_going(&self, step: usize) -> bool {
        self.steps[step].iter().any(|r| r.began_ms.is_some() && r.ended_ms.is_none())
    }

    /// Whether all loads of a step have ended.
    pub fn is_over(&self, step: usize) -> bool {
        self.steps[step].iter().all(|r| r.ended_ms.is_some())
    }

    pub fn all_over(&self) -> bool {
        (0..self.steps.len()).all(|i| self.is_over(i))
    }

    /// What has to have ended before a run: the same load within its group, all loads of what is not of it, and
    /// what lay in the pot before.
    fn needs(&self, (step, load): RunAt) -> Vec<RunAt> {
        let group = self.graph.group[step];
        let mut needs: Vec<RunAt> = Vec::new();
        for b in &self.graph.before[step] {
            if group.is_some() && self.graph.group[*b] == group {
                needs.push((*b, load));
            } else {
                needs.extend((0..self.steps[*b].len()).map(|l| (*b, l)));
            }
        }
        if group == Some(step) && load > 0 {
            needs.push((step, load - 1));
        }
        needs
    }

    /// Whether nothing stands before a run that has not begun.
    pub fn is_ready(&self, at: RunAt) -> bool {
        self.at(at).began_ms.is_none() && self.needs(at).iter().all(|n| self.at(*n).ended_ms.is_some())
    }

    /// Runs that could begin.
    pub fn ready(&self) -> impl Iterator<Item = RunAt> + '_ {
        self.all().map(|(at, _)| at).filter(|at| self.is_ready(*at))
    }

    /// Whether everything that comes before a run has at least begun, so that its end can be meant.
    pub fn is_near(&self, at: RunAt) -> bool {
        self.needs(at).iter().all(|n| {
            let run = self.at(*n);
            run.ended_ms.is_some() || run.began_ms.is_some() || (self.is_ready(*n) && n.0 == at.0)
        })
    }

    /// When a run could have begun.
    fn could_ms(&self, at: RunAt) -> i64 {
        self.needs(at).iter().filter_map(|n| self.at(*n).ended_ms).fold(self.started_ms, i64::max)
    }

    /// A load beyond those that were planned is there once it is spoken of.
    fn make_room(&mut self, (step, load): RunAt) {
        let Some(head) = self.graph.group[step] else { return };
        if load < self.steps[step].len() || load >= MOST_LOADS as usize {
            return;
        }
        for i in 0..self.steps.len() {
            if self.graph.group[i] == Some(head) {
                self.steps[i].resize(load + 1, Run::default());
            }
        }
    }

    /// Whether its pan and its ring are taken: until its last step in a pan has ended, but not while nothing of it
    /// is in one and it soaks, rests or sets.
    pub fn holds_hob(&self, setup: &BatchSetup) -> bool {
        let in_pan = |i: usize| setup.steps[i].in_pan() || setup.steps[i].on_flame();
        let waits = |i: usize| setup.steps[i].manner() == Manner::Wait;
        // What is done in a pan stays in it until the next step has it, or is done with it.
        let keeps =
            |next: usize| !self.is_over(next) && (in_pan(next) || !waits(next) || !self.is_going(next));
        let all = || 0..self.steps.len();
        let in_use = all().filter(|i| in_pan(*i)).any(|i| {
            self.is_going(i) || (self.is_over(i) && self.graph.after[i].iter().any(|next| keeps(*next)))
        });
        let ahead = all().any(|i| in_pan(i) && !self.is_over(i));
        // What begins with something to be put to soak or to rise needs no pan yet, whether that is in or not.
        let rests = self.going().any(|(i, _)| waits(i));
        let first = self.ready().next().filter(|_| self.going().next().is_none());
        let begins_with_wait = first.is_some_and(|(i, _)| waits(i));
        in_use || (ahead && !rests && !begins_with_wait)
    }

    /// Takes in that a run was begun; the runs that this ended, in order.
    pub fn begin(&mut self, setup: &BatchSetup, at: RunAt, at_ms: i64) -> Vec<RunAt> {
        self.make_room(at);
        if at.1 >= self.steps[at.0].len() || self.at(at).began_ms.is_some() {
            return Vec::new();
        }
        let mut ended = Vec::new();
        self.end_before(setup, at, at_ms, &mut ended);
        self.steps[at.0][at.1].began_ms.get_or_insert(at_ms);
        ended
    }

    /// Takes in that a run has ended; all runs that ended with it, in order.
    pub fn end(&mut self, setup: &BatchSetup, at: RunAt, at_ms: i64) -> Vec<RunAt> {
        self.make_room(at);
        let mut ended = Vec::new();
        if at.1 < self.steps[at.0].len() {
            self.end_with_all(setup, at, at_ms, &mut ended);
        }
        ended
    }

    /// The first fire under a run that stood cold: its clock counts from here.
    pub fn lit(&mut self, step: usize, at_ms: i64) {
        for run in &mut self.steps[step] {
            if run.began_ms.is_some() && run.ended_ms.is_none() {
                run.began_ms = Some(at_ms);
            }
        }
    }

    fn end_before(&mut self, setup: &BatchSetup, at: RunAt, at_ms: i64, ended: &mut Vec<RunAt>) {
        for need in self.needs(at) {
            self.end_with_all(setup, need, at_ms, ended);
        }
    }

    fn end_with_all(&mut self, setup: &BatchSetup, at: RunAt, at_ms: i64, ended: &mut Vec<RunAt>) {
        if self.at(at).ended_ms.is_some() {
            return;
        }
        self.end_before(setup, at, at_ms, ended);
        let could_ms = self.could_ms(at);
        let run = &mut self.steps[at.0][at.1];
        run.began_ms.get_or_insert(could_ms);
        run.ended_ms = Some(at_ms);
        ended.push(at);
        self.go_on(setup, at, at_ms);
    }

    /// The first run in the order of the sheet that a run hands over to and that needs nothing else begins; not what wants
    /// both hands while they are full.
    fn go_on(&mut self, setup: &BatchSetup, (step, load): RunAt, at_ms: i64) {
        let group = self.graph.group[step];
        let next = self.graph.after[step].iter().copied().find_map(|next| {
            let load = if group.is_some() && self.graph.group[next] == group { load } else { 0 };
            let goes_on = self.graph.goes_on(&setup.steps, next, step);
            (goes_on && self.is_ready((next, load))).then_some((next, load))
        });
        let bound = |i: usize| setup.steps[i].manner() == Manner::Bound;
        let free = |next: usize| !bound(next) || !self.going().any(|(i, _)| bound(i));
        if let Some((next, load)) = next.filter(|(next, _)| free(*next)) {
            self.steps[next][load].began_ms = Some(at_ms);
        }
    }
}
