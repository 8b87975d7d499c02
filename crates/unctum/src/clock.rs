//! The time: the machine's, or one that stands still until it is moved.

use std::sync::atomic::{AtomicI64, Ordering};
use std::sync::{Mutex, PoisonError};
use std::time::{Instant, SystemTime, UNIX_EPOCH};

use jiff::Timestamp;
use jiff::civil::Date;
use jiff::tz::TimeZone;
use unctum_core::cook::BELIEVED_AHEAD_MS;

/// Where the time comes from. It never runs backwards, but to leave a time that cannot have been.
#[derive(Debug)]
pub enum Clock {
    /// The machine's clock.
    System(Steady),
    /// Milliseconds since 1970, moved by hand.
    Simulated(AtomicI64),
}

/// Time that goes on evenly while the machine's clock is set back, and follows it when it is ahead: a machine
/// that slept has truly missed that time.
#[derive(Debug)]
pub struct Steady {
    begun: Instant,
    /// What the time was, ms since 1970, when `begun` was taken; raised when the machine's clock runs ahead.
    at_begin_ms: Mutex<i64>,
    /// How far ahead the last moment that was written down lay when it began, s; 0 where it was believed.
    written_ahead_s: i64,
}

impl Steady {
    /// Time that is at least `least_ms`: nothing that was written is still to come, unless it lies so far ahead that the
    /// clock was wrong under which it was written.
    #[must_use]
    pub fn from(least_ms: i64) -> Self {
        let wall_ms = wall_ms();
        let believed = least_ms.saturating_sub(wall_ms) <= BELIEVED_AHEAD_MS;
        Self {
            begun: Instant::now(),
            at_begin_ms: Mutex::new(if believed { wall_ms.max(least_ms) } else { wall_ms }),
            written_ahead_s: if believed { 0 } else { least_ms.saturating_sub(wall_ms) / 1000 },
        }
    }

    fn now_ms(&self) -> i64 {
        let gone_ms = i64::try_from(self.begun.elapsed().as_millis()).unwrap_or(i64::MAX);
        self.steady_ms(gone_ms, wall_ms())
    }

    /// The time when so much has gone by, and the machine's clock shows that.
    fn steady_ms(&self, gone_ms: i64, wall_ms: i64) -> i64 {
        let mut at_begin_ms = self.at_begin_ms.lock().unwrap_or_else(PoisonError::into_inner);
        let by_wall_ms = wall_ms.saturating_sub(gone_ms);
        let wrong = at_begin_ms.saturating_sub(by_wall_ms) > BELIEVED_AHEAD_MS;
        *at_begin_ms = if wrong { by_wall_ms } else { (*at_begin_ms).max(by_wall_ms) };
        at_begin_ms.saturating_add(gone_ms)
    }
}

/// The day of a moment, by universal time; beyond the last year that calendars know, its last day.
#[must_use]
pub fn day_of(at_ms: i64) -> Date {
    let known = if at_ms < 0 { Timestamp::MIN } else { Timestamp::MAX };
    TimeZone::UTC.to_datetime(Timestamp::from_millisecond(at_ms).unwrap_or(known)).date()
}

fn wall_ms() -> i64 {
    let since = SystemTime::now().duration_since(UNIX_EPOCH).unwrap_or_default();
    i64::try_from(since.as_millis()).unwrap_or(i64::MAX)
}

impl Clock {
    /// The machine's clock, not before `least_ms`, the last moment that was written down.
    #[must_use]
    pub fn system(least_ms: i64) -> Self {
        Self::System(Steady::from(least_ms))
    }

    /// A clock that stands at the present until it is moved.
    #[must_use]
    pub fn simulated() -> Self {
        Self::standing_at(wall_ms())
    }

    /// A clock that stands at a moment, ms since 1970, until it is moved.
    #[must_use]
    pub fn standing_at(at_ms: i64) -> Self {
        Self::Simulated(AtomicI64::new(at_ms))
    }

