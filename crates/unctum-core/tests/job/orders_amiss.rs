//! Orders and days that go amiss: what cannot be, what runs late, what would help, nights on which the clocks change.

use std::collections::BTreeMap;

use jiff::civil::{date, time};
use unctum_core::cook::state_at;
use unctum_core::day::{Planner, StepId, judge, plan_after, ways};
use unctum_core::log::{BatchEvent, Logged};
use unctum_core::order::{
    Amount, Begun, Calendar, DayChoice, DayHours, DayQuestion, KitchenDays, Names, Order, eased, follow_on,
    lay_out, tell,
};

use crate::common::weekend::{days, line, order, planned, weekend, with, with_at};

#[test]
fn days_that_cannot_be_are_refused_in_words() {
    let fine = days(&weekend());
    let refused = |change: &dyn Fn(&mut KitchenDays)| {
        let mut odd = fine.clone();
        change(&mut odd);
        odd.check().expect_err("refused").to_string()
    };
    assert!(refused(&|d| d.cooks[0].hours[0].from = time(21, 0, 0, 0)).contains("turn the hours round"));
    assert!(refused(&|d| d.cooks.clear()).contains("say who cooks"));
    assert!(refused(&|d| d.cooks[1].hours[0].date = date(2026, 12, 24)).contains("none of these days"));
    assert!(refused(&|d| d.zone = "Nowhere/At all".into()).contains("Nowhere"));
    assert!(refused(&|d| d.days = 30).contains("days"));
    assert!(refused(&|d| d.starts = BTreeMap::from([("x".into(), i32::MAX)])).contains("starts"));
    assert!(refused(&|d| d.pins = BTreeMap::from([("x".into(), i32::MIN)])).contains("starts"));
    let bad =
        |amount: Amount| order("X", 12, vec![line("cashew-sheet", amount)]).check().expect_err("refused");
    assert_eq!(bad(Amount::Pieces { count: 0 }).code(), "out-of-range");
    assert_eq!(bad(Amount::Pieces { count: 1_000_000 }).code(), "out-of-range");
    assert_eq!(bad(Amount::Boxes { boxes: 400, pieces_each: 400 }).code(), "out-of-range");
    assert_eq!(bad(Amount::Mass { finished_g: f64::NAN }).code(), "not-a-number");
    let past = order("X", 12, vec![line("cashew-sheet", Amount::Pieces { count: 3 })]);
    assert!(
        past.check_due(date(2026, 12, 6).at(1, 0, 0, 0))
            .expect_err("past")
            .to_string()
            .contains("has passed")
    );
    // Two pins that contradict are proved to.
    let orders = weekend();
    let mut pinned = days(&orders);
    pinned.pins =
        BTreeMap::from([("cashew-sheet.1/boil".into(), 2100), ("cashew-sheet.1/dissolve".into(), 2200)]);
    with(&orders, &pinned, &[], |q| {
        let laid = lay_out(q).expect("laid out");
        let proof = Planner::new(&laid.problem, 1).err().expect("impossible").to_string();
        assert!(proof.contains("Unpin it"), "{proof}");
    });
}

#[test]
fn a_night_on_which_the_clocks_change_has_its_own_minutes() {
    let of = |zone: &str, first| Calendar::new(zone, first, 2).expect("days");
    let spring = of("Europe/Athens", date(2027, 3, 27));
    assert_eq!(spring.horizon(), 2880 - 60);
    assert_eq!(spring.minute(date(2027, 3, 28).at(8, 0, 0, 0)), 1440 + 420);
    assert_eq!(spring.words(1440 + 420), "Sun 08:00");
    let autumn = of("Europe/Athens", date(2027, 10, 30));
    assert_eq!(autumn.horizon(), 2880 + 60);
    assert_eq!(of("Asia/Kathmandu", date(2027, 3, 27)).horizon(), 2880);
    for minute in (0..autumn.horizon()).step_by(7) {
        assert_eq!(autumn.minute_of_ms(autumn.ms(minute)), minute);
    }
    assert!(Calendar::new("Mars/Crater", date(2027, 3, 27), 2).is_err());
}

