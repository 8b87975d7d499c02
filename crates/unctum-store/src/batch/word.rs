//! Choices of a few as words of a column.

use crate::error::Result;

/// The word by which one of a few is known.
pub(super) fn word(of: impl serde::Serialize) -> Result<String> {
    Ok(serde_json::from_value(serde_json::to_value(of)?)?)
}
