//! The rest of a batch played forward: when each step will be ready, and what is better begun later so that what
//! it gives need not stand longer than it may.

use crate::cook::scene::Scene;
use crate::cook::sights::ends_ms;
use crate::log::RunAt;
use crate::numeric::Spread;
use crate::process::{Manner, Work};

/// A run held for its partner is let go so much earlier, ms, to have it in time.
const LEAD_MS: i64 = 60_000;

/// The rest of a batch with its usual minutes.
pub(crate) struct Play<'a> {
    scene: &'a Scene<'a>,
    /// When each step will have ended, ms since 1970.
    ready_ms: Vec<i64>,
}

fn ms(minutes: f64) -> i64 {
    (60_000.0 * minutes) as i64
}

impl<'a> Play<'a> {
    pub fn of(scene: &'a Scene<'a>) -> Self {
        let mut play = Self { scene, ready_ms: Vec::new() };
        for i in 0..scene.setup.steps.len() {
            let ready_ms = play.will_be_ready_ms(i);
            play.ready_ms.push(ready_ms);
        }
        play
    }

    /// Minutes of one load of a step.
    fn minutes(&self, step: usize) -> Spread {
        let it = &self.scene.setup.steps[step];
        let usual = it.minutes.unwrap_or_else(|| it.kind.usual_minutes());
        let Some(plan) = self.scene.setup.plan_of(&it.key) else { return usual };
        plan.minutes.times(1.0 / f64::from(plan.loads.max(1)))
    }

    /// Not before, expected and not after: the end of a run that began.
    pub fn ends_ms(&self, at: RunAt, began_ms: i64) -> (i64, i64, i64) {
        let minutes = self.minutes(at.0);
        let off = self.scene.syrup.and_then(|s| s.turn_off_in_s);
        if let (Some(off), Work::Boil { .. }) = (off, self.scene.setup.steps[at.0].work()) {
            let end = |s: f64| self.scene.now_ms + (1000.0 * s) as i64;
            return (end(off.low), end(off.mid), end(off.high));
        }
        ends_ms(began_ms, minutes, self.scene.furthest(at))
    }

    fn will_be_ready_ms(&self, step: usize) -> i64 {
        let (scene, runs) = (self.scene, self.scene.runs.of(step));
        let mut at_ms = scene.runs.graph.before[step].iter().map(|b| self.ready_ms[*b]).max().unwrap_or(0);
        for (load, run) in runs.iter().enumerate() {
            at_ms = match (run.began_ms, run.ended_ms) {
                (_, Some(ended_ms)) => ended_ms.max(at_ms.min(scene.now_ms)),
                (Some(began_ms), None) => self.ends_ms((step, load), began_ms).1.max(scene.now_ms),
                (None, None) => at_ms.max(scene.now_ms) + ms(self.minutes(step).mid),
            };
        }
        at_ms
    }

    /// How long what a step gives may stand until a later one begins, ms; none where it does not matter.
    fn stands_ms(&self, from: usize, to: usize) -> Option<i64> {
        let (step, next) = (&self.scene.setup.steps[from], &self.scene.setup.steps[to]);
        if let Some(window) = step.windows.iter().find(|w| w.to == next.key) {
            return Some(ms(window.high_min));
        }
        // A syrup that is warmed again may stand until then.
        let warmed = next.on_flame() && self.scene.runs.graph.takes_over(to, from) && step.stage().is_some();
        if warmed { None } else { step.stands_min().map(ms) }
    }

    /// By when a run has to begin so that what it works on has not stood too long, if that is told for a step before
    /// it.
    pub fn must_begin_ms(&self, at: RunAt) -> Option<i64> {
        let (runs, step) = (self.scene.runs, &self.scene.setup.steps[at.0]);
        let ends = runs.graph.before[at.0].iter().filter_map(|b| {
            let before = &self.scene.setup.steps[*b];
            let window = before.windows.iter().find(|w| w.to == step.key).map(|w| w.high_min);
            let high_min = window.or(before.stands_most_min.filter(|_| runs.graph.takes_over(at.0, *b)))?;
            let load = if runs.of(*b).len() > at.1 { at.1 } else { 0 };
            Some(runs.at((*b, load)).ended_ms? + ms(high_min))
        });
        ends.min()
    }

    fn is_bound(&self, step: usize) -> bool {
        self.scene.setup.steps[step].manner() == Manner::Bound
    }

    /// What a run is better held for, and until when: the partner that it meets later would let it stand too long,
    /// or has the cook's hands until then.
    pub fn held(&self, at: RunAt) -> Option<(usize, Option<i64>)> {
        let graph = &self.scene.runs.graph;
        let group = graph.group[at.0];
        if group.is_some() && at.1 > 0 {
            return None;
        }
        let (mut last, mut path_ms, mut bound) = (at.0, 0, self.is_bound(at.0));
        path_ms += ms(self.minutes(at.0).mid) * self.scene.runs.of(at.0).len() as i64;
        loop {
            let join = *graph.after[last].first()?;
            let others = graph.before[join].iter().copied().filter(|o| !graph.depends(*o, at.0));
            let partner = others.max_by_key(|o| self.ready_ms[*o]);
            if let Some(partner) = partner.filter(|p| !self.scene.runs.is_over(*p)) {
                if let Some(held) = self.held_for(partner, join, last, path_ms, bound) {
                    return Some(held);
                }
                // They meet when the later one is ready; what they make together may still be too early for another.
                path_ms = path_ms.max(self.ready_ms[partner] - self.scene.now_ms);
            }
            bound |= self.is_bound(join);
            path_ms += ms(self.minutes(join).mid) * self.scene.runs.of(join).len() as i64;
            last = join;
        }
    }

    fn held_for(
        &self,
        partner: usize,
        join: usize,
        last: usize,
        path_ms: i64,
        bound: bool,
    ) -> Option<(usize, Option<i64>)> {
        let now_ms = self.scene.now_ms;
        let ready_ms = self.ready_ms[partner];
        let stands_ms = self.stands_ms(last, join)?;
        let too_early = now_ms + path_ms + stands_ms < ready_ms;
        if too_early {
            return Some((partner, Some(ready_ms - path_ms - LEAD_MS.min(stands_ms))));
        }
        // Both want the hands all the time: the one that may stand goes first.
        let other_stands_ms = self.stands_ms(partner, join).unwrap_or(i64::MAX);
        let in_hand = self
            .scene
            .runs
            .going()
            .any(|r| self.is_bound(r.0) && self.scene.runs.graph.depends(partner, r.0));
        (bound && in_hand && other_stands_ms >= path_ms && ready_ms > now_ms)
            .then_some((partner, Some(ready_ms)))
    }
}
