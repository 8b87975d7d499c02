//! Orders and their days: what is wanted becomes batches, batches a plan that holds.

use std::collections::BTreeMap;

use jiff::civil::{date, time};
use proptest::prelude::*;
use unctum_core::batch::{BatchEvent, Logged, state_at};
use unctum_core::day::{Planner, Starts, judge, may_move, plan_after, plan_with, sure, ways, why_there};
use unctum_core::kitchen::{
    Bench, KitchenDocument, NumberedPan, NumberedRing, NumberedTray, Pan, Ring, RingKind, Room, Tray,
};
use unctum_core::order::{
    Amount, Begun, Calendar, DayCook, DayHours, DayQuestion, KitchenDays, LaidOut, LaneKind, Names, Order,
    OrderLine, Pantry, PantryItem, eased, lay_out, ledger, shopping, tell,
};
use unctum_core::process::Sweet;
use unctum_core::syrup::Ladder;

use crate::common::shelf::{book, shelf};
use crate::common::{gas, kadai};

fn kitchen() -> KitchenDocument {
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
    }
}

fn line(sweet_key: &str, amount: Amount) -> OrderLine {
    OrderLine { sweet_key: sweet_key.into(), method_key: None, variation: vec![], amount }
}

fn order(who: &str, hour: i8, lines: Vec<OrderLine>) -> Order {
    let due = date(2026, 12, 5).at(hour, 0, 0, 0);
    Order { who: who.into(), due, eaten_on: None, lines, price: None, note: String::new() }
}

