//! The kitchen over the network: the first hour, a ring checked with cups, two tabs at once.

use crate::common::{Server, near};
use serde_json::{Value, json};

fn answers() -> Value {
    json!({"ring":"gas_medium","pan":"heavy","width_cm":22,"cup":"katori","altitude_m":900})
}

#[test]
fn four_answers_make_a_kitchen_that_says_what_it_guessed() {
    let server = Server::empty();
    let view = server.get("/api/v1/kitchen").1;
    assert_eq!(view["version"], 1, "nobody has set it up");
    assert_eq!(view["words"]["pans"][0]["known"], "never weighed");
    let first = server.ok("/api/v1/kitchen/first", &answers());
    assert_eq!(first["guesses"].as_array().map(Vec::len), Some(3));
    let (status, saved) = server.put_kitchen("?reason=First%20hour", &json!(1), &first["kitchen"]);
    assert_eq!((status.code, &saved["version"]), (200, &json!(2)), "{saved}");
    assert!(saved["kitchen"]["bench"]["scale_step_g"].is_null());
    assert_eq!(saved["kitchen"]["thermometers"], json!([]));
    near(&saved["water_boil_c"], 97.0, 0.2);
    let check = json!({"check":{"ring":saved["kitchen"]["rings"][0]["ring"],"pan":saved["kitchen"]["pans"][0]["pan"],
        "cup":saved["kitchen"]["measures"][0]["measure"],"cups":2,"flame_frac":1,"took_s":230},
        "room":saved["kitchen"]["room"]});
    let found = server.ok("/api/v1/kitchen/calibrations/ring-cups", &check);
    assert!(found["efficiency"]["sd"].as_f64() < found["efficiency"]["before_sd"].as_f64());
    let odd = json!({"ring":"gas_medium","pan":"heavy","width_cm":2,"cup":"katori","altitude_m":900});
    assert_eq!(server.post("/api/v1/kitchen/first", &odd).0.code, 422);
}

#[test]
fn two_tabs_keep_both_their_changes_or_are_asked() {
    let server = Server::lantern_steps();
    let view = server.get("/api/v1/kitchen").1;
    let version = view["version"].clone();
    let (mut one, mut two) = (view["kitchen"].clone(), view["kitchen"].clone());
    one["measures"][0]["measure"]["volume_ml"] = json!(200);
    two["room"]["altitude_m"] = json!(1200);
    two["rings"][0]["ring"]["name"] = json!("Front ring");
    assert_eq!(server.put_kitchen("", &version, &one).0.code, 200);
    let (status, both) = server.put_kitchen("", &version, &two);
    assert_eq!(status.code, 200, "{both}");
    assert_eq!(both["kitchen"]["measures"][0]["measure"]["volume_ml"], json!(200.0));
    assert_eq!(both["kitchen"]["room"]["altitude_m"], json!(1200.0));
    assert_eq!(both["kitchen"]["rings"][0]["ring"]["name"], "Front ring");

    // A third tab, as old as the first, changed the cup too.
    let mut three = view["kitchen"].clone();
    three["measures"][0]["measure"]["volume_ml"] = json!(150);
    let before = server.get("/api/v1/kitchen").1;
    let (status, problem) = server.put_kitchen("", &version, &three);
    assert_eq!((status.code, problem["code"].as_str()), (412, Some("both-changed")));
    assert!(problem["detail"].as_str().is_some_and(|d| d.contains("the cups and spoons")), "{problem}");
    assert_eq!(server.get("/api/v1/kitchen").1, before, "nothing is changed by asking");
    let (status, mine) = server.put_kitchen("?mine_stands=true", &version, &three);
    assert_eq!(status.code, 200);
    assert_eq!(mine["kitchen"]["measures"][0]["measure"]["volume_ml"], json!(150.0));
    assert_eq!(mine["kitchen"]["room"]["altitude_m"], json!(1200.0), "theirs stays where mine did not touch");
    let undone = server.get("/api/v1/kitchen/history").1[0]["id"].clone();
    server.ok(&format!("/api/v1/kitchen/history/{undone}/undo"), &json!(null));
    assert_eq!(server.get("/api/v1/kitchen").1["kitchen"], before["kitchen"]);
}

