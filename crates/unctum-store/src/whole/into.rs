//! Everything put into a notebook.

use std::collections::BTreeSet;

use base64::prelude::{BASE64_STANDARD, Engine};
use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use serde_json::Value;
use unctum_core::cook::Followed;
use unctum_core::log::Logged;
use unctum_core::start::BatchSetup;

use super::values::*;
use crate::document::read;
use crate::error::{Result, StoreError};
use crate::kitchen;
use crate::schema::{
    batch, batch_event, kitchen_history, photo, planning_document, sweet, sweet_unfinished, sweet_version,
    tasting, verdict,
};

/// Puts everything into a notebook in which nothing was kept yet.
///
/// # Errors
/// [`StoreError::Open`] for a notebook in which something was kept; values that cannot be.
pub fn put_in(c: &mut SqliteConnection, whole: &Whole) -> Result<()> {
    if !is_empty(c)? {
        return Err(StoreError::Open("something is kept in this notebook already; name a new one".into()));
    }
    match put_with(c, whole, &whole.batches.iter().collect::<Vec<_>>())? {
        0 => Ok(()),
        n => Err(StoreError::Open(format!("{n} of the things in it are not as a notebook keeps them"))),
    }
}

/// Puts everything in, of the batches only these. Returns how much of it was left out, since the notebook cannot keep it.
fn put_with(c: &mut SqliteConnection, whole: &Whole, batches: &[&WholeBatch]) -> Result<usize> {
    kitchen::put_in(c, &whole.kitchen.kitchen, whole.kitchen.version)?;
    let mut left_out = 0;
    for change in &whole.kitchen.history {
        left_out += left_out_of(c, |c| put_change(c, change))?;
    }
    for b in batches {
        left_out += left_out_of(c, |c| put_batch(c, b))?;
    }
    for p in &whole.planning {
        left_out += left_out_of(c, |c| put_planning(c, p))?;
    }
    crate::batch::settle(c)?;
    for s in &whole.sweets {
        left_out += left_out_of(c, |c| put_sweet(c, s))?;
    }
    for u in &whole.unfinished {
        left_out += left_out_of(c, |c| put_unfinished(c, u))?;
    }
    Ok(left_out)
}

/// Puts one thing in, or nothing of it where it is none that can be kept. Returns how many were left out.
fn left_out_of(
    c: &mut SqliteConnection,
    put: impl FnOnce(&mut SqliteConnection) -> Result<()>,
) -> Result<usize> {
    match c.transaction(put) {
        Ok(()) => Ok(0),
        Err(StoreError::Corrupt(_) | StoreError::Core(_) | StoreError::Database(_) | StoreError::Open(_)) => {
            Ok(1)
        }
        Err(other) => Err(other),
    }
}

fn put_change(c: &mut SqliteConnection, change: &WholeChange) -> Result<()> {
    diesel::insert_into(kitchen_history::table)
        .values((
            kitchen_history::id.eq(change.id),
            kitchen_history::at_ms.eq(change.at_ms),
            kitchen_history::reason.eq(&change.reason),
            kitchen_history::version.eq(change.version),
            kitchen_history::document_json.eq(change.kitchen.to_string()),
        ))
        .execute(c)?;
    Ok(())
}

fn put_planning(c: &mut SqliteConnection, p: &WholePlanning) -> Result<()> {
    diesel::insert_into(planning_document::table)
        .values((
            planning_document::id.eq(p.id),
            planning_document::kind.eq(&p.kind),
            planning_document::version.eq(p.version),
            planning_document::changed_ms.eq(p.changed_ms),
            planning_document::removed_ms.eq(p.removed_ms),
            planning_document::document_json.eq(p.document.to_string()),
        ))
        .execute(c)?;
    Ok(())
}

fn put_sweet(c: &mut SqliteConnection, s: &WholeSweet) -> Result<()> {
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
    Ok(())
}

fn put_unfinished(c: &mut SqliteConnection, u: &WholeUnfinished) -> Result<()> {
    diesel::insert_into(sweet_unfinished::table)
        .values((
            sweet_unfinished::key.eq(&u.key),
            sweet_unfinished::at_ms.eq(u.at_ms),
            sweet_unfinished::document_json.eq(u.sweet.to_string()),
        ))
        .execute(c)?;
    Ok(())
}

/// Whether nothing was kept in a notebook yet.
fn is_empty(c: &mut SqliteConnection) -> Result<bool> {
    let kept: i64 =
        batch::table.count().get_result::<i64>(c)? + kitchen_history::table.count().get_result::<i64>(c)?;
    Ok(kept == 0)
}

