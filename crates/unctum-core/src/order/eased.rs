//! What makes days possible, done: the same days with a change that helps.

use jiff::ToSpan;
use jiff::civil::Time;

use crate::day::{Change, HANDS};
use crate::order::plan::{DayCook, DayWait, KitchenDays};

/// No later than this by the clock, and no earlier than that: a day is not left for another.
const LAST: Time = Time::constant(23, 59, 0, 0);

/// Whoever is asked to help without being named.
const HELPER: &str = "Helper";

/// The days with a change.
#[must_use]
pub fn eased(days: &KitchenDays, change: &Change) -> KitchenDays {
    let mut of = days.clone();
    match change {
        Change::OneMore { res, .. } if res == HANDS => {
            // Whoever helps is there whenever anybody is.
            let mut helper =
                of.cooks.first().cloned().unwrap_or(DayCook { name: String::new(), hours: vec![] });
            helper.name = HELPER.to_owned();
            of.cooks.push(helper);
        }
        Change::OneMore { res, units } => {
            *of.borrowed.entry(res.clone()).or_default() += u32::try_from(*units).unwrap_or(0);
        }
        Change::OpenEarlier { minutes } => {
            for hours in of.cooks.iter_mut().flat_map(|c| &mut c.hours) {
                hours.from = hours.from.saturating_sub(minutes.minutes());
            }
        }
        Change::CloseLater { minutes } => {
            for hours in of.cooks.iter_mut().flat_map(|c| &mut c.hours) {
                hours.to = hours.to.saturating_add(minutes.minutes()).min(LAST);
            }
        }
        Change::WaitLonger { from, to, max } => {
            let max_min = u32::try_from(*max).unwrap_or(0);
            of.waits.push(DayWait { from: from.clone(), to: to.clone(), max_min });
        }
        Change::Without { batch } => of.eased.entry(batch.clone()).or_default().left_out = true,
        Change::DueLater { batch, minutes } => {
            of.eased.entry(batch.clone()).or_default().later_min += u32::try_from(*minutes).unwrap_or(0);
        }
        Change::Staler { batch, minutes } => {
            of.eased.entry(batch.clone()).or_default().staler_min += u32::try_from(*minutes).unwrap_or(0);
        }
    }
    of
}
