//! One evening: a kitchen as it was told, the same kitchen as it is, and a cook between them.

use unctum_core::batch::{BatchEvent, BatchSetup, Chosen, Followed, Logged, SeenReading};
use unctum_core::kitchen::{Air, Flame, Pan, PanMetal, Ring, RingKind, Thermometer};
use unctum_core::process::plain_syrup_steps;
use unctum_core::syrup::sweetener::SWEETENERS;
use unctum_core::syrup::{Charge, Ladder, Pull, StageKey};

use unctum_core::water::pressure_at_altitude_pa;

use crate::luck::Luck;
use crate::world::{Now, World};

/// What the cook reads by.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Evidence {
    /// Nothing.
    Clock,
    /// Strings between the fingers, four at most, when asked.
    Strings,
    /// A probe, each minute.
    Thermometer,
    /// The scale, every two minutes.
    Scale,
    /// All of these.
    All,
    /// The scale, over jaggery.
    JaggeryScale,
}

/// All kinds, in the order of the table.
pub const EVIDENCE: [(Evidence, &str); 6] = [
    (Evidence::Clock, "clock only"),
    (Evidence::Strings, "strings, four at most"),
    (Evidence::Thermometer, "thermometer each minute"),
    (Evidence::Scale, "scale every 2 min"),
    (Evidence::All, "all"),
    (Evidence::JaggeryScale, "jaggery, scale"),
];

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
    /// How far the truth lay from the middle, in half-widths; positive: it was stronger.
    pub off: [Option<f64>; 3],
    /// Where it landed, in stages from the aim.
    pub landed: Option<f64>,
}

/// A reading that is a mistake, early or late: which evening of a study has one.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Mistake {
    /// At the reading of this number.
    pub nth: usize,
    /// The probe is so much too high, K.
    pub probe_k: f64,
    /// The scale so much, g.
    pub scale_g: f64,
}

const START_MS: i64 = 1_700_000_000_000;
const HORIZON_S: f64 = 3.0 * 3600.0;
/// From the call to the knob, s: the call comes so much earlier.
const HAND_S: f64 = 5.0;

/// One evening.
pub struct Evening {
    setup: BatchSetup,
    world: World,
    now: Now,
    batch: Followed,
    log_s: f64,
    seq: i32,
    /// Of the flame; each reading has its own, so that one more changes nothing else.
    luck: Luck,
    seed: u64,
    readings: u64,
    hand: f64,
    bias_k: f64,
    tare_g: f64,
}

impl Evening {
    /// The evening of a seed.
    ///
    /// # Panics
    /// If the core refuses a kitchen of this room's own making.
    #[must_use]
    pub fn of(seed: u64, evidence: Evidence) -> Self {
        let mut luck = Luck::of(seed);
        let jaggery = evidence == Evidence::JaggeryScale;
        let setup = told(&mut luck, jaggery);
        // A string tells its length within a factor of 1.6: by the look, and by a hand that is always the same.
        let (hand, bias_k, tare_g) = (0.25 * luck.normal(), 0.20 * luck.normal(), 0.5 * luck.normal());
        let world = real(&setup, jaggery, &mut luck);
        let now = world.start();
        let batch = Followed::new(setup.clone(), START_MS, &[]).expect("a batch");
        Self { setup, world, now, batch, log_s: 0.0, seq: 0, luck, seed, readings: 0, hand, bias_k, tare_g }
    }

    /// Lets it happen, with these readings.
    #[must_use]
    pub fn happens(mut self, evidence: Evidence, mistake: Option<Mistake>) -> Outcome {
        let flame = self.luck.one(&[Flame::Medium, Flame::Medium, Flame::High]);
        // The knob is turned, and a little later the key is pressed.
        self.world.set(&mut self.now, flame.frac());
        let seconds = self.luck.between(0.0, 2.0 * HAND_S);
        self.passes(seconds);
        self.write(BatchEvent::Flame { flame });
        self.write(BatchEvent::StepDone { step: "dissolve".into() });
        self.boil(evidence, mistake)
    }

