//! The notebook over the network, on a real file: what it learnt, searched, compared, tasted, pictured, taken away.

use image::{DynamicImage, ImageFormat, RgbImage};
use rocket::http::{ContentType, Status};
use serde_json::{Value, json};

use crate::common::Server;

fn value<'a>(learnt: &'a Value, name: &str) -> &'a Value {
    let all = learnt["values"].as_array().expect("values");
    all.iter().find(|v| v["name"] == name).unwrap_or_else(|| panic!("{name} among {all:?}"))
}

fn plan(server: &Server) -> Value {
    let size = json!({"kind": "ingredient", "ingredient": "cashew", "amount_g": 400});
    server.ok(
        "/api/v1/batches/plan",
        &json!({"sweet_key": "cashew-sheet", "size": size, "pan_id": 1, "ring_id": 1, "thermometer_id": 1}),
    )
}

/// The hidden truths of the demo are nowhere in what it tells: a ring at 0.74 of what is usual, a dial 2.5 K low, long
/// strings.
#[test]
fn the_past_teaches_what_nobody_told_and_what_is_accepted_changes_the_next_start() {
    let server = Server::lantern_steps();
    let learnt = server.get("/api/v1/learnt").1;
    let mid = |name: &str| value(&learnt, name)["now"]["mid"].as_f64().expect("mid");
    assert!((mid("Left ring") - 0.42 * 0.74).abs() < 0.025, "{}", value(&learnt, "Left ring"));
    assert!((mid("Right ring") - 0.42 * 1.06).abs() < 0.03, "{}", value(&learnt, "Right ring"));
    assert!((mid("Spring dial") + 2.5).abs() < 0.5, "{}", value(&learnt, "Spring dial"));
    assert!(mid("Your strings") > 1.15, "{}", value(&learnt, "Your strings"));
    let odd: Vec<&Value> = learnt["odd"].as_array().expect("odd").iter().collect();
    assert!(odd.iter().any(|o| o["why"][0].as_str().is_some_and(|w| w.starts_with("Rescued"))));

    let before = plan(&server);
    assert_eq!(before["learnt"], json!([]));
    let about = value(&learnt, "Left ring")["about"].clone();
    let after = server.ok("/api/v1/learnt", &json!({"act": "accept", "about": about}));
    assert_eq!(value(&after, "Left ring")["offered"], false);
    let now = plan(&server);
    let off_s = |plan: &Value| plan["syrup"]["turn_off"]["at_s"]["mid"].as_f64().expect("turn-off");
    let ratio = off_s(&now) / off_s(&before);
    assert!((1.25..1.6).contains(&ratio), "{ratio}");
    assert!(now["learnt"][0]["words"].as_str().expect("words").contains("Left ring"));
    assert_eq!(now["learnt"][0]["batches"], value(&learnt, "Left ring")["batches"]);
    let bench = server.get("/api/v1/kitchen").1;
    assert!(
        bench["known_rings"][0]["ring"]["efficiency_frac"].as_f64()
            < bench["kitchen"]["rings"][0]["ring"]["efficiency_frac"].as_f64()
    );

    server.ok("/api/v1/learnt", &json!({"act": "take_back", "about": about}));
    assert!((off_s(&plan(&server)) - off_s(&before)).abs() < 1e-9);
    let (status, told) = server.post("/api/v1/learnt", &json!({"act": "accept", "about": {"kind": "cups"}}));
    assert_eq!((status, &told["code"]), (Status::UnprocessableEntity, &json!("missing")));
}

#[test]
fn a_batch_that_is_left_out_teaches_nothing_and_one_more_teaches_at_once() {
    let server = Server::lantern_steps();
    let learnt = server.get("/api/v1/learnt").1;
    let of = |learnt: &Value| value(learnt, "Induction plate")["batches"].as_u64().expect("batches");
    let ids: Vec<i64> = value(&learnt, "Induction plate")["from"]
        .as_array()
        .expect("from")
        .iter()
        .map(|f| f["batch_id"].as_i64().expect("id"))
        .collect();
    let without = server.ok("/api/v1/learnt", &json!({"act": "leave_out", "batch_id": ids[0], "out": true}));
    assert_eq!(of(&without), of(&learnt) - 1);
    assert!(without["odd"].as_array().expect("odd").iter().any(|o| o["left_out"] == true));
    let again = server.ok("/api/v1/learnt", &json!({"act": "leave_out", "batch_id": ids[0], "out": false}));
    assert_eq!(again["values"], learnt["values"]);
    // A verdict that changes is learnt from at once.
    let verdict = json!({"texture": "too_soft", "second_grade": 6, "lost": 2, "pieces": 32});
    let (status, _) = server.put("/api/v1/batches/20/verdict", &verdict);
    assert_eq!(status, Status::Ok);
    let judged = server.get("/api/v1/learnt").1;
    let lost = value(&judged, "Cashew sheet: pieces lost");
    assert!(lost["now"]["mid"].as_f64() > lost["before"]["mid"].as_f64(), "{lost}");
}

