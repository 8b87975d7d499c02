//! What a kitchen's batches teach: each says what it saw of ring, pan, instruments, hand, pace and taste
//! ([`BatchTold`]), and all of them together, with what was told and checked, give what is known ([`learn`]).
//!
//! Everything is one linear Gaussian model. What was told is its prior; a batch is information about a few values, with
//! its own evening's scatter; older batches say less, and one that contradicts the others weighs little. No order of
//! the batches matters, only their age; a batch that is left out leaves no trace, because everything is reckoned anew.
//!
//! ```
//! use unctum_core::kitchen::{Learning, Parameter};
//! use unctum_core::numeric::Normal;
//! use unctum_core::learn::{BatchTold, Evidence, learn};
//!
//! let about = Parameter::HerString;
//! let told = |id: i32| BatchTold {
//!     batch_id: id, title: format!("Sheet {id}"), at_ms: 86_400_000 * i64::from(id), odd: Vec::new(),
//!     evidence: vec![Evidence::of(about.clone(), Normal { mean: -0.4, sd: 0.2 })],
//! };
//! let told_of = |_: &Parameter| Some(Normal { mean: 0.0, sd: 0.3 });
//! let none = learn(&[], told_of, &Learning::default());
//! assert!(none.values.is_empty());
//! let some = learn(&[told(1), told(2), told(3)], told_of, &Learning::default());
//! let value = some.of(&about).unwrap();
//! assert!(value.now.mean < -0.2 && value.now.sd < value.before.sd && value.batches() == 3);
//! ```

mod accept;
mod again;
mod boil;
mod evidence;
mod odd;
mod paces;
mod pool;
mod says;
mod shown;
mod tasted;
mod told;

pub use again::{Again, AgainChange, AgainKey, again};
pub use evidence::{BatchTold, Evidence, Seen};
pub use odd::{OddBatch, odd_batches};
pub use pool::{FromBatch, Learnt, Pooled, learn};
pub use shown::{LearntGroup, LearntTick, LearntUse, LearntValue, learnt_for, learnt_used, shown};
pub use told::told_by;
