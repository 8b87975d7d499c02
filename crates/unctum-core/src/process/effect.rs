//! What a step does to the mass: water leaves, something is sieved out, pressed out, taken up.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, within};
use crate::food::{Composition, Parts};
use crate::syrup::{Ladder, StageKey};

/// One thing that becomes of the mass of a step.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
pub enum Effect {
    /// Water boils off until the syrup stands at the aim of a stage.
    BoilToStage {
        /// The stage.
        stage: StageKey,
        /// Where in its band it stops, 0–1: the middle if left out.
        #[serde(default = "middle", skip_serializing_if = "is_middle")]
        band_frac: f64,
    },
    /// Water leaves until this share of the mass is water.
    DryTo {
        /// Share of water at the end, 0–1.
        water_frac: f64,
    },
    /// Water boils off until this share of the mass is left.
    ReduceTo {
        /// Share of the mass at the end, 0–1.
        ratio_frac: f64,
    },
    /// A share of everything is lost: trimmed, left in the pan.
    Lose {
        /// Share, 0–1.
        share_frac: f64,
        /// What it is called.
        what: String,
    },
    /// The sieve keeps shares of components, and with them a share of all the rest.
    Sieve {
        /// Shares held back, by component.
        holds: Composition,
        /// Share of everything that stays wet in the sieve, 0–1.
        wet_frac: f64,
        /// What stays behind.
        what: String,
    },
    /// Shares of components stay in the mass and are left with so much water; the rest runs off.
    Separate {
        /// Shares kept, by component; water is set by `water_frac`.
        keeps: Composition,
        /// Share of water of what is kept, 0–1.
        water_frac: f64,
        /// What runs off.
        what: String,
    },
    /// Liquid is pressed out until this share of the mass is water; it carries what is dissolved in it.
    Press {
        /// Share of water at the end, 0–1.
        water_frac: f64,
        /// What runs off.
        what: String,
    },
    /// The mass takes up some of what it lies in; the rest is left.
    TakeUp {
        /// Gain, g for each g of the mass.
        gain_frac: f64,
        /// What is left.
        what: String,
    },
}

fn middle() -> f64 {
    0.5
}

fn is_middle(band_frac: &f64) -> bool {
    (band_frac - middle()).abs() < 1e-9
}

/// Why something does not happen to a mass.
#[derive(Debug, Clone, PartialEq)]
pub(crate) enum Cannot {
    /// Not to this mass: in words.
    Happen(String),
    /// Not at all: a value that none has.
    Be(CoreError),
}

impl From<CoreError> for Cannot {
    fn from(error: CoreError) -> Self {
        Self::Be(error)
    }
}

/// What is on the table of one step while its effects happen.
#[derive(Debug, Clone, PartialEq, Default)]
pub(crate) struct Worked {
    pub mass: Parts,
    pub medium: Parts,
    pub sides: Vec<(String, Parts)>,
    pub evaporated_g: f64,
}

impl Worked {
    fn leave(&mut self, what: &str, parts: Parts) {
        self.mass = self.mass.minus(&parts);
        self.set_aside(what, parts);
    }

    /// Puts something aside under a name; what has the same name goes together.
    pub fn set_aside(&mut self, what: &str, parts: Parts) {
        match self.sides.iter_mut().find(|(name, _)| name == what) {
            Some((_, already)) => *already = already.plus(&parts),
            None => self.sides.push((what.to_owned(), parts)),
        }
    }

    fn evaporate_to(&mut self, water_g: f64, fault: &str) -> Result<(), Cannot> {
        // A hair of rounding is no fault; the water then stays as it is.
        if water_g > self.mass.water_g * (1.0 + 1e-9) + 1e-9 {
            return Err(Cannot::Happen(fault.to_owned()));
        }
        let water_g = water_g.clamp(0.0, self.mass.water_g);
        self.evaporated_g += self.mass.water_g - water_g;
        self.mass = self.mass.with_water(water_g);
        Ok(())
    }
}

fn share(what: &'static str, value: f64) -> Result<f64, Cannot> {
    Ok(within(what, value, 0.0, 1.0, "(share)")?)
}

fn of_each(parts: &Parts, shares: &Composition) -> Result<Parts, Cannot> {
    let mut kept = parts.to_array();
    for (g, frac) in kept.iter_mut().zip(shares.to_array()) {
        *g *= share("A share of a component", frac)?;
    }
    Ok(Parts::from_array(kept))
}

