//! One step of a method: what goes in, what is done to it, what shows that it is done, and why.

use serde::{Deserialize, Serialize};

use crate::kitchen::Flame;
use crate::numeric::Spread;
use crate::process::effect::Effect;
use crate::process::kind::StepKind;
use crate::process::sight::SightRow;
use crate::soak::PieceForm;
use crate::syrup::Ladder;

/// How much of the cook a step needs.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Attention {
    /// Hands on it all the time.
    Constant,
    /// A look now and then.
    NowAndThen,
    /// None.
    None,
}

/// What an amount is for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Purpose {
    /// It becomes part of the mass.
    #[default]
    Mass,
    /// The mass lies in it and takes up some: soaking water, syrup.
    Medium,
    /// The fat to fry in.
    Frying,
    /// For tray, paper and hands; stays on them.
    Greasing,
    /// Put on at the end; part of the mass.
    Garnish,
}

impl Purpose {
    /// Whether the whole of it goes into the mass.
    #[must_use]
    pub fn is_mass(self) -> bool {
        matches!(self, Self::Mass | Self::Garnish)
    }

    /// Whether it stays what it is at any size: the pot is as full, the tray as greased.
    #[must_use]
    pub fn stays(self) -> bool {
        matches!(self, Self::Frying | Self::Greasing)
    }
}

/// An amount of an ingredient that goes in at a step.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Entry {
    /// Key in the larder.
    pub ingredient: String,
    /// Amount, g.
    pub amount_g: f64,
    /// State it is measured in; the ingredient's usual one if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub state: Option<String>,
    /// What it is for.
    #[serde(default, skip_serializing_if = "is_mass")]
    pub purpose: Purpose,
}

fn is_mass(purpose: &Purpose) -> bool {
    *purpose == Purpose::Mass
}

/// What a step takes over from an earlier one.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Take {
    /// Key of the earlier step.
    pub step: String,
    /// Share of it, 0–1.
    #[serde(default = "whole", skip_serializing_if = "is_whole")]
    pub share_frac: f64,
    /// What was left over there under this name, rather than its product.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub side: Option<String>,
    /// Whether the mass lies in it rather than being mixed with it.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub medium: bool,
}

fn whole() -> f64 {
    1.0
}

fn is_whole(share: &f64) -> bool {
    *share >= 1.0
}

/// Something that has to be done before the step begins.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Gate {
    /// Key within the step.
    pub key: String,
    /// What to have done.
    pub text: String,
}

/// Longest time of a step, minutes: ten days.
pub const MOST_MIN: f64 = 14_400.0;

/// What the time of a step follows.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Timing {
    /// Nothing: the usual minutes, whatever the batch.
    #[default]
    Fixed,
    /// The mass worked on.
    Mass,
    /// The pieces, one by one.
    Pieces,
    /// How often the pot has to be filled.
    Pots,
    /// What the pan, the ring and the mass in it say; the usual minutes if nothing is known of them.
    Heat,
}

fn is_fixed(timing: &Timing) -> bool {
    *timing == Timing::Fixed
}

/// What it happens in or on.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Vessel {
    /// The board or table.
    #[default]
    Board,
    /// A bowl.
    Bowl,
    /// A pan on a ring.
    Pan,
    /// A wide pan on a ring.
    WidePan,
    /// A deep pot for frying.
    FryingPot,
    /// A pressure cooker.
    PressureCooker,
    /// A bowl over hot water.
    WaterBath,
    /// A tray.
    Tray,
    /// A cloth or sieve.
    Cloth,
    /// A grinder.
    Grinder,
    /// A jar or box.
    Jar,
    /// A refrigerator.
    Refrigerator,
}

/// How soon a later step has to follow.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Window {
    /// Key of the later step.
    pub to: String,
    /// Not before, minutes after this one.
    pub low_min: f64,
    /// Not after, minutes after this one.
    pub high_min: f64,
}

/// One step of a method.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Step {
    /// Key within the method.
    pub key: String,
    /// Kind of work.
    pub kind: StepKind,
    /// What to do, in a few words.
    pub title: String,
    /// What to do, in a sentence.
    pub text: String,
    /// Steps that come before without handing anything over.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub after: Vec<String>,
    /// What it takes over from earlier steps.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub takes: Vec<Take>,
    /// What goes in anew.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub inputs: Vec<Entry>,
    /// What becomes of the mass, in order.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub effects: Vec<Effect>,
    /// What must be ready.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub gates: Vec<Gate>,
    /// Whether what goes in is hot by then, heated beside it on a flame of its own while the step before is done.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub heated_beside: bool,
    /// What it happens in.
    #[serde(default)]
    pub vessel: Vessel,
    /// The flame under it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub flame: Option<Flame>,
    /// How hot it gets, °C, by the sea: what boils or is under pressure stays cooler in the hills.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub heat_to_c: Option<f64>,
    /// How wide a piece lies in the pot, cm; by its mass, as a ball, if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub across_cm: Option<f64>,
    /// How wide the droplets are that a later step forms into pieces, cm; none where what lies in the pot are the
    /// pieces themselves.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub droplet_cm: Option<f64>,
    /// What a piece is like that fries or soaks here.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub form: Option<PieceForm>,
    /// Across a ball, or through the thickest part of a piece that fries or soaks here, mm; by its mass if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thick_mm: Option<f64>,
    /// What it looks like on its way, where that is another row of pictures than its kind's.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sights: Option<SightRow>,
    /// How much of the cook it needs.
    pub attention: Attention,
    /// Words of the event that ends it, as the cook would say it.
    pub event: String,
    /// What shows that it is done.
    pub cue: String,
    /// Usual time.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub minutes: Option<Spread>,
    /// What that time follows.
    #[serde(default, skip_serializing_if = "is_fixed")]
    pub timing: Timing,
    /// How soon a later step has to follow.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub windows: Vec<Window>,
    /// How long what it gives may stand in the room at most, min; as its kind and what is in it allow if left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub stands_most_min: Option<f64>,
    /// Why; empty where nobody told.
    #[serde(default)]
    pub reason: String,
    /// What can hurt: keys of the usual cautions, or own words.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub hazards: Vec<String>,
}

impl Step {
    /// A step with its words and nothing else.
    #[must_use]
    pub fn new(key: &str, kind: StepKind, title: &str, text: &str) -> Self {
        Self {
            key: key.into(),
            kind,
            title: title.into(),
            text: text.into(),
            after: vec![],
            takes: vec![],
            inputs: vec![],
            effects: vec![],
            gates: vec![],
            heated_beside: false,
            vessel: Vessel::default(),
            flame: None,
            heat_to_c: None,
            across_cm: None,
            droplet_cm: None,
            form: None,
            thick_mm: None,
            sights: None,
            attention: Attention::NowAndThen,
            event: String::new(),
            cue: String::new(),
            minutes: None,
            timing: Timing::Fixed,
            windows: vec![],
            stands_most_min: None,
            reason: String::new(),
            hazards: vec![],
        }
    }

    /// Strength at which it stops boiling to a stage, if it does, 0–1.
    #[must_use]
    pub fn aim_frac(&self, ladder: &Ladder) -> Option<f64> {
        self.effects.iter().find_map(|e| match e {
            Effect::BoilToStage { stage, band_frac } => Some(ladder.of(*stage).at_share(*band_frac)),
            _ => None,
        })
    }

    /// Keys of the steps that come before, in any order.
    pub fn before(&self) -> impl Iterator<Item = &str> {
        self.after.iter().map(String::as_str).chain(self.takes.iter().map(|t| t.step.as_str()))
    }
}
