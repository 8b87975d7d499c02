//! Plans a day: lays all batches, then takes some out and lays them anew, for as long as it is let.

use crate::day::ids::StepId;
use crate::day::impossible::impossible;
use crate::day::insert::{Batch, Bound, How, lay};
use crate::day::left::out_of_hours;
use crate::day::problem::{DayLag, DayProblem, DayTerms, Starts};
use crate::day::proof::NoPlan;
use crate::day::room::Room;
use crate::day::stand::stands;
use crate::numeric::Rng;

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
    pub(super) batches: Vec<Batch>,
    /// How many batches in a row take what each one gives.
    pub(super) depths: Vec<usize>,
    pub(super) links: Vec<Link>,
    pub(super) windows: Vec<(i32, i32)>,
    /// The same, hours that overlap as one.
    pub(super) together: Vec<(i32, i32)>,
    slack: i32,
    pub(super) room: Room,
    pub(super) rng: Rng,
    pub(super) now: Vec<Option<Vec<i32>>>,
    pub(super) now_cost: f64,
    best: Vec<Vec<i32>>,
    best_terms: Option<DayTerms>,
    pub(super) cycle_ends: u64,
    /// Steps for which a place was sought.
    pub(super) sought: u64,
}

/// What one batch gives and another takes: batch and step.
pub(super) struct Link {
    pub gives: (usize, usize),
    pub takes: (usize, usize),
    pub(super) min: i32,
    pub(super) max: Option<i32>,
}

impl Link {
    fn of(problem: &DayProblem, lag: &DayLag) -> Option<Self> {
        let place = |id: &StepId| {
            let b = problem.batch_of(id)?;
            Some((b, problem.batches[b].place(id)?))
        };
        Some(Self { gives: place(&lag.from)?, takes: place(&lag.to)?, min: lag.min, max: lag.max })
    }
}

/// What a minute late, stale, of span and away from the margin weighs.
const WEIGHTS: [f64; 4] = [10_000.0, 100.0, 1.0, 0.002];
/// A batch that cannot be on time is tried so much later each time, min.
pub(super) const LATER_MIN: [i32; 9] = [0, 15, 30, 60, 120, 240, 480, 1440, 100_000];
/// How often a batch that is late is laid late to the minute, 0–1; else by a step of those, which leaves the others room.
const EXACTLY: f64 = 0.3;
/// Ways in which a batch is laid anew.
const WAYS: usize = 3;
/// Freshness wider than this leaves no more to choose from, min.
const WIDEST_MIN: i32 = 2000;

/// Where no plan was found, what forbids one by the clock, if that is certain: it costs more than a plan.
fn proved(problem: &DayProblem, none: NoPlan) -> NoPlan {
    match none {
        NoPlan::NotFound => out_of_hours(problem).map_or(none, NoPlan::Proved),
        other => other,
    }
}

impl Planner {
    /// The first plan of a problem.
    ///
    /// # Errors
    /// A problem that is none; one that cannot be done, with the proof; one for which no first plan was found, which
    /// proves nothing.
    pub fn new(problem: &DayProblem, seed: u64) -> Result<Self, NoPlan> {
        let mut planner = Self::empty(problem, seed)?;
        planner.first().map_err(|none| proved(problem, none))?;
        Ok(planner)
    }

    /// A plan that leaves each batch where it stood, if it can stay there, and lays the others anew.
    ///
    /// # Errors
    /// As [`Planner::new`].
    pub fn after(problem: &DayProblem, stood: &Starts, seed: u64) -> Result<Self, NoPlan> {
        let mut planner = Self::empty(problem, seed)?;
        let mut others = Vec::new();
        for b in planner.order() {
            let batch = planner.batches[b].clone();
            let starts: Option<Vec<i32>> = batch.steps.iter().map(|s| stood.get(&s.id).copied()).collect();
            let bounds = planner.bounds(b);
            match starts.filter(|starts| stands(&batch, &mut planner.room, starts, &bounds)) {
                Some(starts) => planner.now[b] = Some(starts),
                None => others.push(b),
            }
        }
        // Not all of it may be moved at once: what is pinned or has begun comes first.
        others.sort_by_key(|b| std::cmp::Reverse(planner.pinned(*b)));
        if others.iter().all(|b| planner.lay_anew(*b, 0.0, &LATER_MIN)) {
            planner.keep();
            return Ok(planner);
        }
        (0..planner.batches.len()).for_each(|b| planner.take_out(b));
        planner.first().map_err(|none| proved(problem, none))?;
        Ok(planner)
    }

