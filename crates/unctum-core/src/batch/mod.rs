//! One batch: how it was set up, an append-only log of what happened, and what follows from both.
//!
//! Nothing is stored but setup and log. What the screen shows, [`BatchState`], is computed from them
//! for any moment ([`state_at`]), so restart, undo and history need no machinery of their own.

mod event;
mod fold;
mod guidance;
mod state;
mod summary;

pub use event::{BatchEvent, BatchSetup, Logged, SeenReading, Texture, Verdict};
pub use fold::{admit, state_at};
pub use state::{Advice, BatchState, Phase, Range, StepState, SyrupState};
pub use summary::{BatchSummary, ReadingMade, is_over, summary};
