//! Whatever is sent: a sentence, a stable code, and the data as it was.

use crate::common::Server;
use proptest::prelude::*;
use rocket::http::{ContentType, Status};
use serde_json::{Value, json};

#[track_caller]
fn refused((status, problem): (Status, Value), wanted: u16, code: &str) {
    assert_eq!((status.code, problem["code"].as_str()), (wanted, Some(code)), "{problem}");
    assert_eq!(problem["status"].as_u64(), Some(u64::from(wanted)));
    assert_eq!(problem["type"], format!("urn:unctum:problem:{code}"));
    assert!(problem["detail"].as_str().is_some_and(|d| d.len() > 20), "no sentence: {problem}");
}

#[test]
fn charges_that_cannot_be() {
    let server = Server::empty();
    let properties = |body: Value| server.post("/api/v1/syrup/properties", &body);
    refused(properties(json!({"sucrose_g":-1,"water_g":100})), 422, "out-of-range");
    refused(properties(json!({"sucrose_g":0,"water_g":0})), 422, "empty-pan");
    refused(properties(json!({"sucrose_g":1e7,"water_g":100})), 422, "out-of-range");
    refused(properties(json!({"sucrose_g":990,"water_g":10})), 422, "too-dry");
    refused(properties(json!({"sucrose_g":"much","water_g":10})), 422, "wrong-shape");
    refused(properties(json!({"sucrose_g":1,"water_g":10,"honey_g":1})), 422, "wrong-shape");
    refused(properties(json!({"water_g":10})), 422, "wrong-shape");
    refused(properties(json!({"sucrose_g":1,"water_g":1,"altitude_m":9000})), 422, "out-of-range");
    refused(properties(json!({"sucrose_g":1,"water_g":1,"temperature_c":900})), 422, "out-of-range");
    refused(server.post_text("/api/v1/syrup/properties", ""), 400, "empty-body");
    refused(server.post_text("/api/v1/syrup/properties", "{\"sucrose_g\":NaN}"), 400, "malformed-json");
    refused(
        server.post_text("/api/v1/syrup/properties", "{\"sucrose_g\":1e999,\"water_g\":1}"),
        400,
        "malformed-json",
    );
    refused(server.post_text("/api/v1/syrup/properties", &" ".repeat(1 << 20 | 1)), 413, "too-large");
}

#[test]
fn readings_that_cannot_be() {
    let server = Server::empty();
    let locate = |reading: Value| {
        let body = json!({"sucrose_g":300,"water_g":150,"altitude_m":0,"reading":reading,"target_stage":"one-string"});
        server.post("/api/v1/syrup/locate", &body)
    };
    refused(locate(json!({"kind":"weight","gross_g":1100,"tare_g":1000})), 422, "weight-below-solids");
    refused(locate(json!({"kind":"weight","gross_g":-5,"tare_g":0})), 422, "out-of-range");
    refused(locate(json!({"kind":"weight","gross_g":1301,"tare_g":1000})), 422, "too-dry");
    refused(locate(json!({"kind":"thermometer","boil_c":93})), 422, "below-water-boil");
    refused(locate(json!({"kind":"thermometer","boil_c":400})), 422, "above-syrup-boil");
    refused(locate(json!({"kind":"moon","phase":3})), 422, "wrong-shape");
    let no_sugar = json!({"sucrose_g":0,"water_g":150,"reading":{"kind":"thermometer","boil_c":101}});
    refused(server.post("/api/v1/syrup/locate", &no_sugar), 422, "no-sugar");
}