    fn empty(problem: &DayProblem, seed: u64) -> Result<Self, NoPlan> {
        problem.check()?;
        if let Some(proof) = impossible(problem) {
            return Err(NoPlan::Proved(proof));
        }
        let things = Batch::things(problem);
        let batches: Vec<Batch> =
            problem.batches.iter().map(|b| Batch::of(b, &things, &problem.pins)).collect();
        let there = problem.resources.values().copied().collect();
        let mut room = Room::new(there, problem.windows.clone(), problem.horizon);
        for taken in &problem.taken {
            if let Some(thing) = things.get(&taken.res) {
                room.take(*thing, taken.units, taken.from, taken.to);
            }
        }
        Ok(Self {
            depths: problem.depths().unwrap_or_default(),
            links: problem.links.iter().filter_map(|l| Link::of(problem, l)).collect(),
            windows: problem.windows.clone(),
            together: problem.together(),
            slack: problem.slack,
            room,
            rng: Rng::of(seed),
            now: vec![None; batches.len()],
            batches,
            now_cost: f64::INFINITY,
            best: Vec::new(),
            best_terms: None,
            cycle_ends: 0,
            sought: 0,
        })
    }

    fn pinned(&self, b: usize) -> usize {
        self.batches[b].steps.iter().filter(|s| s.pin.is_some()).count()
    }

    /// All batches, the most pressing first; what gives to others after those that take it.
    fn order(&self) -> Vec<usize> {
        let mut order: Vec<usize> = (0..self.batches.len()).collect();
        order.sort_by_key(|b| {
            let batch = &self.batches[*b];
            let many = std::cmp::Reverse(batch.steps.len());
            (std::cmp::Reverse(self.pinned(*b)), self.depths[*b], many, batch.due)
        });
        order
    }

    /// Lays the most pressing first. What is late then goes to the front, and all is laid again; the best is kept.
    fn first(&mut self) -> Result<(), NoPlan> {
        let mut order = self.order();
        self.lay_all(&mut order)?;
        for _ in 0..2 * order.len() {
            let late = |b: &usize| {
                self.now[*b].as_ref().is_some_and(|s| self.batches[*b].ready(s) > self.batches[*b].due)
            };
            let Some(late) = order.iter().position(late) else { break };
            order[..=late].rotate_right(1);
            order.iter().for_each(|b| self.take_out(*b));
            if self.lay_all(&mut order).is_err() {
                break;
            }
        }
        self.back_to_best();
        Ok(())
    }

    /// Lays all in an order; where one finds no place, it goes to the front and all is laid again.
    fn lay_all(&mut self, order: &mut [usize]) -> Result<(), NoPlan> {
        for _ in 0..=2 * order.len() {
            let stuck = order.iter().position(|b| !self.lay_anew(*b, 0.0, &LATER_MIN));
            let Some(stuck) = stuck else {
                self.keep();
                return Ok(());
            };
            order.iter().for_each(|b| self.take_out(*b));
            order[..=stuck].rotate_right(1);
        }
        Err(NoPlan::NotFound)
    }

    /// What the batches that are laid already ask of the steps of another.
    fn bounds(&self, b: usize) -> Vec<Bound> {
        let asks = |link: &Link| {
            let (gives, takes) = (&link.gives, &link.takes);
            let (from, to) = (&self.batches[gives.0], &self.now[takes.0]);
            if gives.0 == b {
                let at = to.as_ref()?[takes.1] - from.steps[gives.1].dur;
                let no_earlier = link.max.map_or(0, |max| at - max);
                Some(Bound { step: gives.1, no_earlier, no_later: at - link.min })
            } else if takes.0 == b {
                let ends = self.now[gives.0].as_ref()?[gives.1] + from.steps[gives.1].dur;
                let no_later = link.max.map_or(i32::MAX, |max| ends + max);
                Some(Bound { step: takes.1, no_earlier: ends + link.min, no_later })
            } else {
                None
            }
        };
        self.links.iter().filter_map(asks).collect()
    }

    pub(super) fn take_out(&mut self, b: usize) {
        if let Some(starts) = self.now[b].take() {
            self.batches[b].hold(&mut self.room, &starts, -1);
        }
    }

    /// Lays a batch in the best of some ways; whether it found a place.
    pub(super) fn lay_anew(&mut self, b: usize, drawn: f64, later_min: &[i32]) -> bool {
        let (anchors, bounds) = (self.anchors(), self.bounds(b));
        let (due, fresh) = (self.batches[b].due, self.batches[b].fresh);
        let mut best: Option<(f64, Vec<i32>)> = None;
        let mut not_by = None;
        for later in later_min.iter().copied() {
            for way in 0..if drawn > 0.0 { WAYS } else { 1 } {
                let within = f64::from(fresh.min(WIDEST_MIN));
                let ends_by = match (later, way) {
                    (0, 0) => due - self.slack,
                    (0, 1) => due,
                    (0, _) => due - self.rng.between(0.0, within) as i32,
                    (later, _) => due + later,
                };
                let how = How { ends_by, anchors: &anchors, drawn, bounds: &bounds };
                best = less(best, self.tried(b, &how));
            }
            if best.is_some() {
                break;
            }
            not_by = Some(due + later);
        }
        // Late by as little as can be found: to the minute, between what was too early and where it found a place.
        let late = not_by.is_some() && self.best_terms.is_some_and(|t| t.late_min > 0);
        if late && self.rng.between(0.0, 1.0) < EXACTLY {
            best = self.exactly_late(b, not_by.unwrap_or(due), best, &bounds);
        }
        let Some((_, starts)) = best else { return false };
        self.batches[b].hold(&mut self.room, &starts, 1);
        self.now[b] = Some(starts);
        true
    }

