//! The same method with a change, and everything the change does.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::food::{Composition, Diet, Larder};
use crate::process::component::made_at_home;
use crate::process::effect::Effect;
use crate::process::formula::who_can_eat;
use crate::process::words::{follow_stage, follow_swap};
use crate::process::{Balance, Method, Purpose, Setting, Step, Sweet, balance};
use crate::syrup::activity::water_activity;
use crate::syrup::physical::solubility_frac;
use crate::syrup::{Charge, StageKey};

/// Room temperature at which keeping is judged, °C.
const KEPT_AT_C: f64 = 25.0;

/// By what a swap is kept equal.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum SwapBy {
    /// Same mass.
    Mass,
    /// Same sweetness.
    Sweetness,
    /// Same solids.
    Solids,
    /// Same fat.
    Fat,
}

/// What the catalogue knows of changes.
#[derive(Debug, Clone, Copy)]
pub struct Knowledge<'a> {
    /// One ingredient for another.
    pub swaps: &'a [Swap],
    /// Sweets that make an ingredient, by that ingredient.
    pub components: &'a BTreeMap<String, &'a Sweet>,
}

/// One change of a method.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
pub enum Variation {
    /// More or less of an ingredient, but for what pot and tray take.
    Amount {
        /// Its key.
        ingredient: String,
        /// Times what is written, 0.2–5.
        times: f64,
    },
    /// One ingredient for another.
    Swap {
        /// What is replaced.
        from: String,
        /// What replaces it.
        to: String,
        /// What is kept equal.
        by: SwapBy,
    },
    /// An ingredient made at home instead of bought.
    Make {
        /// Its key.
        ingredient: String,
    },
    /// A syrup boiled to another stage.
    Stage {
        /// Key of the step.
        step: String,
        /// The stage.
        stage: StageKey,
    },
    /// A mass cooked drier or left wetter.
    Water {
        /// Key of the step.
        step: String,
        /// Share of water at its end, 0–1.
        water_frac: f64,
    },
}

/// A swap that the catalogue knows, with what it does beyond the numbers.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Swap {
    /// What is replaced.
    pub from: String,
    /// What replaces it.
    pub to: String,
    /// What is kept equal.
    pub by: SwapBy,
    /// Nothing is fried in it as hot as this, °C; none where it bears what the other bears.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hottest_c: Option<f64>,
    /// What it is called.
    pub name: String,
    /// What it does to set and working.
    pub structure: String,
    /// What it does to colour and taste.
    pub colour: String,
}

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

/// A changed method and what the change does.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Varied {
    /// The method with the changes.
    pub method: Method,
    /// What they do.
    pub effects: Vec<EffectNote>,
}

fn swapped(method: &mut Method, from: &str, to: &str, by: SwapBy, larder: &Larder) -> Result<()> {
    let (old, new) = (larder.get(from)?, larder.get(to)?);
    let (was, is) = match by {
        SwapBy::Mass => (1.0, 1.0),
        SwapBy::Sweetness => (old.sweetness(), new.sweetness()),
        SwapBy::Solids => (1.0 - old.composition.water_frac, 1.0 - new.composition.water_frac),
        SwapBy::Fat => (old.composition.fat_frac, new.composition.fat_frac),
    };
    if was <= 0.0 || is <= 0.0 {
        return Err(CoreError::BadProcess(format!(
            "{} and {} have nothing in common to keep equal.",
            old.name, new.name
        )));
    }
    for entry in method.steps.iter_mut().flat_map(|s| &mut s.inputs) {
        if entry.ingredient == from {
            to.clone_into(&mut entry.ingredient);
            entry.amount_g *= was / is;
            entry.state = None;
        }
    }
    if let Some(key) = method.structure.iter_mut().find(|k| *k == from) {
        to.clone_into(key);
    }
    follow_swap(method, from, to, larder);
    Ok(())
}

/// Refuses what would burn in the pot.
fn bears_the_heat(
    method: &Method,
    from: &str,
    to: &str,
    known: &Knowledge<'_>,
    larder: &Larder,
) -> Result<()> {
    let hottest_c = known.swaps.iter().find(|s| s.from == from && s.to == to).and_then(|s| s.hottest_c);
    let fries = |s: &&Step| {
        s.inputs.iter().any(|e| e.ingredient == from && e.purpose == Purpose::Frying)
            && s.heat_to_c.zip(hottest_c).is_some_and(|(heat_c, hottest_c)| heat_c >= hottest_c)
    };
    match method.steps.iter().find(fries) {
        None => Ok(()),
        Some(step) => Err(CoreError::DoesNotFit(format!(
            "{} burns at the heat of “{}”. Fry in {} and keep it for the rest.",
            larder.get(to)?.name,
            step.title,
            larder.get(from)?.name.to_lowercase()
        ))),
    }
}

