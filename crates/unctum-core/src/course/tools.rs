//! Her pans and her ring, and which of them a step takes.

use crate::kitchen::{Pan, Picked, Ring};
use crate::process::{Step, Vessel};

/// A pot to fry in holds at least so much, ml, if there is one.
const LEAST_POT_ML: f64 = 2000.0;

/// Her pans and her ring.
#[derive(Debug, Clone, PartialEq)]
pub struct Tools {
    /// The pan she cooks in.
    pub pan: Pan,
    /// Her widest pan, for milk.
    pub wide_pan: Pan,
    /// What she fries in: not the pan that the syrup stands in, if there is another.
    pub frying_pot: Pan,
    /// The ring.
    pub ring: Ring,
}

impl Tools {
    /// The tools of a cook who has chosen `pan` and `ring` and has `other_pans`: milk goes into the widest of
    /// all; fat, into the narrowest other pan that is roomy enough, where it stands deepest.
    #[must_use]
    pub fn among(other_pans: &[Pan], pan: Pan, ring: Ring) -> Self {
        let wider = other_pans.iter().filter(|p| p.diameter_cm > pan.diameter_cm);
        let widest = wider.max_by(|a, b| a.diameter_cm.total_cmp(&b.diameter_cm));
        let roomy = other_pans.iter().filter(|p| p.capacity_ml() >= LEAST_POT_ML);
        let pot = roomy
            .min_by(|a, b| a.diameter_cm.total_cmp(&b.diameter_cm))
            .or_else(|| other_pans.iter().max_by(|a, b| a.capacity_ml().total_cmp(&b.capacity_ml())));
        Self { wide_pan: widest.unwrap_or(&pan).clone(), frying_pot: pot.unwrap_or(&pan).clone(), pan, ring }
    }

    /// The tools that were picked.
    #[must_use]
    pub fn of(picked: &Picked) -> Self {
        Self::among(&picked.other_pans, picked.pan.clone(), picked.ring.clone())
    }

    /// The pan that a step stands in; none where it stands in none.
    #[must_use]
    pub fn pan_of(&self, step: &Step) -> Option<&Pan> {
        match step.vessel {
            Vessel::Pan | Vessel::PressureCooker => Some(&self.pan),
            Vessel::WidePan => Some(&self.wide_pan),
            Vessel::FryingPot => Some(&self.frying_pot),
            _ => None,
        }
    }

    /// The roomier of the pans that cook, ml.
    #[must_use]
    pub fn roomiest_ml(&self) -> f64 {
        self.pan.capacity_ml().max(self.wide_pan.capacity_ml())
    }
}
