//! The network as the kitchen's computer opens it: switch, passcode, codes to let a phone in, devices put out.

use rocket::http::Status;
use rocket::serde::json::Json;
use rocket::tokio::task::spawn_blocking;
use rocket::{State, delete, get, post, put};
use serde::{Deserialize, Serialize};
use unctum_core::error::CoreError;
use unctum_store::network as rows;
use utoipa::ToSchema;

use crate::app::App;
use crate::body::Body;
use crate::changes::Change;
use crate::gateway::{Caller, GatewayError, hash_of_passcode};
use crate::problem::{Answer, Problem};

/// Length of a passcode: shortest and longest.
pub(super) const PASSCODE: std::ops::RangeInclusive<usize> = 8..=128;

/// The network as it stands.
#[derive(Serialize, ToSchema)]
pub struct NetworkView {
    /// Whether the network is let in.
    pub open: bool,
    /// Addresses at which it finds Unctum.
    pub addresses: Vec<String>,
    /// Whether a passcode is set.
    pub passcode_set: bool,
    /// Whether it may also come in without the certificate.
    pub plain: bool,
    /// SHA-256 of the certificate of the house, once the network is let in.
    pub fingerprint: Option<String>,
    /// Whether this device may change this: only the kitchen's own computer.
    pub may_change: bool,
    /// The devices that were let in, newest first.
    pub devices: Vec<DeviceView>,
}

/// A device that was let in.
#[derive(Serialize, ToSchema)]
pub struct DeviceView {
    /// Its number.
    pub id: i32,
    /// What the cook calls it.
    pub name: String,
    /// When it was let in, ms since 1970.
    pub since_ms: i64,
    /// When it was last seen, ms since 1970.
    pub seen_ms: i64,
    /// Whether it is the one that asks.
    pub this_one: bool,
}

/// A switch of the network.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SwitchNetwork {
    /// Whether to let it in.
    pub open: bool,
}

/// A new passcode.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewPasscode {
    /// 8 to 128 characters.
    pub passcode: String,
}

/// A code that lets one more device in.
#[derive(Serialize, ToSchema)]
pub struct PairingView {
    /// The address to open on the device, with the code in it.
    pub url: String,
    /// The picture of that address, row by row: `#` dark, `.` light.
    pub rows: Vec<String>,
    /// When it ends, ms since 1970.
    pub until_ms: i64,
}

pub(super) fn refuse(status: Status, code: &str, title: &str, words: impl Into<String>) -> Problem {
    Problem::new(status, code, title, words)
}

/// # Errors
/// 403 from elsewhere than the kitchen's computer.
pub fn only_here(caller: &Caller) -> Answer<()> {
    if caller.is_here() {
        return Ok(());
    }
    Err(refuse(
        Status::Forbidden,
        "only-here",
        "Only at the kitchen's computer",
        "This can only be changed at the computer that Unctum runs on. Go there, and open its kitchen.",
    ))
}

/// The network as it stands.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "network", responses((status = 200, body = NetworkView)))]
#[get("/network")]
pub async fn network(app: &State<App>, caller: Caller) -> Answer<Json<NetworkView>> {
    let (stands, devices) = app.read(|c| Ok((rows::load(c)?, rows::devices(c)?))).await?;
    let own = caller.device.as_ref().map(|d| d.id);
    Ok(Json(NetworkView {
        open: app.gateway.is_open(),
        addresses: app.gateway.addresses(),
        passcode_set: stands.passcode_hash.is_some(),
        plain: app.gateway.settings.plain,
        fingerprint: app.gateway.house().and_then(|a| a.fingerprint()),
        may_change: caller.is_here(),
        devices: devices
            .into_iter()
            .map(|d| DeviceView {
                this_one: own == Some(d.id),
                id: d.id,
                name: d.name,
                since_ms: d.since_ms,
                seen_ms: d.seen_ms,
            })
            .collect(),
    }))
}

/// Lets the network in or shuts it out.
///
/// # Errors
/// 403 from elsewhere than the kitchen's computer; 422 without a passcode, or where the port is taken.
#[utoipa::path(context_path = "/api/v1", tag = "network", request_body = SwitchNetwork,
    responses((status = 200, body = NetworkView), (status = 403, body = Problem), (status = 422, body = Problem)))]
