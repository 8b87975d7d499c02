//! Connections: taken in, limited, joined to the web server behind.

use std::net::{IpAddr, Ipv4Addr, TcpListener as StdListener};
use std::sync::Arc;
use std::sync::atomic::{AtomicU64, Ordering};
use std::time::{Duration, Instant};

use rocket::tokio::io::{AsyncRead, AsyncReadExt, AsyncWrite, AsyncWriteExt, split};
use rocket::tokio::net::{TcpListener, TcpStream};
use rocket::tokio::time::{interval, sleep, timeout};
use rocket::tokio::{select, spawn};
use tokio_rustls::TlsAcceptor;

use super::authority::Authority;
use super::room::{Most, Place, Room};
use super::{Gateway, Peer, Way, machine_addresses};

/// Connections from this machine, and from the network, that may stand at once.
const MOST_HERE: Most = Most { all: 4096, of_one: 4096 };
const MOST_NETWORK: Most = Most { all: 512, of_one: 48 };
/// A connection that says nothing at all is ended after so long.
const SILENT: Duration = Duration::from_secs(20);
/// A request has to be whole, and its answer begun, within so long; a long one gets more, as its bytes come in.
const ANSWERED: Duration = Duration::from_secs(30);
/// The slowest upload that is waited for, bytes a millisecond: a photograph over a poor link.
const SLOWEST_BYTES_MS: u64 = 4;
/// A connection over which nothing moves is ended after so long. (Streams beat every 15 s.)
const IDLE: Duration = Duration::from_secs(75);
/// A handshake has so long.
const HANDSHAKE: Duration = Duration::from_secs(10);
/// First byte of a TLS handshake.
const TLS: u8 = 0x16;

/// Takes connections of this machine in.
pub(super) fn here(gateway: Arc<Gateway>, listener: StdListener) {
    spawn(async move {
        let Some(listener) = listening(listener) else { return };
        let room = Room::new(MOST_HERE);
        loop {
            let Some((stream, ip)) = next(&listener).await else { continue };
            let Some(place) = room.one_more(ip, true) else { continue };
            let gateway = Arc::clone(&gateway);
            spawn(async move {
                join(&gateway, stream, Peer { ip, way: Way::Here }, &Arc::new(place)).await;
            });
        }
    });
}

/// Takes connections of the network in, until the gateway is shut.
pub(super) fn network(gateway: Arc<Gateway>, listener: StdListener, authority: Arc<Authority>) {
    spawn(async move {
        let Some(listener) = listening(listener) else { return };
        let room = Room::new(MOST_NETWORK);
        let mut open = gateway.open.subscribe();
        let mut tls = Certified { authority, of: Vec::new(), acceptor: None };
        loop {
            let (stream, ip) = select! {
                _ = open.wait_for(|open| !open) => return,
                next = next(&listener) => match next { Some(next) => next, None => continue },
            };
            let Some(place) = room.one_more(ip, false).map(Arc::new) else { continue };
            let (gateway, acceptor, mut open) = (Arc::clone(&gateway), tls.now(&gateway), open.clone());
            spawn(async move {
                select! {
                    _ = open.wait_for(|open| !open) => {}
                    () = place.needed() => {}
                    () = from_network(&gateway, stream, ip, acceptor, &place) => {}
                }
            });
        }
    });
}

/// The certificate for the addresses as they are now: a machine gets new ones while it runs.
struct Certified {
    authority: Arc<Authority>,
    of: Vec<IpAddr>,
    acceptor: Option<TlsAcceptor>,
}

impl Certified {
    fn now(&mut self, gateway: &Gateway) -> Option<TlsAcceptor> {
        let addresses = machine_addresses();
        if self.acceptor.is_none() || self.of != addresses {
            match self.authority.acceptor(&addresses, &gateway.settings.names) {
                Ok(acceptor) => (self.acceptor, self.of) = (Some(acceptor), addresses),
                Err(amiss) => eprintln!("gateway: {amiss}"),
            }
        }
        self.acceptor.clone()
    }
}

