//! A simulated pan just as it was told, on a ring weaker or stronger than its plate, and the log of a cook
//! beside it who never errs.

use unctum_core::CoreError;
use unctum_core::cook::{BatchState, state_at};
use unctum_core::kitchen::Flame;
use unctum_core::log::{BatchEvent, SeenReading, admit};
use unctum_core::numeric::Rng;
use unctum_core::sim::{Cook, Hands, World};
use unctum_core::start::BatchSetup;

use super::cashew_batch;

pub const START_MS: i64 = 1_700_000_000_000;

pub struct Kitchen {
    pub cook: Cook,
}

impl Kitchen {
    /// A ring that is in truth weaker than its plate says by `factor`.
    pub fn new(factor: f64) -> Self {
        Self::with(cashew_batch(), factor)
    }

    /// The same with another batch.
    pub fn with(setup: BatchSetup, factor: f64) -> Self {
        let world = World::as_told(&setup, factor);
        Self { cook: Cook::of(setup, world, Hands::default(), Rng::of(1), START_MS).expect("a batch") }
    }

    pub fn setup(&self) -> &BatchSetup {
        self.cook.setup()
    }

    pub fn wait(&mut self, seconds: f64) {
        self.cook.wait(seconds);
    }

    pub fn happens(&mut self, event: BatchEvent) {
        self.cook.does(event).expect("fits");
    }

    pub fn step_done(&mut self, step: &str) {
        self.happens(BatchEvent::done(step));
    }

    pub fn reads(&mut self, reading: SeenReading) {
        self.happens(BatchEvent::Reading { reading });
    }

    pub fn flame(&mut self, flame: Flame) {
        self.happens(BatchEvent::Flame { flame });
    }

    /// What the scale would show.
    pub fn gross_g(&self) -> f64 {
        self.setup().pan.tare_g + self.cook.world.contents_g(&self.cook.now)
    }

    pub fn weigh(&mut self) {
        let gross_g = self.gross_g().round();
        self.reads(SeenReading::Weight { gross_g });
    }

    /// True strength, 0–1.
    pub fn strength(&self) -> f64 {
        self.cook.strength()
    }

    pub fn state(&self) -> BatchState {
        self.cook.state()
    }

    /// What the page would say had it been set up otherwise.
    pub fn state_had_it_been(&self, setup: &BatchSetup) -> BatchState {
        state_at(setup, START_MS, self.cook.log(), self.cook.now_ms()).expect("state")
    }

    /// Whether an event would be admitted now.
    pub fn admits(&self, event: &BatchEvent) -> Result<(), CoreError> {
        self.admits_had_it_been(self.setup(), event)
    }

    /// The same, had it been set up otherwise.
    pub fn admits_had_it_been(&self, setup: &BatchSetup, event: &BatchEvent) -> Result<(), CoreError> {
        admit(setup, START_MS, self.cook.log(), event, self.cook.now_ms())
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
