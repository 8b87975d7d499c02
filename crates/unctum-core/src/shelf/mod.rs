//! What stands on the shelf of sweets: a card of each for the search, two methods side by side, and the verbs
//! of a cook who writes a method down.

mod card;
mod compare;
mod verb;

pub use card::{Card, Suits, Wanted};
pub use compare::{Comparison, NumberPair, StepPair, compare};
pub use verb::{NOT_TOLD, Verb, verbs};
