//! Finding a sweet on the shelf.

use crate::common::shelf::*;
use unctum_core::formula::Size;
use unctum_core::process::*;
use unctum_core::shelf::*;

fn cards() -> Vec<Card> {
    shelf().1.iter().map(|s| Card::of(s, false, &book(), None).expect("card")).collect()
}

fn found<'a>(cards: &'a [Card], wanted: &Wanted) -> Vec<&'a str> {
    cards.iter().filter(|c| c.answers(wanted, stocked()).is_some()).map(|c| c.key.as_str()).collect()
}

fn words(text: &str) -> Wanted {
    Wanted { words: unctum_core::find::Sound::of(text), ..Wanted::default() }
}

#[test]
fn every_sweet_is_found_by_each_of_its_names_however_they_are_written() {
    let cards = cards();
    for card in &cards {
        for name in std::iter::once(&card.name).chain(&card.aliases) {
            for spelt in [name.clone(), name.to_uppercase(), format!("  {} ", name.to_lowercase())] {
                let found = found(&cards, &words(&spelt));
                assert!(found.contains(&card.key.as_str()), "“{spelt}” does not find {}", card.key);
            }
        }
    }
}

/// The first of the shelf for what was typed.
fn first(cards: &[Card], text: &str, most: usize) -> Vec<String> {
    let mut found: Vec<(f64, &Card)> =
        cards.iter().filter_map(|c| Some((c.answers(&words(text), stocked())?, c))).collect();
    found.sort_by(|a, b| b.0.total_cmp(&a.0).then_with(|| a.1.name.cmp(&b.1.name)));
    found.into_iter().take(most).map(|(_, c)| c.key.clone()).collect()
}

#[test]
fn a_name_counts_more_than_another_name_and_that_more_than_an_ingredient() {
    let cards = cards();
    let score = |key: &str, text: &str| {
        cards.iter().find(|c| c.key == key).expect("card").answers(&words(text), stocked())
    };
    assert!(score("cashew-sheet", "cashew sheet") > score("cashew-sheet", "katli"));
    assert!(score("cashew-sheet", "katli") > score("cashew-sheet", "ghee"));
    assert!(score("cashew-sheet", "ghee").is_some());
    assert_eq!(score("cashew-sheet", "whole milk"), None);
    assert_eq!(score("cashew-sheet", ""), Some(1.0), "nothing asked: everything answers");
}

/// What cooks type, in their own words, letters and spellings, with what it should find.
#[test]
fn a_sweet_is_found_by_whatever_it_is_called() {
    let cards = cards();
    let table = include_str!("../data/names.csv");
    let rows: Vec<(&str, Vec<&str>)> = table
        .lines()
        .skip(1)
        .filter_map(|l| l.split_once(','))
        .map(|(typed, keys)| (typed, keys.split('|').collect()))
        .collect();
    let missed: Vec<String> = rows
        .iter()
        .filter(|(typed, keys)| !first(&cards, typed, 3).iter().any(|k| keys.contains(&k.as_str())))
        .map(|(typed, keys)| format!("{typed} ({keys:?}): {:?}", first(&cards, typed, 3)))
        .collect();
    assert!(rows.len() > 120);
    assert!(20 * missed.len() <= rows.len(), "{} of {}: {missed:#?}", missed.len(), rows.len());
    // What sounds nearly alike is another thing.
    let coils = "lentil-coils".to_owned();
    assert!(!first(&cards, "til", 40).contains(&coils), "sesame is no lentil");
}

#[test]
fn what_is_ruled_out_is_never_found() {
    let cards = cards();
    let all: std::collections::BTreeSet<&String> = cards.iter().flat_map(|c| &c.allergens).collect();
    assert!(all.len() >= 5, "{all:?}");
    for allergen in all {
        let wanted = Wanted { without: vec![allergen.clone()], ..Wanted::default() };
        for key in found(&cards, &wanted) {
            let sweet = shelf().1.iter().find(|s| s.key == key).expect("sweet");
            for entry in sweet.methods.iter().flat_map(|m| &m.steps).flat_map(|s| &s.inputs) {
                let known = book().larder.get(&entry.ingredient).expect("known");
                assert!(!known.allergens.contains(allergen), "{key} has {} with {allergen}", known.name);
            }
        }
    }
    let quick =
        Wanted { max_total_min: Some(60.0), beginner: true, instrument_free: true, ..Wanted::default() };
    let found = found(&cards, &quick);
    assert!(!found.is_empty());
    for card in cards.iter().filter(|c| found.contains(&c.key.as_str())) {
        assert!(card.quickest_min <= 60.0 && card.easiest == 1 && card.instrument_free, "{}", card.key);
    }
}

#[test]
fn a_card_counts_the_quickest_and_easiest_method() {
    for (card, sweet) in cards().iter().zip(&shelf().1) {
        let of =
            |m: &Method| worked(m, Size::Times { factor: 1.0 }, &[]).expect("formula").times.total_min.mid;
        let quickest = sweet.methods.iter().map(of).fold(f64::INFINITY, f64::min);
        assert!((card.quickest_min - quickest).abs() < 1e-9, "{}", card.key);
        assert_eq!(Some(card.easiest), sweet.methods.iter().map(|m| m.level).min());
    }
}

/// Whoever may not eat something is offered nothing that holds it; what suits is offered.
#[test]
fn what_is_asked_to_suit_does() {
    let cards = cards();
    let offered = |suits: Suits| found(&cards, &Wanted { suits: vec![suits], ..Wanted::default() });
    let holds = |key: &str, ingredient: &str| {
        cards.iter().find(|c| c.key == key).expect("card").ingredients.iter().any(|i| i == ingredient)
    };
    for (suits, never, some) in [
        (Suits::Vegetarian, vec!["silver-leaf", "egg"], "gram-flour-ladoo"),
        (Suits::NoEgg, vec!["egg"], "cashew-sheet"),
        (Suits::NoCane, vec!["sugar", "cane-jaggery", "condensed-milk"], "khoya"),
        (Suits::JaggeryOnly, vec!["sugar", "powdered-sugar"], "sesame-jaggery-ladoo"),
    ] {
        let keys = offered(suits);
        assert!(keys.contains(&some), "{suits:?}: {keys:?}");
        for key in &keys {
            assert!(never.iter().all(|i| !holds(key, i)), "{suits:?} offers {key}");
        }
        assert!(keys.len() < cards.len());
    }
    assert!(!Suits::NoEgg.holds(&["nobody-knows".into()], stocked()), "what is not known is not promised");
}
