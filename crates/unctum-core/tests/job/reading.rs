//! Amounts as people write them: read right, and doubted where they deserve it.

use std::collections::BTreeMap;

use crate::common::shelf::stocked;
use proptest::prelude::*;
use unctum_core::reading::{CupSizes, DoubtKind, ReadLine, doubts_of_lines, likely_g, read_line};

fn read(text: &str) -> ReadLine {
    read_line(text, stocked(), &CupSizes::default())
}

fn grams(text: &str) -> f64 {
    likely_g(&read(text), stocked()).unwrap_or(f64::NAN)
}

fn kinds(lines: &[&str]) -> Vec<DoubtKind> {
    let read: Vec<ReadLine> = lines.iter().map(|l| read(l)).collect();
    doubts_of_lines(&read, stocked(), &BTreeMap::new()).into_iter().map(|d| d.kind).collect()
}

#[test]
fn amounts_are_read_as_they_are_meant() {
    for (text, ingredient, mass_g) in [
        ("250 g gram flour", "gram-flour", 250.0),
        ("250g besan, sifted", "gram-flour", 250.0),
        ("1 kg sugar", "sugar", 1000.0),
        ("1.5 kg sugar", "sugar", 1500.0),
        ("1½ cups sugar", "sugar", 306.0),
        ("1 1/2 cups sugar", "sugar", 306.0),
        ("½ cup water", "water", 120.0),
        ("2 tbsp ghee", "ghee", 27.9),
        ("3 eggs", "egg", 150.0),
        ("10 cardamom pods", "cardamom", 2.0),
        ("2-3 cups milk", "whole-milk", 618.0),
        ("1 heaped tablespoon sugar", "sugar", 17.2),
        ("Kaju 200 gms", "cashew", 200.0),
        ("1,5 kg sugar", "sugar", 1500.0),
    ] {
        assert_eq!(read(text).ingredient.as_deref(), Some(ingredient), "{text}");
        assert!((grams(text) - mass_g).abs() < 0.02 * mass_g, "{text}: {} g", grams(text));
    }
}

#[test]
fn the_state_is_kept() {
    assert_eq!(read("1 cup gram flour, sifted").state.as_deref(), Some("sifted"));
    assert_eq!(read("1 cup packed jaggery").state.as_deref(), Some("packed"));
    assert!(grams("1 cup gram flour, sifted") < grams("1 cup packed gram flour"));
}

#[test]
fn doubts_are_raised_and_nothing_else_is() {
    assert_eq!(kinds(&["1 cup sugar (200 g)", "250 g ghee"]), []);
    assert_eq!(kinds(&["1 cup sugar (300 g)"]), [DoubtKind::WeightAgainstVolume]);
    assert_eq!(kinds(&["11/2 cups sugar"]), [DoubtKind::TwoReadings]);
    assert_eq!(kinds(&["1 1/2 cups sugar", "3/4 cup ghee"]), []);
    assert_eq!(kinds(&["2 fistfuls cashews"]), [DoubtKind::UnknownUnit]);
    assert_eq!(kinds(&["ghee as needed"]), [DoubtKind::MissingAmount]);
    assert_eq!(kinds(&["2 cups of moonbeams"]), [DoubtKind::UnknownIngredient]);
}

#[test]
fn both_readings_come_with_their_effect() {
    let lines: Vec<ReadLine> = ["11/2 cups sugar", "300 g cashews"].iter().map(|l| read(l)).collect();
    let doubts = doubts_of_lines(&lines, stocked(), &BTreeMap::new());
    let ways = &doubts[0].ways;
    assert_eq!(ways.len(), 2);
    assert!(ways[0].words.starts_with("1.5") && ways[1].words.starts_with("5.5"));
    assert!(ways[0].share_frac < ways[1].share_frac && ways[1].share_frac < 1.0);
}

#[test]
fn ten_times_the_spice_is_asked_about() {
    let lines: Vec<ReadLine> = ["400 g gram flour", "270 g ghee", "330 g powdered sugar", "30 g cardamom"]
        .iter()
        .map(|l| read(l))
        .collect();
    let ranges = BTreeMap::from([("cardamom".to_owned(), (0.001, 0.004))]);
    let doubts = doubts_of_lines(&lines, stocked(), &ranges);
    assert_eq!(doubts.len(), 1);
    assert_eq!((doubts[0].kind, doubts[0].line), (DoubtKind::FarOutside, 3));
    assert!(doubts[0].ways[1].mass_g < 5.0);
}

proptest! {
    #[test]
    fn any_line_is_read_without_harm(text in "\\PC{0,600}") {
        let line = read(&text);
        prop_assert!(line.text.chars().count() <= 400);
        if let Some(mass_g) = likely_g(&line, stocked()) {
            prop_assert!(mass_g.is_finite() && mass_g >= 0.0);
        }
        prop_assert!(doubts_of_lines(&[line], stocked(), &BTreeMap::new()).len() <= 3);
    }

    #[test]
    fn numbers_come_back(grams_in in 1_u32..5000) {
        let back = grams(&format!("{grams_in} g sugar"));
        prop_assert!((back - f64::from(grams_in)).abs() < 1e-9);
    }
}
