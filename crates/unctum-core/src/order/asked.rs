//! What is asked for: for whom, by when, which sweets.

use jiff::civil::{Date, DateTime};
use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, holds_control, looks_empty, within};
use crate::food::Larder;
use crate::process::{Shape, Sweet};
use crate::variation::Variation;

/// An order.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Order {
    /// Who asks: a name, no more.
    pub who: String,
    /// When it is fetched, by the kitchen's clock: `2026-12-05T17:00:00`.
    #[cfg_attr(feature = "schema", schema(value_type = String))]
    pub due: DateTime,
    /// The last day on which it is eaten; the day after it is fetched if left out.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(value_type = Option<String>))]
    pub eaten_on: Option<Date>,
    /// What.
    pub lines: Vec<OrderLine>,
    /// What was agreed for all of it, in the kitchen's money.
    #[serde(default)]
    pub price: Option<f64>,
    /// What they must not eat, by the allergens of the larder: `tree nuts`.
    #[serde(default)]
    pub avoids: Vec<String>,
    /// Anything else.
    #[serde(default)]
    pub note: String,
}

/// A sweet that is asked for.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct OrderLine {
    /// Its key.
    pub sweet_key: String,
    /// Its method; the first if left out.
    #[serde(default)]
    pub method_key: Option<String>,
    /// What is changed.
    #[serde(default)]
    pub variation: Vec<Variation>,
    /// How much.
    pub amount: Amount,
}

/// How much of a sweet is asked for.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
pub enum Amount {
    /// So many pieces.
    Pieces {
        /// 1–5,000.
        count: u32,
    },
    /// So much of it.
    Mass {
        /// g.
        finished_g: f64,
    },
    /// So many pieces in each of some boxes; the other sweets of the box are lines of their own.
    Boxes {
        /// 1–500.
        boxes: u32,
        /// 1–500.
        pieces_each: u32,
    },
}

impl Amount {
    /// Pieces, if it is counted.
    #[must_use]
    pub fn pieces(&self) -> Option<u32> {
        match *self {
            Self::Pieces { count } => Some(count),
            Self::Boxes { boxes, pieces_each } => Some(boxes.saturating_mul(pieces_each)),
            Self::Mass { .. } => None,
        }
    }

    fn check(&self) -> Result<()> {
        match *self {
            Self::Pieces { count } => within("The number of pieces", f64::from(count), 1.0, 5000.0, "pieces"),
            Self::Mass { finished_g } => within("The amount", finished_g, 10.0, 100_000.0, "g"),
            Self::Boxes { boxes, pieces_each } => {
                within("The number of boxes", f64::from(boxes), 1.0, 500.0, "boxes")?;
                within("The number of pieces in a box", f64::from(pieces_each), 1.0, 500.0, "pieces")?;
                within(
                    "The number of pieces",
                    f64::from(boxes.saturating_mul(pieces_each)),
                    1.0,
                    5000.0,
                    "pieces",
                )
            }
        }
        .map(|_| ())
    }
}

impl OrderLine {
    /// Refuses a method that its sweet has not, and pieces of what is used by weight.
    ///
    /// # Errors
    /// [`CoreError::Unknown`], [`CoreError::Contradiction`].
    pub fn check_with(&self, sweet: &Sweet) -> Result<()> {
        let loose = sweet.method(self.method_key.as_deref())?.shape == Shape::Loose;
        if loose && self.amount.pieces().is_some() {
            return Err(CoreError::Contradiction(format!(
                "{} is made by weight, not by the piece. Say how many grams.",
                sweet.name
            )));
        }
        Ok(())
    }
}

const MOST_LINES: usize = 20;

impl Order {
    /// # Errors
    /// The first thing in it that cannot be.
    pub fn check(&self) -> Result<()> {
        let who = self.who.trim();
        if looks_empty(who) || who.chars().count() > 80 || holds_control(who, false) {
            return Err(CoreError::Unreadable("Say for whom it is, in 1 to 80 letters.".into()));
        }
        if self.note.chars().count() > 1000 || holds_control(&self.note, true) {
            return Err(CoreError::Unreadable("Keep the note to 1,000 letters.".into()));
        }
        if self.lines.is_empty() {
            return Err(CoreError::Missing("Say what is wanted: the order has no sweet.".into()));
        }
        if self.lines.len() > MOST_LINES {
            return Err(CoreError::TooMany(format!(
                "An order holds at most {MOST_LINES} lines. Make two of it."
            )));
        }
        let odd =
            |word: &&String| looks_empty(word) || word.chars().count() > 40 || holds_control(word, false);
        if self.avoids.len() > MOST_LINES || self.avoids.iter().any(|w| odd(&w)) {
            return Err(CoreError::Unreadable(
                "Say what they must not eat in a word each, at most 20.".into(),
            ));
        }
        self.lines.iter().try_for_each(|l| l.amount.check())?;
        within("The price", self.price.unwrap_or(0.0), 0.0, 1e7, "")?;
        if self.eaten_on.is_some_and(|day| day < self.due.date()) {
            return Err(CoreError::Contradiction(
                "It would be eaten before it is fetched. Give a later day, or leave it out.".into(),
            ));
        }
        Ok(())
    }

    /// Refuses what they must not eat where nothing here is known to carry it: it would protect nobody.
    ///
    /// # Errors
    /// [`CoreError::Contradiction`].
    pub fn check_avoids(&self, larder: &Larder) -> Result<()> {
        let known = larder.allergens();
        match self.avoids.iter().find(|a| !known.contains(a)) {
            Some(unknown) => Err(CoreError::Contradiction(format!(
                "Nobody here knows what “{unknown}” is in. Choose of {}; write anything else into the note.",
                known.join(", ")
            ))),
            None => Ok(()),
        }
    }

    /// Refuses what is due before now.
    ///
    /// # Errors
    /// [`CoreError::Contradiction`].
    pub fn check_due(&self, now: DateTime) -> Result<()> {
        if self.due <= now {
            return Err(CoreError::Contradiction(format!(
                "{} has passed already. Give the day and the hour on which it will be fetched.",
                self.due.strftime("%-d %B %Y, %H:%M")
            )));
        }
        Ok(())
    }

    /// The last day on which it is eaten.
    #[must_use]
    pub fn last_day(&self) -> Date {
        self.eaten_on.unwrap_or_else(|| self.due.date().tomorrow().unwrap_or(self.due.date()))
    }

    /// Boxes that are filled, if it goes in boxes.
    #[must_use]
    pub fn boxes(&self) -> Option<u32> {
        let of = |l: &OrderLine| match l.amount {
            Amount::Boxes { boxes, .. } => Some(boxes),
            _ => None,
        };
        self.lines.iter().filter_map(of).max()
    }
}
