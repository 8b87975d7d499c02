//! What one batch tells, all of it.

use crate::cook::Followed;
use crate::kitchen::KitchenDocument;
use crate::learn::boil::{Things, boil_told};
use crate::learn::evidence::BatchTold;
use crate::learn::paces::paces_told;
use crate::learn::tasted::{kept, tasted};
use crate::log::{BatchEvent, standing};
use crate::review::{Tasting, Verdict};

/// The last reading is doubted below this probability that it is sound.
const DOUBTED: f64 = 0.3;

/// What a batch tells, with how it turned out if that was said. A batch that was given up, or never came to an end,
/// tells what its syrup showed and nothing of its pace.
///
/// Costs some 6 ms where a syrup was boiled.
#[must_use]
pub fn told_by(
    batch_id: i32,
    batch: &Followed,
    verdict: Option<&Verdict>,
    tastings: &[Tasting],
    kitchen: &KitchenDocument,
) -> BatchTold {
    let setup = batch.setup();
    let chosen = &setup.chosen;
    // Older batches know their thermometer by its name alone.
    let by_name = || {
        let name = &setup.thermometer.as_ref()?.name;
        kitchen.thermometers.iter().find(|t| t.thermometer.name == *name)?.id
    };
    let things = Things {
        ring_id: chosen.ring_id,
        pan_id: chosen.pan_id,
        thermometer_id: chosen.thermometer_id.or_else(by_name),
    };
    let boil = batch.boil_seen(verdict.map(|v| v.texture));
    let mut evidence = boil.as_ref().map_or(Vec::new(), |boil| boil_told(setup, things, boil));
    if batch.is_over() && !batch.summary().given_up {
        evidence.extend(paces_told(batch));
    }
    evidence.extend(verdict.map_or(Vec::new(), |v| tasted(setup, v)));
    evidence.extend(kept(setup, batch.summary().last_ms, tastings));
    let doubted = boil.and_then(|b| b.taught?.last_sound).is_some_and(|sound| sound < DOUBTED);
    BatchTold {
        batch_id,
        title: setup.title.clone(),
        at_ms: batch.started_ms(),
        odd: odd(batch, doubted),
        evidence,
    }
}

/// Why a batch is to weigh little.
fn odd(batch: &Followed, doubted: bool) -> Vec<String> {
    let entries = standing(batch.log());
    let any = |what: fn(&BatchEvent) -> bool| entries.iter().any(|l| what(&l.event));
    let mut odd = Vec::new();
    if any(|e| matches!(e, BatchEvent::WaterAdded { .. })) {
        odd.push("Rescued: water went back into it.".to_owned());
    }
    if any(|e| matches!(e, BatchEvent::Rested)) {
        odd.push("Interrupted: it was left for later.".to_owned());
    }
    if any(|e| matches!(e, BatchEvent::GivenUp)) {
        odd.push("Given up.".to_owned());
    }
    if doubted {
        odd.push("Its last reading contradicts everything else.".to_owned());
    }
    odd
}
