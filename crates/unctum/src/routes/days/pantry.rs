//! What is in the cupboard, and what things cost.

use rocket::http::Status;
use rocket::{State, get, put};
use serde::Serialize;
use unctum_core::order::Pantry;
use unctum_store::planning::{self, Written};
use utoipa::ToSchema;

use crate::app::App;
use crate::body::Body;
use crate::changes::Change;
use crate::problem::{Answer, Problem};
use crate::tagged::{IfMatch, Tagged};

/// What is in the cupboard.
#[derive(Serialize, ToSchema)]
pub struct PantryView {
    /// Its version, for `If-Match`; 0 before anything was written down.
    pub version: i32,
    /// It.
    pub pantry: Pantry,
}

fn tagged(w: Written<Pantry>) -> Tagged<PantryView> {
    let body = PantryView { version: w.version, pantry: w.document };
    Tagged { status: Status::Ok, version: Some(w.version), body }
}

/// What is in the cupboard, and what things cost.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "day", responses((status = 200, body = PantryView)))]
#[get("/pantry")]
pub async fn cupboard(app: &State<App>) -> Answer<Tagged<PantryView>> {
    Ok(tagged(app.read(planning::pantry).await?))
}

/// Writes down what is in the cupboard, over the version named in `If-Match`.
///
/// # Errors
/// 412 if somebody saved in between; 428 without `If-Match`; 400, 413, 422. Nothing is lost then.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = Pantry,
    params(("If-Match" = String, Header, description = "The version this is based on.")),
    responses((status = 200, body = PantryView), (status = 412, body = Problem), (status = 422, body = Problem), (status = 428, body = Problem)))]
#[put("/pantry", data = "<body>")]
pub async fn stock(app: &State<App>, based_on: IfMatch, body: Body<Pantry>) -> Answer<Tagged<PantryView>> {
    let (had, pantry) = (based_on.0?, body.0?);
    pantry.check(&app.catalogue.larder)?;
    let now_ms = app.clock.now_ms();
    let written = app.write(move |c| planning::save_pantry(c, had, &pantry, now_ms)).await?;
    app.tell(Change::Days);
    Ok(tagged(written))
}
