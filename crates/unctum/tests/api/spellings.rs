//! Who was not let in reaches nothing, however an address is spelled; and an address has one spelling.

use rocket::http::uri::Origin;
use rocket::http::{ContentType, Header, Method, Status};
use rocket::local::blocking::LocalRequest;
use std::net::SocketAddr;

use crate::common::Server;
use crate::network::{own_address, phone};

/// What a device that was not let in may ask.
const FOR_ALL: [(Method, &str); 8] = [
    (Method::Get, "/api/v1/health"),
    (Method::Get, "/api/v1/door"),
    (Method::Get, "/api/v1/door/certificate"),
    (Method::Get, "/api/v1/openapi.json"),
    (Method::Post, "/api/v1/door/enter"),
    (Method::Post, "/api/v1/door/pair"),
    // An instrument shows its own token.
    (Method::Post, "/api/v1/instruments/readings"),
    // Of the front end, not of the API.
    (Method::Get, "/"),
];

const METHODS: [Method; 7] =
    [Method::Get, Method::Head, Method::Post, Method::Put, Method::Delete, Method::Patch, Method::Options];

/// Other spellings of an address: doubled, encoded, dotted, trailing, cased.
fn spelled(path: &str) -> Vec<String> {
    let rest = path.strip_prefix("/api/v1/").expect("of the API");
    let (head, last) = path.rsplit_once('/').expect("a path");
    vec![
        format!("/{path}"),
        format!("//{path}"),
        format!("/api//v1/{rest}"),
        format!("///api///v1///{rest}"),
        format!("{head}//{last}"),
        format!("{path}/"),
        format!("{path}//"),
        format!("/%61pi/v1/{rest}"),
        format!("/a%70i/v1/{rest}"),
        format!("/api/%76%31/{rest}"),
        format!("/%2Fapi/v1/{rest}"),
        format!("/api%2Fv1/{rest}"),
        format!("/api/v1%2f{rest}"),
        format!("/api%5Cv1%5C{rest}"),
        format!("{head}/%{:02X}{}", last.as_bytes()[0], &last[1..]),
        format!("/./api/v1/{rest}"),
        format!("/x/../api/v1/{rest}"),
        format!("/api/v1/x/../{rest}"),
        format!("/%2e/api/v1/{rest}"),
        format!("/x/%2E%2e/api/v1/{rest}"),
        format!("/API/v1/{rest}"),
        format!("/api/v1/{rest}%00"),
        format!("{path}/?x=1"),
    ]
}

/// Every address of the description, its gaps filled in.
fn addresses(server: &Server) -> Vec<String> {
    let description = server.get("/api/v1/openapi.json").1;
    let paths = description["paths"].as_object().expect("paths").keys();
    let filled: Vec<String> = paths
        .map(|path| {
            let part = |part: &str| if part.starts_with('{') { "1" } else { part }.to_owned();
            path.split('/').map(part).collect::<Vec<_>>().join("/")
        })
        .collect();
    assert!(filled.len() > 80, "the description names every route");
    filled
}

fn asked<'c>(server: &'c Server, from: SocketAddr, method: Method, path: &str) -> Option<LocalRequest<'c>> {
    let path = Origin::parse_owned(path.to_owned()).ok()?;
    let request = server.client.req(method, path).remote(from).header(Header::new("Host", own_address()));
    Some(request.header(ContentType::JSON).body("{}"))
}

#[test]
fn no_route_answers_an_unknown_device_however_it_is_spelled() {
    let server = Server::lantern_steps();
    let stranger = phone(&server, 40_011);
    let before = server.stored();
    let mut asked_for = 0;
    for path in addresses(&server) {
        for method in METHODS {
            let answer = asked(&server, stranger, method, &path).expect("an address").dispatch();
            let plain = answer.status();
            let method_asked = if method == Method::Head { Method::Get } else { method };
            if FOR_ALL.contains(&(method_asked, &path)) {
                let words = answer.into_string().unwrap_or_default();
                assert!(!words.contains("not-let-in"), "{method} {path} is for all");
            } else {
                assert!(matches!(plain.code, 401 | 404 | 405), "{method} {path}: {plain}");
            }
            for other in spelled(&path) {
                let Some(request) = asked(&server, stranger, method, &other) else { continue };
                asked_for += 1;
                let answer = request.dispatch();
                let status = answer.status();
                assert_eq!(status, Status::NotFound, "{method} {other} of a stranger");
                assert!(answer.headers().get_one("Set-Cookie").is_none(), "{method} {other}");
            }
        }
    }
    assert!(asked_for > 10_000, "{asked_for}");
    assert_eq!(server.stored(), before, "nothing was written");
}

#[test]
fn every_route_refuses_an_unknown_device_by_its_own_method() {
    let server = Server::lantern_steps();
    let stranger = phone(&server, 40_012);
    for route in server.client.rocket().routes().filter(|r| r.uri.path().starts_with("/api/")) {
        let gap = |part: &str| if part.starts_with('<') { "1" } else { part }.to_owned();
        let path = route.uri.path().split('/').map(gap).collect::<Vec<_>>().join("/");
        if FOR_ALL.contains(&(route.method, &path)) {
            continue;
        }
        let status = asked(&server, stranger, route.method, &path).expect("an address").dispatch().status();
        assert_eq!(status, Status::Unauthorized, "{} {path}", route.method);
    }
}

#[test]
fn an_address_has_one_spelling_for_who_is_let_in_too() {
    let server = Server::lantern_steps();
    for other in spelled("/api/v1/kitchen") {
        let Ok(path) = Origin::parse_owned(other.clone()) else { continue };
        let status = server.client.req(Method::Get, path).dispatch().status();
        assert_eq!(status, Status::NotFound, "{other}");
    }
    // What has to be encoded is: a name with letters of another script, a space.
    for path in ["/api/v1/sweets/%E0%A4%AC%20x", "/sweets/a%20b"] {
        let status = server.client.get(path).dispatch().status();
        assert!(matches!(status.code, 200 | 404), "{path}: {status}");
    }
    assert_eq!(server.client.get("/sweets/a%20b").dispatch().status(), Status::Ok, "the page itself");
}
