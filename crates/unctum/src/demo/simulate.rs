//! One of the kitchen's past batches cooked: a cook of the simulated pan reads, follows the advice, and sometimes
//! slips. Her log is what the notebook keeps.

use unctum_core::cook::Advice;
use unctum_core::kitchen::Flame;
use unctum_core::log::{BatchEvent, Logged, SeenReading};
use unctum_core::numeric::Rng;
use unctum_core::process::{Step, Work};
use unctum_core::sim::{Cook, Hands, World};
use unctum_core::start::BatchSetup;
use unctum_core::{CoreError, Result};

use super::kitchen::{DIAL_LOW_K, STRINGS_LONG, true_power_factor};
use super::past::{Past, Reads, Slip};

/// A log and when it ended.
pub struct Cooked {
    pub log: Vec<Logged>,
    pub end_ms: i64,
}

/// Hands of somebody who has done it often: they err, but not much.
fn practised(past: &Past) -> Hands {
    let thermometer_k = if past.reads == Reads::Dial { -DIAL_LOW_K } else { 0.1 };
    Hands { string: STRINGS_LONG, thermometer_k, tare_g: 0.3, scatter: (0.2, 0.3, 0.5) }
}

/// A pan on a lit ring boils within so long, or the past is not what it was.
const LONGEST_S: f64 = 7200.0;

struct Evening<'a> {
    cook: Cook,
    past: &'a Past,
    /// The chance of hands and waits.
    rng: Rng,
}

/// Cooks a batch from cold to done.
pub fn cook(setup: &BatchSetup, started_ms: i64, past: &Past) -> Result<Cooked> {
    // The batch's own rng: the same past on whatever day the kitchen is opened.
    let seed = (past.days_ago * 24 + past.hour).unsigned_abs();
    let world = World { flicker: 0.02, ..World::as_told(setup, true_power_factor(&setup.ring)) };
    let cook = Cook::of(setup.clone(), world, practised(past), Rng::of(seed), started_ms)?;
    let mut evening = Evening { cook, past, rng: Rng::of(1_000_003 + seed) };
    let places = setup.syrup_places();
    for (i, step) in setup.steps.iter().enumerate() {
        match step.work() {
            Work::Boil { .. } => evening.boil(step)?,
            _ if places.contains(&i) => evening.dissolve(step)?,
            _ if !step.gates.is_empty() => evening.make_ready(step)?,
            _ => evening.work(step)?,
        }
    }
    Ok(Cooked { log: evening.cook.log().to_vec(), end_ms: evening.cook.now_ms() })
}

impl Evening<'_> {
    fn step_done(&mut self, step: &Step) -> Result<()> {
        self.cook.does_unasked(BatchEvent::done(&step.key))
    }

    fn flame(&mut self, flame: Flame) -> Result<()> {
        self.cook.does_unasked(BatchEvent::Flame { flame })
    }

    fn make_ready(&mut self, step: &Step) -> Result<()> {
        for gate in &step.gates {
            let seconds = self.rng.between(160.0, 240.0);
            self.cook.works_elsewhere(seconds);
            self.cook.does_unasked(BatchEvent::Gate {
                step: step.key.clone(),
                gate: gate.key.clone(),
                ticked: true,
            })?;
        }
        self.step_done(step)?;
        self.cook.wait(20.0);
        Ok(())
    }

    /// Stirs until shortly before it boils.
    fn dissolve(&mut self, step: &Step) -> Result<()> {
        self.cook.wait(30.0);
        self.flame(self.past.flame)?;
        let begun_s = self.cook.elapsed_s();
        while self.cook.now.syrup_c < 80.0 {
            self.cook.wait(15.0);
            if self.cook.elapsed_s() - begun_s > LONGEST_S {
                return Err(CoreError::NeverReached { hours: LONGEST_S / 3600.0 });
            }
        }
        self.step_done(step)
    }

    fn boil(&mut self, step: &Step) -> Result<()> {
        let slip = self.past.slip;
        self.until_told_off()?;
        if let Slip::LeftOn(seconds) | Slip::LeftOnUnseen(seconds) = slip {
            self.cook.wait(seconds);
        }
        self.flame(Flame::Off)?;
        self.cook.wait(45.0);
        if slip == Slip::Nothing && self.past.reads != Reads::Dial {
            self.read()?
        } else {
            self.weigh()?
        }
        if let Slip::LeftOn(_) = slip
            && let Advice::AddWater { water_g } = self.cook.state().advice
        {
            self.cook.wait(20.0);
            self.cook.does_unasked(BatchEvent::WaterAdded { water_g: water_g.round() })?;
            self.flame(Flame::Low)?;
            self.cook.wait(60.0);
            self.read()?;
            self.until_told_off()?;
            self.flame(Flame::Off)?;
            self.cook.wait(30.0);
            self.read()?;
        }
        self.cook.wait(15.0);
        self.step_done(step)
    }

    /// Reads more often as the stage nears, until the advice is to turn off.
    fn until_told_off(&mut self) -> Result<()> {
        for _ in 0..12 {
            let state = self.cook.state();
            let left_s = state.syrup.and_then(|s| s.turn_off_in_s).map_or(30.0, |t| t.mid);
            match state.advice {
                Advice::TurnOffNow | Advice::AddWater { .. } => return Ok(()),
                Advice::ReadNow => self.cook.wait((0.7 * left_s).clamp(15.0, 40.0)),
                _ => self.cook.wait((0.6 * left_s).clamp(15.0, 240.0)),
            }
            self.read()?;
        }
        Ok(())
    }

    fn read(&mut self) -> Result<()> {
        let boils = self.cook.world.boils(&self.cook.now);
        let reading = match self.past.reads {
            Reads::Probe | Reads::Dial if boils => self.cook.temperature(&mut self.rng, 0.0),
            Reads::Fingers if self.cook.strength() > 0.73 => {
                let string_cm = (10.0 * self.cook.string_cm(&mut self.rng)).round().max(1.0) / 10.0;
                SeenReading::String { string_cm }
            }
            _ => return self.weigh(),
        };
        self.says(reading)
    }

    fn weigh(&mut self) -> Result<()> {
        let reading = self.cook.weight(&mut self.rng, 0.0);
        self.says(reading)
    }

    /// A reading that cannot be is read again by the scale.
    fn says(&mut self, reading: SeenReading) -> Result<()> {
        let told = self.cook.does_unasked(BatchEvent::Reading { reading });
        if told.is_err() && !matches!(reading, SeenReading::Weight { .. }) {
            return self.weigh();
        }
        told
    }

    fn work(&mut self, step: &Step) -> Result<()> {
        let minutes = step.minutes.map_or(3.0, |m| m.mid);
        let seconds = 60.0 * minutes * self.rng.between(0.8, 1.2);
        self.cook.works_elsewhere(seconds);
        self.step_done(step)
    }
}
