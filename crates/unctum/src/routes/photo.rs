//! Photographs of a batch: taken in, shown, taken away.

use rocket::data::{Data, ToByteUnit};
use rocket::http::{ContentType, Header, Status};
use rocket::serde::json::Json;
use rocket::tokio::task::spawn_blocking;
use rocket::{Responder, State, get, post};
use unctum_store::photo as rows;

use crate::app::App;
use crate::picture::{MOST_MIB, shrunk};
use crate::problem::{Answer, Problem};
use crate::routes::batch_page::{PhotoTold, changed};

/// A picture that never changes under its number.
#[derive(Responder)]
pub struct Picture {
    bytes: Vec<u8>,
    kind: ContentType,
    keep: Header<'static>,
}

/// Takes a photograph in: upright, shrunk, without place and camera.
///
/// # Errors
/// 404; 413 for one that is too large; 422 for a file that is no picture, or of too many pixels; nothing is kept then.
#[utoipa::path(context_path = "/api/v1", tag = "notebook", params(("id" = i32, Path)),
    request_body(content = Vec<u8>, content_type = "image/jpeg", description = "A JPEG, PNG or WebP file of at most 15 MiB."),
    responses((status = 201, body = Vec<PhotoTold>), (status = 404, body = Problem), (status = 413, body = Problem), (status = 422, body = Problem)))]
#[post("/batches/<id>/photos", data = "<data>")]
pub async fn add_photo(app: &State<App>, id: i32, data: Data<'_>) -> Answer<(Status, Json<Vec<PhotoTold>>)> {
    let bytes = data.open(MOST_MIB.mebibytes()).into_bytes().await;
    let bytes = bytes.map_err(|_| {
        Problem::new(
            Status::BadRequest,
            "broken-off",
            "Not understood",
            "The photograph broke off. Send it again.",
        )
    })?;
    if !bytes.is_complete() {
        return Err(Problem::new(
            Status::PayloadTooLarge,
            "too-large",
            "Too much at once",
            format!("A photograph may have {MOST_MIB} MiB. Send a smaller one."),
        ));
    }
    // One at a time: a large one unpacked takes as much memory as all the rest of the program.
    let _turn = app.unpacking.lock().await;
    let photo = spawn_blocking(move || shrunk(&bytes)).await.map_err(|_| Problem::broken())??;
    let now_ms = app.clock.now_ms();
    let kept = app
        .write(move |c| {
            rows::keep(c, id, &photo, now_ms)?;
            rows::of_batch(c, id)
        })
        .await?;
    changed(app, id).await?;
    Ok((Status::Created, Json(kept.into_iter().map(PhotoTold::from).collect())))
}

/// A photograph.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "notebook",
    params(("id" = i32, Path), ("small" = Option<bool>, Query, description = "As small as in a list.")),
    responses((status = 200, description = "A JPEG file.", content_type = "image/jpeg"), (status = 404, body = Problem)))]
#[get("/photos/<id>?<small>")]
pub async fn photo(app: &State<App>, id: i32, small: Option<bool>) -> Answer<Picture> {
    let bytes = app.read(move |c| rows::picture(c, id, small == Some(true))).await?;
    let keep = Header::new("Cache-Control", "private, max-age=31536000, immutable");
    Ok(Picture { bytes, kind: ContentType::JPEG, keep })
}

/// Takes a photograph away, or brings it back.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "notebook",
    params(("id" = i32, Path), ("back" = Option<bool>, Query, description = "Whether it is brought back.")),
    responses((status = 200, body = Vec<PhotoTold>), (status = 404, body = Problem)))]
#[post("/photos/<id>/remove?<back>")]
pub async fn remove_photo(app: &State<App>, id: i32, back: Option<bool>) -> Answer<Json<Vec<PhotoTold>>> {
    let removed_ms = (back != Some(true)).then(|| app.clock.now_ms());
    let batch_id = app.write(move |c| rows::remove(c, id, removed_ms)).await?;
    changed(app, batch_id).await?;
    let kept = app.read(move |c| rows::of_batch(c, batch_id)).await?;
    Ok(Json(kept.into_iter().map(PhotoTold::from).collect()))
}
