//! Lanes of some days: who does what when, what stands on which ring, in which pan, on which tray, in the cold.

use std::collections::BTreeMap;

use serde::Serialize;

use crate::day::{ResourceId, StepId};
use crate::order::graph::{COLD, cold_litres, hands};
use crate::order::plan::DayHours;
use crate::order::question::DayQuestion;
use crate::order::shifts::{Shared, Work, share_out};
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

impl LaneBar {
    /// Something that is held of a batch, and is no step.
    pub(super) fn held(batch: usize, (from_min, to_min): (i32, i32), units: i32) -> Self {
        Self { step: None, batch, from_min, to_min, units, full: units > FULL_ABOVE }
    }
}

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

/// The lanes of a plan, who does which step, and which steps nobody alone can do.
pub(super) fn lanes(
    q: &DayQuestion<'_>,
    laid: &LaidOut,
    batches: &[DayBatchTold],
) -> (Vec<Lane>, Cooks, Vec<StepId>) {
    let (mut lanes, cooks, nobody) = of_hands(q, laid, batches);
    for ring in &q.kitchen.rings {
        let Some(id) = ring.id else { continue };
        let res = ResourceId::ring(id);
        let bars = uses(laid, batches, &res).into_iter().chain(holds(laid, batches, &res)).collect();
        lanes.push(Lane { kind: LaneKind::Ring, name: ring.ring.name.clone(), bars });
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
    (lanes, cooks, nobody)
}

/// The lanes of the cooks, who does which step, and what nobody alone can do.
fn of_hands(
    q: &DayQuestion<'_>,
    laid: &LaidOut,
    batches: &[DayBatchTold],
) -> (Vec<Lane>, Cooks, Vec<StepId>) {
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
    let steps: Vec<&DayStepTold> = batches
        .iter()
        .flat_map(|b| &b.steps)
        .filter(|s| hands(s.manner) > 0 && s.to_min > s.from_min)
        .collect();
    let bar = |s: &&DayStepTold| {
        let batch = step_of(batches, &s.id).map_or(0, |(b, _)| b);
        let step = Some(s.id.clone());
        LaneBar { step, ..LaneBar::held(batch, (s.from_min, s.to_min), hands(s.manner)) }
    };
    let all: Vec<LaneBar> = steps.iter().map(bar).collect();
    let work: Vec<Work> =
        all.iter().map(|b| Work { batch: b.batch, from: b.from_min, to: b.to_min, units: b.units }).collect();
    let Shared { by, nobody } = share_out(&work, &there);
    let mut cooks = Cooks::new();
    let mut bars: Vec<Vec<LaneBar>> = vec![Vec::new(); q.days.cooks.len()];
    for ((step, bar), by) in steps.iter().zip(all).zip(by) {
        if let (Some(cook), Some(hers)) = (q.days.cooks.get(by), bars.get_mut(by)) {
            cooks.insert(step.id.clone(), cook.name.clone());
            hers.push(bar);
        }
    }
    bars.iter_mut().for_each(|of| of.sort_by_key(|b| (b.from_min, b.to_min)));
    let named = q.days.cooks.iter().zip(bars);
    let lanes = named.map(|(c, bars)| Lane { kind: LaneKind::Hands, name: c.name.clone(), bars });
    let nobody = nobody.into_iter().filter_map(|w| Some(steps.get(w)?.id.clone()));
    (lanes.collect(), cooks, nobody.collect())
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
        bars.push(LaneBar::held(batch, (from_min, to_min), hold.units));
    }
    bars
}

/// What is made and waits in the cold.
fn kept_cold<'a>(laid: &'a LaidOut, batches: &'a [DayBatchTold]) -> impl Iterator<Item = LaneBar> + 'a {
    let kept =
        batches.iter().enumerate().filter_map(|(b, of)| Some((b, of.kept.as_ref().filter(|k| k.cold)?)));
    kept.map(|(batch, kept)| {
        let units = laid.made.get(batch).map_or(1, cold_litres);
        LaneBar::held(batch, (kept.from_min, kept.to_min), units)
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
