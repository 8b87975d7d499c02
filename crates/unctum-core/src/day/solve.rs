//! Plans a day: lays all batches, then takes some out and lays them anew, for as long as it is let.

use crate::day::impossible::impossible;
use crate::day::insert::{Batch, How, lay};
use crate::day::problem::{DayProblem, DayTerms, Starts};
use crate::day::room::Room;
use crate::error::{CoreError, Result};
use crate::sim::Luck;

/// A plan on the way to a better one. Deterministic by its seed and by how often it was improved.
///
/// ```
/// use unctum_core::day::{Planner, DayProblem, judge};
/// let problem: DayProblem = serde_json::from_str(r#"{"horizon": 1440, "slack": 30, "resources": {"attention": 10, "pan": 1},
///     "windows": [[480, 1200]], "batches": [{"id": "A", "due": 1080, "fresh": 600, "lags": [{"from": "boil", "to": "cut", "min": 60, "max": 240}],
///     "holds": [], "steps": [{"id": "boil", "dur": 40, "uses": {"attention": 10, "pan": 1}}, {"id": "cut", "dur": 10, "uses": {"attention": 10}}]}]}"#)
///     .expect("a problem");
/// let mut planner = Planner::new(&problem, 1)?;
/// planner.improve(200);
/// let terms = judge(&problem, &planner.starts()).expect("it holds");
/// assert_eq!((terms.late_min, terms.stale_min, terms.active_span_min), (0, 0, 110));
/// # Ok::<(), unctum_core::CoreError>(())
/// ```
pub struct Planner {
    batches: Vec<Batch>,
    windows: Vec<(i32, i32)>,
    slack: i32,
    room: Room,
    luck: Luck,
    now: Vec<Option<Vec<i32>>>,
    now_cost: f64,
    best: Vec<Vec<i32>>,
    best_terms: Option<DayTerms>,
    rounds: u32,
}

/// What a minute late, stale, of span and away from the margin weighs.
const WEIGHTS: [f64; 4] = [10_000.0, 100.0, 1.0, 0.002];
/// A batch that cannot be on time is tried so much later each time, min.
const LATER_MIN: [i32; 9] = [0, 15, 30, 60, 120, 240, 480, 1440, 100_000];
/// Batches taken out at once, ways in which each is laid anew, and how warm it begins: a plan so many minutes of span
/// worse may be taken.
const MOST_OUT: usize = 5;
const WAYS: usize = 4;
const WARM: f64 = 40.0;
const COLD: f64 = 0.5;
/// It is warmed up again, from the best plan, after so many rounds, having cooled by this factor's logarithm.
const CYCLE_ROUNDS: u32 = 1500;
const COOLS: f64 = 5.0;
/// Freshness wider than this leaves no more to choose from, min.
const WIDEST_MIN: i32 = 2000;

impl Planner {
    /// The first plan of a problem.
    ///
    /// # Errors
    /// A problem that is none; one that cannot be done, with the proof; one for which no first plan was found, which
    /// proves nothing.
    pub fn new(problem: &DayProblem, seed: u64) -> Result<Self> {
        problem.check()?;
        if let Some(proof) = impossible(problem) {
            return Err(CoreError::DoesNotFit(proof));
        }
        let things = Batch::things(problem);
        let batches: Vec<Batch> = problem.batches.iter().map(|b| Batch::of(b, &things)).collect();
        let there = problem.resources.values().copied().collect();
        let mut planner = Self {
            windows: problem.windows.clone(),
            slack: problem.slack,
            room: Room::new(there, problem.windows.clone(), problem.horizon),
            luck: Luck::of(seed),
            now: vec![None; batches.len()],
            batches,
            now_cost: f64::INFINITY,
            best: Vec::new(),
            best_terms: None,
            rounds: 0,
        };
        planner.first()?;
        Ok(planner)
    }

    /// Lays the most pressing first; where one finds no place, it goes to the front and all is laid again.
    fn first(&mut self) -> Result<()> {
        let mut order: Vec<usize> = (0..self.batches.len()).collect();
        order.sort_by_key(|b| (std::cmp::Reverse(self.batches[*b].steps.len()), self.batches[*b].due));
        for _ in 0..=2 * order.len() {
            let stuck = order.iter().position(|b| !self.lay_anew(*b, 0.0));
            let Some(stuck) = stuck else {
                self.keep();
                return Ok(());
            };
            order.iter().for_each(|b| self.take_out(*b));
            let first = order.remove(stuck);
            order.insert(0, first);
        }
        Err(CoreError::DoesNotFit(
            "No plan was found: that there is none is not proved. Give it more hands, hours or pans, or less to make.".into(),
        ))
    }

    fn take_out(&mut self, b: usize) {
        if let Some(starts) = self.now[b].take() {
            self.batches[b].hold(&mut self.room, &starts, -1);
        }
    }

    /// Lays a batch in the best of some ways; whether it found a place.
    fn lay_anew(&mut self, b: usize, drawn: f64) -> bool {
        let anchors = self.anchors();
        let (due, fresh) = (self.batches[b].due, self.batches[b].fresh);
        let mut best: Option<(f64, Vec<i32>)> = None;
        for later in LATER_MIN {
            for way in 0..if drawn > 0.0 { WAYS } else { 1 } {
                let within = f64::from(fresh.min(WIDEST_MIN));
                let ends_by = match (later, way) {
                    (0, 0) => due - self.slack,
                    (0, 1) => due,
                    (0, _) => due - self.luck.between(0.0, within) as i32,
                    (later, _) => due + later,
                };
                let how = How { ends_by, anchors: &anchors, drawn };
                let mut laid = lay(&self.batches[b], &mut self.room, &how, &mut self.luck);
                if laid.is_none() {
                    let other = self.batches[b].otherwise(&mut self.luck);
                    laid = lay(&other, &mut self.room, &how, &mut self.luck);
                }
                let Some(starts) = laid else { continue };
                self.now[b] = Some(starts);
                let cost = self.cost();
                let starts = self.now[b].take().unwrap_or_default();
                self.batches[b].hold(&mut self.room, &starts, -1);
                if best.as_ref().is_none_or(|(least, _)| cost < *least) {
                    best = Some((cost, starts));
                }
            }
            if best.is_some() {
                break;
            }
        }
        let Some((_, starts)) = best else { return false };
        self.batches[b].hold(&mut self.room, &starts, 1);
        self.now[b] = Some(starts);
        true
    }

