//! How often somebody may guess: a few times per device, not many more in all.

use std::collections::HashMap;
use std::sync::{Mutex, PoisonError};

/// Wrong guesses that one device has in a while.
const PER_DEVICE: usize = 5;
/// Wrong guesses that all devices have together.
const IN_ALL: usize = 25;
/// The while, ms.
const WHILE_MS: i64 = 15 * 60_000;

/// Wrong guesses of late.
#[derive(Default)]
pub struct Guesses(Mutex<HashMap<String, Vec<i64>>>);

impl Guesses {
    /// Takes a guess in before it is looked at; a right one is [taken out](Self::right) again. Says how many
    /// seconds to wait if there were too many, without counting it.
    pub fn try_one(&self, device: &str, now_ms: i64) -> Result<(), i64> {
        let mut all = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        for times in all.values_mut() {
            times.retain(|at_ms| now_ms - at_ms < WHILE_MS);
        }
        all.retain(|_, times| !times.is_empty());
        let wait_s = |oldest_ms: i64| ((oldest_ms + WHILE_MS - now_ms) / 1000).max(1);
        if let Some(mine) = all.get(device)
            && mine.len() >= PER_DEVICE
        {
            return Err(wait_s(mine[0]));
        }
        if all.values().map(Vec::len).sum::<usize>() >= IN_ALL {
            return Err(wait_s(all.values().flatten().copied().min().unwrap_or(now_ms)));
        }
        all.entry(device.to_owned()).or_default().push(now_ms);
        Ok(())
    }

    /// A guess was right: it was none.
    pub fn right(&self, device: &str) {
        self.0.lock().unwrap_or_else(PoisonError::into_inner).remove(device);
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn guesses_are_few_per_device_and_few_in_all_and_come_back_with_time() {
        let guesses = Guesses::default();
        for _ in 0..PER_DEVICE {
            assert_eq!(guesses.try_one("phone", 0), Ok(()));
        }
        assert_eq!(guesses.try_one("phone", 60_000), Err(14 * 60));
        assert_eq!(guesses.try_one("tablet", 60_000), Ok(()), "another device has its own");
        guesses.right("tablet");
        for i in 0..IN_ALL - PER_DEVICE {
            assert_eq!(guesses.try_one(&format!("address {i}"), 60_000), Ok(()));
        }
        assert!(guesses.try_one("one more", 60_000).is_err(), "many addresses do not help");
        assert_eq!(guesses.try_one("phone", WHILE_MS + 60_000), Ok(()));
    }
}
