//! Carry-over: where the pan takes the syrup after the heat is off, and when to turn it off so that
//! it lands on the stage.

use crate::pan::heat::Heat;
use crate::pan::model::PanModel;
use crate::pan::state::{PanState, Stop};

/// The landing is the strength this long after the heat went off, s: by then powder goes in or the
/// pan has stopped boiling.
pub const LANDING_S: f64 = 240.0;

/// Strength (0–1) at which a pan in `state` lands once the heat goes off now, the ring still holding
/// `stored_j`.
#[must_use]
pub fn landing_frac(model: &PanModel, state: &PanState, stored_j: f64) -> f64 {
    let mut after = *state;
    model.advance(&mut after, Heat::Off { since_s: 0.0, stored_j }, LANDING_S, Stop::Never, |_| {});
    model.solids_frac(after.water_g)
}

/// Strength (0–1) at which to turn off a pan that boils steadily on `power_w`, so that it lands on
/// `target_frac`. Newton's steps kept between brackets; a few landings at most.
#[must_use]
pub fn turn_off_frac(model: &PanModel, power_w: f64, stored_j: f64, target_frac: f64) -> f64 {
    let land = |off: f64| landing_frac(model, &model.steady_boil(model.water_at(off), power_w), stored_j);
    let (mut low, mut high) = (0.0, target_frac);
    let mut off = target_frac;
    for _ in 0..30 {
        let miss = land(off) - target_frac;
        if miss.abs() < 2e-6 {
            break;
        }
        if miss > 0.0 {
            high = off;
        } else {
            low = off;
        }
        // Carry-over hardly changes with strength, so the miss itself is nearly the way to go.
        let next = off - miss;
        off = if next > low && next < high { next } else { 0.5 * (low + high) };
    }
    off
}
