//! Instruments over the network: made known, heard, doubted, and whatever a wrong one sends.

use crate::common::Server;
use proptest::prelude::*;
use rocket::http::{ContentType, Header, Status};
use serde_json::{Value, json};

const READINGS: &str = "/api/v1/instruments/readings";

struct Instrument<'a> {
    server: &'a Server,
    token: String,
    id: i64,
}

impl<'a> Instrument<'a> {
    fn new(server: &'a Server, kind: &str, batch: &Value) -> Self {
        let new = json!({"name": "Clip probe", "kind": kind, "batch_id": batch});
        let known = server.ok("/api/v1/instruments", &new);
        let token = known["token"].as_str().expect("token").to_owned();
        Self { server, token, id: known["instrument"]["id"].as_i64().expect("id") }
    }

    fn sends(&self, run: &str, lines: &str) -> (Status, Value) {
        sends(self.server, &self.token, run, lines)
    }

    #[track_caller]
    fn taken(&self, run: &str, lines: &str) -> Value {
        let (status, answer) = self.sends(run, lines);
        assert_eq!(status.code, 200, "{answer}");
        answer
    }

    fn seen(&self) -> Value {
        let shelf = self.server.get("/api/v1/instruments").1;
        let all = shelf["instruments"].as_array().expect("instruments").clone();
        all.into_iter().find(|i| i["id"] == self.id).unwrap_or(Value::Null)
    }
}

fn sends(server: &Server, token: &str, run: &str, lines: &str) -> (Status, Value) {
    let answer = server
        .client
        .post(format!("{READINGS}?run={run}"))
        .header(ContentType::new("application", "x-ndjson"))
        .header(Header::new("Authorization", format!("Bearer {token}")))
        .body(lines)
        .dispatch();
    (answer.status(), answer.into_json().unwrap_or(Value::Null))
}

/// A syrup on its ring, lit.
fn lit(server: &Server) -> Value {
    let ask = json!({"charge": {"sucrose_g": 300, "reducing_g": 0, "ash_g": 0, "other_g": 0, "insoluble_g": 0, "water_g": 150}, "stage": "one-string"});
    let id = server.ok("/api/v1/batches", &ask)["id"].clone();
    server.ok(&format!("/api/v1/batches/{id}/events"), &json!({"event": "flame", "flame": "medium"}));
    id
}

fn advance(server: &Server, seconds: i64) {
    server.ok("/api/v1/clock", &json!({"advance_s": seconds}));
}

fn log_of(server: &Server, id: &Value) -> Vec<Value> {
    server.get(&format!("/api/v1/batches/{id}")).1["log"].as_array().expect("log").clone()
}

/// What it shows of this pan n seconds after it was lit: about what is believed.
fn line(n: i64, at_ms: i64, shown_c: f64) -> String {
    format!("{{\"n\":{n},\"at_ms\":{at_ms},\"temperature_c\":{shown_c}}}\n")
}

#[test]
fn a_minute_of_a_probe_is_thinned_into_the_log_under_its_name() {
    let server = Server::empty();
    let id = lit(&server);
    let probe = Instrument::new(&server, "probe", &id);
    assert_eq!(probe.seen()["lost_at_ms"], Value::Null, "it was never heard");
    let lit_ms = server.now_ms();
    advance(&server, 60);
    let lines: String = (0..=60).map(|s| line(s, lit_ms + 1000 * s, 25.0 + 0.25 * s as f64)).collect();
    let taken = probe.taken("a", &lines);
    assert_eq!((&taken["taken"], &taken["known"], &taken["refused"]), (&json!(61), &json!(0), &json!(0)));
    assert_eq!(taken["looks"], json!({"looks": "sound"}));
    let log = log_of(&server, &id);
    assert!(log.iter().all(|l| l["event"] != "heard"), "told in brief: {log:?}");
    let heard = server.get(&format!("/api/v1/batches/{id}")).1["heard"].clone();
    assert_eq!((&heard[0]["times"], &heard[1]), (&taken["written"], &Value::Null));
    assert!((3..=7).contains(&heard[0]["times"].as_i64().expect("often")), "{heard}");
    assert_eq!(
        (&heard[0]["last"]["by"], &heard[0]["last"]["reading"]["kind"]),
        (&json!("Clip probe"), &json!("probe"))
    );
    let seen = probe.seen();
    assert_eq!(seen["newest"]["value"], 40.0);
    assert_eq!(seen["lost_at_ms"].as_i64(), Some(server.now_ms() + 8000), "lost within ten seconds");
    // The same again, and in another order: nothing is doubled.
    let backwards: Vec<&str> = lines.lines().rev().collect();
    let again = probe.taken("a", &backwards.join("\n"));
    assert_eq!((&again["taken"], &again["known"]), (&json!(0), &json!(61)));
    assert_eq!(log_of(&server, &id), log);
    // Switched on anew, its numbers begin again.
    assert_eq!(probe.taken("b", &line(0, server.now_ms(), 40.0))["taken"], 1);
}

