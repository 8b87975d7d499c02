//! One batch: how it was set up, an append-only log of what happened, and what follows from both.
//!
//! Nothing is stored but setup and log. What the screen shows, [`BatchState`], is computed from them
//! for any moment ([`state_at`]), so restart, undo and history need no machinery of their own.

mod doubts;
mod event;
mod fold;
mod followed;
mod guidance;
mod lesson;
mod state;
mod summary;
mod test_said;

pub use event::{BatchEvent, BatchSetup, Chosen, Logged, SeenReading, Texture, Verdict};
pub use fold::{admit, state_at};
pub use followed::Followed;
pub use lesson::{Lesson, Mend, NextTime, lesson};
pub use state::{Advice, BatchState, Phase, Range, StepState, SyrupState};
pub use summary::{BatchSummary, ReadingMade, is_over, is_resting, summary};
pub use test_said::TestSaid;
