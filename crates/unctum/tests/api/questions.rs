//! The questions of the bench and the checks of the kitchen, over the network.

use crate::common::{Server, near};
use serde_json::{Value, json};

fn pan() -> Value {
    json!({"name":"Pan","tare_g":1100,"diameter_cm":24,"wall_height_cm":10,"heat_capacity_j_k":560})
}

fn ring() -> Value {
    json!({"name":"Left","kind":"gas","rated_power_w":1800,"efficiency_frac":0.42,"efficiency_sd":0.08})
}

fn boil() -> Value {
    json!({"charge":{"sucrose_g":300,"water_g":200},"pan":pan(),"ring":ring(),"flame":"medium",
        "target_stage":"one-string","max_points":50})
}

fn with(mut base: Value, field: &str, value: Value) -> Value {
    base[field] = value;
    base
}

#[track_caller]
fn refused(server: &Server, path: &str, body: &Value, code: &str) {
    let (status, problem) = server.post(path, body);
    assert_eq!((status.code, problem["code"].as_str()), (422, Some(code)), "{path}: {problem}");
    assert!(problem["detail"].as_str().is_some_and(|d| d.len() > 20));
}

#[test]
fn every_example_of_the_description_is_answered() {
    let server = Server::lantern_steps();
    let description = server.get("/api/v1/openapi.json").1;
    let schemas = &description["components"]["schemas"];
    let mut asked = 0;
    for (path, item) in description["paths"].as_object().into_iter().flatten() {
        let content = &item["post"]["requestBody"]["content"]["application/json"];
        let name = content["schema"]["$ref"].as_str().and_then(|r| r.rsplit('/').next()).unwrap_or_default();
        let example = [&content["example"], &schemas[name]["example"]].into_iter().find(|e| e.is_object());
        let (Some(example), false) = (example, path.contains('{')) else { continue };
        let (status, answer) = server.post(path, example);
        assert!(status.code < 300, "{path}: {status} {answer}");
        asked += 1;
    }
    assert!(asked >= 16, "only {asked} examples");
}

#[test]
fn properties_gain_what_the_bench_shows() {
    let server = Server::empty();
    let ask = json!({"sucrose_g":700,"water_g":300,"temperature_c":20,"altitude_m":0});
    let p = server.ok("/api/v1/syrup/properties", &ask);
    near(&p["refractive_index"], 1.46546, 2e-4);
    near(&p["brix_refractometer"], 70.0, 1e-9);
    near(&p["viscosity_mpa_s"], 481.0, 25.0);
    near(&p["solubility_frac"], 0.666, 0.006);
    near(&p["supersaturation"], (7.0 / 3.0) / (0.666 / 0.334), 0.05);
    near(&p["baume"], 37.4, 0.4);
    near(&p["volume_ml"], 742.0, 2.0);
    assert!(p["string_cm"].as_f64() > Some(0.05));
    let strong = server.ok("/api/v1/syrup/properties", &json!({"sucrose_g":920,"water_g":80}));
    assert!(strong["refractive_index"].is_null(), "beyond any refractometer");
}

#[test]
fn a_boil_down_is_answered_with_all_it_needs() {
    let server = Server::empty();
    let answer = server.ok("/api/v1/syrup/boil-down", &boil());
    let off = &answer["turn_off"];
    for field in ["series", "tail", "stages", "boils_at_s", "turn_off", "charge", "dissolved_at_s"] {
        assert!(!answer[field].is_null(), "{field} is missing");
    }
    assert!(off["landing_frac"]["low"].as_f64() < off["landing_frac"]["mid"].as_f64());
    near(&off["landing_frac"]["mid"], 0.7575, 1e-4);

    let jaggery = json!({"parts":[{"sweetener":"cane-jaggery","mass_g":300}],"water_g":180,"strained":true});
    let mut ask = with(boil(), "contents", jaggery);
    ask["charge"] = Value::Null;
    let strained = server.ok("/api/v1/syrup/boil-down", &ask);
    near(&strained["straining"]["grit_g"], 3.0, 1e-9);
    near(&strained["charge"]["insoluble_g"], 0.0, 1e-9);

    let program = json!([{"from_s":0,"flame_frac":0.55},{"from_s":300,"flame_frac":0.25,"lid":true}]);
    let slower = server.ok("/api/v1/syrup/boil-down", &with(boil(), "program", program));
    assert!(slower["turn_off"]["at_s"]["mid"].as_f64() > off["at_s"]["mid"].as_f64());

    let path = "/api/v1/syrup/boil-down";
    let disorder =
        json!([{"from_s":0,"flame_frac":0.5},{"from_s":200,"flame_frac":0.5},{"from_s":100,"flame_frac":1}]);
    refused(&server, path, &with(boil(), "program", disorder), "contradiction");
    refused(&server, path, &with(boil(), "target_solids_frac", json!(0.985)), "out-of-range");
    refused(&server, path, &with(boil(), "target_solids_frac", json!(0.3)), "already-past");
    refused(
        &server,
        path,
        &with(boil(), "charge", json!({"sucrose_g":4000,"water_g":3000})),
        "pan-too-small",
    );
    refused(
        &server,
        path,
        &with(boil(), "room", json!({"altitude_m":1480,"pressure_pa":101_325})),
        "altitude-pressure-conflict",
    );
    refused(&server, path, &with(boil(), "flame_frac", json!(0.02)), "never-reached");
    refused(
        &server,
        path,
        &with(boil(), "ladder", json!({"edges_frac":[0.5,0.5,0.6,0.7,0.8,0.85,0.87,0.9,0.93]})),
        "contradiction",
    );
    let frothing = with(boil(), "pan", with(pan(), "wall_height_cm", json!(2.0)));
    let frothing = with(frothing, "charge", json!({"sucrose_g":500,"water_g":400}));
    assert_eq!(server.ok(path, &frothing)["may_boil_over"], json!(true));
}

