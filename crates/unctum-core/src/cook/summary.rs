//! A batch in the notebook: what was planned, what happened.

use serde::{Deserialize, Serialize};

use crate::kitchen::Flame;
use crate::log::{BatchEvent, Logged, folded, in_order, standing};
use crate::numeric::Spread;
use crate::pan::boil_down;
use crate::start::BatchSetup;
use crate::syrup::{Reading, StageKey};

/// One reading with what it said.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ReadingMade {
    /// Number of the event.
    pub seq: i32,
    /// When, ms since 1970.
    pub at_ms: i64,
    /// The reading, instrument errors taken out.
    pub reading: Reading,
    /// Strength it says, 0–1.
    pub solids_frac: Spread,
}

/// Planned against real.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BatchSummary {
    /// Whether nothing more is to be done.
    pub over: bool,
    /// Whether it was given up.
    pub given_up: bool,
    /// Stage aimed for; none without a syrup.
    pub stage: Option<StageKey>,
    /// Strength aimed for, 0–1.
    pub target_solids_frac: Option<f64>,
    /// Strength by the last reading, 0–1.
    pub last_solids_frac: Option<f64>,
    /// Stage by the last reading.
    pub last_stage: Option<StageKey>,
    /// Minutes from heat on to turn-off, as reckoned from the ring's plate.
    pub planned_min: Option<Spread>,
    /// Minutes from first heat on to the last turn-off.
    pub real_min: Option<f64>,
    /// Water poured back in, g.
    pub water_added_g: f64,
    /// When the last thing happened, ms since 1970.
    pub last_ms: i64,
}

/// Whether a batch was left for later.
#[must_use]
pub fn is_resting(log: &[Logged]) -> bool {
    standing(log).last().is_some_and(|l| l.event == BatchEvent::Rested)
}

/// Sums up a batch from setup and log.
#[must_use]
pub fn summary(setup: &BatchSetup, started_ms: i64, log: &[Logged]) -> BatchSummary {
    let over = folded(setup, started_ms, &in_order(log)).is_ok_and(|f| f.is_over());
    summed_up(setup, started_ms, log, over, |flame| planned_min(setup, flame))
}

/// Minutes from heat on to turn-off under a flame, as reckoned from the ring's plate.
pub(super) fn planned_min(setup: &BatchSetup, flame: Flame) -> Option<Spread> {
    let boil = boil_down(&setup.boil_question(flame)?).ok()?;
    Some(boil.turn_off.at_s.times(1.0 / 60.0))
}

/// The same where it is known whether it is over, and how long was planned.
pub(super) fn summed_up(
    setup: &BatchSetup,
    started_ms: i64,
    log: &[Logged],
    over: bool,
    planned_min: impl FnOnce(Flame) -> Option<Spread>,
) -> BatchSummary {
    let active = standing(log);
    let last_solids_frac =
        active.iter().rev().find_map(|l| reading_made(setup, l)).map(|r| r.solids_frac.mid);
    BatchSummary {
        over,
        given_up: active.iter().any(|l| matches!(l.event, BatchEvent::GivenUp)),
        stage: setup.syrup.map(|s| s.stage),
        target_solids_frac: setup.syrup.map(|s| s.target_solids_frac),
        last_solids_frac,
        last_stage: last_solids_frac.map(|w| setup.ladder.at(w)),
        planned_min: first_flame(&active).and_then(|(_, flame)| planned_min(flame)),
        real_min: real_ms(setup, &active).map(|ms| ms as f64 / 60_000.0),
        water_added_g: active
            .iter()
            .map(|l| if let BatchEvent::WaterAdded { water_g } = l.event { water_g } else { 0.0 })
            .sum(),
        last_ms: active.last().map_or(started_ms, |l| l.at_ms),
    }
}

/// The readings that stand, in the order of their moments.
pub(super) fn readings(setup: &BatchSetup, log: &[Logged]) -> Vec<ReadingMade> {
    standing(log).iter().filter_map(|l| reading_made(setup, l)).collect()
}

pub(super) fn reading_made(setup: &BatchSetup, logged: &Logged) -> Option<ReadingMade> {
    let reading = logged.event.reading()?.corrected(setup).ok()?;
    let strength = setup.strength_of(reading).ok()?;
    Some(ReadingMade { seq: logged.seq, at_ms: logged.at_ms, reading, solids_frac: strength.frac })
}

fn first_flame(active: &[Logged]) -> Option<(i64, Flame)> {
    active.iter().find_map(|l| match l.event {
        BatchEvent::Flame { flame } if flame != Flame::Off => Some((l.at_ms, flame)),
        _ => None,
    })
}

/// From first heat on to the last turn-off before the syrup was used, or to the step's end.
fn real_ms(setup: &BatchSetup, active: &[Logged]) -> Option<i64> {
    let boil = setup.steps.get(setup.boil_index()?)?;
    let end = active
        .iter()
        .position(|l| matches!(&l.event, BatchEvent::StepDone { step, .. } if *step == boil.key))?;
    let off = active[..=end]
        .iter()
        .rev()
        .find(|l| matches!(l.event, BatchEvent::Flame { flame: Flame::Off }))
        .unwrap_or(&active[end]);
    Some(off.at_ms - first_flame(active)?.0)
}
