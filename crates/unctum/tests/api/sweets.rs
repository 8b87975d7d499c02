//! The sweets over the network, on a real file: opened, worked out, kept, read and written.

use crate::common::{Server, found, near, page};
use rocket::http::{ContentType, Header, Status};
use serde_json::{Value, json};

fn put(server: &Server, key: &str, version: Option<i64>, body: &Value) -> (Status, Value) {
    let mut request =
        server.client.put(format!("/api/v1/sweets/{key}")).header(ContentType::JSON).body(body.to_string());
    if let Some(version) = version {
        request = request.header(Header::new("If-Match", format!("\"{version}\"")));
    }
    let answer = request.dispatch();
    (answer.status(), answer.into_json().unwrap_or(Value::Null))
}

#[test]
fn sweets_are_found_by_what_cooks_call_them() {
    let server = Server::empty();
    assert_eq!(found(&server, "q=kaju%20katli")[0], "cashew-sheet");
    assert_eq!(found(&server, "q=rosogolla"), ["poached-chhena-balls"]);
    assert_eq!(found(&server, "q=KAYA"), ["coconut-egg-jam"]);
    assert!(found(&server, "ingredient=peanut").is_empty());
    assert!(found(&server, "q=sesame").contains(&"sesame-jaggery-ladoo".to_owned()));
    let no_milk = found(&server, "without=milk,egg");
    assert!(
        no_milk.contains(&"coconut-milk-jaggery-slab".to_owned()) && !no_milk.contains(&"khoya".to_owned())
    );
    let quick = found(&server, "max_min=60&beginner=true&instrument_free=true");
    assert!(!quick.is_empty() && quick.len() < 20, "{quick:?}");
    assert_eq!(found(&server, "family=chhena"), ["discs-in-saffron-milk", "poached-chhena-balls"]);
    assert!(found(&server, "q=100%25_").is_empty());
    let (status, problem) = server.get("/api/v1/sweets?family=moons");
    assert_eq!((status.code, problem["code"].as_str()), (422, Some("unknown-name")));
}

#[test]
fn an_own_sweet_is_made_changed_and_put_back() {
    let server = Server::lantern_steps();
    let mut mine = page(&server, "gram-flour-ladoo")["sweet"].clone();
    mine["name"] = json!("Lantern ladoo");
    let made = server.ok("/api/v1/sweets", &mine);
    let key = made["key"].as_str().expect("key").to_owned();
    assert_eq!((made["version"].as_i64(), made["sweet"]["key"].as_str()), (Some(1), Some(key.as_str())));
    let answer = server.client.get(format!("/api/v1/sweets/{key}")).dispatch();
    assert_eq!(answer.headers().get_one("ETag"), Some("\"1\""));

    mine["about"] = json!("With less sugar.");
    let (status, problem) = put(&server, &key, None, &mine);
    assert_eq!((status.code, problem["code"].as_str()), (428, Some("version-missing")));
    let (status, second) = put(&server, &key, Some(1), &mine);
    assert_eq!((status, second["version"].as_i64()), (Status::Ok, Some(2)), "{second}");
    // Somebody else had read version 1.
    let (status, problem) = put(&server, &key, Some(1), &mine);
    assert_eq!((status.code, problem["code"].as_str()), (412, Some("changed-meanwhile")));
    assert!(problem["detail"].as_str().is_some_and(|d| d.contains("version 2")));

    let history = server.get(&format!("/api/v1/sweets/{key}/history")).1;
    assert_eq!(history.as_array().map(Vec::len), Some(2));
    let restore = |version: i64, based_on: i64| {
        let answer = server
            .client
            .post(format!("/api/v1/sweets/{key}/restore"))
            .header(ContentType::JSON)
            .header(Header::new("If-Match", format!("\"{based_on}\"")))
            .body(json!({"version": version}).to_string())
            .dispatch();
        (answer.status(), answer.into_json::<Value>().unwrap_or(Value::Null))
    };
    let (status, third) = restore(1, 2);
    assert_eq!((status, third["version"].as_i64()), (Status::Ok, Some(3)));
    assert_ne!(third["sweet"]["about"], "With less sugar.");

    let remove = |version: i64| {
        let request = server.client.delete(format!("/api/v1/sweets/{key}"));
        request.header(Header::new("If-Match", format!("\"{version}\""))).dispatch().status()
    };
    assert_eq!(remove(2), Status::PreconditionFailed);
    assert_eq!(remove(3), Status::NoContent);
    assert_eq!(server.get(&format!("/api/v1/sweets/{key}")).0, Status::NotFound);
    assert!(found(&server, "own=true").is_empty());
    assert_eq!(restore(2, 4).0, Status::Ok, "what was taken off can be put back");
    assert_eq!(found(&server, "own=true&q=lantern"), std::slice::from_ref(&key));
    assert_eq!(found(&server, "q=lantern&without=milk"), Vec::<String>::new());
    let (status, problem) = put(&server, "cashew-sheet", Some(1), &mine);
    assert_eq!((status.code, problem["code"].as_str()), (422, Some("catalogue-sweet")));
    // What is the cook's own is worked out and cooked like any other.
    let f = server
        .ok(&format!("/api/v1/sweets/{key}/formula"), &json!({"size": {"kind": "pieces", "count": 24}}));
    assert_eq!(f["formula"]["pieces"]["count"], json!(24.0));
}

