//! What is known now: the pan model's clock and the cook's readings, fused.
//!
//! Three things are uncertain: how much water is left, how warm it is while it does not boil yet, and how
//! strong the ring really is. They are kept as a joint normal belief (water in g, temperature in °C,
//! logarithm of the ring's power against its nominal). As time passes the pan model moves the belief and
//! widens it; a reading narrows it. Because the three are correlated, a weighing also teaches the ring's
//! power, and with it how far the heating has come; the minutes to go improve with both.

use crate::pan::{Heat, PanModel, PanState, Stop};
use crate::syrup::locate::{Strength, Z80};

/// Share of the water lost in a stretch that the model may be wrong by, beyond the ring's power.
const MODEL_NOISE: f64 = 0.08;
/// Measured amounts are right to about this share.
const MEASURING_SD: f64 = 0.02;
/// A reading further off than this many standard deviations contradicts the belief.
const SURPRISE: f64 = 3.0;
/// Share of a rise in temperature that the model may be wrong by, beyond the ring's power.
const WARMTH_NOISE: f64 = 0.03;
/// Steps to either side in which the model is felt out: of the power's logarithm, and of the temperature, K.
const POWER_STEP: f64 = 0.05;
const WARMTH_STEP_K: f64 = 1.0;
/// A syrup believed to boil that turns out this much cooler, K, does not boil yet.
const OFF_THE_BOIL_K: f64 = 0.5;

/// How exactly a hand knows an edge between two looks, as strength.
const EDGE_SD: f64 = 0.008;
/// A look that leaves less than this share of the belief contradicts it.
const LEAST_SHARE: f64 = 0.01;
/// A look is weighed over so many standard deviations to either side, in so many steps.
const LOOK_REACH: f64 = 6.0;
const LOOK_STEPS: i32 = 60;

/// Places in the joint belief.
const WATER: usize = 0;
const WARMTH: usize = 1;
const POWER: usize = 2;

/// What is believed of one pan.
#[derive(Debug, Clone)]
pub struct Belief {
    /// Most likely state.
    pub state: PanState,
    /// Logarithm of the ring's power against its nominal.
    pub ln_power: f64,
    /// Joint variances, in the order of the places.
    joint: [[f64; 3]; 3],
}

/// A value with its 80 % interval.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Spread {
    /// Most likely.
    pub mid: f64,
    /// Lower end.
    pub low: f64,
    /// Upper end.
    pub high: f64,
}

/// The same pan with a little more water in it.
fn wetter(state: PanState, water_g: f64) -> PanState {
    PanState { water_g: state.water_g + water_g, ..state }
}

/// The same pan one step cooler, wall and all.
fn cooler(state: PanState) -> PanState {
    PanState { liquid_c: state.liquid_c - WARMTH_STEP_K, wall_c: state.wall_c - WARMTH_STEP_K, ..state }
}

/// Share of a normal distribution below `z` standard deviations (Abramowitz & Stegun 7.1.26, to 1.5e-7).
fn normal_share(z: f64) -> f64 {
    let x = z.abs() / std::f64::consts::SQRT_2;
    let t = 1.0 / (1.0 + 0.327_591_1 * x);
    let poly = t
        * (0.254_829_592
            + t * (-0.284_496_736 + t * (1.421_413_741 + t * (-1.453_152_027 + t * 1.061_405_429))));
    let tail = 0.5 * poly * (-x * x).exp();
    if z < 0.0 { tail } else { 1.0 - tail }
}

impl Belief {
    /// The belief when the heat goes on: amounts as measured, the ring as known (`power_sd` is the
    /// relative standard deviation of its power).
    #[must_use]
    pub fn at_start(model: &PanModel, start_c: f64, power_sd: f64) -> Self {
        let state = model.start(start_c);
        let mut joint = [[0.0; 3]; 3];
        joint[WATER][WATER] = (MEASURING_SD * state.water_g).powi(2);
        joint[POWER][POWER] = power_sd * power_sd;
        Self { state, ln_power: 0.0, joint }
    }

    /// Standard deviation of the water, g.
    #[must_use]
    pub fn water_sd_g(&self) -> f64 {
        self.joint[WATER][WATER].max(0.0).sqrt()
    }

    /// Standard deviation of the logarithm of the ring's power.
    #[must_use]
    pub fn power_sd(&self) -> f64 {
        self.joint[POWER][POWER].max(0.0).sqrt()
    }

    fn heat(&self, nominal: Heat, more: f64) -> Heat {
        match nominal {
            Heat::On(power_w) => Heat::On(power_w * (self.ln_power + more).exp()),
            off @ Heat::Off { .. } => off,
        }
    }

