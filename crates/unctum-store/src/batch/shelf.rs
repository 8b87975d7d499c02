//! Batches as lines of a list: chosen and cut to a page by the database, each said from what was kept when it
//! ended.

use std::sync::Arc;

use diesel::dsl::count_star;
use diesel::prelude::*;
use diesel::sqlite::{Sqlite, SqliteConnection};
use unctum_core::cook::Followed;
use unctum_core::review::{Texture, Verdict};

use super::brief::{Brief, Standing};
use super::follow::Following;
use super::log::{VerdictRow, followed};
use super::word::word;
use crate::document::{read, written};
use crate::error::{Result, StoreError};
use crate::schema::{batch, instrument, verdict};

/// Most lines of a page.
const MOST: u32 = 200;

/// A batch as a line of a list.
pub struct Line {
    /// Its number.
    pub id: i32,
    /// What it is called.
    pub title: String,
    /// Its sweet.
    pub sweet_key: Option<String>,
    /// When it was started, ms since 1970.
    pub started_ms: i64,
    /// Where it stands.
    pub standing: Standing,
    /// What is said of it; none if it cannot be read.
    pub brief: Option<Brief>,
    /// Itself, while it goes on.
    pub going: Option<Arc<Followed>>,
    /// How it turned out.
    pub verdict: Option<Verdict>,
}

/// Which lines are wanted.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Page {
    /// Only those going on.
    pub going_on: bool,
    /// Only those whose name or note holds these words.
    pub words: Option<String>,
    /// And those of these sweets: whatever else the words may call them.
    pub called: Vec<String>,
    /// Only those of this sweet.
    pub sweet_key: Option<String>,
    /// Only those that felt so.
    pub texture: Option<Texture>,
    /// Only those made in this pan.
    pub pan_id: Option<i32>,
    /// Only those started from this moment on, ms since 1970.
    pub from_ms: Option<i64>,
    /// Only those started before this one.
    pub until_ms: Option<i64>,
    /// Only those before this one: when it was started, ms since 1970, and its number.
    pub before: Option<(i64, i32)>,
    /// So many at most; 200 at the very most.
    pub most: Option<u32>,
}

/// A page of lines, newest first.
pub struct Shelf {
    /// The lines.
    pub lines: Vec<Line>,
    /// How many there are on all pages.
    pub total: i64,
    /// Whether there are more behind these.
    pub more: bool,
}

#[derive(Queryable)]
struct LineRow {
    id: i32,
    title: String,
    sweet_key: Option<String>,
    started_ms: i64,
    standing: String,
    brief_json: Option<String>,
    verdict: Option<VerdictRow>,
}

type Chosen<'a> =
    diesel::helper_types::IntoBoxed<'a, diesel::helper_types::LeftJoin<batch::table, verdict::table>, Sqlite>;

fn chosen(page: &Page) -> Chosen<'_> {
    let mut query = batch::table.left_join(verdict::table).into_boxed();
    if page.going_on {
        query = query.filter(batch::standing.eq(Standing::Going.word()));
    }
    if let Some(words) = &page.words {
        let plain = words.replace('\\', "\\\\").replace('%', "\\%").replace('_', "\\_");
        let like = format!("%{plain}%");
        let in_note = verdict::note.like(like.clone()).escape('\\').assume_not_null();
        let noted = verdict::note.is_not_null().and(in_note);
        let of_sweet = batch::sweet_key.assume_not_null().eq_any(&page.called);
        let called = batch::sweet_key.is_not_null().and(of_sweet);
        let named = batch::title.like(like).escape('\\');
        query = query.filter(named.or(noted.assume_not_null()).or(called));
    }
    if let Some(word) = page.texture.and_then(|t| word(t).ok()) {
        query = query.filter(verdict::texture.eq(word));
    }
    if let Some(pan_id) = page.pan_id {
        query = query.filter(batch::pan_id.eq(pan_id));
    }
    if let Some(from_ms) = page.from_ms {
        query = query.filter(batch::started_ms.ge(from_ms));
    }
    if let Some(until_ms) = page.until_ms {
        query = query.filter(batch::started_ms.lt(until_ms));
    }
    if let Some(key) = &page.sweet_key {
        query = query.filter(batch::sweet_key.eq(key));
    }
    query
}

