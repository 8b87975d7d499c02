//! What a pan weighs by itself, learnt in one place and known in both: the kitchen, and the batches that go on in it.

use unctum_core::kitchen::KitchenDocument;
use unctum_core::log::BatchEvent;
use unctum_core::start::BatchSetup;
use unctum_store::SqliteConnection;
use unctum_store::batch::{Following, append, going_on};
use unctum_store::kitchen::{load, save};

/// Two weights that differ by less are one, g.
const SAME_G: f64 = 0.5;

/// A pan that was weighed for a batch is weighed in the kitchen. Tells whether the kitchen changed.
///
/// # Errors
/// Those of the store.
pub fn into_kitchen(c: &mut SqliteConnection, setup: &BatchSetup, now_ms: i64) -> unctum_store::Result<bool> {
    let mut kitchen = load(c)?;
    let known = |p: &&mut unctum_core::kitchen::NumberedPan| p.id.is_some() && p.id == setup.chosen.pan_id;
    let Some(numbered) = kitchen.pans.iter_mut().find(known) else { return Ok(false) };
    let known = numbered.pan.weighed && (numbered.pan.tare_g - setup.pan.tare_g).abs() < SAME_G;
    if known || !setup.pan.weighed {
        return Ok(false);
    }
    numbered.pan.tare_g = setup.pan.tare_g;
    numbered.pan.heat_capacity_j_k = setup.pan.heat_capacity_j_k;
    numbered.pan.weighed = true;
    let reason = format!("{} weighed at the stove", numbered.pan.name);
    save(c, &kitchen, &reason, now_ms)?;
    Ok(true)
}

/// A pan that was weighed in the kitchen is weighed in what goes on in it and did not know. Tells which batches that are.
///
/// # Errors
/// Those of the store.
pub fn into_batches(
    c: &mut SqliteConnection,
    following: &Following,
    kitchen: &KitchenDocument,
    now_ms: i64,
) -> unctum_store::Result<Vec<i32>> {
    let mut reached = Vec::new();
    for (id, batch) in going_on(c, following)? {
        let setup = batch.setup();
        let known =
            kitchen.pans.iter().find(|p| p.id.is_some() && p.id == setup.chosen.pan_id && p.pan.weighed);
        let Some(known) = known.filter(|_| !setup.pan.weighed) else { continue };
        let event = BatchEvent::PanWeighed { gross_g: known.pan.tare_g, full: false };
        // A weight that no pan has was refused by the kitchen; one that only the batch refuses stays there.
        if batch.admit(&event, now_ms).is_ok() {
            append(c, following, id, event, now_ms)?;
            reached.push(id);
        }
    }
    Ok(reached)
}
