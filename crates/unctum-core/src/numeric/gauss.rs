//! A normal distribution, by its mean and standard deviation.

use serde::{Deserialize, Serialize};

use crate::numeric::spread::Spread;

/// A value that is not known exactly, as a normal distribution; the unit stands in the name of the field.
///
/// ```
/// use unctum_core::numeric::Normal;
/// let both = Normal { mean: 0.0, sd: 0.2 }.and(Normal { mean: 0.3, sd: 0.1 });
/// assert!((both.mean - 0.24).abs() < 1e-12 && both.sd < 0.1);
/// ```
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Normal {
    /// Mean.
    pub mean: f64,
    /// Standard deviation.
    pub sd: f64,
}

impl Normal {
    /// The value so many standard deviations from the mean.
    #[must_use]
    pub fn at(self, z: f64) -> f64 {
        self.mean + self.sd * z
    }

    /// Its middle and 80 % interval.
    #[must_use]
    pub fn spread(self) -> Spread {
        Spread::about(self.mean, self.sd)
    }

    /// Both of two independent ones.
    #[must_use]
    pub fn and(self, other: Self) -> Self {
        let (a, b) = (self.sd.powi(-2), other.sd.powi(-2));
        Self { mean: (a * self.mean + b * other.mean) / (a + b), sd: (a + b).powf(-0.5) }
    }

    /// As wide as with a further independent doubt.
    #[must_use]
    pub fn wider(self, sd: f64) -> Self {
        Self { sd: self.sd.hypot(sd), ..self }
    }
}
