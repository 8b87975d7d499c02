//! A server on a real SQLite file in a folder of its own.

use std::sync::OnceLock;

use rocket::http::{ContentType, Status};
use rocket::local::blocking::Client;
use serde_json::Value;
use unctum::clock::Clock;
use unctum::gateway::{Gateway, Settings};
use unctum::{demo, server};
use unctum_store::Store;

pub struct Server {
    pub client: Client,
    pub folder: tempfile::TempDir,
}

impl Server {
    pub fn empty() -> Self {
        Self::on(tempfile::tempdir().expect("folder"), Clock::simulated())
    }

    fn on(folder: tempfile::TempDir, clock: Clock) -> Self {
        let store = Store::open(&folder.path().join("notebook.db")).expect("store");
        let rocket = server::build(store, clock, Gateway::new(Settings::default())).expect("server");
        Self { client: Client::untracked(rocket).expect("client"), folder }
    }

    /// The demo's notebook: cooked once for all tests, each has a copy of its own.
    pub fn lantern_steps() -> Self {
        static COOKED: OnceLock<(Vec<u8>, i64)> = OnceLock::new();
        let (file, now_ms) = COOKED.get_or_init(|| {
            let server = Self::empty();
            let now_ms = server.now_ms();
            demo::fill(&server.store(), now_ms).expect("demo");
            let copy = server.folder.path().join("copy.db");
            server.store().copy_to(&copy).expect("copy");
            (std::fs::read(copy).expect("file"), now_ms)
        });
        let folder = tempfile::tempdir().expect("folder");
        std::fs::write(folder.path().join("notebook.db"), file).expect("file");
        Self::on(folder, Clock::standing_at(*now_ms))
    }

    /// A second handle on the same file.
    pub fn store(&self) -> Store {
        Store::open(&self.folder.path().join("notebook.db")).expect("store")
    }

    pub fn now_ms(&self) -> i64 {
        self.get("/api/v1/clock").1["now_ms"].as_i64().expect("time")
    }

    pub fn get(&self, path: &str) -> (Status, Value) {
        let answer = self.client.get(path.to_owned()).dispatch();
        (answer.status(), answer.into_json().unwrap_or(Value::Null))
    }

    pub fn post_text(&self, path: &str, body: &str) -> (Status, Value) {
        let answer = self.client.post(path.to_owned()).header(ContentType::JSON).body(body).dispatch();
        (answer.status(), answer.into_json().unwrap_or(Value::Null))
    }

    pub fn post(&self, path: &str, body: &Value) -> (Status, Value) {
        self.post_text(path, &body.to_string())
    }

    pub fn put(&self, path: &str, body: &Value) -> (Status, Value) {
        let answer =
            self.client.put(path.to_owned()).header(ContentType::JSON).body(body.to_string()).dispatch();
        (answer.status(), answer.into_json().unwrap_or(Value::Null))
    }

    pub fn delete(&self, path: &str) -> (Status, Value) {
        let answer = self.client.delete(path.to_owned()).dispatch();
        (answer.status(), answer.into_json().unwrap_or(Value::Null))
    }

    /// Puts a kitchen over the version it was read at.
    pub fn put_kitchen(&self, query: &str, version: &Value, body: &Value) -> (Status, Value) {
        let answer = self
            .client
            .put(format!("/api/v1/kitchen{query}"))
            .header(ContentType::JSON)
            .header(rocket::http::Header::new("If-Match", format!("\"{version}\"")))
            .body(body.to_string())
            .dispatch();
        (answer.status(), answer.into_json().unwrap_or(Value::Null))
    }

    /// Posts what must succeed.
    #[track_caller]
    pub fn ok(&self, path: &str, body: &Value) -> Value {
        let (status, answer) = self.post(path, body);
        assert!(status.code < 300, "{path}: {status} {answer}");
        answer
    }

    /// The lines of the notebook's first page.
    pub fn lines(&self, query: &str) -> Value {
        self.get(&format!("/api/v1/batches{query}")).1["lines"].clone()
    }

    /// Everything that is stored, for comparing before and after.
    pub fn stored(&self) -> (Value, Value) {
        (self.get("/api/v1/kitchen").1, self.lines(""))
    }
}

/// Keys of the sweets that a query finds.
pub fn found(server: &Server, query: &str) -> Vec<String> {
    let (status, shelf) = server.get(&format!("/api/v1/sweets?{query}"));
    assert_eq!(status, Status::Ok, "{shelf}");
    let cards = shelf["cards"].as_array().expect("cards");
    cards.iter().map(|c| c["key"].as_str().expect("key").to_owned()).collect()
}

/// What the server tells of one sweet.
pub fn page(server: &Server, key: &str) -> Value {
    server.get(&format!("/api/v1/sweets/{key}")).1
}

#[track_caller]
pub fn near(value: &Value, wanted: f64, tolerance: f64) {
    let value = value.as_f64().unwrap_or_else(|| panic!("{value} is no number"));
    assert!((value - wanted).abs() <= tolerance, "{value} is not {wanted} ± {tolerance}");
}
