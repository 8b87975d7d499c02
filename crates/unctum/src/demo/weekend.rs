//! The weekend of the demo: three orders, a helper on Saturday, a cupboard with prices, and the days planned.

use std::collections::BTreeMap;

use jiff::civil::{Date, Time, Weekday};
use jiff::tz::TimeZone;
use jiff::{Timestamp, ToSpan};
use unctum_core::CoreError;
use unctum_core::day::Planner;
use unctum_core::order::{
    Amount, DayCook, DayHours, DayQuestion, KitchenDays, Order, OrderLine, Pantry, PantryItem, lay_out, zone,
};
use unctum_core::process::Sweet;
use unctum_store::{Result, SqliteConnection, StoreError, kitchen, planning};

use crate::catalogue::Catalogue;

/// Rounds in which the plan is bettered before it is shown.
const ROUNDS: u32 = 1500;

/// What is in the cupboard: key, g, pack in g, price of a pack.
const CUPBOARD: [(&str, f64, f64, f64); 12] = [
    ("sugar", 1800.0, 1000.0, 1.2),
    ("cashew", 150.0, 250.0, 4.2),
    ("ghee", 400.0, 500.0, 7.5),
    ("gram-flour", 600.0, 1000.0, 2.8),
    ("powdered-sugar", 0.0, 500.0, 1.1),
    ("sesame", 0.0, 250.0, 1.6),
    ("cane-jaggery", 500.0, 500.0, 2.4),
    ("khoya", 0.0, 250.0, 3.9),
    ("fresh-coconut", 0.0, 200.0, 1.5),
    ("whole-milk", 0.0, 1000.0, 1.3),
    ("chhena", 0.0, 250.0, 3.2),
    ("cardamom", 12.0, 20.0, 2.9),
];

fn order(who: &str, due: (Date, i8, i8), lines: &[(&str, Amount)], price: f64, note: &str) -> Order {
    let line = |(sweet_key, amount): &(&str, Amount)| OrderLine {
        sweet_key: (*sweet_key).to_owned(),
        method_key: None,
        variation: Vec::new(),
        amount: *amount,
    };
    Order {
        who: who.to_owned(),
        due: due.0.at(due.1, due.2, 0, 0),
        eaten_on: None,
        lines: lines.iter().map(line).collect(),
        price: Some(price),
        avoids: Vec::new(),
        note: note.to_owned(),
    }
}

fn orders(saturday: Date) -> [Order; 3] {
    let pieces = |count| Amount::Pieces { count };
    let boxes = |pieces_each| Amount::Boxes { boxes: 4, pieces_each };
    [
        order(
            "Bookshop, tenth birthday",
            (saturday, 17, 0),
            &[
                ("cashew-sheet", pieces(20)),
                ("gram-flour-ladoo", pieces(20)),
                ("coconut-khoya-barfi", pieces(20)),
            ],
            64.0,
            "Three kinds, twenty of each.",
        ),
        order(
            "Rowing club, prize evening",
            (saturday, 18, 30),
            &[("poached-chhena-balls", pieces(24))],
            30.0,
            "Soaked, in their syrup.",
        ),
        order(
            "The new flat next door",
            (saturday, 12, 0),
            &[("cashew-sheet", boxes(6)), ("sesame-jaggery-ladoo", boxes(6))],
            42.0,
            "Four gift boxes.",
        ),
    ]
}

/// The zone of this computer, if it says one that is known.
fn here() -> String {
    let name = TimeZone::system().iana_name().unwrap_or_default().to_owned();
    if zone(&name).is_ok() { name } else { String::new() }
}

/// Friday of the next weekend of which Friday's morning has not come yet.
fn friday(now_ms: i64, zone_name: &str) -> Result<Date> {
    let odd = |e: jiff::Error| StoreError::Core(CoreError::Unreadable(e.to_string()));
    let now = zone(zone_name).map_err(StoreError::Core)?;
    let now = now.to_datetime(Timestamp::from_millisecond(now_ms).map_err(odd)?);
    now.date().nth_weekday(1, Weekday::Friday).map_err(odd)
}

/// Writes the weekend down.
///
/// # Errors
/// Those of the store and of the catalogue.
pub fn fill(c: &mut SqliteConnection, catalogue: &Catalogue, now_ms: i64) -> Result<()> {
    let zone = here();
    let first = friday(now_ms, &zone)?;
    let saturday =
        first.checked_add(1.days()).map_err(|e| StoreError::Core(CoreError::Unreadable(e.to_string())))?;
    let mut orders_kept = Vec::new();
    for order in orders(saturday) {
        let kept = planning::create(c, &order, now_ms)?;
        orders_kept.push((kept.id, kept.document));
    }
    let at = |hour: i8| Time::constant(hour, 0, 0, 0);
    let hours = |date: Date, from: i8, to: i8| DayHours { date, from: at(from), to: at(to) };
    let cooks = vec![
        DayCook { name: "Cook".to_owned(), hours: vec![hours(first, 9, 20), hours(saturday, 7, 19)] },
        DayCook { name: "Helper".to_owned(), hours: vec![hours(saturday, 9, 16)] },
    ];
    let ids = orders_kept.iter().map(|(id, _)| *id).collect();
    let mut days = KitchenDays::usual("This weekend", &zone, (first, 2), cooks, ids);
    days.made = vec!["chhena".to_owned()];
    let kitchen = kitchen::load(c)?;
    let book = catalogue.book(&kitchen)?;
    let sweets: BTreeMap<String, Sweet> =
        catalogue.sweets.iter().map(|s| (s.key.clone(), s.clone())).collect();
    let question = DayQuestion {
        days: &days,
        orders: &orders_kept,
        sweets: &sweets,
        kitchen: &kitchen,
        book: &book,
        now_ms,
        begun: &[],
    };
    let laid = lay_out(&question)?;
    let mut planner = Planner::new(&laid.problem, 1).map_err(CoreError::from)?;
    planner.improve(ROUNDS);
    days.starts = planner.starts();
    planning::create(c, &days, now_ms)?;
    let item = |(key, have_g, pack_g, price): (&str, f64, f64, f64)| {
        (key.to_owned(), PantryItem { have_g, bought_g: 0.0, pack_g: Some(pack_g), price: Some(price) })
    };
    let pantry = Pantry { money: "€".to_owned(), items: CUPBOARD.into_iter().map(item).collect() };
    pantry.check(&catalogue.larder)?;
    planning::create(c, &pantry, now_ms)?;
    Ok(())
}