    /// Minutes at which hands begin or end.
    fn anchors(&self) -> Vec<i32> {
        let ends = self.with_hands().flat_map(|(from, to)| [from, to]);
        let mut anchors: Vec<i32> = ends.collect();
        anchors.sort_unstable();
        anchors.dedup();
        anchors
    }

    fn with_hands(&self) -> impl Iterator<Item = (i32, i32)> + '_ {
        let laid = self.batches.iter().zip(&self.now).filter_map(|(b, starts)| Some((b, starts.as_ref()?)));
        laid.flat_map(|(b, starts)| {
            b.steps.iter().zip(starts).filter(|(s, _)| s.hands).map(|(s, at)| (*at, at + s.dur))
        })
    }

    fn terms(&self) -> DayTerms {
        let mut terms = DayTerms { late_min: 0, stale_min: 0, active_span_min: 0, due_deviation_min: 0 };
        for (batch, starts) in self.batches.iter().zip(&self.now) {
            let Some(starts) = starts else { continue };
            let ready = batch.ready(starts);
            terms.late_min += (ready - batch.due).max(0);
            terms.stale_min += (batch.due - batch.fresh - ready).max(0);
            terms.due_deviation_min += (batch.due - self.slack - ready).abs();
        }
        let mut spans = vec![(i32::MAX, i32::MIN); self.windows.len()];
        for (from, to) in self.with_hands() {
            let inside = self.windows.iter().position(|(opens, closes)| *opens <= from && to <= *closes);
            if let Some(span) = inside.and_then(|w| spans.get_mut(w)) {
                *span = (span.0.min(from), span.1.max(to));
            }
        }
        terms.active_span_min = spans.iter().filter(|s| s.0 < s.1).map(|s| s.1 - s.0).sum();
        terms
    }

    fn cost(&self) -> f64 {
        let t = self.terms();
        let told = [t.late_min, t.stale_min, t.active_span_min, t.due_deviation_min];
        told.iter().zip(WEIGHTS).map(|(minutes, weight)| f64::from(*minutes) * weight).sum()
    }

    /// Remembers the plan as it stands, if it is the best.
    fn keep(&mut self) {
        self.now_cost = self.cost();
        let terms = self.terms();
        // Weights lead the way; which plan is the better one, the terms say in their order.
        if self.best_terms.is_none_or(|best| terms < best) {
            self.best_terms = Some(terms);
            self.best = self.now.iter().flatten().cloned().collect();
        }
    }

    fn back_to_best(&mut self) {
        (0..self.batches.len()).for_each(|b| self.take_out(b));
        for (b, starts) in self.best.clone().into_iter().enumerate() {
            self.batches[b].hold(&mut self.room, &starts, 1);
            self.now[b] = Some(starts);
        }
        self.now_cost = self.cost();
    }

    /// Takes some batches out that lie near to each other and lays them anew, so often. The best plan is never lost.
    pub fn improve(&mut self, rounds: u32) {
        let count = self.batches.len();
        for _ in 0..rounds {
            let into = self.rounds % CYCLE_ROUNDS;
            if into == 0 && self.rounds > 0 {
                self.back_to_best();
            }
            self.rounds += 1;
            let warm = WARM * (-COOLS * f64::from(into) / f64::from(CYCLE_ROUNDS)).exp() + COLD;
            let all: Vec<usize> = (0..count).collect();
            let around = self.luck.one(&all);
            let ready = |b: usize| self.now[b].as_ref().map_or(0, |s| self.batches[b].ready(s));
            let mut near = all;
            near.sort_by_key(|b| (ready(*b) - ready(around)).abs());
            let most = MOST_OUT.min(count) as f64;
            near.truncate(1 + self.luck.between(0.0, most) as usize);
            let before: Vec<(usize, Vec<i32>)> =
                near.iter().filter_map(|b| Some((*b, self.now[*b].clone()?))).collect();
            let drawn = self.luck.between(0.05, 0.6);
            near.iter().for_each(|b| self.take_out(*b));
            let mut laid = true;
            while let (true, false) = (laid, near.is_empty()) {
                let next = self.luck.between(0.0, near.len() as f64) as usize;
                let b = near.swap_remove(next.min(near.len() - 1));
                laid = self.lay_anew(b, drawn);
            }
            let worse = if laid { self.cost() - self.now_cost } else { f64::INFINITY };
            if worse <= 0.0 || self.luck.between(0.0, 1.0) < (-worse / warm).exp() {
                self.keep();
            } else {
                before.iter().for_each(|(b, _)| self.take_out(*b));
                for (b, starts) in before {
                    self.batches[b].hold(&mut self.room, &starts, 1);
                    self.now[b] = Some(starts);
                }
            }
        }
    }

    /// The best plan so far.
    #[must_use]
    pub fn starts(&self) -> Starts {
        let steps = self.batches.iter().zip(&self.best).flat_map(|(b, starts)| b.steps.iter().zip(starts));
        steps.map(|(step, at)| (step.id.clone(), *at)).collect()
    }
}
