//! Everything that a question about some days stands on, read at once.

use std::collections::{BTreeMap, BTreeSet};
use std::sync::Arc;

use unctum_core::formula::Size;
use unctum_core::kitchen::KitchenDocument;
use unctum_core::log::Phase;
use unctum_core::order::{Begun, DayChoice, DayQuestion, KitchenDays, Order};
use unctum_core::process::Sweet;
use unctum_core::start::Planned;
use unctum_store::{batch as rows, kitchen, planning};

use crate::app::App;
use crate::catalogue::Catalogue;
use crate::problem::Answer;
use crate::routes::sweet::known;

/// Some days with their orders, sweets and kitchen.
pub struct AskedDays {
    /// The days.
    pub days: KitchenDays,
    orders: Vec<(i32, Order)>,
    sweets: BTreeMap<String, Sweet>,
    kitchen: KitchenDocument,
    catalogue: Arc<Catalogue>,
    now_ms: i64,
    begun: Vec<Begun>,
}

impl AskedDays {
    /// Reads what belongs to some days; `id` is their number, if they were kept. Orders that were put away are left out.
    ///
    /// # Errors
    /// 422 for days that cannot be; those of the store.
    pub async fn read(app: &App, days: KitchenDays, id: Option<i32>) -> Answer<Self> {
        days.check()?;
        let (wanted, following, now_ms) = (days.orders.clone(), app.following.clone(), app.clock.now_ms());
        let (orders, kitchen, begun) = app
            .read(move |c| {
                let all = planning::all::<Order>(c)?;
                let of = all.into_iter().filter(|o| wanted.contains(&o.id)).map(|o| (o.id, o.document));
                let begun = match id {
                    Some(id) => rows::begun_for(c, &following, id)?,
                    None => Vec::new(),
                };
                Ok((of.collect::<Vec<_>>(), kitchen::load(c)?, begun))
            })
            .await?;
        let mut sweets = BTreeMap::new();
        let keys: BTreeSet<&String> =
            orders.iter().flat_map(|(_, o)| &o.lines).map(|l| &l.sweet_key).collect();
        for key in keys {
            // One that is gone from the shelf is said where the days are laid out.
            if let Ok(found) = known(app, key).await {
                sweets.insert(key.clone(), found.sweet);
            }
        }
        let begun = begun.into_iter().filter_map(|(batch_id, batch)| {
            let planned = batch.setup().chosen.planned.clone()?;
            let state = batch.state_at(now_ms);
            // What was given up has to be made anew.
            let given_up = state.phase == Phase::GivenUp;
            let of = batch.setup();
            let size = of.pieces.map_or_else(|| of.chosen.size.clone(), |count| Some(Size::Pieces { count }));
            let choice = of.chosen.pan_id.zip(of.chosen.ring_id);
            let choice = choice.map(|(pan_id, ring_id)| DayChoice { pan_id, ring_id });
            let (over, key) = (batch.is_over(), planned.batch);
            (!given_up).then_some(Begun { batch_id, key, over, size, choice, state })
        });
        let begun = begun.collect();
        Ok(Self { days, orders, sweets, kitchen, catalogue: Arc::clone(&app.catalogue), now_ms, begun })
    }

    /// The days that a batch was planned for; none where they were put away since.
    ///
    /// # Errors
    /// Those of the store.
    pub async fn of(app: &App, planned: Option<&Planned>) -> Answer<Option<Self>> {
        let Some(id) = planned.map(|p| p.days_id) else { return Ok(None) };
        let all = app.read(planning::all::<KitchenDays>).await?;
        match all.into_iter().find(|d| d.id == id) {
            Some(days) => Self::read(app, days.document, Some(id)).await.map(Some),
            None => Ok(None),
        }
    }

    /// Asks with it.
    ///
    /// # Errors
    /// Those of the room, and of what is asked.
    pub fn ask<T>(&self, of: impl FnOnce(&DayQuestion<'_>) -> Answer<T>) -> Answer<T> {
        let book = self.catalogue.book(&self.kitchen)?;
        of(&DayQuestion {
            days: &self.days,
            orders: &self.orders,
            sweets: &self.sweets,
            kitchen: &self.kitchen,
            book: &book,
            now_ms: self.now_ms,
            begun: &self.begun,
        })
    }
}
