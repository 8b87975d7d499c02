//! The gateway itself: how a device stands there, and how it comes in, by passcode or by a code on the screen.

use rocket::http::{ContentType, Cookie, CookieJar, SameSite, Status};
use rocket::serde::json::Json;
use rocket::time::Duration;
use rocket::tokio::task::spawn_blocking;
use rocket::{State, get, post};
use serde::{Deserialize, Serialize};
use unctum_core::error::CoreError;
use unctum_store::network as rows;
use utoipa::ToSchema;

use super::network::{PASSCODE, refuse};
use crate::app::App;
use crate::body::{Body, plain_name};
use crate::changes::Change;
use crate::gateway::{COOKIE, Caller, Way, fresh_secret, hash_of_secret, matches};
use crate::problem::{Answer, Problem};

/// Length of a device's secret: 160 random bits.
const SECRET: usize = 32;
/// So long a device is known without being seen, days.
const KNOWN_DAYS: i64 = 180;

/// How this device stands at the gateway.
#[derive(Serialize, ToSchema)]
pub struct DoorView {
    /// The way it came.
    pub way: DoorWay,
    /// Whether it was let in.
    pub let_in: bool,
    /// What it is called in the list of devices.
    pub device_name: Option<String>,
    /// Whether a passcode is set.
    pub passcode_set: bool,
}

/// The way a device came.
#[derive(Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum DoorWay {
    /// From this machine.
    Here,
    /// Over the network, behind the certificate.
    Network,
    /// Over the network, for everyone on it to read.
    NetworkPlain,
}

/// Coming in by the passcode.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Enter {
    /// The passcode.
    pub passcode: String,
    /// What to call the device.
    pub name: String,
}

/// Coming in by the code on the screen.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Pair {
    /// The code.
    pub code: String,
    /// What to call the device.
    pub name: String,
}

/// How this device stands at the gateway.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "network", responses((status = 200, body = DoorView)))]
#[get("/door")]
pub async fn standing(app: &State<App>, caller: Caller) -> Answer<Json<DoorView>> {
    let network = app.read(rows::load).await?;
    Ok(Json(DoorView {
        way: match caller.peer.way {
            Way::Here => DoorWay::Here,
            Way::Network => DoorWay::Network,
            Way::NetworkPlain => DoorWay::NetworkPlain,
        },
        let_in: caller.is_here() || caller.device.is_some(),
        device_name: caller.device.map(|d| d.name),
        passcode_set: network.passcode_hash.is_some(),
    }))
}

/// The certificate of the house, for a phone to trust.
///
/// # Errors
/// 404 where none was made yet.
#[utoipa::path(context_path = "/api/v1", tag = "network",
    responses((status = 200, description = "The certificate.", content_type = "application/x-x509-ca-cert"), (status = 404, body = Problem)))]
#[get("/door/certificate")]
pub fn certificate(app: &State<App>) -> Answer<(ContentType, String)> {
    match app.gateway.house() {
        Some(authority) => {
            let kind = ContentType::new("application", "x-x509-ca-cert");
            Ok((kind, authority.certificate_pem().to_owned()))
        }
        None => Err(refuse(
            Status::NotFound,
            "not-found",
            "Not there",
            "There is no certificate yet: it is made when the network is first let in.",
        )),
    }
}

async fn guess_allowed(app: &App, caller: &Caller) -> Answer<()> {
    app.gateway.guesses.try_one(&caller.device_name(), app.clock.now_ms()).map_err(|wait_s| {
        let minutes = (wait_s + 59) / 60;
        refuse(
            Status::TooManyRequests,
            "too-many-guesses",
            "Too many tries",
            format!(
                "That was tried too often. Wait {minutes} min, or let the kitchen’s computer show a code: that lets you in at once."
            ),
        )
    })
}

