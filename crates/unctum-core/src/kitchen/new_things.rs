//! A ring, a pan, a thermometer, a cup, a tray as they are taken before anything was told of them: what she begins to fill
//! in from.

use serde::Serialize;

use crate::kitchen::first::FirstPan;
use crate::kitchen::pan::Pan;
use crate::kitchen::ring::{Ring, RingKind};
use crate::kitchen::thermometer::Thermometer;
use crate::kitchen::vessel::{Measure, Tray};

/// One of each thing of a kitchen, new.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NewThings {
    /// A ring: gas of the usual size.
    pub ring: Ring,
    /// A thin pan that nobody weighed, of nobody knows what.
    pub pan: Pan,
    /// A thermometer that nobody checked.
    pub thermometer: Thermometer,
    /// A cup.
    pub measure: Measure,
    /// A tray.
    pub tray: Tray,
}

impl Default for NewThings {
    fn default() -> Self {
        Self {
            ring: Ring::of_kind("New ring", RingKind::Gas, 1800.0),
            pan: Pan { name: "New pan".into(), metal: None, ..FirstPan::Thin.pan(22.0) },
            thermometer: Thermometer::with_offset("New thermometer", 0.0),
            measure: Measure { name: "New cup".into(), volume_ml: 200.0, volume_sd_ml: 20.0 },
            tray: Tray { name: "New tray".into(), length_cm: 20.0, width_cm: 20.0, height_cm: 3.0 },
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_new_thing_can_be_kept_as_it_is_and_says_that_nobody_knows_it() {
        let new = NewThings::default();
        assert!(new.pan.check().is_ok() && new.ring.check().is_ok() && new.tray.check().is_ok());
        assert!(!new.pan.weighed && !new.thermometer.is_checked());
        assert!(new.measure.is_cup() && new.measure.volume_sd_ml > 0.05 * new.measure.volume_ml);
        assert!(new.ring.spread() > 0.1, "nobody timed it: {}", new.ring.spread());
    }
}