#[test]
fn nothing_is_stored_of_what_is_refused() {
    let server = Server::lantern_steps();
    let id = server.ok("/api/v1/batches", &json!({"sweet_key":"cashew-sheet","size":{"kind":"ingredient","ingredient":"cashew","amount_g":400}}))["id"].clone();
    let events = format!("/api/v1/batches/{id}/events");
    let verdict = format!("/api/v1/batches/{id}/verdict");
    let before = server.stored();
    let post = |path: &str, body: Value| server.post(path, &body);

    refused(
        post(
            "/api/v1/batches",
            json!({"sweet_key":"cashew-sheet","size":{"kind":"ingredient","ingredient":"cashew","amount_g":1e9}}),
        ),
        422,
        "out-of-range",
    );
    refused(post("/api/v1/batches", json!({"sweet_key":"cashew-sheet"})), 422, "missing");
    refused(
        post(
            "/api/v1/batches",
            json!({"sweet_key":"moon-cheese","size":{"kind":"ingredient","ingredient":"cashew","amount_g":400}}),
        ),
        404,
        "not-found",
    );
    refused(
        post(
            "/api/v1/batches",
            json!({"sweet_key":"cashew-sheet","size":{"kind":"ingredient","ingredient":"cashew","amount_g":400},"pan_id":99}),
        ),
        404,
        "not-found",
    );
    refused(
        post(
            "/api/v1/batches",
            json!({"sweet_key":"cashew-sheet","size":{"kind":"ingredient","ingredient":"cashew","amount_g":9000},"pan_id":2}),
        ),
        422,
        "pan-too-small",
    );
    refused(post("/api/v1/batches/4040/events", json!({"event":"given_up"})), 404, "not-found");
    refused(post(&events, json!({"event":"step_done","step":"cut"})), 422, "not-now");
    refused(
        post(&events, json!({"event":"gate","step":"ready","gate":"nonsense","ticked":true})),
        422,
        "unknown-name",
    );
    refused(
        post(&events, json!({"event":"reading","reading":{"kind":"weight","gross_g":2000}})),
        422,
        "not-now",
    );
    refused(post(&events, json!({"event":"undone","seq":77})), 422, "not-now");
    refused(post(&events, json!({"event":"sing"})), 422, "wrong-shape");
    refused(server.post_text(&events, "{"), 400, "malformed-json");
    refused(server.put(&verdict, &json!({"texture":"right","pieces":-4})), 422, "out-of-range");
    refused(server.put(&verdict, &json!({"texture":"right","note":"x".repeat(5000)})), 422, "out-of-range");

    let view = server.get("/api/v1/kitchen").1;
    let mut kitchen = view["kitchen"].clone();
    refused(server.put("/api/v1/kitchen", &kitchen), 428, "version-missing");
    let put = |kitchen: &Value| server.put_kitchen("", &view["version"], kitchen);
    kitchen["pans"][0]["pan"]["diameter_cm"] = json!(0);
    refused(put(&kitchen), 422, "out-of-range");
    kitchen["pans"] = json!([]);
    refused(put(&kitchen), 422, "missing");

    assert_eq!(server.stored(), before);
}

#[test]
fn syrup_entries_are_checked_against_the_syrup() {
    let server = Server::lantern_steps();
    let start = json!({"charge":{"sucrose_g":300,"water_g":150},"stage":"one-string","pan_id":1,"ring_id":1,"thermometer_id":1});
    let id = server.ok("/api/v1/batches", &start)["id"].clone();
    let events = format!("/api/v1/batches/{id}/events");
    server.ok(&events, &json!({"event":"flame","flame":"medium"}));
    let before = server.stored();
    let reading = |r: Value| server.post(&events, &json!({"event":"reading","reading":r}));
    refused(reading(json!({"kind":"weight","gross_g":2100})), 422, "weight-below-solids");
    refused(reading(json!({"kind":"thermometer","shown_c":-60})), 422, "out-of-range");
    refused(reading(json!({"kind":"string","string_cm":-1})), 422, "out-of-range");
    refused(server.post(&events, &json!({"event":"water_added","water_g":0})), 422, "out-of-range");
    assert_eq!(server.stored(), before);
}

/// Any JSON at all, three levels deep.
fn any_json() -> impl Strategy<Value = Value> {
    let leaf = prop_oneof![
        Just(Value::Null),
        any::<bool>().prop_map(Value::from),
        any::<f64>().prop_map(Value::from),
        any::<i64>().prop_map(Value::from),
        ".{0,12}".prop_map(Value::from),
    ];
    let names = prop_oneof![
        Just("sucrose_g"),
        Just("water_g"),
        Just("reading"),
        Just("kind"),
        Just("boil_c"),
        Just("event"),
        Just("charge"),
        Just("pan"),
        Just("stage"),
        Just("reducing_g"),
    ];
    leaf.prop_recursive(3, 24, 6, move |inner| {
        prop_oneof![
            prop::collection::vec(inner.clone(), 0..4).prop_map(Value::from),
            prop::collection::vec((names.clone(), inner), 0..6)
                .prop_map(|pairs| pairs.into_iter().map(|(k, v)| (k.to_owned(), v)).collect()),
        ]
    })
}

