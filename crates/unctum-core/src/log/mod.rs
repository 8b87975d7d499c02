//! What happened to a batch: an append-only log of entries, whether a further one fits, and what stands of them. What was
//! taken back stays in the log and no longer counts; what was amended counts as amended. It leans on how the batch was set up
//! ([`crate::start`]); what follows from it for the cook is the room above ([`crate::cook`]).
//!
//! ```
//! use unctum_core::kitchen::Flame;
//! use unctum_core::log::{BatchEvent, Logged, standing};
//!
//! let lit = Logged::new(1, 60_000, BatchEvent::Flame { flame: Flame::High });
//! let slip = Logged::new(2, 65_000, BatchEvent::Undone { undone_seq: 1 });
//! assert_eq!(standing(std::slice::from_ref(&lit)).len(), 1);
//! assert_eq!(standing(&[lit, slip]).len(), 0);
//! ```

mod admit;
mod boil;
mod event;
mod evidence;
mod fold;
mod graph;
mod heard;
mod pan_weighed;
mod runs;
mod standing;
mod stands;
mod test_said;
mod watch;

pub use admit::admit;
pub(crate) use admit::admit_in;
pub(crate) use boil::Boil;
pub use event::{BatchEvent, Logged, SeenReading};
pub(crate) use fold::{Fold, folded, in_order};
pub use heard::{HeardInBrief, heard_in_brief};
pub(crate) use runs::{RunAt, Runs};
pub(crate) use standing::undone_seqs;
pub use standing::{Moment, amended_moments, standing};
pub use stands::Phase;
pub(crate) use test_said::NEAR_ENOUGH;
pub use test_said::TestSaid;
pub(crate) use watch::Watch;
