//! The larder and the cook's own cups: every name finds its ingredient, every amount its measure.

use std::collections::BTreeMap;

use crate::common::shelf::{index, katori, stocked};
use proptest::prelude::*;
use unctum_core::food::by_hand::in_measures;
use unctum_core::food::measure::{Unit, from_grams, round_parts_to_scale_g, round_to_scale_g, to_grams};
use unctum_core::food::{plain, thermal};
use unctum_core::kitchen::Measure;

fn hers() -> Vec<Measure> {
    let measure = |name: &str, volume_ml: f64, volume_sd_ml: f64| Measure {
        name: name.into(),
        volume_ml,
        volume_sd_ml,
    };
    vec![measure("Katori", 180.0, 4.0), measure("Tablespoon", 14.0, 1.5), measure("Teaspoon", 4.6, 0.6)]
}

#[test]
fn every_name_finds_its_own_ingredient() {
    let mut owners: BTreeMap<String, Vec<&str>> = BTreeMap::new();
    for (key, ingredient) in &stocked().0 {
        for name in std::iter::once(&ingredient.name).chain(&ingredient.aliases) {
            owners.entry(plain(name)).or_default().push(key);
        }
    }
    // Truly the name of two things: whoever reads it asks (`reading`).
    let known = ["panneer"];
    let shared: Vec<_> = owners
        .iter()
        .filter(|(name, keys)| !known.contains(&name.as_str()) && keys.iter().any(|k| *k != keys[0]))
        .collect();
    assert!(shared.is_empty(), "one name, two ingredients: {shared:?}");
    for (key, ingredient) in &stocked().0 {
        for name in std::iter::once(&ingredient.name).chain(&ingredient.aliases) {
            if known.contains(&name.as_str()) {
                continue;
            }
            assert_eq!(stocked().named(name).map(|(k, _)| k), Some(key.as_str()), "{name}");
            let shouted = format!("2 cups of {}s, please", name.to_uppercase());
            if name.is_ascii() && !name.ends_with('s') && !name.ends_with('y') {
                assert_eq!(stocked().named(&shouted).map(|(k, _)| k), Some(key.as_str()), "{shouted}");
            }
        }
    }
    assert!(stocked().named("moon dust").is_none());
}

#[test]
fn ingredients_are_like_themselves() {
    let frac = |key: &str| stocked().get(key).expect("known").composition;
    assert!(frac("ghee").fat_frac > 0.99 && frac("sugar").sucrose_frac > 0.99);
    assert!(frac("khoya").water_frac < frac("chhena").water_frac);
    assert!(frac("coconut-first-milk").fat_frac > 2.0 * frac("coconut-second-milk").fat_frac);
    assert!(frac("dry-coconut").water_frac < frac("fresh-coconut").water_frac);
    let sweet = |key: &str| stocked().get(key).expect("known").sweetness();
    assert!(sweet("sugar") > sweet("cane-jaggery") && sweet("cane-jaggery") > sweet("milk-powder"));
    let density = |key: &str, state: &str| {
        stocked().get(key).expect("known").density(Some(state)).expect("state").g_per_ml
    };
    for (key, ingredient) in &stocked().0 {
        let has = |state: &str| ingredient.densities.contains_key(state);
        if has("sifted") && has("packed") {
            assert!(density(key, "sifted") < density(key, "packed"), "{key}");
        }
        let kind = thermal(&ingredient.composition.makeup(), 40.0);
        assert!((800.0..4300.0).contains(&kind.specific_heat_j_kg_k), "{key}");
    }
    for key in ["milk", "egg", "gluten", "peanut", "sesame", "tree nuts", "coconut", "pulses"] {
        assert!(stocked().0.values().any(|i| i.allergens.iter().any(|a| a == key)), "nothing carries {key}");
    }
}

