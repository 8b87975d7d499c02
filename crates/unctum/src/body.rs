//! JSON request bodies: read whole, at most 1 MiB, refused in words.

use rocket::Request;
use rocket::data::{Data, FromData, Outcome, ToByteUnit};
use rocket::http::Status;
use serde::de::DeserializeOwned;
use serde_json::error::Category;
use unctum_core::error::holds_control;

use crate::problem::Problem;

/// A request body of type `T`, or the problem with it.
pub struct Body<T>(pub Result<T, Problem>);

/// Parses a body, telling apart no body, no JSON, and the wrong JSON.
///
/// # Errors
/// 400 for an empty or malformed body, 422 for one of the wrong shape.
pub fn parse<T: DeserializeOwned>(bytes: &[u8]) -> Result<T, Problem> {
    if bytes.iter().all(u8::is_ascii_whitespace) {
        return Err(Problem::new(
            Status::BadRequest,
            "empty-body",
            "Nothing came",
            "The request was empty. Send the amounts as JSON.",
        ));
    }
    serde_json::from_slice(bytes).map_err(|error| match error.classify() {
        Category::Data => Problem::new(
            Status::UnprocessableEntity,
            "wrong-shape",
            "A value is missing, unknown or of the wrong kind",
            format!("Check what was sent: {error}."),
        ),
        Category::Syntax | Category::Eof | Category::Io => Problem::new(
            Status::BadRequest,
            "malformed-json",
            "Not understood",
            format!("The request is not valid JSON: {error}."),
        ),
    })
}

#[rocket::async_trait]
impl<'r, T: DeserializeOwned> FromData<'r> for Body<T> {
    type Error = Problem;

    async fn from_data(request: &'r Request<'_>, data: Data<'r>) -> Outcome<'r, Self> {
        if !request.content_type().is_some_and(|kind| kind.is_json()) {
            return Outcome::Success(Self(Err(Problem::new(
                Status::UnsupportedMediaType,
                "not-json",
                "Not understood",
                "What is sent has to be JSON, and has to say so: Content-Type: application/json.",
            ))));
        }
        let parsed = match data.open(1.mebibytes()).into_bytes().await {
            Ok(bytes) if bytes.is_complete() => parse(&bytes),
            Ok(_) => Err(Problem::new(
                Status::PayloadTooLarge,
                "too-large",
                "Too much at once",
                "The request is larger than 1 MiB. Send less at once.",
            )),
            Err(_) => Err(Problem::new(
                Status::BadRequest,
                "malformed-json",
                "Not understood",
                "The request broke off. Send it again.",
            )),
        };
        Outcome::Success(Self(parsed))
    }
}

/// Letters of a name that is kept at most.
const LONGEST_NAME: usize = 60;

/// A name as it is kept: without letters that are orders to a machine, or that turn the direction of what follows.
#[must_use]
pub fn plain_name(text: &str) -> String {
    let seen = |c: &char| !holds_control(c.encode_utf8(&mut [0; 4]), false);
    text.trim().chars().filter(seen).take(LONGEST_NAME).collect()
}
