//! Cards kept at hand for the search: those of the catalogue as they are in her kitchen, those of the cook's
//! own sweets as they were saved.

use std::collections::HashMap;
use std::sync::{Arc, Mutex, PoisonError, RwLock};

use unctum_core::course::Tools;
use unctum_core::kitchen::{KitchenDocument, Wished};
use unctum_core::process::Sweet;
use unctum_core::shelf::Card;
use unctum_core::variation::{Offer, offers};
use unctum_store::sweet::{Stamp, cards, stamp};
use unctum_store::{Result, SqliteConnection, kitchen};

use crate::catalogue::Catalogue;

/// Cards as they stood at a mark; read anew when the mark has changed, whoever changed it.
struct Shelf<M>(RwLock<Option<(M, Arc<Vec<Card>>)>>);

impl<M> Default for Shelf<M> {
    fn default() -> Self {
        Self(RwLock::default())
    }
}

impl<M: PartialEq> Shelf<M> {
    fn at(&self, now: M, fresh: impl FnOnce() -> Result<Vec<Card>>) -> Result<Arc<Vec<Card>>> {
        // A shelf half written is none: it is read anew then.
        if let Some((at, kept)) = self.0.read().unwrap_or_else(PoisonError::into_inner).as_ref()
            && *at == now
        {
            return Ok(Arc::clone(kept));
        }
        let fresh = Arc::new(fresh()?);
        *self.0.write().unwrap_or_else(PoisonError::into_inner) = Some((now, Arc::clone(&fresh)));
        Ok(fresh)
    }
}

/// Cards of the cook's own sweets, by the stamp of what is saved.
#[derive(Default)]
pub struct OwnShelf(Shelf<Stamp>);

impl OwnShelf {
    /// The cards of all own sweets, by name.
    ///
    /// # Errors
    /// Those of the database.
    pub fn cards(&self, catalogue: &Catalogue, c: &mut SqliteConnection) -> Result<Arc<Vec<Card>>> {
        self.0.at(stamp(c)?, || cards(c, &catalogue.larder))
    }
}

/// Cards of the catalogue as they are in a kitchen, by its version: its air and its ring decide the times.
#[derive(Default)]
pub struct CatalogueShelf(Shelf<i32>);

impl CatalogueShelf {
    /// The cards of the catalogue in the kitchen as it stands.
    ///
    /// # Errors
    /// Those of the database.
    pub fn cards(&self, catalogue: &Catalogue, c: &mut SqliteConnection) -> Result<Arc<Vec<Card>>> {
        self.0.at(kitchen::version(c)?, || in_kitchen(catalogue, &kitchen::load(c)?))
    }
}

/// Sweets whose offers are kept at most.
const MOST_KEPT: usize = 256;

/// A sweet as it was saved: its key, and its version if it is her own.
type Saved = (String, Option<i32>);
/// Offers of its methods in their order.
type OfMethods = Arc<Vec<Vec<Offer>>>;

/// What may be changed about each sweet, in a kitchen of some version. To find out which changes work out takes a tenth
/// of a second of a core, and the answer is the same until the kitchen or the sweet changes.
#[derive(Default)]
pub struct OffersKept(Mutex<(i32, HashMap<Saved, OfMethods>)>);

impl OffersKept {
    /// The offers of the methods of a sweet that is called by `saved`.
    ///
    /// # Errors
    /// Those of the room.
    pub fn of(
        &self,
        (saved, sweet): (Saved, &Sweet),
        (kitchen, kitchen_version): (&KitchenDocument, i32),
        catalogue: &Catalogue,
    ) -> unctum_core::Result<OfMethods> {
        {
            let mut kept = self.0.lock().unwrap_or_else(PoisonError::into_inner);
            if kept.0 != kitchen_version || kept.1.len() > MOST_KEPT {
                *kept = (kitchen_version, HashMap::new());
            }
            if let Some(offers) = kept.1.get(&saved) {
                return Ok(Arc::clone(offers));
            }
        }
        let book = catalogue.book(kitchen)?;
        let fresh = Arc::new(sweet.methods.iter().map(|m| offers(m, &book)).collect::<Vec<_>>());
        let mut kept = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        if kept.0 == kitchen_version {
            kept.1.insert(saved, Arc::clone(&fresh));
        }
        Ok(fresh)
    }
}

fn in_kitchen(catalogue: &Catalogue, kitchen: &KitchenDocument) -> Result<Vec<Card>> {
    let (book, usual) = (catalogue.book(kitchen)?, Tools::of(&kitchen.pick(Wished::default())?));
    let cards = catalogue.sweets.iter().map(|s| Card::of(s, false, &book, Some(&usual)));
    Ok(cards.collect::<unctum_core::Result<_>>()?)
}
