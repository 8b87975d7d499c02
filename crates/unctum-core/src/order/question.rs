//! What is asked of some days, with everything that the answer stands on.

use std::collections::BTreeMap;

use crate::cook::BatchState;
use crate::error::{CoreError, Result};
use crate::formula::Size;
use crate::kitchen::{KitchenDocument, Parameter};
use crate::order::asked::{Order, OrderLine};
use crate::order::plan::{DayChoice, KitchenDays};
use crate::process::{Book, Sweet};
use crate::start::{Made, StartAsk};

/// However it was learnt, no more than this share is made up for, of what is lost and of what is light.
const MOST_LOST: f64 = 0.33;

/// Some days, the orders, and the kitchen they are made in.
#[derive(Clone, Copy)]
pub struct DayQuestion<'a> {
    /// The days.
    pub days: &'a KitchenDays,
    /// Their orders with their numbers.
    pub orders: &'a [(i32, Order)],
    /// The sweets that are asked for, by key.
    pub sweets: &'a BTreeMap<String, Sweet>,
    /// The kitchen.
    pub kitchen: &'a KitchenDocument,
    /// What is known.
    pub book: &'a Book<'a>,
    /// This moment, ms since 1970.
    pub now_ms: i64,
    /// Batches of these days that were begun at the stove.
    pub begun: &'a [Begun],
}

impl DayQuestion<'_> {
    /// How many pieces more of a sweet are made than are asked for, as a share: as the days say, or as many as it takes
    /// for what is usually lost of it here and for how much lighter it comes out, if that is more.
    #[must_use]
    pub fn spare_frac(&self, sweet_key: Option<&String>) -> f64 {
        let Some(sweet_key) = sweet_key else { return self.days.spare_frac };
        let known = |about| self.kitchen.known(&about).map(|k| k.value.mean);
        let lost =
            known(Parameter::Lost { sweet_key: sweet_key.clone() }).map_or(0.0, |l| l.clamp(0.0, MOST_LOST));
        // What comes out heavier is no reason to make less than was asked for.
        let comes_out = known(Parameter::Yield { sweet_key: sweet_key.clone() })
            .map_or(1.0, |ln| ln.exp().clamp(1.0 - MOST_LOST, 1.0));
        self.days.spare_frac.max(1.0 / ((1.0 - lost) * comes_out) - 1.0)
    }
}

/// A batch of some days that was begun.
#[derive(Debug, Clone)]
pub struct Begun {
    /// Its number at the stove.
    pub batch_id: i32,
    /// Its key in the days.
    pub key: String,
    /// Whether nothing more is to be done with it.
    pub over: bool,
    /// How much of it is being made: what is in the pan is not changed by an order any more.
    pub size: Option<Size>,
    /// In which pan and on which ring it is.
    pub choice: Option<DayChoice>,
    /// How it stands.
    pub state: BatchState,
}

impl<'a> DayQuestion<'a> {
    /// So long after it is empty a pan is clean for the next batch, min.
    pub(super) fn wash_min(&self) -> u32 {
        self.days.wash_min.unwrap_or(self.kitchen.bench.wash_min)
    }

    /// Pan and ring of a batch where they are settled: what was begun is where it is, else what she chose.
    pub(super) fn chosen(&self, key: &str) -> Option<DayChoice> {
        let begun = self.begun.iter().find(|b| b.key == key).and_then(|b| b.choice);
        begun.or_else(|| self.days.choices.get(key).copied())
    }

    /// The pan and ring that were chosen, or the first.
    pub(super) fn picked(&self, choice: Option<DayChoice>) -> Result<DayChoice> {
        let first = |ids: Option<Option<i32>>, what: &'static str| {
            ids.flatten().ok_or(CoreError::NoSuchThing { what, id: 0 })
        };
        match choice {
            Some(choice) => Ok(choice),
            None => Ok(DayChoice {
                pan_id: first(self.kitchen.pans.first().map(|p| p.id), "pan")?,
                ring_id: first(self.kitchen.rings.first().map(|r| r.id), "ring")?,
            }),
        }
    }

    /// A sweet made as a line asks for it.
    pub(super) fn made(&self, sweet: &Sweet, line: &OrderLine, with: DayChoice, size: Size) -> Result<Made> {
        Made::of(sweet, &start_ask(sweet, line, with, size), self.kitchen, self.book)
    }
}

/// The same as the stove is asked for it.
pub(super) fn start_ask(sweet: &Sweet, line: &OrderLine, with: DayChoice, size: Size) -> StartAsk {
    StartAsk {
        sweet_key: Some(sweet.key.clone()),
        method_key: line.method_key.clone(),
        variation: line.variation.clone(),
        size: Some(size),
        pan_id: Some(with.pan_id),
        ring_id: Some(with.ring_id),
        ..StartAsk::default()
    }
}
