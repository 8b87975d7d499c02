//! Batches: started, followed, judged, found again.

use rocket::http::Status;
use rocket::serde::json::Json;
use rocket::{State, get, post, put};
use serde::Serialize;
use unctum_core::batch::{
    BatchEvent, BatchSetup, BatchState, BatchSummary, Lesson, Logged, Verdict, lesson, state_at, summary,
};
use unctum_store::SqliteConnection;
use unctum_store::batch::{self as rows, Batch};
use unctum_store::kitchen;
use utoipa::ToSchema;

use crate::app::{App, Change};
use crate::body::Body;
use crate::problem::{Answer, Problem};
use crate::routes::sweet::known;
use crate::setting_up::{StartAsk, SyrupSigns, set_up, signs};

/// A batch with everything that follows from its log.
#[derive(Serialize, ToSchema)]
pub struct BatchView {
    /// Its number.
    pub id: i32,
    /// When it was started, ms since 1970.
    pub started_ms: i64,
    /// How it was set up.
    pub setup: BatchSetup,
    /// What happened.
    pub log: Vec<Logged>,
    /// The state at this moment.
    pub state: BatchState,
    /// Planned against real.
    pub summary: BatchSummary,
    /// How it turned out.
    pub verdict: Option<Verdict>,
    /// What that teaches.
    pub lesson: Option<Lesson>,
}

/// A batch as a line of the notebook.
#[derive(Serialize, ToSchema)]
pub struct BatchLine {
    /// Its number.
    pub id: i32,
    /// What the cook calls it.
    pub title: String,
    /// The sweet, if it is one of the catalogue.
    pub sweet_key: Option<String>,
    /// When it was started, ms since 1970.
    pub started_ms: i64,
    /// Name of the pan.
    pub pan_name: String,
    /// Name of the ring.
    pub ring_name: String,
    /// Planned against real.
    pub summary: BatchSummary,
    /// How it turned out.
    pub verdict: Option<Verdict>,
    /// Number of the ring, if it is known.
    pub ring_id: Option<i32>,
    /// The state at this moment, while it is going on.
    pub state: Option<BatchState>,
}

fn view(batch: Batch, now_ms: i64) -> unctum_store::Result<BatchView> {
    let state = state_at(&batch.setup, batch.started_ms, &batch.log, now_ms)?;
    let summary = summary(&batch.setup, batch.started_ms, &batch.log);
    Ok(BatchView {
        id: batch.id,
        started_ms: batch.started_ms,
        state,
        lesson: batch.verdict.as_ref().map(|v| lesson(&batch.setup, &summary, v)),
        summary,
        setup: batch.setup,
        log: batch.log,
        verdict: batch.verdict,
    })
}

fn line(batch: Batch, now_ms: i64) -> unctum_store::Result<BatchLine> {
    let summary = summary(&batch.setup, batch.started_ms, &batch.log);
    let state =
        if summary.over { None } else { Some(state_at(&batch.setup, batch.started_ms, &batch.log, now_ms)?) };
    Ok(BatchLine {
        id: batch.id,
        title: batch.setup.title,
        sweet_key: batch.setup.sweet_key,
        started_ms: batch.started_ms,
        pan_name: batch.setup.pan.name,
        ring_name: batch.setup.ring.name,
        ring_id: batch.setup.chosen.ring_id,
        summary,
        verdict: batch.verdict,
        state,
    })
}

/// What a start would be: everything the sheet shows before the heat.
#[derive(Serialize, ToSchema)]
pub struct StartPlan {
    /// The batch as it would be set up.
    pub setup: BatchSetup,
    /// The stage on her instruments.
    pub syrup: SyrupSigns,
    /// Why it cannot go there now, if pan or ring are taken.
    pub taken: Option<String>,
    /// How the sweet turned out the last time.
    pub last_time: Option<LastTime>,
}

/// How a sweet turned out the last time it was made, and what to change.
#[derive(Serialize, ToSchema)]
pub struct LastTime {
    /// Number of the batch.
    pub id: i32,
    /// When it was started, ms since 1970.
    pub started_ms: i64,
    /// What it was called.
    pub title: String,
    /// The verdict.
    pub verdict: Verdict,
    /// What it teaches.
    pub lesson: Lesson,
}

/// How the sweet of a setup turned out the last time; what it teaches, told for the size of this one.
fn last_time(c: &mut SqliteConnection, setup: &BatchSetup) -> unctum_store::Result<Option<LastTime>> {
    let Some(sweet_key) = &setup.sweet_key else { return Ok(None) };
    let found = rows::last_judged(c, sweet_key)?;
    Ok(found.and_then(|b| {
        let verdict = b.verdict?;
        let mut lesson = lesson(&b.setup, &summary(&b.setup, b.started_ms, &b.log), &verdict);
        lesson.next = lesson.next.for_times(setup.charge.solids_g() / b.setup.charge.solids_g());
        Some(LastTime { id: b.id, started_ms: b.started_ms, title: b.setup.title, verdict, lesson })
    }))
}

