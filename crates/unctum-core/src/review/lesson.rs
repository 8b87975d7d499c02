//! What a verdict is good for: what can be done with this batch now, and what to change the next time.

use serde::Serialize;

use crate::cook::Followed;
use crate::formula::SyrupPlan;
use crate::review::verdict::{Texture, Verdict};
use crate::syrup::string::string_cm;

/// What can be done with the batch now.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum Mend {
    /// Nothing: it is right.
    Nothing,
    /// Back into the pan on a low flame, until it has lost so much water.
    BackInThePan {
        /// Water to lose, g.
        lose_g: f64,
    },
    /// Warmed, and so much hot water or milk worked in.
    WorkIn {
        /// Water to add, g.
        water_g: f64,
    },
    /// Dissolved again with so much water, and boiled anew.
    DissolveAgain {
        /// Water to add, g.
        water_g: f64,
    },
}

/// What to change the next time.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum NextTime {
    /// Nothing.
    Same,
    /// Boil so much more water off, to a string of this length.
    Further {
        /// Water more to boil off, g.
        water_g: f64,
        /// The string then, cm.
        string_cm: f64,
        /// The strength it is to land on then, 0–1.
        to_frac: f64,
    },
    /// Turn off so much water earlier, at a string of this length.
    Earlier {
        /// Water less to boil off, g.
        water_g: f64,
        /// The string then, cm.
        string_cm: f64,
        /// The strength it is to land on then, 0–1.
        to_frac: f64,
    },
    /// Let no grain be left, and let it stand still once it boils.
    Clearer,
}

impl NextTime {
    /// The same for a batch of so many times the solids: the string stays, the water goes with the batch.
    #[must_use]
    pub fn for_times(self, times: f64) -> Self {
        match self {
            Self::Further { water_g, string_cm, to_frac } => {
                Self::Further { water_g: water_g * times, string_cm, to_frac }
            }
            Self::Earlier { water_g, string_cm, to_frac } => {
                Self::Earlier { water_g: water_g * times, string_cm, to_frac }
            }
            other => other,
        }
    }
}

/// What a verdict teaches.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Lesson {
    /// For this batch.
    pub now: Mend,
    /// For the next one.
    pub next: NextTime,
}

/// How far, in strength, the next syrup is moved where nothing was read: a third of its band.
const STEP_OF_BAND: f64 = 1.0 / 3.0;
/// A grainy mass is dissolved down to this strength before it is boiled anew.
const DISSOLVED_FRAC: f64 = 0.65;
/// Least water that is worth the words, g.
const LEAST_G: f64 = 2.0;

/// What a verdict on a batch teaches. Too soft, and the syrup was under the strength asked for: that difference is the
/// water to lose. Otherwise a third of the stage's band, which keeps the stage. None where no syrup was boiled to a
/// stage. Costs one belief.
#[must_use]
pub fn lesson(batch: &Followed, verdict: &Verdict) -> Option<Lesson> {
    let setup = batch.setup();
    let SyrupPlan { charge, stage, target_solids_frac: target_frac } = setup.syrup?;
    let band = setup.ladder.of(stage);
    let step = STEP_OF_BAND * (band.high_frac - band.low_frac);
    let water_g = |frac: f64| charge.water_at(frac.clamp(0.02, 0.98));
    let made_frac = batch.made_frac().unwrap_or(target_frac);
    let between = |a: f64, b: f64| (water_g(a) - water_g(b)).max(LEAST_G);
    let further = |from: f64| {
        let to = (target_frac + step).min(band.high_frac - 0.1 * step);
        NextTime::Further {
            water_g: between(from.min(target_frac), to),
            string_cm: string_cm(to),
            to_frac: to,
        }
    };
    let earlier = || {
        let to = (target_frac - step).max(band.low_frac + 0.1 * step);
        NextTime::Earlier { water_g: between(to, target_frac), string_cm: string_cm(to), to_frac: to }
    };
    // Missed against what was asked for: then the aim itself was right.
    let under = made_frac < band.low_frac;
    let over = made_frac >= band.high_frac;
    Some(match verdict.texture {
        Texture::Right => Lesson { now: Mend::Nothing, next: NextTime::Same },
        Texture::TooSoft => Lesson {
            now: Mend::BackInThePan {
                lose_g: between(made_frac.min(target_frac), target_frac.max(made_frac + step)),
            },
            next: if under {
                NextTime::Further {
                    water_g: between(made_frac, target_frac),
                    string_cm: string_cm(target_frac),
                    to_frac: target_frac,
                }
            } else {
                further(target_frac)
            },
        },
        Texture::TooFirm | Texture::Crumbly => Lesson {
            now: Mend::WorkIn { water_g: between(target_frac.min(made_frac - step), made_frac) },
            next: if over {
                NextTime::Earlier {
                    water_g: between(target_frac, made_frac),
                    string_cm: string_cm(target_frac),
                    to_frac: target_frac,
                }
            } else {
                earlier()
            },
        },
        Texture::Grainy => Lesson {
            now: Mend::DissolveAgain { water_g: between(DISSOLVED_FRAC.min(made_frac - step), made_frac) },
            next: NextTime::Clearer,
        },
    })
}
