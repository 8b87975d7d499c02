//! Who comes in: other pages, other names, the network; passcode, code on the screen, revoked devices.

use rocket::http::{ContentType, Cookie, Header, Status};
use rocket::local::blocking::LocalRequest;
use serde_json::{Value, json};
use std::net::SocketAddr;
use unctum::app::App;
use unctum::gateway::{Peer, Way};

use crate::common::Server;

/// Somebody on the network, at this port of the door.
pub fn phone(server: &Server, port: u16) -> SocketAddr {
    let ip = format!("10.77.0.{}", port % 200 + 1).parse().expect("address");
    let app = server.client.rocket().state::<App>().expect("app");
    app.gateway.know(port, Peer { ip, way: Way::Network });
    SocketAddr::new("127.0.0.1".parse().expect("address"), port)
}

pub fn own_address() -> String {
    let own = unctum::gateway::machine_addresses();
    own.iter().find(|ip| ip.is_ipv4() && !ip.is_loopback()).or(own.first()).expect("an address").to_string()
}

fn said(request: LocalRequest<'_>) -> (Status, Value) {
    let answer = request.dispatch();
    (answer.status(), answer.into_json().unwrap_or(Value::Null))
}

fn code(answer: &(Status, Value)) -> (u16, &str) {
    (answer.0.code, answer.1["code"].as_str().unwrap_or_default())
}

const START: &str = r#"{"charge":{"sucrose_g":300,"water_g":150},"stage":"one-string"}"#;

#[test]
fn another_page_reads_and_changes_nothing() {
    let server = Server::lantern_steps();
    let before = server.stored();
    let host = || Header::new("Host", "127.0.0.1:8080");
    let post = || server.client.post("/api/v1/batches").body(START).header(host());
    let refused = |request: LocalRequest<'_>, wanted: (u16, &str)| {
        let answer = said(request);
        assert_eq!(code(&answer), wanted, "{}", answer.1);
    };
    // A form, a beacon, a text: what a page may send without asking.
    refused(post(), (415, "not-json"));
    for kind in ["text/plain", "application/x-www-form-urlencoded", "multipart/form-data; boundary=x"] {
        refused(post().header(Header::new("Content-Type", kind)), (415, "not-json"));
    }
    for origin in ["http://elsewhere.example", "null", "http://127.0.0.1:9999", "https://127.0.0.1:8080"] {
        refused(post().header(ContentType::JSON).header(Header::new("Origin", origin)), (403, "other-page"));
    }
    for site in ["cross-site", "same-site"] {
        let header = || Header::new("Sec-Fetch-Site", site);
        refused(post().header(ContentType::JSON).header(header()), (403, "other-page"));
        let get = server.client.get("/api/v1/kitchen").header(host()).header(header());
        refused(get, (403, "other-page"));
    }
    // A name that somebody else pointed at this machine.
    for name in ["elsewhere.example", "127.0.0.1.elsewhere.example:8080", "localhost.elsewhere.example", ""] {
        let get = server.client.get("/api/v1/kitchen").header(Header::new("Host", name.to_owned()));
        refused(get, (421, "wrong-host"));
        let post = server.client.post("/api/v1/batches").body(START).header(ContentType::JSON);
        refused(post.header(Header::new("Host", name.to_owned())), (421, "wrong-host"));
    }
    assert_eq!(server.stored(), before);
    // Its own page may.
    let own = post().header(ContentType::JSON).header(Header::new("Origin", "http://127.0.0.1:8080"));
    assert_eq!(said(own.header(Header::new("Sec-Fetch-Site", "same-origin"))).0, Status::Created);
}

#[test]
fn every_answer_says_what_a_browser_may_do_with_it() {
    let server = Server::empty();
    for path in ["/", "/api/v1/health", "/api/v1/nothing", "/no/such.file"] {
        let answer = server.client.get(path).dispatch();
        let header = |name| answer.headers().get_one(name).unwrap_or_default().to_owned();
        let policy = header("Content-Security-Policy");
        assert!(policy.contains("base-uri 'none'") && policy.contains("frame-ancestors 'none'"), "{policy}");
        assert!(!policy.contains("unsafe-inline"), "{policy}");
        assert_eq!(header("Cross-Origin-Opener-Policy"), "same-origin");
        assert_eq!(header("Cross-Origin-Resource-Policy"), "same-origin");
        assert_eq!(header("X-Content-Type-Options"), "nosniff");
    }
    let nonce =
        |answer: &str| answer.split("'nonce-").nth(1).map(|n| n.split('\'').next().map(str::to_owned));
    let policies: Vec<String> = (0..2)
        .map(|_| {
            let page = server.client.get("/").dispatch();
            page.headers().get_one("Content-Security-Policy").unwrap_or_default().to_owned()
        })
        .collect();
    assert!(nonce(&policies[0]).is_some() && nonce(&policies[0]) != nonce(&policies[1]), "{policies:?}");
}

