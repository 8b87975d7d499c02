//! When to begin one sweet so that it is ready by a moment: planned as an order of it alone would be, in the hours in which a
//! kitchen usually has hands.

use std::collections::BTreeMap;

use jiff::civil::DateTime;
use serde::{Deserialize, Serialize};

use crate::day::Planner;
use crate::error::Result;
use crate::kitchen::KitchenDocument;
use crate::order::asked::{Order, OrderLine};
use crate::order::calendar::wall_clock;
use crate::order::fresh::days_before;
use crate::order::plan::DayChoice;
use crate::order::question::DayQuestion;
use crate::order::told::tell;
use crate::order::told_batch::DayStepTold;
use crate::order::whole::lay_out;
use crate::order::words::Names;
use crate::process::{Book, Sweet};

/// A sweet, and when it is to be ready.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct ReadyByAsk {
    /// The sweet, as an order asks for it.
    pub line: OrderLine,
    /// In which pan and on which ring; the kitchen's first if left out.
    #[serde(default)]
    pub choice: Option<DayChoice>,
    /// Ready by, by the kitchen's clock: `2026-12-05T17:00:00`.
    #[cfg_attr(feature = "schema", schema(value_type = String))]
    pub due: DateTime,
    /// Where that clock goes: `Asia/Kathmandu`.
    #[serde(default)]
    pub zone: String,
}

/// A stretch of time, ms since 1970.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Stretch {
    /// From.
    pub from_ms: i64,
    /// To.
    pub to_ms: i64,
}

/// When to begin, and when hands are wanted.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ReadyBy {
    /// The first step begins, ms since 1970; none where it cannot be done.
    pub begins_ms: Option<i64>,
    /// All of it is ready, ms since 1970.
    pub ready_ms: Option<i64>,
    /// So much after it was to be ready, min.
    pub late_min: i32,
    /// When hands are wanted; what follows at once is one stretch.
    pub hands: Vec<Stretch>,
    /// Of a hundred such days, on how many it is ready in time, as a share, 0–1.
    pub on_time_frac: Option<f64>,
    /// Whether it goes on from step to step as fast as it can: then its times count on from the beginning.
    pub in_one_go: bool,
    /// How many batches it takes.
    pub batches: u32,
    /// Why it cannot be done, and other things to know, a sentence each.
    pub because: Vec<String>,
}

/// So many days ahead it may begin.
const MOST_DAYS_BEFORE: i64 = 4;
/// It is begun earlier by one of these, min, the least with which it is in time on so many days, as a share.
const MARGINS_MIN: [u32; 5] = [0, 10, 20, 40, 80];
const SURE_FRAC: f64 = 0.8;
/// With so much work a plan is bettered, s of computing.
const BETTERED_S: f64 = 0.05;
/// Hands that are wanted again within so long were never gone, min.
const AT_ONCE_MIN: i32 = 3;
/// The sweets of this question are one order's.
const ORDER: i32 = 1;

