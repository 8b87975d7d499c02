//! One change of a method.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::food::Larder;
use crate::formula::Size;
use crate::process::{Book, Effect, Method, Purpose, Step, SwapBy};
use crate::syrup::StageKey;
use crate::variation::component::made_at_home;
use crate::variation::retell::{follow_stage, follow_swap};

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

impl Variation {
    /// How many times what is written of an ingredient, if it is more or less of that.
    #[must_use]
    pub fn times_of(&self, key: &str) -> Option<f64> {
        match self {
            Self::Amount { ingredient, times } if ingredient == key => Some(*times),
            _ => None,
        }
    }
}

impl Size {
    /// The same size of the changed method: 400 g of cashews are 400 g of what replaces them.
    #[must_use]
    pub fn after(&self, changes: &[Variation]) -> Self {
        let follow = |key: &str| {
            changes.iter().fold(key.to_owned(), |now, change| match change {
                Variation::Swap { from, to, .. } if *from == now => to.clone(),
                _ => now,
            })
        };
        match self {
            Self::Ingredient { ingredient, amount_g } => {
                Self::Ingredient { ingredient: follow(ingredient), amount_g: *amount_g }
            }
            Self::Stock { have_g } => {
                Self::Stock { have_g: have_g.iter().map(|(key, g)| (follow(key), *g)).collect() }
            }
            other => other.clone(),
        }
    }
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
        return Err(CoreError::NothingToKeepEqual { from: old.name.clone(), to: new.name.clone() });
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
fn bears_the_heat(method: &Method, from: &str, to: &str, book: &Book<'_>) -> Result<()> {
    let hottest_c = book.swaps.iter().find(|s| s.from == from && s.to == to).and_then(|s| s.hottest_c);
    let fries = |s: &&Step| {
        s.inputs.iter().any(|e| e.ingredient == from && e.purpose == Purpose::Frying)
            && s.heat_to_c.zip(hottest_c).is_some_and(|(heat_c, hottest_c)| heat_c >= hottest_c)
    };
    match method.steps.iter().find(fries) {
        None => Ok(()),
        Some(step) => Err(CoreError::DoesNotFit(format!(
            "{} burns at the heat of “{}”. Fry in {} and keep it for the rest.",
            book.larder.get(to)?.name,
            step.title,
            book.larder.get(from)?.name.to_lowercase()
        ))),
    }
}

pub(crate) fn change(method: &mut Method, asked: &Variation, book: &Book<'_>) -> Result<()> {
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
            bears_the_heat(method, from, to, book)?;
            swapped(method, from, to, *by, book.larder)?;
        }
        Variation::Make { ingredient } => made_at_home(method, ingredient, book)?,
        Variation::Stage { step, stage } => {
            let found = method.steps.iter_mut().find(|s| s.key == *step).ok_or_else(|| no_step(step))?;
            let before = found.stage().ok_or_else(|| no_step(step))?;
            let boils = found.effects.iter_mut().find(|e| matches!(e, Effect::BoilToStage { .. }));
            if let Some(effect) = boils {
                *effect = Effect::boil_to(*stage);
            }
            follow_stage(found, before, *stage, book.ladder);
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
