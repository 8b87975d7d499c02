//! Whose step it is, in which pan and in which trays: read off the sweets, the kitchen and the hours themselves.

use jiff::civil::{date, time};
use unctum_core::day::{DayBatch, DayHold, Starts, StepId};
use unctum_core::formula::Size;
use unctum_core::order::{
    DayChoice, DayCook, DayHours, DayQuestion, KitchenDays, LaidOut, Order, eaters, lay_out, not_for, tell,
};
use unctum_core::process::{Step, StepKind};
use unctum_core::start::{Eaters, StartAsk, set_up};

use crate::common::shelf::shelf;
use crate::common::weekend::{days, kitchen, order, pieces, planned, weekend, with};

/// From, to, min, of every hold of a thing whose name begins so, with its batch.
fn held(laid: &LaidOut, starts: &Starts, of: &str) -> Vec<(String, String, i32, i32)> {
    let end = |b: &DayBatch, h: &DayHold| {
        starts[&h.to] + b.steps.iter().find(|s| s.id == h.to).expect("a step").dur
    };
    let all = laid.problem.batches.iter().flat_map(|b| b.holds.iter().map(move |h| (b, h)));
    let of = all.filter(|(_, h)| h.res.to_string().starts_with(of));
    of.map(|(b, h)| (h.res.to_string(), b.id.clone(), starts[&h.from], end(b, h))).collect()
}

#[test]
fn each_step_is_done_by_one_who_stays_until_its_end() {
    let orders = weekend();
    let shift = |from: (i8, i8), to: (i8, i8)| DayHours {
        date: date(2026, 12, 5),
        from: time(from.0, from.1, 0, 0),
        to: time(to.0, to.1, 0, 0),
    };
    // One leaves as the other comes: no step may lie across that.
    let cooks = vec![
        DayCook { name: "Early".into(), hours: vec![shift((6, 0), (10, 10))] },
        DayCook { name: "Late".into(), hours: vec![shift((10, 10), (19, 0))] },
    ];
    let ids = orders.iter().map(|o| o.0).collect();
    let of = KitchenDays::usual("Shifts", "Asia/Kathmandu", (date(2026, 12, 4), 2), cooks, ids);
    with(&orders, &of, &[], |q| {
        let (laid, starts) = planned(q, 40);
        let shifts: Vec<(i32, i32)> = [((6, 0), (10, 10)), ((10, 10), (19, 0))]
            .map(|((a, b), (c, d))| (1440 + 60 * a + b, 1440 + 60 * c + d))
            .to_vec();
        let steps = laid.problem.batches.iter().flat_map(|b| &b.steps);
        let with_hands: Vec<_> = steps.filter(|s| s.uses.contains_key("attention")).collect();
        assert!(with_hands.len() > 20);
        for step in with_hands {
            let (from, to) = (starts[&step.id], starts[&step.id] + step.dur);
            assert!(shifts.iter().any(|s| s.0 <= from && to <= s.1), "{} from {from} to {to}", step.id);
        }
    });
}

/// Where a batch goes from one pair of hands to another, it is said at the step that is taken over, and nowhere else.
#[test]
fn what_is_taken_over_is_said() {
    let (orders, of) = (weekend(), days(&weekend()));
    with(&orders, &of, &[], |q| {
        let (laid, starts) = planned(q, 60);
        let told = tell(q, &laid, &starts);
        let mut seen = 0;
        for batch in &told.batches {
            let mut with_hands = batch.steps.iter().filter(|s| s.cook.is_some());
            let mut before = with_hands.next().expect("a first");
            assert_eq!(before.from_cook, None, "{}", before.id);
            for step in with_hands {
                let other = (step.cook != before.cook).then(|| before.cook.clone()).flatten();
                seen += i32::from(other.is_some());
                assert_eq!(step.from_cook, other, "{}", step.id);
                before = step;
            }
            let waits = batch.steps.iter().filter(|s| s.cook.is_none());
            waits.for_each(|s| assert_eq!(s.from_cook, None));
        }
        assert!(seen > 0, "a helper helps");
    });
}

fn three_small(choices: &[(&str, i32)]) -> (Vec<(i32, Order)>, KitchenDays) {
    let lines = ["cashew-sheet", "coconut-khoya-barfi", "gram-flour-ladoo"].map(|key| pieces(key, 12));
    let orders = vec![(1, order("A neighbour", 17, lines.to_vec()))];
    let mut of = days(&orders);
    of.choices = choices
        .iter()
        .map(|(key, pan_id)| ((*key).into(), DayChoice { pan_id: *pan_id, ring_id: 1 }))
        .collect();
    (orders, of)
}

