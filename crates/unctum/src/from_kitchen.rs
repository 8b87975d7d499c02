//! What a question takes from her kitchen: pan, ring, thermometer, cups, ladder and air.

use unctum_core::food::by_hand::measures_used;
use unctum_core::kitchen::{KitchenDocument, Measure, Pan, Ring, Thermometer};
use unctum_core::process::{Setting, Tools};
use unctum_store::StoreError;

use crate::app::App;
use crate::problem::Answer;

/// Larder, ladder and air of a kitchen.
///
/// # Errors
/// Those of the room.
pub fn setting<'a>(app: &'a App, kitchen: &'a KitchenDocument) -> Answer<Setting<'a>> {
    Ok(Setting { larder: &app.catalogue.larder, ladder: &kitchen.ladder, air: kitchen.room.air()? })
}

/// Pan, ring and thermometer chosen from a kitchen.
pub struct Things {
    /// The pan.
    pub pan: Pan,
    /// Its number.
    pub pan_id: Option<i32>,
    /// The ring.
    pub ring: Ring,
    /// Its number.
    pub ring_id: Option<i32>,
    /// The thermometer, if any.
    pub thermometer: Option<Thermometer>,
}

fn pick<T>(
    what: &'static str,
    mut all: impl Iterator<Item = (Option<i32>, T)>,
    id: Option<i32>,
) -> Result<(Option<i32>, T), StoreError> {
    let found = match id {
        Some(_) => all.find(|(known, _)| *known == id),
        None => all.next(),
    };
    found.ok_or(StoreError::NotFound { what, id: id.unwrap_or(0) })
}

/// Chooses from a kitchen by number; the first pan and ring where none is named.
///
/// # Errors
/// [`StoreError::NotFound`].
pub fn choose(
    kitchen: &KitchenDocument,
    pan_id: Option<i32>,
    ring_id: Option<i32>,
    thermometer_id: Option<i32>,
) -> Result<Things, StoreError> {
    let (pan_id, pan) = pick("pan", kitchen.pans.iter().map(|p| (p.id, p.pan.clone())), pan_id)?;
    let (ring_id, ring) = pick("ring", kitchen.rings.iter().map(|r| (r.id, r.ring.clone())), ring_id)?;
    Ok(Things {
        pan,
        pan_id,
        ring,
        ring_id,
        thermometer: thermometer_id
            .map(|id| {
                let all = kitchen.thermometers.iter().map(|t| (t.id, t.thermometer.clone()));
                pick("thermometer", all, Some(id)).map(|(_, thermometer)| thermometer)
            })
            .transpose()?,
    })
}

/// Her widest pan is the one for milk.
#[must_use]
pub fn tools(kitchen: &KitchenDocument, chosen: &Things) -> Tools {
    let wide = kitchen.pans.iter().map(|p| &p.pan).max_by(|a, b| a.diameter_cm.total_cmp(&b.diameter_cm));
    Tools {
        pan: chosen.pan.clone(),
        wide_pan: wide.unwrap_or(&chosen.pan).clone(),
        ring: chosen.ring.clone(),
    }
}

/// The measures she uses: the cup chosen with all smaller ones, or all.
///
/// # Errors
/// [`StoreError::NotFound`].
pub fn measures(kitchen: &KitchenDocument, cup_id: Option<i32>) -> Result<Vec<Measure>, StoreError> {
    let numbered = kitchen.measures.iter().map(|m| (m.id, m.measure.clone()));
    let chosen = cup_id.map(|id| pick("cup", numbered.clone(), Some(id))).transpose()?;
    let all: Vec<Measure> = numbered.map(|(_, measure)| measure).collect();
    Ok(measures_used(&all, chosen.as_ref().map(|(_, cup)| cup)))
}
