//! What can go wrong between the cook and her file.

use diesel::result::Error as Refused;
use thiserror::Error;
use unctum_core::CoreError;

/// Result of a store call.
pub type Result<T> = std::result::Result<T, StoreError>;

/// A refusal or a fault.
#[derive(Debug, Error)]
pub enum StoreError {
    /// The row asked for is not there.
    #[error("There is no {what} number {id}. It may have been removed; go back to the list.")]
    NotFound {
        /// What was looked for.
        what: &'static str,
        /// Its number.
        id: i32,
    },
    /// Somebody else saved in between.
    #[error(
        "This {what} was changed in the meantime: it stands at version {now}, you had version {had}. Nothing of yours was lost: look at the other change, then save again."
    )]
    Changed {
        /// What was to be saved.
        what: &'static str,
        /// The version it was read at.
        had: i32,
        /// The version it stands at.
        now: i32,
    },
    /// Somebody else changed the same parts of the kitchen in between.
    #[error(
        "In the meantime somebody changed {parts} too. Nothing was lost: keep yours, or leave yours and take over what stands there now."
    )]
    BothChanged {
        /// The parts, in her words.
        parts: String,
    },
    /// An entry carries the name of one in another batch.
    #[error("This entry already stands in another batch. Look at the batch again, then enter it there.")]
    EntryElsewhere,
    /// The core refused.
    #[error(transparent)]
    Core(#[from] CoreError),
    /// The file may be read but not written.
    #[error(
        "The notebook file may only be read, so nothing was written. Give the file and its folder back to the user who runs Unctum, then try again."
    )]
    ReadOnly,
    /// Another file stands where the notebook was, or none.
    #[error(
        "The notebook file was moved, deleted or replaced while Unctum runs, so nothing was written: it would be lost. Put the file back where it was, or stop Unctum and start it again."
    )]
    Moved,
    /// Another program holds the file.
    #[error(
        "Another program holds the notebook file, so nothing was written. Close it there (a copy program, a second Unctum), then try again."
    )]
    Locked,
    /// No room is left.
    #[error("The disk is full, so nothing was written. Make room on it, then try again.")]
    Full,
    /// What stands in the file is no longer a database.
    #[error(
        "The notebook file is damaged or was overwritten. Stop Unctum, keep the file, and bring the newest copy back: unctum restore FILE."
    )]
    Damaged,
    /// The disk itself failed.
    #[error(
        "The disk did not read or write the notebook file. Check the disk and its cable before you go on."
    )]
    Disk,
    /// The database refused.
    #[error("The notebook file did not take that. Nothing was changed; please try once more.")]
    Database(#[source] Refused),
    /// No connection could be had.
    #[error("The notebook file is busy. Try again in a moment.")]
    Pool(#[from] diesel::r2d2::PoolError),
    /// The file is another program's.
    #[error("This file is no notebook of Unctum, so it was left as it is. Name another file.")]
    NotOurs,
    /// The file was written by a newer program.
    #[error(
        "This notebook was written by a newer Unctum (its form is {theirs}, this program knows {ours}), so it was left as it is. Start the newer program."
    )]
    Newer {
        /// The file's form.
        theirs: i32,
        /// The newest form that this program knows.
        ours: i32,
    },
    /// The file could not be opened or brought up to date.
    #[error("The notebook file could not be opened: {0}")]
    Open(String),
    /// A row holds what the core cannot read.
    #[error(
        "An entry of the notebook cannot be read: {0}. The rest is as it was; unctum check names the entry."
    )]
    Corrupt(#[from] serde_json::Error),
}

impl From<std::io::Error> for StoreError {
    fn from(error: std::io::Error) -> Self {
        match error.kind() {
            std::io::ErrorKind::StorageFull | std::io::ErrorKind::QuotaExceeded => Self::Full,
            _ => Self::Open(error.to_string()),
        }
    }
}

impl From<Refused> for StoreError {
    fn from(refused: Refused) -> Self {
        let Refused::DatabaseError(_, info) = &refused else { return Self::Database(refused) };
        // The words are SQLite's own for its result codes.
        let words = info.message();
        let says = |part: &str| words.contains(part);
        if says("readonly database") {
            Self::ReadOnly
        } else if says("is locked") {
            Self::Locked
        } else if says("is full") {
            Self::Full
        } else if says("not a database") || says("malformed") {
            Self::Damaged
        } else if says("disk I/O error") || says("unable to open database file") {
            Self::Disk
        } else {
            Self::Database(refused)
        }
    }
}
