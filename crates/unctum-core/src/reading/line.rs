//! Amounts as people write them, read with every doubt kept: “1½ cups (200 g) gram flour, sifted”.

use serde::{Deserialize, Serialize};

use crate::food::measure::{Unit, to_grams};
use crate::food::{Ingredient, Larder, ShelfKind, plain};
use crate::numeric::Spread;
use crate::reading::named::{Named, named};
use crate::reading::token::{Number, Token, tokens};

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

/// How an amount stands to the one before it.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Joined {
    /// By itself.
    Alone,
    /// Added to it: “1 cup plus 2 tablespoons”.
    More,
    /// Taken off it: “2 cups less 1 tablespoon”.
    Less,
}

/// A number with a unit as it stands in the line.
#[derive(Debug, Clone, PartialEq)]
pub struct Amount {
    /// How it stands to the one before.
    pub joined: Joined,
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
    /// What it may be where that is not sure, the likeliest first.
    pub maybe: Vec<String>,
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
    let all = tokens(&outside);
    let use_at = all.iter().enumerate().position(|(i, t)| {
        let Token::Word(w) = t else { return false };
        // “2 to 3 cups” is an amount, not a use.
        w == "for" || (w == "to" && !matches!(all.get(i + 1), Some(Token::Number(_))))
    });
    let head = words(use_at.and_then(|at| all.get(..at)).unwrap_or(&all));
    let names = |w: &&str| unit_of(&plain(w), cups).is_none();
    if head.iter().any(names) { head.join(" ") } else { text.chars().take(LONGEST).collect() }
}

fn words(tokens: &[Token]) -> Vec<&str> {
    fn word(token: &Token) -> Option<&str> {
        if let Token::Word(w) = token { Some(w) } else { None }
    }
    tokens.iter().filter_map(word).collect()
}

/// What may stand between a number and its unit.
const BETWEEN: [&str; 7] = ["heaped", "level", "full", "small", "large", "big", "medium"];
/// More of something than this is not counted out in pieces where nobody says so.
const MOST_COUNTED: f64 = 40.0;

/// A line while it is read.
struct Reader<'a> {
    tokens: &'a [Token],
    at: usize,
    larder: &'a Larder,
    cups: &'a CupSizes,
    found: Option<(&'a str, &'a Ingredient)>,
}

impl Reader<'_> {
    fn number_at(&self, at: usize) -> Option<Number> {
        if let Some(Token::Number(n)) = self.tokens.get(at) { Some(*n) } else { None }
    }

    fn is_word(&self, at: usize, one_of: &[&str]) -> bool {
        matches!(self.tokens.get(at), Some(Token::Word(w)) if one_of.contains(&w.as_str()))
    }

    /// The amount whose number stands here; none if the number counts nothing.
    fn amount(&mut self, first: Number) -> Option<Amount> {
        let joined = match self.at.checked_sub(1).and_then(|before| self.tokens.get(before)) {
            Some(Token::Plus) => Joined::More,
            Some(Token::Word(w)) if matches!(w.as_str(), "plus" | "and") => Joined::More,
            Some(Token::Word(w)) if matches!(w.as_str(), "less" | "minus") => Joined::Less,
            _ => Joined::Alone,
        };
        self.at += 1;
        let (mut number, mut count, mut other) = (first, first.value, first.other);
        match (self.tokens.get(self.at), self.number_at(self.at + 1)) {
            (Some(Token::Percent), _) => return None,
            // “2 × 200 g” are two of them.
            (Some(Token::Times), Some(each)) => {
                (number, count) = (each, first.value * each.value);
                other = each.other.map(|o| first.value * o);
                self.at += 2;
            }
            (Some(Token::Dash), Some(high)) => (count, other) = self.range(first.value, high.value),
            (Some(Token::Word(w)), Some(high)) if w == "to" => {
                (count, other) = self.range(first.value, high.value)
            }
            _ => {}
        }
        while self.is_word(self.at, &BETWEEN) || self.tokens.get(self.at) == Some(&Token::Dash) {
            self.at += 1;
        }
        let word = match self.tokens.get(self.at) {
            Some(Token::Word(w)) => plain(w),
            _ => String::new(),
        };
        let unit = unit_of(&word, self.cups).or_else(|| self.piece(&word, count).map(Known::Piece));
        if unit.is_some() && !word.is_empty() {
            // “200 g × 2”.
            if let (Some(Token::Times), Some(times)) =
                (self.tokens.get(self.at + 1), self.number_at(self.at + 2))
            {
                let followed = self.tokens.get(self.at + 3);
                if !matches!(followed, Some(Token::Word(w)) if unit_of(&plain(w), self.cups).is_some()) {
                    (count, other) = (count * times.value, other.map(|o| o * times.value));
                    self.at += 2;
                }
            }
        }
        let (count, other_count) = settled(number, unit.as_ref(), count, other);
        Some(Amount { joined, count, other_count, unit_word: word, unit })
    }

    /// “2-3” is the middle of two; “2-200” is hardly that.
    fn range(&mut self, low: f64, high: f64) -> (f64, Option<f64>) {
        self.at += 2;
        let odd = high < low || high > 4.0 * low;
        (f64::midpoint(low, high), odd.then_some(low * high))
    }

    /// The piece that is counted, if the word names one; or if none is named, and the thing is one that is counted.
    fn piece(&self, word: &str, count: f64) -> Option<String> {
        let (key, ingredient) = self.found?;
        if let Some(named) = ingredient.pieces.keys().find(|p| plain(p) == word) {
            return Some(named.clone());
        }
        // Nobody counts sugar or fat without saying in what.
        let countable =
            !matches!(ingredient.shelf, ShelfKind::Sugar | ShelfKind::Fat) && count <= MOST_COUNTED;
        let only = ingredient.pieces.keys().next().filter(|_| countable && ingredient.pieces.len() == 1)?;
        let rest = words(self.tokens.get(self.at..).unwrap_or_default()).join(" ");
        let begins = |name: &str| plain(name).starts_with(word);
        let its_name = begins(&ingredient.name) || ingredient.aliases.iter().any(|a| begins(a));
        let names_it = || {
            unit_of(word, self.cups).is_none()
                && its_name
                && self.larder.named(&rest).is_some_and(|(k, _)| k == key)
        };
        (word.is_empty() || names_it()).then(|| only.clone())
    }
}

