//! Doses: nothing is ever told as more than a tenth above what it is, however small the batch and whatever she measures
//! with; what is too little for scale and spoons is told by hand, with its grams to two figures.

use crate::common::{shelf::*, sweets};
use proptest::prelude::*;
use unctum_core::food::by_hand::{Measured, in_measures, with_spoons};
use unctum_core::food::measure::{dose_words, round_parts_to_scale_g, round_to_scale_g};
use unctum_core::formula::*;
use unctum_core::kitchen::Measure;

/// The most that anything is told above what it is.
const MOST_OVER: f64 = 1.1 + 1e-9;

fn kitchens() -> Vec<Vec<Measure>> {
    let cup = |name: &str, volume_ml: f64| Measure { name: name.into(), volume_ml, volume_sd_ml: 5.0 };
    let hers = vec![cup("Katori", 180.0), cup("Tablespoon", 14.0), cup("Teaspoon", 4.6)];
    vec![vec![], vec![cup("Katori", 150.0)], vec![cup("Tumbler", 240.0)], hers, vec![cup("Scoop", 60.0)]]
}

/// What a cook does who reads it off: so many of each measure, by what one holds.
fn as_read_g(told: &Measured, key: &str, state: Option<&str>, measures: &[Measure]) -> f64 {
    let larder = stocked();
    let ingredient = larder.get(key).expect("known");
    if let Some(piece) = ingredient.pieces.get(&told.of) {
        return told.count * piece.mass_g;
    }
    let state = state.filter(|s| ingredient.densities.contains_key(*s));
    let g_per_ml = ingredient.density(state).expect("known").g_per_ml;
    let all = with_spoons(measures);
    let holds_ml = |of: &str| match of {
        "pinch" => 0.3,
        "tip of a knife" => 0.1,
        "speck" => 0.01,
        "drop" => 0.05,
        spoon => {
            all.iter().find(|m| m.name == spoon).unwrap_or_else(|| panic!("{spoon} is no measure")).volume_ml
        }
    };
    let then = told.then.as_ref().map_or(0.0, |t| if t.less { -t.count } else { t.count } * holds_ml(&t.of));
    (told.count * holds_ml(&told.of) + then) * g_per_ml
}

#[test]
fn no_method_at_any_size_in_any_kitchen_tells_more_than_a_tenth_too_much() {
    let book = book();
    let mut told = 0;
    for method in methods() {
        for factor in [0.05, 0.125, 0.25, 0.5, 1.0, 2.0, 4.0] {
            for measures in kitchens() {
                let measuring = Measuring { measures: measures.clone(), by_scale: true };
                let sized = written(method).at(&Size::Times { factor }, &book).expect("size");
                let weighed = sized.weighed(&measuring, &book).expect("weighed");
                for line in &weighed.lines {
                    for part in &line.uses {
                        let at = format!("{} × {factor}, {}", method.name, line.name);
                        assert!(
                            part.weigh_g > 0.0 && part.weigh_g <= MOST_OVER * part.amount_g,
                            "{at}: {part:?}"
                        );
                        assert!(part.goes_in_g(true) <= MOST_OVER * part.amount_g, "{at}: {part:?}");
                        assert!(part.goes_in_g(false) <= MOST_OVER * part.amount_g, "{at}: {part:?}");
                        let Some(m) = &part.measured else {
                            assert!(part.amount_g < 1.3, "{at}: {} g are told in nothing", part.amount_g);
                            continue;
                        };
                        told += 1;
                        assert_eq!(m.beyond_scale, part.amount_g < 2.5, "{at}");
                        assert!(
                            m.mass_g.mid > 0.0 && m.mass_g.mid <= MOST_OVER * part.amount_g,
                            "{at}: {m:?}"
                        );
                    }
                }
            }
        }
    }
    assert!(told > 5_000, "{told}");
}

/// Where too much does harm, what really goes in stays under it: at every size, by the scale and by any spoons.
#[test]
fn what_does_harm_stays_under_its_most() {
    let book = book();
    let mut held = 0;
    for method in methods() {
        for factor in [0.05, 0.25, 0.5, 1.0, 4.0] {
            for measures in kitchens() {
                for by_scale in [true, false] {
                    let measuring = Measuring { measures: measures.clone(), by_scale };
                    let sized = written(method).at(&Size::Times { factor }, &book).expect("size");
                    let finished_kg = sized.written.balance().finished_g / 1000.0;
                    let weighed = sized.weighed(&measuring, &book).expect("weighed");
                    for line in &weighed.lines {
                        let Some(most) = book.larder.get(&line.ingredient).expect("known").most_g_per_kg
                        else {
                            continue;
                        };
                        let goes_in_g: f64 = line.uses.iter().map(|u| u.goes_in_g(by_scale)).sum();
                        held += 1;
                        assert!(
                            goes_in_g <= most * finished_kg,
                            "{} × {factor}: {goes_in_g} g {}",
                            method.name,
                            line.name
                        );
                    }
                }
            }
        }
    }
    assert!(held > 100, "{held}");
}

