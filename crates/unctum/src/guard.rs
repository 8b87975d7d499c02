//! What is looked at in every request before any route sees it: how its address is spelled, the name it calls this
//! machine by, the page it comes from, and which device it is. Whether that device may be answered is decided by the
//! route that would answer it ([`behind_the_gateway`]), never by the text of an address.

use std::net::{IpAddr, Ipv4Addr};
use std::str::FromStr;

use rocket::fairing::{Fairing, Info, Kind};
use rocket::http::uri::Origin;
use rocket::http::{Method, Status};
use rocket::route::{Handler, Outcome};
use rocket::{Data, Request, Route, get};
use unctum_store::network as rows;

use crate::app::App;
use crate::gateway::{COOKIE, Caller, Found, Peer, Way, hash_of_secret, machine_addresses};
use crate::problem::Problem;
use crate::query::Queries;

/// Where a refused request goes.
const REFUSED: &str = "/refused";

/// Whom a route of the API answers.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Answers {
    /// The kitchen's own computer, and devices that were let in.
    LetIn,
    /// Whoever asks: that the program is up, how it is described, how to come in.
    Everybody,
}

/// A route of the API as it stands behind the gateway.
#[derive(Clone)]
struct Behind {
    route: Box<dyn Handler>,
    answers: Answers,
}

#[rocket::async_trait]
impl Handler for Behind {
    async fn handle<'r>(&self, request: &'r Request<'_>, data: Data<'r>) -> Outcome<'r> {
        let asked = may_be_answered(request, self.answers).and_then(|()| asked_with_what_is_known(request));
        match asked {
            Ok(()) => self.route.handle(request, data).await,
            Err(problem) => Outcome::from(request, problem),
        }
    }
}

/// Puts routes of the API behind the gateway. Nothing of the API is mounted that did not come through here.
#[must_use]
pub fn behind_the_gateway(routes: Vec<Route>, answers: Answers) -> Vec<Route> {
    let behind = |mut route: Route| {
        route.handler = Box::new(Behind { route: route.handler, answers });
        route
    };
    routes.into_iter().map(behind).collect()
}

fn asked_with_what_is_known(request: &Request<'_>) -> Result<(), Problem> {
    request.rocket().state::<Queries>().map_or(Ok(()), |queries| queries.check(request))
}

fn may_be_answered(request: &Request<'_>, answers: Answers) -> Result<(), Problem> {
    let Some(caller) = &request.local_cache(Found::default).caller else { return Err(Problem::broken()) };
    if is_of_another_page(request) {
        return Err(other_page());
    }
    if answers == Answers::LetIn && !caller.is_here() && caller.device.is_none() {
        return Err(Problem::new(
            Status::Unauthorized,
            "not-let-in",
            "Not let in yet",
            "This device was not let in. Enter the kitchen's passcode, or scan the code that the kitchen's computer shows.",
        ));
    }
    Ok(())
}

/// Whether a path is spelled in the one way it can be: no part is empty or made of dots, nothing is encoded that need
/// not be, and what is encoded is no slash and no control character.
#[must_use]
pub fn is_normal(path: &str) -> bool {
    let Some(rest) = path.strip_prefix('/') else { return false };
    rest.is_empty() || rest.split('/').all(is_normal_part)
}

fn is_normal_part(part: &str) -> bool {
    let mut encoded = part.split('%');
    let plain = encoded.next().unwrap_or_default();
    let needs_encoding = |told: &str| {
        let digits =
            told.get(..2).filter(|d| d.bytes().all(|b| b.is_ascii_digit() || b.is_ascii_uppercase()));
        let byte = digits.and_then(|d| u8::from_str_radix(d, 16).ok());
        byte.is_some_and(|b| {
            let unreserved = b.is_ascii_alphanumeric() || b"-._~".contains(&b);
            !(unreserved || b.is_ascii_control() || b"/\\".contains(&b) || told.contains('\\'))
        })
    };
    !matches!(part, "" | "." | "..") && !plain.contains('\\') && encoded.all(needs_encoding)
}

/// The guard at the gateway.
pub struct Guard;

/// Says why a request was refused.
#[get("/refused")]
pub fn refused(problem: Refusal) -> Problem {
    problem.0
}

/// Why the guard refused.
pub struct Refusal(Problem);

#[rocket::async_trait]
impl<'r> rocket::request::FromRequest<'r> for Refusal {
    type Error = std::convert::Infallible;

    async fn from_request(request: &'r Request<'_>) -> rocket::request::Outcome<Self, Self::Error> {
        match &request.local_cache(Found::default).problem {
            Some(problem) => rocket::request::Outcome::Success(Self(problem.clone())),
            None => rocket::request::Outcome::Forward(Status::NotFound),
        }
    }
}

#[rocket::async_trait]
impl Fairing for Guard {
    fn info(&self) -> Info {
        Info { name: "guard at the gateway", kind: Kind::Request }
    }

    async fn on_request(&self, request: &mut Request<'_>, _data: &mut Data<'_>) {
        let found = match looked_at(request).await {
            Ok(caller) => Found { caller: Some(caller), problem: None },
            Err(problem) => Found { caller: None, problem: Some(problem) },
        };
        let refuses = found.problem.is_some();
        request.local_cache(|| found);
        if refuses && let Ok(to) = Origin::parse(REFUSED) {
            request.set_method(Method::Get);
            request.set_uri(to);
        }
    }
}

