//! How a batch is set up and what can happen to it.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::kitchen::{Air, Flame, Pan, Ring, Thermometer};
use crate::process::{Line, Step};
use crate::syrup::{Charge, Ladder, Reading, StageKey};

/// Everything a batch needs to know, copied when it starts so that later changes to the kitchen leave
/// its history alone.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BatchSetup {
    /// What the cook calls it.
    pub title: String,
    /// The sweet, if it is one of the catalogue.
    pub sweet_key: Option<String>,
    /// The measured list.
    pub lines: Vec<Line>,
    /// The syrup as it goes on the ring.
    pub charge: Charge,
    /// Stage to land on.
    pub stage: StageKey,
    /// Strength to land on, 0–1.
    pub target_solids_frac: f64,
    /// The pan.
    pub pan: Pan,
    /// The ring.
    pub ring: Ring,
    /// The thermometer, if she has one.
    pub thermometer: Option<Thermometer>,
    /// The air.
    pub air: Air,
    /// The steps.
    pub steps: Vec<Step>,
    /// The cook's ladder.
    #[serde(default)]
    pub ladder: Ladder,
}

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
}

impl SeenReading {
    /// The reading with the instruments' own errors taken out.
    #[must_use]
    pub fn corrected(self, setup: &BatchSetup) -> Reading {
        match self {
            Self::Thermometer { shown_c } => Reading::Thermometer {
                boil_c: setup.thermometer.as_ref().map_or(shown_c, |t| t.true_c(shown_c)),
            },
            Self::Weight { gross_g } => Reading::Weight { gross_g, tare_g: setup.pan.tare_g },
            Self::String { string_cm } => Reading::String { string_cm },
            Self::Seen { stage } => Reading::Seen { stage },
        }
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
    /// A step ended.
    StepDone {
        /// Key of the step.
        step: String,
    },
    /// Something was read.
    Reading {
        /// What.
        reading: SeenReading,
    },
    /// Water was poured into the syrup.
    WaterAdded {
        /// How much, g.
        water_g: f64,
    },
    /// An earlier event is taken back.
    Undone {
        /// Its number. (Older logs call it `seq`, as the number of the entry itself is called.)
        #[serde(alias = "seq")]
        undone_seq: i32,
    },
    /// The batch was given up.
    GivenUp,
}

/// An event with its place in the log.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Logged {
    /// Number within the batch, from 1.
    pub seq: i32,
    /// When, ms since 1970.
    pub at_ms: i64,
    /// What.
    #[serde(flatten)]
    pub event: BatchEvent,
}

/// How the sweet felt.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Texture {
    /// Would not set, sticky.
    TooSoft,
    /// As it should be.
    Right,
    /// Hard.
    TooFirm,
    /// Dry and falling apart.
    Crumbly,
    /// Grainy.
    Grainy,
}

/// How the batch turned out.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Verdict {
    /// How it felt.
    pub texture: Texture,
    /// Pieces made.
    #[serde(default)]
    pub pieces: Option<i32>,
    /// The finished sweet on the scale, g.
    #[serde(default)]
    pub finished_g: Option<f64>,
    /// What to remember.
    #[serde(default)]
    pub note: String,
}

impl Verdict {
    /// # Errors
    /// Counts and weights no batch has, or a note longer than a page.
    pub fn check(&self) -> Result<()> {
        if let Some(pieces) = self.pieces {
            within("The number of pieces", f64::from(pieces), 0.0, 10_000.0, "pieces")?;
        }
        if let Some(finished_g) = self.finished_g {
            within("The weight of the sweet", finished_g, 0.0, 200_000.0, "g")?;
        }
        check_text("The note", &self.note, 4000)
    }
}

impl BatchSetup {
    /// # Errors
    /// The first thing in it that cannot be.
    pub fn check(&self) -> Result<()> {
        if self.title.trim().is_empty() {
            return Err(CoreError::NotNow("Give the batch a name, so that you find it again.".into()));
        }
        check_text("The name", &self.title, 120)?;
        self.ring.check()?;
        if let Some(thermometer) = &self.thermometer {
            thermometer.check()?;
        }
        crate::pan::PanModel::new(&self.charge, &self.pan, self.air)?;
        let start_frac = self.charge.solids_frac();
        if start_frac >= self.target_solids_frac {
            return Err(CoreError::AlreadyPast {
                now_percent: 100.0 * start_frac,
                target_percent: 100.0 * self.target_solids_frac,
            });
        }
        Ok(())
    }
}

fn check_text(what: &'static str, text: &str, most: usize) -> Result<()> {
    let length = u32::try_from(text.chars().count()).unwrap_or(u32::MAX);
    within(what, f64::from(length), 0.0, most as f64, "characters").map(|_| ())
}
