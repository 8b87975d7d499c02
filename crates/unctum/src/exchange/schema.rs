//! The published JSON Schemas of a sweet and of a notebook, from the same types as the API's description.

use std::collections::BTreeSet;

use serde_json::{Map, Value, json};
use unctum_core::process::Sweet;
use utoipa::OpenApi;

use crate::exchange::notebook::NotebookFile;

/// A sweet and a notebook, and all that stands in them.
#[derive(OpenApi)]
#[openapi(components(schemas(Sweet, NotebookFile)))]
struct Described;

const HERE: &str = "#/components/schemas/";

fn names_in(value: &Value, names: &mut BTreeSet<String>) {
    match value {
        Value::Object(fields) => {
            if let Some(name) = fields.get("$ref").and_then(Value::as_str).and_then(|r| r.strip_prefix(HERE))
            {
                names.insert(name.to_owned());
            }
            fields.values().for_each(|v| names_in(v, names));
        }
        Value::Array(all) => all.iter().for_each(|v| names_in(v, names)),
        _ => {}
    }
}

fn moved(value: &Value) -> Value {
    match value {
        Value::Object(fields) => Value::Object(
            fields
                .iter()
                .map(|(key, v)| match (key.as_str(), v.as_str().and_then(|r| r.strip_prefix(HERE))) {
                    ("$ref", Some(name)) => (key.clone(), json!(format!("#/$defs/{name}"))),
                    _ => (key.clone(), moved(v)),
                })
                .collect(),
        ),
        Value::Array(all) => Value::Array(all.iter().map(moved).collect()),
        other => other.clone(),
    }
}

/// JSON Schema (draft 2020-12) of a sweet as it stands in the catalogue and in our own files.
#[must_use]
pub fn sweet() -> Value {
    schema_of("Sweet", "urn:unctum:schema:sweet", "A sweet with its methods")
}

/// JSON Schema (draft 2020-12) of everything a notebook holds.
#[must_use]
pub fn notebook() -> Value {
    schema_of("NotebookFile", "urn:unctum:schema:notebook", "Everything in a notebook")
}

/// The schema of a type, and all that stands in one.
fn schema_of(of: &str, id: &str, title: &str) -> Value {
    let api = serde_json::to_value(Described::openapi()).unwrap_or_default();
    let schema =
        |name: &str| api.pointer("/components/schemas").and_then(|all| all.get(name)).unwrap_or(&Value::Null);
    let mut known = BTreeSet::from([of.to_owned()]);
    loop {
        let mut more = known.clone();
        known.iter().for_each(|name| names_in(schema(name), &mut more));
        if more == known {
            break;
        }
        known = more;
    }
    let defs: Map<String, Value> = known.iter().map(|name| (name.clone(), moved(schema(name)))).collect();
    json!({
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "$id": id,
        "title": title,
        "$ref": format!("#/$defs/{of}"),
        "$defs": defs,
    })
}
