//! Whether an event fits a batch at its moment.

use crate::error::{CoreError, Result, within};
use crate::log::event::{BatchEvent, Logged, SeenReading};
use crate::log::evidence::Evidence;
use crate::log::fold::{Fold, folded, in_order};
use crate::log::runs::RunAt;
use crate::log::standing::{standing, undone_seqs};
use crate::log::stands::{Phase, Stands};
use crate::start::BatchSetup;

/// Amounts were measured to about this share, so that a pan may weigh so much more than all that went in.
const MEASURED_TO: f64 = 0.05;
/// And a few grams for scale and drops, g.
const SCALE_SLACK_G: f64 = 5.0;

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
    // An entry that a wrong clock wrote ahead of now can be taken back or put right.
    let counts = |l: &Logged| l.at_ms <= now_ms || event.is_about_another();
    let log: Vec<Logged> = in_order(log).into_iter().filter(counts).collect();
    let setup = &setup.as_weighed(&log);
    let fold = folded(setup, started_ms, &log)?;
    admit_in(setup, &fold, &Stands { now_ms, ..fold.stands_at(setup, now_ms) }, &log, event)
}

fn refuse(words: &str) -> Result<()> {
    Err(CoreError::NotNow(words.to_owned()))
}

/// Whether an event fits a batch as it stands.
pub(crate) fn admit_in(
    setup: &BatchSetup,
    fold: &Fold,
    stands: &Stands,
    log: &[Logged],
    event: &BatchEvent,
) -> Result<()> {
    let ended = matches!(stands.phase, Phase::Done | Phase::GivenUp);
    match event {
        BatchEvent::Undone { undone_seq } => check_undo(log, *undone_seq),
        BatchEvent::Amended { amended_seq, amended_ms, reading, water_g, flame } => {
            let entries = standing(log);
            let Some(entry) = entries.iter().find(|l| l.seq == *amended_seq) else {
                return refuse("That entry does not stand any more. Look at what happened again.");
            };
            if amended_ms.is_some_and(|at_ms| at_ms > stands.now_ms || at_ms < fold.started_ms()) {
                return refuse(
                    "That moment is before the batch was begun, or still to come. Tell another one.",
                );
            }
            match (&entry.event, reading, water_g, flame) {
                (_, None, None, None) => Ok(()),
                (BatchEvent::Reading { .. }, Some(reading), None, None) => {
                    check_weight(setup, log, *reading)?;
                    Evidence::of(setup, *reading).map(|_| ())
                }
                (BatchEvent::WaterAdded { .. }, None, Some(water_g), None) => {
                    within("The water", *water_g, 1.0, 5000.0, "g").map(|_| ())
                }
                (BatchEvent::Flame { .. }, None, None, Some(_)) => Ok(()),
                _ => refuse("That entry holds no such value. Take it back and write it anew."),
            }
        }
        _ if ended => refuse("This batch is finished. Take the last entry back if that was a slip."),
        _ if stands.phase == Phase::Resting => {
            refuse("This batch rests. Take it up again first, then go on.")
        }
        BatchEvent::Gate { step, gate, .. } => {
            let known = setup.steps.iter().any(|s| s.key == *step && s.gates.iter().any(|g| g.key == *gate));
            if known { Ok(()) } else { Err(CoreError::Unknown { kind: "gate", name: gate.clone() }) }
        }
        BatchEvent::StepBegan { step, load } => {
            let at = setup.run_at(step, *load).filter(|at| fold.runs().at(*at).began_ms.is_none());
            if at.is_some_and(|at| fold.runs().is_near(at)) {
                Ok(())
            } else {
                refuse("That step cannot begin now. Look at the sheet again and press its button.")
            }
        }
        BatchEvent::StepDone { step, load } => {
            let at = setup.run_at(step, *load).filter(|at| fold.runs().at(*at).ended_ms.is_none());
            if at.is_some_and(|at| fold.runs().is_near(at)) {
                Ok(())
            } else {
                refuse("That step is not the one at hand. Look at the sheet again and press its button.")
            }
        }
        BatchEvent::Whistle { step } | BatchEvent::PutIn { step, .. }
            if !setup.place_of(step).is_some_and(|i| fold.runs().is_going(i)) =>
        {
            refuse("That step does not go on now. Look at the sheet again.")
        }
        BatchEvent::Sight { step, load, sight } => {
            let goes_on = |at: &RunAt| fold.runs().going().any(|going| going == *at);
            let Some(at) = setup.run_at(step, *load).filter(goes_on) else {
                return refuse("That step does not go on now. Look at the sheet again.");
            };
            match setup.steps[at.0].sight(sight) {
                Some(_) => Ok(()),
                None => Err(CoreError::Unknown { kind: "sight", name: sight.clone() }),
            }
        }
        BatchEvent::PutIn { step, ingredient, amount_g } => {
            within("The amount", *amount_g, 0.1, 50_000.0, "g")?;
            let known = setup.takes.iter().any(|t| t.step == *step && t.ingredient == *ingredient);
            if known {
                Ok(())
            } else {
                Err(CoreError::Unknown { kind: "ingredient", name: ingredient.clone() })
            }
        }
        BatchEvent::Flame { .. }
        | BatchEvent::WaterAdded { .. }
        | BatchEvent::Reading { .. }
        | BatchEvent::Heard { .. }
            if !fold.syrup_at_hand() =>
        {
            refuse("There is no syrup on the ring at this step. Go on with the step at hand.")
        }
        BatchEvent::WaterAdded { water_g } => {
            within("The water", *water_g, 1.0, 5000.0, "g")?;
            if stands.on_heat { Ok(()) } else { refuse("Put the heat on first.") }
        }
        BatchEvent::Reading { reading } | BatchEvent::Heard { reading } => {
            if !stands.on_heat {
                return refuse("Put the heat on first; a cold pan tells nothing about strength.");
            }
            check_weight(setup, log, *reading)?;
            Evidence::of(setup, *reading).map(|_| ())
        }
        BatchEvent::PanWeighed { gross_g, full } => {
            if *full && fold.watch().begun_ms.is_some() {
                return refuse(
                    "The heat was on already, so nobody knows what is still in it. Weigh the pan empty, before the next batch.",
                );
            }
            setup.tare_of(*gross_g, *full).map(|_| ())
        }
        BatchEvent::Whistle { .. } | BatchEvent::Flame { .. } | BatchEvent::GivenUp | BatchEvent::Rested => {
            Ok(())
        }
    }
}

