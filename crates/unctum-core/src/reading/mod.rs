//! A recipe read from somebody's text, with every doubt kept.
//!
//! A text is taken apart into lines ([`take_apart`], [`Raw`]); lines are read as amounts as people write them
//! ([`read_line`]); what is doubtful is asked ([`Doubt`]); what the cook says to it settles it, and a sweet is
//! drafted ([`draft`]). The formats in which recipes come are none of this room's business.
//!
//! ```
//! use std::collections::BTreeMap;
//! use unctum_core::food::Larder;
//! use unctum_core::reading::{CupSizes, KnownShares, draft, take_apart};
//!
//! let (larder, ranges) = (Larder::default(), BTreeMap::new());
//! let raw = take_apart("Gram flour ladoo\n\nIngredients\n2 cups besan\nSteps\nRoast for 20 minutes.", &larder);
//! assert_eq!((raw.name.as_str(), raw.lines.len(), raw.steps.len()), ("Gram flour ladoo", 1, 1));
//! let drafted = draft(&raw, &CupSizes::default(), &[], KnownShares { larder: &larder, ranges: &ranges });
//! assert_eq!(drafted.doubts.len(), 1, "an empty larder knows no flour");
//! ```

// What is reached from outside never falls over a place that is not there.
#![cfg_attr(not(test), warn(clippy::indexing_slicing))]

mod bare;
mod doubt;
mod draft;
mod line;
mod named;
mod raw;
mod text;
mod token;
mod told;

pub use bare::{LONGEST, bare};
pub use doubt::{Doubt, DoubtKind, Way, doubts_of_lines, doubts_of_method, likely_g};
pub use draft::{Draft, DraftLine, KnownShares, Settled, draft};
pub use line::{Amount, CupSizes, Joined, Known, ReadLine, read_line};
pub use raw::{MOST_LINES, Raw, RawStep, ReadPart, TakenFor};
pub use text::{MOST_LETTERS, MOST_TEXT_LINES, take_apart, too_long};
pub use told::{Yield, minutes_in, yield_of};