#[test]
fn what_is_wrong_with_a_sweet_is_told_with_its_place_and_nothing_is_stored() {
    let server = Server::empty();
    let good = page(&server, "cashew-sheet")["sweet"].clone();
    let refused = |change: &dyn Fn(&mut Value), place: &str, words: &str| {
        let mut bad = good.clone();
        change(&mut bad["methods"][0]);
        let (status, problem) = server.post("/api/v1/sweets", &bad);
        assert_eq!((status.code, problem["code"].as_str()), (422, Some("bad-sweet")), "{problem}");
        let faults = server.ok("/api/v1/sweets/check", &bad)["faults"].clone();
        let told = faults.as_array().expect("faults").iter().any(|f| {
            f["field"].as_str() == Some(place) && f["words"].as_str().is_some_and(|w| w.contains(words))
        });
        assert!(told, "{place}, {words}: {faults}");
    };
    refused(&|m| m["steps"][0]["after"] = json!(["cut"]), "steps", "wait for each other");
    refused(&|m| m["steps"][1]["inputs"][0]["amount_g"] = json!(-1), "inputs", "between 0 and");
    refused(&|m| m["steps"][2]["cue"] = json!(" "), "cue", "what shows");
    refused(&|m| m["steps"][2]["effects"][0]["stage"] = json!("thin"), "amounts", "starts past");
    refused(&|m| m["shape"]["piece_cm2"] = json!(0), "shape", "No piece");
    refused(&|m| m["steps"] = json!([]), "steps", "at least one step");
    let (status, problem) = server.post("/api/v1/sweets", &json!({"name": "Half a sweet"}));
    assert_eq!((status.code, problem["code"].as_str()), (422, Some("wrong-shape")));
    assert_eq!(server.ok("/api/v1/sweets/check", &good), json!({"faults": [], "doubts": [], "hasty": []}));
    let mut salty = page(&server, "gram-flour-ladoo")["sweet"].clone();
    salty["methods"][0]["steps"][6]["inputs"][1]["amount_g"] = json!(60);
    let doubts = server.ok("/api/v1/sweets/check", &salty)["doubts"].clone();
    assert_eq!((doubts[0]["kind"].as_str(), doubts.as_array().map(Vec::len)), (Some("far_outside"), Some(1)));
    assert!(doubts[0]["words"].as_str().is_some_and(|w| w.contains("60 g Cardamom")), "{doubts}");
    assert!(found(&server, "own=true").is_empty());
}

#[test]
fn what_is_made_at_home_is_part_of_the_answer() {
    let server = Server::lantern_steps();
    let make = json!({"kind": "make", "ingredient": "chhena"});
    let ask = json!({"size": {"kind": "pieces", "count": 30}, "variation": [make]});
    let f = server.ok("/api/v1/sweets/discs-in-saffron-milk/formula", &ask);
    let steps = f["method"]["steps"].as_array().expect("steps");
    assert!(steps.iter().any(|s| s["key"] == "chhena-curdle"));
    assert!(f["cautions"]["hot-milk"].as_str().is_some());
    let lines = f["formula"]["lines"].as_array().expect("lines");
    assert!(lines.iter().any(|l| l["ingredient"] == "lime-juice"));
    let effects = f["effects"].as_array().expect("effects");
    assert!(effects.iter().any(|e| e["words"].as_str().is_some_and(|w| w.contains("of your own"))));
}

