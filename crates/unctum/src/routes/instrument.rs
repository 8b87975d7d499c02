//! Instruments of the network: made known, set to watch a pan, and heard.

use rocket::http::Status;
use rocket::serde::json::Json;
use rocket::{State, delete, get, post, put};
use serde::{Deserialize, Serialize};
use unctum_core::CoreError;
use unctum_core::intake::{InstrumentKind, LOST_AFTER_MS, Looks, Record, Sample, Sent, Thinned, thinned};
use unctum_core::log::BatchEvent;
use unctum_store::batch::{self as batches, Entry};
use unctum_store::instrument::{self as rows, Heard, Instrument};
use utoipa::{IntoParams, ToSchema};

use crate::app::App;
use crate::body::{Body, parse, plain_name};
use crate::changes::Change;
use crate::gateway::{Caller, fresh_secret, hash_of_secret};
use crate::intake::{Lines, Token};
use crate::problem::{Answer, Problem};
use crate::pulse::{tell_batch, tell_heard};
use crate::views::HeardOf;

/// Characters of a token: 160 random bits.
const TOKEN: usize = 32;
/// Faults of lines that an answer names; the others are counted.
const MOST_FAULTS: usize = 20;

/// An instrument as it stands.
#[derive(Serialize, ToSchema)]
pub struct InstrumentView {
    /// What the cook calls it.
    pub name: String,
    /// What it measures.
    pub kind: InstrumentKind,
    /// How far it is to be trusted.
    pub record: Record,
    /// The batch whose pan it watches.
    pub batch_id: Option<i32>,
    /// Its number, and what was heard of it last.
    #[serde(flatten)]
    pub heard: HeardOf,
}

/// All instruments.
#[derive(Serialize, ToSchema)]
pub struct InstrumentShelf {
    /// The moment, ms since 1970.
    pub now_ms: i64,
    /// The instruments, the oldest first.
    pub instruments: Vec<InstrumentView>,
}

/// A new instrument.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewInstrument {
    /// What to call it.
    pub name: String,
    /// What it measures.
    pub kind: InstrumentKind,
    /// How far it is to be trusted; as usual if left out.
    #[serde(default)]
    pub record: Record,
    /// The batch whose pan it watches.
    #[serde(default)]
    pub batch_id: Option<i32>,
}

/// An instrument with the token that it shows; nobody is told the token again.
#[derive(Serialize, ToSchema)]
pub struct Registered {
    /// It.
    pub instrument: InstrumentView,
    /// For `Authorization: Bearer`.
    pub token: String,
}

/// Which pan it is to watch.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WatchAsk {
    /// Number of the batch; none: no pan.
    pub batch_id: Option<i32>,
}

/// A line that was not taken.
#[derive(Debug, Serialize, ToSchema)]
pub struct LineFault {
    /// Its number in the request, from 1.
    pub line: usize,
    /// Stable code.
    pub code: String,
    /// What is wrong and what to do.
    pub detail: String,
}

/// What became of the lines.
#[derive(Serialize, ToSchema)]
pub struct Taken {
    /// The moment, ms since 1970.
    pub now_ms: i64,
    /// The batch whose pan it watches.
    pub batch_id: Option<i32>,
    /// Readings that were new.
    pub taken: usize,
    /// Readings that had come before.
    pub known: usize,
    /// Lines that were not taken.
    pub refused: usize,
    /// The first of them.
    pub faults: Vec<LineFault>,
    /// Readings that went into the log of the batch.
    pub written: usize,
    /// How the newest reading looks that was looked at beside its pan.
    pub looks: Option<Looks>,
}

impl InstrumentView {
    fn of(i: Instrument) -> Self {
        let heard = heard_of(&i);
        Self { name: i.name, kind: i.kind, record: i.record, batch_id: i.batch_id, heard }
    }
}

fn heard_of(i: &Instrument) -> HeardOf {
    let Heard { at_ms, newest, looks, .. } = i.heard;
    HeardOf { id: i.id, newest, looks, lost_at_ms: at_ms.map(|at_ms| at_ms + LOST_AFTER_MS) }
}

/// The instruments.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "instrument", responses((status = 200, body = InstrumentShelf)))]
#[get("/instruments")]
pub async fn instruments(app: &State<App>) -> Answer<Json<InstrumentShelf>> {
    let all = app.read(rows::all).await?;
    let instruments = all.into_iter().map(InstrumentView::of).collect();
    Ok(Json(InstrumentShelf { now_ms: app.clock.now_ms(), instruments }))
}

