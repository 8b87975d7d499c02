//! How much work a plan is bettered with: counted, not timed, so that the same seed gives the same plan on any machine.

use crate::day::solve::Planner;

/// Steps for which a place is sought in a second of computing, on one core of the machine of docs/performance.md.
pub const SOUGHT_PER_S: f64 = 1_000_000.0;
/// Rounds between two looks at whether somebody still waits.
const ROUNDS: u32 = 10;

impl Planner {
    /// Betters the plan by the work of so many seconds of computing, s; less where `goes_on` says no.
    pub fn improve_by(&mut self, seconds: f64, goes_on: impl Fn() -> bool) {
        let enough = self.sought() + (seconds.max(0.0) * SOUGHT_PER_S) as u64;
        while self.sought() < enough && goes_on() {
            self.improve(ROUNDS);
        }
    }
}
