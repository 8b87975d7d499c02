//! The confectioner's job, computed.
//!
//! This crate holds every rule of the work and nothing else: no files, no clock, no network, no
//! database. Given the same values it gives the same answers. Its rooms, from the ground up; each leans
//! only on those above it in this list, and no two files lean on each other (docs/architecture.md says
//! how that is checked):
//!
//! * [`error`], [`numeric`]: what can be wrong; values with their spread, roots, curves, integrals.
//! * [`water`]: what water does at a pressure: vapour pressure, boiling point, latent heat, altitude.
//! * [`syrup`]: sugar in water: strength, boiling point, density, strings, the ladder of stages, and
//!   what one reading says about strength.
//! * [`kitchen`]: rings, pans, instruments, cups and the room, as the cook set them up.
//! * [`pan`]: what heat does to a syrup, to milk or to a paste in a pan, and what goes on after the heat is off.
//! * [`calibrate`]: a few minutes with water that make a kitchen known.
//! * [`find`]: a thing found by whatever it is called, in any script and spelling.
//! * [`food`]: ingredients as mixtures, and what a cup of them weighs.
//! * [`set`]: what becomes of a mass once it is poured: firmness, cooling, pieces. [`soak`]: hot fat and
//!   syrup. [`milk`]: chhena. [`keep`]: how long a sweet keeps.
//! * [`process`]: a method as typed steps, and what becomes of every gram.
//! * [`course`]: how one step goes in her pan: minutes, temperatures, heat.
//! * [`formula`]: a method at a size: amounts, times, pieces, what goes to the stove.
//! * [`variation`]: the same with a change. [`shelf`]: many sweets, searched and compared.
//! * [`reading`]: a recipe read from somebody's text.
//! * [`estimate`]: what is known now of one pan, from the clock and from readings.
//! * [`start`]: from a question to what stands at the stove: one choice, one sizing, one rounding.
//! * [`log`]: what happened to a batch: entries, whether one fits, and what stands of them.
//! * [`cook`]: the state of a batch at a moment: what is believed, advised, due.
//! * [`review`]: what a batch that is over shows: causes, lessons, comparisons.
//! * [`learn`]: what batches teach of the kitchen they were made in.
//! * [`intake`]: what instruments of the network send, doubted and thinned into a batch's log.
//! * [`stove`]: several batches at once, in one order.
//! * [`sim`]: one hidden pan and a cook beside it, for demo, tests and studies.
//! * [`day`]: what to begin when: plans laid backwards, bettered, judged, and what proves that there is none.
//! * [`order`]: what is wanted by when, as batches, days, lanes, lists and costs.
//!
//! Quantities carry their unit in the name (`water_g`, `boil_c`, `pressure_pa`); fractions
//! (`solids_frac`) run from 0 to 1; a value that is not known exactly is a [`numeric::Spread`].
//!
//! ```
//! use unctum_core::kitchen::{Air, FirstPan, Flame, Ring, RingKind};
//! use unctum_core::pan::{BoilDownQuestion, boil_down, program::HobChange};
//! use unctum_core::syrup::{Charge, Ladder, StageKey};
//!
//! let ladder = Ladder::default();
//! let boil = boil_down(&BoilDownQuestion {
//!     charge: Charge::sugar_and_water(260.0, 130.0),
//!     start_c: None,
//!     pan: FirstPan::Heavy.pan(20.0),
//!     ring: Ring::of_kind("Left", RingKind::Gas, 1800.0),
//!     program: vec![HobChange::steady(Flame::Medium.frac())],
//!     air: Air::default(),
//!     thermometer: None,
//!     target_frac: ladder.of(StageKey::OneString).aim_frac(),
//!     max_points: 50,
//!     charge_water_sd_g: 0.0,
//!     ladder,
//! })?;
//! let off = boil.turn_off;
//! assert!(off.at_s.low < off.at_s.mid && off.solids_frac < off.landing_frac.mid);
//! # Ok::<(), unctum_core::CoreError>(())
//! ```

pub mod calibrate;
pub mod cook;
pub mod course;
pub mod day;
pub mod error;
pub mod estimate;
pub mod find;
pub mod food;
pub mod formula;
pub mod intake;
pub mod keep;
pub mod kitchen;
pub mod learn;
pub mod log;
pub mod milk;
pub mod numeric;
pub mod order;
pub mod pan;
pub mod process;
pub mod reading;
pub mod review;
pub mod set;
pub mod shelf;
pub mod sim;
pub mod soak;
pub mod start;
pub mod stove;
pub mod syrup;
pub mod variation;
pub mod water;

pub use error::{CoreError, Result};
