//! The whole stove at one moment: what goes on, what to do now, what will collide.

use rocket::serde::json::Json;
use rocket::{State, get};
use serde::Serialize;
use unctum_core::stove::{Collision, Going, StoveAct, whole_stove};
use unctum_store::batch::{self as rows, Page};
use utoipa::{IntoParams, ToSchema};

use crate::app::App;
use crate::problem::Answer;
use crate::routes::batch::{BatchLine, line};

/// The stove as it is now.
#[derive(Serialize, ToSchema)]
pub struct StoveView {
    /// The moment, ms since 1970.
    pub now_ms: i64,
    /// The batches that go on, newest first.
    pub lines: Vec<BatchLine>,
    /// What to do on all of them, most pressing first.
    pub acts: Vec<StoveAct>,
    /// What will want the cook at the same moment.
    pub collisions: Vec<Collision>,
}

/// Who cooks.
#[derive(rocket::FromForm, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct StoveAsk {
    /// Pairs of hands; one if left out.
    hands: Option<u8>,
}

/// The whole stove at this moment.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "batch", params(StoveAsk), responses((status = 200, body = StoveView)))]
#[get("/stove?<ask..>")]
pub async fn stove(app: &State<App>, ask: StoveAsk) -> Answer<Json<StoveView>> {
    let (now_ms, following) = (app.clock.now_ms(), app.following.clone());
    let page = Page { going_on: true, ..Page::default() };
    let shelf = app.read(move |c| rows::list(c, &following, &page)).await?;
    let lines: Vec<BatchLine> = shelf.lines.into_iter().map(|l| line(l, now_ms)).collect();
    let going: Vec<Going<'_>> =
        lines.iter().filter_map(|l| l.state.as_ref().map(|state| Going { id: l.id, state })).collect();
    let whole = whole_stove(&going, usize::from(ask.hands.unwrap_or(1)));
    Ok(Json(StoveView { now_ms, acts: whole.acts, collisions: whole.collisions, lines }))
}
