//! Errors as problem details (RFC 9457): a sentence that says what to do, and a code that stays.

use std::collections::BTreeSet;

use rocket::http::{ContentType, Status};
use rocket::response::{self, Responder};
use rocket::{Request, Response, catch};
use serde::Serialize;
use unctum_core::CoreError;
use unctum_store::StoreError;
use utoipa::ToSchema;

/// A route's answer.
pub type Answer<T> = Result<T, Problem>;

/// Problem details.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct Problem {
    /// `urn:unctum:problem:` and the code.
    #[serde(rename = "type")]
    pub kind: String,
    /// A few words.
    pub title: String,
    /// HTTP status.
    pub status: u16,
    /// What is wrong and what to do.
    pub detail: String,
    /// Stable code.
    pub code: String,
    /// When to ask again, s; none where asking again does not help.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub retry_after_s: Option<u64>,
}

impl Problem {
    /// A problem from its parts.
    #[must_use]
    pub fn new(status: Status, code: &str, title: &str, detail: impl Into<String>) -> Self {
        Self {
            kind: format!("urn:unctum:problem:{code}"),
            title: title.to_owned(),
            status: status.code,
            detail: detail.into(),
            code: code.to_owned(),
            retry_after_s: None,
        }
    }

    /// A fault of the program itself.
    #[must_use]
    pub fn broken() -> Self {
        Self::new(
            Status::InternalServerError,
            "internal",
            "Something broke",
            "Something broke on our side. What you entered before is safe; please try again.",
        )
    }

    /// Nothing at this address.
    #[must_use]
    pub fn not_found() -> Self {
        Self::new(
            Status::NotFound,
            "not-found",
            "Not there",
            "There is nothing at this address. Go back and choose from the list.",
        )
    }
}

impl From<CoreError> for Problem {
    fn from(error: CoreError) -> Self {
        if let CoreError::NoSuchThing { .. } = error {
            return Self::new(Status::NotFound, error.code(), "Not there", error.to_string());
        }
        Self::new(Status::UnprocessableEntity, error.code(), "That cannot be", error.to_string())
    }
}

impl From<StoreError> for Problem {
    fn from(error: StoreError) -> Self {
        match error {
            StoreError::Core(core) => core.into(),
            StoreError::NotFound { .. } => {
                Self::new(Status::NotFound, "not-found", "Not there", error.to_string())
            }
            StoreError::Changed { .. } => Self::new(
                Status::PreconditionFailed,
                "changed-meanwhile",
                "Changed in the meantime",
                error.to_string(),
            ),
            StoreError::BothChanged { .. } => {
                Self::new(Status::PreconditionFailed, "both-changed", "Changed by two", error.to_string())
            }
            StoreError::EntryElsewhere => {
                Self::new(Status::Conflict, "entry-elsewhere", "Entered elsewhere", error.to_string())
            }
            StoreError::Pool(_) | StoreError::Locked => {
                Self::new(Status::ServiceUnavailable, "busy", "Busy", error.to_string())
            }
            StoreError::Moved => Self::new(
                Status::ServiceUnavailable,
                "notebook-moved",
                "The notebook was moved",
                error.to_string(),
            ),
            StoreError::Full => {
                Self::new(Status::InsufficientStorage, "disk-full", "The disk is full", error.to_string())
            }
            StoreError::ReadOnly
            | StoreError::Damaged
            | StoreError::Disk
            | StoreError::Database(_)
            | StoreError::NotOurs
            | StoreError::Newer { .. }
            | StoreError::Open(_)
            | StoreError::Corrupt(_) => {
                eprintln!("store: {error:?}");
                let code = match error {
                    StoreError::ReadOnly => "read-only",
                    StoreError::Damaged => "damaged",
                    StoreError::Corrupt(_) => "unreadable",
                    _ => "storage",
                };
                Self::new(Status::InternalServerError, code, "Storage", error.to_string())
            }
        }
    }
}

impl<'r> Responder<'r, 'static> for Problem {
    fn respond_to(self, request: &'r Request<'_>) -> response::Result<'static> {
        let status = Status::from_code(self.status).unwrap_or(Status::InternalServerError);
        let body = serde_json::to_string(&self).map_err(|_| Status::InternalServerError)?;
        let mut response = Response::build_from(body.respond_to(request)?);
        response.status(status).header(ContentType::new("application", "problem+json"));
        if let Some(seconds) = self.retry_after_s {
            response.raw_header("Retry-After", seconds.to_string());
        }
        response.ok()
    }
}

/// A problem, with the methods that an address takes where it does not take this one.
pub struct NotTaken {
    problem: Problem,
    allow: Option<String>,
}

impl<'r> Responder<'r, 'static> for NotTaken {
    fn respond_to(self, request: &'r Request<'_>) -> response::Result<'static> {
        let mut response = self.problem.respond_to(request)?;
        if let Some(allow) = self.allow {
            response.set_raw_header("Allow", allow);
        }
        Ok(response)
    }
}

/// Whether an address is of the kind that a route takes: `/batches/7/events` of `/batches/<id>/events`.
fn fits(pattern: &str, path: &str) -> bool {
    let (mut pattern, mut path) = (pattern.split('/'), path.split('/'));
    loop {
        match (pattern.next(), path.next()) {
            (None, None) => return true,
            (Some(p), Some(_)) if p.starts_with('<') => {}
            (Some(p), Some(s)) if p == s => {}
            _ => return false,
        }
    }
}

/// The methods that this address takes, if it is one of the API.
fn allowed(request: &Request<'_>) -> BTreeSet<&'static str> {
    let path = request.uri().path();
    let routes = request.rocket().routes().filter(|r| r.uri.path().starts_with("/api/"));
    routes.filter(|r| fits(r.uri.path(), path.as_str())).map(|r| r.method.as_str()).collect()
}

/// Whatever no route took.
#[catch(default)]
pub fn fallback(status: Status, request: &Request<'_>) -> NotTaken {
    let allow = if status.code == 404 { allowed(request) } else { BTreeSet::new() };
    if !allow.is_empty() && !allow.contains(request.method().as_str()) {
        let allow = allow.into_iter().collect::<Vec<_>>().join(", ");
        let problem = Problem::new(
            Status::MethodNotAllowed,
            "method-not-allowed",
            "Not this way",
            format!("This address exists, but only for {allow}."),
        );
        return NotTaken { problem, allow: Some(allow) };
    }
    let problem = match status.code {
        404 => Problem::not_found(),
        400..=499 => Problem::new(
            status,
            "bad-request",
            "Not understood",
            "The request could not be understood. Check what was entered and send it again.",
        ),
        _ => Problem::broken(),
    };
    NotTaken { problem, allow: None }
}
