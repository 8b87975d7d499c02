//! The notebook as a whole: a copy of it, everything in one file, tables; and such a file read in.

use std::io::{BufWriter, Seek, Write};

use rocket::data::{Data, ToByteUnit};
use rocket::http::{ContentType, Header, Status};
use rocket::serde::json::Json;
use rocket::tokio::fs::File;
use rocket::tokio::task::spawn_blocking;
use rocket::{Responder, State, get, post};
use serde::Serialize;
use serde_json::Value;
use unctum_store::SqliteConnection;
use unctum_store::whole::{add, batch_lines};
use utoipa::ToSchema;

use crate::app::App;
use crate::body::parse;
use crate::changes::Change;
use crate::clock::day_of;
use crate::exchange::notebook::{self as files, NotebookFile};
use crate::exchange::schema;
use crate::gateway::Caller;
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
    let kind = ContentType::new("application", "vnd.sqlite3");
    Ok(Copy { file: File::from_std(file), kind, name: kept_as(app, ".db") })
}

/// A table or a file, written to the disk first: whatever is in the notebook, the program stays as small as it is. What
/// is sent has no name there, and is gone when it was sent.
async fn written(
    app: &App,
    kind: ContentType,
    what: &str,
    write: impl FnOnce(&mut SqliteConnection, &mut BufWriter<&std::fs::File>) -> unctum_store::Result<()>
    + Send
    + 'static,
) -> Answer<Copy> {
    let file = app.read(move |c| {
        let mut file = tempfile::tempfile()?;
        let mut to = BufWriter::new(&file);
        write(c, &mut to)?;
        to.flush()?;
        drop(to);
        file.rewind()?;
        Ok(file)
    });
    let file = File::from_std(file.await?);
    Ok(Copy { file, kind, name: kept_as(app, &format!("-{what}")) })
}

/// The name under which it is kept, of today.
fn kept_as(app: &App, ending: &str) -> Header<'static> {
    let day = day_of(app.clock.now_ms());
    Header::new("Content-Disposition", format!("attachment; filename=\"unctum-{day}{ending}\""))
}

/// All batches as a table.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "notebook",
    responses((status = 200, description = "Comma-separated, a line for each batch.", content_type = "text/csv")))]
#[get("/notebook/batches.csv")]
pub async fn batches_table(app: &State<App>) -> Answer<Copy> {
    written(app, ContentType::CSV, "batches.csv", |c, to| files::write_batches(&batch_lines(c)?, to)).await
}

/// All readings as a table.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "notebook",
    responses((status = 200, description = "Comma-separated, a line for each reading.", content_type = "text/csv")))]
#[get("/notebook/readings.csv")]
pub async fn readings_table(app: &State<App>) -> Answer<Copy> {
    written(app, ContentType::CSV, "readings.csv", |c, to| files::write_readings(c, to)).await
}

/// Everything in the notebook as one file, photographs too.
///
/// # Errors
/// 403 from elsewhere than the kitchen's computer; those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "notebook",
    responses((status = 200, body = NotebookFile), (status = 403, body = Problem)))]
#[get("/notebook/everything.json")]
pub async fn everything(app: &State<App>, caller: Caller) -> Answer<Copy> {
    only_here(&caller)?;
    written(app, ContentType::JSON, "everything.json", |c, to| files::write_everything(c, to)).await
}

/// The JSON Schema of everything in a notebook.
#[utoipa::path(context_path = "/api/v1", tag = "notebook",
    responses((status = 200, description = "JSON Schema, draft 2020-12.", content_type = "application/schema+json")))]
#[get("/schemas/notebook")]
pub fn notebook_schema() -> (ContentType, Json<Value>) {
    (ContentType::new("application", "schema+json"), Json(schema::notebook()))
}

/// What came of reading a notebook in.
#[derive(Serialize, ToSchema)]
pub struct ReadIn {
    /// Whether everything was taken: nothing was kept here before.
    pub whole: bool,
    /// Batches that came in.
    pub batches: usize,
    /// Batches that were here already and stayed as they are.
    pub doubled: usize,
    /// Of it cannot be read: batches that are kept as they are where everything was taken, and whatever was left out.
    pub unreadable: usize,
}

/// Reads a file of everything in: all of it where nothing was kept yet, else the batches that are not here.
///
/// # Errors
/// 403 from elsewhere than the kitchen's computer; 400, 413 or 422; nothing is changed then.
#[utoipa::path(context_path = "/api/v1", tag = "notebook", request_body = NotebookFile,
    responses((status = 200, body = ReadIn), (status = 403, body = Problem), (status = 413, body = Problem), (status = 422, body = Problem)))]
#[post("/notebook/everything", data = "<data>")]
pub async fn read_everything(app: &State<App>, caller: Caller, data: Data<'_>) -> Answer<Json<ReadIn>> {
    only_here(&caller)?;
    let bytes = data.open(MOST_MIB.mebibytes()).into_bytes().await.map_err(|_| broken_off())?;
    if !bytes.is_complete() {
        return Err(Problem::new(
            Status::PayloadTooLarge,
            "too-large",
            "Too much at once",
            format!(
                "A notebook of more than {MOST_MIB} MiB is read in at the kitchen's computer: unctum import."
            ),
        ));
    }
    let file: NotebookFile = parse(&bytes)?;
    if file.format != files::FORMAT || file.version != files::VERSION {
        return Err(Problem::new(
            Status::UnprocessableEntity,
            "not-a-notebook",
            "No notebook of ours",
            "This file is not everything of a notebook, or a newer program wrote it. Choose another file.",
        ));
    }
    let added = app.write(move |c| add(c, &file.notebook)).await?;
    app.tell(Change::Kitchen);
    app.tell(Change::LookAnew);
    let unctum_store::whole::Added { whole, batches, doubled, unreadable } = added;
    Ok(Json(ReadIn { whole, batches, doubled, unreadable }))
}

/// Largest file of everything that is read in over the network.
const MOST_MIB: u64 = 256;

fn broken_off() -> Problem {
    Problem::new(Status::BadRequest, "malformed-json", "Not understood", "The file broke off. Send it again.")
}
