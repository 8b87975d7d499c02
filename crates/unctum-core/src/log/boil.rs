//! A syrup in its pan, and what is asked of it: the batch's own doubts about all that was done to it.

use crate::estimate::{Done, Question};
use crate::formula::SyrupPlan;
use crate::kitchen::Flame;
use crate::pan::PanModel;
use crate::start::{BatchSetup, other_solids};

/// A syrup in its pan, and where it is to land.
#[derive(Clone)]
pub(crate) struct Boil {
    pub model: PanModel,
    pub plan: SyrupPlan,
}

impl Boil {
    /// What is asked of it at a moment, s since the heat went on; the turn-off is reckoned for this flame.
    pub fn asked<'a>(
        &'a self,
        setup: &'a BatchSetup,
        deeds: &'a [Done],
        now_s: f64,
        flame: Flame,
    ) -> Question<'a> {
        Question {
            model: &self.model,
            ring: &setup.ring,
            first_water_g: self.plan.charge.water_g,
            start_c: setup.air.room_c,
            other_solids: other_solids(&self.plan.charge),
            doubts: setup.doubts(&self.plan.charge),
            deeds,
            now_s,
            target_frac: self.plan.target_solids_frac,
            on_power_w: setup.ring.net_power_w(setup.habits.flame_frac(flame)),
        }
    }
}
