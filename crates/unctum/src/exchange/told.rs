//! What a recipe tells about itself beside amounts and steps: how much it makes, how long it takes.

use jiff::{Span, SpanRelativeTo, Unit};
use serde_json::Value;
use unctum_core::process::{Minutes, Shape};

use super::bare;

/// How many pieces or helpings a recipe says it makes.
#[derive(Debug, Clone, Copy, PartialEq)]
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

/// The yield of a JSON-LD recipe: the first of its sayings that counts something, words before bare numbers.
#[must_use]
pub fn yield_in(value: &Value) -> Option<Yield> {
    match value {
        Value::String(text) => yield_of(text),
        Value::Number(n) => yield_of(&n.to_string()),
        Value::Array(all) => {
            let worded = all.iter().filter(|v| v.as_str().is_some_and(|t| t.contains(char::is_alphabetic)));
            worded.chain(all).take(8).find_map(|v| if v.is_array() { None } else { yield_in(v) })
        }
        _ => None,
    }
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

/// Minutes of an ISO 8601 duration such as `PT1H30M`, up to ten days.
#[must_use]
pub fn duration_min(value: &Value) -> Option<f64> {
    let span: Span = value.as_str()?.trim().parse().ok()?;
    let total_min = span.total((Unit::Minute, SpanRelativeTo::days_are_24_hours())).ok()?;
    (0.0..=14_400.0).contains(&total_min).then_some(total_min).filter(|m| *m > 0.0)
}

/// A duration in minutes as ISO 8601, to the second.
#[must_use]
pub fn iso_duration(duration_min: f64) -> String {
    let seconds = (60.0 * duration_min).round();
    let (minutes, rest) = ((seconds / 60.0).floor(), seconds % 60.0);
    if rest > 0.0 { format!("PT{minutes:.0}M{rest:.0}S") } else { format!("PT{minutes:.0}M") }
}

/// “for 8-10 minutes”, “1½ hours”, “half an hour”, “overnight”.
#[must_use]
pub fn minutes_in(text: &str) -> Option<Minutes> {
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
        let night = Minutes { low_min: 480.0, mid_min: 600.0, high_min: 720.0 };
        return words.contains(&"overnight").then_some(night);
    };
    let number = |i: usize| words.get(i)?.parse::<f64>().ok().filter(|n| (0.1..=1000.0).contains(n));
    let high_min = number(at.checked_sub(1)?)? * unit_min;
    let before = at.checked_sub(2);
    let low_min = before.and_then(|i| number(if words[i] == "to" { i.checked_sub(1)? } else { i }));
    let low_min = low_min.map_or(high_min, |l| l * unit_min).min(high_min);
    let told = Minutes { low_min, mid_min: f64::midpoint(low_min, high_min), high_min };
    told.in_order().then_some(told)
}

#[cfg(test)]
#[allow(clippy::float_cmp)]
mod tests {
    use super::*;
    use serde_json::json;

    #[test]
    fn yields_count_pieces_and_helpings_only() {
        let told = |text: &str| yield_of(text).map(|y| (y.count, y.helpings));
        assert_eq!(told("24 pieces"), Some((24.0, false)));
        assert_eq!(told("Serves 4 to 6"), Some((5.0, true)));
        assert_eq!(told("Makes about 20-22 small squares"), Some((21.0, false)));
        for nothing in ["500 g", "1 tray", "one batch", "2 cups", "", "100000 pieces"] {
            assert_eq!(told(nothing), None, "{nothing}");
        }
        assert_eq!(yield_in(&json!(["12", "12 servings"])), Some(Yield { count: 12.0, helpings: true }));
        assert_eq!(yield_in(&json!([[["9"]]])), None);
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
    fn durations_there_and_back() {
        for (text, min) in [("PT45M", 45.0), ("PT1H30M", 90.0), ("P1DT2H", 1560.0), ("PT30S", 0.5)] {
            assert_eq!(duration_min(&json!(text)), Some(min), "{text}");
        }
        for nothing in ["", "soon", "PT", "P100000D", "PT0M", "-PT5M"] {
            assert_eq!(duration_min(&json!(nothing)), None, "{nothing}");
        }
        for min in [0.5, 1.0, 12.25, 90.0, 1440.0] {
            assert_eq!(duration_min(&json!(iso_duration(min))), Some(min));
        }
    }

    #[test]
    fn times_in_a_sentence() {
        let told = |text: &str| minutes_in(text).map(|m| (m.low_min, m.high_min));
        assert_eq!(told("Roast for 20 to 25 minutes"), Some((20.0, 25.0)));
        assert_eq!(told("Rest for half an hour"), Some((30.0, 30.0)));
        assert_eq!(told("Chill 1½ hours"), Some((90.0, 90.0)));
        assert_eq!(told("Steep for 2-3 hrs"), Some((120.0, 180.0)));
        assert_eq!(told("Soak overnight."), Some((480.0, 720.0)));
        assert_eq!(told("Stir until thick"), None);
        assert_eq!(told("minutes"), None);
    }
}
