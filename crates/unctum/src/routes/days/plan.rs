//! Days planned, asked about and made possible.

use std::time::{Duration, Instant};

use rocket::post;
use rocket::serde::json::Json;
use rocket::tokio::task::spawn_blocking;
use rocket::{State, tokio::sync::SemaphorePermit};
use serde::{Deserialize, Serialize};
use unctum_core::CoreError;
use unctum_core::day::{
    DayTerms, Planner, Starts, alone, impossible, judge, may_move, plan_after, plan_with, ways, why_there,
};
use unctum_core::order::{
    DayQuestion, DaysTold, FURTHEST_MIN, KitchenDays, LaidOut, Names, Order, covering, eased, fresh_days,
    lay_out, tell,
};
use unctum_store::paper;
use utoipa::ToSchema;

use super::asked::AskedDays;
use crate::app::App;
use crate::body::Body;
use crate::problem::{Answer, Problem};
use crate::routes::day::{ROUNDS, SolveStatus, turn};

/// Days to plan.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PlanAsk {
    /// The days; a plan that they have is the one to begin from.
    pub days: KitchenDays,
    /// Their number, if they are kept: what was begun for them at the stove is taken in.
    #[serde(default)]
    pub days_id: Option<i32>,
    /// How long it is bettered, s, 0–20; 0 gives the first plan.
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
}

const LONGEST_S: f64 = 20.0;

fn planned(q: &DayQuestion<'_>, laid: &LaidOut, starts: Starts) -> DaysPlanned {
    let told = tell(q, laid, &starts);
    let late = told.orders.iter().any(|o| o.ready_min.is_some_and(|ready| ready > o.due_min));
    let status = told.terms.map(|_| if late { SolveStatus::Late } else { SolveStatus::Planned });
    DaysPlanned { moved: moved(q, laid, &starts), told, starts, status, because: Vec::new() }
}

/// What stands elsewhere than in the plan of the days, a sentence for each batch.
fn moved(q: &DayQuestion<'_>, laid: &LaidOut, starts: &Starts) -> Vec<String> {
    let mut said = Vec::new();
    for made in &laid.made {
        let prefix = format!("{}/", made.key);
        let of = |s: &Starts| s.iter().filter(|(id, _)| id.starts_with(&prefix)).map(|(_, at)| *at).max();
        let (Some(was), Some(is)) = (of(&q.days.starts), of(starts)) else { continue };
        if was != is {
            said.push(format!(
                "{}: its last step moved from {} to {}.",
                made.title,
                laid.calendar.words(was),
                laid.calendar.words(is)
            ));
        }
    }
    said
}

/// Days that cannot be planned, with what forbids it.
fn without_plan(q: &DayQuestion<'_>, laid: &LaidOut, why: &str) -> DaysPlanned {
    let names = Names::of(laid, q.kitchen);
    let proved = impossible(&laid.problem).is_some();
    DaysPlanned {
        told: tell(q, laid, &Starts::new()),
        starts: Starts::new(),
        status: proved.then_some(SolveStatus::Impossible),
        because: vec![names.told(why)],
        moved: Vec::new(),
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
            Err(CoreError::DoesNotFit(why)) => Ok(without_plan(q, &laid, &why)),
            _ => Ok(planned(q, &laid, Starts::new())),
        };
    }
    let stood = standing(q, &laid);
    if judge(&laid.problem, &stood).is_ok() {
        return Ok(planned(q, &laid, stood));
    }
    match plan_after(&laid.problem, &stood, 1) {
        Ok(after) => Ok(planned(q, &laid, after.starts)),
        Err(CoreError::DoesNotFit(why)) => Ok(without_plan(q, &laid, &why)),
        Err(other) => Err(other.into()),
    }
}

/// The plan of the days with what has begun where it is, and without what is over.
fn standing(q: &DayQuestion<'_>, laid: &LaidOut) -> Starts {
    let steps = laid.problem.batches.iter().flat_map(|b| &b.steps);
    let at = |id: &String| laid.problem.pins.get(id).or_else(|| q.days.starts.get(id)).copied();
    steps.filter_map(|s| Some((s.id.clone(), at(&s.id)?))).collect()
}

/// Plans days. With `keep` what stands is moved as little as may be.
///
/// # Errors
/// 400, 413 or 422 with what to change; that there can be no plan is an answer.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = PlanAsk,
    responses((status = 200, body = DaysPlanned), (status = 422, body = Problem)))]
