//! What several ways of asking show alike: a batch, a line of it, the whole stove.

use std::collections::HashSet;
use std::sync::Arc;

use serde::Serialize;
use unctum_core::cook::{BatchState, BatchSummary, Followed, ReadingMade};
use unctum_core::intake::{Looks, Sample};
use unctum_core::log::{HeardInBrief, Logged, Moment, amended_moments, heard_in_brief, standing};
use unctum_core::review::{Lesson, Verdict, lesson};
use unctum_core::start::BatchSetup;
use unctum_core::stove::{Going, WholeStove, whole_stove};
use unctum_store::batch::{self as rows, Page, Standing};
use unctum_store::{Following, SqliteConnection};
use utoipa::ToSchema;

/// A batch with everything that follows from its log.
#[derive(Serialize, ToSchema)]
pub struct BatchView {
    /// Its number.
    pub id: i32,
    /// When it was started, ms since 1970.
    pub started_ms: i64,
    /// How it was set up; left out where the log is asked for from a number on.
    pub setup: Option<BatchSetup>,
    /// What happened, in the order of its moments: what was written after number `after_seq`. What instruments wrote by
    /// themselves is in `heard`.
    pub log: Vec<Logged>,
    /// Of the log only what has a higher number is told; 0 where all of it is.
    pub after_seq: i32,
    /// What instruments wrote by themselves, each in brief.
    pub heard: Vec<HeardInBrief>,
    /// Entries that stand at another moment than they were written at.
    pub amended: Vec<Moment>,
    /// The highest number in the log.
    pub last_seq: i32,
    /// The state at this moment.
    pub state: BatchState,
    /// Planned against real.
    pub summary: BatchSummary,
    /// The readings among the entries of the log that stand, as they are drawn: of a long stream of an instrument some
    /// hundreds, and the newest; of those by hand all.
    pub readings: Vec<ReadingMade>,
    /// Numbers of entries that stand and whose moment is still to come: written under a clock that ran ahead.
    pub ahead_seqs: Vec<i32>,
    /// How far its own start lies ahead of now, s; 0 where it does not.
    pub begun_ahead_s: i64,
    /// How it turned out.
    pub verdict: Option<Verdict>,
    /// What that teaches.
    pub lesson: Option<Lesson>,
}

/// What was heard of an instrument.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct HeardOf {
    /// Number of the instrument.
    pub id: i32,
    /// Its newest reading.
    pub newest: Option<Sample>,
    /// How it looked beside its pan.
    pub looks: Option<Looks>,
    /// When it counts as lost if nothing more comes, ms since 1970; none if nothing ever came.
    pub lost_at_ms: Option<i64>,
}

/// What stands now, pushed to every screen.
#[derive(Serialize, ToSchema)]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum Push {
    /// A batch, with its newest entries.
    Batch {
        /// It.
        view: Box<BatchView>,
    },
    /// The whole stove.
    Stove {
        /// It.
        stove: StoveView,
    },
    /// What an instrument shows.
    Instrument {
        /// It.
        heard: HeardOf,
    },
}

/// A batch as a line of the notebook.
#[derive(Serialize, ToSchema)]
pub struct BatchLine {
    /// Its number.
    pub id: i32,
    /// What the cook calls it.
    pub title: String,
    /// The sweet, if it is one of the catalogue.
    pub sweet_key: Option<String>,
    /// When it was started, ms since 1970.
    pub started_ms: i64,
    /// Whether it was left for later.
    pub resting: bool,
    /// What the line says; none if a row of it cannot be read.
    pub brief: Option<BatchBrief>,
    /// How it turned out.
    pub verdict: Option<Verdict>,
    /// The state at this moment, while it is going on.
    pub state: Option<BatchState>,
}

/// What a line says of a batch.
#[derive(Serialize, ToSchema)]
pub struct BatchBrief {
    /// Name of the pan.
    pub pan_name: String,
    /// Number of the pan, if it is known.
    pub pan_id: Option<i32>,
    /// Name of the ring.
    pub ring_name: String,
    /// Number of the ring, if it is known.
    pub ring_id: Option<i32>,
    /// Planned against real.
    pub summary: BatchSummary,
}

/// The stove as it is now.
#[derive(Serialize, ToSchema)]
pub struct StoveView {
    /// The moment, ms since 1970.
    pub now_ms: i64,
    /// The batches that go on, newest first.
    pub lines: Vec<BatchLine>,
    /// What to do for one pair of hands.
    pub one: WholeStove,
    /// The same for two.
    pub two: WholeStove,
}

/// Two clocks that differ by less are one, ms.
const AHEAD_MS: i64 = 60_000;

/// Entries that stand and are still to come.
fn ahead_seqs(batch: &Followed, now_ms: i64) -> Vec<i32> {
    let is_ahead = |l: &Logged| l.at_ms > now_ms + AHEAD_MS;
    if !batch.log().iter().any(is_ahead) {
        return Vec::new();
    }
    standing(batch.log()).iter().filter(|l| is_ahead(l)).map(|l| l.seq).collect()
}

/// A batch and its verdict, as they stand in the file.
pub struct Read {
    batch: Arc<Followed>,
    verdict: Option<Verdict>,
}

impl Read {
    /// Reads them.
    ///
    /// # Errors
    /// No such batch; those of the database.
    pub fn of(c: &mut SqliteConnection, following: &Following, id: i32) -> unctum_store::Result<Self> {
        Ok(Self { batch: following.at(c, id)?, verdict: rows::told(c, id)? })
    }

