//! Everything in a notebook as plain values, to be written into files that other programs can read, and read back.
//! Who may come in over the network is not among them.

use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use unctum_core::kitchen::KitchenDocument;

use crate::error::{Result, StoreError};
use crate::kitchen;
use crate::schema::{batch, batch_event, kitchen_history, sweet, sweet_unfinished, sweet_version, verdict};

/// The kitchen and what it was before each change.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct WholeKitchen {
    /// As it stands.
    pub kitchen: KitchenDocument,
    /// Its version.
    pub version: i32,
    /// What it was before each change, oldest first.
    pub history: Vec<WholeChange>,
}

/// The kitchen before a change.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct WholeChange {
    /// Its number.
    pub id: i32,
    /// When, ms since 1970.
    pub at_ms: i64,
    /// What was done.
    pub reason: String,
    /// The version it stood at.
    pub version: i32,
    /// The kitchen.
    pub kitchen: Value,
}

/// A batch with its log and its verdict.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct WholeBatch {
    /// Its number.
    pub id: i32,
    /// What it is called.
    pub title: String,
    /// Its sweet.
    pub sweet_key: Option<String>,
    /// When it was started, ms since 1970.
    pub started_ms: i64,
    /// Name of the entry it was started with.
    pub entry_id: Option<String>,
    /// How it was set up.
    pub setup: Value,
    /// What happened, as it was written.
    pub log: Vec<WholeEntry>,
    /// How it turned out.
    pub verdict: Option<WholeVerdict>,
}

/// An entry of a log.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct WholeEntry {
    /// Its number.
    pub seq: i32,
    /// The moment it speaks of, ms since 1970.
    pub at_ms: i64,
    /// Its name.
    pub entry_id: Option<String>,
    /// When it was written down, ms since 1970, where that was another moment.
    #[serde(default)]
    pub entered_ms: Option<i64>,
    /// Who wrote it, where it was not the kitchen's own screen.
    #[serde(default)]
    pub by: Option<String>,
    /// What happened.
    pub event: Value,
}

/// How a batch turned out.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, Queryable, Selectable)]
#[diesel(table_name = verdict)]
pub struct WholeVerdict {
    /// When it was judged, ms since 1970.
    pub at_ms: i64,
    /// How it felt.
    pub texture: String,
    /// Pieces made.
    pub pieces: Option<i32>,
    /// The finished sweet, g.
    pub finished_g: Option<f64>,
    /// What to remember.
    pub note: String,
    /// How it tasted.
    #[serde(default)]
    pub taste: Option<String>,
    /// How it looked.
    #[serde(default)]
    pub look: Option<String>,
    /// Pieces that are good enough for the family only.
    #[serde(default)]
    pub seconds: Option<i32>,
    /// Pieces that were lost.
    #[serde(default)]
    pub lost: Option<i32>,
}

/// An own sweet with all its versions.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct WholeSweet {
    /// Its number.
    pub id: i32,
    /// Its version.
    pub version: i32,
    /// It in brief.
    pub card: Value,
    /// What a search looks through.
    pub search_words: String,
    /// When it was last changed, ms since 1970.
    pub changed_ms: i64,
    /// When it was taken off the shelf.
    pub removed_ms: Option<i64>,
    /// All its versions, oldest first.
    pub versions: Vec<WholeVersion>,
}

/// A version of an own sweet.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct WholeVersion {
    /// The version.
    pub version: i32,
    /// When it was saved, ms since 1970.
    pub at_ms: i64,
    /// What was done.
    pub reason: String,
    /// The sweet.
    pub sweet: Value,
}

/// Work on a sweet that is not finished.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct WholeUnfinished {
    /// Key of the sweet.
    pub key: String,
    /// When it was kept, ms since 1970.
    pub at_ms: i64,
    /// As far as it is.
    pub sweet: Value,
}

/// Everything.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Whole {
    /// The kitchen.
    pub kitchen: WholeKitchen,
    /// The batches, oldest first.
    pub batches: Vec<WholeBatch>,
    /// The own sweets, oldest first.
    pub sweets: Vec<WholeSweet>,
    /// Unfinished work.
    pub unfinished: Vec<WholeUnfinished>,
}

