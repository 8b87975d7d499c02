//! How much anybody could learn of a kitchen from its first batches, and how much nearer anybody would land by it: the bound of
//! [`crate::limit`] carried over several evenings.
//!
//! Somebody who knows the hidden pan's own equations takes every reading in as it deserves, the verdict too, and keeps
//! what she has learnt of all that stays the same in a kitchen. What of further evenings she cannot know is drawn; each
//! is called with what was learnt and without, chance being the very same. The moments of the readings are those of the
//! logs that the cooks of [`crate::study`] write.

use unctum_core::kitchen::{Flame, KitchenDocument};
use unctum_core::numeric::Rng;
use unctum_core::sim::off;

use crate::evidence::Evidence;
use crate::felt::{Slopes, Story, Unknown};
use crate::straight::{Doubt, product};
use crate::study::{CUPS, CUPS_DAY, DAY_LOSS, DAY_POWER, FELT, KNOB, Kitchen, Plan};
use crate::table::side_by_side;

/// So many kitchens that could be are drawn around each that is studied.
const DRAWN: usize = 50;
/// Each further evening comes so many times, with other chances.
const TIMES: usize = 40;

/// What stays the same in a kitchen: her hand, her ring, its knob, and the others.
fn lasting(ring_sd: f64, evidence: Evidence) -> Vec<Unknown> {
    let mut all = vec![
        Unknown::String,
        Unknown::Ring { sd: ring_sd },
        Unknown::Knob { sd: KNOB },
        Unknown::Loss { sd: off::LOSS },
        Unknown::Metal,
        Unknown::Stored,
        Unknown::VapourShare,
        Unknown::VapourWarms,
        Unknown::Passing,
        Unknown::Surface,
        Unknown::Probe,
        Unknown::Tare,
    ];
    if !evidence.weighs() {
        all.push(Unknown::Cups { sd: CUPS });
    }
    all
}

/// What is another each evening.
fn of_an_evening(evidence: Evidence, stretches: usize) -> Vec<Unknown> {
    let filled = if evidence.weighs() { 0.0 } else { CUPS_DAY };
    let mut all = vec![
        Unknown::Solids { sd: off::SOLIDS.hypot(filled) },
        Unknown::Water { sd: off::WATER.hypot(filled) },
        Unknown::Pressure,
        Unknown::Room,
        Unknown::Ring { sd: DAY_POWER },
        Unknown::Loss { sd: DAY_LOSS },
        Unknown::Lit,
    ];
    all.extend((0..stretches).map(Unknown::Flicker));
    all
}

/// An evening as straight lines in what is unknown of it; the landing in stages.
struct Straight {
    unknowns: usize,
    slopes: Slopes,
}

impl Kitchen {
    /// One of its evenings, called with what is known in `document`. None where it was not called.
    fn straight(&self, nth: u64, document: &KitchenDocument) -> Option<Straight> {
        let evidence = self.evidence;
        let evening = self.tonight(nth, document, evidence);
        let (world, setup) = evening.as_it_is();
        let story = Story::of(evening.cooked(evidence).0)?;
        let story = Story { pulled_after: evidence.pulls(), ..story };
        let ring_sd = setup.ring.efficiency_sd / setup.ring.efficiency_frac;
        let mut unknowns = lasting(ring_sd, evidence);
        unknowns.extend(of_an_evening(evidence, story.stretches()));
        let mut slopes = story.slopes(&world, &unknowns);
        let stage = setup.ladder.of(setup.syrup?.stage);
        slopes.landing.iter_mut().for_each(|l| *l /= stage.high_frac - stage.low_frac);
        Some(Straight { unknowns: unknowns.len(), slopes })
    }
}

/// What somebody knows of several kitchens that are alike but for their truth: the doubt of each is the same.
struct Knows {
    doubt: Doubt,
    /// What stays the same, of each kitchen.
    means: Vec<Vec<f64>>,
}

