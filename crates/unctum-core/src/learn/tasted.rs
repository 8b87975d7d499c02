//! What a verdict tells: of pieces, weight, sweetness, and how long it kept.

use crate::kitchen::Parameter;
use crate::learn::evidence::Evidence;
use crate::numeric::Normal;
use crate::review::{KeptIn, Taste, Tasting, Verdict};
use crate::start::BatchSetup;

/// Fewer pieces than this say nothing of what is lost.
const COUNTED: f64 = 4.0;
/// A finished weight so many times what was reckoned is a slip of the finger.
const SLIP: f64 = 4.0;
const DAY_MS: f64 = 86_400_000.0;

pub(super) fn tasted(setup: &BatchSetup, verdict: &Verdict) -> Vec<Evidence> {
    let Some(sweet_key) = setup.sweet_key.clone() else { return Vec::new() };
    let mut told = Vec::new();
    if let Some(share) = lost(verdict) {
        told.push(Evidence::of(Parameter::Lost { sweet_key: sweet_key.clone() }, share));
    }
    if let Some(ratio) = weighed(setup, verdict) {
        told.push(Evidence::of(Parameter::Yield { sweet_key: sweet_key.clone() }, ratio));
    }
    let sweetness = match verdict.taste {
        Some(Taste::TooSweet) => Some(-0.12),
        Some(Taste::Flat) => Some(0.12),
        Some(Taste::Right) => Some(0.0),
        Some(Taste::Raw | Taste::Burnt) | None => None,
    };
    // Of what soaks in its sugar the taste says nothing about how much of that there is.
    if let Some((said, made)) = sweetness.zip(setup.sweeter_ln()) {
        told.push(Evidence::of(Parameter::Sweetness { sweet_key }, Normal { mean: made + said, sd: 0.08 }));
    }
    told
}

/// How long it kept against what was reckoned: each tasting says at least so long, or less.
pub(super) fn kept(setup: &BatchSetup, made_ms: i64, tastings: &[Tasting]) -> Option<Evidence> {
    let (sweet_key, keeps) = (setup.sweet_key.clone()?, setup.keeps?);
    let about = Parameter::Keeping { sweet_key };
    let of = |t: &Tasting| {
        let days = (t.at_ms - made_ms) as f64 / DAY_MS;
        let reckoned = match t.place {
            KeptIn::Room => keeps.room_days,
            KeptIn::Cold => keeps.cold_days,
        };
        if days < 0.5 || reckoned < 0.5 {
            return None;
        }
        let ratio = (days / reckoned).clamp(0.05, 20.0).ln() + setup.learnt_ln(&about).min(0.0);
        match (t.kept(), ratio > 0.0) {
            // Good before its days are over says next to nothing.
            (true, false) => None,
            (true, true) => Some(Normal { mean: ratio + 0.1, sd: 0.3 }),
            (false, _) => Some(Normal { mean: ratio - 0.15, sd: 0.3 }),
        }
    };
    let value = tastings.iter().filter_map(of).reduce(Normal::and)?;
    Some(Evidence::of(about, value))
}

/// Share of the pieces that are not good, if they were counted.
fn lost(verdict: &Verdict) -> Option<Normal> {
    let good = f64::from(verdict.pieces?);
    let bad = f64::from(verdict.second_grade.unwrap_or(0) + verdict.lost.unwrap_or(0));
    let all = good + bad;
    // Without a word of second grade or losses nothing was counted but what is good.
    let counted = verdict.second_grade.is_some() || verdict.lost.is_some();
    let share = (bad + 0.5) / (all + 1.0);
    (counted && all >= COUNTED).then(|| Normal { mean: bad / all, sd: (share * (1.0 - share) / all).sqrt() })
}

/// The finished weight against what was reckoned.
fn weighed(setup: &BatchSetup, verdict: &Verdict) -> Option<Normal> {
    let finished_g = verdict.finished_g.filter(|g| *g > 0.0)?;
    let planned_g = setup.plan.iter().rev().map(|p| p.end_g).find(|g| *g > 0.0)?;
    let ratio = finished_g / planned_g;
    (1.0 / SLIP..SLIP).contains(&ratio).then(|| Normal { mean: ratio.ln(), sd: 0.03 })
}