#[test]
fn what_a_pan_cannot_show_is_told_and_not_believed() {
    let server = Server::empty();
    let id = lit(&server);
    let probe = Instrument::new(&server, "probe", &id);
    advance(&server, 300);
    let before = server.get(&format!("/api/v1/batches/{id}")).1["state"]["syrup"]["solids_frac"].clone();
    let is_c =
        server.get(&format!("/api/v1/batches/{id}")).1["state"]["syrup"]["liquid_c"].as_f64().expect("warm");
    let shown_f = (1.8 * is_c + 32.0).round();
    let taken = probe.taken("a", &line(1, server.now_ms(), shown_f));
    assert_eq!((&taken["looks"]["looks"], &taken["written"]), (&json!("fahrenheit"), &json!(0)));
    assert_eq!(probe.seen()["looks"]["looks"], "fahrenheit");
    let after = server.get(&format!("/api/v1/batches/{id}")).1["state"]["syrup"]["solids_frac"].clone();
    assert_eq!(before, after);
    // Set right, it is believed again.
    advance(&server, 15);
    assert_eq!(probe.taken("a", &line(2, server.now_ms(), is_c + 4.0))["written"], 1);
    // The batch ends: nothing is left to be watched.
    server.ok(&format!("/api/v1/batches/{id}/events"), &json!({"event": "given_up"}));
    assert_eq!(probe.seen()["batch_id"], Value::Null);
    advance(&server, 60);
    let aside = probe.taken("a", &line(3, server.now_ms(), 80.0));
    assert_eq!((&aside["batch_id"], &aside["written"]), (&Value::Null, &json!(0)));
}

#[test]
fn lines_that_cannot_be_are_named_and_the_others_taken() {
    let server = Server::empty();
    let id = lit(&server);
    let probe = Instrument::new(&server, "probe", &id);
    let now_ms = server.now_ms();
    let lines = [
        line(1, now_ms, 25.0).trim().to_owned(),
        "not json".into(),
        "{\"n\":2}".into(),
        "{\"n\":3,\"gross_g\":500}".into(),
        line(4, now_ms + 60_000, 25.0).trim().to_owned(),
        line(5, 0, 25.0).trim().to_owned(),
        line(6, now_ms, 1e6).trim().to_owned(),
        "{\"n\":7,\"temperature_c\":1e999}".into(),
        "{\"n\":-1,\"temperature_c\":20}".into(),
        "{\"n\":8,\"temperature_c\":25,\"flame\":\"off\"}".into(),
        line(9, now_ms, 25.0).trim().to_owned(),
    ];
    let taken = probe.taken("a", &lines.join("\n"));
    assert_eq!((&taken["taken"], &taken["refused"]), (&json!(2), &json!(9)));
    let named: Vec<(u64, &str)> = taken["faults"]
        .as_array()
        .expect("faults")
        .iter()
        .map(|f| (f["line"].as_u64().expect("line"), f["code"].as_str().expect("code")))
        .collect();
    let wanted = [
        (2, "malformed-json"),
        (3, "missing"),
        (4, "missing"),
        (5, "not-now"),
        (6, "not-now"),
        (7, "out-of-range"),
        (8, "malformed-json"),
        (9, "wrong-shape"),
        (10, "wrong-shape"),
    ];
    assert_eq!(named, wanted);
}

#[test]
fn nobody_floods_and_nobody_guesses() {
    let server = Server::empty();
    let id = lit(&server);
    let probe = Instrument::new(&server, "probe", &id);
    let now_ms = server.now_ms();
    let many = |from: i64, to: i64| (from..to).map(|n| line(n, now_ms, 25.0)).collect::<String>();
    assert_eq!(probe.sends("a", &many(0, 2001)).0.code, 413, "more lines than are taken at once");
    let million = "{\"n\":1,\"temperature_c\":25.0}\n".repeat(1_000_000);
    assert_eq!(probe.sends("a", &million).0.code, 413);
    assert_eq!(probe.taken("a", &many(0, 2000))["taken"], 2000);
    let (status, problem) = probe.sends("a", &many(2000, 2010));
    assert_eq!((status.code, problem["code"].as_str()), (429, Some("too-many-readings")));
    advance(&server, 1);
    assert_eq!(probe.taken("a", &many(2000, 2010))["taken"], 10);
    let before = log_of(&server, &id);
    for (token, code) in [("", 401), ("short", 401), ("a-token-that-nobody-was-ever-given", 401)] {
        assert_eq!(sends(&server, token, "a", &line(1, now_ms, 25.0)).0.code, code, "{token}");
    }
    let guess = |i: i32| sends(&server, &format!("guessed-token-number-{i}"), "a", "{}").0.code;
    assert_eq!((0..5).map(guess).collect::<Vec<_>>(), [401, 401, 429, 429, 429]);
    advance(&server, 1);
    assert_eq!(
        probe.taken("a", &line(5000, server.now_ms(), 25.0))["taken"],
        1,
        "who has a token is not kept out"
    );
    assert_eq!(log_of(&server, &id).len(), before.len());
    let plain = server
        .client
        .post(READINGS)
        .header(ContentType::JSON)
        .header(Header::new("Authorization", format!("Bearer {}", probe.token)));
    assert_eq!(plain.body("{}").dispatch().status().code, 415);
    assert_eq!(probe.sends("no%20such%20run", "{}").1["code"], "missing");
}