/// Takes everything out of a notebook.
///
/// # Errors
/// Those of the database; a row that is no JSON.
pub fn take_out(c: &mut SqliteConnection) -> Result<Whole> {
    let json = |text: String| -> Result<Value> { Ok(serde_json::from_str(&text)?) };
    type ChangeRow = (i32, i64, String, i32, String);
    let changes: Vec<ChangeRow> = kitchen_history::table
        .order(kitchen_history::id)
        .select((
            kitchen_history::id,
            kitchen_history::at_ms,
            kitchen_history::reason,
            kitchen_history::version,
            kitchen_history::document_json,
        ))
        .load(c)?;
    let history = changes.into_iter().map(|(id, at_ms, reason, version, document)| {
        Ok(WholeChange { id, at_ms, reason, version, kitchen: json(document)? })
    });
    let kitchen = WholeKitchen {
        kitchen: kitchen::load(c)?,
        version: kitchen::version(c)?,
        history: history.collect::<Result<_>>()?,
    };
    let unfinished: Vec<(String, i64, String)> =
        sweet_unfinished::table.order(sweet_unfinished::key).load(c)?;
    let unfinished = unfinished
        .into_iter()
        .map(|(key, at_ms, document)| Ok(WholeUnfinished { key, at_ms, sweet: json(document)? }))
        .collect::<Result<_>>()?;
    Ok(Whole { kitchen, batches: batches(c)?, sweets: sweets(c)?, unfinished })
}

fn batches(c: &mut SqliteConnection) -> Result<Vec<WholeBatch>> {
    type Row = (i32, String, Option<String>, i64, Option<String>, String);
    let rows: Vec<Row> = batch::table
        .order(batch::id)
        .select((
            batch::id,
            batch::title,
            batch::sweet_key,
            batch::started_ms,
            batch::entry_id,
            batch::setup_json,
        ))
        .load(c)?;
    let mut whole = Vec::with_capacity(rows.len());
    for (id, title, sweet_key, started_ms, entry_id, setup) in rows {
        type EntryRow = (i32, i64, Option<String>, Option<i64>, Option<String>, String);
        let entries: Vec<EntryRow> = batch_event::table
            .filter(batch_event::batch_id.eq(id))
            .order(batch_event::seq)
            .select((
                batch_event::seq,
                batch_event::at_ms,
                batch_event::entry_id,
                batch_event::entered_ms,
                batch_event::by_whom,
                batch_event::event_json,
            ))
            .load(c)?;
        let log = entries.into_iter().map(|(seq, at_ms, entry_id, entered_ms, by, event)| {
            Ok(WholeEntry { seq, at_ms, entry_id, entered_ms, by, event: serde_json::from_str(&event)? })
        });
        whole.push(WholeBatch {
            id,
            title,
            sweet_key,
            started_ms,
            entry_id,
            setup: serde_json::from_str(&setup)?,
            log: log.collect::<Result<_>>()?,
            verdict: verdict::table.find(id).select(WholeVerdict::as_select()).first(c).optional()?,
        });
    }
    Ok(whole)
}

fn sweets(c: &mut SqliteConnection) -> Result<Vec<WholeSweet>> {
    type Row = (i32, i32, String, String, i64, Option<i64>);
    let rows: Vec<Row> = sweet::table.order(sweet::id).load(c)?;
    let mut whole = Vec::with_capacity(rows.len());
    for (id, version, card, search_words, changed_ms, removed_ms) in rows {
        type VersionRow = (i32, i64, String, String);
        let versions: Vec<VersionRow> = sweet_version::table
            .filter(sweet_version::sweet_id.eq(id))
            .order(sweet_version::version)
            .select((
                sweet_version::version,
                sweet_version::at_ms,
                sweet_version::reason,
                sweet_version::document_json,
            ))
            .load(c)?;
        let versions = versions.into_iter().map(|(version, at_ms, reason, document)| {
            Ok(WholeVersion { version, at_ms, reason, sweet: serde_json::from_str(&document)? })
        });
        whole.push(WholeSweet {
            id,
            version,
            card: serde_json::from_str(&card)?,
            search_words,
            changed_ms,
            removed_ms,
            versions: versions.collect::<Result<_>>()?,
        });
    }
    Ok(whole)
}

