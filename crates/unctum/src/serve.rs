//! The program while it serves: the gateway in front, the web server behind, copies made day by day.

use std::io::IsTerminal;
use std::net::TcpListener;
use std::path::PathBuf;
use std::sync::Arc;

use rocket::fairing::AdHoc;
use unctum_store::{Store, network};

use crate::app::App;
use crate::clock::Clock;
use crate::failure::Failure;
use crate::gateway::{Gateway, Settings, hash_of_passcode};
use crate::routes::network::check_passcode;
use crate::{copies, server};

/// Files and connections that may be open at once, if the system lets us.
const OPEN_AT_ONCE: u64 = 16_384;

/// Where and how it is reached.
pub struct Reach {
    /// Port on 127.0.0.1.
    pub port: u16,
    /// Whether the network is let in from the start.
    pub network: bool,
    /// Where to read the passcode from.
    pub passcode_file: Option<PathBuf>,
    /// How the gateway is set up.
    pub gateway: Settings,
}

/// Serves until it is told to stop. `home` is where things of the gateway are kept; without one nothing is kept, and
/// no copies are made.
///
/// # Errors
/// A port that is taken, a passcode that cannot be had, a catalogue that is not well formed.
pub fn serve(store: &Store, clock: Clock, reach: Reach, home: Option<PathBuf>) -> Result<(), Failure> {
    // More than the system allows is no fault: then fewer connections stand at once.
    let _ = rlimit::increase_nofile_limit(OPEN_AT_ONCE);
    let port = reach.port;
    let listener = TcpListener::bind(("127.0.0.1", port))
        .map_err(|e| format!("port {port} cannot be opened ({e}); name another with --port"))?;
    if let Some(passcode) = passcode_to_set(store, &reach)? {
        let (hash, now_ms) = (hash_of_passcode(&passcode)?, clock.now_ms());
        store.write(|c| network::set_passcode(c, &hash, now_ms))?;
    }
    let stands = store.read(network::load)?;
    let opens = reach.network || stands.switched_on;
    let keeps_copies = home.is_some();
    let gateway = Gateway::new(Settings { folder: home, ..reach.gateway });
    println!("Unctum listens on http://127.0.0.1:{port} (Ctrl-C ends it)");
    let rocket = server::build(store.clone(), clock, Arc::clone(&gateway))?.attach(AdHoc::on_liftoff(
        "gateway",
        move |rocket| {
            Box::pin(async move {
                gateway.stands_before(rocket.config().port);
                if opens {
                    match gateway.open_network() {
                        Ok(()) => gateway.addresses().iter().for_each(|a| println!("In the kitchen: {a}")),
                        Err(amiss) => eprintln!("unctum: {amiss}"),
                    }
                }
                // Last, so that whoever finds it finds all of it open.
                gateway.open_here(listener);
                if keeps_copies && let Some(app) = rocket.state::<App>() {
                    copies::keep_daily(app, rocket.shutdown());
                }
            })
        },
    ));
    // Some questions compute for a while on their thread: others are answered meanwhile.
    let threads = std::thread::available_parallelism().map_or(2, std::num::NonZero::get);
    let runtime = rocket::tokio::runtime::Builder::new_multi_thread()
        .worker_threads((4 * threads).max(8))
        .enable_all()
        .build()?;
    match runtime.block_on(rocket.launch()) {
        // Whoever still held a connection as it ended was cut off: what was acknowledged is written.
        Err(ended) if matches!(ended.kind(), rocket::error::ErrorKind::Shutdown(..)) => {}
        ended => drop(ended?),
    }
    Ok(())
}

/// The passcode to set before the network is let in the first time: from a file, or asked for.
fn passcode_to_set(store: &Store, reach: &Reach) -> Result<Option<String>, Failure> {
    if let Some(file) = &reach.passcode_file {
        let text = std::fs::read_to_string(file).map_err(|e| format!("{}: {e}", file.display()))?;
        let passcode = text.lines().next().unwrap_or_default().to_owned();
        check_passcode(&passcode)?;
        let known = store.read(network::load)?.passcode_hash;
        // The same one again puts nobody out.
        return Ok(Some(passcode).filter(|p| !known.is_some_and(|hash| crate::gateway::matches(p, &hash))));
    }
    if !reach.network || store.read(network::load)?.passcode_hash.is_some() {
        return Ok(None);
    }
    if !std::io::stdin().is_terminal() {
        let words =
            "the network needs a passcode first: set it in the kitchen, or name a file with --passcode-file";
        return Err(words.into());
    }
    println!(
        "Phones and tablets come in by a passcode. It has 8 characters or more; a few words are easy to say."
    );
    loop {
        let passcode = rpassword::prompt_password("Passcode: ")?;
        if let Err(amiss) = check_passcode(&passcode) {
            println!("{amiss}");
        } else if passcode == rpassword::prompt_password("Once more: ")? {
            return Ok(Some(passcode));
        } else {
            println!("These two were not the same.");
        }
    }
}
