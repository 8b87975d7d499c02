//! Some days as the planner sees them: the batches, the things of the kitchen, the hours, and what has begun.

use std::collections::BTreeMap;

use crate::day::{DayLag, DayProblem, HANDS, ResourceId, StepId};
use crate::error::{CoreError, Result};
use crate::numeric::{Spread, Z80};
use crate::order::calendar::Calendar;
use crate::order::eaters::{KeptApart, clean_first};
use crate::order::graph::{CLOTH, COLD, GRINDER, graph, hands, working};
use crate::order::live::go_on;
use crate::order::made::DayMade;
use crate::order::make::batches;
use crate::order::present::{COOK, Present, present};
use crate::order::question::DayQuestion;
use crate::order::vessels::trays;
use crate::process::{Step, Timing};

/// Some days, laid out.
#[derive(Debug, Clone)]
pub struct LaidOut {
    /// The days.
    pub calendar: Calendar,
    /// Its batches.
    pub made: Vec<DayMade>,
    /// The same for the planner: without what is over.
    pub problem: DayProblem,
    /// Minutes of each step, as far as they are not known, by its name.
    pub spreads: BTreeMap<StepId, Spread>,
    /// This moment, min.
    pub now_min: i32,
    /// What is kept apart for whom, because they must not eat something.
    pub kept_apart: Vec<KeptApart>,
    /// What could not be planned, and what to do about it.
    pub said: Vec<String>,
}

/// Cloths and grinders of a kitchen that does not say: nobody counts them.
const CLOTHS: i32 = 2;
const GRINDERS: i32 = 1;

/// Lays some days out.
///
/// # Errors
/// Days that cannot be; a kitchen without pan or ring; [`CoreError::Missing`] where nothing is left to make.
pub fn lay_out(q: &DayQuestion<'_>) -> Result<LaidOut> {
    q.days.check()?;
    let calendar = q.days.calendar()?;
    let now_min = calendar.minute_of_ms(q.now_ms);
    if now_min >= calendar.horizon() {
        return Err(CoreError::Contradiction("These days are over. Plan days that are to come.".into()));
    }
    let mut said = Vec::new();
    let made = batches(q, &mut said)?;
    let Present { windows, cooks, away } = present(q.days, &calendar);
    let mut resources: BTreeMap<ResourceId, i32> = BTreeMap::from([
        (HANDS.into(), COOK * cooks),
        (COLD.into(), q.days.cold_litres as i32),
        (GRINDER.into(), GRINDERS),
        (CLOTH.into(), CLOTHS),
    ]);
    resources.extend(trays(q));
    resources.extend(q.kitchen.rings.iter().filter_map(|r| Some((ResourceId::ring(r.id?), 1))));
    resources.extend(q.kitchen.pans.iter().filter_map(|p| Some((ResourceId::pan(p.id?), 1))));
    for (res, more) in &q.days.borrowed {
        resources.entry(res.clone()).and_modify(|n| *n += *more as i32);
    }
    let mut problem = DayProblem {
        name: q.days.title.clone(),
        seed: 0,
        horizon: calendar.horizon(),
        slack: 0,
        resources,
        windows,
        batches: made.iter().map(|m| graph(m, q)).collect(),
        links: links(&made),
        taken: away,
        pins: q.days.pins.clone(),
    };
    for batch in &mut problem.batches {
        batch.release = now_min.max(0);
    }
    let kept_apart = clean_first(q, &made, &mut problem);
    wait_longer(q, &mut problem);
    // What was to begin at a moment that has passed begins when it can.
    problem.pins.retain(|_, at| *at >= now_min);
    go_on(q, &calendar, now_min, &made, &mut problem, &mut said);
    let there: Vec<StepId> = problem.batches.iter().flat_map(|b| &b.steps).map(|s| s.id.clone()).collect();
    problem.pins.retain(|id, _| there.contains(id));
    problem.links.retain(|l| there.contains(&l.from) && there.contains(&l.to));
    Ok(LaidOut { spreads: spreads(&made), calendar, made, problem, now_min, kept_apart, said })
}

/// What she lets wait longer.
fn wait_longer(q: &DayQuestion<'_>, problem: &mut DayProblem) {
    for wait in &q.days.waits {
        let same = |l: &&mut DayLag| l.from == wait.from && l.to == wait.to;
        for lag in problem.batches.iter_mut().flat_map(|b| &mut b.lags).filter(same) {
            lag.max = lag.max.map(|max| max.max(wait.max_min as i32));
        }
    }
}

/// What makes an ingredient is ready before it goes in, and is not older then than it keeps.
fn links(made: &[DayMade]) -> Vec<DayLag> {
    let mut links = Vec::new();
    for component in made {
        let Some((ingredient, _)) = &component.makes else { continue };
        let Some((last, _)) = working(component).last().copied() else { continue };
        let keep = &component.formula.finish.keep;
        let keeps_min = 1440.0 * keep.cold_days.max(keep.room_days);
        for taker in made.iter().filter(|m| m.makes.is_none()) {
            links.extend(wanted_by(taker, ingredient).map(|step| DayLag {
                from: StepId::of(&component.key, &last.key),
                to: StepId::of(&taker.key, step),
                min: 0,
                max: (keeps_min >= 60.0).then_some(keeps_min as i32),
            }));
        }
    }
    links
}

/// Steps that want an ingredient: into which it goes, and by which it is grated or crumbled.
pub(super) fn wanted_by<'a>(taker: &'a DayMade, ingredient: &'a str) -> impl Iterator<Item = &'a str> {
    let line = taker.formula.lines.iter().find(move |l| l.ingredient == ingredient);
    let goes_in = line.into_iter().flat_map(|l| &l.uses).map(|part| part.step.as_str());
    let readied = taker
        .made
        .method()
        .steps
        .iter()
        .filter(move |s| line.is_some() && s.gates.iter().any(|g| g.key == ingredient));
    goes_in.chain(readied.map(|s| s.key.as_str()))
}

/// Of a time that is written down, least and most are two standard deviations from what is expected: hardly ever less, hardly
/// ever more. What her ring, pan and pot say is an 80 % interval already.
const WRITTEN_SD: f64 = 2.0;

/// What is drawn when it is asked how sure a plan is: what has hands. What waits by itself is ended at its best moment.
fn spreads(made: &[DayMade]) -> BTreeMap<StepId, Spread> {
    let drawn = |m: &DayMade| {
        let follows = |key: &str| m.formula.steps.iter().find(|f| f.step == key).map(|f| f.time.follows);
        let of = working(m).into_iter().filter(|(s, _)| hands(s.manner()) > 0);
        let spread = |(step, minutes): (&Step, Spread)| {
            let reckoned = matches!(follows(&step.key), Some(Timing::Heat | Timing::Pots));
            let share = if reckoned { 1.0 } else { Z80 / WRITTEN_SD };
            (StepId::of(&m.key, &step.key), minutes.narrowed(share))
        };
        of.map(spread).collect::<Vec<_>>()
    };
    made.iter().flat_map(drawn).collect()
}