/// Lets a device in: its secret goes into a cookie, of which the notebook keeps the hash.
async fn let_in(app: &App, caller: &Caller, jar: &CookieJar<'_>, name: &str) -> Answer<Json<DoorView>> {
    let name = plain_name(name);
    let name = if name.is_empty() { "A device".to_owned() } else { name };
    let secret = fresh_secret(SECRET).map_err(|_| Problem::broken())?;
    let (hash, now_ms) = (hash_of_secret(&secret), app.clock.now_ms());
    let device = app.write(move |c| rows::let_in(c, &name, &hash, now_ms)).await?;
    let cookie = Cookie::build((COOKIE, secret))
        .path("/")
        .http_only(true)
        .same_site(SameSite::Strict)
        .secure(caller.peer.way == Way::Network)
        .max_age(Duration::days(KNOWN_DAYS));
    jar.add(cookie);
    app.gateway.guesses.right(&caller.device_name());
    app.tell(Change::Devices);
    let network = app.read(rows::load).await?;
    Ok(Json(DoorView {
        way: if caller.peer.way == Way::Network { DoorWay::Network } else { DoorWay::NetworkPlain },
        let_in: true,
        device_name: Some(device.name),
        passcode_set: network.passcode_hash.is_some(),
    }))
}

fn already_here(caller: &Caller) -> Answer<()> {
    if caller.is_here() {
        return Err(
            CoreError::NotNow("This is the kitchen's own computer: it is always let in.".into()).into()
        );
    }
    Ok(())
}

/// Lets this device in by the passcode.
///
/// # Errors
/// 403 for another passcode, or where none is set; 429 after too many tries.
#[utoipa::path(context_path = "/api/v1", tag = "network", request_body = Enter,
    responses((status = 200, body = DoorView), (status = 403, body = Problem), (status = 429, body = Problem), (status = 422, body = Problem)))]
#[post("/door/enter", data = "<body>")]
pub async fn enter(
    app: &State<App>,
    caller: Caller,
    jar: &CookieJar<'_>,
    body: Body<Enter>,
) -> Answer<Json<DoorView>> {
    let Enter { passcode, name } = body.0?;
    already_here(&caller)?;
    guess_allowed(app, &caller).await?;
    let hash = app.read(rows::load).await?.passcode_hash;
    let right = match hash.filter(|_| passcode.chars().count() <= *PASSCODE.end()) {
        Some(hash) => {
            spawn_blocking(move || matches(&passcode, &hash)).await.map_err(|_| Problem::broken())?
        }
        None => false,
    };
    if !right {
        return Err(refuse(
            Status::Forbidden,
            "wrong-passcode",
            "Not the passcode",
            "That is not the kitchen's passcode. Look it up with the cook; the code on the kitchen's screen lets you in too.",
        ));
    }
    let_in(app, &caller, jar, &name).await
}

/// Lets this device in by the code on the screen.
///
/// # Errors
/// 403 for a code that is not shown, was used, or whose time is over.
#[utoipa::path(context_path = "/api/v1", tag = "network", request_body = Pair,
    responses((status = 200, body = DoorView), (status = 403, body = Problem), (status = 422, body = Problem)))]
#[post("/door/pair", data = "<body>")]
pub async fn pair(
    app: &State<App>,
    caller: Caller,
    jar: &CookieJar<'_>,
    body: Body<Pair>,
) -> Answer<Json<DoorView>> {
    let Pair { code, name } = body.0?;
    already_here(&caller)?;
    if !app.gateway.pairing.take(&code, app.clock.now_ms()) {
        return Err(refuse(
            Status::Forbidden,
            "code-over",
            "The code is over",
            "This code was used or its two minutes are over. Let the kitchen's computer show a new one.",
        ));
    }
    let_in(app, &caller, jar, &name).await
}

/// Puts this device out.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "network", responses((status = 204, description = "It is out.")))]
#[post("/door/leave")]
pub async fn leave(app: &State<App>, caller: Caller, jar: &CookieJar<'_>) -> Answer<Status> {
    if let Some(device) = caller.device {
        let now_ms = app.clock.now_ms();
        app.write(move |c| rows::revoke(c, device.id, now_ms)).await?;
        app.tell(Change::Devices);
    }
    jar.remove(Cookie::build(COOKIE).path("/"));
    Ok(Status::NoContent)
}
