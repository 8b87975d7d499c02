//! How sure a plan is: its steps drawn long and short, and followed in the order in which they stand.

use std::collections::BTreeMap;

use crate::day::ids::{ResourceId, StepId};
use crate::day::problem::{DayProblem, Starts};
use crate::numeric::{Rng, Spread, Z80};

/// How sure it is that a plan holds its times.
#[derive(Debug, Clone, PartialEq)]
pub struct Sure {
    /// Share of the draws in which each batch is ready by its due, by the batch.
    pub on_time: BTreeMap<String, f64>,
    /// The step whose length decides most about lateness, if anything is ever late.
    pub decides: Option<StepId>,
}

/// Who waits for whom: place of the step, and how long after its end, min.
type Waits = Vec<Vec<(usize, f64)>>;

/// Draws the lengths of all steps so often, 80 of 100 within their spreads, and follows the plan: nothing begins before
/// it stands in the plan, before what it waits for has ended, or before what it needs is free. A step without a spread takes
/// the minutes of the plan. A batch is late when it is ready so much after its due, min. Deterministic by its seed.
#[must_use]
pub fn sure(
    problem: &DayProblem,
    starts: &Starts,
    spreads: &BTreeMap<StepId, Spread>,
    grace_min: i32,
    (draws, seed): (u32, u64),
) -> Sure {
    let steps: Vec<(usize, &StepId, i32)> = problem
        .batches
        .iter()
        .enumerate()
        .flat_map(|(b, batch)| batch.steps.iter().map(move |s| (b, &s.id, s.dur)))
        .collect();
    let start = |id: &StepId| starts.get(id).copied().unwrap_or(0);
    let waits = waits(problem, &steps, &start);
    let order = in_order(&steps, &waits, &start);
    let mut rng = Rng::of(seed);
    let mut in_time = vec![0_u32; problem.batches.len()];
    // Sums over the draws: of each step's excess, of it squared, of it times all lateness; and of lateness.
    let mut sums = vec![[0.0_f64; 3]; steps.len()];
    let mut late_sum = 0.0;
    let mut ends = vec![0.0_f64; steps.len()];
    let mut excess = vec![0.0_f64; steps.len()];
    for _ in 0..draws {
        let mut ready = vec![0.0_f64; problem.batches.len()];
        for i in &order {
            let (b, id, dur) = steps[*i];
            let takes = spreads.get(id).map_or(f64::from(dur), |s| {
                let z = rng.normal() / Z80;
                (s.mid + z * if z < 0.0 { s.mid - s.low } else { s.high - s.mid }).max(0.0)
            });
            let free = waits[*i].iter().map(|(t, after)| ends[*t] + after);
            ends[*i] = free.fold(f64::from(start(id)), f64::max) + takes;
            excess[*i] = takes - f64::from(dur);
            ready[b] = ready[b].max(ends[*i]);
        }
        let late = |b: usize| (ready[b] - f64::from(problem.batches[b].due + grace_min)).max(0.0);
        for (b, times) in in_time.iter_mut().enumerate() {
            *times += u32::from(late(b) < 1.0);
        }
        let all_late: f64 = (0..ready.len()).map(late).sum();
        late_sum += all_late;
        for (sum, x) in sums.iter_mut().zip(&excess) {
            sum[0] += x;
            sum[1] += x * x;
            sum[2] += x * all_late;
        }
    }
    let n = f64::from(draws.max(1));
    let weight = |sum: &[f64; 3]| {
        let spread = (sum[1] / n - (sum[0] / n).powi(2)).max(0.0).sqrt();
        if spread > 1e-9 { (sum[2] / n - sum[0] * late_sum / n / n) / spread } else { 0.0 }
    };
    let most = (0..steps.len()).max_by(|a, b| weight(&sums[*a]).total_cmp(&weight(&sums[*b])));
    let ids = problem.batches.iter().map(|b| b.id.clone());
    Sure {
        on_time: ids.zip(in_time.iter().map(|times| f64::from(*times) / n)).collect(),
        decides: most.filter(|m| weight(&sums[*m]) > 1e-9).map(|m| steps[m].1.clone()),
    }
}

/// What each step waits for: what its graph says, and what uses before it a thing that two cannot have at once.
fn waits(problem: &DayProblem, steps: &[(usize, &StepId, i32)], start: &dyn Fn(&StepId) -> i32) -> Waits {
    let place: BTreeMap<&StepId, usize> = steps.iter().enumerate().map(|(i, s)| (s.1, i)).collect();
    let mut waits: Waits = vec![Vec::new(); steps.len()];
    for lag in problem.batches.iter().flat_map(|b| &b.lags).chain(&problem.links) {
        if let (Some(from), Some(to)) = (place.get(&lag.from), place.get(&lag.to)) {
            waits[*to].push((*from, f64::from(lag.min)));
        }
    }
    // What is used: thing, how many, by which step from and which step to, and how long after.
    let mut used: Vec<(&ResourceId, i32, usize, usize, i32)> = Vec::new();
    for batch in &problem.batches {
        for step in &batch.steps {
            let i = place[&step.id];
            used.extend(step.uses.iter().map(|(res, n)| (res, *n, i, i, 0)));
        }
        let held = batch.holds.iter().filter_map(|h| {
            let (from, to) = (place.get(&h.from)?, place.get(&h.to)?);
            Some((&h.res, h.units, *from, *to, h.after_min))
        });
        used.extend(held);
    }
    for (res, n, _, last, after_min) in &used {
        let ends = start(steps[*last].1) + steps[*last].2 + after_min;
        let there = problem.resources.get(*res).copied().unwrap_or(0);
        for (other, m, first, ..) in &used {
            if res == other && n + m > there && ends <= start(steps[*first].1) && last != first {
                waits[*first].push((*last, f64::from(*after_min)));
            }
        }
    }
    waits
}

/// All steps so that each comes after what it waits for; by their start where they do not wait.
fn in_order(steps: &[(usize, &StepId, i32)], waits: &Waits, start: &dyn Fn(&StepId) -> i32) -> Vec<usize> {
    let mut order: Vec<usize> = (0..steps.len()).collect();
    order.sort_by_key(|i| (start(steps[*i].1), start(steps[*i].1) + steps[*i].2));
    let mut placed = vec![false; steps.len()];
    let mut told = Vec::new();
    while told.len() < steps.len() {
        let ready = |i: &&usize| !placed[**i] && waits[**i].iter().all(|(t, _)| placed[*t]);
        let Some(next) = order.iter().find(ready).or_else(|| order.iter().find(|i| !placed[**i])).copied()
        else {
            break;
        };
        placed[next] = true;
        told.push(next);
    }
    told
}
