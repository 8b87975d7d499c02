//! Why a step stands where it stands, and what becomes of the days with it elsewhere.

use rocket::serde::json::Json;
use rocket::tokio::task::spawn_blocking;
use rocket::{State, post};
use serde::{Deserialize, Serialize};
use unctum_core::CoreError;
use unctum_core::day::{Break, NoPlan, StepId, may_move, plan_with, why_there};
use unctum_core::order::{DayQuestion, FURTHEST_MIN, KitchenDays, Names, lay_out};
use utoipa::ToSchema;

use super::asked::AskedDays;
use super::plan::{DaysPlanned, planned, standing};
use crate::app::App;
use crate::body::Body;
use crate::problem::{Answer, Problem};

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
    pub step: StepId,
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

fn probed(q: &DayQuestion<'_>, step: &StepId, at_min: Option<i32>) -> Answer<Probed> {
    let laid = lay_out(q)?;
    let stood = standing(q, &laid);
    if !stood.contains_key(step) {
        return Err(CoreError::Unknown { kind: "step of these days", name: step.to_string() }.into());
    }
    let names = Names::of(&laid, q.kitchen);
    let told = |b: &Break| names.breaks(b);
    let moves = why_there(&laid.problem, &stood, step);
    let (earlier_min, later_min) = may_move(&laid.problem, &stood, step);
    if let Some(at) = at_min.filter(|at| f64::from(*at).abs() > FURTHEST_MIN) {
        let odd = CoreError::DoesNotFit(format!("Minute {at} is none of these days. Move it less far."));
        return Err(odd.into());
    }
    let with = at_min.map(|at| plan_with(&laid.problem, &stood, (step, at), 1));
    let (with, refused) = match with {
        Some(Ok(with)) => (Some(with), None),
        Some(Err(NoPlan::Amiss(error))) => return Err(error.into()),
        Some(Err(why)) => (None, Some(names.no_plan(&why))),
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
