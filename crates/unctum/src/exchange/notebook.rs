//! Everything in a notebook as one file of JSON; its batches and their readings as tables.

use std::io::{self, Write};

use serde::{Deserialize, Serialize};
use unctum_store::whole::{BatchLine, Whole, all_but_batches, each_batch};
use unctum_store::{SqliteConnection, StoreError, batch};
use utoipa::ToSchema;

use super::guarded;

/// What the file says it is.
pub const FORMAT: &str = "unctum-notebook";
/// The version it is written in.
pub const VERSION: u32 = 1;

/// Everything in a notebook.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
pub struct NotebookFile {
    /// Always `unctum-notebook`.
    pub format: String,
    /// Version of the format: 1.
    pub version: u32,
    /// Everything.
    pub notebook: Whole,
}

/// A batch as a row.
#[derive(Serialize)]
struct BatchRow<'a> {
    number: i32,
    title: String,
    sweet: &'a str,
    started: String,
    entries: i64,
    texture: &'a str,
    taste: &'a str,
    look: &'a str,
    pieces: Option<i32>,
    second_grade: Option<i32>,
    lost: Option<i32>,
    finished_g: Option<f64>,
    note: String,
}

/// A reading as a row.
#[derive(Serialize)]
struct ReadingRow {
    batch: i32,
    title: String,
    at: String,
    after_start_s: f64,
    reading: String,
    strength_percent: f64,
    strength_low_percent: f64,
    strength_high_percent: f64,
}

fn moment(ms: i64) -> String {
    jiff::Timestamp::from_millisecond(ms).map(|t| t.to_string()).unwrap_or_default()
}

/// What a table or a file could not be written for.
fn unwritten(e: impl Into<io::Error>) -> StoreError {
    StoreError::from(e.into())
}

fn line<W: Write>(table: &mut csv::Writer<W>, row: impl Serialize) -> unctum_store::Result<()> {
    table.serialize(row).map_err(unwritten)
}

/// Writes the batches as a table.
///
/// # Errors
/// Those of what it is written to.
pub fn write_batches(batches: &[BatchLine], to: impl Write) -> unctum_store::Result<()> {
    let mut table = csv::Writer::from_writer(to);
    for b in batches {
        let v = b.verdict.as_ref();
        let row = BatchRow {
            number: b.id,
            title: guarded(&b.title),
            sweet: b.sweet_key.as_deref().unwrap_or_default(),
            started: moment(b.started_ms),
            entries: b.entries,
            texture: v.map_or("", |v| v.texture.as_str()),
            taste: v.and_then(|v| v.taste.as_deref()).unwrap_or_default(),
            look: v.and_then(|v| v.look.as_deref()).unwrap_or_default(),
            pieces: v.and_then(|v| v.pieces),
            second_grade: v.and_then(|v| v.second_grade),
            lost: v.and_then(|v| v.lost),
            finished_g: v.and_then(|v| v.finished_g),
            note: guarded(v.map_or("", |v| v.note.as_str())),
        };
        line(&mut table, row)?;
    }
    table.flush().map_err(unwritten)
}

/// Writes all readings as a table, batch by batch.
///
/// # Errors
/// Those of the store and of what it is written to.
pub fn write_readings(c: &mut SqliteConnection, to: impl Write) -> unctum_store::Result<()> {
    let mut table = csv::Writer::from_writer(to);
    batch::each(c, |id, batch| {
        batch.readings().iter().try_for_each(|r| {
            let row = ReadingRow {
                batch: id,
                title: guarded(&batch.setup().title),
                at: moment(r.at_ms),
                after_start_s: (r.at_ms - batch.started_ms()) as f64 / 1000.0,
                reading: serde_json::to_string(&r.reading).unwrap_or_default(),
                strength_percent: 100.0 * r.solids_frac.mid,
                strength_low_percent: 100.0 * r.solids_frac.low,
                strength_high_percent: 100.0 * r.solids_frac.high,
            };
            line(&mut table, row)
        })
    })?;
    table.flush().map_err(unwritten)
}

/// Writes everything as one [`NotebookFile`], batch by batch: a notebook of years with its photographs is larger than the
/// memory it may take.
///
/// # Errors
/// Those of the store and of what it is written to.
pub fn write_everything(c: &mut SqliteConnection, to: &mut impl Write) -> unctum_store::Result<()> {
    let empty = NotebookFile { format: FORMAT.into(), version: VERSION, notebook: all_but_batches(c)? };
    let whole = serde_json::to_string_pretty(&empty).map_err(unwritten)?;
    // The batches are put where their empty list stands.
    let (before, after) =
        whole.split_once(NO_BATCHES).ok_or_else(|| unwritten(io::ErrorKind::InvalidData))?;
    write!(to, "{before}\"batches\": [").map_err(unwritten)?;
    let mut first = true;
    each_batch(c, |batch| {
        to.write_all(if std::mem::take(&mut first) { b"\n" } else { b",\n" }).map_err(unwritten)?;
        serde_json::to_writer(&mut *to, &batch).map_err(unwritten)
    })?;
    write!(to, "]{after}").map_err(unwritten)
}

/// How an empty list of batches is written.
const NO_BATCHES: &str = "\"batches\": []";
