//! What changes, and all that follows from it.

use crate::common::shelf::*;
use crate::common::*;
use proptest::prelude::*;
use unctum_core::formula::*;
use unctum_core::kitchen::Air;
use unctum_core::process::*;
use unctum_core::syrup::*;
use unctum_core::variation::*;

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]

    #[test]
    fn random_variations_close_and_never_fail_badly(i in index(64), k in index(64), j in index(64)) {
        let all = methods();
        let (method, swaps) = (all[i % all.len()], swaps());
        let offers = offers(method, &book_with(&swaps));
        prop_assume!(!offers.is_empty());
        let changes: Vec<Variation> = [k, j].iter().flat_map(|n| offers[n % offers.len()].changes.clone()).collect();
        if let Ok(varied) = changed(method, &changes, &swaps) {
            let b = balance(&varied.method, &shelf().0, book().ladder).expect("balance");
            prop_assert!(b.gap_g().abs() < 1e-6 * b.put_in_g);
            prop_assert!(varied.effects.iter().all(|e| !e.words.is_empty()));
        }
    }
}

#[test]
fn a_variation_says_all_it_does() {
    let (method, swaps) = (method("cashew-sheet", "one-string"), swaps());
    let swap = |from: &str, to: &str, by| Variation::Swap { from: from.into(), to: to.into(), by };
    let jaggery =
        changed(method, &[swap("sugar", "cane-jaggery", SwapBy::Sweetness)], &swaps).expect("varied");
    let topics: Vec<&str> = jaggery.effects.iter().map(|e| e.topic).collect();
    assert!(
        topics.contains(&"structure") && topics.contains(&"colour") && topics.contains(&"yield"),
        "{topics:?}"
    );
    assert!(jaggery.effects.iter().any(|e| e.words.contains("carries the set")));
    let oil = changed(method, &[swap("ghee", "neutral-oil", SwapBy::Fat)], &swaps).expect("oil");
    assert!(oil.effects.iter().any(|e| e.words == "No longer contains milk."));
    assert!(oil.effects.iter().any(|e| e.topic == "diet"));
    let nuts = changed(method, &[swap("cashew", "peanut", SwapBy::Mass)], &swaps).expect("nuts");
    assert!(nuts.effects.iter().any(|e| e.words == "Now contains peanut."));
    let stage = Variation::Stage { step: "boil".into(), stage: StageKey::Thin };
    assert!(changed(method, &[stage], &swaps).is_err(), "below the starting strength");
    let unknown = Variation::Amount { ingredient: "egg".into(), times: 2.0 };
    assert!(changed(method, &[unknown], &swaps).is_err());
}

#[test]
fn a_component_made_at_home_becomes_part_of_the_method() {
    let method = method("discs-in-saffron-milk", "classic");
    let make = |ingredient: &str| Variation::Make { ingredient: ingredient.into() };
    let varied = changed(method, &[make("chhena"), make("reduced-milk")], &[]).expect("made");
    let b = balance(&varied.method, &shelf().0, book().ladder).expect("balance");
    assert!(b.gap_g().abs() < 1e-6 * b.put_in_g);
    assert!(varied.method.steps.len() > method.steps.len() + 5);
    assert!(varied.method.steps.iter().flat_map(|s| &s.inputs).all(|e| e.ingredient != "chhena"));
    assert!(b.asides.iter().any(|a| a.what == "whey"));
    let f = worked(&varied.method, Size::Pieces { count: 30.0 }, &[]).expect("formula");
    let bought = worked(method, Size::Pieces { count: 30.0 }, &[]).expect("bought");
    assert!(f.times.total_min.mid > bought.times.total_min.mid + 30.0, "it takes its lead time");
    assert!((f.finished_g - bought.finished_g).abs() < 1e-6);
    assert!(varied.method.faults(&shelf().0).is_empty(), "{:?}", varied.method.faults(&shelf().0));
    assert!(changed(method, &[make("sugar")], &[]).is_err());
    assert!(changed(method, &[make("khoya")], &[]).is_err());
}