/// How a batch stands after some of its steps are done.
pub(crate) fn begun(key: &str, sweet: &str, q: &DayQuestion<'_>, done: &[(&str, i64)], now_ms: i64) -> Begun {
    let laid = lay_out(q).expect("laid out");
    let made = laid.made.iter().find(|m| m.key == key).expect("planned");
    let sweet = &q.sweets[sweet];
    let setup = made.made.setup(sweet, &made.ask, q.kitchen, q.book).expect("set up");
    let start_ms = done.first().map_or(now_ms, |d| d.1 - 60_000);
    let log: Vec<Logged> = (1..)
        .zip(done)
        .map(|(seq, (step, at_ms))| {
            Logged::new(seq, *at_ms, BatchEvent::StepDone { step: (*step).into(), load: 1 })
        })
        .collect();
    let state = state_at(&setup, start_ms, &log, now_ms).expect("stands");
    let choice = Some(made.choice);
    Begun { batch_id: 1, key: key.into(), over: false, size: made.ask.size.clone(), choice, state }
}

#[test]
fn what_runs_late_at_the_stove_moves_the_plan_and_as_little_else_as_may_be() {
    let (orders, mut days) = (weekend(), days(&weekend()));
    let (starts, calendar) = with(&orders, &days, &[], |q| {
        let (laid, starts) = planned(q, 200);
        (starts, laid.calendar.clone())
    });
    days.starts = starts.clone();
    let first = starts["gram-flour-ladoo.1/ready"];
    // It was begun in time, and nothing was pressed for forty minutes.
    let now_ms = calendar.ms(first + 40);
    let begun = with(&orders, &days, &[], |q| {
        begun("gram-flour-ladoo.1", "gram-flour-ladoo", q, &[("ready", calendar.ms(first + 9))], now_ms)
    });
    with_at(&orders, &days, &[begun], now_ms, |q| {
        let laid = lay_out(q).expect("laid out");
        let at = |id: &str| laid.problem.pins.get(id).copied();
        assert!(at("gram-flour-ladoo.1/ready").is_some_and(|at| (at - first).abs() <= 9), "where it was");
        let after = plan_after(&laid.problem, &starts, 1).expect("it follows");
        judge(&laid.problem, &after.starts).expect("holds");
        let rolls = "gram-flour-ladoo.1/roll";
        assert!(after.starts[rolls] > starts[rolls], "later than planned");
        for (id, at) in &after.starts {
            let stands = laid.problem.pins.contains_key(id);
            assert!(stands || *at >= laid.now_min, "{id} is not planned into the past");
        }
        // One ring and one pair of hands are wanted by all: what else is made moves by the delay and no further than that
        // makes room.
        for (id, at) in starts.iter().filter(|(id, _)| !id.as_str().starts_with("gram-flour-ladoo")) {
            let moved = (after.starts[id] - at).abs();
            assert!(moved <= 240, "{id} moves by {moved} min");
        }
    });
}

/// What was begun is in the pan and on the ring where it was begun, whatever else is planned.
#[test]
fn what_was_begun_stays_in_its_pan_and_on_its_ring() {
    let (orders, days) = (weekend(), days(&weekend()));
    let calendar = with(&orders, &days, &[], |q| lay_out(q).expect("laid out").calendar);
    let now_ms = calendar.ms(600);
    let stands = with(&orders, &days, &[], |q| {
        begun("cashew-sheet.1", "cashew-sheet", q, &[("ready", calendar.ms(590))], now_ms)
    });
    for (pan_id, ring_id) in [(1, 2), (2, 1), (3, 3)] {
        let choice = DayChoice { pan_id, ring_id };
        with_at(&orders, &days, &[Begun { choice: Some(choice), ..stands.clone() }], now_ms, |q| {
            let laid = lay_out(q).expect("laid out");
            let made = laid.made.iter().find(|m| m.key == "cashew-sheet.1").expect("there");
            let picked = &made.made.picked;
            assert_eq!((made.choice, picked.pan_id, picked.ring_id), (choice, Some(pan_id), Some(ring_id)));
        });
    }
}

