//! The published questions and the fields of their answers.

use crate::common::{Server, near};
use serde_json::json;

#[test]
fn properties_answers_what_is_published() {
    let server = Server::empty();
    let ask = json!({"sucrose_g":700,"reducing_g":0,"water_g":300,"temperature_c":20,"altitude_m":0});
    let answer = server.ok("/api/v1/syrup/properties", &ask);
    near(&answer["solids_frac"], 0.70, 1e-9);
    near(&answer["boil_c"], 105.5, 0.4);
    near(&answer["density_kg_m3"], 1347.2, 1.4);
    near(&answer["water_activity"], 0.83, 0.03);
    assert_eq!(answer["stage"], "coating");

    let ask = json!({"sucrose_g":700,"water_g":300,"ash_g":0,"insoluble_g":5,"pressure_pa":84_000});
    let high = server.ok("/api/v1/syrup/properties", &ask);
    assert!(high["boil_c"].as_f64() < answer["boil_c"].as_f64());
    near(&high["solids_frac"], 0.70, 1e-9);
}

#[test]
fn locate_answers_both_readings_and_both_targets() {
    let server = Server::empty();
    let weight = server.ok(
        "/api/v1/syrup/locate",
        &json!({"sucrose_g":300,"water_g":150,"altitude_m":1480,
            "reading":{"kind":"weight","gross_g":1600,"tare_g":1200},"target_stage":"one-string"}),
    );
    near(&weight["solids_frac"], 0.75, 1e-9);
    near(&weight["water_to_lose_g"], 100.0 - 300.0 * (1.0 - 0.7575) / 0.7575, 1e-6);
    assert_eq!(weight["stage"], "one-string");
    assert!(weight["solids_frac_low"].as_f64() < weight["solids_frac"].as_f64());

    let thermometer = server.ok(
        "/api/v1/syrup/locate",
        &json!({"sucrose_g":300,"reducing_g":0,"water_g":150,"temperature_c":20,"altitude_m":1480,
            "reading":{"kind":"thermometer","boil_c":105.7},"target_solids_frac":0.75}),
    );
    near(&thermometer["solids_frac"], 0.80, 0.005);
    assert!(thermometer["water_to_lose_g"].as_f64() < Some(0.0), "past it: water to add");
    assert!(thermometer["solids_frac_high"].as_f64() > thermometer["solids_frac"].as_f64());
}

#[test]
fn boil_down_keeps_to_max_points_and_reads_the_thermometer() {
    let server = Server::lantern_steps();
    let kitchen = server.get("/api/v1/kitchen").1["kitchen"].clone();
    let answer = server.ok(
        "/api/v1/syrup/boil-down",
        &json!({"charge":{"sucrose_g":300,"water_g":150},"pan":kitchen["pans"][0]["pan"],
            "ring":kitchen["rings"][0]["ring"],"thermometer":kitchen["thermometers"][0]["thermometer"],
            "flame":"medium","room":kitchen["room"],"target_stage":"one-string","max_points":40}),
    );
    assert!(answer["series"].as_array().is_some_and(|s| s.len() <= 40 && s.len() > 10));
    let off = &answer["turn_off"];
    near(&off["shown_c"], off["boil_c"].as_f64().unwrap_or_default() + 0.8, 1e-9);
    assert!(off["solids_frac"].as_f64() < off["landing_frac"]["mid"].as_f64());
}

#[test]
fn the_description_and_the_routes_agree() {
    let server = Server::empty();
    let description = server.get("/api/v1/openapi.json").1;
    let mut described: Vec<String> = description["paths"]
        .as_object()
        .into_iter()
        .flatten()
        .flat_map(|(path, item)| {
            let verbs = item.as_object().into_iter().flatten().map(|(verb, _)| verb.to_uppercase());
            verbs.map(|verb| format!("{verb} {path}")).collect::<Vec<_>>()
        })
        .collect();
    let mut routed: Vec<String> = server
        .client
        .rocket()
        .routes()
        .filter(|r| r.uri.base() == "/api/v1")
        .map(|r| format!("{} {}", r.method, r.uri.path()).replace('<', "{").replace('>', "}"))
        .collect();
    described.sort();
    routed.sort();
    assert_eq!(described, routed);

    let operations = description["paths"].as_object().into_iter().flatten();
    let mut ids: Vec<&str> = operations
        .flat_map(|(_, item)| item.as_object().into_iter().flatten())
        .filter_map(|(_, operation)| operation["operationId"].as_str())
        .collect();
    let all = ids.len();
    ids.sort_unstable();
    ids.dedup();
    assert_eq!(ids.len(), all, "each operation has a name of its own");
}

#[test]
fn the_front_end_is_served_and_the_api_keeps_its_own_404() {
    let server = Server::empty();
    let page = server.client.get("/notebook/7").dispatch();
    assert_eq!(page.status().code, 200);
    assert!(
        page.headers().get_one("Content-Security-Policy").is_some_and(|p| p.contains("default-src 'self'"))
    );
    assert!(page.into_string().is_some_and(|t| t.contains("<title>Unctum")));
    let (status, problem) = server.get("/api/v1/nowhere");
    assert_eq!((status.code, &problem["code"]), (404, &json!("not-found")));
    assert_eq!(server.get("/assets/gone.js").0.code, 404);
}

#[test]
fn an_address_says_which_methods_it_takes() {
    let server = Server::empty();
    let allow = |method: rocket::http::Method, path: &str| {
        let answer = server.client.req(method, path.to_owned()).dispatch();
        let allow = answer.headers().get_one("Allow").map(str::to_owned);
        (answer.status().code, allow.unwrap_or_default())
    };
    use rocket::http::Method::{Delete, Get, Patch, Post, Put};
    assert_eq!(allow(Delete, "/api/v1/batches"), (405, "GET, POST".into()));
    assert_eq!(allow(Patch, "/api/v1/kitchen"), (405, "GET, PUT".into()));
    assert_eq!(allow(Get, "/api/v1/batches/7/events"), (405, "POST".into()));
    assert_eq!(allow(Put, "/api/v1/network/devices/7"), (405, "DELETE".into()));
    assert_eq!(allow(Post, "/api/v1/no/such/thing"), (404, String::new()));
}

#[test]
fn every_answer_of_the_description_has_words() {
    let api: serde_json::Value =
        serde_json::from_str(&unctum::openapi::document().to_json().expect("json")).expect("json");
    for (path, methods) in api["paths"].as_object().expect("paths") {
        for (method, operation) in methods.as_object().expect("methods") {
            for (code, response) in operation["responses"].as_object().expect("responses") {
                let words = response["description"].as_str().unwrap_or_default();
                assert!(!words.is_empty(), "{method} {path} {code}");
            }
        }
    }
    let edges = &api["components"]["schemas"]["Ladder"]["properties"]["edges_frac"];
    assert_eq!((&edges["minItems"], &edges["maxItems"]), (&9.into(), &9.into()), "{edges}");
}
