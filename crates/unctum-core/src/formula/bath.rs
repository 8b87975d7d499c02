//! Steps in hot fat and in syrup, reckoned for the batch at hand.

use serde::Serialize;

use crate::course::{Course, Soak, SyrupDrift};
use crate::process::{Balance, StepBalance};
use crate::soak::{Fry, Uptake, UptakeAsk};

/// A step in hot fat.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Frying {
    /// Key of the step.
    pub step: String,
    /// How it goes.
    pub fry: Fry,
}

/// A step in syrup.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Soaking {
    /// Key of the step.
    pub step: String,
    /// The pieces and the syrup, to be asked again with another size or warmth.
    pub ask: UptakeAsk,
    /// How it goes.
    pub uptake: Uptake,
    /// What a boil takes from the syrup meanwhile.
    pub drift: Option<SyrupDrift>,
    /// What is left of the syrup, and what it is good for.
    pub left: Option<SyrupLeft>,
}

/// Syrup that is left in a pot after soaking.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SyrupLeft {
    /// How much, g.
    pub mass_g: f64,
    /// What it is good for, and how it keeps.
    pub said: String,
}

/// Less than this is not worth a jar, g.
const LEFT_LEAST_G: f64 = 40.0;
/// Strengths between which a syrup soaks chhena, balls and crumb.
const FOR_BALLS_FRAC: (f64, f64) = (0.47, 0.68);

/// What is left after a step, and its next use: the careful days, since crumbs and milk came into it.
fn left(b: &StepBalance, strength: f64) -> Option<SyrupLeft> {
    let mass_g = b.medium_g - b.taken_up_g;
    let good_for = match strength {
        s if s < FOR_BALLS_FRAC.0 => "for the next pot of chhena; boiled down, for balls",
        s if s <= FOR_BALLS_FRAC.1 => "for the next balls; boiled down, for coils and droplets",
        _ => "for coils and droplets; thinned with a third of water, for balls",
    };
    let said = format!("Good {good_for}. Strain it, boil it up, keep it cold and use it within three days.");
    (mass_g >= LEFT_LEAST_G).then_some(SyrupLeft { mass_g, said })
}

/// The steps in fat, on her ring and in her pot, as their courses tell them.
pub(super) fn frying(courses: &[(String, Course)]) -> Vec<Frying> {
    let one =
        |(step, course): &(String, Course)| Some(Frying { step: step.clone(), fry: course.fry.clone()? });
    courses.iter().filter_map(one).collect()
}

/// The steps in syrup, as their courses tell them.
pub(super) fn soaking(courses: &[(String, Course)], balance: &Balance) -> Vec<Soaking> {
    let one = |(step, course): &(String, Course)| {
        let Soak { ask, uptake, drift } = course.soak.clone()?;
        let left = balance.step(step).and_then(|b| left(b, ask.syrup_solids_frac));
        Some(Soaking { step: step.clone(), ask, uptake, drift, left })
    };
    courses.iter().filter_map(one).collect()
}
