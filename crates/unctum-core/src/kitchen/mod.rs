//! The cook's own rings, pans, thermometers, cups, trays and room ([`KitchenDocument`]), and how a
//! few minutes with a kettle of water make them known better ([`crate::calibrate`]).
//!
//! ```
//! use unctum_core::kitchen::{Air, FirstPan, Flame, Ring, RingKind};
//!
//! let ring = Ring::of_kind("Left", RingKind::Gas, 1800.0);
//! let pan = FirstPan::Heavy.pan(22.0);
//! let lost_w = pan.losing().loss_w_k(500.0) * (100.0 - Air::default().room_c);
//! assert!(ring.net_power_w(Flame::Medium.frac()) > lost_w);
//! ```

mod as_known;
mod document;
mod first;
mod instruments;
mod known;
mod learnable;
mod new_things;
mod pan;
mod parts;
mod picked;
mod pours;
mod ring;
mod room;
mod thermometer;
pub mod usual;
mod vessel;
mod words;

pub use document::{
    Bench, KitchenDocument, MassUnit, NumberedMeasure, NumberedPan, NumberedRing, NumberedThermometer,
    NumberedTray, TemperatureUnit,
};
pub use first::{FirstAnswers, FirstCup, FirstPan, FirstRing, Guess, first_kitchen};
pub use instruments::Instruments;
pub use known::{Forgotten, Known, Learning, Pace, Parameter, Refused, Together};
pub use learnable::Learnable;
pub use new_things::NewThings;
pub use pan::{LOSS_W_M2_K, Losing, Pan, PanMetal};
pub use parts::KitchenPart;
pub use picked::{Picked, Wished};
pub use pours::{Pour, TABLESPOON_G, TEASPOON_G};
pub use ring::{Flame, RING_KINDS, Ring, RingKind};
pub use room::{Air, Room};
pub use thermometer::Thermometer;
pub use vessel::{Measure, Tray};
pub use words::{KitchenWords, ThingWords};
