//! The confectioner's job, computed.
//!
//! This crate holds every rule of the work and nothing else: no files, no clock, no network, no
//! database. Given the same values it gives the same answers. Its rooms, from the ground up:
//!
//! * [`water`]: what water does at a pressure: vapour pressure, boiling point, latent heat, altitude.
//! * [`syrup`]: sugar in water: strength, boiling point, density, strings, the ladder of stages, and
//!   what one reading says about strength.
//! * [`food`]: ingredients as mixtures and their thermal properties.
//! * [`kitchen`]: rings, pans, thermometers and the room, as the cook set them up.
//! * [`pan`]: what heat does to a syrup in a pan, and what goes on after the heat is off.
//! * [`process`]: a sweet's method as typed steps, and its amounts from composition targets.
//! * [`estimate`]: what is known now, from the clock and from readings.
//! * [`batch`]: one batch as a log of events, and the state and guidance computed from it.
//!
//! Quantities carry their unit in the name (`water_g`, `boil_c`, `pressure_pa`); fractions
//! (`solids_frac`) run from 0 to 1.

pub mod batch;
pub mod error;
pub mod estimate;
pub mod food;
pub mod kitchen;
pub mod numeric;
pub mod pan;
pub mod process;
pub mod syrup;
pub mod water;

pub use error::{CoreError, Result};
