//! What one batch tells: planned against real, why it came out so, made again; two of them compared; tasted later.

use std::collections::HashMap;
use std::sync::Arc;

use rocket::http::Status;
use rocket::serde::json::Json;
use rocket::tokio::sync::Mutex;
use rocket::{State, get, post};
use serde::{Deserialize, Serialize};
use unctum_core::cook::Followed;
use unctum_core::learn::{Again, AgainKey, again};
use unctum_core::review::{
    BatchComparison, BatchTrack, Cause, KeptIn, StepTold, Tasted, Tasting, Verdict, compare, track,
};
use unctum_store::batch as rows;
use unctum_store::photo::{self, PhotoKept};
use unctum_store::{SqliteConnection, kitchen};
use utoipa::ToSchema;

use crate::app::App;
use crate::body::Body;
use crate::changes::Change;
use crate::problem::{Answer, Problem};
use crate::routes::sweet::known;

/// A photograph of a batch.
#[derive(Serialize, ToSchema)]
pub struct PhotoTold {
    /// Its number.
    pub id: i32,
    /// When it was added, ms since 1970.
    pub at_ms: i64,
    /// Width, pixels.
    pub width_px: i32,
    /// Height, pixels.
    pub height_px: i32,
}

impl From<PhotoKept> for PhotoTold {
    fn from(p: PhotoKept) -> Self {
        Self { id: p.id, at_ms: p.at_ms, width_px: p.width_px, height_px: p.height_px }
    }
}

/// A tasting of a later day.
#[derive(Serialize, ToSchema)]
pub struct TastingTold {
    /// Its number.
    pub id: i32,
    /// When, ms since 1970.
    pub at_ms: i64,
    /// Days after it was made.
    pub day: f64,
    /// Where it was kept.
    pub place: KeptIn,
    /// How it was.
    pub tasted: Tasted,
    /// What to remember.
    pub note: String,
}

/// What one batch tells.
#[derive(Serialize, ToSchema)]
pub struct BatchPage {
    /// As it is drawn.
    pub track: BatchTrack,
    /// Its steps, planned against real.
    pub steps: Vec<StepTold>,
    /// Likely causes of how it turned out, the largest first.
    pub causes: Vec<Cause>,
    /// Its photographs, oldest first.
    pub photos: Vec<PhotoTold>,
    /// So many are kept of one batch.
    pub most_photos: usize,
    /// Its tastings, oldest first.
    pub tastings: Vec<TastingTold>,
}

type Judged = (Arc<Followed>, Option<Verdict>);

/// What was worked out of batches that were looked at lately. It follows from log and verdict alone: while both are the
/// same, it is.
#[derive(Default)]
pub struct PagesKept(Mutex<HashMap<i32, (Judged, Arc<Looked>)>>);

/// So many are kept at most.
const MOST_KEPT: usize = 8;

/// What is worked out of one batch.
struct Looked {
    track: BatchTrack,
    steps: Vec<StepTold>,
    causes: Vec<Cause>,
}

impl PagesKept {
    async fn of(&self, app: &App, id: i32, told: Judged) -> Answer<Arc<Looked>> {
        // Whoever asks for the same meanwhile waits for it.
        let mut kept = self.0.lock().await;
        if let Some((of, looked)) = kept.get(&id)
            && Arc::ptr_eq(&of.0, &told.0)
            && of.1 == told.1
        {
            return Ok(Arc::clone(looked));
        }
        let (batch, verdict) = told.clone();
        let fresh = app.works_out(move |_| {
            let (steps, causes) = (batch.steps_told(), batch.causes(verdict.as_ref()));
            Ok(Arc::new(Looked { track: track(&batch), steps, causes }))
        });
        let fresh = fresh.await?;
        if kept.len() >= MOST_KEPT {
            kept.clear();
        }
        kept.insert(id, (told, Arc::clone(&fresh)));
        Ok(fresh)
    }
}

fn told(
    c: &mut SqliteConnection,
    following: &unctum_store::Following,
    id: i32,
) -> unctum_store::Result<Judged> {
    Ok((following.at(c, id)?, rows::told(c, id)?))
}

async fn page_of(app: &App, kept: &PagesKept, id: i32) -> Answer<BatchPage> {
    let following = app.following.clone();
    let (told, photos, tastings) = app
        .read(move |c| Ok((told(c, &following, id)?, photo::of_batch(c, id)?, rows::tastings(c, id)?)))
        .await?;
    let made_ms = told.0.summary().last_ms;
    let looked = kept.of(app, id, told).await?;
    let tasting = |t: rows::TastingKept| TastingTold {
        id: t.id,
        at_ms: t.tasting.at_ms,
        day: (t.tasting.at_ms - made_ms) as f64 / 86_400_000.0,
        place: t.tasting.place,
        tasted: t.tasting.tasted,
        note: t.tasting.note,
    };
    Ok(BatchPage {
        track: looked.track.clone(),
        steps: looked.steps.clone(),
        causes: looked.causes.clone(),
        photos: photos.into_iter().map(PhotoTold::from).collect(),
        most_photos: photo::MOST,
        tastings: tastings.into_iter().map(tasting).collect(),
    })
}

/// What one batch tells: its way, planned against real, likely causes, photographs, tastings.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "notebook", params(("id" = i32, Path)),
    responses((status = 200, body = BatchPage), (status = 404, body = Problem)))]
#[get("/batches/<id>/page")]
pub async fn batch_page(app: &State<App>, kept: &State<PagesKept>, id: i32) -> Answer<Json<BatchPage>> {
    Ok(Json(page_of(app, kept, id).await?))
}

