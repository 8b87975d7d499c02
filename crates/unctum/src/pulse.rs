//! What stands now, pushed to every screen: at once when something was written, and every two seconds while somebody
//! looks, since a syrup boils on whether or not anybody writes.

use std::time::Duration;

use rocket::tokio::{spawn, time};
use rocket::{Orbit, Rocket, Shutdown};
use unctum_store::batch as rows;

use crate::app::App;
use crate::changes::Change;
use crate::problem::Answer;
use crate::views::{BatchView, HeardOf, Push, batch_view, stove_view};

/// Between two beats.
const BEAT: Duration = Duration::from_secs(2);
/// Entries that a pushed batch carries; who lacks more asks.
const PUSHED_ENTRIES: i32 = 8;

/// Beats until the program ends.
pub fn beat(rocket: &Rocket<Orbit>) {
    let Some(app) = rocket.state::<App>().cloned() else { return };
    let mut end: Shutdown = rocket.shutdown();
    spawn(async move {
        let mut told_ms = 0;
        loop {
            rocket::tokio::select! {
                () = time::sleep(BEAT) => {}
                () = &mut end => return,
            }
            let now_ms = app.clock.now_ms();
            // A simulated clock that stands still has nothing new to tell; moving it is told for itself.
            if app.changes.anybody_listens() && now_ms != told_ms && !app.clock.is_simulated() {
                told_ms = now_ms;
                let _ = push_all(&app, now_ms).await;
            }
        }
    });
}

async fn push_all(app: &App, now_ms: i64) -> Answer<()> {
    let following = app.following.clone();
    let pushes = app
        .read(move |c| {
            let mut pushes = Vec::new();
            for (id, batch) in rows::going_on(c, &following)? {
                let view = batch_view(c, id, &batch, Some(batch.last_seq()), now_ms)?;
                pushes.push(Push::Batch { view: Box::new(view) });
            }
            pushes.push(Push::Stove { stove: stove_view(c, &following, now_ms)? });
            Ok(pushes)
        })
        .await?;
    pushes.iter().for_each(|p| push(app, p));
    Ok(())
}

fn push(app: &App, what: &Push) {
    if let Ok(json) = serde_json::to_string(what) {
        app.changes.push(json.into());
    }
}

/// Tells everyone that something was written about a batch, and what stands now.
///
/// # Errors
/// Those of the store.
pub async fn tell_batch(app: &App, id: i32) -> Answer<()> {
    let (now_ms, following) = (app.clock.now_ms(), app.following.clone());
    let listened = app.changes.anybody_listens();
    let (view, stove): (Option<BatchView>, _) = app
        .read(move |c| {
            let batch = following.at(c, id)?;
            let last_seq = batch.last_seq();
            if !listened {
                return Ok((None, (last_seq, None)));
            }
            let view = batch_view(c, id, &batch, Some(last_seq - PUSHED_ENTRIES), now_ms)?;
            Ok((Some(view), (last_seq, Some(stove_view(c, &following, now_ms)?))))
        })
        .await?;
    let (last_seq, stove) = stove;
    // First what stands, then that it changed: who has seen it need not ask.
    if let Some(view) = view {
        push(app, &Push::Batch { view: Box::new(view) });
    }
    if let Some(stove) = stove {
        push(app, &Push::Stove { stove });
    }
    app.tell(Change::Batch { id, last_seq });
    Ok(())
}

/// Tells everyone what an instrument shows.
pub fn tell_heard(app: &App, heard: HeardOf) {
    if app.changes.anybody_listens() {
        push(app, &Push::Instrument { heard });
    }
}
