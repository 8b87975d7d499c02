//! Amounts as people write them, read with every doubt kept: “1½ cups (200 g) gram flour, sifted”.

use serde::{Deserialize, Serialize};

use crate::food::measure::{Unit, to_grams};
use crate::food::{Ingredient, Larder, plain};
use crate::numeric::Spread;

/// Longest line that is read, letters.
const LONGEST: usize = 400;

/// What cups and spoons hold where the text was written.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields, default)]
pub struct CupSizes {
    /// A cup, ml.
    pub cup_ml: f64,
    /// A tablespoon, ml.
    pub tablespoon_ml: f64,
    /// A teaspoon, ml.
    pub teaspoon_ml: f64,
}

impl Default for CupSizes {
    fn default() -> Self {
        Self { cup_ml: 240.0, tablespoon_ml: 15.0, teaspoon_ml: 5.0 }
    }
}

/// A number with a unit as it stands in the line.
#[derive(Debug, Clone, PartialEq)]
pub struct Amount {
    /// How many.
    pub count: f64,
    /// How many if it is read the other way.
    pub other_count: Option<f64>,
    /// The word of the unit, as written; empty for a bare number.
    pub unit_word: String,
    /// What is known of that unit.
    pub unit: Option<Known>,
}

/// A unit that is known.
#[derive(Debug, Clone, PartialEq)]
pub enum Known {
    /// So many g.
    Mass(f64),
    /// So many ml.
    Volume(f64),
    /// A pinch.
    Pinch,
    /// Pieces of a kind.
    Piece(String),
}

/// One line as read.
#[derive(Debug, Clone, PartialEq)]
pub struct ReadLine {
    /// The line as it was written.
    pub text: String,
    /// Its amounts, in order.
    pub amounts: Vec<Amount>,
    /// The ingredient, if the larder knows it.
    pub ingredient: Option<String>,
    /// The words that name it.
    pub named: String,
    /// State it is measured in, if it is said.
    pub state: Option<String>,
    /// Whether it is heaped.
    pub heaped: bool,
}

fn unit_of(word: &str, cups: &CupSizes) -> Option<Known> {
    Some(match word {
        "g" | "gm" | "gram" | "gramme" | "gr" => Known::Mass(1.0),
        "kg" | "kilo" | "kilogram" => Known::Mass(1000.0),
        "oz" | "ounce" => Known::Mass(28.35),
        "lb" | "pound" => Known::Mass(453.6),
        "ml" | "millilitre" | "milliliter" => Known::Volume(1.0),
        "l" | "litre" | "liter" => Known::Volume(1000.0),
        "cup" | "katori" | "glass" | "measure" => Known::Volume(cups.cup_ml),
        "tbsp" | "tablespoon" | "tbs" => Known::Volume(cups.tablespoon_ml),
        "tsp" | "teaspoon" | "spoon" => Known::Volume(cups.teaspoon_ml),
        "pinch" | "pinche" => Known::Pinch,
        _ => return None,
    })
}

fn vulgar(c: char) -> Option<f64> {
    Some(match c {
        '½' => 0.5,
        '¼' => 0.25,
        '¾' => 0.75,
        '⅓' => 1.0 / 3.0,
        '⅔' => 2.0 / 3.0,
        '⅛' => 0.125,
        _ => return None,
    })
}

/// The line as words, numbers apart from letters: `200g` becomes `200`, `g`.
fn words_of(text: &str) -> Vec<String> {
    let mut words: Vec<String> = Vec::new();
    let mut word = String::new();
    let mut was_digit = false;
    for c in text.chars().take(LONGEST) {
        let numeric = c.is_ascii_digit() || vulgar(c).is_some();
        let joins = (c == '.' || c == '/' || c == ',') && was_digit;
        let belongs =
            if numeric || joins { word.is_empty() || was_digit } else { c.is_alphabetic() && !was_digit };
        if !belongs {
            words.push(std::mem::take(&mut word));
        }
        if numeric || joins || c.is_alphabetic() {
            word.push(c.to_ascii_lowercase());
            was_digit = numeric || joins;
        } else {
            words.push(std::mem::take(&mut word));
            was_digit = false;
            if matches!(c, '-' | '–') {
                words.push("-".into());
            }
        }
    }
    words.push(word);
    words
        .into_iter()
        .map(|w| w.trim_matches(|c| c == ',' || c == '.' || c == '/').to_owned())
        .filter(|w| !w.is_empty())
        .collect()
}

/// A number and, where it can be read two ways, the other one: `11/2` is eleven halves or one and a half.
fn number(word: &str) -> Option<(f64, Option<f64>)> {
    if let Some(last) = word.chars().last()
        && let Some(part) = vulgar(last)
    {
        let whole = &word[..word.len() - last.len_utf8()];
        return if whole.is_empty() {
            Some((part, None))
        } else {
            Some((whole.parse::<f64>().ok()? + part, None))
        };
    }
    if let Some((over, under)) = word.split_once('/') {
        let (n, d) = (over.parse::<u32>().ok()?, under.parse::<u32>().ok()?);
        if d == 0 {
            return None;
        }
        let value = f64::from(n) / f64::from(d);
        let (head, tail) = over.split_at(over.len().saturating_sub(1));
        let other = match (head.parse::<u32>(), tail.parse::<u32>()) {
            (Ok(whole), Ok(part)) if part > 0 && part < d => {
                Some(f64::from(whole) + f64::from(part) / f64::from(d))
            }
            _ => None,
        };
        return Some((value, other));
    }
    let word = if word.contains('.') { word.replace(',', "") } else { word.replace(',', ".") };
    word.parse::<f64>().ok().filter(|v| v.is_finite()).map(|v| (v, None))
}

