//! Days for some orders, as one would plan them at first.

use jiff::civil::{Date, Time};
use jiff::{ToSpan, Unit};

use crate::error::{CoreError, Result};
use crate::order::asked::Order;
use crate::order::calendar::wall_clock;
use crate::order::plan;
use crate::order::plan::{DayCook, DayHours, KitchenDays};

/// The kitchen's hours where nobody has said any.
const FROM: Time = Time::constant(8, 0, 0, 0);
const TO: Time = Time::constant(20, 0, 0, 0);
/// So much before the first order is fetched the days begin; they end with the last.
const DAYS_BEFORE: i64 = 1;

/// The day before the first order is fetched to the day of the last, not before today; one cook from eight to eight, today
/// from the next full hour.
///
/// # Errors
/// [`CoreError::Missing`] without an order; orders that lie further apart than days are planned at once.
pub fn fresh_days(orders: &[(i32, Order)], zone: &str, now_ms: i64) -> Result<KitchenDays> {
    days_before(orders, zone, now_ms, DAYS_BEFORE)
}

/// The same from so many days before the first order is fetched.
pub(super) fn days_before(
    orders: &[(i32, Order)],
    zone: &str,
    now_ms: i64,
    before: i64,
) -> Result<KitchenDays> {
    let now = wall_clock(zone, now_ms)?;
    let dues = || orders.iter().map(|(_, o)| o.due.date());
    let (Some(first_due), Some(last)) = (dues().min(), dues().max()) else {
        return Err(CoreError::Missing("Nothing is asked for yet: write an order down first.".into()));
    };
    let odd = |e: jiff::Error| CoreError::Unreadable(e.to_string());
    let first = first_due.checked_sub(before.days()).map_err(odd)?.max(now.date());
    let days = first.until((Unit::Day, last)).map_err(odd)?.get_days() + 1;
    if !(1..=plan::MOST_DAYS as i32).contains(&days) {
        return Err(CoreError::TooMany(format!(
            "From {} to {} is more than {} days: plan these orders in two goes.",
            first.strftime("%-d %B"),
            last.strftime("%-d %B"),
            plan::MOST_DAYS
        )));
    }
    let dates = (0..i64::from(days)).filter_map(|n| first.checked_add(n.days()).ok());
    let hours = dates.filter_map(|date| {
        let today = date == now.date();
        let from = if today { next_hour(now.time()).max(FROM) } else { FROM };
        (from < TO).then_some(DayHours { date, from, to: TO })
    });
    let title = |d: Date| d.strftime("%A %-d %B").to_string();
    let cook = DayCook { name: "Cook".to_owned(), hours: hours.collect() };
    let orders = orders.iter().map(|(id, _)| *id).collect();
    Ok(KitchenDays::usual(&format!("For {}", title(last)), zone, (first, days as u32), vec![cook], orders))
}

fn next_hour(now: Time) -> Time {
    Time::new(now.hour().saturating_add(1).min(23), 0, 0, 0).unwrap_or(now)
}

/// The days with some orders more, if they cover them.
#[must_use]
pub fn covering(days: &KitchenDays, orders: &[(i32, Order)]) -> Option<KitchenDays> {
    let dates: Vec<Date> = days.calendar().ok()?.dates().collect();
    let inside = orders.iter().all(|(_, o)| dates.contains(&o.due.date()));
    inside.then(|| {
        let mut of = days.clone();
        let more = orders.iter().map(|(id, _)| *id).filter(|id| !days.orders.contains(id));
        of.orders.extend(more);
        of
    })
}
