//! Sweets read from and written to open formats: our own JSON without loss, schema.org Recipe as
//! JSON-LD. What a recipe means is read in the core ([`unctum_core::reading`]).

pub mod duration;
pub mod json_ld;
pub mod notebook;
pub mod order_table;
pub mod schema;

use serde::{Deserialize, Serialize};
use unctum_core::process::Sweet;

/// What a spreadsheet takes for the beginning of a formula.
const FORMULAS: [char; 6] = ['=', '+', '-', '@', '\t', '\r'];

/// A text that no spreadsheet takes for a formula.
fn guarded(text: &str) -> String {
    if text.starts_with(FORMULAS) { format!("'{text}") } else { text.to_owned() }
}

/// What was meant by a text that may have been guarded.
fn unguarded(text: &str) -> &str {
    text.strip_prefix('\'').filter(|rest| rest.starts_with(FORMULAS)).unwrap_or(text)
}

/// What a file of ours says it is.
pub const FORMAT: &str = "unctum-sweet";

/// The version it is written in. Version 1 told minutes as `low_min`, `mid_min`, `high_min` and droplets by
/// `across_cm`; it is still read.
pub const VERSION: u32 = 2;

/// Our own file: one sweet, whole.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct OwnFile {
    /// Always `unctum-sweet`.
    pub format: String,
    /// Version of the format: 1 or 2.
    pub version: u32,
    /// The sweet.
    pub sweet: Sweet,
}
