//! A batch that is looked at again and again: what was taken in once is not taken in anew.

use std::borrow::Cow;
use std::sync::{Arc, Mutex, OnceLock, PoisonError};

use crate::cook::summary::{BatchSummary, ReadingMade, planned_min, reading_made, readings, summed_up};
use crate::cook::whole::BatchState;
use crate::error::{CoreError, Result};
use crate::kitchen::Flame;
use crate::log::{BatchEvent, Fold, Logged, Runs, admit, admit_in, folded, in_order, standing};
use crate::numeric::Spread;
use crate::start::BatchSetup;

/// So far ahead of now a moment may lie and still be believed, ms: a clock that was set right by hours. Beyond that
/// somebody's clock was wrong, and its time is not carried on.
pub const BELIEVED_AHEAD_MS: i64 = 12 * 3_600_000;

/// A glance is good for so long, ms.
const GLANCE_MS: i64 = 500;

/// A batch with all of its log taken in. Its state at a moment costs the same however long the log is; a further
/// event costs a step, one about an earlier moment or a taking back costs the log once.
///
/// It says exactly what [`state_at`](crate::cook::now::state_at) says of the same setup and log.
#[derive(Clone)]
pub struct Followed {
    /// How it was started.
    started: Arc<BatchSetup>,
    /// How it is set up, with what its pan was found to weigh.
    setup: Arc<BatchSetup>,
    /// When it was started, ms since 1970.
    started_ms: i64,
    log: Vec<Logged>,
    fold: Fold,
    /// What follows from the log alone is reckoned once.
    summary: OnceLock<BatchSummary>,
    /// How long was planned under the first flame, min: as long as setup and first flame are the same.
    planned_min: OnceLock<Option<Spread>>,
    readings: OnceLock<Vec<ReadingMade>>,
    /// The last glance at it, and its moment.
    glance: Arc<Mutex<Option<(i64, BatchState)>>>,
}

/// A setup with what its pan was found to weigh; the same one where nobody weighed it.
fn weighed(started: &Arc<BatchSetup>, log: &[Logged]) -> Arc<BatchSetup> {
    match started.as_weighed(log) {
        Cow::Borrowed(_) => Arc::clone(started),
        Cow::Owned(setup) => Arc::new(setup),
    }
}

impl Followed {
    /// A batch with its log, in whatever order.
    ///
    /// # Errors
    /// A setup that cannot be, or a log that was not written through [`admit`].
    pub fn new(setup: BatchSetup, started_ms: i64, log: &[Logged]) -> Result<Self> {
        let log = in_order(log);
        let started = Arc::new(setup);
        let setup = weighed(&started, &log);
        let fold = folded(&setup, started_ms, &log)?;
        Ok(Self {
            started,
            setup,
            started_ms,
            log,
            fold,
            summary: OnceLock::new(),
            planned_min: OnceLock::new(),
            readings: OnceLock::new(),
            glance: Arc::default(),
        })
    }

    /// How it was set up, with what its pan was found to weigh since.
    #[must_use]
    pub fn setup(&self) -> &BatchSetup {
        &self.setup
    }

    /// Whether what its pan weighs may have changed since an entry.
    #[must_use]
    pub fn weighed_since(&self, seq: i32) -> bool {
        let weighs = |l: &Logged| matches!(l.event, BatchEvent::PanWeighed { .. });
        self.log.iter().any(weighs)
            && self.log.iter().any(|l| l.seq > seq && (weighs(l) || l.event.is_about_another()))
    }

    /// When it was started, ms since 1970.
    #[must_use]
    pub fn started_ms(&self) -> i64 {
        self.started_ms
    }

    /// What happened, in the order of its moments.
    #[must_use]
    pub fn log(&self) -> &[Logged] {
        &self.log
    }

    /// The highest number in the log; 0 before the first entry.
    #[must_use]
    pub fn last_seq(&self) -> i32 {
        self.log.iter().map(|l| l.seq).max().unwrap_or(0)
    }

    /// Takes a further event in.
    ///
    /// # Errors
    /// An event that was not admitted.
    pub fn take(&mut self, logged: Logged) -> Result<()> {
        self.summary = OnceLock::new();
        self.glance = Arc::default();
        let follows = logged.at_ms >= self.fold.last_ms()
            && self.log.last().is_none_or(|l| (l.at_ms, l.seq) < (logged.at_ms, logged.seq));
        if follows
            && !logged.event.is_about_another()
            && !matches!(logged.event, BatchEvent::PanWeighed { .. })
        {
            self.fold.apply(&self.setup, &logged)?;
            if let Some(readings) = self.readings.get_mut() {
                readings.extend(reading_made(&self.setup, &logged));
            }
            self.log.push(logged);
        } else {
            (self.planned_min, self.readings) = (OnceLock::new(), OnceLock::new());
            self.log.push(logged);
            self.log = in_order(&self.log);
            self.setup = weighed(&self.started, &self.log);
            self.fold = folded(&self.setup, self.started_ms, &self.log)?;
        }
        Ok(())
    }

