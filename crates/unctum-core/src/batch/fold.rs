//! From setup and log to the state at a moment.

use std::collections::{BTreeMap, BTreeSet};

use crate::batch::acts::ToDo;
use crate::batch::boil::Boil;
use crate::batch::call::{ahead, button};
use crate::batch::evidence::Evidence;
use crate::batch::guidance::Watch;
use crate::batch::off_late::off_late;
use crate::batch::runs::{RunAt, Runs};
use crate::batch::scene::Scene;
use crate::batch::set_aside::syrup_state;
use crate::batch::standing::{standing, undone_seqs};
use crate::batch::{
    Advice, BatchEvent, BatchSetup, BatchState, Logged, Phase, PutIn, SeenReading, StepState, TestSaid,
};
use crate::error::Result;
use crate::estimate::Deed;
use crate::formula::SheetTake;
use crate::kitchen::Flame;
use crate::pan::PanModel;
use crate::process::{Step, StepKind};

/// A batch that nobody wrote about for so long, ms, is asked about: a day.
const UNATTENDED_MS: i64 = 86_400_000;
/// Whoever pulls a string of this strength or more has no grain left in the pan.
const WORTH_TESTING_FRAC: f64 = 0.65;

/// The state of a batch at `now_ms`, which must not be before the last event. Events may come in any order:
/// their moments decide. A batch that is looked at often is better kept as [`Followed`](crate::batch::Followed).
///
/// # Errors
/// A setup that cannot be. A log written through [`admit`](crate::batch::admit) never fails.
pub fn state_at(setup: &BatchSetup, started_ms: i64, log: &[Logged], now_ms: i64) -> Result<BatchState> {
    let log = in_order(log);
    let setup = setup.as_weighed(&log);
    Ok(folded(&setup, started_ms, &log)?.state_at(&setup, &log, now_ms))
}

/// The log in the order of its moments; what happened at once stands as it was written.
pub(super) fn in_order(log: &[Logged]) -> Vec<Logged> {
    let mut log = log.to_vec();
    log.sort_by_key(|l| (l.at_ms, l.seq));
    log
}

/// Everything that stands, taken in.
pub(super) fn folded(setup: &BatchSetup, started_ms: i64, log: &[Logged]) -> Result<Fold> {
    let mut fold = Fold::new(setup, started_ms)?;
    for logged in standing(log).iter() {
        fold.apply(setup, logged)?;
    }
    Ok(fold)
}

/// The last entry that was written and stands; a taking back is none, nor what an instrument sent.
fn last_written<'a>(log: &'a [Logged], undone: &BTreeSet<i32>) -> Option<&'a Logged> {
    let written = |l: &&Logged| !matches!(l.event, BatchEvent::Undone { .. }) && !l.event.by_itself();
    let stands = |l: &&Logged| written(l) && !undone.contains(&l.seq);
    log.iter().filter(stands).max_by_key(|l| l.seq)
}

/// A batch with its standing events taken in, up to the last one.
#[derive(Clone)]
pub(super) struct Fold {
    runs: Runs,
    /// What is ready of each step, by its position.
    ticked: BTreeMap<usize, Vec<String>>,
    whistles: BTreeMap<usize, u32>,
    /// What was seen of each run, and when.
    sights: BTreeMap<RunAt, Vec<(String, i64)>>,
    /// What was put in by parts, by the position of the step and the ingredient, g.
    put_in: BTreeMap<(usize, String), f64>,
    watch: Watch,
    /// When somebody last wrote about it, or started it, ms since 1970.
    attended_ms: i64,
    pub(super) given_up: bool,
    pub(super) resting: bool,
}

impl Fold {
    pub fn new(setup: &BatchSetup, started_ms: i64) -> Result<Self> {
        let boil = setup
            .syrup
            .map(|plan| PanModel::new(&plan.charge, &setup.pan, setup.air).map(|model| Boil { model, plan }));
        Ok(Self {
            runs: Runs::new(setup, started_ms),
            ticked: BTreeMap::new(),
            whistles: BTreeMap::new(),
            sights: BTreeMap::new(),
            put_in: BTreeMap::new(),
            watch: Watch::new(boil.transpose()?, started_ms),
            attended_ms: started_ms,
            given_up: false,
            resting: false,
        })
    }

