//! From setup and log to the state at a moment, and whether a further event fits.

use std::collections::BTreeSet;

use crate::batch::guidance::{Watch, syrup_state};
use crate::batch::{
    Advice, BatchEvent, BatchSetup, BatchState, Logged, Phase, SeenReading, StepState, TestSaid,
};
use crate::error::{CoreError, Result, within};
use crate::estimate::{Deed, Seen};
use crate::kitchen::Flame;
use crate::pan::PanModel;
use crate::process::StepKind;
use crate::syrup::Reading;
use crate::syrup::locate::{Strength, strength_of};

/// Amounts were measured to about this share, so that a pan may weigh so much more than all that went in.
const MEASURED_TO: f64 = 0.05;
/// And a few grams for scale and drops, g.
const SCALE_SLACK_G: f64 = 5.0;
/// A batch that nobody wrote about for so long, ms, is asked about: a day.
const UNATTENDED_MS: i64 = 86_400_000;
/// Whoever pulls a string of this strength or more has no grain left in the pan.
const WORTH_TESTING_FRAC: f64 = 0.65;

/// The state of a batch at `now_ms`, which must not be before the last event. Events may come in any order:
/// their moments decide. A batch that is looked at often is better kept as [`Followed`](crate::batch::Followed).
///
/// # Errors
/// A setup that cannot be. A log written through [`admit`] never fails.
pub fn state_at(setup: &BatchSetup, started_ms: i64, log: &[Logged], now_ms: i64) -> Result<BatchState> {
    let log = in_order(log);
    Ok(folded(setup, started_ms, &log)?.state_at(setup, &log, now_ms))
}

/// Whether `event` may be logged at `now_ms`. What others wrote about later moments does not count yet then.
///
/// # Errors
/// [`CoreError::NotNow`] with what to do instead, or the fault of a reading.
pub fn admit(
    setup: &BatchSetup,
    started_ms: i64,
    log: &[Logged],
    event: &BatchEvent,
    now_ms: i64,
) -> Result<()> {
    let log: Vec<Logged> = in_order(log).into_iter().filter(|l| l.at_ms <= now_ms).collect();
    let state = folded(setup, started_ms, &log)?.state_at(setup, &log, now_ms);
    admit_in(setup, &state, &log, event)
}

/// The log in the order of its moments; what happened at once stands as it was written.
pub(super) fn in_order(log: &[Logged]) -> Vec<Logged> {
    let mut log = log.to_vec();
    log.sort_by_key(|l| (l.at_ms, l.seq));
    log
}

/// Everything that stands, taken in.
pub(super) fn folded(setup: &BatchSetup, started_ms: i64, log: &[Logged]) -> Result<Fold> {
    let undone = undone_seqs(log);
    let mut fold = Fold::new(setup, started_ms)?;
    for logged in log.iter().filter(|l| !undone.contains(&l.seq) && !is_undo(l)) {
        fold.apply(setup, logged)?;
    }
    Ok(fold)
}

/// Whether an event fits a batch in this state.
pub(super) fn admit_in(
    setup: &BatchSetup,
    state: &BatchState,
    log: &[Logged],
    event: &BatchEvent,
) -> Result<()> {
    let refuse = |words: &str| Err(CoreError::NotNow(words.to_owned()));
    let ended = matches!(state.phase, Phase::Done | Phase::GivenUp);
    match event {
        BatchEvent::Undone { undone_seq } if state.can_undo == Some(*undone_seq) => Ok(()),
        BatchEvent::Undone { .. } => {
            refuse("Only the last entry can be taken back. Take the later ones back first.")
        }
        _ if ended => refuse("This batch is finished. Take the last entry back if that was a slip."),
        _ if state.phase == Phase::Resting => refuse("This batch rests. Take it up again first, then go on."),
        BatchEvent::Gate { step, gate, .. } => {
            let known = setup.steps.iter().any(|s| s.key == *step && s.gates.iter().any(|g| g.key == *gate));
            if known { Ok(()) } else { Err(CoreError::Unknown { kind: "gate", name: gate.clone() }) }
        }
        BatchEvent::StepDone { step } => {
            let place = |key: &str| setup.steps.iter().position(|s| s.key == key);
            let open = state.steps.iter().position(|s| s.done_ms.is_none());
            let shown = state.current_step.as_deref().and_then(place);
            // The step at hand, or one before it that nobody pressed.
            if place(step).is_some_and(|i| Some(i) >= open && Some(i) <= shown) {
                Ok(())
            } else {
                refuse("That step is not the one at hand. Look at the sheet again and press its button.")
            }
        }
        BatchEvent::Flame { .. } | BatchEvent::WaterAdded { .. } | BatchEvent::Reading { .. }
            if state.phase != Phase::Syrup =>
        {
            refuse("There is no syrup on the ring at this step. Go on with the step at hand.")
        }
        BatchEvent::WaterAdded { water_g } => {
            within("The water", *water_g, 1.0, 5000.0, "g")?;
            if state.syrup.is_some() { Ok(()) } else { refuse("Put the heat on first.") }
        }
        BatchEvent::Reading { reading } => {
            if state.syrup.is_none() {
                return refuse("Put the heat on first; a cold pan tells nothing about strength.");
            }
            if let SeenReading::Weight { gross_g } = reading {
                if !setup.pan.weighed {
                    return refuse(
                        "The empty pan was never weighed, so the scale cannot tell the syrup from the pan. Weigh the pan empty once, in the kitchen; for now pull a cooled drop.",
                    );
                }
                let put_in_g = setup.put_in_g() + watered_g(log);
                let contents_g = gross_g - setup.pan.tare_g;
                if contents_g > put_in_g * (1.0 + MEASURED_TO) + SCALE_SLACK_G {
                    return Err(CoreError::WeightAbovePutIn { contents_g, put_in_g });
                }
            }
            strength_of(&setup.charge, reading.corrected(setup), setup.air.pressure_pa, &setup.ladder)
                .map(|_| ())
        }
        BatchEvent::Flame { .. } | BatchEvent::GivenUp | BatchEvent::Rested => Ok(()),
    }
}

