//! What batches tell, kept beside each until something more is written about it.

use diesel::dsl::{count_star, max};
use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use unctum_core::kitchen::KitchenDocument;
use unctum_core::learn::{BatchTold, told_by};

use super::brief::Standing;
use super::log::{followed, told};
use super::taste::tastings;
use crate::document::{Kept, read, written};
use crate::error::{Result, StoreError};
use crate::schema::batch;

impl Kept for BatchTold {
    const VERSION: u64 = 1;
}

/// By this it is known whether anything changed in what finished batches tell: what is written about one takes away what
/// it told. How many there are, how many have told, the newest of them.
pub type ToldMark = (i64, i64, Option<i32>);

/// The mark as it stands.
///
/// # Errors
/// Those of the database.
pub fn told_mark(c: &mut SqliteConnection) -> Result<ToldMark> {
    let over = batch::table.filter(batch::standing.eq(Standing::Over.word()));
    let (batches, newest): (i64, Option<i32>) = over.select((count_star(), max(batch::id))).first(c)?;
    // By those that have not: an index knows the few, where a look at each batch would take in its whole setup.
    let untold: i64 = over.filter(batch::told_json.is_null()).count().get_result(c)?;
    Ok((batches, batches - untold, newest))
}

/// What all finished batches tell, oldest first, as far as it is kept; and the numbers of those that have to be asked.
///
/// # Errors
/// Those of the database.
pub fn all_told(c: &mut SqliteConnection) -> Result<(Vec<BatchTold>, Vec<i32>)> {
    let rows: Vec<(i32, Option<String>)> = batch::table
        .filter(batch::standing.eq(Standing::Over.word()))
        .order((batch::started_ms, batch::id))
        .select((batch::id, batch::told_json))
        .load(c)?;
    let (mut known, mut missing) = (Vec::with_capacity(rows.len()), Vec::new());
    for (id, json) in rows {
        // What another program kept in a form of its own is asked anew.
        match json.and_then(|json| read::<BatchTold>(&json).ok()) {
            Some(told) => known.push(told),
            None => missing.push(id),
        }
    }
    Ok((known, missing))
}

/// What one batch tells, asked anew; none if it cannot be read.
///
/// # Errors
/// Those of the database.
pub fn ask(c: &mut SqliteConnection, id: i32, kitchen: &KitchenDocument) -> Result<Option<BatchTold>> {
    match followed(c, id) {
        Ok(batch) => {
            let kept: Vec<_> = tastings(c, id)?.into_iter().map(|t| t.tasting).collect();
            Ok(Some(told_by(id, &batch, told(c, id)?.as_ref(), &kept, kitchen)))
        }
        Err(StoreError::Corrupt(_) | StoreError::Core(_)) => Ok(None),
        Err(other) => Err(other),
    }
}

/// Keeps what a batch tells.
///
/// # Errors
/// Those of the database.
pub fn keep_told(c: &mut SqliteConnection, told: &BatchTold) -> Result<()> {
    diesel::update(batch::table.find(told.batch_id)).set(batch::told_json.eq(written(told)?)).execute(c)?;
    Ok(())
}