    fn boil(mut self, evidence: Evidence, mistake: Option<Mistake>) -> Outcome {
        let mut outcome = Outcome::default();
        let first_g = self.now.water_g;
        let (mut held, mut looks, mut readings) = (0, 0, 0);
        let (mut probe_s, mut scale_s, mut string_s) = (self.log_s, self.log_s, self.log_s);
        while self.log_s < HORIZON_S {
            let state = self.batch.state_at(self.now_ms());
            let Some(syrup) = state.syrup else { break };
            let off_g = self.world.charge.dissolved_g() * (1.0 / syrup.turn_off_frac - 1.0);
            while held < 3 && first_g - self.now.water_g >= WAY[held] * (first_g - off_g) {
                let truth = self.world.strength(self.now.water_g);
                outcome.strength[held] =
                    Some((syrup.solids_frac.low..=syrup.solids_frac.high).contains(&truth));
                let half = 0.5 * (syrup.solids_frac.high - syrup.solids_frac.low);
                outcome.reach[held] = Some(half);
                outcome.off[held] = Some((truth - syrup.solids_frac.mid) / half);
                if let Some(left) = syrup.turn_off_in_s {
                    let true_s = self.time_to(syrup.turn_off_frac);
                    outcome.time[held] = Some((left.low..=left.high).contains(&true_s));
                }
                held += 1;
            }
            let Some(left) = syrup.turn_off_in_s else { break };
            let called = left.mid <= HAND_S || syrup.landing_frac >= self.setup.target_solids_frac - 0.002;
            if called && outcome.landed.is_none() {
                outcome.landed = Some(self.lands());
            }
            // Had nobody heard the call, the belief would have to hold all the same.
            if outcome.landed.is_some() && held == 3 {
                break;
            }
            let mut wait_s = (0.5 * left.mid).clamp(3.0, 30.0);
            // What is read, when it is time for it.
            let every = |at: f64, s: f64| at + s - self.log_s;
            if matches!(evidence, Evidence::Thermometer | Evidence::All) {
                wait_s = wait_s.min(every(probe_s, 60.0).max(0.1));
            }
            if matches!(evidence, Evidence::Scale | Evidence::All | Evidence::JaggeryScale) {
                wait_s = wait_s.min(every(scale_s, 120.0).max(0.1));
            }
            self.passes(wait_s);
            let wrong = |n: usize| mistake.filter(|m| m.nth == n || m.nth + 100 == n);
            if matches!(evidence, Evidence::Thermometer | Evidence::All) && self.log_s - probe_s >= 60.0 {
                probe_s = self.log_s;
                let off_k = wrong(readings).map_or(0.0, |m| m.probe_k);
                readings += 1;
                self.probe(off_k);
                self.again_if_doubted(off_k != 0.0, |e| e.probe(0.0));
            }
            if matches!(evidence, Evidence::Scale | Evidence::All | Evidence::JaggeryScale)
                && self.log_s - scale_s >= 120.0
            {
                scale_s = self.log_s;
                let off_g = wrong(readings).map_or(0.0, |m| m.scale_g);
                readings += 1;
                self.weigh(off_g);
                self.again_if_doubted(off_g != 0.0, |e| e.weigh(0.0));
            }
            // The program asks a minute ahead; whoever found it not there yet looks again when it may be.
            let near = left.low <= if looks == 0 { 60.0 } else { 20.0 };
            if matches!(evidence, Evidence::Strings | Evidence::All)
                && near
                && looks < 4
                && self.log_s - string_s >= 45.0
            {
                (string_s, looks) = (self.log_s, looks + 1);
                self.pull();
            }
        }
        outcome
    }

    /// Where it lands if the call is heard now, in stages from the aim.
    fn lands(&self) -> f64 {
        let (mut now, mut luck) = (self.now, self.luck.clone());
        let hand_s = luck.between(0.0, 2.0 * HAND_S);
        self.world.pass(&mut now, hand_s, &mut luck);
        self.world.set(&mut now, 0.0);
        self.world.pass(&mut now, 240.0, &mut luck);
        let stage = self.setup.ladder.of(self.setup.stage);
        (self.world.strength(now.water_g) - self.setup.target_solids_frac)
            / (stage.high_frac - stage.low_frac)
    }

    /// Asked to read again, she does.
    fn again_if_doubted(&mut self, was_wrong: bool, read: impl Fn(&mut Self)) {
        let doubted = self.batch.state_at(self.now_ms()).syrup.is_some_and(|s| s.surprise);
        if was_wrong && doubted {
            self.passes(10.0);
            let readings = std::mem::replace(&mut self.readings, 1_000);
            read(self);
            self.readings = readings;
        }
    }

    fn now_ms(&self) -> i64 {
        START_MS + (1000.0 * self.log_s).round() as i64
    }