pub(crate) fn change(
    method: &mut Method,
    asked: &Variation,
    known: &Knowledge<'_>,
    setting: &Setting<'_>,
) -> Result<()> {
    let no_step = |step: &str| CoreError::Unknown { kind: "step", name: step.to_owned() };
    match asked {
        Variation::Amount { ingredient, times } => {
            let times = within("The change", *times, 0.2, 5.0, "times")?;
            let mut found = false;
            for entry in method.steps.iter_mut().flat_map(|s| &mut s.inputs) {
                // Pot and tray stay as full and as greased as they were.
                if entry.ingredient == *ingredient && !entry.purpose.stays() {
                    entry.amount_g *= times;
                    found = true;
                }
            }
            if !found {
                let kind = "ingredient of this method";
                return Err(CoreError::Unknown { kind, name: ingredient.clone() });
            }
        }
        Variation::Swap { from, to, by } => {
            bears_the_heat(method, from, to, known, setting.larder)?;
            swapped(method, from, to, *by, setting.larder)?;
        }
        Variation::Make { ingredient } => made_at_home(method, ingredient, known.components, setting)?,
        Variation::Stage { step, stage } => {
            let found = method.steps.iter_mut().find(|s| s.key == *step).ok_or_else(|| no_step(step))?;
            let before = found.stage().ok_or_else(|| no_step(step))?;
            let boils = found.effects.iter_mut().find(|e| matches!(e, Effect::BoilToStage { .. }));
            if let Some(effect) = boils {
                *effect = Effect::boil_to(*stage);
            }
            follow_stage(found, before, *stage, setting.ladder);
        }
        Variation::Water { step, water_frac } => {
            let found = method.steps.iter_mut().find(|s| s.key == *step).ok_or_else(|| no_step(step))?;
            let Some(Effect::DryTo { water_frac: was }) =
                found.effects.iter_mut().find(|e| matches!(e, Effect::DryTo { .. }))
            else {
                return Err(no_step(step));
            };
            *was = within("The water at the end", *water_frac, 0.0, 0.99, "(share)")?;
        }
    }
    Ok(())
}

/// Water activity of the liquid in a finished sweet: what sugar its water can hold, with the other
/// dissolved solids. An estimate: water held by starch and protein counts as free.
#[must_use]
pub fn sweet_water_activity(c: &Composition) -> f64 {
    if c.water_frac <= 0.0 {
        return 0.0;
    }
    let most = solubility_frac(KEPT_AT_C);
    let dissolved = c.sucrose_frac.min(c.water_frac * most / (1.0 - most));
    water_activity(&Charge {
        sucrose_g: dissolved,
        reducing_g: c.reducing_frac.min(c.water_frac * 3.0),
        ash_g: 0.0,
        other_g: c.gums_frac + c.lactose_frac.min(0.2 * c.water_frac),
        insoluble_g: 0.0,
        water_g: c.water_frac,
    })
}

fn diet_words(diet: Diet) -> &'static str {
    match diet {
        Diet::Vegan => "nothing from animals in it",
        Diet::Vegetarian => "milk in it, nothing else from animals",
        Diet::WithEgg => "egg in it",
        Diet::FromAnimals => "something from animals in it",
    }
}

struct Sides<'a> {
    before: (&'a Method, &'a Balance),
    after: (&'a Method, &'a Balance),
}

impl Sides<'_> {
    fn numbers(&self, notes: &mut Vec<EffectNote>) {
        let (b, a) = (self.before.1, self.after.1);
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

    fn eaters(&self, larder: &Larder, notes: &mut Vec<EffectNote>) -> Result<()> {
        let ((was, was_for), (is, is_for)) =
            (who_can_eat(self.before.0, larder)?, who_can_eat(self.after.0, larder)?);
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

fn said_of(method: &Method, asked: &Variation, known: &Knowledge<'_>, larder: &Larder) -> Vec<EffectNote> {
    let mut notes = Vec::new();
    let mut say = |topic, words: String| notes.push(EffectNote { topic, words, before: None, after: None });
    let name = |key: &str| larder.get(key).map_or_else(|_| key.to_owned(), |i| i.name.clone());
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
            match known.swaps.iter().find(|s| s.from == *from && s.to == *to && s.by == *by) {
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

/// The method with `changes`, and what they do.
///
/// # Errors
/// A change out of range or of something that is not there; a method that no longer works out.
pub fn vary(
    method: &Method,
    changes: &[Variation],
    known: &Knowledge<'_>,
    setting: &Setting<'_>,
) -> Result<Varied> {
    if changes.len() > 12 {
        return Err(CoreError::DoesNotFit("At most twelve changes at once.".into()));
    }
    let mut varied = method.clone();
    let mut effects = Vec::new();
    for asked in changes {
        effects.extend(said_of(&varied, asked, known, setting.larder));
        change(&mut varied, asked, known, setting)?;
    }
    let before = balance(method, setting.larder, setting.ladder)?;
    let after = balance(&varied, setting.larder, setting.ladder)?;
    let sides = Sides { before: (method, &before), after: (&varied, &after) };
    sides.numbers(&mut effects);
    sides.eaters(setting.larder, &mut effects)?;
    Ok(Varied { method: varied, effects })
}
