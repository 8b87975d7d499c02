//! What is not known of a pan, as independent standard normals: each draw is one pan that could be.

use crate::estimate::habits::Habits;
use crate::kitchen::usual::wall_sd;
use crate::numeric::Normal;
use crate::pan::quick::Draw;

/// Relative standard deviations of the pan's coefficients; of the losses and the surface as their logarithm.
const SURFACE_SD: f64 = 0.18;
const PASSING_SD: f64 = 0.15;
const STORED_SD: f64 = 0.20;
/// Room warmer or cooler than told, K.
const ROOM_SD_K: f64 = 3.0;
/// A deed is written down so long after it was done, s, and that is known to.
pub(super) const WRITTEN_AFTER_S: f64 = 5.0;
const WRITTEN_SD_S: f64 = 2.9;
/// Weight of the empty pan, g.
const TARE_SD_G: f64 = 0.5;
/// A flame flickers by this share, for about this long, s; and drifts by this share over a stretch.
const FLICKER: f64 = 0.05;
const FLICKER_S: f64 = 60.0;
const DRIFT: f64 = 0.01;
/// Until its last reading the flame is followed in at most so many stretches, each at least so long, s; from there
/// on in one.
const MOST_STRETCHES: usize = 5;
const LEAST_STRETCH_S: f64 = 120.0;

/// How far each doubt of a question reaches.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Doubts {
    /// Relative standard deviation of the ring's power.
    pub power_sd: f64,
    /// The same of the mass of solids.
    pub solids_sd: f64,
    /// Standard deviation of the first water, g.
    pub water_sd_g: f64,
    /// Standard deviation of a thermometer's own error, with that of the air's pressure, K.
    pub thermometer_bias_k: f64,
    /// Standard deviation of a reading of it, K.
    pub thermometer_sd_k: f64,
    /// Standard deviation of a weighing, g.
    pub scale_sd_g: f64,
    /// Whether the empty pan was weighed.
    pub weighed: bool,
    /// How much of a sweetener's mass may be water instead of solids, or the other way round, g.
    pub lot_water_sd_g: f64,
    /// The same as a share of all solids.
    pub lot_solids_sd: f64,
    /// Whether the solids are of a composition that varies.
    pub composition: bool,
    /// What is known of this pan and of the hand that tests it.
    pub habits: Habits,
}

/// What is unknown and outlasts one evening.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum Lasting {
    /// Heat of the ring against what it was taken for, as a logarithm.
    Power,
    /// Heat that the pan loses against what is usual, as a logarithm.
    Loss,
    /// Heat that its metal holds against what it was taken for, as a logarithm.
    Wall,
    /// How much too high the thermometer reads beyond what was known, K.
    Bias,
    /// Length of her strings against the book's, as a logarithm.
    Hand,
    /// What she fills against what was told, as a logarithm.
    Filled,
    /// How much stronger than aimed she wants it, in stages.
    Wish,
}

/// Places of the unknowns in a draw; the stretches of the flame follow, then how she wants it.
const POWER: usize = 0;
const LOSS: usize = 1;
const SURFACE: usize = 2;
const PASSING: usize = 3;
const WALL: usize = 4;
const STORED: usize = 5;
const ROOM: usize = 6;
const SOLIDS: usize = 7;
const WATER: usize = 8;
const BIAS: usize = 9;
const HAND: usize = 10;
const TARE: usize = 11;
const LATE: usize = 12;
const COMPOSITION: usize = 13;
const LOT: usize = 14;
const STRETCHES: usize = 15;

/// The unknowns of one question.
pub(super) struct Unknowns {
    doubts: Doubts,
    /// Ends of the stretches of the flame, s.
    ends_s: Vec<f64>,
    /// How far the flame of each may be from the ring's, as a share.
    stretch_sd: Vec<f64>,
    /// How exactly the moment of a reading is known, s of this flame.
    moment_sd_s: f64,
    /// Whether the finished syrup was judged: then it is not known either how she wants it.
    judged: bool,
}

/// How far the mean of a flicker (Ornstein–Uhlenbeck) over so long may be from nothing.
pub(super) fn mean_flicker(over_s: f64) -> f64 {
    let of_time = FLICKER_S / over_s.max(1.0);
    FLICKER * (2.0 * of_time * (1.0 - of_time * (1.0 - (-1.0 / of_time).exp()))).sqrt()
}

/// One pan that could be.
#[derive(Clone, PartialEq)]
pub(super) struct Pan {
    pub draw: Draw,
    pub power: f64,
    pub more_water_g: f64,
    pub bias_k: f64,
    pub hand: f64,
    pub tare_g: f64,
    pub late_s: f64,
    /// How much stronger than aimed she wants it, in stages.
    pub wish: f64,
    /// Factor on the flame in each stretch.
    pub flame: Vec<f64>,
}