#[test]
fn a_dose_beyond_its_most_is_a_fault_told_with_what_is_right() {
    let larder = stocked();
    let mut sweet = sweets().into_iter().find(|s| s.key == "rice-lentil-pudding").expect("pudding");
    assert!(sweet.faults(larder).is_empty());
    let entries = sweet.methods[0].steps.iter_mut().flat_map(|s| &mut s.inputs);
    entries.filter(|e| e.ingredient == "edible-camphor").for_each(|e| e.amount_g = 0.5);
    let faults = sweet.faults(larder);
    assert!(faults.len() == 1 && faults[0].words.contains("at most 0.0"), "{faults:?}");
}

#[test]
fn what_is_told_of_the_dangerous_ones() {
    let larder = stocked();
    let said = |key: &str, grams: f64| {
        let told = in_measures(larder.get(key).expect("known"), grams, None, &kitchens()[3])?;
        Some((told.count, told.of))
    };
    let of = |count: f64, of: &str| Some((count, of.to_owned()));
    assert_eq!(said("edible-camphor", 0.01), of(2.0, "speck"));
    assert_eq!(said("edible-camphor", 0.0025), of(0.5, "speck"));
    assert_eq!(said("edible-camphor", 0.0005), None, "less than any speck: in grams only");
    assert_eq!(said("saffron", 0.1), of(50.0, "strand"));
    assert_eq!(said("silver-leaf", 0.04), of(2.0, "leaf"));
    assert_eq!(said("silver-leaf", 0.01), of(0.5, "leaf"));
    assert_eq!(said("orange-colour", 0.07), of(1.0, "tip of a knife"));
    assert_eq!(said("orange-colour", 0.025), of(3.0, "speck"));
    assert_eq!(said("lime-juice", 0.5), of(10.0, "drop"));
    assert_eq!(said("baking-soda", 0.28), of(1.0, "pinch"));
}

#[test]
fn grams_of_a_dose_are_written_with_what_they_need() {
    let cases = [
        (0.0025, "0.0025 g"),
        (0.01, "0.01 g"),
        (0.263, "0.26 g"),
        (0.999, "1 g"),
        (1.25, "1.2 g"),
        (7.04, "7 g"),
        (9.96, "10 g"),
        (252.4, "252 g"),
        (0.0, "0 g"),
    ];
    for (grams, words) in cases {
        assert_eq!(dose_words(grams), words);
    }
}

proptest! {
    /// Whatever the amount, the thing and the kitchen.
    #[test]
    fn nothing_is_told_as_more_than_a_tenth_too_much(
        i in index(200), log_g in -3.5_f64..3.5, cups in proptest::collection::vec(40.0_f64..400.0, 0..3),
    ) {
        let larder = stocked();
        let all: Vec<_> = larder.0.iter().collect();
        let (key, ingredient) = all[i % all.len()];
        let grams = 10_f64.powf(log_g);
        let cup = |ml: f64| Measure { name: format!("Cup {ml:.2}"), volume_ml: ml, volume_sd_ml: 5.0 };
        let measures: Vec<Measure> = cups.iter().map(|ml| cup(*ml)).collect();
        for state in ingredient.densities.keys().map(|s| Some(s.as_str())).chain([None]) {
            let Some(told) = in_measures(ingredient, grams, state, &measures) else { continue };
            let read_g = as_read_g(&told, key, state, &measures);
            prop_assert!(read_g <= MOST_OVER * grams, "{grams} g {key}: {told:?} are {read_g} g");
            prop_assert!(read_g >= 0.45 * grams, "{grams} g {key}: {told:?} are {read_g} g");
            prop_assert!((told.mass_g.mid - read_g).abs() < 1e-6 * read_g, "{told:?} says {read_g} g");
            prop_assert!(told.mass_g.low >= 0.0 && told.mass_g.low <= told.mass_g.mid && told.mass_g.mid <= told.mass_g.high);
        }
    }

    #[test]
    fn the_scale_is_told_no_more_than_a_tenth_too_much(log_g in -5.0_f64..4.5) {
        let grams = 10_f64.powf(log_g);
        let rounded = round_to_scale_g(grams);
        prop_assert!(rounded > 0.0 && rounded <= MOST_OVER * grams && rounded >= 0.89 * grams, "{grams}: {rounded}");
    }

    #[test]
    fn nor_in_parts(log_parts in proptest::collection::vec(-4.0_f64..3.5, 1..6)) {
        let parts: Vec<f64> = log_parts.iter().map(|l| 10_f64.powf(*l)).collect();
        for (exact, told) in parts.iter().zip(round_parts_to_scale_g(&parts)) {
            prop_assert!(told > 0.0 && told <= MOST_OVER * exact, "{parts:?}: {told} for {exact}");
        }
    }
}
