//! What a change does: in numbers, for those who eat it, and beyond the numbers.

use serde::Serialize;

use crate::error::Result;
use crate::food::{Composition, Diet, Larder, sweet_water_activity};
use crate::formula::Written;
use crate::process::{Balance, Book, Method};
use crate::variation::change::Variation;

/// One effect of a variation.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct EffectNote {
    /// `structure`, `yield`, `left`, `water`, `sugars`, `fat`, `sweetness`, `colour`, `allergens`, `diet`,
    /// `keeping`.
    pub topic: &'static str,
    /// What happens.
    pub words: String,
    /// The number before, if there is one.
    pub before: Option<f64>,
    /// The number after.
    pub after: Option<f64>,
}

fn diet_words(diet: Diet) -> &'static str {
    match diet {
        Diet::Vegan => "nothing from animals in it",
        Diet::Vegetarian => "milk in it, nothing else from animals",
        Diet::WithEgg => "egg in it",
        Diet::FromAnimals => "something from animals in it",
    }
}

/// A method before and after its changes.
pub(super) struct Sides<'a> {
    pub before: &'a Written,
    pub after: &'a Written,
}

impl Sides<'_> {
    /// What the numbers say.
    pub fn numbers(&self, notes: &mut Vec<EffectNote>) {
        let (b, a) = (self.before.balance(), self.after.balance());
        let (bc, ac) = (b.finished.composition(), a.finished.composition());
        let mut number = |topic, before: f64, after: f64, least: f64, up: &str, down: &str| {
            if (after - before).abs() > least {
                let words = if after > before { up } else { down }.to_owned();
                notes.push(EffectNote { topic, words, before: Some(before), after: Some(after) });
            }
        };
        let left = |b: &Balance| b.asides.iter().map(|a| a.unused_g).sum::<f64>();
        number(
            "left",
            left(b),
            left(a),
            0.01 * b.finished_g,
            "More is left over: whey, husk, or syrup to use elsewhere.",
            "Less is left over. See that the pieces are still covered.",
        );
        number("yield", b.finished_g, a.finished_g, 0.005 * b.finished_g, "Makes more.", "Makes less.");
        number(
            "water",
            bc.water_frac,
            ac.water_frac,
            0.002,
            "More water stays in it: softer, stickier.",
            "Less water stays in it: firmer, drier.",
        );
        number(
            "sugars",
            bc.sugars_frac(),
            ac.sugars_frac(),
            0.005,
            "More of it is sugar: firmer, grains sooner.",
            "Less of it is sugar: softer, and slower to set.",
        );
        number(
            "fat",
            bc.fat_frac,
            ac.fat_frac,
            0.003,
            "More of it is fat: shorter and richer, may weep.",
            "Less of it is fat: drier, sticks sooner.",
        );
        let sweet = |c: &Composition| c.sucrose_frac + c.reducing_frac + 0.2 * c.lactose_frac;
        number("sweetness", sweet(&bc), sweet(&ac), 0.005, "Tastes sweeter.", "Tastes less sweet.");
        let (kept, keeps) = (sweet_water_activity(&bc), sweet_water_activity(&ac));
        number(
            "keeping",
            kept,
            keeps,
            0.003,
            "Its liquid is less concentrated: keeps for a shorter time.",
            "Its liquid is more concentrated: keeps longer.",
        );
    }

    /// Who can eat it, if that changes.
    ///
    /// # Errors
    /// [`crate::CoreError::Unknown`].
    pub fn eaters(&self, larder: &Larder, notes: &mut Vec<EffectNote>) -> Result<()> {
        let ((was, was_for), (is, is_for)) =
            (self.before.method().eaters(larder)?, self.after.method().eaters(larder)?);
        let mut say = |topic, words: String| {
            notes.push(EffectNote { topic, words, before: None, after: None });
        };
        let gained: Vec<&str> = is.iter().filter(|a| !was.contains(a)).map(String::as_str).collect();
        let lost: Vec<&str> = was.iter().filter(|a| !is.contains(a)).map(String::as_str).collect();
        if !gained.is_empty() {
            say("allergens", format!("Now contains {}.", gained.join(", ")));
        }
        if !lost.is_empty() {
            say("allergens", format!("No longer contains {}.", lost.join(", ")));
        }
        if was_for != is_for {
            say("diet", format!("Now with {}.", diet_words(is_for)));
        }
        Ok(())
    }
}

/// What the catalogue says of a change beyond the numbers.
pub(super) fn said_of(method: &Method, asked: &Variation, book: &Book<'_>) -> Vec<EffectNote> {
    let mut notes = Vec::new();
    let mut say = |topic, words: String| notes.push(EffectNote { topic, words, before: None, after: None });
    let name = |key: &str| book.larder.get(key).map_or_else(|_| key.to_owned(), |i| i.name.clone());
    let carries = |key: &str| method.structure.iter().any(|k| k == key);
    match asked {
        Variation::Amount { ingredient, .. } if carries(ingredient) => say(
            "structure",
            format!("{} carries the set here, not only the taste. Try it on a small batch first.", name(ingredient)),
        ),
        Variation::Amount { .. } => {}
        Variation::Swap { from, to, by } => {
            if carries(from) {
                say(
                    "structure",
                    format!("{} carries the set here, not only the taste. Try it on a small batch first.", name(from)),
                );
            }
            match book.swaps.iter().find(|s| s.from == *from && s.to == *to && s.by == *by) {
                Some(swap) => {
                    say("structure", swap.structure.clone());
                    say("colour", swap.colour.clone());
                }
                None => say("structure", "Not known from the catalogue: what it does to the set has to be tried.".into()),
            }
        }
        Variation::Make { ingredient } => say(
            "structure",
            format!("{} of your own is as fresh as the day, and differs a little from the bought.", name(ingredient)),
        ),
        Variation::Stage { .. } => say(
            "structure",
            "The stage decides how the syrup sets: a later one firms, an earlier one softens and may not set.".into(),
        ),
        Variation::Water { .. } => {
            say("structure", "What is cooked further sets firmer, and crumbles if it goes too far.".into());
        }
    }
    notes
}
