//! The time: the machine's, or one that stands still until it is moved.

use std::sync::atomic::{AtomicI64, Ordering};
use std::time::{SystemTime, UNIX_EPOCH};

/// Where the time comes from.
#[derive(Debug)]
pub enum Clock {
    /// The machine's clock.
    System,
    /// Milliseconds since 1970, moved by hand.
    Simulated(AtomicI64),
}

impl Clock {
    /// A clock that stands at the present until it is moved.
    #[must_use]
    pub fn simulated() -> Self {
        Self::standing_at(Self::System.now_ms())
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
            Self::System => {
                let since = SystemTime::now().duration_since(UNIX_EPOCH).unwrap_or_default();
                i64::try_from(since.as_millis()).unwrap_or(i64::MAX)
            }
            Self::Simulated(now_ms) => now_ms.load(Ordering::SeqCst),
        }
    }

    /// Moves a simulated clock on; a real one does not move. Returns whether it did.
    pub fn advance(&self, by_ms: i64) -> bool {
        match self {
            Self::System => false,
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
