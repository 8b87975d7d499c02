//! A batch at one moment: what is believed of its syrup, the one next thing, what goes on, what is due and what is held
//! back. Everything follows from the setup and the log; nothing else is kept, so that restart, undo and history need no
//! machinery of their own.
//!
//! ```
//! # use unctum_core::{Result, start::BatchSetup};
//! use unctum_core::cook::Followed;
//! use unctum_core::kitchen::Flame;
//! use unctum_core::log::{BatchEvent, Logged};
//!
//! # fn example(setup: BatchSetup) -> Result<()> {
//! let batch = Followed::new(setup, 0, &[])?;
//! let lit = Logged::new(1, 60_000, BatchEvent::Flame { flame: Flame::Medium });
//! let state = batch.after(lit)?.state_at(90_000);
//! assert_eq!(state.flame, Flame::Medium);
//! # Ok(()) }
//! ```

mod acts;
mod call;
mod fits;
mod followed;
mod guidance;
mod now;
mod off_late;
mod places;
mod play;
mod rescue;
mod scene;
mod set_aside;
mod sights;
mod state;
mod summary;
mod whole;

pub use acts::{Act, ActClass, Held, HeldWhy, RunState};
pub use call::{Ahead, Call};
pub use followed::{BELIEVED_AHEAD_MS, Followed};
pub use guidance::read_in_s;
pub use now::state_at;
pub use off_late::OffLate;
pub use rescue::{MassRescue, Rescue, Sum, WaterSum, rescue};
pub use sights::SightState;
pub use state::{Advice, SyrupState};
pub use summary::{BatchSummary, ReadingMade, is_resting, summary};
pub use whole::{BatchState, PutIn, StepState};
