//! schema.org Recipe as JSON-LD, in and out.

use serde_json::{Value, json};
use unctum_core::Result;
use unctum_core::food::Larder;
use unctum_core::process::{Method, PieceFigures, Shape, Sweet};

use super::{MOST_LINES, Raw, bare};

/// How deep instructions may be nested.
const DEEPEST: usize = 8;

/// What a JSON-LD text holds.
#[derive(Debug)]
pub enum Found {
    /// A sweet of ours, whole.
    Whole(Box<Sweet>),
    /// Somebody's recipe.
    Recipe(Raw),
    /// No recipe at all.
    Nothing,
}

fn is_recipe(node: &Value) -> bool {
    let named = |t: &Value| t.as_str().is_some_and(|t| t == "Recipe" || t.ends_with("schema.org/Recipe"));
    match &node["@type"] {
        Value::Array(all) => all.iter().any(named),
        one => named(one),
    }
}

fn recipe_in(value: &Value, depth: usize) -> Option<&Value> {
    if depth > DEEPEST {
        return None;
    }
    match value {
        Value::Array(all) => all.iter().find_map(|v| recipe_in(v, depth + 1)),
        Value::Object(_) if is_recipe(value) => Some(value),
        Value::Object(fields) => {
            ["@graph", "mainEntity"].iter().find_map(|f| recipe_in(fields.get(*f)?, depth + 1))
        }
        _ => None,
    }
}

fn words(value: &Value) -> String {
    match value {
        Value::String(text) => bare(text),
        Value::Array(all) => all.first().map(words).unwrap_or_default(),
        Value::Object(fields) => {
            fields.get("@value").or_else(|| fields.get("name")).map(words).unwrap_or_default()
        }
        Value::Number(n) => n.to_string(),
        _ => String::new(),
    }
}

fn instructions(value: &Value, depth: usize, out: &mut Vec<String>) {
    if depth > DEEPEST || out.len() >= MOST_LINES {
        return;
    }
    match value {
        Value::String(text) if depth == 0 => {
            out.extend(text.lines().map(bare).filter(|l| !l.is_empty()).take(MOST_LINES));
        }
        Value::String(text) => out.push(bare(text)),
        Value::Array(all) => all.iter().for_each(|v| instructions(v, depth + 1, out)),
        Value::Object(fields) => {
            if let Some(parts) = fields.get("itemListElement").or_else(|| fields.get("steps")) {
                instructions(parts, depth + 1, out);
            } else {
                let text = fields.get("text").map(words).filter(|t| !t.is_empty());
                let text = text.or_else(|| fields.get("name").map(words));
                out.extend(text.filter(|t| !t.is_empty()));
            }
        }
        _ => {}
    }
}

/// Reads a JSON-LD value.
#[must_use]
pub fn read(value: &Value, larder: &Larder) -> Found {
    let Some(recipe) = recipe_in(value, 0) else { return Found::Nothing };
    // Our own document travels inside: with it nothing is lost.
    if let Ok(sweet) = serde_json::from_value::<Sweet>(recipe["unctum:document"].clone())
        && sweet.faults(larder).is_empty()
    {
        return Found::Whole(Box::new(sweet));
    }
    let mut raw =
        Raw { name: words(&recipe["name"]), about: words(&recipe["description"]), ..Raw::default() };
    let lines = match &recipe["recipeIngredient"] {
        Value::Null => &recipe["ingredients"],
        lines => lines,
    };
    match lines {
        Value::Array(all) => {
            raw.lines.extend(all.iter().map(words).filter(|l| !l.is_empty()).take(MOST_LINES))
        }
        Value::String(text) => {
            raw.lines.extend(text.lines().map(bare).filter(|l| !l.is_empty()).take(MOST_LINES))
        }
        _ => {}
    }
    instructions(&recipe["recipeInstructions"], 0, &mut raw.steps);
    raw.steps.truncate(MOST_LINES);
    if raw.name.is_empty() {
        raw.name = "Recipe without a name".into();
    }
    Found::Recipe(raw)
}

fn yield_words(shape: &Shape, finished_g: f64, pieces: &PieceFigures) -> Value {
    match (shape, pieces.count) {
        (Shape::Spooned { .. }, Some(n)) => json!([n, format!("{n:.0} helpings")]),
        (_, Some(n)) => json!([n, format!("{n:.0} pieces")]),
        _ => json!(format!("{finished_g:.0} g")),
    }
}

/// Writes one method of a sweet.
///
/// # Errors
/// An ingredient that is not known.
pub fn write(
    sweet: &Sweet,
    method: &Method,
    larder: &Larder,
    (finished_g, pieces, total_min): (f64, &PieceFigures, f64),
) -> Result<Value> {
    let mut lines = Vec::new();
    for step in &method.steps {
        for entry in &step.inputs {
            let name = &larder.get(&entry.ingredient)?.name;
            let state = entry.state.as_ref().map(|s| format!(", {s}")).unwrap_or_default();
            lines.push(format!("{} g {name}{state} ({})", entry.amount_g, step.title));
        }
    }
    let steps: Vec<Value> = method
        .steps
        .iter()
        .map(|s| json!({"@type": "HowToStep", "name": s.title, "text": format!("{} Done when: {}.", s.text, s.cue)}))
        .collect();
    Ok(json!({
        "@context": ["https://schema.org", {"unctum": "urn:unctum:", "unctum:document": {"@type": "@json"}}],
        "@type": "Recipe",
        "name": sweet.name,
        "alternateName": sweet.aliases,
        "description": sweet.about,
        "recipeYield": yield_words(&method.shape, finished_g, pieces),
        "totalTime": format!("PT{total_min:.0}M"),
        "recipeIngredient": lines,
        "recipeInstructions": steps,
        "unctum:document": sweet,
    }))
}