/// Makes an instrument known, and gives it its token.
///
/// # Errors
/// 404 for an unknown batch; 400, 413 or 422; nothing is kept then.
#[utoipa::path(context_path = "/api/v1", tag = "instrument", request_body = NewInstrument,
    responses((status = 201, body = Registered), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/instruments", data = "<body>")]
pub async fn register_instrument(
    app: &State<App>,
    body: Body<NewInstrument>,
) -> Answer<(Status, Json<Registered>)> {
    let NewInstrument { name, kind, record, batch_id } = body.0?;
    let name = plain_name(&name);
    if name.is_empty() {
        return Err(
            CoreError::Missing("Give the instrument a name, so that you know it again.".into()).into()
        );
    }
    let token = fresh_secret(TOKEN).map_err(|_| Problem::broken())?;
    let (hash, now_ms) = (hash_of_secret(&token), app.clock.now_ms());
    let kept = app
        .write(move |c| {
            let new = rows::register(c, (&name, kind), &record, &hash, now_ms)?;
            rows::watch(c, new.id, batch_id)?;
            Ok(Instrument { batch_id, ..new })
        })
        .await?;
    app.tell(Change::Instruments);
    Ok((Status::Created, Json(Registered { instrument: InstrumentView::of(kept), token })))
}

/// Sets which pan it watches.
///
/// # Errors
/// 404; 400, 413 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "instrument", params(("id" = i32, Path)), request_body = WatchAsk,
    responses((status = 200, body = InstrumentShelf), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[put("/instruments/<id>/batch", data = "<body>")]
pub async fn watch_pan(app: &State<App>, id: i32, body: Body<WatchAsk>) -> Answer<Json<InstrumentShelf>> {
    let batch_id = body.0?.batch_id;
    app.write(move |c| rows::watch(c, id, batch_id)).await?;
    app.tell(Change::Instruments);
    instruments(app).await
}

/// Takes an instrument away; what it told stays in the logs.
///
/// # Errors
/// 404.
#[utoipa::path(context_path = "/api/v1", tag = "instrument", params(("id" = i32, Path)),
    responses((status = 200, body = InstrumentShelf), (status = 404, body = Problem)))]
#[delete("/instruments/<id>")]
pub async fn remove_instrument(app: &State<App>, id: i32) -> Answer<Json<InstrumentShelf>> {
    app.write(move |c| rows::remove(c, id)).await?;
    app.tell(Change::Instruments);
    instruments(app).await
}

/// The instrument that shows this token. Wrong ones are few.
async fn known(app: &App, caller: &Caller, token: Option<String>) -> Answer<Instrument> {
    let found = match token {
        Some(token) => {
            let hash = hash_of_secret(&token);
            app.read(move |c| rows::of_token(c, &hash)).await?
        }
        None => None,
    };
    if let Some(found) = found {
        return Ok(found);
    }
    let guesser = caller.device_name();
    app.gateway.tokens.try_one(&guesser, app.clock.now_ms()).map_err(|wait_s| {
        let words =
            format!("A wrong token was shown too often. Wait {} min, then try again.", (wait_s + 59) / 60);
        Problem::new(Status::TooManyRequests, "too-many-guesses", "Too many tries", words)
    })?;
    Err(Problem::new(
        Status::Unauthorized,
        "unknown-instrument",
        "Not known",
        "No instrument has this token. Make it known in the kitchen, and give it the token that is shown there.",
    ))
}

/// What an instrument says of a request besides its lines.
#[derive(rocket::FromForm, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct ReadingsAsk {
    /// A word that the instrument makes when it is switched on: its numbers begin anew with each.
    run: Option<String>,
}

/// Takes readings in, a line of JSON each: `{"n": 17, "age_ms": 250, "temperature_c": 104.2}`. What came before is
/// left as it is; a line that cannot be is named, and the others are taken.
///
/// # Errors
/// 401 without the token of an instrument; 429 for too many at once; 400, 413, 415 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "instrument", params(ReadingsAsk),
    request_body(content = Sent, content_type = "application/x-ndjson", description = "A line each."),
    responses((status = 200, body = Taken), (status = 401, body = Problem), (status = 422, body = Problem), (status = 429, body = Problem)))]
