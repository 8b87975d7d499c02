//! Batches: started, followed, judged, found again.

use rocket::http::Status;
use rocket::serde::json::Json;
use rocket::{State, get, post, put};
use serde::Serialize;
use unctum_core::cook::{Followed, Rescue, rescue as rescue_of};
use unctum_core::learn::{LearntUse, learnt_for};
use unctum_core::log::BatchEvent;
use unctum_core::order::eaters;
use unctum_core::process::Sweet;
use unctum_core::review::{Lesson, Verdict, aim_of, lesson};
use unctum_core::start::{BatchSetup, StartAsk, SyrupSigns, set_up, syrup_signs};
use unctum_store::batch::{self as rows, Entry};
use unctum_store::{SqliteConnection, kitchen, planning};
use utoipa::{IntoParams, ToSchema};

use crate::app::App;
use crate::body::Body;
use crate::changes::Change;
use crate::gateway::Caller;
use crate::problem::{Answer, Problem};
use crate::pulse::tell_batch;
use crate::routes::days::asked::AskedDays;
use crate::routes::sweet::known;
use crate::views::{BatchView, Read, batch_view};
use crate::weighed::into_kitchen;

/// What a start would be: everything the sheet shows before the heat.
#[derive(Serialize, ToSchema)]
pub struct StartPlan {
    /// The batch as it would be set up.
    pub setup: BatchSetup,
    /// The stage on her instruments; none where nothing is boiled to a stage.
    pub syrup: Option<SyrupSigns>,
    /// Why it cannot go there now, if pan or ring are taken.
    pub taken: Option<String>,
    /// What of it does not fit her pans, or what stands in them: it can be begun all the same.
    pub misfits: Vec<String>,
    /// How the sweet turned out the last time.
    pub last_time: Option<LastTime>,
    /// What earlier batches taught that it is reckoned with.
    pub learnt: Vec<LearntUse>,
}

/// How a sweet turned out the last time it was made, and what to change.
#[derive(Serialize, ToSchema)]
pub struct LastTime {
    /// Number of the batch.
    pub id: i32,
    /// When it was started, ms since 1970.
    pub started_ms: i64,
    /// What it was called.
    pub title: String,
    /// The verdict.
    pub verdict: Verdict,
    /// What it teaches, where a syrup was boiled.
    pub lesson: Option<Lesson>,
    /// How far, in stages, this one has to be aimed to heed it (`aim_stages` of what is asked); none where no aim moves,
    /// or where it is heeded already.
    pub aim_stages: Option<f64>,
}

/// How the sweet of a setup turned out the last time; what it teaches, told for the size of this one.
fn last_time(
    c: &mut SqliteConnection,
    setup: &BatchSetup,
    sweet: Option<&Sweet>,
) -> unctum_store::Result<Option<LastTime>> {
    let Some(sweet_key) = &setup.sweet_key else { return Ok(None) };
    let found = rows::last_judged(c, sweet_key)?;
    Ok(found.and_then(|b| {
        let verdict = b.verdict?;
        let mut lesson = Followed::new(b.setup.clone(), b.started_ms, &b.log)
            .ok()
            .and_then(|batch| lesson(&batch, &verdict));
        if let (Some(lesson), Some(now), Some(then)) = (&mut lesson, &setup.syrup, &b.setup.syrup) {
            lesson.next = lesson.next.for_times(now.charge.solids_g() / then.charge.solids_g());
        }
        let method = sweet.and_then(|s| s.method(setup.chosen.method_key.as_deref()).ok());
        let aim_stages = method.zip(lesson).zip(setup.syrup).and_then(|((method, lesson), now)| {
            aim_of(lesson.next, method, &setup.ladder, now.target_solids_frac)
        });
        Some(LastTime {
            aim_stages,
            id: b.id,
            started_ms: b.started_ms,
            title: b.setup.title,
            verdict,
            lesson,
        })
    }))
}

/// What a pot showed of its ring is good for the next one within so long, ms; the notebook learns for longer.
const RING_KNOWN_MS: i64 = 12 * 3_600_000;

