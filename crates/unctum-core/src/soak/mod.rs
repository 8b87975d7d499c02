//! What goes through hot fat and into syrup: the load and its dip, and how the syrup gets in.
//!
//! ```
//! use unctum_core::soak::{SoakKind, UptakeAsk, uptake};
//!
//! let soaked = uptake(&UptakeAsk {
//!     kind: SoakKind::Dense, diameter_mm: 30.0, syrup_solids_frac: 0.55, syrup_c: 65.0, piece_c: 60.0, room_c: 28.0,
//!     kept_warm: true, dough: Default::default(), crumb: Default::default(), under_pressure: false, pieces: Some(20),
//! })?;
//! assert!(soaked.low_min < soaked.best_min);
//! # Ok::<(), unctum_core::CoreError>(())
//! ```

mod form;
mod fry;
mod sphere;
mod uptake;

pub use form::PieceForm;
pub use fry::{Fry, FryAsk, FryShape, fry};
pub use uptake::{Crumb, Dough, SoakKind, Uptake, UptakeAsk, uptake};
