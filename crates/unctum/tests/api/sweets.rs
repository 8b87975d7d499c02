//! The sweets over the network, on a real file: opened, worked out, kept, read and written.
#![allow(clippy::expect_used, missing_docs)]

mod common;

use common::{Server, near};
use rocket::http::{ContentType, Header, Status};
use serde_json::{Value, json};

fn keys(server: &Server) -> Vec<String> {
    let shelf = server.get("/api/v1/sweets").1;
    let cards = shelf["cards"].as_array().expect("cards");
    cards.iter().map(|c| c["key"].as_str().expect("key").to_owned()).collect()
}

fn found(server: &Server, query: &str) -> Vec<String> {
    let (status, shelf) = server.get(&format!("/api/v1/sweets?{query}"));
    assert_eq!(status, Status::Ok, "{shelf}");
    let cards = shelf["cards"].as_array().expect("cards");
    cards.iter().map(|c| c["key"].as_str().expect("key").to_owned()).collect()
}

fn page(server: &Server, key: &str) -> Value {
    server.get(&format!("/api/v1/sweets/{key}")).1
}

fn exported(server: &Server, key: &str, format: &str) -> String {
    let answer = server.client.get(format!("/api/v1/sweets/{key}/export?format={format}")).dispatch();
    assert_eq!(answer.status(), Status::Ok);
    assert!(answer.headers().get_one("Content-Disposition").is_some_and(|d| d.contains("attachment")));
    answer.into_string().expect("text")
}

fn import(server: &Server, format: &str, content: &str, more: Value) -> (Status, Value) {
    let mut ask = json!({"format": format, "content": content});
    for (key, value) in more.as_object().expect("object") {
        ask[key] = value.clone();
    }
    server.post("/api/v1/sweets/import", &ask)
}

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
fn every_sweet_opens_scales_and_comes_back_from_both_formats() {
    let server = Server::lantern_steps();
    let keys = keys(&server);
    assert!(keys.len() >= 34, "{} sweets", keys.len());
    for key in keys {
        let sweet = page(&server, &key)["sweet"].clone();
        for method in sweet["methods"].as_array().expect("methods") {
            let at = |factor: f64| {
                let ask = json!({"method_key": method["key"], "size": {"kind": "times", "factor": factor}});
                server.ok(&format!("/api/v1/sweets/{key}/formula"), &ask)["formula"].clone()
            };
            let one = at(1.0)["finished_g"].as_f64().expect("mass");
            for factor in [0.25, 10.0] {
                near(&at(factor)["finished_g"], one * factor, 1e-6 * one * factor);
            }
        }
        for format in ["unctum", "json-ld"] {
            let name = format.replace('-', "_");
            let file = exported(&server, &key, format);
            let (status, back) = import(&server, &name, &file, json!({}));
            assert_eq!(status, Status::Ok, "{key} {format}: {back}");
            assert_eq!(back["sweet"], sweet, "{key} comes back from {format} as it was");
            assert_eq!(back["faults"], json!([]));
        }
    }
}

