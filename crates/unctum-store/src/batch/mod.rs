//! Batches, their append-only logs and their verdicts.

mod brief;
mod follow;
mod log;
mod shelf;
mod taste;
mod teach;
mod word;

use std::sync::Arc;

use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use unctum_core::cook::{BELIEVED_AHEAD_MS, Followed};
use unctum_core::log::{BatchEvent, Logged};
use unctum_core::review::Verdict;
use unctum_core::start::BatchSetup;

use crate::document::written;
use crate::error::{Result, StoreError};
use crate::schema::{batch, batch_event, verdict};

pub use brief::{Brief, Standing};
pub use follow::Following;
use log::VerdictRow;
pub use log::told;
pub(crate) use log::{events_after, followed, head};
pub use shelf::{Index, Line, Page, Shelf, index, list, settle};
pub use taste::{TastingKept, remove_tasting, taste, tastings};
pub use teach::{ToldMark, all_told, ask, keep_told, told_mark};
use word::word;

/// So many batches of a day are looked at, at most.
const MOST_LATELY: i64 = 24;

/// A batch with its log.
#[derive(Debug, Clone, PartialEq)]
pub struct Batch {
    /// Its number.
    pub id: i32,
    /// When it was started, ms since 1970.
    pub started_ms: i64,
    /// How it was set up.
    pub setup: BatchSetup,
    /// What happened, in order.
    pub log: Vec<Logged>,
    /// How it turned out, once that is known.
    pub verdict: Option<Verdict>,
}

/// What was written about a batch, and when it happened.
#[derive(Debug, Clone, PartialEq)]
pub struct Entry {
    /// Name that the device gave it, so that the same entry sent twice is one.
    pub entry_id: Option<String>,
    /// The moment it speaks of, ms since 1970; none: now.
    pub at_ms: Option<i64>,
    /// The last number of the log that whoever wrote it had seen: it happened after that.
    pub seen_seq: i32,
    /// Who wrote it, where it was not the kitchen's own screen.
    pub by: Option<String>,
    /// What happened.
    pub event: BatchEvent,
}

impl From<BatchEvent> for Entry {
    fn from(event: BatchEvent) -> Self {
        Self { entry_id: None, at_ms: None, seen_seq: 0, by: None, event }
    }
}

/// Starts a batch beside those that go on, and returns its number. One that was started under the same entry is
/// found again.
///
/// # Errors
/// [`StoreError::Core`] for a setup that cannot be, or a pan or ring that is taken.
pub fn start(
    c: &mut SqliteConnection,
    following: &Following,
    setup: &BatchSetup,
    entry_id: Option<&str>,
    now_ms: i64,
) -> Result<i32> {
    if let Some(entry_id) = entry_id {
        let known = batch::table.filter(batch::entry_id.eq(entry_id)).select(batch::id).first(c);
        if let Some(id) = known.optional()? {
            return Ok(id);
        }
    }
    check_free(c, following, &Followed::new(setup.clone(), now_ms, &[])?, None)?;
    let id = create(c, setup, now_ms)?;
    diesel::update(batch::table.find(id)).set(batch::entry_id.eq(entry_id)).execute(c)?;
    Ok(id)
}

/// Refuses a batch whose pan or ring is taken by another than `but` that is going on.
fn check_free(
    c: &mut SqliteConnection,
    following: &Following,
    batch: &Followed,
    but: Option<i32>,
) -> Result<()> {
    let going: Vec<_> = going_on(c, following)?.into_iter().filter(|(id, _)| Some(*id) != but).collect();
    Ok(batch.check_free(going.iter().map(|(_, b)| b.as_ref()))?)
}

