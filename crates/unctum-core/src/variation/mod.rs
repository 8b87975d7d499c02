//! The same method with a change, and everything the change does.
//!
//! * `change`: what can be changed, and the change itself; `component`: an ingredient made instead of bought;
//!   `retell`: step texts that follow.
//! * `vary`: a method with changes and what they do (`effects`); `offers`: the changes that make sense.
//! * `words`: what a change is called.
//!
//! ```
//! # use unctum_core::{Result, formula::Written, process::Book};
//! use unctum_core::variation::vary;
//!
//! # fn example(written: &Written, book: &Book<'_>) -> Result<()> {
//! let varied = vary(written, &[], book)?;
//! assert!(varied.effects.is_empty(), "what is not changed does nothing");
//! # Ok(()) }
//! ```

mod change;
mod component;
mod effects;
mod offers;
mod retell;
mod vary;
mod words;

pub use change::Variation;
pub use effects::EffectNote;
pub use offers::{Offer, offers};
pub use vary::{Varied, vary};
pub use words::{change_words, changed_title};
