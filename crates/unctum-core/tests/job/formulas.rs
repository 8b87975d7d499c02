//! Laws of the process: balance, scaling, measures and order.

use crate::common::shelf::*;
use proptest::prelude::*;
use unctum_core::formula::*;
use unctum_core::process::*;
use unctum_core::shelf::compare;
use unctum_core::syrup::*;

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]

    #[test]
    fn the_balance_closes_at_any_size(i in index(64), factor in 0.25_f64..10.0) {
        let all = methods();
        let method = all[i % all.len()];
        let as_written = balance(method, &shelf().0, book().ladder).expect("balance");
        let b = balance(&written(method).scaled(factor), &shelf().0, book().ladder).expect("scaled");
        prop_assert!(b.gap_g().abs() < 1e-6 * b.put_in_g);
        prop_assert!((b.finished_g / as_written.finished_g - factor).abs() < 1e-9 * factor);
        // Component by component: nothing but water comes or goes unaccounted.
        let mut parts = b.finished;
        for aside in &b.asides {
            parts = parts.plus(&aside.parts);
        }
        let into = written(method).scaled(factor)
            .steps
            .iter()
            .flat_map(|s| &s.inputs)
            .map(|e| shelf().0.get(&e.ingredient).expect("known").composition.of_g(e.amount_g))
            .fold(unctum_core::food::Parts::default(), |a, p| a.plus(&p));
        for (a, b) in into.with_water(0.0).to_array().iter().zip(parts.with_water(0.0).to_array()) {
            prop_assert!((a - b).abs() < 1e-6 * into.total_g());
        }
    }

    #[test]
    fn scaling_up_and_back_is_identity(i in index(64), factor in 0.25_f64..10.0) {
        let all = methods();
        let method = all[i % all.len()];
        let up = written(method).scaled(factor);
        let back = written(&up).scaled(1.0 / factor);
        for (a, b) in method.steps.iter().flat_map(|s| &s.inputs).zip(back.steps.iter().flat_map(|s| &s.inputs)) {
            prop_assert!((a.amount_g - b.amount_g).abs() < 1e-9 * a.amount_g.max(1.0), "{}", a.ingredient);
        }
    }

    #[test]
    fn the_order_of_writing_makes_no_difference(i in index(64), seed in any::<u64>()) {
        let all = methods();
        let method = all[i % all.len()];
        let mut shuffled = method.clone();
        let mut state = seed | 1;
        let mut rng = |n: usize| {
            state = state.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1);
            (state >> 33) as usize % n
        };
        for k in (1..shuffled.steps.len()).rev() {
            shuffled.steps.swap(k, rng(k + 1));
        }
        for step in &mut shuffled.steps {
            for k in (1..step.inputs.len()).rev() {
                step.inputs.swap(k, rng(k + 1));
            }
            step.takes.reverse();
        }
        let (a, b) = (
            balance(method, &shelf().0, book().ladder).expect("one"),
            balance(&shuffled, &shelf().0, book().ladder).expect("other"),
        );
        prop_assert_eq!(a.finished, b.finished);
        for step in &a.steps {
            prop_assert_eq!(Some(step), b.step(&step.step));
        }
    }

    #[test]
    fn equal_measures_keep_their_ratio_whatever_the_cup(cup_ml in 100.0_f64..250.0) {
        let method = method("seven-part-barfi", "equal");
        let f = worked(method, Size::Cups { cup_ml, count: 1.0 }, &katori(cup_ml)).expect("formula");
        for (ingredient, parts) in &method.equal_measures.as_ref().expect("equal").cups {
            let known = shelf().0.get(ingredient).expect("known");
            let entries: Vec<_> = method.steps.iter().flat_map(|s| &s.inputs).filter(|e| e.ingredient == *ingredient).collect();
            let line = f.lines.iter().find(|l| l.ingredient == *ingredient).expect("line");
            let mass_g: f64 = line.uses.iter().filter(|u| u.purpose == Purpose::Mass).map(|u| u.amount_g).sum();
            let state = entries.iter().find(|e| e.purpose == Purpose::Mass).and_then(|e| e.state.as_deref());
            let cups = mass_g / known.density(state).expect("state").g_per_ml / cup_ml;
            prop_assert!((cups - parts).abs() < 0.01 * parts, "{ingredient}: {cups} for {parts}");
        }
    }

}

