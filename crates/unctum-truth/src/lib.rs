//! A hidden truth to hold the belief against.
//!
//! [`world`] is a pan by equations of its own; [`evening`] a cook who reads it with noisy instruments, presses keys
//! late, and writes a log; what the core believes from that log is held against what is. [`table`] counts over many
//! evenings. The same seed is the same evening.
#![allow(clippy::expect_used)] // A measuring tool: what it makes itself must hold.

pub mod evening;
mod kitchen;
pub mod luck;
pub mod table;
pub mod world;
