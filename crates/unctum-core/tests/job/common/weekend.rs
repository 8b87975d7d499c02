//! A weekend with orders, as the tests of the days ask it.

use std::collections::BTreeMap;

use jiff::civil::{date, time};
use unctum_core::day::{Planner, Starts, judge};
use unctum_core::kitchen::{
    Bench, KitchenDocument, Learning, NumberedPan, NumberedRing, NumberedTray, Pan, Ring, RingKind, Room,
    Tray,
};
use unctum_core::order::{
    Amount, Begun, DayCook, DayHours, DayQuestion, KitchenDays, LaidOut, Order, OrderLine, lay_out,
};
use unctum_core::process::Sweet;
use unctum_core::syrup::Ladder;

use super::shelf::{book, shelf};
use super::{gas, kadai};

pub fn kitchen() -> KitchenDocument {
    let pan = |name: &str, diameter_cm: f64, wall_height_cm: f64| Pan {
        name: name.into(),
        diameter_cm,
        wall_height_cm,
        ..kadai()
    };
    let tray = |name: &str, length_cm: f64, width_cm: f64| Tray {
        name: name.into(),
        length_cm,
        width_cm,
        height_cm: 3.0,
    };
    let ids = 1..;
    KitchenDocument {
        name: "Lantern Steps".into(),
        room: Room { altitude_m: Some(1480.0), room_c: 24.0, ..Room::default() },
        rings: ids
            .clone()
            .zip([
                gas(),
                Ring::of_kind("Right ring", RingKind::Gas, 3000.0),
                Ring::of_kind("Plate", RingKind::Induction, 2000.0),
            ])
            .map(|(id, ring)| NumberedRing { id: Some(id), ring })
            .collect(),
        pans: ids
            .clone()
            .zip([kadai(), pan("Clad pan", 20.0, 9.5), pan("Milk pan", 28.0, 12.0)])
            .map(|(id, pan)| NumberedPan { id: Some(id), pan })
            .collect(),
        thermometers: vec![],
        trays: ids
            .zip([
                tray("Long tray", 32.0, 22.0),
                tray("Square tray", 20.0, 20.0),
                tray("Small tray", 18.0, 12.0),
            ])
            .map(|(id, tray)| NumberedTray { id: Some(id), tray })
            .collect(),
        measures: vec![],
        bench: Bench::default(),
        ladder: Ladder::default(),
        learning: Learning::default(),
    }
}

pub fn line(sweet_key: &str, amount: Amount) -> OrderLine {
    OrderLine { sweet_key: sweet_key.into(), method_key: None, variation: vec![], amount }
}

pub fn pieces(sweet_key: &str, count: u32) -> OrderLine {
    line(sweet_key, Amount::Pieces { count })
}

pub fn order(who: &str, hour: i8, lines: Vec<OrderLine>) -> Order {
    let due = date(2026, 12, 5).at(hour, 0, 0, 0);
    Order { who: who.into(), due, eaten_on: None, lines, price: None, avoids: vec![], note: String::new() }
}

pub fn weekend() -> Vec<(i32, Order)> {
    let pieces = |count| Amount::Pieces { count };
    vec![
        (
            1,
            order(
                "A bookshop",
                17,
                vec![
                    line("cashew-sheet", pieces(20)),
                    line("gram-flour-ladoo", pieces(20)),
                    line("coconut-khoya-barfi", pieces(20)),
                ],
            ),
        ),
        (2, order("A rowing club", 18, vec![line("poached-chhena-balls", pieces(24))])),
        (
            3,
            order(
                "A neighbour",
                12,
                vec![
                    line("cashew-sheet", Amount::Boxes { boxes: 4, pieces_each: 6 }),
                    line("sesame-jaggery-ladoo", Amount::Boxes { boxes: 4, pieces_each: 6 }),
                ],
            ),
        ),
    ]
}

pub fn days(orders: &[(i32, Order)]) -> KitchenDays {
    let hours = |day: i8, from: i8, to: i8| DayHours {
        date: date(2026, 12, day),
        from: time(from, 0, 0, 0),
        to: time(to, 0, 0, 0),
    };
    let cooks = vec![
        DayCook { name: "Cook".into(), hours: vec![hours(4, 9, 20), hours(5, 7, 19)] },
        DayCook { name: "Helper".into(), hours: vec![hours(5, 9, 16)] },
    ];
    let ids = orders.iter().map(|o| o.0).collect();
    KitchenDays::usual("Weekend", "Asia/Kathmandu", (date(2026, 12, 4), 2), cooks, ids)
}

pub const NOW_MS: i64 = 1_796_000_000_000;

pub fn with<T>(
    orders: &[(i32, Order)],
    days: &KitchenDays,
    begun: &[Begun],
    of: impl FnOnce(&DayQuestion<'_>) -> T,
) -> T {
    with_at(orders, days, begun, NOW_MS, of)
}

pub fn with_at<T>(
    orders: &[(i32, Order)],
    days: &KitchenDays,
    begun: &[Begun],
    now_ms: i64,
    of: impl FnOnce(&DayQuestion<'_>) -> T,
) -> T {
    let sweets: BTreeMap<String, Sweet> = shelf().1.iter().map(|s| (s.key.clone(), s.clone())).collect();
    let (kitchen, book) = (kitchen(), book());
    of(&DayQuestion { days, orders, sweets: &sweets, kitchen: &kitchen, book: &book, now_ms, begun })
}

pub fn planned(q: &DayQuestion<'_>, rounds: u32) -> (LaidOut, Starts) {
    let laid = lay_out(q).expect("laid out");
    let mut planner = Planner::new(&laid.problem, 1).expect("can be done");
    planner.improve(rounds);
    let starts = planner.starts();
    judge(&laid.problem, &starts).expect("holds");
    (laid, starts)
}
