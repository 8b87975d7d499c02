//! A batch over the network, from the question to the notebook; and the demo's own past.

use crate::common::{Server, near};
use serde_json::{Value, json};
use unctum::demo;

#[test]
fn the_story_of_a_cashew_sheet() {
    let server = Server::lantern_steps();
    let ask = json!({"size":{"kind":"ingredient","ingredient":"cashew","amount_g":400},"pan_id":1,"ring_id":1,"thermometer_id":1});
    let plan = server.ok("/api/v1/sweets/cashew-sheet/formula", &ask);
    near(&plan["syrup"]["water_boil_c"], 95.1, 0.06);
    let aim = &plan["syrup"]["signs"]["aim"];
    assert!(aim["gross_g"].as_f64() > plan["syrup"]["turn_off"]["landing_gross_g"].as_f64().map(|g| g - 1.0));

    let mut start = ask.clone();
    start["sweet_key"] = json!("cashew-sheet");
    let batch = server.ok("/api/v1/batches", &start);
    let id = batch["id"].clone();
    let events = format!("/api/v1/batches/{id}/events");
    let log = |event: Value| server.ok(&events, &event);
    let advance = |seconds: f64| server.ok("/api/v1/clock", &json!({"advance_s":seconds}));

    log(json!({"event":"step_done","step":"ready"}));
    let state = log(json!({"event":"flame","flame":"medium"}));
    assert_eq!(state["state"]["advice"]["kind"], "dissolve");
    advance(240.0);
    let state = log(json!({"event":"step_done","step":"dissolve"}));
    let before = state["state"]["syrup"].clone();
    advance(240.0);
    let gross = aim["gross_g"].as_f64().unwrap_or_default() + 30.0;
    let state = log(json!({"event":"reading","reading":{"kind":"weight","gross_g":gross}}));
    let syrup = &state["state"]["syrup"];
    near(&syrup["water_to_lose_g"]["mid"], 30.0, 1.5);
    let width = |s: &Value| {
        s["water_to_lose_g"]["high"].as_f64().unwrap_or_default()
            - s["water_to_lose_g"]["low"].as_f64().unwrap_or_default()
    };
    assert!(width(syrup) < width(&before), "a weighing narrows what is believed");
    assert!(syrup["turn_off_in_s"]["mid"].as_f64() > Some(20.0));

    let undone = log(json!({"event":"undone","undone_seq":state["state"]["can_undo"]}));
    assert!(width(&undone["state"]["syrup"]) > width(syrup));
    assert_eq!(undone["log"].as_array().map(Vec::len), Some(5), "the log only grows");
    let entry = &undone["log"][4];
    assert_eq!(
        (&entry["seq"], &entry["undone_seq"]),
        (&json!(5), &json!(4)),
        "its own number, and the other's"
    );

    log(json!({"event":"reading","reading":{"kind":"weight","gross_g":gross}}));
    log(json!({"event":"flame","flame":"off"}));
    for step in ["boil", "combine", "cook", "knead", "roll", "rest", "cut"] {
        advance(120.0);
        log(json!({"event":"step_done","step":step}));
    }
    let (status, judged) =
        server.put(&format!("/api/v1/batches/{id}/verdict"), &json!({"texture":"right","pieces":44}));
    assert_eq!((status.code, &judged["state"]["phase"]), (200, &json!("done")));

    // Another process on the same file finds it as it was.
    let stored = server
        .store()
        .read(|c| unctum_store::batch::load(c, i32::try_from(id.as_i64().unwrap_or(0)).unwrap_or(0)));
    let stored = stored.expect("still there");
    assert_eq!(stored.log.len(), judged["log"].as_array().map_or(0, Vec::len));
    assert_eq!(stored.verdict.and_then(|v| v.pieces), Some(44));
    assert_eq!(server.lines("")[0]["id"], id);
}

