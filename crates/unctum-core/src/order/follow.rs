//! A plan that follows what happened at the stove. What stands there is a fact: where no plan holds that keeps every time and
//! the hours, what has begun is finished all the same, and what had to give is said.

use crate::day::{DayProblem, DayTaken, HANDS, NoPlan, Starts, judge, plan_after};
use crate::order::present::COOK;
use crate::order::question::DayQuestion;
use crate::order::whole::LaidOut;
use crate::order::words::Names;

/// So much longer may what has begun wait, and so much longer does somebody stay for it, min: the least of these that does.
const GIVES_MIN: [i32; 6] = [10, 20, 40, 80, 160, 320];

/// Plans on from what stood. What had to give is in what the days say.
///
/// # Errors
/// Why there is no plan, even if what has begun may wait longer and somebody stays.
pub fn follow_on(
    q: &DayQuestion<'_>,
    mut laid: LaidOut,
    stood: &Starts,
) -> Result<(LaidOut, Starts), NoPlan> {
    let why = match plan_after(&laid.problem, stood, 1) {
        Ok(after) => return Ok((laid, after.starts)),
        Err(why) => why,
    };
    let begun: Vec<&str> = q.begun.iter().filter(|b| !b.over).map(|b| b.key.as_str()).collect();
    if begun.is_empty() || matches!(why, NoPlan::Amiss(_)) {
        return Err(why);
    }
    let mut eased = GIVES_MIN.iter().map(|more| giving(&laid, &begun, *more));
    let found = eased.find_map(|p| Some((plan_after(&p, stood, 1).ok()?.starts, p)));
    let Some((starts, problem)) = found else { return Err(why) };
    let names = Names::of(&laid, q.kitchen);
    let gave: Vec<String> = match judge(&laid.problem, &starts) {
        Ok(_) => Vec::new(),
        Err(breaks) => breaks.iter().map(|b| names.breaks(b)).collect(),
    };
    laid.said.extend(gave);
    laid.problem = problem;
    Ok((laid, starts))
}

/// The problem where what has begun may wait so much longer, and whoever stays last today stays so much longer for it. How
/// long a component keeps gives nothing.
fn giving(laid: &LaidOut, begun: &[&str], more: i32) -> DayProblem {
    let mut of = laid.problem.clone();
    for lag in of.batches.iter_mut().filter(|b| begun.contains(&b.id.as_str())).flat_map(|b| &mut b.lags) {
        lag.max = lag.max.map(|max| max + more);
    }
    let today = of.windows.iter_mut().filter(|w| w.0 <= laid.now_min).max_by_key(|w| w.1);
    if let Some((_, to)) = today {
        let (from, until) = (*to, ((*to).max(laid.now_min) + more).min(of.horizon));
        *to = until;
        // Only one of them stays.
        let over = |t: &&DayTaken| t.res == HANDS && t.from < until && from < t.to;
        let taken: i32 = of.taken.iter().filter(over).map(|t| t.units).sum();
        let there = of.resources.get(HANDS).copied().unwrap_or(0);
        let units = there - COOK - taken;
        if units > 0 && from < until {
            of.taken.push(DayTaken { res: HANDS.into(), units, from, to: until });
        }
    }
    of
}
