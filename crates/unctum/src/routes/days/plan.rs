//! Days planned, and followed through what happens at the stove.

use rocket::serde::json::Json;
use rocket::{State, post};
use serde::{Deserialize, Serialize};
use unctum_core::day::{NoPlan, Planner, Starts, StepId, judge};
use unctum_core::order::{
    DayQuestion, DaysTold, KitchenDays, LaidOut, Names, Order, covering, follow_on, fresh_days, lay_out, tell,
};
use unctum_store::planning;
use utoipa::ToSchema;

use super::asked::AskedDays;
use crate::app::App;
use crate::body::Body;
use crate::planning::Turn;
use crate::problem::{Answer, Problem};
use crate::routes::day::{ANOTHER, SolveStatus, best, bettered, may_better};

/// Days to plan.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PlanAsk {
    /// The days; a plan that they have is the one to begin from.
    pub days: KitchenDays,
    /// Their number, if they are kept: what was begun for them at the stove is taken in.
    #[serde(default)]
    pub days_id: Option<i32>,
    /// With how much work it is bettered, s of computing, 0–20; 0 gives the first plan.
    #[serde(default)]
    pub seconds: f64,
    /// The same seed takes the same way.
    #[serde(default)]
    pub seed: u64,
    /// Whether what stands is moved as little as may be.
    #[serde(default)]
    pub keep: bool,
}

/// Days with their plan.
#[derive(Serialize, ToSchema)]
pub struct DaysPlanned {
    /// The days, as they are shown.
    pub told: DaysTold,
    /// When each step starts, min from the first midnight; empty where there is no plan.
    pub starts: Starts,
    /// What came of it; none before it was planned.
    pub status: Option<SolveStatus>,
    /// Why it cannot be done, or why no plan was found.
    pub because: Vec<String>,
    /// What stands elsewhere than before, a sentence each.
    pub moved: Vec<String>,
    /// Batches that stand where they stood.
    pub stays: Vec<String>,
}

/// Days with a plan, told.
pub(super) fn planned(q: &DayQuestion<'_>, laid: &LaidOut, starts: Starts) -> DaysPlanned {
    let told = tell(q, laid, &starts);
    let late = told.orders.iter().any(|o| o.ready_min.is_some_and(|ready| ready > o.due_min));
    let status = told.terms.map(|_| if late { SolveStatus::Late } else { SolveStatus::Planned });
    let (moved, stays) = against_before(q, laid, &starts);
    DaysPlanned { moved, stays, told, starts, status, because: Vec::new() }
}

/// What stands elsewhere than in the plan of the days, a sentence for each batch, and what stands where it stood.
fn against_before(q: &DayQuestion<'_>, laid: &LaidOut, starts: &Starts) -> (Vec<String>, Vec<String>) {
    let (mut said, mut stays) = (Vec::new(), Vec::new());
    for made in &laid.made {
        let of = |s: &Starts| s.iter().filter(|(id, _)| id.belongs_to(&made.key)).map(|(_, at)| *at).max();
        let (Some(was), Some(is)) = (of(&q.days.starts), of(starts)) else { continue };
        if was == is {
            stays.push(made.title.clone());
        } else {
            said.push(format!(
                "{}: its last step moved from {} to {}.",
                made.title,
                laid.calendar.words(was),
                laid.calendar.words(is)
            ));
        }
    }
    (said, stays)
}

/// Days that cannot be planned, with what forbids it.
fn without_plan(q: &DayQuestion<'_>, laid: &LaidOut, why: &NoPlan) -> DaysPlanned {
    let names = Names::of(laid, q.kitchen);
    let proved = matches!(why, NoPlan::Proved(_));
    DaysPlanned {
        told: tell(q, laid, &Starts::new()),
        starts: Starts::new(),
        status: proved.then_some(SolveStatus::Impossible),
        because: vec![names.no_plan(why)],
        moved: Vec::new(),
        stays: Vec::new(),
    }
}