#[test]
fn two_writers_at_once_lose_nothing() {
    let server = Server::lantern_steps();
    let start = json!({"charge":{"sucrose_g":300,"water_g":150},"stage":"one-string"});
    let id = i32::try_from(server.ok("/api/v1/batches", &start)["id"].as_i64().unwrap_or(0)).unwrap_or(0);
    let writers: Vec<_> = (0..4)
        .map(|_| {
            let (store, following) = (server.store(), unctum_store::Following::default());
            std::thread::spawn(move || {
                for _ in 0..5 {
                    let event =
                        unctum_core::log::BatchEvent::Flame { flame: unctum_core::kitchen::Flame::Low };
                    store
                        .write(|c| unctum_store::batch::append(c, &following, id, event, 1))
                        .expect("written");
                }
            })
        })
        .collect();
    for writer in writers {
        writer.join().expect("no panic");
    }
    let log = server.store().read(|c| unctum_store::batch::load(c, id)).expect("there").log;
    assert_eq!(log.iter().map(|l| l.seq).collect::<Vec<_>>(), (1..=20).collect::<Vec<_>>());
}

#[test]
fn the_demo_kitchen_has_a_past_to_learn_from() {
    let server = Server::lantern_steps();
    let lines = server.lines("");
    let lines = lines.as_array().expect("a list");
    assert_eq!(lines.len(), 20);
    assert!(lines.iter().all(|l| l["brief"]["summary"]["over"] == json!(true) && l["verdict"].is_object()));
    let rescued =
        lines.iter().filter(|l| l["brief"]["summary"]["water_added_g"].as_f64() > Some(5.0)).count();
    assert_eq!(rescued, 2, "two went too far and were brought back");
    assert!(lines.iter().any(|l| l["verdict"]["texture"] == json!("crumbly")));
    // What is judged right by scale or probe stands near its target by the last reading.
    for line in lines.iter().filter(|l| l["verdict"]["texture"] == json!("right")) {
        let summary = &line["brief"]["summary"];
        let (last, target) = (&summary["last_solids_frac"], summary["target_solids_frac"].as_f64());
        near(last, target.unwrap_or_default(), 0.03);
    }
}

#[test]
fn the_demo_past_is_the_same_on_whatever_day_the_kitchen_is_opened() {
    let read_on = |later_days: i64| {
        let server = Server::empty();
        demo::fill(&server.store(), server.now_ms() + later_days * 86_400_000).expect("demo");
        let lines = server.lines("");
        let lines = lines.as_array().expect("a list");
        lines.iter().map(|l| l["brief"]["summary"]["last_solids_frac"].clone()).collect::<Vec<_>>()
    };
    assert_eq!(read_on(0), read_on(1));
    assert_eq!(read_on(0), read_on(40));
}

#[test]
fn an_entry_that_is_still_to_come_is_asked_about() {
    let server = Server::lantern_steps();
    let start = json!({"charge": {"sucrose_g": 300, "water_g": 150}, "stage": "one-string"});
    let id = server.post("/api/v1/batches", &start).1["id"].as_i64().expect("begun");
    let view = |path: &str| server.get(path).1;
    let batch = view(&format!("/api/v1/batches/{id}"));
    assert_eq!((&batch["ahead_seqs"], &batch["begun_ahead_s"]), (&json!([]), &json!(0)));
    let (store, year_ms) = (server.store(), 365 * 86_400_000);
    let (batch_id, ahead_ms) = (i32::try_from(id).expect("number"), server.now_ms() + year_ms);
    let following = unctum_store::Following::default();
    let event = unctum_core::log::BatchEvent::GivenUp;
    store.write(|c| unctum_store::batch::append(c, &following, batch_id, event, ahead_ms)).expect("fits");
    let batch = view(&format!("/api/v1/batches/{id}"));
    assert_eq!(batch["ahead_seqs"], json!([batch["last_seq"]]), "{}", batch["ahead_seqs"]);
}