    /// Whether nothing more is to be done: its last run has ended, or it was given up.
    #[must_use]
    pub fn is_over(&self) -> bool {
        self.fold.is_over()
    }

    /// Its runs as they stand.
    pub(crate) fn runs(&self) -> &Runs {
        self.fold.runs()
    }

    /// Whether something of it stands in its pan on its ring.
    #[must_use]
    pub fn holds_hob(&self) -> bool {
        self.fold.runs().holds_hob(&self.setup)
    }

    /// Refuses it where its pan or its ring is taken by another that is going on.
    ///
    /// # Errors
    /// [`CoreError::Taken`] with what is in the way.
    pub fn check_free<'a>(&self, going_on: impl Iterator<Item = &'a Self>) -> Result<()> {
        if !self.holds_hob() {
            return Ok(());
        }
        self.setup.check_free(going_on.filter(|b| b.holds_hob()).map(Self::setup))
    }

    /// Planned against real.
    pub fn summary(&self) -> &BatchSummary {
        let planned = |flame: Flame| *self.planned_min.get_or_init(|| planned_min(&self.setup, flame));
        self.summary
            .get_or_init(|| summed_up(&self.setup, self.started_ms, &self.log, self.is_over(), planned))
    }

    /// The readings that stand, in the order of their moments.
    pub fn readings(&self) -> &[ReadingMade] {
        self.readings.get_or_init(|| readings(&self.setup, &self.log))
    }

    /// The state at `now_ms`. What lies further ahead than a clock is set right by counts when its time comes.
    #[must_use]
    pub fn state_at(&self, now_ms: i64) -> BatchState {
        let believed_ms = now_ms.saturating_add(BELIEVED_AHEAD_MS);
        if self.fold.last_ms() <= believed_ms {
            return self.fold.state_at(&self.setup, &self.log, now_ms);
        }
        let stands = standing(&self.log);
        let past = stands.iter().filter(|l| l.at_ms <= believed_ms);
        let taken_in = Fold::new(&self.setup, self.started_ms)
            .and_then(|mut fold| past.cloned().try_for_each(|l| fold.apply(&self.setup, &l)).map(|()| fold));
        taken_in.as_ref().unwrap_or(&self.fold).state_at(&self.setup, &self.log, now_ms)
    }

    /// The state as lists show it: as it stands within half a second of that moment, but not before the last entry. Many
    /// who glance at once cost one look.
    #[must_use]
    pub fn glance_at(&self, now_ms: i64) -> BatchState {
        // What is kept is whole or not there, whoever panicked.
        let mut kept = self.glance.lock().unwrap_or_else(PoisonError::into_inner);
        match &*kept {
            // Of many who ask at once the first may say the latest moment.
            Some((at_ms, state)) if (now_ms - at_ms).abs() < GLANCE_MS => state.clone(),
            _ => {
                let state = self.state_at(now_ms);
                *kept = Some((now_ms, state.clone()));
                state
            }
        }
    }

    /// The batch with a further entry, if that may be written at its moment. Whoever admits, answers or pushes shares it: its
    /// state is worked out once.
    ///
    /// # Errors
    /// Those of [`Followed::admit`].
    pub fn after(&self, entry: Logged) -> Result<Self> {
        self.admit(&entry.event, entry.at_ms)?;
        let mut after = self.clone();
        after.take(entry)?;
        Ok(after)
    }

    /// Whether a glance at that moment costs nothing any more.
    #[must_use]
    pub fn is_glanced(&self, now_ms: i64) -> bool {
        let kept = self.glance.lock().unwrap_or_else(PoisonError::into_inner);
        kept.as_ref().is_some_and(|(at_ms, _)| (now_ms - at_ms).abs() < GLANCE_MS)
    }

    /// Whether `event` may be logged about the moment `at_ms`, at or before now. A device that was out of reach
    /// may tell late of what happened earlier, but not end what others went on with since.
    ///
    /// # Errors
    /// [`CoreError::NotNow`] with what to do instead, or the fault of a reading.
    pub fn admit(&self, event: &BatchEvent, at_ms: i64) -> Result<()> {
        if at_ms >= self.fold.last_ms() && self.log.last().is_none_or(|l| l.at_ms <= at_ms) {
            return admit_in(
                &self.setup,
                &self.fold,
                &self.fold.stands_at(&self.setup, at_ms),
                &self.log,
                event,
            );
        }
        // What a wrong clock wrote ahead of it is nothing that others went on with.
        let since = at_ms + 1..=at_ms.saturating_add(BELIEVED_AHEAD_MS);
        let went_on = self.log.iter().any(|l| since.contains(&l.at_ms));
        if went_on && matches!(event, BatchEvent::GivenUp | BatchEvent::Rested) {
            return Err(CoreError::NotNow(
                "Since then others went on with this batch. Look at it again before you end it.".into(),
            ));
        }
        admit(&self.setup, self.started_ms, &self.log, event, at_ms)
    }
}