#[test]
fn cups_err_together_and_pieces_one_by_one() {
    let sugar = stocked().get("sugar").expect("known");
    let cup = Unit::Volume { volume_ml: 180.0, volume_sd_ml: 4.0, heaped: false };
    let width = |n: f64, unit: &Unit| {
        let m = to_grams(sugar, n, unit, None).expect("grams");
        m.high - m.low
    };
    assert!((width(4.0, &cup) / width(1.0, &cup) - 4.0).abs() < 1e-9);
    let cube = Unit::Piece { piece: "cube".into() };
    assert!((width(4.0, &cube) / width(1.0, &cube) - 2.0).abs() < 1e-9);
    let heaped = Unit::Volume { volume_ml: 180.0, volume_sd_ml: 4.0, heaped: true };
    let level = to_grams(sugar, 1.0, &cup, None).expect("level");
    let piled = to_grams(sugar, 1.0, &heaped, None).expect("heaped");
    assert!(piled.mid > 1.2 * level.mid && piled.high - piled.low > level.high - level.low);
    assert!(to_grams(sugar, -1.0, &cup, None).is_err());
    assert!(to_grams(sugar, 1.0, &cup, Some("frozen")).is_err());
    assert!(to_grams(sugar, 1.0, &Unit::Piece { piece: "egg".into() }, None).is_err());
}

proptest! {
    /// What her hand is told to measure is near what is wanted, and never nothing.
    #[test]
    fn her_measures_come_close(i in 0_usize..200, grams in 2.0_f64..2000.0) {
        let all: Vec<_> = stocked().0.values().collect();
        let ingredient = all[i % all.len()];
        let told = in_measures(ingredient, grams, None, &hers()).expect("measured");
        prop_assert!(told.count > 0.0 && told.mass_g.mid > 0.0);
        let volume_ml = grams / ingredient.density(None).expect("usual").g_per_ml;
        // A teaspoon in halves is the finest there is.
        if volume_ml > 6.0 {
            let off = (told.mass_g.mid - grams).abs() / grams;
            prop_assert!(off < 0.51, "{} g {}: {} {} are {} g", grams, ingredient.name, told.count, told.of, told.mass_g.mid);
        }
        if volume_ml > 200.0 && told.of == "Katori" {
            prop_assert!((told.mass_g.mid - grams).abs() < 0.13 * grams);
        }
    }

    #[test]
    fn plain_words_stay_plain(text in "\\PC{0,80}") {
        let once = plain(&text);
        prop_assert!(once.chars().all(|c| c == ' ' || c.is_alphanumeric()));
        prop_assert!(!once.starts_with(' ') && !once.ends_with(' '));
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]

    #[test]
    fn grams_and_measures_go_there_and_back(i in index(200), grams in 0.1_f64..3000.0, ml in 1.0_f64..400.0, heaped: bool) {
        let all: Vec<_> = stocked().0.values().collect();
        let ingredient = all[i % all.len()];
        let unit = Unit::Volume { volume_ml: ml, volume_sd_ml: 0.03 * ml, heaped };
        for state in ingredient.densities.keys() {
            let count = from_grams(ingredient, grams, &unit, Some(state)).expect("count");
            let back = to_grams(ingredient, count, &unit, Some(state)).expect("grams");
            prop_assert!((back.mid - grams).abs() < 1e-9 * grams);
            prop_assert!(back.low < back.mid && back.mid < back.high);
        }
    }

    #[test]
    fn parts_rounded_for_the_scale_come_to_the_rounded_whole(parts in proptest::collection::vec(0.2_f64..800.0, 1..6)) {
        let rounded = round_parts_to_scale_g(&parts);
        let (whole, sum) = (round_to_scale_g(parts.iter().sum()), rounded.iter().sum::<f64>());
        prop_assert!(rounded.iter().all(|g| *g > 0.0), "{rounded:?}");
        let crumbs: f64 = parts.iter().map(|g| round_to_scale_g(*g)).sum();
        prop_assert!((sum - whole).abs() < 1e-9 || (sum - crumbs).abs() < 1e-9, "{parts:?}: {rounded:?} for {whole}");
        for (exact, weighed) in parts.iter().zip(&rounded) {
            prop_assert!((exact - weighed).abs() <= 15.0, "{parts:?}: {rounded:?}");
        }
    }

    #[test]
    fn rounding_for_the_scale_is_never_far_and_never_nothing(grams in 0.01_f64..20_000.0) {
        let rounded = round_to_scale_g(grams);
        prop_assert!(rounded > 0.0 && (rounded - grams).abs() <= (0.025 * grams).max(0.5) + 2.5);
    }
}

