//! How far a lesson moves the aim of the next syrup.

use crate::process::{Effect, Method};
use crate::review::lesson::NextTime;
use crate::start::WITHIN;
use crate::syrup::Ladder;

/// An aim so close to another, in strength, is the same.
const AS_GOOD: f64 = 0.002;

/// How far, in stages, a method has to be aimed for its syrup to land where a lesson says; none where the lesson moves
/// no aim, or where what is aimed at (`now_frac`) is there already.
#[must_use]
pub fn aim_of(next: NextTime, method: &Method, ladder: &Ladder, now_frac: f64) -> Option<f64> {
    let to_frac = match next {
        NextTime::Further { to_frac, .. } if to_frac > now_frac + AS_GOOD => to_frac,
        NextTime::Earlier { to_frac, .. } if to_frac < now_frac - AS_GOOD => to_frac,
        _ => return None,
    };
    method.steps.iter().flat_map(|s| &s.effects).find_map(|effect| match effect {
        Effect::BoilToStage { stage, band_frac } => {
            let band = ladder.of(*stage);
            let share = (to_frac - band.low_frac) / (band.high_frac - band.low_frac);
            Some((share.clamp(WITHIN.0, WITHIN.1) - band_frac).clamp(-0.5, 0.5))
        }
        _ => None,
    })
}
