//! A value that is not known exactly.

use serde::{Deserialize, Serialize};

/// How many standard deviations the ends of an 80 % interval lie from its middle: the 10 % and 90 % points
/// of a normal distribution.
pub const Z80: f64 = 1.2816;

/// A value with its 80 % interval: in eight of ten cases it lies between the ends. The unit stands in the
/// name of the field that holds it (`water_g`, `at_s`, `minutes`).
///
/// ```
/// use unctum_core::numeric::Spread;
/// let weight_g = Spread::about(400.0, 10.0);
/// assert!(weight_g.low < 388.0 && weight_g.high > 412.0);
/// assert_eq!(weight_g.times(2.0).mid, 800.0);
/// ```
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Spread {
    /// Lower end.
    #[serde(alias = "low_min", alias = "low_g")]
    pub low: f64,
    /// Most likely.
    #[serde(alias = "mid_min", alias = "mass_g")]
    pub mid: f64,
    /// Upper end.
    #[serde(alias = "high_min", alias = "high_g")]
    pub high: f64,
}

impl Spread {
    /// Nothing.
    pub const ZERO: Self = Self::exact(0.0);

    /// The same value with both ends so much of the way from its middle, 0–1.
    #[must_use]
    pub fn narrowed(self, share: f64) -> Self {
        let towards = |end: f64| self.mid + share * (end - self.mid);
        Self { low: towards(self.low), mid: self.mid, high: towards(self.high) }
    }

    /// A value that is known.
    #[must_use]
    pub const fn exact(mid: f64) -> Self {
        Self { low: mid, mid, high: mid }
    }

    /// A normal one, by its standard deviation.
    #[must_use]
    pub fn about(mid: f64, sd: f64) -> Self {
        Self { low: mid - Z80 * sd, mid, high: mid + Z80 * sd }
    }

    /// So many times as much (`factor` at least 0).
    #[must_use]
    pub fn times(self, factor: f64) -> Self {
        self.map(|v| v * factor)
    }

    /// All three through one rising rule.
    #[must_use]
    pub fn map(self, rule: impl Fn(f64) -> f64) -> Self {
        Self { low: rule(self.low), mid: rule(self.mid), high: rule(self.high) }
    }

    /// All three through one falling rule: the ends change places.
    #[must_use]
    pub fn turned(self, rule: impl Fn(f64) -> f64) -> Self {
        Self { low: rule(self.high), mid: rule(self.mid), high: rule(self.low) }
    }

    /// One after the other, each end with its like.
    #[must_use]
    pub fn and(self, other: Self) -> Self {
        Self { low: self.low + other.low, mid: self.mid + other.mid, high: self.high + other.high }
    }

    /// Whichever is later, end by end.
    #[must_use]
    pub fn later(self, other: Self) -> Self {
        Self { low: self.low.max(other.low), mid: self.mid.max(other.mid), high: self.high.max(other.high) }
    }

    /// Whether the three stand in order, from 0 to `most`.
    #[must_use]
    pub fn in_order(&self, most: f64) -> bool {
        self.low >= 0.0 && self.low <= self.mid && self.mid <= self.high && self.high <= most
    }
}
