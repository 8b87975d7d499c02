//! Moves some steps of a plan together by some minutes: what the arrows tie to them comes along, and what stands in their
//! way is pushed on, in whichever batch it is.

use std::collections::BTreeMap;

use crate::day::solve::Planner;

/// A slide that moves more steps than this, or meets more that is in its way, is given up.
const MOST_MOVED: usize = 40;
const MOST_PUSHED: usize = 16;
/// By how much is slid at most, min; little is tried more often than much.
const FURTHEST_MIN: f64 = 45.0;
/// How often the first or last step by hand of some hours is slid inwards, and how often what is late is slid earlier.
const INWARDS: f64 = 0.5;
const EARLIER: f64 = 0.5;

/// A step: its batch and its place in it.
type At = (usize, usize);

/// A slide on its way: what moves, and where all would stand then.
struct Slide {
    by: i32,
    moved: Vec<At>,
    /// So many of them have been looked at.
    seen: usize,
    next: Vec<Vec<i32>>,
    /// Batches that are in the room otherwise than they stood, and how.
    held: BTreeMap<usize, Vec<i32>>,
}

/// What has a thing that is wanted.
enum InTheWay {
    Step(At),
    /// What cannot move.
    Fixed,
}

impl Slide {
    fn moves(&self, at: At) -> bool {
        self.moved.contains(&at)
    }

    fn push(&mut self, at: At) {
        if !self.moves(at) {
            self.next[at.0][at.1] += self.by;
            self.moved.push(at);
        }
    }
}

impl Planner {
    /// Slides something by some minutes where that is no worse, or little worse while it is warm.
    pub(super) fn slide(&mut self, warm: f64) {
        let Some(next) = self.now.iter().cloned().collect::<Option<Vec<_>>>() else { return };
        let Some((at, by)) = self.what_slides() else { return };
        let mut slide = Slide { by, moved: Vec::new(), seen: 0, next, held: BTreeMap::new() };
        slide.push(at);
        let before = self.fits(&mut slide).then(|| {
            let slid = slide.next.iter().cloned().map(Some).collect();
            std::mem::replace(&mut self.now, slid)
        });
        let worse = if before.is_some() { self.cost() - self.now_cost } else { f64::INFINITY };
        self.sought += slide.moved.len() as u64;
        if self.takes(worse, warm) {
            self.keep();
            return;
        }
        if let Some(before) = before {
            self.now = before;
        }
        for (b, as_slid) in slide.held {
            self.batches[b].hold(&mut self.room, &as_slid, -1);
            if let Some(starts) = &self.now[b] {
                self.batches[b].hold(&mut self.room, starts, 1);
            }
        }
    }

    /// Which step is slid, and by how much, min.
    fn what_slides(&mut self) -> Option<(At, i32)> {
        let far = 1 + (self.rng.between(0.0, 1.0).powi(2) * FURTHEST_MIN) as i32;
        let all: Vec<At> = self
            .batches
            .iter()
            .enumerate()
            .flat_map(|(b, of)| (0..of.steps.len()).map(move |i| (b, i)))
            .collect();
        if self.rng.between(0.0, 1.0) < INWARDS {
            let busy: Vec<(i32, i32)> = self.spans().into_iter().filter(|s| s.0 < s.1).collect();
            if !busy.is_empty() {
                return self.inwards(&busy, &all, far);
            }
        }
        let late: Vec<At> = all
            .iter()
            .copied()
            .filter(|(b, i)| {
                let of = &self.batches[*b];
                self.now[*b].as_ref().is_some_and(|s| of.ready(s) > of.due) && of.steps[*i].after.is_empty()
            })
            .collect();
        if !late.is_empty() && self.rng.between(0.0, 1.0) < EARLIER {
            return Some((self.rng.one(&late), -far));
        }
        let at = self.rng.one(&all);
        Some((at, if self.rng.between(0.0, 1.0) < 0.5 { far } else { -far }))
    }

    /// The first or last step by hand of some hours, later or earlier.
    fn inwards(&mut self, busy: &[(i32, i32)], all: &[At], far: i32) -> Option<(At, i32)> {
        let (first, last) = self.rng.one(busy);
        let early = self.rng.between(0.0, 1.0) < 0.5;
        let at_edge = |(b, i): &At| {
            let (step, at) = (&self.batches[*b].steps[*i], self.now[*b].as_ref().map_or(0, |s| s[*i]));
            step.hands && if early { at == first } else { at + step.dur == last }
        };
        let found = all.iter().copied().find(at_edge)?;
        Some((found, if early { far } else { -far }))
    }

