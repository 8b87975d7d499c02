//! A cook beside a hidden pan: she turns the knob, reads by her own instruments and her own hand, and writes
//! down what she does, as the page would.

use crate::cook::{BatchState, Followed};
use crate::error::Result;
use crate::kitchen::Flame;
use crate::log::{BatchEvent, Logged, SeenReading};
use crate::numeric::Rng;
use crate::sim::off;
use crate::sim::world::{Now, World};
use crate::start::BatchSetup;
use crate::syrup::Pull;

/// What is off in a cook's instruments and in her hand, always the same in one kitchen, and how far each reading
/// scatters.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Hands {
    /// Her strings are longer or shorter than the book's, as the logarithm of the length.
    pub string: f64,
    /// Her thermometer reads so much too high beyond its known error, K.
    pub thermometer_k: f64,
    /// The empty pan weighs so much more than was written down, g.
    pub tare_g: f64,
    /// Standard deviations of one reading: of a string (logarithm), of the thermometer, K, of the scale, g.
    pub scatter: (f64, f64, f64),
}

impl Hands {
    /// Hands and instruments as they are in a kitchen.
    #[must_use]
    pub fn real(rng: &mut Rng) -> Self {
        // A string tells its length within a factor of 1.6: by the look, and by a hand that is always the same.
        Self {
            string: off::STRING * rng.normal(),
            thermometer_k: off::THERMOMETER_K * rng.normal(),
            tare_g: off::TARE_G * rng.normal(),
            scatter: (off::LOOK, off::READING_K, off::WEIGHING_G),
        }
    }
}

/// A cook, her hidden pan and her log.
#[derive(Clone)]
pub struct Cook {
    /// The pan as it is.
    pub world: World,
    /// Where it stands.
    pub now: Now,
    /// The chance of the flame.
    pub rng: Rng,
    hands: Hands,
    batch: Followed,
    /// Seconds since the batch was started.
    elapsed_s: f64,
    seq: i32,
}

impl Cook {
    /// A cook before the heat.
    ///
    /// # Errors
    /// A setup that cannot be.
    pub fn of(setup: BatchSetup, world: World, hands: Hands, rng: Rng, started_ms: i64) -> Result<Self> {
        let now = world.start();
        let batch = Followed::new(setup, started_ms, &[])?;
        Ok(Self { world, now, rng, hands, batch, elapsed_s: 0.0, seq: 0 })
    }

    /// How the batch was set up.
    #[must_use]
    pub fn setup(&self) -> &BatchSetup {
        self.batch.setup()
    }

    /// Her batch.
    #[must_use]
    pub fn batch(&self) -> &Followed {
        &self.batch
    }

    /// What was written down.
    #[must_use]
    pub fn log(&self) -> &[Logged] {
        self.batch.log()
    }

    /// Seconds since the batch was started.
    #[must_use]
    pub fn elapsed_s(&self) -> f64 {
        self.elapsed_s
    }

    /// The moment, ms since 1970.
    #[must_use]
    pub fn now_ms(&self) -> i64 {
        self.batch.started_ms() + (1000.0 * self.elapsed_s).round() as i64
    }

    /// What the page says now.
    #[must_use]
    pub fn state(&self) -> BatchState {
        self.batch.state_at(self.now_ms())
    }

    /// True strength, 0–1.
    #[must_use]
    pub fn strength(&self) -> f64 {
        self.world.strength(self.now.water_g)
    }

    /// Lets time pass.
    pub fn wait(&mut self, seconds: f64) {
        self.world.pass(&mut self.now, seconds, &mut self.rng);
        self.elapsed_s += seconds;
    }

    /// Lets time pass that has nothing to do with the pan: the pan is as it was.
    pub fn works_elsewhere(&mut self, seconds: f64) {
        self.elapsed_s += seconds;
    }

    /// Writes down what happened; the knob and the jug do it too.
    ///
    /// # Errors
    /// What the page refuses; then nothing happens.
    pub fn does(&mut self, event: BatchEvent) -> Result<()> {
        self.batch.admit(&event, self.now_ms())?;
        self.does_unasked(event)
    }

