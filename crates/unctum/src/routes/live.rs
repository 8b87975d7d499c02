//! Changes as they happen, one stream a browser.

use std::time::Duration;

use rocket::http::Status;
use rocket::request::{FromRequest, Outcome, Request};
use rocket::response::stream::{Event, EventStream};
use rocket::tokio::select;
use rocket::tokio::sync::broadcast::error::RecvError;
use rocket::{Shutdown, State, get};

use unctum_store::network::{self as rows, Device};

use crate::app::App;
use crate::changes::{Change, NumberedChange};
use crate::gateway::Caller;
use crate::problem::{Answer, Problem};

/// Streams that the kitchen's computer, and each other device, may hold open at once.
const STREAMS_HERE: usize = 64;
const STREAMS_PER_DEVICE: usize = 12;

/// The name of the last change that this listener heard.
pub struct LastHeard(Option<String>);

#[rocket::async_trait]
impl<'r> FromRequest<'r> for LastHeard {
    type Error = std::convert::Infallible;

    async fn from_request(request: &'r Request<'_>) -> Outcome<Self, Self::Error> {
        Outcome::Success(Self(request.headers().get_one("Last-Event-ID").map(str::to_owned)))
    }
}

/// A stream of server-sent events, each a [`Change`] with its name as id; between them, named `push` and without an
/// id, what stands now ([`Push`](crate::views::Push)). Who names the last one heard in
/// `Last-Event-ID` gets what was missed, or is told to look anew.
///
/// # Errors
/// 429 for a device that holds enough streams open.
#[utoipa::path(context_path = "/api/v1", tag = "batch",
    params(("Last-Event-ID" = Option<String>, Header, description = "Name of the last change heard.")),
    responses((status = 200, description = "Server-sent events; each data line is a Change", body = Change, content_type = "text/event-stream"),
        (status = 429, body = Problem)))]
#[get("/live")]
pub fn live<'r>(
    app: &'r State<App>,
    last: LastHeard,
    caller: Caller,
    mut end: Shutdown,
) -> Answer<EventStream![Event + 'r]> {
    let most = if caller.is_here() { STREAMS_HERE } else { STREAMS_PER_DEVICE };
    let Some(listening) = app.changes.stream_of(&caller.device_name(), most) else {
        return Err(Problem::new(
            Status::TooManyRequests,
            "enough-streams",
            "Open often enough",
            "Unctum is open in very many windows on this device. Close some of them, then reload this one.",
        ));
    };
    let (missed, mut changes) = app.changes.since(last.0.as_deref());
    let mut pushes = app.changes.pushes();
    let event = |told: NumberedChange| Event::json(&told.change).id(app.changes.name(told.number));
    Ok(EventStream! {
        let _listening = listening;
        for told in missed {
            yield event(told);
        }
        loop {
            let told = select! {
                told = changes.recv() => match told {
                    Ok(told) => told,
                    // A slow reader is told, never skipped in silence.
                    Err(RecvError::Lagged(_)) => {
                        NumberedChange { number: app.changes.newest(), change: Change::LookAnew }
                    }
                    Err(RecvError::Closed) => break,
                },
                pushed = pushes.recv() => match pushed {
                    Ok(json) => {
                        yield Event::data(json.to_string()).event("push");
                        continue;
                    }
                    Err(RecvError::Lagged(_)) => {
                        NumberedChange { number: app.changes.newest(), change: Change::LookAnew }
                    }
                    Err(RecvError::Closed) => break,
                },
                () = &mut end => break,
            };
            yield event(told);
            // Who was put out hears nothing more.
            if told.change == Change::Devices && !still_in(app, caller.device.as_ref()).await {
                break;
            }
        }
    }
    .heartbeat(Duration::from_secs(15)))
}

/// Whether a device that was let in still is; the kitchen's own computer always is.
async fn still_in(app: &App, device: Option<&Device>) -> bool {
    let Some(id) = device.map(|d| d.id) else { return true };
    app.read(rows::devices).await.is_ok_and(|devices| devices.iter().any(|d| d.id == id))
}