    /// The highest number in its log.
    #[must_use]
    pub fn last_seq(&self) -> i32 {
        self.batch.last_seq()
    }
}

/// The whole of a batch, or what is new since an entry: as it stands when it is this look's turn.
#[must_use]
pub fn batch_view(
    following: &Following,
    id: i32,
    read: Read,
    after_seq: Option<i32>,
    now_ms: i64,
) -> BatchView {
    let Read { batch, verdict } = read;
    following.in_turn(id, batch, now_ms, |batch| viewed(id, batch, verdict, after_seq, now_ms))
}

fn viewed(
    id: i32,
    batch: &Followed,
    verdict: Option<Verdict>,
    after_seq: Option<i32>,
    now_ms: i64,
) -> BatchView {
    let setup = batch.setup();
    let after = after_seq.unwrap_or(0).max(0);
    BatchView {
        id,
        started_ms: batch.started_ms(),
        // Many who look at once cost one look.
        state: batch.glance_at(now_ms),
        lesson: verdict.as_ref().and_then(|v| lesson(batch, v)),
        summary: batch.summary().clone(),
        readings: drawn(batch, after),
        log: batch.log().iter().filter(|l| l.seq > after && !l.event.by_itself()).cloned().collect(),
        after_seq: after,
        heard: heard_in_brief(batch.log()),
        amended: amended_moments(batch.log()),
        last_seq: batch.last_seq(),
        ahead_seqs: ahead_seqs(batch, now_ms),
        begun_ahead_s: match batch.started_ms() - now_ms {
            ahead_ms if ahead_ms > AHEAD_MS => ahead_ms / 1000,
            _ => 0,
        },
        setup: (after_seq.is_none() || batch.weighed_since(after)).then(|| setup.clone()),
        verdict,
    }
}

/// So many readings of instruments are drawn one by one: more are a smear.
const MOST_DRAWN: usize = 600;

/// The readings above a number, as they are drawn.
fn drawn(batch: &Followed, after: i32) -> Vec<ReadingMade> {
    let heard: HashSet<i32> =
        batch.log().iter().filter(|l| l.seq > after && l.event.by_itself()).map(|l| l.seq).collect();
    let new = batch.readings().iter().filter(|r| r.seq > after).copied().collect();
    thinned(new, |seq| heard.contains(&seq))
}

/// Of the readings that were heard each so many-th, counted from the newest; all others.
fn thinned(mut all: Vec<ReadingMade>, heard: impl Fn(i32) -> bool) -> Vec<ReadingMade> {
    let mut older = all.iter().filter(|r| heard(r.seq)).count();
    let each = older.div_ceil(MOST_DRAWN).max(1);
    all.retain(|r| {
        if !heard(r.seq) {
            return true;
        }
        older -= 1;
        older % each == 0
    });
    all
}

/// A batch as a line.
#[must_use]
pub fn batch_line(line: rows::Line, now_ms: i64) -> BatchLine {
    BatchLine {
        id: line.id,
        title: line.title,
        sweet_key: line.sweet_key,
        started_ms: line.started_ms,
        resting: line.standing == Standing::Resting,
        brief: line.brief.map(|b| BatchBrief {
            pan_name: b.pan_name,
            pan_id: b.pan_id,
            ring_name: b.ring_name,
            ring_id: b.ring_id,
            summary: b.summary,
        }),
        verdict: line.verdict,
        state: line.going.map(|b| b.glance_at(now_ms)),
    }
}

/// The lines of what goes on.
///
/// # Errors
/// Those of the database.
pub fn going_lines(c: &mut SqliteConnection, following: &Following) -> unctum_store::Result<Vec<rows::Line>> {
    let page = Page { going_on: true, ..Page::default() };
    Ok(rows::list(c, following, &page)?.lines)
}

/// The stove, for one pair of hands and for two, of the lines of what goes on.
#[must_use]
pub fn stove_view(lines: Vec<rows::Line>, now_ms: i64) -> StoveView {
    let lines: Vec<BatchLine> = lines.into_iter().map(|l| batch_line(l, now_ms)).collect();
    let going: Vec<Going<'_>> =
        lines.iter().filter_map(|l| l.state.as_ref().map(|state| Going { id: l.id, state })).collect();
    let (one, two) = (whole_stove(&going, 1), whole_stove(&going, 2));
    StoveView { now_ms, one, two, lines }
}

#[cfg(test)]
mod tests {
    use super::*;
    use unctum_core::numeric::Spread;
    use unctum_core::syrup::Reading;

    fn made(seq: i32) -> ReadingMade {
        let solids_frac = Spread { low: 0.6, mid: 0.7, high: 0.8 };
        ReadingMade {
            seq,
            at_ms: i64::from(seq),
            reading: Reading::Thermometer { boil_c: 105.0 },
            solids_frac,
        }
    }

    #[test]
    fn of_a_long_stream_some_are_drawn_the_newest_and_all_by_hand() {
        // Each hundredth is by hand.
        let all: Vec<ReadingMade> = (1..=5000).map(made).collect();
        let heard = |seq: i32| seq % 100 != 0;
        let seen: Vec<i32> = thinned(all, heard).iter().map(|r| r.seq).collect();
        assert!(seen.len() <= MOST_DRAWN + 50 && seen.len() > 500, "{}", seen.len());
        assert_eq!(seen.iter().filter(|seq| !heard(**seq)).count(), 50);
        assert!(seen.contains(&4999) && seen.is_sorted());
        let few: Vec<ReadingMade> = (1..=600).map(made).collect();
        assert_eq!(thinned(few.clone(), |_| true), few);
    }
}
