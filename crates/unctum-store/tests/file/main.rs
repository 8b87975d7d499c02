//! The notebook file on disk: what it keeps, what it refuses.
#![allow(clippy::expect_used, clippy::panic, missing_docs)]

mod broken_off;
mod common;
mod earlier;
mod file;
mod notebook;
mod shelf;
mod sweets;
