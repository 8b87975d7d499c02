//! A pan whose own weight was learnt while the batch went on: empty before it was filled, or with everything in it
//! and no heat under it yet.

use std::borrow::Cow;

use crate::calibrate::{self, PanCheck};
use crate::error::{CoreError, Result, within};
use crate::kitchen::Pan;
use crate::log::event::{BatchEvent, Logged};
use crate::log::standing::standing;
use crate::start::BatchSetup;

/// No pan to cook in weighs less, g.
const LIGHTEST_PAN_G: f64 = 100.0;
/// Share of a pan's weight in its handles, which stay cool.
const HANDLES_FRAC: f64 = 0.1;
/// Nor more, g.
const HEAVIEST_PAN_G: f64 = 20_000.0;

/// A pan with what it weighs, and with the heat it holds where its metal is known.
fn pan_of_weight(pan: &Pan, tare_g: f64) -> Pan {
    let checked = pan.metal.and_then(|metal| {
        calibrate::pan(&PanCheck { pan: pan.clone(), tare_g, metal, cool_frac: HANDLES_FRAC }).ok()
    });
    checked.map_or_else(|| Pan { tare_g, weighed: true, ..pan.clone() }, |found| found.pan)
}

impl BatchSetup {
    /// The setup with the pan's own weight as its log tells it.
    #[must_use]
    pub fn as_weighed(&self, log: &[Logged]) -> Cow<'_, Self> {
        let any = log.iter().any(|l| matches!(l.event, BatchEvent::PanWeighed { .. }));
        let told = if any { standing(log) } else { Cow::Borrowed(&[][..]) };
        let tare_g = told.iter().rev().find_map(|l| match l.event {
            BatchEvent::PanWeighed { gross_g, full } => self.tare_of(gross_g, full).ok(),
            _ => None,
        });
        match tare_g {
            Some(tare_g) => Cow::Owned(Self { pan: pan_of_weight(&self.pan, tare_g), ..self.clone() }),
            None => Cow::Borrowed(self),
        }
    }

    /// What the empty pan weighs, g, if the scale shows `gross_g` with it: empty, or with all of the syrup in it.
    ///
    /// # Errors
    /// [`CoreError::NotNow`] for a full pan that weighs less than what is in it; [`CoreError::OutOfRange`] for what no
    /// pan weighs; [`CoreError::NothingToFollow`] for a full pan without a syrup.
    pub fn tare_of(&self, gross_g: f64, full: bool) -> Result<f64> {
        let holds_g = if full { self.syrup()?.charge.total_g() } else { 0.0 };
        let tare_g = gross_g - holds_g;
        if full && tare_g < LIGHTEST_PAN_G {
            return Err(CoreError::NotNow(format!(
                "{holds_g:.0} g went in, so with its pan it weighs more than that. Weigh it again, or say that the pan is empty."
            )));
        }
        within("The weight of the empty pan", tare_g, LIGHTEST_PAN_G, HEAVIEST_PAN_G, "g")
    }
}
