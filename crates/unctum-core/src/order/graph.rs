//! From a batch's own steps, courses and windows to the day's: what takes how long, what it uses, what follows when, what
//! is held meanwhile. The sweet's graph is the only source; nothing is ruled here a second time.

use std::collections::BTreeMap;

use crate::day::{DayBatch, DayHold, DayLag, DayStep, HANDS, ResourceId, StepId};
use crate::formula::set_act;
use crate::kitchen::KitchenDocument;
use crate::numeric::Spread;
use crate::order::made::DayMade;
use crate::order::question::DayQuestion;
use crate::process::{Manner, Step, StepKind, Vessel};

/// Hands of a step, in tenths of a cook: who stands at one pan has an eye for one more.
#[must_use]
pub fn hands(manner: Manner) -> i32 {
    match manner {
        Manner::Bound | Manner::Work => 8,
        Manner::Watch => 2,
        Manner::Wait => 0,
    }
}

/// Names of the kitchen's things among the day's.
pub(super) const TRAY: &str = "tray";
pub(super) const COLD: &str = "cold";
pub(super) const GRINDER: &str = "grinder";
pub(super) const CLOTH: &str = "cloth";

/// What something takes in the refrigerator beside its own volume, as a factor.
const COLD_AROUND: f64 = 1.6;

/// Minutes of a step as they are planned: whole ones, and never none where hands are wanted.
#[must_use]
pub fn planned_min(minutes: Spread, manner: Manner) -> i32 {
    (minutes.mid.ceil() as i32).max(i32::from(manner != Manner::Wait))
}

/// A batch as the day sees it.
pub(super) fn graph(made: &DayMade, q: &DayQuestion<'_>) -> DayBatch {
    let (kitchen, room_c) = (q.kitchen, q.book.air.room_c);
    let of = Graph { made, room_c, steps: working(made), kitchen, wash_min: q.wash_min() as i32 };
    let mut batch = DayBatch {
        id: made.key.clone(),
        name: made.title.clone(),
        release: 0,
        due: made.due_min.max(0),
        fresh: (made.due_min - made.no_earlier_min).max(0),
        steps: of.steps.iter().map(|(step, minutes)| of.step(step, *minutes)).collect(),
        lags: of.lags(),
        holds: Vec::new(),
    };
    of.hold_pans(&mut batch);
    of.heat_beside(&mut batch);
    made.trays.iter().for_each(|(res, units)| of.hold_chains(&mut batch, Vessel::Tray, res, *units));
    of.hold_chains(&mut batch, Vessel::Cloth, &CLOTH.into(), 1);
    batch
}

/// Its steps in working order with their minutes.
pub(super) fn working(made: &DayMade) -> Vec<(&Step, Spread)> {
    let steps = &made.made.method().steps;
    let figures = made.formula.steps.iter();
    figures.filter_map(|f| Some((steps.iter().find(|s| s.key == f.step)?, f.time.minutes))).collect()
}

/// Warmer than the room by this, a mass is warm, K; so long it can be left so where nothing else is told, and a wait's
/// end is never tighter than that, min.
const WARM_K: f64 = 10.0;
const WARM_STANDS_MIN: f64 = 3.0;
const LEAST_MIN: f64 = 5.0;

/// Room that a batch takes in the refrigerator, whole litres.
pub(super) fn cold_litres(made: &DayMade) -> i32 {
    (COLD_AROUND * made.formula.pieces.volume_ml / 1000.0).ceil().max(1.0) as i32
}

pub(super) struct Graph<'a> {
    pub(super) made: &'a DayMade,
    room_c: f64,
    pub(super) steps: Vec<(&'a Step, Spread)>,
    pub(super) kitchen: &'a KitchenDocument,
    /// So long after it is empty a pan is clean, min.
    pub(super) wash_min: i32,
}

impl<'a> Graph<'a> {
    pub(super) fn id(&self, step: &str) -> StepId {
        StepId::of(&self.made.key, step)
    }

    pub(super) fn pan_of(&self, step: &Step) -> Option<i32> {
        let tools = crate::course::Tools::of(&self.made.made.picked);
        let pan = tools.pan_of(step)?;
        self.kitchen.pans.iter().find(|p| p.pan == *pan)?.id
    }

    fn step(&self, step: &Step, minutes: Spread) -> DayStep {
        let manner = step.manner();
        let mut uses = BTreeMap::new();
        if hands(manner) > 0 {
            uses.insert(HANDS.into(), hands(manner));
        }
        if step.on_flame() {
            uses.insert(ResourceId::ring(self.made.choice.ring_id), 1);
        }
        if step.vessel == Vessel::Grinder {
            uses.insert(GRINDER.into(), 1);
        }
        if step.vessel == Vessel::Refrigerator {
            uses.insert(COLD.into(), cold_litres(self.made));
        }
        DayStep { id: self.id(&step.key), dur: planned_min(minutes, manner), uses }
    }

    pub(super) fn minutes(&self, key: &str) -> Option<(&'a Step, Spread)> {
        self.steps.iter().find(|(s, _)| s.key == key).copied()
    }

    fn lags(&self) -> Vec<DayLag> {
        let mut lags: Vec<DayLag> = Vec::new();
        for (step, _) in &self.steps {
            for key in step.before() {
                let Some((from, minutes)) = self.minutes(key) else { continue };
                let window = from.windows.iter().find(|w| w.to == step.key);
                let min = window.map_or(0, |w| w.low_min.ceil() as i32);
                let max = self.longest(from, minutes, step).map(|max| (max.floor() as i32).max(min));
                lags.push(DayLag { from: self.id(key), to: self.id(&step.key), min, max });
            }
        }
        lags.extend(self.windows_through());
        lags.extend(self.while_it_sets());
        lags
    }

