//! What stands on the hob of the Lantern Steps while somebody looks: a syrup that is on its way.

use unctum_core::formula::Size;
use unctum_core::kitchen::Flame;
use unctum_core::log::BatchEvent;
use unctum_core::start::{StartAsk, set_up};
use unctum_store::{Following, Result, Store, StoreError, batch, kitchen};

use crate::catalogue::Catalogue;

/// It was lit so long ago, ms: warm by now, and some minutes from its stage.
const LIT_MS: i64 = 4 * 60_000;
/// Making ready took so long before that, ms.
const READY_MS: i64 = 6 * 60_000;
/// How much of its cashews is made, g.
const CASHEW_G: f64 = 400.0;

/// Puts a syrup on, as it stands at `now_ms`. Returns the number of its batch.
///
/// # Errors
/// Those of the store and of the catalogue.
pub fn put_on(store: &Store, now_ms: i64) -> Result<i32> {
    let catalogue = Catalogue::load().map_err(StoreError::Core)?;
    let following = Following::default();
    store.write(|c| {
        let kitchen = kitchen::load(c)?;
        let ask = StartAsk {
            sweet_key: Some("cashew-sheet".into()),
            pan_id: kitchen.pans.first().and_then(|p| p.id),
            ring_id: kitchen.rings.first().and_then(|r| r.id),
            thermometer_id: kitchen.thermometers.first().and_then(|t| t.id),
            size: Some(Size::Ingredient { ingredient: "cashew".into(), amount_g: CASHEW_G }),
            ..StartAsk::default()
        };
        let sweet = catalogue.sweet("cashew-sheet")?;
        let mut setup = set_up(&ask, Some(sweet), &kitchen, &catalogue.book(&kitchen)?)?;
        setup.steps = catalogue.cautioned(setup.steps);
        let first = setup.steps.first().map(|s| s.key.clone()).unwrap_or_default();
        let id = batch::create(c, &setup, now_ms - LIT_MS - READY_MS)?;
        let lit_ms = now_ms - LIT_MS;
        batch::append(c, &following, id, BatchEvent::done(&first), lit_ms - 1000)?;
        batch::append(c, &following, id, BatchEvent::Flame { flame: Flame::Medium }, lit_ms)?;
        Ok(id)
    })
}
