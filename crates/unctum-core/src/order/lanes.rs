//! Lanes of some days: who does what when, what stands on which ring, in which pan, on which tray, in the cold.

use std::collections::BTreeMap;

use serde::Serialize;

use crate::day::{ResourceId, StepId};
use crate::order::graph::{COLD, cold_litres, hands};
use crate::order::plan::DayHours;
use crate::order::present::COOK;
use crate::order::question::DayQuestion;
use crate::order::told_batch::{DayBatchTold, DayStepTold};
use crate::order::vessels::{tray_names, trays};
use crate::order::whole::LaidOut;

/// What a lane is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum LaneKind {
    /// A cook.
    Hands,
    /// A ring.
    Ring,
    /// A pan.
    Vessel,
    /// A tray.
    Tray,
    /// The refrigerator.
    Cold,
}

/// Something in a lane.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LaneBar {
    /// The step, if it is one; what is only held is none.
    pub step: Option<StepId>,
    /// Place of its batch among the days' batches.
    pub batch: usize,
    /// From, min.
    pub from_min: i32,
    /// To, min.
    pub to_min: i32,
    /// How many tenths of the cook, or litres.
    pub units: i32,
    /// Whether it takes most of the cook: beside it there is a look at something else at most.
    pub full: bool,
}

/// Of ten tenths, what takes more than this takes most of a cook.
const FULL_ABOVE: i32 = 5;

/// A lane.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Lane {
    /// What it is.
    pub kind: LaneKind,
    /// What it is called.
    pub name: String,
    /// What it holds.
    pub bars: Vec<LaneBar>,
}

/// Who does which step, by its name.
pub(super) type Cooks = BTreeMap<StepId, String>;

/// The lanes of a plan, and who does which step.
pub(super) fn lanes(q: &DayQuestion<'_>, laid: &LaidOut, batches: &[DayBatchTold]) -> (Vec<Lane>, Cooks) {
    let (mut lanes, cooks) = of_hands(q, laid, batches);
    for ring in &q.kitchen.rings {
        let Some(id) = ring.id else { continue };
        lanes.push(Lane {
            kind: LaneKind::Ring,
            name: ring.ring.name.clone(),
            bars: uses(laid, batches, &ResourceId::ring(id)),
        });
    }
    for pan in &q.kitchen.pans {
        let Some(id) = pan.id else { continue };
        let bars = holds(laid, batches, &ResourceId::pan(id));
        lanes.push(Lane { kind: LaneKind::Vessel, name: pan.pan.name.clone(), bars });
    }
    lanes.extend(of_trays(q, laid, batches));
    let mut cold = uses(laid, batches, &COLD.into());
    cold.extend(kept_cold(laid, batches));
    if !cold.is_empty() {
        lanes.push(Lane { kind: LaneKind::Cold, name: "Refrigerator".into(), bars: cold });
    }
    (lanes, cooks)
}

/// Gives each step with hands to a cook who is there and has them free, whoever is at the same batch around then first.
fn of_hands(q: &DayQuestion<'_>, laid: &LaidOut, batches: &[DayBatchTold]) -> (Vec<Lane>, Cooks) {
    let there: Vec<Vec<(i32, i32)>> = q
        .days
        .cooks
        .iter()
        .map(|c| {
            let minute = |d: jiff::civil::DateTime| laid.calendar.minute(d);
            let of = |h: &DayHours| (minute(h.date.to_datetime(h.from)), minute(h.date.to_datetime(h.to)));
            c.hours.iter().map(of).collect()
        })
        .collect();
    let mut bars: Vec<Vec<LaneBar>> = vec![Vec::new(); q.days.cooks.len()];
    let mut todo: Vec<(usize, &DayStepTold)> =
        batches.iter().enumerate().flat_map(|(b, batch)| batch.steps.iter().map(move |s| (b, s))).collect();
    todo.retain(|(_, s)| hands(s.manner) > 0 && s.to_min > s.from_min);
    // Who stands at a pan is settled first: a look now and then finds its place beside that.
    todo.sort_by_key(|(_, s)| (std::cmp::Reverse(hands(s.manner)), s.from_min));
    let mut cooks = Cooks::new();
    for (b, step) in todo {
        let units = hands(step.manner);
        let over = |c: usize| {
            let of: &Vec<LaneBar> = &bars[c];
            of.iter().filter(|o| o.from_min < step.to_min && step.from_min < o.to_min).collect::<Vec<_>>()
        };
        // The most that she has at once while the step runs: it begins with the step, or with something in it.
        let load = |c: usize| {
            let held = over(c);
            let at = |m: i32| {
                held.iter().filter(|o| o.from_min <= m && m < o.to_min).map(|o| o.units).sum::<i32>()
            };
            let begins = held.iter().map(|o| o.from_min.max(step.from_min)).chain([step.from_min]);
            begins.map(at).max().unwrap_or(0)
        };
        let present =
            |c: usize| there[c].iter().any(|(from, to)| *from <= step.from_min && step.to_min <= *to);
        let same = |c: usize| {
            let near = bars[c].iter().filter(|o| o.batch == b);
            near.map(|o| (o.to_min - step.from_min).abs().min((o.from_min - step.to_min).abs())).min()
        };
        let rank = |c: &usize| {
            let c = *c;
            (!present(c), load(c) + units > COOK, same(c).unwrap_or(i32::MAX), load(c), c)
        };
        let Some(c) = (0..bars.len()).min_by_key(rank) else { continue };
        cooks.insert(step.id.clone(), q.days.cooks[c].name.clone());
        bars[c].push(LaneBar {
            step: Some(step.id.clone()),
            batch: b,
            from_min: step.from_min,
            to_min: step.to_min,
            units,
            full: units > FULL_ABOVE,
        });
    }
    bars.iter_mut().for_each(|of| of.sort_by_key(|b| (b.from_min, b.to_min)));
    let named = q.days.cooks.iter().zip(bars);
    let lanes = named.map(|(c, bars)| Lane { kind: LaneKind::Hands, name: c.name.clone(), bars });
    (lanes.collect(), cooks)
}

