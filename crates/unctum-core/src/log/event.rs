//! What can happen to a batch.

use serde::{Deserialize, Serialize};

use crate::kitchen::Flame;
use crate::syrup::{Pull, StageKey};

/// What the cook read, as her instrument showed it.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
pub enum SeenReading {
    /// The thermometer shows this, °C, its own error still in it.
    Thermometer {
        /// Shown temperature, °C.
        shown_c: f64,
    },
    /// An instrument of the network shows this, °C; its own record goes with it.
    Probe {
        /// Shown temperature, °C.
        shown_c: f64,
        /// How much too high it reads, K.
        offset_k: f64,
        /// Standard deviation of a reading once that is taken out, K.
        sd_k: f64,
    },
    /// The refractometer shows this for a cooled, clear drop, °Brix.
    Refractometer {
        /// Shown strength, °Brix.
        shown_brix: f64,
    },
    /// The scale shows this with the pan on it, g.
    Weight {
        /// Pan and contents, g.
        gross_g: f64,
    },
    /// A string of this length, cm.
    String {
        /// Length before it breaks, cm.
        string_cm: f64,
    },
    /// It looked like this stage by fingers, spoon or water.
    Seen {
        /// The stage.
        stage: StageKey,
    },
    /// A drop was pulled between the fingers.
    Pull {
        /// What it did.
        pull: Pull,
    },
    /// Tested, and not at its stage yet.
    NotYet,
}

impl SeenReading {
    /// Whether it was judged by hand and eye: such a test says whether the stage is there.
    #[must_use]
    pub fn by_hand(self) -> bool {
        !matches!(
            self,
            Self::Thermometer { .. } | Self::Probe { .. } | Self::Refractometer { .. } | Self::Weight { .. }
        )
    }
}

/// Something that happened.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "event", rename_all = "snake_case", deny_unknown_fields)]
pub enum BatchEvent {
    /// A gate was ticked or unticked.
    Gate {
        /// Key of the step.
        step: String,
        /// Key of the gate.
        gate: String,
        /// Whether it is done.
        ticked: bool,
    },
    /// The flame was set.
    Flame {
        /// To what.
        flame: Flame,
    },
    /// A step was begun.
    StepBegan {
        /// Key of the step.
        step: String,
        /// Which load of it, from 1.
        #[serde(default = "first_load", skip_serializing_if = "is_first")]
        load: u32,
    },
    /// A step ended.
    StepDone {
        /// Key of the step.
        step: String,
        /// Which load of it, from 1.
        #[serde(default = "first_load", skip_serializing_if = "is_first")]
        load: u32,
    },
    /// Something was read.
    Reading {
        /// What.
        reading: SeenReading,
    },
    /// An instrument of the network sent a reading by itself.
    Heard {
        /// What.
        reading: SeenReading,
    },
    /// Water was poured into the syrup.
    WaterAdded {
        /// How much, g.
        water_g: f64,
    },
    /// Her pan was put on the scale to learn what it weighs by itself.
    PanWeighed {
        /// What the scale showed, g.
        gross_g: f64,
        /// Whether all that goes into the syrup was in it, and no heat yet; empty otherwise.
        #[serde(default)]
        full: bool,
    },
    /// The pressure cooker whistled.
    Whistle {
        /// Key of the step.
        step: String,
    },
    /// It looked so on its way.
    Sight {
        /// Key of the step.
        step: String,
        /// Which load of it, from 1.
        #[serde(default = "first_load", skip_serializing_if = "is_first")]
        load: u32,
        /// Key of what was seen.
        sight: String,
    },
    /// Some of what goes in at a step was put in.
    PutIn {
        /// Key of the step.
        step: String,
        /// Key of the ingredient.
        ingredient: String,
        /// How much, g.
        amount_g: f64,
    },
    /// An earlier event is taken back.
    Undone {
        /// Its number. (Older logs call it `seq`, as the number of the entry itself is called.)
        #[serde(alias = "seq")]
        undone_seq: i32,
    },
    /// An earlier event was at another moment, or its value was another one.
    Amended {
        /// Its number.
        amended_seq: i32,
        /// When it was, ms since 1970; as it was if left out.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        amended_ms: Option<i64>,
        /// What was read, if it is a reading.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        reading: Option<SeenReading>,
        /// How much was poured in, g, if it is water.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        water_g: Option<f64>,
        /// The flame, if it is one.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        flame: Option<Flame>,
    },
    /// The batch was given up.
    GivenUp,
    /// The batch rests: it leaves the stove until something more is written about it.
    Rested,
}

impl BatchEvent {
    /// That a step ended which is done in one load.
    #[must_use]
    pub fn done(step: &str) -> Self {
        Self::StepDone { step: step.to_owned(), load: first_load() }
    }
}

fn first_load() -> u32 {
    1
}

fn is_first(load: &u32) -> bool {
    *load == 1
}

impl BatchEvent {
    /// Whether nobody wrote it: an instrument did.
    #[must_use]
    pub fn by_itself(&self) -> bool {
        matches!(self, Self::Heard { .. })
    }

    /// What was read, by whomever.
    #[must_use]
    pub fn reading(&self) -> Option<SeenReading> {
        match self {
            Self::Reading { reading } | Self::Heard { reading } => Some(*reading),
            _ => None,
        }
    }

    /// Whether it speaks of another entry instead of the pan.
    #[must_use]
    pub fn is_about_another(&self) -> bool {
        matches!(self, Self::Undone { .. } | Self::Amended { .. })
    }
}

/// An event with its place in the log.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Logged {
    /// Number within the batch, from 1.
    pub seq: i32,
    /// When, ms since 1970.
    pub at_ms: i64,
    /// When it was written down, ms since 1970, where that was another moment.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub entered_ms: Option<i64>,
    /// Who wrote it, where it was not the kitchen's own screen.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub by: Option<String>,
    /// What.
    #[serde(flatten)]
    pub event: BatchEvent,
}

impl Logged {
    /// An event written down as it happened.
    #[must_use]
    pub fn new(seq: i32, at_ms: i64, event: BatchEvent) -> Self {
        Self { seq, at_ms, entered_ms: None, by: None, event }
    }
}
