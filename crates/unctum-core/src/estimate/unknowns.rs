//! What is not known of a pan, as independent standard normals: each draw is one pan that could be.

use crate::pan::quick::Draw;

/// Relative standard deviations of the pan's coefficients; of the losses and the surface as their logarithm.
const LOSS_SD: f64 = 0.28;
const SURFACE_SD: f64 = 0.18;
const PASSING_SD: f64 = 0.15;
const WALL_SD: f64 = 0.10;
/// The wall of a pan that was never weighed.
const GUESSED_WALL_SD: f64 = 0.25;
const STORED_SD: f64 = 0.20;
/// Room warmer or cooler than told, K.
const ROOM_SD_K: f64 = 3.0;
/// A deed is written down so long after it was done, s, and that is known to.
pub(super) const WRITTEN_AFTER_S: f64 = 5.0;
pub(super) const WRITTEN_SD_S: f64 = 2.9;
/// A hand pulls its strings longer or shorter than the book's, as the logarithm of the length.
const HAND_SD: f64 = 0.30;
/// Weight of the empty pan, g.
const TARE_SD_G: f64 = 0.5;
/// A flame flickers by this share, for about this long, s; and drifts by this share over a stretch.
pub(super) const FLICKER: f64 = 0.05;
pub(super) const FLICKER_S: f64 = 60.0;
const DRIFT: f64 = 0.03;
/// The flame is followed in at most so many stretches, each at least so long, s.
const MOST_STRETCHES: usize = 6;
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
    /// Whether the empty pan was weighed.
    pub weighed: bool,
    /// How much of a sweetener's mass may be water instead of solids, or the other way round, g.
    pub lot_water_sd_g: f64,
    /// The same as a share of all solids.
    pub lot_solids_sd: f64,
    /// Whether the solids are of a composition that varies.
    pub composition: bool,
}

/// Places of the unknowns in a draw; the stretches of the flame follow.
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
    stretch_sd: f64,
}

/// One pan that could be.
pub(super) struct Pan {
    pub draw: Draw,
    pub power: f64,
    pub more_water_g: f64,
    pub bias_k: f64,
    pub hand: f64,
    pub tare_g: f64,
    pub late_s: f64,
    /// Factor on the flame in each stretch.
    pub flame: Vec<f64>,
}

impl Unknowns {
    pub fn of(doubts: Doubts, heated_s: f64) -> Self {
        let stretch_s = LEAST_STRETCH_S.max(heated_s / MOST_STRETCHES as f64);
        let count = (heated_s / stretch_s).ceil().clamp(1.0, MOST_STRETCHES as f64) as usize;
        // Mean of a flicker (Ornstein–Uhlenbeck) over a stretch.
        let of_time = FLICKER_S / stretch_s;
        let flicker = FLICKER * (2.0 * of_time * (1.0 - of_time * (1.0 - (-1.0 / of_time).exp()))).sqrt();
        Self {
            doubts,
            ends_s: (1..=count).map(|i| i as f64 * stretch_s).collect(),
            stretch_sd: flicker.hypot(DRIFT),
        }
    }

    pub fn doubts(&self) -> &Doubts {
        &self.doubts
    }

    /// Ends of the stretches of the flame, s.
    pub fn ends_s(&self) -> &[f64] {
        &self.ends_s
    }

    pub fn count(&self) -> usize {
        STRETCHES + self.ends_s.len()
    }

    /// The place of the ring's power.
    pub fn power_place(&self) -> usize {
        POWER
    }

    /// The pan of a draw.
    pub fn pan(&self, z: &[f64]) -> Pan {
        let d = &self.doubts;
        let wall_sd = if d.weighed { WALL_SD } else { GUESSED_WALL_SD };
        Pan {
            draw: Draw {
                loss: (LOSS_SD * z[LOSS]).exp(),
                surface: (SURFACE_SD * z[SURFACE]).exp(),
                passing: (PASSING_SD * z[PASSING]).exp(),
                wall: (wall_sd * z[WALL]).exp(),
                stored: (STORED_SD * z[STORED]).exp(),
                solids: (d.solids_sd * z[SOLIDS]).exp() * (1.0 - d.lot_solids_sd * z[LOT]).max(0.2),
                room_k: ROOM_SD_K * z[ROOM],
                composition: if d.composition { z[COMPOSITION] } else { 0.0 },
            },
            power: (d.power_sd * z[POWER]).exp(),
            more_water_g: d.water_sd_g * z[WATER] + d.lot_water_sd_g * z[LOT],
            bias_k: d.thermometer_bias_k * z[BIAS],
            hand: HAND_SD * z[HAND],
            tare_g: TARE_SD_G * z[TARE],
            late_s: WRITTEN_SD_S * z[LATE],
            flame: z[STRETCHES..].iter().map(|z| (self.stretch_sd * z).exp()).collect(),
        }
    }
}
