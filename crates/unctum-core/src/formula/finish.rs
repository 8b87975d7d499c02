//! What becomes of a sweet after the pan: how firm it is, how it cools and when it can be cut, how long it keeps.

use serde::Serialize;

use crate::formula::aims::{Aim, aims};
use crate::formula::bath::{Frying, Soaking, frying, soaking};
use crate::formula::solids::{Solids, solids};
use crate::formula::times::Plan;
use crate::formula::written::Written;
use crate::keep::{Keep, keeping};
use crate::milk::{Acid, Chhena, ChhenaAsk, chhena};
use crate::process::{Book, Shape, StepKind};
use crate::set::{Cooling, Firmness, SetMass};

/// What becomes of a sweet after the pan.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Finish {
    /// How firm it is at 25 °C; none for what is no set mass.
    pub texture: Option<Firmness>,
    /// The same in her room, if that is another band.
    pub in_her_room: Option<Firmness>,
    /// What makes it softer or firmer, where water does.
    pub aims: Vec<Aim>,
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
    // What is told of it is what the sums tell: one yield, and the acid that is written.
    let hung = method.steps.iter().rfind(|s| matches!(s.kind, StepKind::Hang | StepKind::Strain));
    let chhena_g = balance.step(&hung?.key)?.end.total_g();
    let acid = step.inputs.iter().find_map(|i| Some((Acid::of(&i.ingredient)?, i.amount_g)));
    Some(chhena(&of).ok()?.as_written(milk_g, chhena_g, acid))
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
        aims: if sets {
            let how = (method, plan.courses.as_slice(), plan.split);
            aims(&mass, written.balance().finished_g, how, TOLD_C)
        } else {
            Vec::new()
        },
        cooling: plan.cooling.clone(),
        mass: sets.then_some(mass),
        chhena: curdled(written),
        frying: frying(&plan.courses),
        soaking: soaking(&plan.courses, written.balance()),
        keep: keeping(&mass, &spoils, book.air.room_c, None)
            .at_most(method.keeping.room_days, method.keeping.cold_days),
    }
}
