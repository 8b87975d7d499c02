//! Changes as they happen, one stream a tab.

use std::time::Duration;

use rocket::response::stream::{Event, EventStream};
use rocket::tokio::select;
use rocket::tokio::sync::broadcast::error::RecvError;
use rocket::{Shutdown, State, get};

use crate::app::{App, Change};

/// A stream of server-sent events, each a [`Change`].
#[utoipa::path(context_path = "/api/v1", tag = "batch",
    responses((status = 200, description = "Server-sent events; each data line is a Change", body = Change, content_type = "text/event-stream")))]
#[get("/live")]
pub fn live(app: &State<App>, mut end: Shutdown) -> EventStream![] {
    let mut changes = app.changes.subscribe();
    EventStream! {
        loop {
            let change = select! {
                change = changes.recv() => match change {
                    Ok(change) => change,
                    Err(RecvError::Lagged(_)) => continue,
                    Err(RecvError::Closed) => break,
                },
                () = &mut end => break,
            };
            yield Event::json(&change);
        }
    }
    .heartbeat(Duration::from_secs(15))
}
