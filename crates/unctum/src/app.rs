//! What every route shares.

use std::sync::Arc;

use rocket::tokio::sync::broadcast;
use rocket::tokio::task::spawn_blocking;
use serde::Serialize;
use unctum_store::{SqliteConnection, Store};
use utoipa::ToSchema;

use crate::catalogue::Catalogue;
use crate::clock::Clock;

use crate::problem::{Answer, Problem};
use crate::shelves::{CatalogueShelf, OwnShelf};

/// Something changed that a screen may show.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum Change {
    /// A batch.
    Batch {
        /// Its number.
        id: i32,
    },
    /// An own sweet.
    Sweet {
        /// Its number.
        id: i32,
    },
    /// The kitchen.
    Kitchen,
    /// The simulated clock was moved.
    Clock,
}

/// Shared state.
pub struct App {
    /// The notebook file.
    pub store: Store,
    /// The time.
    pub clock: Clock,
    /// What ships with the program.
    pub catalogue: Arc<Catalogue>,
    /// The catalogue in brief, as it is in her kitchen.
    pub catalogue_shelf: Arc<CatalogueShelf>,
    /// The cook's own sweets in brief.
    pub own_shelf: Arc<OwnShelf>,
    /// Changes, to everyone who listens.
    pub changes: broadcast::Sender<Change>,
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
        Ok(spawn_blocking(move || store.write(work)).await.map_err(|_| Problem::broken())??)
    }

    /// Tells everyone who listens.
    pub fn tell(&self, change: Change) {
        // Nobody listening is not an error.
        let _ = self.changes.send(change);
    }
}
