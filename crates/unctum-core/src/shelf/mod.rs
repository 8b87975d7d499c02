//! What stands on the shelf of sweets: a card of each for the search, two methods side by side, and the verbs
//! of a cook who writes a method down.
//!
//! ```
//! # use unctum_core::{Result, food::Larder};
//! use unctum_core::find::Sound;
//! use unctum_core::shelf::Card;
//!
//! # fn example(cards: &[Card]) {
//! let typed = Sound::of("kaju");
//! let found: Vec<&Card> = cards.iter().filter(|c| c.is_called(&typed)).collect();
//! # }
//! ```

mod card;
mod compare;
mod verb;

pub use card::{Card, Suits, Wanted};
pub use compare::{Comparison, NumberPair, StepPair, compare};
pub use verb::{NOT_TOLD, Verb, verbs};
