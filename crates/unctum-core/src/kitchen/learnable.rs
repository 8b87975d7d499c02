//! What batches may teach, one row each: how far it is usually off, and how it changes from evening to evening and over the
//! years. Learning begins with the first, each batch is taken as so exact by the second, and what is old is forgotten by the
//! third; the next start takes the evening's scatter on top of what is known.

use crate::kitchen::known::Parameter;
use crate::kitchen::usual;
use crate::numeric::Normal;

/// How a parameter of the kitchen is known before anything was learnt, and how it changes. All in its own unit: the logarithm of
/// a factor, K, stages, or a share.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Learnable {
    /// What it is taken for where nothing was told or learnt.
    pub usual: Normal,
    /// How far one evening is from another, standard deviation.
    pub evening_sd: f64,
    /// How far one year is from another, standard deviation.
    pub year_sd: f64,
}

impl Parameter {
    /// The row of a parameter.
    ///
    /// ```
    /// use unctum_core::kitchen::Parameter;
    ///
    /// let ring = Parameter::RingPower { ring_id: 1 }.learnable();
    /// assert!(ring.evening_sd < ring.year_sd && ring.year_sd < ring.usual.sd);
    /// ```
    #[must_use]
    pub fn learnable(&self) -> Learnable {
        let row = |usual_sd: f64, evening_sd: f64, year_sd: f64| Learnable {
            usual: Normal { mean: 0.0, sd: usual_sd },
            evening_sd,
            year_sd,
        };
        match self {
            Self::RingPower { .. } => row(0.30, 0.03, 0.12),
            Self::RingWord { .. } => row(0.10, 0.03, 0.12),
            Self::PanLoss { .. } => row(usual::LOSS_SD, 0.06, 0.08),
            Self::PanHeat { .. } => row(usual::wall_sd(true), 0.03, 0.03),
            Self::ThermometerOffset { .. } => row(usual::UNCHECKED_K, 0.15, 0.6),
            Self::HerString | Self::HerDrop => row(usual::HAND_SD, 0.06, 0.12),
            Self::HerLook => row(0.35, 0.1, 0.1),
            Self::Cups => row(0.035, 0.035, 0.02),
            Self::Pace { .. } => row(0.35, 0.15, 0.25),
            Self::Yield { .. } => row(0.08, 0.03, 0.03),
            // Some piece of every tray is a second.
            Self::Lost { .. } => Learnable { usual: Normal { mean: 0.05, sd: 0.06 }, ..row(0.0, 0.03, 0.03) },
            Self::Wish { .. } => row(usual::WISH_SD, 0.12, 0.20),
            Self::Sweetness { .. } => row(0.08, 0.04, 0.05),
            Self::Keeping { .. } => row(0.30, 0.15, 0.1),
        }
    }
}
