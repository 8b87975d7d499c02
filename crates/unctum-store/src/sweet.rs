//! The cook's own sweets: saved by version, found again, never lost.

use diesel::dsl::{count_star, sum};
use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use unctum_core::food::Larder;
use unctum_core::process::Sweet;
use unctum_core::shelf::Card;

use crate::document::{read, written};
use crate::error::{Result, StoreError};
use crate::schema::{sweet, sweet_unfinished, sweet_version};

/// What an own sweet is called where it is missing or was changed.
const WHAT: &str = "sweet";

/// An own sweet as it stands.
#[derive(Debug, Clone, PartialEq)]
pub struct OwnSweet {
    /// Its number.
    pub id: i32,
    /// Its version, from 1.
    pub version: i32,
    /// It.
    pub sweet: Sweet,
}

/// A version of an own sweet.
#[derive(Debug, Clone, PartialEq, Eq, Queryable)]
pub struct SweetVersion {
    /// The version, from 1.
    pub version: i32,
    /// When it was saved, ms since 1970.
    pub at_ms: i64,
    /// What was done.
    pub reason: String,
}

#[derive(Insertable, AsChangeset)]
#[diesel(table_name = sweet, treat_none_as_null = true)]
struct Row {
    version: i32,
    card_json: String,
    search_words: String,
    changed_ms: i64,
    removed_ms: Option<i64>,
}

/// The key of an own sweet.
#[must_use]
pub fn key_of(id: i32) -> String {
    format!("own-{id}")
}

/// The number of an own sweet by its key; none for one of the catalogue.
#[must_use]
pub fn id_of(key: &str) -> Option<i32> {
    key.strip_prefix("own-")?.parse().ok()
}

fn row(card: &Card, version: i32, now_ms: i64) -> Result<Row> {
    Ok(Row {
        version,
        card_json: written(card)?,
        search_words: card.names_said(),
        changed_ms: now_ms,
        removed_ms: None,
    })
}

fn keep_version(
    c: &mut SqliteConnection,
    id: i32,
    version: i32,
    document: &Sweet,
    (reason, now_ms): (&str, i64),
) -> Result<()> {
    diesel::insert_into(sweet_version::table)
        .values((
            sweet_version::sweet_id.eq(id),
            sweet_version::version.eq(version),
            sweet_version::at_ms.eq(now_ms),
            sweet_version::reason.eq(reason),
            sweet_version::document_json.eq(written(document)?),
        ))
        .execute(c)?;
    Ok(())
}

/// Keeps a new sweet; `card` is its card, whose key does not matter.
///
/// # Errors
/// Those of the database.
pub fn create(
    c: &mut SqliteConnection,
    document: &Sweet,
    card: &Card,
    (reason, now_ms): (&str, i64),
) -> Result<OwnSweet> {
    let id: i32 =
        diesel::insert_into(sweet::table).values(row(card, 1, now_ms)?).returning(sweet::id).get_result(c)?;
    keep_version(c, id, 1, document, (reason, now_ms))?;
    load(c, id)
}

/// An own sweet as it stands.
///
/// # Errors
/// [`StoreError::NotFound`], also for one that was removed.
pub fn load(c: &mut SqliteConnection, id: i32) -> Result<OwnSweet> {
    let version: i32 = sweet::table
        .find(id)
        .filter(sweet::removed_ms.is_null())
        .select(sweet::version)
        .first(c)
        .optional()?
        .ok_or(StoreError::NotFound { what: WHAT, id })?;
    Ok(OwnSweet { id, version, sweet: at_version(c, id, version)? })
}

/// A sweet as it was at a version, also of one that was removed.
///
/// # Errors
/// [`StoreError::NotFound`].
pub fn at_version(c: &mut SqliteConnection, id: i32, version: i32) -> Result<Sweet> {
    let json: String = sweet_version::table
        .find((id, version))
        .select(sweet_version::document_json)
        .first(c)
        .optional()?
        .ok_or(StoreError::NotFound { what: WHAT, id })?;
    let document: Sweet = read(&json)?;
    Ok(Sweet { key: key_of(id), ..document })
}

/// All versions, newest first.
///
/// # Errors
/// [`StoreError::NotFound`].
pub fn history(c: &mut SqliteConnection, id: i32) -> Result<Vec<SweetVersion>> {
    let versions: Vec<SweetVersion> = sweet_version::table
        .filter(sweet_version::sweet_id.eq(id))
        .order(sweet_version::version.desc())
        .select((sweet_version::version, sweet_version::at_ms, sweet_version::reason))
        .load(c)?;
    if versions.is_empty() { Err(StoreError::NotFound { what: WHAT, id }) } else { Ok(versions) }
}

