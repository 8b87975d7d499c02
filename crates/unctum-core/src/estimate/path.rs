//! One pan that could be, followed through everything that was done to it.

use std::collections::BTreeSet;

use crate::estimate::question::{Deed, Done, Question};
use crate::estimate::unknowns::{Pan, Unknowns, WRITTEN_AFTER_S};
use crate::pan::Heat;
use crate::pan::quick::{BoilTable, Quick, QuickState};

/// A pan through the log, at each of its readings and now.
pub(super) struct Path<'a> {
    pub quick: Quick<'a>,
    /// States at the readings that stand for themselves, in their order.
    pub seen: Vec<QuickState>,
    /// State now.
    pub now: QuickState,
    /// The heat now.
    pub heat: Heat,
}

/// What happens at a moment of the way.
enum Stop<'a> {
    Deed(&'a Deed),
    Stretch(usize),
}

/// The moments at which a path is cut, in order; the same for every pan of a question.
pub(super) struct Way<'a> {
    stops: Vec<(f64, Stop<'a>)>,
    now_s: f64,
}

impl<'a> Way<'a> {
    /// `readings`: places, among all that was done, of the readings that stand for themselves. A stream of thousands
    /// costs no more than those.
    pub fn of(q: &Question<'a>, unknowns: &Unknowns, readings: &BTreeSet<usize>) -> Self {
        let mut stops: Vec<(f64, Stop)> = Vec::new();
        let stands =
            |(place, done): &(usize, &Done)| !matches!(done.deed, Deed::Seen(_)) || readings.contains(place);
        let deeds = q.deeds_so_far().enumerate().filter(stands);
        stops.extend(deeds.map(|(_, done)| (done.at_s, Stop::Deed(&done.deed))));
        let ends = unknowns.ends_s().iter().enumerate();
        stops.extend(ends.map(|(i, end_s)| (*end_s, Stop::Stretch(i + 1))));
        // Stable: what happens at once stays in its order.
        stops.sort_by(|a, b| a.0.total_cmp(&b.0));
        // What was written has been so for some seconds longer, and so has all that was before it.
        Self { stops, now_s: q.now_s + WRITTEN_AFTER_S }
    }

    /// Follows a pan along it.
    pub fn follow(&self, q: &Question<'a>, table: &'a BoilTable, pan: &Pan) -> Path<'a> {
        let quick = Quick::new(q.model, table, pan.draw);
        let first_g = (q.first_water_g + pan.more_water_g).max(1.0);
        let mut state = quick.start(first_g, q.start_c);
        let mut heat = Heat::Off { since_s: 0.0, stored_j: 0.0 };
        let mut flame = 0.0;
        let mut seen = Vec::new();
        let mut at_s = 0.0;
        let mut stretch = 0;
        // It was lit a little before or after it was written.
        let mut late_s = pan.late_s;
        let mut pass = |state: &mut QuickState, heat: &mut Heat, to_s: f64, stretch: usize| {
            let lit = matches!(heat, Heat::On(_));
            let gone_s = to_s - at_s;
            if gone_s <= 0.0 {
                return;
            }
            let heated_s = if lit {
                let heated_s = (gone_s + late_s).max(0.0);
                late_s = (gone_s + late_s).min(0.0);
                heated_s
            } else {
                gone_s
            };
            let flicker = pan.flame.get(stretch).or(pan.flame.last()).copied().unwrap_or(1.0);
            quick.pass(state, *heat, pan.power * flicker, heated_s);
            if let Heat::Off { since_s, .. } = heat {
                *since_s += gone_s;
            }
            at_s = to_s;
        };
        for (stop_s, stop) in &self.stops {
            if *stop_s > self.now_s {
                break;
            }
            pass(&mut state, &mut heat, *stop_s, stretch);
            match stop {
                Stop::Stretch(next) => stretch = *next,
                Stop::Deed(Deed::Seen(_)) => seen.push(state),
                Stop::Deed(Deed::Water(water_g)) => quick.pour_in(&mut state, *water_g),
                Stop::Deed(Deed::Flame(share)) => {
                    heat = if *share > 0.0 {
                        Heat::On(q.ring.net_power_w(*share))
                    } else {
                        crate::pan::off_heat(q.ring, flame)
                    };
                    flame = *share;
                }
            }
        }
        pass(&mut state, &mut heat, self.now_s, stretch);
        Path { quick, seen, now: state, heat }
    }
}
