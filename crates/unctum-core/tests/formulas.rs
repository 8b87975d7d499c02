//! Laws of the process: balance, scaling, measures and order.
#![allow(clippy::expect_used, clippy::panic, missing_docs)]

mod common;

use std::collections::BTreeMap;
use std::sync::OnceLock;

use common::{hill_air, kadai, larder, swaps, sweets};
use proptest::prelude::*;
use unctum_core::CoreError;
use unctum_core::food::Larder;
use unctum_core::food::measure::{Unit, from_grams, in_measures, round_to_scale_g, to_grams};
use unctum_core::kitchen::Measure;
use unctum_core::process::{
    FormulaQuestion, Knowledge, Method, Purpose, Setting, Size, StepKind, Swap, SwapBy, Sweet, Tools,
    Variation, balance, compare, formula, offers, scaled, size_factor, stove_sheet, vary,
};
use unctum_core::syrup::{Ladder, StageKey};

fn shelf() -> &'static (Larder, Vec<Sweet>) {
    static SHELF: OnceLock<(Larder, Vec<Sweet>)> = OnceLock::new();
    SHELF.get_or_init(|| (larder(), sweets()))
}

fn methods() -> Vec<&'static Method> {
    shelf().1.iter().flat_map(|s| &s.methods).collect()
}

fn method(sweet: &str, key: &str) -> &'static Method {
    shelf().1.iter().find(|s| s.key == sweet).expect("sweet").method(Some(key)).expect("method")
}

fn setting() -> Setting<'static> {
    static LADDER: OnceLock<Ladder> = OnceLock::new();
    Setting { larder: &shelf().0, ladder: LADDER.get_or_init(Ladder::default), air: hill_air() }
}

fn katori(volume_ml: f64) -> Vec<Measure> {
    vec![
        Measure { name: "Katori".into(), volume_ml, volume_sd_ml: 4.0 },
        Measure { name: "Teaspoon".into(), volume_ml: 5.0, volume_sd_ml: 0.5 },
    ]
}

fn worked(
    method: &Method,
    size: Size,
    measures: &[Measure],
) -> Result<unctum_core::process::Formula, CoreError> {
    let components = BTreeMap::new();
    let q = FormulaQuestion { method, size: &size, measures, tools: None, components: &components };
    formula(&q, &setting())
}

fn components() -> &'static BTreeMap<String, &'static Sweet> {
    static COMPONENTS: OnceLock<BTreeMap<String, &'static Sweet>> = OnceLock::new();
    COMPONENTS.get_or_init(|| shelf().1.iter().filter_map(|s| Some((s.makes.clone()?, s))).collect())
}

fn known(swaps: &[Swap]) -> Knowledge<'_> {
    Knowledge { swaps, components: components() }
}

