//! What the kitchen has learnt from its batches, and what she says to it.

use std::sync::Arc;
use std::sync::atomic::Ordering;

use rocket::serde::json::Json;
use rocket::tokio::sync::Mutex;
use rocket::{State, get, post};
use serde::{Deserialize, Serialize};
use unctum_core::kitchen::{KitchenDocument, Parameter};
use unctum_core::learn::{BatchTold, Learnt, LearntValue, OddBatch, learn, odd_batches, shown};
use unctum_store::batch::ToldMark;
use unctum_store::{SqliteConnection, batch as rows, kitchen};
use utoipa::ToSchema;

use crate::app::App;
use crate::body::Body;
use crate::changes::Change;
use crate::problem::{Answer, Problem};

/// What the kitchen has learnt.
#[derive(Clone, Serialize, ToSchema)]
pub struct LearntView {
    /// From so many finished batches.
    pub batches: usize,
    /// What was learnt, by where it belongs.
    pub values: Vec<LearntValue>,
    /// Batches that weigh little: the newest, and every one that was left out.
    pub odd: Vec<OddBatch>,
    /// So many more weigh little.
    pub odd_more: usize,
    /// Older batches that are still to be asked, after a whole notebook came in: the next look asks them.
    pub to_ask: usize,
}

/// So many batches are asked anew at one look.
const MOST_ASKED: usize = 300;

/// What the kitchen learns from.
struct Gathered {
    batches: Vec<BatchTold>,
    document: KitchenDocument,
    /// Batches that are still to be asked.
    to_ask: usize,
}

/// What was learnt last. Whoever asks while it is worked out waits for that.
#[derive(Default)]
pub struct LearntKept(Mutex<Option<Last>>);

/// By which mark it is known that it is so still: the kitchen's version, and that of what batches tell. While nothing was
/// written at all even that need not be looked at.
struct Last {
    writes: u64,
    mark: (i32, ToldMark),
    known: Arc<Known>,
}

/// What was learnt, and as it is shown.
struct Known {
    learnt: Learnt,
    view: LearntView,
}

/// What all batches tell: kept beside each, asked anew where something was written since.
async fn all_told(app: &App) -> Answer<Gathered> {
    let ((mut told, mut missing), document) =
        app.read(|c| Ok((rows::all_told(c)?, kitchen::load(c)?))).await?;
    // After a whole notebook came in the newest are asked first, the others at the next looks.
    let to_ask = missing.len().saturating_sub(MOST_ASKED);
    let missing = missing.split_off(to_ask);
    if !missing.is_empty() {
        let by = document.clone();
        let anew = app
            .read(move |c| missing.into_iter().filter_map(|id| rows::ask(c, id, &by).transpose()).collect())
            .await?;
        let keep: Vec<BatchTold> = anew;
        told.extend(keep.iter().cloned());
        told.sort_by_key(|t| (t.at_ms, t.batch_id));
        app.write(move |c| keep.iter().try_for_each(|t| rows::keep_told(c, t))).await?;
    }
    Ok(Gathered { batches: told, document, to_ask })
}

async fn learnt(app: &App, last: &LearntKept) -> Answer<Arc<Known>> {
    let mut last = last.0.lock().await;
    let writes = app.writes.load(Ordering::SeqCst);
    if let Some(last) = last.as_ref().filter(|l| l.writes == writes) {
        return Ok(Arc::clone(&last.known));
    }
    let mark = || app.read(|c| Ok((kitchen::version(c)?, rows::told_mark(c)?)));
    let before = mark().await?;
    if let Some(last) = last.as_mut().filter(|l| l.mark == before) {
        last.writes = writes;
        return Ok(Arc::clone(&last.known));
    }
    let told = all_told(app).await?;
    let after = mark().await?;
    // What was written while it was worked out is looked at next time.
    let all = told.to_ask == 0 && after.1.1 == told.batches.len() as i64;
    let still = before.0 == after.0 && all;
    let fresh = app.works_out(move |app| {
        let document = &told.document;
        let learnt = learn(&told.batches, |about| document.told(about), &document.learning);
        Ok(Arc::new(Known { view: view(app, &learnt, &told), learnt }))
    });
    let fresh = fresh.await?;
    // Counted before it was begun: what was kept on the way is looked at once more.
    *last = still.then(|| Last { writes, mark: after, known: Arc::clone(&fresh) });
    Ok(fresh)
}