async fn asked_setup(app: &App, ask: &StartAsk) -> Answer<BatchSetup> {
    let kitchen = app.read(kitchen::load).await?;
    let sweet = match &ask.sweet_key {
        Some(key) => Some(known(app, key).await?.sweet),
        None => None,
    };
    let (ask, days) = (ask.clone(), AskedDays::of(app, ask.planned.as_ref()).await?);
    let worked = app.works_out(move |app| {
        let mut setup = set_up(&ask, sweet.as_ref(), &kitchen, &app.catalogue.book(&kitchen)?)?;
        setup.steps = app.catalogue.cautioned(setup.steps);
        if let (Some(days), Some(planned)) = (days, &ask.planned) {
            setup.heed(&days.ask(|q| Ok(eaters(q, &planned.batch)))?);
        }
        setup.check()?;
        Ok(setup)
    });
    let mut setup = worked.await?;
    let (since_ms, following) = (app.clock.now_ms() - RING_KNOWN_MS, app.following.clone());
    let lately = app.read(move |c| rows::started_since(c, &following, since_ms)).await?;
    setup.know_ring(lately.iter().map(AsRef::as_ref));
    Ok(setup)
}

/// What a start would be. Nothing is stored.
///
/// # Errors
/// 404 for an unknown sweet, pan, ring or thermometer; 400, 413 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "batch", request_body = StartAsk,
    responses((status = 200, body = StartPlan), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/batches/plan", data = "<body>")]
pub async fn plan(app: &State<App>, body: Body<StartAsk>) -> Answer<Json<StartPlan>> {
    let ask = body.0?;
    let setup = asked_setup(app, &ask).await?;
    let (asked, following) = (setup.clone(), app.following.clone());
    let batch = Followed::new(setup.clone(), app.clock.now_ms(), &[])?;
    let sweet = match &ask.sweet_key {
        Some(key) => Some(known(app, key).await?.sweet),
        None => None,
    };
    let (taken, misfits, last_time, kitchen) = app
        .read(move |c| {
            let going_on = rows::going_on(c, &following)?;
            let taken = batch.check_free(going_on.iter().map(|(_, b)| b.as_ref())).err();
            let taken = taken.map(|e| e.to_string());
            let misfits = asked.misfits(going_on.iter().map(|(_, b)| b.as_ref()));
            Ok((taken, misfits, last_time(c, &asked, sweet.as_ref())?, kitchen::load(c)?))
        })
        .await?;
    let learnt = learnt_for(&setup, &kitchen, |_| setup.title.clone());
    Ok(Json(StartPlan { syrup: syrup_signs(&setup), setup, taken, misfits, last_time, learnt }))
}

/// A name that a device gave to what it sent: a handful of letters, digits and hyphens.
fn entry_name(told: Option<String>) -> Answer<Option<String>> {
    let fine =
        |t: &String| (8..=64).contains(&t.len()) && t.bytes().all(|b| b.is_ascii_alphanumeric() || b == b'-');
    match told {
        Some(t) if !fine(&t) => Err(Problem::new(
            Status::UnprocessableEntity,
            "entry-id",
            "No name for an entry",
            "An entry is named by 8 to 64 letters, digits and hyphens. Send it again with such a name.",
        )),
        other => Ok(other),
    }
}

/// Starts a batch. One that was started under the same `entry_id` is found again.
///
/// # Errors
/// 404 for an unknown sweet, pan, ring or thermometer; 400, 413 or 422; nothing is stored then.
#[utoipa::path(context_path = "/api/v1", tag = "batch", request_body = StartAsk,
    params(("entry_id" = Option<String>, Query, description = "The device's own name for this start, so that sent twice it is one.")),
    responses((status = 201, body = BatchView), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/batches?<entry_id>", data = "<body>")]
pub async fn start(
    app: &State<App>,
    entry_id: Option<String>,
    body: Body<StartAsk>,
) -> Answer<(Status, Json<BatchView>)> {
    let entry_id = entry_name(entry_id)?;
    let setup = asked_setup(app, &body.0?).await?;
    let (now_ms, following) = (app.clock.now_ms(), app.following.within_write());
    let id = app.write(move |c| rows::start(c, &following, &setup, entry_id.as_deref(), now_ms)).await?;
    tell_batch(app, id).await?;
    Ok((Status::Created, Json(looked_at(app, id, None).await?)))
}

async fn looked_at(app: &App, id: i32, after_seq: Option<i32>) -> Answer<BatchView> {
    let (now_ms, following) = (app.clock.now_ms(), app.following.clone());
    let reads = following.clone();
    let read = app.read(move |c| Read::of(c, &reads, id)).await?;
    app.looks(move || batch_view(&following, id, read, after_seq, now_ms)).await
}

/// One batch at this moment: the whole of it, or what is new since an entry.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "batch",
    params(("id" = i32, Path), ("after_seq" = Option<i32>, Query, description = "Only entries above this number, without the setup.")),
    responses((status = 200, body = BatchView), (status = 404, body = Problem)))]
