//! One batch: how it was set up, an append-only log of what happened, and what follows from both.
//!
//! Nothing is stored but setup and log. What the screen shows, [`BatchState`], is computed from them
//! for any moment ([`state_at`]), so restart, undo and history need no machinery of their own.

mod acts;
mod admit;
mod aimed;
mod boil;
mod boil_course;
mod boiled;
mod call;
mod causes;
mod compare;
mod doubts;
mod event;
mod evidence;
mod fits;
mod fold;
mod followed;
mod graph;
mod guidance;
mod habits;
mod lesson;
mod off_late;
mod play;
mod rescue;
mod ring_seen;
mod runs;
mod runs_made;
mod scene;
mod setup;
mod sights;
mod signs;
mod standing;
mod start;
mod state;
mod steps_told;
mod summary;
mod tasting;
mod test_said;
mod verdict;
mod whole;

pub use acts::{Act, ActClass, Held, HeldWhy, RunState};
pub use admit::admit;
pub use boiled::{BoilSeen, BoilWay, FlameShare};
pub use call::{Ahead, Call};
pub use causes::{Cause, CauseKind};
pub use compare::{BatchComparison, BatchDifference, BatchTrack, RibbonStep, compare, track};
pub use event::{BatchEvent, Logged, SeenReading};
pub use fold::state_at;
pub use followed::Followed;
pub use lesson::{Lesson, Mend, NextTime, lesson};
pub use off_late::OffLate;
pub use rescue::{MassRescue, Rescue, Sum, WaterSum, rescue};
pub use runs_made::RunMade;
pub use setup::{BatchSetup, Chosen, Keeps, Planned, RingSeen, StepPlan};
pub use sights::SightState;
pub use signs::{SyrupSigns, syrup_signs};
pub use standing::standing;
pub use start::{Made, StartAsk, plain_setup, set_up};
pub use state::{Advice, Phase, SyrupState};
pub use steps_told::StepTold;
pub use summary::{BatchSummary, ReadingMade, is_resting, summary};
pub use tasting::{KeptIn, Tasted, Tasting};
pub use test_said::TestSaid;
pub use verdict::{Look, Taste, Texture, Verdict};
pub use whole::{BatchState, PutIn, StepState};
