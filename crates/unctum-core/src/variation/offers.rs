//! The variations that make sense for a method.

use serde::Serialize;

use crate::food::ShelfKind;
use crate::process::{Book, Effect, Method, Work, balance};
use crate::variation::change::{Variation, change};

/// Share of all that goes in below which a little more or less of a thing is not felt.
const LEAST_FRAC: f64 = 0.03;
/// With less water than this it is roasted, not cooked.
const ROASTED_FRAC: f64 = 0.03;

/// A variation that can be asked for.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Offer {
    /// What it is asked for by: the same whatever else is offered, in any kitchen.
    pub key: String,
    /// What it is called.
    pub name: String,
    /// Whether it changes something that carries the set.
    pub structural: bool,
    /// The changes.
    pub changes: Vec<Variation>,
}

/// The variations that make sense for a method: those that work out.
#[must_use]
pub fn offers(method: &Method, book: &Book<'_>) -> Vec<Offer> {
    let mut offers = Vec::new();
    let lines = method.lines(book.larder).unwrap_or_default();
    let shelf = |key: &str| book.larder.get(key).map(|i| i.shelf).ok();
    let mut offer = |key: String, name: String, structural: bool, asked: Variation| {
        let mut varied = method.clone();
        let works = change(&mut varied, &asked, book)
            .and_then(|()| balance(&varied, book.larder, book.ladder))
            .is_ok();
        if works {
            offers.push(Offer { key, name, structural, changes: vec![asked] });
        }
    };
    let carries = |key: &str| method.structure.iter().any(|k| k == key);
    let in_it_g = |key: &str| -> f64 {
        let entries = method.steps.iter().flat_map(|s| &s.inputs);
        entries.filter(|e| e.ingredient == key && !e.purpose.stays()).map(|e| e.amount_g).sum()
    };
    let all_g: f64 = lines.iter().map(|l| in_it_g(&l.ingredient)).sum();
    let most_of = |wanted: &[ShelfKind]| {
        lines
            .iter()
            .filter(|l| {
                shelf(&l.ingredient).is_some_and(|s| wanted.contains(&s))
                    && in_it_g(&l.ingredient) > LEAST_FRAC * all_g
            })
            .max_by(|a, b| in_it_g(&a.ingredient).total_cmp(&in_it_g(&b.ingredient)))
    };
    for (line, less, more) in [
        (most_of(&[ShelfKind::Sugar, ShelfKind::Jaggery]), 0.85, 1.15),
        (most_of(&[ShelfKind::Fat]), 0.8, 1.25),
    ] {
        let Some(line) = line else { continue };
        for (times, word) in [(less, "less"), (more, "more")] {
            let percent = 100.0 * (times - 1.0_f64).abs();
            let ingredient = line.ingredient.clone();
            let name = format!("{percent:.0} % {word} {}", line.name.to_lowercase());
            let key = format!("{word}.{ingredient}");
            offer(key, name, carries(&line.ingredient), Variation::Amount { ingredient, times });
        }
    }
    for swap in book.swaps.iter().filter(|s| lines.iter().any(|l| l.ingredient == s.from)) {
        let (from, to, by) = (swap.from.clone(), swap.to.clone(), swap.by);
        let key = format!("swap.{from}.{to}.{}", by.word());
        offer(key, swap.name.clone(), carries(&swap.from), Variation::Swap { from, to, by });
    }
    for line in lines.iter().filter(|l| book.components.contains_key(&l.ingredient)) {
        let name = format!("{} made at home", line.name);
        let ingredient = line.ingredient.clone();
        offer(format!("make.{ingredient}"), name, false, Variation::Make { ingredient });
    }
    for (step, stage) in method.steps.iter().filter_map(|s| Some((s, s.stage()?))) {
        let stages = book.ladder.stages();
        let at = stages.iter().position(|s| s.key == stage).unwrap_or(0);
        for (i, word) in [(at.wrapping_sub(1), "earlier"), (at + 1, "later")] {
            if let Some(other) = stages.get(i) {
                let name = format!("Syrup one stage {word}: {}", other.name);
                let (step, stage) = (step.key.clone(), other.key);
                offer(format!("stage.{step}.{}", stage.word()), name, true, Variation::Stage { step, stage });
            }
        }
    }
    // How far the mass itself is cooked: the last step that dries it over a flame, a roast to dryness aside.
    let cooked = method.steps.iter().rev().filter(|s| s.work() == Work::Dry).find_map(|step| {
        step.effects.iter().find_map(|e| match e {
            Effect::DryTo { water_frac } if *water_frac > ROASTED_FRAC => Some((step, *water_frac)),
            _ => None,
        })
    });
    if let Some((step, water_frac)) = cooked {
        for (times, word) in [(0.8, "drier"), (1.2, "softer")] {
            let (step, water_frac) = (step.key.clone(), water_frac * times);
            let name = format!("Cooked {word} in the end");
            offer(format!("{word}.{step}"), name, true, Variation::Water { step, water_frac });
        }
    }
    offers
}
