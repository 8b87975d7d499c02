//! A few minutes with water, a scale or ice make the kitchen known: each check gives a value with its
//! spread, and says by how much it narrowed what was known before.
//!
//! ```
//! use unctum_core::calibrate::{ThermometerCheck, thermometer};
//! use unctum_core::kitchen::{Air, Thermometer};
//!
//! let check = ThermometerCheck {
//!     thermometer: Thermometer::with_offset("Dial", 0.0),
//!     boiling_shown_c: 97.2,
//!     ice_shown_c: None,
//! };
//! let found = thermometer(&check, &Air::default())?;
//! assert!(found.thermometer.offset_k < -2.0, "it reads too low");
//! # Ok::<(), unctum_core::CoreError>(())
//! ```

// What is reached from outside never falls over a place that is not there.
#![cfg_attr(not(test), warn(clippy::indexing_slicing))]

mod cups;
mod ring;
mod thermometer;
mod vessel;

use serde::Serialize;

use crate::syrup::locate::scale_sd_g;

pub use cups::{CupsCheck, ring_by_cups};
pub use ring::{BoilOffCheck, HeatingCheck, RingFound, ring_by_boil_off, ring_by_heating};
pub use thermometer::{ThermometerCheck, ThermometerFound, pressure_by_boiling, thermometer};
pub use vessel::{MeasureCheck, MeasureFound, PanCheck, PanFound, measure, pan};

/// A weighing is right to about this, g, on a scale of whole grams.
fn weighing_sd_g() -> f64 {
    scale_sd_g(1.0)
}

/// A value before and after a check.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Narrowed {
    /// The value found.
    pub value: f64,
    /// Its standard deviation.
    pub sd: f64,
    /// What was taken for it before.
    pub before: f64,
    /// Standard deviation of that.
    pub before_sd: f64,
    /// How many times as well it is known now.
    pub narrower: f64,
}

impl Narrowed {
    /// A value found, beside what was taken for it; each with its standard deviation, that of the found above 0.
    fn from((before, before_sd): (f64, f64), (value, sd): (f64, f64)) -> Self {
        Self { value, sd, before, before_sd, narrower: before_sd / sd }
    }
}
