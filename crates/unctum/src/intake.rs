//! What instruments of the network send, before any route sees it: the token, the lines, and how many there may be.

use std::collections::HashMap;
use std::sync::{Mutex, PoisonError};

use rocket::Request;
use rocket::data::{Data, FromData, Outcome as DataOutcome, ToByteUnit};
use rocket::http::Status;
use rocket::request::{FromRequest, Outcome};

use crate::problem::Problem;

/// Most bytes and lines of one request.
const MOST_KIB: u64 = 256;
const MOST_LINES: usize = 2000;
/// So many lines may come at once, and so many more each second.
const AT_ONCE: f64 = 2000.0;
const EACH_S: f64 = 10.0;

/// The token that an instrument shows: `Authorization: Bearer …`.
pub struct Token(pub Option<String>);

#[rocket::async_trait]
impl<'r> FromRequest<'r> for Token {
    type Error = std::convert::Infallible;

    async fn from_request(request: &'r Request<'_>) -> Outcome<Self, Self::Error> {
        let told = request.headers().get_one("Authorization").and_then(|t| t.strip_prefix("Bearer "));
        Outcome::Success(Self(told.map(|t| t.trim().to_owned()).filter(|t| (8..=128).contains(&t.len()))))
    }
}

/// The lines of a body of newline-delimited JSON, empty ones left out, each with its number from 1.
pub struct Lines(pub Result<Vec<(usize, String)>, Problem>);

fn too_large() -> Problem {
    Problem::new(
        Status::PayloadTooLarge,
        "too-large",
        "Too much at once",
        format!(
            "At most {MOST_LINES} lines and {MOST_KIB} KiB are taken at once. Send less, and the rest after it."
        ),
    )
}

#[rocket::async_trait]
impl<'r> FromData<'r> for Lines {
    type Error = Problem;

    async fn from_data(request: &'r Request<'_>, data: Data<'r>) -> DataOutcome<'r, Self> {
        let ndjson = request
            .content_type()
            .is_some_and(|kind| kind.top() == "application" && kind.sub() == "x-ndjson");
        if !ndjson {
            return DataOutcome::Success(Self(Err(Problem::new(
                Status::UnsupportedMediaType,
                "not-json",
                "Not understood",
                "Readings are sent as lines of JSON, and have to say so: Content-Type: application/x-ndjson.",
            ))));
        }
        let read = data.open(MOST_KIB.kibibytes()).into_bytes().await;
        DataOutcome::Success(Self(match read {
            Ok(bytes) if bytes.is_complete() => lines(&bytes),
            Ok(_) => Err(too_large()),
            Err(_) => Err(Problem::new(
                Status::BadRequest,
                "malformed-json",
                "Not understood",
                "The request broke off. Send it again.",
            )),
        }))
    }
}

fn lines(bytes: &[u8]) -> Result<Vec<(usize, String)>, Problem> {
    let text = String::from_utf8_lossy(bytes);
    let numbered = text.lines().enumerate().map(|(i, line)| (i + 1, line.trim().to_owned()));
    let lines: Vec<_> = numbered.filter(|(_, line)| !line.is_empty()).collect();
    match lines.len() {
        0 => Err(Problem::new(
            Status::BadRequest,
            "empty-body",
            "Nothing came",
            "The request was empty. Send one line of JSON for each reading.",
        )),
        n if n > MOST_LINES => Err(too_large()),
        _ => Ok(lines),
    }
}

/// How many lines each instrument may still send.
#[derive(Default)]
pub struct Budgets(Mutex<HashMap<i32, (f64, i64)>>);

impl Budgets {
    /// Takes so many lines off an instrument's budget; says how many seconds to wait if that is too many.
    pub fn take(&self, instrument: i32, lines: usize, now_ms: i64) -> Result<(), i64> {
        let mut all = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        // A budget that is full again is the one that everybody begins with: what was taken away is forgotten so.
        let refilled = |left: f64, at_ms: i64| left + EACH_S * (now_ms - at_ms).max(0) as f64 / 1000.0;
        all.retain(|id, (left, at_ms)| *id == instrument || refilled(*left, *at_ms) < AT_ONCE);
        let (left, at_ms) = all.entry(instrument).or_insert((AT_ONCE, now_ms));
        *left = refilled(*left, *at_ms).min(AT_ONCE);
        *at_ms = now_ms;
        let wanted = lines as f64;
        if *left < wanted {
            return Err(((wanted - *left) / EACH_S).ceil() as i64);
        }
        *left -= wanted;
        Ok(())
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn who_was_cut_off_may_send_what_it_kept_but_nobody_floods() {
        let budgets = Budgets::default();
        assert_eq!(budgets.take(1, 2000, 0), Ok(()), "half an hour that was kept back");
        assert_eq!(budgets.take(1, 1, 0), Err(1));
        assert_eq!(budgets.take(2, 5, 0), Ok(()), "each has its own");
        assert_eq!(budgets.take(1, 10, 1000), Ok(()));
        assert_eq!(budgets.take(1, 100, 1000), Err(10));
        assert_eq!(budgets.take(1, 1, -5000), Err(1), "a clock set back gives nothing");
        assert_eq!(budgets.take(3, 1, 3_600_000), Ok(()));
        assert_eq!(budgets.0.into_inner().map(|m| m.len()).ok(), Some(1), "who is gone is forgotten");
    }

    #[test]
    fn lines_are_counted_from_one_and_empty_ones_left_out() {
        let told = lines(b"{\"n\":1}\r\n\n {\"n\":2}\n").unwrap_or_else(|p| panic!("{}", p.detail));
        assert_eq!(told, [(1, "{\"n\":1}".to_owned()), (3, "{\"n\":2}".to_owned())]);
        assert_eq!(lines(b"\n \n").err().map(|p| p.code).as_deref(), Some("empty-body"));
        let many = "1\n".repeat(MOST_LINES + 1);
        assert_eq!(lines(many.as_bytes()).err().map(|p| p.status), Some(413));
    }
}
