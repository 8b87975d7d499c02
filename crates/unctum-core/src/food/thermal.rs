//! Thermal properties from composition: Choi & Okos (1986).

use serde::{Deserialize, Serialize};

/// Mass fractions of a food; they add up to 1.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields, default)]
pub struct Makeup {
    /// Water.
    pub water_frac: f64,
    /// Protein.
    pub protein_frac: f64,
    /// Fat.
    pub fat_frac: f64,
    /// Sugars and starch.
    pub carbohydrate_frac: f64,
    /// Fibre.
    pub fibre_frac: f64,
    /// Minerals.
    pub ash_frac: f64,
}

impl Makeup {
    /// The fractions in the order of the correlation table.
    #[must_use]
    pub fn parts(&self) -> [f64; 6] {
        [
            self.water_frac,
            self.protein_frac,
            self.fat_frac,
            self.carbohydrate_frac,
            self.fibre_frac,
            self.ash_frac,
        ]
    }

    /// The makeup of several foods mixed, from (mass in g, makeup) pairs.
    #[must_use]
    pub fn mixed(parts: &[(f64, Self)]) -> Self {
        let total_g: f64 = parts.iter().map(|(mass_g, _)| mass_g).sum();
        let share = |of: fn(&Self) -> f64| {
            parts.iter().map(|(mass_g, m)| mass_g * of(m)).sum::<f64>() / total_g.max(1e-12)
        };
        Self {
            water_frac: share(|m| m.water_frac),
            protein_frac: share(|m| m.protein_frac),
            fat_frac: share(|m| m.fat_frac),
            carbohydrate_frac: share(|m| m.carbohydrate_frac),
            fibre_frac: share(|m| m.fibre_frac),
            ash_frac: share(|m| m.ash_frac),
        }
    }
}

/// Thermal properties of a food.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Thermal {
    /// Specific heat, J/(kg·K).
    pub specific_heat_j_kg_k: f64,
    /// Density without pores, kg/m³.
    pub density_kg_m3: f64,
    /// Thermal conductivity, W/(m·K).
    pub conductivity_w_m_k: f64,
}

type Quadratic = [f64; 3];
// Rows: water, protein, fat, carbohydrate, fibre, ash; a + bT + cT² with T in °C.
const HEAT: [Quadratic; 6] = [
    [4176.2, -0.090_864, 5.4731e-3],
    [2008.2, 1.2089, -1.3129e-3],
    [1984.2, 1.4733, -4.8008e-3],
    [1548.8, 1.9625, -5.9399e-3],
    [1845.9, 1.8306, -4.6509e-3],
    [1092.6, 1.8896, -3.6817e-3],
];
const CONDUCTIVITY: [Quadratic; 6] = [
    [0.571_09, 1.7625e-3, -6.7036e-6],
    [0.178_81, 1.1958e-3, -2.7178e-6],
    [0.180_71, -2.7604e-4, -1.7749e-7],
    [0.201_41, 1.3874e-3, -4.3312e-6],
    [0.183_31, 1.2497e-3, -3.1683e-6],
    [0.329_62, 1.4011e-3, -2.9069e-6],
];
const DENSITY: [Quadratic; 6] = [
    [997.18, 3.1439e-3, -3.7574e-3],
    [1329.9, -0.518_40, 0.0],
    [925.59, -0.417_57, 0.0],
    [1599.1, -0.310_46, 0.0],
    [1311.5, -0.365_89, 0.0],
    [2423.8, -0.280_63, 0.0],
];

fn at(q: Quadratic, t: f64) -> f64 {
    q[0] + t * (q[1] + t * q[2])
}

/// Thermal properties of a makeup at `temperature_c` (0–150 °C): specific heat weighted by mass,
/// volumes added, conductivity weighted by volume.
#[must_use]
pub fn thermal(makeup: &Makeup, temperature_c: f64) -> Thermal {
    let (mut heat, mut volume, mut conductivity) = (0.0, 0.0, 0.0);
    for (i, share) in makeup.parts().into_iter().enumerate() {
        let part_volume = share / at(DENSITY[i], temperature_c);
        heat += share * at(HEAT[i], temperature_c);
        volume += part_volume;
        conductivity += part_volume * at(CONDUCTIVITY[i], temperature_c);
    }
    Thermal {
        specific_heat_j_kg_k: heat,
        density_kg_m3: 1.0 / volume,
        conductivity_w_m_k: conductivity / volume,
    }
}
