//! Batches that were looked at lately, with their logs taken in: a further look reads only what is new.

use std::collections::HashMap;
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};

use diesel::sqlite::SqliteConnection;
use unctum_core::cook::Followed;
use unctum_core::log::Logged;

use crate::batch::log::{events_after, followed, started_ms};
use crate::error::Result;

/// Most batches kept in memory: more than ever stand on one hob.
const KEPT: usize = 64;

/// One batch as it was last read from the file. Whoever asks for it while it is read waits for that.
#[derive(Default)]
struct Place {
    known: Mutex<Option<Arc<Followed>>>,
    /// Whose turn it is to look at it, and as what it was looked at last.
    looked: Mutex<Option<Arc<Followed>>>,
}

/// The batches followed in memory. What the file says decides: other programs may write to it too.
#[derive(Clone)]
pub struct Following {
    places: Arc<Mutex<HashMap<i32, Arc<Place>>>>,
    remembers: bool,
}

impl Default for Following {
    fn default() -> Self {
        Self { places: Arc::default(), remembers: true }
    }
}

/// What the file holds of a batch that is known.
enum Since {
    /// What came after.
    These(Vec<Logged>),
    /// Another batch, or another log.
    Another,
}

impl Following {
    /// The same for a write that may yet come to nothing: it knows what is known and remembers nothing.
    #[must_use]
    pub fn within_write(&self) -> Self {
        Self { places: Arc::clone(&self.places), remembers: false }
    }

    /// A batch with all of its log, as it stands in this snapshot or in a newer one.
    ///
    /// # Errors
    /// [`StoreError::NotFound`](crate::StoreError::NotFound); a row that cannot be read.
    pub fn at(&self, c: &mut SqliteConnection, id: i32) -> Result<Arc<Followed>> {
        let place = self.place(id);
        let mut known = locked(&place.known);
        let batch = match known.as_ref().map(|known| since(c, id, known)).transpose()?.zip(known.as_ref()) {
            Some((Since::These(new), known)) if new.is_empty() => return Ok(Arc::clone(known)),
            Some((Since::These(new), known)) => {
                let mut batch = Followed::clone(known);
                for logged in new {
                    batch.take(logged)?;
                }
                batch
            }
            Some((Since::Another, _)) | None => followed(c, id)?,
        };
        let batch = Arc::new(batch);
        if self.remembers {
            *known = Some(Arc::clone(&batch));
        }
        Ok(batch)
    }

    /// Remembers a batch as a write left it that came to something: the next look need not take it in anew.
    pub fn remember(&self, id: i32, batch: Arc<Followed>) {
        *locked(&self.place(id).known) = Some(batch);
    }

    /// Looks at a batch that was read, one after another. Whoever waited takes the last look if that has seen what he read;
    /// else a look at all that was written since: many who write at once cost a look or two, not one each.
    pub fn in_turn<T>(
        &self,
        id: i32,
        read: Arc<Followed>,
        now_ms: i64,
        look: impl FnOnce(&Followed) -> T,
    ) -> T {
        let place = self.place(id);
        let mut looked = locked(&place.looked);
        let covers = |known: &Arc<Followed>| {
            known.started_ms() == read.started_ms() && known.last_seq() >= read.last_seq()
        };
        let last = looked.take().filter(|known| covers(known) && known.is_glanced(now_ms));
        let batch = last.or_else(|| locked(&place.known).clone().filter(covers)).unwrap_or(read);
        let seen = look(&batch);
        *looked = Some(batch);
        seen
    }

    fn place(&self, id: i32) -> Arc<Place> {
        let mut places = locked(&self.places);
        if places.len() >= KEPT && !places.contains_key(&id) {
            places.clear();
        }
        Arc::clone(places.entry(id).or_default())
    }
}

fn locked<T>(mutex: &Mutex<T>) -> MutexGuard<'_, T> {
    // Whatever panicked: what these hold is whole, or not there.
    mutex.lock().unwrap_or_else(PoisonError::into_inner)
}

fn since(c: &mut SqliteConnection, id: i32, known: &Followed) -> Result<Since> {
    if started_ms(c, id)? != known.started_ms() {
        return Ok(Since::Another);
    }
    let last_seq = known.last_seq();
    let mut new = events_after(c, id, last_seq - 1)?;
    if last_seq == 0 || new.is_empty() {
        // Only what stands in the file is remembered: a snapshot that lacks it is older.
        return Ok(Since::These(new));
    }
    let last = known.log().iter().find(|l| l.seq == last_seq);
    if last != Some(&new.remove(0)) {
        return Ok(Since::Another);
    }
    Ok(Since::These(new))
}
