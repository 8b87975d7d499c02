//! A measuring instrument on a hidden pan: it lags, scatters, and now and then does what instruments do.

use serde::{Deserialize, Serialize};

use crate::intake::InstrumentKind;
use crate::log::{BatchEvent, Logged, standing};
use crate::numeric::Rng;
use crate::sim::world::{Now, World};
use crate::start::BatchSetup;
use crate::syrup::physical::brix_refractometer;

/// A pan steps forward by so much, s.
const STEP_S: f64 = 1.0;
/// A probe follows what it hangs in within about so long, s; its scatter, K; a scale's, g; a refractometer's, °Brix.
const PROBE_LAG_S: f64 = 6.0;
const PROBE_SD_K: f64 = 0.25;
const SCALE_SD_G: f64 = 0.8;
const REFRACTOMETER_SD_BRIX: f64 = 0.3;
/// Share of readings that a bad line loses.
const LOST_SHARE: f64 = 0.3;
/// A bump on the scale, g.
const BUMP_G: f64 = -50.0;

/// What goes wrong with an instrument.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "kebab-case")]
pub enum Fault {
    /// Readings are lost on the way.
    DropOuts,
    /// A probe set to °F.
    Fahrenheit,
    /// A probe that fell out of the pan.
    FellOut,
    /// A scale that was bumped.
    Bumped,
}

/// The hidden pan of a batch, moved by what its log says was done to it.
pub struct HiddenPan {
    world: World,
    seed: u64,
    now: Now,
    rng: Rng,
    started_ms: i64,
    /// Moment, flame or water.
    deeds: Vec<(i64, Deed)>,
    done: usize,
}

#[derive(Debug, Clone, Copy, PartialEq)]
enum Deed {
    Flame(f64),
    Water(f64),
}

impl HiddenPan {
    /// The pan of a batch as chance made it.
    #[must_use]
    pub fn new(setup: &BatchSetup, started_ms: i64, seed: u64) -> Self {
        let world = World::real(setup, false, &mut Rng::of(seed));
        let now = world.start();
        Self { world, seed, now, rng: Rng::of(seed + 1), started_ms, deeds: Vec::new(), done: 0 }
    }

    /// Takes in what was done to it, as the log says now: a flame told late, or taken back, makes it another pan from
    /// then on.
    pub fn follow(&mut self, log: &[Logged]) {
        let of = |l: &Logged| match l.event {
            BatchEvent::Flame { flame } => Some((l.at_ms, Deed::Flame(flame.frac()))),
            BatchEvent::WaterAdded { water_g } => Some((l.at_ms, Deed::Water(water_g))),
            _ => None,
        };
        let deeds: Vec<_> = standing(log).iter().filter_map(of).collect();
        let at_ms = self.now_ms();
        let past = deeds.iter().take_while(|(ms, _)| *ms < at_ms).count();
        if past != self.done || deeds[..past] != self.deeds[..self.done] {
            self.now = self.world.start();
            self.rng = Rng::of(self.seed + 1);
            self.done = 0;
            self.deeds = deeds;
            self.pass_until(at_ms);
        } else {
            self.deeds = deeds;
        }
    }

    fn now_ms(&self) -> i64 {
        self.started_ms + (1000.0 * self.now.at_s).round() as i64
    }

    /// Goes on until a moment, ms since 1970.
    pub fn pass_until(&mut self, at_ms: i64) {
        while self.now_ms() < at_ms {
            let next = self.deeds.get(self.done).filter(|(ms, _)| *ms <= self.now_ms());
            if let Some((_, deed)) = next {
                match *deed {
                    Deed::Flame(share) => self.world.set(&mut self.now, share),
                    Deed::Water(water_g) => self.world.pour(&mut self.now, water_g),
                }
                self.done += 1;
                continue;
            }
            let left_s = (at_ms - self.now_ms()) as f64 / 1000.0;
            self.world.pass(&mut self.now, left_s.min(STEP_S), &mut self.rng);
        }
    }

    /// Temperature of the syrup, °C.
    #[must_use]
    pub fn syrup_c(&self) -> f64 {
        self.now.syrup_c
    }

    /// Temperature of the room, °C.
    #[must_use]
    pub fn room_c(&self) -> f64 {
        self.world.room_c
    }

    /// What it holds, g.
    #[must_use]
    pub fn contents_g(&self) -> f64 {
        self.world.contents_g(&self.now)
    }

    /// Strength, 0–1.
    #[must_use]
    pub fn solids_frac(&self) -> f64 {
        self.world.strength(self.now.water_g)
    }

    /// What a refractometer shows for a drop of it, °Brix; nothing beyond its scale.
    #[must_use]
    pub fn brix(&self) -> Option<f64> {
        brix_refractometer(&self.world.charge.with_water(self.now.water_g))
    }
}

/// A simulated instrument.
pub struct SimulatedInstrument {
    kind: InstrumentKind,
    tare_g: f64,
    offset_k: f64,
    felt_c: Option<f64>,
    rng: Rng,
}

impl SimulatedInstrument {
    /// One of a kind, with chance of its own; a scale carries a pan of so many grams.
    #[must_use]
    pub fn new(kind: InstrumentKind, tare_g: f64, seed: u64) -> Self {
        let mut rng = Rng::of(seed + 2);
        let offset_k = 0.2 * rng.normal();
        Self { kind, tare_g, offset_k, felt_c: None, rng }
    }

    /// What it shows `dt_s` after it was last asked; nothing where that is lost on the way.
    pub fn shows(&mut self, pan: &HiddenPan, dt_s: f64, faults: &[Fault]) -> Option<f64> {
        let has = |fault| faults.contains(&fault);
        let noise = self.rng.normal();
        let lost = has(Fault::DropOuts) && self.rng.between(0.0, 1.0) < LOST_SHARE;
        let shown = match self.kind {
            InstrumentKind::Probe => {
                let around_c = if has(Fault::FellOut) { pan.room_c() } else { pan.syrup_c() };
                let felt_c = self.felt_c.unwrap_or(pan.room_c());
                let felt_c = around_c + (felt_c - around_c) * (-dt_s.max(0.0) / PROBE_LAG_S).exp();
                self.felt_c = Some(felt_c);
                let shown_c = felt_c + self.offset_k + PROBE_SD_K * noise;
                let shown = if has(Fault::Fahrenheit) { 1.8 * shown_c + 32.0 } else { shown_c };
                (10.0 * shown).round() / 10.0
            }
            InstrumentKind::Scale => {
                let off_g = if has(Fault::Bumped) { BUMP_G } else { 0.0 };
                (self.tare_g + pan.contents_g() + off_g + SCALE_SD_G * noise).round()
            }
            InstrumentKind::Refractometer => {
                let shown = pan.brix()? + REFRACTOMETER_SD_BRIX * noise;
                (10.0 * shown).round() / 10.0
            }
        };
        (!lost).then_some(shown)
    }
}