#[test]
fn no_json_makes_it_fall_over() {
    let server = Server::lantern_steps();
    let before = server.stored();
    let paths = [
        "/api/v1/syrup/properties",
        "/api/v1/syrup/locate",
        "/api/v1/syrup/boil-down",
        "/api/v1/sweets/cashew-sheet/formula",
        "/api/v1/batches",
        "/api/v1/batches/1/events",
    ];
    proptest!(ProptestConfig::with_cases(300), |(body in any_json(), i in 0..paths.len())| {
        let answer = server.client.post(paths[i]).header(ContentType::JSON).body(body.to_string()).dispatch();
        let code = answer.status().code;
        prop_assert!(code < 500, "{} answered {code} to {body}", paths[i]);
        if code >= 400 {
            let problem: Value = answer.into_json().unwrap_or_default();
            prop_assert!(problem["detail"].as_str().is_some_and(|d| !d.is_empty()));
        }
    });
    assert_eq!(server.stored(), before);
}

#[test]
fn names_that_look_empty_and_orders_to_machines_are_refused() {
    let server = Server::empty();
    let charge = json!({"sucrose_g":300,"water_g":150});
    for title in ["", "  ", "\u{200b}\u{feff}", "\u{2800}", "Bell\u{7}", "a\nb", "turn\u{202e}ed", "\u{0}"] {
        let ask = json!({"charge":charge,"stage":"one-string","title":title});
        let (status, problem) = server.post("/api/v1/batches", &ask);
        assert_eq!(status.code, 422, "{title:?}: {problem}");
        let mut kitchen = server.get("/api/v1/kitchen").1["kitchen"].clone();
        kitchen["pans"][0]["name"] = json!(title);
        let (status, problem) = server.put_kitchen("", &json!(1), &kitchen);
        assert_eq!(status.code, 422, "{title:?}: {problem}");
    }
    let fine = json!({"charge":charge,"stage":"one-string","title":"Kaju · काजू कतली"});
    let id = server.ok("/api/v1/batches", &fine)["id"].clone();
    let judge = |note: &str| {
        server.put(&format!("/api/v1/batches/{id}/verdict"), &json!({"texture":"right","note":note})).0.code
    };
    assert_eq!((judge("two\nlines"), judge("a\u{1b}[31m")), (200, 422));
}

#[test]
fn an_address_asked_with_what_nobody_knows_is_refused_in_words() {
    let server = Server::lantern_steps();
    let description = server.get("/api/v1/openapi.json").1;
    let before = server.get("/api/v1/kitchen").1;
    let mut asked = 0;
    for (path, item) in description["paths"].as_object().expect("paths") {
        for (method, operation) in item.as_object().expect("operations") {
            let filled =
                path.replace("{id}", "1").replace("{key}", "cashew-sheet").replace("{tasting_id}", "1");
            let refused = |query: &str| {
                let address = format!("{filled}?{query}");
                let (status, told) = match method.as_str() {
                    "get" => server.get(&address),
                    "put" => server.put(&address, &json!({})),
                    "delete" => server.delete(&address),
                    _ => server.post(&address, &json!({})),
                };
                assert_eq!((status.code, &told["code"]), (422, &json!("wrong-query")), "{method} {address}");
            };
            refused("nobody=knows");
            for parameter in operation["parameters"].as_array().into_iter().flatten() {
                let name = parameter["name"].as_str().unwrap_or_default();
                let odd = match parameter["schema"]["type"].as_str() {
                    _ if parameter["in"] != "query" => continue,
                    Some("integer") => ["blue", "1e99", "99999999999999999999"],
                    Some("number") => ["blue", "NaN", "1e999"],
                    Some("boolean") => ["blue", "2", "tru"],
                    _ => continue,
                };
                odd.iter().for_each(|value| refused(&format!("{name}={value}")));
                asked += 1;
            }
        }
    }
    assert!(asked > 15, "{asked}");
    assert_eq!(server.get("/api/v1/kitchen").1, before);
    for (address, code) in [
        ("/api/v1/batches?texture=blue", 422),
        ("/api/v1/sweets?family=blue", 422),
        ("/api/v1/sweets?suits=blue", 422),
        ("/api/v1/sweets/cashew-sheet/export?format=blue", 422),
    ] {
        assert_eq!(server.get(address).0.code, code, "{address}");
    }
}
