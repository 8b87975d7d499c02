//! Photographs of batches: upright and shrunk already when they come here.

use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;

use crate::batch::head;
use crate::error::{Result, StoreError};
use crate::schema::photo;

/// So many are kept of one batch.
pub const MOST: usize = 12;

/// A photograph without its pixels.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Queryable)]
pub struct PhotoKept {
    /// Its number.
    pub id: i32,
    /// When it was added, ms since 1970.
    pub at_ms: i64,
    /// Width, pixels.
    pub width_px: i32,
    /// Height, pixels.
    pub height_px: i32,
}

/// A photograph to keep.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Photo {
    /// Width, pixels.
    pub width_px: i32,
    /// Height, pixels.
    pub height_px: i32,
    /// The picture, a JPEG file.
    pub image: Vec<u8>,
    /// The same, small, for lists.
    pub small: Vec<u8>,
}

/// The photographs of a batch, oldest first.
///
/// # Errors
/// Those of the database.
pub fn of_batch(c: &mut SqliteConnection, batch_id: i32) -> Result<Vec<PhotoKept>> {
    let its = photo::table.filter(photo::batch_id.eq(batch_id).and(photo::removed_ms.is_null()));
    let columns = (photo::id, photo::at_ms, photo::width_px, photo::height_px);
    Ok(its.order(photo::id).select(columns).load(c)?)
}

/// Keeps a photograph, of one batch at most [`MOST`].
///
/// # Errors
/// [`StoreError::NotFound`]; [`StoreError::Core`] where there are as many as are kept of one batch.
pub fn keep(c: &mut SqliteConnection, batch_id: i32, told: &Photo, now_ms: i64) -> Result<i32> {
    head(c, batch_id)?;
    if of_batch(c, batch_id)?.len() >= MOST {
        return Err(StoreError::Core(unctum_core::CoreError::TooMany(format!(
            "Of one batch {MOST} photographs are kept. Remove one first."
        ))));
    }
    let id = diesel::insert_into(photo::table)
        .values((
            photo::batch_id.eq(batch_id),
            photo::at_ms.eq(now_ms),
            photo::width_px.eq(told.width_px),
            photo::height_px.eq(told.height_px),
            photo::image.eq(&told.image),
            photo::small.eq(&told.small),
        ))
        .returning(photo::id)
        .get_result(c)?;
    Ok(id)
}

/// A photograph as a JPEG file, or small.
///
/// # Errors
/// [`StoreError::NotFound`].
pub fn picture(c: &mut SqliteConnection, id: i32, small: bool) -> Result<Vec<u8>> {
    let there = photo::table.find(id).filter(photo::removed_ms.is_null());
    let found: Option<Vec<u8>> = if small {
        there.select(photo::small).first(c).optional()?
    } else {
        there.select(photo::image).first(c).optional()?
    };
    found.ok_or(StoreError::NotFound { what: "photograph", id })
}

/// Takes a photograph away, or brings it back.
///
/// # Errors
/// [`StoreError::NotFound`].
pub fn remove(c: &mut SqliteConnection, id: i32, removed_ms: Option<i64>) -> Result<i32> {
    let changed: Option<i32> = diesel::update(photo::table.find(id))
        .set(photo::removed_ms.eq(removed_ms))
        .returning(photo::batch_id)
        .get_result(c)
        .optional()?;
    changed.ok_or(StoreError::NotFound { what: "photograph", id })
}
