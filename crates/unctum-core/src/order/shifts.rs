//! Whose step is whose: each is done by one cook who is there from its beginning to its end and has the hands for it.

use std::cmp::Reverse;

use crate::order::present::COOK;

/// Something that wants hands for a time.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) struct Work {
    /// Place of its batch.
    pub batch: usize,
    /// From, min.
    pub from: i32,
    /// To, min.
    pub to: i32,
    /// How many tenths of a cook.
    pub units: i32,
}

/// Who does what.
#[derive(Debug, PartialEq, Eq)]
pub(super) struct Shared {
    /// The cook of each, by her place.
    pub by: Vec<usize>,
    /// What no cook can do alone, by its place, earliest first: the one who is given it is away for some of it, or has not
    /// enough hands.
    pub nobody: Vec<usize>,
}

/// So many ways of sharing out are tried at most.
const MOST_TRIED: u32 = 20_000;

/// Shares work out over cooks who are there at some hours: what takes most of a cook first, to whoever is at the same batch
/// around then. Where that leaves something to nobody, other ways are tried.
pub(super) fn share_out(work: &[Work], there: &[Vec<(i32, i32)>]) -> Shared {
    // Who stands at a pan is settled first: a look now and then finds its place beside that.
    let mut todo: Vec<usize> = (0..work.len()).collect();
    todo.sort_by_key(|w| (Reverse(work[*w].units), work[*w].from));
    let mut at_first = Sharing { work, there, by: vec![None; work.len()], tried: 0 };
    for w in todo {
        at_first.by[w] = at_first.ranked(w).first().copied();
    }
    let missing = at_first.nobody();
    if missing.is_empty() || there.is_empty() {
        return at_first.shared(missing);
    }
    // One after the other as they begin: what was given before is all that stands in the way.
    let mut in_time: Vec<usize> = (0..work.len()).collect();
    in_time.sort_by_key(|w| (work[*w].from, Reverse(work[*w].to)));
    let mut again = Sharing { work, there, by: vec![None; work.len()], tried: 0 };
    match again.search(&in_time) {
        true => again.shared(Vec::new()),
        false => at_first.shared(missing),
    }
}

struct Sharing<'a> {
    work: &'a [Work],
    there: &'a [Vec<(i32, i32)>],
    by: Vec<Option<usize>>,
    tried: u32,
}

impl Sharing<'_> {
    fn shared(self, nobody: Vec<usize>) -> Shared {
        Shared { by: self.by.into_iter().map(|c| c.unwrap_or(0)).collect(), nobody }
    }

    fn hers(&self, cook: usize) -> impl Iterator<Item = &Work> {
        self.work.iter().zip(&self.by).filter(move |(_, by)| **by == Some(cook)).map(|(w, _)| w)
    }

    /// The most that a cook has in hand at once while something else runs: it begins with that, or with something in it.
    fn load(&self, cook: usize, while_runs: &Work) -> i32 {
        let over = |o: &&Work| o.from < while_runs.to && while_runs.from < o.to;
        let at = |m: i32| self.hers(cook).filter(|o| o.from <= m && m < o.to).map(|o| o.units).sum::<i32>();
        let begins = self.hers(cook).filter(over).map(|o| o.from.max(while_runs.from));
        begins.chain([while_runs.from]).map(at).max().unwrap_or(0)
    }

    /// Whether a cook is there all the time, and has the hands.
    fn can(&self, cook: usize, w: &Work) -> bool {
        let present = self.there[cook].iter().any(|(from, to)| *from <= w.from && w.to <= *to);
        present && self.load(cook, w) + w.units <= COOK
    }

    /// The cooks, whoever suits something best first.
    fn ranked(&self, w: usize) -> Vec<usize> {
        let of = &self.work[w];
        let near = |c: usize| {
            let same = self.hers(c).filter(|o| o.batch == of.batch);
            same.map(|o| (o.to - of.from).abs().min((o.from - of.to).abs())).min().unwrap_or(i32::MAX)
        };
        let present = |c: usize| self.there[c].iter().any(|(from, to)| *from <= of.from && of.to <= *to);
        let rank = |c: &usize| {
            let load = self.load(*c, of);
            (!present(*c), load + of.units > COOK, near(*c), load, *c)
        };
        let mut cooks: Vec<usize> = (0..self.there.len()).collect();
        cooks.sort_by_key(rank);
        cooks
    }

    /// What is given to somebody who cannot do it.
    fn nobody(&mut self) -> Vec<usize> {
        let mut missing: Vec<usize> = Vec::new();
        for w in 0..self.work.len() {
            let by = self.by[w].take();
            if !by.is_some_and(|c| self.can(c, &self.work[w])) {
                missing.push(w);
            }
            self.by[w] = by;
        }
        missing.sort_by_key(|w| self.work[*w].from);
        missing
    }

    fn search(&mut self, todo: &[usize]) -> bool {
        let Some((w, rest)) = todo.split_first() else { return true };
        for cook in self.ranked(*w) {
            self.tried += 1;
            if self.tried > MOST_TRIED {
                return false;
            }
            if self.can(cook, &self.work[*w]) {
                self.by[*w] = Some(cook);
                if self.search(rest) {
                    return true;
                }
                self.by[*w] = None;
            }
        }
        false
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn stands(batch: usize, from: i32, to: i32) -> Work {
        Work { batch, from, to, units: 8 }
    }

    #[test]
    fn who_would_be_missed_later_is_not_given_what_another_can_do() {
        let there = [vec![(480, 720)], vec![(540, 840)]];
        // The first cook leaves at 12:00: if she takes what begins first, the last finds nobody.
        let work = [stands(0, 570, 630), stands(1, 600, 720), stands(2, 660, 780)];
        assert_eq!(share_out(&work, &there), Shared { by: vec![1, 0, 1], nobody: vec![] });
    }

    #[test]
    fn what_no_pair_of_hands_can_do_alone_is_named() {
        // Hands enough at every moment, and still the last has to go from one to the other.
        let there = [vec![(480, 720)], vec![(600, 840)]];
        let work = [stands(0, 570, 630), stands(1, 600, 690), stands(2, 660, 750)];
        let shared = share_out(&work, &there);
        assert!(!shared.nobody.is_empty());
        // A look beside it is done by the same.
        let look = Work { batch: 0, from: 580, to: 600, units: 2 };
        let shared = share_out(&[stands(0, 570, 630), look], &there);
        assert_eq!(shared, Shared { by: vec![0, 0], nobody: vec![] });
    }

    #[test]
    fn where_nobody_cooks_nothing_is_given_out() {
        assert_eq!(share_out(&[stands(0, 1, 2)], &[]).nobody, [0]);
        assert_eq!(share_out(&[], &[vec![(0, 10)]]), Shared { by: vec![], nobody: vec![] });
    }
}
