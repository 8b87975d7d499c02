//! What of a start does not fit what stands on the hob already, said while there is time to choose otherwise.

use crate::cook::followed::Followed;
use crate::start::BatchSetup;

/// A pan is full beyond this with what is only warmed in it, as a share.
const BRIMFUL_FRAC: f64 = 0.95;
/// A syrup that is at its stage sooner than this, min, is there before anybody can look.
const LEAST_BOIL_MIN: f64 = 0.75;

impl BatchSetup {
    /// Pans of later steps that something else stands in, and pans that are too small: a sentence each.
    #[must_use]
    pub fn misfits<'a>(&self, going_on: impl IntoIterator<Item = &'a Followed>) -> Vec<String> {
        let mut said = Vec::new();
        let others: Vec<&Followed> = going_on.into_iter().filter(|b| !b.is_over()).collect();
        let mut told: Vec<&str> = Vec::new();
        for plan in &self.plan {
            let Some(pan) = plan.pan_name.as_deref().filter(|p| *p != self.pan.name && !told.contains(p))
            else {
                continue;
            };
            let holder = others.iter().find(|b| b.setup().pan.name == pan && b.holds_hob());
            if let (Some(holder), Some(step)) = (holder, self.place_of(&plan.step)) {
                told.push(pan);
                said.push(format!(
                    "“{}” takes “{}”, and “{}” stands in it. Begin when it is free, or take another pan.",
                    self.steps[step].title,
                    pan,
                    holder.setup().title
                ));
            }
        }
        for (plan, step) in self.plan.iter().filter_map(|p| Some((p, &self.steps[self.place_of(&p.step)?]))) {
            if plan.loads <= 1 && plan.fill_frac.is_some_and(|f| f > BRIMFUL_FRAC) {
                let pan = plan.pan_name.as_deref().unwrap_or("the pan");
                said.push(format!(
                    "At “{}” “{pan}” is full to the brim: take a larger one, or make less at once.",
                    step.title
                ));
            }
        }
        // The boil of its own, from dissolved to its stage.
        let boils = self.plan.iter().filter(|p| self.place_of(&p.step) == self.boil_index());
        for plan in boils.filter(|p| p.minutes.mid < LEAST_BOIL_MIN) {
            let step = self.place_of(&plan.step).map_or("", |i| &self.steps[i].title);
            said.push(format!(
                "“{step}” is over before anybody can look: it is too little for this pan on this ring. Take a smaller pan or a lower flame, or make more."
            ));
        }
        said
    }
}
