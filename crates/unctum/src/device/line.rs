//! The line between an instrument and the program.

use std::time::Duration;

use serde::Deserialize;
use serde::de::DeserializeOwned;
use serde_json::{Value, json};
use unctum_core::intake::{InstrumentKind, Sent};
use unctum_core::log::Logged;
use unctum_core::start::BatchSetup;
use ureq::Agent;
use ureq::http::Response;

use crate::failure::Failure;

/// Nobody waits longer for an answer.
const PATIENCE: Duration = Duration::from_secs(5);

/// The program as an instrument reaches it.
pub struct Line {
    agent: Agent,
    server: String,
}

/// A batch, as far as a simulated instrument looks at it.
#[derive(Deserialize)]
pub struct Seen {
    pub started_ms: i64,
    pub setup: Option<BatchSetup>,
    pub log: Vec<Logged>,
    pub state: SeenState,
    pub summary: SeenSummary,
}

#[derive(Deserialize)]
pub struct SeenState {
    pub now_ms: i64,
}

#[derive(Deserialize)]
pub struct SeenSummary {
    pub over: bool,
    pub given_up: bool,
}

/// What became of what was sent.
pub enum Answered {
    Taken,
    /// Too much at once: again later.
    Later,
    /// The instrument is not known any more.
    Unknown,
}

impl Line {
    pub fn new(server: &str) -> Self {
        let agent = Agent::config_builder().timeout_global(Some(PATIENCE)).http_status_as_error(false);
        Self { agent: agent.build().into(), server: server.trim_end_matches('/').to_owned() }
    }

    fn address(&self, path: &str) -> String {
        format!("{}/api/v1{path}", self.server)
    }

    /// The batch now; its log from a number on, and then without its setup.
    pub fn batch(&self, id: i32, after_seq: Option<i32>) -> Result<Seen, Failure> {
        let after = after_seq.map_or(String::new(), |seq| format!("?after_seq={seq}"));
        answer(self.agent.get(self.address(&format!("/batches/{id}{after}"))).call()?)
    }

    /// Makes itself known. Returns the token.
    pub fn register(&self, name: &str, kind: InstrumentKind, batch_id: i32) -> Result<String, Failure> {
        let new = json!({"name": name, "kind": kind, "batch_id": batch_id});
        let said: Value = answer(self.agent.post(self.address("/instruments")).send_json(new)?)?;
        Ok(said.get("token").and_then(Value::as_str).ok_or("no token was given")?.to_owned())
    }

    /// Sends readings.
    pub fn send(&self, token: &str, run: &str, readings: &[Sent]) -> Result<Answered, Failure> {
        let lines: Vec<String> = readings.iter().map(serde_json::to_string).collect::<Result<_, _>>()?;
        let answer = self
            .agent
            .post(self.address(&format!("/instruments/readings?run={run}")))
            .header("Authorization", format!("Bearer {token}"))
            .header("Content-Type", "application/x-ndjson")
            .send(lines.join("\n"))?;
        match answer.status().as_u16() {
            200 => Ok(Answered::Taken),
            401 => Ok(Answered::Unknown),
            429 => Ok(Answered::Later),
            other => Err(format!("the program answered with {other}").into()),
        }
    }
}

fn answer<T: DeserializeOwned>(mut answer: Response<ureq::Body>) -> Result<T, Failure> {
    if answer.status().is_success() {
        return Ok(answer.body_mut().read_json()?);
    }
    let problem: Value = answer.body_mut().read_json().unwrap_or_default();
    Err(problem
        .get("detail")
        .and_then(Value::as_str)
        .unwrap_or("the program did not take that")
        .to_owned()
        .into())
}
