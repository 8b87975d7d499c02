//! Sweets read from and written to open formats: our own JSON without loss, schema.org Recipe as
//! JSON-LD, plain text pasted in.

pub mod draft;
pub mod json_ld;
pub mod schema;
pub mod text;

use serde::{Deserialize, Serialize};
use unctum_core::process::Sweet;

/// What a file of ours says it is.
pub const FORMAT: &str = "unctum-sweet";

/// Our own file: one sweet, whole.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct OwnFile {
    /// Always `unctum-sweet`.
    pub format: String,
    /// Version of the format: 1.
    pub version: u32,
    /// The sweet.
    pub sweet: Sweet,
}

/// A recipe as somebody wrote it, before anything is understood.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Raw {
    /// Its name.
    pub name: String,
    /// What is said about it.
    pub about: String,
    /// One line an ingredient.
    pub lines: Vec<String>,
    /// One text a step.
    pub steps: Vec<String>,
}

/// Most lines and steps that are read.
pub const MOST_LINES: usize = 80;
/// Longest text of a step or description, letters.
pub const LONGEST: usize = 1000;

/// Text without the marks of a web page, on one line, at most [`LONGEST`] letters.
#[must_use]
pub fn bare(text: &str) -> String {
    let mut out = String::new();
    let mut within = false;
    for c in text.chars() {
        match c {
            '<' => within = true,
            '>' if within => {
                within = false;
                out.push(' ');
            }
            _ if within => {}
            c if c.is_control() => out.push(' '),
            c => out.push(c),
        }
    }
    let out = out.replace("&amp;", "&").replace("&nbsp;", " ").replace("&frac12;", "½").replace("&deg;", "°");
    out.split_whitespace().collect::<Vec<_>>().join(" ").chars().take(LONGEST).collect()
}