    /// Lets `duration_s` pass under a heat of nominal power.
    pub fn pass(&mut self, model: &PanModel, nominal: Heat, duration_s: f64) {
        if duration_s <= 0.0 {
            return;
        }
        let end = |mut state: PanState, heat: Heat| {
            model.advance(&mut state, heat, duration_s, Stop::Never, |_| {});
            state
        };
        let before = self.state;
        let after = end(before, self.heat(nominal, 0.0));
        // Each is felt out towards the side on which a syrup that just began to boil would not boil yet.
        let water_g = (0.5 * self.water_sd_g()).max(0.1);
        let (more, cooler) = (wetter(before, water_g), cooler(before));
        let ways = [
            (end(more, self.heat(nominal, 0.0)), water_g),
            // A boiling syrup is as hot as its water says.
            (if before.boiling { after } else { end(cooler, self.heat(nominal, 0.0)) }, -WARMTH_STEP_K),
            (end(before, self.heat(nominal, -POWER_STEP)), -POWER_STEP),
        ];
        let mut moves = [[0.0, 0.0, 0.0], [0.0, 0.0, 0.0], [0.0, 0.0, 1.0]];
        for (i, (end, step)) in ways.iter().enumerate() {
            moves[WATER][i] = (end.water_g - after.water_g) / step;
            moves[WARMTH][i] = (end.liquid_c - after.liquid_c) / step;
        }
        let mut joint = [[0.0; 3]; 3];
        for (r, row) in joint.iter_mut().enumerate() {
            for (c, cell) in row.iter_mut().enumerate() {
                for (k, from) in self.joint.iter().enumerate() {
                    for (l, var) in from.iter().enumerate() {
                        *cell += moves[r][k] * var * moves[c][l];
                    }
                }
            }
        }
        joint[WATER][WATER] += (MODEL_NOISE * (before.water_g - after.water_g)).powi(2);
        joint[WARMTH][WARMTH] += (WARMTH_NOISE * (after.liquid_c - before.liquid_c)).powi(2);
        self.joint = joint;
        self.state = after;
    }

    /// Learns that one of the three is off by `miss`, known to a variance.
    fn learn(&mut self, place: usize, miss: f64, var: f64) -> [f64; 3] {
        let known = self.joint[place];
        let total = known[place] + var;
        let gains = known.map(|with| with / total);
        for (row, gain) in self.joint.iter_mut().zip(gains) {
            for (cell, with) in row.iter_mut().zip(known) {
                *cell -= gain * with;
            }
        }
        self.ln_power = (self.ln_power + gains[POWER] * miss).clamp(-1.5, 1.0);
        gains.map(|gain| gain * miss)
    }

    /// Takes a reading in. Returns whether it contradicts what was believed.
    pub fn see(&mut self, model: &PanModel, strength: Strength) -> bool {
        if strength.edges { self.see_between(model, strength) } else { self.see_about(model, strength) }
    }

    /// A look: the syrup lies between two edges, each judged to within [`EDGE_SD`]. The belief keeps what of
    /// it lies between them; what is far outside makes room first, as a measurement that contradicts does.
    fn see_between(&mut self, model: &PanModel, look: Strength) -> bool {
        let likelihood = |water_g: f64| {
            let frac = model.solids_frac(water_g.max(1e-6));
            normal_share((frac - look.low_frac) / EDGE_SD) * normal_share((look.high_frac - frac) / EDGE_SD)
        };
        let moments = |mean_g: f64, sd_g: f64| {
            let (mut all, mut mass, mut first, mut second) = (0.0, 0.0, 0.0, 0.0);
            for i in -LOOK_STEPS..=LOOK_STEPS {
                let z = LOOK_REACH * f64::from(i) / f64::from(LOOK_STEPS);
                let believed = (-0.5 * z * z).exp();
                let weight = believed * likelihood(mean_g + z * sd_g);
                all += believed;
                (mass, first, second) = (mass + weight, first + weight * z, second + weight * z * z);
            }
            (mass / all, first / mass, second / mass)
        };
        let (share, ..) = moments(self.state.water_g, self.water_sd_g().max(0.1));
        let surprising = share < LEAST_SHARE;
        if surprising {
            let miss_g = model.water_at(look.frac.clamp(0.02, 0.98)) - self.state.water_g;
            self.joint[WATER][WATER] += miss_g * miss_g;
        }
        let sd_g = self.water_sd_g().max(0.1);
        let (_, mean_z, square_z) = moments(self.state.water_g, sd_g);
        if !mean_z.is_finite() {
            return surprising;
        }
        // The same as a measurement that would leave this mean and this spread behind.
        let left = (square_z - mean_z * mean_z).clamp(1e-6, 1.0 - 1e-9);
        let var = sd_g * sd_g * left / (1.0 - left);
        self.move_water(model, mean_z * sd_g / (1.0 - left), var);
        surprising
    }

