//! The gateway of the program: TLS-terminating reverse proxy and device authentication. Who comes in, by which way, and who is
//! let in.
//!
//! Every connection comes through [`listen`], which stands in front of the web server: from this machine on
//! loopback, and, once the cook opens it, from the kitchen's network behind the program's own certificate.
//! [`crate::guard`] then looks at every request before any route does.

mod authority;
mod error;
mod guesses;
mod listen;
mod pairing;
mod room;
mod secret;

use std::collections::HashMap;
use std::net::{IpAddr, TcpListener};
use std::path::PathBuf;
use std::sync::atomic::{AtomicU16, Ordering};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};

use rocket::request::{FromRequest, Outcome, Request};
use rocket::tokio::sync::watch;

pub use authority::Authority;
pub use error::GatewayError;
pub use guesses::Guesses;
pub use pairing::Pairing;
pub use secret::{fresh_secret, hash_of_passcode, hash_of_secret, matches};

/// Name of the cookie that a device is known by.
pub const COOKIE: &str = "unctum-device";

/// The way a caller came.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Way {
    /// From this machine.
    Here,
    /// Over the network, behind the certificate.
    Network,
    /// Over the network, for everyone on it to read.
    NetworkPlain,
}

/// Who is at the other end of a connection.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Peer {
    /// The address.
    pub ip: IpAddr,
    /// The way it came.
    pub way: Way,
}

/// How the gateway is set up.
#[derive(Debug, Clone, Default)]
pub struct Settings {
    /// Port for the network.
    pub network_port: u16,
    /// Names this machine was given, besides its addresses.
    pub names: Vec<String>,
    /// Whether the network may also come in without the certificate.
    pub plain: bool,
    /// Where the certificate is kept; none: nowhere.
    pub folder: Option<PathBuf>,
}

/// The gateway.
pub struct Gateway {
    /// How it was set up.
    pub settings: Settings,
    /// Guesses at the passcode. Codes of 130 random bits need no count.
    pub guesses: Guesses,
    /// Wrong tokens that instruments showed: they keep no phone out.
    pub tokens: Guesses,
    /// The pairing code that is shown.
    pub pairing: Pairing,
    through: Mutex<HashMap<u16, Through>>,
    inner_port: AtomicU16,
    open: watch::Sender<bool>,
    house: Mutex<Option<Arc<Authority>>>,
}

impl Gateway {
    /// A gateway that is shut until it is opened.
    #[must_use]
    pub fn new(settings: Settings) -> Arc<Self> {
        Arc::new(Self {
            settings,
            guesses: Guesses::default(),
            tokens: Guesses::default(),
            pairing: Pairing::default(),
            through: Mutex::default(),
            inner_port: AtomicU16::new(0),
            open: watch::channel(false).0,
            house: Mutex::default(),
        })
    }

    /// The web server listens behind it, on this port of loopback.
    pub fn stands_before(&self, inner_port: u16) {
        self.inner_port.store(inner_port, Ordering::SeqCst);
    }

    /// Lets this machine in.
    pub fn open_here(self: &Arc<Self>, listener: TcpListener) {
        listen::here(Arc::clone(self), listener);
    }

    /// Lets the network in, at the port that was set up.
    ///
    /// # Errors
    /// Where nothing serves, the port is taken, or the certificate cannot be made or kept.
    pub fn open_network(self: &Arc<Self>) -> Result<(), GatewayError> {
        if self.is_open() {
            return Ok(());
        }
        if self.inner_port.load(Ordering::SeqCst) == 0 {
            return Err(GatewayError::NotServing);
        }
        let port = self.settings.network_port;
        let listener = TcpListener::bind(("0.0.0.0", port))
            .map_err(|e| GatewayError::PortTaken { port, why: e.to_string() })?;
        let authority = Arc::new(Authority::kept(self.settings.folder.as_deref())?);
        *lock(&self.house) = Some(Arc::clone(&authority));
        self.open.send_replace(true);
        listen::network(Arc::clone(self), listener, authority);
        Ok(())
    }

