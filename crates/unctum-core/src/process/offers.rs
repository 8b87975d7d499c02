//! The variations that make sense for a method.

use serde::Serialize;

use crate::food::ShelfKind;
use crate::process::effect::Effect;
use crate::process::variation::change;
use crate::process::{Knowledge, Method, Setting, StepKind, Variation, balance};

/// Share of all that goes in below which a little more or less of a thing is not felt.
const LEAST_FRAC: f64 = 0.03;

/// A variation that can be asked for.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Offer {
    /// What it is called.
    pub name: String,
    /// Whether it changes something that carries the set.
    pub structural: bool,
    /// The changes.
    pub changes: Vec<Variation>,
}

/// The variations that make sense for a method: those that work out.
#[must_use]
pub fn offers(method: &Method, known: &Knowledge<'_>, setting: &Setting<'_>) -> Vec<Offer> {
    let mut offers = Vec::new();
    let lines = method.lines(setting.larder).unwrap_or_default();
    let shelf = |key: &str| setting.larder.get(key).map(|i| i.shelf).ok();
    let mut offer = |name: String, structural: bool, asked: Variation| {
        let mut varied = method.clone();
        let works = change(&mut varied, &asked, known, setting)
            .and_then(|()| balance(&varied, setting.larder, setting.ladder))
            .is_ok();
        if works {
            offers.push(Offer { name, structural, changes: vec![asked] });
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
            offer(name, carries(&line.ingredient), Variation::Amount { ingredient, times });
        }
    }
    for swap in known.swaps.iter().filter(|s| lines.iter().any(|l| l.ingredient == s.from)) {
        let (from, to, by) = (swap.from.clone(), swap.to.clone(), swap.by);
        offer(swap.name.clone(), carries(&swap.from), Variation::Swap { from, to, by });
    }
    for line in lines.iter().filter(|l| known.components.contains_key(&l.ingredient)) {
        let name = format!("{} made at home", line.name);
        offer(name, false, Variation::Make { ingredient: line.ingredient.clone() });
    }
    for (step, stage) in method.steps.iter().filter_map(|s| Some((s, s.stage()?))) {
        let stages = setting.ladder.stages();
        let at = stages.iter().position(|s| s.key == stage).unwrap_or(0);
        for (i, word) in [(at.wrapping_sub(1), "earlier"), (at + 1, "later")] {
            if let Some(other) = stages.get(i) {
                let name = format!("Syrup one stage {word}: {}", other.name);
                offer(name, true, Variation::Stage { step: step.key.clone(), stage: other.key });
            }
        }
    }
    // How far the mass itself is cooked: the last step that does so.
    let cooked = method.steps.iter().rev().find_map(|step| {
        let cooks = matches!(
            step.kind,
            StepKind::CookTillLeavesSides | StepKind::AddInstalments | StepKind::Simmer | StepKind::Combine
        );
        let told = step
            .effects
            .iter()
            .find_map(|e| if let Effect::DryTo { water_frac } = e { Some(*water_frac) } else { None });
        told.filter(|_| cooks && step.flame.is_some()).map(|water_frac| (step, water_frac))
    });
    if let Some((step, water_frac)) = cooked {
        for (times, word) in [(0.8, "drier"), (1.2, "softer")] {
            let name = format!("Cooked {word} in the end");
            let water_frac = water_frac * times;
            offer(name, true, Variation::Water { step: step.key.clone(), water_frac });
        }
    }
    offers
}
