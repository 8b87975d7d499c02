//! Betters a plan round by round: some batches are taken out and laid anew, by what lies near or within tighter hours.

use crate::day::solve::{LATER_MIN, Planner};

/// Batches taken out at once, and how warm it begins: a plan so many minutes of span worse may be taken.
const MOST_OUT: usize = 5;
const WARM: f64 = 20.0;
const COLD: f64 = 0.5;
/// All is laid anew and warmed up again after so many steps have sought a place, having cooled by this factor's logarithm: just
/// under what one of two ways seeks while a plan is bettered as usual.
const CYCLE: u64 = 980_000;
/// How often something is slid in a round.
const SLIDES: u32 = 2;
/// How often a step with hands is drawn to where hands are busy when all is laid anew.
const FRESH: f64 = 0.3;
const COOLS: f64 = 5.0;
/// How often the hours are cut tighter instead, by how much at most, min, and how often a window is closed.
const TIGHT: f64 = 0.6;
const MOST_CUT_MIN: f64 = 60.0;
const CLOSED: f64 = 0.1;

impl Planner {
    /// Takes some batches out and lays them anew, so often. The best plan is never lost.
    pub fn improve(&mut self, rounds: u32) {
        for _ in 0..rounds {
            if self.sought >= self.cycle_ends {
                if self.cycle_ends > 0 && !self.afresh() {
                    self.back_to_best();
                }
                self.cycle_ends = self.sought + CYCLE;
            }
            let left = self.cycle_ends.saturating_sub(self.sought) as f64 / CYCLE as f64;
            let warm = WARM * (-COOLS * (1.0 - left)).exp() + COLD;
            for _ in 0..SLIDES {
                self.slide(warm);
            }
            let (mut out, hours) = match self.rng.between(0.0, 1.0) < TIGHT {
                true => self.tighter(),
                false => (self.near(), self.windows.clone()),
            };
            self.with_givers(&mut out);
            let before: Vec<(usize, Vec<i32>)> =
                out.iter().filter_map(|b| Some((*b, self.now[*b].clone()?))).collect();
            let later: &[i32] = if hours == self.windows { &LATER_MIN } else { &LATER_MIN[..1] };
            let open = self.room.open(hours);
            let drawn = self.rng.between(0.05, 0.6);
            out.iter().for_each(|b| self.take_out(*b));
            let laid = out.iter().all(|b| self.lay_anew(*b, drawn, later));
            self.room.open(open);
            let worse = if laid { self.cost() - self.now_cost } else { f64::INFINITY };
            if self.takes(worse, warm) {
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

    /// Whether a plan that costs so much more is taken: always where it is no worse, else the rarer the worse and the colder.
    pub(super) fn takes(&mut self, worse: f64, warm: f64) -> bool {
        worse <= 0.0 || self.rng.between(0.0, 1.0) < (-worse / warm).exp()
    }

    /// Lays all anew in another order, so that what one way did not find another may; whether it could.
    fn afresh(&mut self) -> bool {
        let mut all: Vec<usize> = (0..self.batches.len()).collect();
        all.iter().for_each(|b| self.take_out(*b));
        self.with_givers(&mut all);
        let laid = all.iter().all(|b| self.lay_anew(*b, FRESH, &LATER_MIN));
        if laid {
            self.now_cost = self.cost();
        }
        laid
    }

    /// Some batches that end near to each other.
    fn near(&mut self) -> Vec<usize> {
        let count = self.batches.len();
        let all: Vec<usize> = (0..count).collect();
        let around = self.rng.one(&all);
        let ready = |b: usize| self.now[b].as_ref().map_or(0, |s| self.batches[b].ready(s));
        let mut near = all;
        near.sort_by_key(|b| (ready(*b) - ready(around)).abs());
        let most = MOST_OUT.min(count) as f64;
        near.truncate(1 + self.rng.between(0.0, most) as usize);
        near
    }

    /// The hours of one window cut to less than hands are wanted in it, and the batches that do not fit into that.
    fn tighter(&mut self) -> (Vec<usize>, Vec<(i32, i32)>) {
        let spans = self.spans();
        let busy: Vec<usize> = (0..spans.len()).filter(|w| spans[*w].0 < spans[*w].1).collect();
        if busy.is_empty() {
            return (self.near(), self.windows.clone());
        }
        let cut = self.rng.one(&busy);
        let mut allowed = self.together.clone();
        for w in busy {
            let (mut first, mut last) = spans[w];
            if w == cut && self.rng.between(0.0, 1.0) < CLOSED {
                (first, last) = (first, first);
            } else if w == cut {
                let less = self.rng.between(0.0, 1.0).powi(2) * MOST_CUT_MIN;
                let less = (1 + less as i32).min(last - first - 1);
                if self.rng.between(0.0, 1.0) < 0.5 { first += less } else { last -= less }
            } else if self.rng.between(0.0, 1.0) < 0.5 {
                continue;
            }
            allowed[w] = (first, last);
        }
        let clipped = |(opens, closes): &(i32, i32)| {
            let of = self.together.iter().position(|t| t.0 <= *opens && *closes <= t.1);
            let (first, last) = of.and_then(|w| allowed.get(w)).copied().unwrap_or((*opens, *closes));
            let from = *opens.max(&first);
            (from, from.max(*closes.min(&last)))
        };
        let hours: Vec<(i32, i32)> = self.windows.iter().map(clipped).collect();
        let inside = |from: i32, to: i32| hours.iter().any(|(opens, closes)| *opens <= from && to <= *closes);
        let stays = |b: &usize| {
            let Some(starts) = &self.now[*b] else { return true };
            let mut steps = self.batches[*b].steps.iter().zip(starts);
            steps.all(|(s, at)| !s.hands || inside(*at, at + s.dur))
        };
        let mut out: Vec<usize> = (0..self.batches.len()).filter(|b| !stays(b)).collect();
        for b in self.near() {
            if out.len() < MOST_OUT && !out.contains(&b) && self.rng.between(0.0, 1.0) < 0.5 {
                out.push(b);
            }
        }
        (out, hours)
    }

    /// What gives to a batch that is taken out is taken out too; all in chance's order, what takes before what gives.
    fn with_givers(&mut self, out: &mut Vec<usize>) {
        let mut place = 0;
        while let Some(b) = out.get(place).copied() {
            for link in self.links.iter().filter(|l| l.takes.0 == b) {
                if !out.contains(&link.gives.0) {
                    out.push(link.gives.0);
                }
            }
            place += 1;
        }
        let mut drawn: Vec<(usize, f64, usize)> =
            out.iter().map(|b| (self.depths[*b], self.rng.between(0.0, 1.0), *b)).collect();
        drawn.sort_by(|a, b| a.0.cmp(&b.0).then(a.1.total_cmp(&b.1)));
        *out = drawn.into_iter().map(|(_, _, b)| b).collect();
    }
}
