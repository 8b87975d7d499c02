//! Kitchens that cook again and again: what is learnt from some batches, held against the evenings after them.

use std::collections::BTreeMap;

use unctum_core::cook::Followed;
use unctum_core::food::Larder;
use unctum_core::kitchen::{
    Flame, KitchenDocument, Known, Learning, NumberedPan, NumberedRing, NumberedThermometer, Parameter, Room,
    Thermometer,
};
use unctum_core::learn::{BatchTold, learn, told_by};
use unctum_core::numeric::{Normal, Rng};
use unctum_core::process::{Book, Paces};
use unctum_core::review::{Texture, Verdict};
use unctum_core::sim::{Hands, World, off};
use unctum_core::start::{StartAsk, plain_setup};
use unctum_core::syrup::Charge;

use crate::evening::{Evening, Outcome};
use crate::evidence::Evidence;
use crate::kitchen::{STAGES, told};
use crate::table::side_by_side;

/// How a kitchen is studied.
#[derive(Debug, Clone, Copy)]
pub struct Plan {
    /// Batches that are learnt from before the next ones.
    pub learn_after: u64,
    /// Batches after them.
    pub then: u64,
    /// Further evenings on which the calls of the same kitchen are compared, with what was learnt and without.
    pub further: u64,
    /// And so many more on which nothing is read.
    pub unread: u64,
    /// Whether what stays the same in a kitchen is known as it is, instead of learnt: no learning can do better.
    pub known: bool,
}

impl Default for Plan {
    fn default() -> Self {
        Self { learn_after: 3, then: 3, further: 8, unread: 24, known: false }
    }
}

/// From one evening to the next the ring gives so much more or less, and the pan loses it.
pub(crate) const DAY_POWER: f64 = 0.03;
pub(crate) const DAY_LOSS: f64 = 0.06;
/// Her cups are fuller than told, always, and from one time to the next; as a share.
pub(crate) const CUPS: f64 = 0.035;
pub(crate) const CUPS_DAY: f64 = 0.035;
/// Medium gives so much more or less than its share: the power of the knob.
pub(crate) const KNOB: f64 = 0.10;
/// A verdict scatters so far about where the syrup landed, stages.
pub(crate) const FELT: f64 = 0.35;
const WEEK_MS: i64 = 7 * 86_400_000;

const RING: Parameter = Parameter::RingPower { ring_id: 1 };

/// A kitchen as it was told and as it is.
#[derive(Clone)]
pub struct Kitchen {
    seed: u64,
    /// As it was told.
    pub(crate) document: KitchenDocument,
    world: World,
    hands: Hands,
    ring_factor: f64,
    cups: f64,
    /// What its cook reads by.
    pub(crate) evidence: Evidence,
}

/// What came of a kitchen.
#[derive(Debug, Clone, Default)]
pub struct Lived {
    /// The first batches, with nothing learnt.
    pub first: Vec<Outcome>,
    /// Those after them, with what was learnt so far.
    pub later: Vec<Outcome>,
    /// Further evenings, with what the first batches taught.
    pub with: Vec<Outcome>,
    /// The very same ones with nothing learnt.
    pub without: Vec<Outcome>,
    /// Evenings with nothing read on them, with what was learnt and without: what is called before the first
    /// test.
    pub untested_with: Vec<Outcome>,
    /// Without.
    pub untested_without: Vec<Outcome>,
}