/// Writes a batch down, whatever else goes on, and returns its number.
///
/// # Errors
/// [`StoreError::Core`] for a setup that cannot be.
pub fn create(c: &mut SqliteConnection, setup: &BatchSetup, now_ms: i64) -> Result<i32> {
    setup.check()?;
    let id = diesel::insert_into(batch::table)
        .values((
            batch::title.eq(&setup.title),
            batch::sweet_key.eq(&setup.sweet_key),
            batch::started_ms.eq(now_ms),
            batch::setup_json.eq(written(setup)?),
            batch::standing.eq(Standing::Going.word()),
            batch::days_id.eq(setup.chosen.planned.as_ref().map(|p| p.days_id)),
            batch::pan_id.eq(setup.chosen.pan_id),
        ))
        .returning(batch::id)
        .get_result(c)?;
    Ok(id)
}

/// One batch with its log.
///
/// # Errors
/// [`StoreError::NotFound`].
pub fn load(c: &mut SqliteConnection, id: i32) -> Result<Batch> {
    let (started_ms, setup) = head(c, id)?;
    let log = events_after(c, id, 0)?;
    Ok(Batch { id, started_ms, setup, log, verdict: told(c, id)? })
}

/// The batches that go on, newest first. One that cannot be read is not among them.
///
/// # Errors
/// Those of the database.
pub fn going_on(c: &mut SqliteConnection, following: &Following) -> Result<Vec<(i32, Arc<Followed>)>> {
    let ids: Vec<i32> = batch::table
        .filter(batch::standing.eq(Standing::Going.word()))
        .order((batch::started_ms.desc(), batch::id.desc()))
        .select(batch::id)
        .load(c)?;
    readable(ids, c, following)
}

/// The batches that were started since a moment, newest first, whatever became of them. One that cannot be read is not
/// among them.
///
/// # Errors
/// Those of the database.
pub fn started_since(
    c: &mut SqliteConnection,
    following: &Following,
    since_ms: i64,
) -> Result<Vec<Arc<Followed>>> {
    let rows = batch::table.filter(batch::started_ms.ge(since_ms));
    let ids = rows.order((batch::started_ms.desc(), batch::id.desc())).limit(MOST_LATELY).select(batch::id);
    readable(ids.load(c)?, c, following).map(|found| found.into_iter().map(|(_, b)| b).collect())
}

/// The batches that were begun for some days, whatever became of them. One that cannot be read is not among them.
///
/// # Errors
/// Those of the database.
pub fn begun_for(
    c: &mut SqliteConnection,
    following: &Following,
    days_id: i32,
) -> Result<Vec<(i32, Arc<Followed>)>> {
    let ids = batch::table.filter(batch::days_id.eq(days_id)).order(batch::id).select(batch::id);
    readable(ids.load(c)?, c, following)
}

/// Those of them that can be read.
fn readable(
    ids: Vec<i32>,
    c: &mut SqliteConnection,
    following: &Following,
) -> Result<Vec<(i32, Arc<Followed>)>> {
    let mut found = Vec::with_capacity(ids.len());
    for id in ids {
        match following.at(c, id) {
            Ok(batch) => found.push((id, batch)),
            Err(StoreError::Corrupt(_) | StoreError::Core(_)) => {}
            Err(other) => return Err(other),
        }
    }
    Ok(found)
}

/// The newest batch of a sweet that has a verdict.
///
/// # Errors
/// Those of the database.
pub fn last_judged(c: &mut SqliteConnection, sweet_key: &str) -> Result<Option<Batch>> {
    let id: Option<i32> = batch::table
        .inner_join(verdict::table)
        .filter(batch::sweet_key.eq(sweet_key))
        .order((batch::started_ms.desc(), batch::id.desc()))
        .select(batch::id)
        .first(c)
        .optional()?;
    id.map(|id| load(c, id)).transpose()
}

