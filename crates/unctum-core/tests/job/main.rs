//! The job as a whole: published tables, laws that hold whatever the numbers, the catalogue, the process.
//! One program, so that the core is linked once.
#![allow(clippy::expect_used, clippy::panic, missing_docs)]

mod common;

mod batch_story;
mod catalogue;
mod effects;
mod faults;
mod formulas;
mod kitchen_and_readings;
mod laws;
mod measures;
mod pan_figures;
mod reading;
mod reference_tables;
mod search;
mod sizes;
mod times;
mod variations;
