//! Ingredients and the larder that holds them.

use std::collections::{BTreeMap, BTreeSet};

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::food::composition::Composition;
use crate::food::fat::FatKind;
use crate::food::spoils::Spoils;

/// Where an ingredient stands on the shelf.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ShelfKind {
    /// Sugars and syrups.
    Sugar,
    /// Jaggeries.
    Jaggery,
    /// Fats and oils.
    Fat,
    /// Flours and starches.
    Flour,
    /// Pulses.
    Pulse,
    /// Grains.
    Grain,
    /// Nuts and seeds.
    Nut,
    /// Milk and what is made from it.
    Dairy,
    /// Coconut.
    Coconut,
    /// Eggs.
    Egg,
    /// Fruit and vegetables, fresh or dried.
    Fruit,
    /// Spices and flavourings.
    Spice,
    /// Acids and raising agents.
    Acid,
    /// Colours and leaf.
    Colour,
    /// Water.
    Water,
}

/// Mass of a level volume.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct BulkDensity {
    /// Grams in a millilitre.
    pub g_per_ml: f64,
    /// Standard deviation from hand to hand, as a share of it.
    #[serde(default = "usual_hand")]
    pub sd_frac: f64,
}

fn usual_hand() -> f64 {
    0.06
}

/// Mass of one piece.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct PieceMass {
    /// Grams of the part that is used.
    pub mass_g: f64,
    /// Standard deviation from piece to piece, g.
    pub sd_g: f64,
}

/// Who can eat it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Diet {
    /// Nothing from animals.
    Vegan,
    /// Milk, but nothing an animal died for.
    Vegetarian,
    /// Egg.
    WithEgg,
    /// From an animal that died for it.
    FromAnimals,
}

/// One ingredient of the catalogue.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Ingredient {
    /// Plain name.
    pub name: String,
    /// What it is called elsewhere.
    #[serde(default)]
    pub aliases: Vec<String>,
    /// Where it stands.
    pub shelf: ShelfKind,
    /// What it is made of.
    pub composition: Composition,
    /// How heavy a level volume is, by state: `level`, `sifted`, `packed`, `whole`, `ground`,
    /// `grated`, `chopped`, `liquid`.
    pub densities: BTreeMap<String, BulkDensity>,
    /// The state it is usually measured in.
    pub usual_state: String,
    /// Things it is counted in: pod, clove, cube, egg.
    #[serde(default)]
    pub pieces: BTreeMap<String, PieceMass>,
    /// Allergens it carries.
    #[serde(default)]
    pub allergens: Vec<String>,
    /// Who can eat it.
    pub diet: Diet,
    /// Whether it is made from sugar cane, or with sugar from it.
    #[serde(default)]
    pub from_cane: bool,
    /// Share of its fat that is free to flow, 0–1.
    #[serde(default)]
    pub free_fat_frac: f64,
    /// Water its solids hold, g for each g of them.
    #[serde(default)]
    pub holds_water_g_per_g: f64,
    /// What its free fat is, as far as it sets.
    #[serde(default)]
    pub fat: FatKind,
    /// What in it spoils before its water says so.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub spoils: Option<Spoils>,
    /// The most of it that a kilogram of a finished sweet should hold, g, where too much of it does harm; a careful figure,
    /// local rules come first.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub most_g_per_kg: Option<f64>,
    /// Where the figures come from.
    pub source: String,
}

impl Ingredient {
    /// The density in a state, or in the usual one.
    ///
    /// # Errors
    /// [`CoreError::Unknown`] for a state it is not known in.
    pub fn density(&self, state: Option<&str>) -> Result<BulkDensity> {
        let state = state.unwrap_or(&self.usual_state);
        self.densities
            .get(state)
            .copied()
            .ok_or_else(|| CoreError::Unknown { kind: "state of this ingredient", name: state.to_owned() })
    }

    /// Grams in a millilitre of what is poured; none for what is not.
    #[must_use]
    pub fn poured_g_per_ml(&self) -> Option<f64> {
        (self.usual_state == "liquid").then_some(())?;
        Some(self.density(None).ok()?.g_per_ml)
    }