    /// The moment of the last event taken in, or of the start.
    pub fn last_ms(&self) -> i64 {
        self.watch.last_ms
    }

    /// When the batch was started, ms since 1970.
    pub fn started_ms(&self) -> i64 {
        self.runs.started_ms()
    }

    /// The runs as they stand.
    pub fn runs(&self) -> &Runs {
        &self.runs
    }

    /// The pan as it was followed.
    pub fn watch(&self) -> &Watch {
        &self.watch
    }

    /// Whether nothing more is to be done: every run has ended, or it was given up.
    pub fn is_over(&self) -> bool {
        self.given_up || self.runs.all_over()
    }

    /// Whether a syrup is on its way to its stage, or could be put on.
    pub fn syrup_at_hand(&self) -> bool {
        let ready = |i: usize| self.runs.is_ready((i, 0));
        self.runs.graph.syrup_places.iter().any(|i| self.runs.is_going(*i) || ready(*i))
    }

    /// The state at a moment; `log` is what this was folded from, with what was taken back.
    pub fn state_at(&self, setup: &BatchSetup, log: &[Logged], now_ms: i64) -> BatchState {
        let mut watch = self.watch.clone();
        let now_ms = now_ms.max(watch.last_ms);
        let unattended_ms = now_ms - self.attended_ms;
        watch.pass_until(now_ms);

        let places = &self.runs.graph.syrup_places;
        let boil = setup.boil_index();
        let at = places.iter().copied().find(|i| self.runs.is_going(*i));
        let phase = self.phase(setup, at);
        if phase == Phase::Syrup && at == boil {
            // Nobody will press that the sugar has dissolved where one step does both.
            watch.boil_in_one = places.first() == at.as_ref();
        }
        let syrup = if phase == Phase::Syrup { syrup_state(setup, &watch) } else { None };
        let syrup_advice = match &syrup {
            Some((_, advice)) => Some(*advice),
            None => (phase == Phase::Syrup).then_some(Advice::HeatOn),
        };
        // What was not pressed but follows: a syrup that is judged for its stage has dissolved.
        let judged =
            syrup.as_ref().is_some_and(|(state, advice)| state.dissolved || *advice != Advice::Dissolve);
        let follows = |at: usize, boil: usize| at < boil && self.runs.graph.takes_over(boil, at);
        let shown = match (at, boil) {
            (Some(at), Some(boil)) if judged && follows(at, boil) => Some(boil),
            _ => at,
        };
        let ended = matches!(phase, Phase::Done | Phase::GivenUp | Phase::Resting);
        let undone = undone_seqs(log);
        let last = last_written(log, &undone);
        let syrup_button = syrup_advice.and_then(|advice| button(setup, advice, watch.flame, shown));
        let syrup = syrup.map(|(state, _)| state);
        let ahead = syrup_advice.map_or(Vec::new(), |advice| ahead(advice, syrup.as_ref()));
        let scene = Scene {
            setup,
            runs: &self.runs,
            ticked: &self.ticked,
            sights: &self.sights,
            flame: watch.flame,
            syrup: syrup.as_ref(),
            advice: syrup_advice,
            syrup_at: at,
            syrup_shown: shown,
            button: syrup_button,
            ahead: &ahead,
            now_ms,
        };
        let ToDo { acts, held, runs } = if ended { ToDo::default() } else { scene.to_do() };
        // The one thing to show: what the most pressing act is about, or what goes on.
        let first = acts.first();
        let current = first.map(|a| a.step.clone()).or_else(|| runs.first().map(|r| r.step.clone()));
        let advice = syrup_advice.unwrap_or(Advice::DoStep);
        let (button, can_fail) = first.map_or((None, false), |a| (a.entry.clone(), a.can_fail));
        BatchState {
            now_ms,
            phase,
            current_step: current.filter(|_| !ended || phase == Phase::Resting),
            boil_step: boil.filter(|_| phase == Phase::Syrup).map(|i| setup.steps[i].key.clone()),
            steps: self.step_states(setup),
            flame: watch.flame,
            flame_set_ms: watch.flame_set_ms,
            ahead,
            syrup,
            call: advice.call(),
            advice,
            button,
            can_fail,
            runs,
            acts,
            held,
            off_late: last.filter(|_| phase == Phase::Syrup).and_then(|last| off_late(setup, &watch, last)),
            can_undo: last.map(|l| l.seq),
            undone: undone.into_iter().collect(),
            unattended_s: (!ended && unattended_ms >= UNATTENDED_MS).then_some(unattended_ms as f64 / 1000.0),
        }
    }

