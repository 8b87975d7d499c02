//! The server, put together.

use std::sync::Arc;

use rocket::config::{Config, LogLevel, Shutdown, Sig};
use rocket::fairing::AdHoc;
use rocket::http::Header;
use rocket::tokio::sync::broadcast;
use rocket::{Build, Rocket, catchers};
use unctum_store::Store;

use crate::app::App;
use crate::catalogue::Catalogue;
use crate::clock::Clock;
use crate::{front, problem, routes};

/// Everything comes from the program itself; Vuetify sets its theme in a style element.
const CONTENT_POLICY: &str = "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; \
     object-src 'none'; base-uri 'self'; form-action 'self'; frame-ancestors 'none'";

/// Puts the server together on 127.0.0.1 and `port`.
///
/// # Errors
/// A catalogue that is not well formed.
pub fn build(store: Store, clock: Clock, port: u16) -> unctum_core::Result<Rocket<Build>> {
    let (changes, _) = broadcast::channel(256);
    let app = App {
        store,
        clock,
        catalogue: Arc::new(Catalogue::load()?),
        catalogue_shelf: Arc::default(),
        own_shelf: Arc::default(),
        changes,
    };
    let config = Config {
        address: std::net::Ipv4Addr::LOCALHOST.into(),
        port,
        log_level: LogLevel::Off,
        cli_colors: false,
        shutdown: Shutdown {
            ctrlc: true,
            signals: [Sig::Term, Sig::Hup].into(),
            grace: 1,
            mercy: 1,
            ..Shutdown::default()
        },
        ..Config::release_default()
    };
    Ok(rocket::custom(config)
        .manage(app)
        .mount("/api/v1", routes::all())
        .mount("/", rocket::routes![front::file])
        .register("/", catchers![problem::fallback])
        .attach(AdHoc::on_response("content policy", |_, response| {
            Box::pin(async move {
                response.set_header(Header::new("Content-Security-Policy", CONTENT_POLICY));
                response.set_header(Header::new("Referrer-Policy", "no-referrer"));
            })
        })))
}
