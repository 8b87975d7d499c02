//! Small numerical tools: root finding, monotone interpolation, and an adaptive integrator.

mod interpolate;
mod ode;
mod root;

pub use interpolate::Pchip;
pub use ode::{Outcome, Span, integrate};
pub use root::bisect;
