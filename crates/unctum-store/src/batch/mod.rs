//! Batches, their append-only logs and their verdicts.

mod shelf;

use std::sync::Arc;

use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use unctum_core::batch::{BatchEvent, BatchSetup, Followed, Logged, Texture, Verdict};

use crate::error::{Result, StoreError};
use crate::follow::Following;
use crate::schema::{batch, batch_event, verdict};

pub use shelf::{Brief, Line, Page, Shelf, Standing, list, settle};

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

#[derive(Queryable, Selectable)]
#[diesel(table_name = batch)]
struct BatchRow {
    started_ms: i64,
    setup_json: String,
}

#[derive(Queryable, Selectable)]
#[diesel(table_name = batch_event)]
struct EventRow {
    seq: i32,
    at_ms: i64,
    event_json: String,
}

#[derive(Queryable, Selectable, Insertable, AsChangeset)]
#[diesel(table_name = verdict, treat_none_as_null = true)]
struct VerdictRow {
    batch_id: i32,
    at_ms: i64,
    texture: String,
    pieces: Option<i32>,
    finished_g: Option<f64>,
    note: String,
}

impl EventRow {
    fn into_logged(self) -> Result<Logged> {
        Ok(Logged { seq: self.seq, at_ms: self.at_ms, event: serde_json::from_str(&self.event_json)? })
    }
}

impl VerdictRow {
    fn into_verdict(self) -> Result<Verdict> {
        let texture: Texture = serde_json::from_value(self.texture.into())?;
        Ok(Verdict { texture, pieces: self.pieces, finished_g: self.finished_g, note: self.note })
    }
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
    /// What happened.
    pub event: BatchEvent,
}

impl From<BatchEvent> for Entry {
    fn from(event: BatchEvent) -> Self {
        Self { entry_id: None, at_ms: None, seen_seq: 0, event }
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
    check_free(c, following, setup, None)?;
    let id = create(c, setup, now_ms)?;
    diesel::update(batch::table.find(id)).set(batch::entry_id.eq(entry_id)).execute(c)?;
    Ok(id)
}

/// Refuses a batch whose pan or ring is taken by another than `but` that is going on.
fn check_free(
    c: &mut SqliteConnection,
    following: &Following,
    setup: &BatchSetup,
    but: Option<i32>,
) -> Result<()> {
    let going: Vec<_> = going_on(c, following)?.into_iter().filter(|(id, _)| Some(*id) != but).collect();
    Ok(setup.check_free(going.iter().map(|(_, b)| b.setup()))?)
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
            batch::setup_json.eq(serde_json::to_string(setup)?),
            batch::standing.eq(Standing::Going.word()),
        ))
        .returning(batch::id)
        .get_result(c)?;
    Ok(id)
}

/// When a batch was started, and how it was set up.
pub(crate) fn head(c: &mut SqliteConnection, id: i32) -> Result<(i64, BatchSetup)> {
    let row = row(c, id)?;
    Ok((row.started_ms, setup_of(&row.setup_json)?))
}

fn row(c: &mut SqliteConnection, id: i32) -> Result<BatchRow> {
    let found = batch::table.find(id).select(BatchRow::as_select()).first(c).optional()?;
    found.ok_or(StoreError::NotFound { what: "batch", id })
}

