//! How much: by pieces, by mass, by one ingredient, by tray, pan and stock.

use std::collections::BTreeMap;

use crate::common::shelf::*;
use crate::common::*;
use proptest::prelude::*;
use unctum_core::CoreError;
use unctum_core::formula::*;
use unctum_core::process::*;

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]

    #[test]
    fn sizes_give_what_was_asked(i in index(64), finished_g in 100.0_f64..8000.0, count in 2_u32..400) {
        let all = methods();
        let method = all[i % all.len()];
        let by_mass = worked(method, Size::Mass { finished_g }, &[]).expect("by mass");
        prop_assert!((by_mass.finished_g - finished_g).abs() < 1e-6 * finished_g);
        if by_mass.pieces.count.is_some() {
            let by_pieces = worked(method, Size::Pieces { count: f64::from(count) }, &[]).expect("by pieces");
            prop_assert_eq!(by_pieces.pieces.count, Some(f64::from(count)));
        }
        let line = &by_mass.lines[0];
        let ingredient = line.ingredient.clone();
        if line.uses.iter().all(|u| u.purpose == Purpose::Mass) {
            let again = worked(method, Size::Ingredient { ingredient, amount_g: line.amount_g }, &[]).expect("by one");
            prop_assert!((again.finished_g - finished_g).abs() < 1e-6 * finished_g);
        }
    }

    /// Whatever is in the cupboard: nothing of it is overdrawn, and one thing is used up.
    #[test]
    fn stock_is_never_overdrawn(i in index(64), plenty in proptest::collection::vec(0.3_f64..4.0, 24)) {
        let all = methods();
        let method = all[i % all.len()];
        let lines = method.lines(book().larder).expect("lines");
        let have_g: BTreeMap<String, f64> =
            lines.iter().zip(plenty.iter().cycle()).map(|(l, times)| (l.ingredient.clone(), l.mass_g * times)).collect();
        match worked(method, Size::Stock { have_g: have_g.clone() }, &[]) {
            Ok(f) => {
                let mut used_up = Vec::new();
                for line in &f.lines {
                    let have_g = have_g[&line.ingredient];
                    prop_assert!(line.amount_g <= have_g * (1.0 + 1e-9), "{}: {} of {have_g}", line.name, line.amount_g);
                    if line.amount_g > have_g * (1.0 - 1e-9) {
                        used_up.push(line.name.clone());
                    }
                }
                prop_assert!(used_up.contains(f.runs_out_first.as_ref().expect("named")), "{used_up:?}");
            }
            // Too little even for pot and tray is told as such.
            Err(e) => prop_assert!(matches!(e, CoreError::DoesNotFit(_)), "{e}"),
        }
    }

    /// An amount of any one ingredient is met to the gram, also of fat that is partly for the pot.
    #[test]
    fn any_one_ingredient_sets_the_size(i in index(64), k in index(24), times in 1.1_f64..6.0) {
        let all = methods();
        let method = all[i % all.len()];
        let lines = method.lines(book().larder).expect("lines");
        let line = &lines[k % lines.len()];
        let amount_g = line.mass_g * times;
        let size = Size::Ingredient { ingredient: line.ingredient.clone(), amount_g };
        match worked(method, size, &[]) {
            Ok(f) => {
                let met_g = f.lines.iter().find(|l| l.ingredient == line.ingredient).expect("line").amount_g;
                prop_assert!((met_g - amount_g).abs() < 1e-6 * amount_g, "{}: {met_g} for {amount_g}", line.name);
            }
            Err(CoreError::DoesNotFit(words)) => prop_assert!(words.contains("does not grow"), "{words}"),
            // A pot of oil grows by what is drunk only: much more of it would be a huge batch.
            Err(CoreError::OutOfRange { .. }) => {}
            Err(e) => prop_assert!(false, "{e}"),
        }
    }
}

