//! What orders, shopping, learning, a start and keeping tell, whole, as texts: a change of any figure or word of them is
//! read as a difference before it is taken (`INSTA_UPDATE=always` writes them anew).

use std::collections::BTreeMap;

use insta::assert_snapshot;
use unctum_core::formula::Size;
use unctum_core::kitchen::{KitchenDocument, Learning};
use unctum_core::learn::{again, learn, odd_batches, shown};
use unctum_core::numeric::Normal;
use unctum_core::order::{Amount, Begun, DayChoice, KitchenDays, Order, Pantry, PantryItem, shopping, tell};
use unctum_core::start::{StartAsk, set_up};

use crate::common::golden::golden;
use crate::common::shelf::*;
use crate::common::weekend::{days, kitchen, line, order, planned, weekend, with, with_at};
use crate::learning::{Habit, PLAIN, cooked, told};
use crate::orders_amiss::begun;

/// A plan as the screens have it, without the shelves of draws.
fn plan_of(orders: &[(i32, Order)], days: &KitchenDays, begun: &[Begun], now_ms: i64) -> String {
    with_at(orders, days, begun, now_ms, |q| {
        let (laid, starts) = planned(q, 60);
        golden(&tell(q, &laid, &starts))
    })
}

#[test]
fn a_weekend() {
    let orders = weekend();
    assert_snapshot!(plan_of(&orders, &days(&orders), &[], crate::common::weekend::NOW_MS));
}

/// By the gram, in boxes, of a swap, for one who must not eat it; a pan chosen, somebody who is away.
#[test]
fn all_kinds_of_orders() {
    let avoiding = Order {
        avoids: vec!["tree nuts".into(), "milk".into()],
        price: Some(25.0),
        note: "no foil".into(),
        ..order(
            "A school",
            16,
            vec![
                line("sesame-jaggery-ladoo", Amount::Boxes { boxes: 3, pieces_each: 5 }),
                line("gram-flour-ladoo", Amount::Mass { finished_g: 400.0 }),
            ],
        )
    };
    let orders = vec![
        (1, order("A bookshop", 17, vec![line("cashew-sheet", Amount::Mass { finished_g: 350.0 })])),
        (2, avoiding),
        (3, order("A clinic", 18, vec![line("lentil-coils", Amount::Pieces { count: 16 })])),
    ];
    let mut of = days(&orders);
    of.choices = BTreeMap::from([("cashew-sheet.1".to_owned(), DayChoice { pan_id: 2, ring_id: 2 })]);
    of.made = vec!["khoya".into()];
    assert_snapshot!(plan_of(&orders, &of, &[], crate::common::weekend::NOW_MS));
}

/// A batch that was begun late, an order raised after it began.
#[test]
fn a_weekend_that_has_begun() {
    let (mut orders, mut of) = (weekend(), days(&weekend()));
    let (starts, calendar) = with(&orders, &of, &[], |q| {
        let (laid, starts) = planned(q, 60);
        (starts, laid.calendar)
    });
    let first = starts["gram-flour-ladoo.1/ready"];
    let now_ms = calendar.ms(first + 40);
    let stands = with(&orders, &of, &[], |q| {
        let done = [("ready", calendar.ms(first + 9))];
        begun("gram-flour-ladoo.1", "gram-flour-ladoo", q, &done, now_ms)
    });
    of.starts = starts;
    orders[0].1.lines[1].amount = Amount::Pieces { count: 34 };
    assert_snapshot!(plan_of(&orders, &of, &[stands], now_ms));
}

