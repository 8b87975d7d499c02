//! What every route shares.

use std::sync::Arc;
use std::sync::atomic::{AtomicU64, Ordering};

use rocket::tokio::sync::{Mutex, Semaphore};
use rocket::tokio::task::spawn_blocking;
use unctum_store::{Following, SqliteConnection, Store};

use crate::catalogue::Catalogue;
use crate::changes::{Change, Changes};
use crate::clock::Clock;
use crate::copy_trouble::CopyTrouble;
use crate::gateway::Gateway;
use crate::intake::Budgets;
use crate::planning::Planning;
use crate::problem::{Answer, Problem};
use crate::shelves::{CatalogueShelf, OffersKept, OwnShelf};

/// Shared state. Cheap to clone.
#[derive(Clone)]
pub struct App {
    /// The notebook file.
    pub store: Store,
    /// The batches that are looked at, with their logs taken in.
    pub following: Following,
    /// Whose turn it is to write: first come, first served, instead of many waiting for the file.
    pub writers: Arc<Mutex<()>>,
    /// How often something was written: what is kept in memory of the notebook is right while that is the same.
    pub writes: Arc<AtomicU64>,
    /// How many things may be worked out at once.
    pub working: Arc<Semaphore>,
    /// Whose photograph is being unpacked.
    pub unpacking: Arc<Mutex<()>>,
    /// The time.
    pub clock: Arc<Clock>,
    /// What ships with the program.
    pub catalogue: Arc<Catalogue>,
    /// The catalogue in brief, as it is in her kitchen.
    pub catalogue_shelf: Arc<CatalogueShelf>,
    /// What may be changed about a sweet, as it is in her kitchen.
    pub offers: Arc<OffersKept>,
    /// The cook's own sweets in brief.
    pub own_shelf: Arc<OwnShelf>,
    /// What keeps today's copy from being made.
    pub copy_trouble: Arc<CopyTrouble>,
    /// Whose turn it is to plan.
    pub planning: Arc<Planning>,
    /// Who comes in.
    pub gateway: Arc<Gateway>,
    /// How many readings each instrument may still send.
    pub budgets: Arc<Budgets>,
    /// Changes, to everyone who listens.
    pub changes: Arc<Changes>,
}

impl App {
    /// Reads from the store without blocking the server.
    ///
    /// # Errors
    /// Those of `work`.
    pub async fn read<T: Send + 'static>(
        &self,
        work: impl FnOnce(&mut SqliteConnection) -> unctum_store::Result<T> + Send + 'static,
    ) -> Answer<T> {
        let store = self.store.clone();
        Ok(spawn_blocking(move || store.read(work)).await.map_err(|_| Problem::broken())??)
    }

    /// Writes to the store in one transaction without blocking the server.
    ///
    /// # Errors
    /// Those of `work`; nothing is kept then.
    pub async fn write<T: Send + 'static>(
        &self,
        work: impl FnOnce(&mut SqliteConnection) -> unctum_store::Result<T> + Send + 'static,
    ) -> Answer<T> {
        let store = self.store.clone();
        let _turn = self.writers.lock().await;
        let written = spawn_blocking(move || store.write(work)).await;
        self.writes.fetch_add(1, Ordering::SeqCst);
        Ok(written.map_err(|_| Problem::broken())??)
    }

    /// Looks at what was read from the store, without holding one of its connections: whoever writes meanwhile need not
    /// wait for a look.
    ///
    /// # Errors
    /// A look that broke off.
    pub async fn looks<T: Send + 'static>(&self, look: impl FnOnce() -> T + Send + 'static) -> Answer<T> {
        spawn_blocking(look).await.map_err(|_| Problem::broken())
    }

    /// Works something out beside the server, a few at a time: whoever asks for a stove or for health is not kept waiting.
    ///
    /// # Errors
    /// Those of `work`.
    pub async fn works_out<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Self) -> Answer<T> + Send + 'static,
    ) -> Answer<T> {
        let turn = Arc::clone(&self.working).acquire_owned().await.map_err(|_| Problem::broken())?;
        let app = self.clone();
        let done = spawn_blocking(move || {
            let done = work(&app);
            drop(turn);
            done
        });
        done.await.map_err(|_| Problem::broken())?
    }

    /// Tells everyone who listens.
    pub fn tell(&self, change: Change) {
        self.changes.tell(change);
    }
}
