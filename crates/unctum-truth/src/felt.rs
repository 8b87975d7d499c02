//! How the readings of a hidden pan and its landing move with each thing that is not known of it.

use unctum_core::numeric::Rng;
use unctum_core::sim::{Now, World, off};
use unctum_core::syrup::Charge;

use crate::evening::Outcome;
use crate::evidence::Instrument;
use crate::pressed::HAND_S;

/// An unknown is moved by so many of its standard deviations.
const FEEL: f64 = 0.1;
/// From a deed to its key, standard deviation of an even chance between nothing and twice a hand's time, s.
const MOMENT_SD_S: f64 = 2.0 * HAND_S * EVEN;
/// A flame is followed in stretches of so long, s.
const STRETCH_S: f64 = 20.0;
/// Standard deviation of an even chance between nothing and one.
const EVEN: f64 = 0.288_675;

/// Something unknown of a pan or of the hand that tests it: a standard normal, in standard deviations of its own.
#[derive(Clone, Copy)]
pub(crate) enum Unknown {
    Solids {
        sd: f64,
    },
    Water {
        sd: f64,
    },
    Cups {
        sd: f64,
    },
    Pressure,
    Room,
    Metal,
    Ring {
        sd: f64,
    },
    Knob {
        sd: f64,
    },
    Stored,
    Loss {
        sd: f64,
    },
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

/// What an evening's log holds: the flame, its readings before the call with their moments, the moment of the call.
pub(crate) struct Story {
    pub flame: f64,
    pub reads: Vec<(Instrument, f64)>,
    pub called_s: f64,
    /// Whether a string is pulled once it has landed.
    pub pulled_after: bool,
}

/// What a pan shows along a story, and where it lands.
struct Shown {
    values: Vec<(Instrument, f64)>,
    /// Of each value, per second.
    per_s: Vec<f64>,
    landing_frac: f64,
}

/// How far a story's readings and its landing move by one standard deviation of each unknown.
pub(crate) struct Slopes {
    /// Of each reading before the call, in standard deviations of its own scatter.
    pub reads: Vec<Vec<f64>>,
    /// Of those after it.
    pub after: Vec<Vec<f64>>,
    /// Of the landing, in strength.
    pub landing: Vec<f64>,
}

impl Story {
    /// That of an evening that was called off.
    pub fn of(outcome: Outcome) -> Option<Self> {
        let (called_s, flame) = (outcome.called_s?, outcome.flame?.frac());
        Some(Self { flame, reads: outcome.reads, called_s, pulled_after: false })
    }

    /// How many stretches of the flame it is followed in.
    pub fn stretches(&self) -> usize {
        ((self.called_s + HAND_S) / STRETCH_S).ceil().max(1.0) as usize
    }

    /// How it moves with each of these, the pan being as it is.
    pub fn slopes(&self, world: &World, unknowns: &[Unknown]) -> Slopes {
        let stretches = self.stretches();
        let as_is = Unknown::Tare.moved(world, stretches, 0.0).along(self);
        let moved: Vec<Shown> =
            unknowns.iter().map(|u| u.moved(world, stretches, FEEL).along(self)).collect();
        let of = |r: usize| -> Vec<f64> {
            let (instrument, value) = as_is.values[r];
            let own_sd = match instrument {
                Instrument::Hand => off::LOOK,
                Instrument::Probe => off::READING_K.hypot(0.1 * EVEN),
                Instrument::Scale => off::WEIGHING_G.hypot(EVEN),
            };
            let sd = own_sd.hypot(MOMENT_SD_S * as_is.per_s[r]);
            moved.iter().map(|m| (m.values[r].1 - value) / (FEEL * sd)).collect()
        };
        let before = self.reads.len();
        Slopes {
            reads: (0..before).map(of).collect(),
            after: (before..as_is.values.len()).map(of).collect(),
            landing: moved.iter().map(|m| (m.landing_frac - as_is.landing_frac) / FEEL).collect(),
        }
    }
}

impl Unknown {
    /// The pan with this moved by so many standard deviations, as the hidden truth draws it.
    fn moved(self, of: &World, stretches: usize, z: f64) -> Moved {
        let mut moved = Moved {
            world: World { flicker: 0.0, ..of.clone() },
            flame: vec![1.0; stretches],
            lit_s: 0.0,
            always: (0.0, 0.0, 0.0),
        };
        let w = &mut moved.world;
        let solids = |charge: Charge, by: f64| Charge { water_g: charge.water_g, ..charge.times(by) };
        match self {
            Self::Solids { sd } => w.charge = solids(w.charge, 1.0 + sd * z),
            Self::Water { sd } => w.charge.water_g *= 1.0 + sd * z,
            Self::Cups { sd } => w.charge = w.charge.times(1.0 + sd * z),
            Self::Pressure => w.pressure_pa += off::PRESSURE_PA * z,
            Self::Room => w.room_c += off::ROOM_K * z,
            Self::Metal => w.metal_j_k *= 1.0 + off::METAL * z,
            Self::Ring { sd } => w.full_w *= 1.0 + sd * z,
            Self::Knob { sd } => w.knob *= 1.0 + sd * z,
            Self::Stored => w.stored_j *= 1.0 + off::STORED * z,
            Self::Loss { sd } => w.loss_w_m2_k *= 1.0 + sd * z,
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
                for (after, flame) in moved.flame.iter_mut().skip(from).enumerate() {
                    *flame += off::FLICKER * new * keep.powi(after as i32) * z;
                }
            }
        }
        moved
    }
}

impl Moved {
    fn along(&self, story: &Story) -> Shown {
        let mut rng = Rng::of(0);
        let mut now = self.world.start();
        self.world.set(&mut now, story.flame);
        let mut to = |now: &mut Now, until_s: f64| self.pass(now, until_s + self.lit_s, &mut rng);
        let (mut values, mut per_s) = (Vec::new(), Vec::new());
        for (instrument, at_s) in &story.reads {
            to(&mut now, *at_s);
            let mut later = now;
            to(&mut later, at_s + 1.0);
            let value = self.value(*instrument, &now);
            values.push((*instrument, value));
            per_s.push(self.value(*instrument, &later) - value);
        }
        to(&mut now, story.called_s + HAND_S);
        self.world.set(&mut now, 0.0);
        let end_s = now.at_s + 240.0;
        self.pass(&mut now, end_s, &mut rng);
        if story.pulled_after {
            values.push((Instrument::Hand, self.value(Instrument::Hand, &now)));
            per_s.push(0.0);
        }
        Shown { values, per_s, landing_frac: self.world.strength(now.water_g) }
    }

    fn value(&self, instrument: Instrument, now: &Now) -> f64 {
        match instrument {
            Instrument::Hand => self.world.string_cm(now).ln() + self.always.0,
            Instrument::Probe => now.syrup_c + self.always.1,
            Instrument::Scale => self.world.contents_g(now) + self.always.2,
        }
    }

    /// Goes on until so long after the heat went on, each stretch with its flame.
    fn pass(&self, now: &mut Now, until_s: f64, rng: &mut Rng) {
        while until_s - now.at_s > 1e-9 {
            let stretch = ((now.at_s + 1e-9) / STRETCH_S) as usize;
            let flame = self.flame.get(stretch).copied().unwrap_or(1.0);
            let world = World { full_w: self.world.full_w * flame, ..self.world.clone() };
            let end_s = (STRETCH_S * (stretch + 1) as f64).min(until_s);
            world.pass(now, end_s - now.at_s, rng);
        }
    }
}