#[test]
fn what_is_bought() {
    let (orders, of) = (weekend(), KitchenDays { made: vec!["chhena".into()], ..days(&weekend()) });
    let item = |have_g, bought_g, pack_g, price| PantryItem { have_g, bought_g, pack_g, price: Some(price) };
    let items = [
        ("sugar", item(300.0, 1000.0, Some(1000.0), 2.0)),
        ("cashew", item(0.0, 0.0, Some(250.0), 5.0)),
        ("ghee", item(90.0, 0.0, None, 9.0)),
        ("whole-milk", item(0.0, 0.0, None, 1.5)),
    ];
    let items = items.into_iter().map(|(key, item)| (key.to_owned(), item)).collect();
    let pantry = Pantry { money: "cr".into(), items };
    let list = with(&orders, &of, &[], |q| {
        let (laid, _) = planned(q, 20);
        shopping(q, &laid, &pantry).expect("a list")
    });
    assert_snapshot!(golden(&list));
}

/// What four evenings taught, one of them with a slip, one with a flame left on; and what would be done again.
#[test]
fn what_is_learnt() {
    let kitchen = crate::learning::kitchen();
    let slip = Habit { slip: 1.08, ..PLAIN };
    let habits = [Habit { string: 0.4, ..PLAIN }, PLAIN, slip, Habit { late_s: 60.0, ..PLAIN }];
    let batches: Vec<_> = (1..).zip(habits).map(|(seed, habit)| told(seed, habit)).collect();
    let learning = Learning { left_out: vec![2], ..Learning::default() };
    for (name, learning) in [("all", Learning::default()), ("one_left_out", learning)] {
        let learnt = learn(&batches, |p| kitchen.told(p), &learning);
        let odd = odd_batches(&batches, &learnt, &learning);
        let said = (shown(&learnt, &kitchen, str::to_owned), odd);
        assert_snapshot!(format!("what_is_learnt_{name}"), golden(&said));
    }
    let late = cooked(4, habits[3]);
    let changes = again(&late, None, &kitchen, None);
    assert_snapshot!(golden(&changes));
}

/// Of every row of the table of what can be learnt: what twelve evenings make of it, in words.
#[test]
fn what_is_learnt_of_each_row() {
    let kitchen = crate::learnt_rows::ours();
    let mut text = String::new();
    for row in crate::learnt_rows::rows() {
        let mean = kitchen.told(&row.about).map_or(0.0, |n: Normal| n.mean) + row.hidden;
        let learnt =
            learn(&crate::learnt_rows::evenings(&row.about, mean), |p| kitchen.told(p), &Learning::default());
        text += &golden(&shown(&learnt, &kitchen, str::to_owned));
    }
    assert_snapshot!(text);
}

/// What is told once more elsewhere: the sweet's own words, and what the kitchen says itself.
const ELSEWHERE: [&str; 8] = ["steps", "mistakes", "lines", "allergens", "air", "ladder", "takes", "habits"];

/// How a batch of each method is set up from its page, and how long it keeps, in a kitchen of three pans; and each syrup
/// at half its size in a kitchen of one.
#[test]
fn every_start() {
    let of = kitchen();
    let few = KitchenDocument {
        rings: of.rings[..1].to_vec(),
        pans: of.pans[..1].to_vec(),
        trays: vec![],
        ..of.clone()
    };
    for (name, kitchen, factor) in [("many", of, 1.0), ("few", few, 0.5)] {
        let mut text = String::new();
        for (sweet, method) in shelf().1.iter().flat_map(|s| s.methods.iter().map(move |m| (s, m))) {
            let ask = StartAsk {
                sweet_key: Some(sweet.key.clone()),
                method_key: Some(method.key.clone()),
                size: Some(Size::Times { factor }),
                ..StartAsk::default()
            };
            let setup = set_up(&ask, Some(sweet), &kitchen, &book()).expect("set up");
            if name == "few" && setup.syrup.is_none() {
                continue;
            }
            let mut told = serde_json::to_value(&setup).expect("told");
            let parts = told.as_object_mut().expect("parts");
            parts.retain(|key, _| !ELSEWHERE.contains(&key.as_str()));
            text += &format!("# {}, {}\n{}", sweet.key, method.key, golden(&told));
        }
        assert_snapshot!(format!("every_start_{name}"), text);
    }
}