/// Puts everything into a notebook in which nothing was kept yet.
///
/// # Errors
/// [`StoreError::Open`] for a notebook in which something was kept; values that cannot be.
pub fn put_in(c: &mut SqliteConnection, whole: &Whole) -> Result<()> {
    let kept: i64 =
        batch::table.count().get_result::<i64>(c)? + kitchen_history::table.count().get_result::<i64>(c)?;
    if kept > 0 {
        return Err(StoreError::Open("something is kept in this notebook already; name a new one".into()));
    }
    kitchen::put_in(c, &whole.kitchen.kitchen, whole.kitchen.version)?;
    for change in &whole.kitchen.history {
        diesel::insert_into(kitchen_history::table)
            .values((
                kitchen_history::id.eq(change.id),
                kitchen_history::at_ms.eq(change.at_ms),
                kitchen_history::reason.eq(&change.reason),
                kitchen_history::version.eq(change.version),
                kitchen_history::document_json.eq(change.kitchen.to_string()),
            ))
            .execute(c)?;
    }
    for b in &whole.batches {
        put_batch(c, b)?;
    }
    crate::batch::settle(c)?;
    for s in &whole.sweets {
        diesel::insert_into(sweet::table)
            .values((
                sweet::id.eq(s.id),
                sweet::version.eq(s.version),
                sweet::card_json.eq(s.card.to_string()),
                sweet::search_words.eq(&s.search_words),
                sweet::changed_ms.eq(s.changed_ms),
                sweet::removed_ms.eq(s.removed_ms),
            ))
            .execute(c)?;
        for v in &s.versions {
            diesel::insert_into(sweet_version::table)
                .values((
                    sweet_version::sweet_id.eq(s.id),
                    sweet_version::version.eq(v.version),
                    sweet_version::at_ms.eq(v.at_ms),
                    sweet_version::reason.eq(&v.reason),
                    sweet_version::document_json.eq(v.sweet.to_string()),
                ))
                .execute(c)?;
        }
    }
    for u in &whole.unfinished {
        diesel::insert_into(sweet_unfinished::table)
            .values((
                sweet_unfinished::key.eq(&u.key),
                sweet_unfinished::at_ms.eq(u.at_ms),
                sweet_unfinished::document_json.eq(u.sweet.to_string()),
            ))
            .execute(c)?;
    }
    Ok(())
}

fn put_batch(c: &mut SqliteConnection, b: &WholeBatch) -> Result<()> {
    diesel::insert_into(batch::table)
        .values((
            batch::id.eq(b.id),
            batch::title.eq(&b.title),
            batch::sweet_key.eq(&b.sweet_key),
            batch::started_ms.eq(b.started_ms),
            batch::entry_id.eq(&b.entry_id),
            batch::setup_json.eq(b.setup.to_string()),
        ))
        .execute(c)?;
    for e in &b.log {
        diesel::insert_into(batch_event::table)
            .values((
                batch_event::batch_id.eq(b.id),
                batch_event::seq.eq(e.seq),
                batch_event::at_ms.eq(e.at_ms),
                batch_event::entry_id.eq(&e.entry_id),
                batch_event::entered_ms.eq(e.entered_ms),
                batch_event::by_whom.eq(&e.by),
                batch_event::event_json.eq(e.event.to_string()),
            ))
            .execute(c)?;
    }
    if let Some(v) = &b.verdict {
        diesel::insert_into(verdict::table)
            .values((
                verdict::batch_id.eq(b.id),
                verdict::at_ms.eq(v.at_ms),
                verdict::texture.eq(&v.texture),
                verdict::pieces.eq(v.pieces),
                verdict::finished_g.eq(v.finished_g),
                verdict::note.eq(&v.note),
            ))
            .execute(c)?;
    }
    Ok(())
}