/// The days as they are kept; where their plan no longer holds it follows what happened.
///
/// # Errors
/// Days that cannot be laid out.
pub fn follow(q: &DayQuestion<'_>) -> Answer<DaysPlanned> {
    let laid = lay_out(q)?;
    if laid.problem.batches.is_empty() {
        return Ok(planned(q, &laid, Starts::new()));
    }
    if q.days.starts.is_empty() {
        return match Planner::new(&laid.problem, 1) {
            Err(why) if !matches!(why, NoPlan::Amiss(_)) => Ok(without_plan(q, &laid, &why)),
            _ => Ok(planned(q, &laid, Starts::new())),
        };
    }
    let stood = standing(q, &laid);
    if judge(&laid.problem, &stood).is_ok() {
        return Ok(planned(q, &laid, stood));
    }
    match follow_on(q, laid.clone(), &stood) {
        Ok((laid, starts)) => Ok(planned(q, &laid, starts)),
        Err(NoPlan::Amiss(error)) => Err(error.into()),
        Err(why) => Ok(without_plan(q, &laid, &why)),
    }
}

/// The plan of the days with what has begun where it is, and without what is over.
pub(super) fn standing(q: &DayQuestion<'_>, laid: &LaidOut) -> Starts {
    let steps = laid.problem.batches.iter().flat_map(|b| &b.steps);
    let at = |id: &StepId| laid.problem.pins.get(id).or_else(|| q.days.starts.get(id)).copied();
    steps.filter_map(|s| Some((s.id.clone(), at(&s.id)?))).collect()
}

/// Plans days. With `keep` what stands is moved as little as may be.
///
/// # Errors
/// 503 while others plan, with when to ask again; 400, 413 or 422 with what to change; that there can be no plan is an answer.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = PlanAsk,
    responses((status = 200, body = DaysPlanned), (status = 422, body = Problem),
        (status = 503, body = Problem)))]
#[post("/day/plan", data = "<body>")]
pub async fn plan_days(app: &State<App>, body: Body<PlanAsk>) -> Answer<Json<DaysPlanned>> {
    let ask = body.0?;
    let asked = AskedDays::read(app, ask.days, ask.days_id).await?;
    let (seed, keep) = (ask.seed, ask.keep);
    let work = move |turn: &Turn| asked.ask(|q| plan(q, turn, seed, keep));
    Ok(Json(app.planning.work(may_better(ask.seconds), work).await?))
}

pub(super) fn plan(q: &DayQuestion<'_>, turn: &Turn, seed: u64, keep: bool) -> Answer<DaysPlanned> {
    let laid = lay_out(q)?;
    if laid.problem.batches.is_empty() {
        return Ok(planned(q, &laid, Starts::new()));
    }
    let stood = standing(q, &laid);
    let planner = match keep && !q.days.starts.is_empty() {
        true => Planner::after(&laid.problem, &stood, seed),
        false => Planner::new(&laid.problem, seed),
    };
    let planner = match planner {
        Ok(planner) => planner,
        Err(NoPlan::Amiss(error)) => return Err(error.into()),
        Err(why) => return Ok(without_plan(q, &laid, &why)),
    };
    let other = || Planner::new(&laid.problem, seed.wrapping_add(ANOTHER)).ok().filter(|_| !keep);
    // No plan is shown that was not judged by something that knows nothing of how it was made.
    let starts = best(&laid.problem, bettered(planner, other, turn)).ok_or_else(Problem::broken)?.1;
    Ok(planned(q, &laid, starts))
}

/// Orders for which days are wanted.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FreshAsk {
    /// Where the clock on her wall goes: `Asia/Kathmandu`.
    #[serde(default)]
    pub zone: String,
    /// Numbers of the orders.
    pub orders: Vec<i32>,
    /// Days that there are: they are the answer, with the orders, where they cover them.
    #[serde(default)]
    pub days: Option<KitchenDays>,
}

/// Days for some orders, as one would plan them at first: the day before and the day itself. Nothing is stored.
///
/// # Errors
/// 404 for an order that is not there; 400, 413 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = FreshAsk,
    responses((status = 200, body = KitchenDays), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/day/fresh", data = "<body>")]
pub async fn days_for(app: &State<App>, body: Body<FreshAsk>) -> Answer<Json<KitchenDays>> {
    let ask = body.0?;
    let wanted = ask.orders.clone();
    let orders = app.read(move |c| planning::some::<Order>(c, &wanted));
    let orders: Vec<(i32, Order)> = orders.await?.into_iter().map(|w| (w.id, w.document)).collect();
    if let Some(days) = ask.days.and_then(|d| covering(&d, &orders)) {
        return Ok(Json(days));
    }
    Ok(Json(fresh_days(&orders, &ask.zone, app.clock.now_ms())?))
}
