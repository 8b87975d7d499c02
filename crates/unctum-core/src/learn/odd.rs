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

/// The batches that hardly count, newest first.
#[must_use]
pub fn odd_batches(told: &[BatchTold], learnt: &Learnt, learning: &Learning) -> Vec<OddBatch> {
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
    all
}