    /// The same without asking whether it fits: for a log that is admitted where it is kept.
    ///
    /// # Errors
    /// A reading that cannot be.
    pub fn does_unasked(&mut self, event: BatchEvent) -> Result<()> {
        if let BatchEvent::Reading { reading } = &event {
            self.setup().strength_of(reading.corrected(self.setup())?)?;
        }
        self.takes(event.clone())?;
        match event {
            BatchEvent::Flame { flame } => self.world.set(&mut self.now, flame.frac()),
            BatchEvent::WaterAdded { water_g } => self.world.pour(&mut self.now, water_g),
            _ => {}
        }
        Ok(())
    }

    /// Writes down what happened, and does nothing else.
    ///
    /// # Errors
    /// What the page refuses.
    pub fn writes(&mut self, event: BatchEvent) -> Result<()> {
        self.batch.admit(&event, self.now_ms())?;
        self.takes(event)
    }

    fn takes(&mut self, event: BatchEvent) -> Result<()> {
        self.takes_of(event, self.now_ms())
    }

    fn takes_of(&mut self, event: BatchEvent, at_ms: i64) -> Result<()> {
        self.seq += 1;
        self.batch.take(Logged::new(self.seq, at_ms, event))
    }

    /// Writes down what was at an earlier moment, ms since 1970. Returns the number of the entry.
    ///
    /// # Errors
    /// An event that does not fit at that moment.
    pub fn writes_of(&mut self, event: BatchEvent, at_ms: i64) -> Result<i32> {
        self.batch.admit(&event, at_ms)?;
        self.takes_of(event, at_ms)?;
        Ok(self.seq)
    }

    /// Turns the knob without writing it down yet.
    pub fn turns(&mut self, flame: Flame) {
        self.world.set(&mut self.now, flame.frac());
    }

    /// What her scale shows, `off_g` too much.
    #[must_use]
    pub fn weight(&self, rng: &mut Rng, off_g: f64) -> SeenReading {
        let true_g = self.setup().pan.tare_g + self.world.contents_g(&self.now);
        let shown_g = true_g + self.hands.tare_g + self.hands.scatter.2 * rng.normal() + off_g;
        let step_g = self.setup().scale_step_g.unwrap_or(1.0);
        SeenReading::Weight { gross_g: (shown_g / step_g).round() * step_g }
    }

    /// What her thermometer shows, `off_k` too much.
    #[must_use]
    pub fn temperature(&self, rng: &mut Rng, off_k: f64) -> SeenReading {
        let felt_c =
            self.now.syrup_c + self.hands.thermometer_k + self.hands.scatter.1 * rng.normal() + off_k;
        let shown_c = self.setup().thermometer.as_ref().map_or(felt_c, |t| t.shows_c(felt_c));
        SeenReading::Thermometer { shown_c: (10.0 * shown_c).round() / 10.0 }
    }

    /// What a drop in cold water shows her: the stage that it is at.
    #[must_use]
    pub fn drop_in_water(&self) -> SeenReading {
        SeenReading::Seen { stage: self.setup().ladder.at(self.strength()) }
    }

    /// How long a string she draws, cm.
    #[must_use]
    pub fn string_cm(&self, rng: &mut Rng) -> f64 {
        let off = self.hands.string + self.hands.scatter.0 * rng.normal();
        self.world.string_cm(&self.now) * off.exp()
    }

    /// What a string between her fingers does, as she says it.
    #[must_use]
    pub fn string(&self, rng: &mut Rng) -> SeenReading {
        let cm = self.string_cm(rng);
        let pull = match cm {
            _ if cm < 0.12 => Pull::None,
            _ if cm < 0.33 => Pull::Snaps,
            _ if cm < 0.75 => Pull::Short,
            _ if cm < 1.55 => Pull::Centimetre,
            _ if cm < 6.0 => return SeenReading::String { string_cm: (10.0 * cm).round() / 10.0 },
            _ => return SeenReading::String { string_cm: cm.round().min(60.0) },
        };
        SeenReading::Pull { pull }
    }
}