#[test]
fn a_weight_that_is_cleared_is_a_guess_and_says_so() {
    let server = Server::lantern_steps();
    let view = server.get("/api/v1/kitchen").1;
    let mut cleared = view["kitchen"].clone();
    cleared["pans"][0]["pan"]["weighed"] = json!(false);
    let saved = server.put_kitchen("", &view["version"], &cleared).1;
    let pan = &saved["kitchen"]["pans"][0]["pan"];
    assert_eq!(
        (&pan["weighed"], &saved["words"]["pans"][0]["known"]),
        (&json!(false), &json!("never weighed"))
    );
    assert!(
        pan["tare_g"].as_f64() != view["kitchen"]["pans"][0]["pan"]["tare_g"].as_f64(),
        "guessed from its make"
    );
    let mut wider = saved["kitchen"].clone();
    wider["pans"][0]["pan"]["diameter_cm"] = json!(30);
    let wider = server.put_kitchen("", &saved["version"], &wider).1;
    assert!(wider["kitchen"]["pans"][0]["pan"]["tare_g"].as_f64() > pan["tare_g"].as_f64());
}

/// What a pan weighs, told at the stove, is known in the kitchen; told in the kitchen, it reaches what goes on.
#[test]
fn a_pan_weighed_in_one_place_is_weighed_in_both() {
    let server = Server::empty();
    let mut first = server.ok("/api/v1/kitchen/first", &answers())["kitchen"].clone();
    first["bench"]["scale_step_g"] = json!(1.0);
    let saved = server.put_kitchen("", &json!(1), &first).1;
    let (pan, ring) = (&saved["kitchen"]["pans"][0]["id"], &saved["kitchen"]["rings"][0]["id"]);
    let start =
        json!({"charge":{"sucrose_g":300,"water_g":150},"stage":"one-string","pan_id":pan,"ring_id":ring});
    let batch = server.ok("/api/v1/batches", &start);
    assert_eq!(batch["setup"]["pan"]["weighed"], false);
    let events = |id: &Value| format!("/api/v1/batches/{id}/events?after_seq=0");
    let light = json!({"event":"pan_weighed","gross_g":300,"full":true});
    let (status, problem) = server.post(&events(&batch["id"]), &light);
    assert_eq!((status.code, problem["code"].as_str()), (422, Some("not-now")), "lighter than what is in it");
    assert_eq!(server.get("/api/v1/kitchen").1["version"], saved["version"]);

    let told = server.ok(&events(&batch["id"]), &json!({"event":"pan_weighed","gross_g":2450,"full":true}));
    near(&told["setup"]["pan"]["tare_g"], 2000.0, 1e-6);
    let kitchen = server.get("/api/v1/kitchen").1;
    near(&kitchen["kitchen"]["pans"][0]["pan"]["tare_g"], 2000.0, 1e-6);
    assert_eq!(kitchen["kitchen"]["pans"][0]["pan"]["weighed"], true);
    server.ok(&events(&batch["id"]), &json!({"event":"given_up"}));

    // The other way: unknown again when it was started, weighed in the kitchen while it boils.
    let mut again = kitchen["kitchen"].clone();
    again["pans"][0]["pan"]["weighed"] = json!(false);
    let view = server.put_kitchen("", &kitchen["version"], &again).1;
    let second = server.ok("/api/v1/batches", &start);
    server.ok(&events(&second["id"]), &json!({"event":"flame","flame":"medium"}));
    again["pans"][0]["pan"]["weighed"] = json!(true);
    again["pans"][0]["pan"]["tare_g"] = json!(1900);
    assert_eq!(server.put_kitchen("", &view["version"], &again).0.code, 200);
    server.ok("/api/v1/clock", &json!({"advance_s":300}));
    let now = server.get(&format!("/api/v1/batches/{}", second["id"])).1;
    near(&now["setup"]["pan"]["tare_g"], 1900.0, 1e-6);
    assert!(now["state"]["syrup"]["turn_off_gross_g"].as_f64() > Some(1900.0));
}
