//! A cook at a pan whose true power differs from its plate: she reads, follows the advice, and
//! sometimes slips. Her log is what the notebook keeps.

use unctum_core::batch::{Advice, BatchEvent, BatchSetup, BatchState, Logged, SeenReading, state_at};
use unctum_core::kitchen::Flame;
use unctum_core::pan::{Heat, PanModel, PanState, Stop};
use unctum_core::process::{Step, StepKind};
use unctum_core::syrup::string::string_cm;
use unctum_core::{CoreError, Result};

use super::kitchen::true_power_factor;
use super::past::{Past, Reads, Slip};

/// A log and when it ended.
pub struct Cooked {
    pub log: Vec<Logged>,
    pub end_ms: i64,
}

struct Cook<'a> {
    setup: &'a BatchSetup,
    past: &'a Past,
    model: PanModel,
    truth: PanState,
    heat: Heat,
    started_ms: i64,
    now_ms: i64,
    log: Vec<Logged>,
    chance: u64,
}

/// Cooks a batch from cold to done.
pub fn cook(setup: &BatchSetup, started_ms: i64, past: &Past) -> Result<Cooked> {
    let model = PanModel::new(&setup.charge, &setup.pan, setup.air)?;
    let truth = model.start(setup.air.room_c);
    let mut cook = Cook {
        setup,
        past,
        model,
        truth,
        heat: Heat::Off { since_s: 0.0, stored_j: 0.0 },
        started_ms,
        now_ms: started_ms,
        log: Vec::new(),
        // The batch's own luck: the same past on whatever day the kitchen is opened.
        chance: (past.days_ago * 24 + past.hour).unsigned_abs() * 1_000_003 + 1,
    };
    for step in &setup.steps {
        match step.kind {
            StepKind::MakeReady => cook.make_ready(step),
            StepKind::Dissolve => cook.dissolve(step)?,
            StepKind::BoilToStage => cook.boil(step)?,
            _ => cook.work(step),
        }
    }
    Ok(Cooked { log: cook.log, end_ms: cook.now_ms })
}

impl Cook<'_> {
    /// A repeatable number between −1 and 1.
    fn luck(&mut self) -> f64 {
        self.chance =
            self.chance.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        (self.chance >> 33) as f64 / f64::from(1u32 << 30) - 1.0
    }

    fn wait(&mut self, seconds: f64) {
        self.model.advance(&mut self.truth, self.heat, seconds, Stop::Never, |_| {});
        if let Heat::Off { since_s, .. } = &mut self.heat {
            *since_s += seconds;
        }
        self.now_ms += (seconds * 1000.0) as i64;
    }

    fn happens(&mut self, event: BatchEvent) {
        let seq = self.log.last().map_or(1, |l| l.seq + 1);
        self.log.push(Logged { seq, at_ms: self.now_ms, event });
    }

    fn step_done(&mut self, step: &Step) {
        self.happens(BatchEvent::StepDone { step: step.key.clone() });
    }

    fn flame(&mut self, flame: Flame) {
        let ring = &self.setup.ring;
        self.heat = match flame {
            Flame::Off => Heat::Off { since_s: 0.0, stored_j: ring.kind.stored_heat_j() },
            on => Heat::On(ring.net_power_w(on.frac()) * true_power_factor(ring)),
        };
        self.happens(BatchEvent::Flame { flame });
    }

    fn state(&self) -> Result<BatchState> {
        state_at(self.setup, self.started_ms, &self.log, self.now_ms)
    }

    fn make_ready(&mut self, step: &Step) {
        for gate in &step.gates {
            let seconds = 200.0 + 40.0 * self.luck();
            self.wait(seconds);
            self.happens(BatchEvent::Gate { step: step.key.clone(), gate: gate.key.clone(), ticked: true });
        }
        self.step_done(step);
        self.wait(20.0);
    }

    fn dissolve(&mut self, step: &Step) -> Result<()> {
        self.wait(30.0);
        self.flame(self.past.flame);
        let mut cold = self.truth;
        if !self.model.advance(&mut cold, self.heat, 7200.0, Stop::AtBoil, |_| {}) {
            return Err(CoreError::NeverReached { hours: 2.0 });
        }
        let to_boil_s = cold.elapsed_s - self.truth.elapsed_s;
        self.wait(0.8 * to_boil_s);
        self.step_done(step);
        Ok(())
    }

    fn boil(&mut self, step: &Step) -> Result<()> {
        let slip = self.past.slip;
        self.until_told_off()?;
        if let Slip::LeftOn(seconds) | Slip::LeftOnUnseen(seconds) = slip {
            self.wait(seconds);
        }
        self.flame(Flame::Off);
        self.wait(45.0);
        if slip == Slip::Nothing {
            self.read()
        } else {
            self.weigh()
        }
        if let Slip::LeftOn(_) = slip
            && let Advice::AddWater { water_g } = self.state()?.advice
        {
            self.wait(20.0);
            let water_g = water_g.round();
            self.happens(BatchEvent::WaterAdded { water_g });
            self.truth.water_g += water_g;
            self.truth.boiling = false;
            self.flame(Flame::Low);
            self.wait(60.0);
            self.read();
            self.until_told_off()?;
            self.flame(Flame::Off);
            self.wait(30.0);
            self.read();
        }
        self.wait(15.0);
        self.step_done(step);
        Ok(())
    }

    /// Reads more often as the stage nears, until the advice is to turn off.
    fn until_told_off(&mut self) -> Result<()> {
        for _ in 0..12 {
            let state = self.state()?;
            let left_s = state.syrup.and_then(|s| s.turn_off_in_s).map_or(30.0, |t| t.mid);
            match state.advice {
                Advice::TurnOffNow | Advice::AddWater { .. } => return Ok(()),
                Advice::ReadNow => {
                    self.wait((0.7 * left_s).clamp(15.0, 40.0));
                    self.read();
                }
                _ => {
                    self.wait((0.6 * left_s).clamp(15.0, 240.0));
                    self.read();
                }
            }
        }
        Ok(())
    }

    fn read(&mut self) {
        let luck = self.luck();
        let strength = self.model.solids_frac(self.truth.water_g);
        let reading = match self.past.reads {
            Reads::Probe if self.truth.boiling => {
                let true_c = self.truth.liquid_c + 0.6 * luck;
                let shown_c = self.setup.thermometer.as_ref().map_or(true_c, |t| t.shows_c(true_c));
                SeenReading::Thermometer { shown_c: (10.0 * shown_c).round() / 10.0 }
            }
            Reads::Fingers if strength > 0.73 => {
                let felt_cm = string_cm(strength) * 1.5_f64.powf(luck);
                SeenReading::String { string_cm: (10.0 * felt_cm).round().max(1.0) / 10.0 }
            }
            _ => return self.weigh(),
        };
        self.happens(BatchEvent::Reading { reading });
    }

    fn weigh(&mut self) {
        let gross_g = (self.model.gross_g(self.truth.water_g) + self.luck()).round();
        self.happens(BatchEvent::Reading { reading: SeenReading::Weight { gross_g } });
    }

    fn work(&mut self, step: &Step) {
        let minutes = step.minutes.map_or(3.0, |m| m.mid_min);
        let seconds = 60.0 * minutes * (1.0 + 0.2 * self.luck());
        self.now_ms += (seconds * 1000.0) as i64;
        self.step_done(step);
    }
}
