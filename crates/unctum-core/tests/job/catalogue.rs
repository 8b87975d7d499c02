//! The catalogue: every sweet whole, every gram accounted for, every figure one that a kitchen knows.

use std::collections::{BTreeMap, BTreeSet};

use crate::common::shelf::{book_with, cooked};
use crate::common::{catalogue, kadai, larder, swaps, sweets};
use unctum_core::course::Tools;
use unctum_core::formula::Size;
use unctum_core::process::{EqualMeasures, Family, Purpose, Shape, StepKind, balance};
use unctum_core::syrup::Ladder;
use unctum_core::variation::offers;

fn tools() -> Tools {
    let wide = unctum_core::kitchen::Pan {
        name: "Milk pan".into(),
        diameter_cm: 28.0,
        wall_height_cm: 12.0,
        ..kadai()
    };
    let ring = unctum_core::kitchen::Ring::of_kind("Right ring", unctum_core::kitchen::RingKind::Gas, 3000.0);
    Tools { wide_pan: wide, ..Tools::among(&[], kadai(), ring) }
}

#[test]
fn every_sweet_is_whole() {
    let larder = larder();
    assert_eq!(larder.check(), Ok(()));
    assert!((85..=110).contains(&larder.0.len()), "about 90 ingredients, {}", larder.0.len());
    let mut faults = Vec::new();
    for sweet in sweets() {
        faults.extend(sweet.faults(&larder).iter().map(|f| format!("{}: {f}", sweet.key)));
        assert!(!sweet.aliases.is_empty(), "{} has names by region", sweet.key);
    }
    assert!(faults.is_empty(), "{faults:#?}");
}

#[test]
fn every_gram_is_accounted_for() {
    let (larder, ladder) = (larder(), Ladder::default());
    for sweet in sweets() {
        for method in &sweet.methods {
            let b = balance(method, &larder, &ladder)
                .unwrap_or_else(|e| panic!("{} {}: {e}", sweet.key, method.key));
            assert!(b.gap_g().abs() < 1e-6 * b.put_in_g, "{} {}: gap {}", sweet.key, method.key, b.gap_g());
            let parts = b.finished.to_array();
            assert!(parts.iter().all(|g| g.is_finite() && *g >= -1e-9), "{} {}", sweet.key, method.key);
        }
    }
}

#[test]
fn formulas_meet_the_compositions_they_aim_at() {
    let (larder, ladder) = (larder(), Ladder::default());
    let mut far = Vec::new();
    for sweet in sweets() {
        for method in &sweet.methods {
            let made = balance(method, &larder, &ladder).expect("balance").finished.composition();
            for ((aim, is), what) in method.aims.to_array().into_iter().zip(made.to_array()).zip([
                "water", "sucrose", "reducing", "lactose", "gums", "fat", "protein", "starch", "fibre", "ash",
            ]) {
                if aim > 0.0 && (aim - is).abs() > 0.02 {
                    far.push(format!("{} {}: {what} {is:.3}, aims at {aim:.3}", sweet.key, method.key));
                }
            }
        }
    }
    assert!(far.is_empty(), "{far:#?}");
}

#[test]
fn yields_and_times_are_those_of_a_home_kitchen() {
    let tools = tools();
    let mut odd = Vec::new();
    for sweet in sweets() {
        for method in &sweet.methods {
            let size = Size::Times { factor: 1.0 };
            let f =
                cooked(method, size, &tools).unwrap_or_else(|e| panic!("{} {}: {e}", sweet.key, method.key));
            let name = format!("{} {}", sweet.key, method.key);
            let line = format!(
                "{name}: {:.0} g, {:?} pieces, {:.0} min, hands {:.0}, split {}",
                f.finished_g, f.pieces.count, f.times.total_min.mid, f.times.hands_min, f.split
            );
            println!("{line}");
            let counted =
                method.shape == Shape::Loose || f.pieces.count.is_some_and(|n| (6.0..=120.0).contains(&n));
            if !counted
                || !(150.0..=2500.0).contains(&f.finished_g)
                || f.times.hands_min < 2.0
                || f.split > 1.0
            {
                odd.push(line.clone());
            }
            if sweet.family != Family::Component && !(30.0..=1500.0).contains(&f.times.total_min.mid) {
                odd.push(line);
            }
            for (step, figures) in
                method.steps.iter().filter_map(|s| Some((s, f.steps.iter().find(|x| x.step == s.key)?)))
            {
                let t = figures.time.minutes;
                let (usual, told) = (step.minutes, t.mid);
                if step.flame.is_some() {
                    println!(
                        "   {} {:?} {told:.1} usual {:?}",
                        step.key,
                        figures.time.follows,
                        usual.map(|m| m.mid)
                    );
                }
                // What is fried potful by potful takes as many times its minutes.
                let potfuls = figures.time.pots.unwrap_or(1.0);
                let far = usual
                    .is_some_and(|m| told > potfuls * (2.2 * m.high + 2.0) || told < 0.3 * potfuls * m.low);
                if far || !t.in_order(14_400.0) {
                    odd.push(format!("{name}, {}: {told:.1} min, usually {usual:?}", step.key));
                }
            }
        }
    }
    assert!(odd.is_empty(), "{odd:#?}");
}

