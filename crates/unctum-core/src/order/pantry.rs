//! What is in the cupboard and what things cost.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, holds_control, within};
use crate::food::Larder;

/// What is in the cupboard, and what a pack holds and costs.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields, default)]
pub struct Pantry {
    /// What the money is called.
    pub money: String,
    /// By ingredient.
    pub items: BTreeMap<String, PantryItem>,
}

/// An ingredient in the cupboard and in the shop.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields, default)]
pub struct PantryItem {
    /// What there is, g.
    pub have_g: f64,
    /// What was bought for what is planned and lies beside that, g.
    pub bought_g: f64,
    /// What a pack holds, g; none where it is bought loose.
    pub pack_g: Option<f64>,
    /// What a pack costs, or a kilogram of what is bought loose; none where nobody told.
    pub price: Option<f64>,
}

impl PantryItem {
    /// What a gram costs.
    #[must_use]
    pub fn price_per_g(&self) -> Option<f64> {
        Some(self.price? / self.pack_g.unwrap_or(1000.0))
    }
}

impl Pantry {
    /// # Errors
    /// Amounts and prices that nobody has; an ingredient that is unknown.
    pub fn check(&self, larder: &Larder) -> Result<()> {
        if self.money.chars().count() > 8 || holds_control(&self.money, false) {
            return Err(CoreError::Unreadable("Call the money by at most 8 letters.".into()));
        }
        for (key, item) in &self.items {
            larder.get(key)?;
            within("What is in the cupboard", item.have_g, 0.0, 1e6, "g")?;
            within("What was bought", item.bought_g, 0.0, 1e6, "g")?;
            within("What a pack holds", item.pack_g.unwrap_or(1.0), 0.1, 1e6, "g")?;
            within("The price", item.price.unwrap_or(0.0), 0.0, 1e7, "")?;
        }
        Ok(())
    }

    /// The same after these amounts were used, g; never less than nothing. What was bought is used last.
    #[must_use]
    pub fn after<'a>(mut self, used: impl IntoIterator<Item = (&'a str, f64)>) -> Self {
        for (key, used_g) in used {
            if let Some(item) = self.items.get_mut(key) {
                item.bought_g -= (used_g - item.have_g).clamp(0.0, item.bought_g);
                item.have_g = (item.have_g - used_g).max(0.0);
            }
        }
        self
    }
}