#[post("/day/plan", data = "<body>")]
pub async fn plan_days(app: &State<App>, body: Body<PlanAsk>) -> Answer<Json<DaysPlanned>> {
    let ask = body.0?;
    let asked = AskedDays::read(app, ask.days, ask.days_id).await?;
    let _turn: SemaphorePermit<'_> = turn().await?;
    let (seconds, seed, keep) = (ask.seconds, ask.seed, ask.keep);
    let work = spawn_blocking(move || asked.ask(|q| plan(q, seconds, seed, keep)));
    Ok(Json(work.await.map_err(|_| Problem::broken())??))
}

fn plan(q: &DayQuestion<'_>, seconds: f64, seed: u64, keep: bool) -> Answer<DaysPlanned> {
    let began = Instant::now();
    let laid = lay_out(q)?;
    if laid.problem.batches.is_empty() {
        return Ok(planned(q, &laid, Starts::new()));
    }
    let stood = standing(q, &laid);
    let planner = match keep && !q.days.starts.is_empty() {
        true => Planner::after(&laid.problem, &stood, seed),
        false => Planner::new(&laid.problem, seed),
    };
    let mut planner = match planner {
        Ok(planner) => planner,
        Err(CoreError::DoesNotFit(why)) => return Ok(without_plan(q, &laid, &why)),
        Err(other) => return Err(other.into()),
    };
    let long = Duration::from_secs_f64(seconds.clamp(0.0, LONGEST_S));
    while began.elapsed() < long {
        planner.improve(ROUNDS);
    }
    let starts = planner.starts();
    // No plan is shown that was not judged by something that knows nothing of how it was made.
    judge(&laid.problem, &starts).map_err(|_| Problem::broken())?;
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
    let orders = app
        .read(move |c| wanted.iter().map(|id| paper::load::<Order>(c, *id)).collect::<Result<Vec<_>, _>>());
    let orders: Vec<(i32, Order)> = orders.await?.into_iter().map(|w| (w.id, w.document)).collect();
    if let Some(days) = ask.days.and_then(|d| covering(&d, &orders)) {
        return Ok(Json(days));
    }
    Ok(Json(fresh_days(&orders, &ask.zone, app.clock.now_ms())?))
}

/// A question about a step.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ProbeAsk {
    /// The days with their plan.
    pub days: KitchenDays,
    /// Their number, if they are kept.
    #[serde(default)]
    pub days_id: Option<i32>,
    /// The step.
    pub step: String,
    /// Where it is to stand, min; left out: why it stands where it stands.
    #[serde(default)]
    pub at_min: Option<i32>,
}

/// What breaks where a step is moved alone.
#[derive(Serialize, ToSchema)]
pub struct ProbeMove {
    /// By so much, min.
    pub by_min: i32,
    /// What breaks, a sentence each; nothing where it may stand there.
    pub breaks: Vec<String>,
}

/// Why a step stands where it stands, and what became of another place.
#[derive(Serialize, ToSchema)]
pub struct Probed {
    /// What breaks when it is moved alone.
    pub moves: Vec<ProbeMove>,
    /// So much earlier it may stand, with nothing else moved, min.
    pub earlier_min: i32,
    /// So much later, min.
    pub later_min: i32,
    /// With the step there, and the rest moved as little as may be; none where nothing was asked, or it cannot be.
    pub with: Option<DaysPlanned>,
    /// How many other steps moved for it.
    pub others_moved: u32,
    /// Why it cannot stand there.
    pub refused: Option<String>,
}

