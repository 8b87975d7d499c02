//! What cannot happen: steam without its heat, a mass hotter than its water lets it be, a syrup past its aim.

use std::collections::BTreeMap;

use super::{every_method, heats};
use crate::common::shelf::formula_of;
use crate::common::{kadai, larder, swaps, sweets};
use unctum_core::course::Tools;
use unctum_core::food::thermal;
use unctum_core::formula::{Formula, Size, Written};
use unctum_core::kitchen::{Air, Flame, Pan, Ring, RingKind};
use unctum_core::pan::drying::scorch_limit_w_m2;
use unctum_core::process::{Balance, Book, Method, Step, StepBalance, StepKind, SwapBy, Timing, balance};
use unctum_core::syrup::boiling::boil_c;
use unctum_core::syrup::{Ladder, SCHOOLS};
use unctum_core::variation::{Variation, offers, vary};
use unctum_core::water::SEA_LEVEL_PA as SEA_PA;

const STEAM_J_G: f64 = 2257.0;

fn air() -> Air {
    Air { pressure_pa: SEA_PA, room_c: 25.0, humidity_frac: 0.6 }
}

/// A middling gas ring, and a strong one.
const RINGS_W: [f64; 2] = [1800.0, 3000.0];

fn tools(rated_w: f64) -> Tools {
    let wide = Pan { name: "Milk pan".into(), diameter_cm: 28.0, wall_height_cm: 12.0, ..kadai() };
    let ring = Ring::of_kind("Ring", RingKind::Gas, rated_w);
    Tools { wide_pan: wide, ..Tools::among(&[], kadai(), ring) }
}

fn worked(method: &Method, tools: &Tools) -> Formula {
    let (larder, ladder, components) = (larder(), Ladder::default(), BTreeMap::new());
    let book = Book {
        larder: &larder,
        swaps: &[],
        components: &components,
        ladder: &ladder,
        air: air(),
        paces: unctum_core::process::Paces::default(),
    };
    let size = Size::Times { factor: 1.0 };
    formula_of(method, &size, &[], Some(tools), &book).expect("formula")
}

/// How hot the hottest of what a step takes over is, °C.
fn comes_at_c(step: &Step, method: &Method, balance: &Balance) -> f64 {
    let of = |key: &str| {
        let before = method.steps.iter().find(|s| s.key == key).expect("step");
        let boil = balance.step(key).map(|b| boil_c(&b.end.charge(), SEA_PA));
        match before.heat_to_c {
            Some(c) => c,
            None if heats(before) => boil.unwrap_or(100.0),
            None => comes_at_c(before, method, balance).min(100.0),
        }
    };
    step.takes.iter().map(|t| of(&t.step)).fold(25.0, f64::max)
}

/// Heat that a step of work off the flame still has in it above 90 °C, J: of the mass, and of the pan under it.
fn kept_j(b: &StepBalance, from_c: f64) -> f64 {
    let cp = thermal(&b.start.composition().makeup(), 95.0).specific_heat_j_kg_k;
    (b.start_g / 1000.0 * cp + kadai().heat_capacity_j_k) * (from_c - 90.0).max(0.0)
}

#[test]
fn steam_has_the_heat_it_takes() {
    let (larder, ladder) = (larder(), Ladder::default());
    every_method(|sweet, method, faults| {
        let b = balance(method, &larder, &ladder).expect("balance");
        for step in &method.steps {
            let figures = b.step(&step.key).expect("figures");
            if figures.evaporated_g < 1.0 || matches!(step.kind, StepKind::PressureCook | StepKind::WaterBath)
            {
                continue;
            }
            let kept_j = kept_j(figures, comes_at_c(step, method, &b));
            if !heats(step) {
                if STEAM_J_G * figures.evaporated_g > kept_j {
                    let kept_g = kept_j / STEAM_J_G;
                    let words =
                        format!("{:.0} g of steam off the flame, heat for {kept_g:.0}", figures.evaporated_g);
                    faults.note(sweet, method, Some(step), words);
                }
                continue;
            }
            // The minutes told have to hold the heat on the flame told, whatever they were reckoned by: a ledger of the
            // ring's heat, in the longest minutes and with next to no loss, that no honest step overdraws.
            for rated_w in RINGS_W {
                let tools = tools(rated_w);
                let time =
                    worked(method, &tools).times.steps.into_iter().find(|t| t.step == step.key).expect("t");
                let flame = time.flame_needed.or(step.flame).unwrap_or(Flame::Medium);
                let net_w = tools.ring.net_power_w(flame.frac());
                let loss_w = 0.05 * net_w;
                let has_j = (net_w - loss_w) * 60.0 * time.minutes.high + kept_j;
                let takes_j = STEAM_J_G * figures.evaporated_g;
                if takes_j > has_j {
                    let words = format!(
                        "{:.0} kJ of steam, {:.0} kJ of heat on {rated_w} W",
                        takes_j / 1e3,
                        has_j / 1e3
                    );
                    faults.note(sweet, method, Some(step), words);
                }
            }
        }
    });
}

