//! Soaks that are over before their syrup would be made: asked about, never refused.

use crate::process::check::Fault;
use crate::process::kind::StepKind;
use crate::process::step::Step;
use crate::process::sweet::Method;
use crate::soak::SoakKind;

impl Method {
    /// Soaks in syrup that are shorter than the boil of the same syrup, min against min. Thin crisp
    /// pieces are dipped so shortly; balls and cakes stay dry inside. A step that does not say its
    /// minutes is not asked about.
    #[must_use]
    pub fn hasty_soaks(&self) -> Vec<Fault> {
        self.steps.iter().filter_map(|step| self.hasty_soak(step)).collect()
    }

    fn hasty_soak(&self, step: &Step) -> Option<Fault> {
        let dipped =
            step.form.and_then(|form| form.soaks()).is_some_and(|(kind, ..)| kind == SoakKind::Porous);
        if step.kind != StepKind::Steep || dipped {
            return None;
        }
        let (soak_min, boil_min) = (step.minutes?.mid, self.boil_before(step)?);
        (soak_min < boil_min).then(|| Fault {
            method: Some(self.key.clone()),
            step: Some(step.key.clone()),
            field: "minutes".to_owned(),
            words: format!(
                "“{}”: the pieces lie in the syrup for {soak_min:.0} min, and the syrup alone boils for {boil_min:.0} min. \
                 Only thin crisp pieces are dipped so shortly; balls and cakes stay dry inside. Look at the \
                 minutes again, or say what the pieces are like.",
                step.title
            ),
        })
    }

    /// The longest boil to a stage of what goes into a step, min.
    fn boil_before(&self, step: &Step) -> Option<f64> {
        let mut waiting: Vec<&str> = step.takes.iter().map(|t| t.step.as_str()).collect();
        let mut seen: Vec<&str> = Vec::new();
        let mut longest: Option<f64> = None;
        while let Some(key) = waiting.pop() {
            if seen.contains(&key) {
                continue;
            }
            seen.push(key);
            let Some(made) = self.steps.iter().find(|s| s.key == key) else { continue };
            if made.kind == StepKind::BoilToStage {
                let boil_min = made.minutes.map(|m| m.mid);
                longest = boil_min.map(|min| longest.map_or(min, |other| min.max(other))).or(longest);
            }
            waiting.extend(made.takes.iter().map(|t| t.step.as_str()));
        }
        longest
    }
}
