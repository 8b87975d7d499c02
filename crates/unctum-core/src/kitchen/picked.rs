//! What is taken from a kitchen for one piece of work: pan, ring, thermometer, a cup; by number, never by name.

use crate::error::{CoreError, Result};
use crate::kitchen::document::KitchenDocument;
use crate::kitchen::known::{Known, Parameter};
use crate::kitchen::pan::Pan;
use crate::kitchen::ring::Ring;
use crate::kitchen::thermometer::Thermometer;
use crate::kitchen::vessel::Measure;

/// Numbers of the things that are asked for; what is left out is the first of its kind, or none.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Wished {
    /// The pan; the first if left out.
    pub pan_id: Option<i32>,
    /// The ring; the first if left out.
    pub ring_id: Option<i32>,
    /// The thermometer; none if left out.
    pub thermometer_id: Option<i32>,
    /// The cup to measure with, and all smaller ones; all measures if left out.
    pub cup_id: Option<i32>,
}

/// What was picked.
#[derive(Debug, Clone, PartialEq)]
pub struct Picked {
    /// The pan.
    pub pan: Pan,
    /// Its number.
    pub pan_id: Option<i32>,
    /// Her other pans.
    pub other_pans: Vec<Pan>,
    /// The ring.
    pub ring: Ring,
    /// How many rings there are.
    pub rings: u32,
    /// What the first of the others is called; none where there is one ring.
    pub ring_beside: Option<String>,
    /// Its number.
    pub ring_id: Option<i32>,
    /// The thermometer, if any.
    pub thermometer: Option<Thermometer>,
    /// The cup that was chosen, if any.
    pub cup: Option<Measure>,
    /// Its number.
    pub cup_id: Option<i32>,
    /// All her cups and spoons.
    pub measures: Vec<Measure>,
    /// The step of her scale, g; none without a scale.
    pub scale_step_g: Option<f64>,
    /// How much too high her refractometer reads, °Brix; none without one.
    pub refractometer_offset_brix: Option<f64>,
    /// How far the thermometer may be off beyond what is known, K: as it was learnt, or as one that was never checked;
    /// as after a check if none.
    pub thermometer_bias_sd_k: Option<f64>,
    /// What was learnt of the kitchen, accepted, and still holds.
    pub known: Vec<Known>,
}

fn pick<T>(
    what: &'static str,
    mut all: impl Iterator<Item = (Option<i32>, T)>,
    id: Option<i32>,
) -> Result<(Option<i32>, T)> {
    let found = match id {
        Some(_) => all.find(|(known, _)| *known == id),
        None => all.next(),
    };
    found.ok_or(CoreError::NoSuchThing { what, id: id.unwrap_or(0) })
}

impl KitchenDocument {
    /// Picks things by number, each as it is known: with what was learnt of it.
    ///
    /// # Errors
    /// [`CoreError::NoSuchThing`].
    pub fn pick(&self, wished: Wished) -> Result<Picked> {
        let known: Vec<Known> =
            self.learning.known.iter().filter(|k| self.known(&k.about).is_some()).cloned().collect();
        self.as_known().pick_told(wished, known)
    }

    fn pick_told(&self, wished: Wished, known: Vec<Known>) -> Result<Picked> {
        let Wished { pan_id, ring_id, thermometer_id, cup_id } = wished;
        let (pan_id, pan) = pick("pan", self.pans.iter().map(|p| (p.id, &p.pan)), pan_id)?;
        let (ring_id, ring) = pick("ring", self.rings.iter().map(|r| (r.id, &r.ring)), ring_id)?;
        let thermometers = self.thermometers.iter().map(|t| (t.id, &t.thermometer));
        let thermometer = thermometer_id.map(|id| pick("thermometer", thermometers, Some(id))).transpose()?;
        let cups = self.measures.iter().map(|m| (m.id, &m.measure));
        let cup = cup_id.map(|id| pick("cup", cups, Some(id))).transpose()?;
        let of_thermometer =
            thermometer_id.map(|thermometer_id| Parameter::ThermometerOffset { thermometer_id });
        let bias = of_thermometer.and_then(|about| known.iter().find(|k| k.about == about));
        Ok(Picked {
            pan: pan.clone(),
            pan_id,
            other_pans: self.pans.iter().filter(|p| p.id != pan_id).map(|p| p.pan.clone()).collect(),
            ring: ring.clone(),
            rings: self.rings.len() as u32,
            ring_beside: self.rings.iter().find(|r| r.id != ring_id).map(|r| r.ring.name.clone()),
            ring_id,
            thermometer: thermometer.map(|(_, t)| t.clone()),
            cup: cup.map(|(_, m)| m.clone()),
            cup_id,
            measures: self.measures.iter().map(|m| m.measure.clone()).collect(),
            scale_step_g: self.bench.scale_step_g,
            refractometer_offset_brix: self.bench.refractometer_offset_brix,
            thermometer_bias_sd_k: match (&bias, &thermometer) {
                (Some(known), _) => Some(known.value.sd),
                (None, Some((_, t))) if !t.is_checked() => Some(t.offset().sd),
                _ => None,
            },
            known,
        })
    }
}