/// The version it stands at, if it is the one it was read at.
fn unchanged(c: &mut SqliteConnection, id: i32, had: i32) -> Result<i32> {
    let now: i32 = sweet::table
        .find(id)
        .select(sweet::version)
        .first(c)
        .optional()?
        .ok_or(StoreError::NotFound { what: WHAT, id })?;
    if now == had { Ok(now) } else { Err(StoreError::Changed { what: WHAT, had, now }) }
}

/// Saves a new version over the one it was read at. One that was removed is there again.
///
/// # Errors
/// [`StoreError::NotFound`]; [`StoreError::Changed`] if somebody saved in between.
pub fn save(
    c: &mut SqliteConnection,
    (id, had): (i32, i32),
    document: &Sweet,
    card: &Card,
    (reason, now_ms): (&str, i64),
) -> Result<OwnSweet> {
    let version = unchanged(c, id, had)? + 1;
    diesel::update(sweet::table.find(id)).set(row(card, version, now_ms)?).execute(c)?;
    keep_version(c, id, version, document, (reason, now_ms))?;
    load(c, id)
}

/// Takes a sweet off the shelf; its versions stay, so that it can be put back.
///
/// # Errors
/// [`StoreError::NotFound`]; [`StoreError::Changed`].
pub fn remove(c: &mut SqliteConnection, (id, had): (i32, i32), now_ms: i64) -> Result<()> {
    let found = load(c, id)?;
    let version = unchanged(c, id, had)? + 1;
    diesel::update(sweet::table.find(id))
        .set((sweet::removed_ms.eq(Some(now_ms)), sweet::version.eq(version)))
        .execute(c)?;
    keep_version(c, id, version, &found.sweet, ("Taken off the shelf", now_ms))
}

/// What changes whenever any own sweet does: how many there ever were, and all their versions together.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Stamp(i64, i64);

/// The stamp of the shelf as it stands.
///
/// # Errors
/// Those of the database.
pub fn stamp(c: &mut SqliteConnection) -> Result<Stamp> {
    let (count, versions): (i64, Option<i64>) =
        sweet::table.select((count_star(), sum(sweet::version))).first(c)?;
    Ok(Stamp(count, versions.unwrap_or(0)))
}

/// The cards of all own sweets, by name. One that cannot be read is left out: `check` names it.
///
/// `larder` says what else the things in them are called.
///
/// # Errors
/// Those of the database.
pub fn cards(c: &mut SqliteConnection, larder: &Larder) -> Result<Vec<Card>> {
    let rows: Vec<(i32, String)> =
        sweet::table.filter(sweet::removed_ms.is_null()).select((sweet::id, sweet::card_json)).load(c)?;
    let mut cards = rows
        .into_iter()
        .filter_map(|(id, json)| {
            let mut card: Card = read(&json).ok()?;
            card.key = key_of(id);
            Some(card.heard_by(larder))
        })
        .collect::<Vec<Card>>();
    cards.sort_by(|a, b| (a.name.to_lowercase(), &a.key).cmp(&(b.name.to_lowercase(), &b.key)));
    Ok(cards)
}

/// Work on a sweet that is not finished.
#[derive(Debug, Clone, PartialEq)]
pub struct Unfinished {
    /// When it was kept, ms since 1970.
    pub at_ms: i64,
    /// As far as it is.
    pub sweet: Sweet,
}

/// The unfinished work on a sweet, if there is some.
///
/// # Errors
/// Those of the database.
pub fn unfinished(c: &mut SqliteConnection, key: &str) -> Result<Option<Unfinished>> {
    let row: Option<(i64, String)> = sweet_unfinished::table
        .find(key)
        .select((sweet_unfinished::at_ms, sweet_unfinished::document_json))
        .first(c)
        .optional()?;
    row.map(|(at_ms, json)| Ok(Unfinished { at_ms, sweet: read(&json)? })).transpose()
}

/// Keeps unfinished work on a sweet in place of what was kept before.
///
/// # Errors
/// Those of the database.
pub fn keep_unfinished(c: &mut SqliteConnection, key: &str, work: &Sweet, now_ms: i64) -> Result<()> {
    let json = written(work)?;
    diesel::replace_into(sweet_unfinished::table)
        .values((
            sweet_unfinished::key.eq(key),
            sweet_unfinished::at_ms.eq(now_ms),
            sweet_unfinished::document_json.eq(json),
        ))
        .execute(c)?;
    Ok(())
}

/// Leaves unfinished work on a sweet.
///
/// # Errors
/// Those of the database.
pub fn drop_unfinished(c: &mut SqliteConnection, key: &str) -> Result<()> {
    diesel::delete(sweet_unfinished::table.find(key)).execute(c)?;
    Ok(())
}
