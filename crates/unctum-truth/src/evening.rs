//! One evening: a kitchen as it was told, the same kitchen as it is, and a cook between them.

use unctum_core::cook::{Followed, read_in_s};
use unctum_core::formula::SyrupPlan;
use unctum_core::kitchen::Flame;
use unctum_core::log::{BatchEvent, SeenReading};
use unctum_core::numeric::Rng;
use unctum_core::sim::{Cook, Hands, World};
use unctum_core::start::BatchSetup;
use unctum_core::syrup::StageKey;

use crate::evidence::{Evidence, Instrument, Mistake};
use crate::kitchen::told;
use crate::pressed::{Coming, HAND_S, Pressed};

/// Shares of the way at which the belief is held against the truth.
pub const WAY: [f64; 3] = [0.33, 0.66, 0.95];

/// What came of an evening.
#[derive(Debug, Clone, Default)]
pub struct Outcome {
    /// Whether the interval of strength held the truth, at each part of the way that was reached.
    pub strength: [Option<bool>; 3],
    /// Whether that of the time did.
    pub time: [Option<bool>; 3],
    /// Half-width of the interval of strength.
    pub reach: [Option<f64>; 3],
    /// Where it landed, in stages from the aim.
    pub landed: Option<f64>,
    /// The stage it was boiled to.
    pub stage: Option<StageKey>,
    /// The flame it was cooked on.
    pub flame: Option<Flame>,
    /// When it was called off, s after the heat went on.
    pub called_s: Option<f64>,
    /// What was read and written down before the call, and when it was truly read, s after the heat went on.
    pub reads: Vec<(Instrument, f64)>,
}

const START_MS: i64 = 1_700_000_000_000;
const HORIZON_S: f64 = 3.0 * 3600.0;

/// One evening.
pub struct Evening {
    cook: Cook,
    seed: u64,
    /// How many readings were made: each has a chance of its own, so that one more changes nothing else.
    readings: u64,
    /// When the call comes by what is believed now, s of the log, and where the pan landed by it.
    call_s: f64,
    landed: Option<f64>,
    called_s: Option<f64>,
    flame: Option<Flame>,
    reads: Vec<(Instrument, f64)>,
    pressed: Pressed,
    /// What was read and is not in the log yet.
    coming: Vec<Coming>,
    /// Whether she does as she is called.
    heeds: bool,
}

impl Evening {
    /// The same evening, its entries pressed in this way.
    #[must_use]
    pub fn pressed(self, pressed: Pressed) -> Self {
        Self { pressed, ..self }
    }

    /// The evening of a seed.
    ///
    /// # Panics
    /// If the core refuses a kitchen of this room's own making.
    #[must_use]
    pub fn of(seed: u64, evidence: Evidence) -> Self {
        let mut rng = Rng::of(seed);
        let jaggery = evidence == Evidence::JaggeryScale;
        let setup = told(&mut rng, jaggery);
        let hands = Hands::real(&mut rng);
        let world = World::real(&setup, jaggery, &mut rng);
        Self::with(seed, setup, world, hands, rng)
    }

    /// An evening of a pan and a hand that are told.
    ///
    /// # Panics
    /// If the core refuses the batch.
    #[must_use]
    pub fn with(seed: u64, setup: BatchSetup, world: World, hands: Hands, rng: Rng) -> Self {
        let cook = Cook::of(setup, world, hands, rng, START_MS).expect("a batch");
        Self {
            cook,
            seed,
            readings: 0,
            call_s: f64::INFINITY,
            landed: None,
            called_s: None,
            flame: None,
            reads: Vec::new(),
            pressed: Pressed::AtOnce,
            coming: Vec::new(),
            heeds: false,
        }
    }

    /// Lets it happen as it does in a kitchen: she lights it, reads, and turns it off when she is called. Returns what
    /// came of it, and her log.
    #[must_use]
    pub fn cooked(mut self, evidence: Evidence) -> (Outcome, Followed) {
        self.heeds = true;
        self.begins();
        let outcome = self.boil(evidence, None);
        self.passes(60.0);
        if evidence.pulls() {
            self.pull();
        }
        if evidence.weighs() {
            self.weigh(0.0);
        }
        self.write(BatchEvent::done("boil"));
        (outcome, self.cook.batch().clone())
    }

    /// The hidden pan before the heat, and what was told of it.
    pub(crate) fn as_it_is(&self) -> (World, BatchSetup) {
        (self.cook.world.clone(), self.cook.setup().clone())
    }

    /// The syrup as it was told.
    fn plan(&self) -> SyrupPlan {
        self.cook.setup().syrup.expect("an evening boils a syrup")
    }

    /// Turns the flame up that this evening is cooked on.
    fn lights(&mut self) -> Flame {
        let flame = self.cook.rng.one(&[Flame::Medium, Flame::Medium, Flame::High]);
        self.cook.turns(flame);
        self.flame = Some(flame);
        flame
    }

