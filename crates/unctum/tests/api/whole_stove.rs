//! The stove as a whole, over the network: every method is cooked by pressing what the acts say; several at once
//! stand in one order.

use crate::common::{Server, found, page};
use rocket::http::Status;
use serde_json::{Value, json};

const BY_ONES_OWN: [&str; 2] = ["keep", "may"];

struct Hob<'a> {
    server: &'a Server,
    now_ms: i64,
}

impl Hob<'_> {
    fn wait(&mut self, seconds: f64) {
        let seconds = seconds.ceil().max(1.0);
        self.server.ok("/api/v1/clock", &json!({"advance_s": seconds}));
        self.now_ms += 1000 * seconds as i64;
    }

    fn press(&self, id: i64, entry: &Value) -> Value {
        self.server.ok(&format!("/api/v1/batches/{id}/events"), entry)["state"].clone()
    }

    /// How long until something of these states is due, s.
    fn until_due(&self, states: &[&Value]) -> f64 {
        let times = states.iter().flat_map(|s| {
            let acts = s["acts"].as_array().into_iter().flatten().map(|a| a["due_ms"].as_i64());
            let held = s["held"].as_array().into_iter().flatten().map(|h| h["until_ms"].as_i64());
            let runs = s["runs"].as_array().into_iter().flatten().map(|r| r["best_ms"].as_i64());
            acts.chain(held).chain(runs).flatten().collect::<Vec<_>>()
        });
        let next_ms = times.filter(|t| *t > self.now_ms).min();
        next_ms.map_or(30.0, |t| (t - self.now_ms) as f64 / 1000.0)
    }

    /// Cooks a batch to its end by pressing what it says; the presses it took.
    fn cooks(&mut self, name: &str, id: i64, mut state: Value) -> Vec<Value> {
        let mut presses = Vec::new();
        for _ in 0..2000 {
            if state["phase"] == "done" {
                return presses;
            }
            let first = &state["acts"][0];
            let waits = BY_ONES_OWN.iter().any(|c| first["class"] == *c);
            // Nobody reads this pan: what is near is waited for.
            let unread = state["advice"]["kind"] == "read_now" && first["of_syrup"] == true;
            if first.is_null() || waits || unread {
                let seconds = self.until_due(&[&state]);
                self.wait(if state["syrup"].is_null() { seconds } else { seconds.min(15.0) });
                state = self.server.get(&format!("/api/v1/batches/{id}")).1["state"].clone();
            } else {
                let entry = first["entry"].clone();
                self.wait(2.0);
                state = self.press(id, &entry);
                presses.push(entry);
            }
        }
        panic!("{name} got stuck: {:#}", state["acts"]);
    }
}

fn started(server: &Server, key: &str, method: &str) -> (i64, Value) {
    let ask = json!({"sweet_key": key, "method_key": method, "size": {"kind": "times", "factor": 1}, "pan_id": 1, "ring_id": 1});
    let batch = server.ok("/api/v1/batches", &ask);
    (batch["id"].as_i64().expect("id"), batch["state"].clone())
}

#[test]
fn every_method_of_one_half_of_the_sweets_is_cooked_to_its_verdict() {
    cooked_to_their_verdict(0);
}

#[test]
fn every_method_of_the_other_half_is_cooked_to_its_verdict() {
    cooked_to_their_verdict(1);
}

/// Every second sweet, from the first or from the second on. Her own sweets too: one begun from nothing has no step that
/// says anything but its words.
fn cooked_to_their_verdict(from: usize) {
    let server = Server::lantern_steps();
    let made = server.ok("/api/v1/sweets", &json!({
        "name": "Lantern crumble", "family": "one_pan", "about": "Her own.",
        "methods": [{"key": "one", "name": "By hand", "level": 1, "shape": {"kind": "loose"},
            "keeping": {"room_days": 1.0, "cold_days": 2.0, "note": "Soon eaten."},
            "steps": [
                {"key": "a", "kind": "roast", "title": "Roast it", "text": "Stir.", "vessel": "pan", "flame": "low",
                 "inputs": [{"ingredient": "semolina", "amount_g": 200.0}], "attention": "constant", "event": "Roasted", "cue": "It smells"},
                {"key": "b", "kind": "rest", "title": "Let it cool", "text": "Wait.", "takes": [{"step": "a"}],
                 "attention": "none", "event": "Cool", "cue": "Cool to the hand"}]}]}));
    let own = made["key"].as_str().expect("key").to_owned();
    let mut hob = Hob { server: &server, now_ms: server.now_ms() };
    let mut cooked = 0;
    for key in found(&server, "").into_iter().chain([own]).skip(from).step_by(2) {
        let methods = page(&server, &key)["methods"].clone();
        for method in methods.as_array().expect("methods") {
            let method = method["key"].as_str().expect("key");
            let name = format!("{key}, {method}");
            let (id, state) = started(&server, &key, method);
            let presses = hob.cooks(&name, id, state);
            let all = presses.len();
            let count = |wanted: &Value| presses.iter().filter(|p| *p == wanted).count();
            for press in presses.iter().filter(|p| p["event"] != "flame" && p["event"] != "water_added") {
                assert_eq!(count(press), 1, "{name}: {press} is asked for once");
            }
            let batch = server.get(&format!("/api/v1/batches/{id}")).1;
            let boils = !batch["setup"]["syrup"].is_null();
            let offs = count(&json!({"event": "flame", "flame": "off"}));
            assert!(offs == usize::from(boils), "{name}: told {offs} times to turn off, {all} presses");
            let (status, _) =
                server.put(&format!("/api/v1/batches/{id}/verdict"), &json!({"texture": "right"}));
            assert_eq!(status, Status::Ok, "{name}");
            cooked += 1;
        }
    }
    assert!(cooked >= 20, "{cooked} methods");
}

#[test]
fn what_wants_both_hands_waits_while_they_are_full() {
    let server = Server::lantern_steps();
    let (roast, mut state) = started(&server, "gram-flour-ladoo", "aroma");
    let hob = Hob { server: &server, now_ms: server.now_ms() };
    while !(state["acts"][0]["class"] == "keep" && state["acts"][0]["step"] == "start") {
        state = hob.press(roast, &state["acts"][0]["entry"].clone());
    }
    let ask = json!({"sweet_key": "powdered-sugar", "size": {"kind": "times", "factor": 1}, "pan_id": 2, "ring_id": 2});
    let other = server.ok("/api/v1/batches", &ask)["id"].clone();
    let acts = |hands: &str| server.get("/api/v1/stove").1[hands]["acts"].clone();
    let of_other =
        |acts: &Value| acts.as_array().expect("acts").iter().find(|a| a["batch_id"] == other).cloned();
    let alone = acts("one");
    assert_eq!((&alone[0]["batch_id"], &alone[0]["act"]["class"]), (&json!(roast), &json!("keep")));
    let waits = of_other(&alone).expect("offered");
    assert_eq!(
        (&waits["act"]["class"], &waits["waits_for_batch"]),
        (&json!("may"), &json!(roast)),
        "{waits:#}"
    );
    let helped = of_other(&acts("two")).expect("offered");
    assert_eq!((&helped["act"]["class"], &helped["waits_for_batch"]), (&json!("begin"), &Value::Null));
}
