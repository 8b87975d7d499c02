//! Days planned in one request: an order taken in, the first plan kept and told, a better one kept over it.

use std::time::Duration;

use rocket::serde::json::Json;
use rocket::tokio::task::spawn_blocking;
use rocket::{State, get, post};
use serde::{Deserialize, Serialize};
use unctum_core::CoreError;
use unctum_core::order::{KitchenDays, Order, covering, fresh_days};
use unctum_store::planning::{self, Written};
use utoipa::ToSchema;

use super::asked::AskedDays;
use super::keep::{KeptDays, kept};
use super::plan::{DaysPlanned, follow, plan};
use crate::app::App;
use crate::body::Body;
use crate::changes::Change;
use crate::planning::{PlanLine, Turn};
use crate::problem::{Answer, Problem};
use crate::routes::day::SolveStatus;
use crate::tagged::version_missing;

/// A good plan is told after so long.
const BETTERED: Duration = Duration::from_secs(2);
/// The same days get the same plan.
const SEED: u64 = 1;

/// Days to plan and to keep.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DaysAsk {
    /// The days as they are to be; left out: new ones for the order.
    #[serde(default)]
    pub days: Option<KitchenDays>,
    /// Their number, if they are kept.
    #[serde(default)]
    pub days_id: Option<i32>,
    /// The version that they are based on, if they are kept.
    #[serde(default)]
    pub version: Option<i32>,
    /// An order to be taken into them, or into days of its own where they do not cover it.
    #[serde(default)]
    pub order: Option<i32>,
    /// Where the clock on her wall goes: `Asia/Kathmandu`.
    #[serde(default)]
    pub zone: String,
    /// Whether what stands is moved as little as may be.
    #[serde(default)]
    pub keep: bool,
}

/// Days as they are kept now, with their plan.
#[derive(Serialize, ToSchema)]
pub struct PlanKept {
    /// As they are kept.
    pub kept: KeptDays,
    /// Their plan.
    pub planned: DaysPlanned,
}

/// The days that are meant, and over which of those that are kept they are written.
async fn meant(app: &App, ask: &DaysAsk) -> Answer<(KitchenDays, Option<(i32, i32)>)> {
    let over = match (ask.days_id, ask.version) {
        (None, _) => None,
        (Some(id), Some(version)) => Some((id, version)),
        (Some(_), None) => return Err(version_missing()),
    };
    let Some(id) = ask.order else {
        let days = ask
            .days
            .clone()
            .ok_or_else(|| CoreError::Missing("Say which days or which order is to be planned.".into()))?;
        return Ok((days, over));
    };
    let order = app.read(move |c| planning::load::<Order>(c, id)).await?;
    let orders = [(order.id, order.document)];
    if let Some(days) = ask.days.as_ref().and_then(|d| covering(d, &orders)) {
        return Ok((days, over));
    }
    // Days of their own: what is kept stays as it is.
    Ok((fresh_days(&orders, &ask.zone, app.clock.now_ms())?, None))
}

/// Keeps days, over those that stand if they are kept already.
async fn keep(app: &App, days: KitchenDays, over: Option<(i32, i32)>) -> Answer<Written<KitchenDays>> {
    days.check()?;
    let now_ms = app.clock.now_ms();
    let written = app
        .write(move |c| match over {
            Some(over) => planning::save(c, over, &days, now_ms),
            None => planning::create(c, &days, now_ms),
        })
        .await?;
    app.tell(Change::Days);
    Ok(written)
}

/// Plans days and keeps them. The first plan is kept and told to every screen at once, a better one over it when it has
/// come; where the line is too long for that the first one stays.
///
/// # Errors
/// 404 for an order or days that are not there; 412 if somebody saved in between; 428 without a version; 503 while others plan,
/// with when to ask again; 400, 413 or 422 with what to change. Nothing is kept then.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = DaysAsk,
    responses((status = 200, body = PlanKept), (status = 404, body = Problem), (status = 412, body = Problem),
        (status = 422, body = Problem), (status = 428, body = Problem), (status = 503, body = Problem)))]
#[post("/days/plan", data = "<body>")]
pub async fn plan_and_keep(app: &State<App>, body: Body<DaysAsk>) -> Answer<Json<PlanKept>> {
    let ask = body.0?;
    let (days, over) = meant(app, &ask).await?;
    let id = over.map(|(id, _)| id);
    let least_moved = ask.keep;
    let asked = AskedDays::read(app, days.clone(), id).await?;
    let first = move |turn: &Turn| asked.ask(|q| plan(q, turn, SEED, least_moved));
    let first = app.planning.work(Duration::ZERO, first).await?;
    let is_plan = !first.starts.is_empty() && !matches!(first.status, Some(SolveStatus::Impossible));
    let mut written = keep(app, KitchenDays { starts: first.starts, ..days.clone() }, over).await?;
    if is_plan && !least_moved {
        let anew = KitchenDays { starts: Default::default(), ..days };
        let asked = AskedDays::read(app, anew.clone(), Some(written.id)).await?;
        let better = move |turn: &Turn| asked.ask(|q| plan(q, turn, SEED, false));
        match app.planning.work(BETTERED, better).await {
            Ok(better) => {
                let days = KitchenDays { starts: better.starts, ..anew };
                written = keep(app, days, Some((written.id, written.version))).await?;
            }
            Err(busy) if busy.status == 503 => {}
            Err(other) => return Err(other),
        }
    }
    let asked = AskedDays::read(app, written.document.clone(), Some(written.id)).await?;
    let told = spawn_blocking(move || asked.ask(follow)).await.map_err(|_| Problem::broken())??;
    Ok(Json(PlanKept { kept: kept(written), planned: told }))
}

/// How many plans are being worked out, one after another, and how long that takes at most.
#[utoipa::path(context_path = "/api/v1", tag = "day", responses((status = 200, body = PlanLine)))]
#[get("/days/line")]
pub async fn line(app: &State<App>) -> Json<PlanLine> {
    Json(app.planning.in_line())
}
