//! Ingredients and the larder that holds them.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result};
use crate::food::Makeup;

/// One ingredient of the catalogue.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Ingredient {
    /// Plain name.
    pub name: String,
    /// What it is made of.
    pub makeup: Makeup,
    /// Allergens it carries.
    #[serde(default)]
    pub allergens: Vec<String>,
    /// Where the figures come from.
    pub source: String,
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

    /// Checks that every makeup adds up to one.
    ///
    /// # Errors
    /// [`CoreError::BadProcess`] naming the first that does not.
    pub fn check(&self) -> Result<()> {
        for (key, ingredient) in &self.0 {
            let sum: f64 = ingredient.makeup.parts().iter().sum();
            if (sum - 1.0).abs() > 0.005 {
                return Err(CoreError::BadProcess(format!("the makeup of {key} adds up to {sum:.3}, not 1")));
            }
        }
        Ok(())
    }
}