impl Kitchen {
    /// The kitchen of a seed.
    #[must_use]
    pub fn of(seed: u64, evidence: Evidence) -> Self {
        let mut rng = Rng::of(seed.wrapping_mul(7_919) + 17);
        let setup = told(&mut rng, false);
        let real = World::real(&setup, false, &mut rng);
        let ring_factor = real.full_w / setup.ring.net_power_w(1.0);
        let hands = Hands::real(&mut rng);
        let cups = CUPS * rng.normal();
        let knob = 1.0 + KNOB * rng.normal();
        let document = KitchenDocument {
            name: "study".into(),
            room: Room {
                altitude_m: None,
                pressure_pa: Some(setup.air.pressure_pa),
                room_c: setup.air.room_c,
                humidity_frac: setup.air.humidity_frac,
            },
            rings: vec![NumberedRing { id: Some(1), ring: setup.ring }],
            pans: vec![NumberedPan { id: Some(1), pan: setup.pan }],
            thermometers: setup
                .thermometer
                .into_iter()
                // Held in ice water and found true there.
                .map(|t| NumberedThermometer {
                    id: Some(1),
                    thermometer: Thermometer { ice_offset_k: Some(0.0), ..t },
                })
                .collect(),
            trays: Vec::new(),
            measures: Vec::new(),
            bench: unctum_core::kitchen::Bench {
                scale_step_g: evidence.weighs().then_some(1.0),
                ..unctum_core::kitchen::Bench::default()
            },
            ladder: setup.ladder,
            learning: Learning::default(),
        };
        Self { seed, document, world: World { knob, ..real }, hands, ring_factor, cups, evidence }
    }

    /// One of its evenings, with what is known of it then.
    #[must_use]
    pub fn evening(&self, nth: u64, document: &KitchenDocument, evidence: Evidence) -> (Outcome, Followed) {
        self.tonight(nth, document, evidence).cooked(evidence)
    }

    /// The same before the heat.
    ///
    /// # Panics
    /// If the core refuses a batch of this room's own making.
    pub(crate) fn tonight(&self, nth: u64, document: &KitchenDocument, evidence: Evidence) -> Evening {
        let seed = self.seed * 1_000 + nth;
        let mut rng = Rng::of(seed);
        let stage = rng.one(&STAGES);
        let sweet_g = rng.between(200.0, 700.0).round();
        let charge = Charge::sugar_and_water(sweet_g, (sweet_g * rng.between(0.45, 0.75)).round());
        let ask = StartAsk {
            charge: Some(charge),
            stage: Some(stage),
            pan_id: Some(1),
            ring_id: Some(1),
            thermometer_id: evidence.probes().then_some(1),
            ..StartAsk::default()
        };
        let (larder, components, ladder) = (Larder::default(), BTreeMap::new(), document.ladder);
        let book = Book {
            larder: &larder,
            swaps: &[],
            components: &components,
            ladder: &ladder,
            air: document.room.air().expect("air"),
            paces: Paces::default(),
        };
        let setup = plain_setup(&ask, document, &book).expect("a batch");
        let tonight = World::real(&setup, false, &mut rng);
        // What was learnt of her cups is in how many of them she is told to fill.
        let more = self.cups - document.known(&Parameter::Cups).map_or(0.0, |known| known.value.mean);
        let cups = |rng: &mut Rng| {
            if self.evidence.weighs() { 1.0 } else { (more + CUPS_DAY * rng.normal()).exp() }
        };
        let (sugar, water) = (cups(&mut rng), cups(&mut rng));
        let real = tonight.charge;
        let world = World {
            charge: Charge { sucrose_g: real.sucrose_g * sugar, water_g: real.water_g * water, ..real },
            pressure_pa: tonight.pressure_pa,
            room_c: tonight.room_c,
            full_w: self.document.rings[0].ring.net_power_w(1.0)
                * self.ring_factor
                * (1.0 + DAY_POWER * rng.normal()),
            loss_w_m2_k: self.world.loss_w_m2_k * (1.0 + DAY_LOSS * rng.normal()),
            ..self.world.clone()
        };
        Evening::with(seed, setup, world, self.hands, rng)
    }

    /// An evening on which nothing is read.
    fn untested(&self, nth: u64, document: &KitchenDocument) -> Outcome {
        self.evening(nth, document, Evidence::Clock).0
    }