fn weekend() -> Vec<(i32, Order)> {
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

fn days(orders: &[(i32, Order)]) -> KitchenDays {
    let hours = |day: i8, from: i8, to: i8| DayHours {
        date: date(2026, 12, day),
        from: time(from, 0, 0, 0),
        to: time(to, 0, 0, 0),
    };
    KitchenDays {
        title: "Weekend".into(),
        zone: "Asia/Kathmandu".into(),
        first: date(2026, 12, 4),
        days: 2,
        cooks: vec![
            DayCook { name: "Cook".into(), hours: vec![hours(4, 9, 20), hours(5, 7, 19)] },
            DayCook { name: "Helper".into(), hours: vec![hours(5, 9, 16)] },
        ],
        orders: orders.iter().map(|o| o.0).collect(),
        made: vec![],
        cold_litres: 60.0,
        margin_min: 30,
        spare_frac: 0.05,
        tasting: true,
        choices: BTreeMap::new(),
        pins: BTreeMap::new(),
        starts: BTreeMap::new(),
        waits: vec![],
        eased: BTreeMap::new(),
        borrowed: BTreeMap::new(),
    }
}

const NOW_MS: i64 = 1_796_000_000_000;

fn with<T>(
    orders: &[(i32, Order)],
    days: &KitchenDays,
    begun: &[Begun],
    of: impl FnOnce(&DayQuestion<'_>) -> T,
) -> T {
    with_at(orders, days, begun, NOW_MS, of)
}

fn with_at<T>(
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

fn planned(q: &DayQuestion<'_>, rounds: u32) -> (LaidOut, Starts) {
    let laid = lay_out(q).expect("laid out");
    let mut planner = Planner::new(&laid.problem, 1).expect("can be done");
    planner.improve(rounds);
    let starts = planner.starts();
    judge(&laid.problem, &starts).expect("holds");
    (laid, starts)
}

#[test]
fn a_weekend_is_planned_told_and_explained() {
    let (orders, days) = (weekend(), days(&weekend()));
    with(&orders, &days, &[], |q| {
        let (laid, starts) = planned(q, 300);
        let told = tell(q, &laid, &starts);
        assert!(told.breaks.is_empty() && told.batches.len() == 5, "{:?}", told.breaks);
        assert!(
            told.orders.iter().all(|o| o.ready_min.is_some_and(|r| r + 30 <= o.due_min)),
            "{:?}",
            told.orders
        );
        assert!(told.said.iter().any(|s| s.contains("khoya") && s.contains("a day")), "{:?}", told.said);
        // Cashew sheet for two of them is one batch, and its pieces add up.
        let line = &told.orders[0].lines[0];
        let pieces = line.pieces.expect("counted");
        assert_eq!((pieces.asked, pieces.spare, pieces.tasting, pieces.made), (44, 3, 1, 48));
        assert_eq!(told.batches[0].pieces, Some(48));
        assert_eq!(told.batches[0].who, ["A neighbour", "A bookshop"], "the earliest first");
        // What is poured is poured at once; a syrup waits for nothing.
        let step =
            |key: &str| told.batches[0].steps.iter().find(|s| s.id.ends_with(key)).expect("there").clone();
        assert!(step("/combine").from_min - step("/boil").to_min <= 1);
        assert!(step("/boil").syrup && !step("/cook").syrup && step("/rest").cook.is_none());
        // Hands: never more of a cook than there is, and only while she is there.
        for lane in told.lanes.iter().filter(|l| l.kind == LaneKind::Hands) {
            for bar in &lane.bars {
                let over = lane.bars.iter().filter(|o| o.from_min <= bar.from_min && bar.from_min < o.to_min);
                assert!(over.map(|o| o.units).sum::<i32>() <= 10, "{} at {}", lane.name, bar.from_min);
            }
        }
        let helper = &told.lanes[1];
        assert!(
            helper.name == "Helper" && helper.bars.iter().all(|b| b.from_min >= 1980 && b.to_min <= 2400)
        );
        // Why it stands there: what is moved alone breaks something, and says what.
        let names = Names::of(&laid, q.kitchen);
        let moves = why_there(&laid.problem, &starts, "cashew-sheet.1/boil");
        assert_eq!(moves.len(), 8);
        let later = moves.iter().find(|m| m.by_min == 5).expect("tried");
        let said: Vec<String> = later.breaks.iter().map(|b| names.breaks(b)).collect();
        assert!(said.iter().any(|s| s.contains("would begin before “Boil to one string”")), "{said:?}");
        let (earlier, later) = may_move(&laid.problem, &starts, "cashew-sheet.1/boil");
        assert!(earlier < 60 && later < 5, "{earlier} {later}");
        // Elsewhere: pinned there, the rest follows.
        let at = starts["cashew-sheet.1/boil"] - 60;
        let there = plan_with(&laid.problem, &starts, ("cashew-sheet.1/boil", at), 1).expect("it can");
        assert_eq!(there.starts["cashew-sheet.1/boil"], at);
        assert!(there.moved.contains(&"cashew-sheet.1/combine".to_owned()));
        assert!(
            plan_with(&laid.problem, &starts, ("cashew-sheet.1/boil", 120), 1).is_err(),
            "nobody is there"
        );
    });
}

#[test]
fn more_draws_and_more_time_are_surer_and_what_is_certain_is_certain() {
    let (orders, days) = (weekend(), days(&weekend()));
    with(&orders, &days, &[], |q| {
        let (laid, starts) = planned(q, 200);
        let of = |grace: i32| sure(&laid.problem, &starts, &laid.spreads, grace, (500, 7));
        let (tight, wide) = (of(0), of(90));
        assert_eq!(tight, of(0), "the same seed draws the same");
        for (batch, frac) in &tight.on_time {
            assert!((0.0..=1.0).contains(frac) && wide.on_time[batch] >= *frac, "{batch}");
        }
        let none = sure(&laid.problem, &starts, &BTreeMap::new(), 0, (50, 7));
        assert!(none.on_time.values().all(|f| *f >= 1.0) && none.decides.is_none(), "{none:?}");
    });
}

#[test]
fn the_list_is_what_the_batches_take_and_costs_are_shared_out_whole() {
    let (orders, mut days) = (weekend(), days(&weekend()));
    let pantry = Pantry {
        money: "cr".into(),
        items: [
            ("sugar", 300.0, Some(1000.0), 2.0),
            ("cashew", 0.0, Some(250.0), 5.0),
            ("chhena", 0.0, None, 10.0),
        ]
        .into_iter()
        .map(|(key, have_g, pack_g, price)| {
            (key.to_owned(), PantryItem { have_g, pack_g, price: Some(price) })
        })
        .collect(),
    };
    for made in [vec![], vec!["chhena".to_owned()]] {
        days.made = made;
        with(&orders, &days, &[], |q| {
            let (laid, starts) = planned(q, 50);
            let here: Vec<String> = q.days.made.clone();
            let list = shopping(q, &laid, &pantry).expect("a list");
            let mut sum: BTreeMap<String, f64> = BTreeMap::new();
            for (key, g) in laid.made.iter().flat_map(|m| ledger(m, &here)) {
                *sum.entry(key).or_default() += g;
            }
            sum.remove("water");
            assert_eq!(list.lines.len(), sum.len());
            for line in &list.lines {
                assert!((line.needed_g - sum[&line.ingredient]).abs() < 1e-6, "{}", line.name);
                assert!(line.buy_g + line.have_g >= line.needed_g - 1e-6, "{}: enough", line.name);
                if let Some(packs) = line.packs {
                    let pack_g = pantry.items[&line.ingredient].pack_g.expect("a pack");
                    assert!((f64::from(packs) * pack_g - line.buy_g).abs() < 1e-9);
                    assert!(line.buy_g - line.missing_g < pack_g, "{}: no pack too many", line.name);
                }
            }
            // What the orders cost is what the batches cost: nothing is lost or counted twice.
            let (orders_cost, batches_cost): (f64, f64) =
                (list.orders.iter().map(|o| o.cost).sum(), list.batches.iter().map(|b| b.cost).sum());
            assert!((orders_cost - batches_cost).abs() < 0.01 * batches_cost, "{orders_cost} {batches_cost}");
            assert_eq!(list.lines.iter().any(|l| l.ingredient == "chhena"), here.is_empty());
            if !here.is_empty() {
                // Made first, and fresh when it goes in.
                let chhena = laid.made.iter().find(|m| m.makes.is_some()).expect("made here");
                let ends = laid.problem.batches.iter().find(|b| b.id == chhena.key).expect("planned");
                let ready = ends.steps.iter().map(|s| starts[&s.id] + s.dur).max().expect("steps");
                assert!(ready <= starts["poached-chhena-balls.1/knead"]);
            }
        });
    }
}

#[test]
fn more_than_a_pan_holds_is_several_batches_of_whole_pieces() {
    let orders = vec![(1, order("A fair", 18, vec![line("cashew-sheet", Amount::Pieces { count: 1500 })]))];
    with(&orders, &days(&orders), &[], |q| {
        let laid = lay_out(q).expect("laid out");
        assert!(laid.made.len() > 1, "{:?}", laid.said);
        let all: u32 =
            laid.made.iter().map(|m| m.formula.pieces.count.expect("counted").round() as u32).sum();
        assert_eq!(all, 1576, "1,500 asked, 75 spare, one to taste");
        assert!(laid.made[0].title.contains("1 of"));
    });
}

#[test]
fn what_cannot_be_made_is_said_and_the_rest_is_planned() {
    let mut orders = weekend();
    orders[0].1.lines.push(line("no-such-sweet", Amount::Pieces { count: 5 }));
    orders.push((
        4,
        Order {
            due: date(2027, 1, 5).at(12, 0, 0, 0),
            ..order("Later", 12, vec![line("khoya", Amount::Mass { finished_g: 200.0 })])
        },
    ));
    with(&orders, &days(&orders), &[], |q| {
        let (laid, _) = planned(q, 10);
        assert!(laid.said.iter().any(|s| s.contains("no longer on the shelf")), "{:?}", laid.said);
        assert!(laid.said.iter().any(|s| s.contains("outside these days")), "{:?}", laid.said);
        assert_eq!(laid.made.len(), 5);
    });
}

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
    assert!(refused(&|d| d.starts = BTreeMap::from([("x".to_owned(), i32::MAX)])).contains("starts"));
    assert!(refused(&|d| d.pins = BTreeMap::from([("x".to_owned(), i32::MIN)])).contains("starts"));
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
    pinned.pins = BTreeMap::from([
        ("cashew-sheet.1/boil".to_owned(), 2100),
        ("cashew-sheet.1/dissolve".to_owned(), 2200),
    ]);
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
fn begun(key: &str, sweet: &str, q: &DayQuestion<'_>, done: &[(&str, i64)], now_ms: i64) -> Begun {
    let laid = lay_out(q).expect("laid out");
    let made = laid.made.iter().find(|m| m.key == key).expect("planned");
    let sweet = &q.sweets[sweet];
    let setup = made.made.setup(sweet, &made.ask, q.book).expect("set up");
    let start_ms = done.first().map_or(now_ms, |d| d.1 - 60_000);
    let log: Vec<Logged> = (1..)
        .zip(done)
        .map(|(seq, (step, at_ms))| {
            Logged::new(seq, *at_ms, BatchEvent::StepDone { step: (*step).into(), load: 1 })
        })
        .collect();
    let state = state_at(&setup, start_ms, &log, now_ms).expect("stands");
    Begun { batch_id: 1, key: key.into(), over: false, state }
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
        // What is ready before is left where it is.
        assert_eq!(after.starts["poached-chhena-balls.1/steep"], starts["poached-chhena-balls.1/steep"]);
    });
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

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]
    /// Whatever is asked for: the plan holds, pieces are enough, a pin stays, the same seed is the same plan.
    #[test]
    fn whatever_is_asked_for_the_plan_holds(
        lines in prop::collection::vec((0..6usize, 5..60u32, 11..19i8), 1..5), seed in 0..100u64,
    ) {
        let keys = ["cashew-sheet", "gram-flour-ladoo", "semolina-ladoo", "sesame-jaggery-ladoo", "almond-sheet", "coconut-khoya-barfi"];
        let orders: Vec<(i32, Order)> = (1..).zip(&lines)
            .map(|(id, (sweet, count, hour))| (id, order("Somebody", *hour, vec![line(keys[*sweet], Amount::Pieces { count: *count })])))
            .collect();
        let mut days = days(&orders);
        days.cooks[0].hours[1].from = time(5, 0, 0, 0);
        with(&orders, &days, &[], |q| {
            let laid = lay_out(q).expect("laid out");
            let made: u32 = laid.made.iter().filter_map(|m| m.formula.pieces.count).map(|c| c.round() as u32).sum();
            prop_assert!(made >= lines.iter().map(|l| l.1).sum::<u32>());
            let plan = |of: &LaidOut| {
                let mut planner = Planner::new(&of.problem, seed).expect("plans");
                planner.improve(20);
                planner.starts()
            };
            let starts = plan(&laid);
            prop_assert!(judge(&laid.problem, &starts).is_ok());
            prop_assert_eq!(&starts, &plan(&laid));
            let (id, at) = starts.iter().find(|(id, _)| !id.ends_with('~')).expect("steps");
            let mut pinned = q.days.clone();
            pinned.pins.insert(id.clone(), *at);
            let pinned = lay_out(&DayQuestion { days: &pinned, ..*q }).expect("laid out");
            prop_assert_eq!(plan(&pinned)[id], *at);
            Ok(())
        })?;
    }
}
