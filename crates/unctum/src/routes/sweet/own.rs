//! The cook's own sweets: made, copied, changed, taken off and put back; every version stays.

use rocket::http::Status;
use rocket::serde::json::Json;
use rocket::{State, delete, get, post, put};
use serde::{Deserialize, Serialize};
use unctum_core::course::Tools;
use unctum_core::kitchen::Wished;
use unctum_core::process::{Fault, Sweet};
use unctum_core::reading::{Doubt, doubts_of_method};
use unctum_core::shelf::{Card, Verb, verbs};
use unctum_store::{kitchen, sweet as rows};
use utoipa::ToSchema;

use crate::app::App;
use crate::body::Body;
use crate::changes::Change;
use crate::problem::{Answer, Problem};
use crate::tagged::{IfMatch, Tagged};

/// An own sweet as it was saved.
#[derive(Serialize, ToSchema)]
pub struct Saved {
    /// Its key.
    pub key: String,
    /// Its version.
    pub version: i32,
    /// It.
    pub sweet: Sweet,
}

/// A version of an own sweet.
#[derive(Serialize, ToSchema)]
pub struct VersionLine {
    /// The version, from 1.
    pub version: i32,
    /// When it was saved, ms since 1970.
    pub at_ms: i64,
    /// What was done.
    pub reason: String,
}

/// Which version to put back.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"version": 1}))]
pub struct RestoreAsk {
    /// The version.
    pub version: i32,
}

fn only_own(key: &str) -> Answer<i32> {
    rows::id_of(key).ok_or_else(|| {
        Problem::new(
            Status::UnprocessableEntity,
            "catalogue-sweet",
            "Not to be changed",
            "The sweets of the catalogue stay as they are. Make a copy and change that.",
        )
    })
}

/// Accepts a sweet that is whole, with its card.
///
/// # Errors
/// 422 with the first fault.
pub async fn accepted(app: &App, sweet: &Sweet) -> Answer<Card> {
    sweet.check(&app.catalogue.larder)?;
    let kitchen = app.read(kitchen::load).await?;
    let usual = Tools::of(&kitchen.pick(Wished::default())?);
    Ok(Card::of(sweet, true, &app.catalogue.book(&kitchen)?, Some(&usual))?)
}

/// Stores a new own sweet.
///
/// # Errors
/// 422; nothing is stored then.
pub async fn store_new(app: &App, sweet: Sweet, reason: &'static str) -> Answer<Saved> {
    let card = accepted(app, &sweet).await?;
    let now_ms = app.clock.now_ms();
    let own = app.write(move |c| rows::create(c, &sweet, &card, (reason, now_ms))).await?;
    app.tell(Change::Sweet { id: own.id });
    Ok(Saved { key: rows::key_of(own.id), version: own.version, sweet: own.sweet })
}

fn tagged(saved: Saved, status: Status) -> Tagged<Saved> {
    Tagged { status, version: Some(saved.version), body: saved }
}

/// What is wrong with a sweet, and what is doubtful.
#[derive(Serialize, ToSchema)]
pub struct Checked {
    /// What is wrong, with the place; with any of these it cannot be saved.
    pub faults: Vec<Fault>,
    /// Amounts that look wrong: asked about, not refused.
    pub doubts: Vec<Doubt>,
    /// Soaks that look too short, with the place: asked about, not refused.
    pub hasty: Vec<Fault>,
}

/// Everything that is wrong with a sweet, with the place, and what is doubtful.
///
/// # Errors
/// 400, 413 or 422 for what is no sweet at all.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", request_body = Sweet,
    responses((status = 200, body = Checked), (status = 422, body = Problem)))]
#[post("/sweets/check", data = "<body>")]
pub fn check(app: &State<App>, body: Body<Sweet>) -> Answer<Json<Checked>> {
    let (sweet, catalogue) = (body.0?, &app.catalogue);
    let faults = sweet.faults(&catalogue.larder);
    let (mut doubts, mut hasty) = (Vec::new(), Vec::new());
    if faults.is_empty() {
        for method in &sweet.methods {
            doubts.extend(doubts_of_method(method, &catalogue.larder, &catalogue.ranges)?);
            hasty.extend(method.hasty_soaks());
        }
    }
    Ok(Json(Checked { faults, doubts, hasty }))
}

/// Keeps a new sweet; its key is given.
///
/// # Errors
/// 400, 413 or 422; nothing is stored then.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", request_body = Sweet,
    responses((status = 201, body = Saved), (status = 422, body = Problem)))]
#[post("/sweets", data = "<body>")]
pub async fn create(app: &State<App>, body: Body<Sweet>) -> Answer<Tagged<Saved>> {
    Ok(tagged(store_new(app, body.0?, "Made").await?, Status::Created))
}

/// Saves a change of an own sweet over the version named in `If-Match`.
///
/// # Errors
/// 404; 412 if somebody saved in between; 428 without `If-Match`; 400, 413, 422. Nothing is lost then.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", request_body = Sweet,
    params(("key" = String, Path), ("If-Match" = String, Header, description = "The version this is based on.")),
    responses((status = 200, body = Saved), (status = 404, body = Problem), (status = 412, body = Problem),
        (status = 422, body = Problem), (status = 428, body = Problem)))]
