//! The job as a whole: published tables, laws that hold whatever the numbers, the catalogue, the process.
//! One program, so that the core is linked once.
#![allow(clippy::expect_used, clippy::panic, missing_docs)]

mod common;

mod batch_story;
mod belief;
mod calls;
mod catalogue;
mod cautions;
mod courses;
mod craft;
mod days;
mod doses;
mod effects;
mod every_method;
mod faults;
mod finishes;
mod food_laws;
mod forgotten;
mod formulas;
mod hand_tests;
mod instruments;
mod keeping_figures;
mod kitchen_and_readings;
mod knocked;
mod laws;
mod learning;
mod learnt_counts;
mod log_laws;
mod measures;
mod one_hob;
mod one_sizing;
mod orders;
mod orders_amiss;
mod pan_edges;
mod pan_figures;
mod pan_weights;
mod places;
mod read_in;
mod reading;
mod reference_tables;
mod rescues;
mod runs;
mod search;
mod set_figures;
mod sights;
mod sizes;
mod small_figures;
mod soak_figures;
mod syrup_laws;
mod texture_fit;
mod times;
mod trays;
mod two_pans;
mod variations;
mod verdicts;
