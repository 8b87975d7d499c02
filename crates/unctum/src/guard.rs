//! What is looked at in every request before any route sees it: the name it calls this machine by, the page it
//! comes from, and whether its device was let in.

use std::net::{IpAddr, Ipv4Addr};
use std::str::FromStr;

use rocket::fairing::{Fairing, Info, Kind};
use rocket::http::uri::Origin;
use rocket::http::{Method, Status};
use rocket::{Data, Request, get};
use unctum_store::network as rows;

use crate::app::App;
use crate::door::{COOKIE, Caller, Found, Peer, Way, hash_of_secret, machine_addresses};
use crate::problem::Problem;

/// Where a refused request goes.
const REFUSED: &str = "/refused";
/// What a device that was not let in may ask for under `/api/v1`.
const FOR_ALL: [&str; 7] = [
    "/api/v1/health",
    "/api/v1/door",
    "/api/v1/door/enter",
    "/api/v1/door/pair",
    "/api/v1/door/certificate",
    "/api/v1/openapi.json",
    // An instrument shows its own token.
    "/api/v1/instruments/readings",
];

/// The guard at the door.
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
        Info { name: "guard at the door", kind: Kind::Request }
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
        Some(from) => app.door.peer(from.port()).ok_or_else(|| {
            misdirected("Unctum is not reached at this port. Use the address it says when it starts.")
        })?,
    };
    if request.remote().is_some() || request.headers().get_one("Host").is_some() {
        check_host(request, app, peer.way)?;
    }
    check_page(request, peer.way)?;
    let device = match peer.way {
        Way::Here => None,
        Way::Network | Way::NetworkPlain => known_device(request, app).await?,
    };
    let path = request.uri().path();
    let asks_data = path.as_str() == "/api" || path.as_str().starts_with("/api/");
    if peer.way != Way::Here && device.is_none() && asks_data && !FOR_ALL.contains(&path.as_str()) {
        return Err(Problem::new(
            Status::Unauthorized,
            "not-let-in",
            "Not let in yet",
            "This device was not let in. Enter the kitchen's passcode, or scan the code that the kitchen's computer shows.",
        ));
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
        let given = app.door.settings.names.iter().any(|n| n.eq_ignore_ascii_case(host));
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

/// What changes something, and what reads data, has to come from a page of Unctum itself, or from no page at all.
fn check_page(request: &Request<'_>, way: Way) -> Result<(), Problem> {
    let headers = request.headers();
    let changes = !matches!(request.method(), Method::Get | Method::Head | Method::Options);
    let reads_data = request.uri().path().as_str().starts_with("/api/");
    let elsewhere = || {
        Problem::new(
            Status::Forbidden,
            "other-page",
            "Asked by another page",
            "Another page asked for this, so nothing was read or changed. Open Unctum itself and do it there.",
        )
    };
    if (changes || reads_data)
        && let Some(site) = headers.get_one("Sec-Fetch-Site")
        && !matches!(site, "same-origin" | "none")
    {
        return Err(elsewhere());
    }
    if changes && let Some(origin) = headers.get_one("Origin") {
        let host = headers.get_one("Host").unwrap_or_default();
        let scheme = if way == Way::Network { "https" } else { "http" };
        if !origin.eq_ignore_ascii_case(&format!("{scheme}://{host}")) {
            return Err(elsewhere());
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
    fn a_host_is_read_without_its_port() {
        let host = |told| host_of(told).unwrap_or_default();
        assert_eq!(host("127.0.0.1:8080"), "127.0.0.1");
        assert_eq!(host("[::1]:8080"), "[::1]");
        assert_eq!(host("kitchen.local"), "kitchen.local");
        assert_eq!((host_of(""), host_of(":80"), host_of("[::1")), (None, None, None));
    }
}
