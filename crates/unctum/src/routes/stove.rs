//! The whole stove at one moment: what goes on, what to do now, what will collide.

use rocket::serde::json::Json;
use rocket::{State, get};

use crate::app::App;
use crate::problem::Answer;
use crate::views::{StoveView, going_lines, stove_view};

/// The whole stove at this moment.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "batch", responses((status = 200, body = StoveView)))]
#[get("/stove")]
pub async fn stove(app: &State<App>) -> Answer<Json<StoveView>> {
    let (now_ms, following) = (app.clock.now_ms(), app.following.clone());
    let lines = app.read(move |c| going_lines(c, &following)).await?;
    Ok(Json(app.looks(move || stove_view(lines, now_ms)).await?))
}
