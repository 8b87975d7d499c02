//! What a notebook holds, as plain values.

use diesel::prelude::*;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use unctum_core::kitchen::KitchenDocument;

use crate::schema::verdict;

/// The kitchen and what it was before each change.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WholeKitchen {
    /// As it stands.
    pub kitchen: KitchenDocument,
    /// Its version.
    pub version: i32,
    /// What it was before each change, oldest first.
    pub history: Vec<WholeChange>,
}

/// The kitchen before a change.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WholeChange {
    /// Its number.
    pub id: i32,
    /// When, ms since 1970.
    pub at_ms: i64,
    /// What was done.
    pub reason: String,
    /// The version it stood at.
    pub version: i32,
    /// The kitchen.
    pub kitchen: Value,
}

/// A batch with its log and its verdict.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WholeBatch {
    /// Its number.
    pub id: i32,
    /// What it is called.
    pub title: String,
    /// Its sweet.
    pub sweet_key: Option<String>,
    /// When it was started, ms since 1970.
    pub started_ms: i64,
    /// Name of the entry it was started with.
    pub entry_id: Option<String>,
    /// How it was set up.
    pub setup: Value,
    /// What happened, as it was written.
    pub log: Vec<WholeEntry>,
    /// How it turned out.
    pub verdict: Option<WholeVerdict>,
    /// The days it was planned for.
    #[serde(default)]
    pub days_id: Option<i32>,
    /// Whether what it used has left the cupboard.
    #[serde(default)]
    pub stock_used: bool,
    /// Tastings of later days.
    #[serde(default)]
    pub tastings: Vec<WholeTasting>,
    /// Photographs.
    #[serde(default)]
    pub photos: Vec<WholePhoto>,
}

/// A batch as a line of a table.
#[derive(Debug, Clone, PartialEq)]
pub struct BatchLine {
    /// Its number.
    pub id: i32,
    /// What it is called.
    pub title: String,
    /// Its sweet.
    pub sweet_key: Option<String>,
    /// When it was started, ms since 1970.
    pub started_ms: i64,
    /// How many entries its log has.
    pub entries: i64,
    /// How it turned out.
    pub verdict: Option<WholeVerdict>,
}

/// A tasting of a later day.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, Queryable)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WholeTasting {
    /// When, ms since 1970.
    pub at_ms: i64,
    /// Where it was kept.
    pub place: String,
    /// How it was.
    pub tasted: String,
    /// What to remember.
    pub note: String,
}

/// A photograph.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WholePhoto {
    /// When it was added, ms since 1970.
    pub at_ms: i64,
    /// Width, pixels.
    pub width_px: i32,
    /// Height, pixels.
    pub height_px: i32,
    /// The picture, a JPEG file in base 64.
    pub image: String,
    /// The same, small.
    pub small: String,
}

/// An order, days, or the cupboard.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WholePlanning {
    /// Its number.
    pub id: i32,
    /// Which of them.
    pub kind: String,
    /// Its version.
    pub version: i32,
    /// When it was last changed, ms since 1970.
    pub changed_ms: i64,
    /// When it was put away.
    pub removed_ms: Option<i64>,
    /// It.
    pub document: Value,
}

/// An entry of a log.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WholeEntry {
    /// Its number.
    pub seq: i32,
    /// The moment it speaks of, ms since 1970.
    pub at_ms: i64,
    /// Its name.
    pub entry_id: Option<String>,
    /// When it was written down, ms since 1970, where that was another moment.
    #[serde(default)]
    pub entered_ms: Option<i64>,
    /// Who wrote it, where it was not the kitchen's own screen.
    #[serde(default)]
    pub by: Option<String>,
    /// What happened.
    pub event: Value,
}

/// How a batch turned out.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, Queryable, Selectable)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[diesel(table_name = verdict)]
pub struct WholeVerdict {
    /// When it was judged, ms since 1970.
    pub at_ms: i64,
    /// How it felt.
    pub texture: String,
    /// Pieces made.
    pub pieces: Option<i32>,
    /// The finished sweet, g.
    pub finished_g: Option<f64>,
    /// What to remember.
    pub note: String,
    /// How it tasted.
    #[serde(default)]
    pub taste: Option<String>,
    /// How it looked.
    #[serde(default)]
    pub look: Option<String>,
    /// Pieces that are good enough for the family only.
    #[serde(default)]
    #[serde(alias = "seconds")]
    pub second_grade: Option<i32>,
    /// Pieces that were lost.
    #[serde(default)]
    pub lost: Option<i32>,
}

/// An own sweet with all its versions.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WholeSweet {
    /// Its number.
    pub id: i32,
    /// Its version.
    pub version: i32,
    /// It in brief.
    pub card: Value,
    /// What a search looks through.
    pub search_words: String,
    /// When it was last changed, ms since 1970.
    pub changed_ms: i64,
    /// When it was taken off the shelf.
    pub removed_ms: Option<i64>,
    /// All its versions, oldest first.
    pub versions: Vec<WholeVersion>,
}

/// A version of an own sweet.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WholeVersion {
    /// The version.
    pub version: i32,
    /// When it was saved, ms since 1970.
    pub at_ms: i64,
    /// What was done.
    pub reason: String,
    /// The sweet.
    pub sweet: Value,
}

/// Work on a sweet that is not finished.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WholeUnfinished {
    /// Key of the sweet.
    pub key: String,
    /// When it was kept, ms since 1970.
    pub at_ms: i64,
    /// As far as it is.
    pub sweet: Value,
}

/// Everything.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Whole {
    /// The kitchen.
    pub kitchen: WholeKitchen,
    /// The batches, oldest first.
    pub batches: Vec<WholeBatch>,
    /// The own sweets, oldest first.
    pub sweets: Vec<WholeSweet>,
    /// Unfinished work.
    pub unfinished: Vec<WholeUnfinished>,
    /// Orders, days and the cupboard.
    #[serde(default, alias = "papers")]
    pub planning: Vec<WholePlanning>,
}
