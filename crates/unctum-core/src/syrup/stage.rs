//! The ladder: bands of strength, each with a name and what fingers, spoon or water show.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};

/// A stage of the ladder.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum StageKey {
    /// Runs like water.
    Thin,
    /// Tacky, no string.
    Sticky,
    /// Coats a spoon.
    Coating,
    /// One string.
    OneString,
    /// Two strings.
    TwoString,
    /// Long strings that hold.
    ThreeString,
    /// A ball that flattens.
    SoftBall,
    /// A ball that holds.
    FirmBall,
    /// Hard, not brittle.
    HardBall,
    /// Brittle, then colour.
    Crack,
}

/// One band of the ladder: from `low_frac` up to, but not including, `high_frac`.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Stage {
    /// Which stage.
    pub key: StageKey,
    /// Plain name.
    pub name: &'static str,
    /// What the kitchen calls it.
    pub local_name: &'static str,
    /// What is seen and felt.
    pub sign: &'static str,
    /// Lower edge, strength 0–1.
    pub low_frac: f64,
    /// Upper edge, strength 0–1.
    pub high_frac: f64,
}

const fn stage(
    key: StageKey,
    name: &'static str,
    local_name: &'static str,
    sign: &'static str,
    low_frac: f64,
    high_frac: f64,
) -> Stage {
    Stage { key, name, local_name, sign, low_frac, high_frac }
}

/// The stages with their words, at their default edges. The published band of the thin syrup starts
/// at 15 %; anything weaker is called thin as well.
const LADDER: [Stage; 10] = [
    stage(StageKey::Thin, "thin", "patli chashni", "runs like water off the spoon, not sticky", 0.0, 0.50),
    stage(StageKey::Sticky, "sticky", "chip-chipi", "tacky between the fingers, no string", 0.50, 0.65),
    stage(
        StageKey::Coating,
        "coating",
        "aadha taar",
        "coats a spoon; a string starts and snaps at once",
        0.65,
        0.73,
    ),
    stage(
        StageKey::OneString,
        "one string",
        "ek taar · kambi padham",
        "a single string of about ½ to 1½ cm before it breaks",
        0.73,
        0.785,
    ),
    stage(
        StageKey::TwoString,
        "two strings",
        "do taar · irattai kambi",
        "strings of 1½ to 8 cm, often two side by side",
        0.785,
        0.825,
    ),
    stage(
        StageKey::ThreeString,
        "three strings",
        "teen taar",
        "long strings that hold; a drop in water stays but will not gather",
        0.825,
        0.845,
    ),
    stage(
        StageKey::SoftBall,
        "soft ball",
        "naram goli · uruttu pakam",
        "gathers in cold water to a ball that flattens in the fingers",
        0.845,
        0.87,
    ),
    stage(
        StageKey::FirmBall,
        "firm ball",
        "goli",
        "a ball that keeps its shape and dents when pressed",
        0.87,
        0.90,
    ),
    stage(
        StageKey::HardBall,
        "hard ball",
        "sakht goli",
        "rings on the bowl; hard, not yet brittle",
        0.90,
        0.93,
    ),
    stage(StageKey::Crack, "crack", "karak", "snaps when cold; beyond this it takes colour", 0.93, 0.98),
];

/// A cook's own ladder: the edges between its ten stages, weakest first. Practitioners place “one
/// string” anywhere from about 104 to 110 °C at sea level; which school a cook follows is her setting.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Ladder {
    /// Strength (0–1) at which each stage after the first begins.
    #[cfg_attr(feature = "schema", schema(min_items = 9, max_items = 9))]
    pub edges_frac: [f64; 9],
}

/// A school: where its followers place the stages.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct School {
    /// Key.
    pub key: &'static str,
    /// Name in a few words.
    pub name: &'static str,
    /// How its followers tell a string.
    pub about: &'static str,
    /// Its ladder.
    pub ladder: Ladder,
}

/// The schools that ship with the program.
pub const SCHOOLS: [School; 3] = [
    School {
        key: "usual",
        name: "Usual",
        about: "One string is ½ to 1½ cm long before it breaks.",
        ladder: Ladder { edges_frac: [0.50, 0.65, 0.73, 0.785, 0.825, 0.845, 0.87, 0.90, 0.93] },
    },
    School {
        key: "early",
        name: "Early string",
        about: "The first thread that starts between the fingers already counts as one string.",
        ladder: Ladder { edges_frac: [0.50, 0.60, 0.66, 0.735, 0.80, 0.84, 0.87, 0.90, 0.93] },
    },
    School {
        key: "late",
        name: "Late string",
        about: "Only a thread that stretches well over a centimetre counts as one string.",
        ladder: Ladder { edges_frac: [0.50, 0.65, 0.765, 0.805, 0.832, 0.85, 0.87, 0.90, 0.93] },
    },
];

impl Default for Ladder {
    fn default() -> Self {
        SCHOOLS[0].ladder
    }
}

/// No syrup for sweets is boiled to less than this strength.
const THINNEST_FRAC: f64 = 0.5;
/// From this strength on sugar takes colour, and other signs count.
const COLOURS_FRAC: f64 = 0.93;

impl Ladder {
    /// # Errors
    /// Edges that do not rise by at least half a per cent each, or lie outside 20–97 %.
    pub fn check(&self) -> Result<()> {
        for edge in self.edges_frac {
            within("An edge of the ladder", edge, 0.2, 0.97, "(fraction)")?;
        }
        if self.edges_frac.windows(2).any(|pair| pair[1] - pair[0] < 0.005) {
            return Err(CoreError::Contradiction(
                "Each stage has to begin at least half a per cent above the one before. Move its edge."
                    .into(),
            ));
        }
        Ok(())
    }