#[test]
fn strings_clocks_corrections_acid_terms_and_milk() {
    let server = Server::empty();
    let one = server.ok("/api/v1/syrup/string", &json!({"string_cm":1.0}));
    assert_eq!(one["stage"], "one-string");
    assert!(one["solids_frac"]["low"].as_f64() < one["solids_frac"]["mid"].as_f64());
    near(&one["string_cm"], 1.0, 1e-6);
    let back = server.ok("/api/v1/syrup/string", &json!({"solids_frac":one["solids_frac"]["mid"]}));
    near(&back["string_cm"], 1.0, 1e-6);
    refused(&server, "/api/v1/syrup/string", &json!({}), "contradiction");
    refused(&server, "/api/v1/syrup/string", &json!({"string_cm":-2}), "out-of-range");

    let rule = json!({"minutes":6,"zero":"boil","learnt":boil(),"here":with(boil(), "flame", json!("high"))});
    let clock = server.ok("/api/v1/syrup/clock", &rule);
    assert!(
        clock["same_minutes_here"]["solids_frac"]["mid"].as_f64()
            > clock["learnt"]["solids_frac"]["mid"].as_f64()
    );
    assert!(clock["here_s"]["mid"].as_f64() < Some(360.0));

    let over = json!({"kind":"to_strength","charge":{"sucrose_g":300,"water_g":200},
        "reading":{"kind":"weight","gross_g":1475,"tare_g":1100},"target_stage":"one-string",
        "hob":{"pan":pan(),"ring":ring()}});
    let over = server.ok("/api/v1/syrup/correct", &over);
    near(&over["water_to_add_g"]["mid"], 300.0 / 0.7575 - 375.0, 1e-6);
    let mixed = server.ok(
        "/api/v1/syrup/correct",
        &json!({"kind":"mix","a":{"sucrose_g":100,"water_g":100},"b":{"sucrose_g":300,"water_g":100}}),
    );
    near(&mixed["properties"]["solids_frac"], 400.0 / 600.0, 1e-9);
    let warm = json!({"kind":"warm","charge":{"sucrose_g":300,"water_g":250},"from_c":24,"to_c":75,
        "hob":{"pan":pan(),"ring":ring()}});
    // A syrup that stands there may be told by its mass and strength as well.
    let told = |charge: Value| with(warm.clone(), "charge", charge);
    let lost = server.ok("/api/v1/syrup/correct", &warm)["water_lost_g"].as_f64().expect("lost");
    let by_strength = told(json!({"syrup_g": 550, "solids_frac": 300.0 / 550.0}));
    near(&server.ok("/api/v1/syrup/correct", &by_strength)["water_lost_g"], lost, 1e-9);
    for bad in [json!({"syrup_g": -1, "solids_frac": 0.6}), json!({"syrup_g": 100, "solids_frac": 1.2})] {
        refused(&server, "/api/v1/syrup/correct", &told(bad), "out-of-range");
    }
    assert!(lost > 0.1);

    let inverted = server.ok(
        "/api/v1/syrup/invert",
        &json!({"charge":{"sucrose_g":700,"water_g":300},"temperature_c":110,"duration_s":600,"ph":3.5}),
    );
    near(&inverted["inverted_frac"], 0.086, 0.0006);
    let acid = server.ok("/api/v1/syrup/acid", &json!({"boil":boil(),"acid":"citrus_juice","acid_g":5}));
    let split: Vec<f64> =
        acid.as_array().into_iter().flatten().filter_map(|m| m["inverted_frac"].as_f64()).collect();
    assert_eq!(split.len(), 4);
    assert!(split.windows(2).all(|w| w[0] > w[1]), "the earlier, the more: {split:?}");

    let terms = server.ok("/api/v1/syrup/terms", &boil());
    assert!(terms.as_array().is_some_and(|t| t.len() >= 8));
    let milk = json!({"milk":{"mass_g":2000,"fat_frac":0.045},"ratio":0.5,"hob":{
        "pan":with(pan(), "diameter_cm", json!(28)),"ring":ring(),"flame":"high"}});
    near(&server.ok("/api/v1/syrup/milk", &milk)["end_g"], 1000.0, 1e-9);
    let graining =
        json!({"charge":{"sucrose_g":300,"water_g":90},"cooled_c":30,"provocation":{"stirred":true}});
    let graining = server.ok("/api/v1/syrup/graining", &graining);
    assert!(graining["risk_frac"].as_f64() > Some(0.2) && graining["supersaturation"].as_f64() > Some(1.0));
}

