//! Who is in the kitchen when: the hours of each cook, and how many there are at once.

use crate::day::{DayTaken, HANDS};
use crate::order::calendar::Calendar;
use crate::order::plan::KitchenDays;

/// Tenths of a cook in each pair of hands.
pub(super) const COOK: i32 = 10;

/// Who is there when.
pub(super) struct Present {
    /// Hours without a break of one cook each, those inside another's left out: who begins a step is there until its end.
    pub windows: Vec<(i32, i32)>,
    /// The most cooks at once.
    pub cooks: i32,
    /// Those of them who are not there in between.
    pub away: Vec<DayTaken>,
}

/// Who of these days is there when.
pub(super) fn present(days: &KitchenDays, calendar: &Calendar) -> Present {
    let minute = |date: jiff::civil::Date, at| calendar.minute(date.to_datetime(at));
    let mut windows: Vec<(i32, i32)> = Vec::new();
    let mut there: Vec<(i32, i32)> = Vec::new();
    for cook in &days.cooks {
        let hours = cook.hours.iter().map(|h| (minute(h.date, h.from), minute(h.date, h.to)));
        let mut hers: Vec<(i32, i32)> = hours.filter(|(from, to)| from < to).collect();
        hers.sort_unstable();
        there.extend(&hers);
        windows.extend(hers.iter().fold(Vec::new(), |mut whole: Vec<(i32, i32)>, (from, to)| {
            match whole.last_mut().filter(|last| *from <= last.1) {
                Some(last) => last.1 = last.1.max(*to),
                None => whole.push((*from, *to)),
            }
            whole
        }));
    }
    windows.sort_unstable_by_key(|(from, to)| (*from, -to));
    windows.dedup();
    let within = |w: &(i32, i32)| windows.iter().any(|o| o != w && o.0 <= w.0 && w.1 <= o.1);
    let windows: Vec<(i32, i32)> = windows.iter().filter(|w| !within(w)).copied().collect();
    let mut edges: Vec<i32> = there.iter().flat_map(|(from, to)| [*from, *to]).collect();
    edges.sort_unstable();
    edges.dedup();
    let count = |from: i32| there.iter().filter(|(a, b)| *a <= from && from < *b).count() as i32;
    let cooks = edges.iter().map(|e| count(*e)).max().unwrap_or(0);
    let away = |w: &[i32]| {
        let missing = cooks - count(w[0]);
        let units = COOK * missing;
        (missing > 0 && missing < cooks).then(|| DayTaken { res: HANDS.into(), units, from: w[0], to: w[1] })
    };
    let away = edges.windows(2).filter_map(away).collect();
    Present { windows, cooks, away }
}
