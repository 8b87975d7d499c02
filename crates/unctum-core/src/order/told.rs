//! Some days as they are shown: batches with their steps, lanes of hands and things, orders and how sure they are.

use serde::Serialize;

use crate::day::{DayTerms, Starts, StepId, judge, sure};
use crate::order::asked::{Amount, Order};
use crate::order::cold::too_full;
use crate::order::eaters::{heed, not_for};
use crate::order::lanes::{Lane, LaneKind, lanes};
use crate::order::made::{DayMade, piece_count};
use crate::order::question::DayQuestion;
use crate::order::told_batch::{DayBatchTold, batch};
use crate::order::whole::LaidOut;
use crate::order::words::Names;

/// Draws by which it is said how sure a plan is.
pub const DRAWS: u32 = 500;

/// A line of an order with what is made for it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OrderLineTold {
    /// The sweet.
    pub name: String,
    /// How much was asked for.
    pub amount: Amount,
    /// How many pieces are made together with it: asked for by all, spare, to taste, all of them.
    pub pieces: Option<PiecesTold>,
    /// Keys of the batches that are made for it.
    pub batches: Vec<String>,
}

/// Pieces that are made together; they add up.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PiecesTold {
    /// Asked for, in all orders that it is made for.
    pub asked: u32,
    /// Spare.
    pub spare: u32,
    /// To taste.
    pub tasting: u32,
    /// Made.
    pub made: u32,
}

/// An order of the days.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OrderTold {
    /// Its number.
    pub id: i32,
    /// For whom.
    pub who: String,
    /// Fetched, min.
    pub due_min: i32,
    /// All of it ready, min; none before it was planned, or where something of it is not.
    pub ready_min: Option<i32>,
    /// So long after that it is ready, min; 0 where it is in time, or before it was planned.
    pub late_min: i32,
    /// Share of days in which all of it is ready in time, 0–1; none before it was planned.
    pub on_time_frac: Option<f64>,
    /// Boxes, if it goes in boxes.
    pub boxes: Option<u32>,
    /// What in it they must not eat, and what to keep apart for them.
    pub cautions: Vec<String>,
    /// Its lines.
    pub lines: Vec<OrderLineTold>,
}

/// A midnight among the days.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Midnight {
    /// When, min.
    pub minute: i32,
    /// The day that begins, `2026-12-05`.
    pub date: String,
    /// The same in words.
    pub words: String,
    /// How many minutes it has: 1,440 but for the nights on which the clocks change.
    pub minutes: i32,
}

/// Hours in which somebody is in the kitchen.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OpenHours {
    /// From, min.
    pub from_min: i32,
    /// To, min.
    pub to_min: i32,
}

/// Some days, as they are shown.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DaysTold {
    /// Where the clock on her wall goes; empty: that of no place.
    pub zone: String,
    /// The days.
    pub midnights: Vec<Midnight>,
    /// The end of the last one, min.
    pub horizon_min: i32,
    /// When the first begins, ms since 1970.
    pub begins_ms: i64,
    /// This moment, min.
    pub now_min: i32,
    /// Hours in which somebody is in the kitchen, min.
    pub hours: Vec<OpenHours>,
    /// Its batches.
    pub batches: Vec<DayBatchTold>,
    /// Its orders.
    pub orders: Vec<OrderTold>,
    /// Lanes of hands and things.
    pub lanes: Vec<Lane>,
    /// How good the plan is; none before it was planned, or where it no longer holds.
    pub terms: Option<DayTerms>,
    /// Why it does not hold.
    pub breaks: Vec<String>,
    /// What could not be planned, and other things to know.
    pub said: Vec<String>,
    /// The step whose length decides most about lateness, if anything can be late.
    pub decides: Option<String>,
}

