//! Orders and their days over the network, on a real file: kept by version, planned, begun, late, listed.

use rocket::http::{ContentType, Header, Status};
use serde_json::{Value, json};

use crate::common::Server;

const HOUR_MS: i64 = 3_600_000;

/// The wall clock of no place at so many ms after 1970, as the API writes it.
fn wall(ms: i64) -> String {
    let at = jiff::Timestamp::from_millisecond(ms).expect("a moment");
    at.strftime("%Y-%m-%dT%H:00:00").to_string()
}

fn asked(server: &Server, who: &str, in_hours: i64, sweet: &str, amount: &Value) -> Value {
    let due = wall(server.now_ms() + in_hours * HOUR_MS);
    json!({"zone": "", "order": {"who": who, "due": due, "lines": [{"sweet_key": sweet, "amount": amount}]}})
}

fn over(server: &Server, path: &str, version: i64, body: &Value) -> (Status, Value) {
    let request = server.client.put(path.to_owned()).header(ContentType::JSON).body(body.to_string());
    let answer = request.header(Header::new("If-Match", format!("\"{version}\""))).dispatch();
    (answer.status(), answer.into_json().unwrap_or(Value::Null))
}

fn away(server: &Server, path: &str, version: i64) -> Status {
    let request = server.client.delete(path.to_owned());
    request.header(Header::new("If-Match", format!("\"{version}\""))).dispatch().status()
}

fn text(server: &Server, path: &str) -> String {
    let answer = server.client.get(path.to_owned()).dispatch();
    assert_eq!(answer.status(), Status::Ok, "{path}");
    answer.into_string().expect("text")
}

/// Days for an order of so many pieces in so many hours, planned and kept.
fn planned(server: &Server, in_hours: i64, sweet: &str, pieces: u32) -> Value {
    let order = asked(server, "A neighbour", in_hours, sweet, &json!({"kind": "pieces", "count": pieces}));
    let order = server.ok("/api/v1/orders", &order);
    let mut days = server.ok("/api/v1/day/fresh", &json!({"orders": [order["id"]]}));
    for hours in days["cooks"][0]["hours"].as_array_mut().expect("hours") {
        (hours["from"], hours["to"]) = (json!("00:00:00"), json!("23:59:00"));
    }
    let plan = server.ok("/api/v1/day/plan", &json!({"days": days, "seconds": 0.1}));
    assert_eq!(plan["status"], "planned", "{}", plan["because"]);
    days["starts"] = plan["starts"].clone();
    server.ok("/api/v1/days", &days)
}

#[test]
fn orders_are_kept_by_version_and_what_cannot_be_leaves_them_as_they_were() {
    let server = Server::empty();
    let pieces = json!({"kind": "pieces", "count": 20});
    let order = asked(&server, "A bookshop", 60, "cashew-sheet", &pieces);
    let kept = server.ok("/api/v1/orders", &order);
    let path = format!("/api/v1/orders/{}", kept["id"]);
    assert_eq!((&kept["version"], &kept["order"]["who"]), (&json!(1), &json!("A bookshop")));
    let mut more = order.clone();
    more["order"]["lines"][0]["amount"]["count"] = json!(24);
    assert_eq!(server.put(&path, &more).0, Status::PreconditionRequired);
    assert_eq!(over(&server, &path, 1, &more).1["version"], 2);
    assert_eq!(over(&server, &path, 1, &order).0, Status::PreconditionFailed);

    let refused = |amount: &Value, in_hours: i64, sweet: &str| {
        let (status, told) = server.post("/api/v1/orders", &asked(&server, "X", in_hours, sweet, amount));
        assert_eq!(status, Status::UnprocessableEntity, "{told}");
        told["code"].as_str().expect("a code").to_owned()
    };
    assert_eq!(refused(&pieces, -30, "cashew-sheet"), "contradiction", "due yesterday");
    assert_eq!(refused(&json!({"kind": "pieces", "count": 0}), 30, "cashew-sheet"), "out-of-range");
    assert_eq!(refused(&json!({"kind": "pieces", "count": 1_000_000}), 30, "cashew-sheet"), "out-of-range");
    assert_eq!(refused(&json!({"kind": "pieces", "count": -3}), 30, "cashew-sheet"), "wrong-shape");
    assert_eq!(refused(&pieces, 30, "no-such-sweet"), "unknown-name");
    let all = server.get("/api/v1/orders").1;
    assert_eq!(all.as_array().map(Vec::len), Some(1));
    assert_eq!(all[0]["order"]["lines"][0]["amount"]["count"], 24, "as it was");

    assert_eq!(away(&server, &path, 1), Status::PreconditionFailed);
    assert_eq!(away(&server, &path, 2), Status::NoContent);
    assert_eq!(server.get(&path).0, Status::NotFound);
}