fn index(len: usize) -> impl Strategy<Value = usize> {
    0..len
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]

    #[test]
    fn the_balance_closes_at_any_size(i in index(64), factor in 0.25_f64..10.0) {
        let all = methods();
        let method = all[i % all.len()];
        let as_written = balance(method, &shelf().0, setting().ladder).expect("balance");
        let b = balance(&scaled(method, &as_written, factor), &shelf().0, setting().ladder).expect("scaled");
        prop_assert!(b.gap_g().abs() < 1e-6 * b.put_in_g);
        prop_assert!((b.finished_g / as_written.finished_g - factor).abs() < 1e-9 * factor);
        // Component by component: nothing but water comes or goes unaccounted.
        let mut parts = b.finished;
        for aside in &b.asides {
            parts = parts.plus(&aside.parts);
        }
        let into = scaled(method, &as_written, factor)
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
        let there = balance(method, &shelf().0, setting().ladder).expect("balance");
        let up = scaled(method, &there, factor);
        let up_balance = balance(&up, &shelf().0, setting().ladder).expect("scaled");
        let back = scaled(&up, &up_balance, 1.0 / factor);
        for (a, b) in method.steps.iter().flat_map(|s| &s.inputs).zip(back.steps.iter().flat_map(|s| &s.inputs)) {
            prop_assert!((a.amount_g - b.amount_g).abs() < 1e-9 * a.amount_g.max(1.0), "{}", a.ingredient);
        }
    }

    #[test]
    fn sizes_give_what_was_asked(i in index(64), finished_g in 100.0_f64..8000.0, count in 1_u32..400) {
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

    #[test]
    fn the_order_of_writing_makes_no_difference(i in index(64), seed in any::<u64>()) {
        let all = methods();
        let method = all[i % all.len()];
        let mut shuffled = method.clone();
        let mut state = seed | 1;
        let mut luck = |n: usize| {
            state = state.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1);
            (state >> 33) as usize % n
        };
        for k in (1..shuffled.steps.len()).rev() {
            shuffled.steps.swap(k, luck(k + 1));
        }
        for step in &mut shuffled.steps {
            for k in (1..step.inputs.len()).rev() {
                step.inputs.swap(k, luck(k + 1));
            }
            step.takes.reverse();
        }
        let (a, b) = (
            balance(method, &shelf().0, setting().ladder).expect("one"),
            balance(&shuffled, &shelf().0, setting().ladder).expect("other"),
        );
        prop_assert_eq!(a.finished, b.finished);
        for step in &a.steps {
            prop_assert_eq!(Some(step), b.step(&step.step));
        }
    }

    #[test]
    fn grams_and_measures_go_there_and_back(i in index(200), grams in 0.1_f64..3000.0, ml in 1.0_f64..400.0, heaped: bool) {
        let all: Vec<_> = shelf().0.0.values().collect();
        let ingredient = all[i % all.len()];
        let unit = Unit::Volume { volume_ml: ml, volume_sd_ml: 0.03 * ml, heaped };
        for state in ingredient.densities.keys() {
            let count = from_grams(ingredient, grams, &unit, Some(state)).expect("count");
            let back = to_grams(ingredient, count, &unit, Some(state)).expect("grams");
            prop_assert!((back.mass_g - grams).abs() < 1e-9 * grams);
            prop_assert!(back.low_g < back.mass_g && back.mass_g < back.high_g);
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

    #[test]
    fn random_variations_close_and_never_fail_badly(i in index(64), k in index(64), j in index(64)) {
        let all = methods();
        let (method, swaps) = (all[i % all.len()], swaps());
        let offers = offers(method, &known(&swaps), &setting());
        prop_assume!(!offers.is_empty());
        let changes: Vec<Variation> = [k, j].iter().flat_map(|n| offers[n % offers.len()].changes.clone()).collect();
        if let Ok(varied) = vary(method, &changes, &known(&swaps), &setting()) {
            let b = balance(&varied.method, &shelf().0, setting().ladder).expect("balance");
            prop_assert!(b.gap_g().abs() < 1e-6 * b.put_in_g);
            prop_assert!(varied.effects.iter().all(|e| !e.words.is_empty()));
        }
    }

    #[test]
    fn rounding_for_the_scale_is_never_far_and_never_nothing(grams in 0.01_f64..20_000.0) {
        let rounded = round_to_scale_g(grams);
        prop_assert!(rounded > 0.0 && (rounded - grams).abs() <= (0.025 * grams).max(0.5) + 2.5);
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
fn her_measures_are_those_her_hand_can_take() {
    let (larder, _) = shelf();
    let told = |key: &str, grams: f64, state: Option<&str>| {
        in_measures(larder.get(key).expect("known"), grams, state, &katori(180.0)).expect("measured")
    };
    let sugar = told("sugar", 260.0, None);
    assert_eq!((sugar.count, sugar.of.as_str()), (1.75, "Katori"));
    assert!((sugar.mass.mass_g - 267.75).abs() < 0.1 && sugar.mass.low_g < 260.0);
    assert_eq!(told("gram-flour", 150.0, Some("sifted")).state.as_deref(), Some("sifted"));
    assert_eq!(told("egg", 250.0, None).of, "egg");
    assert_eq!(told("salt", 0.3, None).of, "pinch");
    assert!((told("cardamom", 2.0, Some("ground")).count - 10.0).abs() < 1e-9, "ten pods");
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
    let (method, components) = (method("cashew-sheet", "one-string"), BTreeMap::new());
    let tools = Tools { pan: kadai(), wide_pan: kadai(), ring: common::gas() };
    let size = Size::Times { factor: 8.0 };
    let q =
        FormulaQuestion { method, size: &size, measures: &[], tools: Some(&tools), components: &components };
    let f = formula(&q, &setting()).expect("formula");
    assert!(f.split >= 2.0);
    assert!(f.warnings.iter().any(|w| w.contains("rounds")), "{:?}", f.warnings);
    let boil = f.steps.iter().find(|s| s.step == "boil").expect("boil");
    assert!(boil.pan_start_g.expect("weight") > kadai().tare_g);
}

#[test]
fn components_are_bought_or_made() {
    let (_, all) = shelf();
    let components = all.iter().filter_map(|s| Some((s.makes.clone()?, s))).collect();
    let method = method("discs-in-saffron-milk", "classic");
    let size = Size::Times { factor: 2.0 };
    let q = FormulaQuestion { method, size: &size, measures: &[], tools: None, components: &components };
    let f = formula(&q, &setting()).expect("formula");
    let chhena = f.components.iter().find(|c| c.ingredient == "chhena").expect("chhena");
    assert!((chhena.needed_g - 500.0).abs() < 1e-9);
    let milk = chhena.from.iter().find(|l| l.ingredient == "whole-milk").expect("milk");
    // 3.7 % fat and about 2.6 % casein give some 14 g of curd from 100 g of milk.
    assert!((0.11..0.17).contains(&(chhena.needed_g / milk.amount_g)), "{}", chhena.needed_g / milk.amount_g);
    assert!(chhena.lead_min > 60.0);
    assert!(f.components.iter().any(|c| c.ingredient == "reduced-milk"));
}

#[test]
fn a_variation_says_all_it_does() {
    let (method, swaps) = (method("cashew-sheet", "one-string"), swaps());
    let swap = |from: &str, to: &str, by| Variation::Swap { from: from.into(), to: to.into(), by };
    let jaggery =
        vary(method, &[swap("sugar", "cane-jaggery", SwapBy::Sweetness)], &known(&swaps), &setting())
            .expect("varied");
    let topics: Vec<&str> = jaggery.effects.iter().map(|e| e.topic).collect();
    assert!(
        topics.contains(&"structure") && topics.contains(&"colour") && topics.contains(&"yield"),
        "{topics:?}"
    );
    assert!(jaggery.effects.iter().any(|e| e.words.contains("carries the set")));
    let oil =
        vary(method, &[swap("ghee", "neutral-oil", SwapBy::Fat)], &known(&swaps), &setting()).expect("oil");
    assert!(oil.effects.iter().any(|e| e.words == "No longer contains milk."));
    assert!(oil.effects.iter().any(|e| e.topic == "diet"));
    let nuts =
        vary(method, &[swap("cashew", "peanut", SwapBy::Mass)], &known(&swaps), &setting()).expect("nuts");
    assert!(nuts.effects.iter().any(|e| e.words == "Now contains peanut."));
    let stage = Variation::Stage { step: "boil".into(), stage: StageKey::Thin };
    assert!(vary(method, &[stage], &known(&swaps), &setting()).is_err(), "below the starting strength");
    let unknown = Variation::Amount { ingredient: "egg".into(), times: 2.0 };
    assert!(vary(method, &[unknown], &known(&swaps), &setting()).is_err());
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
    let sheet = stove_sheet(method("cashew-sheet", "one-string"), &size, &setting()).expect("sheet");
    assert!((sheet.charge.sucrose_g - 260.0).abs() < 1e-9 && (sheet.charge.water_g - 130.0).abs() < 1e-9);
    assert_eq!(sheet.stage, StageKey::OneString);
    assert_eq!(sheet.steps.first().map(|s| s.kind), Some(StepKind::MakeReady));
    let none = stove_sheet(method("gram-flour-ladoo", "aroma"), &Size::Times { factor: 1.0 }, &setting());
    assert!(matches!(none, Err(CoreError::NotNow(_))));
}

#[test]
fn sizes_out_of_range_are_refused_in_words() {
    let method = method("cashew-sheet", "one-string");
    let as_written = balance(method, &shelf().0, setting().ladder).expect("balance");
    let e = size_factor(method, &as_written, &Size::Times { factor: 1e9 }, &setting()).expect_err("too much");
    assert!(e.to_string().contains("has to lie between"));
}

#[test]
fn a_component_made_at_home_becomes_part_of_the_method() {
    let method = method("discs-in-saffron-milk", "classic");
    let make = |ingredient: &str| Variation::Make { ingredient: ingredient.into() };
    let varied =
        vary(method, &[make("chhena"), make("reduced-milk")], &known(&[]), &setting()).expect("made");
    let b = balance(&varied.method, &shelf().0, setting().ladder).expect("balance");
    assert!(b.gap_g().abs() < 1e-6 * b.put_in_g);
    assert!(varied.method.steps.len() > method.steps.len() + 5);
    assert!(varied.method.steps.iter().flat_map(|s| &s.inputs).all(|e| e.ingredient != "chhena"));
    assert!(b.asides.iter().any(|a| a.what == "whey"));
    let f = worked(&varied.method, Size::Pieces { count: 30.0 }, &[]).expect("formula");
    let bought = worked(method, Size::Pieces { count: 30.0 }, &[]).expect("bought");
    assert!(f.times.total.mid_min > bought.times.total.mid_min + 30.0, "it takes its lead time");
    assert!((f.finished_g - bought.finished_g).abs() < 1e-6);
    assert!(varied.method.faults(&shelf().0).is_empty(), "{:?}", varied.method.faults(&shelf().0));
    assert!(vary(method, &[make("sugar")], &known(&[]), &setting()).is_err());
    assert!(vary(method, &[make("khoya")], &known(&[]), &setting()).is_err());
}

#[test]
fn what_waits_badly_begins_late_and_nothing_begins_before_what_it_needs() {
    for method in methods() {
        let f = worked(method, Size::Times { factor: 1.0 }, &[]).expect("formula");
        let time = |key: &str| f.times.steps.iter().find(|t| t.step == key).expect("time");
        let mut latest: f64 = 0.0;
        for step in &method.steps {
            let begins = time(&step.key).begins_min;
            latest = latest.max(begins + time(&step.key).minutes.mid_min);
            for key in step.before() {
                let ready = time(key).begins_min + time(key).minutes.mid_min;
                assert!(begins >= ready - 1e-6, "{}: {} begins before {key} is ready", method.name, step.key);
            }
        }
        assert!(latest <= f.times.total.mid_min + 1e-6 && f.times.hands_min <= f.times.total.mid_min + 1e-6);
    }
    let barfi =
        worked(method("granular-gram-flour-barfi", "set"), Size::Times { factor: 1.0 }, &[]).expect("barfi");
    assert!(barfi.warnings.iter().any(|w| w.contains("want hands at the same time")), "{:?}", barfi.warnings);
    let sheet =
        worked(method("cashew-sheet", "one-string"), Size::Times { factor: 1.0 }, &[]).expect("sheet");
    assert!(sheet.warnings.is_empty(), "{:?}", sheet.warnings);
    let balls = method("milk-solid-balls", "khoya");
    let f = worked(balls, Size::Times { factor: 1.0 }, &[]).expect("formula");
    let begins = |key: &str| f.times.steps.iter().find(|t| t.step == key).expect("time").begins_min;
    assert!(
        begins("boil") > begins("shape"),
        "the syrup is hot when the balls are fried, not an hour before"
    );
}
