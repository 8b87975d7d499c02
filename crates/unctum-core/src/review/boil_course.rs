//! Where a syrup stood when its heat went off, where that should have been, and where it landed.

use crate::cook::{Followed, state_at};
use crate::kitchen::Flame;
use crate::log::{BatchEvent, SeenReading, standing};
use crate::syrup::Charge;

/// A syrup's last turn-off, looked back at.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct BoilCourse {
    charge: Charge,
    /// Strength when the heat went off, 0–1, by all that was seen afterwards too.
    pub off_frac: f64,
    /// Strength at which it should have gone off.
    pub due_frac: f64,
    /// How much stronger the pan was to carry it.
    pub carry_frac: f64,
    /// Where it landed.
    pub landed_frac: f64,
    /// How long after the right moment the heat went off, s; negative: before it. None where it was not on its way.
    pub off_late_s: Option<f64>,
    /// How long it stood in its pan after that, s.
    pub stood_s: f64,
    /// The last test by hand or thermometer.
    pub test: Option<TestThen>,
}

/// A test, and where everything else says the syrup was then.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct TestThen {
    /// Whether it was judged by hand.
    pub by_hand: bool,
    /// Strength it told, 0–1.
    pub told_frac: f64,
    /// Strength then, by everything.
    pub then_frac: f64,
}

/// Points of the way that is looked back at.
const WAY_POINTS: usize = 60;

impl BoilCourse {
    /// Water in the pan at a strength, g.
    pub fn water_g(&self, solids_frac: f64) -> f64 {
        self.charge.water_at(solids_frac.clamp(0.02, 0.98))
    }
}

/// Looks back at the last turn-off of a batch's syrup; none where none was boiled and turned off.
pub(super) fn boil_course(batch: &Followed) -> Option<BoilCourse> {
    let (setup, plan) = (batch.setup(), batch.setup().syrup?);
    let entries = standing(batch.log());
    let boil = &setup.steps[setup.boil_index()?];
    let end = entries
        .iter()
        .position(|l| matches!(&l.event, BatchEvent::StepDone { step, .. } if *step == boil.key))
        .map_or(entries.len(), |i| i + 1);
    let off =
        entries[..end].iter().rposition(|l| matches!(l.event, BatchEvent::Flame { flame: Flame::Off }))?;
    let end_ms = entries[end - 1].at_ms.max(entries[off].at_ms);
    // Everything up to a moment, in the order it stands.
    let at = |upto: usize, ms: i64| state_at(setup, batch.started_ms(), &entries[..upto], ms).ok()?.syrup;
    let before = at(off, entries[off].at_ms)?;
    let landed_frac = batch.boil_landed()?.mid;
    let carry_frac = (before.landing_frac - before.solids_frac.mid).max(0.0);
    let due_frac = before.turn_off_frac;
    // What was read afterwards says better where it was when the heat went off.
    let way = batch.boil_way(WAY_POINTS)?;
    let off_frac = way.at(entries[off].at_ms)?;
    let test = entries[..end].iter().rev().find_map(|l| {
        let reading = l.event.reading().filter(|r| !matches!(r, SeenReading::Weight { .. }))?;
        let told = setup.strength_of(reading.corrected(setup).ok()?).ok()?;
        Some(TestThen { by_hand: reading.by_hand(), told_frac: told.frac.mid, then_frac: way.at(l.at_ms)? })
    });
    Some(BoilCourse {
        charge: plan.charge,
        off_frac,
        due_frac,
        carry_frac,
        landed_frac,
        off_late_s: way.late_s(entries[off].at_ms, due_frac),
        stood_s: (end_ms - entries[off].at_ms) as f64 / 1000.0,
        test,
    })
}
