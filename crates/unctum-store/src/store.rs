//! The file, its connections and its transactions.

use std::path::Path;
use std::time::Duration;

use diesel::Connection;
use diesel::connection::SimpleConnection;
use diesel::r2d2::{ConnectionManager, CustomizeConnection, Pool};
use diesel::sqlite::SqliteConnection;
use diesel_migrations::{EmbeddedMigrations, MigrationHarness, embed_migrations};

use crate::error::{Result, StoreError};

const MIGRATIONS: EmbeddedMigrations = embed_migrations!();

/// An open notebook file. Cheap to clone.
#[derive(Clone)]
pub struct Store {
    pool: Pool<ConnectionManager<SqliteConnection>>,
}

#[derive(Debug)]
struct Pragmas;

impl CustomizeConnection<SqliteConnection, diesel::r2d2::Error> for Pragmas {
    fn on_acquire(&self, connection: &mut SqliteConnection) -> std::result::Result<(), diesel::r2d2::Error> {
        // The busy timeout comes first: changing the journal mode may already have to wait.
        connection
            .batch_execute(
                "PRAGMA busy_timeout = 5000;
                 PRAGMA journal_mode = WAL;
                 PRAGMA synchronous = FULL;
                 PRAGMA foreign_keys = ON;",
            )
            .map_err(diesel::r2d2::Error::QueryError)
    }
}

impl Store {
    /// Opens the file at `path`, making it if it is not there, and brings its schema up to date.
    ///
    /// # Errors
    /// [`StoreError::Open`] when the file cannot be opened or is not ours.
    pub fn open(path: &Path) -> Result<Self> {
        let name = path.to_str().ok_or_else(|| StoreError::Open("its name is not valid text".into()))?;
        let open = |e: &dyn std::fmt::Display| StoreError::Open(e.to_string());
        // One plain connection first: the pool would try again for ten seconds what can never be opened.
        SqliteConnection::establish(name)
            .map_err(|e| open(&e))?
            .batch_execute("PRAGMA schema_version;")
            .map_err(|e| open(&e))?;
        let pool = Pool::builder()
            .max_size(8)
            .connection_timeout(Duration::from_secs(10))
            .connection_customizer(Box::new(Pragmas))
            .build(ConnectionManager::new(name))
            .map_err(|e| open(&e))?;
        let mut connection = pool.get()?;
        let connection: &mut SqliteConnection = &mut connection;
        connection.run_pending_migrations(MIGRATIONS).map_err(|e| open(&e))?;
        Ok(Self { pool })
    }

    /// Reads within one snapshot.
    ///
    /// # Errors
    /// Those of `work`, or of the database.
    pub fn read<T>(&self, work: impl FnOnce(&mut SqliteConnection) -> Result<T>) -> Result<T> {
        let mut connection = self.pool.get()?;
        let connection: &mut SqliteConnection = &mut connection;
        connection.transaction(work)
    }

    /// Writes in one immediate transaction: whole or not at all.
    ///
    /// # Errors
    /// Those of `work`, or of the database; nothing is kept then.
    pub fn write<T>(&self, work: impl FnOnce(&mut SqliteConnection) -> Result<T>) -> Result<T> {
        let mut connection = self.pool.get()?;
        let connection: &mut SqliteConnection = &mut connection;
        connection.immediate_transaction(work)
    }
}
