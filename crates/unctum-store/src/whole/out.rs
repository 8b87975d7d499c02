//! Everything taken out of a notebook.

use std::collections::BTreeMap;

use base64::prelude::{BASE64_STANDARD, Engine};
use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use serde_json::Value;

use super::values::*;
use crate::error::Result;
use crate::kitchen;
use crate::schema::{
    batch, batch_event, kitchen_history, photo, planning_document, sweet, sweet_unfinished, sweet_version,
    tasting, verdict,
};

/// Takes everything out of a notebook.
///
/// # Errors
/// Those of the database; a row that is no JSON.
pub fn take_out(c: &mut SqliteConnection) -> Result<Whole> {
    let mut batches = Vec::new();
    each_batch(c, |batch| {
        batches.push(batch);
        Ok(())
    })?;
    Ok(Whole { batches, ..all_but_batches(c)? })
}

/// Takes everything out of a notebook but its batches, which may be many and hold photographs.
///
/// # Errors
/// Those of the database; a row that is no JSON.
pub fn all_but_batches(c: &mut SqliteConnection) -> Result<Whole> {
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
    Ok(Whole { kitchen, batches: Vec::new(), sweets: sweets(c)?, unfinished, planning: planning(c)? })
}

/// One line for each batch, oldest number first.
///
/// # Errors
/// Those of the database.
pub fn batch_lines(c: &mut SqliteConnection) -> Result<Vec<BatchLine>> {
    type Row = (i32, String, Option<String>, i64);
    let columns = (batch::id, batch::title, batch::sweet_key, batch::started_ms);
    let rows: Vec<Row> = batch::table.order(batch::id).select(columns).load(c)?;
    let counted = (batch_event::batch_id, diesel::dsl::count_star());
    let entries: Vec<(i32, i64)> =
        batch_event::table.group_by(batch_event::batch_id).select(counted).load(c)?;
    let verdicts: Vec<(i32, WholeVerdict)> =
        verdict::table.select((verdict::batch_id, WholeVerdict::as_select())).load(c)?;
    let entries: BTreeMap<i32, i64> = entries.into_iter().collect();
    let mut verdicts: BTreeMap<i32, WholeVerdict> = verdicts.into_iter().collect();
    let line = |(id, title, sweet_key, started_ms)| BatchLine {
        id,
        title,
        sweet_key,
        started_ms,
        entries: entries.get(&id).copied().unwrap_or(0),
        verdict: verdicts.remove(&id),
    };
    Ok(rows.into_iter().map(line).collect())
}

/// Takes the batches out one after the other, oldest number first: no more than one of them is held at a time.
///
/// # Errors
/// Those of the database and of `with`; a row that is no JSON.
pub fn each_batch(c: &mut SqliteConnection, mut with: impl FnMut(WholeBatch) -> Result<()>) -> Result<()> {
    let ids: Vec<i32> = batch::table.order(batch::id).select(batch::id).load(c)?;
    ids.into_iter().try_for_each(|id| with(one_batch(c, id)?))
}

fn one_batch(c: &mut SqliteConnection, id: i32) -> Result<WholeBatch> {
    type Row = (String, Option<String>, i64, Option<String>, String, Option<i32>, bool);
    let row: Row = batch::table
        .find(id)
        .select((
            batch::title,
            batch::sweet_key,
            batch::started_ms,
            batch::entry_id,
            batch::setup_json,
            batch::days_id,
            batch::stock_used,
        ))
        .first(c)?;
    let (title, sweet_key, started_ms, entry_id, setup, days_id, stock_used) = row;
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
    Ok(WholeBatch {
        id,
        title,
        sweet_key,
        started_ms,
        entry_id,
        setup: serde_json::from_str(&setup)?,
        log: log.collect::<Result<_>>()?,
        verdict: verdict::table.find(id).select(WholeVerdict::as_select()).first(c).optional()?,
        days_id,
        stock_used,
        tastings: tastings(c, id)?,
        photos: photos(c, id)?,
    })
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

fn tastings(c: &mut SqliteConnection, batch_id: i32) -> Result<Vec<WholeTasting>> {
    let its = tasting::table.filter(tasting::batch_id.eq(batch_id).and(tasting::removed_ms.is_null()));
    let columns = (tasting::at_ms, tasting::place, tasting::tasted, tasting::note);
    Ok(its.order(tasting::id).select(columns).load(c)?)
}

fn photos(c: &mut SqliteConnection, batch_id: i32) -> Result<Vec<WholePhoto>> {
    type Row = (i64, i32, i32, Vec<u8>, Vec<u8>);
    let its = photo::table.filter(photo::batch_id.eq(batch_id).and(photo::removed_ms.is_null()));
    let columns = (photo::at_ms, photo::width_px, photo::height_px, photo::image, photo::small);
    let rows: Vec<Row> = its.order(photo::id).select(columns).load(c)?;
    let whole = |(at_ms, width_px, height_px, image, small): Row| WholePhoto {
        at_ms,
        width_px,
        height_px,
        image: BASE64_STANDARD.encode(image),
        small: BASE64_STANDARD.encode(small),
    };
    Ok(rows.into_iter().map(whole).collect())
}

fn planning(c: &mut SqliteConnection) -> Result<Vec<WholePlanning>> {
    type Row = (i32, String, i32, i64, Option<i64>, String);
    let rows: Vec<Row> = planning_document::table.order(planning_document::id).load(c)?;
    let whole = |(id, kind, version, changed_ms, removed_ms, document): Row| {
        Ok(WholePlanning {
            id,
            kind,
            version,
            changed_ms,
            removed_ms,
            document: serde_json::from_str(&document)?,
        })
    };
    rows.into_iter().map(whole).collect()
}