/// Tells some days with a plan; empty starts before there is one.
#[must_use]
pub fn tell(q: &DayQuestion<'_>, laid: &LaidOut, starts: &Starts) -> DaysTold {
    let names = Names::of(laid, q.kitchen);
    let judged = judge(&laid.problem, starts);
    let planned = !starts.is_empty();
    let certain = judged
        .is_ok()
        .then(|| sure(&laid.problem, starts, &laid.spreads, q.days.margin_min as i32, (DRAWS, 1)));
    let batches: Vec<DayBatchTold> = laid.made.iter().map(|m| batch(q, laid, m, starts)).collect();
    let (lanes, cooks, nobody) = lanes(q, laid, &batches);
    let cold = lanes.iter().filter(|l| l.kind == LaneKind::Cold).flat_map(|l| &l.bars);
    let full = too_full(q, laid, &cold.map(|b| (b.from_min, b.to_min, b.units)).collect::<Vec<_>>());
    // What goes on already is done by whoever does it.
    let to_come = |id: &&StepId| batches.iter().flat_map(|b| &b.steps).any(|s| s.id == **id && !s.begun);
    let alone = nobody.iter().find(to_come).filter(|_| judged.is_ok()).map(|id| {
        format!(
            "Nobody has the hands for {} alone: let another take it over half way, or move it.",
            names.step(id)
        )
    });
    let mut batches = batches;
    batches.iter_mut().for_each(|b| b.shared_out(&cooks));
    let on_time = |key: &str| certain.as_ref().and_then(|c| c.on_time.get(key)).copied();
    let orders = q.orders.iter().map(|(id, o)| order(q, laid, (*id, o), &batches, &on_time)).collect();
    let dates: Vec<_> = laid.calendar.dates().collect();
    let midnight = |d: &jiff::civil::Date| laid.calendar.minute(d.to_datetime(jiff::civil::Time::midnight()));
    DaysTold {
        zone: q.days.zone.clone(),
        midnights: dates
            .iter()
            .map(|d| Midnight {
                minute: midnight(d),
                date: d.to_string(),
                words: d.strftime("%A %-d %B").to_string(),
                minutes: d.tomorrow().map_or(1440, |next| midnight(&next)) - midnight(d),
            })
            .collect(),
        horizon_min: laid.calendar.horizon(),
        begins_ms: laid.calendar.ms(0),
        now_min: laid.now_min,
        hours: laid.problem.together().iter().map(|w| OpenHours { from_min: w.0, to_min: w.1 }).collect(),
        orders,
        lanes,
        decides: certain.as_ref().and_then(|c| c.decides.as_ref()).map(|id| names.step(id)),
        breaks: match &judged {
            Err(breaks) if planned => breaks.iter().map(|b| names.breaks(b)).collect(),
            _ => Vec::new(),
        },
        terms: judged.ok(),
        said: laid.said.iter().cloned().chain(alone).chain(full).collect(),
        batches,
    }
}

/// What in an order they must not eat, and what to keep apart for them.
fn cautions(q: &DayQuestion<'_>, laid: &LaidOut, (id, order): (i32, &Order)) -> Vec<String> {
    let unfit = not_for(order, |key| q.sweets.get(key), q.book).unwrap_or_default();
    let apart = laid.kept_apart.iter().filter(|k| k.orders.contains(&id)).map(|k| k.words.clone());
    let made = laid.made.iter().filter(|m| m.wanted.iter().any(|w| w.order_id == id));
    let heed = heed(order, &made.collect::<Vec<_>>());
    unfit.into_iter().chain(heed).chain(apart).collect()
}

fn order(
    q: &DayQuestion<'_>,
    laid: &LaidOut,
    (id, order): (i32, &Order),
    batches: &[DayBatchTold],
    on_time: &dyn Fn(&str) -> Option<f64>,
) -> OrderTold {
    let made = || laid.made.iter().filter(|m| m.wanted.iter().any(|w| w.order_id == id));
    let told = |key: &str| batches.iter().find(|b| b.key == key);
    // What was agreed to be fetched later is.
    let later_min =
        made().filter_map(|m| q.days.eased.get(&m.key)).map(|e| e.later_min as i32).max().unwrap_or(0);
    let ready: Option<Vec<i32>> = made().map(|m| told(&m.key).and_then(|b| b.ready_min)).collect();
    let lines = order.lines.iter().map(|line| {
        let of: Vec<&DayMade> = made()
            .filter(|m| {
                m.ask.sweet_key.as_ref() == Some(&line.sweet_key) && m.ask.method_key == line.method_key
            })
            .filter(|m| m.ask.variation == line.variation)
            .collect();
        let pieces = of
            .first()
            .and_then(|m| piece_count(&m.wanted, q.spare_frac(m.ask.sweet_key.as_ref()), q.days.tasting));
        OrderLineTold {
            name: of.first().map_or_else(|| name_of(q, &line.sweet_key), |m| m.made.title.clone()),
            amount: line.amount,
            pieces: pieces.map(|p| PiecesTold {
                asked: p.asked,
                spare: p.spare,
                tasting: p.tasting,
                made: p.made,
            }),
            batches: of.iter().map(|m| m.key.clone()).collect(),
        }
    });
    let due_min = laid.calendar.minute(order.due) + later_min;
    let ready_min = ready.filter(|r| !r.is_empty()).and_then(|r| r.into_iter().max());
    OrderTold {
        id,
        cautions: cautions(q, laid, (id, order)),
        who: order.who.clone(),
        due_min,
        ready_min,
        late_min: ready_min.map_or(0, |ready| (ready - due_min).max(0)),
        on_time_frac: made()
            .map(|m| if told(&m.key).is_some_and(|b| b.over) { Some(1.0) } else { on_time(&m.key) })
            .collect::<Option<Vec<f64>>>()
            .filter(|all| !all.is_empty())
            .and_then(|all| all.into_iter().reduce(f64::min)),
        boxes: order.boxes(),
        lines: lines.collect(),
    }
}

fn name_of(q: &DayQuestion<'_>, key: &str) -> String {
    q.sweets.get(key).map_or_else(|| key.to_owned(), |s| s.name.clone())
}
