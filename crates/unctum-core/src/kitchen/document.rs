//! The whole kitchen as one document: what is stored, sent and taken back as one.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, holds_control, looks_empty, within};
use crate::kitchen::known::Learning;
use crate::kitchen::pan::Pan;
use crate::kitchen::ring::Ring;
use crate::kitchen::room::Room;
use crate::kitchen::thermometer::Thermometer;
use crate::kitchen::vessel::{Measure, Tray};
use crate::syrup::Ladder;

macro_rules! numbered {
    ($(#[$words:meta])* $name:ident, $field:ident: $of:ty) => {
        $(#[$words])*
        #[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
        #[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
        #[serde(deny_unknown_fields)]
        pub struct $name {
            /// Its number; left out for a new one.
            #[serde(default)]
            pub id: Option<i32>,
            /// It.
            pub $field: $of,
        }
    };
}

numbered!(
    /// A ring with its number.
    NumberedRing, ring: Ring
);
numbered!(
    /// A pan with its number.
    NumberedPan, pan: Pan
);
numbered!(
    /// A thermometer with its number.
    NumberedThermometer, thermometer: Thermometer
);
numbered!(
    /// A tray with its number.
    NumberedTray, tray: Tray
);
numbered!(
    /// A cup or spoon with its number.
    NumberedMeasure, measure: Measure
);

/// How temperatures are written.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum TemperatureUnit {
    /// °C.
    #[default]
    Celsius,
    /// °F.
    Fahrenheit,
}

/// How masses and volumes are written.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum MassUnit {
    /// Grams and millilitres.
    #[default]
    Metric,
    /// Ounces and fluid ounces.
    Us,
}

/// Scale, refractometer, the units she reads, how long washing takes.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields, default)]
pub struct Bench {
    /// Step of the kitchen scale, g; none without a scale.
    pub scale_step_g: Option<f64>,
    /// How much too high the refractometer reads, °Brix; none without one.
    pub refractometer_offset_brix: Option<f64>,
    /// How temperatures are written.
    pub temperature_unit: TemperatureUnit,
    /// How masses are written.
    pub mass_unit: MassUnit,
    /// So long after it is empty a pan is clean for the next batch, 0–120 min.
    pub wash_min: u32,
}

impl Default for Bench {
    fn default() -> Self {
        Self {
            scale_step_g: Some(1.0),
            refractometer_offset_brix: None,
            temperature_unit: TemperatureUnit::Celsius,
            mass_unit: MassUnit::Metric,
            wash_min: 10,
        }
    }
}

/// The whole kitchen.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct KitchenDocument {
    /// What the cook calls it.
    pub name: String,
    /// The air in it.
    pub room: Room,
    /// Its rings.
    pub rings: Vec<NumberedRing>,
    /// Its pans.
    pub pans: Vec<NumberedPan>,
    /// Its thermometers.
    pub thermometers: Vec<NumberedThermometer>,
    /// Its trays.
    #[serde(default)]
    pub trays: Vec<NumberedTray>,
    /// Its cups and spoons.
    #[serde(default)]
    pub measures: Vec<NumberedMeasure>,
    /// Scale, refractometer, units.
    #[serde(default)]
    pub bench: Bench,
    /// The cook's own edges of the stages.
    #[serde(default)]
    pub ladder: Ladder,
    /// What was learnt from its batches, and what she said to it.
    #[serde(default)]
    pub learning: Learning,
}

impl KitchenDocument {
    fn names(&self) -> impl Iterator<Item = &String> {
        std::iter::once(&self.name)
            .chain(self.rings.iter().map(|r| &r.ring.name))
            .chain(self.pans.iter().map(|p| &p.pan.name))
            .chain(self.thermometers.iter().map(|t| &t.thermometer.name))
            .chain(self.trays.iter().map(|t| &t.tray.name))
            .chain(self.measures.iter().map(|m| &m.measure.name))
    }

    /// The same kitchen, its pans that were never weighed guessed from what is known of them.
    #[must_use]
    pub fn settled(mut self) -> Self {
        for numbered in &mut self.pans {
            numbered.pan = numbered.pan.clone().settled();
        }
        self
    }

    /// The same kitchen, each new thing given a number above `last`, and the last number given. No number is ever
    /// given twice, so that what was cooked on a ring that is gone is not taken for another's.
    #[must_use]
    pub fn numbered(mut self, last: i32) -> (Self, i32) {
        let mut last = self.numbers().into_iter().flatten().max().unwrap_or(0).max(last);
        let mut give = |id: &mut Option<i32>| {
            if id.is_none() {
                last += 1;
                *id = Some(last);
            }
        };
        self.rings.iter_mut().for_each(|r| give(&mut r.id));
        self.pans.iter_mut().for_each(|p| give(&mut p.id));
        self.thermometers.iter_mut().for_each(|t| give(&mut t.id));
        self.trays.iter_mut().for_each(|t| give(&mut t.id));
        self.measures.iter_mut().for_each(|m| give(&mut m.id));
        (self, last)
    }

    /// The numbers of its rings, pans, thermometers, trays and measures.
    fn numbers(&self) -> [Vec<i32>; 5] {
        [
            self.rings.iter().filter_map(|r| r.id).collect(),
            self.pans.iter().filter_map(|p| p.id).collect(),
            self.thermometers.iter().filter_map(|t| t.id).collect(),
            self.trays.iter().filter_map(|t| t.id).collect(),
            self.measures.iter().filter_map(|m| m.id).collect(),
        ]
    }

    /// # Errors
    /// The first value no kitchen has, a thing without a name, or a kitchen without ring or pan.
    pub fn check(&self) -> Result<()> {
        self.room.air()?;
        self.rings.iter().try_for_each(|r| r.ring.check())?;
        self.pans.iter().try_for_each(|p| p.pan.check())?;
        self.thermometers.iter().try_for_each(|t| t.thermometer.check())?;
        self.trays.iter().try_for_each(|t| t.tray.check())?;
        self.measures.iter().try_for_each(|m| m.measure.check())?;
        self.ladder.check()?;
        self.learning.check()?;
        within("The time to wash a pan", f64::from(self.bench.wash_min), 0.0, 120.0, "min")?;
        within("The step of the scale", self.bench.scale_step_g.unwrap_or(1.0), 0.01, 100.0, "g")?;
        let offset = self.bench.refractometer_offset_brix.unwrap_or(0.0);
        within("The error of the refractometer", offset, -10.0, 10.0, "°Brix")?;
        if !self.names().all(|name| {
            name.trim().chars().count() <= 80 && !looks_empty(name) && !holds_control(name, false)
        }) {
            return Err(CoreError::Unreadable(
                "Give everything in the kitchen a name of 1 to 80 letters.".into(),
            ));
        }
        if self.rings.is_empty() || self.pans.is_empty() {
            return Err(CoreError::Missing("A kitchen needs at least one ring and one pan.".into()));
        }
        let numbers = self.numbers();
        if numbers.into_iter().any(twice) {
            return Err(CoreError::Contradiction(
                "Two things of the kitchen carry the same number. Leave the number of a new thing out."
                    .into(),
            ));
        }
        if self.names().count() > 200 {
            return Err(CoreError::TooMany(
                "That is more than a kitchen holds: at most 200 things. Remove what is not used.".into(),
            ));
        }
        Ok(())
    }
}

fn twice(mut numbers: Vec<i32>) -> bool {
    numbers.sort_unstable();
    numbers.windows(2).any(|pair| pair[0] == pair[1])
}
