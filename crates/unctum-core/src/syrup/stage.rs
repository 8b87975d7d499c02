//! The ladder: bands of strength, each with a name and what fingers, spoon or water show.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result};

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

/// The default ladder, weakest first. The published band of the thin syrup starts at 15 %; anything
/// weaker is called thin as well.
pub const LADDER: [Stage; 10] = [
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

impl Stage {
    /// Strength to aim for: the middle of the band.
    #[must_use]
    pub fn aim_frac(&self) -> f64 {
        0.5 * (self.low_frac + self.high_frac)
    }

    /// The stage at a strength (0–1).
    #[must_use]
    pub fn at(solids_frac: f64) -> &'static Self {
        LADDER.iter().rev().find(|s| solids_frac >= s.low_frac).unwrap_or(&LADDER[0])
    }

    /// The stage of a key.
    #[must_use]
    pub fn of(key: StageKey) -> &'static Self {
        LADDER.iter().find(|s| s.key == key).unwrap_or(&LADDER[0])
    }

    /// The stage named by a word such as `one-string`.
    ///
    /// # Errors
    /// [`CoreError::Unknown`] for any other word.
    pub fn named(word: &str) -> Result<&'static Self> {
        LADDER
            .iter()
            .find(|s| s.key.word() == word)
            .ok_or_else(|| CoreError::Unknown { kind: "stage", name: word.to_owned() })
    }
}

impl StageKey {
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

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn bands_meet_without_gap_and_words_agree_with_serde() {
        for pair in LADDER.windows(2) {
            assert!((pair[0].high_frac - pair[1].low_frac).abs() < f64::EPSILON);
        }
        for s in &LADDER {
            assert_eq!(Stage::at(s.low_frac).key, s.key);
            assert_eq!(serde_json::to_value(s.key).ok(), Some(s.key.word().into()));
            assert_eq!(Stage::named(s.key.word()).map(|n| n.key), Ok(s.key));
        }
    }
}