    /// Shuts the network out; connections that stand are ended.
    pub fn close_network(&self) {
        self.open.send_replace(false);
    }

    /// Whether the network is let in.
    #[must_use]
    pub fn is_open(&self) -> bool {
        *self.open.borrow()
    }

    /// The authority of the house, while the network is let in.
    #[must_use]
    pub fn house(&self) -> Option<Arc<Authority>> {
        lock(&self.house).clone().filter(|_| self.is_open())
    }

    /// The addresses at which the network finds it.
    #[must_use]
    pub fn addresses(&self) -> Vec<String> {
        let port = self.settings.network_port;
        let ips = machine_addresses().into_iter().filter(|ip| !ip.is_loopback() && ip.is_ipv4());
        let names = self.settings.names.iter().cloned().chain(ips.map(|ip| ip.to_string()));
        names.map(|name| format!("https://{name}:{port}")).collect()
    }

    /// Notes who is behind a connection to the web server, until it is [forgotten](Self::forget).
    pub fn know(&self, inner_port: u16, peer: Peer) {
        lock(&self.through).insert(inner_port, Through { peer, place: None });
    }

    /// Notes which place a connection holds.
    fn holds(&self, inner_port: u16, place: Arc<room::Place>) {
        if let Some(through) = lock(&self.through).get_mut(&inner_port) {
            through.place = Some(place);
        }
    }

    /// Forgets a connection that ended.
    fn forget(&self, inner_port: u16) {
        lock(&self.through).remove(&inner_port);
    }

    /// Who is behind a connection to the web server, if the gateway let it in.
    pub fn peer(&self, inner_port: u16) -> Option<Peer> {
        lock(&self.through).get(&inner_port).map(|t| t.peer)
    }

    /// Notes whether a device that was let in asks over this connection: its place is not taken for another then.
    pub fn asked_by(&self, inner_port: u16, is_known: bool) {
        if let Some(place) = lock(&self.through).get(&inner_port).and_then(|t| t.place.as_ref()) {
            place.is_known(is_known);
        }
    }
}

/// A connection to the web server.
struct Through {
    peer: Peer,
    place: Option<Arc<room::Place>>,
}

fn lock<T>(mutex: &Mutex<T>) -> MutexGuard<'_, T> {
    // Each change of what these hold is one step: what a panic left is whole.
    mutex.lock().unwrap_or_else(PoisonError::into_inner)
}

/// The addresses of this machine.
#[must_use]
pub fn machine_addresses() -> Vec<IpAddr> {
    if_addrs::get_if_addrs().map(|all| all.into_iter().map(|i| i.ip()).collect()).unwrap_or_default()
}

/// Who asks, as the guard at the gateway found.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Caller {
    /// Who is at the other end.
    pub peer: Peer,
    /// The device, if it was let in.
    pub device: Option<unctum_store::network::Device>,
}

impl Caller {
    /// Whether it may do what only the kitchen's own computer may.
    #[must_use]
    pub fn is_here(&self) -> bool {
        self.peer.way == Way::Here
    }

    /// A name to count it by.
    #[must_use]
    pub fn device_name(&self) -> String {
        match &self.device {
            Some(device) => format!("device {}", device.id),
            None => self.peer.ip.to_string(),
        }
    }
}

/// What the guard found of a request; a caller only if it let the request pass.
#[derive(Default)]
pub struct Found {
    /// Who asks.
    pub caller: Option<Caller>,
    /// Why it does not pass.
    pub problem: Option<crate::problem::Problem>,
}

#[rocket::async_trait]
impl<'r> FromRequest<'r> for Caller {
    type Error = std::convert::Infallible;

    async fn from_request(request: &'r Request<'_>) -> Outcome<Self, Self::Error> {
        match request.local_cache(Found::default).caller.clone() {
            Some(caller) => Outcome::Success(caller),
            None => Outcome::Forward(rocket::http::Status::NotFound),
        }
    }
}