fn step_of<'a>(batches: &'a [DayBatchTold], id: &StepId) -> Option<(usize, &'a DayStepTold)> {
    let found = batches.iter().enumerate();
    found.flat_map(|(b, batch)| batch.steps.iter().map(move |s| (b, s))).find(|(_, s)| s.id == *id)
}

/// Steps that use a thing while they run.
fn uses(laid: &LaidOut, batches: &[DayBatchTold], res: &ResourceId) -> Vec<LaneBar> {
    let steps = laid.problem.batches.iter().flat_map(|b| &b.steps);
    let bar = |s: &crate::day::DayStep| {
        let units = *s.uses.get(res)?;
        let (batch, told) = step_of(batches, &s.id)?;
        Some(LaneBar {
            step: Some(s.id.clone()),
            batch,
            from_min: told.from_min,
            to_min: told.to_min,
            units,
            full: units > FULL_ABOVE,
        })
    };
    steps.filter_map(bar).collect()
}

/// What is held of a thing, from the start of one step to the end of another.
fn holds(laid: &LaidOut, batches: &[DayBatchTold], res: &ResourceId) -> Vec<LaneBar> {
    let mut bars = Vec::new();
    for hold in laid.problem.batches.iter().flat_map(|b| &b.holds).filter(|h| h.res == *res) {
        let from = step_of(batches, &hold.from).map(|(b, s)| (b, s.from_min));
        // A mark stands where the step begins that it marks.
        let until = match hold.to.marked() {
            Some(of) => step_of(batches, &of).map(|(b, s)| (b, s.from_min)),
            None => step_of(batches, &hold.to).map(|(b, s)| (b, s.to_min)),
        };
        let Some((batch, to_min)) = until else { continue };
        let from_min = from.map_or(laid.now_min.max(0), |(_, at)| at);
        bars.push(LaneBar {
            step: None,
            batch,
            from_min,
            to_min,
            units: hold.units,
            full: hold.units > FULL_ABOVE,
        });
    }
    bars
}

/// What is made for other batches and waits for them in the cold.
fn kept_cold<'a>(laid: &'a LaidOut, batches: &'a [DayBatchTold]) -> impl Iterator<Item = LaneBar> + 'a {
    let kept =
        batches.iter().enumerate().filter_map(|(b, of)| Some((b, of.kept.as_ref().filter(|k| k.cold)?)));
    kept.map(|(batch, kept)| {
        let units = laid.made.get(batch).map_or(1, cold_litres);
        let full = units > FULL_ABOVE;
        LaneBar { step: None, batch, from_min: kept.from_min, to_min: kept.to_min, units, full }
    })
}

/// Trays one by one: of those of one size each batch is given the first that is free.
fn of_trays(q: &DayQuestion<'_>, laid: &LaidOut, batches: &[DayBatchTold]) -> Vec<Lane> {
    let mut lanes = Vec::new();
    for (res, there) in trays(q) {
        let mut held: Vec<LaneBar> = holds(laid, batches, &res)
            .into_iter()
            .flat_map(|b| {
                std::iter::repeat_n(LaneBar { units: 1, full: false, ..b.clone() }, b.units.max(0) as usize)
            })
            .collect();
        held.sort_by_key(|b| b.from_min);
        let mut lie: Vec<Vec<LaneBar>> = Vec::new();
        for bar in held {
            let free = lie.iter_mut().find(|t| t.last().is_none_or(|l| l.to_min <= bar.from_min));
            match free {
                Some(tray) => tray.push(bar),
                None => lie.push(vec![bar]),
            }
        }
        let names = tray_names(q, &res);
        let name = |n: usize| match names.get(n) {
            Some(name) => name.clone(),
            None if there > 1 || names.is_empty() => format!("Tray {}", n + 1),
            None => format!("One more like {}", names[0]),
        };
        lanes.extend(lie.into_iter().enumerate().map(|(n, bars)| Lane {
            kind: LaneKind::Tray,
            name: name(n),
            bars,
        }));
    }
    lanes
}