    /// The ten stages with this ladder's edges, weakest first.
    #[must_use]
    pub fn stages(&self) -> [Stage; 10] {
        let mut stages = LADDER;
        for (i, stage) in stages.iter_mut().enumerate() {
            if i > 0 {
                stage.low_frac = self.edges_frac[i - 1];
            }
            if i < 9 {
                stage.high_frac = self.edges_frac[i];
            }
        }
        stages
    }

    /// The stage at a strength (0–1).
    #[must_use]
    pub fn at(&self, solids_frac: f64) -> StageKey {
        let passed = self.edges_frac.iter().filter(|edge| solids_frac >= **edge).count();
        LADDER[passed].key
    }

    /// The stages that a syrup is boiled to and that can be told by looking: neither what is thinner than any
    /// syrup for sweets nor what colours, weakest first.
    #[must_use]
    pub fn boiled_to(&self) -> Vec<StageKey> {
        let told = |s: &Stage| s.low_frac >= THINNEST_FRAC && s.low_frac < COLOURS_FRAC;
        self.stages().iter().filter(|s| told(s)).map(|s| s.key).collect()
    }

    /// The stage of a key, with this ladder's edges.
    #[must_use]
    pub fn of(&self, key: StageKey) -> Stage {
        self.stages()[key as usize]
    }
}

impl Stage {
    /// Strength to aim for: the middle of the band.
    #[must_use]
    pub fn aim_frac(&self) -> f64 {
        self.at_share(0.5)
    }

    /// Strength so far into the band, 0–1.
    #[must_use]
    pub fn at_share(&self, band_frac: f64) -> f64 {
        self.low_frac + band_frac * (self.high_frac - self.low_frac)
    }
}

impl StageKey {
    /// Whether a string between the fingers tells it, and not a ball in water.
    #[must_use]
    pub fn is_by_string(self) -> bool {
        !matches!(self, Self::SoftBall | Self::FirmBall | Self::HardBall | Self::Crack)
    }

    /// The word used in files and over the network.
    #[must_use]
    pub fn word(self) -> &'static str {
        match self {
            Self::Thin => "thin",
            Self::Sticky => "sticky",
            Self::Coating => "coating",
            Self::OneString => "one-string",
            Self::TwoString => "two-string",
            Self::ThreeString => "three-string",
            Self::SoftBall => "soft-ball",
            Self::FirmBall => "firm-ball",
            Self::HardBall => "hard-ball",
            Self::Crack => "crack",
        }
    }
}

/// What people call the stages beside the names of the ladder, in plain small letters.
const ALSO_CALLED: [(&str, StageKey); 24] = [
    ("half string", StageKey::Coating),
    ("half thread", StageKey::Coating),
    ("aadha taar", StageKey::Coating),
    ("one string", StageKey::OneString),
    ("single string", StageKey::OneString),
    ("1 string", StageKey::OneString),
    ("one thread", StageKey::OneString),
    ("single thread", StageKey::OneString),
    ("ek taar", StageKey::OneString),
    ("1 thread", StageKey::OneString),
    ("two string", StageKey::TwoString),
    ("double string", StageKey::TwoString),
    ("2 string", StageKey::TwoString),
    ("two thread", StageKey::TwoString),
    ("do taar", StageKey::TwoString),
    ("three string", StageKey::ThreeString),
    ("3 string", StageKey::ThreeString),
    ("three thread", StageKey::ThreeString),
    ("soft ball", StageKey::SoftBall),
    ("firm ball", StageKey::FirmBall),
    ("hard ball", StageKey::HardBall),
    ("soft crack", StageKey::Crack),
    ("hard crack", StageKey::Crack),
    ("crack stage", StageKey::Crack),
];

/// The stage that a sentence names, by the ladder's names, local ones or others in use; the first if it names
/// several.
///
/// ```
/// use unctum_core::syrup::{StageKey, stage_named};
/// assert_eq!(stage_named("Boil the sugar to the hard-ball stage."), Some(StageKey::HardBall));
/// assert_eq!(stage_named("Roll into balls."), None);
/// ```
#[must_use]
pub fn stage_named(text: &str) -> Option<StageKey> {
    let small: String =
        text.chars().map(|c| if c.is_alphanumeric() { c.to_ascii_lowercase() } else { ' ' }).collect();
    let words = format!(" {} ", small.split_whitespace().collect::<Vec<_>>().join(" "));
    let found =
        ALSO_CALLED.iter().filter_map(|(name, stage)| Some((words.find(&format!(" {name}"))?, *stage)));
    found.min_by_key(|(at, _)| *at).map(|(_, stage)| stage)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_school_is_a_ladder_whose_bands_meet() {
        for school in SCHOOLS {
            assert_eq!(school.ladder.check(), Ok(()), "{}", school.key);
            let stages = school.ladder.stages();
            for pair in stages.windows(2) {
                assert!((pair[0].high_frac - pair[1].low_frac).abs() < f64::EPSILON);
            }
            for stage in stages {
                assert_eq!(school.ladder.at(stage.low_frac), stage.key);
                assert_eq!(school.ladder.of(stage.key), stage);
                assert_eq!(school.ladder.at(stage.aim_frac()), stage.key);
                assert_eq!(serde_json::to_value(stage.key).ok(), Some(stage.key.word().into()));
            }
        }
        assert_eq!(Ladder::default().stages(), LADDER, "the usual school is the ladder as written");
    }

    #[test]
    fn a_ladder_with_missing_rungs_is_refused() {
        let mut ladder = Ladder::default();
        ladder.edges_frac[3] = ladder.edges_frac[2];
        assert!(ladder.check().is_err());
        ladder.edges_frac[3] = f64::NAN;
        assert!(ladder.check().is_err());
    }
}
