//! The same method with changes, and everything they do.

use crate::error::{CoreError, Result};
use crate::formula::Written;
use crate::process::Book;
use crate::variation::change::{Variation, change};
use crate::variation::effects::{EffectNote, Sides, said_of};
use crate::variation::words::change_words;

/// A changed method, and what the changes do.
#[derive(Debug, Clone, PartialEq)]
pub struct Varied {
    /// The method with the changes.
    pub written: Written,
    /// What they do.
    pub effects: Vec<EffectNote>,
    /// What they are called.
    pub words: Vec<String>,
}

/// The method with `changes`, and what they do.
///
/// # Errors
/// A change out of range or of something that is not there; a method that no longer works out.
pub fn vary(written: &Written, changes: &[Variation], book: &Book<'_>) -> Result<Varied> {
    if changes.is_empty() {
        return Ok(Varied { written: written.clone(), effects: Vec::new(), words: Vec::new() });
    }
    if changes.len() > 12 {
        return Err(CoreError::DoesNotFit("At most twelve changes at once.".into()));
    }
    let mut varied = written.method().clone();
    let mut effects = Vec::new();
    for asked in changes {
        effects.extend(said_of(&varied, asked, book));
        change(&mut varied, asked, book)?;
    }
    let after = Written::of(varied, book)?;
    let sides = Sides { before: written, after: &after };
    sides.numbers(&mut effects);
    sides.eaters(book.larder, &mut effects)?;
    let words = change_words(changes, book.larder, book.ladder);
    Ok(Varied { written: after, effects, words })
}