#[test]
fn every_line_of_an_order_is_made_or_it_is_refused() {
    let server = Server::empty();
    let grams = |g: f64| json!({"kind": "mass", "finished_g": g});
    let pieces = |n: u32| json!({"kind": "pieces", "count": n});
    let khoya = asked(&server, "A neighbour", 60, "khoya", &pieces(20));
    let (status, refused) = server.post("/api/v1/orders", &khoya);
    assert_eq!(
        (status, &refused["code"]),
        (Status::UnprocessableEntity, &json!("contradiction")),
        "{refused}"
    );
    assert!(refused["detail"].as_str().is_some_and(|d| d.contains("how many grams")), "{refused}");
    assert_eq!(server.get("/api/v1/orders").1, json!([]), "nothing was taken");
    // The same sweet by the gram and by the piece: both are made.
    let ids: Vec<Value> =
        [("A neighbour", pieces(24)), ("A bookshop", grams(400.0)), ("A rowing club", pieces(12))]
            .iter()
            .map(|(who, amount)| {
                server.ok("/api/v1/orders", &asked(&server, who, 60, "cashew-sheet", amount))
            })
            .map(|order| order["id"].clone())
            .collect();
    let days = server.ok("/api/v1/day/fresh", &json!({"orders": ids}));
    let told = server.ok("/api/v1/day/plan", &json!({"days": days, "seconds": 0.1}));
    assert_eq!(told["status"], "planned", "{told}");
    let made: Vec<usize> = told["told"]["orders"]
        .as_array()
        .expect("orders")
        .iter()
        .map(|o| o["lines"][0]["batches"].as_array().map_or(0, Vec::len))
        .collect();
    assert_eq!(made, [1, 1, 1], "{}", told["told"]["said"]);
    assert_eq!(told["told"]["batches"].as_array().map(Vec::len), Some(2), "the pieces are one batch");
}

#[test]
fn who_must_not_eat_what_is_warned_and_what_nobody_knows_is_refused() {
    let server = Server::empty();
    let known = server.get("/api/v1/allergens").1;
    assert!(known.as_array().is_some_and(|all| all.contains(&json!("tree nuts"))), "{known}");
    let mut order = asked(&server, "A bookshop", 60, "cashew-sheet", &json!({"kind": "pieces", "count": 12}));
    order["order"]["avoids"] = json!(["nuts"]);
    let (status, refused) = server.post("/api/v1/orders", &order);
    assert_eq!(status, Status::UnprocessableEntity, "{refused}");
    assert_eq!(server.get("/api/v1/orders").1, json!([]), "nothing is stored");
    order["order"]["avoids"] = json!(["tree nuts", "sesame"]);
    let kept = server.ok("/api/v1/orders", &order);
    assert_eq!(kept["order"]["avoids"], json!(["tree nuts", "sesame"]));
    let days = server.ok("/api/v1/day/fresh", &json!({"orders": [kept["id"]]}));
    let told = server.ok("/api/v1/day/plan", &json!({"days": days, "seconds": 0}));
    let cautions = told["told"]["orders"][0]["cautions"].to_string();
    for words in ["has tree nuts in it", "A bookshop", "no sesame in it clean", "fresh fat", "cannot promise"]
    {
        assert!(cautions.contains(words), "{words}: {cautions}");
    }
    assert!(
        !cautions.contains("no tree nuts in it"),
        "what carries nuts cannot be kept clean of them: {cautions}"
    );
    // It is said at the stove before anything is touched, whoever starts it and wherever.
    let kept_days = server.ok("/api/v1/days", &days)["id"].clone();
    let mut start = told["told"]["batches"][0]["start"].clone();
    for (planned, words) in
        [(Value::Null, ""), (json!({"days_id": kept_days, "batch": "cashew-sheet.1"}), "tree nuts")]
    {
        start["planned"] = planned;
        let first = server.ok("/api/v1/batches/plan", &start)["setup"]["steps"][0]["hazards"].to_string();
        assert_eq!(first.contains("A bookshop must not eat that"), !words.is_empty(), "{first}");
        assert_eq!(first.contains("wash pan") && first.contains("sesame"), !words.is_empty(), "{first}");
    }
    start["planned"] = json!({"days_id": 4711, "batch": "cashew-sheet.1"});
    assert!(server.post("/api/v1/batches/plan", &start).0 == Status::Ok, "of days that were put away");
    // It goes out with the table, and comes in again.
    let table = text(&server, "/api/v1/orders.csv");
    assert!(table.contains("avoids") && table.contains("tree nuts"), "{table}");
    let again = table.replace("A bookshop", "A reading room");
    let read = server.ok("/api/v1/orders/table", &json!({"zone": "", "csv": again}));
    assert_eq!(read[0]["order"]["avoids"], json!(["tree nuts", "sesame"]));
}

