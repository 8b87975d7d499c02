//! What stands now, pushed to every screen: at once when something was written, and every two seconds while somebody
//! looks, since a syrup boils on whether or not anybody writes.

use std::time::Duration;

use rocket::tokio::{spawn, time};
use rocket::{Orbit, Rocket, Shutdown};

use crate::app::App;
use crate::changes::Change;
use crate::problem::Answer;
use crate::views::{HeardOf, Push, Read, batch_view, going_lines, stove_view};

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
    let looks = following.clone();
    let (batches, lines) = app
        .read(move |c| {
            let lines = going_lines(c, &following)?;
            let read = |id| Ok((id, Read::of(c, &following, id)?));
            let going = lines.iter().filter(|l| l.going.is_some()).map(|l| l.id);
            let batches: Vec<(i32, Read)> = going.map(read).collect::<unctum_store::Result<_>>()?;
            Ok((batches, lines))
        })
        .await?;
    let look = move || {
        let view = |(id, read): (i32, Read)| {
            let last_seq = read.last_seq();
            Push::Batch { view: Box::new(batch_view(&looks, id, read, Some(last_seq), now_ms)) }
        };
        let stove = Push::Stove { stove: stove_view(lines, now_ms) };
        batches.into_iter().map(view).chain([stove]).collect::<Vec<_>>()
    };
    let pushes = app.looks(look).await?;
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
    let looks = following.clone();
    let (read, lines) = app
        .read(move |c| {
            let lines = listened.then(|| going_lines(c, &following)).transpose()?;
            Ok((Read::of(c, &following, id)?, lines))
        })
        .await?;
    let last_seq = read.last_seq();
    if let Some(lines) = lines {
        let look = move || {
            let view = batch_view(&looks, id, read, Some(last_seq - PUSHED_ENTRIES), now_ms);
            (Push::Batch { view: Box::new(view) }, Push::Stove { stove: stove_view(lines, now_ms) })
        };
        // First what stands, then that it changed: who has seen it need not ask.
        let (view, stove) = app.looks(look).await?;
        push(app, &view);
        push(app, &stove);
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
