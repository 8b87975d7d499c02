//! Tastings of later days.

use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use unctum_core::review::Tasting;

use super::log::{head, untold};
use super::word::word;
use crate::error::{Result, StoreError};
use crate::schema::tasting;

/// A tasting with its number.
#[derive(Debug, Clone, PartialEq)]
pub struct TastingKept {
    /// Its number.
    pub id: i32,
    /// It.
    pub tasting: Tasting,
}

/// The tastings of a batch, oldest first.
///
/// # Errors
/// Those of the database.
pub fn tastings(c: &mut SqliteConnection, batch_id: i32) -> Result<Vec<TastingKept>> {
    let rows: Vec<(i32, i64, String, String, String)> = tasting::table
        .filter(tasting::batch_id.eq(batch_id).and(tasting::removed_ms.is_null()))
        .order((tasting::at_ms, tasting::id))
        .select((tasting::id, tasting::at_ms, tasting::place, tasting::tasted, tasting::note))
        .load(c)?;
    let read = |(id, at_ms, place, tasted, note): (i32, i64, String, String, String)| {
        let place = serde_json::from_value(place.into())?;
        let tasted = serde_json::from_value(tasted.into())?;
        Ok(TastingKept { id, tasting: Tasting { at_ms, place, tasted, note } })
    };
    rows.into_iter().map(read).collect()
}

/// Writes a tasting down.
///
/// # Errors
/// [`StoreError::NotFound`]; [`StoreError::Core`] for a note that cannot be.
pub fn taste(c: &mut SqliteConnection, batch_id: i32, told: &Tasting) -> Result<i32> {
    told.check()?;
    head(c, batch_id)?;
    let id = diesel::insert_into(tasting::table)
        .values((
            tasting::batch_id.eq(batch_id),
            tasting::at_ms.eq(told.at_ms),
            tasting::place.eq(word(told.place)?),
            tasting::tasted.eq(word(told.tasted)?),
            tasting::note.eq(&told.note),
        ))
        .returning(tasting::id)
        .get_result(c)?;
    untold(c, batch_id)?;
    Ok(id)
}

/// Takes a tasting away, or brings it back.
///
/// # Errors
/// [`StoreError::NotFound`].
pub fn remove_tasting(
    c: &mut SqliteConnection,
    batch_id: i32,
    id: i32,
    removed_ms: Option<i64>,
) -> Result<()> {
    let its = tasting::table.filter(tasting::id.eq(id).and(tasting::batch_id.eq(batch_id)));
    let changed = diesel::update(its).set(tasting::removed_ms.eq(removed_ms)).execute(c)?;
    untold(c, batch_id)?;
    if changed == 0 { Err(StoreError::NotFound { what: "tasting", id }) } else { Ok(()) }
}