/// A batter that rises ten hours cannot be mixed and fried between ten and noon of one day: the clock says so, by the name of
/// what finds no hour, and nothing is refused. With the evening it can.
#[test]
fn a_ferment_longer_than_the_hours_left_is_proved_to_be() {
    let server = Server::empty();
    let pieces = json!({"kind": "pieces", "count": 12});
    let asked = asked(&server, "A neighbour", 30, "lentil-coconut-dumplings", &pieces);
    let date = asked["order"]["due"].as_str().expect("a time")[..10].to_owned();
    let order = server.ok("/api/v1/orders", &asked);
    let mut days = server.ok("/api/v1/day/fresh", &json!({"orders": [order["id"]]}));
    let hours = |from: &str, to: &str| json!({"date": date, "from": from, "to": to});
    (days["first"], days["days"]) = (json!(date), json!(1));
    days["cooks"] = json!([{"name": "Cook", "hours": [hours("10:00:00", "12:00:00")]}]);
    let cannot = server.ok("/api/v1/day/plan", &json!({"days": days}));
    assert_eq!((&cannot["status"], &cannot["starts"]), (&json!("impossible"), &json!({})));
    let because = cannot["because"][0].as_str().expect("why");
    assert!(because.contains("dumplings") && because.contains("finds no hour"), "{because}");
    days["cooks"] = json!([{"name": "Cook", "hours": [hours("00:00:00", "23:59:00")]}]);
    let can = server.ok("/api/v1/day/plan", &json!({"days": days, "seconds": 0.1}));
    assert_eq!(can["status"], "planned", "{}", can["because"]);
}

/// A kitchen with one pan: what is fried and lies in warm syrup takes two, and that is all that is said against it.
#[test]
fn what_forbids_a_day_is_told_and_nothing_else() {
    let server = Server::empty();
    let pieces = json!({"kind": "pieces", "count": 12});
    let order = server.ok("/api/v1/orders", &asked(&server, "A neighbour", 60, "milk-solid-balls", &pieces));
    let days = server.ok("/api/v1/day/fresh", &json!({"orders": [order["id"]]}));
    let cannot = server.ok("/api/v1/day/plan", &json!({"days": days}));
    assert_eq!(cannot["status"], "impossible");
    let because = cannot["because"][0].as_str().expect("why");
    assert!(because.contains("“Heat the fat”") && because.contains("2 at once, and there is 1"), "{because}");
    let told = server.ok("/api/v1/day/ways", &json!({"days": days}));
    assert_eq!(told["hopeless"], json!([]), "the hours are no hindrance");
    let way = &told["ways"][0];
    assert_eq!(way["enough"], true, "{told}");
    assert!(way["words"].as_str().is_some_and(|w| w.starts_with("Borrow a second one like")), "{way}");
    let done = server.ok("/api/v1/day/plan", &json!({"days": way["days"], "seconds": 0.3}));
    assert_eq!(done["status"], "planned");
}

