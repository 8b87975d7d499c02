//! Versions over the network: answers that carry theirs, and changes that say on which they are based.

use rocket::http::Status;
use rocket::request::{FromRequest, Outcome, Request};
use rocket::response::{self, Responder, Response};
use rocket::serde::json::Json;
use serde::Serialize;

use crate::problem::Problem;

/// An answer that carries the version it stands at, and, for something new, its status.
pub struct Tagged<T> {
    /// 200 or 201.
    pub status: Status,
    /// The version.
    pub version: Option<i32>,
    /// The answer.
    pub body: T,
}

impl<'r, T: Serialize> Responder<'r, 'static> for Tagged<T> {
    fn respond_to(self, request: &'r Request<'_>) -> response::Result<'static> {
        let mut response = Response::build_from(Json(self.body).respond_to(request)?);
        response.status(self.status);
        if let Some(version) = self.version {
            response.raw_header("ETag", format!("\"{version}\""));
        }
        response.ok()
    }
}

/// The version that a change is based on, from `If-Match`.
pub struct IfMatch(pub Result<i32, Problem>);

#[rocket::async_trait]
impl<'r> FromRequest<'r> for IfMatch {
    type Error = Problem;

    async fn from_request(request: &'r Request<'_>) -> Outcome<Self, Problem> {
        let told = request.headers().get_one("If-Match");
        let version = told.map(|t| t.trim().trim_start_matches("W/").trim_matches('"').parse::<i32>());
        Outcome::Success(Self(match version {
            Some(Ok(version)) => Ok(version),
            Some(Err(_)) => Err(Problem::new(
                Status::BadRequest,
                "bad-version",
                "Not understood",
                "If-Match has to carry the version that was read, as its ETag had it.",
            )),
            None => Err(version_missing()),
        }))
    }
}

/// A change that does not say what it is based on.
#[must_use]
pub fn version_missing() -> Problem {
    Problem::new(
        Status::PreconditionRequired,
        "version-missing",
        "Which version?",
        "Say which version this change is based on (If-Match, or `version` beside a number), so that nobody's work is lost.",
    )
}
