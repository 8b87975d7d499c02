//! What was chosen travels whole to the stove, and what it teaches comes back the next time.

use crate::common::{Server, near, page};
use serde_json::{Value, json};

fn peanuts() -> Value {
    json!([{"kind":"swap","from":"cashew","to":"peanut","by":"mass"}])
}

#[test]
fn a_variation_and_all_that_was_chosen_travel_to_the_stove() {
    let server = Server::lantern_steps();
    let ask = json!({"sweet_key":"cashew-sheet","method_key":"one-string","size":{"kind":"pieces","count":30.0},
        "variation":[peanuts()[0],{"kind":"stage","step":"boil","stage":"two-string"}],
        "cup_id":1,"pan_id":2,"ring_id":3});
    let mut on_the_page = ask.clone();
    on_the_page.as_object_mut().expect("ask").remove("sweet_key");
    let shown = server.ok("/api/v1/sweets/cashew-sheet/formula", &on_the_page);
    assert_eq!(shown["title"], "Cashew sheet with peanuts, boiled to two strings");
    let plan = server.ok("/api/v1/batches/plan", &ask);
    let batch = server.ok("/api/v1/batches", &ask);
    let setup = &batch["setup"];
    assert_eq!(&plan["setup"], setup, "what the sheet showed is what the stove runs");
    assert_eq!(setup["title"], shown["title"]);
    assert_eq!(setup["allergens"], shown["formula"]["allergens"]);
    let allergens = setup["allergens"].to_string();
    assert!(allergens.contains("peanut") && !allergens.contains("tree nuts"), "{allergens}");
    assert_eq!(setup["syrup"]["stage"], "two-string");
    assert_eq!(
        (&setup["chosen"]["cup_id"], &setup["chosen"]["pan_id"], &setup["chosen"]["ring_id"]),
        (&json!(1), &json!(2), &json!(3))
    );
    assert_eq!(setup["chosen"]["size"], ask["size"]);
    assert_eq!(setup["chosen"]["changes"], json!(["with peanuts", "boiled to two strings"]));
    // Gram for gram and cup for cup what the page showed.
    let lines = shown["formula"]["lines"].as_array().expect("lines");
    for line in setup["lines"].as_array().expect("list") {
        let page = lines.iter().find(|l| l["ingredient"] == line["ingredient"]).expect("on the page");
        near(&line["mass_g"], page["weigh_g"].as_f64().expect("grams"), 1e-6);
        assert_eq!(line["measured"], page["measured"], "{}", line["name"]);
    }
    assert!(!setup["steps"].to_string().to_lowercase().contains("cashew"));
    let listed = server.lines("?going_on=true");
    assert_eq!(listed[0]["title"], setup["title"]);
}

#[test]
fn one_pan_stands_on_one_ring_and_one_ring_holds_one_pan() {
    let server = Server::lantern_steps();
    let start = |pan: i32, ring: i32| {
        server.post("/api/v1/batches",
            &json!({"charge":{"sucrose_g":300,"water_g":150},"stage":"one-string","pan_id":pan,"ring_id":ring}))
    };
    assert_eq!(start(1, 1).0.code, 201);
    for (pan, ring, word) in [(1, 2, "Iron kadai"), (2, 1, "Left ring")] {
        let (status, problem) = start(pan, ring);
        assert_eq!((status.code, problem["code"].as_str()), (422, Some("taken")), "{problem}");
        assert!(
            problem["detail"].as_str().is_some_and(|d| d.contains(word) && d.contains("Syrup, one string"))
        );
    }
    assert_eq!(start(2, 2).0.code, 201);
    let ask = json!({"charge":{"sucrose_g":300,"water_g":150},"stage":"one-string","pan_id":1,"ring_id":3});
    assert!(server.ok("/api/v1/batches/plan", &ask)["taken"].is_string());
    assert_eq!(server.lines("?going_on=true").as_array().map(Vec::len), Some(2));
    let first = server.lines("?going_on=true")[1]["id"].clone();
    server.ok(&format!("/api/v1/batches/{first}/events"), &json!({"event":"given_up"}));
    assert_eq!(start(1, 1).0.code, 201, "given up: pan and ring are free");
}