/// The same by the name it had before. Ask for its page instead.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "notebook", params(("id" = i32, Path)),
    responses((status = 200, body = BatchPage), (status = 404, body = Problem)))]
#[get("/batches/<id>/tale")]
pub async fn batch_page_of_before(
    app: &State<App>,
    kept: &State<PagesKept>,
    id: i32,
) -> Answer<Json<BatchPage>> {
    Ok(Json(page_of(app, kept, id).await?))
}

/// Two batches beside each other.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "notebook",
    params(("first" = i32, Query), ("second" = i32, Query)),
    responses((status = 200, body = BatchComparison), (status = 404, body = Problem)))]
#[get("/notebook/compare?<first>&<second>")]
pub async fn compare_batches(app: &State<App>, first: i32, second: i32) -> Answer<Json<BatchComparison>> {
    let following = app.following.clone();
    let (a, b) = app.read(move |c| Ok((told(c, &following, first)?, told(c, &following, second)?))).await?;
    let work =
        rocket::tokio::task::spawn_blocking(move || compare((&a.0, a.1.as_ref()), (&b.0, b.1.as_ref())));
    Ok(Json(work.await.map_err(|_| Problem::broken())?))
}

/// Which changes are wanted when a batch is made again.
#[derive(Debug, Clone, PartialEq, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct AgainAsk {
    /// Those of the changes that are wanted; all if left out.
    #[serde(default)]
    pub wanted: Option<Vec<AgainKey>>,
}

/// The same batch once more, with the changes that follow from how it went. Nothing is stored.
///
/// # Errors
/// 404; 400, 413 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "notebook", params(("id" = i32, Path)), request_body = AgainAsk,
    responses((status = 200, body = Again), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/batches/<id>/again", data = "<body>")]
pub async fn make_again(app: &State<App>, id: i32, body: Body<AgainAsk>) -> Answer<Json<Again>> {
    let wanted = body.0?.wanted;
    let following = app.following.clone();
    let ((batch, verdict), document) =
        app.read(move |c| Ok((told(c, &following, id)?, kitchen::load(c)?))).await?;
    let work = rocket::tokio::task::spawn_blocking(move || {
        again(&batch, verdict.as_ref(), &document, wanted.as_deref())
    });
    Ok(Json(work.await.map_err(|_| Problem::broken())?))
}

/// Writes down how a batch tasted on a later day.
///
/// # Errors
/// 404; 400, 413 or 422; nothing is kept then.
#[utoipa::path(context_path = "/api/v1", tag = "notebook", params(("id" = i32, Path)), request_body = Tasting,
    responses((status = 201, body = BatchPage), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/batches/<id>/tastings", data = "<body>")]
pub async fn taste_again(
    app: &State<App>,
    kept: &State<PagesKept>,
    id: i32,
    body: Body<Tasting>,
) -> Answer<(Status, Json<BatchPage>)> {
    let now_ms = app.clock.now_ms();
    let asked = body.0?;
    // Nobody tastes tomorrow.
    let tasting = Tasting { at_ms: asked.at_ms.min(now_ms), ..asked };
    app.write(move |c| rows::taste(c, id, &tasting)).await?;
    changed(app, id).await?;
    Ok((Status::Created, Json(page_of(app, kept, id).await?)))
}

/// Takes a tasting away, or brings it back.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "notebook",
    params(("id" = i32, Path), ("tasting_id" = i32, Path), ("back" = Option<bool>, Query, description = "Whether it is brought back.")),
    responses((status = 200, body = BatchPage), (status = 404, body = Problem)))]
#[post("/batches/<id>/tastings/<tasting_id>/remove?<back>")]
pub async fn untaste(
    app: &State<App>,
    kept: &State<PagesKept>,
    id: i32,
    tasting_id: i32,
    back: Option<bool>,
) -> Answer<Json<BatchPage>> {
    let removed_ms = (back != Some(true)).then(|| app.clock.now_ms());
    app.write(move |c| rows::remove_tasting(c, id, tasting_id, removed_ms)).await?;
    changed(app, id).await?;
    Ok(Json(page_of(app, kept, id).await?))
}

/// Tells everyone that something beside its log changed.
pub async fn changed(app: &App, id: i32) -> Answer<()> {
    let following = app.following.clone();
    let last_seq = app.read(move |c| Ok(following.at(c, id)?.last_seq())).await?;
    app.tell(Change::Batch { id, last_seq });
    Ok(())
}

/// A sweet that was made.
#[derive(Serialize, ToSchema)]
pub struct MadeSweet {
    /// Its key.
    pub key: String,
    /// Its name.
    pub name: String,
    /// How many batches of it there are.
    pub batches: i64,
}

/// What the notebook can be searched by.
#[derive(Serialize, ToSchema)]
pub struct NotebookIndex {
    /// When its oldest batch was started, ms since 1970.
    pub oldest_ms: Option<i64>,
    /// When its newest was.
    pub newest_ms: Option<i64>,
    /// Sweets that were made.
    pub sweets: Vec<MadeSweet>,
}

/// What the notebook can be searched by.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "notebook", responses((status = 200, body = NotebookIndex)))]
#[get("/notebook/index")]
pub async fn notebook_index(app: &State<App>) -> Answer<Json<NotebookIndex>> {
    let rows::Index { oldest_ms, newest_ms, sweets } = app.read(rows::index).await?;
    let mut made = Vec::with_capacity(sweets.len());
    for (key, batches) in sweets {
        // One that was taken off the shelf since is still found under its key.
        let name = known(app, &key).await.map_or_else(|_| key.clone(), |k| k.sweet.name);
        made.push(MadeSweet { key, name, batches });
    }
    Ok(Json(NotebookIndex { oldest_ms, newest_ms, sweets: made }))
}