#[test]
fn a_device_comes_in_by_passcode_or_code_and_is_out_when_revoked() {
    let server = Server::lantern_steps();
    let address = own_address();
    let host = || Header::new("Host", format!("{address}:8443"));
    let (one, two) = (phone(&server, 40_001), phone(&server, 40_002));
    let get = |path: &str, from: SocketAddr, cookie: &str| {
        let request = server.client.get(path.to_owned()).remote(from).header(host());
        said(request.cookies(Cookie::parse(cookie.to_owned())))
    };
    let enter = |path: &str, from: SocketAddr, body: Value| {
        let request = server.client.post(path.to_owned()).remote(from).header(host());
        let answer = request.header(ContentType::JSON).body(body.to_string()).dispatch();
        let cookie = answer.headers().get_one("Set-Cookie").unwrap_or_default().to_owned();
        (answer.status().code, cookie)
    };
    // Not let in: nothing but the door.
    assert_eq!(code(&get("/api/v1/kitchen", one, "")), (401, "not-let-in"));
    assert_eq!(code(&get("/api/v1/live", one, "unctum-device=guess")), (401, "not-let-in"));
    let door = get("/api/v1/door", one, "");
    assert_eq!((door.1["let_in"].as_bool(), door.1["way"].as_str()), (Some(false), Some("network")));
    // No passcode is set: nothing is right.
    assert_eq!(enter("/api/v1/door/enter", one, json!({"passcode":"","name":"Phone"})).0, 403);
    let set = server.put("/api/v1/network/passcode", &json!({"passcode":"short"}));
    assert_eq!(set.0.code, 422);
    assert_eq!(server.put("/api/v1/network/passcode", &json!({"passcode":"two strings"})).0.code, 200);
    assert_eq!(enter("/api/v1/door/enter", one, json!({"passcode":"one string","name":"Phone"})).0, 403);
    let (status, cookie) =
        enter("/api/v1/door/enter", one, json!({"passcode":"two strings","name":" Phone\u{7} "}));
    assert_eq!(status, 200);
    for part in ["HttpOnly", "SameSite=Strict", "Secure", "Path=/"] {
        assert!(cookie.contains(part), "{cookie}");
    }
    let cookie = cookie.split(';').next().unwrap_or_default().to_owned();
    assert_eq!(get("/api/v1/kitchen", one, &cookie).0, Status::Ok);
    let secret = cookie.split('=').nth(1).unwrap_or_default().to_owned();
    let bytes = std::fs::read(server.folder.path().join("notebook.db")).expect("file");
    let log = std::fs::read(server.folder.path().join("notebook.db-wal")).unwrap_or_default();
    let at_rest = [bytes, log].concat();
    assert!(!at_rest.windows(secret.len()).any(|w| w == secret.as_bytes()), "only its hash is kept");
    // What only the kitchen's computer may do.
    let switch = server.client.put("/api/v1/network").remote(one).header(host()).header(ContentType::JSON);
    let switch = switch.cookies(Cookie::parse(cookie.clone())).body(r#"{"open":false}"#);
    assert_eq!(code(&said(switch)), (403, "only-here"));
    // A code on the screen: once, for two minutes.
    let app = server.client.rocket().state::<App>().expect("app");
    let (shown, _) = app.gateway.pairing.fresh(server.now_ms()).expect("a code");
    let (status, second) = enter("/api/v1/door/pair", two, json!({"code":shown,"name":"Tablet"}));
    assert_eq!(status, 200);
    assert_eq!(enter("/api/v1/door/pair", two, json!({"code":shown,"name":"Again"})).0, 403);
    let (late, _) = app.gateway.pairing.fresh(server.now_ms()).expect("a code");
    server.ok("/api/v1/clock", &json!({"advance_s":121}));
    assert_eq!(enter("/api/v1/door/pair", two, json!({"code":late,"name":"Late"})).0, 403);
    let second = second.split(';').next().unwrap_or_default().to_owned();
    let devices = server.get("/api/v1/network").1["devices"].clone();
    assert_eq!((&devices[0]["name"], &devices[1]["name"]), (&json!("Tablet"), &json!("Phone")));
    // Revoked: out.
    let gone = server.client.delete(format!("/api/v1/network/devices/{}", devices[1]["id"]));
    assert_eq!(gone.dispatch().status(), Status::Ok);
    assert_eq!(code(&get("/api/v1/kitchen", one, &cookie)), (401, "not-let-in"));
    assert_eq!(get("/api/v1/kitchen", two, &second).0, Status::Ok);
    // A new passcode puts everybody out.
    server.put("/api/v1/network/passcode", &json!({"passcode":"three strings"}));
    assert_eq!(code(&get("/api/v1/kitchen", two, &second)), (401, "not-let-in"));
}

#[test]
fn nobody_guesses_for_long() {
    let server = Server::empty();
    server.put("/api/v1/network/passcode", &json!({"passcode":"two strings"}));
    let host = || Header::new("Host", own_address());
    let guess = |from: SocketAddr, passcode: &str| {
        let request = server.client.post("/api/v1/door/enter").remote(from).header(host());
        let body = json!({"passcode":passcode,"name":"x"}).to_string();
        request.header(ContentType::JSON).body(body).dispatch().status().code
    };
    let one = phone(&server, 40_001);
    let tried: Vec<u16> = (0..6).map(|n| guess(one, &format!("guess number {n}"))).collect();
    assert_eq!(tried, [403, 403, 403, 403, 403, 429]);
    assert_eq!(guess(one, "two strings"), 429, "not even the right one");
    assert_eq!(guess(phone(&server, 40_002), "two strings"), 200, "another device has its own tries");
    server.ok("/api/v1/clock", &json!({"advance_s":901}));
    assert_eq!(guess(one, "two strings"), 200);
}

#[test]
fn who_did_not_come_through_the_gateway_is_not_heard() {
    let server = Server::empty();
    let from = SocketAddr::new("127.0.0.1".parse().expect("address"), 40_009);
    let request = server.client.get("/api/v1/kitchen").remote(from).header(Header::new("Host", "127.0.0.1"));
    assert_eq!(code(&said(request)), (421, "wrong-host"));
}