async fn looked_at(request: &Request<'_>) -> Result<Caller, Problem> {
    let Some(app) = request.rocket().state::<App>() else { return Err(Problem::broken()) };
    let peer = match request.remote() {
        // Asked from within the program itself.
        None => Peer { ip: Ipv4Addr::LOCALHOST.into(), way: Way::Here },
        Some(from) => app.gateway.peer(from.port()).ok_or_else(|| {
            misdirected("Unctum is not reached at this port. Use the address it says when it starts.")
        })?,
    };
    if request.remote().is_some() || request.headers().get_one("Host").is_some() {
        check_host(request, app, peer.way)?;
    }
    if !is_normal(request.uri().path().as_str()) {
        return Err(Problem::not_found());
    }
    check_page(request, peer.way)?;
    let device = match peer.way {
        Way::Here => None,
        Way::Network | Way::NetworkPlain => known_device(request, app).await?,
    };
    if let Some(from) = request.remote().filter(|_| peer.way != Way::Here) {
        app.gateway.asked_by(from.port(), device.is_some());
    }
    Ok(Caller { peer, device })
}

fn misdirected(words: &str) -> Problem {
    Problem::new(Status::MisdirectedRequest, "wrong-host", "Not by this name", words)
}

/// The name it is called by has to be one of its own: a page somewhere else may point any name at this machine.
fn check_host(request: &Request<'_>, app: &App, way: Way) -> Result<(), Problem> {
    let told = request.headers().get("Host").collect::<Vec<_>>();
    let host = match told.as_slice() {
        [one] => host_of(one),
        _ => None,
    };
    let own = host.as_deref().is_some_and(|host| {
        let given = app.gateway.settings.names.iter().any(|n| n.eq_ignore_ascii_case(host));
        let address = IpAddr::from_str(host.trim_start_matches('[').trim_end_matches(']'));
        given
            || match (address, way) {
                (Ok(ip), _) if ip.is_loopback() => way == Way::Here,
                (Ok(ip), _) => machine_addresses().contains(&ip),
                (Err(_), Way::Here) => host.eq_ignore_ascii_case("localhost"),
                (Err(_), _) => false,
            }
    });
    if own {
        return Ok(());
    }
    Err(misdirected(
        "Unctum does not go by this name. Call it by its address, or start it with --name and the name you use.",
    ))
}

/// The host of a `Host` header, without its port.
fn host_of(told: &str) -> Option<String> {
    let host = match told.strip_prefix('[') {
        Some(rest) => format!("[{}]", rest.split_once(']')?.0),
        None => told.split(':').next().unwrap_or_default().to_owned(),
    };
    (!host.is_empty()).then_some(host)
}

fn other_page() -> Problem {
    Problem::new(
        Status::Forbidden,
        "other-page",
        "Asked by another page",
        "Another page asked for this, so nothing was read or changed. Open Unctum itself and do it there.",
    )
}

/// Whether the browser says that a page of somebody else asks.
fn is_of_another_page(request: &Request<'_>) -> bool {
    let site = request.headers().get_one("Sec-Fetch-Site");
    site.is_some_and(|site| !matches!(site, "same-origin" | "none"))
}

/// What changes something has to come from a page of Unctum itself, or from no page at all. (What reads data too:
/// [`may_be_answered`].)
fn check_page(request: &Request<'_>, way: Way) -> Result<(), Problem> {
    let headers = request.headers();
    let changes = !matches!(request.method(), Method::Get | Method::Head | Method::Options);
    if changes && is_of_another_page(request) {
        return Err(other_page());
    }
    if changes && let Some(origin) = headers.get_one("Origin") {
        let host = headers.get_one("Host").unwrap_or_default();
        let scheme = if way == Way::Network { "https" } else { "http" };
        if !origin.eq_ignore_ascii_case(&format!("{scheme}://{host}")) {
            return Err(other_page());
        }
    }
    Ok(())
}

/// The device of the secret in the cookie, if it was let in.
async fn known_device(request: &Request<'_>, app: &App) -> Result<Option<rows::Device>, Problem> {
    let Some(cookie) = request.cookies().get(COOKIE) else { return Ok(None) };
    let hash = hash_of_secret(cookie.value());
    let device = app.read(move |c| rows::device_of(c, &hash)).await?;
    let now_ms = app.clock.now_ms();
    if let Some(device) = device.as_ref().filter(|d| rows::seen_long_ago(d, now_ms)) {
        let id = device.id;
        // Only for the list of devices: a full disk does not keep a cook from reading.
        let _ = app.write(move |c| rows::note_seen(c, id, now_ms)).await;
    }
    Ok(device)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn an_address_has_one_spelling() {
        for normal in ["/", "/api/v1/kitchen", "/sweets/a%20b", "/assets/x-1_2~.js", "/%E0%A4%AC", "/a%25"] {
            assert!(is_normal(normal), "{normal}");
        }
        for other in [
            "",
            "x",
            "//",
            "/api/",
            "//api",
            "/api//v1",
            "/./api",
            "/..",
            "/api/..",
            "/%61pi",
            "/%2E%2E/x",
            "/a%2Fb",
            "/a%2fb",
            "/a%5Cb",
            "/a\\b",
            "/%20\\b",
            "/a%00",
            "/a%e0",
            "/a%",
            "/a%2",
            "/a%ZZ",
            "/a%é",
        ] {
            assert!(!is_normal(other), "{other}");
        }
    }

    #[test]
    fn a_host_is_read_without_its_port() {
        let host = |told| host_of(told).unwrap_or_default();
        assert_eq!(host("127.0.0.1:8080"), "127.0.0.1");
        assert_eq!(host("[::1]:8080"), "[::1]");
        assert_eq!(host("kitchen.local"), "kitchen.local");
        assert_eq!((host_of(""), host_of(":80"), host_of("[::1")), (None, None, None));
    }
}