/// Whether a step belongs to the syrup that is followed: it dissolves or boils it, at the latest up to its
/// stage. The ladder decides, whatever the step is called.
fn on_the_way(setup: &BatchSetup, i: usize) -> bool {
    let step = &setup.steps[i];
    let last = setup.boil_index().unwrap_or(setup.steps.len());
    i == last || (i < last && step.kind == StepKind::Dissolve)
}

/// Whether one step both dissolves and boils: nobody will press that the sugar has dissolved.
fn dissolves_and_boils(setup: &BatchSetup, i: usize) -> bool {
    !setup.steps[..i].iter().any(|s| s.kind == StepKind::Dissolve)
}

/// Water that was poured in and not taken back, g.
fn watered_g(log: &[Logged]) -> f64 {
    let undone = undone_seqs(log);
    let standing = log.iter().filter(|l| !undone.contains(&l.seq));
    standing.map(|l| if let BatchEvent::WaterAdded { water_g } = l.event { water_g } else { 0.0 }).sum()
}

pub(super) fn is_undo(logged: &Logged) -> bool {
    matches!(logged.event, BatchEvent::Undone { .. })
}

/// Numbers of the events that were taken back.
pub(crate) fn undone_seqs(log: &[Logged]) -> BTreeSet<i32> {
    log.iter()
        .filter_map(|l| match l.event {
            BatchEvent::Undone { undone_seq } => Some(undone_seq),
            _ => None,
        })
        .collect()
}

/// A reading as evidence: what is measured as measured, what is looked at by its edges.
fn seen(reading: Reading, strength: Strength) -> Seen {
    match reading {
        Reading::Thermometer { boil_c } => Seen::Temperature { true_c: boil_c },
        Reading::Weight { gross_g, tare_g } => Seen::Weight { contents_g: gross_g - tare_g },
        Reading::String { string_cm } if !strength.edges => Seen::String { length_cm: string_cm },
        _ => Seen::Between { low_frac: strength.low_frac, high_frac: strength.high_frac },
    }
}

/// A batch with its standing events taken in, up to the last one.
#[derive(Clone)]
pub(super) struct Fold {
    steps: Vec<StepState>,
    watch: Watch,
    given_up: bool,
    resting: bool,
    /// Numbers of the events taken in, in their order.
    active: Vec<i32>,
}

impl Fold {
    pub fn new(setup: &BatchSetup, started_ms: i64) -> Result<Self> {
        let model = PanModel::new(&setup.charge, &setup.pan, setup.air)?;
        let steps = setup.steps.iter().enumerate().map(|(i, s)| StepState {
            key: s.key.clone(),
            began_ms: (i == 0).then_some(started_ms),
            done_ms: None,
            ticked: Vec::new(),
        });
        Ok(Self {
            steps: steps.collect(),
            watch: Watch::new(model, started_ms),
            given_up: false,
            resting: false,
            active: Vec::new(),
        })
    }

    /// The moment of the last event taken in, or of the start.
    pub fn last_ms(&self) -> i64 {
        self.watch.last_ms
    }

    fn current_index(&self) -> Option<usize> {
        self.steps.iter().position(|s| s.done_ms.is_none())
    }