impl Pan {
    /// Whether it goes the same way as another, whatever is read of it.
    pub fn goes_like(&self, other: &Self) -> bool {
        let (bias_k, hand, tare_g, wish) = (other.bias_k, other.hand, other.tare_g, other.wish);
        Self { bias_k, hand, tare_g, wish, ..self.clone() } == *other
    }
}

impl Unknowns {
    /// Unknowns of a pan that was followed for so long, and was read the last time then, s.
    pub fn of(doubts: Doubts, heated_s: f64, last_read_s: Option<f64>, judged: bool) -> Self {
        let read_s = last_read_s.unwrap_or(0.0).min(heated_s);
        let stretch_s = LEAST_STRETCH_S.max(read_s / MOST_STRETCHES as f64);
        let count = (read_s / stretch_s).ceil() as usize;
        let mut ends_s: Vec<f64> = (1..count).map(|i| i as f64 * stretch_s).collect();
        if count > 0 {
            ends_s.push(read_s);
        }
        ends_s.push(heated_s.max(read_s + 1.0));
        let begins_s = std::iter::once(0.0).chain(ends_s.iter().copied());
        let stretch_sd =
            begins_s.zip(&ends_s).map(|(from_s, to_s)| mean_flicker(to_s - from_s).hypot(DRIFT)).collect();
        // Within a stretch the flame leads or lags its mean for a while.
        let within_s2 = FLICKER * FLICKER * FLICKER_S * stretch_s / 3.0 * stretch_s / (stretch_s + FLICKER_S);
        let moment_sd_s = (WRITTEN_SD_S * WRITTEN_SD_S + within_s2).sqrt();
        Self { doubts, ends_s, stretch_sd, moment_sd_s, judged }
    }

    /// How exactly the moment of a reading is known, s of this flame.
    pub fn moment_sd_s(&self) -> f64 {
        self.moment_sd_s
    }

    pub fn doubts(&self) -> &Doubts {
        &self.doubts
    }

    /// Ends of the stretches of the flame, s.
    pub fn ends_s(&self) -> &[f64] {
        &self.ends_s
    }

    pub fn count(&self) -> usize {
        STRETCHES + self.ends_s.len() + usize::from(self.judged)
    }

    /// The place of how she wants it; none where nothing was judged.
    fn wish_place(&self) -> Option<usize> {
        self.judged.then_some(STRETCHES + self.ends_s.len())
    }

    /// What outlasts one evening: its place in a draw, and its mean and standard deviation as it was believed before.
    pub fn lasting(&self) -> Vec<(Lasting, usize, Normal)> {
        let (d, h) = (&self.doubts, &self.doubts.habits);
        let about_nothing = |sd| Normal { mean: 0.0, sd };
        let mut all = vec![
            (Lasting::Power, POWER, about_nothing(d.power_sd)),
            (Lasting::Loss, LOSS, h.loss_ln),
            (Lasting::Wall, WALL, self.wall_ln()),
            (Lasting::Bias, BIAS, about_nothing(d.thermometer_bias_k)),
            (Lasting::Hand, HAND, h.hand_ln),
            (Lasting::Filled, SOLIDS, about_nothing(d.solids_sd)),
        ];
        all.extend(self.wish_place().map(|place| (Lasting::Wish, place, h.wish_stages)));
        all
    }

    fn wall_ln(&self) -> Normal {
        self.doubts.habits.wall_ln.unwrap_or(Normal { mean: 0.0, sd: wall_sd(self.doubts.weighed) })
    }

    /// The place of the ring's power.
    pub fn power_place(&self) -> usize {
        POWER
    }

    /// The pan of a draw.
    pub fn pan(&self, z: &[f64]) -> Pan {
        let d = &self.doubts;
        let h = &d.habits;
        let [power, loss, hand] = h.together.turned([z[POWER], z[LOSS], z[HAND]]);
        Pan {
            draw: Draw {
                loss: h.loss_ln.at(loss).exp(),
                surface: (SURFACE_SD * z[SURFACE]).exp(),
                passing: (PASSING_SD * z[PASSING]).exp(),
                wall: self.wall_ln().at(z[WALL]).exp(),
                stored: (STORED_SD * z[STORED]).exp(),
                solids: (d.solids_sd * z[SOLIDS]).exp() * (1.0 - d.lot_solids_sd * z[LOT]).max(0.2),
                room_k: ROOM_SD_K * z[ROOM],
                composition: if d.composition { z[COMPOSITION] } else { 0.0 },
            },
            power: (d.power_sd * power).exp(),
            more_water_g: d.water_sd_g * z[WATER] + d.lot_water_sd_g * z[LOT],
            bias_k: d.thermometer_bias_k * z[BIAS],
            hand: h.hand_ln.at(hand),
            tare_g: TARE_SD_G * z[TARE],
            late_s: WRITTEN_SD_S * z[LATE],
            wish: self.wish_place().map_or(0.0, |place| h.wish_stages.at(z[place])),
            flame: z[STRETCHES..].iter().zip(&self.stretch_sd).map(|(z, sd)| (sd * z).exp()).collect(),
        }
    }
}
