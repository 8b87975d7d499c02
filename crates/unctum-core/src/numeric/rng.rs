//! Seeded pseudo-random numbers: the same seed gives the same sequence.

use rand::{RngExt, SeedableRng};
use rand_xorshift::XorShiftRng;

/// A seeded pseudo-random generator; not for secrets.
#[derive(Clone)]
pub struct Rng(XorShiftRng);

impl Rng {
    /// The generator of a seed.
    #[must_use]
    pub fn of(seed: u64) -> Self {
        Self(XorShiftRng::seed_from_u64(seed))
    }

    /// Evenly between two ends.
    pub fn between(&mut self, low: f64, high: f64) -> f64 {
        low + (high - low) * self.0.random::<f64>()
    }

    /// Standard normal (Box–Muller).
    pub fn normal(&mut self) -> f64 {
        let u: f64 = 1.0 - self.0.random::<f64>();
        let v: f64 = self.0.random();
        (-2.0 * u.ln()).sqrt() * (std::f64::consts::TAU * v).cos()
    }

    /// One of several.
    pub fn one<T: Copy>(&mut self, of: &[T]) -> T {
        of[self.0.random_range(0..of.len())]
    }
}