#[test]
fn small_batches_take_the_pans_that_stand_idle() {
    let (orders, of) = three_small(&[]);
    with(&orders, &of, &[], |q| {
        let made = lay_out(q).expect("laid out").made;
        let mut pans: Vec<i32> = made.iter().map(|m| m.choice.pan_id).collect();
        for batch in &made {
            assert_eq!(batch.ask.pan_id, Some(batch.choice.pan_id));
            assert_eq!(
                batch.made.picked.pan_id,
                Some(batch.choice.pan_id),
                "what is reckoned is what is told"
            );
        }
        pans.sort_unstable();
        pans.dedup();
        assert!(pans.len() > 1, "{pans:?}");
    });
    // What she chose stays.
    let (orders, of) = three_small(&[("cashew-sheet.1", 3), ("coconut-khoya-barfi.1", 3)]);
    with(&orders, &of, &[], |q| {
        let made = lay_out(q).expect("laid out").made;
        let chosen = made.iter().filter(|m| m.choice.pan_id == 3).map(|m| m.key.as_str());
        assert!(chosen.count() >= 2);
    });
}

#[test]
fn a_pan_is_washed_before_the_next_batch_is_made_in_it() {
    let (orders, of) =
        three_small(&[("cashew-sheet.1", 1), ("coconut-khoya-barfi.1", 1), ("gram-flour-ladoo.1", 1)]);
    for wash_min in [0, 10, 45] {
        with(&orders, &of, &[], |q| {
            let mut hers = q.kitchen.clone();
            hers.bench.wash_min = wash_min;
            let q = &DayQuestion { kitchen: &hers, ..*q };
            let (laid, starts) = planned(q, 40);
            let mut in_it = held(&laid, &starts, "pan:1");
            in_it.sort_by_key(|h| h.2);
            assert!(in_it.len() >= 3);
            for (one, next) in in_it.iter().zip(&in_it[1..]).filter(|(a, b)| a.1 != b.1) {
                assert!(next.2 >= one.3 + wash_min as i32, "{wash_min} min: {one:?}, then {next:?}");
            }
        });
    }
}

/// Of several fillings of one batch in a pan, each after which none of the same batch has to come is washed after.
#[test]
fn whatever_may_be_the_last_in_a_pan_is_washed_after() {
    for sweet in shelf().1.iter().map(|s| s.key.as_str()) {
        let orders = vec![(1, order("The hall", 17, vec![pieces(sweet, 12)]))];
        with(&orders, &days(&orders), &[], |q| {
            let mut one = q.kitchen.clone();
            one.pans.truncate(1);
            let q = &DayQuestion { kitchen: &one, ..*q };
            let Ok(laid) = lay_out(q) else { return };
            for batch in &laid.problem.batches {
                let comes_after = |from: &StepId, to: &StepId| {
                    let mut seen = vec![from.clone()];
                    let mut at = 0;
                    while at < seen.len() {
                        let next = batch.lags.iter().filter(|l| l.from == seen[at]).map(|l| l.to.clone());
                        let next: Vec<StepId> = next.filter(|s| !seen.contains(s)).collect();
                        seen.extend(next);
                        at += 1;
                    }
                    seen[1..].contains(to)
                };
                let pans: Vec<&DayHold> = batch.holds.iter().filter(|h| h.res == *"pan:1").collect();
                assert!(pans.is_empty() || pans.iter().any(|h| h.after_min == 10), "{sweet}: {pans:?}");
                for hold in &pans {
                    let ends = hold.to.marked().unwrap_or_else(|| hold.to.clone());
                    let followed = pans.iter().any(|other| {
                        other.from != hold.from && (other.to == hold.to || comes_after(&ends, &other.to))
                    });
                    let washed = hold.after_min == 10;
                    assert!(followed || washed, "{sweet}: {hold:?} of {pans:?}");
                }
            }
        });
    }
}

