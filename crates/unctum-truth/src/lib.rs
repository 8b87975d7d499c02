//! A study: the belief held against a hidden truth that is not its own.
//!
//! [`evening`] is one evening of a cook of [`unctum_core::sim`], who reads with noisy instruments, presses keys late,
//! and writes a log; what the core believes from that log is held against what is. [`table`] counts over many
//! evenings; [`limit`] says how near anybody could have landed, [`learnable`] how much
//! nearer with what several evenings teach. The same seed is the same evening.
#![allow(clippy::expect_used)] // A measuring tool: what it makes itself must hold.

pub mod days;
pub mod evening;
pub mod evidence;
mod felt;
mod kitchen;
pub mod learnable;
pub mod limit;
pub mod pressed;
mod straight;
pub mod study;
pub mod table;