    fn step_states(&self, setup: &BatchSetup) -> Vec<StepState> {
        let state = |(i, step): (usize, &Step)| {
            let runs = self.runs.of(i);
            let ended = runs.iter().map(|r| r.ended_ms).max().flatten();
            StepState {
                key: step.key.clone(),
                began_ms: runs.iter().filter_map(|r| r.began_ms).min(),
                done_ms: ended.filter(|_| self.runs.is_over(i)),
                loads: runs.len() as u32,
                loads_done: runs.iter().filter(|r| r.ended_ms.is_some()).count() as u32,
                ticked: self.ticked.get(&i).cloned().unwrap_or_default(),
                whistles: self.whistles.get(&i).copied().unwrap_or(0),
                put_in: self.parts(setup, i),
            }
        };
        setup.steps.iter().enumerate().map(state).collect()
    }

    /// What goes in by parts at a step, and how much of it has.
    fn parts(&self, setup: &BatchSetup, i: usize) -> Vec<PutIn> {
        let step = &setup.steps[i];
        let by_parts = step.kind == StepKind::AddInstalments;
        let takes = setup.takes.iter().filter(|t| t.step == step.key);
        let part = |take: &SheetTake| {
            let amount_g = self.put_in.get(&(i, take.ingredient.clone())).copied().unwrap_or(0.0);
            let left_g = (take.mass_g - amount_g).max(0.0);
            (by_parts || amount_g > 0.0).then(|| PutIn {
                ingredient: take.ingredient.clone(),
                amount_g,
                left_g,
                part_g: left_g.min(0.25 * take.mass_g),
            })
        };
        takes.filter_map(part).collect()
    }

    /// Takes an event in that happened after all before it.
    pub fn apply(&mut self, setup: &BatchSetup, logged: &Logged) -> Result<()> {
        self.watch.pass_until(logged.at_ms);
        if !logged.event.by_itself() {
            self.resting = false;
            self.attended_ms = self.attended_ms.max(logged.at_ms);
        }
        match &logged.event {
            BatchEvent::Gate { step, gate, ticked } => {
                if let Some(i) = setup.place_of(step) {
                    let of_step = self.ticked.entry(i).or_default();
                    of_step.retain(|k| k != gate);
                    if *ticked {
                        of_step.push(gate.clone());
                    }
                }
            }
            BatchEvent::Flame { flame } => self.set_flame(setup, *flame, logged.at_ms),
            BatchEvent::StepBegan { step, load } => {
                if let Some(at) = setup.run_at(step, *load) {
                    let ended = self.runs.begin(setup, at, logged.at_ms);
                    self.ended(setup, &ended, logged.at_ms);
                }
            }
            BatchEvent::StepDone { step, load } => {
                if let Some(at) = setup.run_at(step, *load) {
                    let ended = self.runs.end(setup, at, logged.at_ms);
                    self.ended(setup, &ended, logged.at_ms);
                }
            }
            BatchEvent::Reading { reading } | BatchEvent::Heard { reading } => {
                let evidence = Evidence::of(setup, *reading)?;
                self.watch.note(logged.at_ms, Deed::Seen(evidence.seen));
                if let Some(strength) = evidence.strength {
                    let test = TestSaid::of(setup, logged.at_ms, *reading, strength)?;
                    self.watch.tested(test, logged.event.by_itself());
                    // What is warm enough to tell a strength boils, and what boils has dissolved.
                    let boils =
                        matches!(reading, SeenReading::Thermometer { .. } | SeenReading::Probe { .. });
                    let pulled = reading.by_hand() && strength.frac.mid >= WORTH_TESTING_FRAC;
                    self.watch.dissolved |= boils || pulled;
                    if pulled {
                        self.boils_by(setup, logged.at_ms);
                    }
                }
            }
            BatchEvent::WaterAdded { water_g } => {
                self.watch.note(logged.at_ms, Deed::Water(*water_g));
                self.watch.last_test = None;
            }
            BatchEvent::Whistle { step } => {
                if let Some(i) = setup.place_of(step) {
                    *self.whistles.entry(i).or_default() += 1;
                }
            }
            BatchEvent::Sight { step, load, sight } => {
                if let Some(at) = setup.run_at(step, *load) {
                    let seen = self.sights.entry(at).or_default();
                    seen.retain(|(key, _)| key != sight);
                    seen.push((sight.clone(), logged.at_ms));
                }
            }
            BatchEvent::PutIn { step, ingredient, amount_g } => {
                if let Some(i) = setup.place_of(step) {
                    *self.put_in.entry((i, ingredient.clone())).or_default() += amount_g;
                }
            }
            BatchEvent::GivenUp => self.given_up = true,
            BatchEvent::Rested => self.resting = true,
            // What the pan weighs is in the setup before anything is taken in.
            BatchEvent::PanWeighed { .. } | BatchEvent::Undone { .. } | BatchEvent::Amended { .. } => {}
        }
        Ok(())
    }

