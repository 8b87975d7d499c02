//! How long a kind of work takes her, against what is usual.

use crate::kitchen::{KitchenDocument, Pace, Parameter};
use crate::process::kind::StepKind;
use crate::process::step::Step;
use crate::process::work::Work;

const ALL: [Pace; 9] = [
    Pace::MakingReady,
    Pace::Handwork,
    Pace::Kneading,
    Pace::Roasting,
    Pace::Reducing,
    Pace::Cooking,
    Pace::Frying,
    Pace::Soaking,
    Pace::Setting,
];
/// However it was learnt, no work takes less or more than these of its usual minutes.
const BOUNDS: (f64, f64) = (0.5, 2.5);

/// Factors on the usual minutes of each kind of work.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Paces([f64; 9]);

impl Default for Paces {
    fn default() -> Self {
        Self([1.0; 9])
    }
}

impl Paces {
    /// The paces that were learnt of a kitchen.
    #[must_use]
    pub fn of(kitchen: &KitchenDocument) -> Self {
        Self(ALL.map(|work| {
            let known = kitchen.known(&Parameter::Pace { work });
            let factor = known.map_or(1.0, |k| k.value.mean.exp()).clamp(BOUNDS.0, BOUNDS.1);
            // What makes it safe to eat is never cut short.
            if matches!(work, Pace::Frying | Pace::Cooking) { factor.max(1.0) } else { factor }
        }))
    }

    /// The factor on the minutes of a step; 1 where its work has no pace of its own.
    #[must_use]
    pub fn factor(&self, step: &Step) -> f64 {
        step.pace().map_or(1.0, |pace| self.0[pace as usize])
    }
}

impl Step {
    /// The kind of work it is, if its pace is learnt: a boil goes by the pan.
    #[must_use]
    pub fn pace(&self) -> Option<Pace> {
        if matches!(self.work(), Work::Boil { .. } | Work::Press) {
            return None;
        }
        Some(match self.kind {
            StepKind::MakeReady => Pace::MakingReady,
            StepKind::Shape
            | StepKind::Roll
            | StepKind::Press
            | StepKind::Squeeze
            | StepKind::Garnish
            | StepKind::Pack
            | StepKind::Lift
            | StepKind::Pour
            | StepKind::Combine
            | StepKind::AddInstalments => Pace::Handwork,
            StepKind::Knead | StepKind::Grind => Pace::Kneading,
            StepKind::Roast => Pace::Roasting,
            StepKind::Reduce => Pace::Reducing,
            StepKind::CookTillLeavesSides | StepKind::Simmer | StepKind::WaterBath => Pace::Cooking,
            StepKind::Fry => Pace::Frying,
            StepKind::Soak | StepKind::Steep => Pace::Soaking,
            StepKind::Mark | StepKind::Cut | StepKind::Chill => Pace::Setting,
            _ => return None,
        })
    }
}
