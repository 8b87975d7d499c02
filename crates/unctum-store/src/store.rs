//! The file, its connections and its transactions.

use std::path::{Path, PathBuf};
use std::sync::Arc;
use std::time::Duration;

use diesel::connection::SimpleConnection;
use diesel::r2d2::{ConnectionManager, CustomizeConnection, Pool};
use diesel::sqlite::SqliteConnection;
use diesel::{Connection, RunQueryDsl};
use diesel_migrations::{EmbeddedMigrations, MigrationHarness, embed_migrations};

use crate::error::{Result, StoreError};
use crate::file::{self, Kind};
use crate::place::Making;

const MIGRATIONS: EmbeddedMigrations = embed_migrations!();

/// An open notebook file. Cheap to clone.
#[derive(Clone)]
pub struct Store {
    pool: Pool<ConnectionManager<SqliteConnection>>,
    path: Arc<PathBuf>,
    opened: Option<file::Identity>,
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

/// Brings the schema up to date, and says in the head of the file that it is.
fn bring_up_to_date(c: &mut SqliteConnection) -> Result<()> {
    c.run_pending_migrations(MIGRATIONS).map_err(|e| StoreError::Open(e.to_string()))?;
    c.immediate_transaction(|c| {
        crate::batch::settle(c)?;
        Ok(c.batch_execute(&file::mark())?)
    })
}

/// Makes an empty notebook, whole before it stands at its path.
fn made(path: &Path) -> Result<Kind> {
    let making = Making::folder_at(path)?;
    let (fresh, open) = (making.file(), |e: &dyn std::fmt::Display| StoreError::Open(e.to_string()));
    file::make_private(&fresh).map_err(|e| open(&e))?;
    let name = fresh.to_str().ok_or_else(|| open(&"its name is not valid text"))?;
    let mut c = SqliteConnection::establish(name).map_err(|e| open(&e))?;
    bring_up_to_date(&mut c)?;
    drop(c);
    making.put_in_place()?;
    file::kind(path)
}

impl Store {
    /// Opens the file at `path`, making it if it is not there, and brings its schema up to date; before that, a
    /// copy of it as it was is laid beside it. A file that is not ours, or a newer program's, is not written to.
    ///
    /// # Errors
    /// [`StoreError::NotOurs`], [`StoreError::Newer`]; [`StoreError::Open`] when it cannot be opened.
    pub fn open(path: &Path) -> Result<Self> {
        let name = path.to_str().ok_or_else(|| StoreError::Open("its name is not valid text".into()))?;
        let open = |e: &dyn std::fmt::Display| StoreError::Open(e.to_string());
        let kind = match file::kind(path)? {
            Kind::Missing => made(path)?,
            other => other,
        };
        if let Kind::Ours { form } = kind {
            file::keep_private(path);
            if form < file::FORM {
                file::copy_before_upgrade(path, form)?;
            }
        }
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
        let store = Self { pool, path: Arc::new(path.to_owned()), opened: file::identity(path) };
        if kind != (Kind::Ours { form: file::FORM }) {
            let mut connection = store.pool.get()?;
            bring_up_to_date(&mut connection)?;
        }
        Ok(store)
    }

    /// Where the file is.
    #[must_use]
    pub fn path(&self) -> &Path {
        &self.path
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
    /// [`StoreError::Moved`]; those of `work`, or of the database. Nothing is kept then.
    pub fn write<T>(&self, work: impl FnOnce(&mut SqliteConnection) -> Result<T>) -> Result<T> {
        let mut connection = self.pool.get()?;
        let connection: &mut SqliteConnection = &mut connection;
        connection.immediate_transaction(|c| {
            let done = work(c)?;
            // What goes into a file without a name is gone with the program, however whole it is.
            self.stands()?;
            Ok(done)
        })
    }

    /// Whether the file that was opened still stands at its path.
    ///
    /// # Errors
    /// [`StoreError::Moved`].
    pub fn stands(&self) -> Result<()> {
        if file::identity(&self.path) == self.opened { Ok(()) } else { Err(StoreError::Moved) }
    }

    /// Writes a copy of the notebook as it stands to a new file, while others go on reading and writing.
    ///
    /// # Errors
    /// [`StoreError::Open`] when there already is such a file or it cannot be written; those of the database.
    pub fn copy_to(&self, copy: &Path) -> Result<()> {
        let mut connection = self.pool.get()?;
        file::copy(&mut connection, copy)
    }

    /// Brings everything from the write-ahead log into the file, so that the file alone is the notebook. For the
    /// end of a program, when nobody writes any more.
    ///
    /// # Errors
    /// Those of the database.
    pub fn close(&self) -> Result<()> {
        let mut connection = self.pool.get()?;
        let connection: &mut SqliteConnection = &mut connection;
        diesel::sql_query("PRAGMA wal_checkpoint(TRUNCATE)").execute(connection)?;
        Ok(())
    }
}