#[post("/instruments/readings?<ask..>", data = "<lines>")]
pub async fn take_readings(
    app: &State<App>,
    ask: ReadingsAsk,
    token: Token,
    caller: Caller,
    lines: Lines,
) -> Answer<Json<Taken>> {
    let instrument = known(app, &caller, token.0).await?;
    let run = run_name(ask.run)?;
    let lines = lines.0?;
    let now_ms = app.clock.now_ms();
    app.budgets.take(instrument.id, lines.len(), now_ms).map_err(|wait_s| {
        let words =
            format!("That is more than ten readings a second. Wait {wait_s} s, then send them again.");
        Problem::new(Status::TooManyRequests, "too-many-readings", "Too many at once", words)
    })?;
    let mut faults = Vec::new();
    let mut samples = Vec::with_capacity(lines.len());
    for (line, text) in lines {
        match parse::<Sent>(text.as_bytes()).and_then(|s| Ok(s.sample(instrument.kind, now_ms)?)) {
            Ok(sample) => samples.push(sample),
            Err(problem) => faults.push(LineFault { line, code: problem.code, detail: problem.detail }),
        }
    }
    let refused = faults.len();
    faults.truncate(MOST_FAULTS);
    let (written, instrument, new) = take_in(app, instrument, &run, &samples, now_ms).await?;
    Ok(Json(Taken {
        now_ms,
        batch_id: instrument.batch_id,
        taken: new,
        known: samples.len() - new,
        refused,
        faults,
        written,
        looks: instrument.heard.looks,
    }))
}

fn run_name(told: Option<String>) -> Answer<String> {
    let run = told.unwrap_or_default();
    if run.len() <= 40 && run.bytes().all(|b| b.is_ascii_alphanumeric() || b == b'-') {
        return Ok(run);
    }
    Err(CoreError::Missing("A run is named by at most 40 letters, digits and hyphens.".into()).into())
}

/// Into the log first, where each entry has its own name and stands once whatever happens; then kept.
async fn take_in(
    app: &App,
    mut instrument: Instrument,
    run: &str,
    samples: &[Sample],
    now_ms: i64,
) -> Answer<(usize, Instrument, usize)> {
    let looked_before = instrument.heard.looks;
    let watched = instrument.batch_id;
    let mut written = 0;
    if let Some(batch_id) = watched {
        match looked_through(app, &instrument, batch_id, samples).await? {
            None => instrument.batch_id = None,
            Some(Thinned { write, last }) => {
                for (sample, reading) in write {
                    let entry = Entry {
                        entry_id: Some(format!("instrument-{}-{run}-{}", instrument.id, sample.n)),
                        at_ms: Some(sample.at_ms),
                        seen_seq: 0,
                        by: Some(instrument.name.clone()),
                        event: BatchEvent::Heard { reading },
                    };
                    let following = app.following.within_write();
                    let told =
                        app.write(move |c| batches::append(c, &following, batch_id, entry, now_ms)).await;
                    // What does not fit the log any more is no fault of the instrument.
                    match told {
                        Ok(batch) => {
                            app.following.remember(batch_id, batch);
                            written += 1;
                        }
                        Err(problem) if problem.status < 500 => {}
                        Err(problem) => return Err(problem),
                    }
                }
                if let Some((sample, looks)) = last {
                    instrument.heard.looked_at = Some(sample);
                    instrument.heard.looks = Some(looks);
                }
            }
        }
    }
    let newest = samples.iter().copied().chain(instrument.heard.newest).max_by_key(|s| s.at_ms);
    instrument.heard.newest = newest;
    instrument.heard.at_ms = Some(now_ms);
    let (id, mut heard, ended) =
        (instrument.id, instrument.heard, watched.is_some() && instrument.batch_id.is_none());
    let (run, samples) = (run.to_owned(), samples.to_vec());
    let new = app
        .write(move |c| {
            if rows::watched(c, id)? != watched {
                // Hung into another pan meanwhile: what it said of the last one says nothing of this one.
                (heard.looked_at, heard.looks) = (None, None);
            } else if ended {
                rows::watch(c, id, None)?;
            }
            let new = rows::keep(c, id, &run, &samples, now_ms)?;
            rows::hear(c, id, &heard)?;
            Ok(new.len())
        })
        .await?;
    if let Some(id) = watched.filter(|_| written > 0) {
        tell_batch(app, id).await?;
    }
    if ended || looked_before != instrument.heard.looks {
        app.tell(Change::Instruments);
    }
    tell_heard(app, heard_of(&instrument));
    Ok((written, instrument, new))
}

/// What the samples come to beside the batch that it watches; none if that is over or gone.
async fn looked_through(
    app: &App,
    instrument: &Instrument,
    batch_id: i32,
    samples: &[Sample],
) -> Answer<Option<Thinned>> {
    let following = app.following.clone();
    let (kind, record, last) = (instrument.kind, instrument.record, instrument.heard.looked_at);
    let samples = samples.to_vec();
    app.read(move |c| {
        let batch = following.at(c, batch_id)?;
        Ok((!batch.is_over()).then(|| thinned(kind, &record, &batch, last, &samples)))
    })
    .await
}
