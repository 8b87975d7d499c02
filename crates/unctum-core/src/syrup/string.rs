//! The string: a drop of syrup pulled apart between two finger pads.
//!
//! The drop cools to skin temperature; its filament thins under surface tension and breaks after
//! t ≈ 14.1·η·R₀/γ (capillary thinning, McKinley & Tripathi 2000). Pulled at a steady speed it is
//! by then this long.

use crate::numeric::bisect;
use crate::syrup::MAX_SOLIDS_FRAC;
use crate::syrup::physical::viscosity_mpa_s;

/// Skin temperature to which the drop cools, °C.
pub const SKIN_C: f64 = 38.0;
const START_RADIUS_M: f64 = 0.0015;
const SURFACE_TENSION_N_M: f64 = 0.078;
const PULL_M_S: f64 = 0.04;

/// Length, cm, a string reaches before it breaks.
#[must_use]
pub fn string_cm(solids_frac: f64) -> f64 {
    let viscosity_pa_s = viscosity_mpa_s(solids_frac, SKIN_C) * 1e-3;
    let break_s = 14.1 * viscosity_pa_s * START_RADIUS_M / SURFACE_TENSION_N_M;
    100.0 * PULL_M_S * break_s
}

/// Strength (0–0.98) at which the string reaches `length_cm`; the inverse of [`string_cm`].
#[must_use]
pub fn solids_frac_of_string(length_cm: f64) -> f64 {
    bisect(0.0, MAX_SOLIDS_FRAC, 1e-9, |w| string_cm(w).ln() - length_cm.ln())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn meets_the_worked_lengths() {
        for (percent, cm, tolerance) in [
            (72.0, 0.2, 0.05),
            (74.0, 0.4, 0.05),
            (76.0, 0.7, 0.05),
            (78.0, 1.3, 0.05),
            (80.0, 2.9, 0.05),
            (82.0, 7.0, 0.5),
            (84.0, 21.0, 0.5),
        ] {
            let computed = string_cm(percent / 100.0);
            assert!((computed - cm).abs() <= tolerance, "{percent} %: {computed} cm");
            assert!((solids_frac_of_string(computed) - percent / 100.0).abs() < 1e-6);
        }
    }
}
