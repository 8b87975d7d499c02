//! What one batch tells: information about some values.

use serde::{Deserialize, Serialize};

use crate::kitchen::{Learnable, Parameter};
use crate::numeric::Normal;

/// One value that a batch saw: the sum of some parameters, with what is different each evening.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Seen {
    /// What it is made of, each with its share; none for what is this batch's own.
    pub of: Vec<Share>,
    /// Its scatter from one evening to the next, as a standard deviation.
    pub evening_sd: f64,
    /// How far it drifts in a year, as a standard deviation.
    pub year_sd: f64,
}

/// A parameter's share in a value.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Share {
    /// The parameter.
    pub about: Parameter,
    /// Its share.
    pub share: f64,
}

impl Seen {
    /// A value that is a parameter itself, changing as its row says ([`Parameter::learnable`]).
    #[must_use]
    pub fn itself(about: Parameter) -> Self {
        let Learnable { evening_sd, year_sd, .. } = about.learnable();
        Self { of: vec![Share { about, share: 1.0 }], evening_sd, year_sd }
    }

    /// A value of this batch alone, known so far before.
    #[must_use]
    pub fn its_own(sd: f64) -> Self {
        Self { of: Vec::new(), evening_sd: sd, year_sd: 0.0 }
    }
}

/// Information about some values that were seen together: how sharply (`precision`, a square matrix, row by row), and where
/// (`information`, the precision times the values).
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Evidence {
    /// The values.
    pub seen: Vec<Seen>,
    /// How sharply they were seen.
    #[serde(alias = "bend")]
    pub precision: Vec<f64>,
    /// Where.
    #[serde(alias = "pull")]
    pub information: Vec<f64>,
}

impl Evidence {
    /// One value seen by itself.
    #[must_use]
    pub fn of(about: Parameter, value: Normal) -> Self {
        let precision = value.sd.max(1e-6).powi(-2);
        Self {
            seen: vec![Seen::itself(about)],
            precision: vec![precision],
            information: vec![precision * value.mean],
        }
    }

    /// The same with another scatter from evening to evening and from year to year.
    #[must_use]
    pub fn scattering(mut self, evening_sd: f64, year_sd: f64) -> Self {
        for seen in &mut self.seen {
            (seen.evening_sd, seen.year_sd) = (evening_sd, year_sd);
        }
        self
    }
}

/// All that one batch tells.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct BatchTold {
    /// Its number.
    pub batch_id: i32,
    /// What it is called.
    pub title: String,
    /// When it was started, ms since 1970.
    pub at_ms: i64,
    /// Why it is to weigh little, if it is; a sentence each.
    pub odd: Vec<String>,
    /// What it saw.
    pub evidence: Vec<Evidence>,
}