#[put("/network", data = "<body>")]
pub async fn switch(
    app: &State<App>,
    caller: Caller,
    body: Body<SwitchNetwork>,
) -> Answer<Json<NetworkView>> {
    only_here(&caller)?;
    let open = body.0?.open;
    if open {
        if app.read(rows::load).await?.passcode_hash.is_none() {
            return Err(
                CoreError::NotNow("Set a passcode first; then the network can be let in.".into()).into()
            );
        }
        app.gateway.open_network().map_err(CoreError::from)?;
    } else {
        app.gateway.close_network();
    }
    app.write(move |c| rows::switch(c, open)).await?;
    app.tell(Change::Devices);
    network(app, caller).await
}

/// Sets a new passcode; every device that was let in before is out.
///
/// # Errors
/// 403 from elsewhere than the kitchen's computer; 422 for one too short or too long.
#[utoipa::path(context_path = "/api/v1", tag = "network", request_body = NewPasscode,
    responses((status = 200, body = NetworkView), (status = 403, body = Problem), (status = 422, body = Problem)))]
#[put("/network/passcode", data = "<body>")]
pub async fn set_passcode(
    app: &State<App>,
    caller: Caller,
    body: Body<NewPasscode>,
) -> Answer<Json<NetworkView>> {
    only_here(&caller)?;
    let passcode = body.0?.passcode;
    check_passcode(&passcode).map_err(CoreError::from)?;
    let hash = spawn_blocking(move || hash_of_passcode(&passcode)).await.map_err(|_| Problem::broken())?;
    let (hash, now_ms) = (hash.map_err(|_| Problem::broken())?, app.clock.now_ms());
    app.write(move |c| rows::set_passcode(c, &hash, now_ms)).await?;
    app.gateway.guesses.clear();
    app.tell(Change::Devices);
    network(app, caller).await
}

/// # Errors
/// [`GatewayError::PasscodeLength`].
pub fn check_passcode(passcode: &str) -> Result<(), GatewayError> {
    if PASSCODE.contains(&passcode.chars().count()) {
        return Ok(());
    }
    Err(GatewayError::PasscodeLength)
}

/// Shows a code that lets one more device in: for two minutes, once.
///
/// # Errors
/// 403 from elsewhere than the kitchen's computer; 422 while the network is shut out.
#[utoipa::path(context_path = "/api/v1", tag = "network",
    responses((status = 200, body = PairingView), (status = 403, body = Problem), (status = 422, body = Problem)))]
#[post("/network/pairing")]
pub fn pairing(app: &State<App>, caller: Caller) -> Answer<Json<PairingView>> {
    only_here(&caller)?;
    if !app.gateway.is_open() {
        return Err(CoreError::NotNow("Let the network in first; then a phone can be let in.".into()).into());
    }
    let addresses = app.gateway.addresses();
    let address = addresses.first().ok_or_else(|| {
        CoreError::NotNow("This machine has no address on a network. Connect it, then try again.".into())
    })?;
    // Who stands at the kitchen's own computer says so: everybody may try again.
    app.gateway.guesses.clear();
    let (code, until_ms) = app.gateway.pairing.fresh(app.clock.now_ms()).map_err(|_| Problem::broken())?;
    // Behind the hash, so that the code is never sent on as part of an address.
    let url = format!("{address}/let-in#{code}");
    let picture = qrcode::QrCode::new(url.as_bytes()).map_err(|_| Problem::broken())?;
    let width = picture.width();
    let dark = picture.to_colors();
    let rows = dark
        .chunks(width)
        .map(|row| row.iter().map(|c| if *c == qrcode::Color::Dark { '#' } else { '.' }).collect::<String>());
    Ok(Json(PairingView { url, rows: rows.collect(), until_ms }))
}

/// Puts a device out.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "network", params(("id" = i32, Path)),
    responses((status = 200, body = NetworkView), (status = 404, body = Problem)))]
#[delete("/network/devices/<id>")]
pub async fn revoke(app: &State<App>, caller: Caller, id: i32) -> Answer<Json<NetworkView>> {
    let now_ms = app.clock.now_ms();
    app.write(move |c| rows::revoke(c, id, now_ms)).await?;
    app.tell(Change::Devices);
    network(app, caller).await
}
