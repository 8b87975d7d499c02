//! What is asked of a course, and what it answers.

use crate::course::tools::Tools;
use serde::Serialize;

use crate::food::{FatKind, thermal};
use crate::kitchen::{Air, Flame};
use crate::numeric::Spread;
use crate::process::{Step, StepBalance, Timing};
use crate::soak::{Fry, Uptake, UptakeAsk};
use crate::syrup::Ladder;

/// This step, this mass, this pan and ring, this air, from this temperature.
#[derive(Debug, Clone, Copy)]
pub struct CourseQuestion<'a> {
    /// The step.
    pub step: &'a Step,
    /// What becomes of the mass.
    pub mass: &'a StepBalance,
    /// How warm it begins, °C.
    pub from_c: f64,
    /// Times the method as written.
    pub factor: f64,
    /// Pieces of the whole, if it is counted.
    pub pieces: Option<f64>,
    /// Strength of the syrup that they lie in, 0–1; none where they lie in none.
    pub medium_frac: Option<f64>,
    /// The fat that they fry in; none where they fry in none.
    pub fries_in: Option<FatKind>,
    /// How much fat is heated to fry in later, g; none where none is.
    pub heats_fat_g: Option<f64>,
    /// Her pans and ring; without them it takes its usual minutes.
    pub tools: Option<&'a Tools>,
    /// Her air.
    pub air: Air,
    /// Her ladder.
    pub ladder: &'a Ladder,
}

/// A moment of a course.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct CoursePoint {
    /// Since the step began, min.
    pub elapsed_min: f64,
    /// The mass, g.
    pub mass_g: f64,
    /// How warm it is, °C.
    pub mass_c: f64,
}

/// How the pieces of a step soak.
#[derive(Debug, Clone, PartialEq)]
pub struct Soak {
    /// The pieces and the syrup.
    pub ask: UptakeAsk,
    /// How it goes.
    pub uptake: Uptake,
    /// What a boil takes from the syrup meanwhile; none where nothing boils, or under a valve.
    pub drift: Option<SyrupDrift>,
}

/// Water that a rolling boil takes from a syrup while something is poached in it.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SyrupDrift {
    /// With the lid on, g.
    pub covered_g: f64,
    /// With the lid off, g.
    pub open_g: f64,
    /// Strength of the syrup at the end with the lid on and nothing poured in, 0–1.
    pub covered_frac: f64,
    /// The same with the lid off, 0–1.
    pub open_frac: f64,
}

/// How a step goes.
#[derive(Debug, Clone, PartialEq)]
pub struct Course {
    /// How long it takes.
    pub minutes: Spread,
    /// What that follows.
    pub follows: Timing,
    /// How often the pot is filled, where it is.
    pub pots: Option<f64>,
    /// How its pieces fry, load by load, where their form is told.
    pub fry: Option<Fry>,
    /// How often the pressure cooker whistles, min from one to the next; none where none does.
    pub whistles_every_min: Option<Spread>,
    /// How its pieces soak, where their form is told.
    pub soak: Option<Soak>,
    /// The flame it takes, where its own would never get there on this ring and pan, or take far too long.
    pub flame_needed: Option<Flame>,
    /// Mass and temperature from start to end.
    pub path: Vec<CoursePoint>,
    /// How hot it gets, °C, where that is told.
    pub heat_to_c: Option<f64>,
    /// How warm it is left, °C.
    pub ends_c: f64,
    /// What its pan weighs with it at the start and at the end, g; none where it is in no pan.
    pub pan_g: Option<(f64, f64)>,
    /// Share of its pan that is full.
    pub fill_frac: Option<f64>,
    /// Heat it needs: to warm, and to send off its steam, J.
    pub needs_j: f64,
    /// Heat that its flame gives it in the longest of its minutes, J; none where it is on no flame.
    pub gets_j: Option<f64>,
}

/// Volume of mass and medium of a step at the start, ml.
#[must_use]
pub fn contents_ml(mass: &StepBalance) -> f64 {
    let density = thermal(&mass.start.composition().makeup(), 60.0).density_kg_m3 / 1000.0;
    let mass_ml = if mass.start_g > 0.0 { mass.start_g / density } else { 0.0 };
    mass_ml + mass.medium_g
}

/// The flames above one, weakest first.
pub(super) fn stronger_than(flame: Flame) -> impl Iterator<Item = Flame> {
    [Flame::Medium, Flame::High].into_iter().filter(move |f| f.frac() > flame.frac())
}