fn listening(listener: StdListener) -> Option<TcpListener> {
    let listener = listener.set_nonblocking(true).and_then(|()| TcpListener::from_std(listener));
    listener.inspect_err(|e| eprintln!("gateway: {e}")).ok()
}

async fn next(listener: &TcpListener) -> Option<(TcpStream, IpAddr)> {
    match listener.accept().await {
        Ok((stream, from)) => {
            let _ = stream.set_nodelay(true);
            Some((stream, from.ip().to_canonical()))
        }
        Err(_) => {
            // No more can be opened just now: wait for some to end.
            sleep(Duration::from_millis(50)).await;
            None
        }
    }
}

/// Whatever begins with a handshake is taken in behind the certificate; the rest is sent there, or taken in as it
/// is if that was allowed.
async fn from_network(
    gateway: &Gateway,
    stream: TcpStream,
    ip: IpAddr,
    acceptor: Option<TlsAcceptor>,
    place: &Arc<Place>,
) {
    let mut first = [0_u8; 1];
    let Ok(Ok(1)) = timeout(SILENT, stream.peek(&mut first)).await else { return };
    if first[0] == TLS {
        let Some(acceptor) = acceptor else { return };
        if let Ok(Ok(stream)) = timeout(HANDSHAKE, acceptor.accept(stream)).await {
            join(gateway, stream, Peer { ip, way: Way::Network }, place).await;
        }
    } else if gateway.settings.plain {
        join(gateway, stream, Peer { ip, way: Way::NetworkPlain }, place).await;
    } else {
        let _ = timeout(HANDSHAKE, send_to_https(stream)).await;
    }
}

/// Answers a plain request with the address behind the certificate.
async fn send_to_https(mut stream: TcpStream) -> std::io::Result<()> {
    let mut head = Vec::new();
    while !head.windows(4).any(|w| w == b"\r\n\r\n") && head.len() < 8192 {
        let mut part = [0_u8; 1024];
        match stream.read(&mut part).await? {
            0 => return Ok(()),
            n => head.extend(part.iter().take(n)),
        }
    }
    let head = String::from_utf8_lossy(&head);
    let mut lines = head.lines();
    let path = lines.next().and_then(|l| l.split(' ').nth(1)).filter(|p| p.starts_with('/')).unwrap_or("/");
    let host = lines.find_map(|l| l.split_once(':').filter(|(name, _)| name.eq_ignore_ascii_case("host")));
    let answer = match host {
        Some((_, host)) => format!(
            "HTTP/1.1 307 Temporary Redirect\r\nLocation: https://{}{path}\r\nContent-Length: 0\r\nConnection: close\r\n\r\n",
            host.trim()
        ),
        None => "HTTP/1.1 400 Bad Request\r\nContent-Length: 0\r\nConnection: close\r\n\r\n".to_owned(),
    };
    stream.write_all(answer.as_bytes()).await?;
    stream.shutdown().await
}

/// What moved last over a connection, ms since it began; 0: nothing yet.
struct Moved {
    begun: Instant,
    last_ms: AtomicU64,
    /// When the caller began to ask something that is not answered yet; 0: nothing is open.
    asking_ms: AtomicU64,
    /// How much of it came in, bytes.
    asked_bytes: AtomicU64,
}

impl Moved {
    /// With the first bytes of a request.
    fn first(bytes: usize) -> Self {
        let moved = Self {
            begun: Instant::now(),
            last_ms: AtomicU64::new(1),
            asking_ms: AtomicU64::new(0),
            asked_bytes: AtomicU64::new(0),
        };
        moved.asked(bytes);
        moved
    }

    fn now_ms(&self) -> u64 {
        u64::try_from(self.begun.elapsed().as_millis()).unwrap_or(u64::MAX).max(1)
    }

