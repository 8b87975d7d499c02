//! The larder and the cook's own cups: every name finds its ingredient, every amount its measure.
#![allow(clippy::expect_used, missing_docs)]

mod common;

use std::collections::BTreeMap;
use std::sync::OnceLock;

use common::larder;
use proptest::prelude::*;
use unctum_core::food::measure::{Unit, in_measures, to_grams};
use unctum_core::food::{Larder, plain, thermal};
use unctum_core::kitchen::Measure;

fn shelf() -> &'static Larder {
    static SHELF: OnceLock<Larder> = OnceLock::new();
    SHELF.get_or_init(larder)
}

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
    for (key, ingredient) in &shelf().0 {
        for name in std::iter::once(&ingredient.name).chain(&ingredient.aliases) {
            owners.entry(plain(name)).or_default().push(key);
        }
    }
    let shared: Vec<_> = owners.iter().filter(|(_, keys)| keys.iter().any(|k| *k != keys[0])).collect();
    assert!(shared.is_empty(), "one name, two ingredients: {shared:?}");
    for (key, ingredient) in &shelf().0 {
        for name in std::iter::once(&ingredient.name).chain(&ingredient.aliases) {
            assert_eq!(shelf().named(name).map(|(k, _)| k), Some(key.as_str()), "{name}");
            let shouted = format!("2 cups of {}s, please", name.to_uppercase());
            if name.is_ascii() && !name.ends_with('s') && !name.ends_with('y') {
                assert_eq!(shelf().named(&shouted).map(|(k, _)| k), Some(key.as_str()), "{shouted}");
            }
        }
    }
    assert!(shelf().named("moon dust").is_none());
}

#[test]
fn ingredients_are_like_themselves() {
    let frac = |key: &str| shelf().get(key).expect("known").composition;
    assert!(frac("ghee").fat_frac > 0.99 && frac("sugar").sucrose_frac > 0.99);
    assert!(frac("khoya").water_frac < frac("chhena").water_frac);
    assert!(frac("coconut-first-milk").fat_frac > 2.0 * frac("coconut-second-milk").fat_frac);
    assert!(frac("dry-coconut").water_frac < frac("fresh-coconut").water_frac);
    let sweet = |key: &str| shelf().get(key).expect("known").sweetness();
    assert!(sweet("sugar") > sweet("cane-jaggery") && sweet("cane-jaggery") > sweet("milk-powder"));
    let density = |key: &str, state: &str| {
        shelf().get(key).expect("known").density(Some(state)).expect("state").g_per_ml
    };
    for (key, ingredient) in &shelf().0 {
        let has = |state: &str| ingredient.densities.contains_key(state);
        if has("sifted") && has("packed") {
            assert!(density(key, "sifted") < density(key, "packed"), "{key}");
        }
        let kind = thermal(&ingredient.composition.makeup(), 40.0);
        assert!((800.0..4300.0).contains(&kind.specific_heat_j_kg_k), "{key}");
    }
    for key in ["milk", "egg", "gluten", "peanut", "sesame", "tree nuts", "coconut", "pulses"] {
        assert!(shelf().0.values().any(|i| i.allergens.iter().any(|a| a == key)), "nothing carries {key}");
    }
}

#[test]
fn cups_err_together_and_pieces_one_by_one() {
    let sugar = shelf().get("sugar").expect("known");
    let cup = Unit::Volume { volume_ml: 180.0, volume_sd_ml: 4.0, heaped: false };
    let width = |n: f64, unit: &Unit| {
        let m = to_grams(sugar, n, unit, None).expect("grams");
        m.high_g - m.low_g
    };
    assert!((width(4.0, &cup) / width(1.0, &cup) - 4.0).abs() < 1e-9);
    let cube = Unit::Piece { piece: "cube".into() };
    assert!((width(4.0, &cube) / width(1.0, &cube) - 2.0).abs() < 1e-9);
    let heaped = Unit::Volume { volume_ml: 180.0, volume_sd_ml: 4.0, heaped: true };
    let level = to_grams(sugar, 1.0, &cup, None).expect("level");
    let piled = to_grams(sugar, 1.0, &heaped, None).expect("heaped");
    assert!(piled.mass_g > 1.2 * level.mass_g && piled.high_g - piled.low_g > level.high_g - level.low_g);
    assert!(to_grams(sugar, -1.0, &cup, None).is_err());
    assert!(to_grams(sugar, 1.0, &cup, Some("frozen")).is_err());
    assert!(to_grams(sugar, 1.0, &Unit::Piece { piece: "egg".into() }, None).is_err());
}

proptest! {
    /// What her hand is told to measure is near what is wanted, and never nothing.
    #[test]
    fn her_measures_come_close(i in 0_usize..200, grams in 2.0_f64..2000.0) {
        let all: Vec<_> = shelf().0.values().collect();
        let ingredient = all[i % all.len()];
        let told = in_measures(ingredient, grams, None, &hers()).expect("measured");
        prop_assert!(told.count > 0.0 && told.mass.mass_g > 0.0);
        let volume_ml = grams / ingredient.density(None).expect("usual").g_per_ml;
        // A teaspoon in halves is the finest there is.
        if volume_ml > 6.0 {
            let off = (told.mass.mass_g - grams).abs() / grams;
            prop_assert!(off < 0.51, "{} g {}: {} {} are {} g", grams, ingredient.name, told.count, told.of, told.mass.mass_g);
        }
        if volume_ml > 200.0 && told.of == "Katori" {
            prop_assert!((told.mass.mass_g - grams).abs() < 0.13 * grams);
        }
    }

    #[test]
    fn plain_words_stay_plain(text in "\\PC{0,80}") {
        let once = plain(&text);
        prop_assert!(once.chars().all(|c| c == ' ' || c.is_alphanumeric()));
        prop_assert!(!once.starts_with(' ') && !once.ends_with(' '));
    }
}
