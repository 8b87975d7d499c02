//! How often somebody may guess at a passcode. Who guesses waits; nobody else does: many wrong guesses from many
//! addresses leave everybody else one try, and who has the passcode needs no second.

use std::collections::HashMap;
use std::sync::{Mutex, MutexGuard, PoisonError};

/// Wrong guesses that one device has in a while, and what it has once there were very many in all.
const PER_DEVICE: usize = 5;
const PER_DEVICE_THEN: usize = 1;
const VERY_MANY: usize = 25;
/// The while, ms.
const WHILE_MS: i64 = 15 * 60_000;

/// Wrong guesses of late.
#[derive(Default)]
pub struct Guesses(Mutex<HashMap<String, Vec<i64>>>);

impl Guesses {
    /// Takes a guess in before it is looked at; a right one is [taken out](Self::right) again. Says how many
    /// seconds to wait if there were too many, without counting it.
    pub fn try_one(&self, device: &str, now_ms: i64) -> Result<(), i64> {
        let mut all = self.all();
        for times in all.values_mut() {
            times.retain(|at_ms| now_ms - at_ms < WHILE_MS);
        }
        all.retain(|_, times| !times.is_empty());
        let very_many = all.values().map(Vec::len).sum::<usize>() >= VERY_MANY;
        let most = if very_many { PER_DEVICE_THEN } else { PER_DEVICE };
        let mine = all.entry(device.to_owned()).or_default();
        if let Some(first_ms) = mine.iter().rev().nth(most - 1) {
            return Err(((first_ms + WHILE_MS - now_ms) / 1000).max(1));
        }
        mine.push(now_ms);
        Ok(())
    }

    /// A guess was right: it was none.
    pub fn right(&self, device: &str) {
        self.all().remove(device);
    }

    /// The cook at the kitchen's own computer lets everybody try again.
    pub fn clear(&self) {
        self.all().clear();
    }

    fn all(&self) -> MutexGuard<'_, HashMap<String, Vec<i64>>> {
        self.0.lock().unwrap_or_else(PoisonError::into_inner)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn guesses_are_few_per_device_and_come_back_with_time() {
        let guesses = Guesses::default();
        for _ in 0..PER_DEVICE {
            assert_eq!(guesses.try_one("phone", 0), Ok(()));
        }
        assert_eq!(guesses.try_one("phone", 60_000), Err(14 * 60));
        assert_eq!(guesses.try_one("tablet", 60_000), Ok(()), "another device has its own");
        guesses.right("tablet");
        assert_eq!(guesses.try_one("phone", WHILE_MS + 60_000), Ok(()));
    }

    #[test]
    fn many_who_guess_shut_nobody_else_out() {
        let guesses = Guesses::default();
        for address in 0..5 {
            for _ in 0..PER_DEVICE {
                assert_eq!(guesses.try_one(&format!("address {address}"), 0), Ok(()));
            }
        }
        assert_eq!(guesses.try_one("the cook's phone", 1000), Ok(()), "who has the passcode says it once");
        assert!(guesses.try_one("the cook's phone", 1000).is_err(), "many addresses do not help to guess");
        guesses.clear();
        assert_eq!(guesses.try_one("address 0", 1000), Ok(()));
    }
}
