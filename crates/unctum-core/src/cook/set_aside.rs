//! What does not fit is not acted upon at once: a knocked scale is weighed again first, and three strings that fail in a
//! row say that the ring is not what it was taken for.

use crate::cook::guidance::{DRY_FRAC, Misfit, state_with_all};
use crate::cook::state::{Advice, SyrupState};
use crate::estimate::{Deed, Question, Seen};
use crate::log::{Boil, Watch};
use crate::start::BatchSetup;
use crate::syrup::string::solids_frac_of_string;

/// Two weighings that say the same differ by no more than this share of what is in the pan.
const SAME_WEIGHT: f64 = 0.03;
/// Two temperatures by no more than this, K; two strengths by no more than this, 0–1.
const SAME_K: f64 = 1.0;
const SAME_FRAC: f64 = 0.015;
/// So many tests by hand in a row that find it not there make the doubt wider, by this share for each of them.
const ROW: u32 = 3;
const WIDER: f64 = 0.5;

/// Whether two readings of instruments say the same.
fn same(a: &Seen, b: &Seen) -> bool {
    let warmth = |seen: &Seen| match *seen {
        Seen::Temperature { true_c } | Seen::Probe { true_c, .. } => Some(true_c),
        _ => None,
    };
    match (a, b) {
        (Seen::Weight { contents_g: a }, Seen::Weight { contents_g: b }) => {
            (a - b).abs() <= SAME_WEIGHT * a.max(*b)
        }
        (Seen::Strength { solids_frac: a, .. }, Seen::Strength { solids_frac: b, .. }) => {
            (a - b).abs() <= SAME_FRAC
        }
        _ => warmth(a).zip(warmth(b)).is_some_and(|(a, b)| (a - b).abs() <= SAME_K),
    }
}

/// The syrup's state and the advice that follows; none before the heat went on. What an instrument showed alone against
/// everything else does not change either until it is shown again.
pub(crate) fn syrup_state(setup: &BatchSetup, watch: &Watch) -> Option<(SyrupState, Advice)> {
    let (state, advice, misfit) = state_with_all(setup, watch)?;
    if misfit == Misfit::None || watch.says_it_twice() {
        return Some((state, advice));
    }
    let set_aside = |(old, advice, _): (SyrupState, Advice, Misfit)| {
        (SyrupState { surprise: true, unsettled: true, ..old }, advice)
    };
    let Some(aside) = watch.without_the_last() else { return Some((state, advice)) };
    let old = state_with_all(setup, &aside)?;
    match (misfit, old.2) {
        // One was doubted before the last came, and the last fits all the others.
        (Misfit::Earlier, Misfit::Last | Misfit::Earlier) => return Some((state, advice)),
        // The one before was set aside itself and was not shown again: perhaps it was the wrong one.
        (Misfit::Last, Misfit::Last) if !aside.says_it_twice() => {}
        // All fitted until the last one came.
        _ => return Some(set_aside(old)),
    }
    let rest = watch.without_the_one_before()?;
    let (state, advice, misfit) = state_with_all(setup, &rest)?;
    if misfit == Misfit::None {
        return Some((state, advice));
    }
    rest.without_the_last().and_then(|neither| state_with_all(setup, &neither)).map(set_aside)
}

impl Watch {
    /// Places of what instruments read among the deeds, the last first.
    fn by_instruments(&self) -> impl Iterator<Item = (usize, &Seen)> {
        self.deeds.iter().enumerate().rev().filter_map(|(i, d)| match &d.deed {
            Deed::Seen(
                seen @ (Seen::Weight { .. }
                | Seen::Temperature { .. }
                | Seen::Probe { .. }
                | Seen::Strength { .. }),
            ) => Some((i, seen)),
            _ => None,
        })
    }

    /// Whether an instrument was read last.
    fn last_by_instrument(&self) -> bool {
        let last = self.deeds.iter().rposition(|d| matches!(d.deed, Deed::Seen(_)));
        last.is_some() && self.by_instruments().next().map(|(i, _)| i) == last
    }

    /// Whether an instrument showed the same twice: then it is so, whatever the clock says.
    pub(super) fn says_it_twice(&self) -> bool {
        let mut read = self.by_instruments();
        let both = read.next().zip(read.next());
        self.last_by_instrument() && both.is_some_and(|((_, last), (_, before))| same(last, before))
    }

    /// The pan as followed without its last reading, where an instrument showed that alone; and without the one before
    /// it, where that one did.
    pub(super) fn without_the_last(&self) -> Option<Self> {
        let (at, _) = self.by_instruments().next().filter(|_| self.last_by_instrument())?;
        let mut aside = self.without(at);
        let read_ms = self.begun_ms? + (1000.0 * self.deeds[at].at_s).round() as i64;
        if self.last_test.is_some_and(|t| !t.reading.by_hand() && (t.at_ms - read_ms).abs() <= 1) {
            aside.last_test = self.test_before;
        }
        Some(aside)
    }

    pub(super) fn without_the_one_before(&self) -> Option<Self> {
        let (at, _) = self.by_instruments().nth(1).filter(|_| self.last_by_instrument())?;
        Some(self.without(at))
    }

    fn without(&self, at: usize) -> Self {
        let mut rest = self.clone();
        rest.deeds.remove(at);
        rest
    }

    /// The last that was seen of it, and how much water that says is in it, g; none where it says that it is dry too.
    pub(super) fn seen_last(&self, boil: &Boil) -> Option<(usize, f64)> {
        let solids_g = boil.plan.charge.solids_g();
        let water_g = |seen: &Seen| match *seen {
            Seen::Weight { contents_g } => Some(contents_g - solids_g),
            Seen::Strength { solids_frac, .. } => Some(boil.model.water_at(solids_frac)),
            Seen::Between { low_frac, high_frac } => {
                Some(boil.model.water_at(f64::midpoint(low_frac, high_frac)))
            }
            Seen::String { length_cm } => Some(boil.model.water_at(solids_frac_of_string(length_cm))),
            _ => None,
        };
        let (at, water_g) = self.deeds.iter().enumerate().rev().find_map(|(i, d)| match &d.deed {
            Deed::Seen(seen) => Some((i, water_g(seen)?)),
            _ => None,
        })?;
        (water_g > boil.model.water_at(DRY_FRAC)).then_some((at, water_g))
    }

    /// A question with the doubt of ring and amounts wider after tests that failed in a row.
    pub(super) fn widened<'a>(&self, mut asked: Question<'a>) -> Question<'a> {
        let by = 1.0 + WIDER * f64::from((self.failed_in_row + 1).saturating_sub(ROW));
        asked.doubts.power_sd *= by;
        asked.doubts.solids_sd *= by;
        asked.doubts.water_sd_g *= by;
        asked
    }
}
