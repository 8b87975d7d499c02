//! schema.org Recipe as JSON-LD, in and out.

use serde_json::{Value, json};
use unctum_core::Result;
use unctum_core::food::Larder;
use unctum_core::formula::{PieceFigures, Times};
use unctum_core::numeric::Spread;
use unctum_core::process::{Method, Shape, Step, Sweet};
use unctum_core::reading::{MOST_LINES, Raw, RawStep, bare};

use super::duration::{duration_min, iso_duration, yield_in};

/// How deep instructions may be nested.
const DEEPEST: usize = 8;

/// What a JSON-LD text holds.
#[derive(Debug)]
pub enum Found {
    /// A sweet of ours, whole.
    Whole(Box<Sweet>),
    /// Somebody's recipe.
    Recipe(Raw),
    /// One of ours whose amounts or steps somebody changed afterwards.
    Changed(Raw),
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

fn instructions(value: &Value, depth: usize, out: &mut Vec<RawStep>) {
    if depth > DEEPEST || out.len() >= MOST_LINES {
        return;
    }
    match value {
        Value::String(text) if depth == 0 => {
            out.extend(text.lines().map(bare).filter(|l| !l.is_empty()).take(MOST_LINES).map(RawStep::from));
        }
        Value::String(text) => out.push(bare(text).into()),
        Value::Array(all) => all.iter().for_each(|v| instructions(v, depth + 1, out)),
        Value::Object(fields) => {
            if let Some(parts) = fields.get("itemListElement").or_else(|| fields.get("steps")) {
                instructions(parts, depth + 1, out);
            } else {
                let text = fields.get("text").map(words).filter(|t| !t.is_empty());
                let text = text.or_else(|| fields.get("name").map(words));
                let minutes = ["timeRequired", "performTime", "totalTime"].iter().find_map(|f| {
                    let min = duration_min(fields.get(*f)?)?;
                    Some(Spread::exact(min))
                });
                out.extend(text.filter(|t| !t.is_empty()).map(|text| RawStep { text, minutes }));
            }
        }
        _ => {}
    }
}

fn recipe_of(recipe: &Value) -> Raw {
    let mut raw = Raw {
        name: words(&recipe["name"]),
        about: words(&recipe["description"]),
        makes: yield_in(&recipe["recipeYield"]),
        total_min: duration_min(&recipe["totalTime"]),
        ..Raw::default()
    };
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
    raw.in_parts()
}

/// Whether amounts and steps are still those that `write` gave.
fn as_written(raw: &Raw, sweet: &Sweet, larder: &Larder) -> bool {
    sweet.methods.iter().any(|method| {
        let lines = ingredient_lines(method, larder).unwrap_or_default();
        let steps = method.steps.iter().map(|s| bare(&step_words(s)));
        raw.lines.iter().eq(lines.iter().map(|l| bare(l)).take(MOST_LINES).collect::<Vec<_>>().iter())
            && raw.steps.iter().map(|s| s.text.clone()).eq(steps.take(MOST_LINES))
    })
}

/// Reads a JSON-LD value.
#[must_use]
pub fn read(value: &Value, larder: &Larder) -> Found {
    let Some(recipe) = recipe_in(value, 0) else { return Found::Nothing };
    let raw = recipe_of(recipe);
    // Our own document travels inside: with it nothing is lost. What was changed beside it counts more.
    let document = serde_json::from_value::<Sweet>(recipe["unctum:document"].clone());
    match document {
        Ok(sweet) if sweet.faults(larder).is_empty() => {
            if as_written(&raw, &sweet, larder) {
                let name = if raw.name == bare(&sweet.name) { sweet.name } else { raw.name };
                let about = if raw.about == bare(&sweet.about) { sweet.about } else { raw.about };
                Found::Whole(Box::new(Sweet { name, about, ..sweet }))
            } else {
                Found::Changed(raw)
            }
        }
        _ => Found::Recipe(raw),
    }
}

fn yield_words(shape: &Shape, finished_g: f64, pieces: &PieceFigures) -> Value {
    match (shape, pieces.count) {
        (Shape::Spooned { .. }, Some(n)) => json!([n, format!("{n:.0} helpings")]),
        (_, Some(n)) => json!([n, format!("{n:.0} pieces")]),
        _ => json!(format!("{finished_g:.0} g")),
    }
}

fn ingredient_lines(method: &Method, larder: &Larder) -> Result<Vec<String>> {
    let entries = method.steps.iter().flat_map(|s| s.inputs.iter().map(move |e| (s, e)));
    entries
        .map(|(step, entry)| {
            let name = &larder.get(&entry.ingredient)?.name;
            let state = entry.state.as_ref().map(|s| format!(", {s}")).unwrap_or_default();
            Ok(format!("{} g {name}{state} ({})", entry.amount_g, step.title))
        })
        .collect()
}

fn step_words(step: &Step) -> String {
    format!("{} Done when: {}.", step.text, step.cue)
}

/// Writes one method of a sweet, with what its formula says of mass, pieces and times.
///
/// # Errors
/// An ingredient that is not known.
pub fn write(
    sweet: &Sweet,
    method: &Method,
    larder: &Larder,
    (finished_g, pieces, times): (f64, &PieceFigures, &Times),
) -> Result<Value> {
    let steps: Vec<Value> = method
        .steps
        .iter()
        .map(|s| {
            let takes = times.steps.iter().find(|t| t.step == s.key && t.minutes.mid > 0.0);
            match takes.map(|t| iso_duration(t.minutes.mid)) {
                Some(takes) => {
                    json!({"@type": "HowToStep", "name": s.title, "text": step_words(s), "timeRequired": takes})
                }
                None => json!({"@type": "HowToStep", "name": s.title, "text": step_words(s)}),
            }
        })
        .collect();
    Ok(json!({
        "@context": ["https://schema.org", {"unctum": "urn:unctum:", "unctum:document": {"@type": "@json"}}],
        "@type": "Recipe",
        "name": sweet.name,
        "alternateName": sweet.aliases,
        "description": sweet.about,
        "recipeYield": yield_words(&method.shape, finished_g, pieces),
        "totalTime": iso_duration(times.total_min.mid.round()),
        "recipeIngredient": ingredient_lines(method, larder)?,
        "recipeInstructions": steps,
        "unctum:document": sweet,
    }))
}
