//! What the cook puts in: sugars, jaggeries, honey, glucose, as analyses with their spread.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::syrup::charge::Charge;

/// A mass fraction with its standard deviation.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Share {
    /// Most likely, 0–1.
    pub frac: f64,
    /// Standard deviation.
    #[serde(default)]
    pub sd: f64,
}

const fn share(frac: f64, sd: f64) -> Share {
    Share { frac, sd }
}

/// What a sweetener is made of. The rest up to 1 is other dissolved solids.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Analysis {
    /// Sucrose.
    pub sucrose: Share,
    /// Glucose and fructose.
    pub reducing: Share,
    /// Minerals.
    pub ash: Share,
    /// Grit, fibre and dust, which stay in the sieve.
    pub insoluble: Share,
    /// Water.
    pub water: Share,
}

/// A sweetener that ships with the program.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Sweetener {
    /// Key.
    pub key: &'static str,
    /// Plain name.
    pub name: &'static str,
    /// What the kitchen calls it.
    pub local_name: &'static str,
    /// Its analysis; every lump differs, so all of it can be edited.
    pub analysis: Analysis,
    /// Usual pH of its syrup.
    pub ph: f64,
}

const NONE: Share = share(0.0, 0.0);

/// The sweeteners, with default analyses (rounded means of published ranges).
pub const SWEETENERS: [Sweetener; 8] = [
    Sweetener {
        key: "sugar",
        name: "Granulated sugar",
        local_name: "cheeni",
        analysis: Analysis {
            sucrose: share(1.0, 0.0),
            reducing: NONE,
            ash: NONE,
            insoluble: NONE,
            water: NONE,
        },
        ph: 6.8,
    },
    Sweetener {
        key: "powdered-sugar",
        name: "Powdered sugar",
        local_name: "boora",
        analysis: Analysis {
            sucrose: share(0.965, 0.01),
            reducing: NONE,
            ash: NONE,
            insoluble: share(0.03, 0.01),
            water: share(0.005, 0.002),
        },
        ph: 6.8,
    },
    Sweetener {
        key: "cane-jaggery",
        name: "Cane jaggery",
        local_name: "gur · vellam",
        analysis: Analysis {
            sucrose: share(0.78, 0.05),
            reducing: share(0.09, 0.04),
            ash: share(0.02, 0.005),
            insoluble: share(0.01, 0.005),
            water: share(0.055, 0.02),
        },
        ph: 5.6,
    },
    Sweetener {
        key: "palm-jaggery",
        name: "Palm jaggery",
        local_name: "karupatti",
        analysis: Analysis {
            sucrose: share(0.76, 0.05),
            reducing: share(0.05, 0.03),
            ash: share(0.03, 0.007),
            insoluble: share(0.02, 0.01),
            water: share(0.085, 0.025),
        },
        ph: 5.8,
    },
    Sweetener {
        key: "invert-syrup",
        name: "Invert syrup",
        local_name: "",
        analysis: Analysis {
            sucrose: share(0.06, 0.03),
            reducing: share(0.68, 0.04),
            ash: NONE,
            insoluble: NONE,
            water: share(0.25, 0.02),
        },
        ph: 4.5,
    },
    Sweetener {
        key: "honey",
        name: "Honey",
        local_name: "shahad · then",
        analysis: Analysis {
            sucrose: share(0.02, 0.01),
            reducing: share(0.74, 0.04),
            ash: share(0.002, 0.001),
            insoluble: NONE,
            water: share(0.175, 0.015),
        },
        ph: 3.9,
    },
    Sweetener {
        key: "liquid-glucose",
        name: "Liquid glucose",
        local_name: "",
        analysis: Analysis {
            sucrose: NONE,
            reducing: share(0.19, 0.03),
            ash: share(0.003, 0.001),
            insoluble: NONE,
            water: share(0.20, 0.015),
        },
        ph: 5.0,
    },
    Sweetener {
        key: "milk-sugar",
        name: "Milk sugar",
        local_name: "",
        analysis: Analysis {
            sucrose: NONE,
            reducing: NONE,
            ash: NONE,
            insoluble: NONE,
            water: share(0.05, 0.005),
        },
        ph: 6.5,
    },
];

