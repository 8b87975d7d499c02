//! What may stand behind the `?` of an address, taken from the description: a name that nobody knows, or a value of the
//! wrong kind, is refused instead of passed over.

use std::collections::{BTreeMap, HashMap};

use rocket::Request;
use rocket::http::Status;
use utoipa::openapi::path::{Operation, Parameter, ParameterIn};
use utoipa::openapi::schema::{KnownFormat, SchemaFormat, SchemaType, Type};
use utoipa::openapi::{OpenApi, RefOr, Schema};

use crate::problem::Problem;

/// The kind of a value.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Kind {
    Text,
    Whole { low: i64, high: i64 },
    Number,
    YesNo,
}

impl Kind {
    fn of(schema: Option<&RefOr<Schema>>) -> Self {
        let Some(RefOr::T(Schema::Object(object))) = schema else { return Self::Text };
        match &object.schema_type {
            SchemaType::Type(Type::Integer) => {
                let short = object.format == Some(SchemaFormat::KnownFormat(KnownFormat::Int32));
                let (low, high) =
                    if short { (i32::MIN.into(), i32::MAX.into()) } else { (i64::MIN, i64::MAX) };
                Self::Whole { low: if object.minimum.is_some() { 0 } else { low }, high }
            }
            SchemaType::Type(Type::Number) => Self::Number,
            SchemaType::Type(Type::Boolean) => Self::YesNo,
            _ => Self::Text,
        }
    }

    fn holds(self, value: &str) -> bool {
        match self {
            Self::Text => true,
            Self::Whole { low, high } => value.parse().is_ok_and(|n: i64| (low..=high).contains(&n)),
            Self::Number => value.parse::<f64>().is_ok_and(f64::is_finite),
            Self::YesNo => matches!(value, "" | "on" | "yes" | "true" | "off" | "no" | "false"),
        }
    }

    fn words(self) -> &'static str {
        match self {
            Self::Text => "a text",
            Self::Whole { low: 0, .. } => "a whole number from 0 on",
            Self::Whole { .. } => "a whole number",
            Self::Number => "a number",
            Self::YesNo => "true or false",
        }
    }
}

/// What each route may be asked with: by its method and its address.
pub struct Queries(HashMap<(&'static str, String), BTreeMap<String, Kind>>);

impl Queries {
    /// As the description says.
    #[must_use]
    pub fn of(document: &OpenApi) -> Self {
        let mut all = HashMap::new();
        for (path, item) in &document.paths.paths {
            let by_method =
                [("GET", &item.get), ("POST", &item.post), ("PUT", &item.put), ("DELETE", &item.delete)];
            for (method, operation) in by_method {
                if let Some(operation) = operation {
                    all.insert((method, path.clone()), asked_with(operation));
                }
            }
        }
        Self(all)
    }

    /// Refuses what this route is not asked with.
    ///
    /// # Errors
    /// 422 with the name, and what it takes.
    pub fn check(&self, request: &Request<'_>) -> Result<(), Problem> {
        let Some(route) = request.route() else { return Ok(()) };
        let path = route.uri.path().replace('<', "{").replace('>', "}");
        let Some(known) = self.0.get(&(request.method().as_str(), path)) else { return Ok(()) };
        for field in request.query_fields() {
            let name = field.name.to_string();
            match known.get(&name) {
                None => return Err(refused(&name, "is nothing that is asked here. Leave it out.")),
                Some(kind) if !kind.holds(field.value) => {
                    return Err(refused(&name, &format!("takes {}.", kind.words())));
                }
                Some(_) => {}
            }
        }
        Ok(())
    }
}

fn asked_with(operation: &Operation) -> BTreeMap<String, Kind> {
    in_query(operation).map(|p| (p.name.clone(), Kind::of(p.schema.as_ref()))).collect()
}

/// What an operation may be asked with behind the `?`.
pub fn in_query(operation: &Operation) -> impl Iterator<Item = &Parameter> {
    let parameters = operation.parameters.iter().flatten().filter_map(|p| match p {
        RefOr::T(parameter) => Some(parameter),
        RefOr::Ref(_) => None,
    });
    parameters.filter(|p| p.parameter_in == ParameterIn::Query)
}

fn refused(name: &str, words: &str) -> Problem {
    let shown: String = name.chars().take(40).collect();
    Problem::new(
        Status::UnprocessableEntity,
        "wrong-query",
        "Asked with something unknown",
        format!("“{shown}” in the address {words}"),
    )
}