#[test]
fn a_table_of_orders_goes_in_whole_or_not_at_all_and_comes_out_again() {
    let server = Server::empty();
    let due = wall(server.now_ms() + 72 * HOUR_MS);
    let head = "who,due,sweet,method,pieces,grams,boxes,pieces_each,eaten_on,price,note";
    let good = format!(
        "{head}\nA bookshop,{due},cashew-sheet,,20,,,,,30.5,\"With a note, and a comma\"\nA bookshop,{due},khoya,,,400,,,,,\n=A neighbour,{due},sesame-jaggery-ladoo,,,,4,6,,,\n"
    );
    let bad = format!("{good}A third,never,cashew-sheet,,5,,,,,,\n");
    let (status, told) = server.post("/api/v1/orders/table", &json!({"csv": bad}));
    assert_eq!((status, &told["code"]), (Status::UnprocessableEntity, &json!("unreadable-table")));
    assert!(told["detail"].as_str().is_some_and(|d| d.contains("Line 5")), "{told}");
    assert_eq!(server.get("/api/v1/orders").1, json!([]), "none of them");
    let kept = server.ok("/api/v1/orders/table", &json!({"csv": good}));
    assert_eq!(kept.as_array().map(Vec::len), Some(2), "two lines are one order");
    assert_eq!(kept[0]["order"]["note"], "With a note, and a comma");
    // Read back by a reader, and in again without loss.
    let out = text(&server, "/api/v1/orders.csv");
    assert!(out.contains("\n'=A neighbour,"), "no spreadsheet takes a name for a formula: {out}");
    let again = Server::empty();
    let twice = again.ok("/api/v1/orders/table", &json!({"csv": out}));
    for (a, b) in twice.as_array().expect("orders").iter().zip(kept.as_array().expect("orders")) {
        assert_eq!(a["order"], b["order"]);
    }
}

/// One request takes an order in, plans, keeps and tells.
#[test]
fn an_order_becomes_a_kept_plan_in_one_request() {
    let server = Server::empty();
    let order = |in_hours, pieces: u32| {
        let count = json!({"kind": "pieces", "count": pieces});
        let asked = asked(&server, "A neighbour", in_hours, "cashew-sheet", &count);
        server.ok("/api/v1/orders", &asked)["id"].clone()
    };
    let (first, later) = (order(60, 24), order(60 + 24 * 7, 20));
    let made = server.ok("/api/v1/days/plan", &json!({"order": first, "zone": ""}));
    let (id, days) = (made["kept"]["id"].clone(), made["kept"]["days"].clone());
    assert_eq!((&made["kept"]["version"], &made["planned"]["status"]), (&json!(2), &json!("planned")));
    assert_eq!(days["starts"], made["planned"]["starts"], "what is told is what is kept");
    let told = |id: &Value| server.get(&format!("/api/v1/days/{id}/told")).1;
    assert_eq!(made["planned"], told(&id), "and what anybody is told who looks at it");

    // Another version was saved meanwhile; no version; nothing to plan: all stays as it was.
    let ask = |version: Value| json!({"days": days, "days_id": id, "version": version, "keep": true});
    let refused = |ask: &Value| server.post("/api/v1/days/plan", ask);
    assert_eq!(refused(&ask(json!(1))).0, Status::PreconditionFailed);
    assert_eq!(refused(&ask(Value::Null)).1["code"], "version-missing");
    assert_eq!(refused(&json!({})).1["code"], "missing");
    assert_eq!(refused(&json!({"order": 99})).0, Status::NotFound);
    assert_eq!(server.get("/api/v1/days").1, json!([made["kept"]]));

    // What stands is moved as little as may be, and kept once.
    let again = server.ok("/api/v1/days/plan", &ask(json!(2)));
    assert_eq!((&again["kept"]["version"], &again["kept"]["days"]["starts"]), (&json!(3), &days["starts"]));
    // An order of another week has days of its own.
    let own = json!({"days": days, "days_id": id, "version": 3, "order": later, "keep": true});
    let own = server.ok("/api/v1/days/plan", &own);
    assert_ne!(own["kept"]["id"], id);
    assert_eq!(server.get(&format!("/api/v1/days/{id}")).1["version"], 3, "as it was");
    assert_eq!(server.get("/api/v1/days/line").1, json!({"plans": 0, "within_s": 0}));
}

