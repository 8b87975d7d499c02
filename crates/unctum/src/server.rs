//! The server, put together.

use std::sync::Arc;

use rocket::config::{Config, LogLevel, Shutdown, Sig};
use rocket::fairing::AdHoc;
use rocket::tokio::spawn;
use rocket::tokio::sync::Semaphore;
use rocket::{Build, Orbit, Rocket, catchers};
use unctum_store::{Following, Store, batch};

use crate::app::App;
use crate::catalogue::Catalogue;
use crate::changes::Changes;
use crate::clock::Clock;
use crate::gateway::Gateway;
use crate::query::Queries;
use crate::{front, guard, headers, openapi, problem, pulse, routes};

/// Puts the server together. It listens behind the gateway, on a port of loopback that the system chooses.
///
/// # Errors
/// A catalogue that is not well formed.
pub fn build(store: Store, clock: Clock, gateway: Arc<Gateway>) -> unctum_core::Result<Rocket<Build>> {
    let changes = Changes::new(clock.now_ms());
    let following = Following::default();
    // Taken in before anybody asks. What cannot be read is said where it is asked for.
    let _ = store.read(|c| batch::going_on(c, &following));
    let app = App {
        store,
        following,
        writers: Arc::default(),
        writes: Arc::default(),
        working: Arc::new(Semaphore::new(std::thread::available_parallelism().map_or(2, usize::from))),
        unpacking: Arc::default(),
        offers: Arc::default(),
        clock: Arc::new(clock),
        catalogue: Arc::new(Catalogue::load()?),
        catalogue_shelf: Arc::default(),
        own_shelf: Arc::default(),
        copy_trouble: Arc::default(),
        planning: Arc::default(),
        gateway,
        budgets: Arc::default(),
        changes: Arc::new(changes),
    };
    let config = Config {
        address: std::net::Ipv4Addr::LOCALHOST.into(),
        port: 0,
        log_level: LogLevel::Off,
        cli_colors: false,
        // The program's own header says nothing of what it is made of.
        ident: rocket::config::Ident::none(),
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
        .manage(routes::learnt::LearntKept::default())
        .manage(routes::batch_page::PagesKept::default())
        .manage(Queries::of(&openapi::document()))
        .manage(routes::system::Description(|| openapi::document().to_pretty_json()))
        .mount("/api/v1", routes::all())
        .mount("/", rocket::routes![front::file, guard::refused])
        .register("/", catchers![problem::fallback])
        .attach(AdHoc::on_liftoff("planning", |rocket| Box::pin(async move { end_planning(rocket) })))
        .attach(AdHoc::on_liftoff("pulse", |rocket| Box::pin(async move { pulse::beat(rocket) })))
        .attach(guard::Guard)
        .attach(headers::Headers)
        .attach(headers::Compressed))
}

/// Plans that are being bettered do not hold up the end of the program.
fn end_planning(rocket: &Rocket<Orbit>) {
    let Some(app) = rocket.state::<App>() else { return };
    let (planning, shutdown) = (Arc::clone(&app.planning), rocket.shutdown());
    spawn(async move {
        shutdown.await;
        planning.end();
    });
}
