//! From what stands of a log to the state at a moment.

use std::collections::BTreeSet;

use crate::cook::acts::ToDo;
use crate::cook::call::{ahead, button};
use crate::cook::off_late::off_late;
use crate::cook::scene::Scene;
use crate::cook::set_aside::syrup_state;
use crate::cook::state::Advice;
use crate::cook::whole::{BatchState, PutIn, StepState};
use crate::error::Result;
use crate::formula::SheetTake;
use crate::log::{BatchEvent, Fold, Logged, Phase, folded, in_order, undone_seqs};
use crate::process::{Step, StepKind};
use crate::start::BatchSetup;

/// A batch that nobody wrote about for so long, ms, is asked about: a day.
const UNATTENDED_MS: i64 = 86_400_000;

/// The state of a batch at `now_ms`, which must not be before the last event. Events may come in any order:
/// their moments decide. A batch that is looked at often is better kept as [`Followed`](crate::cook::followed::Followed).
///
/// # Errors
/// A setup that cannot be. A log written through [`admit`](crate::log::admit) never fails.
pub fn state_at(setup: &BatchSetup, started_ms: i64, log: &[Logged], now_ms: i64) -> Result<BatchState> {
    let log = in_order(log);
    let setup = setup.as_weighed(&log);
    Ok(folded(&setup, started_ms, &log)?.state_at(&setup, &log, now_ms))
}

/// The last entry that was written and stands; a taking back is none, nor what an instrument sent.
fn last_written<'a>(log: &'a [Logged], undone: &BTreeSet<i32>) -> Option<&'a Logged> {
    let written = |l: &&Logged| !matches!(l.event, BatchEvent::Undone { .. }) && !l.event.by_itself();
    let stands = |l: &&Logged| written(l) && !undone.contains(&l.seq);
    log.iter().filter(stands).max_by_key(|l| l.seq)
}

impl Fold {
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
}