#[test]
fn the_notebook_is_searched_by_what_a_cook_remembers() {
    let server = Server::lantern_steps();
    let titles = |query: &str| -> Vec<String> {
        let lines = server.lines(query);
        lines
            .as_array()
            .expect("lines")
            .iter()
            .map(|l| l["title"].as_str().expect("title").to_owned())
            .collect()
    };
    assert_eq!(titles("?words=phone%20rang"), ["Cashew sheet"], "a word of its note");
    assert_eq!(titles("?words=100%25"), Vec::<String>::new(), "a sign of the search is a sign");
    assert_eq!(titles("?texture=crumbly"), ["Cashew sheet"]);
    assert!(titles("?pan_id=3").iter().all(|t| t == "Syrup for milk balls"));
    assert!(titles("?sweet_key=cashew-sheet&texture=right").len() >= 5);
    let index = server.get("/api/v1/notebook/index").1;
    let newest = index["newest_ms"].as_i64().expect("newest");
    let fortnight = newest - 14 * 86_400_000;
    let late = titles(&format!("?from_ms={fortnight}")).len();
    assert_eq!(late + titles(&format!("?until_ms={fortnight}")).len(), 20);
    assert!(late > 2 && late < 10);
    let (status, told) = server.get("/api/v1/batches?texture=gluey");
    assert_eq!((status, &told["code"]), (Status::UnprocessableEntity, &json!("missing")));
}

#[test]
fn a_batch_tells_why_two_are_compared_and_one_is_made_again() {
    let server = Server::lantern_steps();
    let crumbly = server.lines("?texture=crumbly")[0]["id"].as_i64().expect("id");
    let page = server.get(&format!("/api/v1/batches/{crumbly}/page")).1;
    let first = &page["causes"][0];
    assert_eq!(first["kind"], "turn_off", "{first}");
    assert!(first["points"].as_f64().expect("points") > 3.0);
    let boil = page["steps"].as_array().expect("steps").iter().find(|s| s["step"] == "boil").expect("boil");
    assert!(boil["planned_min"]["mid"].as_f64().is_some() && boil["real_min"].as_f64().is_some());
    let both = server.get(&format!("/api/v1/notebook/compare?first={crumbly}&second=20")).1;
    let felt = &both["differences"][0];
    assert_eq!(
        (&felt["first"], &felt["second"], &felt["differs"]),
        (&json!("crumbly"), &json!("right"), &json!(true))
    );
    assert_eq!(server.get("/api/v1/notebook/compare?first=1&second=999").0, Status::NotFound);

    // The one that was turned off early by her string was too soft: again, and further.
    let soft = server.lines("?texture=too_soft")[0]["id"].as_i64().expect("id");
    let again = server.ok(&format!("/api/v1/batches/{soft}/again"), &json!({}));
    assert_eq!(again["ask"]["sweet_key"], "cashew-sheet");
    let same = server.ok(&format!("/api/v1/batches/{soft}/again"), &json!({"wanted": []}));
    let target =
        |ask: &Value| server.ok("/api/v1/batches/plan", ask)["setup"]["syrup"]["target_solids_frac"].clone();
    let further = json!({"aim_stages": 0.25});
    let mut more = same["ask"].clone();
    more["aim_stages"] = further["aim_stages"].clone();
    assert!(target(&more).as_f64() > target(&same["ask"]).as_f64());
    more["aim_stages"] = json!(3.0);
    assert_eq!(server.post("/api/v1/batches/plan", &more).1["code"], "out-of-range");
}

