//! What measuring instruments of the network send: taken in line by line, doubted where a pan cannot show that, and
//! thinned into the log of the batch they watch.
//!
//! ```
//! use unctum_core::intake::{InstrumentKind, Sent, worth_writing};
//!
//! let probe = InstrumentKind::Probe;
//! let sent: Sent = serde_json::from_str(r#"{"n": 1, "age_ms": 400, "temperature_c": 104.2}"#)?;
//! let sample = sent.sample(probe, 1_000_000)?;
//! assert_eq!((sample.at_ms, sample.value), (999_600, 104.2));
//! assert!(worth_writing(probe, None, sample), "the first is");
//! assert!(!worth_writing(probe, Some(sample), sample), "the same moment is not written twice");
//! # Ok::<(), Box<dyn std::error::Error>>(())
//! ```

// What is reached from outside never falls over a place that is not there.
#![cfg_attr(not(test), warn(clippy::indexing_slicing))]

mod instrument;
mod looks;
mod sent;
mod thin;

pub use instrument::{InstrumentKind, Record};
pub use looks::{Looks, looks};
pub use sent::{LOST_AFTER_MS, Sample, Sent};
pub use thin::{Thinned, thinned, worth_writing};
