//! Sweets read from and written to open formats: our own JSON without loss, schema.org Recipe as
//! JSON-LD, plain text pasted in.

pub mod draft;
pub mod json_ld;
pub mod schema;
pub mod text;
pub mod told;

use serde::{Deserialize, Serialize};
use unctum_core::process::{Minutes, Sweet};

use told::Yield;
use utoipa::ToSchema;

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
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Raw {
    /// Its name.
    pub name: String,
    /// What is said about it.
    pub about: String,
    /// One line an ingredient.
    pub lines: Vec<String>,
    /// The steps.
    pub steps: Vec<RawStep>,
    /// How much it says it makes.
    pub makes: Option<Yield>,
    /// How long it says it takes in all, minutes.
    pub total_min: Option<f64>,
    /// Every line as it was written, with what it was taken for.
    pub parts: Vec<ReadPart>,
}

/// A line of somebody's text and what it was taken for.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ReadPart {
    /// As it was written.
    pub text: String,
    /// What it was taken for.
    pub taken: TakenFor,
}

/// What a line was taken for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum TakenFor {
    /// The name.
    Title,
    /// A heading.
    Heading,
    /// How much it makes.
    Yield,
    /// An ingredient.
    Ingredient {
        /// Number of the line among the ingredients, from 0.
        line: usize,
    },
    /// A step.
    Step {
        /// Number of the step, from 0.
        step: usize,
    },
    /// More than is read.
    Unread,
}

impl Raw {
    /// Says line by line what was read, for a recipe that came in parts of its own.
    #[must_use]
    pub fn in_parts(mut self) -> Self {
        let part = |text: &str, taken| ReadPart { text: text.to_owned(), taken };
        self.parts = vec![part(&self.name, TakenFor::Title)];
        let lines = self.lines.iter().enumerate();
        self.parts.extend(lines.map(|(line, text)| part(text, TakenFor::Ingredient { line })));
        let steps = self.steps.iter().enumerate();
        self.parts.extend(steps.map(|(step, told)| part(&told.text, TakenFor::Step { step })));
        self
    }
}

/// A step as somebody wrote it.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct RawStep {
    /// Its text.
    pub text: String,
    /// The time that is told beside the text.
    pub minutes: Option<Minutes>,
}

impl From<String> for RawStep {
    fn from(text: String) -> Self {
        Self { text, minutes: None }
    }
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
