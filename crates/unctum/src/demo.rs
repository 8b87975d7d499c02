//! The Lantern Steps kitchen.
use unctum_store::Store;

/// Fills an empty notebook.
///
/// # Errors
/// Those of the store.
pub fn fill(_store: &Store, _now_ms: i64) -> unctum_store::Result<()> {
    Ok(())
}
