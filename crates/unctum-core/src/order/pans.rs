//! How long a batch holds her pans: what is in a pan, until when, and when it is tipped out into a bowl for something else.

use std::collections::BTreeMap;

use crate::day::{DayBatch, DayHold, DayLag, DayStep, ResourceId, StepId};
use crate::numeric::Spread;
use crate::order::graph::{Graph, planned_min};
use crate::process::{Step, StepKind};

/// What is done so soon after is still done out of the pan, min.
const OUT_OF_PAN_MIN: i32 = 20;
/// What may stand so long is tipped out into a bowl, so that the pan is free, min.
const TIPS_OUT_MIN: f64 = 15.0;

/// Steps that follow one another in the same pan, by their places.
struct Chain {
    pan: i32,
    steps: Vec<usize>,
    /// Whether it is tipped out into a bowl after its last step, because something else wants the pan.
    tipped: bool,
}

impl Graph<'_> {
    /// Steps in the same pan one after another hold it from the first to the last, and until it is empty.
    pub(super) fn hold_pans(&self, batch: &mut DayBatch) {
        let chains = self.chains();
        for chain in &chains {
            let (Some(first), Some(last)) = (chain.steps.first(), chain.steps.last()) else { continue };
            let (first, last) = (self.steps[*first].0, self.steps[*last]);
            let until = if chain.tipped { self.id(&last.0.key) } else { self.emptied(last, batch) };
            let (res, from) = (ResourceId::pan(chain.pan), self.id(&first.key));
            let after_min = if self.may_come_last(&chains, chain) { self.wash_min } else { 0 };
            batch.holds.push(DayHold { res, units: 1, from, to: until, after_min });
        }
    }

    /// Whether a filling may be the last of this batch in its pan: only what is certain to follow it there is her own work
    /// still, and the next batch has to find it clean.
    fn may_come_last(&self, chains: &[Chain], of: &Chain) -> bool {
        let key = |c: &Chain| c.steps.last().and_then(|i| self.steps.get(*i)).map(|(s, _)| s.key.as_str());
        let Some(last) = key(of) else { return false };
        let mut others = chains.iter().filter(|c| c.pan == of.pan).filter_map(key).filter(|k| *k != last);
        others.all(|other| self.between(last, other).is_none())
    }

    /// What is in which pan, one filling after another. Of several that a step takes, the one that can wait least stays where
    /// it is; what can wait goes into a bowl as soon as something else wants the pan, and stays there unless it is heated.
    fn chains(&self) -> Vec<Chain> {
        let mut chains: Vec<Chain> = Vec::new();
        for (i, (step, _)) in self.steps.iter().enumerate() {
            let Some(pan) = self.pan_of(step) else { continue };
            let stays =
                |c: &Chain| c.steps.last().and_then(|l| self.goes_on(*l, step)).filter(|_| c.pan == pan);
            let found = (0..chains.len())
                .filter_map(|at| Some((at, stays(&chains[at])?)))
                .min_by(|a, b| a.1.total_cmp(&b.1).then(b.0.cmp(&a.0)));
            let Some((at, waits_min)) = found else {
                chains.push(Chain { pan, steps: vec![i], tipped: false });
                continue;
            };
            let last = chains[at].steps.last().copied().unwrap_or(i);
            let meanwhile = chains.iter().filter(|c| c.pan == pan).flat_map(|c| &c.steps).copied();
            let wanted: Vec<usize> = meanwhile.filter(|s| (last + 1..i).contains(s)).collect();
            let takes_min: i32 = wanted.iter().map(|s| self.minutes_at(*s)).sum();
            if wanted.is_empty() || waits_min < f64::from(takes_min) {
                chains[at].steps.push(i);
                continue;
            }
            chains[at].tipped = true;
            if step.on_flame() {
                chains.push(Chain { pan, steps: vec![i], tipped: false });
            }
        }
        chains
    }

    fn minutes_at(&self, at: usize) -> i32 {
        let (step, minutes) = self.steps[at];
        planned_min(minutes, step.manner())
    }

    /// Whether a step goes on with what the one at this place left in the pan, and how long that could have waited, min.
    /// What was fried is lifted out; the fat stays.
    fn goes_on(&self, last: usize, step: &Step) -> Option<f64> {
        let (from, minutes) = self.steps[last];
        let fat = from.kind == StepKind::HeatFat && step.before().any(|key| key == from.key);
        let takes = step.takes.iter().any(|t| t.step == from.key);
        match from.kind {
            _ if fat => Some(0.0),
            StepKind::Fry if step.kind != StepKind::Fry => None,
            _ if takes => Some(self.longest(from, minutes, step).unwrap_or(f64::INFINITY)),
            _ => None,
        }
    }

    /// When a pan is empty whose last step this is: with that step, if what it gives can wait in a bowl; else with the short
    /// one that takes from it, or when a long one begins that does.
    fn emptied(&self, (last, minutes): (&Step, Spread), batch: &mut DayBatch) -> StepId {
        let takes = |s: &Step| s.takes.iter().any(|t| t.step == last.key);
        let Some((taker, taker_min)) = self.steps.iter().find(|(s, _)| takes(s)).copied() else {
            return self.id(&last.key);
        };
        if self.longest(last, minutes, taker).is_none_or(|most| most >= TIPS_OUT_MIN) {
            return self.id(&last.key);
        }
        if planned_min(taker_min, taker.manner()) <= OUT_OF_PAN_MIN {
            return self.id(&taker.key);
        }
        let mark = self.id(&taker.key).mark();
        if !batch.steps.iter().any(|s| s.id == mark) {
            batch.steps.push(DayStep { id: mark.clone(), dur: 0, uses: BTreeMap::new() });
            let to = self.id(&taker.key);
            batch.lags.push(DayLag { from: mark.clone(), to, min: 0, max: Some(0) });
        }
        batch.lags.push(DayLag { from: self.id(&last.key), to: mark.clone(), min: 0, max: None });
        mark
    }
}
