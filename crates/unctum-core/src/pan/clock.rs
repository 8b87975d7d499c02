//! Clock rules: “five minutes from dissolved” holds for the pan, flame and batch it was learnt on. Here
//! it is turned into a strength there, and into minutes for the pan at hand.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::numeric::Spread;
use crate::pan::boil_down::{BoilDownQuestion, Runs};
use crate::pan::program::Run;
use crate::syrup::StageKey;

/// From when the minutes count.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ClockZero {
    /// The heat goes on.
    HeatOn,
    /// The last grain of sugar is gone.
    Dissolved,
    /// It boils.
    Boil,
}

/// A strength told by a clock.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ClockStrength {
    /// Strength, 0–1.
    pub solids_frac: Spread,
    /// Stage at the most likely strength.
    pub stage: StageKey,
}

/// A rule learnt on one pan, for another.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Retimed {
    /// What the rule gives where it was learnt.
    pub learnt: ClockStrength,
    /// What the same minutes give here.
    pub same_minutes_here: ClockStrength,
    /// Time that gives the learnt strength here, from the same zero, s; none if it starts beyond it.
    pub here_s: Option<Spread>,
}

/// Strongest syrup a clock is followed to.
const END_FRAC: f64 = 0.955;

fn zero_s(question: &BoilDownQuestion, run: &Run, zero: ClockZero) -> Result<f64> {
    let stirred = question.program.iter().any(|c| c.stirring);
    let at_s = match zero {
        ClockZero::HeatOn => Some(0.0),
        ClockZero::Dissolved => run.dissolved_at_s(&question.charge, stirred),
        ClockZero::Boil => run.boils_at_s,
    };
    at_s.ok_or(CoreError::NeverComes)
}

/// The strength after `minutes` from `zero`.
///
/// # Errors
/// A question that cannot be; minutes outside 0–360; a zero that never comes.
pub fn strength_after(question: &BoilDownQuestion, zero: ClockZero, minutes: f64) -> Result<ClockStrength> {
    let runs = Runs::follow(question, END_FRAC)?;
    after(question, &runs, zero, minutes)
}

fn after(q: &BoilDownQuestion, runs: &Runs, zero: ClockZero, minutes: f64) -> Result<ClockStrength> {
    let duration_s = 60.0 * within("The minutes", minutes, 0.0, 360.0, "min")?;
    let at = |run: &Run| -> Result<f64> {
        let (water_g, _) = run.at_s(zero_s(q, run, zero)? + duration_s);
        Ok(q.charge.with_water(water_g).solids_frac())
    };
    let mid = at(&runs.mid)?;
    let (own_up, own_down) = (at(&runs.fast)? - mid, mid - at(&runs.slow)?);
    let others: f64 =
        runs.others.iter().map(|run| Ok(runs.reach(at(run)? - mid).powi(2))).sum::<Result<f64>>()?;
    Ok(ClockStrength {
        solids_frac: Spread {
            low: (mid - own_down.hypot(others.sqrt())).max(0.0),
            mid,
            high: (mid + own_up.hypot(others.sqrt())).min(0.98),
        },
        stage: q.ladder.at(mid),
    })
}

/// A clock rule learnt as `learnt`, re-timed for `here`.
///
/// # Errors
/// As [`strength_after`], for either.
pub fn retime(
    learnt: &BoilDownQuestion,
    here: &BoilDownQuestion,
    zero: ClockZero,
    minutes: f64,
) -> Result<Retimed> {
    let there = strength_after(learnt, zero, minutes)?;
    let runs = Runs::follow(here, END_FRAC)?;
    let same_minutes_here = after(here, &runs, zero, minutes)?;
    let water_g = here.charge.water_at(there.solids_frac.mid.max(1e-6));
    let from_zero = |run: &Run| Ok(run.when_water(water_g) - zero_s(here, run, zero)?);
    let beyond = here.charge.solids_frac() >= there.solids_frac.mid;
    let moment = if beyond {
        None
    } else {
        let others = runs.others.iter().map(from_zero).collect::<Result<Vec<f64>>>()?;
        Some(runs.around(from_zero(&runs.mid)?, from_zero(&runs.fast)?, from_zero(&runs.slow)?, &others))
    };
    Ok(Retimed { learnt: there, same_minutes_here, here_s: moment })
}
