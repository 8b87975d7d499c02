//! The Lantern Steps kitchen: a made-up kitchen on a hillside, with the batches it has made.

mod kitchen;
mod live;
mod past;
mod simulate;
mod weekend;

use unctum_store::{Following, Result, Store, StoreError, batch, kitchen as kitchen_rows};

pub use live::put_on;

use crate::catalogue::Catalogue;

/// Fills an empty notebook with the kitchen and its past, ending the day before `now_ms`.
///
/// # Errors
/// Those of the store and of the catalogue.
pub fn fill(store: &Store, now_ms: i64) -> Result<()> {
    let catalogue = Catalogue::load().map_err(StoreError::Core)?;
    let following = Following::default();
    store.write(|c| {
        kitchen_rows::save(c, &kitchen::lantern_steps(), "Lantern Steps set up", now_ms)?;
        for past in past::PAST.iter().rev() {
            let setup = past.setup(&catalogue)?;
            let started_ms = past.started_ms(now_ms);
            let cooked = simulate::cook(&setup, started_ms, past)?;
            let id = batch::create(c, &setup, started_ms)?;
            for logged in cooked.log {
                batch::append(c, &following, id, logged.event, logged.at_ms)?;
            }
            batch::judge(c, id, &past.verdict(), cooked.end_ms)?;
        }
        weekend::fill(c, &catalogue, now_ms)
    })
}