/// Any entry that stands can be taken back, a taking back too.
fn check_undo(log: &[Logged], undone_seq: i32) -> Result<()> {
    let undone = undone_seqs(log);
    if log.iter().any(|l| l.seq == undone_seq) && !undone.contains(&undone_seq) {
        Ok(())
    } else {
        refuse("That entry does not stand any more. Look at what happened again.")
    }
}

fn check_weight(setup: &BatchSetup, log: &[Logged], reading: SeenReading) -> Result<()> {
    let SeenReading::Weight { gross_g } = reading else { return Ok(()) };
    if !setup.pan.weighed {
        return refuse(
            "The empty pan was never weighed, so the scale cannot tell the syrup from the pan. Weigh the pan empty once, in the kitchen; for now pull a cooled drop.",
        );
    }
    let put_in_g = setup.syrup()?.charge.total_g() + watered_g(log);
    let contents_g = gross_g - setup.pan.tare_g;
    if contents_g > put_in_g * (1.0 + MEASURED_TO) + SCALE_SLACK_G {
        return Err(CoreError::WeightAbovePutIn { contents_g, put_in_g });
    }
    Ok(())
}

/// Water that was poured in and not taken back, g.
fn watered_g(log: &[Logged]) -> f64 {
    standing(log)
        .iter()
        .map(|l| if let BatchEvent::WaterAdded { water_g } = l.event { water_g } else { 0.0 })
        .sum()
}
