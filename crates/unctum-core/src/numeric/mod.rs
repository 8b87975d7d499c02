//! Small numerical tools: a value with its spread, root finding, monotone interpolation, and an adaptive
//! integrator.

mod interpolate;
mod ode;
mod root;
mod spread;
mod tridiagonal;

pub use interpolate::Pchip;
pub use ode::{Outcome, Span, integrate};
pub use root::bisect;
pub use spread::{Spread, Z80};
pub use tridiagonal::solve_tridiagonal;