impl Effect {
    /// Boiled to the middle of a stage.
    #[must_use]
    pub fn boil_to(stage: StageKey) -> Self {
        Self::BoilToStage { stage, band_frac: middle() }
    }

    /// Lets it happen.
    ///
    /// # Errors
    /// [`Cannot`] for something that cannot happen to this mass.
    pub(crate) fn happen(&self, worked: &mut Worked, ladder: &Ladder) -> Result<(), Cannot> {
        let mass = worked.mass;
        match self {
            Self::BoilToStage { stage, band_frac } => {
                let stage = ladder.of(*stage);
                let aim_frac = stage.at_share(share("The place in the stage", *band_frac)?);
                let charge = mass.charge();
                if charge.dissolved_g() <= 0.0 {
                    return Err(Cannot::Happen("there is no sugar in it to boil to a stage.".into()));
                }
                let name = stage.name;
                worked.evaporate_to(
                    charge.water_at(aim_frac),
                    &format!("its syrup starts past {name}. Give it more water, or choose a later stage."),
                )
            }
            Self::DryTo { water_frac } => {
                let water_frac = within("The water at the end", *water_frac, 0.0, 0.99, "(share)")?;
                worked.evaporate_to(
                    mass.solids_g() * water_frac / (1.0 - water_frac),
                    &format!(
                        "it starts drier than the {:.0} % of water it is to end with.",
                        100.0 * water_frac
                    ),
                )
            }
            Self::ReduceTo { ratio_frac } => {
                let left_g = mass.total_g() * share("How far to reduce", *ratio_frac)?;
                if left_g < mass.solids_g() {
                    return Err(Cannot::Happen("it is reduced below its own solids.".into()));
                }
                worked.evaporate_to(left_g - mass.solids_g(), "it is to be reduced to more than there is.")
            }
            Self::Lose { share_frac, what } => {
                let lost = mass.times(share("What is lost", *share_frac)?);
                worked.leave(what, lost);
                Ok(())
            }
            Self::Sieve { holds, wet_frac, what } => {
                let held = of_each(&mass, holds)?;
                let wet = mass.minus(&held).times(share("What stays wet in the sieve", *wet_frac)?);
                worked.leave(what, held.plus(&wet));
                Ok(())
            }
            Self::Separate { keeps, water_frac, what } => {
                let water_frac = within("The water at the end", *water_frac, 0.0, 0.99, "(share)")?;
                let kept = of_each(&mass, keeps)?.with_water(0.0);
                let water_g = kept.total_g() * water_frac / (1.0 - water_frac);
                if water_g > mass.water_g {
                    return Err(Cannot::Happen("there is less water in it than it is to keep.".into()));
                }
                worked.leave(what, mass.minus(&kept.with_water(water_g)));
                Ok(())
            }
            Self::Press { water_frac, what } => {
                let water_frac = share("The water at the end", *water_frac)?;
                // The liquid is water with all that dissolves; of x g of water pressed out, it takes its share.
                let liquid = Parts { fat_g: 0.0, protein_g: 0.0, starch_g: 0.0, fibre_g: 0.0, ..mass };
                let excess_g = mass.water_g - water_frac * mass.total_g();
                if excess_g < 0.0 || liquid.water_g <= 0.0 {
                    return Err(Cannot::Happen("it is drier than it is to be pressed.".into()));
                }
                let out = excess_g / (liquid.water_g - water_frac * liquid.total_g());
                if !(0.0..=1.0).contains(&out) {
                    return Err(Cannot::Happen("no pressing makes it as dry as that.".into()));
                }
                worked.leave(what, liquid.times(out));
                Ok(())
            }
            Self::TakeUp { gain_frac, what } => {
                let gain_g = within("What is taken up", *gain_frac, 0.0, 20.0, "g/g")? * mass.total_g();
                let there_g = worked.medium.total_g();
                if gain_g > there_g {
                    return Err(Cannot::Happen(format!(
                        "it would take up {gain_g:.0} g, but lies in only {there_g:.0} g."
                    )));
                }
                let gain =
                    if there_g > 0.0 { worked.medium.times(gain_g / there_g) } else { Parts::default() };
                worked.mass = mass.plus(&gain);
                let rest = worked.medium.minus(&gain);
                worked.medium = Parts::default();
                worked.set_aside(what, rest);
                Ok(())
            }
        }
    }
}
