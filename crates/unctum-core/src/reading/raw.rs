//! A recipe as somebody wrote it, taken apart into lines but not understood yet.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result};
use crate::numeric::Spread;
use crate::reading::bare::LONGEST;
use crate::reading::told::Yield;

/// A recipe as somebody wrote it, before anything is understood.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
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
    /// What the cook should know of how it was taken apart.
    pub notes: Vec<String>,
}

/// A line of somebody's text and what it was taken for.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ReadPart {
    /// As it was written.
    pub text: String,
    /// What it was taken for.
    pub taken: TakenFor,
}

/// What a line was taken for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
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
    /// Checks one that was sent back: no longer than any recipe is read.
    ///
    /// # Errors
    /// [`CoreError::TooMany`].
    pub fn check(&self) -> Result<()> {
        let texts = [&self.name, &self.about].into_iter().chain(&self.lines).chain(&self.notes);
        let texts = texts.chain(self.steps.iter().map(|s| &s.text)).chain(self.parts.iter().map(|p| &p.text));
        let long = self.lines.len() > MOST_LINES
            || self.steps.len() > MOST_LINES
            || self.parts.len() > 10 * MOST_LINES
            || self.notes.len() > MOST_LINES;
        if long || texts.into_iter().any(|t| t.chars().count() > 2 * LONGEST) {
            return Err(CoreError::TooMany(
                "That is longer than any recipe. Read it in again from its text.".into(),
            ));
        }
        Ok(())
    }

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
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct RawStep {
    /// Its text.
    pub text: String,
    /// The time that is told beside the text.
    pub minutes: Option<Spread>,
}

impl From<String> for RawStep {
    fn from(text: String) -> Self {
        Self { text, minutes: None }
    }
}

/// Most lines and steps that are read.
pub const MOST_LINES: usize = 80;
