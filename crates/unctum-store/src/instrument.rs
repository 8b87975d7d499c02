//! Instruments of the network: which there are, which batch each watches, and what they sent of late.

use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use serde::{Deserialize, Serialize};
use unctum_core::CoreError;
use unctum_core::intake::{InstrumentKind, Looks, Record, Sample};

use crate::error::{Result, StoreError};
use crate::schema::{instrument, instrument_sample};

/// Most instruments at once.
const MOST: i64 = 40;
/// Samples are kept so long, ms: six hours. What matters of them stands in the log.
const KEPT_MS: i64 = 6 * 3_600_000;

/// What was heard of an instrument last.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[serde(default)]
pub struct Heard {
    /// When something came from it, ms since 1970.
    pub at_ms: Option<i64>,
    /// Its newest sample.
    pub newest: Option<Sample>,
    /// The newest that was looked at beside its pan.
    pub looked_at: Option<Sample>,
    /// How that looked.
    pub looks: Option<Looks>,
}

/// An instrument.
#[derive(Debug, Clone, PartialEq)]
pub struct Instrument {
    /// Its number.
    pub id: i32,
    /// What the cook calls it.
    pub name: String,
    /// What it measures.
    pub kind: InstrumentKind,
    /// How far it is to be trusted.
    pub record: Record,
    /// Since when it is known, ms since 1970.
    pub since_ms: i64,
    /// The batch whose pan it watches.
    pub batch_id: Option<i32>,
    /// What was heard of it last.
    pub heard: Heard,
}

#[derive(Queryable, Selectable)]
#[diesel(table_name = instrument)]
struct Row {
    id: i32,
    name: String,
    kind: String,
    record_json: String,
    since_ms: i64,
    batch_id: Option<i32>,
    heard_json: String,
}

impl Row {
    fn into_instrument(self) -> Result<Instrument> {
        Ok(Instrument {
            id: self.id,
            name: self.name,
            kind: serde_json::from_value(self.kind.into())?,
            record: serde_json::from_str(&self.record_json)?,
            since_ms: self.since_ms,
            batch_id: self.batch_id,
            heard: serde_json::from_str(&self.heard_json)?,
        })
    }
}

/// Notes an instrument under the hash of its token.
///
/// # Errors
/// [`StoreError::Core`] for a record that cannot be, or when there are very many already.
pub fn register(
    c: &mut SqliteConnection,
    (name, kind): (&str, InstrumentKind),
    record: &Record,
    token_hash: &str,
    now_ms: i64,
) -> Result<Instrument> {
    record.check()?;
    let there: i64 = instrument::table.count().get_result(c)?;
    if there >= MOST {
        let words = "Very many instruments are known. Take those away that are no longer used.";
        return Err(CoreError::NotNow(words.into()).into());
    }
    let kind: String = serde_json::from_value(serde_json::to_value(kind)?)?;
    diesel::insert_into(instrument::table)
        .values((
            instrument::name.eq(name),
            instrument::kind.eq(kind),
            instrument::token_hash.eq(token_hash),
            instrument::record_json.eq(serde_json::to_string(record)?),
            instrument::since_ms.eq(now_ms),
            instrument::heard_json.eq(serde_json::to_string(&Heard::default())?),
        ))
        .returning(Row::as_returning())
        .get_result(c)?
        .into_instrument()
}

/// All instruments, the oldest first.
///
/// # Errors
/// Those of the database; a row that cannot be read.
pub fn all(c: &mut SqliteConnection) -> Result<Vec<Instrument>> {
    let rows = instrument::table.order(instrument::id).select(Row::as_select()).load(c)?;
    rows.into_iter().map(Row::into_instrument).collect()
}

/// The instrument with this token, if there is one.
///
/// # Errors
/// Those of the database; a row that cannot be read.
pub fn of_token(c: &mut SqliteConnection, token_hash: &str) -> Result<Option<Instrument>> {
    let found =
        instrument::table.filter(instrument::token_hash.eq(token_hash)).select(Row::as_select()).first(c);
    found.optional()?.map(Row::into_instrument).transpose()
}

/// Lets it watch the pan of a batch, or none.
///
/// # Errors
/// [`StoreError::NotFound`] for an instrument or a batch that is not there.
pub fn watch(c: &mut SqliteConnection, id: i32, batch_id: Option<i32>) -> Result<()> {
    if let Some(batch_id) = batch_id {
        crate::batch::head(c, batch_id)?;
    }
    // What it said of another pan says nothing of this one.
    let heard = serde_json::to_string(&Heard::default())?;
    let set = (instrument::batch_id.eq(batch_id), instrument::heard_json.eq(heard));
    match diesel::update(instrument::table.find(id)).set(set).execute(c)? {
        0 => Err(StoreError::NotFound { what: "instrument", id }),
        _ => Ok(()),
    }
}

/// Which batch it watches.
///
/// # Errors
/// [`StoreError::NotFound`].
pub fn watched(c: &mut SqliteConnection, id: i32) -> Result<Option<i32>> {
    let found = instrument::table.find(id).select(instrument::batch_id).first(c).optional()?;
    found.ok_or(StoreError::NotFound { what: "instrument", id })
}

/// Takes it away, and what it sent.
///
/// # Errors
/// [`StoreError::NotFound`].
pub fn remove(c: &mut SqliteConnection, id: i32) -> Result<()> {
    match diesel::delete(instrument::table.find(id)).execute(c)? {
        0 => Err(StoreError::NotFound { what: "instrument", id }),
        _ => Ok(()),
    }
}

/// Keeps samples of a run of the instrument; those that are there already are left as they are. Returns those that
/// were new. What is old is let go.
///
/// # Errors
/// Those of the database.
pub fn keep(
    c: &mut SqliteConnection,
    id: i32,
    run: &str,
    samples: &[Sample],
    now_ms: i64,
) -> Result<Vec<Sample>> {
    let mut new = Vec::with_capacity(samples.len());
    for sample in samples {
        let kept = diesel::insert_or_ignore_into(instrument_sample::table)
            .values((
                instrument_sample::instrument_id.eq(id),
                instrument_sample::run.eq(run),
                instrument_sample::n.eq(i64::from(sample.n)),
                instrument_sample::at_ms.eq(sample.at_ms),
                instrument_sample::value.eq(sample.value),
            ))
            .execute(c)?;
        if kept > 0 {
            new.push(*sample);
        }
    }
    let old = instrument_sample::instrument_id
        .eq(id)
        .and(instrument_sample::at_ms.lt(now_ms.saturating_sub(KEPT_MS)));
    diesel::delete(instrument_sample::table.filter(old)).execute(c)?;
    Ok(new)
}

/// Notes what was heard of it last.
///
/// # Errors
/// Those of the database.
pub fn hear(c: &mut SqliteConnection, id: i32, heard: &Heard) -> Result<()> {
    let heard = serde_json::to_string(heard)?;
    diesel::update(instrument::table.find(id)).set(instrument::heard_json.eq(heard)).execute(c)?;
    Ok(())
}

/// How many samples of it are kept.
///
/// # Errors
/// Those of the database.
pub fn kept(c: &mut SqliteConnection, id: i32) -> Result<i64> {
    Ok(instrument_sample::table.filter(instrument_sample::instrument_id.eq(id)).count().get_result(c)?)
}