#[get("/batches/<id>?<after_seq>")]
pub async fn batch(app: &State<App>, id: i32, after_seq: Option<i32>) -> Answer<Json<BatchView>> {
    Ok(Json(looked_at(app, id, after_seq).await?))
}

/// What can be done for a batch that went wrong, with its numbers of this moment.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "batch",
    params(("id" = i32, Path), ("weighs_g" = Option<f64>, Query, description = "What the mass weighs without its pan, g.")),
    responses((status = 200, body = Rescue), (status = 404, body = Problem)))]
#[get("/batches/<id>/rescue?<weighs_g>")]
pub async fn rescue(app: &State<App>, id: i32, weighs_g: Option<f64>) -> Answer<Json<Rescue>> {
    let (now_ms, following) = (app.clock.now_ms(), app.following.clone());
    let batch = app.read(move |c| following.at(c, id)).await?;
    Ok(Json(rescue_of(batch.setup(), &batch.state_at(now_ms), weighs_g)?))
}

/// What a device says of an entry besides what happened.
#[derive(rocket::FromForm, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct EntryAsk {
    /// The device's own name for this entry, so that sent twice it is one.
    entry_id: Option<String>,
    /// The moment it speaks of, ms since 1970 by the program's clock; left out: now.
    at_ms: Option<i64>,
    /// The last number of the log that the device had seen: it happened after that.
    seen_seq: Option<i32>,
    /// The answer needs only entries above this number, without the setup.
    after_seq: Option<i32>,
}

/// Logs that something happened.
///
/// # Errors
/// 404; 409 for an entry of another batch; 400, 413 or 422 with what to do instead; nothing is logged then.
#[utoipa::path(context_path = "/api/v1", tag = "batch", params(("id" = i32, Path), EntryAsk), request_body = BatchEvent,
    responses((status = 200, body = BatchView), (status = 404, body = Problem), (status = 409, body = Problem),
        (status = 422, body = Problem)))]
#[post("/batches/<id>/events?<ask..>", data = "<body>")]
pub async fn log_event(
    app: &State<App>,
    id: i32,
    ask: EntryAsk,
    caller: Caller,
    body: Body<BatchEvent>,
) -> Answer<Json<BatchView>> {
    let entry = Entry {
        entry_id: entry_name(ask.entry_id)?,
        at_ms: ask.at_ms,
        seen_seq: ask.seen_seq.unwrap_or(0),
        by: caller.device.map(|d| d.name),
        event: body.0?,
    };
    let (now_ms, following) = (app.clock.now_ms(), app.following.within_write());
    let weighs = matches!(entry.event, BatchEvent::PanWeighed { .. });
    let (batch, pan_known) = app
        .write(move |c| {
            let batch = rows::append(c, &following, id, entry, now_ms)?;
            if batch.is_over() {
                takes_stock(c, id, batch.setup(), now_ms)?;
            }
            let pan_known = weighs && into_kitchen(c, batch.setup(), now_ms)?;
            Ok((batch, pan_known))
        })
        .await?;
    app.following.remember(id, batch);
    if pan_known {
        app.tell(Change::Kitchen);
    }
    tell_batch(app, id).await?;
    Ok(Json(looked_at(app, id, ask.after_seq).await?))
}

/// What a batch that is done has used leaves the cupboard, once.
fn takes_stock(
    c: &mut SqliteConnection,
    id: i32,
    setup: &BatchSetup,
    now_ms: i64,
) -> unctum_store::Result<()> {
    let used: Vec<(String, f64)> = setup.lines.iter().map(|l| (l.ingredient.clone(), l.mass_g)).collect();
    planning::use_stock(c, id, &used, now_ms)
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
    app.write(move |c| {
        rows::judge(c, id, &told, now_ms)?;
        let setup = rows::load(c, id)?.setup;
        takes_stock(c, id, &setup, now_ms)
    })
    .await?;
    tell_batch(app, id).await?;
    Ok(Json(looked_at(app, id, None).await?))
}
