//! What became of the solids of a method on their way: which swelled to a gel, which dried in hot fat, which stayed dry,
//! and how much water, fat and gel that makes in the finished mass.

use crate::food::{Diet, FatKind, Parts, Spoils};
use crate::process::{Balance, Book, Method, Purpose, Step, StepBalance, StepKind, Work};
use crate::set::{FreeFat, SetMass, Worked};

/// From so much starch on a thing is starchy, as a share of its mass.
const STARCHY_FRAC: f64 = 0.2;
/// Water for each gram of insolubles at which starch swells, and at which it is at least wet.
const SWELLS_G_G: f64 = 0.8;
const DRIES_G_G: f64 = 0.5;
/// Starch gels from here, °C, later where more is dissolved.
const GELS_C: (f64, f64) = (62.0, 95.0);
/// In a mass of more fat than this, and hotter than this, it dries and locks fat in.
const MUCH_FAT_FRAC: f64 = 0.15;
const DRIES_C: f64 = 105.0;
/// Frying counts as hot as water boils in it, °C; egg is cooked from here.
const FRIED_C: f64 = 100.0;
const EGG_COOKS_C: f64 = 70.0;
/// Grain that stayed dry holds this share of what it holds wet.
const DRY_HOLDS: f64 = 0.4;
/// So little of a mass does not decide how long it keeps.
const TRACE_FRAC: f64 = 0.01;

/// What a step does to the solids in it.
struct Passed {
    wet: bool,
    gels: bool,
    dries: bool,
    hottest_c: f64,
}

impl Passed {
    fn of(step: &Step, b: &StepBalance) -> Self {
        let (mass, total_g) = (&b.start, b.start.total_g().max(1e-9));
        let insoluble_g = (mass.protein_g + mass.starch_g + mass.fibre_g).max(1e-9);
        let dissolved_g = mass.sugars_g() + mass.gums_g;
        let strength = dissolved_g / (dissolved_g + mass.water_g).max(1e-9);
        // What lies in water or syrup has all of it to swell in.
        let water_g_g = (mass.water_g + b.taken_up_g.max(0.0)) / insoluble_g;
        let hottest_c = match step.work() {
            Work::Fry => FRIED_C,
            _ if step.on_flame() => step.heat_to_c.unwrap_or(FRIED_C),
            _ => 0.0,
        };
        let gels = water_g_g >= SWELLS_G_G && hottest_c >= GELS_C.0 + GELS_C.1 * strength * strength;
        let dries = water_g_g >= DRIES_G_G
            && b.evaporated_g > 0.0
            && step.heat_to_c.is_some_and(|c| c >= DRIES_C)
            && step.work() != Work::Fry
            && mass.fat_g > MUCH_FAT_FRAC * total_g;
        Self { wet: water_g_g >= SWELLS_G_G, gels, dries, hottest_c }
    }
}

/// A finished mass as it sets, and what in it spoils.
pub(super) struct Solids {
    pub mass: SetMass,
    pub spoils: Vec<Spoils>,
}

/// The steps that an input goes through, in working order: its own, and whatever takes that over.
fn way<'a>(method: &'a Method, balance: &'a Balance, from: &str) -> Vec<(&'a Step, &'a StepBalance)> {
    let mut keys = vec![from.to_owned()];
    for b in &balance.steps {
        let Some(step) = method.steps.iter().find(|s| s.key == b.step) else { continue };
        let takes_it = step.takes.iter().any(|t| t.side.is_none() && keys.contains(&t.step));
        if takes_it && !keys.contains(&step.key) {
            keys.push(step.key.clone());
        }
    }
    balance
        .steps
        .iter()
        .filter(|b| keys.contains(&b.step))
        .filter_map(|b| Some((method.steps.iter().find(|s| s.key == b.step)?, b)))
        .collect()
}

fn insoluble_g(parts: &Parts) -> f64 {
    parts.protein_g + parts.starch_g + parts.fibre_g
}

