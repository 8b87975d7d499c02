//! An ingredient made at home instead of bought: its own process becomes part of the method.

use crate::error::{CoreError, Result};
use crate::formula::Written;
use crate::process::{Book, Method, Purpose, Step, Take};

/// Puts the steps of the component before the steps that used the bought ingredient.
///
/// # Errors
/// [`CoreError::Unknown`] for an ingredient that no sweet makes, or that the method does not use.
pub(crate) fn made_at_home(method: &mut Method, ingredient: &str, book: &Book<'_>) -> Result<()> {
    let unknown = |kind| CoreError::Unknown { kind, name: ingredient.to_owned() };
    let sweet = book.components.get(ingredient).ok_or_else(|| unknown("component"))?;
    let needed_g: f64 = method
        .steps
        .iter()
        .flat_map(|s| &s.inputs)
        .filter(|e| e.ingredient == ingredient)
        .map(|e| e.amount_g)
        .sum();
    if needed_g <= 0.0 {
        return Err(unknown("ingredient of this method"));
    }
    let own = Written::of(sweet.method(None)?.clone(), book)?;
    let end = own.balance().end.clone();
    let own = own.scaled(needed_g / own.balance().finished_g);
    let key_of = |key: &str| format!("{}-{key}", sweet.key);
    for step in &mut method.steps {
        hand_over(step, ingredient, &key_of(&end), needed_g);
    }
    let renamed = own.steps.into_iter().map(|mut step| {
        step.key = key_of(&step.key);
        step.after.iter_mut().for_each(|k| *k = key_of(k));
        step.takes.iter_mut().for_each(|t| t.step = key_of(&t.step));
        step.windows.iter_mut().for_each(|w| w.to = key_of(&w.to));
        step
    });
    method.steps.splice(0..0, renamed.collect::<Vec<_>>());
    Ok(())
}

/// What was put in from a packet is taken over from the component's last step.
fn hand_over(step: &mut Step, ingredient: &str, end: &str, needed_g: f64) {
    let (bought, kept): (Vec<_>, Vec<_>) =
        std::mem::take(&mut step.inputs).into_iter().partition(|e| e.ingredient == ingredient);
    step.inputs = kept;
    step.takes.extend(bought.into_iter().map(|entry| Take {
        step: end.to_owned(),
        share_frac: entry.amount_g / needed_g,
        side: None,
        medium: matches!(entry.purpose, Purpose::Medium | Purpose::Frying),
    }));
}