/// Frying is a heat balance too: the flame told keeps the fat hot through all its potfuls.
#[test]
fn a_frying_flame_covers_more_than_the_pot() {
    every_method(|sweet, method, faults| {
        for step in method.steps.iter().filter(|s| s.kind == StepKind::Fry) {
            let time =
                worked(method, &tools(RINGS_W[0])).times.steps.into_iter().find(|t| t.step == step.key);
            let time = time.expect("time");
            if time.flame_needed.is_some() {
                faults.note(sweet, method, Some(step), "its flame is too low for a middling ring");
            }
            if step.flame == Some(Flame::Low) {
                faults.note(sweet, method, Some(step), "a low flame only covers the pot's loss");
            }
            if step.timing != Timing::Pots {
                faults.note(sweet, method, Some(step), "it is not told potful by potful");
            }
        }
    });
}

/// A mass that dries on the flame is about as hot as its water boils, no hotter, and not much cooler.
#[test]
fn what_boils_is_as_hot_as_its_water() {
    let (larder, ladder) = (larder(), Ladder::default());
    every_method(|sweet, method, faults| {
        let b = balance(method, &larder, &ladder).expect("balance");
        for step in &method.steps {
            let Some(told_c) = step.heat_to_c else { continue };
            let figures = b.step(&step.key).expect("figures");
            let boils_c = boil_c(&figures.end.charge(), SEA_PA);
            match step.kind {
                StepKind::PressureCook if !(115.0..=120.0).contains(&told_c) => {
                    faults.note(sweet, method, Some(step), format!("{told_c} °C under pressure, 115–120"));
                }
                StepKind::CookTillLeavesSides
                | StepKind::AddInstalments
                | StepKind::Simmer
                | StepKind::Reduce
                | StepKind::Dissolve
                    if heats(step) =>
                {
                    let cooks = figures.evaporated_g > 1.0;
                    if told_c > boils_c + 1.5 || (cooks && told_c < boils_c - 4.0) {
                        faults.note(
                            sweet,
                            method,
                            Some(step),
                            format!("{told_c} °C, its water boils at {boils_c:.1}"),
                        );
                    }
                }
                _ => {}
            }
        }
    });
}

/// Every method works out in every school, whatever its string is called.
#[test]
fn every_school_can_make_every_sweet() {
    let larder = larder();
    every_method(|sweet, method, faults| {
        for school in SCHOOLS {
            if let Err(e) = balance(method, &larder, &school.ladder) {
                faults.note(sweet, method, None, format!("in the school “{}”: {e}", school.key));
            }
        }
    });
}

/// The minutes told on a middling and on a strong ring are about those a practitioner knows.
#[test]
fn the_times_told_are_those_of_a_practitioner() {
    every_method(|sweet, method, faults| {
        let strong = worked(method, &tools(RINGS_W[1]));
        for step in method.steps.iter().filter(|s| s.timing == Timing::Heat) {
            let (Some(usual), Some(time)) =
                (step.minutes, strong.times.steps.iter().find(|t| t.step == step.key))
            else {
                continue;
            };
            // Milk goes no faster than it scorches: the reason stands in docs/worked-figures.md.
            let milk = matches!(step.kind, StepKind::Reduce | StepKind::Simmer);
            let most = if milk { 1.7 } else { 1.25 };
            let told = time.minutes.mid;
            if told > most * usual.high || told < 0.6 * usual.low {
                let words = format!("{told:.1} min told, {:.0}–{:.0} known", usual.low, usual.high);
                faults.note(sweet, method, Some(step), words);
            }
        }
    });
}

/// As hot as the mass it cooks through: milk and thick masses do not take a full flame.
#[test]
fn thick_milk_stands_on_no_full_flame() {
    let (larder, ladder) = (larder(), Ladder::default());
    every_method(|sweet, method, faults| {
        let b = balance(method, &larder, &ladder).expect("balance");
        for step in method.steps.iter().filter(|s| s.flame == Some(Flame::High) && s.kind != StepKind::Fry) {
            let end = b.step(&step.key).expect("figures").end;
            let solids_frac = (end.lactose_g + end.protein_g + end.starch_g + end.fat_g) / end.total_g();
            if scorch_limit_w_m2(solids_frac) < 6000.0 {
                faults.note(sweet, method, Some(step), "it scorches on a full flame");
            }
        }
    });
}

/// Butter is offered where it melts, never where the pot is hotter than it bears; asked for, it is refused in words.
#[test]
fn butter_is_not_offered_for_hot_fat() {
    let (larder, ladder, swaps) = (larder(), Ladder::default(), swaps());
    let (components, all) = (BTreeMap::new(), sweets());
    let book = Book {
        larder: &larder,
        swaps: &swaps,
        components: &components,
        ladder: &ladder,
        air: air(),
        paces: unctum_core::process::Paces::default(),
    };
    let offered = |key: &str| {
        let method = all.iter().find(|s| s.key == key).expect("sweet").method(None).expect("method");
        offers(method, &book).iter().any(|o| o.name == "Butter instead of ghee")
    };
    assert!(!offered("khoya-pancakes") && !offered("reduced-milk-pancakes"));
    assert!(offered("semolina-almond-barfi"));
    let pancakes =
        all.iter().find(|s| s.key == "khoya-pancakes").expect("sweet").method(None).expect("method");
    let swap = Variation::Swap { from: "ghee".into(), to: "butter".into(), by: SwapBy::Fat };
    let pancakes = Written::of(pancakes.clone(), &book).expect("balance");
    let refused = vary(&pancakes, &[swap], &book).expect_err("butter burns");
    assert!(refused.to_string().contains("burns at the heat of"), "{refused}");
}