#[test]
fn each_slab_lies_in_trays_of_its_own_that_hold_it() {
    let many = pieces("cashew-sheet", 60);
    let orders = vec![(
        1,
        order(
            "A fair",
            17,
            vec![pieces("coconut-khoya-barfi", 90), pieces("gram-flour-ghee-slab", 20), many],
        ),
    )];
    with(&orders, &days(&orders), &[], |q| {
        let (laid, starts) = planned(q, 20);
        let trays = kitchen().trays;
        let mut poured = 0;
        for batch in &laid.made {
            let written = &batch.made.weighed.at.written;
            let Some(cm2) = written.pieces().sheet_cm2.filter(|_| !batch.made.method().is_rolled()) else {
                continue;
            };
            let room = |res: &str| {
                let tray = trays.iter().find(|t| format!("tray:{}", t.id.expect("a number")) == res);
                tray.map_or(0.0, |t| t.tray.length_cm * t.tray.width_cm)
            };
            let all: f64 = batch.trays.iter().map(|(res, n)| f64::from(*n) * room(res.as_str())).sum();
            assert!(1.3 * all + 1e-6 >= cm2, "{}: {cm2} cm2 in {:?}", batch.key, batch.trays);
            poured += 1;
        }
        assert!(poured > 0);
        // No two in one tray at once.
        let lie = held(&laid, &starts, "tray:");
        for (i, a) in lie.iter().enumerate() {
            let clash = lie[..i].iter().find(|b| a.0 == b.0 && a.1 != b.1 && a.2 < b.3 && b.2 < a.3);
            assert!(clash.is_none(), "{a:?} with {clash:?}");
        }
    });
}

/// Nuts in one sweet, none in the other, in one pan; the one with nuts is fetched first.
fn one_without_nuts() -> (Vec<(i32, Order)>, KitchenDays) {
    let without = Order {
        avoids: vec!["tree nuts".into()],
        ..order("A neighbour", 17, vec![pieces("coconut-khoya-barfi", 12)])
    };
    let orders = vec![(1, order("A bookshop", 12, vec![pieces("cashew-sheet", 12)])), (2, without)];
    let mut of = days(&orders);
    let pan = DayChoice { pan_id: 1, ring_id: 1 };
    of.choices = ["cashew-sheet.1", "coconut-khoya-barfi.1"].map(|key| (key.to_owned(), pan)).into();
    (orders, of)
}

#[test]
fn what_is_for_those_who_must_not_eat_nuts_is_made_before_them() {
    let (orders, of) = one_without_nuts();
    let in_pan = |orders: &[(i32, Order)]| {
        with(orders, &of, &[], |q| {
            let (laid, starts) = planned(q, 40);
            let in_it = held(&laid, &starts, "pan:1");
            let of = |key: &str| in_it.iter().filter(|h| h.1 == key).cloned().collect::<Vec<_>>();
            (of("coconut-khoya-barfi.1"), of("cashew-sheet.1"), laid.kept_apart)
        })
    };
    let (clean, nuts, told) = in_pan(&orders);
    assert!(!clean.is_empty() && !nuts.is_empty());
    for (one, other) in clean.iter().flat_map(|c| nuts.iter().map(move |n| (c, n))) {
        assert!(one.3 + 10 <= other.2, "{one:?} is in the pan before {other:?}");
    }
    let [apart] = &told[..] else { panic!("{told:?}") };
    assert!(apart.orders.contains(&2) && !apart.orders.contains(&1));
    for word in ["Coconut", "before Cashew"] {
        assert!(apart.words.contains(word), "{word}: {}", apart.words);
    }
    // Who may eat anything is told nothing.
    let mut anything = orders;
    anything[1].1.avoids.clear();
    assert!(in_pan(&anything).2.is_empty());
}

#[test]
fn who_must_not_eat_what_is_in_it_is_warned_at_the_order() {
    let (mut orders, of) = one_without_nuts();
    let said = |orders: &[(i32, Order)]| {
        with(orders, &of, &[], |q| {
            not_for(&orders[0].1, |key| q.sweets.get(key), q.book).expect("can be made")
        })
    };
    assert!(said(&orders).is_empty());
    orders[0].1.avoids = vec!["tree nuts".into(), "egg".into()];
    let words = said(&orders).join(" ");
    assert!(words.contains("tree nuts") && !words.contains("egg") && words.contains("A bookshop"), "{words}");
    with(&orders, &of, &[], |q| {
        assert!(orders[0].1.check_avoids(q.book.larder).is_ok());
        let odd = Order { avoids: vec!["nuts".into()], ..orders[0].1.clone() };
        let refused = odd.check_avoids(q.book.larder).expect_err("protects nobody").to_string();
        assert!(refused.contains("nuts") && refused.contains("tree nuts"), "{refused}");
    });
}

