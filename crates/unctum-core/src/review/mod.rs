//! A batch looked back at: where its syrup went and landed, why it came out as it did, what to do the next time, how it
//! compares with another, how it tasted. What many batches teach of the kitchen is the room above ([`crate::learn`]).
//!
//! ```
//! # use unctum_core::cook::Followed;
//! use unctum_core::review::{Texture, Verdict, lesson};
//!
//! # fn example(batch: &Followed) {
//! let verdict = Verdict::of(Texture::TooSoft);
//! if let Some(lesson) = lesson(batch, &verdict) {
//!     println!("{:?}, and next time {:?}", lesson.now, lesson.next);
//! }
//! # }
//! ```

mod boil_course;
mod boiled;
mod causes;
mod compare;
mod lesson;
mod next_aim;
mod ring_seen;
mod runs_made;
mod steps_told;
mod tasting;
mod verdict;

pub use boiled::{BoilSeen, BoilWay, FlameShare};
pub use causes::{Cause, CauseKind};
pub use compare::{BatchComparison, BatchDifference, BatchTrack, RibbonStep, compare, track};
pub use lesson::{Lesson, Mend, NextTime, lesson};
pub use next_aim::aim_of;
pub use runs_made::RunMade;
pub use steps_told::StepTold;
pub use tasting::{KeptIn, Tasted, Tasting};
pub use verdict::{Look, Taste, Texture, Verdict};
