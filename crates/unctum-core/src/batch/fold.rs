//! From setup and log to the state at a moment, and whether a further event fits.

use std::collections::BTreeSet;

use crate::batch::guidance::{Watch, syrup_state};
use crate::batch::{Advice, BatchEvent, BatchSetup, BatchState, Logged, Phase, StepState};
use crate::error::{CoreError, Result, within};
use crate::estimate::Belief;
use crate::kitchen::Flame;
use crate::pan::model::off_heat;
use crate::pan::{Heat, PanModel};
use crate::process::{Step, StepKind};
use crate::syrup::Reading;
use crate::syrup::locate::strength_of;
use crate::water::saturation_temperature_c;

/// The state of a batch at `now_ms`, which must not be before the last event.
///
/// # Errors
/// A setup that cannot be. A log written through [`admit`] never fails.
pub fn state_at(setup: &BatchSetup, started_ms: i64, log: &[Logged], now_ms: i64) -> Result<BatchState> {
    let undone = undone_seqs(log);
    let active = || log.iter().filter(|l| !undone.contains(&l.seq) && !is_undo(l));
    let mut fold = Fold::new(setup, started_ms)?;
    for logged in active() {
        fold.apply(logged)?;
    }
    let now_ms = now_ms.max(fold.watch.last_ms);
    fold.watch.pass_until(now_ms);

    let current = fold.current().map(|s| (s.key.clone(), s.kind));
    let phase = match (&current, fold.given_up) {
        (_, true) => Phase::GivenUp,
        (None, _) => Phase::Done,
        (Some((_, StepKind::MakeReady)), _) => Phase::Ready,
        (Some((_, StepKind::Dissolve | StepKind::BoilToStage)), _) => Phase::Syrup,
        _ => Phase::Mass,
    };
    let syrup = if phase == Phase::Syrup { syrup_state(setup, &fold.watch) } else { None };
    let advice = match (&syrup, &current) {
        (Some((_, advice)), _) => *advice,
        (None, Some((_, StepKind::Dissolve))) => Advice::HeatOn,
        _ => Advice::DoStep,
    };
    Ok(BatchState {
        now_ms,
        phase,
        current_step: current.map(|(key, _)| key).filter(|_| !fold.given_up),
        steps: fold.steps,
        flame: fold.watch.flame,
        flame_set_ms: fold.watch.flame_set_ms,
        syrup: syrup.map(|(state, _)| state),
        advice,
        can_undo: active().next_back().map(|l| l.seq),
        undone: undone.into_iter().collect(),
    })
}

/// Whether `event` may be logged at `now_ms`.
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
    let state = state_at(setup, started_ms, log, now_ms)?;
    let refuse = |words: &str| Err(CoreError::NotNow(words.to_owned()));
    let ended = matches!(state.phase, Phase::Done | Phase::GivenUp);
    match event {
        BatchEvent::Undone { undone_seq } if state.can_undo == Some(*undone_seq) => Ok(()),
        BatchEvent::Undone { .. } => {
            refuse("Only the last entry can be taken back. Take the later ones back first.")
        }
        _ if ended => refuse("This batch is finished. Take the last entry back if that was a slip."),
        BatchEvent::Gate { step, gate, .. } => {
            let known = setup.steps.iter().any(|s| s.key == *step && s.gates.iter().any(|g| g.key == *gate));
            if known { Ok(()) } else { Err(CoreError::Unknown { kind: "gate", name: gate.clone() }) }
        }
        BatchEvent::StepDone { step } => {
            if state.current_step.as_ref() == Some(step) {
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
            strength_of(&setup.charge, reading.corrected(setup), setup.air.pressure_pa, &setup.ladder)
                .map(|_| ())
        }
        BatchEvent::Flame { .. } | BatchEvent::GivenUp => Ok(()),
    }
}

fn is_undo(logged: &Logged) -> bool {
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

struct Fold<'a> {
    setup: &'a BatchSetup,
    steps: Vec<StepState>,
    watch: Watch,
    given_up: bool,
}

impl<'a> Fold<'a> {
    fn new(setup: &'a BatchSetup, started_ms: i64) -> Result<Self> {
        let model = PanModel::new(&setup.charge, &setup.pan, setup.air)?;
        let steps = setup.steps.iter().enumerate().map(|(i, s)| StepState {
            key: s.key.clone(),
            began_ms: (i == 0).then_some(started_ms),
            done_ms: None,
            ticked: Vec::new(),
        });
        Ok(Self { setup, steps: steps.collect(), watch: Watch::new(model, started_ms), given_up: false })
    }

    fn current_index(&self) -> Option<usize> {
        self.steps.iter().position(|s| s.done_ms.is_none())
    }

    fn current(&self) -> Option<&'a Step> {
        self.current_index().map(|i| &self.setup.steps[i])
    }

    fn apply(&mut self, logged: &Logged) -> Result<()> {
        self.watch.pass_until(logged.at_ms);
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
            BatchEvent::StepDone { .. } => {
                let kind = self.current().map(|s| s.kind);
                if let Some(i) = self.current_index() {
                    self.steps[i].done_ms = Some(logged.at_ms);
                    if let Some(next) = self.steps.get_mut(i + 1) {
                        next.began_ms = Some(logged.at_ms);
                    }
                }
                match kind {
                    Some(StepKind::Dissolve) => self.watch.dissolved = true,
                    Some(StepKind::BoilToStage) => self.watch.belief = None,
                    _ => {}
                }
            }
            BatchEvent::Reading { reading } => {
                let corrected = reading.corrected(self.setup);
                let strength = strength_of(
                    &self.setup.charge,
                    corrected,
                    self.setup.air.pressure_pa,
                    &self.setup.ladder,
                )?;
                if let Some(belief) = &mut self.watch.belief {
                    if let Reading::Thermometer { boil_c } = corrected
                        && boil_c > saturation_temperature_c(self.setup.air.pressure_pa) + 1.0
                    {
                        belief.see_boiling(&self.watch.model);
                    }
                    self.watch.surprise = belief.see(&self.watch.model, strength);
                }
            }
            BatchEvent::WaterAdded { water_g } => {
                if let Some(belief) = &mut self.watch.belief {
                    belief.add_water(&self.watch.model, *water_g);
                }
            }
            BatchEvent::GivenUp => self.given_up = true,
            BatchEvent::Undone { .. } => {}
        }
        Ok(())
    }

    fn set_flame(&mut self, flame: Flame, at_ms: i64) {
        let ring = &self.setup.ring;
        if self.watch.belief.is_none() && flame != Flame::Off {
            let power_sd = ring.efficiency_sd / ring.efficiency_frac;
            self.watch.belief = Some(Belief::at_start(&self.watch.model, self.setup.air.room_c, power_sd));
        }
        self.watch.heat = match flame {
            Flame::Off => off_heat(ring, self.watch.flame.frac()),
            on => Heat::On(ring.net_power_w(on.frac())),
        };
        self.watch.flame = flame;
        self.watch.flame_set_ms = Some(at_ms);
    }
}
