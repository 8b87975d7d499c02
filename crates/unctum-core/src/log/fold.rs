//! What stands of a log, taken in entry by entry.

use std::collections::BTreeMap;

use crate::error::Result;
use crate::estimate::Deed;
use crate::kitchen::Flame;
use crate::log::boil::Boil;
use crate::log::event::{BatchEvent, Logged, SeenReading};
use crate::log::evidence::Evidence;
use crate::log::runs::{RunAt, Runs};
use crate::log::standing::standing;
use crate::log::test_said::TestSaid;
use crate::log::watch::Watch;
use crate::pan::PanModel;
use crate::start::BatchSetup;

/// Whoever pulls a string of this strength or more has no grain left in the pan.
const WORTH_TESTING_FRAC: f64 = 0.65;

/// The log in the order of its moments; what happened at once stands as it was written.
pub(crate) fn in_order(log: &[Logged]) -> Vec<Logged> {
    let mut log = log.to_vec();
    log.sort_by_key(|l| (l.at_ms, l.seq));
    log
}

/// Everything that stands, taken in.
pub(crate) fn folded(setup: &BatchSetup, started_ms: i64, log: &[Logged]) -> Result<Fold> {
    let mut fold = Fold::new(setup, started_ms)?;
    for logged in standing(log).iter() {
        fold.apply(setup, logged)?;
    }
    Ok(fold)
}

/// A batch with its standing events taken in, up to the last one.
#[derive(Clone)]
pub(crate) struct Fold {
    pub runs: Runs,
    /// What is ready of each step, by its position.
    pub ticked: BTreeMap<usize, Vec<String>>,
    pub whistles: BTreeMap<usize, u32>,
    /// What was seen of each run, and when.
    pub sights: BTreeMap<RunAt, Vec<(String, i64)>>,
    /// What was put in by parts, by the position of the step and the ingredient, g.
    pub put_in: BTreeMap<(usize, String), f64>,
    pub watch: Watch,
    /// When somebody last wrote about it, or started it, ms since 1970.
    pub attended_ms: i64,
    pub given_up: bool,
    pub resting: bool,
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
