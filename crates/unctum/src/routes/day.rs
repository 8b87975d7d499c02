//! Kitchen days: a plan for a problem of times and things, as good as some seconds make it.

use std::time::{Duration, Instant};

use rocket::serde::json::Json;
use rocket::{State, post};
use serde::{Deserialize, Serialize};
use unctum_core::CoreError;
use unctum_core::day::{DayProblem, DayTerms, Planner, Starts, impossible, judge, late};
use utoipa::ToSchema;

use crate::app::App;
use crate::body::Body;
use crate::planning::Turn;
use crate::problem::{Answer, Problem};

/// A problem, and how long it may take.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({"seconds": 1, "seed": 1, "problem": {"horizon": 1440, "slack": 30, "resources": {"attention": 10, "pan": 1},
    "windows": [[480, 1200]], "batches": [{"id": "A", "due": 1080, "fresh": 600, "lags": [{"from": "boil", "to": "cut", "min": 60, "max": 240}],
    "holds": [], "steps": [{"id": "boil", "dur": 40, "uses": {"attention": 10, "pan": 1}}, {"id": "cut", "dur": 10, "uses": {"attention": 10}}]}]}}))]
pub struct SolveAsk {
    /// What is to be planned.
    pub problem: DayProblem,
    /// With how much work it is bettered, s of computing, 0–20; shared between two ways.
    #[serde(default = "usual_seconds")]
    pub seconds: f64,
    /// The same seed takes the same way.
    #[serde(default = "usual_seed")]
    pub seed: u64,
}

fn usual_seconds() -> f64 {
    2.0
}

fn usual_seed() -> u64 {
    1
}

/// What came of it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum SolveStatus {
    /// All is on time.
    Planned,
    /// It can be done, but something is late.
    Late,
    /// It cannot be done, and that is proved.
    Impossible,
}

/// A plan, or why there is none.
#[derive(Serialize, ToSchema)]
pub struct Solved {
    /// When each step starts, min; empty where it cannot be done.
    pub starts: Starts,
    /// How good that is; none where it cannot be done.
    pub terms: Option<DayTerms>,
    /// How long the first plan took, ms.
    pub first_plan_ms: f64,
    /// What came of it.
    pub status: SolveStatus,
    /// What proves that it cannot be done.
    pub proof: Option<String>,
    /// Why something is late, or why it cannot be done, a sentence each.
    pub because: Vec<String>,
}

const LONGEST_S: f64 = 20.0;
/// How far the seed of the second way lies from the first.
pub const ANOTHER: u64 = 1;

/// How long a plan may be bettered, of what was asked for.
#[must_use]
pub fn may_better(seconds: f64) -> Duration {
    Duration::from_secs_f64(seconds.clamp(0.0, LONGEST_S))
}

/// Plans a kitchen day: in time first, then fresh, then hands together, then with a margin.
///
/// # Errors
/// 503 while others plan, with when to ask again; 400, 413 or 422 with a sentence and a code; `does-not-fit` where no plan was found and none is proved impossible.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = SolveAsk,
    responses((status = 200, body = Solved), (status = 422, body = Problem),
        (status = 503, body = Problem)))]
#[post("/day/solve", data = "<body>")]
pub async fn solve(app: &State<App>, body: Body<SolveAsk>) -> Answer<Json<Solved>> {
    let ask = body.0?;
    let wanted = may_better(ask.seconds);
    Ok(Json(app.planning.work(wanted, move |turn| solved(&ask, turn)).await?))
}

/// Plans bettered with half the work of a turn each, in two ways that are gone at once: the first and, if there is one,
/// another. As much work is done on any machine that is not very slow, so that the same seed gives the same plan.
pub fn bettered(first: Planner, other: impl FnOnce() -> Option<Planner>, turn: &Turn) -> Vec<Starts> {
    let other = turn.goes_on().then(other).flatten();
    let share = turn.seconds() / 2.0;
    let better = |mut planner: Planner| {
        planner.improve_by(share, || turn.goes_on());
        planner.starts()
    };
    std::thread::scope(|s| {
        let other = other.map(|planner| s.spawn(|| better(planner)));
        let own = better(first);
        std::iter::once(own).chain(other.and_then(|o| o.join().ok())).collect()
    })
}

/// The best of some plans that hold, with how good it is.
pub fn best(problem: &DayProblem, plans: Vec<Starts>) -> Option<(DayTerms, Starts)> {
    let judged = plans.into_iter().filter_map(|starts| Some((judge(problem, &starts).ok()?, starts)));
    judged.min_by_key(|(terms, _)| *terms)
}

fn solved(ask: &SolveAsk, turn: &Turn) -> Answer<Solved> {
    let began = Instant::now();
    let problem = &ask.problem;
    problem.check()?;
    if let Some(proof) = impossible(problem) {
        return Ok(Solved {
            starts: Starts::new(),
            terms: None,
            first_plan_ms: 1000.0 * began.elapsed().as_secs_f64(),
            status: SolveStatus::Impossible,
            because: vec![proof.to_string()],
            proof: Some(proof.to_string()),
        });
    }
    let planner = Planner::new(problem, ask.seed).map_err(CoreError::from)?;
    let first_plan_ms = 1000.0 * began.elapsed().as_secs_f64();
    let other = || Planner::new(problem, ask.seed.wrapping_add(ANOTHER)).ok();
    let plans = bettered(planner, other, turn);
    // No plan is shown that was not judged by something that knows nothing of how it was made.
    let (terms, starts) = best(problem, plans).ok_or_else(Problem::broken)?;
    let status = if terms.late_min > 0 { SolveStatus::Late } else { SolveStatus::Planned };
    Ok(Solved {
        because: late(problem, &starts),
        starts,
        terms: Some(terms),
        first_plan_ms,
        status,
        proof: None,
    })
}
