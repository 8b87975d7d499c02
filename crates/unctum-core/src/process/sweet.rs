//! Sweets and their methods as they stand in the catalogue or in the cook's own book.

use std::collections::{BTreeMap, BTreeSet};

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result};
use crate::food::by_hand::Measured;
use crate::food::{Composition, Diet, Larder};
use crate::process::kind::StepKind;
use crate::process::step::{Purpose, Step};

/// What kind of sweet it is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Family {
    /// Sheets and slabs bound by a syrup.
    SyrupBound,
    /// Masses cooked in one pan.
    OnePan,
    /// Ladoos of roasted flour.
    Roasted,
    /// Bound with jaggery.
    Jaggery,
    /// Fried, then soaked.
    FriedSoaked,
    /// Of fresh curd.
    Chhena,
    /// Eaten with a spoon.
    Spooned,
    /// Filled and fried.
    Filled,
    /// To spread.
    Spread,
    /// Made for use in others.
    Component,
}

/// What it ends up as, and how the pieces are counted.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
pub enum Shape {
    /// A sheet or slab, cut.
    Slab {
        /// Thickness, mm.
        thickness_mm: f64,
        /// Area of one piece, cm².
        piece_cm2: f64,
        /// Share of its volume that is air, 0–0.6.
        #[serde(default)]
        air_frac: f64,
        /// Minutes below 50 °C that its crystals or its gel take to hold.
        #[serde(default, skip_serializing_if = "is_nothing")]
        holds_after_min: f64,
    },
    /// Balls, formed by hand.
    Balls {
        /// Mass of one when finished, g.
        piece_g: f64,
        /// Share of its volume that is air, 0–0.6.
        #[serde(default)]
        air_frac: f64,
    },
    /// Other pieces.
    Pieces {
        /// Mass of one when finished, g.
        piece_g: f64,
    },
    /// Helpings.
    Spooned {
        /// Mass of one, g.
        piece_g: f64,
    },
    /// Used by weight.
    Loose,
}

fn is_nothing(minutes: &f64) -> bool {
    *minutes <= 0.0
}

/// How long it keeps.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Keeping {
    /// Days in a cool dry room, in a closed box; 0 if it must be cold.
    pub room_days: f64,
    /// Days in a refrigerator.
    pub cold_days: f64,
    /// Why, and what to watch.
    pub note: String,
}

/// Amounts told in equal measures of one cup.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct EqualMeasures {
    /// The cup that the amounts in the steps were worked out for, ml.
    pub cup_ml: f64,
    /// Cups of each ingredient.
    pub cups: BTreeMap<String, f64>,
}

/// What goes wrong, and what to do.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Mistake {
    /// What is seen.
    pub sign: String,
    /// Where it comes from.
    pub cause: String,
    /// What to do now.
    pub now: String,
    /// What to do next time.
    pub next_time: String,
}

/// A way of making a sweet.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Method {
    /// Key within the sweet.
    pub key: String,
    /// Name of the school.
    pub name: String,
    /// What is particular about it.
    #[serde(default)]
    pub about: String,
    /// How hard it is: 1 for a first try, 2, 3.
    pub level: u8,
    /// Whether it can be judged without thermometer and scale.
    #[serde(default)]
    pub instrument_free: bool,
    /// What the finished sweet is to be made of; what is not named is not aimed at.
    #[serde(default)]
    pub aims: Composition,
    /// What it ends up as.
    pub shape: Shape,
    /// Ingredients whose amount carries the set, not only the taste.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub structure: Vec<String>,
    /// Equal measures, if it is told in them.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub equal_measures: Option<EqualMeasures>,
    /// How long it keeps.
    pub keeping: Keeping,
    /// The steps.
    pub steps: Vec<Step>,
}

/// A sweet of the catalogue or of the cook's own.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Sweet {
    /// Key in the catalogue; given by the program to an own sweet.
    #[serde(default)]
    pub key: String,
    /// Plain name.
    pub name: String,
    /// Other names.
    #[serde(default)]
    pub aliases: Vec<String>,
    /// Its family.
    pub family: Family,
    /// One sentence about it.
    pub about: String,
    /// The ingredient that it makes, if it is a component.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub makes: Option<String>,
    /// What goes wrong, and what to do.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub mistakes: Vec<Mistake>,
    /// Ways of making it.
    pub methods: Vec<Method>,
}

impl Sweet {
    /// One of which nothing is known yet.
    #[must_use]
    pub fn unnamed() -> Self {
        Self {
            key: String::new(),
            name: String::new(),
            aliases: Vec::new(),
            family: Family::OnePan,
            about: String::new(),
            makes: None,
            mistakes: Vec::new(),
            methods: Vec::new(),
        }
    }