/// Why a step stands where it stands, how far it may move, and what becomes of the days with it elsewhere.
///
/// # Errors
/// 404 for a step that is not in the plan; 400, 413 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = ProbeAsk,
    responses((status = 200, body = Probed), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/day/probe", data = "<body>")]
pub async fn probe(app: &State<App>, body: Body<ProbeAsk>) -> Answer<Json<Probed>> {
    let ask = body.0?;
    let asked = AskedDays::read(app, ask.days, ask.days_id).await?;
    let (step, at_min) = (ask.step, ask.at_min);
    let work = spawn_blocking(move || asked.ask(|q| probed(q, &step, at_min)));
    Ok(Json(work.await.map_err(|_| Problem::broken())??))
}

fn probed(q: &DayQuestion<'_>, step: &str, at_min: Option<i32>) -> Answer<Probed> {
    let laid = lay_out(q)?;
    let stood = standing(q, &laid);
    if !stood.contains_key(step) {
        return Err(CoreError::Unknown { kind: "step of these days", name: step.to_owned() }.into());
    }
    let names = Names::of(&laid, q.kitchen);
    let told = |b: &unctum_core::day::Break| names.breaks(b);
    let moves = why_there(&laid.problem, &stood, step);
    let (earlier_min, later_min) = may_move(&laid.problem, &stood, step);
    if let Some(at) = at_min.filter(|at| f64::from(*at).abs() > FURTHEST_MIN) {
        let odd = CoreError::DoesNotFit(format!("Minute {at} is none of these days. Move it less far."));
        return Err(odd.into());
    }
    let with = at_min.map(|at| plan_with(&laid.problem, &stood, (step, at), 1));
    let (with, refused) = match with {
        Some(Ok(with)) => (Some(with), None),
        Some(Err(CoreError::DoesNotFit(why))) => (None, Some(names.told(&why))),
        Some(Err(other)) => return Err(other.into()),
        None => (None, None),
    };
    Ok(Probed {
        moves: moves
            .into_iter()
            .map(|m| ProbeMove { by_min: m.by_min, breaks: m.breaks.iter().map(told).collect() })
            .collect(),
        earlier_min,
        later_min,
        others_moved: with.as_ref().map_or(0, |w| w.moved.len() as u32),
        with: with.map(|w| planned(q, &laid, w.starts)),
        refused,
    })
}

/// Days to make possible.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WaysAsk {
    /// The days.
    pub days: KitchenDays,
    /// Their number, if they are kept.
    #[serde(default)]
    pub days_id: Option<i32>,
}

/// Something that makes the days possible.
#[derive(Serialize, ToSchema)]
pub struct WayTold {
    /// What to do.
    pub words: String,
    /// The days with it.
    pub days: KitchenDays,
    /// How good the plan is then.
    pub terms: DayTerms,
    /// Whether it is enough by itself.
    pub enough: bool,
}

/// What makes days possible.
#[derive(Serialize, ToSchema)]
pub struct WaysTold {
    /// What helps, the least trouble first; at most six. Where nothing is enough by itself, what helps most.
    pub ways: Vec<WayTold>,
    /// What could not be on time even if there were nothing else to do, a sentence each.
    pub hopeless: Vec<String>,
}

const MOST_WAYS: usize = 6;

/// What makes days possible of which something is late, or which cannot be done.
///
/// # Errors
/// 400, 413 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = WaysAsk,
    responses((status = 200, body = WaysTold), (status = 422, body = Problem)))]
#[post("/day/ways", data = "<body>")]
pub async fn ways_to_do_it(app: &State<App>, body: Body<WaysAsk>) -> Answer<Json<WaysTold>> {
    let ask = body.0?;
    let asked = AskedDays::read(app, ask.days, ask.days_id).await?;
    let _turn = turn().await?;
    let work = spawn_blocking(move || asked.ask(ways_told));
    Ok(Json(work.await.map_err(|_| Problem::broken())??))
}

fn ways_told(q: &DayQuestion<'_>) -> Answer<WaysTold> {
    let laid = lay_out(q)?;
    let names = Names::of(&laid, q.kitchen);
    let keys: Vec<String> = laid.problem.batches.iter().map(|b| b.id.clone()).collect();
    let late = match Planner::new(&laid.problem, 1) {
        Ok(planner) => {
            let starts = planner.starts();
            let is_late = |key: &&String| {
                let of = laid.problem.batches.iter().find(|b| b.id == **key);
                of.is_some_and(|b| {
                    b.steps.iter().any(|s| starts.get(&s.id).is_some_and(|at| at + s.dur > b.due))
                })
            };
            keys.iter().filter(is_late).cloned().collect()
        }
        Err(_) => keys.clone(),
    };
    let found = ways(&laid.problem, &late, MOST_WAYS, 1);
    let told = found.into_iter().map(|w| WayTold {
        words: names.change(&w.change),
        days: eased(q.days, &w.change),
        enough: w.terms.late_min == 0,
        terms: w.terms,
    });
    let told = told.filter(|w| w.days.check().is_ok()).collect();
    let title =
        |key: &String| laid.made.iter().find(|m| m.key == **key).map_or(key.clone(), |m| m.title.clone());
    let hopeless = late.iter().filter(|key| alone(&laid.problem, key, 1).is_none());
    let hopeless = hopeless
        .map(|key| {
            format!("{} cannot be ready in time as the hours are, even with nothing else to do.", title(key))
        })
        .collect();
    Ok(WaysTold { ways: told, hopeless })
}
