//! How near anybody could land: what a cook's readings tell at most, to somebody who knows the equations of the hidden
//! pan itself and is unsure only of what is truly unknown in them.
//!
//! Each unknown of an evening is a standard normal; the hidden pan is followed once as it is and once with each of them
//! moved a little. Readings and landing being so far straight lines in the unknowns, what is left of the landing's doubt
//! after the readings follows by one solution (the bound of Bayes and Cramér–Rao). A belief that is held against the same
//! evenings cannot land nearer on the whole; how much farther it lands is what it could still gain.

use unctum_core::sim::{Luck, Now, World, off};
use unctum_core::syrup::Charge;

use crate::evening::{Evening, Outcome};
use crate::evidence::{Evidence, Instrument};
use crate::kitchen::STAGES;
use crate::pressed::HAND_S;
use crate::table::side_by_side;

/// An unknown is moved by so many of its standard deviations.
const FEEL: f64 = 0.1;
/// From a deed to its key, standard deviation of an even chance between nothing and twice a hand's time, s.
const MOMENT_SD_S: f64 = 2.0 * HAND_S * EVEN;
/// A flame is followed in stretches of so long, s.
const STRETCH_S: f64 = 20.0;
/// Standard deviation of an even chance between nothing and one.
const EVEN: f64 = 0.288_675;

/// What is unknown of an evening, each in its standard deviations.
#[derive(Clone, Copy)]
enum Unknown {
    Solids,
    Water,
    Pressure,
    Room,
    Metal,
    Ring {
        sd: f64,
    },
    Stored,
    Loss,
    VapourShare,
    VapourWarms,
    Passing,
    Surface,
    Lit,
    String,
    Probe,
    Tare,
    /// What the flame does of itself from this stretch on.
    Flicker(usize),
}

/// A hidden pan with one unknown moved.
struct Moved {
    world: World,
    /// The flame of each stretch against the knob's.
    flame: Vec<f64>,
    /// Heat was on so much longer than its entry says, s.
    lit_s: f64,
    /// Added to a string's logarithm, a probe, a weighing.
    always: (f64, f64, f64),
}

impl Unknown {
    fn all(ring_sd: f64, stretches: usize) -> Vec<Self> {
        let mut all = vec![
            Self::Solids,
            Self::Water,
            Self::Pressure,
            Self::Room,
            Self::Metal,
            Self::Ring { sd: ring_sd },
            Self::Stored,
            Self::Loss,
            Self::VapourShare,
            Self::VapourWarms,
            Self::Passing,
            Self::Surface,
            Self::Lit,
            Self::String,
            Self::Probe,
            Self::Tare,
        ];
        all.extend((0..stretches).map(Self::Flicker));
        all
    }

    /// The pan with this moved by so many standard deviations, as the hidden truth draws it.
    fn moved(self, of: &World, stretches: usize, z: f64) -> Moved {
        let mut moved = Moved {
            world: World { flicker: 0.0, ..of.clone() },
            flame: vec![1.0; stretches],
            lit_s: 0.0,
            always: (0.0, 0.0, 0.0),
        };
        let w = &mut moved.world;
        match self {
            Self::Solids => {
                let by = 1.0 + off::SOLIDS * z;
                w.charge = Charge { water_g: w.charge.water_g, ..w.charge.times(by) };
            }
            Self::Water => w.charge.water_g *= 1.0 + off::WATER * z,
            Self::Pressure => w.pressure_pa += off::PRESSURE_PA * z,
            Self::Room => w.room_c += off::ROOM_K * z,
            Self::Metal => w.metal_j_k *= 1.0 + off::METAL * z,
            Self::Ring { sd } => w.full_w *= 1.0 + sd * z,
            Self::Stored => w.stored_j *= 1.0 + off::STORED * z,
            Self::Loss => w.loss_w_m2_k *= 1.0 + off::LOSS * z,
            // Even chances between two ends.
            Self::VapourShare => w.vapour_share += (off::VAPOUR_SHARE.1 - off::VAPOUR_SHARE.0) * EVEN * z,
            Self::VapourWarms => w.vapour_w_m2_k += (off::VAPOUR_W_M2_K.1 - off::VAPOUR_W_M2_K.0) * EVEN * z,
            Self::Passing => w.passing_w_m2_k *= 1.0 + off::PASSING * z,
            Self::Surface => w.surface *= 1.0 + off::SURFACE * z,
            Self::Lit => moved.lit_s = MOMENT_SD_S * z,
            Self::String => moved.always.0 = off::STRING * z,
            Self::Probe => moved.always.1 = off::THERMOMETER_K * z,
            Self::Tare => moved.always.2 = off::TARE_G * z,
            Self::Flicker(from) => {
                let keep = (-STRETCH_S / off::FLICKER_S).exp();
                let new = if from == 0 { 1.0 } else { (1.0 - keep * keep).sqrt() };
                for (after, flame) in moved.flame[from..].iter_mut().enumerate() {
                    *flame += off::FLICKER * new * keep.powi(after as i32) * z;
                }
            }
        }
        moved
    }
}

/// What an evening's log holds by its call: the flame, its readings with their moments, the moment of the call.
struct Story {
    flame: f64,
    reads: Vec<(Instrument, f64)>,
    called_s: f64,
}

/// What a pan shows along a story, and where it lands.
struct Shown {
    values: Vec<f64>,
    /// Of each value, per second.
    slopes: Vec<f64>,
    landing_frac: f64,
}