#[test]
fn it_is_tasted_again_and_what_did_not_keep_shortens() {
    let server = Server::lantern_steps();
    let lines = server.lines("?sweet_key=cashew-sheet");
    let made = lines.as_array().and_then(|l| l.last()).expect("an old one").clone();
    let id = made["id"].as_i64().expect("id");
    let days = |n: i64| made["started_ms"].as_i64().expect("ms") + n * 86_400_000;
    let path = format!("/api/v1/batches/{id}/tastings");
    let stale = json!({"at_ms": days(5), "place": "room", "tasted": "stale", "note": "Dry at the rim."});
    let (status, page) = server.post(&path, &stale);
    assert_eq!(status, Status::Created);
    assert!((page["tastings"][0]["day"].as_f64().expect("day") - 5.0).abs() < 0.3);
    let learnt = server.get("/api/v1/learnt").1;
    let keeps = value(&learnt, "Cashew sheet: how long it keeps");
    assert!(keeps["now"]["mid"].as_f64() < keeps["before"]["mid"].as_f64(), "{keeps}");
    let tasting_id = page["tastings"][0]["id"].as_i64().expect("id");
    let gone = server.ok(&format!("{path}/{tasting_id}/remove"), &json!({}));
    assert_eq!(gone["tastings"], json!([]));
    let back = server.ok(&format!("{path}/{tasting_id}/remove?back=true"), &json!({}));
    assert_eq!(back["tastings"][0]["note"], "Dry at the rim.");
    assert_eq!(
        server.post(&path, &json!({"at_ms": 1, "place": "shelf", "tasted": "good"})).0,
        Status::UnprocessableEntity
    );
}

/// A picture as a phone held upright takes it: lying, with a word on how it was held, and where.
fn phone_picture(width: u32, height: u32) -> Vec<u8> {
    let picture =
        RgbImage::from_fn(width, height, |x, y| image::Rgb([(x % 256) as u8, (y % 256) as u8, 120]));
    let mut jpeg = Vec::new();
    let mut to = std::io::Cursor::new(&mut jpeg);
    DynamicImage::ImageRgb8(picture).write_to(&mut to, ImageFormat::Jpeg).expect("a picture");
    // Orientation 6, turned by a quarter, and a maker.
    let tiff: &[u8] = b"MM\x00\x2a\x00\x00\x00\x08\x00\x02\x01\x0f\x00\x02\x00\x00\x00\x0b\x00\x00\x00\x26\x01\x12\x00\x03\x00\x00\x00\x01\x00\x06\x00\x00\x00\x00\x00\x00SecretCam\x00\x00";
    let length = u16::try_from(2 + 6 + tiff.len()).expect("short").to_be_bytes();
    let exif = [&[0xff, 0xe1][..], &length, b"Exif\x00\x00", tiff].concat();
    [&jpeg[..2], &exif, &jpeg[2..]].concat()
}

fn send(server: &Server, id: i64, bytes: &[u8]) -> (Status, Value) {
    let request = server.client.post(format!("/api/v1/batches/{id}/photos")).header(ContentType::JPEG);
    let answer = request.body(bytes).dispatch();
    (answer.status(), answer.into_json().unwrap_or(Value::Null))
}

#[test]
fn photographs_are_upright_small_and_without_their_camera() {
    let server = Server::lantern_steps();
    let (status, kept) = send(&server, 20, &phone_picture(2400, 1200));
    assert_eq!(status, Status::Created, "{kept}");
    assert_eq!(
        (&kept[0]["width_px"], &kept[0]["height_px"]),
        (&json!(800), &json!(1600)),
        "upright and shrunk"
    );
    let id = kept[0]["id"].as_i64().expect("id");
    let bytes = |query: &str| {
        let answer = server.client.get(format!("/api/v1/photos/{id}{query}")).dispatch();
        assert_eq!((answer.status(), answer.content_type()), (Status::Ok, Some(ContentType::JPEG)));
        answer.into_bytes().expect("bytes")
    };
    let holds = |bytes: &[u8], word: &[u8]| bytes.windows(word.len()).any(|w| w == word);
    let whole = bytes("");
    assert!(!holds(&whole, b"SecretCam") && !holds(&whole, b"Exif"));
    assert!(holds(&phone_picture(8, 8), b"SecretCam"), "it was there");
    assert!(bytes("?small=true").len() < whole.len() / 2);

    let away = server.ok(&format!("/api/v1/photos/{id}/remove"), &json!({}));
    assert_eq!(away, json!([]));
    assert_eq!(server.client.get(format!("/api/v1/photos/{id}")).dispatch().status(), Status::NotFound);
    assert_eq!(
        server.ok(&format!("/api/v1/photos/{id}/remove?back=true"), &json!({})).as_array().map(Vec::len),
        Some(1)
    );
    for _ in 1..12 {
        assert_eq!(send(&server, 20, &phone_picture(40, 30)).0, Status::Created);
    }
    let (status, told) = send(&server, 20, &phone_picture(40, 30));
    assert_eq!((status, &told["code"]), (Status::UnprocessableEntity, &json!("too-many")));
}