/// What is in the pan is not made more by an order: what it lacks is another batch.
#[test]
fn an_order_raised_after_its_batch_was_begun_is_a_batch_more() {
    let (mut orders, days) = (weekend(), days(&weekend()));
    let made = |orders: &[(i32, Order)], begun: &[Begun], now_ms: i64| {
        with_at(orders, &days, begun, now_ms, |q| {
            let laid = lay_out(q).expect("laid out");
            let (laid, starts) = (laid.clone(), Planner::new(&laid.problem, 1).expect("planned").starts());
            let told = tell(q, &laid, &starts);
            let of = told.batches.iter().filter(|b| b.key.starts_with("cashew-sheet"));
            of.map(|b| (b.key.clone(), b.pieces.unwrap_or(0))).collect::<Vec<_>>()
        })
    };
    let calendar = with(&orders, &days, &[], |q| lay_out(q).expect("laid out").calendar);
    let now_ms = calendar.ms(600);
    let stands = with(&orders, &days, &[], |q| {
        begun("cashew-sheet.1", "cashew-sheet", q, &[("ready", calendar.ms(590))], now_ms)
    });
    let first = ("cashew-sheet.1".to_owned(), 48);
    assert_eq!(made(&orders, std::slice::from_ref(&stands), now_ms), std::slice::from_ref(&first));
    orders[0].1.lines[0].amount = Amount::Pieces { count: 40 };
    let raised = made(&orders, std::slice::from_ref(&stands), now_ms);
    assert_eq!(raised, [first.clone(), ("cashew-sheet.2".to_owned(), 21)], "64 asked, 4 spare, one to taste");
    // Nothing was begun: one batch makes them all.
    assert_eq!(made(&orders, &[], now_ms), [("cashew-sheet.1".to_owned(), 69)]);
    // Lowered, what is in the pan stays as it is.
    orders[0].1.lines[0].amount = Amount::Pieces { count: 5 };
    assert_eq!(made(&orders, std::slice::from_ref(&stands), now_ms), [first]);
}

#[test]
fn what_would_make_a_day_possible_does() {
    let orders = weekend();
    let mut tight = days(&orders);
    tight.cooks.truncate(1);
    tight.cooks[0].hours =
        vec![DayHours { date: date(2026, 12, 5), from: time(8, 0, 0, 0), to: time(12, 30, 0, 0) }];
    with(&orders, &tight, &[], |q| {
        let laid = lay_out(q).expect("laid out");
        let keys: Vec<String> = laid.problem.batches.iter().map(|b| b.id.clone()).collect();
        let late = Planner::new(&laid.problem, 1)
            .map_or(true, |p| judge(&laid.problem, &p.starts()).is_ok_and(|t| t.late_min > 0));
        assert!(late, "one cook is not enough");
        let names = Names::of(&laid, q.kitchen);
        let found = ways(&laid.problem, &keys, 3, 1);
        assert!(!found.is_empty());
        for way in found {
            assert_eq!(way.terms.late_min, 0, "{}", names.change(&way.change));
            // Done to the days it is what was promised.
            let changed = eased(q.days, &way.change);
            changed.check().expect("days");
            let mut planner =
                Planner::new(&lay_out(&DayQuestion { days: &changed, ..*q }).expect("laid").problem, 1)
                    .expect("plans");
            planner.improve(400);
            let of = lay_out(&DayQuestion { days: &changed, ..*q }).expect("laid");
            assert_eq!(
                judge(&of.problem, &planner.starts()).expect("holds").late_min,
                0,
                "{}",
                names.change(&way.change)
            );
        }
    });
}

/// She began earlier than planned: what is hot and may not stand is still gone on with at once, not at the hour of the plan.
#[test]
fn what_was_begun_early_is_gone_on_with_at_once() {
    let orders =
        vec![(1, order("A neighbour", 12, vec![line("cashew-sheet", Amount::Pieces { count: 20 })]))];
    let mut days = days(&orders);
    let (starts, calendar) = with(&orders, &days, &[], |q| {
        let (laid, starts) = planned(q, 20);
        (starts, laid.calendar)
    });
    days.starts = starts.clone();
    let (combine, cook) = (StepId::from("cashew-sheet.1/combine"), StepId::from("cashew-sheet.1/cook"));
    let tipped = starts[&combine] - 8;
    let now_ms = calendar.ms(tipped);
    let done: Vec<(&str, i64)> = [("ready", 20), ("dissolve", 5), ("boil", 0)]
        .map(|(step, ago)| (step, calendar.ms(tipped - ago)))
        .to_vec();
    let begun = with(&orders, &days, &[], |q| begun("cashew-sheet.1", "cashew-sheet", q, &done, now_ms));
    with_at(&orders, &days, &[begun], now_ms, |q| {
        let laid = lay_out(q).expect("laid out");
        let mut stood = starts.clone();
        stood.extend(laid.problem.pins.clone());
        stood.retain(|id, _| laid.problem.batches.iter().flat_map(|b| &b.steps).any(|s| s.id == *id));
        let ends =
            stood[&combine] + laid.problem.batches[0].steps.iter().find(|s| s.id == combine).expect("it").dur;
        let follows = match judge(&laid.problem, &stood) {
            Ok(_) => stood,
            Err(_) => follow_on(q, laid, &stood).expect("it follows").1,
        };
        assert!(follows[&cook] <= ends + 3, "{} after {ends}: hot, it does not stand", follows[&cook]);
    });
}
