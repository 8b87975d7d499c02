//! How the mass of a method sets: what it is made of, and how it lies when it is poured or rolled out.

use crate::formula::solids::{Solids, solids};
use crate::formula::written::Written;
use crate::process::{Balance, Book, Method, Shape};
use crate::set::{Cools, SetMass};

/// What is kneaded and rolled has cooled to this by then, °C.
const ROLLED_C: f64 = 80.0;
/// What never was on a flame is as warm as hands make it, °C.
const BY_HAND_C: f64 = 30.0;

/// How hot the mass of a method is when it is poured, °C.
fn poured_c(method: &Method, ends_c: &dyn Fn(&str) -> Option<f64>, balance: &Balance) -> f64 {
    let step = |key: &str| method.steps.iter().find(|s| s.key == key);
    let order = balance.steps.iter().map(|s| s.step.as_str());
    let last = order.rev().find(|key| step(key).is_some_and(|s| s.on_flame()));
    let hot_c = last.and_then(ends_c).unwrap_or(BY_HAND_C);
    if method.is_rolled() { hot_c.min(ROLLED_C) } else { hot_c }
}

/// The mass of a method as it sets.
pub(super) struct Setting {
    pub mass: SetMass,
    /// How it lies as it is written; none for what is not poured or rolled.
    pub cools: Option<Cools>,
}

/// How the mass of a method sets; `ends_c` tells how hot a step leaves it, °C.
pub(super) fn setting(written: &Written, ends_c: &dyn Fn(&str) -> Option<f64>, book: &Book<'_>) -> Setting {
    let (method, balance) = (written.method(), written.balance());
    let Solids { mass, .. } = solids(method, balance, book);
    let cools = match method.shape {
        Shape::Slab { thickness_mm, air_frac, holds_after_min, .. } => {
            let pour_c = poured_c(method, ends_c, balance);
            let cools = Cools::on_the_table(thickness_mm, pour_c, book.air.room_c);
            Some(Cools { air_frac, structure_lag_min: holds_after_min, ..cools })
        }
        _ => None,
    };
    Setting { mass, cools }
}
