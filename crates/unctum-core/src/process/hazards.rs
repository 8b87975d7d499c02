//! The usual cautions that follow from what a step does, whoever wrote the sweet: boiling syrup, hot fat, pressure,
//! egg, milk, blades, hot glass. What a step names itself stands first.

use std::collections::{BTreeMap, BTreeSet};

use crate::food::{Larder, ShelfKind};
use crate::process::balance::Balance;
use crate::process::kind::StepKind;
use crate::process::step::{Purpose, Step, Vessel};
use crate::process::sweet::Method;
use crate::process::work::Work;

/// So much near-boiling liquid is a danger to pour by itself, g.
const HEAVY_G: f64 = 800.0;
/// What holds milk, egg or coconut and at least so much water stands no longer in the room than this, min: half of what is
/// usually allowed, for it stands more than once.
const WET_FRAC: f64 = 0.15;
const SPOILS_MIN: f64 = 60.0;
/// A dough of it dries and cracks before that, min.
const CRACKS_MIN: f64 = 30.0;
/// Melted jaggery with so much water in it works sooner than a syrup of sugar, min.
const JAGGERY_WATER_FRAC: f64 = 0.2;
const JAGGERY_MIN: f64 = 120.0;

/// What a step meets.
struct Met<'a> {
    step: &'a Step,
    /// What is in its mass, by shelf, with what was in it before.
    holds: BTreeSet<ShelfKind>,
    /// What goes in anew, by shelf.
    own: BTreeSet<ShelfKind>,
    /// Whether what it takes over comes straight from a flame.
    comes_hot: bool,
    /// Whether it was heated through before.
    was_heated: bool,
    /// Share of water in what it gives.
    water_frac: f64,
    /// How much hot liquid is poured into something else, g.
    pours_g: f64,
}

impl Met<'_> {
    fn has(&self, shelf: ShelfKind) -> bool {
        self.holds.contains(&shelf)
    }

    /// How long what it gives may stand in the room, min; none where standing does it no harm.
    fn stands_most_min(&self) -> Option<f64> {
        let spoils = [ShelfKind::Dairy, ShelfKind::Egg, ShelfKind::Coconut].iter().any(|s| self.has(*s));
        let dough = matches!(self.step.kind, StepKind::Knead | StepKind::Shape);
        let jaggery =
            self.has(ShelfKind::Jaggery) && matches!(self.step.kind, StepKind::Strain | StepKind::Dissolve);
        match self.step.vessel {
            Vessel::Refrigerator | Vessel::Jar => None,
            _ if spoils && self.water_frac >= WET_FRAC => Some(if dough { CRACKS_MIN } else { SPOILS_MIN }),
            _ if jaggery && self.water_frac >= JAGGERY_WATER_FRAC => Some(JAGGERY_MIN),
            _ => None,
        }
    }

    /// Keys of the cautions it calls for, the worst first.
    fn usual(&self) -> Vec<&'static str> {
        let (step, kind, flame) = (self.step, self.step.kind, self.step.on_flame());
        let sweet = self.has(ShelfKind::Sugar) || self.has(ShelfKind::Jaggery);
        let boils = matches!(step.work(), Work::Boil { .. }) || kind == StepKind::BoilToStage;
        let fries = kind == StepKind::Fry || step.vessel == Vessel::FryingPot;
        let presses = kind == StepKind::PressureCook
            || step.vessel == Vessel::PressureCooker && flame && kind == StepKind::Simmer;
        let syrup = sweet && flame && matches!(kind, StepKind::Dissolve | StepKind::Poach);
        let liquid = matches!(kind, StepKind::Strain | StepKind::Drain | StepKind::Pour | StepKind::Steep);
        let thick = matches!(kind, StepKind::CookTillLeavesSides | StepKind::AddInstalments);
        let by_hand = matches!(kind, StepKind::Knead | StepKind::Shape | StepKind::Squeeze | StepKind::Roll);
        let fat = self.own.contains(&ShelfKind::Fat) || self.has(ShelfKind::Fat) && kind == StepKind::Roast;
        let milk = self.own.contains(&ShelfKind::Dairy);
        [
            (fries, "deep-fat"),
            (presses, "pressure"),
            (kind == StepKind::Caramelise, "caramel"),
            (boils, "test-cooled"),
            (boils && self.has(ShelfKind::Jaggery), "jaggery-froths"),
            (boils || syrup, "hot-syrup"),
            (thick && flame, "hot-mass"),
            (flame && kind == StepKind::Roast && fat, "hot-fat"),
            (flame && milk && matches!(kind, StepKind::Reduce | StepKind::Simmer), "hot-milk"),
            (kind == StepKind::WaterBath, "steam"),
            (self.has(ShelfKind::Egg) && !self.was_heated, "raw-egg"),
            (
                kind == StepKind::Pack && self.was_heated && !by_hand && step.vessel == Vessel::Jar,
                "hot-glass",
            ),
            (liquid && self.pours_g >= HEAVY_G, "hot-pour"),
            (step.vessel == Vessel::Grinder, "blades"),
            (step.vessel == Vessel::Grinder && self.comes_hot, "hot-grinder"),
            (by_hand && self.comes_hot, "hot-inside"),
        ]
        .into_iter()
        .filter_map(|(calls, key)| calls.then_some(key))
        .collect()
    }
}

