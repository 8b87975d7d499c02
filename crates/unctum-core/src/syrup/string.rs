//! The string: a drop of syrup pulled apart between two finger pads.
//!
//! The drop cools to skin temperature; its filament thins under surface tension and breaks after
//! t ≈ 14.1·η·R₀/γ (capillary thinning, McKinley & Tripathi 2000). Pulled at a steady speed it is
//! by then this long.

use crate::error::{Result, within};
use crate::numeric::bisect;
use crate::syrup::charge::MAX_SOLIDS_FRAC;
use crate::syrup::physical::viscosity_mpa_s;
use crate::syrup::stage::{Ladder, StageKey};

/// Skin temperature to which the drop cools, °C.
pub const SKIN_C: f64 = 38.0;
const START_RADIUS_M: f64 = 0.0015;
const SURFACE_TENSION_N_M: f64 = 0.078;
const PULL_M_S: f64 = 0.04;

/// As far as two arms draw a string out, cm; a syrup whose string would be longer shows none that breaks.
pub const LONGEST_CM: f64 = 200.0;

/// Length, cm, a string reaches before it breaks; at most [`LONGEST_CM`].
#[must_use]
pub fn string_cm(solids_frac: f64) -> f64 {
    free_cm(solids_frac).min(LONGEST_CM)
}

/// The same however long the arms.
pub(crate) fn free_cm(solids_frac: f64) -> f64 {
    100.0 * PULL_M_S * break_s(solids_frac)
}

/// A string as it is pulled.
#[derive(Debug, Clone, Copy, PartialEq, serde::Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Filament {
    /// Time since the fingers parted, s.
    pub elapsed_s: f64,
    /// Length then, cm.
    pub length_cm: f64,
    /// Thickness then, mm.
    pub thickness_mm: f64,
}

/// The string of a syrup, pulled apart between two fingers until it breaks.
#[derive(Debug, Clone, PartialEq, serde::Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PulledString {
    /// Length at which it breaks, cm.
    pub string_cm: f64,
    /// Time until it breaks, s.
    pub break_s: f64,
    /// Strings side by side, 0–3.
    pub strings: u8,
    /// The pull, from the start to the break.
    pub pull: Vec<Filament>,
}

/// Strings side by side that a stage shows.
#[must_use]
pub fn strings_of(stage: StageKey) -> u8 {
    match stage {
        StageKey::Thin | StageKey::Sticky => 0,
        StageKey::Coating | StageKey::OneString => 1,
        StageKey::TwoString => 2,
        _ => 3,
    }
}

fn break_s(solids_frac: f64) -> f64 {
    let viscosity_pa_s = viscosity_mpa_s(solids_frac, SKIN_C) * 1e-3;
    14.1 * viscosity_pa_s * START_RADIUS_M / SURFACE_TENSION_N_M
}

/// The string of a syrup through its pull, in `points` moments (2–200). The filament thins steadily,
/// as a thread of thick liquid does under its surface tension alone.
///
/// # Errors
/// A strength outside 0–98 %.
pub fn pulled(solids_frac: f64, ladder: &Ladder, points: usize) -> Result<PulledString> {
    let w = within("The strength", solids_frac, 0.0, MAX_SOLIDS_FRAC, "(fraction)")?;
    let break_s = break_s(w);
    let points = points.clamp(2, 200);
    let pull = (0..points).map(|i| {
        let share = i as f64 / (points - 1) as f64;
        Filament {
            elapsed_s: share * break_s,
            length_cm: 100.0 * PULL_M_S * share * break_s,
            thickness_mm: 2000.0 * START_RADIUS_M * (1.0 - share),
        }
    });
    Ok(PulledString {
        string_cm: string_cm(w),
        break_s,
        strings: strings_of(ladder.at(w)),
        pull: pull.collect(),
    })
}

/// Strength (0–0.98) at which the string reaches `length_cm`; the inverse of [`string_cm`].
#[must_use]
pub fn solids_frac_of_string(length_cm: f64) -> f64 {
    bisect(0.0, MAX_SOLIDS_FRAC, 1e-9, |w| free_cm(w).ln() - length_cm.ln())
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