    /// The method of a key, or the first.
    ///
    /// # Errors
    /// [`CoreError::Unknown`].
    pub fn method(&self, key: Option<&str>) -> Result<&Method> {
        match key {
            None => self.methods.first().ok_or_else(|| CoreError::BadSweet("it has no steps.".into())),
            Some(key) => self
                .methods
                .iter()
                .find(|m| m.key == key)
                .ok_or_else(|| CoreError::Unknown { kind: "method", name: key.to_owned() }),
        }
    }
}

/// An ingredient with everything that is asked of it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Line {
    /// Key in the larder.
    pub ingredient: String,
    /// Name.
    pub name: String,
    /// Amount, g.
    pub mass_g: f64,
    /// The same in her own measures, where that was asked for.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub measured: Option<Measured>,
}

/// What makes a sweet sweet: the first of its ingredients that is sugar or jaggery.
#[must_use]
pub fn sweetener(lines: &[Line]) -> Option<&Line> {
    lines.iter().find(|l| l.ingredient.contains("sugar") || l.ingredient.contains("jaggery"))
}

impl Method {
    /// Total of each ingredient, in the order in which they are first needed; what only greases comes last.
    ///
    /// # Errors
    /// [`CoreError::Unknown`].
    pub fn lines(&self, larder: &Larder) -> Result<Vec<Line>> {
        let mut lines: Vec<Line> = Vec::new();
        let entries = |greasing: bool| {
            let all = self.steps.iter().flat_map(|s| &s.inputs);
            all.filter(move |e| (e.purpose == Purpose::Greasing) == greasing)
        };
        for entry in entries(false).chain(entries(true)) {
            match lines.iter_mut().find(|l| l.ingredient == entry.ingredient) {
                Some(line) => line.mass_g += entry.amount_g,
                None => lines.push(Line {
                    ingredient: entry.ingredient.clone(),
                    name: larder.get(&entry.ingredient)?.name.clone(),
                    mass_g: entry.amount_g,
                    measured: None,
                }),
            }
        }
        Ok(lines)
    }

    /// The same method with every amount multiplied, except the fat to fry in and to grease with: the
    /// pot and the tray stay what they are.
    #[must_use]
    pub fn scaled(&self, factor: f64) -> Self {
        let mut scaled = self.clone();
        for entry in scaled.steps.iter_mut().flat_map(|s| &mut s.inputs) {
            if !entry.purpose.stays() {
                entry.amount_g *= factor;
            }
        }
        scaled
    }

    /// The ingredient that a cook starts from: the heaviest of the mass, water aside.
    ///
    /// # Errors
    /// [`CoreError::Unknown`]; [`CoreError::NoAmounts`] if nothing but water goes in.
    pub fn base(&self, larder: &Larder) -> Result<Line> {
        let entries = || self.steps.iter().flat_map(|s| &s.inputs).filter(|e| e.purpose.is_mass());
        let mass_g = |key: &str| entries().filter(|e| e.ingredient == key).map(|e| e.amount_g).sum::<f64>();
        let heaviest = entries()
            .map(|e| e.ingredient.as_str())
            .filter(|key| *key != "water")
            .max_by(|a, b| mass_g(a).total_cmp(&mass_g(b)).then(b.cmp(a)));
        let key = heaviest.ok_or(CoreError::NoAmounts)?;
        Ok(Line {
            ingredient: key.into(),
            name: larder.get(key)?.name.clone(),
            mass_g: mass_g(key),
            measured: None,
        })
    }

    /// Allergens in it, and who can eat it.
    ///
    /// # Errors
    /// [`CoreError::Unknown`].
    pub fn eaters(&self, larder: &Larder) -> Result<(Vec<String>, Diet)> {
        let mut allergens = BTreeSet::new();
        let mut diet = Diet::Vegan;
        for entry in self.steps.iter().flat_map(|s| &s.inputs) {
            let ingredient = larder.get(&entry.ingredient)?;
            allergens.extend(ingredient.allergens.iter().cloned());
            diet = diet.max(ingredient.diet);
        }
        Ok((allergens.into_iter().collect(), diet))
    }

    /// Whether it is rolled out to a sheet instead of being poured.
    #[must_use]
    pub fn is_rolled(&self) -> bool {
        self.steps.iter().any(|s| s.kind == StepKind::Roll)
    }

    /// The first step that boils a syrup to a stage.
    #[must_use]
    pub fn boil_step(&self) -> Option<&Step> {
        self.steps.iter().find(|s| s.stage().is_some())
    }
}
