//! Acid in a syrup splits sucrose into glucose and fructose: first order in sucrose, faster with acid
//! and heat. A few per cent hold back graining; too much keeps a barfi from ever setting dry.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::syrup::charge::Charge;
use crate::syrup::physical::density_kg_m3;

/// Rate per acid at 35 °C, L/(mol·s).
const K_35_C: f64 = 1.24e-4;
/// Activation energy, J/mol.
const ACTIVATION_J_MOL: f64 = 108_000.0;
const GAS_J_MOL_K: f64 = 8.314_46;

/// Rate of inversion, 1/s, at a temperature and a pH.
#[must_use]
pub fn rate_per_s(temperature_c: f64, ph: f64) -> f64 {
    let warmer = 1.0 / 308.15 - 1.0 / (temperature_c + 273.15);
    K_35_C * (ACTIVATION_J_MOL / GAS_J_MOL_K * warmer).exp() * 10_f64.powf(-ph)
}

/// Share of the sucrose inverted after `duration_s` at a steady temperature and pH.
#[must_use]
pub fn inverted_frac(temperature_c: f64, ph: f64, duration_s: f64) -> f64 {
    -(-rate_per_s(temperature_c, ph) * duration_s).exp_m1()
}

/// An acid of the kitchen.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum AcidKind {
    /// Juice of lime or lemon.
    CitrusJuice,
    /// Citric acid crystals.
    CitricAcid,
    /// Cream of tartar.
    CreamOfTartar,
    /// Vinegar of 5 %.
    Vinegar,
    /// Yoghurt.
    Yoghurt,
}

/// What an acid is, as far as it matters here.
struct Acid {
    /// Acid in a gram of it, mol.
    mol_per_g: f64,
    /// First dissociation.
    p_ka: f64,
    /// Share of it that stands already neutralised by its own salts.
    buffered_frac: f64,
}

impl AcidKind {
    fn acid(self) -> Acid {
        match self {
            // 5 % citric acid, 192.1 g/mol, partly as citrates.
            Self::CitrusJuice => Acid { mol_per_g: 0.05 / 192.1, p_ka: 3.13, buffered_frac: 0.08 },
            Self::CitricAcid => Acid { mol_per_g: 1.0 / 192.1, p_ka: 3.13, buffered_frac: 0.0 },
            // Hydrogen tartrate: the second dissociation, and its own buffer.
            Self::CreamOfTartar => Acid { mol_per_g: 1.0 / 188.2, p_ka: 4.34, buffered_frac: 0.15 },
            Self::Vinegar => Acid { mol_per_g: 0.05 / 60.05, p_ka: 4.76, buffered_frac: 0.0 },
            // 1 % lactic acid among the milk's own buffers.
            Self::Yoghurt => Acid { mol_per_g: 0.01 / 90.1, p_ka: 3.86, buffered_frac: 0.55 },
        }
    }
}

/// An acid in an amount, added at a time.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct AcidAdded {
    /// Which.
    pub kind: AcidKind,
    /// How much, g.
    pub mass_g: f64,
    /// When, s from heat on.
    pub at_s: f64,
}

/// Acid that the minerals of jaggery take up, mol per gram of ash.
const ASH_TAKES_MOL_G: f64 = 4e-3;

/// pH of a syrup with `mass_g` of an acid in it. The acid stands in the water and sugar of the syrup;
/// minerals (jaggery's ash) take some of it up first. Without acid a sugar syrup stands near 6.5.
///
/// # Errors
/// An amount outside 0–500 g.
pub fn ph(charge: &Charge, kind: AcidKind, mass_g: f64) -> Result<f64> {
    let mass_g = within("The acid", mass_g, 0.0, 500.0, "g")?;
    let litres = (charge.dissolved_g() + charge.water_g) / density_kg_m3(charge.solids_frac(), 20.0);
    let acid = kind.acid();
    let total = mass_g * acid.mol_per_g / litres;
    let taken_up = (total * acid.buffered_frac + charge.ash_g * ASH_TAKES_MOL_G / litres).min(0.999 * total);
    if total <= 1e-9 {
        return Ok(NEUTRAL_PH);
    }
    let ka = 10_f64.powf(-acid.p_ka);
    // [H⁺]² + (salt + Ka)·[H⁺] − Ka·(total − salt) = 0
    let b = taken_up + ka;
    let hydrogen = 0.5 * (-b + (b * b + 4.0 * ka * (total - taken_up)).sqrt());
    Ok((-hydrogen.log10()).clamp(1.5, NEUTRAL_PH))
}

/// pH of a sugar syrup without acid.
pub const NEUTRAL_PH: f64 = 6.5;

/// One stretch of a temperature path.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stretch {
    /// From, s.
    pub from_s: f64,
    /// To, s.
    pub to_s: f64,
    /// Temperature in its middle, °C.
    pub liquid_c: f64,
    /// Water in the pan in its middle, g.
    pub water_g: f64,
}

/// Sucrose inverted along a temperature path by acid added on the way, 0–1. The acid grows stronger as
/// the water boils away.
///
/// # Errors
/// An amount out of range.
pub fn along(path: &[Stretch], charge: &Charge, acid: &AcidAdded) -> Result<f64> {
    within("The acid", acid.mass_g, 0.0, 500.0, "g")?;
    let mut exponent = 0.0;
    for stretch in path {
        let from_s = stretch.from_s.max(acid.at_s);
        if stretch.to_s > from_s {
            let ph = ph(&charge.with_water(stretch.water_g), acid.kind, acid.mass_g)?;
            exponent += rate_per_s(stretch.liquid_c, ph) * (stretch.to_s - from_s);
        }
    }
    Ok(-(-exponent).exp_m1())
}

/// The charge with a share of its sucrose inverted; water is bound in the splitting.
#[must_use]
pub fn inverted(charge: &Charge, frac: f64) -> Charge {
    let split_g = charge.sucrose_g * frac;
    let bound_g = split_g * 18.015 / 342.30;
    Charge {
        sucrose_g: charge.sucrose_g - split_g,
        reducing_g: charge.reducing_g + split_g + bound_g,
        water_g: charge.water_g - bound_g,
        ..*charge
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn meets_the_worked_shares() {
        assert!((100.0 * inverted_frac(100.0, 3.5, 300.0) - 1.8).abs() < 0.05);
        assert!((100.0 * inverted_frac(110.0, 3.5, 600.0) - 8.6).abs() < 0.05);
    }

    #[test]
    fn more_acid_is_sourer_and_jaggery_blunts_it() {
        let syrup = Charge::sugar_and_water(500.0, 250.0);
        let at = |mass_g: f64| ph(&syrup, AcidKind::CitrusJuice, mass_g).unwrap_or(f64::NAN);
        assert!((at(0.0) - NEUTRAL_PH).abs() < 1e-12);
        assert!(at(2.0) > at(5.0) && at(5.0) > at(20.0));
        assert!((2.2..4.2).contains(&at(5.0)), "a teaspoon of juice: pH {}", at(5.0));
        let jaggery = Charge { ash_g: 10.0, ..syrup };
        assert!(ph(&jaggery, AcidKind::CitrusJuice, 5.0).unwrap_or(f64::NAN) > at(5.0));
        assert!(ph(&syrup, AcidKind::Vinegar, -1.0).is_err());
    }

    #[test]
    fn splitting_keeps_mass() {
        let syrup = Charge::sugar_and_water(500.0, 250.0);
        let split = inverted(&syrup, 0.2);
        assert!((split.total_g() - syrup.total_g()).abs() < 1e-9);
        assert!((split.sucrose_g - 400.0).abs() < 1e-9);
    }
}