#[test]
fn a_plain_syrup_has_amounts_and_its_caution_in_words() {
    let server = Server::lantern_steps();
    let ask =
        json!({"contents":{"parts":[{"sweetener":"sugar","mass_g":300}],"water_g":150},"stage":"one-string"});
    let batch = server.ok("/api/v1/batches", &ask);
    let setup = &batch["setup"];
    assert_eq!((&setup["lines"][0]["name"], &setup["lines"][1]["name"]), (&json!("Sugar"), &json!("Water")));
    assert_eq!(setup["takes"][0]["step"], "dissolve");
    assert!(setup["lines"][0]["measured"]["of"].is_string());
    let caution = setup["steps"][0]["hazards"][0].as_str().expect("caution");
    assert!(caution.contains(' ') && caution.len() > 30, "words, not a key: {caution}");
}

#[test]
fn a_kitchen_without_a_scale_cooks_what_its_cups_hold() {
    let server = Server::empty();
    let plan = server
        .ok("/api/v1/batches/plan", &json!({"sweet_key":"cashew-sheet","size":{"kind":"times","factor":1}}));
    let setup = &plan["setup"];
    assert_eq!(setup["scale_step_g"], serde_json::Value::Null);
    assert!(setup["thermometer"].is_null());
    for line in setup["lines"].as_array().expect("lines") {
        let measured = &line["measured"];
        assert!(measured["of"].is_string() || line["mass_g"].as_f64() < Some(1.0), "{line}");
        assert!(measured["count"].as_f64().unwrap_or(0.0) <= 12.0, "{line}");
    }
    let sugar =
        setup["takes"].as_array().expect("takes").iter().find(|t| t["ingredient"] == "sugar").expect("sugar");
    near(&sugar["mass_g"], sugar["measured"]["mass_g"]["mid"].as_f64().expect("mass"), 1e-9);
    near(&setup["syrup"]["charge"]["sucrose_g"], sugar["mass_g"].as_f64().expect("mass"), 2.0);
    assert!((0.01..0.5).contains(&plan["syrup"]["fill_frac"].as_f64().expect("fill")));
}

#[test]
fn too_soft_says_what_to_do_and_is_remembered_the_next_time() {
    let server = Server::lantern_steps();
    let ask = json!({"sweet_key":"almond-sheet","size":{"kind":"times","factor":1}});
    assert!(server.ok("/api/v1/batches/plan", &ask)["last_time"].is_null());
    let id = server.ok("/api/v1/batches", &ask)["id"].clone();
    let log = |event: Value| server.ok(&format!("/api/v1/batches/{id}/events"), &event);
    let mut view = server.get(&format!("/api/v1/batches/{id}")).1;
    while let Some(step) = view["state"]["current_step"].as_str() {
        view = log(json!({"event":"step_done","step":step}));
    }
    let verdict = json!({"texture":"too_soft","note":"Would not lift"});
    let judged = server.put(&format!("/api/v1/batches/{id}/verdict"), &verdict).1;
    assert_eq!(judged["lesson"]["now"]["kind"], "back_in_the_pan");
    assert!(judged["lesson"]["now"]["lose_g"].as_f64() > Some(1.0));
    let greeted = &server.ok("/api/v1/batches/plan", &ask)["last_time"];
    // Told for the size of the next one: twice the sheet, twice the water, the same string.
    let twice = json!({"sweet_key":"almond-sheet","size":{"kind":"times","factor":2}});
    let for_twice = &server.ok("/api/v1/batches/plan", &twice)["last_time"]["lesson"]["next"];
    let water_g = greeted["lesson"]["next"]["water_g"].as_f64().expect("water");
    near(&for_twice["water_g"], 2.0 * water_g, 0.05 * water_g);
    assert_eq!(for_twice["string_cm"], greeted["lesson"]["next"]["string_cm"]);
    assert_eq!((&greeted["id"], &greeted["verdict"]["note"]), (&id, &json!("Would not lift")));
    assert_eq!(greeted["lesson"]["next"]["kind"], "further");
    assert!(page(&server, "almond-sheet")["sweet"].is_object());
}

