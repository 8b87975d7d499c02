//! What is known now: the pan model's clock and the cook's readings, fused.
//!
//! Two things are uncertain: how much water is left, and how strong the ring really is. Both are
//! kept as a joint normal belief (water in g, logarithm of the ring's power against its nominal). As
//! time passes the pan model moves the belief and widens it; a reading narrows it. Because the two
//! are correlated, a weighing also teaches the ring's power, and the minutes to go improve with it.

use crate::pan::{Heat, PanModel, PanState, Stop};
use crate::syrup::locate::{Strength, Z80};

/// Share of the water lost in a stretch that the model may be wrong by, beyond the ring's power.
const MODEL_NOISE: f64 = 0.08;
/// Measured amounts are right to about this share.
const MEASURING_SD: f64 = 0.02;
/// A reading further off than this many standard deviations contradicts the belief.
const SURPRISE: f64 = 3.0;
const POWER_STEP: f64 = 0.05;

/// What is believed of one pan.
#[derive(Debug, Clone)]
pub struct Belief {
    /// Most likely state.
    pub state: PanState,
    /// Logarithm of the ring's power against its nominal.
    pub ln_power: f64,
    water_var: f64,
    cross: f64,
    power_var: f64,
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

impl Belief {
    /// The belief when the heat goes on: amounts as measured, the ring as known (`power_sd` is the
    /// relative standard deviation of its power).
    #[must_use]
    pub fn at_start(model: &PanModel, start_c: f64, power_sd: f64) -> Self {
        let state = model.start(start_c);
        let water_sd = MEASURING_SD * state.water_g;
        Self {
            state,
            ln_power: 0.0,
            water_var: water_sd * water_sd,
            cross: 0.0,
            power_var: power_sd * power_sd,
        }
    }

    /// Standard deviation of the water, g.
    #[must_use]
    pub fn water_sd_g(&self) -> f64 {
        self.water_var.max(0.0).sqrt()
    }

    /// Standard deviation of the logarithm of the ring's power.
    #[must_use]
    pub fn power_sd(&self) -> f64 {
        self.power_var.max(0.0).sqrt()
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
        let after = end(self.state, self.heat(nominal, 0.0));
        let by_power = (end(self.state, self.heat(nominal, POWER_STEP)).water_g - after.water_g) / POWER_STEP;
        let nudge_g = (0.5 * self.water_sd_g()).max(0.1);
        let nudged = PanState { water_g: self.state.water_g + nudge_g, ..self.state };
        let by_water = (end(nudged, self.heat(nominal, 0.0)).water_g - after.water_g) / nudge_g;
        let noise_g = MODEL_NOISE * (self.state.water_g - after.water_g);
        self.water_var = by_water * by_water * self.water_var
            + 2.0 * by_water * by_power * self.cross
            + by_power * by_power * self.power_var
            + noise_g * noise_g;
        self.cross = by_water * self.cross + by_power * self.power_var;
        self.state = after;
    }

    /// Takes a reading in. Returns whether it contradicts what was believed.
    pub fn see(&mut self, model: &PanModel, strength: Strength) -> bool {
        let at = |frac: f64| model.water_at(frac.clamp(0.02, 0.98));
        let seen_g = at(strength.frac);
        let sd_g = ((at(strength.low_frac) - at(strength.high_frac)) / (2.0 * Z80)).abs().max(0.3);
        let miss_g = seen_g - self.state.water_g;
        let total_var = self.water_var + sd_g * sd_g;
        let surprising = miss_g.abs() > SURPRISE * total_var.sqrt();
        if surprising {
            // The belief was wrong in a way it did not allow for: make room before learning.
            self.water_var += miss_g * miss_g;
        }
        let total_var = self.water_var + sd_g * sd_g;
        let (gain_water, gain_power) = (self.water_var / total_var, self.cross / total_var);
        self.state.water_g = (self.state.water_g + gain_water * miss_g).max(at(0.98));
        self.ln_power = (self.ln_power + gain_power * miss_g).clamp(-1.5, 1.0);
        self.power_var -= gain_power * self.cross;
        self.cross *= 1.0 - gain_water;
        self.water_var *= 1.0 - gain_water;
        if self.state.boiling {
            self.state.liquid_c = model.boil_c(self.state.water_g);
        }
        surprising
    }

    /// Notes that the syrup was seen to boil, whatever the clock thought.
    pub fn see_boiling(&mut self, model: &PanModel) {
        if !self.state.boiling {
            self.state.boiling = true;
            self.state.liquid_c = model.boil_c(self.state.water_g);
            self.state.wall_c = self.state.wall_c.max(self.state.liquid_c + 5.0);
        }
    }

    /// Water poured in from the tap: it cools the syrup and stops the boil.
    pub fn add_water(&mut self, model: &PanModel, water_g: f64) {
        model.pour_in(&mut self.state, water_g);
        self.water_var += (MEASURING_SD * water_g) * (MEASURING_SD * water_g);
    }

    /// Strength with its 80 % interval.
    #[must_use]
    pub fn strength(&self, model: &PanModel) -> Spread {
        let reach_g = Z80 * self.water_sd_g();
        let least_g = model.water_at(0.98);
        Spread {
            mid: model.solids_frac(self.state.water_g),
            low: model.solids_frac(self.state.water_g + reach_g),
            high: model.solids_frac((self.state.water_g - reach_g).max(least_g)),
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
        let by_power =
            time(self.state, self.heat(nominal, POWER_STEP)).map_or(0.0, |t| (t - mid) / POWER_STEP);
        let nudge_g = self.water_sd_g().max(0.1);
        let more = PanState { water_g: self.state.water_g + nudge_g, ..self.state };
        let by_water = time(more, self.heat(nominal, 0.0)).map_or(0.0, |t| (t - mid) / nudge_g);
        let noise_s = MODEL_NOISE * mid;
        let var = by_water * by_water * self.water_var
            + 2.0 * by_water * by_power * self.cross
            + by_power * by_power * self.power_var
            + noise_s * noise_s;
        let reach_s = Z80 * var.max(0.0).sqrt();
        Some(Spread { mid, low: (mid - reach_s).max(0.0), high: mid + reach_s })
    }
}