#[test]
fn every_step_has_words_of_its_own() {
    let mut seen: BTreeMap<String, String> = BTreeMap::new();
    let mut twice = Vec::new();
    for sweet in sweets() {
        for (method, step) in sweet.methods.iter().flat_map(|m| m.steps.iter().map(move |s| (m, s))) {
            for (what, words) in [("text", &step.text), ("cue", &step.cue), ("reason", &step.reason)] {
                let here = format!("{} {} {} {what}", sweet.key, method.key, step.key);
                if let Some(there) = seen.insert(words.to_lowercase(), here.clone()) {
                    twice.push(format!("{here} and {there}: {words}"));
                }
            }
        }
    }
    assert!(twice.is_empty(), "{twice:#?}");
}

#[test]
fn cautions_stand_where_it_can_hurt() {
    let cautions: BTreeMap<String, String> = toml::from_str(&catalogue("cautions.toml")).expect("cautions");
    for sweet in sweets() {
        for (method, step) in sweet.methods.iter().flat_map(|m| m.steps.iter().map(move |s| (m, s))) {
            let here = format!("{} {} {}", sweet.key, method.key, step.key);
            for hazard in &step.hazards {
                assert!(cautions.contains_key(hazard), "{here}: {hazard}");
            }
            let dangerous = matches!(
                step.kind,
                StepKind::BoilToStage
                    | StepKind::Fry
                    | StepKind::Caramelise
                    | StepKind::PressureCook
                    | StepKind::WaterBath
            );
            assert!(!dangerous || !step.hazards.is_empty(), "{here} carries no caution");
            let fries = step.inputs.iter().any(|e| e.purpose == Purpose::Frying);
            assert!(
                !fries || step.hazards.iter().any(|h| h == "deep-fat"),
                "{here}: frying without its caution"
            );
        }
    }
}

#[test]
fn equal_measures_are_equal() {
    let larder = larder();
    let mut told = 0;
    for sweet in sweets() {
        for method in &sweet.methods {
            let Some(EqualMeasures { cup_ml, cups }) = &method.equal_measures else { continue };
            told += 1;
            for (ingredient, count) in cups {
                let known = larder.get(ingredient).expect("known");
                let entries: Vec<_> = method
                    .steps
                    .iter()
                    .flat_map(|s| &s.inputs)
                    .filter(|e| e.ingredient == *ingredient && e.purpose == Purpose::Mass)
                    .collect();
                let grams: f64 = entries.iter().map(|e| e.amount_g).sum();
                let density = known.density(entries[0].state.as_deref()).expect("state").g_per_ml;
                assert!((grams / (density * cup_ml) - count).abs() < 0.01 * count, "{ingredient}");
            }
        }
    }
    assert!(told > 0);
}

#[test]
fn swaps_know_their_ingredients_and_every_method_has_variations() {
    let (larder, swaps) = (larder(), swaps());
    for swap in &swaps {
        larder.get(&swap.from).expect("from");
        larder.get(&swap.to).expect("to");
    }
    for sweet in sweets().into_iter().filter(|s| s.family != Family::Component) {
        for method in &sweet.methods {
            let offered = offers(method, &book_with(&swaps));
            let n = offered.len();
            assert!(n >= 3, "{} {}: {n} variations", sweet.key, method.key);
            let keys: BTreeSet<&str> = offered.iter().map(|o| o.key.as_str()).collect();
            assert_eq!(keys.len(), n, "{} {}: each is asked for by a key of its own", sweet.key, method.key);
        }
    }
}
