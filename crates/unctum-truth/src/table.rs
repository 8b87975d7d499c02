//! Many evenings, counted.

use crate::evening::{Evening, Outcome};
use crate::evidence::{Evidence, Mistake};
use crate::kitchen::STAGES;
use crate::pressed::Pressed;

/// A row of the table: one kind of evidence over many evenings.
#[derive(Debug, Clone)]
pub struct Row {
    /// Of a hundred intervals of strength, how many held the truth, at each part of the way.
    pub strength: [f64; 3],
    /// The same of the time.
    pub time: [f64; 3],
    /// Mean half-width of the interval of strength, in points of strength.
    pub reach: [f64; 3],
    /// Landing in stages from the aim: mean, 10 %, 90 %.
    pub landed: (f64, f64, f64),
    /// The same of those alone that were boiled to one string, to two strings, to a soft ball: the narrower a stage,
    /// the wider what is not known of the sugar is in it.
    pub by_stage: [(f64, f64, f64); 3],
}

/// Counts `cooks` evenings from a first seed.
#[must_use]
pub fn row(evidence: Evidence, pressed: Pressed, cooks: u64, seed: u64) -> Row {
    let outcomes =
        side_by_side(cooks, |i| Evening::of(seed + i, evidence).pressed(pressed).happens(evidence, None));
    let share = |of: &dyn Fn(&Outcome) -> Option<bool>| {
        let held: Vec<bool> = outcomes.iter().filter_map(of).collect();
        100.0 * held.iter().filter(|h| **h).count() as f64 / held.len().max(1) as f64
    };
    let mean = |of: &dyn Fn(&Outcome) -> Option<f64>| {
        let all: Vec<f64> = outcomes.iter().filter_map(of).collect();
        all.iter().sum::<f64>() / all.len().max(1) as f64
    };
    let parts = [0, 1, 2];
    Row {
        strength: parts.map(|i| share(&|o| o.strength[i])),
        time: parts.map(|i| share(&|o| o.time[i])),
        reach: parts.map(|i| 100.0 * mean(&|o| o.reach[i])),
        landed: mean_and_ends(outcomes.iter().filter_map(|o| o.landed).collect()),
        by_stage: STAGES.map(|stage| {
            let of_it = outcomes.iter().filter(|o| o.stage == Some(stage));
            mean_and_ends(of_it.filter_map(|o| o.landed).collect())
        }),
    }
}

/// Mean, 10 %, 90 %.
fn mean_and_ends(mut values: Vec<f64>) -> (f64, f64, f64) {
    values.sort_by(f64::total_cmp);
    let last = values.len().saturating_sub(1) as f64;
    let at = |share: f64| values.get((last * share).round() as usize).copied().unwrap_or(f64::NAN);
    (values.iter().sum::<f64>() / values.len() as f64, at(0.1), at(0.9))
}

/// Landing in stages when the call comes from somebody who knows the pan: mean, 10 %, 90 %.
#[must_use]
pub fn known(cooks: u64, seed: u64) -> (f64, f64, f64) {
    let landed = side_by_side(cooks, |i| Evening::of(seed + i, Evidence::Clock).known());
    mean_and_ends(landed.into_iter().flatten().collect())
}

/// The same work for each number, on all processors; the answers in their order.
pub(crate) fn side_by_side<T: Send>(count: u64, work: impl Fn(u64) -> T + Sync) -> Vec<T> {
    let hands = std::thread::available_parallelism().map_or(1, std::num::NonZero::get) as u64;
    let mut done: Vec<(u64, T)> = std::thread::scope(|scope| {
        let work = &work;
        let all: Vec<_> = (0..hands)
            .map(|hand| {
                scope.spawn(move || {
                    (hand..count).step_by(hands as usize).map(|i| (i, work(i))).collect::<Vec<_>>()
                })
            })
            .collect();
        all.into_iter().flat_map(|hand| hand.join().expect("a hand that works")).collect()
    });
    done.sort_by_key(|(i, _)| *i);
    done.into_iter().map(|(_, t)| t).collect()
}

/// How far one wrong reading moves the landing, in stages: middle and 90 % of many evenings.
#[must_use]
pub fn moved(evidence: Evidence, cooks: u64, seed: u64, mistake: Mistake) -> (f64, f64) {
    let landed = |i: u64, mistake| Evening::of(seed + i, evidence).happens(evidence, mistake).landed;
    let of = |i: u64| Some((landed(i, Some(mistake))? - landed(i, None)?).abs());
    let mut moved: Vec<f64> = side_by_side(cooks, of).into_iter().flatten().collect();
    moved.sort_by(f64::total_cmp);
    let at = |share: f64| moved[((moved.len() - 1) as f64 * share).round() as usize];
    (at(0.5), at(0.9))
}
