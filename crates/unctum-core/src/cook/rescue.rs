//! What can be done when something went wrong, with the numbers of this batch.

use serde::Serialize;

use crate::cook::whole::BatchState;
use crate::error::{Result, within};
use crate::process::{Mistake, StepKind};
use crate::set::{Rescued, SetMass, Trouble, WentWrong, as_seen, put_right};
use crate::start::{BatchSetup, StepPlan};
use crate::syrup::boiling::boil_c;

/// A syrup with grain in it is dissolved again down to this strength.
const DISSOLVED_FRAC: f64 = 0.65;
/// Less than this is not worth pouring, g.
const LEAST_G: f64 = 1.0;
/// No pan holds more than this, g.
const MOST_G: f64 = 50_000.0;
/// What a set mass is judged at, °C.
const EATEN_C: f64 = 25.0;

/// Water that has to go in or off, in whole grams, so that what is shown adds up.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WaterSum {
    /// Water in the pan now, g.
    pub has_g: f64,
    /// Water there is to be, g.
    pub wants_g: f64,
    /// What has to go in or off, g.
    pub by_g: f64,
    /// What her thermometer shows at the boil then, °C; none without one.
    pub shows_c: Option<f64>,
}

/// A trouble of a syrup that can be reckoned.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum Sum {
    /// The syrup is too thin yet: water has to go off.
    Under {
        /// The water.
        water: WaterSum,
        /// How long that takes on this flame, s; none while the flame is off.
        for_s: Option<f64>,
    },
    /// The syrup went too far: water brings it back.
    Over {
        /// The water.
        water: WaterSum,
    },
    /// The syrup grained: water dissolves it again.
    Grained {
        /// The water.
        water: WaterSum,
    },
}

/// A trouble of the mass that it became.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MassRescue {
    /// What is wrong.
    pub trouble: Trouble,
    /// The same in a cook's words.
    pub sign: &'static str,
    /// What it weighs now, g: as she weighed it, or as it must if that is seen.
    pub weighs_g: f64,
    /// Whether she weighed it.
    pub weighed: bool,
    /// What puts it right.
    pub rescued: Rescued,
    /// How long the water takes to go off at the pace of its own cooking, s; none where none has to.
    pub for_s: Option<f64>,
}

/// What can be done.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Rescue {
    /// What this sweet is known for: sign, cause, what to do now and the next time.
    pub mistakes: Vec<Mistake>,
    /// What can be reckoned of the syrup at this moment.
    pub sums: Vec<Sum>,
    /// What can be reckoned of the mass at this moment.
    pub mass: Vec<MassRescue>,
}

/// What can be done for a batch as it stands; `weighs_g` is what the mass weighs without its pan, if she says so.
///
/// # Errors
/// A weight no pan holds.
pub fn rescue(setup: &BatchSetup, state: &BatchState, weighs_g: Option<f64>) -> Result<Rescue> {
    if let Some(g) = weighs_g {
        within("What it weighs", g, 1.0, MOST_G, "g")?;
    }
    Ok(Rescue {
        mistakes: setup.mistakes.clone(),
        sums: syrup_sums(setup, state),
        mass: mass_sums(setup, state, weighs_g),
    })
}

fn syrup_sums(setup: &BatchSetup, state: &BatchState) -> Vec<Sum> {
    let (Some(plan), Some(syrup)) = (&setup.syrup, &state.syrup) else { return Vec::new() };
    let whole_g = |frac: f64| plan.charge.water_at(frac.clamp(0.02, 0.98)).round();
    let has_g = whole_g(syrup.solids_frac.mid);
    let water_to = |frac: f64| {
        let wants_g = whole_g(frac);
        let boils_c = boil_c(&plan.charge.at_strength(frac), setup.air.pressure_pa);
        let shows_c = setup.thermometer.as_ref().map(|t| t.shows_c(boils_c));
        WaterSum { has_g, wants_g, by_g: (wants_g - has_g).abs(), shows_c }
    };
    let target = water_to(plan.target_solids_frac);
    let thin = water_to(DISSOLVED_FRAC.min(plan.target_solids_frac));
    let mut sums = Vec::new();
    if has_g - target.wants_g >= LEAST_G {
        sums.push(Sum::Under { water: target, for_s: syrup.turn_off_in_s.map(|s| s.mid) });
    }
    if target.wants_g - has_g >= LEAST_G {
        sums.push(Sum::Over { water: target });
    }
    if thin.wants_g - has_g >= LEAST_G {
        sums.push(Sum::Grained { water: thin });
    }
    sums
}

/// The last step begun that cooks water out of a mass until it comes together.
fn cooked<'a>(setup: &'a BatchSetup, state: &BatchState) -> Option<&'a StepPlan> {
    let begun = state.steps.iter().zip(&setup.steps).filter(|(s, _)| s.began_ms.is_some());
    let mut cooked = begun.filter_map(|(_, step)| {
        let plan = setup.plan_of(&step.key)?;
        let comes_together =
            matches!(step.kind, StepKind::CookTillLeavesSides | StepKind::AddInstalments | StepKind::Combine);
        (plan.evaporated_g > 0.0 && step.on_flame() && comes_together).then_some(plan)
    });
    cooked.next_back()
}

/// What puts the mass right that the syrup became, by each trouble that may be seen of it.
fn mass_sums(setup: &BatchSetup, state: &BatchState, weighs_g: Option<f64>) -> Vec<MassRescue> {
    if state.syrup.is_some() {
        return Vec::new();
    }
    let Some((plan, meant)) = cooked(setup, state).zip(setup.sets.as_ref()) else { return Vec::new() };
    let right = |trouble| mass_rescue(trouble, plan, meant, weighs_g);
    Trouble::ALL.into_iter().filter_map(right).collect()
}

fn mass_rescue(
    trouble: Trouble,
    plan: &StepPlan,
    meant: &SetMass,
    weighs_g: Option<f64>,
) -> Option<MassRescue> {
    let water_frac = meant.composition.water_frac;
    let dry_g = plan.end_g * (1.0 - water_frac);
    let weighs_g = weighs_g.filter(|g| *g > dry_g);
    // Unweighed it is as dry or as soft as it looks; where fat decides that, its water cannot be told by looking.
    let (mass, mass_g) = match (weighs_g, trouble) {
        (Some(g), _) => (meant.with_water(1.0 - dry_g / g), g.round()),
        (None, Trouble::TooSoft | Trouble::TooDry) => {
            as_seen(trouble, meant, plan.end_g, EATEN_C).map(|(mass, g)| (mass, g.round()))?
        }
        (None, Trouble::Greasy | Trouble::Coarse) => (*meant, plan.end_g.round()),
    };
    let rescued = put_right(&WentWrong {
        trouble,
        mass_g,
        mass: &mass,
        wanted_water_frac: Some(water_frac),
        eat_c: EATEN_C,
        untold_frac: 0.0,
    });
    let goes_g = -rescued.water_g;
    Some(MassRescue {
        trouble,
        sign: trouble.sign(),
        weighs_g: mass_g,
        weighed: weighs_g.is_some(),
        for_s: (goes_g >= LEAST_G).then(|| 60.0 * plan.minutes.mid * goes_g / plan.evaporated_g),
        rescued,
    })
}
