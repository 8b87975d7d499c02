//! The rings and pans of one batch, step by step: with one ring two flames are lit one after the other, with one pan
//! what stands in it is moved first.

use crate::cook::play::Play;
use crate::cook::scene::Scene;
use crate::kitchen::Flame;
use crate::log::RunAt;
use crate::process::{Manner, StepKind};

impl Scene<'_> {
    /// Whether a run that goes on has a flame under it.
    fn burns(&self, at: RunAt) -> bool {
        let cold_syrup = self.syrup_at == Some(at.0) && self.flame == Flame::Off;
        self.setup.steps[at.0].on_flame() && !cold_syrup
    }

    /// What has the ring that a run would want, and until when, where all rings of the kitchen burn for this batch.
    pub(super) fn rings_taken(&self, play: &Play<'_>, at: RunAt) -> Option<(usize, Option<i64>)> {
        let wants = self.setup.steps[at.0].on_flame() && self.setup.rings > 0;
        let burning: Vec<RunAt> =
            self.runs.going().filter(|other| wants && *other != at && self.burns(*other)).collect();
        let first = burning.first().filter(|_| burning.len() >= self.setup.rings as usize)?;
        let ends_ms = self.runs.at(*first).began_ms.map(|began_ms| play.ends_ms(*first, began_ms).1);
        Some((first.0, ends_ms))
    }

    /// The pan that a step stands in, if it stands in one.
    fn pan_of(&self, step: usize) -> Option<&str> {
        self.setup.plan_of(&self.setup.steps[step].key)?.pan_name.as_deref()
    }

    /// What stands in the pan that a run would want, from a step that is over and is still wanted.
    fn stands_in_pan(&self, at: RunAt) -> Option<usize> {
        let (graph, pan) = (&self.runs.graph, self.pan_of(at.0)?);
        (0..self.setup.steps.len()).find(|i| {
            let step = &self.setup.steps[*i];
            let stays = |next: &usize| {
                !self.runs.is_over(*next)
                    && !self.runs.is_going(*next)
                    && *next != at.0
                    && self.pan_of(*next).is_some()
            };
            let mine =
                graph.depends(at.0, *i) && self.setup.steps[at.0].takes.iter().any(|t| t.step == step.key);
            let holds =
                self.runs.is_over(*i) && self.pan_of(*i) == Some(pan) && step.kind != StepKind::HeatFat;
            holds && !mine && graph.after[*i].iter().any(stays)
        })
    }

    /// What has to be moved before a run begins: what stands in its pan, or the pot that goes on another ring.
    pub(super) fn moves(&self, at: RunAt) -> Option<String> {
        let step = &self.setup.steps[at.0];
        if let Some(from) = self.stands_in_pan(at) {
            let (pan, what) = (self.pan_of(at.0)?, &self.setup.steps[from].title);
            return Some(format!(
                "First turn what is in the {pan} (“{what}”) into a clean dry bowl, covered and kept warm: the pan is wanted."
            ));
        }
        let burns = |other: RunAt| other != at && self.burns(other);
        let other = self.runs.going().find(|other| burns(*other)).filter(|_| step.on_flame())?;
        let bound = self.setup.steps[other.0].manner() == Manner::Bound;
        // With two rings it is known which; of more she takes the one that suits.
        let beside = self.setup.ring_beside.as_deref().filter(|_| self.setup.rings == 2);
        let on = beside.map_or_else(|| "On another ring".to_owned(), |name| format!("On the ring “{name}”"));
        (!bound).then(|| format!("{on}: “{}” goes on beside it.", self.setup.steps[other.0].title))
    }
}