    fn passes(&mut self, seconds: f64) {
        self.world.pass(&mut self.now, seconds, &mut self.luck);
        self.log_s += seconds;
    }

    /// The chance of the reading that comes now.
    fn of_this_reading(&mut self) -> Luck {
        self.readings += 1;
        Luck::of(self.seed.wrapping_mul(1_000_003) + self.readings)
    }

    fn write(&mut self, event: BatchEvent) {
        self.seq += 1;
        let logged = Logged { seq: self.seq, at_ms: self.now_ms(), event };
        if self.batch.admit(&logged.event, logged.at_ms).is_ok() {
            self.batch.take(logged).expect("admitted");
        }
    }

    /// From the reading to the key some seconds pass.
    fn read(&mut self, luck: &mut Luck, reading: SeenReading) {
        self.passes(luck.between(0.0, 2.0 * HAND_S));
        self.write(BatchEvent::Reading { reading });
    }

    fn weigh(&mut self, off_g: f64) {
        let mut luck = self.of_this_reading();
        let gross_g =
            self.setup.pan.tare_g + self.world.contents_g(&self.now) + self.tare_g + luck.normal() + off_g;
        self.read(&mut luck, SeenReading::Weight { gross_g: gross_g.round() });
    }

    fn probe(&mut self, off_k: f64) {
        let mut luck = self.of_this_reading();
        let shown_c = self.now.syrup_c + self.bias_k + 0.7 * luck.normal() + off_k;
        self.read(&mut luck, SeenReading::Thermometer { shown_c: (10.0 * shown_c).round() / 10.0 });
    }

    fn pull(&mut self) {
        let mut luck = self.of_this_reading();
        let cm = self.world.string_cm(&self.now) * (self.hand + 0.40 * luck.normal()).exp();
        let pull = match cm {
            _ if cm < 0.12 => Pull::None,
            _ if cm < 0.33 => Pull::Snaps,
            _ if cm < 0.75 => Pull::Short,
            _ if cm < 1.55 => Pull::Centimetre,
            _ if cm < 6.0 => {
                return self.read(&mut luck, SeenReading::String { string_cm: (10.0 * cm).round() / 10.0 });
            }
            _ => return self.read(&mut luck, SeenReading::String { string_cm: cm.round().min(60.0) }),
        };
        self.read(&mut luck, SeenReading::Pull { pull });
    }

    /// When the pan truly reaches a strength on its flame, s from now: the same evening, gone on.
    fn time_to(&self, solids_frac: f64) -> f64 {
        let mut now = self.now;
        let mut luck = Luck::of(u64::from(self.now.at_s.to_bits() as u32));
        let from_s = now.at_s;
        while self.world.strength(now.water_g) < solids_frac && now.at_s - from_s < HORIZON_S {
            self.world.pass(&mut now, 1.0, &mut luck);
        }
        now.at_s - from_s
    }
}

/// The kitchen as it was told.
fn told(luck: &mut Luck, jaggery: bool) -> BatchSetup {
    let stage = luck.one(&[StageKey::OneString, StageKey::TwoString, StageKey::SoftBall]);
    let sweet_g = luck.between(200.0, 700.0).round();
    let water_g = (sweet_g * luck.between(0.45, 0.75)).round();
    let kind = luck.one(&[RingKind::Gas, RingKind::Gas, RingKind::Induction, RingKind::Coil]);
    let rated_w = match kind {
        RingKind::Gas => luck.between(1800.0, 3000.0),
        _ => luck.between(1000.0, 1600.0),
    };
    let diameter_cm = luck.between(20.0, 26.0);
    let wall_cm = luck.between(9.0, 12.0);
    let (metal, kg_m2) = luck.one(&[(PanMetal::Steel, 8.0), (PanMetal::Clad, 14.0), (PanMetal::Iron, 25.0)]);
    let area_m2 = std::f64::consts::PI * (diameter_cm * diameter_cm / 4.0 + diameter_cm * wall_cm) * 1e-4;
    let mass_kg = kg_m2 * area_m2;
    let pan = Pan {
        name: "pan".into(),
        tare_g: (1000.0 * mass_kg).round(),
        diameter_cm,
        wall_height_cm: wall_cm,
        heat_capacity_j_k: mass_kg * metal.specific_heat_j_kg_k().0,
        metal: Some(metal),
        weighed: true,
    };
    let charge = if jaggery {
        let cane = SWEETENERS.iter().find(|s| s.key == "cane-jaggery").expect("jaggery");
        let charge = cane.analysis.charge(sweet_g);
        Charge { water_g: charge.water_g + water_g, ..charge }
    } else {
        Charge::sugar_and_water(sweet_g, water_g)
    };
    let ladder = Ladder::default();
    let altitude_m = luck.one(&[0.0, 500.0, 1480.0]);
    BatchSetup {
        title: "evening".into(),
        sweet_key: None,
        lines: Vec::new(),
        charge,
        stage,
        target_solids_frac: ladder.of(stage).aim_frac(),
        pan,
        ring: Ring::of_kind("ring", kind, rated_w),
        thermometer: Some(Thermometer::with_offset("probe", 0.0)),
        air: Air {
            pressure_pa: pressure_at_altitude_pa(altitude_m).expect("an altitude"),
            room_c: 26.0,
            humidity_frac: 0.6,
        },
        steps: plain_syrup_steps(stage),
        ladder,
        chosen: Chosen::default(),
        takes: Vec::new(),
        allergens: Vec::new(),
        has_scale: true,
    }
}

