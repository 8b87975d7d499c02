//! What can go wrong between the cook and her file.

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
    /// The core refused.
    #[error(transparent)]
    Core(#[from] CoreError),
    /// The database refused.
    #[error("The notebook file could not be read or written. Check that the disk has room, then try again.")]
    Database(#[from] diesel::result::Error),
    /// No connection could be had.
    #[error("The notebook file is busy. Try again in a moment.")]
    Pool(#[from] diesel::r2d2::PoolError),
    /// The file could not be opened or brought up to date.
    #[error("The notebook file could not be opened: {0}")]
    Open(String),
    /// A row holds what the core cannot read.
    #[error("An entry of the notebook cannot be read: {0}")]
    Corrupt(#[from] serde_json::Error),
}