/// What every step meets, by the position of the step.
fn met<'a>(method: &'a Method, balance: &Balance, larder: &Larder) -> Vec<Met<'a>> {
    let place: BTreeMap<&str, usize> =
        method.steps.iter().enumerate().map(|(i, s)| (s.key.as_str(), i)).collect();
    let shelf = |key: &str| larder.get(key).ok().map(|of| of.shelf);
    let heats = |s: &Step| s.on_flame() || matches!(s.vessel, Vessel::WaterBath | Vessel::PressureCooker);
    method
        .steps
        .iter()
        .map(|step| {
            let mass = step.inputs.iter().filter(|e| matches!(e.purpose, Purpose::Mass | Purpose::Medium));
            let own: BTreeSet<ShelfKind> = mass.filter_map(|e| shelf(&e.ingredient)).collect();
            let (mut holds, mut was_heated) = (own.clone(), false);
            let (mut open, mut seen) = (vec![step], BTreeSet::from([step.key.as_str()]));
            while let Some(at) = open.pop() {
                for take in &at.takes {
                    let Some(from) = place.get(take.step.as_str()).map(|i| &method.steps[*i]) else {
                        continue;
                    };
                    if seen.insert(from.key.as_str()) {
                        holds.extend(from.inputs.iter().filter_map(|e| shelf(&e.ingredient)));
                        was_heated |= heats(from);
                        open.push(from);
                    }
                }
            }
            let from = step.takes.iter().filter_map(|t| place.get(t.step.as_str()));
            let hot: Vec<&Step> = from.map(|i| &method.steps[*i]).filter(|from| heats(from)).collect();
            let comes_hot = !hot.is_empty();
            let poured = hot.iter().filter(|from| from.vessel != step.vessel);
            let pours_g = poured.filter_map(|from| balance.step(&from.key)).map(|b| b.end_g).sum();
            let water_frac = balance
                .step(&step.key)
                .filter(|b| b.end.total_g() > 0.0)
                .map_or(0.0, |b| b.end.water_g / b.end.total_g());
            Met { step, holds, own, comes_hot, was_heated, water_frac, pours_g }
        })
        .collect()
}

/// A method whose steps also carry the usual cautions that follow from what they do, and how long what they give may
/// stand.
pub(crate) fn with_usual_cautions(mut method: Method, balance: &Balance, larder: &Larder) -> Method {
    type Care = (Vec<&'static str>, Option<f64>);
    let usual: Vec<Care> =
        met(&method, balance, larder).iter().map(|m| (m.usual(), m.stands_most_min())).collect();
    for (step, (keys, stands_min)) in method.steps.iter_mut().zip(usual) {
        step.stands_most_min = step.stands_most_min.or(stands_min);
        for key in keys {
            if !step.hazards.iter().any(|h| h == key) {
                step.hazards.push(key.to_owned());
            }
        }
    }
    method
}