    /// What one of its batches tells.
    fn told(&self, nth: u64, outcome: &Outcome, batch: &Followed, rng: &mut Rng) -> BatchTold {
        let verdict = outcome.landed.map(|landed| {
            // How it turned out hangs on more than the syrup.
            let felt = landed + FELT * rng.normal();
            let texture = match felt {
                _ if felt < -0.45 => Texture::TooSoft,
                _ if felt > 0.45 => Texture::TooFirm,
                _ => Texture::Right,
            };
            Verdict::of(texture)
        });
        let told = told_by(nth as i32 + 1, batch, verdict.as_ref(), &[], &self.document);
        BatchTold { at_ms: told.at_ms + nth as i64 * WEEK_MS, ..told }
    }

    /// The kitchen with everything accepted that some batches taught.
    fn taught(&self, batches: &[BatchTold]) -> KitchenDocument {
        let mut document = self.document.clone();
        let learnt = learn(batches, |about| self.document.told(about), &Learning::default());
        for value in &learnt.values {
            document.accept(&learnt, &value.about, 0).expect("learnt");
        }
        document
    }

    /// The kitchen with everything accepted that its first evenings taught.
    pub(crate) fn after(&self, evenings: u64) -> KitchenDocument {
        let mut rng = Rng::of(self.seed + 77);
        let told = (0..evenings).map(|nth| {
            let (outcome, batch) = self.evening(nth, &self.document, self.evidence);
            self.told(nth, &outcome, &batch, &mut rng)
        });
        self.taught(&told.collect::<Vec<_>>())
    }

    /// What high truly gives beside medium, as a logarithm.
    fn beside_medium_ln(&self) -> f64 {
        (1.0 - self.world.knob) * Flame::Medium.frac().ln()
    }

    /// Heat of its ring as medium tells it, as a logarithm: as it truly is.
    fn ring_ln(&self) -> f64 {
        (self.document.rings[0].ring.net_power_w(1.0) * self.ring_factor).ln() - self.beside_medium_ln()
    }

    /// How far off what is known of her hand and of her ring is, as logarithms.
    pub(crate) fn off(&self, known: &KitchenDocument) -> [f64; 2] {
        let of = |about: &Parameter| known.known(about).map(|k| k.value).or_else(|| known.told(about));
        let off = |about: &Parameter, truth: f64| of(about).map_or(0.0, |n| n.mean - truth);
        [off(&Parameter::HerString, self.hands.string), off(&RING, self.ring_ln())]
    }

    /// The kitchen with everything known that stays the same in it.
    fn known(&self) -> KitchenDocument {
        let mut document = self.document.clone();
        let pan = &document.pans[0].pan;
        let values = [
            (RING, self.ring_ln(), 0.01),
            (Parameter::RingWord { ring_id: 1, flame: Flame::High }, self.beside_medium_ln(), 0.01),
            (Parameter::PanLoss { pan_id: 1 }, (self.world.loss_w_m2_k / off::USUAL_LOSS_W_M2_K).ln(), 0.03),
            (Parameter::PanHeat { pan_id: 1 }, (self.world.metal_j_k / pan.heat_capacity_j_k).ln(), 0.02),
            (Parameter::HerString, self.hands.string, 0.02),
            (Parameter::HerDrop, self.hands.string, 0.02),
            (Parameter::ThermometerOffset { thermometer_id: 1 }, self.hands.thermometer_k, 0.02),
            (Parameter::Cups, self.cups, 0.005),
        ];
        let known = values.into_iter().filter_map(|(about, mean, sd)| {
            let over = document.told(&about)?;
            let value = Normal { mean, sd };
            Some(Known { about, value, over, batches: 1, accepted_ms: 0, with: Vec::new() })
        });
        document.learning.known = known.collect();
        document
    }