/// What the unit says of a number that can be read two ways: nobody writes a gram to three decimals, nor a thousand
/// kilograms.
fn settled(number: Number, unit: Option<&Known>, count: f64, other: Option<f64>) -> (f64, Option<f64>) {
    let small = matches!(unit, Some(Known::Mass(g)) if *g < 1.5)
        || matches!(unit, Some(Known::Volume(ml)) if *ml < 1.5);
    let Some(other) = other else { return (count, None) };
    match number.parted {
        Some(',') if small => (count, None),
        Some('.') if !small => (other, None),
        Some(',') => (other, Some(count)),
        _ => (count, Some(other)),
    }
}

/// Reads one line. What it names stands before its use: “150 g water to dissolve the sugar” is water.
#[must_use]
pub fn read_line(text: &str, larder: &Larder, cups: &CupSizes) -> ReadLine {
    let text: String = text.chars().take(LONGEST).collect();
    let all = tokens(&text);
    let said = words(&all).join(" ");
    let naming = tokens(&naming_part(&text, cups));
    let naming = words(&naming);
    let bare: Vec<&str> = naming.iter().filter(|w| unit_of(&plain(w), cups).is_none()).copied().collect();
    let (found, maybe) = match named(&naming.join(" "), &bare.join(" "), larder) {
        Named::One(key, ingredient) => (Some((key, ingredient)), Vec::new()),
        Named::Unsure(keys) => (None, keys.into_iter().map(str::to_owned).collect()),
    };
    let mut reader = Reader { tokens: &all, at: 0, larder, cups, found };
    let mut amounts: Vec<Amount> = Vec::new();
    while reader.at < all.len() {
        match reader.number_at(reader.at) {
            Some(number) => amounts.extend(reader.amount(number)),
            None => reader.at += 1,
        }
    }
    if let Some(first) = amounts.first_mut() {
        first.joined = Joined::Alone;
    }
    if amounts.is_empty() && said.split(' ').any(|w| plain(w) == "pinch") {
        let (joined, unit) = (Joined::Alone, Some(Known::Pinch));
        amounts.push(Amount { joined, count: 1.0, other_count: None, unit_word: "pinch".into(), unit });
    }
    ReadLine {
        amounts,
        state: found.and_then(|(_, ing)| state_of(&said, ing)),
        ingredient: found.map(|(key, _)| key.to_owned()),
        maybe,
        heaped: said.contains("heaped"),
        named: said,
        text,
    }
}

impl ReadLine {
    /// The mass of the amount at `i`, read as `count`, with what is joined to it; none if a unit or the ingredient is not
    /// known.
    #[must_use]
    pub fn joined_mass(&self, i: usize, count: f64, larder: &Larder) -> Option<Spread> {
        let joined = self.amounts.iter().skip(i + 1).take_while(|a| a.joined != Joined::Alone);
        joined.fold(self.mass(self.amounts.get(i)?, count, larder), |whole, a| {
            let (whole, part) = (whole?, self.mass(a, a.count, larder)?);
            Some(if a.joined == Joined::Less { whole.and(part.times(-1.0)) } else { whole.and(part) })
        })
    }

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