/// When to begin a sweet so that it is ready by a moment. Hands are wanted by day alone; where it cannot be ready in time it
/// is as little late as may be; where it can, it is begun early enough to be in time also if it goes slowly.
///
/// # Errors
/// What no order may ask for either; a moment that is past or too far ahead.
///
/// Cost: some small plans, 50–300 ms.
pub fn ready_by(
    ask: &ReadyByAsk,
    (sweet, kitchen, book): (&Sweet, &KitchenDocument, &Book<'_>),
    now_ms: i64,
) -> Result<ReadyBy> {
    ask.line.check_with(sweet)?;
    let order = Order {
        who: "your guests".into(),
        due: ask.due,
        eaten_on: None,
        lines: vec![ask.line.clone()],
        price: None,
        avoids: Vec::new(),
        note: String::new(),
    };
    order.check()?;
    order.check_due(wall_clock(&ask.zone, now_ms)?)?;
    let orders = [(ORDER, order)];
    let sweets = BTreeMap::from([(sweet.key.clone(), sweet.clone())]);
    let with = |before: i64, margin_min: u32| {
        let mut days = days_before(&orders, &ask.zone, now_ms, before)?;
        (days.margin_min, days.spare_frac, days.tasting) = (margin_min, 0.0, false);
        if let Some(choice) = ask.choice {
            days.choices.insert(format!("{}.1", sweet.key), choice);
        }
        planned(&DayQuestion {
            days: &days,
            orders: &orders,
            sweets: &sweets,
            kitchen,
            book,
            now_ms,
            begun: &[],
        })
    };
    let mut best = with(0, MARGINS_MIN[0])?;
    let mut before = 0;
    while !best.in_time() && before < MOST_DAYS_BEFORE {
        before += 1;
        let found = with(before, MARGINS_MIN[0])?;
        if found.begins_ms.is_some() && (best.begins_ms.is_none() || found.late_min < best.late_min) {
            best = found;
        }
    }
    // Where the day itself is too short for that, from the day before.
    let earlier =
        [before, before + 1].into_iter().flat_map(|b| MARGINS_MIN[1..].iter().map(move |m| (b, *m)));
    for (before, margin_min) in earlier {
        if !best.in_time() || best.on_time_frac.is_none_or(|f| f >= SURE_FRAC) {
            break;
        }
        let found = with(before, margin_min)?;
        if found.in_time() && found.on_time_frac > best.on_time_frac {
            best = found;
        }
    }
    Ok(best)
}

impl ReadyBy {
    fn in_time(&self) -> bool {
        self.begins_ms.is_some() && self.late_min == 0
    }
}

fn planned(q: &DayQuestion<'_>) -> Result<ReadyBy> {
    let none = |because: Vec<String>| ReadyBy {
        begins_ms: None,
        ready_ms: None,
        late_min: 0,
        hands: Vec::new(),
        on_time_frac: None,
        in_one_go: false,
        batches: 0,
        because,
    };
    if q.days.cooks.iter().all(|c| c.hours.is_empty()) {
        return Ok(none(vec!["Today's hours are over: take a later moment.".into()]));
    }
    let laid = lay_out(q)?;
    if laid.problem.batches.is_empty() {
        return Ok(none(laid.said));
    }
    let mut planner = match Planner::new(&laid.problem, 1) {
        Ok(planner) => planner,
        Err(why) => return Ok(none(vec![Names::of(&laid, q.kitchen).no_plan(&why)])),
    };
    planner.improve_by(BETTERED_S, || true);
    let told = tell(q, &laid, &planner.starts());
    let steps: Vec<&DayStepTold> = told.batches.iter().flat_map(|b| &b.steps).collect();
    let (from, to) = (steps.iter().map(|s| s.from_min).min(), steps.iter().map(|s| s.to_min).max());
    let due_min = told.orders.first().map_or(0, |o| o.due_min);
    let ms = |minute: i32| laid.calendar.ms(minute);
    let fastest: f64 = laid.made.first().map_or(0.0, |m| m.formula.times.total_min.mid);
    let lasts = f64::from(to.unwrap_or(0) - from.unwrap_or(0));
    Ok(ReadyBy {
        begins_ms: from.map(ms),
        ready_ms: to.map(ms),
        late_min: to.map_or(0, |to| (to - due_min).max(0)),
        hands: stretches(&steps).into_iter().map(|(a, b)| Stretch { from_ms: ms(a), to_ms: ms(b) }).collect(),
        on_time_frac: told.orders.first().and_then(|o| o.on_time_frac),
        in_one_go: told.batches.len() == 1 && (lasts - fastest).abs() <= SAME_FRAC * fastest + SAME_MIN,
        batches: told.batches.len() as u32,
        because: laid.said,
    })
}

/// Planned minutes are whole: so much longer than it takes is still in one go, min and as a share.
const SAME_MIN: f64 = 4.0;
const SAME_FRAC: f64 = 0.02;

/// When hands are wanted, min.
fn stretches(steps: &[&DayStepTold]) -> Vec<(i32, i32)> {
    let mut wanted: Vec<(i32, i32)> =
        steps.iter().filter(|s| s.cook.is_some()).map(|s| (s.from_min, s.to_min)).collect();
    wanted.sort_unstable();
    let mut merged: Vec<(i32, i32)> = Vec::new();
    for (from, to) in wanted {
        match merged.last_mut().filter(|last| from - last.1 <= AT_ONCE_MIN) {
            Some(last) => last.1 = last.1.max(to),
            None => merged.push((from, to)),
        }
    }
    merged
}
