//! How a batch turned out.

use serde::{Deserialize, Serialize};

use crate::error::{Result, check_text, refuse_control, within};

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

/// How the sweet tasted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Taste {
    /// As it should be.
    Right,
    /// Too sweet.
    TooSweet,
    /// Not sweet enough.
    Flat,
    /// Of flour or nuts that were not roasted enough.
    Raw,
    /// Burnt or scorched.
    Burnt,
}

/// How the sweet looked.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Look {
    /// As it should be.
    Right,
    /// Dull or grey.
    Dull,
    /// Too dark.
    TooDark,
    /// Of uneven shape, or cracked.
    Uneven,
    /// Wet, with syrup running from it.
    Weeping,
}

/// How the batch turned out.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Verdict {
    /// How it felt.
    pub texture: Texture,
    /// How it tasted.
    #[serde(default)]
    pub taste: Option<Taste>,
    /// How it looked.
    #[serde(default)]
    pub look: Option<Look>,
    /// Good pieces.
    #[serde(default)]
    pub pieces: Option<i32>,
    /// Pieces that are good enough for the family only.
    #[serde(default, alias = "seconds")]
    pub second_grade: Option<i32>,
    /// Pieces that were lost.
    #[serde(default)]
    pub lost: Option<i32>,
    /// The finished sweet on the scale, g.
    #[serde(default)]
    pub finished_g: Option<f64>,
    /// What to remember.
    #[serde(default)]
    pub note: String,
}

impl Verdict {
    /// A verdict on how it felt, and nothing else.
    #[must_use]
    pub fn of(texture: Texture) -> Self {
        Self {
            texture,
            taste: None,
            look: None,
            pieces: None,
            second_grade: None,
            lost: None,
            finished_g: None,
            note: String::new(),
        }
    }

    /// # Errors
    /// Counts and weights no batch has, or a note longer than a page.
    pub fn check(&self) -> Result<()> {
        let counts = [
            ("The number of good pieces", self.pieces),
            ("The number of second-grade pieces", self.second_grade),
            ("The number of lost pieces", self.lost),
        ];
        for (what, count) in counts {
            within(what, f64::from(count.unwrap_or(0)), 0.0, 10_000.0, "pieces")?;
        }
        if let Some(finished_g) = self.finished_g {
            within("The weight of the sweet", finished_g, 0.0, 200_000.0, "g")?;
        }
        check_text("The note", &self.note, 4000)?;
        refuse_control("the note", &self.note, true)
    }
}