#[test]
fn components_are_bought_or_made() {
    let method = method("discs-in-saffron-milk", "classic");
    let f = worked(method, Size::Times { factor: 2.0 }, &[]).expect("formula");
    let chhena = f.components.iter().find(|c| c.ingredient == "chhena").expect("chhena");
    assert!((chhena.needed_g - 500.0).abs() < 1e-9);
    let milk = chhena.from.iter().find(|l| l.ingredient == "whole-milk").expect("milk");
    // 3.7 % fat and about 2.6 % casein give some 14 g of curd from 100 g of milk.
    assert!((0.11..0.17).contains(&(chhena.needed_g / milk.amount_g)), "{}", chhena.needed_g / milk.amount_g);
    assert!(chhena.lead_min > 60.0);
    assert!(f.components.iter().any(|c| c.ingredient == "reduced-milk"));
}

#[test]
fn every_change_that_is_offered_can_be_made_and_says_something() {
    let swaps = swaps();
    for method in methods() {
        for offer in offers(method, &book_with(&swaps)) {
            let varied = changed(method, &offer.changes, &swaps)
                .unwrap_or_else(|e| panic!("{}, {}: {e}", method.name, offer.name));
            assert!(!varied.effects.is_empty(), "{}, {}", method.name, offer.name);
            assert!(varied.effects.iter().all(|e| e.words.ends_with('.')), "{:?}", varied.effects);
            let numbers = varied.effects.iter().flat_map(|e| [e.before, e.after]).flatten();
            assert!(numbers.into_iter().all(f64::is_finite));
        }
    }
}

#[test]
fn more_and_less_of_an_ingredient_undo_each_other() {
    let sheet = method("cashew-sheet", "one-string");
    let amount = |times: f64| Variation::Amount { ingredient: "sugar".into(), times };
    let there = changed(sheet, &[amount(1.25)], &[]).expect("more").method;
    let back = changed(&there, &[amount(0.8)], &[]).expect("less").method;
    let of =
        |m: &Method| m.lines(book().larder).expect("lines").into_iter().map(|l| l.mass_g).collect::<Vec<_>>();
    for (a, b) in of(sheet).into_iter().zip(of(&back)) {
        assert!((a - b).abs() < 1e-9 * a);
    }
    for bad in [0.0, 0.1, 6.0, f64::NAN] {
        assert!(changed(sheet, &[amount(bad)], &[]).is_err(), "{bad}");
    }
}

#[test]
fn a_later_stage_leaves_less_water_and_a_wetter_end_more() {
    let sheet = method("cashew-sheet", "one-string");
    let syrup = |stage| {
        let change = Variation::Stage { step: "boil".into(), stage };
        let varied = changed(sheet, &[change], &[]).expect("stage").method;
        worked(&varied, Size::Times { factor: 1.0 }, &[]).expect("formula")
    };
    let (one, two) = (syrup(StageKey::OneString), syrup(StageKey::TwoString));
    let end = |f: &Formula| f.steps.iter().find_map(|s| s.end_frac).expect("strength");
    assert!(end(&two) > end(&one));
    let boiled = |f: &Formula| f.steps.iter().find(|s| s.stage.is_some()).expect("boil").evaporated_g;
    assert!(boiled(&two) > boiled(&one));
}

/// A bookmark with a variation means the same sweet whatever her ladder, her air and whatever else is offered.
#[test]
fn an_offer_has_a_key_of_its_own_that_no_ladder_moves() {
    for method in methods() {
        let under = |ladder: Ladder, air: Air| {
            let book = Book {
                larder: stocked(),
                swaps: &[],
                components: components(),
                ladder: &ladder,
                air,
                paces: unctum_core::process::Paces::default(),
            };
            offers(method, &book)
        };
        let usual = under(Ladder::default(), hill_air());
        let mut keys: Vec<&str> = usual.iter().map(|o| o.key.as_str()).collect();
        let among = |o: &Offer, all: &[Offer]| {
            let same = all.iter().find(|other| other.key == o.key);
            same.is_none_or(|s| (&s.name, &s.changes) == (&o.name, &o.changes))
        };
        for school in SCHOOLS {
            let elsewhere = under(school.ladder, Air::default());
            assert!(usual.iter().all(|o| among(o, &elsewhere)), "{}: {}", method.key, school.name);
        }
        keys.sort_unstable();
        let count = keys.len();
        keys.dedup();
        assert_eq!(keys.len(), count, "{}: two offers with one key", method.key);
    }
}
