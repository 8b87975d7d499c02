//! A recipe pasted in as plain text.

use crate::food::Larder;
use crate::reading::bare::bare;
use crate::reading::line::{CupSizes, read_line};
use crate::reading::raw::{MOST_LINES, Raw, ReadPart, TakenFor};
use crate::reading::told::{yield_line, yield_said};

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

/// Words with which an amount begins that nobody measured: such a line is an ingredient, not a title.
const VAGUE: [&str; 16] = [
    "a", "an", "some", "few", "handful", "fistful", "lump", "bit", "little", "half", "one", "two", "three",
    "several", "enough", "plenty",
];

fn vague(line: &str) -> bool {
    let first = line.split(|c: char| !c.is_alphanumeric()).find(|w| !w.is_empty()).unwrap_or_default();
    VAGUE.contains(&first.to_lowercase().as_str())
}

/// Most lines, and most letters, of a text that can still be one recipe.
pub const MOST_TEXT_LINES: usize = 400;
/// See [`MOST_TEXT_LINES`].
pub const MOST_LETTERS: usize = 60_000;

/// Whether a text is longer than any recipe.
#[must_use]
pub fn too_long(content: &str) -> bool {
    content.len() > MOST_LETTERS || content.lines().filter(|l| !l.trim().is_empty()).count() > MOST_TEXT_LINES
}

/// Takes a text apart into name, ingredients and steps, line by line.
#[must_use]
pub fn take_apart(content: &str, larder: &Larder) -> Raw {
    let mut raw = Raw::default();
    let mut part = Part::Unsaid;
    let all: Vec<String> = content.lines().map(bare).collect();
    // A first line with nothing under it is a title, whatever it speaks of.
    let first = all.iter().position(|l| !l.is_empty());
    let alone = first.filter(|i| all.get(i + 1).is_some_and(String::is_empty));
    for (i, line) in all.into_iter().enumerate().filter(|(_, l)| !l.is_empty()) {
        let taken = |raw: &mut Raw, taken| raw.parts.push(ReadPart { text: line.clone(), taken });
        if let Some(next) = heading(&line) {
            part = next;
            taken(&mut raw, TakenFor::Heading);
            continue;
        }
        if let Some(makes) = yield_said(&line) {
            raw.makes = raw.makes.or(Some(makes));
        }
        if yield_line(&line).is_some() {
            taken(&mut raw, TakenFor::Yield);
            continue;
        }
        let plain = unlisted(&line).to_owned();
        let read = read_line(&plain, larder, &CupSizes::default());
        let counts = !read.amounts.is_empty() || read.ingredient.is_some();
        let short = plain.chars().count() <= INGREDIENT_LETTERS && !plain.ends_with('.');
        let unmeasured = read.ingredient.is_some() && vague(&plain);
        let names = raw.name.is_empty() && part == Part::Unsaid && raw.lines.is_empty();
        if names && (alone == Some(i) || (read.amounts.is_empty() && !unmeasured)) {
            raw.name = plain.trim_end_matches(':').chars().take(120).collect();
            taken(&mut raw, TakenFor::Title);
        } else if part == Part::Ingredients || (part == Part::Unsaid && short && counts) {
            let room = raw.lines.len() < MOST_LINES;
            let line = raw.lines.len();
            taken(&mut raw, if room { TakenFor::Ingredient { line } } else { TakenFor::Unread });
            raw.lines.extend(Some(plain).filter(|_| room));
        } else {
            let room = raw.steps.len() < MOST_LINES;
            let step = raw.steps.len();
            taken(&mut raw, if room { TakenFor::Step { step } } else { TakenFor::Unread });
            raw.steps.extend(Some(plain.into()).filter(|_| room));
        }
    }
    if raw.name.is_empty() {
        raw.name = "Pasted sweet".into();
    }
    raw
}
