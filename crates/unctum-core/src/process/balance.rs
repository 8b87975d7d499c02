//! Where every gram goes, component by component, step by step.

use std::collections::BTreeMap;

use serde::Serialize;

use crate::error::{CoreError, Result};
use crate::food::{Larder, Parts};
use crate::process::effect::{Cannot, Effect, Worked};
use crate::process::order::working_order;
use crate::process::step::{Purpose, Step};
use crate::process::sweet::Method;
use crate::syrup::Ladder;

/// Something that leaves the mass under a name.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Aside {
    /// The step it leaves at.
    pub step: String,
    /// What it is called.
    pub what: String,
    /// How much leaves, g.
    pub mass_g: f64,
    /// How much of it no later step takes up, g.
    pub unused_g: f64,
    /// What that is made of.
    pub parts: Parts,
}

/// One step of the balance.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StepBalance {
    /// Key of the step.
    pub step: String,
    /// The mass worked on when all is in, g.
    pub start_g: f64,
    /// What it lies in, g.
    pub medium_g: f64,
    /// What it takes up of that, g.
    pub taken_up_g: f64,
    /// Water that goes off as steam, g.
    pub evaporated_g: f64,
    /// The mass when the step is done, g.
    pub end_g: f64,
    /// What the mass is made of at the start.
    pub start: Parts,
    /// What it is made of at the end.
    pub end: Parts,
}

/// Where every gram of a method goes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Balance {
    /// The steps, in working order.
    pub steps: Vec<StepBalance>,
    /// Key of the last step.
    pub end: String,
    /// What it gives.
    pub finished: Parts,
    /// The same, g.
    pub finished_g: f64,
    /// Everything that went in, g.
    pub put_in_g: f64,
    /// Steam, g.
    pub evaporated_g: f64,
    /// What left the mass.
    pub asides: Vec<Aside>,
}

impl Balance {
    /// The step of a key.
    #[must_use]
    pub fn step(&self, key: &str) -> Option<&StepBalance> {
        self.steps.iter().find(|s| s.step == key)
    }

    /// What went in, less all that came out, g: 0 but for rounding.
    #[must_use]
    pub fn gap_g(&self) -> f64 {
        let unused_g: f64 = self.asides.iter().map(|a| a.unused_g).sum();
        self.put_in_g - self.finished_g - self.evaporated_g - unused_g
    }
}

/// A step's product and what it set aside, and how much of each is still there.
struct Out {
    product: (Parts, f64),
    sides: BTreeMap<String, (Parts, f64)>,
}

fn bad(step: &Step, fault: &str) -> CoreError {
    CoreError::HandOver { step: step.key.clone(), title: step.title.clone(), words: fault.to_owned() }
}

fn take(worked: &mut Worked, step: &Step, outs: &mut BTreeMap<&str, Out>) -> Result<()> {
    let mut takes: Vec<_> = step.takes.iter().collect();
    takes.sort_by(|a, b| (&a.step, &a.side).cmp(&(&b.step, &b.side)));
    for take in takes {
        let out = outs
            .get_mut(take.step.as_str())
            .ok_or_else(|| bad(step, &format!("it takes from “{}”, which is not there.", take.step)))?;
        let (parts, left) = match &take.side {
            None => &mut out.product,
            Some(name) => out
                .sides
                .get_mut(name)
                .ok_or_else(|| bad(step, &format!("nothing called “{name}” is left at “{}”.", take.step)))?,
        };
        if take.share_frac > *left + 1e-9 || take.share_frac <= 0.0 || !take.share_frac.is_finite() {
            return Err(bad(step, &format!("it takes more of “{}” than is left.", take.step)));
        }
        *left = (*left - take.share_frac).max(0.0);
        let taken = parts.times(take.share_frac);
        if take.medium {
            worked.medium = worked.medium.plus(&taken);
        } else {
            worked.mass = worked.mass.plus(&taken);
        }
    }
    Ok(())
}

fn put_in(worked: &mut Worked, step: &Step, larder: &Larder) -> Result<f64> {
    let mut inputs: Vec<_> = step.inputs.iter().collect();
    inputs.sort_by(|a, b| {
        (&a.ingredient, a.purpose, &a.state)
            .cmp(&(&b.ingredient, b.purpose, &b.state))
            .then(a.amount_g.total_cmp(&b.amount_g))
    });
    let mut put_in_g = 0.0;
    for entry in inputs {
        let parts = larder.get(&entry.ingredient)?.composition.of_g(entry.amount_g);
        put_in_g += parts.total_g();
        match entry.purpose {
            Purpose::Mass | Purpose::Garnish => worked.mass = worked.mass.plus(&parts),
            Purpose::Medium | Purpose::Frying => worked.medium = worked.medium.plus(&parts),
            Purpose::Greasing => worked.set_aside("on tray and hands", parts),
        }
    }
    Ok(put_in_g)
}