/// How well a pan's wall leads heat: conductivity times thickness, W/K, by its metal's weight.
fn sheet_w_k(pan: &Pan) -> f64 {
    let area_m2 =
        std::f64::consts::PI * (pan.diameter_cm / 4.0 + pan.wall_height_cm) * pan.diameter_cm * 1e-4;
    let kg_m2 = pan.tare_g / 1000.0 / area_m2;
    let (conducts_w_m_k, kg_m3) = match pan.metal {
        Some(PanMetal::Iron) => (50.0, 7200.0),
        Some(PanMetal::Clad) => (70.0, 5000.0),
        _ => (16.0, 7900.0),
    };
    conducts_w_m_k * kg_m2 / kg_m3
}

/// The same kitchen as it is: each thing off by what nobody knows.
fn real(setup: &BatchSetup, jaggery: bool, luck: &mut Luck) -> World {
    let told = &setup.charge;
    let by = |luck: &mut Luck, sd: f64| 1.0 + sd * luck.normal();
    let mass = by(luck, 0.005);
    let mut charge = Charge {
        sucrose_g: told.sucrose_g * mass,
        reducing_g: told.reducing_g * mass,
        ash_g: told.ash_g * mass,
        other_g: told.other_g * mass,
        insoluble_g: told.insoluble_g * mass,
        water_g: told.water_g * by(luck, 0.02),
    };
    if jaggery {
        let lot_g = charge.solids_g() / 0.945;
        let wetter_g = 0.02 * lot_g * luck.normal();
        let drier = 1.0 - wetter_g / charge.solids_g();
        let inverted_g =
            (0.04 * lot_g * luck.normal()).clamp(-0.8 * charge.reducing_g, 0.5 * charge.sucrose_g);
        charge = Charge {
            sucrose_g: (charge.sucrose_g - inverted_g) * drier,
            reducing_g: (charge.reducing_g + inverted_g) * drier,
            ash_g: charge.ash_g * drier,
            other_g: charge.other_g * drier,
            insoluble_g: charge.insoluble_g * drier,
            water_g: charge.water_g + wetter_g,
        };
    }
    let ring = &setup.ring;
    let efficiency = ring.efficiency_frac * by(luck, ring.efficiency_sd / ring.efficiency_frac).max(0.4);
    World {
        charge,
        pressure_pa: setup.air.pressure_pa + 500.0 * luck.normal(),
        room_c: setup.air.room_c + 3.0 * luck.normal(),
        radius_m: setup.pan.diameter_cm / 200.0,
        height_m: setup.pan.wall_height_cm / 100.0,
        metal_j_k: setup.pan.heat_capacity_j_k * by(luck, 0.10),
        full_w: ring.rated_power_w * efficiency,
        stored_j: ring.kind.stored_heat_j() * by(luck, 0.2).max(0.1),
        loss_w_m2_k: 14.0 * by(luck, 0.28).max(0.3),
        sheet_w_k: sheet_w_k(&setup.pan),
        vapour_share: luck.between(0.2, 1.0),
        vapour_w_m2_k: luck.between(4.0, 15.0),
        passing_w_m2_k: 800.0 * by(luck, 0.15).max(0.4),
        surface: 1.2e-8 * by(luck, 0.18).max(0.3),
    }
}
