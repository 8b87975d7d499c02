//! Simulated instruments: a small process beside the program that behaves like a board on the kitchen's network. It
//! makes itself known, is given a token, and sends lines of JSON; see docs/instruments.md.

mod beside;
mod command;
mod line;
mod simulate;

pub use beside::Beside;
pub use command::Command;
pub use simulate::{Simulate, simulate};