fn put_batch(c: &mut SqliteConnection, b: &WholeBatch) -> Result<()> {
    let chosen = |at: &str| b.setup.pointer(at).and_then(Value::as_i64);
    let pan_id = chosen("/document/chosen/pan_id").or_else(|| chosen("/chosen/pan_id"));
    let pan_id = pan_id.and_then(|id| i32::try_from(id).ok());
    diesel::insert_into(batch::table)
        .values((
            batch::id.eq(b.id),
            batch::title.eq(&b.title),
            batch::sweet_key.eq(&b.sweet_key),
            batch::started_ms.eq(b.started_ms),
            batch::entry_id.eq(&b.entry_id),
            batch::setup_json.eq(b.setup.to_string()),
            batch::days_id.eq(b.days_id),
            batch::stock_used.eq(b.stock_used),
            batch::pan_id.eq(pan_id),
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
                verdict::taste.eq(&v.taste),
                verdict::look.eq(&v.look),
                verdict::second_grade.eq(v.second_grade),
                verdict::lost.eq(v.lost),
            ))
            .execute(c)?;
    }
    for t in &b.tastings {
        diesel::insert_into(tasting::table)
            .values((
                tasting::batch_id.eq(b.id),
                tasting::at_ms.eq(t.at_ms),
                tasting::place.eq(&t.place),
                tasting::tasted.eq(&t.tasted),
                tasting::note.eq(&t.note),
            ))
            .execute(c)?;
    }
    let picture = |text: &str| {
        let cannot = |_| StoreError::Open("a photograph in it cannot be read".into());
        BASE64_STANDARD.decode(text).map_err(cannot)
    };
    for p in &b.photos {
        diesel::insert_into(photo::table)
            .values((
                photo::batch_id.eq(b.id),
                photo::at_ms.eq(p.at_ms),
                photo::width_px.eq(p.width_px),
                photo::height_px.eq(p.height_px),
                photo::image.eq(picture(&p.image)?),
                photo::small.eq(picture(&p.small)?),
            ))
            .execute(c)?;
    }
    Ok(())
}

/// What came of putting a notebook into one that is used.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Added {
    /// Whether everything was put in: nothing was kept here before.
    pub whole: bool,
    /// Batches that came in.
    pub batches: usize,
    /// Batches that were here already.
    pub doubled: usize,
    /// Of it cannot be read: batches that are kept as they are where everything was put in, and whatever was left out.
    pub unreadable: usize,
}

fn readable(c: &mut SqliteConnection) -> Result<usize> {
    let all: i64 = batch::table.count().get_result(c)?;
    Ok(usize::try_from(all).unwrap_or(0) - unreadable(c)?)
}

fn unreadable(c: &mut SqliteConnection) -> Result<usize> {
    let of: i64 = batch::table.filter(batch::standing.eq("unreadable")).count().get_result(c)?;
    Ok(usize::try_from(of).unwrap_or(0))
}

/// Puts a notebook into this one: everything where nothing was kept, else the batches that are not here yet, under new
/// numbers. The kitchen and what is written about it stay as they are here.
///
/// # Errors
/// Those of the database; nothing is kept then.
pub fn add(c: &mut SqliteConnection, whole: &Whole) -> Result<Added> {
    let mut added = Added::default();
    let mut batches: Vec<&WholeBatch> = whole.batches.iter().collect();
    if is_empty(c)? {
        let (once, again) = parted(batches);
        let unreadable = put_with(c, whole, &once)? + unreadable(c)?;
        added = Added { whole: true, batches: readable(c)?, unreadable, ..added };
        batches = again;
    }
    for b in batches {
        if is_here(c, b)? {
            added.doubled += 1;
            continue;
        }
        let last: Option<i32> = batch::table.select(diesel::dsl::max(batch::id)).first(c)?;
        // A name of an entry that is taken here is no name any more.
        let mut own = WholeBatch { id: last.unwrap_or(0) + 1, entry_id: None, days_id: None, ..b.clone() };
        own.log.iter_mut().for_each(|e| e.entry_id = None);
        let setup = read::<BatchSetup>(&own.setup.to_string());
        let log = own.log.iter().map(|e| {
            let logged = Logged::new(e.seq, e.at_ms, read(&e.event.to_string())?);
            Ok(Logged { entered_ms: e.entered_ms, by: e.by.clone(), ..logged })
        });
        let sound =
            setup.and_then(|s| Ok(Followed::new(s, b.started_ms, &log.collect::<Result<Vec<_>>>()?)?));
        if sound.is_err() || left_out_of(c, |c| put_batch(c, &own))? > 0 {
            added.unreadable += 1;
            continue;
        }
        added.batches += 1;
    }
    crate::batch::settle(c)?;
    Ok(added)
}

/// The batches whose number and whose names of entries none before them has, and those that a hand has doubled.
fn parted(batches: Vec<&WholeBatch>) -> (Vec<&WholeBatch>, Vec<&WholeBatch>) {
    let (mut ids, mut names) = (BTreeSet::new(), BTreeSet::new());
    batches.into_iter().partition(|b| {
        let named = b.log.iter().map(|e| &e.entry_id).chain([&b.entry_id]).flatten();
        // All are taken down, also where one was there before.
        let fresh: Vec<bool> = named.map(|name| names.insert(name.as_str())).collect();
        ids.insert(b.id) && fresh.into_iter().all(|f| f)
    })
}

/// Whether a batch is here already: started at the same moment, under the same name, with as many entries.
fn is_here(c: &mut SqliteConnection, b: &WholeBatch) -> Result<bool> {
    let same = batch::table.filter(batch::started_ms.eq(b.started_ms).and(batch::title.eq(&b.title)));
    let ids: Vec<i32> = same.select(batch::id).load(c)?;
    for id in ids {
        let entries: i64 = batch_event::table.filter(batch_event::batch_id.eq(id)).count().first(c)?;
        if entries == b.log.len() as i64 {
            return Ok(true);
        }
    }
    Ok(false)
}
