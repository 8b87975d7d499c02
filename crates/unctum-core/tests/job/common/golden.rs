//! What the core tells as a text whose changes can be read: figures to three digits, small things on one line.

use serde::Serialize;
use serde_json::Value;

/// Longest line that is not broken up.
const WIDE: usize = 240;

/// As JSON, rounded; what says nothing is left out.
pub fn golden(told: &impl Serialize) -> String {
    let mut text = String::new();
    write(&mut text, &rounded(serde_json::to_value(told).expect("tells")), 0);
    text
}

fn rounded(value: Value) -> Value {
    match value {
        Value::Number(n) if n.is_f64() => {
            let n = n.as_f64().unwrap_or_default();
            let digits: f64 = format!("{n:.2e}").parse().expect("a number");
            // Minus nothing is nothing.
            Value::from(digits + 0.0)
        }
        Value::Array(of) => of.into_iter().map(rounded).collect(),
        Value::Object(of) => of
            .into_iter()
            .map(|(key, of)| (key, rounded(of)))
            .filter(|(_, of)| !of.is_null() && !of.as_array().is_some_and(Vec::is_empty))
            .collect(),
        other => other,
    }
}

fn write(text: &mut String, value: &Value, deep: usize) {
    let line = value.to_string();
    let indent = "  ".repeat(deep);
    match value {
        Value::Object(of) if line.len() > WIDE => of.iter().for_each(|(key, of)| {
            if of.to_string().len() > WIDE && (of.is_object() || of.is_array()) {
                *text += &format!("{indent}{key}:\n");
                write(text, of, deep + 1);
            } else {
                *text += &format!("{indent}{key}: {of}\n");
            }
        }),
        Value::Array(of) if line.len() > WIDE => of.iter().for_each(|of| {
            *text += &format!("{indent}-\n");
            write(text, of, deep + 1);
        }),
        _ => *text += &format!("{indent}{line}\n"),
    }
}
