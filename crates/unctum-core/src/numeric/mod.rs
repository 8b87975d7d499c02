//! Small numerical tools: a value with its spread, root finding, monotone interpolation, and an adaptive
//! integrator.

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