    /// Lets it happen, with these readings.
    #[must_use]
    pub fn happens(mut self, evidence: Evidence, mistake: Option<Mistake>) -> Outcome {
        self.begins();
        self.boil(evidence, mistake)
    }

    /// The knob is turned, and a little later the key is pressed.
    fn begins(&mut self) {
        let flame = self.lights();
        let seconds = self.cook.rng.between(0.0, 2.0 * HAND_S);
        self.passes(seconds);
        self.write(BatchEvent::Flame { flame });
        self.write(BatchEvent::done("dissolve"));
    }

    /// Where it lands when the call comes from somebody who knows the pan: all that is left is the hand, which takes
    /// its time to the knob. No belief can land better.
    #[must_use]
    pub fn known(mut self) -> Option<f64> {
        self.lights();
        while self.cook.elapsed_s() < HORIZON_S {
            if self.off_after(HAND_S, self.cook.rng.clone()) >= self.plan().target_solids_frac {
                return Some(self.lands());
            }
            self.cook.wait(1.0);
        }
        None
    }

    fn boil(&mut self, evidence: Evidence, mistake: Option<Mistake>) -> Outcome {
        let mut outcome = Outcome::default();
        let first_g = self.cook.now.water_g;
        let (mut held, mut looks, mut readings) = (0, 0, 0);
        let (mut probe_s, mut scale_s, mut string_s) =
            (self.cook.elapsed_s(), self.cook.elapsed_s(), self.cook.elapsed_s());
        while self.cook.elapsed_s() < HORIZON_S {
            let state = self.cook.state();
            let Some(syrup) = state.syrup else { break };
            let off_g = self.cook.world.charge.dissolved_g() * (1.0 / syrup.turn_off_frac - 1.0);
            while held < 3 && first_g - self.cook.now.water_g >= WAY[held] * (first_g - off_g) {
                let truth = self.cook.strength();
                outcome.strength[held] =
                    Some((syrup.solids_frac.low..=syrup.solids_frac.high).contains(&truth));
                outcome.reach[held] = Some(0.5 * (syrup.solids_frac.high - syrup.solids_frac.low));
                if let Some(left) = syrup.turn_off_in_s {
                    let true_s = self.time_to(syrup.turn_off_frac);
                    outcome.time[held] = Some((left.low..=left.high).contains(&true_s));
                }
                held += 1;
            }
            let Some(left) = syrup.turn_off_in_s else { break };
            let lands_now = syrup.landing_frac >= self.plan().target_solids_frac - 0.002;
            self.call_s = self.cook.elapsed_s() + if lands_now { 0.0 } else { (left.mid - HAND_S).max(0.0) };
            self.passes(0.0);
            // Had nobody heard the call, the belief would have to hold all the same.
            if self.landed.is_some() && (held == 3 || self.heeds) {
                break;
            }
            // Where nothing is read nothing is believed anew.
            let longest_s = if self.heeds && evidence == Evidence::Clock { 300.0 } else { 30.0 };
            let mut wait_s = (0.5 * left.mid).clamp(3.0, longest_s);
            // What is read, when it is time for it.
            let every = |at: f64, s: f64| at + s - self.cook.elapsed_s();
            if evidence.probes() {
                wait_s = wait_s.min(every(probe_s, 60.0).max(0.1));
            }
            if evidence.weighs() {
                wait_s = wait_s.min(every(scale_s, 120.0).max(0.1));
            }
            self.passes(wait_s);
            let wrong = |n: usize| mistake.filter(|m| m.nth == n);
            if evidence.probes() && self.cook.elapsed_s() - probe_s >= 60.0 {
                probe_s = self.cook.elapsed_s();
                let off_k = wrong(readings).map_or(0.0, |m| m.probe_k);
                readings += 1;
                self.probe(off_k);
                self.again_if_doubted(off_k != 0.0, |e| e.probe(0.0));
            }
            if evidence.weighs() && self.cook.elapsed_s() - scale_s >= 120.0 {
                scale_s = self.cook.elapsed_s();
                let off_g = wrong(readings).map_or(0.0, |m| m.scale_g);
                readings += 1;
                self.weigh(off_g);
                self.again_if_doubted(off_g != 0.0, |e| e.weigh(0.0));
            }
            let asked = read_in_s(left, looks > 0) <= 0.0;
            if evidence.pulls() && asked && looks < 4 && self.cook.elapsed_s() - string_s >= 45.0 {
                (string_s, looks) = (self.cook.elapsed_s(), looks + 1);
                self.pull();
            }
        }
        Outcome {
            landed: self.landed,
            stage: Some(self.plan().stage),
            flame: self.flame,
            called_s: self.called_s,
            reads: std::mem::take(&mut self.reads),
            ..outcome
        }
    }

