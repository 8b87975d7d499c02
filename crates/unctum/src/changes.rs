//! Changes told to everyone who listens: numbered, kept for a while, so that who was away hears what was missed
//! or is told to look anew.

use std::collections::{HashMap, VecDeque};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};

use rocket::tokio::sync::broadcast;
use serde::Serialize;
use utoipa::ToSchema;

/// Changes kept for those who were away.
const KEPT: usize = 512;

/// Something changed that a screen may show.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum Change {
    /// A batch.
    Batch {
        /// Its number.
        id: i32,
        /// The highest number in its log then: whoever knows that has seen it.
        last_seq: i32,
    },
    /// An own sweet.
    Sweet {
        /// Its number.
        id: i32,
    },
    /// The kitchen.
    Kitchen,
    /// Orders, days, or what is in the cupboard.
    Days,
    /// Who may come in over the network.
    Devices,
    /// An instrument came, went, watches another pan, or looks otherwise than before.
    Instruments,
    /// The simulated clock was moved.
    Clock,
    /// What was missed is no longer known: look at everything anew.
    LookAnew,
}

/// A change with its number.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct NumberedChange {
    /// Counts up from 1 while the program runs.
    pub number: u64,
    /// What changed.
    pub change: Change,
}

/// The changes of this run of the program.
pub struct Changes {
    /// Tells one run of the program from another.
    run: String,
    kept: Mutex<VecDeque<NumberedChange>>,
    sender: broadcast::Sender<NumberedChange>,
    /// Neither numbered nor kept: the next one says it all.
    pushed: broadcast::Sender<Arc<str>>,
    streams: Arc<Mutex<HashMap<String, usize>>>,
}

impl Changes {
    /// Changes of a run that began at `started_ms`.
    #[must_use]
    pub fn new(started_ms: i64) -> Self {
        let run = format!("{started_ms:x}-{:x}", std::process::id());
        Self {
            run,
            kept: Mutex::default(),
            sender: broadcast::channel(256).0,
            pushed: broadcast::channel(64).0,
            streams: Arc::default(),
        }
    }

    /// Tells everyone who listens.
    pub fn tell(&self, change: Change) {
        let mut kept = lock(&self.kept);
        let told = NumberedChange { number: kept.back().map_or(1, |t| t.number + 1), change };
        if kept.len() == KEPT {
            kept.pop_front();
        }
        kept.push_back(told);
        // Nobody listening is not an error.
        let _ = self.sender.send(told);
    }

    /// Pushes what stands now, as JSON, to whoever listens now.
    pub fn push(&self, json: Arc<str>) {
        // Nobody listening is not an error.
        let _ = self.pushed.send(json);
    }

    /// Whether somebody listens for what is pushed.
    #[must_use]
    pub fn anybody_listens(&self) -> bool {
        self.pushed.receiver_count() > 0
    }

    /// What is pushed from now on.
    #[must_use]
    pub fn pushes(&self) -> broadcast::Receiver<Arc<str>> {
        self.pushed.subscribe()
    }

    /// The name of a change on the wire.
    #[must_use]
    pub fn name(&self, number: u64) -> String {
        format!("{}.{number}", self.run)
    }

    /// What somebody missed whose last change had this name, and what comes from now on.
    pub fn since(&self, last: Option<&str>) -> (Vec<NumberedChange>, broadcast::Receiver<NumberedChange>) {
        let kept = lock(&self.kept);
        let receiver = self.sender.subscribe();
        let newest = kept.back().map_or(0, |t| t.number);
        let Some(last) = last else { return (Vec::new(), receiver) };
        let number = last.strip_prefix(&self.run).and_then(|n| n.strip_prefix('.')?.parse::<u64>().ok());
        let oldest = kept.front().map_or(1, |t| t.number);
        let missed = match number {
            Some(n) if n <= newest && n + 1 >= oldest => {
                kept.iter().filter(|t| t.number > n).copied().collect()
            }
            _ => vec![NumberedChange { number: newest, change: Change::LookAnew }],
        };
        (missed, receiver)
    }

    /// The number of the newest change; 0 before the first.
    #[must_use]
    pub fn newest(&self) -> u64 {
        lock(&self.kept).back().map_or(0, |t| t.number)
    }

    /// A place among the `most` streams of a device, given back when it is dropped; none if it has enough of them.
    #[must_use]
    pub fn stream_of(&self, device: &str, most: usize) -> Option<Listening> {
        let mut streams = lock(&self.streams);
        let open = streams.entry(device.to_owned()).or_default();
        if *open >= most {
            return None;
        }
        *open += 1;
        Some(Listening { device: device.to_owned(), streams: Arc::clone(&self.streams) })
    }
}

/// A stream that is open.
pub struct Listening {
    device: String,
    streams: Arc<Mutex<HashMap<String, usize>>>,
}

impl Drop for Listening {
    fn drop(&mut self) {
        let mut streams = lock(&self.streams);
        if let Some(open) = streams.get_mut(&self.device) {
            *open -= 1;
            if *open == 0 {
                streams.remove(&self.device);
            }
        }
    }
}

fn lock<T>(mutex: &Mutex<T>) -> MutexGuard<'_, T> {
    // Each change of these is one step: what a panic left is whole.
    mutex.lock().unwrap_or_else(PoisonError::into_inner)
}

#[cfg(test)]
mod tests {
    use super::*;

    fn numbers(changes: &Changes, last: Option<&str>) -> Vec<u64> {
        changes.since(last).0.iter().map(|t| t.number).collect()
    }

    #[test]
    fn who_was_away_hears_what_was_missed_or_is_told_to_look_anew() {
        let changes = Changes::new(7);
        for id in 1..=3 {
            changes.tell(Change::Batch { id, last_seq: 1 });
        }
        assert!(numbers(&changes, None).is_empty(), "who is new has just looked");
        assert_eq!(numbers(&changes, Some(&changes.name(1))), [2, 3]);
        assert!(numbers(&changes, Some(&changes.name(3))).is_empty());
        let anew = [NumberedChange { number: 3, change: Change::LookAnew }];
        for unknown in ["", "nonsense", "other.1", &changes.name(9), &format!("{}.x", changes.run)] {
            assert_eq!(changes.since(Some(unknown)).0, anew, "{unknown}");
        }
        for id in 0..600 {
            changes.tell(Change::Batch { id, last_seq: 1 });
        }
        assert_eq!(changes.since(Some(&changes.name(2))).0[0].change, Change::LookAnew, "too long ago");
        assert_eq!(numbers(&changes, Some(&changes.name(602))), [603]);
    }

    #[test]
    fn one_device_may_not_take_all_streams() {
        let changes = Changes::new(7);
        let held: Vec<_> = (0..5).filter_map(|_| changes.stream_of("phone", 3)).collect();
        assert_eq!(held.len(), 3);
        assert!(changes.stream_of("tablet", 3).is_some());
        drop(held);
        assert!(changes.stream_of("phone", 3).is_some());
    }
}
