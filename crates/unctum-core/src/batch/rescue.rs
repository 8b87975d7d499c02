//! What can be done when something went wrong, with the numbers of this batch.

use serde::Serialize;

use crate::batch::{BatchSetup, BatchState};
use crate::process::{Mistake, StepKind};

/// A syrup with grain in it is dissolved again down to this strength.
const DISSOLVED_FRAC: f64 = 0.65;
/// A mass that will not set or is too dry is moved by so much of itself in water.
const MOVED_FRAC: f64 = 0.02;
/// Less than this is not worth pouring, g.
const LEAST_G: f64 = 1.0;

/// A trouble that can be reckoned.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum Sum {
    /// The syrup is too thin yet: so much water has to go off.
    Under {
        /// Water to lose, g.
        lose_g: f64,
        /// How long that takes on this flame, s; none while the flame is off.
        for_s: Option<f64>,
    },
    /// The syrup went too far: so much water brings it back.
    Over {
        /// Water to pour in, g.
        pour_g: f64,
    },
    /// The syrup grained: so much water dissolves it again.
    Grained {
        /// Water to pour in, g.
        pour_g: f64,
    },
    /// The mass will not come together: back on the flame.
    WillNotSet {
        /// Water to lose, g.
        lose_g: f64,
        /// How long that takes at the pace of its own cooking, s.
        for_s: f64,
    },
    /// The mass is dry and falls apart: hot milk or water worked in.
    TooDry {
        /// To work in, g.
        work_in_g: f64,
    },
}

/// What can be done.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Rescue {
    /// What this sweet is known for: sign, cause, what to do now and the next time.
    pub mistakes: Vec<Mistake>,
    /// What can be reckoned at this moment.
    pub sums: Vec<Sum>,
}

/// What can be done for a batch as it stands.
#[must_use]
pub fn rescue(setup: &BatchSetup, state: &BatchState) -> Rescue {
    let mut sums = syrup_sums(setup, state);
    sums.extend(mass_sums(setup, state));
    Rescue { mistakes: setup.mistakes.clone(), sums }
}

fn syrup_sums(setup: &BatchSetup, state: &BatchState) -> Vec<Sum> {
    let (Some(plan), Some(syrup)) = (&setup.syrup, &state.syrup) else { return Vec::new() };
    let water_g = |frac: f64| plan.charge.water_at(frac.clamp(0.02, 0.98));
    let now_g = water_g(syrup.solids_frac.mid);
    let target_g = water_g(plan.target_solids_frac);
    let mut sums = Vec::new();
    if now_g - target_g >= LEAST_G {
        sums.push(Sum::Under { lose_g: now_g - target_g, for_s: syrup.turn_off_in_s.map(|s| s.mid) });
    }
    if target_g - now_g >= LEAST_G {
        sums.push(Sum::Over { pour_g: target_g - now_g });
    }
    let dissolved_g = water_g(DISSOLVED_FRAC.min(plan.target_solids_frac));
    if dissolved_g - now_g >= LEAST_G {
        sums.push(Sum::Grained { pour_g: dissolved_g - now_g });
    }
    sums
}

/// The last mass that water was cooked out of and that is not a syrup any more.
fn mass_sums(setup: &BatchSetup, state: &BatchState) -> Vec<Sum> {
    if state.syrup.is_some() {
        return Vec::new();
    }
    let begun = state.steps.iter().zip(&setup.steps).filter(|(s, _)| s.began_ms.is_some());
    let mut cooked = begun.filter_map(|(_, step)| {
        let plan = setup.plan_of(&step.key)?;
        let comes_together =
            matches!(step.kind, StepKind::CookTillLeavesSides | StepKind::AddInstalments | StepKind::Combine);
        (plan.evaporated_g > 0.0 && step.on_flame() && comes_together).then_some(plan)
    });
    let Some(plan) = cooked.next_back() else { return Vec::new() };
    let moved_g = MOVED_FRAC * plan.end_g;
    if moved_g < LEAST_G {
        return Vec::new();
    }
    let for_s = 60.0 * plan.minutes.mid * moved_g / plan.evaporated_g;
    vec![Sum::WillNotSet { lose_g: moved_g, for_s }, Sum::TooDry { work_in_g: moved_g }]
}
