//! Everything in a notebook as one file of JSON; its batches and their readings as tables.

use serde::{Deserialize, Serialize};
use unctum_core::batch::ReadingMade;
use unctum_store::whole::{Whole, WholeBatch};
use utoipa::ToSchema;

use crate::problem::{Answer, Problem};

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
    entries: usize,
    texture: &'a str,
    taste: &'a str,
    look: &'a str,
    pieces: Option<i32>,
    seconds: Option<i32>,
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

/// The readings of a batch.
pub struct ReadingsOf {
    /// Number of the batch.
    pub id: i32,
    /// What it is called.
    pub title: String,
    /// When it was started, ms since 1970.
    pub started_ms: i64,
    /// They.
    pub readings: Vec<ReadingMade>,
}

/// A text that no spreadsheet takes for a formula.
fn guarded(text: &str) -> String {
    let guard = if text.starts_with(['=', '+', '-', '@', '\t', '\r']) { "'" } else { "" };
    format!("{guard}{text}")
}

fn moment(ms: i64) -> String {
    jiff::Timestamp::from_millisecond(ms).map(|t| t.to_string()).unwrap_or_default()
}

fn table<T: Serialize>(rows: impl Iterator<Item = T>) -> Answer<String> {
    let mut writer = csv::Writer::from_writer(Vec::new());
    for row in rows {
        writer.serialize(row).map_err(|_| Problem::broken())?;
    }
    String::from_utf8(writer.into_inner().map_err(|_| Problem::broken())?).map_err(|_| Problem::broken())
}

/// The batches as a table.
///
/// # Errors
/// None but the program's own.
pub fn batches(batches: &[WholeBatch]) -> Answer<String> {
    table(batches.iter().map(|b| {
        let v = b.verdict.as_ref();
        BatchRow {
            number: b.id,
            title: guarded(&b.title),
            sweet: b.sweet_key.as_deref().unwrap_or_default(),
            started: moment(b.started_ms),
            entries: b.log.len(),
            texture: v.map_or("", |v| v.texture.as_str()),
            taste: v.and_then(|v| v.taste.as_deref()).unwrap_or_default(),
            look: v.and_then(|v| v.look.as_deref()).unwrap_or_default(),
            pieces: v.and_then(|v| v.pieces),
            seconds: v.and_then(|v| v.seconds),
            lost: v.and_then(|v| v.lost),
            finished_g: v.and_then(|v| v.finished_g),
            note: guarded(v.map_or("", |v| v.note.as_str())),
        }
    }))
}

/// All readings as a table.
///
/// # Errors
/// None but the program's own.
pub fn readings(of: &[ReadingsOf]) -> Answer<String> {
    table(of.iter().flat_map(|b| {
        b.readings.iter().map(|r| ReadingRow {
            batch: b.id,
            title: guarded(&b.title),
            at: moment(r.at_ms),
            after_start_s: (r.at_ms - b.started_ms) as f64 / 1000.0,
            reading: serde_json::to_string(&r.reading).unwrap_or_default(),
            strength_percent: 100.0 * r.solids_frac.mid,
            strength_low_percent: 100.0 * r.solids_frac.low,
            strength_high_percent: 100.0 * r.solids_frac.high,
        })
    }))
}
