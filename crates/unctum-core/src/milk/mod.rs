//! Milk that is turned: chhena by acid, what it yields, and how to go about it.
//!
//! ```
//! use unctum_core::milk::{ChhenaAsk, chhena};
//!
//! let ask = ChhenaAsk { milk_g: 1000.0, fat_frac: 0.035, protein_frac: 0.032, hang_min: 90.0, ball_g: None };
//! let turned = chhena(&ask)?;
//! assert!((turned.chhena_g + turned.whey_g - 1000.0).abs() < 1e-9, "nothing is lost");
//! # Ok::<(), unctum_core::CoreError>(())
//! ```

mod chhena;

pub use chhena::{Acid, AcidDose, Chhena, ChhenaAsk, chhena};