async fn asked_setup(app: &App, ask: &StartAsk) -> Answer<BatchSetup> {
    let kitchen = app.read(kitchen::load).await?;
    let sweet = match &ask.sweet_key {
        Some(key) => Some(known(app, key).await?.sweet),
        None => None,
    };
    let setup = set_up(app, ask, sweet.as_ref(), &kitchen)?;
    setup.check()?;
    Ok(setup)
}

/// What a start would be. Nothing is stored.
///
/// # Errors
/// 404 for an unknown sweet, pan, ring or thermometer; 400, 413 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "batch", request_body = StartAsk,
    responses((status = 200, body = StartPlan), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/batches/plan", data = "<body>")]
pub async fn plan(app: &State<App>, body: Body<StartAsk>) -> Answer<Json<StartPlan>> {
    let ask = body.0?;
    let setup = asked_setup(app, &ask).await?;
    let asked = setup.clone();
    let (taken, last_time) = app
        .read(move |c| {
            let going_on = rows::going_on(c)?;
            let taken = asked.check_free(going_on.iter().map(|b| &b.setup)).err().map(|e| e.to_string());
            Ok((taken, last_time(c, &asked)?))
        })
        .await?;
    Ok(Json(StartPlan { syrup: signs(&setup), setup, taken, last_time }))
}

/// All batches, newest first; only those going on, if so asked.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "batch", params(("going_on" = Option<bool>, Query, description = "Only those going on.")),
    responses((status = 200, body = Vec<BatchLine>)))]
#[get("/batches?<going_on>")]
pub async fn batches(app: &State<App>, going_on: Option<bool>) -> Answer<Json<Vec<BatchLine>>> {
    let now_ms = app.clock.now_ms();
    let only_going_on = going_on.unwrap_or(false);
    let lines = app
        .read(move |c| {
            let found = if only_going_on { rows::going_on(c)? } else { rows::list(c)? };
            found.into_iter().map(|b| line(b, now_ms)).collect()
        })
        .await?;
    Ok(Json(lines))
}

/// Starts a batch.
///
/// # Errors
/// 404 for an unknown sweet, pan, ring or thermometer; 400, 413 or 422; nothing is stored then.
#[utoipa::path(context_path = "/api/v1", tag = "batch", request_body = StartAsk,
    responses((status = 201, body = BatchView), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/batches", data = "<body>")]
pub async fn start(app: &State<App>, body: Body<StartAsk>) -> Answer<(Status, Json<BatchView>)> {
    let setup = asked_setup(app, &body.0?).await?;
    let now_ms = app.clock.now_ms();
    let view = app
        .write(move |c| {
            let id = rows::start(c, &setup, now_ms)?;
            view(rows::load(c, id)?, now_ms)
        })
        .await?;
    app.tell(Change::Batch { id: view.id });
    Ok((Status::Created, Json(view)))
}

/// One batch at this moment.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "batch", params(("id" = i32, Path)),
    responses((status = 200, body = BatchView), (status = 404, body = Problem)))]
#[get("/batches/<id>")]
pub async fn batch(app: &State<App>, id: i32) -> Answer<Json<BatchView>> {
    let now_ms = app.clock.now_ms();
    Ok(Json(app.read(move |c| view(rows::load(c, id)?, now_ms)).await?))
}

/// Logs that something happened.
///
/// # Errors
/// 404; 400, 413 or 422 with what to do instead; nothing is logged then.
#[utoipa::path(context_path = "/api/v1", tag = "batch", params(("id" = i32, Path)), request_body = BatchEvent,
    responses((status = 200, body = BatchView), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/batches/<id>/events", data = "<body>")]
pub async fn log_event(app: &State<App>, id: i32, body: Body<BatchEvent>) -> Answer<Json<BatchView>> {
    let event = body.0?;
    let now_ms = app.clock.now_ms();
    let view = app.write(move |c| view(rows::append(c, id, event, now_ms)?, now_ms)).await?;
    app.tell(Change::Batch { id });
    Ok(Json(view))
}

/// Writes down how a batch turned out.
///
/// # Errors
/// 404; 400, 413 or 422; nothing is changed then.
#[utoipa::path(context_path = "/api/v1", tag = "batch", params(("id" = i32, Path)), request_body = Verdict,
    responses((status = 200, body = BatchView), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[put("/batches/<id>/verdict", data = "<body>")]
pub async fn judge(app: &State<App>, id: i32, body: Body<Verdict>) -> Answer<Json<BatchView>> {
    let told = body.0?;
    let now_ms = app.clock.now_ms();
    let view = app.write(move |c| view(rows::judge(c, id, &told, now_ms)?, now_ms)).await?;
    app.tell(Change::Batch { id });
    Ok(Json(view))
}
