//! A hidden true pan on its ring, and the log of a cook beside it.

use unctum_core::batch::{BatchEvent, BatchSetup, BatchState, Logged, SeenReading, admit, state_at};
use unctum_core::kitchen::Flame;
use unctum_core::pan::{Heat, PanModel, PanState, Stop};

use super::cashew_batch;

pub const START_MS: i64 = 1_700_000_000_000;

pub struct Kitchen {
    pub setup: BatchSetup,
    pub log: Vec<Logged>,
    pub now_ms: i64,
    pub model: PanModel,
    pub truth: PanState,
    pub true_power_w: f64,
    pub heat_on: bool,
    pub off_since_s: f64,
}

impl Kitchen {
    /// A ring that is in truth weaker than its plate says by `factor`.
    pub fn new(factor: f64) -> Self {
        Self::with(cashew_batch(), factor)
    }

    /// The same with another batch.
    pub fn with(setup: BatchSetup, factor: f64) -> Self {
        let model = PanModel::new(&setup.charge, &setup.pan, setup.air).expect("model");
        let truth = model.start(setup.air.room_c);
        let true_power_w = setup.ring.net_power_w(Flame::Medium.frac()) * factor;
        Self {
            setup,
            log: vec![],
            now_ms: START_MS,
            model,
            truth,
            true_power_w,
            heat_on: false,
            off_since_s: 0.0,
        }
    }

    pub fn wait(&mut self, seconds: f64) {
        let heat = if self.heat_on {
            Heat::On(self.true_power_w)
        } else {
            Heat::Off { since_s: self.off_since_s, stored_j: 0.0 }
        };
        self.model.advance(&mut self.truth, heat, seconds, Stop::Never, |_| {});
        self.now_ms += (seconds * 1000.0) as i64;
        self.off_since_s += seconds;
    }

    pub fn happens(&mut self, event: BatchEvent) {
        admit(&self.setup, START_MS, &self.log, &event, self.now_ms).expect("fits");
        if let BatchEvent::Flame { flame } = &event {
            self.heat_on = *flame != Flame::Off;
            self.off_since_s = 0.0;
        }
        let seq = i32::try_from(self.log.len()).expect("short") + 1;
        self.log.push(Logged { seq, at_ms: self.now_ms, event });
    }

    pub fn step_done(&mut self, step: &str) {
        self.happens(BatchEvent::StepDone { step: step.into() });
    }

    pub fn reads(&mut self, reading: SeenReading) {
        self.happens(BatchEvent::Reading { reading });
    }

    pub fn flame(&mut self, flame: Flame) {
        self.happens(BatchEvent::Flame { flame });
    }

    pub fn weigh(&mut self) {
        let gross_g = self.model.gross_g(self.truth.water_g).round();
        self.happens(BatchEvent::Reading { reading: SeenReading::Weight { gross_g } });
    }

    pub fn state(&self) -> BatchState {
        state_at(&self.setup, START_MS, &self.log, self.now_ms).expect("state")
    }
}

pub fn boiling(factor: f64) -> Kitchen {
    let mut k = Kitchen::new(factor);
    k.step_done("ready");
    k.happens(BatchEvent::Flame { flame: Flame::Medium });
    k.wait(180.0);
    k.step_done("dissolve");
    k
}