/// A page of batches, newest first. One that cannot be read stands among them as such.
///
/// # Errors
/// Those of the database.
pub fn list(c: &mut SqliteConnection, following: &Following, page: &Page) -> Result<Shelf> {
    let total: i64 = chosen(page).select(count_star()).first(c)?;
    let mut query = chosen(page);
    if let Some((started_ms, id)) = page.before {
        let earlier = batch::started_ms.lt(started_ms);
        query = query.filter(earlier.or(batch::started_ms.eq(started_ms).and(batch::id.lt(id))));
    }
    let most = i64::from(page.most.unwrap_or(MOST).clamp(1, MOST));
    let mut rows: Vec<LineRow> = query
        .order((batch::started_ms.desc(), batch::id.desc()))
        .limit(most + 1)
        .select((
            batch::id,
            batch::title,
            batch::sweet_key,
            batch::started_ms,
            batch::standing,
            batch::brief_json,
            Option::<VerdictRow>::as_select(),
        ))
        .load(c)?;
    let more = rows.len() as i64 > most;
    rows.truncate(usize::try_from(most).unwrap_or(usize::MAX));
    let lines = rows.into_iter().map(|row| line(c, following, row)).collect::<Result<_>>()?;
    Ok(Shelf { lines, total, more })
}

/// What the notebook can be searched by.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Index {
    /// When its oldest batch was started, ms since 1970.
    pub oldest_ms: Option<i64>,
    /// When its newest was.
    pub newest_ms: Option<i64>,
    /// Sweets that were made: key, and how many batches.
    pub sweets: Vec<(String, i64)>,
}

/// What the notebook can be searched by.
///
/// # Errors
/// Those of the database.
pub fn index(c: &mut SqliteConnection) -> Result<Index> {
    let (oldest_ms, newest_ms) = batch::table
        .select((diesel::dsl::min(batch::started_ms), diesel::dsl::max(batch::started_ms)))
        .first(c)?;
    let sweets: Vec<(Option<String>, i64)> = batch::table
        .filter(batch::sweet_key.is_not_null())
        .group_by(batch::sweet_key)
        .order(batch::sweet_key)
        .select((batch::sweet_key, count_star()))
        .load(c)?;
    let sweets = sweets.into_iter().filter_map(|(key, count)| Some((key?, count))).collect();
    Ok(Index { oldest_ms, newest_ms, sweets })
}

fn line(c: &mut SqliteConnection, following: &Following, row: LineRow) -> Result<Line> {
    let mut standing = Standing::of_word(&row.standing);
    let (mut brief, mut going) = (None, None);
    match standing {
        Standing::Going => match following.at(c, row.id) {
            Ok(batch) => {
                brief = Some(Brief::of(&batch));
                going = Some(batch);
            }
            Err(StoreError::Corrupt(_) | StoreError::Core(_)) => {}
            Err(other) => return Err(other),
        },
        Standing::Resting | Standing::Over => {
            brief = row.brief_json.and_then(|json| read(&json).ok());
        }
        Standing::Unreadable => {}
    }
    if brief.is_none() {
        standing = Standing::Unreadable;
    }
    Ok(Line {
        id: row.id,
        title: row.title,
        sweet_key: row.sweet_key,
        started_ms: row.started_ms,
        standing,
        brief,
        going,
        verdict: row.verdict.and_then(|v| v.into_verdict().ok()),
    })
}

/// Keeps where a batch stands, and what a list says of it from then on.
pub(super) fn keep_standing(
    c: &mut SqliteConnection,
    id: i32,
    standing: Standing,
    batch: &Followed,
) -> Result<()> {
    let brief = match standing {
        Standing::Going | Standing::Unreadable => None,
        Standing::Resting | Standing::Over => Some(written(&Brief::of(batch))?),
    };
    diesel::update(batch::table.find(id))
        .set((batch::standing.eq(standing.word()), batch::brief_json.eq(brief)))
        .execute(c)?;
    if standing == Standing::Over {
        // Nothing is left in its pan to be watched.
        let watching = instrument::table.filter(instrument::batch_id.eq(id));
        diesel::update(watching).set(instrument::batch_id.eq(None::<i32>)).execute(c)?;
    }
    Ok(())
}

/// Looks through the batches that an older program wrote, so that lists know them.
///
/// # Errors
/// Those of the database.
pub fn settle(c: &mut SqliteConnection) -> Result<()> {
    let unknown: Vec<i32> = batch::table.filter(batch::standing.eq("unknown")).select(batch::id).load(c)?;
    for id in unknown {
        match followed(c, id) {
            Ok(batch) => keep_standing(c, id, Standing::of(&batch), &batch)?,
            Err(StoreError::Corrupt(_) | StoreError::Core(_)) => {
                diesel::update(batch::table.find(id))
                    .set(batch::standing.eq(Standing::Unreadable.word()))
                    .execute(c)?;
            }
            Err(other) => return Err(other),
        }
    }
    Ok(())
}
