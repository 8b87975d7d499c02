//! What the cook puts into the pan, as she says it: so much of this sweetener, so much water.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::syrup::charge::Charge;
use crate::syrup::sweetener::{Analysis, Straining, Sweetener, sieve_holds_g, strain};

/// So much of one sweetener.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Part {
    /// Key of a sweetener that ships with the program.
    pub sweetener: String,
    /// How much, g.
    pub mass_g: f64,
    /// Her own analysis of it, in place of the one that ships.
    #[serde(default)]
    pub analysis: Option<Analysis>,
}

/// Sweeteners and water for one syrup.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Contents {
    /// The sweeteners.
    pub parts: Vec<Part>,
    /// Water, g.
    pub water_g: f64,
    /// Whether it is strained once everything has dissolved.
    #[serde(default)]
    pub strained: bool,
}

/// What that makes in the pan.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Poured {
    /// What is in the pan, after straining.
    pub charge: Charge,
    /// Standard deviation of the water the sweeteners bring, g.
    pub water_sd_g: f64,
    /// What straining took away.
    pub straining: Option<Straining>,
}

impl Contents {
    /// The charge in the pan. Spreads of the sweeteners' water add up as independent ones.
    ///
    /// # Errors
    /// An unknown sweetener, an analysis or amount that cannot be.
    pub fn poured(&self) -> Result<Poured> {
        if self.parts.is_empty() || self.parts.len() > 20 {
            return Err(CoreError::Missing("Say what sweetens it: one to twenty sweeteners.".into()));
        }
        let water_g = within("The water", self.water_g, 0.0, 100_000.0, "g")?;
        let mut charge = Charge { water_g, ..Charge::sugar_and_water(0.0, 0.0) };
        let mut variance = 0.0;
        for part in &self.parts {
            let mass_g = within("The sweetener", part.mass_g, 0.0, 100_000.0, "g")?;
            let analysis =
                part.analysis.map_or_else(|| Sweetener::named(&part.sweetener).map(|s| s.analysis), Ok)?;
            analysis.check()?;
            charge = charge.plus(analysis.charge(mass_g));
            variance += analysis.water_sd_g(mass_g).powi(2);
        }
        let charge = charge.checked()?;
        let straining = self.strained.then(|| strain(&charge, sieve_holds_g(&charge))).transpose()?;
        Ok(Poured {
            charge: straining.map_or(charge, |s| s.strained),
            water_sd_g: variance.sqrt(),
            straining,
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn part(sweetener: &str, mass_g: f64) -> Part {
        Part { sweetener: sweetener.into(), mass_g, analysis: None }
    }

    #[test]
    fn jaggery_brings_its_own_water_and_loses_its_grit() {
        let parts = vec![part("cane-jaggery", 300.0), part("sugar", 100.0)];
        let plain = Contents { parts, water_g: 120.0, strained: false };
        let Ok(raw) = plain.poured() else { panic!("pours") };
        assert!((raw.charge.total_g() - 520.0).abs() < 1e-9);
        assert!((raw.water_sd_g - 6.0).abs() < 1e-9);
        let Ok(clear) = (Contents { strained: true, ..plain }).poured() else { panic!("pours") };
        assert!(clear.charge.insoluble_g.abs() < 1e-12 && clear.charge.total_g() < 517.0);
        assert!((clear.charge.solids_frac() - raw.charge.solids_frac()).abs() < 1e-12);
    }

    #[test]
    fn what_is_not_known_is_asked_for() {
        let pours =
            |parts| Contents { parts, water_g: 100.0, strained: false }.poured().map_err(|e| e.code());
        assert_eq!(pours(vec![]).err(), Some("missing"));
        assert_eq!(pours(vec![part("moonshine", 100.0)]).err(), Some("unknown-name"));
        assert_eq!(pours(vec![part("sugar", -1.0)]).err(), Some("out-of-range"));
    }
}