    fn asked(&self, bytes: usize) {
        let now_ms = self.now_ms();
        self.last_ms.store(now_ms, Ordering::Relaxed);
        if self.asking_ms.compare_exchange(0, now_ms, Ordering::Relaxed, Ordering::Relaxed).is_ok() {
            self.asked_bytes.store(0, Ordering::Relaxed);
        }
        self.asked_bytes.fetch_add(bytes as u64, Ordering::Relaxed);
    }

    fn answered(&self) {
        self.last_ms.store(self.now_ms(), Ordering::Relaxed);
        self.asking_ms.store(0, Ordering::Relaxed);
    }

    /// Ends when nothing moved for too long, or a request stays half sent.
    async fn watched(&self) {
        let mut every = interval(Duration::from_secs(1));
        loop {
            every.tick().await;
            let since = |at: &AtomicU64| {
                let at_ms = at.load(Ordering::Relaxed);
                Duration::from_millis(if at_ms > 0 { self.now_ms().saturating_sub(at_ms) } else { 0 })
            };
            let most = may_take(self.asked_bytes.load(Ordering::Relaxed));
            if since(&self.last_ms) > IDLE || since(&self.asking_ms) > most {
                return;
            }
        }
    }
}

/// How long a request may take of which so many bytes came in.
fn may_take(bytes: u64) -> Duration {
    ANSWERED + Duration::from_millis(bytes / SLOWEST_BYTES_MS)
}

/// Joins a connection to the web server, from its first byte on.
async fn join(
    gateway: &Gateway,
    mut stream: impl AsyncRead + AsyncWrite + Unpin,
    peer: Peer,
    place: &Arc<Place>,
) {
    let mut first = vec![0_u8; 8192];
    // One that says nothing costs nothing behind the gateway.
    let n = match timeout(SILENT, stream.read(&mut first)).await {
        Ok(Ok(n)) if n > 0 => n,
        _ => return,
    };
    let inner_port = gateway.inner_port.load(Ordering::SeqCst);
    let Ok(mut inner) = TcpStream::connect((Ipv4Addr::LOCALHOST, inner_port)).await else { return };
    let _ = inner.set_nodelay(true);
    let Ok(own) = inner.local_addr() else { return };
    gateway.know(own.port(), peer);
    gateway.holds(own.port(), Arc::clone(place));
    let moved = Moved::first(n);
    if inner.write_all(first.get(..n).unwrap_or(&first)).await.is_ok() {
        drop(first);
        let (mut from_caller, mut to_caller) = split(stream);
        let (mut from_server, mut to_server) = inner.split();
        let asking = async {
            // Who hangs up does not wait for an answer: what was still being said to it ends.
            relay(&mut from_caller, &mut to_server, |bytes| moved.asked(bytes)).await;
        };
        let answering = async {
            relay(&mut from_server, &mut to_caller, |_| moved.answered()).await;
            let _ = to_caller.shutdown().await;
        };
        select! {
            () = asking => {}
            () = answering => {}
            () = moved.watched() => {}
        }
    }
    gateway.forget(own.port());
}

async fn relay(
    from: &mut (impl AsyncRead + Unpin),
    to: &mut (impl AsyncWrite + Unpin),
    moved: impl Fn(usize),
) {
    let mut part = vec![0_u8; 16 * 1024];
    while let Ok(n) = from.read(&mut part).await {
        if n == 0 {
            return;
        }
        moved(n);
        if to.write_all(part.get(..n).unwrap_or(&part)).await.is_err() || to.flush().await.is_err() {
            return;
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_photograph_over_a_poor_link_is_waited_for_and_a_trickle_is_not() {
        // At 10 kB/s two megabytes take 200 s: at each moment it is within its time.
        for s in 0..=200 {
            assert!(Duration::from_secs(s) <= may_take(10_000 * s), "{s} s");
        }
        // A byte a second is ended as one that stops half way.
        assert!(Duration::from_secs(31) > may_take(31));
    }
}