#[put("/sweets/<key>", data = "<body>")]
pub async fn save(
    app: &State<App>,
    key: &str,
    based_on: IfMatch,
    body: Body<Sweet>,
) -> Answer<Tagged<Saved>> {
    let (id, had, sweet) = (only_own(key)?, based_on.0?, body.0?);
    let card = accepted(app, &sweet).await?;
    let now_ms = app.clock.now_ms();
    let own = app
        .write(move |c| {
            // What is saved is finished.
            rows::drop_unfinished(c, &rows::key_of(id))?;
            rows::save(c, (id, had), &sweet, &card, ("Changed", now_ms))
        })
        .await?;
    app.tell(Change::Sweet { id });
    Ok(tagged(Saved { key: rows::key_of(id), version: own.version, sweet: own.sweet }, Status::Ok))
}

/// Takes an own sweet off the shelf. Its versions stay, and it can be put back.
///
/// # Errors
/// 404, 412, 422, 428.
#[utoipa::path(context_path = "/api/v1", tag = "sweet",
    params(("key" = String, Path), ("If-Match" = String, Header, description = "The version this is based on.")),
    responses((status = 204), (status = 404, body = Problem), (status = 412, body = Problem),
        (status = 422, body = Problem), (status = 428, body = Problem)))]
#[delete("/sweets/<key>")]
pub async fn remove(app: &State<App>, key: &str, based_on: IfMatch) -> Answer<Status> {
    let (id, had) = (only_own(key)?, based_on.0?);
    let now_ms = app.clock.now_ms();
    app.write(move |c| rows::remove(c, (id, had), now_ms)).await?;
    app.tell(Change::Sweet { id });
    Ok(Status::NoContent)
}

/// All versions of an own sweet, newest first.
///
/// # Errors
/// 404, 422.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", params(("key" = String, Path)),
    responses((status = 200, body = Vec<VersionLine>), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[get("/sweets/<key>/history")]
pub async fn versions(app: &State<App>, key: &str) -> Answer<Json<Vec<VersionLine>>> {
    let id = only_own(key)?;
    let found = app.read(move |c| rows::history(c, id)).await?;
    let line = |v: rows::SweetVersion| VersionLine { version: v.version, at_ms: v.at_ms, reason: v.reason };
    Ok(Json(found.into_iter().map(line).collect()))
}

/// Puts an earlier version back, as a new one.
///
/// # Errors
/// 404, 412, 422, 428.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", request_body = RestoreAsk,
    params(("key" = String, Path), ("If-Match" = String, Header, description = "The version this is based on.")),
    responses((status = 200, body = Saved), (status = 404, body = Problem), (status = 412, body = Problem),
        (status = 422, body = Problem), (status = 428, body = Problem)))]
#[post("/sweets/<key>/restore", data = "<body>")]
pub async fn restore(
    app: &State<App>,
    key: &str,
    based_on: IfMatch,
    body: Body<RestoreAsk>,
) -> Answer<Tagged<Saved>> {
    let (id, had, version) = (only_own(key)?, based_on.0?, body.0?.version);
    let earlier = app.read(move |c| rows::at_version(c, id, version)).await?;
    let card = accepted(app, &earlier).await?;
    let now_ms = app.clock.now_ms();
    let reason = format!("Back to version {version}");
    let own = app.write(move |c| rows::save(c, (id, had), &earlier, &card, (&reason, now_ms))).await?;
    app.tell(Change::Sweet { id });
    Ok(tagged(Saved { key: rows::key_of(id), version: own.version, sweet: own.sweet }, Status::Ok))
}

/// Unfinished work on an own sweet.
#[derive(Serialize, ToSchema)]
pub struct UnfinishedView {
    /// When it was kept, ms since 1970; none if there is none.
    pub at_ms: Option<i64>,
    /// As far as it is.
    pub sweet: Option<Sweet>,
}

/// The unfinished work on an own sweet.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", params(("key" = String, Path)),
    responses((status = 200, body = UnfinishedView), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[get("/sweets/<key>/unfinished")]
pub async fn unfinished(app: &State<App>, key: &str) -> Answer<Json<UnfinishedView>> {
    let id = only_own(key)?;
    let found = app
        .read(move |c| {
            rows::load(c, id)?;
            rows::unfinished(c, &rows::key_of(id))
        })
        .await?;
    let (at_ms, sweet) = found.map_or((None, None), |u| (Some(u.at_ms), Some(u.sweet)));
    Ok(Json(UnfinishedView { at_ms, sweet }))
}

/// Keeps work on an own sweet as it is, finished or not, until it is saved or left.
///
/// # Errors
/// 404; 400, 413 or 422 for what is no sweet at all.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", request_body = Sweet, params(("key" = String, Path)),
    responses((status = 204), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[put("/sweets/<key>/unfinished", data = "<body>")]
pub async fn keep_unfinished(app: &State<App>, key: &str, body: Body<Sweet>) -> Answer<Status> {
    let (id, work) = (only_own(key)?, body.0?);
    let now_ms = app.clock.now_ms();
    app.write(move |c| {
        rows::load(c, id)?;
        rows::keep_unfinished(c, &rows::key_of(id), &work, now_ms)
    })
    .await?;
    Ok(Status::NoContent)
}

/// Leaves unfinished work on an own sweet.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", params(("key" = String, Path)),
    responses((status = 204), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[delete("/sweets/<key>/unfinished")]
pub async fn drop_unfinished(app: &State<App>, key: &str) -> Answer<Status> {
    let id = only_own(key)?;
    app.write(move |c| rows::drop_unfinished(c, &rows::key_of(id))).await?;
    Ok(Status::NoContent)
}

/// The verbs of the work, each with the step that it begins.
#[utoipa::path(context_path = "/api/v1", tag = "sweet", responses((status = 200, body = Vec<Verb>)))]
#[get("/verbs")]
pub fn step_verbs() -> Json<Vec<Verb>> {
    Json(verbs())
}
