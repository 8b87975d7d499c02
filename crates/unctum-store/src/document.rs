//! Values kept as JSON in a column. Each says in which version of its form it was written; what an earlier
//! program wrote is raised to the form of today when it is read.

use serde::Serialize;
use serde::de::DeserializeOwned;
use serde_json::{Value, json};
use unctum_core::kitchen::KitchenDocument;
use unctum_core::log::BatchEvent;
use unctum_core::order::{KitchenDays, Order, Pantry};
use unctum_core::process::Sweet;
use unctum_core::shelf::Card;
use unctum_core::start::BatchSetup;

use crate::error::Result;
use crate::raise;

/// Something that is kept as JSON.
pub(crate) trait Kept: Serialize + DeserializeOwned {
    /// The version of its form that is written today, from 1. Before versions were written down, it was 1.
    const VERSION: u64;

    /// Raises a document of an earlier version to that of today.
    fn raise(_from: u64, document: Value) -> Value {
        document
    }
}

impl Kept for KitchenDocument {
    const VERSION: u64 = 1;
}

impl Kept for BatchEvent {
    const VERSION: u64 = 1;
}

impl Kept for Order {
    const VERSION: u64 = 1;
}

impl Kept for KitchenDays {
    const VERSION: u64 = 1;
}

impl Kept for Pantry {
    const VERSION: u64 = 1;
}

impl Kept for Card {
    const VERSION: u64 = 1;
}

impl Kept for BatchSetup {
    const VERSION: u64 = 3;

    fn raise(_from: u64, document: Value) -> Value {
        raise::setup(document)
    }
}

impl Kept for Sweet {
    const VERSION: u64 = 2;

    fn raise(_from: u64, document: Value) -> Value {
        raise::sweet(document)
    }
}

/// As it goes into a column.
pub(crate) fn written<T: Kept>(value: &T) -> Result<String> {
    Ok(json!({"version": T::VERSION, "document": serde_json::to_value(value)?}).to_string())
}

/// As it comes out of a column, whichever program wrote it.
pub(crate) fn read<T: Kept>(json: &str) -> Result<T> {
    let kept: Value = serde_json::from_str(json)?;
    let (version, document) = match kept {
        Value::Object(mut fields) if fields.contains_key("document") && fields.contains_key("version") => {
            let version = fields.get("version").and_then(Value::as_u64).unwrap_or(1);
            (version, fields.remove("document").unwrap_or_default())
        }
        bare => (1, bare),
    };
    let document = if version < T::VERSION { T::raise(version, document) } else { document };
    Ok(serde_json::from_value(document)?)
}
