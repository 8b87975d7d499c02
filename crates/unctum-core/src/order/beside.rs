//! What goes in hot: heated beside the pan on a flame of its own, while the step before is done.

use crate::day::{DayBatch, DayHold, ResourceId};
use crate::kitchen::{KitchenDocument, NumberedRing};
use crate::order::graph::Graph;
use crate::order::made::DayMade;
use crate::process::Step;

/// The ring beside the one that a batch is made on; none in a kitchen with one.
fn other_ring<'a>(kitchen: &'a KitchenDocument, made: &DayMade) -> Option<&'a NumberedRing> {
    kitchen.rings.iter().find(|r| r.id.is_some_and(|id| id != made.choice.ring_id))
}

/// The step while which it is heated.
fn heats_from(step: &Step) -> Option<&str> {
    step.takes.first().map(|t| t.step.as_str()).filter(|_| step.heated_beside)
}

impl Graph<'_> {
    /// A second ring is taken from the beginning of the step before until what was heated has gone in.
    pub(super) fn heat_beside(&self, batch: &mut DayBatch) {
        let Some(ring) = other_ring(self.kitchen, self.made).and_then(|r| r.id) else { return };
        for (step, _) in &self.steps {
            let Some(from) = heats_from(step) else { continue };
            let (from, to) = (self.id(from), self.id(&step.key));
            batch.holds.push(DayHold { res: ResourceId::ring(ring), units: 1, from, to, after_min: 0 });
        }
    }
}

/// What to heat beside it while a step of a batch is done, in words; in a kitchen with one ring, before the first that
/// wants it.
pub(super) fn heat_too(kitchen: &KitchenDocument, made: &DayMade, step: &Step) -> Option<String> {
    let steps = &made.made.method().steps;
    let ring = other_ring(kitchen, made);
    let flame_first = || steps.iter().find(|s| s.on_flame()).is_some_and(|s| s.key == step.key);
    let wants = steps.iter().filter(|s| heats_from(s).is_some_and(|from| ring.is_none() || from == step.key));
    let hot = wants.flat_map(|s| made.made.weighed.takes().into_iter().filter(|t| t.step == s.key));
    let names: Vec<String> = hot.map(|t| t.name.to_lowercase()).collect();
    if names.is_empty() || (ring.is_none() && !flame_first()) {
        return None;
    }
    let what = names.join(" and ");
    Some(match ring {
        Some(ring) => format!("Heat the {what} beside it: {}", ring.ring.name),
        None => format!("Heat the {what} before: there is one ring. It goes in hot, so keep it covered"),
    })
}