#[test]
fn frying_and_greasing_stay_with_pot_and_tray() {
    let method = method("milk-solid-balls", "powder");
    let oil = |factor: f64| {
        let f = worked(method, Size::Times { factor }, &[]).expect("formula");
        let line = f.lines.iter().find(|l| l.ingredient == "neutral-oil").expect("oil").amount_g;
        (line, f.asides.iter().filter(|a| a.what.contains("oil")).map(|a| a.unused_g).sum::<f64>())
    };
    let ((one, left_one), (four, left_four)) = (oil(1.0), oil(4.0));
    assert!(four > one && four < 1.5 * one, "only what the balls drink is added: {one} {four}");
    assert!((left_one - left_four).abs() < 1e-6, "the pot is as full afterwards");
}

#[test]
fn pans_trays_and_stock_set_the_size() {
    let sheet = method("cashew-sheet", "one-string");
    let pan = worked(sheet, Size::Pan { capacity_ml: kadai().capacity_ml() }, &[]).expect("pan");
    assert!(pan.factor > 1.0);
    let tray = |length_cm: f64, width_cm: f64, height_cm: f64, thickness_mm| {
        worked(sheet, Size::Tray { length_cm, width_cm, height_cm, thickness_mm }, &[])
    };
    let full = tray(32.0, 22.0, 2.5, None).expect("tray");
    assert!((full.pieces.sheet_cm2.expect("area") - 704.0).abs() < 0.01);
    assert!(matches!(tray(2.0, 2.0, 2.5, None), Err(CoreError::DoesNotFit(_))), "smaller than a piece");
    assert!(matches!(tray(32.0, 22.0, 0.5, Some(8.0)), Err(CoreError::DoesNotFit(_))), "over the rim");
    let have = |g: f64| BTreeMap::from([("cashew".to_owned(), g), ("sugar".to_owned(), 5000.0)]);
    let stock = worked(sheet, Size::Stock { have_g: have(200.0) }, &[]).expect("stock");
    assert!((stock.factor - 0.5).abs() < 1e-9, "the nuts are short");
    for bad in [0.0, 1e7, f64::NAN, -3.0] {
        assert!(worked(sheet, Size::Pieces { count: bad }, &[]).is_err());
    }
    assert!(worked(sheet, Size::Ingredient { ingredient: "egg".into(), amount_g: 50.0 }, &[]).is_err());
    assert!(worked(sheet, Size::Cups { cup_ml: 180.0, count: 1.0 }, &[]).is_err());
}

#[test]
fn what_one_pan_cannot_hold_is_split() {
    let method = method("cashew-sheet", "one-string");
    let f = cooked(method, Size::Times { factor: 8.0 }, &tools()).expect("formula");
    assert!(f.split >= 2.0);
    assert!(f.warnings.iter().any(|w| w.contains("rounds")), "{:?}", f.warnings);
    let boil = f.steps.iter().find(|s| s.step == "boil").expect("boil");
    assert!(boil.pan_start_g.expect("weight") > kadai().tare_g);
}

#[test]
fn sizes_out_of_range_are_refused_in_words() {
    let method = method("cashew-sheet", "one-string");
    let e = written(method).at(&Size::Times { factor: 1e9 }, &book()).expect_err("too much");
    assert!(e.to_string().contains("has to lie between"));
}

#[test]
fn what_only_greases_is_short_or_is_not_and_sets_no_size() {
    let sheet = method("cashew-sheet", "one-string");
    let have = |ghee_g: f64, nuts_g: f64| {
        let have_g = BTreeMap::from([("ghee".to_owned(), ghee_g), ("cashew".to_owned(), nuts_g)]);
        worked(sheet, Size::Stock { have_g }, &[])
    };
    assert_eq!(have(500.0, 400.0).expect("plenty").runs_out_first.as_deref(), Some("Cashew nuts"));
    let short = have(10.0, 4000.0).expect("little ghee");
    assert_eq!(short.runs_out_first.as_deref(), Some("Ghee"));
    assert!(matches!(have(1.0, 400.0), Err(CoreError::DoesNotFit(_))), "not even the tray is greased");
    assert!(worked(sheet, Size::Stock { have_g: BTreeMap::new() }, &[]).is_err());
}
