//! What would make days possible.

use std::time::Duration;

use rocket::serde::json::Json;
use rocket::{State, post};
use serde::{Deserialize, Serialize};
use unctum_core::day::{DayTerms, NoPlan, Planner, alone, ways};
use unctum_core::order::{DayQuestion, KitchenDays, Names, eased, lay_out};
use utoipa::ToSchema;

use super::asked::AskedDays;
use crate::app::App;
use crate::body::Body;
use crate::problem::{Answer, Problem};

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
    /// What is late, cannot be done or was not planned even if there were nothing else to do, a sentence each.
    pub hopeless: Vec<String>,
}

const MOST_WAYS: usize = 6;

/// What makes days possible of which something is late, or which cannot be done.
///
/// # Errors
/// 503 while others plan, with when to ask again; 400, 413 or 422.
#[utoipa::path(context_path = "/api/v1", tag = "day", request_body = WaysAsk,
    responses((status = 200, body = WaysTold), (status = 422, body = Problem),
        (status = 503, body = Problem)))]
#[post("/day/ways", data = "<body>")]
pub async fn ways_to_do_it(app: &State<App>, body: Body<WaysAsk>) -> Answer<Json<WaysTold>> {
    let ask = body.0?;
    let asked = AskedDays::read(app, ask.days, ask.days_id).await?;
    Ok(Json(app.planning.work(Duration::ZERO, move |_| asked.ask(ways_told)).await?))
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
    // What forbids all of it is told already.
    let forbidden = matches!(Planner::new(&laid.problem, 1), Err(NoPlan::Proved(_)));
    let hopeless = late.iter().filter_map(|key| match alone(&laid.problem, key, 1) {
        Ok(terms) if terms.late_min == 0 => None,
        Ok(terms) => Some(format!(
            "{} is {} min late even with nothing else to do, in the plan that was found.",
            title(key),
            terms.late_min
        )),
        Err(NoPlan::Proved(_)) if forbidden => None,
        Err(NoPlan::Proved(proof)) => Some(proof.words(&names)),
        Err(_) => Some(format!("No plan was found for {}, even with nothing else to do.", title(key))),
    });
    let hopeless = hopeless.collect();
    Ok(WaysTold { ways: told, hopeless })
}
