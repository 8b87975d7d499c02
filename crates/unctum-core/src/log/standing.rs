//! A log as it stands: without what was taken back, with what was amended, in the order of its moments.

use std::borrow::Cow;
use std::collections::{BTreeMap, BTreeSet};

use serde::Serialize;

use crate::log::event::{BatchEvent, Logged};

/// Numbers of the events that were taken back. Whoever takes a taking back back, brings it back: the newest counts.
pub(crate) fn undone_seqs(log: &[Logged]) -> BTreeSet<i32> {
    let mut undos: Vec<(i32, i32)> = log
        .iter()
        .filter_map(|l| match l.event {
            BatchEvent::Undone { undone_seq } if undone_seq < l.seq => Some((l.seq, undone_seq)),
            _ => None,
        })
        .collect();
    undos.sort_unstable_by(|a, b| b.cmp(a));
    let mut undone = BTreeSet::new();
    for (seq, undone_seq) in undos {
        if !undone.contains(&seq) {
            undone.insert(undone_seq);
        }
    }
    undone
}

/// The moment at which an entry stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Moment {
    /// Number of the entry.
    pub seq: i32,
    /// When, ms since 1970.
    pub at_ms: i64,
}

/// The moments of entries that stand at another one than they were written at.
#[must_use]
pub fn amended_moments(log: &[Logged]) -> Vec<Moment> {
    if !log.iter().any(|l| matches!(l.event, BatchEvent::Amended { .. })) {
        return Vec::new();
    }
    let written: BTreeMap<i32, i64> = log.iter().map(|l| (l.seq, l.at_ms)).collect();
    let moved = |l: &&Logged| written.get(&l.seq) != Some(&l.at_ms);
    standing(log).iter().filter(moved).map(|l| Moment { seq: l.seq, at_ms: l.at_ms }).collect()
}

/// What stands, in the order of its moments; what happened at once stands as it was written. The order in which it
/// arrived does not matter.
#[must_use]
pub fn standing(log: &[Logged]) -> Cow<'_, [Logged]> {
    let plain = !log.iter().any(|l| l.event.is_about_another());
    if plain && log.is_sorted_by_key(|l| (l.at_ms, l.seq)) {
        return Cow::Borrowed(log);
    }
    let undone = undone_seqs(log);
    let stands = |l: &&Logged| !undone.contains(&l.seq);
    let mut left: Vec<Logged> =
        log.iter().filter(stands).filter(|l| !l.event.is_about_another()).cloned().collect();
    let mut amendments: Vec<&Logged> =
        log.iter().filter(stands).filter(|l| matches!(l.event, BatchEvent::Amended { .. })).collect();
    amendments.sort_by_key(|l| l.seq);
    for amendment in amendments {
        amend(&mut left, amendment);
    }
    left.sort_by_key(|l| (l.at_ms, l.seq));
    Cow::Owned(left)
}

/// Puts what an amendment says in the place of what was written; the newest counts.
fn amend(left: &mut [Logged], amendment: &Logged) {
    let BatchEvent::Amended { amended_seq, amended_ms, reading, water_g, flame } = &amendment.event else {
        return;
    };
    let Some(entry) = left.iter_mut().find(|l| l.seq == *amended_seq && l.seq < amendment.seq) else {
        return;
    };
    if let Some(at_ms) = amended_ms {
        entry.at_ms = *at_ms;
    }
    match (&mut entry.event, reading, water_g, flame) {
        (BatchEvent::Reading { reading: was }, Some(is), _, _) => *was = *is,
        (BatchEvent::WaterAdded { water_g: was }, _, Some(is), _) => *was = *is,
        (BatchEvent::Flame { flame: was }, _, _, Some(is)) => *was = *is,
        _ => {}
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::kitchen::Flame;

    /// Told are the moments that count: by the newest amendment that stands, and none where it says the same.
    #[test]
    fn an_entry_stands_at_the_moment_that_was_put_right_last() {
        let lit = |seq, at_ms| Logged::new(seq, at_ms, BatchEvent::Flame { flame: Flame::Low });
        let amended = |seq, amended_seq, at_ms| {
            let event = BatchEvent::Amended {
                amended_seq,
                amended_ms: Some(at_ms),
                reading: None,
                water_g: None,
                flame: None,
            };
            Logged::new(seq, 900, event)
        };
        let undone = |seq, undone_seq| Logged::new(seq, 950, BatchEvent::Undone { undone_seq });
        let moments = |log: &[Logged]| -> Vec<(i32, i64)> {
            amended_moments(log).iter().map(|m| (m.seq, m.at_ms)).collect()
        };
        let mut log = vec![lit(1, 500), lit(2, 600)];
        assert_eq!(moments(&log), []);
        log.extend([amended(3, 1, 400), amended(4, 2, 600), amended(5, 1, 300)]);
        assert_eq!(moments(&log), [(1, 300)]);
        log.push(undone(6, 5));
        assert_eq!(moments(&log), [(1, 400)]);
        log.push(undone(7, 1));
        assert_eq!(moments(&log), [], "what was taken back stands at no moment");
    }
}