    /// Windows to a step that is not the next: they hold through whatever is done in between.
    fn windows_through(&self) -> Vec<DayLag> {
        let told = self.steps.iter().flat_map(|(from, _)| from.windows.iter().map(move |w| (from, w)));
        let through = told.filter_map(|(from, window)| {
            let (to, _) = self.minutes(&window.to)?;
            let next = to.before().any(|key| key == from.key);
            let (min, max) = (window.low_min.ceil() as i32, window.high_min.floor() as i32);
            let lag = DayLag { from: self.id(&from.key), to: self.id(&to.key), min, max: Some(max.max(min)) };
            (!next).then_some(lag)
        });
        through.collect()
    }

    /// How long it may be from the end of a step to the beginning of one after it, min; none where it does not matter.
    pub(super) fn longest(&self, from: &Step, minutes: Spread, to: &Step) -> Option<f64> {
        if let Some(window) = from.windows.iter().find(|w| w.to == to.key) {
            return Some(window.high_min);
        }
        if !to.takes.iter().any(|t| t.step == from.key) {
            return None;
        }
        // What is made in between takes its own time: so long it stands whatever one does.
        let between = self.between(&from.key, &to.key).unwrap_or(0);
        self.stands(from, minutes, to).map(|m| m + f64::from(between))
    }

    /// How long what a step gives may stand before the next takes it, min. What waits by itself begins to wait at once; what
    /// is warm does not stay so; what is over is over.
    fn stands(&self, from: &Step, minutes: Spread, to: &Step) -> Option<f64> {
        if to.warms_again() {
            return from.stands_most_min;
        }
        let place = |key: &str| self.steps.iter().position(|(s, _)| s.key == key);
        let last = to.takes.iter().max_by_key(|t| place(&t.step)).is_some_and(|t| t.step == from.key);
        if to.manner() == Manner::Wait && last {
            return Some(0.0);
        }
        let left_c = self.made.formula.steps.iter().find(|f| f.step == from.key).map(|f| f.ends_c);
        let warm = left_c.is_some_and(|c| c > self.room_c + WARM_K);
        let over = matches!(from.kind, StepKind::Soak | StepKind::Steep | StepKind::Ferment);
        let until_most = (minutes.high - minutes.mid).max(LEAST_MIN);
        from.stands_min().or_else(|| match from.manner() {
            Manner::Wait if warm || over => Some(until_most),
            Manner::Wait => None,
            _ if warm => Some(WARM_STANDS_MIN),
            _ => None,
        })
    }

    /// The longest way of steps between two, min; none where one does not follow the other.
    pub(super) fn between(&self, from: &str, to: &str) -> Option<i32> {
        let (step, _) = self.minutes(to)?;
        let ways = step.before().filter_map(|key| {
            if key == from {
                return Some(0);
            }
            let (via, minutes) = self.minutes(key)?;
            Some(self.between(from, key)? + planned_min(minutes, via.manner()))
        });
        ways.max()
    }

    /// What is done to a mass while it sets closes so long after the pour.
    fn while_it_sets(&self) -> Vec<DayLag> {
        let Some(cooling) = &self.made.formula.finish.cooling else { return Vec::new() };
        let lies = |s: &Step| matches!(s.kind, StepKind::Pour | StepKind::Press | StepKind::Roll);
        let Some(poured) = self.steps.iter().rposition(|(s, _)| lies(s)) else { return Vec::new() };
        let closes = |(step, _): &(&Step, Spread)| {
            let window = cooling.window(set_act(step)?)?;
            let opens = window.opens_min.map_or(0.0, |o| o.high);
            let closes = window.closes_min.map(|c| c.mid).filter(|c| *c > opens)?;
            Some(DayLag {
                from: self.id(&self.steps[poured].0.key),
                to: self.id(&step.key),
                min: 0,
                max: Some(closes as i32),
            })
        };
        self.steps[poured + 1..].iter().filter_map(closes).collect()
    }

    /// Steps in a vessel that take over from one another hold it from the first to the last.
    fn hold_chains(&self, batch: &mut DayBatch, vessel: Vessel, res: &ResourceId, units: i32) {
        let in_it: Vec<&Step> = self.steps.iter().map(|(s, _)| *s).filter(|s| s.vessel == vessel).collect();
        if let (Some(first), Some(last)) = (in_it.first(), in_it.last()) {
            let last = if vessel == Vessel::Tray { self.taken_out(last) } else { *last };
            let (from, to) = (self.id(&first.key), self.id(&last.key));
            let ordered = first.key == last.key || self.between(&first.key, &last.key).is_some();
            let to = if ordered { to } else { from.clone() };
            batch.holds.push(DayHold { res: res.clone(), units, from, to, after_min: 0 });
        }
    }

    /// The step by whose end the last piece is out of the tray, in the refrigerator or out of it.
    fn taken_out(&self, laid: &'a Step) -> &'a Step {
        let mut at = laid;
        let taker =
            |of: &Step| self.steps.iter().map(|(s, _)| *s).find(|s| s.takes.iter().any(|t| t.step == of.key));
        while let Some(next) = taker(at) {
            at = next;
            if !matches!(at.vessel, Vessel::Tray | Vessel::Refrigerator) {
                break;
            }
        }
        at
    }
}
