//! Durations and yields as the formats write them.

use jiff::{Span, SpanRelativeTo, Unit};
use serde_json::Value;
use unctum_core::reading::{Yield, yield_of};

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

#[cfg(test)]
#[allow(clippy::float_cmp)]
mod tests {
    use super::*;
    use serde_json::json;

    #[test]
    fn a_yield_in_words_comes_before_a_bare_number() {
        assert_eq!(yield_in(&json!(["12", "12 servings"])), Some(Yield { count: 12.0, helpings: true }));
        assert_eq!(yield_in(&json!([[["9"]]])), None);
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
}