impl Knows {
    fn nothing(n: usize, kitchens: usize) -> Self {
        Self { doubt: Doubt::unread(n), means: vec![vec![0.0; n]; kitchens] }
    }

    /// Learns from an evening of each kitchen.
    fn learns(&mut self, evening: &Straight, truths: &[Vec<f64>], rng: &mut Rng) {
        let stay = self.means.first().map_or(0, Vec::len);
        let mut doubt = self.doubt.first(stay, evening.unknowns);
        let verdict: Vec<f64> = evening.slopes.landing.iter().map(|l| l / FELT).collect();
        let told = evening.slopes.reads.iter().chain(&evening.slopes.after).chain(std::iter::once(&verdict));
        let told: Vec<Reading<'_>> = told.map(|slope| (slope, doubt.read(slope))).collect();
        for (mean, truth) in self.means.iter_mut().zip(truths) {
            let is = tonight(truth, evening.unknowns, rng);
            let believed = believed(mean, &is, &told, rng);
            mean.copy_from_slice(&believed[..stay]);
        }
        self.doubt = doubt.first(stay, stay);
    }

    /// How far off it lands on further evenings of one of the kitchens, in stages, squared: each evening so many times.
    /// The same chance is the same pan, however long it is followed.
    fn misses(&self, kitchen: usize, evenings: &[Straight], truth: &[f64], chance: u64) -> Vec<Vec<f64>> {
        let of = |(nth, evening): (usize, &Straight)| {
            let mut doubt = self.doubt.first(truth.len(), evening.unknowns);
            let told = evening.slopes.reads.iter();
            let told: Vec<Reading<'_>> = told.map(|slope| (slope, doubt.read(slope))).collect();
            let once = |time: usize| {
                let seed = chance * 1_000_003 + (nth * TIMES + time) as u64;
                let (mut pan, mut looks) = (Rng::of(2 * seed), Rng::of(2 * seed + 1));
                let is = tonight(truth, evening.unknowns, &mut pan);
                let believed = believed(&self.means[kitchen], &is, &told, &mut looks);
                let off: Vec<f64> = is.iter().zip(&believed).map(|(is, b)| is - b).collect();
                product(&evening.slopes.landing, &off).powi(2)
            };
            (0..TIMES).map(once).collect()
        };
        evenings.iter().enumerate().map(of).collect()
    }
}

/// What is true of one evening of a kitchen.
fn tonight(truth: &[f64], n: usize, rng: &mut Rng) -> Vec<f64> {
    truth.iter().copied().chain((truth.len()..n).map(|_| rng.normal())).collect()
}

/// A reading: its slope, and by how much each mean moves for each that it is off.
type Reading<'a> = (&'a Vec<f64>, Vec<f64>);

