//! What is in the pan, by mass.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};

/// Strongest syrup the models reach, as a mass fraction of dissolved solids.
pub const MAX_SOLIDS_FRAC: f64 = 0.98;
/// Most of any one thing a home pan is asked to hold, g.
const MAX_PART_G: f64 = 100_000.0;

/// The contents of a pan, g each. Ash counts as dissolved; insolubles (grit, fibre) weigh but do not
/// sweeten, and do not count in the strength.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Charge {
    /// Sucrose, g.
    pub sucrose_g: f64,
    /// Glucose and fructose together, g.
    #[serde(default)]
    pub reducing_g: f64,
    /// Dissolved minerals, g.
    #[serde(default)]
    pub ash_g: f64,
    /// Other dissolved solids, g: gums of jaggery, longer sugars of liquid glucose, milk sugar.
    #[serde(default)]
    pub other_g: f64,
    /// What stays in the sieve, g.
    #[serde(default)]
    pub insoluble_g: f64,
    /// Water, g.
    pub water_g: f64,
}

/// A syrup that stands there already: told by what is in it, or by what it weighs and how strong it is.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(untagged)]
pub enum Standing {
    /// By what is in it.
    Charge(Charge),
    /// Plain sugar syrup, by its mass and strength.
    Plain {
        /// What it weighs, g.
        syrup_g: f64,
        /// Its strength, 0–1.
        solids_frac: f64,
    },
}

impl Standing {
    /// What is in it.
    ///
    /// # Errors
    /// What [`Charge::checked`] refuses; a strength that is none.
    pub fn charge(self) -> Result<Charge> {
        let charge = match self {
            Self::Charge(charge) => charge,
            Self::Plain { syrup_g, solids_frac } => {
                within("The strength", 100.0 * solids_frac, 0.0, 100.0, "%")?;
                Charge::sugar_and_water(syrup_g * solids_frac, syrup_g * (1.0 - solids_frac))
            }
        };
        charge.checked()
    }
}

impl Charge {
    /// Plain sugar and water.
    #[must_use]
    pub fn sugar_and_water(sucrose_g: f64, water_g: f64) -> Self {
        Self { sucrose_g, reducing_g: 0.0, ash_g: 0.0, other_g: 0.0, insoluble_g: 0.0, water_g }
    }

    /// Accepts a charge a kitchen can hold and the models can follow (0–98 % solids).
    ///
    /// # Errors
    /// Numbers that are not finite, negative or above 100 kg; an empty pan; less water than 2 %.
    pub fn checked(self) -> Result<Self> {
        for (what, value) in [
            ("The sugar", self.sucrose_g),
            ("The glucose and fructose", self.reducing_g),
            ("The ash", self.ash_g),
            ("The other solids", self.other_g),
            ("The insoluble part", self.insoluble_g),
            ("The water", self.water_g),
        ] {
            within(what, value, 0.0, MAX_PART_G, "g")?;
        }
        if self.dissolved_g() + self.water_g <= 0.0 {
            return Err(CoreError::EmptyPan);
        }
        if self.solids_frac() > MAX_SOLIDS_FRAC + 1e-12 {
            return Err(CoreError::TooDry { water_g: self.water_g });
        }
        Ok(self)
    }

    /// Dissolved solids, g.
    #[must_use]
    pub fn dissolved_g(&self) -> f64 {
        self.sucrose_g + self.reducing_g + self.ash_g + self.other_g
    }

    /// Everything that cannot boil away, g.
    #[must_use]
    pub fn solids_g(&self) -> f64 {
        self.dissolved_g() + self.insoluble_g
    }

    /// The whole contents, g.
    #[must_use]
    pub fn total_g(&self) -> f64 {
        self.solids_g() + self.water_g
    }

    /// Strength: mass fraction of dissolved solids in the solution, 0–1 (0 for an empty pan).
    #[must_use]
    pub fn solids_frac(&self) -> f64 {
        let solution_g = self.dissolved_g() + self.water_g;
        if solution_g > 0.0 { self.dissolved_g() / solution_g } else { 0.0 }
    }

    /// Two charges in one pan.
    #[must_use]
    pub fn plus(self, more: Self) -> Self {
        Self {
            sucrose_g: self.sucrose_g + more.sucrose_g,
            reducing_g: self.reducing_g + more.reducing_g,
            ash_g: self.ash_g + more.ash_g,
            other_g: self.other_g + more.other_g,
            insoluble_g: self.insoluble_g + more.insoluble_g,
            water_g: self.water_g + more.water_g,
        }
    }

    /// A share or a multiple of it.
    #[must_use]
    pub fn times(self, factor: f64) -> Self {
        Self {
            sucrose_g: self.sucrose_g * factor,
            reducing_g: self.reducing_g * factor,
            ash_g: self.ash_g * factor,
            other_g: self.other_g * factor,
            insoluble_g: self.insoluble_g * factor,
            water_g: self.water_g * factor,
        }
    }

    /// The same solids in another amount of water, g.
    #[must_use]
    pub fn with_water(self, water_g: f64) -> Self {
        Self { water_g, ..self }
    }

    /// The water, g, that makes these solids a syrup of `solids_frac` (0–1, above 0).
    #[must_use]
    pub fn water_at(&self, solids_frac: f64) -> f64 {
        self.dissolved_g() * (1.0 - solids_frac) / solids_frac
    }

    /// The same solids at another strength (0–1, above 0).
    #[must_use]
    pub fn at_strength(self, solids_frac: f64) -> Self {
        self.with_water(self.water_at(solids_frac))
    }
}