#[test]
fn the_schema_is_the_one_that_is_published() {
    let server = Server::empty();
    let published: Value =
        serde_json::from_str(include_str!("../../../catalogue/sweet.schema.json")).expect("schema file");
    assert_eq!(server.get("/api/v1/schemas/sweet").1, published);
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
        assert_eq!((status.code, problem["code"].as_str()), (422, Some("bad-process")), "{problem}");
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
    assert_eq!(server.ok("/api/v1/sweets/check", &good), json!({"faults": [], "doubts": []}));
    let mut salty = page(&server, "gram-flour-ladoo")["sweet"].clone();
    salty["methods"][0]["steps"][6]["inputs"][1]["amount_g"] = json!(60);
    let doubts = server.ok("/api/v1/sweets/check", &salty)["doubts"].clone();
    assert_eq!((doubts[0]["kind"].as_str(), doubts.as_array().map(Vec::len)), (Some("far_outside"), Some(1)));
    assert!(doubts[0]["words"].as_str().is_some_and(|w| w.contains("60.0 g Cardamom")), "{doubts}");
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
    assert_eq!((status.code, problem["code"].as_str()), (422, Some("bad-process")));
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

const MESSY: &str = "Grandmother's besan ladoo\n\nIngredients:\n- 4 cups besan, sifted\n- 1 cup ghee (400 g)\n\
    - 11/2 cups powdered sugar\n- 2 fistfuls cashews\n- 1 tsp cardamom powder\n\nMethod:\n\
    1. Roast the besan in ghee on a low flame for 20-25 minutes until it smells nutty.\n\
    2. Let it cool, then mix in powdered sugar, cashews and cardamom.\n3. Roll into balls.\n";

#[test]
fn a_messy_text_is_asked_about_before_it_is_kept() {
    let server = Server::empty();
    let (status, seen) = import(&server, "text", MESSY, json!({}));
    assert_eq!(status, Status::Ok, "{seen}");
    assert_eq!(seen["sweet"]["name"], "Grandmother's besan ladoo");
    let doubts = seen["doubts"].as_array().expect("doubts");
    let kinds: Vec<&str> = doubts.iter().map(|d| d["kind"].as_str().expect("kind")).collect();
    assert_eq!(kinds, ["weight_against_volume", "two_readings", "unknown_unit"]);
    assert_eq!(seen["lines"][3]["mass_g"], Value::Null, "unknown stays unknown");
    let (status, problem) = import(&server, "text", MESSY, json!({"commit": true}));
    assert_eq!((status.code, problem["code"].as_str()), (422, Some("doubts-open")));
    assert!(found(&server, "own=true").is_empty());

    let settled = json!([
        {"line": 1, "mass_g": 218}, {"line": 2, "mass_g": 200}, {"line": 3, "mass_g": 60}]);
    let (status, kept) = import(&server, "text", MESSY, json!({"commit": true, "settled": settled}));
    assert_eq!(status, Status::Ok, "{kept}");
    let key = kept["stored_key"].as_str().expect("key");
    let sweet = page(&server, key)["sweet"].clone();
    let steps = sweet["methods"][0]["steps"].as_array().expect("steps").clone();
    assert_eq!(steps.len(), 3);
    assert!(steps[0]["cue"].as_str().is_some_and(|c| c.starts_with("Until it smells nutty")));
    assert_eq!(steps[0]["minutes"], json!({"low_min": 20.0, "mid_min": 22.5, "high_min": 25.0}));
    assert_eq!(steps[2]["reason"], "Not told.");
    let f =
        server.ok(&format!("/api/v1/sweets/{key}/formula"), &json!({"size": {"kind": "times", "factor": 1}}));
    assert!(f["formula"]["lines"].as_array().expect("lines").iter().any(|l| l["ingredient"] == "cashew"));
}

#[test]
fn recipes_of_others_are_read_and_hostile_ones_do_no_harm() {
    let server = Server::empty();
    let recipe = json!({"@context": "https://schema.org", "@graph": [{"@type": "WebPage"}, {
        "@type": ["Thing", "Recipe"], "name": "Coconut <script>alert(1)</script> squares",
        "description": "<b>Soft</b> &amp; white",
        "recipeIngredient": ["2 cups grated coconut", "200 g sugar", "<img src=x onerror=alert(1)> 100 ml milk"],
        "recipeInstructions": [{"@type": "HowToSection", "name": "Cook", "itemListElement": [
            {"@type": "HowToStep", "text": "Cook coconut, sugar and milk until thick."}, {"@type": "HowToStep", "name": "Cut"}]}]}]});
    let (status, seen) = import(&server, "json_ld", &recipe.to_string(), json!({"commit": true}));
    assert_eq!(status, Status::Ok, "{seen}");
    assert!(!seen.to_string().contains("<script") && !seen.to_string().contains("onerror"), "{seen}");
    assert_eq!(seen["sweet"]["methods"][0]["steps"].as_array().map(Vec::len), Some(2));
    let kept = found(&server, "own=true").len();

    let code = |format: &str, content: &str| {
        import(&server, format, content, json!({"commit": true})).1["code"].clone()
    };
    assert_eq!(code("json_ld", "{}"), "no-recipe");
    assert_eq!(code("json_ld", "not json"), "malformed-json");
    assert_eq!(code("json_ld", &"[".repeat(5000)), "malformed-json");
    assert_eq!(code("json_ld", &json!({"@type": "Recipe"}).to_string()), "no-recipe");
    assert_eq!(code("text", "   \n  "), "no-recipe");
    assert_eq!(code("unctum", "{\"format\":\"other\",\"version\":1,\"sweet\":{}}"), "wrong-shape");
    assert_eq!(code("text", &"x".repeat(20 << 20)), "too-large");
    let nested = (0..60).fold(json!("deep"), |inner, _| json!({"itemListElement": [inner]}));
    let deep = json!({"@type": "Recipe", "name": "Deep", "recipeIngredient": ["100 g sugar"], "recipeInstructions": nested});
    let (status, answer) = import(&server, "json_ld", &deep.to_string(), json!({}));
    assert!(status == Status::Ok || status.code == 400, "{answer}");
    let many: Vec<String> = (0..5000).map(|i| format!("{i} g sugar")).collect();
    let long = json!({"@type": "Recipe", "name": "Long", "recipeIngredient": many});
    assert_eq!(code("json_ld", &long.to_string()), "doubts-open", "nothing is taken on trust");
    assert_eq!(found(&server, "own=true").len(), kept, "nothing of it was stored");
}

#[test]
fn two_thousand_own_sweets_are_kept_and_found() {
    let server = Server::empty();
    let store = server.store();
    let sweet: unctum_core::process::Sweet =
        serde_json::from_value(page(&server, "sesame-jaggery-ladoo")["sweet"].clone()).expect("sweet");
    let catalogue = unctum::catalogue::Catalogue::load().expect("catalogue");
    let ladder = unctum_core::syrup::Ladder::default();
    let setting =
        unctum_core::process::Setting { larder: &catalogue.larder, ladder: &ladder, air: Default::default() };
    store
        .write(|c| {
            for i in 0..2000 {
                let mut one = sweet.clone();
                one.name = format!("Sesame {i}");
                let card = unctum_core::process::Card::of(&one, true, &setting)?;
                unctum_store::sweet::create(c, &one, &card, ("Made", i))?;
            }
            Ok(())
        })
        .expect("stored");
    let shelf = server.get("/api/v1/sweets?q=sesame&own=true").1;
    assert_eq!((shelf["total"].as_i64(), shelf["cards"].as_array().map(Vec::len)), (Some(2000), Some(60)));
    assert_eq!(found(&server, "q=sesame%201999&own=true").len(), 1);
}
