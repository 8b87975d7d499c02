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

/// A name of two things, a name that goes on, a part of a name, and one that is spelled as it sounds.
#[test]
fn what_a_line_may_mean_is_asked_and_never_guessed() {
    let asked = |text: &str| {
        let lines = [read(text)];
        let mut doubts = doubts_of_lines(&lines, stocked(), &BTreeMap::new());
        let doubt = doubts.pop().unwrap_or_else(|| panic!("{text} is taken as {:?}", lines[0].ingredient));
        assert_eq!(doubt.kind, DoubtKind::UnknownIngredient, "{text}");
        doubt.maybe
    };
    assert_eq!(asked("200 ml coconut milk")[..2], ["coconut-first-milk", "coconut-second-milk"]);
    assert_eq!(
        asked("200 ml canned coconut milk, thinned")[..2],
        ["coconut-first-milk", "coconut-second-milk"]
    );
    let panneer = asked("200 g panneer");
    assert!(
        panneer.contains(&"chhena".to_owned()) && panneer.contains(&"rose-water".to_owned()),
        "{panneer:?}"
    );
    assert_eq!(asked("1 cup soojee").first().map(String::as_str), Some("semolina"));
    assert_eq!(asked("1 cup गुड").first().map(String::as_str), Some("cane-jaggery"));
    assert!(asked("2 cups of moonbeams").is_empty());
    for (text, ingredient) in [
        ("1 cup sago", "sago"),
        ("200 ml thick coconut milk", "coconut-first-milk"),
        ("1 cup grated coconut", "fresh-coconut"),
        ("200 g paneer", "chhena"),
    ] {
        assert_eq!(read(text).ingredient.as_deref(), Some(ingredient), "{text}");
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

#[test]
fn amounts_are_read_right_or_doubted_however_they_are_written() {
    // Each as somebody writes it, with what it means. Where there is a doubt, one of its ways means that.
    for (text, mass_g, doubted) in [
        ("1-1/2 cups sugar", 306.0, false),
        ("2-1/2 cups sugar", 510.0, false),
        ("2 – 1/2 cups sugar", 510.0, false),
        ("1 and 1/2 cups sugar", 306.0, false),
        ("1⁄2 cup sugar", 102.0, false),
        ("⅝ cup sugar", 127.5, false),
        ("1,000 g sugar", 1000.0, false),
        ("1 000 g sugar", 1000.0, false),
        ("1\u{a0}000 g sugar", 1000.0, false),
        ("1'500 g sugar", 1500.0, false),
        ("1.000 g sugar", 1000.0, true),
        ("2 250 g sugar", 500.0, true),
        ("1,250 kg sugar", 1250.0, false),
        ("1.250 kg sugar", 1250.0, false),
        ("2 x 200 g sugar", 400.0, false),
        ("2x200g sugar", 400.0, false),
        ("3 × 250 g sugar", 750.0, false),
        ("250 g × 3 sugar", 750.0, false),
        ("3 * 250 g sugar", 750.0, false),
        ("sugar: 200 g", 200.0, false),
        ("Sugar - 200 g", 200.0, false),
        ("Sugar 200g", 200.0, false),
        ("200-g sugar", 200.0, false),
        ("200 g. sugar", 200.0, false),
        ("1 cup plus 2 tablespoons sugar", 229.5, false),
        ("1 cup + 2 tbsp sugar", 229.5, false),
        ("1 cup and 2 tbsp sugar", 229.5, false),
        ("2 cups less 1 tablespoon sugar", 395.25, false),
        ("2 packets (200 g) sugar", 400.0, true),
        ("3 packs of 250 g sugar", 750.0, true),
        ("2-3 cups sugar", 510.0, false),
        ("2 to 3 cups sugar", 510.0, false),
        ("२०० g sugar", 200.0, false),
        ("২½ cups sugar", 510.0, false),
        (".5 kg sugar", 500.0, false),
    ] {
        let read = read(text);
        assert_eq!(read.ingredient.as_deref(), Some("sugar"), "{text}");
        let doubts = doubts_of_lines(&[read], stocked(), &BTreeMap::new());
        let near = |g: f64| (g - mass_g).abs() < 0.01 * mass_g;
        assert_eq!(!doubts.is_empty(), doubted, "{text}: {doubts:?}, {} g", grams(text));
        assert!(
            if doubted { doubts[0].ways.iter().any(|w| near(w.mass_g)) } else { near(grams(text)) },
            "{text}: {} g, {doubts:?}",
            grams(text)
        );
    }
    // What is no amount is not taken for one.
    assert!((grams("5% milk 500 g") - 500.0).abs() < 1e-9);
    for text in ["sugar: 200", "sugar 200", "200 sugar", "ghee 2", "200 almonds", "1/0 cup sugar"] {
        assert_eq!(kinds(&[text]), [DoubtKind::UnknownUnit], "{text}");
    }
}

proptest! {
    /// An amount written in many ways is read back, or doubted with the right way among those asked about.
    #[test]
    fn however_it_is_written_it_is_read_back_or_doubted(
        whole in 0_u32..12, part in 0_usize..6, way in 0_usize..24, cups in 0_usize..3,
    ) {
        let (over, under, sign) = [(0, 1, ""), (1, 2, "½"), (1, 4, "¼"), (3, 4, "¾"), (1, 3, "⅓"), (2, 3, "⅔")][part];
        let unit = ["cup", "tbsp", "kg"][cups];
        let one_g = [204.0, 12.75, 1000.0][cups];
        let value = f64::from(whole) + f64::from(over) / f64::from(under);
        prop_assume!(value > 0.0);
        let w = if whole > 0 { whole.to_string() } else { String::new() };
        let slashed = |gap: &str| match (whole, over) {
            (_, 0) => w.clone(),
            (0, _) => format!("{over}/{under}"),
            _ => format!("{w}{gap}{over}/{under}"),
        };
        let vulgar = |gap: &str| if over > 0 && whole > 0 { format!("{w}{gap}{sign}") } else { format!("{w}{sign}") };
        let decimal = format!("{value:.3}");
        let n = match way % 12 {
            0 => slashed(" "), 1 => slashed("-"), 2 => slashed(" - "), 3 => slashed("–"), 4 => slashed(" and "),
            5 => vulgar(""), 6 => vulgar(" "), 7 => vulgar("-"), 8 => slashed("\u{a0}"),
            9 => decimal.trim_end_matches('0').trim_end_matches('.').to_owned(),
            10 => decimal.trim_end_matches('0').trim_end_matches('.').replace('.', ","),
            _ => slashed(" & "),
        };
        let text = match way / 12 { 0 => format!("{n} {unit} sugar"), _ => format!("Sugar: {n} {unit}") };
        let doubts = doubts_of_lines(&[read(&text)], stocked(), &BTreeMap::new());
        let near = |g: f64| (g - value * one_g).abs() < 0.01 * value * one_g;
        prop_assert!(
            near(grams(&text)) || doubts.iter().any(|d| d.ways.iter().any(|w| near(w.mass_g))),
            "{text}: {} g for {} g, {doubts:?}", grams(&text), value * one_g
        );
    }

    /// Grams of any size, parted in any way.
    #[test]
    fn thousands_are_read_back_or_doubted(grams_told in 1_u32..40_000, way in 0_usize..10) {
        let (thousands, rest) = (grams_told / 1000, grams_told % 1000);
        let by = [",", " ", ".", "'", "’", "\u{202f}", "\u{a0}", "", "", ""][way];
        let n = if thousands > 0 && !by.is_empty() { format!("{thousands}{by}{rest:03}") } else { grams_told.to_string() };
        for text in [format!("{n} g sugar"), format!("{n}g sugar"), format!("sugar {n} gm")] {
            let doubts = doubts_of_lines(&[read(&text)], stocked(), &BTreeMap::new());
            let near = |g: f64| (g - f64::from(grams_told)).abs() < 1e-6;
            prop_assert!(near(grams(&text)) || doubts.iter().any(|d| d.ways.iter().any(|w| near(w.mass_g))),
                "{text}: {} g, {doubts:?}", grams(&text));
        }
    }

    #[test]
    fn any_line_at_all_is_read_without_falling_over(text in "\\PC{0,60}") {
        let read = read(&text);
        prop_assert!(read.amounts.iter().all(|a| a.count.is_finite()));
        let _ = doubts_of_lines(&[read], stocked(), &BTreeMap::new());
    }
}