/// At the stove: before anything touches it, and at the fat.
#[test]
fn who_must_not_eat_what_is_said_at_the_first_steps_and_at_the_fat() {
    let (mut orders, of) = one_without_nuts();
    orders[1].1.lines.push(pieces("lentil-coils", 12));
    with(&orders, &of, &[], |q| {
        let theirs = eaters(q, "coconut-khoya-barfi.1");
        assert_eq!(
            (&theirs.who[..], &theirs.avoid[..]),
            (&["A neighbour".to_owned()][..], &["tree nuts".to_owned()][..])
        );
        assert_eq!(eaters(q, "cashew-sheet.1"), Eaters::default(), "for one who eats all");
        assert_eq!(eaters(q, "gone.1"), theirs, "not known: all of these days");
        let told = |key: &str, eaters: &Eaters| {
            let ask = StartAsk {
                sweet_key: Some(key.into()),
                size: Some(Size::Times { factor: 1.0 }),
                ..StartAsk::default()
            };
            let mut setup = set_up(&ask, q.sweets.get(key), q.kitchen, q.book).expect("set up");
            let before = setup.clone();
            setup.heed(eaters);
            let more = |a: &Step, b: &Step| b.hazards.len() - a.hazards.len();
            let said: Vec<usize> = before.steps.iter().zip(&setup.steps).map(|(a, b)| more(a, b)).collect();
            (setup, said)
        };
        for key in ["coconut-khoya-barfi", "lentil-coils"] {
            let (setup, said) = told(key, &theirs);
            for (step, more) in setup.steps.iter().zip(said) {
                let (begins, fries) = (step.takes.is_empty(), step.kind == StepKind::Fry);
                assert_eq!(more, usize::from(begins) + usize::from(fries), "{key}, {}", step.key);
                if begins {
                    let first = &step.hazards[0];
                    assert!(
                        first.contains("A neighbour")
                            && first.contains("tree nuts")
                            && first.contains("packet"),
                        "{first}"
                    );
                }
                if fries {
                    assert!(step.hazards[0].starts_with("Fresh fat"), "{:?}", step.hazards);
                }
            }
        }
        // What has it in it is not called clean.
        let (cashew, _) = told("cashew-sheet", &theirs);
        let first = &cashew.steps[0].hazards[0];
        assert!(first.contains("has tree nuts in it") && !first.contains("wash"), "{first}");
        let (_, nobody) = told("cashew-sheet", &Eaters::default());
        assert!(nobody.iter().all(|more| *more == 0));
    });
}

/// What is made here is cold before it is crumbled; what then waits for its batch is covered, in the cold where it has to be.
#[test]
fn what_is_made_here_is_there_before_it_is_crumbled_and_kept_until_it_goes_in() {
    let orders = weekend();
    let mut of = days(&orders);
    of.made = vec!["khoya".into(), "chhena".into()];
    with(&orders, &of, &[], |q| {
        let (laid, mut starts) = planned(q, 40);
        let khoya = laid.problem.batches.iter().find(|b| b.id == "khoya.for").expect("made here");
        let cold = khoya.steps.iter().map(|s| starts[&s.id] + s.dur).max().expect("steps");
        assert!(cold <= starts["coconut-khoya-barfi.1/ready"], "{cold}");
        starts.iter_mut().filter(|(id, _)| id.belongs_to("chhena.for")).for_each(|(_, at)| *at -= 120);
        let told = tell(q, &laid, &starts);
        let (place, chhena) =
            told.batches.iter().enumerate().find(|(_, b)| b.key == "chhena.for").expect("made here");
        let kept = chhena.kept.as_ref().expect("it waits");
        assert_eq!(Some(kept.from_min), chhena.ready_min);
        assert_eq!(kept.to_min, starts["poached-chhena-balls.1/knead"]);
        assert!(kept.cold && kept.words.contains("refrigerator"), "{kept:?}");
        let lies = |l: &&unctum_core::order::Lane| l.name == "Refrigerator";
        let bars = told.lanes.iter().find(lies).map(|l| l.bars.clone()).unwrap_or_default();
        let there = |b: &unctum_core::order::LaneBar| {
            b.batch == place && (b.from_min, b.to_min) == (kept.from_min, kept.to_min) && b.units >= 1
        };
        assert!(bars.iter().any(there), "{bars:?}");
        // What is fetched is told only where it has to lie cold.
        assert!(told.batches.iter().all(|b| b.who.is_empty() || b.kept.as_ref().is_none_or(|k| k.cold)));
    });
}
