//! Days in the kitchen: kept, changed, looked at.

use rocket::http::Status;
use rocket::serde::json::Json;
use rocket::tokio::task::spawn_blocking;
use rocket::{State, delete, get, post, put};
use serde::Serialize;
use unctum_core::order::KitchenDays;
use unctum_store::planning::{self, Written};
use utoipa::ToSchema;

use super::asked::AskedDays;
use super::plan::{DaysPlanned, follow};
use crate::app::App;
use crate::body::Body;
use crate::changes::Change;
use crate::problem::{Answer, Problem};
use crate::tagged::{IfMatch, Tagged};

/// Days as they stand.
#[derive(Serialize, ToSchema)]
pub struct KeptDays {
    /// Their number.
    pub id: i32,
    /// Their version, for `If-Match`.
    pub version: i32,
    /// They.
    pub days: KitchenDays,
}

pub(super) fn kept(w: Written<KitchenDays>) -> KeptDays {
    KeptDays { id: w.id, version: w.version, days: w.document }
}

fn tagged(w: Written<KitchenDays>, status: Status) -> Tagged<KeptDays> {
    Tagged { status, version: Some(w.version), body: kept(w) }
}

/// All days that are kept, the oldest first.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "day", responses((status = 200, body = Vec<KeptDays>)))]
#[get("/days")]
pub async fn all_days(app: &State<App>) -> Answer<Json<Vec<KeptDays>>> {
    let all = app.read(planning::all::<KitchenDays>).await?;
    Ok(Json(all.into_iter().map(kept).collect()))
}

/// Some days.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "day", params(("id" = i32, Path)),
    responses((status = 200, body = KeptDays), (status = 404, body = Problem)))]
#[get("/days/<id>")]
pub async fn days(app: &State<App>, id: i32) -> Answer<Tagged<KeptDays>> {
    Ok(tagged(app.read(move |c| planning::load(c, id)).await?, Status::Ok))
}

/// Keeps new days.
///
/// # Errors
/// 400, 413 or 422; nothing is stored then.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = KitchenDays,
    responses((status = 201, body = KeptDays), (status = 422, body = Problem)))]
#[post("/days", data = "<body>")]
pub async fn keep_days(app: &State<App>, body: Body<KitchenDays>) -> Answer<Tagged<KeptDays>> {
    let days = body.0?;
    days.check()?;
    let now_ms = app.clock.now_ms();
    let written = app.write(move |c| planning::create(c, &days, now_ms)).await?;
    app.tell(Change::Days);
    Ok(tagged(written, Status::Created))
}

/// Changes days, over the version named in `If-Match`.
///
/// # Errors
/// 404; 412 if somebody saved in between; 428 without `If-Match`; 400, 413, 422. Nothing is lost then.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = KitchenDays,
    params(("id" = i32, Path), ("If-Match" = String, Header, description = "The version this is based on.")),
    responses((status = 200, body = KeptDays), (status = 404, body = Problem), (status = 412, body = Problem),
        (status = 422, body = Problem), (status = 428, body = Problem)))]
#[put("/days/<id>", data = "<body>")]
pub async fn change_days(
    app: &State<App>,
    id: i32,
    based_on: IfMatch,
    body: Body<KitchenDays>,
) -> Answer<Tagged<KeptDays>> {
    let (had, days) = (based_on.0?, body.0?);
    days.check()?;
    let now_ms = app.clock.now_ms();
    let written = app.write(move |c| planning::save(c, (id, had), &days, now_ms)).await?;
    app.tell(Change::Days);
    Ok(tagged(written, Status::Ok))
}

/// Puts days away. Their orders stay.
///
/// # Errors
/// 404, 412, 428.
#[utoipa::path(context_path = "/api/v1", tag = "day",
    params(("id" = i32, Path), ("If-Match" = String, Header, description = "The version this is based on.")),
    responses((status = 204), (status = 404, body = Problem), (status = 412, body = Problem), (status = 428, body = Problem)))]
#[delete("/days/<id>")]
pub async fn remove_days(app: &State<App>, id: i32, based_on: IfMatch) -> Answer<Status> {
    let (had, now_ms) = (based_on.0?, app.clock.now_ms());
    app.write(move |c| planning::remove::<KitchenDays>(c, (id, had), now_ms)).await?;
    app.tell(Change::Days);
    Ok(Status::NoContent)
}

/// Some days as they are kept, told whole. Where what happened at the stove has moved the plan, it has followed, and what
/// moved is said; nothing is stored.
///
/// # Errors
/// 404; 422 for days that are over or cannot be laid out.
#[utoipa::path(context_path = "/api/v1", tag = "day", params(("id" = i32, Path)),
    responses((status = 200, body = DaysPlanned), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[get("/days/<id>/told")]
pub async fn days_told(app: &State<App>, id: i32) -> Answer<Json<DaysPlanned>> {
    let found = app.read(move |c| planning::load::<KitchenDays>(c, id)).await?;
    let asked = AskedDays::read(app, found.document, Some(id)).await?;
    let told = spawn_blocking(move || asked.ask(follow)).await.map_err(|_| Problem::broken())??;
    Ok(Json(told))
}
