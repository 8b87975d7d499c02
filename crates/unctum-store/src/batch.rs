//! Batches, their append-only logs and their verdicts.

use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use unctum_core::batch::{BatchEvent, BatchSetup, Logged, Texture, Verdict, admit, is_over};

use crate::error::{Result, StoreError};
use crate::schema::{batch, batch_event, verdict};

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
    id: i32,
    started_ms: i64,
    setup_json: String,
}

#[derive(Queryable, Selectable)]
#[diesel(table_name = batch_event)]
struct EventRow {
    batch_id: i32,
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

/// Starts a batch beside those that go on, and returns its number.
///
/// # Errors
/// [`StoreError::Core`] for a setup that cannot be, or a pan or ring that is taken.
pub fn start(c: &mut SqliteConnection, setup: &BatchSetup, now_ms: i64) -> Result<i32> {
    let going_on = going_on(c)?;
    setup.check_free(going_on.iter().map(|b| &b.setup))?;
    create(c, setup, now_ms)
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
    let row = batch::table
        .find(id)
        .select(BatchRow::as_select())
        .first(c)
        .optional()?
        .ok_or(StoreError::NotFound { what: "batch", id })?;
    let events = batch_event::table
        .filter(batch_event::batch_id.eq(id))
        .order(batch_event::seq)
        .select(EventRow::as_select())
        .load(c)?;
    let told = verdict::table.find(id).select(VerdictRow::as_select()).first(c).optional()?;
    assemble(row, events, told)
}

/// All batches, newest first.
///
/// # Errors
/// Those of the database.
pub fn list(c: &mut SqliteConnection) -> Result<Vec<Batch>> {
    let rows = batch::table
        .order((batch::started_ms.desc(), batch::id.desc()))
        .select(BatchRow::as_select())
        .load(c)?;
    let events = batch_event::table
        .order((batch_event::batch_id, batch_event::seq))
        .select(EventRow::as_select())
        .load(c)?;
    let mut logs = std::collections::HashMap::<i32, Vec<EventRow>>::new();
    for event in events {
        logs.entry(event.batch_id).or_default().push(event);
    }
    let told = verdict::table.select(VerdictRow::as_select()).load(c)?;
    let mut told: std::collections::HashMap<i32, VerdictRow> =
        told.into_iter().map(|v| (v.batch_id, v)).collect();
    rows.into_iter()
        .map(|row| {
            let events = logs.remove(&row.id).unwrap_or_default();
            let verdict = told.remove(&row.id);
            assemble(row, events, verdict)
        })
        .collect()
}

/// The batches that go on, newest first.
///
/// # Errors
/// Those of the database.
pub fn going_on(c: &mut SqliteConnection) -> Result<Vec<Batch>> {
    // What was judged is over, unless something was logged since: its log need not be read.
    let last_ms = batch_event::table
        .filter(batch_event::batch_id.eq(batch::id))
        .select(diesel::dsl::max(batch_event::at_ms))
        .single_value();
    let ids: Vec<i32> = batch::table
        .left_join(verdict::table)
        .filter(verdict::at_ms.nullable().is_null().or(verdict::at_ms.nullable().lt(last_ms)))
        .order((batch::started_ms.desc(), batch::id.desc()))
        .select(batch::id)
        .load(c)?;
    let mut going_on = Vec::new();
    for id in ids {
        let found = load(c, id)?;
        if !is_over(&found.setup, &found.log) {
            going_on.push(found);
        }
    }
    Ok(going_on)
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

fn assemble(row: BatchRow, events: Vec<EventRow>, told: Option<VerdictRow>) -> Result<Batch> {
    Ok(Batch {
        id: row.id,
        started_ms: row.started_ms,
        setup: setup_of(&row.setup_json)?,
        log: events.into_iter().map(EventRow::into_logged).collect::<Result<_>>()?,
        verdict: told.map(VerdictRow::into_verdict).transpose()?,
    })
}

/// Appends an event if it fits, and returns the batch as it stands then.
///
/// # Errors
/// [`StoreError::NotFound`]; [`StoreError::Core`] for an event that does not fit.
pub fn append(c: &mut SqliteConnection, id: i32, event: BatchEvent, now_ms: i64) -> Result<Batch> {
    let mut batch = load(c, id)?;
    let at_ms = batch.log.last().map_or(batch.started_ms, |l| l.at_ms).max(now_ms);
    admit(&batch.setup, batch.started_ms, &batch.log, &event, at_ms)?;
    let seq = batch.log.last().map_or(1, |l| l.seq + 1);
    diesel::insert_into(batch_event::table)
        .values((
            batch_event::batch_id.eq(id),
            batch_event::seq.eq(seq),
            batch_event::at_ms.eq(at_ms),
            batch_event::event_json.eq(serde_json::to_string(&event)?),
        ))
        .execute(c)?;
    batch.log.push(Logged { seq, at_ms, event });
    Ok(batch)
}

/// Writes down how a batch turned out, or writes it anew.
///
/// # Errors
/// [`StoreError::NotFound`]; [`StoreError::Core`] for a verdict that cannot be.
pub fn judge(c: &mut SqliteConnection, id: i32, told: &Verdict, now_ms: i64) -> Result<Batch> {
    told.check()?;
    let mut batch = load(c, id)?;
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
    batch.verdict = Some(told.clone());
    Ok(batch)
}
