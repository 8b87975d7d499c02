//! The kitchen: one document in one row, and what it was before each change.

use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use unctum_core::kitchen::{KitchenDocument, KitchenPart};

use crate::document::{read, written};
use crate::error::{Result, StoreError};
use crate::kitchen_merge::merge;
use crate::schema::{self, kitchen_history};

/// Most changes kept to be taken back.
const HISTORY_KEPT: i64 = 200;

/// The kitchen as it stands.
///
/// # Errors
/// Those of the database.
pub fn load(c: &mut SqliteConnection) -> Result<KitchenDocument> {
    let json: String = schema::kitchen::table.select(schema::kitchen::document_json).first(c)?;
    read(&json)
}

/// The version that the kitchen stands at; 1 is one that nobody has changed.
///
/// # Errors
/// Those of the database.
pub fn version(c: &mut SqliteConnection) -> Result<i32> {
    Ok(schema::kitchen::table.select(schema::kitchen::version).first(c)?)
}

/// Replaces the kitchen and keeps what it was, to be taken back. Batches keep the copies they started
/// with.
///
/// # Errors
/// [`StoreError::Core`] for values no kitchen has; those of the database.
pub fn save(c: &mut SqliteConnection, kitchen: &KitchenDocument, reason: &str, now_ms: i64) -> Result<()> {
    kitchen.check()?;
    let before: String = schema::kitchen::table.select(schema::kitchen::document_json).first(c)?;
    let version = version(c)?;
    let reason: String = reason.chars().take(200).collect();
    diesel::insert_into(kitchen_history::table)
        .values((
            kitchen_history::at_ms.eq(now_ms),
            kitchen_history::reason.eq(reason),
            kitchen_history::document_json.eq(before),
            kitchen_history::version.eq(version),
        ))
        .execute(c)?;
    let newest: Option<i32> =
        kitchen_history::table.select(diesel::dsl::max(kitchen_history::id)).first(c)?;
    let oldest_kept = i64::from(newest.unwrap_or(0)) - HISTORY_KEPT;
    if let Ok(oldest_kept) = i32::try_from(oldest_kept) {
        diesel::delete(kitchen_history::table.filter(kitchen_history::id.le(oldest_kept))).execute(c)?;
    }
    write(c, kitchen)
}

/// What becomes of a change that was based on an older kitchen.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct BasedOn {
    /// The version it was read at.
    pub version: i32,
    /// Whether it stands where somebody else changed the same thing.
    pub mine_stands: bool,
}

/// Saves a change that was based on a version. What others changed since is kept beside it; where both
/// changed the same thing, nothing is kept and it is said what that is.
///
/// # Errors
/// [`StoreError::BothChanged`]; those of [`save`].
pub fn save_over(
    c: &mut SqliteConnection,
    based_on: BasedOn,
    kitchen: &KitchenDocument,
    reason: Option<&str>,
    now_ms: i64,
) -> Result<()> {
    kitchen.check()?;
    let stands = load(c)?;
    // Whoever changes a kitchen sends its guessed pans as they are settled.
    let was = stands.clone().settled();
    let why = |becomes: &KitchenDocument| {
        let changed = || format!("Changed: {}", in_words(&becomes.changed_from(&was)));
        reason.map_or_else(changed, str::to_owned)
    };
    let now = version(c)?;
    if now == based_on.version {
        return save(c, kitchen, &why(kitchen), now_ms);
    }
    let base: Option<String> = kitchen_history::table
        .filter(kitchen_history::version.eq(based_on.version))
        .order(kitchen_history::id.desc())
        .select(kitchen_history::document_json)
        .first(c)
        .optional()?;
    let theirs = serde_json::to_value(&stands)?;
    // A version that is no longer known: whatever differs is asked about.
    let base = match base {
        Some(json) => serde_json::to_value(read::<KitchenDocument>(&json)?)?,
        None => serde_json::Value::Null,
    };
    let merged = merge(&base, &serde_json::to_value(kitchen)?, &theirs);
    if !merged.both.is_empty() && !based_on.mine_stands {
        return Err(StoreError::BothChanged { parts: in_words(&merged.both) });
    }
    let merged: KitchenDocument = serde_json::from_value(merged.document)?;
    save(c, &merged, &why(&merged), now_ms)
}

fn in_words(parts: &[KitchenPart]) -> String {
    if parts.is_empty() {
        return "nothing".to_owned();
    }
    parts.iter().map(|p| p.words()).collect::<Vec<_>>().join(", ")
}

fn write(c: &mut SqliteConnection, kitchen: &KitchenDocument) -> Result<()> {
    let last: i32 = schema::kitchen::table.select(schema::kitchen::last_thing_id).first(c)?;
    let (numbered, last) = kitchen.clone().numbered(last);
    diesel::update(schema::kitchen::table)
        .set((
            schema::kitchen::version.eq(schema::kitchen::version + 1),
            schema::kitchen::last_thing_id.eq(last),
            schema::kitchen::document_json.eq(written(&numbered)?),
        ))
        .execute(c)?;
    Ok(())
}

/// Puts a kitchen in as it stood elsewhere, with the version it stood at.
pub(crate) fn put_in(c: &mut SqliteConnection, kitchen: &KitchenDocument, version: i32) -> Result<()> {
    kitchen.check()?;
    write(c, kitchen)?;
    diesel::update(schema::kitchen::table).set(schema::kitchen::version.eq(version)).execute(c)?;
    Ok(())
}

/// A change of the kitchen that can be taken back.
#[derive(Debug, Clone, PartialEq, Eq, Queryable, Selectable)]
#[diesel(table_name = kitchen_history)]
pub struct KitchenChange {
    /// Its number.
    pub id: i32,
    /// When, ms since 1970.
    pub at_ms: i64,
    /// What was done, in the cook's words.
    pub reason: String,
}

/// The changes that can be taken back, newest first.
///
/// # Errors
/// Those of the database.
pub fn history(c: &mut SqliteConnection) -> Result<Vec<KitchenChange>> {
    Ok(kitchen_history::table.order(kitchen_history::id.desc()).select(KitchenChange::as_select()).load(c)?)
}

/// Takes the newest change back: the kitchen stands as it did before it.
///
/// # Errors
/// [`StoreError::Core`] when there is nothing to take back, or it is no longer the newest.
pub fn undo(c: &mut SqliteConnection, id: i32) -> Result<()> {
    let newest: Option<(i32, String)> = kitchen_history::table
        .order(kitchen_history::id.desc())
        .select((kitchen_history::id, kitchen_history::document_json))
        .first(c)
        .optional()?;
    let words = |words: &str| StoreError::Core(unctum_core::CoreError::NotNow(words.to_owned()));
    let (newest_id, before) =
        newest.ok_or_else(|| words("There is no change of the kitchen to take back."))?;
    if newest_id != id {
        return Err(words("Only the newest change can be taken back. Take the later ones back first."));
    }
    write(c, &read(&before)?)?;
    diesel::delete(kitchen_history::table.find(newest_id)).execute(c)?;
    Ok(())
}