#[test]
fn instruments_are_kept_and_taken_away() {
    let server = Server::empty();
    let id = lit(&server);
    let scale = Instrument::new(&server, "scale", &Value::Null);
    for (new, code) in [
        (json!({"name": " ", "kind": "probe"}), 422),
        (json!({"name": "x", "kind": "nose"}), 422),
        (json!({"name": "x", "kind": "probe", "batch_id": 99}), 404),
        (json!({"name": "x", "kind": "probe", "record": {"sd_k": 0.0}}), 422),
        (json!({"name": "x", "kind": "probe", "record": {"offset_k": 99.0}}), 422),
    ] {
        assert_eq!(server.post("/api/v1/instruments", &new).0.code, code, "{new}");
    }
    let watch =
        |to: Value| server.put(&format!("/api/v1/instruments/{}/batch", scale.id), &json!({"batch_id": to}));
    assert_eq!(watch(json!(99)).0.code, 404);
    assert_eq!(watch(id.clone()).0.code, 200);
    assert_eq!(scale.seen()["batch_id"], id);
    assert_eq!(server.put("/api/v1/instruments/99/batch", &json!({"batch_id": null})).0.code, 404);
    // Another program on the same notebook knows it, and its token.
    let again = unctum::server::build(
        server.store(),
        unctum::clock::Clock::simulated(),
        unctum::gateway::Gateway::new(unctum::gateway::Settings::default()),
    )
    .expect("server");
    let client = rocket::local::blocking::Client::untracked(again).expect("client");
    let told = client
        .post(READINGS)
        .header(ContentType::new("application", "x-ndjson"))
        .header(Header::new("Authorization", format!("Bearer {}", scale.token)))
        .body("{\"n\":1,\"gross_g\":1350}")
        .dispatch();
    assert_eq!(told.into_json::<Value>().expect("answer")["taken"], 1);
    assert_eq!(
        server.client.delete(format!("/api/v1/instruments/{}", scale.id)).dispatch().status().code,
        200
    );
    assert_eq!(scale.seen(), Value::Null);
    assert_eq!(scale.sends("a", "{\"n\":2,\"gross_g\":1350}").0.code, 401);
    assert_eq!(
        server.client.delete(format!("/api/v1/instruments/{}", scale.id)).dispatch().status().code,
        404
    );
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(40))]

    /// Whatever comes over the line, the program answers, and what it takes is what was sent.
    #[test]
    fn no_lines_break_it(lines in proptest::collection::vec(any_line(), 0..12)) {
        let server = Server::empty();
        let id = lit(&server);
        let probe = Instrument::new(&server, "probe", &id);
        let (status, answer) = probe.sends("a", &lines.join("\n"));
        prop_assert!(matches!(status.code, 200 | 400), "{status} {answer}");
        if status.code == 200 {
            let count = |what: &str| answer[what].as_u64().unwrap_or(99);
            let sent = lines.iter().flat_map(|l| l.lines()).filter(|l| !l.trim().is_empty()).count() as u64;
            prop_assert_eq!(count("taken") + count("known") + count("refused"), sent);
        }
        prop_assert_eq!(server.get(&format!("/api/v1/batches/{id}")).0.code, 200);
    }
}

fn any_line() -> impl Strategy<Value = String> {
    prop_oneof![
        "\\PC{0,40}",
        (any::<u32>(), any::<f64>()).prop_map(|(n, c)| format!("{{\"n\":{n},\"temperature_c\":{c}}}")),
        (any::<i64>(), any::<i64>())
            .prop_map(|(n, ms)| format!("{{\"n\":{n},\"at_ms\":{ms},\"temperature_c\":25}}")),
        (0_u32..5, any::<i64>())
            .prop_map(|(n, ms)| format!("{{\"n\":{n},\"age_ms\":{ms},\"temperature_c\":25}}")),
    ]
}