/// How the sugar of a method was treated: the last of its steps that touch it decides.
fn worked(method: &Method) -> Worked {
    let kneads = |s: &Step| matches!(s.kind, StepKind::Knead | StepKind::Roll | StepKind::Shape);
    let dissolves =
        method.steps.iter().any(|s| s.kind == StepKind::Dissolve || s.stage().is_some() || s.on_flame());
    if method.steps.iter().any(|s| kneads(s) && !s.on_flame()) {
        if dissolves { Worked::Kneaded } else { Worked::Ground }
    } else {
        Worked::Poured
    }
}

/// What became of the solids of a method.
pub(super) fn solids(method: &Method, balance: &Balance, book: &Book<'_>) -> Solids {
    let finished = &balance.finished;
    let total_g = finished.total_g().max(1e-9);
    let mut put_in = Parts::default();
    let (mut holds_g, mut gelled_g, mut egg_g, mut dried_g) = (0.0, 0.0, 0.0, 0.0);
    let mut free =
        [(FatKind::Milk, 0.0), (FatKind::Coconut, 0.0), (FatKind::Cocoa, 0.0), (FatKind::Oil, 0.0)];
    let mut spoils = Vec::new();
    for step in &method.steps {
        let way = way(method, balance, &step.key);
        let passed: Vec<Passed> = way.iter().map(|(s, b)| Passed::of(s, b)).collect();
        for entry in &step.inputs {
            let amount_g = match entry.purpose {
                Purpose::Greasing => continue,
                Purpose::Frying | Purpose::Medium => balance.step(&step.key).map_or(0.0, |b| b.taken_up_g),
                Purpose::Mass | Purpose::Garnish => entry.amount_g,
            };
            let Ok(known) = book.larder.get(&entry.ingredient) else { continue };
            let parts = known.composition.of_g(amount_g);
            put_in = put_in.plus(&parts);
            let garnish = entry.purpose == Purpose::Garnish;
            // Nuts keep theirs in whole cells: it neither swells nor holds water.
            let starchy = known.composition.starch_frac >= STARCHY_FRAC && known.holds_water_g_per_g > 0.0;
            let gels = !garnish && passed.iter().any(|p| p.gels);
            let wet = !garnish && passed.iter().any(|p| p.wet);
            let dries = !garnish && !gels && passed.iter().any(|p| p.dries);
            let own_g = insoluble_g(&parts);
            holds_g += own_g * known.holds_water_g_per_g * if starchy && !wet { DRY_HOLDS } else { 1.0 };
            if known.diet == Diet::WithEgg && passed.iter().any(|p| p.hottest_c >= EGG_COOKS_C) {
                egg_g += parts.protein_g;
            } else if starchy && gels {
                gelled_g += own_g;
            } else if starchy && dries {
                dried_g += own_g;
            }
            let free_frac = if entry.purpose == Purpose::Frying { 1.0 } else { known.free_fat_frac };
            if let Some(of_kind) = free.iter_mut().find(|(kind, _)| *kind == known.fat) {
                of_kind.1 += parts.fat_g * free_frac;
            }
            let counts = parts.solids_g() > TRACE_FRAC * total_g;
            spoils.extend(known.spoils.filter(|s| counts && !spoils.contains(s)));
        }
        if step.kind == StepKind::Curdle && !spoils.contains(&Spoils::Chhena) {
            spoils.push(Spoils::Chhena);
        }
    }
    // What was strained, skimmed or trimmed away took its share along.
    let kept = |is_g: f64, was_g: f64| if was_g > 0.0 { (is_g / was_g).min(1.0) } else { 0.0 };
    let (solid, fat) =
        (kept(insoluble_g(finished), insoluble_g(&put_in)), kept(finished.fat_g, put_in.fat_g));
    if gelled_g * solid > TRACE_FRAC * total_g {
        spoils.push(Spoils::CookedStarch);
    }
    let share = |g: f64| g * solid / total_g;
    Solids {
        mass: SetMass {
            composition: finished.composition(),
            free: free.map(|(kind, g)| FreeFat { fat: kind, frac: g * fat / total_g }),
            holds_frac: share(holds_g),
            gelled_frac: share(gelled_g),
            egg_frac: share(egg_g),
            fat_dried_frac: share(dried_g),
            worked: worked(method),
        },
        spoils,
    }
}
