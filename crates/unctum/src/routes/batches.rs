//! The batches of the notebook, page by page.

use std::sync::Arc;

use rocket::serde::json::Json;
use rocket::{State, get};
use serde::Serialize;
use unctum_core::CoreError;
use unctum_core::find::Sound;
use unctum_core::review::Texture;
use unctum_core::shelf::Card;
use unctum_store::batch::{self as rows, Page};
use utoipa::{IntoParams, ToSchema};

use crate::app::App;
use crate::problem::{Answer, Problem};
use crate::views::{BatchLine, batch_line};

/// A page of the notebook.
#[derive(Serialize, ToSchema)]
pub struct BatchShelf {
    /// The lines, newest first.
    pub lines: Vec<BatchLine>,
    /// How many there are on all pages.
    pub total: i64,
    /// What to ask for the next page, if there is one.
    pub next: Option<String>,
}

/// Which lines of the notebook are wanted.
#[derive(rocket::FromForm, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct BatchesAsk {
    /// Only those going on.
    going_on: Option<bool>,
    /// Only those whose name or note holds these words.
    words: Option<String>,
    /// Only those that felt so.
    texture: Option<String>,
    /// Only those made in this pan.
    pan_id: Option<i32>,
    /// Only those started from this moment on, ms since 1970.
    from_ms: Option<i64>,
    /// Only those started before this one, ms since 1970.
    until_ms: Option<i64>,
    /// Only those of this sweet.
    sweet_key: Option<String>,
    /// From where the last page ended: its `next`.
    before: Option<String>,
    /// So many at most; 200 at the very most.
    most: Option<u32>,
}

fn before_of(told: &str) -> Option<(i64, i32)> {
    let (started_ms, id) = told.split_once('-')?;
    Some((started_ms.parse().ok()?, id.parse().ok()?))
}

/// Keys of the sweets that are called so, in any script and spelling.
fn called(typed: &Sound, shelves: &[Arc<Vec<Card>>]) -> Vec<String> {
    let all = || shelves.iter().flat_map(|s| s.iter());
    all().filter(|c| c.is_called(typed)).map(|c| c.key.clone()).collect()
}

/// A page of batches, newest first.
///
/// # Errors
/// 422 for a page that is none; those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "batch", params(BatchesAsk),
    responses((status = 200, body = BatchShelf), (status = 422, body = Problem)))]
#[get("/batches?<ask..>")]
pub async fn batches(app: &State<App>, ask: BatchesAsk) -> Answer<Json<BatchShelf>> {
    let before = match ask.before.as_deref() {
        None => None,
        Some(told) => Some(before_of(told).ok_or_else(|| {
            CoreError::Missing(
                "There is no page of the notebook from there on. Go back to its first page.".into(),
            )
        })?),
    };
    let unknown = |_| CoreError::Missing("No batch felt like that: leave the filter out.".into());
    let texture = ask
        .texture
        .map(|word| serde_json::from_value::<Texture>(word.into()))
        .transpose()
        .map_err(unknown)?;
    let (own, ours) = (Arc::clone(&app.own_shelf), Arc::clone(&app.catalogue_shelf));
    let catalogue = Arc::clone(&app.catalogue);
    let typed = Sound::of(ask.words.as_deref().unwrap_or_default());
    let mut page = Page {
        called: Vec::new(),
        going_on: ask.going_on.unwrap_or(false),
        words: ask.words.filter(|w| !w.trim().is_empty()),
        sweet_key: ask.sweet_key,
        texture,
        pan_id: ask.pan_id,
        from_ms: ask.from_ms,
        until_ms: ask.until_ms,
        before,
        most: ask.most,
    };
    let (now_ms, following) = (app.clock.now_ms(), app.following.clone());
    let (lines, total, next) = app
        .read(move |c| {
            if !typed.is_silent() {
                page.called = called(&typed, &[ours.cards(&catalogue, c)?, own.cards(&catalogue, c)?]);
            }
            let rows::Shelf { lines, total, more } = rows::list(c, &following, &page)?;
            let last = lines.last().filter(|_| more).map(|l| format!("{}-{}", l.started_ms, l.id));
            Ok((lines, total, last))
        })
        .await?;
    let look = move || lines.into_iter().map(|l| batch_line(l, now_ms)).collect();
    Ok(Json(BatchShelf { lines: app.looks(look).await?, total, next }))
}