fn view(app: &App, learnt: &Learnt, told: &Gathered) -> LearntView {
    let Gathered { batches: told, document, to_ask } = told;
    let newest = |key: &str| {
        let own = told.iter().rev().find(|t| {
            t.evidence.iter().flat_map(|e| &e.seen).flat_map(|s| &s.of).any(|p| {
                matches!(&p.about, Parameter::Wish { sweet_key } | Parameter::Lost { sweet_key } | Parameter::Yield { sweet_key }
                    | Parameter::Sweetness { sweet_key } | Parameter::Keeping { sweet_key } if sweet_key == key)
            })
        });
        own.map(|t| t.title.clone())
    };
    let sweet = |key: &str| {
        let shipped = app.catalogue.sweet(key).map(|s| s.name.clone()).ok();
        shipped.or_else(|| newest(key)).unwrap_or_else(|| key.to_owned())
    };
    let values = shown(learnt, document, sweet);
    let (odd, odd_more) = odd_batches(told, learnt, &document.learning);
    LearntView { batches: told.len(), values, odd, odd_more, to_ask: *to_ask }
}

/// What the kitchen has learnt from its batches.
///
/// # Errors
/// Those of the store.
#[utoipa::path(context_path = "/api/v1", tag = "notebook", responses((status = 200, body = LearntView)))]
#[get("/learnt")]
pub async fn what_was_learnt(app: &State<App>, kept: &State<LearntKept>) -> Answer<Json<LearntView>> {
    Ok(Json(learnt(app, kept).await?.view.clone()))
}

/// What she says to what was learnt.
#[derive(Debug, Clone, PartialEq, Deserialize, ToSchema)]
#[serde(tag = "act", rename_all = "snake_case", deny_unknown_fields)]
pub enum SaidToIt {
    /// It is used from now on.
    Accept {
        /// What.
        about: Parameter,
    },
    /// It is not used.
    Refuse {
        /// What.
        about: Parameter,
    },
    /// What batches taught of it up to now is forgotten.
    Forget {
        /// What.
        about: Parameter,
    },
    /// What she said to it is taken back.
    TakeBack {
        /// What.
        about: Parameter,
    },
    /// A batch is left out of all learning, or teaches again.
    LeaveOut {
        /// Its number.
        batch_id: i32,
        /// Whether it is left out.
        out: bool,
    },
}

/// Uses what was learnt of something, or does not, forgets it, takes that back; leaves a batch out. The kitchen can be
/// taken back to what it was before.
///
/// # Errors
/// 422 where no batch says anything of it; 404 for a batch that is not there.
#[utoipa::path(context_path = "/api/v1", tag = "notebook", request_body = SaidToIt,
    responses((status = 200, body = LearntView), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/learnt", data = "<body>")]
pub async fn say_to_learnt(
    app: &State<App>,
    kept: &State<LearntKept>,
    body: Body<SaidToIt>,
) -> Answer<Json<LearntView>> {
    let said = body.0?;
    let now_ms = app.clock.now_ms();
    let known = learnt(app, kept).await?;
    app.write(move |c| say(c, &said, &known.learnt, now_ms)).await?;
    app.tell(Change::Kitchen);
    Ok(Json(learnt(app, kept).await?.view.clone()))
}

fn say(c: &mut SqliteConnection, said: &SaidToIt, learnt: &Learnt, now_ms: i64) -> unctum_store::Result<()> {
    let mut document = kitchen::load(c)?;
    let reason = match said {
        SaidToIt::Accept { about } => {
            document.accept(learnt, about, now_ms)?;
            "Used what was learnt"
        }
        SaidToIt::Refuse { about } => {
            document.refuse(learnt, about)?;
            "Did not want what was learnt"
        }
        SaidToIt::Forget { about } => {
            document.forget(about, now_ms);
            "Let something learnt be forgotten"
        }
        SaidToIt::TakeBack { about } => {
            document.take_back(about);
            "Took back what was said to something learnt"
        }
        SaidToIt::LeaveOut { batch_id, out } => {
            rows::load(c, *batch_id)?;
            document.leave_out(*batch_id, *out);
            if *out { "Left a batch out of what is learnt" } else { "Let a batch teach again" }
        }
    };
    kitchen::save(c, &document, reason, now_ms)
}