    /// How sweet it is against the same mass of sugar; milk sugar counts a fifth.
    #[must_use]
    pub fn sweetness(&self) -> f64 {
        let c = &self.composition;
        c.sucrose_frac + c.reducing_frac + 0.2 * c.lactose_frac
    }

    fn check(&self, key: &str) -> Result<()> {
        let fault = |words: String| CoreError::BadCatalogue(format!("{key}: {words}"));
        let parts = self.composition.to_array();
        let sum: f64 = parts.iter().sum();
        if (sum - 1.0).abs() > 0.005 || parts.iter().any(|p| !(0.0..=1.0).contains(p)) {
            return Err(fault(format!("its composition adds up to {sum:.3}, not 1.")));
        }
        self.density(None).map_err(|_| fault("its usual state has no density.".into()))?;
        for density in self.densities.values() {
            within("A bulk density", density.g_per_ml, 0.005, 2.0, "g/ml")?;
            within("The spread of a density", density.sd_frac, 0.0, 0.5, "(fraction)")?;
        }
        for piece in self.pieces.values() {
            within("The mass of a piece", piece.mass_g, 0.001, 5000.0, "g")?;
            within("The spread of a piece", piece.sd_g, 0.0, piece.mass_g, "g")?;
        }
        within("The free fat", self.free_fat_frac, 0.0, 1.0, "(fraction)")?;
        within("The water held", self.holds_water_g_per_g, 0.0, 5.0, "g/g")?;
        if self.source.trim().is_empty() || self.name.trim().is_empty() {
            return Err(fault("it has no name or no source.".into()));
        }
        Ok(())
    }
}

/// All ingredients by key.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(transparent)]
pub struct Larder(pub BTreeMap<String, Ingredient>);

impl Larder {
    /// The ingredient of a key.
    ///
    /// # Errors
    /// [`CoreError::Unknown`].
    pub fn get(&self, key: &str) -> Result<&Ingredient> {
        self.0.get(key).ok_or_else(|| CoreError::Unknown { kind: "ingredient", name: key.to_owned() })
    }

    /// All allergens that anything in it carries, in the order of the alphabet.
    #[must_use]
    pub fn allergens(&self) -> Vec<String> {
        let all: BTreeSet<&String> = self.0.values().flat_map(|i| &i.allergens).collect();
        all.into_iter().cloned().collect()
    }

    /// Checks every ingredient.
    ///
    /// # Errors
    /// The first fault found, with the key.
    pub fn check(&self) -> Result<()> {
        self.0.iter().try_for_each(|(key, ingredient)| ingredient.check(key))
    }

    /// The ingredient that a cook's words name: the longest name or alias found in them, singular or
    /// plural, whatever their case.
    #[must_use]
    pub fn named(&self, words: &str) -> Option<(&str, &Ingredient)> {
        let words = plain(words);
        self.0
            .iter()
            .flat_map(|(key, i)| {
                std::iter::once(&i.name).chain(&i.aliases).map(move |name| (key, i, plain(name)))
            })
            .filter(|(_, _, name)| format!(" {words} ").contains(&format!(" {name} ")))
            .max_by_key(|(key, _, name)| (name.len(), std::cmp::Reverse(*key)))
            .map(|(key, i, _)| (key.as_str(), i))
    }
}

/// Words in small letters, without marks and plural endings.
#[must_use]
pub fn plain(words: &str) -> String {
    let letters: String =
        words.chars().map(|c| if c.is_alphanumeric() { c.to_ascii_lowercase() } else { ' ' }).collect();
    letters
        .split_whitespace()
        .map(|word| match word {
            w if w.len() > 4 && w.ends_with("ies") => format!("{}y", &w[..w.len() - 3]),
            w if w.len() > 2 && w.ends_with('s') && !w.ends_with("ss") => w[..w.len() - 1].to_owned(),
            w => w.to_owned(),
        })
        .collect::<Vec<_>>()
        .join(" ")
}