    /// Lets it cook.
    #[must_use]
    pub fn lives(&self, plan: Plan) -> Lived {
        let mut rng = Rng::of(self.seed + 77);
        let then = |batches: &[BatchTold]| if plan.known { self.known() } else { self.taught(batches) };
        let mut lived = Lived::default();
        let mut batches = Vec::new();
        let mut document = self.document.clone();
        for nth in 0..plan.learn_after + plan.then {
            let (outcome, batch) = self.evening(nth, &document, self.evidence);
            batches.push(self.told(nth, &outcome, &batch, &mut rng));
            if nth + 1 == plan.learn_after {
                let known = then(&batches);
                for further in 0..plan.further {
                    lived.with.push(self.evening(100 + further, &known, self.evidence).0);
                    lived.without.push(self.evening(100 + further, &self.document, self.evidence).0);
                }
                for further in 0..plan.unread {
                    lived.untested_with.push(self.untested(200 + further, &known));
                    lived.untested_without.push(self.untested(200 + further, &self.document));
                }
            }
            if nth + 1 >= plan.learn_after {
                document = then(&batches);
            }
            if nth < plan.learn_after { &mut lived.first } else { &mut lived.later }.push(outcome);
        }
        lived
    }
}

/// A row of the study.
#[derive(Debug, Clone)]
pub struct StudyRow {
    /// Of a hundred calls, how many were within half a stage: of the first batches, of the later ones.
    pub within: (f64, f64),
    /// The same of the further evenings, without what was learnt and with it.
    pub within_further: (f64, f64),
    /// Middle size of the miss, in stages, without and with.
    pub miss: (f64, f64),
    /// Of a hundred kitchens, in how many the calls were nearer with what was learnt: with tests, before the first.
    pub better: (f64, f64),
    /// Middle size of the miss of what is called before the first test, without and with.
    pub miss_untested: (f64, f64),
    /// Of a hundred 80 % intervals of strength and of time, how many held the truth, with what was learnt.
    pub held: (f64, f64),
    /// The same without.
    pub held_without: (f64, f64),
}

fn share(of: impl Iterator<Item = bool>) -> f64 {
    let all: Vec<bool> = of.collect();
    100.0 * all.iter().filter(|b| **b).count() as f64 / all.len().max(1) as f64
}

fn held(outcomes: &[&Outcome]) -> (f64, f64) {
    (
        share(outcomes.iter().flat_map(|o| o.strength).flatten()),
        share(outcomes.iter().flat_map(|o| o.time).flatten()),
    )
}

/// Lets so many kitchens live, and counts.
#[must_use]
pub fn study(evidence: Evidence, kitchens: u64, seed: u64, plan: Plan) -> StudyRow {
    let lived = side_by_side(kitchens, |i| Kitchen::of(seed + i, evidence).lives(plan));
    let near = |o: &Outcome| o.landed.is_some_and(|l| l.abs() <= 0.5);
    let all = |of: fn(&Lived) -> &Vec<Outcome>| lived.iter().flat_map(of).collect::<Vec<&Outcome>>();
    let miss = |outcomes: &[Outcome]| {
        let squares = outcomes.iter().map(|o| o.landed.map_or(9.0, |l| l.clamp(-3.0, 3.0).powi(2)));
        (squares.sum::<f64>() / outcomes.len() as f64).sqrt()
    };
    let mean =
        |of: fn(&Lived) -> &Vec<Outcome>| lived.iter().map(|l| miss(of(l))).sum::<f64>() / kitchens as f64;
    StudyRow {
        within: (
            share(all(|l| &l.first).into_iter().map(near)),
            share(all(|l| &l.later).into_iter().map(near)),
        ),
        within_further: (
            share(all(|l| &l.without).into_iter().map(near)),
            share(all(|l| &l.with).into_iter().map(near)),
        ),
        miss: (mean(|l| &l.without), mean(|l| &l.with)),
        better: (
            share(lived.iter().map(|l| miss(&l.with) < miss(&l.without))),
            share(lived.iter().map(|l| miss(&l.untested_with) < miss(&l.untested_without))),
        ),
        miss_untested: (mean(|l| &l.untested_without), mean(|l| &l.untested_with)),
        held: held(&all(|l| &l.with)),
        held_without: held(&all(|l| &l.without)),
    }
}