    /// Strength it lands on if the heat goes off in so many seconds, 0–1.
    fn off_after(&self, seconds: f64, mut rng: Rng) -> f64 {
        let (world, mut now) = (&self.cook.world, self.cook.now);
        world.pass(&mut now, seconds, &mut rng);
        world.set(&mut now, 0.0);
        world.pass(&mut now, 240.0, &mut rng);
        world.strength(now.water_g)
    }

    /// Where it lands if the call is heard now, in stages from the aim.
    fn lands(&self) -> f64 {
        let mut rng = self.cook.rng.clone();
        let hand_s = rng.between(0.0, 2.0 * HAND_S);
        let plan = self.plan();
        let stage = self.cook.setup().ladder.of(plan.stage);
        (self.off_after(hand_s, rng) - plan.target_solids_frac) / (stage.high_frac - stage.low_frac)
    }

    /// Asked to read again, she does.
    fn again_if_doubted(&mut self, was_wrong: bool, read: impl Fn(&mut Self)) {
        let doubted = self.cook.state().syrup.is_some_and(|s| s.surprise);
        if was_wrong && doubted {
            self.passes(10.0);
            let readings = std::mem::replace(&mut self.readings, 1_000);
            read(self);
            self.readings = readings;
        }
    }

    /// Lets time pass, and what is on its way arrive.
    fn passes(&mut self, seconds: f64) {
        let end_s = self.cook.elapsed_s() + seconds;
        while let Some(i) = (0..self.coming.len())
            .filter(|i| self.coming[*i].at_s <= end_s)
            .min_by(|a, b| self.coming[*a].at_s.total_cmp(&self.coming[*b].at_s))
        {
            let coming = self.coming.swap_remove(i);
            self.goes_by((coming.at_s - self.cook.elapsed_s()).max(0.0));
            self.coming.extend(coming.arrives(&mut self.cook));
        }
        self.goes_by((end_s - self.cook.elapsed_s()).max(0.0));
    }

    /// The page calls on what it was told last, whatever she is busy with.
    fn goes_by(&mut self, seconds: f64) {
        let until_s = self.call_s - self.cook.elapsed_s();
        if self.landed.is_none() && until_s <= seconds {
            self.cook.wait(until_s.max(0.0));
            self.landed = Some(self.lands());
            self.called_s = Some(self.cook.elapsed_s());
            if self.heeds {
                // The same hand as was reckoned with: it takes its time to the knob.
                let hand_s = self.cook.rng.clone().between(0.0, 2.0 * HAND_S);
                self.cook.wait(hand_s);
                self.cook.turns(Flame::Off);
                self.write(BatchEvent::Flame { flame: Flame::Off });
            }
            self.cook.wait((seconds - until_s.max(0.0)).max(0.0));
        } else {
            self.cook.wait(seconds);
        }
    }

    /// The chance of the reading that comes now.
    fn of_this_reading(&mut self) -> Rng {
        self.readings += 1;
        Rng::of(self.seed.wrapping_mul(1_000_003) + self.readings)
    }

    fn write(&mut self, event: BatchEvent) {
        // What the page refuses is not read again: an evening has many readings.
        let _ = self.cook.writes(event);
    }

    /// From the reading to the key some seconds pass.
    fn read(&mut self, rng: &mut Rng, instrument: Instrument, reading: SeenReading) {
        if self.pressed == Pressed::ByTwo {
            let coming = Coming::told(&self.cook, reading, rng);
            self.coming.push(coming);
            return;
        }
        let read_s = self.cook.elapsed_s();
        self.passes(rng.between(0.0, 2.0 * HAND_S));
        if self.landed.is_none() {
            self.reads.push((instrument, read_s));
        }
        self.write(BatchEvent::Reading { reading });
    }

    fn weigh(&mut self, off_g: f64) {
        let mut rng = self.of_this_reading();
        let reading = self.cook.weight(&mut rng, off_g);
        self.read(&mut rng, Instrument::Scale, reading);
    }

    fn probe(&mut self, off_k: f64) {
        let mut rng = self.of_this_reading();
        let reading = self.cook.temperature(&mut rng, off_k);
        self.read(&mut rng, Instrument::Probe, reading);
    }

    fn pull(&mut self) {
        let mut rng = self.of_this_reading();
        let reading = self.cook.string(&mut rng);
        self.read(&mut rng, Instrument::Hand, reading);
    }

    /// When the pan truly reaches a strength on its flame, s from now: the same evening, gone on.
    fn time_to(&self, solids_frac: f64) -> f64 {
        let (world, mut now) = (&self.cook.world, self.cook.now);
        let mut rng = Rng::of(u64::from(now.at_s.to_bits() as u32));
        let from_s = now.at_s;
        while world.strength(now.water_g) < solids_frac && now.at_s - from_s < HORIZON_S {
            world.pass(&mut now, 1.0, &mut rng);
        }
        now.at_s - from_s
    }
}
