//! When to begin a sweet so that it is ready by a moment: in time, and with hands wanted by day alone.

use jiff::civil::{DateTime, date};
use jiff::tz::TimeZone;
use unctum_core::CoreError;
use unctum_core::formula::Size;
use unctum_core::kitchen::KitchenDocument;
use unctum_core::order::{Amount, OrderLine, ReadyBy, ReadyByAsk, ready_by};
use unctum_core::process::{Method, Shape, Sweet};

use crate::common::shelf::{book, shelf, worked};
use crate::common::weekend::{kitchen, line};

const ZONE: &str = "Asia/Kathmandu";

fn zone() -> TimeZone {
    TimeZone::get(ZONE).expect("a zone")
}

fn ms(at: DateTime) -> i64 {
    zone().to_timestamp(at).expect("a moment").as_millisecond()
}

fn now() -> DateTime {
    date(2026, 12, 1).at(10, 20, 0, 0)
}

fn ask(sweet: &Sweet, method: &Method, due: DateTime) -> ReadyByAsk {
    let written = worked(method, Size::Times { factor: 1.0 }, &[]).expect("formula");
    let amount = match written.pieces.count.filter(|_| method.shape != Shape::Loose) {
        Some(count) => Amount::Pieces { count: count.round() as u32 },
        None => Amount::Mass { finished_g: written.finished_g },
    };
    ReadyByAsk {
        line: OrderLine { method_key: Some(method.key.clone()), ..line(&sweet.key, amount) },
        choice: None,
        due,
        zone: ZONE.into(),
    }
}

fn told(sweet: &Sweet, method: &Method, due: DateTime) -> ReadyBy {
    let kitchen: KitchenDocument = kitchen();
    ready_by(&ask(sweet, method, due), (sweet, &kitchen, &book()), ms(now())).expect("told")
}

/// The hours in which nobody is woken.
fn by_day(ms: i64) -> bool {
    let at = zone().to_datetime(jiff::Timestamp::from_millisecond(ms).expect("a moment"));
    (8 * 60..=20 * 60).contains(&(i32::from(at.hour()) * 60 + i32::from(at.minute())))
}

/// Early on a morning: what takes long is begun the day before, and nobody stands at a pan at night.
#[test]
fn every_sweet_is_ready_by_a_morning_and_an_evening_without_hands_at_night() {
    for (sweet, method) in shelf().1.iter().flat_map(|s| s.methods.iter().map(move |m| (s, m))) {
        for due in [date(2026, 12, 5).at(9, 30, 0, 0), date(2026, 12, 5).at(18, 0, 0, 0)] {
            let of = told(sweet, method, due);
            let name = format!("{} {} by {due}: {of:?}", sweet.key, method.key);
            let (Some(begins), Some(ready)) = (of.begins_ms, of.ready_ms) else { panic!("{name}") };
            assert!(of.late_min == 0 && ready <= ms(due) && begins < ready && begins >= ms(now()), "{name}");
            assert!(!of.hands.is_empty() && of.batches >= 1, "{name}");
            assert!(of.hands.windows(2).all(|w| w[0].to_ms < w[1].from_ms), "{name}");
            assert!(of.hands.iter().all(|h| by_day(h.from_ms) && by_day(h.to_ms)), "{name}");
            // Begun early enough to be in time also where it goes slowly.
            assert!(of.on_time_frac.is_some_and(|f| (0.7..=1.0).contains(&f)), "{name}");
        }
    }
}

fn sheet() -> (&'static Sweet, &'static Method) {
    let sweet = shelf().1.iter().find(|s| s.key == "cashew-sheet").expect("on the shelf");
    (sweet, &sweet.methods[0])
}

/// What is asked an hour ahead is as little late as may be; tonight after hours there is nobody.
#[test]
fn what_cannot_be_in_time_says_when_it_can() {
    let (sweet, method) = sheet();
    let soon = told(sweet, method, now().checked_add(jiff::ToSpan::minutes(20_i64)).expect("a moment"));
    let ready = soon.ready_ms.expect("planned");
    assert!(soon.late_min > 0 && ready > ms(now()), "{soon:?}");
    let kitchen = kitchen();
    let late_at_night = ms(date(2026, 12, 1).at(21, 0, 0, 0));
    let of = ask(sweet, method, date(2026, 12, 1).at(22, 0, 0, 0));
    let none = ready_by(&of, (sweet, &kitchen, &book()), late_at_night).expect("told");
    assert!(none.begins_ms.is_none() && !none.because.is_empty(), "{none:?}");
}

#[test]
fn a_moment_that_is_past_and_what_is_never_counted_are_refused() {
    let (sweet, method) = sheet();
    let kitchen = kitchen();
    let refused = |of: &ReadyByAsk| ready_by(of, (sweet, &kitchen, &book()), ms(now())).err();
    assert!(matches!(refused(&ask(sweet, method, now())), Some(CoreError::Contradiction(_))));
    let mut none = ask(sweet, method, date(2026, 12, 5).at(9, 0, 0, 0));
    none.line.amount = Amount::Pieces { count: 0 };
    assert!(refused(&none).is_some());
    let nowhere =
        ReadyByAsk { zone: "Nowhere/Land".into(), ..ask(sweet, method, date(2026, 12, 5).at(9, 0, 0, 0)) };
    assert!(refused(&nowhere).is_some());
}
