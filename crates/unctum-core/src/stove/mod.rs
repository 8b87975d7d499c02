//! Several batches at once and one or two pairs of hands: what to do now, what next, and what will collide.
//!
//! Each batch says for itself what it wants ([`crate::cook::Act`]); here they are put in one order. Nobody stands at
//! two pans: what takes both hands all the time is not begun while something else has them, and what will want
//! them at the same moment is said while there is time to do something about it.
//!
//! ```
//! use unctum_core::stove::whole_stove;
//! let cold = whole_stove(&[], 1);
//! assert!(cold.acts.is_empty() && cold.collisions.is_empty());
//! ```

use serde::Serialize;

use crate::cook::{Act, ActClass, BatchState};
use crate::kitchen::Flame;
use crate::log::BatchEvent;
use crate::process::Manner;

/// What collides within so long is said, ms.
const LOOK_AHEAD_MS: i64 = 15 * 60_000;
/// Two that want the cook within so long of each other collide, ms.
const TOO_CLOSE_MS: i64 = 60_000;

/// A batch that goes on.
#[derive(Debug, Clone, Copy)]
pub struct Going<'a> {
    /// Its number.
    pub id: i32,
    /// Its state now.
    pub state: &'a BatchState,
}

/// An act of one of the batches.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StoveAct {
    /// Number of the batch.
    pub batch_id: i32,
    /// What to do.
    pub act: Act,
    /// Number of the batch that has the hands which it would take; it waits for them.
    pub waits_for_batch: Option<i32>,
    /// To whom it is told where two cook.
    pub told_to: Vec<Role>,
}

/// What somebody does, where two cook together.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Role {
    /// Whoever stands at the pans: what is stirred, judged and turned off.
    Stirrer,
    /// Whoever goes to and fro: what is made ready, put in, taken away and set aside.
    Adder,
    /// Both do everything.
    Either,
}

/// At the pans stands one; the other makes ready and puts away. What cannot wait is told to both.
fn told_to(act: &Act) -> Vec<Role> {
    match act.class {
        ActClass::Urgent => vec![Role::Stirrer, Role::Adder, Role::Either],
        ActClass::Test | ActClass::Keep => vec![Role::Stirrer, Role::Either],
        ActClass::Prepare => vec![Role::Adder, Role::Either],
        _ if act.of_syrup || act.bound => vec![Role::Stirrer, Role::Either],
        _ => vec![Role::Adder, Role::Either],
    }
}

/// A step of one of the batches.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StoveStep {
    /// Number of the batch.
    pub batch_id: i32,
    /// Key of the step.
    pub step: String,
}

/// Two that will want the cook at once.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Collision {
    /// In so long, s.
    pub in_s: f64,
    /// The one of them that can be slowed, or is due first.
    pub first: StoveStep,
    /// The other.
    pub second: StoveStep,
    /// What slows the first, if something does.
    pub slower: Option<BatchEvent>,
}

/// Everything on the stove at one moment.
#[derive(Debug, Clone, PartialEq, Default, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WholeStove {
    /// What to do, most pressing first.
    pub acts: Vec<StoveAct>,
    /// What will collide.
    pub collisions: Vec<Collision>,
}

/// Puts what all batches want in one order, for so many pairs of hands.
#[must_use]
pub fn whole_stove(batches: &[Going<'_>], hands: usize) -> WholeStove {
    let bound = |b: &Going<'_>| b.state.runs.iter().filter(|r| r.manner == Manner::Bound).count();
    let in_hand: Vec<i32> = batches.iter().flat_map(|b| std::iter::repeat_n(b.id, bound(b))).collect();
    let free = in_hand.len() < hands.max(1);
    let of_batch = |batch: &Going<'_>| {
        let id = batch.id;
        let busy = in_hand.iter().copied().find(|other| *other != id);
        batch.state.acts.iter().map(move |act| (id, act.clone(), busy)).collect::<Vec<_>>()
    };
    let mut acts: Vec<StoveAct> = batches
        .iter()
        .filter(|p| p.state.unattended_s.is_none())
        .flat_map(of_batch)
        .map(|(batch_id, act, busy)| {
            let begins = matches!(act.class, ActClass::Begin | ActClass::Timely);
            let waits_for_batch = busy.filter(|_| begins && act.bound && !free);
            let class = if waits_for_batch.is_some() { ActClass::May } else { act.class };
            StoveAct { batch_id, told_to: told_to(&act), act: Act { class, ..act }, waits_for_batch }
        })
        .collect();
    acts.sort_by_key(|a| (a.act.class, a.act.due_ms.unwrap_or(i64::MAX), a.batch_id));
    WholeStove { acts, collisions: collisions(batches, hands) }
}

/// When each batch will next want the cook, and whether its syrup could be slowed until then.
fn collisions(batches: &[Going<'_>], hands: usize) -> Vec<Collision> {
    if hands > 1 {
        return Vec::new();
    }
    let next = |batch: &Going<'_>| {
        let now_ms = batch.state.now_ms;
        let ends = batch.state.runs.iter().filter(|r| r.best_ms > now_ms && r.flame.is_some());
        let run = ends.min_by_key(|r| r.best_ms)?;
        let slows = batch.state.syrup.is_some() && matches!(batch.state.flame, Flame::Medium | Flame::High);
        Some((batch.id, run.step.clone(), run.best_ms - now_ms, slows))
    };
    let mut due: Vec<_> = batches.iter().filter_map(next).filter(|d| d.2 <= LOOK_AHEAD_MS).collect();
    due.sort_by_key(|d| (d.2, d.0));
    let pairs = due.windows(2).filter(|w| w[1].2 - w[0].2 < TOO_CLOSE_MS);
    pairs
        .map(|w| {
            let (first, second) = if w[1].3 && !w[0].3 { (&w[1], &w[0]) } else { (&w[0], &w[1]) };
            Collision {
                in_s: w[0].2 as f64 / 1000.0,
                first: StoveStep { batch_id: first.0, step: first.1.clone() },
                second: StoveStep { batch_id: second.0, step: second.1.clone() },
                slower: first.3.then_some(BatchEvent::Flame { flame: Flame::Low }),
            }
        })
        .collect()
}
