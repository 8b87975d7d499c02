//! Steps in hot fat and in syrup, reckoned for the batch at hand.

use serde::Serialize;

use crate::course::{Course, Soak};
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
}

/// The steps in fat, on her ring and in her pot, as their courses tell them.
pub(super) fn frying(courses: &[(String, Course)]) -> Vec<Frying> {
    let one =
        |(step, course): &(String, Course)| Some(Frying { step: step.clone(), fry: course.fry.clone()? });
    courses.iter().filter_map(one).collect()
}

/// The steps in syrup, as their courses tell them.
pub(super) fn soaking(courses: &[(String, Course)]) -> Vec<Soaking> {
    let one = |(step, course): &(String, Course)| {
        let Soak { ask, uptake } = course.soak.clone()?;
        Some(Soaking { step: step.clone(), ask, uptake })
    };
    courses.iter().filter_map(one).collect()
}