#[test]
fn a_pan_heavier_than_all_that_went_in_is_refused_and_nothing_is_logged() {
    let server = Server::lantern_steps();
    let ask = json!({"charge":{"sucrose_g":300,"water_g":150},"stage":"one-string","pan_id":1,"ring_id":1});
    let id = server.ok("/api/v1/batches", &ask)["id"].clone();
    let path = format!("/api/v1/batches/{id}/events");
    server.ok(&path, &json!({"event":"flame","flame":"medium"}));
    let heavy = json!({"event":"reading","reading":{"kind":"weight","gross_g":1850 + 450 + 60}});
    let (status, problem) = server.post(&path, &heavy);
    assert_eq!((status.code, problem["code"].as_str()), (422, Some("weight-above-put-in")));
    assert_eq!(server.get(&format!("/api/v1/batches/{id}")).1["log"].as_array().map(Vec::len), Some(1));
}

#[test]
fn no_string_at_all_is_an_answer() {
    let server = Server::lantern_steps();
    let ask = json!({"charge":{"sucrose_g":300,"water_g":150},"stage":"one-string","pan_id":1,"ring_id":1});
    let id = server.ok("/api/v1/batches", &ask)["id"].clone();
    let log = |event: Value| server.ok(&format!("/api/v1/batches/{id}/events"), &event);
    log(json!({"event":"flame","flame":"medium"}));
    server.ok("/api/v1/clock", &json!({"advance_s":420}));
    log(json!({"event":"flame","flame":"off"}));
    server.ok("/api/v1/clock", &json!({"advance_s":70}));
    for reading in [
        json!({"kind":"string","string_cm":0}),
        json!({"kind":"pull","pull":"none"}),
        json!({"kind":"not_yet"}),
    ] {
        let view = log(json!({"event":"reading","reading":reading}));
        assert_eq!(view["state"]["syrup"]["last_test"]["against"], "not_yet");
        assert_eq!(view["state"]["advice"]["kind"], "back_on", "{}", view["state"]);
    }
    let view = log(json!({"event":"reading","reading":{"kind":"pull","pull":"centimetre"}}));
    assert_eq!(view["state"]["advice"]["kind"], "that_is_it");
}

#[test]
fn what_was_judged_is_over_until_something_is_taken_back() {
    let server = Server::lantern_steps();
    let ask = json!({"charge":{"sucrose_g":300,"water_g":150},"stage":"one-string","pan_id":1,"ring_id":1});
    let id = server.ok("/api/v1/batches", &ask)["id"].clone();
    let log = |event: Value| server.ok(&format!("/api/v1/batches/{id}/events"), &event);
    let going_on = || server.lines("?going_on=true").as_array().map_or(0, Vec::len);
    for step in ["dissolve", "boil", "use"] {
        assert_eq!(going_on(), 1, "before {step}");
        log(json!({"event":"step_done","step":step}));
    }
    assert_eq!(going_on(), 0);
    let (status, _) = server.put(&format!("/api/v1/batches/{id}/verdict"), &json!({"texture":"right"}));
    assert_eq!((status.code, going_on()), (200, 0));
    server.ok("/api/v1/clock", &json!({"advance_s": 60}));
    log(json!({"event":"undone","undone_seq":3}));
    assert_eq!(going_on(), 1, "taken back after the verdict: it goes on");
}
