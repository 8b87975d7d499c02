//! The notebook as a whole: a copy of it to take away.

use rocket::http::{ContentType, Header};
use rocket::tokio::fs::File;
use rocket::tokio::task::spawn_blocking;
use rocket::{Responder, State, get};

use crate::app::App;
use crate::door::Caller;
use crate::problem::{Answer, Problem};
use crate::routes::network::only_here;

/// A file to keep.
#[derive(Responder)]
pub struct Copy {
    file: File,
    kind: ContentType,
    name: Header<'static>,
}

/// A copy of the notebook as it stands now, made while it is used.
///
/// # Errors
/// 403 from elsewhere than the kitchen's computer; those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "system",
    responses((status = 200, description = "The notebook, a SQLite file.", content_type = "application/vnd.sqlite3"), (status = 403, body = Problem)))]
#[get("/notebook/copy")]
pub async fn copy(app: &State<App>, caller: Caller) -> Answer<Copy> {
    only_here(&caller)?;
    let store = app.store.clone();
    let made = spawn_blocking(move || {
        // The folder goes when the copy is open: what is sent is no longer a file that anyone finds.
        let folder = tempfile::tempdir().map_err(|_| Problem::broken())?;
        let path = folder.path().join("copy.db");
        store.copy_to(&path)?;
        std::fs::File::open(&path).map_err(|_| Problem::broken())
    });
    let file = made.await.map_err(|_| Problem::broken())??;
    let now_ms = app.clock.now_ms();
    let day = jiff::Timestamp::from_millisecond(now_ms).map(|t| t.to_string()[..10].to_owned());
    let day = day.map_err(|_| Problem::broken())?;
    Ok(Copy {
        file: File::from_std(file),
        kind: ContentType::new("application", "vnd.sqlite3"),
        name: Header::new("Content-Disposition", format!("attachment; filename=\"unctum-{day}.db\"")),
    })
}
