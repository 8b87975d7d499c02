//! The program over the network, on a real SQLite file. One program, so that the server is linked once.
#![allow(clippy::expect_used, clippy::panic, missing_docs)]

mod common;

mod after_pan;
mod bad_input;
mod batches;
mod contracts;
mod copies;
mod day;
mod exchange;
mod instruments;
mod kitchen;
mod network;
mod notebook;
mod orders;
mod questions;
mod spellings;
mod starts;
mod sweets;
mod whole_stove;
