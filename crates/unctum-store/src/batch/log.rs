//! A batch as it stands in its rows: how it was set up, what happened, how it turned out.

use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use unctum_core::cook::Followed;
use unctum_core::log::Logged;
use unctum_core::review::{Texture, Verdict};
use unctum_core::start::BatchSetup;

use crate::document::read;
use crate::error::{Result, StoreError};
use crate::schema::{batch, batch_event, verdict};

#[derive(Queryable, Selectable)]
#[diesel(table_name = batch)]
struct BatchRow {
    started_ms: i64,
    setup_json: String,
}

#[derive(Queryable, Selectable)]
#[diesel(table_name = batch_event)]
struct EventRow {
    seq: i32,
    at_ms: i64,
    event_json: String,
    entered_ms: Option<i64>,
    by_whom: Option<String>,
}

#[derive(Queryable, Selectable, Insertable, AsChangeset)]
#[diesel(table_name = verdict, treat_none_as_null = true)]
pub(super) struct VerdictRow {
    pub batch_id: i32,
    pub at_ms: i64,
    pub texture: String,
    pub pieces: Option<i32>,
    pub finished_g: Option<f64>,
    pub note: String,
    pub taste: Option<String>,
    pub look: Option<String>,
    pub second_grade: Option<i32>,
    pub lost: Option<i32>,
}

impl EventRow {
    fn into_logged(self) -> Result<Logged> {
        let logged = Logged::new(self.seq, self.at_ms, read(&self.event_json)?);
        Ok(Logged { entered_ms: self.entered_ms, by: self.by_whom, ..logged })
    }
}

impl VerdictRow {
    pub fn into_verdict(self) -> Result<Verdict> {
        let texture: Texture = serde_json::from_value(self.texture.into())?;
        Ok(Verdict {
            texture,
            taste: self.taste.map(|t| serde_json::from_value(t.into())).transpose()?,
            look: self.look.map(|l| serde_json::from_value(l.into())).transpose()?,
            pieces: self.pieces,
            second_grade: self.second_grade,
            lost: self.lost,
            finished_g: self.finished_g,
            note: self.note,
        })
    }
}

/// When a batch was started, and how it was set up.
pub(crate) fn head(c: &mut SqliteConnection, id: i32) -> Result<(i64, BatchSetup)> {
    let row = row(c, id)?;
    Ok((row.started_ms, read(&row.setup_json)?))
}

/// When a batch was started, ms since 1970.
pub(crate) fn started_ms(c: &mut SqliteConnection, id: i32) -> Result<i64> {
    let found = batch::table.find(id).select(batch::started_ms).first(c).optional()?;
    found.ok_or(StoreError::NotFound { what: "batch", id })
}

/// A batch with all of its log taken in.
pub(crate) fn followed(c: &mut SqliteConnection, id: i32) -> Result<Followed> {
    let (started_ms, setup) = head(c, id)?;
    Ok(Followed::new(setup, started_ms, &events_after(c, id, 0)?)?)
}

fn row(c: &mut SqliteConnection, id: i32) -> Result<BatchRow> {
    let found = batch::table.find(id).select(BatchRow::as_select()).first(c).optional()?;
    found.ok_or(StoreError::NotFound { what: "batch", id })
}

/// The entries of a batch with a number above `seq`, in their order.
pub(crate) fn events_after(c: &mut SqliteConnection, id: i32, seq: i32) -> Result<Vec<Logged>> {
    let rows = batch_event::table
        .filter(batch_event::batch_id.eq(id).and(batch_event::seq.gt(seq)))
        .order(batch_event::seq)
        .select(EventRow::as_select())
        .load(c)?;
    rows.into_iter().map(EventRow::into_logged).collect()
}

/// How a batch turned out, once that is known.
///
/// # Errors
/// Those of the database.
pub fn told(c: &mut SqliteConnection, id: i32) -> Result<Option<Verdict>> {
    let row = verdict::table.find(id).select(VerdictRow::as_select()).first(c).optional()?;
    row.map(VerdictRow::into_verdict).transpose()
}

/// Something more was written about a batch: what it tells has to be asked anew.
pub(super) fn untold(c: &mut SqliteConnection, id: i32) -> Result<()> {
    let kept = batch::table.filter(batch::id.eq(id).and(batch::told_json.is_not_null()));
    diesel::update(kept).set(batch::told_json.eq(None::<String>)).execute(c)?;
    Ok(())
}
