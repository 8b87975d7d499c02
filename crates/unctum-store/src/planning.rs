//! Planning documents: orders, the days on which they are made, what is in the pantry. Each is one document, saved over the version
//! it was read at.

use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use unctum_core::order::{KitchenDays, Order, Pantry};

use crate::document::{Kept, read, written};
use crate::error::{Result, StoreError};
use crate::schema::{batch, planning_document};

/// A planning document of some kind.
#[allow(private_bounds)]
pub trait PlanningDocument: Kept {
    /// The word of its kind in the file.
    const KIND: &'static str;
}

impl PlanningDocument for Order {
    const KIND: &'static str = "order";
}

impl PlanningDocument for KitchenDays {
    const KIND: &'static str = "days";
}

impl PlanningDocument for Pantry {
    const KIND: &'static str = "pantry";
}

/// A planning document as it stands.
#[derive(Debug, Clone, PartialEq)]
pub struct Written<T> {
    /// Its number.
    pub id: i32,
    /// Its version, from 1.
    pub version: i32,
    /// It.
    pub document: T,
}

/// Keeps a new one.
///
/// # Errors
/// Those of the database.
pub fn create<T: PlanningDocument>(
    c: &mut SqliteConnection,
    document: &T,
    now_ms: i64,
) -> Result<Written<T>> {
    let id: i32 = diesel::insert_into(planning_document::table)
        .values((
            planning_document::kind.eq(T::KIND),
            planning_document::version.eq(1),
            planning_document::changed_ms.eq(now_ms),
            planning_document::document_json.eq(written(document)?),
        ))
        .returning(planning_document::id)
        .get_result(c)?;
    load(c, id)
}

/// One that was kept.
///
/// # Errors
/// [`StoreError::NotFound`], also for one that was removed.
pub fn load<T: PlanningDocument>(c: &mut SqliteConnection, id: i32) -> Result<Written<T>> {
    let (version, json): (i32, String) = planning_document::table
        .find(id)
        .filter(planning_document::kind.eq(T::KIND))
        .filter(planning_document::removed_ms.is_null())
        .select((planning_document::version, planning_document::document_json))
        .first(c)
        .optional()?
        .ok_or(StoreError::NotFound { what: T::KIND, id })?;
    Ok(Written { id, version, document: read(&json)? })
}

/// Some of a kind, in the order in which they are asked for; by one question to the database.
///
/// # Errors
/// [`StoreError::NotFound`] for the first that is not there, or was removed.
pub fn some<T: PlanningDocument>(c: &mut SqliteConnection, ids: &[i32]) -> Result<Vec<Written<T>>> {
    let rows: Vec<(i32, i32, String)> = planning_document::table
        .filter(planning_document::id.eq_any(ids))
        .filter(planning_document::kind.eq(T::KIND))
        .filter(planning_document::removed_ms.is_null())
        .select((planning_document::id, planning_document::version, planning_document::document_json))
        .load(c)?;
    let of = |id: &i32| {
        let found = rows.iter().find(|row| row.0 == *id);
        let (id, version, json) = found.ok_or(StoreError::NotFound { what: T::KIND, id: *id })?;
        Ok(Written { id: *id, version: *version, document: read(json)? })
    };
    ids.iter().map(of).collect()
}

/// All of a kind, the oldest first. One that cannot be read is left out: `check` names it.
///
/// # Errors
/// Those of the database.
pub fn all<T: PlanningDocument>(c: &mut SqliteConnection) -> Result<Vec<Written<T>>> {
    let rows: Vec<(i32, i32, String)> = planning_document::table
        .filter(planning_document::kind.eq(T::KIND))
        .filter(planning_document::removed_ms.is_null())
        .order(planning_document::id)
        .select((planning_document::id, planning_document::version, planning_document::document_json))
        .load(c)?;
    let told =
        |(id, version, json): (i32, i32, String)| Some(Written { id, version, document: read(&json).ok()? });
    Ok(rows.into_iter().filter_map(told).collect())
}

fn unchanged<T: PlanningDocument>(c: &mut SqliteConnection, id: i32, had: i32) -> Result<i32> {
    let now = load::<T>(c, id)?.version;
    if now == had { Ok(now + 1) } else { Err(StoreError::Changed { what: T::KIND, had, now }) }
}

/// Saves one over the version it was read at.
///
/// # Errors
/// [`StoreError::NotFound`]; [`StoreError::Changed`] if somebody saved in between.
pub fn save<T: PlanningDocument>(
    c: &mut SqliteConnection,
    (id, had): (i32, i32),
    document: &T,
    now_ms: i64,
) -> Result<Written<T>> {
    let version = unchanged::<T>(c, id, had)?;
    diesel::update(planning_document::table.find(id))
        .set((
            planning_document::version.eq(version),
            planning_document::changed_ms.eq(now_ms),
            planning_document::document_json.eq(written(document)?),
        ))
        .execute(c)?;
    load(c, id)
}

/// Puts one away; it stays in the file.
///
/// # Errors
/// [`StoreError::NotFound`]; [`StoreError::Changed`].
pub fn remove<T: PlanningDocument>(
    c: &mut SqliteConnection,
    (id, had): (i32, i32),
    now_ms: i64,
) -> Result<()> {
    let version = unchanged::<T>(c, id, had)?;
    diesel::update(planning_document::table.find(id))
        .set((planning_document::version.eq(version), planning_document::removed_ms.eq(Some(now_ms))))
        .execute(c)?;
    Ok(())
}

/// What is in the cupboard; an empty one, at version 0, before anything was written down.
///
/// # Errors
/// Those of the database.
pub fn pantry(c: &mut SqliteConnection) -> Result<Written<Pantry>> {
    let first = all::<Pantry>(c)?.into_iter().next();
    Ok(first.unwrap_or(Written { id: 0, version: 0, document: Pantry::default() }))
}

/// Saves what is in the cupboard over the version it was read at.
///
/// # Errors
/// [`StoreError::Changed`] if somebody saved in between.
pub fn save_pantry(
    c: &mut SqliteConnection,
    had: i32,
    document: &Pantry,
    now_ms: i64,
) -> Result<Written<Pantry>> {
    let stands = pantry(c)?;
    match stands.version {
        0 if had == 0 => create(c, document, now_ms),
        now if now == had => save(c, (stands.id, had), document, now_ms),
        now => Err(StoreError::Changed { what: Pantry::KIND, had, now }),
    }
}

/// Takes what a batch used out of the cupboard, once.
///
/// # Errors
/// Those of the database.
pub fn use_stock(c: &mut SqliteConnection, batch_id: i32, used: &[(String, f64)], now_ms: i64) -> Result<()> {
    let fresh = batch::table.find(batch_id).filter(batch::stock_used.eq(false));
    let rows = diesel::update(fresh).set(batch::stock_used.eq(true)).execute(c)?;
    let stands = pantry(c)?;
    if rows == 0 || stands.version == 0 {
        return Ok(());
    }
    let used = used.iter().map(|(key, g)| (key.as_str(), *g));
    let left = stands.document.clone().after(used);
    if left != stands.document {
        save(c, (stands.id, stands.version), &left, now_ms)?;
    }
    Ok(())
}
