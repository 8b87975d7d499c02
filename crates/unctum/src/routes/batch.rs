//! Batches: started, followed, judged, found again.

use rocket::http::Status;
use rocket::serde::json::Json;
use rocket::{State, get, post, put};
use serde::{Deserialize, Serialize};
use unctum_core::CoreError;
use unctum_core::batch::{
    BatchEvent, BatchSetup, BatchState, BatchSummary, Logged, Verdict, is_over, state_at, summary,
};
use unctum_core::kitchen::KitchenDocument;
use unctum_core::process::{Knowledge, Setting, Size, Sweet, plain_syrup_steps, stove_sheet, vary};
use unctum_core::syrup::{Charge, StageKey};
use unctum_store::batch::{self as rows, Batch};
use unctum_store::kitchen;
use utoipa::ToSchema;

use crate::app::{App, Change};
use crate::body::Body;
use crate::problem::{Answer, Problem};
use crate::routes::sweet::{choose, known};

/// What to start: a sweet with its base amount, or a plain syrup with its charge and stage.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"sweet_key": "cashew-sheet", "size": {"kind": "ingredient", "ingredient": "cashew", "amount_g": 400}, "pan_id": 1, "ring_id": 1, "thermometer_id": 1}))]
pub struct StartAsk {
    /// What to call it; the sweet's own name if left out.
    #[serde(default)]
    pub title: Option<String>,
    /// A sweet of the catalogue.
    #[serde(default)]
    pub sweet_key: Option<String>,
    /// Its method; the first if left out.
    #[serde(default)]
    pub method_key: Option<String>,
    /// How much of it.
    #[serde(default)]
    pub size: Option<Size>,
    /// What to change first.
    #[serde(default)]
    pub variation: Vec<unctum_core::process::Variation>,
    /// Without a sweet: what goes into the pan.
    #[serde(default)]
    pub charge: Option<Charge>,
    /// Without a sweet: the stage to land on.
    #[serde(default)]
    pub stage: Option<StageKey>,
    /// The pan.
    #[serde(default)]
    pub pan_id: Option<i32>,
    /// The ring.
    #[serde(default)]
    pub ring_id: Option<i32>,
    /// The thermometer.
    #[serde(default)]
    pub thermometer_id: Option<i32>,
}

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
    /// The state at this moment, while it is going on.
    pub state: Option<BatchState>,
}

fn view(batch: Batch, now_ms: i64) -> unctum_store::Result<BatchView> {
    let state = state_at(&batch.setup, batch.started_ms, &batch.log, now_ms)?;
    Ok(BatchView {
        id: batch.id,
        started_ms: batch.started_ms,
        state,
        summary: summary(&batch.setup, batch.started_ms, &batch.log),
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
        summary,
        verdict: batch.verdict,
        state,
    })
}

/// The setup of a batch: everything a start asks for, copied from catalogue and kitchen.
fn set_up(
    app: &App,
    ask: StartAsk,
    of: Option<(Sweet, Size)>,
    kitchen: &KitchenDocument,
) -> Answer<BatchSetup> {
    let chosen = choose(kitchen, ask.pan_id, ask.ring_id, ask.thermometer_id)?;
    let air = kitchen.room.air()?;
    let missing = |words: &str| Problem::from(CoreError::NotNow(words.to_owned()));
    if let Some((sweet, size)) = of {
        let key = sweet.key.clone();
        let setting = Setting { larder: &app.catalogue.larder, ladder: &kitchen.ladder, air };
        let components = app.catalogue.components();
        let known_changes = Knowledge { swaps: &app.catalogue.swaps, components: &components };
        let method =
            vary(sweet.method(ask.method_key.as_deref())?, &ask.variation, &known_changes, &setting)?;
        let sheet = stove_sheet(&method.method, &size, &setting)?;
        return Ok(BatchSetup {
            title: ask.title.unwrap_or_else(|| sweet.name.clone()),
            sweet_key: Some(key),
            lines: sheet.lines,
            charge: sheet.charge,
            stage: sheet.stage,
            target_solids_frac: sheet.target_solids_frac,
            pan: chosen.pan,
            ring: chosen.ring,
            thermometer: chosen.thermometer,
            air,
            steps: app.catalogue.cautioned(sheet.steps),
            ladder: kitchen.ladder,
        });
    }
    let charge = ask.charge.ok_or_else(|| missing("Say what goes into the pan, or choose a sweet."))?;
    let stage = ask.stage.ok_or_else(|| missing("Say which stage the syrup is to reach."))?;
    let band = kitchen.ladder.of(stage);
    Ok(BatchSetup {
        title: ask.title.unwrap_or_else(|| format!("Syrup, {}", band.name)),
        sweet_key: None,
        lines: Vec::new(),
        charge,
        stage,
        target_solids_frac: band.aim_frac(),
        pan: chosen.pan,
        ring: chosen.ring,
        thermometer: chosen.thermometer,
        air,
        steps: plain_syrup_steps(stage),
        ladder: kitchen.ladder,
    })
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
    let wanted = move |b: &Batch| !going_on.unwrap_or(false) || !is_over(&b.setup, &b.log);
    let lines = app
        .read(move |c| rows::list(c)?.into_iter().filter(wanted).map(|b| line(b, now_ms)).collect())
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
    let kitchen = app.read(kitchen::load).await?;
    let ask = body.0?;
    let of = match &ask.sweet_key {
        None => None,
        Some(key) => {
            let size = ask.size.clone().ok_or_else(|| {
                CoreError::NotNow("Say how much you want to make: the amount is missing.".into())
            })?;
            Some((known(app, key).await?.sweet, size))
        }
    };
    let setup = set_up(app.inner(), ask, of, &kitchen)?;
    let now_ms = app.clock.now_ms();
    let view = app
        .write(move |c| {
            let id = rows::create(c, &setup, now_ms)?;
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
