//! The cook's own sweets: saved by version, found again, never lost.

use diesel::prelude::*;
use diesel::sqlite::{Sqlite, SqliteConnection};
use unctum_core::food::plain;
use unctum_core::process::{Card, Sweet, Wanted};

use crate::error::{Result, StoreError};
use crate::schema::{sweet, sweet_version};

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
    name: String,
    family: String,
    search: String,
    ingredients: String,
    allergens: String,
    total_min: f64,
    level: i32,
    instrument_free: bool,
    card_json: String,
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

/// Words between bars, so that a whole one can be looked for.
fn barred(words: &[String]) -> String {
    words.iter().fold("|".to_owned(), |all, w| format!("{all}{w}|"))
}

fn row(card: &Card, version: i32, now_ms: i64) -> Result<Row> {
    Ok(Row {
        version,
        name: card.name.clone(),
        family: serde_json::from_value(serde_json::to_value(card.family)?)?,
        search: card.search.clone(),
        ingredients: barred(&card.ingredients),
        allergens: barred(&card.allergens),
        total_min: card.total_min,
        level: card.level.into(),
        instrument_free: card.instrument_free,
        card_json: serde_json::to_string(card)?,
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
            sweet_version::document_json.eq(serde_json::to_string(document)?),
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
    let document: Sweet = serde_json::from_str(&json)?;
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

type Found = sweet::BoxedQuery<'static, Sqlite>;

/// Words of a search as a pattern: what is a sign to the database is a letter to the cook.
fn anywhere(word: &str) -> String {
    let plain: String = word
        .chars()
        .flat_map(|ch| if matches!(ch, '%' | '_' | '\\') { vec!['\\', ch] } else { vec![ch] })
        .collect();
    format!("%{plain}%")
}

fn matching(wanted: &Wanted) -> Result<Found> {
    let mut query = sweet::table.filter(sweet::removed_ms.is_null()).into_boxed();
    for word in plain(&wanted.words).split_whitespace().take(12) {
        query = query.filter(sweet::search.like(anywhere(word)).escape('\\'));
    }
    if let Some(family) = wanted.family {
        let word: String = serde_json::from_value(serde_json::to_value(family)?)?;
        query = query.filter(sweet::family.eq(word));
    }
    if let Some(ingredient) = &wanted.ingredient {
        query = query.filter(sweet::ingredients.like(anywhere(&format!("|{ingredient}|"))).escape('\\'));
    }
    for allergen in wanted.without.iter().take(20) {
        query = query.filter(sweet::allergens.not_like(anywhere(&format!("|{allergen}|"))).escape('\\'));
    }
    if let Some(most) = wanted.max_total_min {
        query = query.filter(sweet::total_min.le(most));
    }
    if wanted.instrument_free {
        query = query.filter(sweet::instrument_free.eq(true));
    }
    if wanted.beginner {
        query = query.filter(sweet::level.eq(1));
    }
    Ok(query)
}

/// How many own sweets answer, and the first `limit` of them by name.
///
/// # Errors
/// Those of the database.
pub fn search(c: &mut SqliteConnection, wanted: &Wanted, limit: i64) -> Result<(i64, Vec<Card>)> {
    let total = matching(wanted)?.count().get_result(c)?;
    let rows: Vec<(i32, String)> = matching(wanted)?
        .order((sweet::name, sweet::id))
        .limit(limit)
        .select((sweet::id, sweet::card_json))
        .load(c)?;
    let cards = rows
        .into_iter()
        .map(|(id, json)| Ok(Card { key: key_of(id), ..serde_json::from_str(&json)? }))
        .collect::<Result<_>>()?;
    Ok((total, cards))
}