    /// The state at a moment; `log` is what this was folded from, with what was taken back.
    pub fn state_at(&self, setup: &BatchSetup, log: &[Logged], now_ms: i64) -> BatchState {
        let mut watch = self.watch.clone();
        let now_ms = now_ms.max(watch.last_ms);
        let unattended_ms = now_ms - watch.last_ms;
        watch.pass_until(now_ms);

        let at = self.current_index();
        let boil = setup.boil_index();
        let phase = match at {
            _ if self.given_up => Phase::GivenUp,
            None => Phase::Done,
            _ if self.resting => Phase::Resting,
            Some(i) if setup.steps[i].kind == StepKind::MakeReady => Phase::Ready,
            Some(i) if on_the_way(setup, i) => Phase::Syrup,
            _ => Phase::Mass,
        };
        if phase == Phase::Syrup && at == boil {
            watch.boil_in_one = at.is_some_and(|i| dissolves_and_boils(setup, i));
        }
        let syrup = if phase == Phase::Syrup { syrup_state(setup, &watch) } else { None };
        let advice = match &syrup {
            Some((_, advice)) => *advice,
            None if phase == Phase::Syrup && watch.begun_ms.is_none() => Advice::HeatOn,
            None => Advice::DoStep,
        };
        // What was not pressed but follows: a syrup that is judged for its stage has dissolved.
        let judged =
            syrup.as_ref().is_some_and(|(state, advice)| state.dissolved || *advice != Advice::Dissolve);
        let shown = if judged && at < boil { boil } else { at };
        let current = shown.map(|i| setup.steps[i].key.clone());
        let ended = matches!(phase, Phase::Done | Phase::GivenUp | Phase::Resting);
        BatchState {
            now_ms,
            phase,
            current_step: current.filter(|_| !self.given_up),
            boil_step: boil.filter(|_| phase == Phase::Syrup).map(|i| setup.steps[i].key.clone()),
            steps: self.steps.clone(),
            flame: watch.flame,
            flame_set_ms: watch.flame_set_ms,
            syrup: syrup.map(|(state, _)| state),
            advice,
            can_undo: self.active.last().copied(),
            undone: undone_seqs(log).into_iter().collect(),
            unattended_s: (!ended && unattended_ms >= UNATTENDED_MS).then_some(unattended_ms as f64 / 1000.0),
        }
    }

    /// Takes an event in that happened after all before it.
    pub fn apply(&mut self, setup: &BatchSetup, logged: &Logged) -> Result<()> {
        self.watch.pass_until(logged.at_ms);
        self.resting = false;
        self.active.push(logged.seq);
        match &logged.event {
            BatchEvent::Gate { step, gate, ticked } => {
                if let Some(state) = self.steps.iter_mut().find(|s| s.key == *step) {
                    state.ticked.retain(|k| k != gate);
                    if *ticked {
                        state.ticked.push(gate.clone());
                    }
                }
            }
            BatchEvent::Flame { flame } => self.set_flame(*flame, logged.at_ms),
            BatchEvent::StepDone { step } => {
                let until = setup.steps.iter().position(|s| s.key == *step);
                // A later step that is done ends those before it that nobody pressed.
                while let Some(i) = self.current_index().filter(|i| until.is_some_and(|u| *i <= u)) {
                    self.steps[i].done_ms = Some(logged.at_ms);
                    if let Some(next) = self.steps.get_mut(i + 1) {
                        next.began_ms = Some(logged.at_ms);
                    }
                    if setup.boil_index() == Some(i) {
                        self.watch.begun_ms = None;
                    } else if setup.steps[i].kind == StepKind::Dissolve {
                        self.watch.dissolved = true;
                    }
                }
            }
            BatchEvent::Reading { reading } => {
                let corrected = reading.corrected(setup);
                let strength = strength_of(&setup.charge, corrected, setup.air.pressure_pa, &setup.ladder)?;
                self.watch.note(logged.at_ms, Deed::Seen(seen(corrected, strength)));
                self.watch.last_test = Some(TestSaid::of(setup, logged.at_ms, *reading, strength));
                self.watch.dissolved |= reading.by_hand() && strength.frac >= WORTH_TESTING_FRAC;
            }
            BatchEvent::WaterAdded { water_g } => {
                self.watch.note(logged.at_ms, Deed::Water(*water_g));
                self.watch.last_test = None;
            }
            BatchEvent::GivenUp => self.given_up = true,
            BatchEvent::Rested => self.resting = true,
            BatchEvent::Undone { .. } => {}
        }
        Ok(())
    }

    fn set_flame(&mut self, flame: Flame, at_ms: i64) {
        if self.watch.begun_ms.is_none() && flame != Flame::Off {
            self.watch.begun_ms = Some(at_ms);
            self.watch.deeds.clear();
        }
        self.watch.note(at_ms, Deed::Flame(flame.frac()));
        // A test of before the heat says nothing of what the heat does to it.
        if self.watch.flame == Flame::Off {
            self.watch.last_test = None;
        }
        self.watch.flame = flame;
        self.watch.flame_set_ms = Some(at_ms);
    }
}