#[test]
fn readings_come_off_the_cooks_own_instruments() {
    let server = Server::empty();
    let locate = |instruments: Value, reading: Value| {
        let ask = json!({"sucrose_g":300,"water_g":150,"altitude_m":1480,"instruments":instruments,"reading":reading});
        server.ok("/api/v1/syrup/locate", &ask)["solids_frac"].clone()
    };
    let truth = locate(json!({}), json!({"kind":"thermometer","boil_c":103.0}));
    let high = json!({"thermometer":{"name":"Probe","offset_k":0.8}});
    let shown = locate(high, json!({"kind":"thermometer","boil_c":103.8}));
    near(&shown, truth.as_f64().unwrap_or_default(), 1e-9);
    let off = json!({"refractometer_offset_brix":1.5});
    near(&locate(off, json!({"kind":"refractometer","brix":76.5})), 0.75, 1e-9);
}

#[test]
fn calibrations_compute_and_the_kitchen_remembers_and_takes_back() {
    let server = Server::lantern_steps();
    let before = server.get("/api/v1/kitchen").1["kitchen"].clone();
    let heating = json!({"check":{"ring":ring(),"pan":pan(),"water_g":1000,"flame_frac":1,"from_c":30,"to_c":70,"took_s":260},
        "room":{"altitude_m":1480,"room_c":24}});
    let found = server.ok("/api/v1/kitchen/calibrations/ring-heating", &heating);
    assert!(found["efficiency"]["sd"].as_f64() < found["efficiency"]["before_sd"].as_f64());
    assert_eq!(server.get("/api/v1/kitchen").1["kitchen"], before, "nothing stored by asking");

    let path = "/api/v1/kitchen/calibrations/ring-heating";
    let checked = |field: &str, value: Value| {
        let mut ask = heating.clone();
        ask["check"][field] = value;
        ask
    };
    refused(&server, path, &checked("to_c", json!(30)), "contradiction");
    refused(&server, path, &checked("took_s", json!(40)), "contradiction");
    refused(&server, path, &checked("took_s", json!(7000)), "contradiction");
    let cup = json!({"measure":{"name":"Cup","volume_ml":200},"empty_g":90,"full_g":90,"water_c":25});
    refused(&server, "/api/v1/kitchen/calibrations/measure", &cup, "contradiction");

    let mut kitchen = before.clone();
    kitchen["rings"][0]["ring"] = found["ring"].clone();
    let (status, saved) = server.put_kitchen("?reason=Left%20ring%20checked", &json!(2), &kitchen);
    assert_eq!(status.code, 200, "{saved}");
    near(
        &saved["kitchen"]["rings"][0]["ring"]["efficiency_frac"],
        found["efficiency"]["value"].as_f64().unwrap_or(0.0),
        1e-12,
    );
    let history = server.get("/api/v1/kitchen/history").1;
    assert_eq!(history[0]["reason"], "Left ring checked");

    let undo = |id: &Value| server.post_text(&format!("/api/v1/kitchen/history/{id}/undo"), "");
    assert_eq!(undo(&history[1]["id"]).0.code, 422, "only the newest");
    assert_eq!(undo(&history[0]["id"]).0.code, 200);
    assert_eq!(server.get("/api/v1/kitchen").1["kitchen"], before);
    assert_eq!(undo(&history[0]["id"]).0.code, 422, "already taken back");

    let mut twins = before.clone();
    twins["pans"][1]["id"] = twins["pans"][0]["id"].clone();
    assert_eq!(server.put_kitchen("", &json!(4), &twins).0.code, 422);
    assert_eq!(server.get("/api/v1/kitchen").1["kitchen"], before);
}

/// One string is ½ to 1½ cm: a string of 1 cm is inside it, whatever the middle of the band says.
#[test]
fn inside_the_band_is_inside() {
    let server = Server::empty();
    let ask = |string_cm: f64| {
        json!({"kind": "to_strength", "charge": {"sucrose_g": 300, "water_g": 150},
            "reading": {"kind": "string", "string_cm": string_cm}, "target_stage": "one-string",
            "hob": {"pan": pan(), "ring": ring()}})
    };
    for (string_cm, against) in
        [(0.0, "not_yet"), (0.2, "not_yet"), (0.5, "there"), (1.0, "there"), (1.5, "there"), (3.0, "past")]
    {
        let answer = server.ok("/api/v1/syrup/correct", &ask(string_cm));
        assert_eq!(answer["against"], against, "{string_cm} cm: {answer}");
    }
}
