//! Batches that were looked at lately, with their logs taken in: a further look reads only what is new.

use std::collections::HashMap;
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};

use diesel::sqlite::SqliteConnection;
use unctum_core::batch::Followed;

use crate::batch::log::{events_after, followed};
use crate::error::Result;

/// Most batches kept in memory: more than ever stand on one hob.
const KEPT: usize = 64;

/// The batches followed in memory. What the file says decides: other programs may write to it too.
#[derive(Clone, Default)]
pub struct Following(Arc<Mutex<HashMap<i32, Arc<Followed>>>>);

impl Following {
    /// A batch with all of its log, as it stands in this snapshot. Must not be asked after a write of the same
    /// transaction: what is rolled back would be remembered.
    ///
    /// # Errors
    /// [`StoreError::NotFound`](crate::StoreError::NotFound); a row that cannot be read.
    pub fn at(&self, c: &mut SqliteConnection, id: i32) -> Result<Arc<Followed>> {
        let known = self.kept().get(&id).cloned();
        let batch = match known {
            Some(known) => {
                let new = events_after(c, id, known.last_seq())?;
                if new.is_empty() {
                    return Ok(known);
                }
                let mut batch = Followed::clone(&known);
                for logged in new {
                    batch.take(logged)?;
                }
                batch
            }
            None => followed(c, id)?,
        };
        let batch = Arc::new(batch);
        let mut kept = self.kept();
        if kept.len() >= KEPT {
            kept.clear();
        }
        kept.insert(id, Arc::clone(&batch));
        Ok(batch)
    }

    fn kept(&self) -> MutexGuard<'_, HashMap<i32, Arc<Followed>>> {
        // A map half changed is still a map: every entry in it is whole.
        self.0.lock().unwrap_or_else(PoisonError::into_inner)
    }
}
