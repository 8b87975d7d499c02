//! What she says to what was learnt: used from now on, not wanted, forgotten, a batch left out.

use crate::error::{CoreError, Result};
use crate::kitchen::{Forgotten, KitchenDocument, Known, Learning, Parameter, Refused};
use crate::learn::pool::{Learnt, Pooled};

/// What was refused is offered again when so many more batches have taught it.
const ASK_AGAIN: u32 = 3;

impl Learnt {
    fn find(&self, about: &Parameter) -> Result<&Pooled> {
        self.of(about).ok_or_else(|| {
            CoreError::Missing("No batch says anything of that yet. Cook, and look again.".to_owned())
        })
    }
}

impl KitchenDocument {
    /// Uses what was learnt of something from now on.
    ///
    /// # Errors
    /// [`CoreError::Missing`] where nothing was learnt of it.
    pub fn accept(&mut self, learnt: &Learnt, about: &Parameter, now_ms: i64) -> Result<()> {
        let value = learnt.find(about)?;
        self.take_back(about);
        self.learning.known.push(Known {
            about: about.clone(),
            value: value.now,
            over: value.before,
            batches: value.batches(),
            accepted_ms: now_ms,
            with: value.with.clone(),
        });
        self.learning.known.sort_by(|a, b| a.about.cmp(&b.about));
        Ok(())
    }

    /// Does not use what was learnt of something, and does not offer it until some more batches have taught it.
    ///
    /// # Errors
    /// [`CoreError::Missing`] where nothing was learnt of it.
    pub fn refuse(&mut self, learnt: &Learnt, about: &Parameter) -> Result<()> {
        let batches = learnt.find(about)?.batches();
        self.take_back(about);
        self.learning.refused.push(Refused { about: about.clone(), batches });
        Ok(())
    }

    /// Lets everything be forgotten that batches taught of something up to now: a new ring, another cook.
    pub fn forget(&mut self, about: &Parameter, now_ms: i64) {
        self.take_back(about);
        self.learning.forgotten.retain(|f| f.about != *about);
        self.learning.forgotten.push(Forgotten { about: about.clone(), until_ms: now_ms });
    }

    /// Takes back what she said to something: what was told of it holds again, what was forgotten is remembered.
    pub fn take_back(&mut self, about: &Parameter) {
        self.learning.known.retain(|k| k.about != *about);
        self.learning.refused.retain(|r| r.about != *about);
        self.learning.forgotten.retain(|f| f.about != *about);
    }

    /// Leaves a batch out of all learning, or lets it teach again.
    pub fn leave_out(&mut self, batch_id: i32, out: bool) {
        self.learning.left_out.retain(|id| *id != batch_id);
        if out {
            self.learning.left_out.push(batch_id);
        }
    }
}

impl Learning {
    /// Whether something she refused is not to be offered yet.
    #[must_use]
    pub fn is_refused(&self, value: &Pooled) -> bool {
        let refused = self.refused.iter().find(|r| r.about == value.about);
        refused.is_some_and(|r| value.batches() < r.batches + ASK_AGAIN)
    }
}
