//! A recipe pasted in as plain text.

use unctum_core::food::Larder;
use unctum_core::food::reading::{CupSizes, read_line};

use super::told::yield_line;
use super::{MOST_LINES, Raw, bare};

/// Longest line that can still be an ingredient.
const INGREDIENT_LETTERS: usize = 90;

#[derive(Clone, Copy, PartialEq)]
enum Part {
    Unsaid,
    Ingredients,
    Steps,
}

fn heading(line: &str) -> Option<Part> {
    let word = line.trim_matches(|c: char| !c.is_alphabetic()).to_lowercase();
    match word.as_str() {
        "ingredients" | "you need" | "what you need" | "for the syrup" => Some(Part::Ingredients),
        "method" | "steps" | "directions" | "instructions" | "preparation" | "how to make" | "procedure" => {
            Some(Part::Steps)
        }
        _ => None,
    }
}

/// Without the bullet or number that a list puts before it. A number that counts something stays.
fn unlisted(line: &str) -> &str {
    let line = line.trim_start_matches(['-', '*', '•', '·', ' ']);
    let digits = line.chars().take_while(char::is_ascii_digit).count();
    match line[digits..].strip_prefix(['.', ')']) {
        Some(rest) if digits > 0 && digits < 3 && rest.starts_with(' ') => rest.trim_start(),
        _ => line,
    }
}

/// Takes a text apart into name, ingredients and steps.
#[must_use]
pub fn take_apart(content: &str, larder: &Larder) -> Raw {
    let mut raw = Raw::default();
    let mut part = Part::Unsaid;
    for line in content.lines().map(bare).filter(|l| !l.is_empty()) {
        if let Some(next) = heading(&line) {
            part = next;
            continue;
        }
        let line = unlisted(&line).to_owned();
        if let Some(makes) = yield_line(&line) {
            raw.makes = Some(makes);
            continue;
        }
        let read = read_line(&line, larder, &CupSizes::default());
        let counts = !read.amounts.is_empty() || read.ingredient.is_some();
        let short = line.chars().count() <= INGREDIENT_LETTERS && !line.ends_with('.');
        if raw.name.is_empty() && part == Part::Unsaid && read.amounts.is_empty() {
            raw.name = line.chars().take(120).collect();
        } else if part == Part::Ingredients || (part == Part::Unsaid && short && counts) {
            if raw.lines.len() < MOST_LINES {
                raw.lines.push(line);
            }
        } else if raw.steps.len() < MOST_LINES {
            raw.steps.push(line.into());
        }
    }
    if raw.name.is_empty() {
        raw.name = "Pasted sweet".into();
    }
    raw
}
