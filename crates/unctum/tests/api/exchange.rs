//! Sweets out to open formats and in from them; what is doubtful or hostile does no harm.

use crate::common::{Server, found, near, page};
use rocket::http::Status;
use serde_json::{Value, json};

fn keys(server: &Server) -> Vec<String> {
    let shelf = server.get("/api/v1/sweets").1;
    let cards = shelf["cards"].as_array().expect("cards");
    cards.iter().map(|c| c["key"].as_str().expect("key").to_owned()).collect()
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
        for format in ["unctum", "json_ld"] {
            let file = exported(&server, &key, format);
            let (status, back) = import(&server, format, &file, json!({}));
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
        serde_json::from_str(include_str!("../../../../catalogue/sweet.schema.json")).expect("schema file");
    assert_eq!(server.get("/api/v1/schemas/sweet").1, published);
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
    assert_eq!(steps[0]["minutes"], json!({"low": 20.0, "mid": 22.5, "high": 25.0}));
    assert_eq!(steps[2]["reason"], "Not told.");
    let f =
        server.ok(&format!("/api/v1/sweets/{key}/formula"), &json!({"size": {"kind": "times", "factor": 1}}));
    assert!(f["formula"]["lines"].as_array().expect("lines").iter().any(|l| l["ingredient"] == "cashew"));
}

/// What was read is sent back with what she says to it, and is not read again: the answers are the same as if it were.
#[test]
fn a_draft_is_sent_back_as_a_draft() {
    let server = Server::empty();
    let settled = json!([{"line": 1, "mass_g": 218}, {"line": 2, "mass_g": 200}, {"line": 3, "mass_g": 60}]);
    let (_, seen) = import(&server, "text", MESSY, json!({}));
    let by_draft = |more: Value| {
        let mut ask = json!({"format": "text", "raw": seen["raw"]});
        for (key, value) in more.as_object().expect("object") {
            ask[key] = value.clone();
        }
        server.post("/api/v1/sweets/import", &ask)
    };
    assert_eq!(by_draft(json!({})), (Status::Ok, seen.clone()));
    let (_, by_text) = import(&server, "text", MESSY, json!({"settled": settled}));
    assert_eq!(by_draft(json!({"settled": settled})), (Status::Ok, by_text));
    let mut renamed = seen["raw"].clone();
    renamed["name"] = json!("Read once");
    let (status, kept) = by_draft(json!({"raw": renamed, "settled": settled, "commit": true}));
    assert_eq!((status, &kept["sweet"]["name"]), (Status::Ok, &json!("Read once")), "{kept}");
    assert_eq!(found(&server, "own=true").len(), 1);

    for bad in [json!({"name": 3}), json!([]), json!("text"), json!({"moons": 1})] {
        let (status, problem) = by_draft(json!({"raw": bad, "commit": true}));
        assert_eq!((status.code, problem["code"].as_str()), (422, Some("wrong-shape")), "{problem}");
    }
    let (status, problem) = server.post("/api/v1/sweets/import", &json!({"format": "text", "commit": true}));
    assert_eq!((status.code, problem["code"].as_str()), (422, Some("no-recipe")), "{problem}");
    assert_eq!(found(&server, "own=true").len(), 1);
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
fn yield_and_times_go_out_and_come_in() {
    let server = Server::lantern_steps();
    let file: Value = serde_json::from_str(&exported(&server, "gram-flour-ladoo", "json_ld")).expect("json");
    assert!(file["totalTime"].as_str().is_some_and(|t| t.starts_with("PT")), "{file}");
    let steps = file["recipeInstructions"].as_array().expect("steps");
    assert!(steps.iter().any(|s| s["timeRequired"].as_str().is_some_and(|t| t.starts_with("PT"))));
    let pieces = file["recipeYield"][0].as_f64().expect("pieces");

    // The same by somebody else: without our document, with times beside and within the text.
    let recipe = json!({"@type": "Recipe", "name": "Round things", "recipeYield": ["20", "20 balls"],
        "totalTime": "PT1H15M", "recipeIngredient": ["400 g gram flour", "250 g ghee", "350 g powdered sugar"],
        "recipeInstructions": [
            {"@type": "HowToStep", "text": "Roast gram flour in ghee.", "timeRequired": "PT25M"},
            {"@type": "HowToStep", "text": "Rest it for half an hour, then work in powdered sugar."},
            {"@type": "HowToStep", "text": "Roll into balls."}]});
    let (status, seen) = import(&server, "json-ld", &recipe.to_string(), json!({"commit": true}));
    assert_eq!(status, Status::Ok, "{seen}");
    let method = &seen["sweet"]["methods"][0];
    assert_eq!(method["shape"], json!({"kind": "pieces", "piece_g": 50.0}));
    assert!(method["about"].as_str().is_some_and(|a| a.contains("75 min in all")), "{method}");
    let usual: Vec<_> =
        method["steps"].as_array().expect("steps").iter().map(|s| &s["minutes"]["mid"]).collect();
    assert_eq!(usual, [&json!(25.0), &json!(30.0), &json!(12.0)], "what is not told is usual for such work");
    assert!(seen["notes"].to_string().contains("No time is told for 1 of 3 steps"), "{}", seen["notes"]);
    let key = seen["stored_key"].as_str().expect("key");
    let f = server
        .ok(&format!("/api/v1/sweets/{key}/formula"), &json!({"size": {"kind": "pieces", "count": 40}}));
    near(&f["formula"]["finished_g"], 2000.0, 1e-6);
    assert!(pieces > 1.0);

    let (_, told) = import(
        &server,
        "text",
        "Simple squares\nMakes 24 pieces\n300 g sugar\n180 g ghee\nChill overnight.",
        json!({}),
    );
    assert_eq!(told["sweet"]["methods"][0]["shape"], json!({"kind": "pieces", "piece_g": 20.0}), "{told}");
    assert_eq!(told["sweet"]["methods"][0]["steps"][0]["minutes"]["low"], 480.0);
    assert_eq!(told["lines"].as_array().map(Vec::len), Some(2), "the yield is no ingredient");
}

#[test]
fn what_was_changed_in_a_file_of_ours_counts_more_than_what_it_was() {
    let server = Server::lantern_steps();
    let mut file: Value = serde_json::from_str(&exported(&server, "cashew-sheet", "json_ld")).expect("json");
    let whole = page(&server, "cashew-sheet")["sweet"].clone();

    file["name"] = json!("Cashew sheet of the lower lane");
    file["keywords"] = json!("added by another program");
    let (_, renamed) = import(&server, "json_ld", &file.to_string(), json!({}));
    assert_eq!(renamed["sweet"]["name"], "Cashew sheet of the lower lane");
    assert_eq!(renamed["sweet"]["methods"], whole["methods"], "nothing else is lost by a new name");
    assert_eq!(renamed["notes"], json!([]));

    let sugar = file["recipeIngredient"]
        .as_array()
        .expect("lines")
        .iter()
        .position(|l| l.as_str().is_some_and(|l| l.contains("Sugar")));
    file["recipeIngredient"][sugar.expect("sugar")] = json!("210 g Sugar");
    let (status, less) = import(&server, "json_ld", &file.to_string(), json!({}));
    assert_eq!(status, Status::Ok, "{less}");
    let line =
        less["lines"].as_array().expect("lines").iter().find(|l| l["ingredient"] == "sugar").expect("sugar");
    near(&line["mass_g"], 210.0, 1e-9);
    assert!(
        less["notes"][0].as_str().is_some_and(|n| n.contains("changed after this file was written")),
        "{less}"
    );
}

/// Texts as people write them: titles, lumps, yields, stages and times are taken for what they are.
#[test]
fn a_text_is_read_as_it_was_meant_or_asked_about() {
    let server = Server::empty();
    let read = |text: &str| import(&server, "text", text, json!({})).1;
    let kinds = |seen: &Value| {
        let parts = seen["parts"].as_array().expect("parts").clone();
        parts.iter().map(|p| p["taken"]["kind"].as_str().expect("kind").to_owned()).collect::<Vec<_>>()
    };
    let coconut = read(
        "Coconut barfi 250 g\n\n2 cups grated coconut\n1 cup sugar\n\nBoil the sugar with water to the hard ball stage.\nStir in the coconut, pour and cut. Makes about 20.",
    );
    assert_eq!(coconut["sweet"]["name"], "Coconut barfi 250 g");
    assert_eq!(kinds(&coconut), ["title", "ingredient", "ingredient", "step", "step"]);
    assert!(
        coconut["sweet"]["methods"][0]["shape"]["kind"] == "pieces",
        "{}",
        coconut["sweet"]["methods"][0]["shape"]
    );

    let lump = read("a lump of jaggery the size of a lime\n1 cup sesame\nMelt, mix and roll into balls.");
    assert_eq!(kinds(&lump), ["ingredient", "ingredient", "step"]);
    assert_eq!(lump["lines"][0]["name"], "Cane jaggery");
    assert!(lump["lines"][0]["mass_g"].is_null(), "nobody weighed it");
    assert_eq!(lump["doubts"][0]["kind"], "missing_amount");

    let brittle = read(
        "Sesame brittle\n200 g sugar\n100 g water\n150 g sesame seeds\nDissolve the sugar in the water and cook to the hard-ball stage.\nStir in the sesame.",
    );
    let steps = &brittle["sweet"]["methods"][0]["steps"];
    assert_eq!(steps[0]["effects"][0], json!({"kind":"boil_to_stage","stage":"hard-ball"}), "{steps}");
    assert!(steps.as_array().expect("steps").iter().all(|s| s["minutes"]["mid"].as_f64() > Some(0.0)));
    assert!(
        brittle["notes"].to_string().contains("No time is told for 2 of 2 steps"),
        "{}",
        brittle["notes"]
    );
    let kept = import(&server, "text", "Sesame brittle\n200 g sugar\n100 g water\n150 g sesame seeds\nDissolve the sugar in the water and cook to the hard-ball stage.\nStir in the sesame.", json!({"commit": true})).1;
    let key = kept["stored_key"].as_str().expect("stored");
    let plan =
        server.ok("/api/v1/batches/plan", &json!({"sweet_key": key, "size": {"kind":"times","factor":1}}));
    assert_eq!(plan["setup"]["syrup"]["stage"], "hard-ball");
}

/// Every line of every method, written as a plain recipe of anybody's and read back, names the same ingredient and
/// grams, or is asked about.
#[test]
fn our_own_recipes_without_their_extra_part_name_the_same_things() {
    let server = Server::lantern_steps();
    let (mut methods, mut wrong) = (0, Vec::new());
    for key in keys(&server) {
        let sweet = page(&server, &key)["sweet"].clone();
        for method in sweet["methods"].as_array().expect("methods") {
            methods += 1;
            let name = method["key"].as_str().expect("key");
            let path = format!("/api/v1/sweets/{key}/export?format=json_ld&method={name}");
            let mut recipe: Value = server.client.get(path).dispatch().into_json().expect("recipe");
            recipe.as_object_mut().expect("object").remove("unctum:document");
            let (status, back) = import(&server, "json_ld", &recipe.to_string(), json!({}));
            assert_eq!(status, Status::Ok, "{key} {name}: {back}");
            let steps = method["steps"].as_array().expect("steps").iter();
            let wanted: Vec<&Value> =
                steps.flat_map(|s| s["inputs"].as_array().into_iter().flatten()).collect();
            let lines = back["lines"].as_array().expect("lines");
            assert_eq!(lines.len(), wanted.len(), "{key} {name}");
            for (at, (line, wanted)) in lines.iter().zip(wanted).enumerate() {
                let asked = back["doubts"].as_array().expect("doubts").iter().any(|d| d["line"] == json!(at));
                let grams = |v: &Value| v.as_f64().unwrap_or(f64::NAN);
                let same = line["ingredient"] == wanted["ingredient"]
                    && (grams(&line["mass_g"]) - grams(&wanted["amount_g"])).abs() < 1e-6;
                if !same && !asked {
                    wrong.push(format!("{key}, {name}: {line} is not {wanted}"));
                }
            }
        }
    }
    assert!(methods >= 44, "{methods} methods");
    assert!(wrong.is_empty(), "{} wrong: {:#?}", wrong.len(), wrong);
}

#[test]
fn what_a_line_names_stands_before_its_use() {
    let server = Server::empty();
    for (line, key) in [
        ("150 g water to dissolve the sugar", "water"),
        ("2 tbsp ghee for frying cashews", "ghee"),
        ("1 to 2 cups sugar", "sugar"),
        ("1½ cups (200 g) gram flour, sifted", "gram-flour"),
        ("100 g sugar (boil it with the water)", "sugar"),
        ("For the syrup: 200 g sugar", "sugar"),
    ] {
        let (_, seen) =
            import(&server, "text", &format!("Title\n\nIngredients\n{line}\n\nMethod\nStir."), json!({}));
        assert_eq!(seen["lines"][0]["ingredient"], key, "{line}");
    }
}

#[test]
fn a_text_longer_than_any_recipe_is_refused_before_it_is_read() {
    let server = Server::empty();
    let long = ["2 cups sugar\n".repeat(401), "sugar ".repeat(20_000), "\u{bd} c\n".repeat(120_000)];
    for content in long {
        let begun = std::time::Instant::now();
        let (status, problem) = import(&server, "text", &content, json!({}));
        assert_eq!((status.code, &problem["code"]), (413, &json!("text-too-long")));
        assert!(begun.elapsed().as_secs() < 5, "refused at once");
    }
    assert_eq!(import(&server, "text", &"2 cups sugar\n".repeat(400), json!({})).0, Status::Ok);
}
