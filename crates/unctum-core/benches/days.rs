//! How long the questions take that are asked of a plan of days.
#![allow(clippy::expect_used, missing_docs)]

use divan::{Bencher, black_box};
use unctum_core::day::{DayProblem, Planner, Starts, StepId, may_move, plan_with, sure, why_there};
use unctum_core::numeric::Spread;

fn main() {
    divan::main();
}

/// Twelve batches, 96 steps: the first plan, and a hundred rounds that better it.
#[divan::bench(args = [0, 100])]
fn a_weekend_of_twelve_batches(bencher: Bencher, rounds: u32) {
    let problem: DayProblem =
        serde_json::from_str(include_str!("../tests/days/i24.json")).expect("a problem");
    bencher.bench(|| {
        let mut planner = Planner::new(black_box(&problem), 1).expect("can be done");
        planner.improve(rounds);
        planner.starts()
    });
}

fn planned_weekend() -> (DayProblem, Starts) {
    let problem: DayProblem =
        serde_json::from_str(include_str!("../tests/days/i24.json")).expect("a problem");
    let mut planner = Planner::new(&problem, 1).expect("can be done");
    planner.improve(500);
    let starts = planner.starts();
    (problem, starts)
}

/// Why a step of the twelve batches stands where it stands, and how far it may move.
#[divan::bench]
fn why_a_step_stands_there(bencher: Bencher) {
    let (problem, starts) = planned_weekend();
    let step = StepId::from("B9.c");
    bencher.bench(|| (why_there(&problem, black_box(&starts), &step), may_move(&problem, &starts, &step)));
}

/// The same step an hour earlier, the rest moved as little as may be.
#[divan::bench]
fn a_step_moved_by_an_hour(bencher: Bencher) {
    let (problem, starts) = planned_weekend();
    let step = StepId::from("B9.c");
    let at = starts[&step] - 60;
    bencher.bench(|| plan_with(&problem, black_box(&starts), (&step, at), 1));
}

/// How sure: 500 draws of the lengths of all steps.
#[divan::bench]
fn how_sure_a_weekend_is(bencher: Bencher) {
    let (problem, starts) = planned_weekend();
    let spreads = problem
        .batches
        .iter()
        .flat_map(|b| &b.steps)
        .map(|s| (s.id.clone(), Spread::about(f64::from(s.dur), 0.2 * f64::from(s.dur))))
        .collect();
    bencher.bench(|| sure(&problem, black_box(&starts), &spreads, 30, (500, 1)));
}
