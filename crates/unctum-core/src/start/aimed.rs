//! A method whose syrup is boiled a little further within its stage, or less far.

use crate::process::{Effect, Method};

/// However she wants it, the stage stays the stage: its syrup is aimed between these places in it.
pub(crate) const WITHIN: (f64, f64) = (0.08, 0.92);

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

/// The same in words; none where nothing is changed.
pub(super) fn aimed_words(further_stages: f64) -> Option<String> {
    let way = if further_stages > 0.0 { "further" } else { "less far" };
    (further_stages.abs() >= 0.02).then(|| format!("boiled {:.2} of a stage {way}", further_stages.abs()))
}