    /// Moves what has to move with it, until nothing is amiss; whether that came to an end. What is held then is named.
    fn fits(&mut self, slide: &mut Slide) -> bool {
        for _ in 0..MOST_PUSHED {
            while let Some(at) = slide.moved.get(slide.seen).copied() {
                slide.seen += 1;
                if slide.moved.len() > MOST_MOVED || !self.may_stand(at, slide) {
                    return false;
                }
                self.tied(at, slide);
            }
            self.hold_as_slid(slide);
            match self.in_the_way(slide) {
                None => return true,
                Some(InTheWay::Fixed) => return false,
                Some(InTheWay::Step(at)) => slide.push(at),
            }
        }
        false
    }

    fn may_stand(&self, (b, i): At, slide: &Slide) -> bool {
        let (batch, at) = (&self.batches[b], slide.next[b][i]);
        let step = &batch.steps[i];
        let open = !step.hands || self.room.with_hands(at, step.dur) == Some(at);
        step.pin.is_none() && at >= batch.release.max(0) && at + step.dur <= self.room.horizon() && open
    }

    /// What an arrow ties to a step that moves comes along.
    fn tied(&self, (b, i): At, slide: &mut Slide) {
        let batch = &self.batches[b];
        let broken = |slide: &Slide, from: At, to: At, min: i32, max: Option<i32>| {
            let ends = slide.next[from.0][from.1] + self.batches[from.0].steps[from.1].dur;
            let gap = slide.next[to.0][to.1] - ends;
            gap < min || max.is_some_and(|max| gap > max)
        };
        for (j, step) in batch.steps.iter().enumerate() {
            for (to, min, max) in &step.after {
                let other = match (j == i, *to == i) {
                    (true, _) => *to,
                    (_, true) => j,
                    _ => continue,
                };
                if broken(slide, (b, j), (b, *to), *min, *max) {
                    slide.push((b, other));
                }
            }
        }
        for link in &self.links {
            let other = match (link.gives == (b, i), link.takes == (b, i)) {
                (true, _) => link.takes,
                (_, true) => link.gives,
                _ => continue,
            };
            if broken(slide, link.gives, link.takes, link.min, link.max) {
                slide.push(other);
            }
        }
    }

    /// Holds in the room what moves as it would stand now.
    fn hold_as_slid(&mut self, slide: &mut Slide) {
        for (b, _) in &slide.moved {
            let stands = slide.held.get(b).or(self.now[*b].as_ref());
            if stands == Some(&slide.next[*b]) {
                continue;
            }
            if let Some(starts) = stands {
                self.batches[*b].hold(&mut self.room, starts, -1);
            }
            self.batches[*b].hold(&mut self.room, &slide.next[*b], 1);
            slide.held.insert(*b, slide.next[*b].clone());
        }
    }

    /// What has a thing that a step wants where it moves to; none where all is free.
    fn in_the_way(&self, slide: &Slide) -> Option<InTheWay> {
        let short = |thing: usize, from: i32, to: i32| self.room.last_short(thing, 0, from, to);
        for (b, i) in &slide.moved {
            let (batch, starts) = (&self.batches[*b], &slide.next[*b]);
            let (step, at) = (&batch.steps[*i], starts[*i]);
            let used =
                step.uses.iter().find_map(|(thing, _)| Some((*thing, short(*thing, at, at + step.dur)?)));
            let held = || {
                let holds =
                    batch.steps.iter().enumerate().flat_map(|(j, s)| s.holds.iter().map(move |h| (j, h)));
                let mut own = holds.filter(|(j, h)| j == i || h.last == *i);
                own.find_map(|(j, h)| {
                    let until = starts[h.last] + batch.steps[h.last].dur + h.after_min;
                    Some((h.thing, short(h.thing, starts[j], until)?))
                })
            };
            if let Some((thing, minute)) = used.or_else(held) {
                return Some(self.who_has(thing, minute, slide).map_or(InTheWay::Fixed, InTheWay::Step));
            }
        }
        None
    }

    /// A step that does not move yet and has a thing at a minute, by use or by hold.
    fn who_has(&self, thing: usize, minute: i32, slide: &Slide) -> Option<At> {
        for (b, batch) in self.batches.iter().enumerate() {
            let starts = &slide.next[b];
            for (i, step) in batch.steps.iter().enumerate() {
                let then = (starts[i]..starts[i] + step.dur).contains(&minute);
                if then && !slide.moves((b, i)) && step.uses.iter().any(|(t, _)| *t == thing) {
                    return Some((b, i));
                }
                for held in step.holds.iter().filter(|h| h.thing == thing) {
                    let until = starts[held.last] + batch.steps[held.last].dur + held.after_min;
                    // What is in the way of going earlier has to end earlier; of going later, to begin later.
                    let at = (b, if slide.by < 0 { held.last } else { i });
                    if (starts[i]..until).contains(&minute) && !slide.moves(at) {
                        return Some(at);
                    }
                }
            }
        }
        None
    }
}
