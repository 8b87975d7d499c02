//! The cook's data in one SQLite file.
//!
//! [`Store`] opens the file, brings its schema up to date and lends connections. [`kitchen`],
//! [`batch`], [`sweet`], [`planning`], [`photo`] and [`instrument`] turn rows into core values and back. Reads see one snapshot; every write is one
//! immediate transaction, so it happens whole or not at all.

// What is reached from outside never falls over a place that is not there.
#![cfg_attr(not(test), warn(clippy::indexing_slicing))]

pub mod batch;
pub mod check;
mod document;
mod error;
pub mod file;
pub mod instrument;
pub mod kitchen;
mod kitchen_merge;
pub mod network;
pub mod photo;
pub mod place;
pub mod planning;
mod raise;
pub mod schema;
mod store;
pub mod sweet;
pub mod whole;

pub use batch::Following;
pub use diesel::sqlite::SqliteConnection;
pub use error::{Result, StoreError};
pub use store::Store;