impl Moved {
    fn along(&self, story: &Story) -> Shown {
        let mut luck = Luck::of(0);
        let mut now = self.world.start();
        self.world.set(&mut now, story.flame);
        let mut to = |now: &mut Now, until_s: f64| self.pass(now, until_s + self.lit_s, &mut luck);
        let (mut values, mut slopes) = (Vec::new(), Vec::new());
        for (instrument, at_s) in &story.reads {
            to(&mut now, *at_s);
            let mut later = now;
            to(&mut later, at_s + 1.0);
            let value = |now: &Now| match instrument {
                Instrument::Hand => self.world.string_cm(now).ln() + self.always.0,
                Instrument::Probe => now.syrup_c + self.always.1,
                Instrument::Scale => self.world.contents_g(now) + self.always.2,
            };
            values.push(value(&now));
            slopes.push(value(&later) - value(&now));
        }
        to(&mut now, story.called_s + HAND_S);
        self.world.set(&mut now, 0.0);
        let end_s = now.at_s + 240.0;
        self.pass(&mut now, end_s, &mut luck);
        Shown { values, slopes, landing_frac: self.world.strength(now.water_g) }
    }

    /// Goes on until so long after the heat went on, each stretch with its flame.
    fn pass(&self, now: &mut Now, until_s: f64, luck: &mut Luck) {
        while until_s - now.at_s > 1e-9 {
            let stretch = ((now.at_s + 1e-9) / STRETCH_S) as usize;
            let flame = self.flame.get(stretch).copied().unwrap_or(1.0);
            let world = World { full_w: self.world.full_w * flame, ..self.world.clone() };
            let end_s = (STRETCH_S * (stretch + 1) as f64).min(until_s);
            world.pass(now, end_s - now.at_s, luck);
        }
    }
}

/// Standard deviation of the landing that is left when it is called, 0–1, readings all taken in.
fn left(world: &World, ring_sd: f64, story: &Story) -> f64 {
    let stretches = ((story.called_s + HAND_S) / STRETCH_S).ceil().max(1.0) as usize;
    let unknowns = Unknown::all(ring_sd, stretches);
    let n = unknowns.len();
    let as_is = Unknown::Tare.moved(world, stretches, 0.0).along(story);
    let moved: Vec<Shown> = unknowns.iter().map(|u| u.moved(world, stretches, FEEL).along(story)).collect();
    // What is doubted together, before anything is read; each reading takes its share away.
    let mut doubt = vec![0.0; n * n];
    (0..n).for_each(|i| doubt[i * n + i] = 1.0);
    let times = |doubt: &[f64], by: &[f64]| -> Vec<f64> {
        doubt.chunks(n).map(|row| row.iter().zip(by).map(|(a, b)| a * b).sum()).collect()
    };
    let product = |a: &[f64], b: &[f64]| a.iter().zip(b).map(|(a, b)| a * b).sum::<f64>();
    for (r, (instrument, _)) in story.reads.iter().enumerate() {
        let own_sd = match instrument {
            Instrument::Hand => off::LOOK,
            Instrument::Probe => off::READING_K.hypot(0.1 * EVEN),
            Instrument::Scale => off::WEIGHING_G.hypot(EVEN),
        };
        let sd = own_sd.hypot(MOMENT_SD_S * as_is.slopes[r]);
        let slope: Vec<f64> = moved.iter().map(|m| (m.values[r] - as_is.values[r]) / (FEEL * sd)).collect();
        let taken = times(&doubt, &slope);
        let by = 1.0 + product(&slope, &taken);
        for i in 0..n {
            for j in 0..n {
                doubt[i * n + j] -= taken[i] * taken[j] / by;
            }
        }
    }
    let landing: Vec<f64> = moved.iter().map(|m| (m.landing_frac - as_is.landing_frac) / FEEL).collect();
    product(&landing, &times(&doubt, &landing)).max(0.0).sqrt()
}

/// How near anybody could land with this evidence, in stages to either side of the aim: 80 of 100 land within it, of all
/// evenings and of those boiled to each of the stages.
#[derive(Debug, Clone, Copy)]
pub struct Limit {
    /// Of all.
    pub all: f64,
    /// Of one string, two strings, a soft ball.
    pub by_stage: [f64; 3],
}

/// The limit of so many evenings of a table's row.
#[must_use]
pub fn limit(evidence: Evidence, cooks: u64, seed: u64) -> Limit {
    let left = side_by_side(cooks, |i| {
        let evening = Evening::of(seed + i, evidence);
        let (world, setup) = evening.as_it_is();
        let outcome = evening.happens(evidence, None);
        let Outcome { called_s: Some(called_s), flame: Some(flame), .. } = outcome else { return None };
        let story = Story { flame: flame.frac(), reads: outcome.reads, called_s };
        let stage = setup.syrup?.stage;
        let of = setup.ladder.of(stage);
        let ring_sd = setup.ring.efficiency_sd / setup.ring.efficiency_frac;
        let sd = left(&world, ring_sd, &story) / (of.high_frac - of.low_frac);
        Some((stage, sd))
    });
    let left: Vec<_> = left.into_iter().flatten().collect();
    let of = |stage| left.iter().filter(|(s, _)| *s == stage).map(|(_, sd)| *sd).collect::<Vec<f64>>();
    Limit {
        all: end_of_80(&left.iter().map(|(_, sd)| *sd).collect::<Vec<f64>>()),
        by_stage: STAGES.map(|s| end_of_80(&of(s))),
    }
}

/// Half of the middle 80 % of as many from normal distributions of these widths about nothing.
fn end_of_80(sds: &[f64]) -> f64 {
    const CHANCES: u32 = 400;
    let mut all: Vec<f64> = Vec::new();
    let mut luck = Luck::of(1);
    for _ in 0..CHANCES {
        all.extend(sds.iter().map(|sd| sd * luck.normal()));
    }
    all.sort_by(f64::total_cmp);
    let last = all.len().saturating_sub(1) as f64;
    all.get((0.9 * last).round() as usize).copied().unwrap_or(f64::NAN)
}
