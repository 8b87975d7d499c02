//! The cards of the cook's own sweets, kept at hand for the search.

use std::sync::{Arc, PoisonError, RwLock};

use unctum_core::process::Card;
use unctum_store::sweet::{Stamp, cards, stamp};
use unctum_store::{Result, SqliteConnection};

/// Cards as they stood at a stamp; read anew when the stamp has changed, whoever changed it.
#[derive(Default)]
pub struct OwnShelf(RwLock<Option<(Stamp, Arc<Vec<Card>>)>>);

impl OwnShelf {
    /// The cards of all own sweets, by name.
    ///
    /// # Errors
    /// Those of the database.
    pub fn cards(&self, c: &mut SqliteConnection) -> Result<Arc<Vec<Card>>> {
        let now = stamp(c)?;
        // A shelf half written is none: it is read anew then.
        if let Some((at, kept)) = self.0.read().unwrap_or_else(PoisonError::into_inner).as_ref()
            && *at == now
        {
            return Ok(Arc::clone(kept));
        }
        let fresh = Arc::new(cards(c)?);
        *self.0.write().unwrap_or_else(PoisonError::into_inner) = Some((now, Arc::clone(&fresh)));
        Ok(fresh)
    }
}
