//! The notebook file on disk: what it keeps, what it refuses.
#![allow(clippy::expect_used, missing_docs)]

mod notebook;
mod sweets;
