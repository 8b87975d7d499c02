//! A code to let one more device in: shown as a picture, good for two minutes and once.

use std::sync::{Mutex, MutexGuard, PoisonError};

use super::error::GatewayError;
use super::secret::{fresh_secret, hash_of_secret};

/// How long a code lives, ms.
pub const LIVES_MS: i64 = 120_000;
/// Its length: 26 characters of five bits.
const LENGTH: usize = 26;

/// The code that is shown, if one is; only its hash is kept.
#[derive(Default)]
pub struct Pairing(Mutex<Option<(String, i64)>>);

impl Pairing {
    /// A new code in place of the last one, and when it ends, ms since 1970.
    ///
    /// # Errors
    /// [`GatewayError::NoRandomNumbers`].
    pub fn fresh(&self, now_ms: i64) -> Result<(String, i64), GatewayError> {
        let code = fresh_secret(LENGTH)?;
        let until_ms = now_ms + LIVES_MS;
        *self.shown() = Some((hash_of_secret(&code), until_ms));
        Ok((code, until_ms))
    }

    /// Uses a code up if it is the one that is shown and still lives.
    #[must_use]
    pub fn take(&self, code: &str, now_ms: i64) -> bool {
        let mut shown = self.shown();
        let right = shown
            .as_ref()
            .is_some_and(|(hash, until_ms)| now_ms < *until_ms && *hash == hash_of_secret(code));
        if right {
            *shown = None;
        }
        right
    }

    fn shown(&self) -> MutexGuard<'_, Option<(String, i64)>> {
        self.0.lock().unwrap_or_else(PoisonError::into_inner)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_code_is_good_once_and_for_two_minutes() {
        let pairing = Pairing::default();
        let (first, _) = pairing.fresh(0).expect("a code");
        let (code, until_ms) = pairing.fresh(1000).expect("a code");
        assert_eq!(until_ms, 121_000);
        assert!(!pairing.take(&first, 2000), "only the newest is good");
        assert!(!pairing.take("", 2000) && !pairing.take("guess", 2000));
        assert!(pairing.take(&code, 120_999));
        assert!(!pairing.take(&code, 2000), "once");
        let (late, until_ms) = pairing.fresh(0).expect("a code");
        assert!(!pairing.take(&late, until_ms), "its time is over");
    }
}
