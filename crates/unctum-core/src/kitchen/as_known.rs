//! The kitchen as it is known: what was told of it with what was learnt over it.

use crate::kitchen::document::KitchenDocument;
use crate::kitchen::known::{Known, Parameter};
use crate::kitchen::pan::Pan;
use crate::kitchen::thermometer::Thermometer;
use crate::kitchen::usual;
use crate::numeric::Normal;

/// What a word for the flame gives is off by so much of its share, whatever the plate says.
const WORD_SD: f64 = 0.06;
/// What was told counts as unchanged within this.
const SAME: f64 = 1e-6;
/// Two thermometers of which as much is known, both checked or neither, are known within this of one another, K.
const CHECKED_AS_WELL_K: f64 = 0.5;

impl Thermometer {
    /// How much too high it reads at the boil as far as that is known, K.
    #[must_use]
    pub fn offset(&self) -> Normal {
        Normal {
            mean: self.offset_k,
            sd: if self.is_checked() { usual::CHECKED_K } else { usual::UNCHECKED_K },
        }
    }

    /// Whether somebody looked what it shows in boiling water: one that is told to be without any error was not.
    #[must_use]
    pub fn is_checked(&self) -> bool {
        self.offset_k != 0.0 || self.ice_offset_k.is_some()
    }
}

impl KitchenDocument {
    /// What the document tells of something that is learnt, and how exactly: its calibrations, or what is usual.
    /// None where it speaks of a thing that is not there any more.
    #[must_use]
    pub fn told(&self, about: &Parameter) -> Option<Normal> {
        let usual = about.learnable().usual;
        match about {
            Parameter::RingPower { ring_id } => {
                let ring = &self.rings.iter().find(|r| r.id == Some(*ring_id))?.ring;
                Some(Normal {
                    mean: ring.net_power_w(1.0).ln(),
                    sd: (ring.efficiency_sd / ring.efficiency_frac).hypot(WORD_SD),
                })
            }
            Parameter::ThermometerOffset { thermometer_id } => {
                let found = self.thermometers.iter().find(|t| t.id == Some(*thermometer_id))?;
                Some(found.thermometer.offset())
            }
            Parameter::RingWord { ring_id, .. } => {
                self.rings.iter().any(|r| r.id == Some(*ring_id)).then_some(usual)
            }
            Parameter::PanLoss { pan_id } => self.pan_of(*pan_id).map(|_| usual),
            Parameter::PanHeat { pan_id } => {
                self.pan_of(*pan_id).map(|pan| Normal { sd: usual::wall_sd(pan.weighed), ..usual })
            }
            Parameter::HerString
            | Parameter::HerDrop
            | Parameter::HerLook
            | Parameter::Cups
            | Parameter::Pace { .. }
            | Parameter::Yield { .. }
            | Parameter::Lost { .. }
            | Parameter::Wish { .. }
            | Parameter::Sweetness { .. }
            | Parameter::Keeping { .. } => Some(usual),
        }
    }

    fn pan_of(&self, pan_id: i32) -> Option<&Pan> {
        self.pans.iter().find(|p| p.id == Some(pan_id)).map(|p| &p.pan)
    }

    /// What was learnt of something and accepted, if what was told of it is still the same. Of a hand nothing is told, and of
    /// how far a thermometer is off no more than whether it was checked: what was learnt over what was once reckoned usual
    /// stays.
    #[must_use]
    pub fn known(&self, about: &Parameter) -> Option<&Known> {
        let known = self.learning.known.iter().find(|k| k.about == *about)?;
        let told = self.told(about)?;
        let of_hand = matches!(about, Parameter::HerString | Parameter::HerDrop);
        let by = if matches!(about, Parameter::ThermometerOffset { .. }) { CHECKED_AS_WELL_K } else { SAME };
        let same =
            of_hand || (told.mean - known.over.mean).abs() < SAME && (told.sd - known.over.sd).abs() < by;
        same.then_some(known)
    }

    /// The kitchen as it is known: what was learnt of its rings, pans, thermometers and cups taken into them, once. What is
    /// computed is computed with this one ([`Self::pick`] does it by itself); what is changed and kept is the document
    /// as it was told.
    #[must_use]
    pub fn as_known(&self) -> Self {
        let mut kitchen = self.clone();
        for numbered in &mut kitchen.rings {
            let about = numbered.id.map(|ring_id| Parameter::RingPower { ring_id });
            if let Some(known) = about.and_then(|about| self.known(&about)) {
                let ring = &mut numbered.ring;
                ring.efficiency_frac = (known.value.mean.exp() / ring.rated_power_w).clamp(0.1, 1.0);
                // The same ring gives more or less from one evening to the next.
                let sd = known.value.sd.hypot(known.about.learnable().evening_sd);
                ring.efficiency_sd = (ring.efficiency_frac * sd).min(0.3);
            }
        }
        for numbered in &mut kitchen.thermometers {
            let about = numbered.id.map(|thermometer_id| Parameter::ThermometerOffset { thermometer_id });
            if let Some(known) = about.and_then(|about| self.known(&about)) {
                let more_k = known.value.mean - numbered.thermometer.offset_k;
                let thermometer = &mut numbered.thermometer;
                thermometer.offset_k += more_k;
                thermometer.ice_offset_k = thermometer.ice_offset_k.map(|k| k + more_k);
            }
        }
        for numbered in &mut kitchen.pans {
            let about = numbered.id.map(|pan_id| Parameter::PanLoss { pan_id });
            if let Some(known) = about.and_then(|about| self.known(&about)) {
                numbered.pan.loss_factor =
                    (numbered.pan.loss_factor * known.value.mean.exp()).clamp(0.2, 5.0);
            }
        }
        if let Some(known) = self.known(&Parameter::Cups) {
            for numbered in &mut kitchen.measures {
                numbered.measure.volume_ml *= known.value.mean.exp();
            }
        }
        kitchen
    }
}