impl Sweetener {
    /// The sweetener of a key.
    ///
    /// # Errors
    /// [`CoreError::Unknown`].
    pub fn named(key: &str) -> Result<&'static Self> {
        SWEETENERS
            .iter()
            .find(|s| s.key == key)
            .ok_or_else(|| CoreError::Unknown { kind: "sweetener", name: key.to_owned() })
    }
}

impl Analysis {
    fn shares(&self) -> [Share; 5] {
        [self.sucrose, self.reducing, self.ash, self.insoluble, self.water]
    }

    /// # Errors
    /// Shares outside 0–1, or more than the whole.
    pub fn check(&self) -> Result<()> {
        for part in self.shares() {
            within("A share of the analysis", part.frac, 0.0, 1.0, "(fraction)")?;
            within("The spread of a share", part.sd, 0.0, 0.5, "(fraction)")?;
        }
        let sum: f64 = self.shares().iter().map(|s| s.frac).sum();
        if sum > 1.0 + 1e-9 {
            return Err(CoreError::Contradiction(format!(
                "The analysis adds up to {:.1} %, more than the whole. Lower one of its shares.",
                100.0 * sum
            )));
        }
        Ok(())
    }

    /// What `mass_g` of it brings into the pan.
    #[must_use]
    pub fn charge(&self, mass_g: f64) -> Charge {
        let named: f64 = self.shares().iter().map(|s| s.frac).sum();
        Charge {
            sucrose_g: mass_g * self.sucrose.frac,
            reducing_g: mass_g * self.reducing.frac,
            ash_g: mass_g * self.ash.frac,
            other_g: mass_g * (1.0 - named).max(0.0),
            insoluble_g: mass_g * self.insoluble.frac,
            water_g: mass_g * self.water.frac,
        }
    }

    /// Standard deviation of the water that `mass_g` of it brings, g: the part of the analysis that
    /// moves strength and time most.
    #[must_use]
    pub fn water_sd_g(&self, mass_g: f64) -> f64 {
        mass_g * self.water.sd
    }
}

/// What straining a jaggery syrup takes away.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Straining {
    /// Grit left in the sieve, dry, g.
    pub grit_g: f64,
    /// Syrup that clings to sieve and grit, g.
    pub held_g: f64,
    /// What goes on in the pan.
    pub strained: Charge,
}

/// Strains a charge: its insolubles stay in the sieve and hold `held_g` of the syrup back.
///
/// # Errors
/// More held back than there is syrup.
pub fn strain(charge: &Charge, held_g: f64) -> Result<Straining> {
    let charge = charge.checked()?;
    let solution = Charge { insoluble_g: 0.0, ..charge };
    let held_g = within("The syrup held by the sieve", held_g, 0.0, 0.5 * solution.total_g(), "g")?;
    let strained = solution.times(1.0 - held_g / solution.total_g());
    Ok(Straining { grit_g: charge.insoluble_g, held_g, strained })
}

/// Syrup that a kitchen sieve of about 15 cm holds back, g, by how thick it is: a film of its two
/// faces, thicker the stronger it is when strained.
#[must_use]
pub fn sieve_holds_g(charge: &Charge) -> f64 {
    4.0 + 3.0 * charge.insoluble_g + 12.0 * charge.solids_frac().powi(4)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_analysis_is_whole_and_mass_is_kept() {
        for sweetener in SWEETENERS {
            assert_eq!(sweetener.analysis.check(), Ok(()), "{}", sweetener.key);
            let charge = sweetener.analysis.charge(250.0);
            assert!((charge.total_g() - 250.0).abs() < 1e-9, "{}", sweetener.key);
        }
    }

    #[test]
    fn straining_takes_grit_and_some_syrup_but_not_strength() {
        let jaggery = SWEETENERS[2].analysis.charge(400.0);
        let dissolved = Charge { water_g: jaggery.water_g + 150.0, ..jaggery };
        let strained = strain(&dissolved, sieve_holds_g(&dissolved)).map(|s| (s, s.strained));
        let Ok((straining, clear)) = strained else { panic!("strains") };
        let sum_g = straining.grit_g + straining.held_g + clear.total_g();
        assert!((sum_g - dissolved.total_g()).abs() < 1e-9);
        assert!((clear.solids_frac() - dissolved.solids_frac()).abs() < 1e-12);
        assert!(strain(&dissolved, 1e6).is_err());
    }
}