#[test]
fn days_are_planned_asked_about_pinned_and_made_possible() {
    let server = Server::empty();
    let kept = planned(&server, 40, "cashew-sheet", 24);
    let (id, days) = (&kept["id"], &kept["days"]);
    let told = server.get(&format!("/api/v1/days/{id}/told")).1;
    assert_eq!(
        (&told["status"], &told["moved"], &told["told"]["breaks"]),
        (&json!("planned"), &json!([]), &json!([]))
    );
    let step = "cashew-sheet.1/boil";
    let at = told["starts"][step].as_i64().expect("a start");
    let probe = |at_min: Value| {
        server.ok("/api/v1/day/probe", &json!({"days": days, "days_id": id, "step": step, "at_min": at_min}))
    };
    let why = probe(Value::Null);
    assert_eq!(why["moves"].as_array().map(Vec::len), Some(8));
    assert!(why["with"].is_null() && why["refused"].is_null());
    let there = probe(json!(at - 45));
    assert_eq!(there["with"]["starts"][step], at - 45);
    assert!(there["others_moved"].as_u64().is_some_and(|n| n > 3), "{there}");
    let never = probe(json!(-600));
    assert!(never["with"].is_null() && never["refused"].as_str().is_some(), "{never}");
    let lost = json!({"days": days, "step": "nobody/nothing"});
    assert_eq!(server.post("/api/v1/day/probe", &lost).1["code"], "unknown-name");

    for odd in [i32::MIN, i32::MAX] {
        let far = json!({"days": days, "step": step, "at_min": odd});
        assert_eq!(server.post("/api/v1/day/probe", &far).1["code"], "does-not-fit");
    }
    // What is agreed to be fetched later is late only after that.
    let mut later = days.clone();
    later["eased"] = json!({"cashew-sheet.1": {"later_min": 90}});
    let agreed = server.ok("/api/v1/day/plan", &json!({"days": later, "seed": 2}));
    let before = told["told"]["orders"][0]["due_min"].as_i64().expect("a minute");
    assert_eq!(agreed["told"]["orders"][0]["due_min"], before + 90);
    assert_eq!(agreed["status"], "planned");

    // A pin that is kept stays through a plan anew; two that contradict are told.
    let mut pinned = days.clone();
    pinned["pins"] = json!({step: at - 45});
    let plan = server.ok("/api/v1/day/plan", &json!({"days": pinned, "days_id": id, "seed": 9}));
    assert_eq!(plan["starts"][step], at - 45);
    pinned["pins"]["cashew-sheet.1/dissolve"] = json!(at + 45);
    let clash = server.ok("/api/v1/day/plan", &json!({"days": pinned, "days_id": id}));
    assert_eq!(clash["status"], "impossible");
    assert!(clash["because"][0].as_str().is_some_and(|b| b.contains("“Dissolve")), "{}", clash["because"]);

    // Hours in which it cannot be: proved, and ways that do it.
    let mut tight = days.clone();
    for hours in tight["cooks"][0]["hours"].as_array_mut().expect("hours") {
        (hours["from"], hours["to"]) = (json!("10:00:00"), json!("10:10:00"));
    }
    let cannot = server.ok("/api/v1/day/plan", &json!({"days": tight}));
    assert_eq!(cannot["status"], "impossible");
    let ways = server.ok("/api/v1/day/ways", &json!({"days": tight}));
    let way =
        ways["ways"].as_array().and_then(|w| w.iter().find(|w| w["enough"] == true)).expect("a way").clone();
    let done = server.ok("/api/v1/day/plan", &json!({"days": way["days"], "seconds": 0.3}));
    assert_eq!(done["status"], "planned", "{}", way["words"]);

    // Days inside out are refused, and the kept ones stay.
    let mut odd = days.clone();
    odd["cooks"][0]["hours"][0]["to"] = json!("00:00:00");
    let path = format!("/api/v1/days/{id}");
    assert_eq!(over(&server, &path, 1, &odd).1["code"], "contradiction");
    assert_eq!(&server.get(&path).1["days"], days);
}

