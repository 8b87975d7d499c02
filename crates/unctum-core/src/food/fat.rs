//! Fats that set: how much of each is solid at a temperature.

use serde::{Deserialize, Serialize};

use crate::numeric::along;

/// What a free fat is, as far as it sets.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum FatKind {
    /// Ghee and butter.
    Milk,
    /// Coconut.
    Coconut,
    /// Cocoa butter.
    Cocoa,
    /// Oil: liquid in any kitchen.
    #[default]
    Oil,
}

/// Solid shares by temperature, °C; between the points along a line, beyond them as at the end.
const MILK: [(f64, f64); 8] = [
    (5.0, 0.57),
    (10.0, 0.48),
    (15.0, 0.35),
    (20.0, 0.22),
    (25.0, 0.13),
    (30.0, 0.06),
    (34.0, 0.02),
    (38.0, 0.0),
];
const COCONUT: [(f64, f64); 6] =
    [(10.0, 0.80), (15.0, 0.60), (20.0, 0.35), (23.0, 0.15), (25.0, 0.04), (27.0, 0.0)];
const COCOA: [(f64, f64); 5] = [(20.0, 0.75), (25.0, 0.70), (30.0, 0.42), (33.0, 0.12), (35.0, 0.0)];

/// From here on a fat smokes, °C: of each kind what smokes first of it, since old fat smokes sooner.
const SMOKES_C: [(FatKind, f64); 4] =
    [(FatKind::Milk, 230.0), (FatKind::Coconut, 175.0), (FatKind::Cocoa, 200.0), (FatKind::Oil, 205.0)];

impl FatKind {
    /// From how hot on it smokes, °C: the careful figure, for fat that has fried before.
    #[must_use]
    pub fn smokes_c(self) -> f64 {
        SMOKES_C.iter().find(|(kind, _)| *kind == self).map_or(175.0, |(_, c)| *c)
    }

    /// Share of it that is solid at `at_c`, 0–1: never more when it is warmer.
    #[must_use]
    pub fn solid_frac(self, at_c: f64) -> f64 {
        match self {
            Self::Milk => along(&MILK, at_c),
            Self::Coconut => along(&COCONUT, at_c),
            Self::Cocoa => along(&COCOA, at_c),
            Self::Oil => 0.0,
        }
    }
}
