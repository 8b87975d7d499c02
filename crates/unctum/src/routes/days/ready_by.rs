//! When to begin one sweet, so that it is ready by a moment.

use std::time::Duration;

use rocket::serde::json::Json;
use rocket::{State, post};
use unctum_core::order::{ReadyBy, ReadyByAsk, ready_by};
use unctum_store::kitchen;

use crate::app::App;
use crate::body::Body;
use crate::planning::Turn;
use crate::problem::{Answer, Problem};
use crate::routes::sweet::known;

/// When to begin a sweet so that it is ready by a moment, with hands wanted by day alone. Nothing is stored.
///
/// # Errors
/// 404 for a sweet that is not there; 503 while others plan; 400, 413 or 422 with what to change; that it cannot be ready is an
/// answer.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = ReadyByAsk,
    responses((status = 200, body = ReadyBy), (status = 404, body = Problem), (status = 422, body = Problem),
        (status = 503, body = Problem)))]
#[post("/day/ready-by", data = "<body>")]
pub async fn ready(app: &State<App>, body: Body<ReadyByAsk>) -> Answer<Json<ReadyBy>> {
    let ask = body.0?;
    let sweet = known(app, &ask.line.sweet_key).await?.sweet;
    let kitchen = app.read(kitchen::load).await?;
    let (catalogue, now_ms) = (app.catalogue.clone(), app.clock.now_ms());
    let work = move |_: &Turn| {
        let book = catalogue.book(&kitchen)?;
        Ok(ready_by(&ask, (&sweet, &kitchen, &book), now_ms)?)
    };
    Ok(Json(app.planning.work(Duration::ZERO, work).await?))
}
