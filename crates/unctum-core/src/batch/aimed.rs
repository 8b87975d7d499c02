//! A method whose syrup is boiled a little further within its stage, or less far.

use crate::batch::NextTime;
use crate::process::{Effect, Method};
use crate::syrup::Ladder;

/// However she wants it, the stage stays the stage: its syrup is aimed between these places in it.
const WITHIN: (f64, f64) = (0.08, 0.92);
/// An aim so close to another, in strength, is the same.
const AS_GOOD: f64 = 0.002;

/// The method with every boil to a stage aimed so many stages further; less far if negative.
pub(super) fn aimed(mut method: Method, further_stages: f64) -> Method {
    let effects = method.steps.iter_mut().flat_map(|s| &mut s.effects);
    for effect in effects {
        if let Effect::BoilToStage { band_frac, .. } = effect {
            *band_frac = (*band_frac + further_stages).clamp(WITHIN.0, WITHIN.1);
        }
    }
    method
}

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

/// The same in words; none where nothing is changed.
pub(super) fn aimed_words(further_stages: f64) -> Option<String> {
    let way = if further_stages > 0.0 { "further" } else { "less far" };
    (further_stages.abs() >= 0.02).then(|| format!("boiled {:.2} of a stage {way}", further_stages.abs()))
}
