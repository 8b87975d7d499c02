//! What becomes of a sweet after the pan: how firm it is, how it cools and when it can be cut, how long it keeps.

use serde::Serialize;

use crate::formula::Written;
use crate::formula::bath::{Frying, Soaking, frying, soaking};
use crate::formula::solids::{Solids, solids};
use crate::formula::times::Plan;
use crate::keep::{Keep, keeping};
use crate::milk::{Chhena, ChhenaAsk, chhena};
use crate::process::{Balance, Book, Method, Shape, StepKind};
use crate::set::{Cooling, Cools, Firmness, SetMass};

/// What becomes of a sweet after the pan.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Finish {
    /// How firm it is at 25 °C; none for what is no set mass.
    pub texture: Option<Firmness>,
    /// The same in her room, if that is another band.
    pub in_her_room: Option<Firmness>,
    /// How it cools; none for what is not poured or rolled.
    pub cooling: Option<Cooling>,
    /// What becomes of its milk, where that is curdled.
    pub chhena: Option<Chhena>,
    /// Its steps in hot fat, on her ring.
    pub frying: Vec<Frying>,
    /// Its steps in syrup.
    pub soaking: Vec<Soaking>,
    /// How long it keeps.
    pub keep: Keep,
    /// The mass as it sets, for whoever reckons on with it; none for what is no set mass.
    #[serde(skip)]
    pub mass: Option<SetMass>,
}

/// What is told at this temperature, °C.
const TOLD_C: f64 = 25.0;
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

/// Where nothing is said of it, curd hangs so long, min.
const HANGS_MIN: f64 = 90.0;

/// What becomes of the milk of a method that curdles it: as it comes to the acid.
fn curdled(written: &Written) -> Option<Chhena> {
    let (method, balance) = (written.method(), written.balance());
    let step = method.steps.iter().find(|s| s.kind == StepKind::Curdle)?;
    let milk = &balance.step(&step.takes.first()?.step)?.end;
    let milk_g = milk.total_g();
    let hangs = method.steps.iter().find(|s| s.kind == StepKind::Hang).and_then(|s| s.minutes);
    let of = ChhenaAsk {
        milk_g,
        fat_frac: milk.fat_g / milk_g,
        protein_frac: milk.protein_g / milk_g,
        hang_min: hangs.map_or(HANGS_MIN, |m| m.mid),
        ball_g: None,
    };
    chhena(&of).ok()
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

/// Works it out for a method with its courses.
pub(super) fn finish(written: &Written, plan: &Plan, book: &Book<'_>) -> Finish {
    let method = written.method();
    let Solids { mass, spoils } = solids(method, written.balance(), book);
    let sets = matches!(method.shape, Shape::Slab { .. } | Shape::Balls { .. });
    let texture = sets.then(|| mass.texture(TOLD_C));
    let here = sets.then(|| mass.texture(book.air.room_c));
    Finish {
        in_her_room: here.filter(|t| texture.as_ref().is_some_and(|told| told.band != t.band)),
        texture,
        cooling: plan.cooling.clone(),
        mass: sets.then_some(mass),
        chhena: curdled(written),
        frying: frying(&plan.courses),
        soaking: soaking(&plan.courses),
        keep: keeping(&mass, &spoils, book.air.room_c, None)
            .at_most(method.keeping.room_days, method.keeping.cold_days),
    }
}
