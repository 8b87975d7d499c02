//! Small numerical tools: a value with its spread, root finding, monotone interpolation, and an adaptive
//! integrator.
//!
//! ```
//! use unctum_core::numeric::{Spread, bisect};
//!
//! let root = bisect(0.0, 2.0, 1e-9, |x| x * x - 2.0);
//! assert!((root - 2.0_f64.sqrt()).abs() < 1e-6);
//! let minutes = Spread::about(12.0, 1.0);
//! assert!(minutes.low < 12.0 && 12.0 < minutes.high);
//! ```

mod gauss;
mod interpolate;
mod line;
pub(crate) mod matrix;
mod ode;
mod rng;
mod root;
mod spread;
mod tridiagonal;

pub use gauss::Normal;
pub use interpolate::Pchip;
pub use line::along;
pub use ode::{Outcome, Span, integrate};
pub use rng::Rng;
pub use root::bisect;
pub use spread::{Spread, Z80};
pub use tridiagonal::solve_tridiagonal;
