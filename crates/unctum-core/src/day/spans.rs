//! What the arrows of one batch say of any two of its steps: how much later than the one the other begins at least.

use crate::day::problem::DayBatch;

/// Nothing is said.
const OPEN: i32 = i32::MIN / 4;

/// The least time from the start of each step to the start of each other, min. Cost: the number of steps cubed.
pub(super) struct Spans {
    least: Vec<Vec<i32>>,
    dur: Vec<i32>,
}

impl Spans {
    /// Of a batch that was checked.
    pub fn of(batch: &DayBatch) -> Self {
        Self::by(batch, true)
    }

    /// By what has to be done in between alone, whatever may not wait longer.
    pub fn forward(batch: &DayBatch) -> Self {
        Self::by(batch, false)
    }

    fn by(batch: &DayBatch, both_ways: bool) -> Self {
        let count = batch.steps.len();
        let dur: Vec<i32> = batch.steps.iter().map(|s| s.dur).collect();
        let mut least = vec![vec![OPEN; count]; count];
        let mut say = |from: usize, to: usize, min: i32| least[from][to] = least[from][to].max(min);
        for lag in &batch.lags {
            let (Some(from), Some(to)) = (batch.place(&lag.from), batch.place(&lag.to)) else { continue };
            say(from, to, dur[from] + lag.min);
            if let Some(max) = lag.max.filter(|_| both_ways) {
                say(to, from, -dur[from] - max);
            }
        }
        for via in 0..count {
            for from in 0..count {
                for to in 0..count {
                    let (there, on) = (least[from][via], least[via][to]);
                    if there > OPEN && on > OPEN && from != to {
                        least[from][to] = least[from][to].max(there + on);
                    }
                }
            }
        }
        Self { least, dur }
    }

    /// The least time from the end of one step to the start of another, min, if anything is said.
    pub fn between(&self, from: usize, to: usize) -> Option<i32> {
        Some(self.least[from][to]).filter(|least| *least > OPEN).map(|least| least - self.dur[from])
    }

    /// Whether two spans, each from the start of one step to the end of another, can neither follow nor precede each other.
    pub fn overlap(&self, a: (usize, usize), b: (usize, usize)) -> bool {
        self.not_before(a, b) && self.not_before(b, a)
    }

    /// Whether the one cannot have ended before the other begins.
    fn not_before(&self, a: (usize, usize), b: (usize, usize)) -> bool {
        let ends_after = if b.0 == a.1 { 0 } else { self.least[b.0][a.1] };
        ends_after > OPEN && ends_after > -self.dur[a.1]
    }
}
