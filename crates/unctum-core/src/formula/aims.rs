//! What to do otherwise for a softer or a firmer sweet: so much more or less water left in, and what the pan weighs then.

use serde::Serialize;

use crate::course::Course;
use crate::process::Method;
use crate::set::{Band, SetMass, water_for_band};

/// A firmness next to its own, and the water that gives it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Aim {
    /// The firmness.
    pub band: Band,
    /// In a cook's words.
    pub name: &'static str,
    /// Water to leave in besides, g: negative, to drive off.
    pub water_g: f64,
    /// The step at whose end that is decided, if one drives water off.
    pub step: Option<String>,
    /// What its pan weighs then, g; none where it stands in no pan, or in several rounds.
    pub pan_g: Option<f64>,
}

/// More than this share of the sweet nobody leaves in or drives off for it.
const MOST_FRAC: f64 = 0.12;

/// The softer and the firmer neighbour of a mass, where water gives them; `courses` in working order, in one round.
pub(super) fn aims(
    mass: &SetMass,
    finished_g: f64,
    (method, courses, split): (&Method, &[(String, Course)], f64),
    at_c: f64,
) -> Vec<Aim> {
    let own = Band::of(mass.phases(at_c).solid_frac()) as usize;
    let scale = Band::scale();
    let dries = |key: &str| method.steps.iter().any(|s| s.key == key && s.on_flame());
    let last =
        courses.iter().rev().find(|(key, course)| dries(key) && course.pan_g.is_some_and(|g| g.0 > g.1));
    let aim = |place: usize| {
        let band = scale.get(place)?.band;
        let water_frac = water_for_band(mass, band, at_c)?;
        let water_g = finished_g * ((1.0 - mass.composition.water_frac) / (1.0 - water_frac) - 1.0);
        let pan_g = last.and_then(|(_, course)| course.pan_g).filter(|_| split <= 1.0);
        (water_g.abs() <= MOST_FRAC * finished_g).then(|| Aim {
            band,
            name: band.name(),
            water_g,
            step: last.map(|(key, _)| key.clone()),
            pan_g: pan_g.map(|(_, end_g)| end_g + water_g),
        })
    };
    let neighbours = [own.checked_sub(1), Some(own + 1)];
    let told = neighbours.into_iter().flatten().filter_map(aim);
    // Softer is more water and firmer is less: where a gel turns that round, water is no help.
    told.filter(|a| (a.water_g > 0.0) == ((a.band as usize) < own)).collect()
}
