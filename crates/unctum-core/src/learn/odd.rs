//! Batches that weigh little, and why.

use std::cmp::Reverse;

use serde::Serialize;

use crate::kitchen::Learning;
use crate::learn::evidence::BatchTold;
use crate::learn::pool::{LITTLE, Learnt};

/// A batch that weighs little, or is left out.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OddBatch {
    /// Its number.
    pub batch_id: i32,
    /// What it is called.
    pub title: String,
    /// When it was, ms since 1970.
    pub at_ms: i64,
    /// How much it weighs where it weighs least, 0–1.
    pub weight: f64,
    /// Why; a sentence each.
    pub why: Vec<String>,
    /// Whether she left it out.
    pub left_out: bool,
}

/// So many batches that hardly count are told one by one: nobody reads thousands.
const MOST_ODD: usize = 50;

/// The batches that hardly count, newest first: all that she left out, and of the others the newest; and how many more
/// there are.
#[must_use]
pub fn odd_batches(told: &[BatchTold], learnt: &Learnt, learning: &Learning) -> (Vec<OddBatch>, usize) {
    let odd = |t: &BatchTold| {
        let left_out = learning.left_out.contains(&t.batch_id);
        let weight = learnt.weights.get(&t.batch_id).copied().unwrap_or(0.0);
        let mut why = t.odd.clone();
        if why.is_empty() && !left_out {
            why.push(
                "It contradicts the others: a slip of the finger, perhaps, or an odd evening.".to_owned(),
            );
        }
        (left_out || weight < LITTLE).then(|| OddBatch {
            batch_id: t.batch_id,
            title: t.title.clone(),
            at_ms: t.at_ms,
            weight,
            why,
            left_out,
        })
    };
    let mut all: Vec<OddBatch> = told.iter().filter_map(odd).collect();
    all.sort_by_key(|o| Reverse(o.at_ms));
    let found = all.len();
    let mut others = 0;
    all.retain(|o| {
        others += usize::from(!o.left_out);
        o.left_out || others <= MOST_ODD
    });
    let more = found - all.len();
    (all, more)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_newest_of_many_are_told_and_every_one_that_was_left_out() {
        let one = |batch_id: i32| BatchTold {
            batch_id,
            at_ms: i64::from(batch_id),
            title: format!("Batch {batch_id}"),
            evidence: Vec::new(),
            odd: vec!["It was given up.".into()],
        };
        let told: Vec<BatchTold> = (1..=200).map(one).collect();
        let learning = Learning { left_out: [3].into(), ..Learning::default() };
        let (odd, more) = odd_batches(&told, &Learnt::default(), &learning);
        assert_eq!((odd.len(), more), (MOST_ODD + 1, 200 - MOST_ODD - 1));
        assert_eq!(odd[0].batch_id, 200, "the newest first");
        assert_eq!(odd.last().map(|o| (o.batch_id, o.left_out)), Some((3, true)));
        let (few, more) = odd_batches(&told[..20], &Learnt::default(), &learning);
        assert_eq!((few.len(), more), (20, 0));
    }
}