#[test]
fn sizes_that_cannot_be_are_refused() {
    let server = Server::empty();
    let refused = |size: Value, code: &str| {
        let (status, problem) = server.post("/api/v1/sweets/cashew-sheet/formula", &json!({"size": size}));
        assert_eq!((status.code, problem["code"].as_str()), (422, Some(code)), "{problem}");
    };
    refused(json!({"kind": "pieces", "count": 0}), "out-of-range");
    refused(json!({"kind": "pieces", "count": 10_000_000}), "out-of-range");
    refused(json!({"kind": "tray", "length_cm": 2, "width_cm": 2, "height_cm": 2}), "does-not-fit");
    refused(json!({"kind": "times", "factor": "twice"}), "wrong-shape");
    refused(json!({"kind": "moons", "count": 3}), "wrong-shape");
    let unknown = json!({"size": {"kind": "times", "factor": 1}, "method_key": "by-moonlight"});
    let (status, problem) = server.post("/api/v1/sweets/cashew-sheet/formula", &unknown);
    assert_eq!((status.code, problem["code"].as_str()), (422, Some("unknown-name")));
    let change = json!({"kind": "stage", "step": "boil", "stage": "thin"});
    let ask = json!({"size": {"kind": "times", "factor": 1}, "variation": [change]});
    let (status, problem) = server.post("/api/v1/sweets/cashew-sheet/formula", &ask);
    assert_eq!((status.code, problem["code"].as_str()), (422, Some("step-cannot")));
}

#[test]
fn her_own_cup_and_two_methods() {
    let server = Server::lantern_steps();
    let kitchen = server.get("/api/v1/kitchen").1;
    let katori = kitchen["kitchen"]["measures"]
        .as_array()
        .expect("measures")
        .iter()
        .find(|m| m["measure"]["name"] == "Katori");
    let ask =
        json!({"size": {"kind": "cups", "cup_ml": 180, "count": 1}, "cup_id": katori.expect("katori")["id"]});
    let f = server.ok("/api/v1/sweets/seven-part-barfi/formula", &ask);
    let lines = f["formula"]["lines"].as_array().expect("lines").clone();
    let sugar = lines.iter().find(|l| l["ingredient"] == "sugar").expect("sugar");
    assert_eq!(sugar["measured"]["of"], "Katori");
    near(&sugar["measured"]["count"], 3.0, 1e-9);
    let both = json!({"left": "syrup", "right": "one-pan", "size": {"kind": "mass", "finished_g": 800}});
    let compared = server.ok("/api/v1/sweets/gram-flour-ghee-slab/compare", &both);
    near(&compared["left"]["finished_g"], 800.0, 1e-6);
    assert!(compared["comparison"]["numbers"].as_array().expect("numbers").len() > 8);
    let ask = json!({"ingredient": "gram-flour", "state": "sifted", "count": 2, "from": {"kind": "volume", "volume_ml": 180}, "to": {"kind": "gram"}});
    near(&server.ok("/api/v1/measures/convert", &ask)["count"], 144.0, 0.01);
    let bad = json!({"ingredient": "gram-flour", "count": 2, "from": {"kind": "piece", "piece": "egg"}, "to": {"kind": "gram"}});
    assert_eq!(server.post("/api/v1/measures/convert", &bad).1["code"], "unknown-name");
}

#[test]
fn two_thousand_own_sweets_are_kept_and_found() {
    let server = Server::empty();
    let store = server.store();
    let sweet: unctum_core::process::Sweet =
        serde_json::from_value(page(&server, "sesame-jaggery-ladoo")["sweet"].clone()).expect("sweet");
    let catalogue = unctum::catalogue::Catalogue::load().expect("catalogue");
    let kitchen = server.store().read(unctum_store::kitchen::load).expect("kitchen");
    let book = catalogue.book(&kitchen).expect("book");
    store
        .write(|c| {
            for i in 0..2000 {
                let mut one = sweet.clone();
                one.name = format!("Sesame {i}");
                let card = unctum_core::shelf::Card::of(&one, true, &book, None)?;
                unctum_store::sweet::create(c, &one, &card, ("Made", i))?;
            }
            Ok(())
        })
        .expect("stored");
    let shelf = server.get("/api/v1/sweets?q=sesame&own=true").1;
    assert_eq!((shelf["total"].as_i64(), shelf["cards"].as_array().map(Vec::len)), (Some(2000), Some(60)));
    assert_eq!(found(&server, "q=sesame%201999&own=true").len(), 1);
}

/// The shelf and the page tell the same times and the same difficulty, in whatever kitchen.
#[test]
fn a_card_says_what_its_page_says() {
    for server in [Server::lantern_steps(), Server::empty()] {
        let cards = server.get("/api/v1/sweets").1["cards"].as_array().expect("cards").clone();
        for card in cards {
            let key = card["key"].as_str().expect("key");
            let first = page(&server, key)["sweet"]["methods"][0].clone();
            let ask = json!({"method_key": first["key"], "size": {"kind": "times", "factor": 1}});
            let f = server.ok(&format!("/api/v1/sweets/{key}/formula"), &ask)["formula"].clone();
            near(&card["total_min"], f["times"]["total_min"]["mid"].as_f64().expect("min"), 1e-9);
            near(&card["hands_min"], f["times"]["hands_min"].as_f64().expect("min"), 1e-9);
            assert_eq!(card["level"], first["level"], "{key}");
        }
    }
}