    /// Milliseconds since 1970.
    #[must_use]
    pub fn now_ms(&self) -> i64 {
        match self {
            Self::System(steady) => steady.now_ms(),
            Self::Simulated(now_ms) => now_ms.load(Ordering::SeqCst),
        }
    }

    /// How far the machine's clock was set back behind the time that is kept, s; 0 while they agree to two
    /// seconds.
    #[must_use]
    pub fn set_back_s(&self) -> i64 {
        match self {
            Self::System(steady) => {
                let behind_s = (steady.now_ms() - wall_ms()) / 1000;
                if behind_s > 2 { behind_s } else { 0 }
            }
            Self::Simulated(_) => 0,
        }
    }

    /// How far ahead of now the notebook's last moment lay when the program began, s; 0 where it was believed.
    #[must_use]
    pub fn written_ahead_s(&self) -> i64 {
        match self {
            Self::System(steady) => steady.written_ahead_s,
            Self::Simulated(_) => 0,
        }
    }

    /// Moves a simulated clock on; a real one does not move. Returns whether it did.
    pub fn advance(&self, by_ms: i64) -> bool {
        match self {
            Self::System(_) => false,
            Self::Simulated(now_ms) => {
                now_ms.fetch_add(by_ms, Ordering::SeqCst);
                true
            }
        }
    }

    /// Whether it is simulated.
    #[must_use]
    pub fn is_simulated(&self) -> bool {
        matches!(self, Self::Simulated(_))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_moment_has_a_day() {
        assert_eq!(day_of(0), jiff::civil::date(1970, 1, 1));
        assert_eq!(day_of(i64::MAX), jiff::civil::date(9999, 12, 30));
        assert_eq!(day_of(i64::MIN), jiff::civil::date(-9999, 1, 2));
    }

    #[test]
    fn a_clock_set_back_does_not_stop_the_time() {
        const HOUR_MS: i64 = 3_600_000;
        let start_ms = wall_ms();
        let steady = Steady::from(0);
        let at = |gone_ms: i64, wall_ms: i64| steady.steady_ms(gone_ms, wall_ms);
        let begun_ms = at(0, start_ms);
        assert_eq!(at(1000, start_ms + 1000), begun_ms + 1000);
        assert_eq!(at(2000, start_ms + 2000 - HOUR_MS), begun_ms + 2000, "set back: it goes on evenly");
        assert_eq!(at(62_000, start_ms + 62_000 - HOUR_MS), begun_ms + 62_000);
        assert_eq!(at(70_000, start_ms + 70_000), begun_ms + 70_000, "set right again");
        assert_eq!(at(80_000, start_ms + HOUR_MS), start_ms + HOUR_MS, "it slept: that time is gone");
        assert_eq!(at(81_000, start_ms + 81_000), start_ms + HOUR_MS + 1000);
    }

    #[test]
    fn one_entry_under_a_wrong_clock_does_not_take_the_notebook_along() {
        const YEAR_MS: i64 = 365 * 86_400_000;
        let start_ms = wall_ms();
        let clock = Clock::system(start_ms + YEAR_MS);
        assert!(clock.now_ms() < start_ms + 60_000, "the machine's clock holds");
        assert!((clock.written_ahead_s() - YEAR_MS / 1000).abs() < 60, "and it is told");
        // The clock jumps while the program runs, and is set right again.
        let steady = Steady::from(0);
        let begun_ms = steady.steady_ms(0, start_ms);
        assert_eq!(steady.steady_ms(1000, start_ms + YEAR_MS), start_ms + YEAR_MS);
        assert!(steady.steady_ms(2000, start_ms + 2000) <= begun_ms + 3000);
        assert_eq!(Clock::system(start_ms).written_ahead_s(), 0);
    }

    #[test]
    fn what_was_written_down_is_not_still_to_come() {
        let later_ms = wall_ms() + 7_200_000;
        let clock = Clock::system(later_ms);
        assert!(clock.now_ms() >= later_ms);
        assert!((7100..7300).contains(&clock.set_back_s()), "{}", clock.set_back_s());
        assert_eq!(Clock::system(0).set_back_s(), 0);
    }
}