/// Works the process through.
///
/// The order in which steps and amounts are written down makes no difference to the result.
///
/// # Errors
/// [`CoreError::StepsInCircle`]; [`CoreError::HandOver`] for a product that is not wholly taken up;
/// [`CoreError::StepCannot`]; [`CoreError::LooseEnds`]; [`CoreError::Unknown`] for an ingredient.
pub fn balance(method: &Method, larder: &Larder, ladder: &Ladder) -> Result<Balance> {
    let order =
        working_order(&method.steps, true).map_err(|keys| CoreError::StepsInCircle(keys.join(", ")))?;
    let mut outs: BTreeMap<&str, Out> = BTreeMap::new();
    let mut steps: BTreeMap<&str, StepBalance> = BTreeMap::new();
    let (mut put_in_g, mut evaporated_g) = (0.0, 0.0);
    for step in order.into_iter().map(|i| &method.steps[i]) {
        let mut worked = Worked::default();
        put_in_g += put_in(&mut worked, step, larder)?;
        take(&mut worked, step, &mut outs)?;
        let (start, medium_g) = (worked.mass, worked.medium.total_g());
        let mut taken_up_g = 0.0;
        for effect in &step.effects {
            let before_g = worked.mass.total_g();
            effect.happen(&mut worked, ladder).map_err(|e| match e {
                Cannot::Happen(words) => {
                    CoreError::StepCannot { step: step.key.clone(), title: step.title.clone(), words }
                }
                Cannot::Be(error) => error,
            })?;
            if matches!(effect, Effect::TakeUp { .. }) {
                taken_up_g += worked.mass.total_g() - before_g;
            }
        }
        if worked.medium.total_g() > 0.0 {
            let rest = worked.medium;
            worked.set_aside("left over", rest);
        }
        evaporated_g += worked.evaporated_g;
        steps.insert(
            &step.key,
            StepBalance {
                step: step.key.clone(),
                start_g: start.total_g(),
                medium_g,
                taken_up_g,
                evaporated_g: worked.evaporated_g,
                end_g: worked.mass.total_g(),
                start,
                end: worked.mass,
            },
        );
        let sides = worked.sides.into_iter().map(|(name, parts)| (name, (parts, 1.0))).collect();
        outs.insert(&step.key, Out { product: (worked.mass, 1.0), sides });
    }
    close(method, steps, &outs, put_in_g, evaporated_g)
}

fn close(
    method: &Method,
    mut steps: BTreeMap<&str, StepBalance>,
    outs: &BTreeMap<&str, Out>,
    put_in_g: f64,
    evaporated_g: f64,
) -> Result<Balance> {
    let mut last: Vec<&Step> = Vec::new();
    let mut asides = Vec::new();
    for step in &method.steps {
        let Some(out) = outs.get(step.key.as_str()) else { continue };
        let (product, left) = &out.product;
        if *left >= 1.0 && product.total_g() > 0.0 {
            last.push(step);
        } else if *left > 1e-6 && product.total_g() > 0.0 {
            return Err(bad(step, &format!("{:.0} % of what it gives is not used.", 100.0 * left)));
        }
        for (what, (parts, left)) in &out.sides {
            if parts.total_g() <= 0.0 {
                continue;
            }
            asides.push(Aside {
                step: step.key.clone(),
                what: what.clone(),
                mass_g: parts.total_g(),
                unused_g: parts.total_g() * left,
                parts: parts.times(*left),
            });
        }
    }
    let [end] = last.as_slice() else {
        let names: Vec<&str> = last.iter().map(|s| s.title.as_str()).collect();
        return Err(if names.is_empty() {
            CoreError::NoAmounts
        } else {
            CoreError::LooseEnds(names.join(", "))
        });
    };
    let finished = outs.get(end.key.as_str()).map_or_else(Parts::default, |o| o.product.0);
    let steps = working_order(&method.steps, false)
        .unwrap_or_default()
        .into_iter()
        .filter_map(|i| steps.remove(method.steps[i].key.as_str()))
        .collect();
    Ok(Balance {
        end: end.key.clone(),
        steps,
        finished,
        finished_g: finished.total_g(),
        put_in_g,
        evaporated_g,
        asides,
    })
}
