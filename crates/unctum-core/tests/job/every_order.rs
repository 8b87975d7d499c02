//! Every sweet by every method, ordered alone, once and four times as much, in a small kitchen and in a large one: it is
//! planned within two days, or what forbids it is said.

use jiff::civil::{date, time};
use unctum_core::day::{NoPlan, Planner, Proof, Starts, StepId, impossible, judge};
use unctum_core::formula::Size;
use unctum_core::kitchen::KitchenDocument;
use unctum_core::order::{Amount, DayCook, DayHours, DayQuestion, KitchenDays, LaidOut, OrderLine, lay_out};
use unctum_core::process::{Method, Sweet, Vessel};

use crate::common::shelf::{shelf, worked};
use crate::common::weekend::{kitchen, order, with};

/// One ring and one pan, or two of each.
fn small(of: usize) -> KitchenDocument {
    let mut kitchen = kitchen();
    kitchen.rings.truncate(of);
    kitchen.pans.truncate(of);
    kitchen
}

fn amount(method: &Method, times: f64) -> Amount {
    let written = worked(method, Size::Times { factor: times }, &[]).expect("formula");
    match written.pieces.count {
        Some(count) => Amount::Pieces { count: count.round() as u32 },
        None => Amount::Mass { finished_g: written.finished_g },
    }
}

/// What came of an order alone in two days.
#[derive(Debug, PartialEq)]
enum Came {
    OnTime,
    Late(i32),
    /// It cannot be, and this sum says why.
    Proved(Proof),
    /// Neither.
    NotFound,
}

fn laid_out(sweet: &Sweet, method: &Method, times: f64, kitchen: &KitchenDocument) -> LaidOut {
    let line = OrderLine {
        sweet_key: sweet.key.clone(),
        method_key: Some(method.key.clone()),
        variation: vec![],
        amount: amount(method, times),
    };
    let order = order("A neighbour", 18, vec![line]);
    let hours =
        |day: i8| DayHours { date: date(2026, 12, day), from: time(7, 0, 0, 0), to: time(21, 0, 0, 0) };
    let cooks = vec![DayCook { name: "Cook".into(), hours: vec![hours(4), hours(5)] }];
    let days = KitchenDays::usual("Two days", "Asia/Kathmandu", (date(2026, 12, 4), 2), cooks, vec![1]);
    with(&[(1, order)], &days, &[], |q| {
        let laid = lay_out(&DayQuestion { kitchen, ..*q }).expect("laid out");
        assert!(!laid.made.is_empty(), "{} {}: {:?}", sweet.key, method.key, laid.said);
        laid
    })
}

fn ordered(sweet: &Sweet, method: &Method, times: f64, kitchen: &KitchenDocument) -> Came {
    let laid = laid_out(sweet, method, times, kitchen);
    let mut planner = match Planner::new(&laid.problem, 1) {
        Ok(planner) => planner,
        Err(NoPlan::Proved(proof)) => return Came::Proved(proof),
        Err(NoPlan::NotFound) => return Came::NotFound,
        Err(other) => panic!("{} {}: {other}", sweet.key, method.key),
    };
    planner.improve(5);
    within_windows(method, &laid, &planner.starts());
    match judge(&laid.problem, &planner.starts()).expect("holds").late_min {
        0 => Came::OnTime,
        late => Came::Late(late),
    }
}

/// What a sweet says of how long after a step another begins, read off the sweet itself.
fn within_windows(method: &Method, laid: &LaidOut, starts: &Starts) {
    for batch in &laid.problem.batches {
        let step = |key: &str| {
            let id = StepId::of(&batch.id, key);
            batch.steps.iter().find(|s| s.id == id).map(|s| (starts[&id], starts[&id] + s.dur))
        };
        for from in &method.steps {
            for window in &from.windows {
                let (Some((_, ends)), Some((begins, _))) = (step(&from.key), step(&window.to)) else {
                    continue;
                };
                let gap = f64::from(begins - ends);
                let told = format!("{}: {} to {} after {gap} min", batch.id, from.key, window.to);
                assert!(gap >= window.low_min.floor() && gap <= window.high_min, "{told}");
            }
        }
    }
}

/// A tray is free when the last piece is out of it, not when the slab is cold.
#[test]
fn a_tray_is_held_until_it_is_empty() {
    let two = small(2);
    each(|sweet, method| {
        let laid = laid_out(sweet, method, 1.0, &two);
        let holds = laid.problem.batches.iter().flat_map(|b| b.holds.iter().map(move |h| (&b.id, h)));
        for (batch, hold) in holds.filter(|(_, h)| h.res.as_str().starts_with("tray")) {
            let to = method.steps.iter().find(|s| StepId::of(batch, &s.key) == hold.to).expect("a step");
            let inside = matches!(to.vessel, Vessel::Tray | Vessel::Refrigerator);
            let goes_on = method.steps.iter().any(|s| s.takes.iter().any(|t| t.step == to.key));
            assert!(!inside || !goes_on, "{batch} still lies in it after {}", hold.to);
        }
    });
}

fn each(of: impl Fn(&Sweet, &Method)) {
    shelf().1.iter().for_each(|sweet| sweet.methods.iter().for_each(|method| of(sweet, method)));
}

#[test]
fn every_sweet_is_ready_in_time_where_there_are_two_rings_and_two_pans() {
    let two = small(2);
    each(|sweet, method| {
        let came = ordered(sweet, method, 1.0, &two);
        assert_eq!(came, Came::OnTime, "{} {}", sweet.key, method.key);
    });
}

/// On one ring and in one pan, and four times as much: what cannot be is proved. Of one it is not, though it is hardly to be
/// done: dumplings whose leaven is ripe for three hours.
#[test]
fn what_a_small_kitchen_cannot_make_is_proved() {
    let hard = "lentil-coconut-dumplings";
    let (one, two) = (small(1), small(2));
    each(|sweet, method| {
        for (kitchen, times) in [(&one, 1.0), (&one, 4.0), (&two, 4.0)] {
            let came = ordered(sweet, method, times, kitchen);
            let why = format!("{} {} x{times} on {}: {came:?}", sweet.key, method.key, kitchen.rings.len());
            match came {
                Came::OnTime => {}
                Came::Late(minutes) => assert!(times > 1.0 && minutes < 300, "{why}"),
                Came::NotFound => assert!(times > 1.0 && sweet.key == hard, "{why}"),
                Came::Proved(Proof::Crowded { wanted_min, there_min, ref steps, .. }) => {
                    assert!(wanted_min > there_min && !steps.is_empty(), "{why}");
                }
                Came::Proved(Proof::AtOnce { ref thing, units, .. }) => {
                    let mut more = laid_out(sweet, method, times, kitchen).problem;
                    more.resources.insert(thing.clone(), units);
                    let still = impossible(&more);
                    let same = matches!(&still, Some(Proof::AtOnce { thing: other, .. }) if other == thing);
                    assert!(!same, "{why}; with as many as are wanted: {still:?}");
                }
                Came::Proved(Proof::WaitsLonger { most_min, least_min, .. }) => {
                    assert!(least_min > most_min, "{why}");
                }
                Came::Proved(_) => panic!("{why}"),
            }
        }
    });
    // Fat stays hot in its pot: what is fried and then lies in warm syrup takes two pans.
    let balls = shelf().1.iter().find(|s| s.key == "milk-solid-balls").expect("there");
    let proved = ordered(balls, &balls.methods[0], 1.0, &one);
    assert!(
        matches!(&proved, Came::Proved(Proof::AtOnce { thing, .. }) if thing.as_str() == "pan:1"),
        "{proved:?}"
    );
}