#[test]
fn what_happens_at_the_stove_moves_the_plan_and_empties_the_cupboard() {
    let server = Server::empty();
    let pantry = json!({"money": "cr", "items": {"sugar": {"have_g": 2000.0, "pack_g": 1000.0, "price": 2.0}, "cashew": {"have_g": 100.0, "pack_g": 250.0, "price": 5.0}}});
    assert_eq!(over(&server, "/api/v1/pantry", 0, &pantry).1["version"], 1);
    assert_eq!(over(&server, "/api/v1/pantry", 0, &pantry).0, Status::PreconditionFailed);
    let mut odd = pantry.clone();
    odd["items"]["unobtainium"] = json!({});
    assert_eq!(over(&server, "/api/v1/pantry", 1, &odd).1["code"], "unknown-name");

    let kept = planned(&server, 30, "cashew-sheet", 24);
    let id = &kept["id"];
    let told = server.get(&format!("/api/v1/days/{id}/told")).1["told"].clone();
    let batch = told["batches"][0].clone();
    let list = server.ok("/api/v1/day/shopping", &json!({"days": kept["days"], "days_id": id}));
    let line = |list: &Value, key: &str| {
        list["lines"]
            .as_array()
            .expect("lines")
            .iter()
            .find(|l| l["ingredient"] == key)
            .expect("a line")
            .clone()
    };
    assert_eq!((&line(&list, "sugar")["packs"], &line(&list, "cashew")["packs"]), (&json!(0), &json!(1)));
    assert!(list["orders"][0]["cost"].as_f64().is_some_and(|c| c > 1.0));
    assert!(text(&server, &format!("/api/v1/days/{id}/shopping.txt")).contains("Cashew nuts: 1 × 250 g"));

    let begins = batch["steps"][0]["from_min"].as_i64().expect("a minute");
    let wait_s = (told["begins_ms"].as_i64().expect("ms") + 60_000 * begins - server.now_ms()) / 1000;
    server.ok("/api/v1/clock", &json!({"advance_s": wait_s}));
    let mut start = batch["start"].clone();
    start["planned"] = json!({"days_id": id, "batch": batch["key"]});
    let begun = server.ok("/api/v1/batches", &start);
    server.ok("/api/v1/clock", &json!({"advance_s": 50 * 60}));
    let late = server.get(&format!("/api/v1/days/{id}/told")).1;
    assert_eq!(late["told"]["batches"][0]["batch_id"], begun["id"]);
    assert!(late["moved"][0].as_str().is_some_and(|m| m.starts_with("Cashew sheet")), "{}", late["moved"]);
    let last = |v: &Value| v["starts"]["cashew-sheet.1/cut"].as_i64().expect("a start");
    assert!(last(&late) > kept["days"]["starts"]["cashew-sheet.1/cut"].as_i64().expect("a start"));
    assert_eq!(late["told"]["breaks"], json!([]));

    // Done and judged, it has used what it took, once.
    let sugar = |server: &Server| {
        server.get("/api/v1/pantry").1["pantry"]["items"]["sugar"]["have_g"].as_f64().expect("g")
    };
    let verdict = json!({"texture": "right", "note": ""});
    let path = format!("/api/v1/batches/{}/verdict", begun["id"]);
    assert_eq!(server.put(&path, &verdict).0, Status::Ok);
    let left = sugar(&server);
    let took = line(&list, "sugar")["needed_g"].as_f64().expect("g");
    assert!((2000.0 - left - took).abs() < 5.0, "{left} {took}");
    assert_eq!(server.put(&path, &verdict).0, Status::Ok);
    assert!((sugar(&server) - left).abs() < 1e-9, "only once");
}

#[test]
fn what_was_given_up_is_to_be_made_anew() {
    let server = Server::empty();
    let kept = planned(&server, 30, "cashew-sheet", 24);
    let told = |server: &Server| {
        server.get(&format!("/api/v1/days/{}/told", kept["id"])).1["told"]["batches"][0].clone()
    };
    let mut start = told(&server)["start"].clone();
    start["planned"] = json!({"days_id": kept["id"], "batch": "cashew-sheet.1"});
    let begun = server.ok("/api/v1/batches", &start);
    assert_eq!(told(&server)["batch_id"], begun["id"]);
    server.ok(&format!("/api/v1/batches/{}/events", begun["id"]), &json!({"event": "given_up"}));
    let anew = told(&server);
    assert!(anew["batch_id"].is_null() && anew["over"] == false, "{anew}");
    assert!(anew["steps"].as_array().is_some_and(|s| !s.is_empty() && s.iter().all(|s| s["begun"] == false)));
}

#[test]
fn the_demo_has_a_weekend_that_is_planned_and_checked() {
    let server = Server::lantern_steps();
    let days = server.get("/api/v1/days").1;
    assert_eq!(days[0]["days"]["orders"].as_array().map(Vec::len), Some(3));
    let told = server.get(&format!("/api/v1/days/{}/told", days[0]["id"])).1;
    assert_eq!((&told["status"], &told["told"]["breaks"]), (&json!("planned"), &json!([])));
    for order in told["told"]["orders"].as_array().expect("orders") {
        assert!(order["on_time_frac"].as_f64().is_some_and(|f| f > 0.7), "{order}");
    }
    let calendar = text(&server, &format!("/api/v1/days/{}/calendar.ics", days[0]["id"]));
    assert!(calendar.contains("BEGIN:VALARM") && calendar.contains("PRODID:-//Unctum//"));
}