/// The entries of a batch with a number above `seq`, in their order.
pub(crate) fn events_after(c: &mut SqliteConnection, id: i32, seq: i32) -> Result<Vec<Logged>> {
    let rows = batch_event::table
        .filter(batch_event::batch_id.eq(id).and(batch_event::seq.gt(seq)))
        .order(batch_event::seq)
        .select(EventRow::as_select())
        .load(c)?;
    rows.into_iter().map(EventRow::into_logged).collect()
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

/// How a batch turned out, once that is known.
///
/// # Errors
/// Those of the database.
pub fn told(c: &mut SqliteConnection, id: i32) -> Result<Option<Verdict>> {
    let row = verdict::table.find(id).select(VerdictRow::as_select()).first(c).optional()?;
    row.map(VerdictRow::into_verdict).transpose()
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
    let mut going = Vec::with_capacity(ids.len());
    for id in ids {
        match following.at(c, id) {
            Ok(batch) => going.push((id, batch)),
            Err(StoreError::Corrupt(_) | StoreError::Core(_)) => {}
            Err(other) => return Err(other),
        }
    }
    Ok(going)
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

/// Reads a setup. Older ones say what share of a line goes in at a step; since then a step says how
/// many grams.
fn setup_of(json: &str) -> Result<BatchSetup> {
    let mut setup: serde_json::Value = serde_json::from_str(json)?;
    let lines = setup["lines"].clone();
    let whole_g = |ingredient: &serde_json::Value| {
        let line = lines.as_array()?.iter().find(|l| l["ingredient"] == *ingredient)?;
        line["mass_g"].as_f64()
    };
    for step in setup.get_mut("steps").and_then(serde_json::Value::as_array_mut).into_iter().flatten() {
        let inputs = step.get_mut("inputs").and_then(serde_json::Value::as_array_mut);
        for entry in inputs.into_iter().flatten() {
            let Some(share) = entry["share_frac"].as_f64() else { continue };
            let amount_g = share * whole_g(&entry["ingredient"]).unwrap_or(0.0);
            if let Some(entry) = entry.as_object_mut() {
                entry.remove("share_frac");
                entry.insert("amount_g".into(), amount_g.into());
            }
        }
    }
    Ok(serde_json::from_value(setup)?)
}

/// Appends an entry if it fits. One that is already there under its name is left as it is.
///
/// # Errors
/// [`StoreError::NotFound`]; [`StoreError::Core`] for an event that does not fit at its moment.
pub fn append(
    c: &mut SqliteConnection,
    following: &Following,
    id: i32,
    entry: impl Into<Entry>,
    now_ms: i64,
) -> Result<()> {
    let Entry { entry_id, at_ms, seen_seq, event } = entry.into();
    if let Some(entry_id) = &entry_id {
        let known = batch_event::table
            .filter(batch_event::entry_id.eq(entry_id))
            .select(batch_event::batch_id)
            .first::<i32>(c)
            .optional()?;
        match known {
            Some(of) if of == id => return Ok(()),
            Some(_) => return Err(StoreError::EntryElsewhere),
            None => {}
        }
    }
    let followed = following.at(c, id)?;
    let last_ms = followed.log().last().map_or(followed.started_ms(), |l| l.at_ms);
    let seen_ms =
        followed.log().iter().find(|l| l.seq == seen_seq).map_or(followed.started_ms(), |l| l.at_ms);
    let at_ms = match at_ms {
        // Nobody tells of what is still to come, nor of what was before what she had seen.
        Some(at_ms) => at_ms.min(now_ms.max(last_ms)).max(seen_ms),
        None => now_ms.max(last_ms),
    };
    followed.admit(&event, at_ms)?;
    let logged = Logged { seq: followed.last_seq() + 1, at_ms, event };
    let mut after = Followed::clone(&followed);
    after.take(logged.clone())?;
    let (was, is) = (Standing::of(&followed), Standing::of(&after));
    if is == Standing::Going && was != is {
        check_free(c, following, after.setup(), Some(id))?;
    }
    diesel::insert_into(batch_event::table)
        .values((
            batch_event::batch_id.eq(id),
            batch_event::seq.eq(logged.seq),
            batch_event::at_ms.eq(at_ms),
            batch_event::event_json.eq(serde_json::to_string(&logged.event)?),
            batch_event::entry_id.eq(entry_id),
        ))
        .execute(c)?;
    if was != is {
        shelf::keep_standing(c, id, is, &after)?;
    }
    Ok(())
}

/// Writes down how a batch turned out, or writes it anew.
///
/// # Errors
/// [`StoreError::NotFound`]; [`StoreError::Core`] for a verdict that cannot be.
pub fn judge(c: &mut SqliteConnection, id: i32, told: &Verdict, now_ms: i64) -> Result<()> {
    told.check()?;
    row(c, id)?;
    let row = VerdictRow {
        batch_id: id,
        at_ms: now_ms,
        texture: serde_json::from_value(serde_json::to_value(told.texture)?)?,
        pieces: told.pieces,
        finished_g: told.finished_g,
        note: told.note.clone(),
    };
    diesel::insert_into(verdict::table)
        .values(&row)
        .on_conflict(verdict::batch_id)
        .do_update()
        .set(&row)
        .execute(c)?;
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