#[test]
fn the_cashew_sheet_is_what_it_was_worked_out_for() {
    let f = worked(method("cashew-sheet", "one-string"), Size::Times { factor: 1.0 }, &katori(180.0))
        .expect("formula");
    let grams: Vec<(&str, f64)> = f.lines.iter().map(|l| (l.ingredient.as_str(), l.weigh_g)).collect();
    assert_eq!(grams, [("sugar", 260.0), ("water", 130.0), ("cashew", 400.0), ("ghee", 18.0)]);
    assert!((f.composition.water_frac - 0.095).abs() < 1e-9);
    assert_eq!(f.allergens, ["milk", "tree nuts"]);
    let boil = f.steps.iter().find(|s| s.stage == Some(StageKey::OneString)).expect("boil");
    assert!(
        (boil.end_frac.expect("strength") - Ladder::default().of(StageKey::OneString).aim_frac()).abs()
            < 1e-9
    );
    let ghee = &f.lines[3];
    assert_eq!(ghee.uses.len(), 2, "one part in the mass, one on paper and hands");
    assert!(ghee.uses.iter().any(|u| u.purpose == Purpose::Greasing));
}

#[test]
fn rounding_says_what_it_does_to_the_strength() {
    let f = worked(method("cashew-sheet", "one-string"), Size::Times { factor: 0.4 }, &katori(180.0))
        .expect("formula");
    let syrup = &f.rounding.syrups[0];
    assert!((syrup.exact_frac - 2.0 / 3.0).abs() < 1e-9);
    assert!((syrup.weighed_frac - syrup.exact_frac).abs() < 0.02);
    assert!((syrup.measured_frac - syrup.exact_frac).abs() > 0.001, "quarter cups are coarse at this size");
    assert!(f.rounding.measured_g.is_some());
}

#[test]
fn two_methods_stand_side_by_side() {
    let (a, b) = (method("gram-flour-ghee-slab", "syrup"), method("gram-flour-ghee-slab", "one-pan"));
    let of = |m| worked(m, Size::Mass { finished_g: 800.0 }, &[]).expect("formula");
    let (fa, fb) = (of(a), of(b));
    let c = compare((a, &fa), (b, &fb));
    let left: Vec<_> = c.steps.iter().filter_map(|p| p.left.clone()).collect();
    let right: Vec<_> = c.steps.iter().filter_map(|p| p.right.clone()).collect();
    assert_eq!(left, a.steps.iter().map(|s| s.key.clone()).collect::<Vec<_>>());
    assert_eq!(right, b.steps.iter().map(|s| s.key.clone()).collect::<Vec<_>>());
    assert!(c.steps.iter().any(|p| p.left.is_some() && p.right.is_some()));
    let water = c.numbers.iter().find(|n| n.what == "Water in the sweet").expect("water");
    assert!(water.left < water.right);
}

#[test]
fn the_stove_gets_rounded_amounts_in_working_order() {
    let size = Size::Ingredient { ingredient: "cashew".into(), amount_g: 400.0 };
    let sheet = sheet_of(method("cashew-sheet", "one-string"), &size, &Measuring::SCALE).expect("sheet");
    let syrup = sheet.syrup.expect("a syrup");
    assert!((syrup.charge.sucrose_g - 260.0).abs() < 1e-9 && (syrup.charge.water_g - 130.0).abs() < 1e-9);
    assert_eq!(syrup.stage, StageKey::OneString);
    assert_eq!(sheet.steps.first().map(|s| s.kind), Some(StepKind::MakeReady));
    let none = sheet_of(method("gram-flour-ladoo", "aroma"), &Size::Times { factor: 1.0 }, &Measuring::SCALE);
    assert_eq!(none.expect("goes to the stove too").syrup, None);
}
