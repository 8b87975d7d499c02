//! What a recipe tells about itself beside amounts and steps: how much it makes, how long it takes.

use serde::{Deserialize, Serialize};

use crate::numeric::Spread;
use crate::process::{MOST_MIN, Shape};
use crate::reading::bare::bare;

/// How many pieces or helpings a recipe says it makes.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Yield {
    /// How many.
    pub count: f64,
    /// Whether they are helpings rather than pieces.
    pub helpings: bool,
}

impl Yield {
    /// The shape that such a batch of so many grams ends up as; loose if no piece has that size.
    #[must_use]
    pub fn shape(self, finished_g: f64) -> Shape {
        let piece_g = finished_g / self.count;
        match (self.helpings, (1.0..=2000.0).contains(&piece_g)) {
            (true, true) => Shape::Spooned { piece_g },
            (false, true) => Shape::Pieces { piece_g },
            (_, false) => Shape::Loose,
        }
    }
}

fn numbers(words: &[&str]) -> Vec<f64> {
    words.iter().filter_map(|w| w.parse::<f64>().ok()).collect()
}

fn split(text: &str) -> Vec<&str> {
    let words = text.split(|c: char| !c.is_alphanumeric() && c != '.');
    words.map(|w| w.trim_matches('.')).filter(|w| !w.is_empty()).collect()
}

/// “24 pieces”, “serves 4 to 6”, “makes 20”. What is told by weight, tray or batch counts no pieces.
#[must_use]
pub fn yield_of(text: &str) -> Option<Yield> {
    let small = bare(text).to_lowercase();
    let words = split(&small);
    let by_mass = ["g", "gm", "kg", "gram", "grams", "ml", "l", "cup", "cups"];
    if words.iter().any(|w| by_mass.contains(w)) {
        return None;
    }
    let counts: Vec<f64> = numbers(&words).into_iter().take(2).collect();
    let count = counts.iter().sum::<f64>() / counts.len().max(1) as f64;
    let helpings = ["serv", "helping", "portion", "person", "people"].iter().any(|w| small.contains(w));
    (2.0..=2000.0).contains(&count).then(|| Yield { count: count.round(), helpings })
}

/// If a line of a text says how much is made, that.
#[must_use]
pub fn yield_line(line: &str) -> Option<Yield> {
    let small = line.to_lowercase();
    let says = ["makes ", "serves ", "yield", "servings"].iter().any(|w| small.starts_with(w));
    if says { yield_of(line) } else { None }
}

/// The yield that a line says somewhere: “Roll into balls. This makes about 20.”
#[must_use]
pub fn yield_said(line: &str) -> Option<Yield> {
    let small = line.to_lowercase();
    let said = ["makes ", "make about ", "serves ", "yields "].iter().filter_map(|w| small.find(w)).min()?;
    let clause = small[said..].split(['.', ';', ')']).next()?;
    // Only where the number follows at once: “makes it 20 minutes later” counts nothing.
    let counted = split(clause).into_iter().take(4).any(|w| w.parse::<f64>().is_ok());
    let timed = ["min", "hour", "°", "degree"].iter().any(|w| clause.contains(w));
    if counted && !timed { yield_of(clause) } else { None }
}

/// “for 8-10 minutes”, “1½ hours”, “half an hour”, “overnight”.
#[must_use]
pub fn minutes_in(text: &str) -> Option<Spread> {
    let said =
        [("half an hour", "30 minutes"), ("an hour and a half", "90 minutes"), ("an hour", "60 minutes")];
    let mut small = text.to_lowercase();
    for (words, plain) in said {
        small = small.replace(words, plain);
    }
    for (sign, decimals) in [('½', ".5"), ('¼', ".25"), ('¾', ".75")] {
        small = small.replace(&format!(" {sign}"), &format!(" 0{decimals}")).replace(sign, decimals);
    }
    let words = split(&small);
    let unit_min = |w: &str| {
        if w.starts_with("min") {
            Some(1.0)
        } else if w.starts_with("hour") || w == "hrs" || w == "hr" {
            Some(60.0)
        } else {
            None
        }
    };
    let Some((at, unit_min)) = words.iter().enumerate().find_map(|(i, w)| Some((i, unit_min(w)?))) else {
        let night = Spread { low: 480.0, mid: 600.0, high: 720.0 };
        return words.contains(&"overnight").then_some(night);
    };
    let number = |i: usize| words.get(i)?.parse::<f64>().ok().filter(|n| (0.1..=1000.0).contains(n));
    let high = number(at.checked_sub(1)?)? * unit_min;
    let before = at.checked_sub(2);
    let low = before.and_then(|i| number(if *words.get(i)? == "to" { i.checked_sub(1)? } else { i }));
    let low = low.map_or(high, |l| l * unit_min).min(high);
    let told = Spread { low, mid: f64::midpoint(low, high), high };
    told.in_order(MOST_MIN).then_some(told)
}

#[cfg(test)]
#[allow(clippy::float_cmp)]
mod tests {
    use super::*;

    #[test]
    fn yields_count_pieces_and_helpings_only() {
        let told = |text: &str| yield_of(text).map(|y| (y.count, y.helpings));
        assert_eq!(told("24 pieces"), Some((24.0, false)));
        assert_eq!(told("Serves 4 to 6"), Some((5.0, true)));
        assert_eq!(told("Makes about 20-22 small squares"), Some((21.0, false)));
        for nothing in ["500 g", "1 tray", "one batch", "2 cups", "", "100000 pieces"] {
            assert_eq!(told(nothing), None, "{nothing}");
        }
        assert_eq!(yield_line("Makes 30 balls"), Some(Yield { count: 30.0, helpings: false }));
        assert_eq!(yield_line("30 g sugar"), None);
        let said = |text: &str| yield_said(text).map(|y| y.count);
        assert_eq!(said("Roll into balls. This makes about 20."), Some(20.0));
        assert_eq!(said("Besan ladoo (makes 15-17)"), Some(16.0));
        assert_eq!(said("That makes it firm after 20 minutes"), None);
        assert_eq!(said("2 cups sugar"), None);
    }

    #[test]
    fn a_yield_gives_pieces_of_a_believable_size_or_none() {
        assert_eq!(Yield { count: 20.0, helpings: false }.shape(500.0), Shape::Pieces { piece_g: 25.0 });
        assert_eq!(Yield { count: 4.0, helpings: true }.shape(800.0), Shape::Spooned { piece_g: 200.0 });
        assert_eq!(Yield { count: 2000.0, helpings: false }.shape(100.0), Shape::Loose);
        assert_eq!(Yield { count: 2.0, helpings: false }.shape(0.0), Shape::Loose);
    }

    #[test]
    fn times_in_a_sentence() {
        let told = |text: &str| minutes_in(text).map(|m| (m.low, m.high));
        assert_eq!(told("Roast for 20 to 25 minutes"), Some((20.0, 25.0)));
        assert_eq!(told("Rest for half an hour"), Some((30.0, 30.0)));
        assert_eq!(told("Chill 1½ hours"), Some((90.0, 90.0)));
        assert_eq!(told("Steep for 2-3 hrs"), Some((120.0, 180.0)));
        assert_eq!(told("Soak overnight."), Some((480.0, 720.0)));
        assert_eq!(told("Stir until thick"), None);
        assert_eq!(told("minutes"), None);
    }
}
