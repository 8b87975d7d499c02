//! What a kitchen is known by beyond what was told of it: values learnt from its batches, on top of its calibrations.
//!
//! One store: the document says what was told or checked, and here what batches taught on top of it. A check that
//! changes what was told puts aside what was learnt over it.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::kitchen::ring::Flame;
use crate::numeric::Normal;

/// Kinds of work whose pace is learnt.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Pace {
    /// Everything made ready before the heat.
    MakingReady,
    /// Forming, rolling, pressing, garnishing, packing.
    Handwork,
    /// Kneading and grinding.
    Kneading,
    /// Roasting in the pan.
    Roasting,
    /// Boiling milk down.
    Reducing,
    /// Cooking a mass until it leaves the sides, or until it is soft.
    Cooking,
    /// Frying.
    Frying,
    /// Lying in syrup, water or milk.
    Soaking,
    /// Setting until it is marked or cut.
    Setting,
}

/// Something of a kitchen or its cook that batches teach. Factors are logarithms.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
pub enum Parameter {
    /// Heat of a ring at full flame, W, as a logarithm; by its medium flame, which is used most.
    RingPower {
        /// Number of the ring.
        ring_id: i32,
    },
    /// What low or high gives on a ring against its share, beside what medium gives.
    RingWord {
        /// Number of the ring.
        ring_id: i32,
        /// The word.
        flame: Flame,
    },
    /// Heat a pan loses, against what is usual.
    PanLoss {
        /// Number of the pan.
        pan_id: i32,
    },
    /// Heat its metal holds and carries a syrup on with, against what it was taken for.
    PanHeat {
        /// Number of the pan.
        pan_id: i32,
    },
    /// How much too high a thermometer reads, K.
    ThermometerOffset {
        /// Number of the thermometer.
        thermometer_id: i32,
    },
    /// How long her strings are, against the book's.
    HerString,
    /// How hard her balls in water are, as if they were strings.
    HerDrop,
    /// How far one of her looks is from the next, against what is usual.
    HerLook,
    /// What her cups hold as she fills them, against what was told.
    Cups,
    /// Minutes of a kind of work, against what is usual.
    Pace {
        /// The work.
        work: Pace,
    },
    /// What a sweet weighs when it is finished, against what was reckoned.
    Yield {
        /// Key of the sweet.
        sweet_key: String,
    },
    /// Share of a sweet's pieces that are second grade or lost.
    Lost {
        /// Key of the sweet.
        sweet_key: String,
    },
    /// How much stronger than the middle of its stage a sweet wants its syrup, in stages.
    Wish {
        /// Key of the sweet.
        sweet_key: String,
    },
    /// How sweet she wants a sweet, against what is written.
    Sweetness {
        /// Key of the sweet.
        sweet_key: String,
    },
    /// How long a sweet keeps, against what was reckoned.
    Keeping {
        /// Key of the sweet.
        sweet_key: String,
    },
}

/// A value that was learnt from batches, and accepted.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Known {
    /// What of.
    pub about: Parameter,
    /// The value.
    pub value: Normal,
    /// What was told or checked when it was accepted; where that changed since, this is put aside.
    pub over: Normal,
    /// From so many batches.
    pub batches: u32,
    /// When it was accepted, ms since 1970.
    pub accepted_ms: i64,
    /// What it goes together with: where one is more than was learnt, so is the other.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub with: Vec<Together>,
}

/// How far one value goes together with another.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Together {
    /// The other.
    pub about: Parameter,
    /// Their correlation, −1 to 1.
    pub correlation: f64,
}

/// What she did not want to use.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Refused {
    /// What of.
    pub about: Parameter,
    /// As many batches had taught it then; it is offered again when some more have.
    pub batches: u32,
}

/// What was to be forgotten.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Forgotten {
    /// What of.
    pub about: Parameter,
    /// Batches up to this moment teach nothing of it, ms since 1970.
    pub until_ms: i64,
}

/// What was learnt from batches, and what she said to it.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields, default)]
pub struct Learning {
    /// What she accepted.
    pub known: Vec<Known>,
    /// What she refused.
    pub refused: Vec<Refused>,
    /// What she let be forgotten.
    pub forgotten: Vec<Forgotten>,
    /// Numbers of batches that are to teach nothing.
    pub left_out: Vec<i32>,
}

/// Most things that are learnt of one kitchen, and most batches that are left out.
const MOST: u32 = 2000;

impl Learning {
    /// # Errors
    /// Values that no batch teaches.
    pub fn check(&self) -> Result<()> {
        let lists = [self.known.len(), self.refused.len(), self.forgotten.len(), self.left_out.len()];
        let longest = lists.into_iter().max().and_then(|n| u32::try_from(n).ok()).unwrap_or(u32::MAX);
        within("What is learnt", f64::from(longest), 0.0, f64::from(MOST), "things")?;
        for known in &self.known {
            for value in [known.value, known.over] {
                within("A value that was learnt", value.mean, -30.0, 30.0, "")?;
                within("The spread of a value that was learnt", value.sd, 1e-6, 30.0, "")?;
            }
            for together in &known.with {
                within("How values go together", together.correlation, -1.0, 1.0, "")?;
            }
        }
        Ok(())
    }
}
