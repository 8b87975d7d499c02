//! What one batch taught of the ring it stood on helps the next pot there.

use crate::cook::{Followed, state_at};
use crate::kitchen::{Flame, Ring};
use crate::log::BatchEvent;
use crate::numeric::Spread;
use crate::start::{BatchSetup, RingSeen};

/// A ring is known better than before when its doubt shrank to this share of what it was.
const TAUGHT_FRAC: f64 = 0.85;
/// Another pot on the same ring takes its heat so much differently, relative standard deviation.
const OTHER_POT_SD: f64 = 0.06;

impl BatchSetup {
    /// Takes over what the newest of some earlier batches showed of this ring. What was learnt while the kitchen
    /// said something else of it is left alone, and so is what taught nothing.
    pub fn know_ring<'a>(&mut self, newest_first: impl IntoIterator<Item = &'a Followed>) {
        let kitchen = self.kitchen_ring();
        let on_this = |b: &&Followed| {
            let same = b.setup().chosen.ring_id.is_some() && b.setup().chosen.ring_id == self.chosen.ring_id;
            same && b.setup().kitchen_ring() == kitchen
        };
        let seen = newest_first.into_iter().filter(on_this).find_map(|b| Some((b, b.ring_shown()?)));
        let Some((batch, shown)) = seen else { return };
        let (factor, factor_sd) =
            (shown.efficiency_frac / kitchen.efficiency_frac, shown.efficiency_sd / kitchen.efficiency_frac);
        self.ring_seen = Some(RingSeen {
            title: batch.setup().title.clone(),
            factor: Spread::about(factor, factor_sd),
            kitchen_frac: kitchen.efficiency_frac,
            kitchen_sd: kitchen.efficiency_sd,
        });
        self.ring = shown;
    }
}

impl Followed {
    /// The ring as the syrup of this batch showed it, by the time its flame went out; none where it showed nothing
    /// that was not known.
    #[must_use]
    pub fn ring_shown(&self) -> Option<Ring> {
        let (setup, log) = (self.setup(), self.log());
        let off = |event: &BatchEvent| matches!(event, BatchEvent::Flame { flame: Flame::Off });
        // Counted back, so that the last look at the syrup is the one that counts.
        let offs = log.iter().enumerate().rev().filter(|(_, l)| off(&l.event));
        let syrup = offs
            .filter_map(|(i, l)| state_at(setup, self.started_ms(), &log[..=i], l.at_ms).ok()?.syrup)
            .next()?;
        let known = setup.ring.efficiency_sd / setup.ring.efficiency_frac;
        if syrup.power_factor_sd > TAUGHT_FRAC * known * syrup.power_factor {
            return None;
        }
        let efficiency_frac = setup.ring.efficiency_frac * syrup.power_factor;
        let efficiency_sd =
            setup.ring.efficiency_frac * syrup.power_factor_sd.hypot(OTHER_POT_SD * syrup.power_factor);
        let ring = Ring { efficiency_frac, efficiency_sd, ..setup.ring.clone() };
        ring.check().is_ok().then_some(ring)
    }
}
