//! How a batch is set up and what can happen to it.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, holds_control, looks_empty, within};
use crate::kitchen::{Air, Flame, Pan, Ring, Thermometer};
use crate::process::{Line, SheetTake, Size, Step, Variation};
use crate::syrup::{Charge, Ladder, Pull, Reading, StageKey};

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
    /// What was chosen on the sweet's page.
    #[serde(default)]
    pub chosen: Chosen,
    /// What goes in at each step, in grams and in her measures.
    #[serde(default)]
    pub takes: Vec<SheetTake>,
    /// Allergens in it.
    #[serde(default)]
    pub allergens: Vec<String>,
    /// Whether there is a scale.
    #[serde(default = "yes")]
    pub has_scale: bool,
}

fn yes() -> bool {
    true
}

/// What was chosen when a batch was started: enough to say it, and to make it again.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(default)]
pub struct Chosen {
    /// The method.
    pub method_key: Option<String>,
    /// Its name.
    pub method_name: Option<String>,
    /// How much.
    pub size: Option<Size>,
    /// What was changed.
    pub variation: Vec<Variation>,
    /// The same in words: “with peanuts”.
    pub changes: Vec<String>,
    /// Number of the cup it was measured with.
    pub cup_id: Option<i32>,
    /// Number of the pan in the kitchen.
    pub pan_id: Option<i32>,
    /// Number of the ring in the kitchen.
    pub ring_id: Option<i32>,
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
    /// A drop was pulled between the fingers.
    Pull {
        /// What it did.
        pull: Pull,
    },
    /// Tested, and not at its stage yet.
    NotYet,
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
            Self::Pull { pull } => Reading::Pull { pull },
            Self::NotYet => Reading::Below { stage: setup.stage },
        }
    }

    /// Whether it was judged by hand and eye: such a test says whether the stage is there.
    #[must_use]
    pub fn by_hand(self) -> bool {
        !matches!(self, Self::Thermometer { .. } | Self::Weight { .. })
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
    /// The batch rests: it leaves the stove until something more is written about it.
    Rested,
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
        check_text("The note", &self.note, 4000)?;
        refuse_control("the note", &self.note, true)
    }
}

impl BatchSetup {
    /// # Errors
    /// The first thing in it that cannot be.
    pub fn check(&self) -> Result<()> {
        if looks_empty(&self.title) {
            return Err(CoreError::NotNow("Give the batch a name, so that you find it again.".into()));
        }
        check_text("The name", &self.title, 120)?;
        refuse_control("the name", &self.title, false)?;
        self.ring.check()?;
        self.pan.check()?;
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

    /// Position of the step that boils the syrup to its stage.
    #[must_use]
    pub fn boil_index(&self) -> Option<usize> {
        self.steps.iter().position(Step::boils)
    }

    /// Everything that was put in the pan at the start, g.
    #[must_use]
    pub fn put_in_g(&self) -> f64 {
        self.charge.total_g()
    }

    /// Refuses a batch whose pan or ring is taken by another that is going on.
    ///
    /// # Errors
    /// [`CoreError::Taken`] with what is in the way.
    pub fn check_free<'a>(&self, going_on: impl Iterator<Item = &'a Self>) -> Result<()> {
        for other in going_on {
            let same = |a: Option<i32>, b: Option<i32>, names: (&str, &str)| match (a, b) {
                (Some(a), Some(b)) => a == b,
                _ => names.0 == names.1,
            };
            let (mine, its) = (&self.chosen, &other.chosen);
            let pans = (self.pan.name.as_str(), other.pan.name.as_str());
            let rings = (self.ring.name.as_str(), other.ring.name.as_str());
            let taken = if same(mine.pan_id, its.pan_id, pans) {
                ("pan", self.pan.name.clone())
            } else if same(mine.ring_id, its.ring_id, rings) {
                ("ring", self.ring.name.clone())
            } else {
                continue;
            };
            return Err(CoreError::Taken { what: taken.0, name: taken.1, by: other.title.clone() });
        }
        Ok(())
    }
}

fn refuse_control(what: &str, text: &str, lines: bool) -> Result<()> {
    if holds_control(text, lines) {
        return Err(CoreError::NotNow(format!("Something in {what} cannot be read. Write it anew by hand.")));
    }
    Ok(())
}

fn check_text(what: &'static str, text: &str, most: usize) -> Result<()> {
    let length = u32::try_from(text.chars().count()).unwrap_or(u32::MAX);
    within(what, f64::from(length), 0.0, most as f64, "characters").map(|_| ())
}