    /// Whoever pulls a string has stirred all grain away, pressed or not: from the first one on it is the boil.
    fn boils_by(&mut self, setup: &BatchSetup, at_ms: i64) {
        let graph = &self.runs.graph;
        let stirred = |boil: usize| {
            graph.syrup_places.iter().any(|i| self.runs.is_going(*i) && graph.takes_over(boil, *i))
        };
        if let Some(boil) = setup.boil_index().filter(|boil| stirred(*boil)) {
            let ended = self.runs.begin(setup, (boil, 0), at_ms);
            self.ended(setup, &ended, at_ms);
        }
    }

    /// What it means for the syrup that runs have ended.
    fn ended(&mut self, setup: &BatchSetup, runs: &[RunAt], at_ms: i64) {
        let boil = setup.boil_index();
        for (i, _) in runs {
            // Whoever says that it is done says that it was ready.
            let gates = setup.steps[*i].gates.iter().map(|g| g.key.clone());
            if setup.steps[*i].gates.len() > self.ticked.get(i).map_or(0, Vec::len) {
                self.ticked.insert(*i, gates.collect());
            }
            let graph = &self.runs.graph;
            if boil == Some(*i) {
                self.watch.begun_ms = None;
            } else if graph.syrup_places.contains(i) {
                self.watch.dissolved = true;
                // What is strained on the way to the boil is off the ring, whoever forgot to say so.
                let stays_on = graph.after[*i].iter().any(|next| graph.syrup_places.contains(next));
                if !stays_on && self.watch.flame != Flame::Off {
                    self.set_flame(setup, Flame::Off, at_ms);
                }
            }
        }
    }

    fn set_flame(&mut self, setup: &BatchSetup, flame: Flame, at_ms: i64) {
        if flame != Flame::Off && !self.runs.graph.syrup_places.iter().any(|i| self.runs.is_going(*i)) {
            let first = self.runs.ready().find(|at| self.runs.graph.syrup_places.contains(&at.0));
            if let Some(first) = first {
                let ended = self.runs.begin(setup, first, at_ms);
                self.ended(setup, &ended, at_ms);
            }
        }
        if self.watch.begun_ms.is_none() && flame != Flame::Off {
            self.watch.begun_ms = Some(at_ms);
            self.watch.deeds.clear();
            let cold = self.runs.graph.syrup_places.iter().copied().find(|i| self.runs.is_going(*i));
            if let Some(i) = cold {
                self.runs.lit(i, at_ms);
            }
        }
        self.watch.note(at_ms, Deed::Flame(setup.habits.flame_frac(flame)));
        // A test of before the heat says nothing of what the heat does to it.
        if self.watch.flame == Flame::Off {
            self.watch.last_test = None;
        }
        self.watch.flame_was = self.watch.flame;
        self.watch.flame = flame;
        self.watch.flame_set_ms = Some(at_ms);
    }
}