    fn see_about(&mut self, model: &PanModel, strength: Strength) -> bool {
        let at = |frac: f64| model.water_at(frac.clamp(0.02, 0.98));
        let seen_g = at(strength.frac);
        let sd_g = ((at(strength.low_frac) - at(strength.high_frac)) / (2.0 * Z80)).abs().max(0.3);
        let miss_g = seen_g - self.state.water_g;
        let total_var = self.joint[WATER][WATER] + sd_g * sd_g;
        let surprising = miss_g.abs() > SURPRISE * total_var.sqrt();
        if surprising {
            // The belief was wrong in a way it did not allow for: make room before learning.
            self.joint[WATER][WATER] += miss_g * miss_g;
        }
        self.move_water(model, miss_g, sd_g * sd_g);
        surprising
    }

    /// Learns that the water is off by `miss_g`, known to a variance, and what follows for the warmth.
    fn move_water(&mut self, model: &PanModel, miss_g: f64, var: f64) {
        let [water_g, warmth_k, _] = self.learn(WATER, miss_g, var);
        self.state.water_g = (self.state.water_g + water_g).max(model.water_at(0.98));
        let boil_c = model.boil_c(self.state.water_g);
        let warm_c = (self.state.liquid_c + warmth_k).min(boil_c);
        self.state.boiling &= warm_c > boil_c - OFF_THE_BOIL_K;
        let liquid_c = if self.state.boiling { boil_c } else { warm_c };
        self.state.wall_c += liquid_c - self.state.liquid_c;
        self.state.liquid_c = liquid_c;
    }

    /// Notes that the syrup was seen to boil, whatever the clock thought.
    pub fn see_boiling(&mut self, model: &PanModel) {
        if !self.state.boiling {
            let boil_c = model.boil_c(self.state.water_g);
            let [water_g, ..] = self.learn(WARMTH, boil_c - self.state.liquid_c, 1.0);
            self.state.water_g = (self.state.water_g + water_g).max(model.water_at(0.98));
            self.state.boiling = true;
            self.state.liquid_c = model.boil_c(self.state.water_g);
            self.state.wall_c = self.state.wall_c.max(self.state.liquid_c + 5.0);
        }
    }

    /// Water poured in from the tap: it cools the syrup and stops the boil.
    pub fn add_water(&mut self, model: &PanModel, water_g: f64) {
        model.pour_in(&mut self.state, water_g);
        self.joint[WATER][WATER] += (MEASURING_SD * water_g).powi(2);
    }

    /// Strength with its 80 % interval.
    #[must_use]
    pub fn strength(&self, model: &PanModel) -> Spread {
        let reach_g = Z80 * self.water_sd_g();
        let water_g = self.state.water_g;
        // The models end at 98 %; what stands there is not believed to be drier.
        let driest_g = (water_g - reach_g).max(model.water_at(0.98)).min(water_g);
        Spread {
            mid: model.solids_frac(water_g),
            low: model.solids_frac(water_g + reach_g),
            high: model.solids_frac(driest_g),
        }
    }

    /// Seconds until the syrup reaches a strength on this heat, with the 80 % interval; `None` if not
    /// within three hours.
    #[must_use]
    pub fn time_to_s(&self, model: &PanModel, nominal: Heat, solids_frac: f64) -> Option<Spread> {
        const FAR_S: f64 = 3.0 * 3600.0;
        let time = |mut state: PanState, heat: Heat| {
            let from_s = state.elapsed_s;
            model
                .advance(&mut state, heat, FAR_S, Stop::AtStrength(solids_frac), |_| {})
                .then_some(state.elapsed_s - from_s)
        };
        let mid = time(self.state, self.heat(nominal, 0.0))?;
        let slope = |state: PanState, more_power: f64, step: f64| {
            time(state, self.heat(nominal, more_power)).map_or(0.0, |t| (t - mid) / step)
        };
        let water_g = self.water_sd_g().max(0.1);
        let (more, cooler) = (wetter(self.state, water_g), cooler(self.state));
        let slopes = [
            slope(more, 0.0, water_g),
            if self.state.boiling { 0.0 } else { slope(cooler, 0.0, -WARMTH_STEP_K) },
            slope(self.state, POWER_STEP, POWER_STEP),
        ];
        let noise_s = MODEL_NOISE * mid;
        let mut var = noise_s * noise_s;
        for (row, a) in self.joint.iter().zip(slopes) {
            for (with, b) in row.iter().zip(slopes) {
                var += a * with * b;
            }
        }
        let reach_s = Z80 * var.max(0.0).sqrt();
        Some(Spread { mid, low: (mid - reach_s).max(0.0), high: mid + reach_s })
    }
}