fn state_of(words: &str, ingredient: &Ingredient) -> Option<String> {
    let has = |w: &str| words.split(' ').any(|word| word == w);
    let said = [
        ("sifted", "sifted"),
        ("sieved", "sifted"),
        ("packed", "packed"),
        ("whole", "whole"),
        ("ground", "ground"),
        ("powdered", "ground"),
        ("powder", "ground"),
        ("grated", "grated"),
        ("chopped", "chopped"),
        ("melted", "liquid"),
    ];
    said.iter()
        .filter(|(word, _)| has(word))
        .map(|(_, state)| *state)
        .find(|state| ingredient.densities.contains_key(*state))
        .map(str::to_owned)
}

/// The part of a line that names what goes in: without what stands in brackets, and before “for” or “to”, after
/// which its use is told. A line that begins with its use, and names nothing before, is taken as a whole.
fn naming_part(text: &str, cups: &CupSizes) -> String {
    let mut outside = String::new();
    let mut depth = 0_usize;
    for c in text.chars().take(LONGEST) {
        match c {
            '(' | '[' => depth += 1,
            ')' | ']' => {
                depth = depth.saturating_sub(1);
                outside.push(' ');
            }
            c if depth == 0 => outside.push(c),
            _ => {}
        }
    }
    let words = words_of(&outside);
    let names = |w: &String| number(w).is_none() && w != "-" && unit_of(&plain(w), cups).is_none();
    let use_at = words.iter().enumerate().position(|(i, w)| {
        // “2 to 3 cups” is an amount, not a use.
        w == "for" || (w == "to" && words.get(i + 1).is_none_or(|next| number(next).is_none()))
    });
    let head = &words[..use_at.unwrap_or(words.len())];
    if head.iter().any(names) { head.join(" ") } else { text.chars().take(LONGEST).collect() }
}

/// Reads one line. What it names stands before its use: “150 g water to dissolve the sugar” is water.
#[must_use]
pub fn read_line(text: &str, larder: &Larder, cups: &CupSizes) -> ReadLine {
    let words = words_of(text);
    let named: Vec<&str> =
        words.iter().map(String::as_str).filter(|w| number(w).is_none() && *w != "-").collect();
    let all = named.join(" ");
    let found = larder.named(&naming_part(text, cups));
    let mut amounts: Vec<Amount> = Vec::new();
    let mut i = 0;
    while i < words.len() {
        let Some((mut count, mut other_count)) = number(&words[i]) else {
            i += 1;
            continue;
        };
        i += 1;
        // “1 1/2” and “1 ½” are one number; “2-3” is the middle of two.
        if let Some((part, None)) = words.get(i).and_then(|w| number(w))
            && part < 1.0
            && count.fract() == 0.0
        {
            count += part;
            other_count = None;
            i += 1;
        } else if words.get(i).is_some_and(|w| w == "-" || w == "to")
            && let Some((high, _)) = words.get(i + 1).and_then(|w| number(w))
        {
            count = f64::midpoint(count, high);
            i += 2;
        }
        while words
            .get(i)
            .is_some_and(|w| matches!(w.as_str(), "heaped" | "level" | "full" | "small" | "large" | "big"))
        {
            i += 1;
        }
        let word = words.get(i).map(|w| plain(w)).unwrap_or_default();
        let piece = found.and_then(|(_, ing)| {
            let piece =
                ing.pieces.keys().find(|p| plain(p) == word || (word.is_empty() && ing.pieces.len() == 1));
            let alone = || {
                let unitless = unit_of(&word, cups).is_none()
                    && larder
                        .named(&words[i..].join(" "))
                        .is_some_and(|(k, _)| Some(k) == found.map(|f| f.0));
                let first = plain(&ing.name).starts_with(&word)
                    || ing.aliases.iter().any(|a| plain(a).starts_with(&word));
                (unitless && first && ing.pieces.len() == 1).then(|| ing.pieces.keys().next()).flatten()
            };
            piece.or_else(alone).cloned()
        });
        let unit = unit_of(&word, cups).or_else(|| piece.map(Known::Piece));
        amounts.push(Amount { count, other_count, unit_word: word, unit });
    }
    let small = all.to_lowercase();
    if amounts.is_empty() && small.split(' ').any(|w| plain(w) == "pinch") {
        amounts.push(Amount {
            count: 1.0,
            other_count: None,
            unit_word: "pinch".into(),
            unit: Some(Known::Pinch),
        });
    }
    ReadLine {
        text: text.chars().take(LONGEST).collect(),
        amounts,
        state: found.and_then(|(_, ing)| state_of(&small, ing)),
        ingredient: found.map(|(key, _)| key.to_owned()),
        named: all,
        heaped: small.contains("heaped"),
    }
}

impl ReadLine {
    /// The mass of an amount of this line, if unit and ingredient are known.
    #[must_use]
    pub fn mass(&self, amount: &Amount, count: f64, larder: &Larder) -> Option<Spread> {
        let ingredient = larder.get(self.ingredient.as_deref()?).ok()?;
        if !(0.0..=100_000.0).contains(&count) {
            return None;
        }
        let state = self.state.as_deref();
        let by = |count: f64, unit: &Unit| to_grams(ingredient, count, unit, state).ok();
        match amount.unit.as_ref()? {
            Known::Mass(g) => by(count * g, &Unit::Gram),
            Known::Volume(ml) => {
                // A level cup of the text is somebody's cup: 5 % either way.
                let unit = Unit::Volume { volume_ml: 1.0, volume_sd_ml: 0.05, heaped: self.heaped };
                by(count * ml, &unit)
            }
            Known::Pinch => by(count, &Unit::Pinch),
            Known::Piece(piece) => by(count, &Unit::Piece { piece: piece.clone() }),
        }
    }
}