#[test]
fn what_is_no_picture_is_refused_and_nothing_is_kept() {
    let server = Server::lantern_steps();
    let whole = phone_picture(400, 300);
    // Fifty-four megapixels that pack into a few kilobytes.
    let mut bomb = Vec::new();
    let dark = image::GrayImage::new(9000, 6000);
    dark.write_to(&mut std::io::Cursor::new(&mut bomb), ImageFormat::Png).expect("packed");
    let mut wide = Vec::new();
    let line = image::GrayImage::new(13_000, 1);
    line.write_to(&mut std::io::Cursor::new(&mut wide), ImageFormat::Png).expect("packed");
    let hostile: [&[u8]; 6] =
        [b"", b"<svg xmlns='http://www.w3.org/2000/svg'/>", &whole[..60], &bomb, &wide, &[0xff; 5000]];
    for bytes in hostile {
        let (status, told) = send(&server, 20, bytes);
        assert_eq!((status, &told["code"]), (Status::UnprocessableEntity, &json!("no-picture")), "{told}");
    }
    let (status, told) = send(&server, 20, &vec![7; 16 * 1024 * 1024]);
    assert_eq!((status, &told["code"]), (Status::PayloadTooLarge, &json!("too-large")));
    assert_eq!(send(&server, 999, &whole).0, Status::NotFound);
    assert_eq!(server.get("/api/v1/batches/20/page").1["photos"], json!([]));
    // The name it had before still answers.
    assert_eq!(server.get("/api/v1/batches/20/tale").1, server.get("/api/v1/batches/20/page").1);
}