    /// Halves the time between an end that was too early and the one that was found, until they meet.
    fn exactly_late(
        &mut self,
        b: usize,
        mut not_by: i32,
        mut best: Option<(f64, Vec<i32>)>,
        bounds: &[Bound],
    ) -> Option<(f64, Vec<i32>)> {
        let mut by = best.as_ref().map_or(not_by, |(_, starts)| self.batches[b].ready(starts));
        while by - not_by > 1 {
            let ends_by = i32::midpoint(not_by, by);
            match self.tried(b, &How { ends_by, anchors: &[], drawn: 0.0, bounds }) {
                Some(found) => {
                    by = self.batches[b].ready(&found.1);
                    best = less(best, Some(found));
                }
                None => not_by = ends_by,
            }
        }
        best
    }

    /// Where a batch finds its place in one way, and what the plan costs with it there; the room is as it was.
    fn tried(&mut self, b: usize, how: &How<'_>) -> Option<(f64, Vec<i32>)> {
        self.sought += self.batches[b].steps.len() as u64;
        let laid = lay(&self.batches[b], &mut self.room, how, &mut self.rng).or_else(|| {
            let other = self.batches[b].otherwise(&mut self.rng);
            lay(&other, &mut self.room, how, &mut self.rng)
        });
        self.now[b] = Some(laid?);
        let cost = self.cost();
        let starts = self.now[b].take().unwrap_or_default();
        self.batches[b].hold(&mut self.room, &starts, -1);
        Some((cost, starts))
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
        let spans = self.spans();
        terms.active_span_min = spans.iter().filter(|s| s.0 < s.1).map(|s| s.1 - s.0).sum();
        terms
    }

    /// From the first to the last minute with hands, window by window; turned round where there is none.
    pub(super) fn spans(&self) -> Vec<(i32, i32)> {
        let mut spans = vec![(i32::MAX, i32::MIN); self.together.len()];
        for (from, to) in self.with_hands() {
            let inside = self.together.iter().position(|(opens, closes)| *opens <= from && to <= *closes);
            if let Some(span) = inside.and_then(|w| spans.get_mut(w)) {
                *span = (span.0.min(from), span.1.max(to));
            }
        }
        spans
    }

    pub(super) fn cost(&self) -> f64 {
        let t = self.terms();
        let told = [t.late_min, t.stale_min, t.active_span_min, t.due_deviation_min];
        told.iter().zip(WEIGHTS).map(|(minutes, weight)| f64::from(*minutes) * weight).sum()
    }

    /// Remembers the plan as it stands, if it is the best.
    pub(super) fn keep(&mut self) {
        self.now_cost = self.cost();
        let terms = self.terms();
        // Weights lead the way; which plan is the better one, the terms say in their order.
        if self.best_terms.is_none_or(|best| terms < best) {
            self.best_terms = Some(terms);
            self.best = self.now.iter().flatten().cloned().collect();
        }
    }

    pub(super) fn back_to_best(&mut self) {
        (0..self.batches.len()).for_each(|b| self.take_out(b));
        for (b, starts) in self.best.clone().into_iter().enumerate() {
            self.batches[b].hold(&mut self.room, &starts, 1);
            self.now[b] = Some(starts);
        }
        self.now_cost = self.cost();
    }

    /// What was done so far: for how many steps a place was sought. The same on every machine.
    #[must_use]
    pub fn sought(&self) -> u64 {
        self.sought
    }

    /// The best plan so far.
    #[must_use]
    pub fn starts(&self) -> Starts {
        let steps = self.batches.iter().zip(&self.best).flat_map(|(b, starts)| b.steps.iter().zip(starts));
        steps.map(|(step, at)| (step.id.clone(), *at)).collect()
    }
}

/// Of two that were found, the one that costs less; the first where they cost the same.
fn less(one: Option<(f64, Vec<i32>)>, other: Option<(f64, Vec<i32>)>) -> Option<(f64, Vec<i32>)> {
    match (one, other) {
        (Some(one), Some(other)) => Some(if other.0 < one.0 { other } else { one }),
        (one, other) => one.or(other),
    }
}
