//! What keeps today's copy from being made, as it is told in every room.

use std::sync::{Mutex, PoisonError};

use unctum_store::StoreError;

use crate::failure::Failure;

/// What keeps today's copy from being made, in words; nothing while all is well.
#[derive(Default)]
pub struct CopyTrouble(Mutex<Option<&'static str>>);

impl CopyTrouble {
    /// In the cook's words, without the names of folders: whoever reaches the program may read it.
    #[must_use]
    pub fn words(&self) -> Option<&'static str> {
        *self.0.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// Notes how the last try went.
    pub fn note(&self, failure: Option<&Failure>) {
        let words = failure.map(|failure| match failure.downcast_ref::<StoreError>() {
            Some(StoreError::Full) => {
                "Today’s copy of the notebook could not be made: the disk is full. Make room on it."
            }
            _ => {
                "Today’s copy of the notebook could not be made. Look whether Unctum may write beside its notebook; what it says when it runs names the folder."
            }
        });
        *self.0.lock().unwrap_or_else(PoisonError::into_inner) = words;
    }
}