#[test]
fn everything_goes_out_and_comes_in_again_without_loss() {
    let server = Server::lantern_steps();
    assert_eq!(send(&server, 20, &phone_picture(60, 40)).0, Status::Created);
    let verdict = json!({"texture": "right", "taste": "flat", "look": "dull", "second_grade": 3, "lost": 1, "note": "=1+1"});
    assert_eq!(server.put("/api/v1/batches/20/verdict", &verdict).0, Status::Ok);
    let tasting = json!({"at_ms": 1, "place": "cold", "tasted": "good", "note": "Fine."});
    assert_eq!(server.post("/api/v1/batches/20/tastings", &tasting).0, Status::Created);
    let everything = server.get("/api/v1/notebook/everything.json").1;
    assert_eq!(everything["notebook"]["batches"].as_array().map(Vec::len), Some(20));
    assert!(!everything["notebook"]["planning"].as_array().expect("orders").is_empty());

    let other = Server::empty();
    let come = other.ok("/api/v1/notebook/everything", &everything);
    assert_eq!((&come["whole"], &come["batches"]), (&json!(true), &json!(20)));
    assert_eq!(other.get("/api/v1/notebook/everything.json").1, everything);

    // By the words of before it is the same.
    let text = everything.to_string().replace("\"second_grade\":", "\"seconds\":");
    let before: Value =
        serde_json::from_str(&text.replace("\"planning\":", "\"papers\":")).expect("still a file");
    assert_ne!(before, everything);
    let earlier = Server::empty();
    assert_eq!(earlier.ok("/api/v1/notebook/everything", &before)["whole"], json!(true));
    assert_eq!(earlier.get("/api/v1/notebook/everything.json").1, everything);
    assert_eq!(other.get("/api/v1/learnt").1["values"], server.get("/api/v1/learnt").1["values"]);

    // A file in which a hand has doubled batches: the same are known, a changed one comes in under a number of its own.
    let mut doubled = everything.clone();
    let batches = doubled["notebook"]["batches"].as_array_mut().expect("batches");
    let mut again = batches.clone();
    again[3]["started_ms"] = json!(1_700_000_000_000_i64);
    batches.append(&mut again);
    let third = Server::empty();
    let come = third.ok("/api/v1/notebook/everything", &doubled);
    assert_eq!(
        (&come["whole"], &come["batches"], &come["doubled"], &come["unreadable"]),
        (&json!(true), &json!(21), &json!(19), &json!(0))
    );

    // Read in a second time every batch is known; of a notebook that is used, only what is new comes in.
    let twice = other.ok("/api/v1/notebook/everything", &everything);
    assert_eq!(
        (&twice["whole"], &twice["batches"], &twice["doubled"]),
        (&json!(false), &json!(0), &json!(20))
    );
    let mut one_more = everything.clone();
    let batches = one_more["notebook"]["batches"].as_array_mut().expect("batches");
    batches.truncate(2);
    batches[1]["started_ms"] = json!(1_700_000_000_000_i64);
    batches[0]["started_ms"] = json!(1_690_000_000_000_i64);
    batches[0]["setup"] = json!({"nothing": "of the kind"});
    let some = other.ok("/api/v1/notebook/everything", &one_more);
    assert_eq!((&some["batches"], &some["unreadable"]), (&json!(1), &json!(1)));
    assert_eq!(other.get("/api/v1/batches").1["total"], 21);

    // What a newer or a broken program wrote is counted, never a fault of this one.
    let mut odd = everything.clone();
    let of = &mut odd["notebook"];
    of["batches"][0]["log"][0]["event"] = json!({"event": "sung_to", "song": "slow"});
    of["batches"][1]["log"][1]["seq"] = of["batches"][1]["log"][0]["seq"].clone();
    of["batches"][2]["photos"] =
        json!([{"at_ms": 1, "width_px": 1, "height_px": 1, "image": "no base 64", "small": ""}]);
    of["planning"][1]["id"] = of["planning"][0]["id"].clone();
    let fifth = Server::empty();
    let come = fifth.ok("/api/v1/notebook/everything", &odd);
    assert_eq!((&come["batches"], &come["unreadable"]), (&json!(17), &json!(4)));
    assert_eq!(fifth.get("/api/v1/batches").1["total"], 18, "the one of the song stands as unreadable");
    let odd_again = other.ok("/api/v1/notebook/everything", &odd);
    assert_eq!(odd_again["batches"], json!(0), "{odd_again}");

    let mut newer = everything;
    newer["version"] = json!(9);
    assert_eq!(other.post("/api/v1/notebook/everything", &newer).1["code"], "not-a-notebook");
    assert_eq!(other.post_text("/api/v1/notebook/everything", "{\"format\":").1["code"], "malformed-json");
    let schema = server.get("/api/v1/schemas/notebook").1;
    assert!(schema["$defs"]["WholeBatch"]["properties"]["photos"].is_object(), "{schema}");
}

#[test]
fn batches_and_readings_are_tables() {
    let server = Server::lantern_steps();
    let verdict = json!({"texture": "right", "note": "=1+1, \"so\"\nand on"});
    assert_eq!(server.put("/api/v1/batches/20/verdict", &verdict).0, Status::Ok);
    let rows = |path: &str| -> Vec<csv::StringRecord> {
        let answer = server.client.get(path.to_owned()).dispatch();
        assert_eq!((answer.status(), answer.content_type()), (Status::Ok, Some(ContentType::CSV)));
        let text = answer.into_string().expect("text");
        csv::Reader::from_reader(text.as_bytes()).records().map(|r| r.expect("a row")).collect()
    };
    let batches = rows("/api/v1/notebook/batches.csv");
    assert_eq!(batches.len(), 20);
    let newest = batches.last().expect("one");
    assert_eq!(newest.get(newest.len() - 1), Some("'=1+1, \"so\"\nand on"), "no formula");
    let readings = rows("/api/v1/notebook/readings.csv");
    assert!(readings.len() > 60);
    let strength: f64 = readings[0].get(5).expect("strength").parse().expect("a number");
    assert!((20.0..95.0).contains(&strength));
}