/// Appends an entry if it fits, and returns the batch with it taken in. One that is already there under its name is left
/// as it is.
///
/// # Errors
/// [`StoreError::NotFound`]; [`StoreError::Core`] for an event that does not fit at its moment.
pub fn append(
    c: &mut SqliteConnection,
    following: &Following,
    id: i32,
    entry: impl Into<Entry>,
    now_ms: i64,
) -> Result<Arc<Followed>> {
    let Entry { entry_id, at_ms, seen_seq, by, event } = entry.into();
    if let Some(entry_id) = &entry_id {
        let known = batch_event::table
            .filter(batch_event::entry_id.eq(entry_id))
            .select(batch_event::batch_id)
            .first::<i32>(c)
            .optional()?;
        match known {
            Some(of) if of == id => return following.at(c, id),
            Some(_) => return Err(StoreError::EntryElsewhere),
            None => {}
        }
    }
    let followed = following.at(c, id)?;
    // What a wrong clock wrote ahead of now is not carried on.
    let believed = |l: &&Logged| l.at_ms <= now_ms + BELIEVED_AHEAD_MS;
    let moment = |l: Option<&Logged>| l.map_or(followed.started_ms(), |l| l.at_ms);
    let last_ms = moment(followed.log().iter().rev().find(believed));
    let seen_ms = moment(followed.log().iter().filter(believed).find(|l| l.seq == seen_seq));
    let at_ms = match at_ms {
        // Nobody tells of what is still to come, nor of what was before what she had seen.
        Some(at_ms) => at_ms.min(now_ms.max(last_ms)).max(seen_ms),
        None => now_ms.max(last_ms),
    };
    let entered_ms = (at_ms != now_ms).then_some(now_ms);
    let logged = Logged { seq: followed.last_seq() + 1, at_ms, entered_ms, by, event };
    let after = followed.after(logged.clone())?;
    let (was, is) = (Standing::of(&followed), Standing::of(&after));
    if is == Standing::Going && was != is {
        check_free(c, following, &after, Some(id))?;
    }
    diesel::insert_into(batch_event::table)
        .values((
            batch_event::batch_id.eq(id),
            batch_event::seq.eq(logged.seq),
            batch_event::at_ms.eq(at_ms),
            batch_event::event_json.eq(written(&logged.event)?),
            batch_event::entry_id.eq(entry_id),
            batch_event::entered_ms.eq(logged.entered_ms),
            batch_event::by_whom.eq(&logged.by),
        ))
        .execute(c)?;
    log::untold(c, id)?;
    if was != is {
        shelf::keep_standing(c, id, is, &after)?;
    }
    Ok(Arc::new(after))
}

/// Writes down how a batch turned out, or writes it anew.
///
/// # Errors
/// [`StoreError::NotFound`]; [`StoreError::Core`] for a verdict that cannot be.
pub fn judge(c: &mut SqliteConnection, id: i32, told: &Verdict, now_ms: i64) -> Result<()> {
    told.check()?;
    head(c, id)?;
    let row = VerdictRow {
        batch_id: id,
        at_ms: now_ms,
        texture: word(told.texture)?,
        taste: told.taste.map(word).transpose()?,
        look: told.look.map(word).transpose()?,
        pieces: told.pieces,
        second_grade: told.second_grade,
        lost: told.lost,
        finished_g: told.finished_g,
        note: told.note.clone(),
    };
    diesel::insert_into(verdict::table)
        .values(&row)
        .on_conflict(verdict::batch_id)
        .do_update()
        .set(&row)
        .execute(c)?;
    log::untold(c, id)
}

/// Something of every batch that can be read, oldest first.
///
/// # Errors
/// Those of the database.
pub fn each(c: &mut SqliteConnection, mut with: impl FnMut(i32, &Followed) -> Result<()>) -> Result<()> {
    let ids: Vec<i32> = batch::table.order((batch::started_ms, batch::id)).select(batch::id).load(c)?;
    for id in ids {
        match followed(c, id) {
            Ok(batch) => with(id, &batch)?,
            Err(StoreError::Corrupt(_) | StoreError::Core(_)) => {}
            Err(other) => return Err(other),
        }
    }
    Ok(())
}

/// The last moment that was written down, ms since 1970; 0 for a new notebook.
///
/// # Errors
/// Those of the database.
pub fn last_moment(c: &mut SqliteConnection) -> Result<i64> {
    let entry: Option<i64> = batch_event::table.select(diesel::dsl::max(batch_event::at_ms)).first(c)?;
    let start: Option<i64> = batch::table.select(diesel::dsl::max(batch::started_ms)).first(c)?;
    Ok(entry.max(start).unwrap_or(0))
}
