//! Kitchen days over the network: the published question, a day that cannot be, and what is no problem.

use crate::common::Server;
use rocket::http::Status;
use serde_json::{Value, json};

fn problem(text: &str) -> Value {
    serde_json::from_str(text).expect("a problem")
}

#[test]
fn a_day_is_planned_within_its_seconds_and_the_same_plan_is_judged_good() {
    let server = Server::empty();
    let of = problem(include_str!("../../../unctum-core/tests/days/i02.json"));
    let told = server.ok("/api/v1/day/solve", &json!({"problem": of, "seconds": 0.5, "seed": 1}));
    assert_eq!(told["status"], "planned");
    assert_eq!(told["starts"].as_object().map(serde_json::Map::len), Some(22));
    assert!(told["first_plan_ms"].as_f64().is_some_and(|ms| ms < 1000.0), "{}", told["first_plan_ms"]);
    assert_eq!((&told["terms"]["late_min"], &told["terms"]["stale_min"]), (&json!(0), &json!(0)));
    assert!(told["proof"].is_null() && told["because"] == json!([]));
}

#[test]
fn a_day_that_cannot_be_is_no_error_and_what_is_no_problem_is_one() {
    let server = Server::empty();
    let of = problem(include_str!("../../../unctum-core/tests/days/x01.json"));
    let told = server.ok("/api/v1/day/solve", &json!({"problem": of, "seconds": 2}));
    assert_eq!((&told["status"], &told["terms"]), (&json!("impossible"), &Value::Null));
    assert!(told["proof"].as_str().is_some_and(|p| p.contains("burner")), "{}", told["proof"]);
    let mut odd = of;
    odd["windows"] = json!([[900, 300]]);
    let (status, refused) = server.post("/api/v1/day/solve", &json!({"problem": odd}));
    assert_eq!(
        (status, &refused["code"]),
        (Status::UnprocessableEntity, &json!("unreadable-text")),
        "{refused}"
    );
}