/// What is believed of an evening after its readings, each scattered by chance, with what was known before.
fn believed(known: &[f64], is: &[f64], told: &[Reading<'_>], looks: &mut Rng) -> Vec<f64> {
    let mut believed = known.to_vec();
    believed.resize(is.len(), 0.0);
    for (slope, moves) in told {
        let off = product(slope, is) + looks.normal() - product(slope, &believed);
        believed.iter_mut().zip(moves).for_each(|(b, by)| *b += by * off);
    }
    believed
}

/// What anybody could learn at most.
#[derive(Debug, Clone, Copy)]
pub struct Learnable {
    /// Middle size of the miss on further evenings, in stages, without what was learnt and with it.
    pub miss: (f64, f64),
    /// Of a hundred kitchens, in how many the calls are nearer with what was learnt: of as many evenings as the plan
    /// has, and of very many.
    pub better: (f64, f64),
    /// How well her hand and her ring could be known afterwards, as standard deviations of their logarithms.
    pub known_sd: [f64; 2],
    /// How far off what was truly learnt of them is (root of mean square).
    pub learnt_off: [f64; 2],
}

/// What could be learnt at most by kitchens that read so.
#[must_use]
pub fn learnable(evidence: Evidence, kitchens: u64, seed: u64, plan: Plan) -> Learnable {
    let lived = side_by_side(kitchens, |i| of_kitchen(&Kitchen::of(seed + i, evidence), seed + i, plan));
    let all: Vec<&Compared> = lived.iter().flat_map(|l| &l.compared).collect();
    let mean_square = |of: &dyn Fn(&Lived) -> f64| {
        (lived.iter().map(|l| of(l).powi(2)).sum::<f64>() / lived.len().max(1) as f64).sqrt()
    };
    let share = |of: &dyn Fn(&Compared) -> bool| {
        100.0 * all.iter().filter(|c| of(c)).count() as f64 / all.len().max(1) as f64
    };
    let mean =
        |of: &dyn Fn(&Compared) -> f64| all.iter().map(|c| of(c)).sum::<f64>() / all.len().max(1) as f64;
    Learnable {
        miss: (mean(&|c| c.many.0), mean(&|c| c.many.1)),
        better: (share(&|c| c.few.1 < c.few.0), share(&|c| c.many.1 < c.many.0)),
        known_sd: [0, 1].map(|i| mean_square(&|l| l.known_sd[i])),
        learnt_off: [0, 1].map(|i| mean_square(&|l| l.learnt_off[i])),
    }
}

/// Misses of one kitchen, without what was learnt and with it: of the plan's evenings, and of very many.
struct Compared {
    few: (f64, f64),
    many: (f64, f64),
}

/// What came of one kitchen.
struct Lived {
    known_sd: [f64; 2],
    learnt_off: [f64; 2],
    compared: Vec<Compared>,
}

fn of_kitchen(kitchen: &Kitchen, seed: u64, plan: Plan) -> Lived {
    let mut rng = Rng::of(seed.wrapping_mul(31) + 5);
    let (untold, taught) = (&kitchen.document, kitchen.after(plan.learn_after));
    let of = |document: &KitchenDocument, from: u64, count: u64| -> Vec<Straight> {
        (from..from + count).filter_map(|nth| kitchen.straight(nth, document)).collect()
    };
    let n = lasting(1.0, kitchen.evidence).len();
    let truths: Vec<Vec<f64>> = (0..DRAWN).map(|_| tonight(&[], n, &mut rng)).collect();
    let mut learns = Knows::nothing(n, DRAWN);
    for evening in of(untold, 0, plan.learn_after) {
        learns.learns(&evening, &truths, &mut rng);
    }
    let knows_nothing = Knows::nothing(n, DRAWN);
    let (without, with) = (of(untold, 100, plan.further), of(&taught, 100, plan.further));
    let miss = |of: &[Vec<f64>], times: usize| {
        let all: Vec<f64> = of.iter().flat_map(|t| t.iter().take(times)).copied().collect();
        (all.iter().sum::<f64>() / all.len().max(1) as f64).sqrt()
    };
    let compared = truths.iter().enumerate().map(|(i, truth)| {
        let chance = seed * 1_000 + i as u64;
        let without = knows_nothing.misses(i, &without, truth, chance);
        let with = learns.misses(i, &with, truth, chance);
        let both = |times| (miss(&without, times), miss(&with, times));
        Compared { few: both(1), many: both(TIMES) }
    });
    let ring = &kitchen.document.rings[0].ring;
    let (mut hand, mut heat) = (vec![0.0; n], vec![0.0; n]);
    hand[0] = off::STRING;
    // The ring, as medium tells it.
    heat[1] = ring.efficiency_sd / ring.efficiency_frac;
    heat[2] = KNOB * Flame::Medium.frac().ln();
    Lived {
        known_sd: [learns.doubt.left(&hand), learns.doubt.left(&heat)],
        learnt_off: kitchen.off(&taught),
        compared: compared.collect(),
    }
}