#[test]
fn her_measures_are_those_her_hand_can_take() {
    let larder = stocked();
    let told = |key: &str, grams: f64, state: Option<&str>| {
        in_measures(larder.get(key).expect("known"), grams, state, &katori(180.0)).expect("measured")
    };
    let sugar = told("sugar", 260.0, None);
    assert!((sugar.count - 5.0 / 3.0).abs() < 1e-9 && sugar.of == "Katori", "{sugar:?}");
    assert!((sugar.mass_g.mid - 255.0).abs() < 0.1 && sugar.mass_g.high > 260.0);
    assert_eq!(told("gram-flour", 150.0, Some("sifted")).state.as_deref(), Some("sifted"));
    assert_eq!(told("egg", 250.0, None).of, "egg");
    assert_eq!(told("salt", 0.36, None).of, "pinch");
    assert!((told("cardamom", 2.0, Some("ground")).count - 10.0).abs() < 1e-9, "ten pods");
}

#[test]
fn a_kitchen_with_one_cup_still_has_spoons_and_no_nonsense() {
    let cup = vec![Measure { name: "Tea cup".into(), volume_ml: 150.0, volume_sd_ml: 6.0 }];
    let told = |key: &str, grams: f64| in_measures(stocked().get(key).expect("known"), grams, None, &cup);
    let of = |key: &str, grams: f64| told(key, grams).expect("measured");
    let sugar = of("sugar", 76.0);
    assert_eq!(sugar.of, "Tea cup", "sugar is poured, not counted in cubes: {sugar:?}");
    let water = of("water", 38.7);
    assert!(water.of == "Tea cup" || water.of == "tablespoon", "no pinches of water: {water:?}");
    assert_eq!(of("rose-water", 15.0).of, "tablespoon");
    assert_eq!(of("rose-water", 0.2).of, "drop", "no spoon holds that");
    assert_eq!(of("cardamom", 0.15).of, "pinch");
    let less = of("water", 2.0 * 150.0 - 15.0);
    let spoon = less.then.expect("two cups less a spoonful");
    assert_eq!((less.count.round() as i32, spoon.less, spoon.of.as_str()), (2, true, "tablespoon"));
}

proptest! {
    /// Whatever cups she has, and however few: what she is told comes to what is wanted, in a handful of
    /// fillings, and pinches are for what is dry.
    #[test]
    fn any_kitchens_measures_come_close(
        i in 0_usize..200, grams in 1.0_f64..1500.0, cups in proptest::collection::vec(60.0_f64..400.0, 0..3),
    ) {
        let all: Vec<_> = stocked().0.values().collect();
        let ingredient = all[i % all.len()];
        let cup = |ml: f64| Measure { name: format!("Cup {ml:.0}"), volume_ml: ml, volume_sd_ml: 5.0 };
        let measures: Vec<Measure> = cups.iter().map(|ml| cup(*ml)).collect();
        let volume_ml = grams / ingredient.density(None).expect("usual").g_per_ml;
        match in_measures(ingredient, grams, None, &measures) {
            None => prop_assert!(volume_ml < 1.0, "{} ml of {} told in nothing", volume_ml, ingredient.name),
            Some(told) => {
                if told.of == "pinch" {
                    prop_assert!(told.count <= 5.0 && ingredient.usual_state != "liquid");
                } else {
                    let off = (told.mass_g.mid - grams).abs() / grams;
                    let most = if volume_ml > 30.0 { 0.12 } else { 0.35 };
                    prop_assert!(volume_ml < 1.0 || off <= most, "{} g {}: {:?}", grams, ingredient.name, told);
                }
                prop_assert!(told.mass_g.low <= told.mass_g.mid && told.mass_g.mid <= told.mass_g.high);
                if let Some(then) = told.then {
                    // Spoons are few; pinches on top of a spoonful up to five.
                    let most = if then.of.ends_with("spoon") { 3.0 } else { 5.0 };
                    prop_assert!((0.5..=most).contains(&then.count), "{then:?}");
                }
            }
        }
    }
}
