//! How long it all takes: the courses of the steps, one after another and side by side.

use std::collections::BTreeMap;

use serde::Serialize;

use crate::course::{Course, CourseQuestion, Tools, course};
use crate::error::Result;
use crate::food::FatKind;
use crate::formula::at_size::AtSize;
use crate::formula::setting::setting;
use crate::formula::waits::waits;
use crate::formula::written::Written;
use crate::kitchen::Flame;
use crate::numeric::Spread;
use crate::process::{Attention, Balance, Book, Method, Purpose, Step, StepKind, Timing, working_order};
use crate::set::Cooling;

/// How long one step takes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StepTime {
    /// Key of the step.
    pub step: String,
    /// Least, expected, most.
    pub minutes: Spread,
    /// When it begins, after the start, min: as late as the steps that wait for it allow.
    pub begins_min: f64,
    /// What the time follows.
    pub follows: Timing,
    /// How often the pot is filled, where it is.
    pub pots: Option<f64>,
    /// In how many rounds, where the pan does not hold it at once; the minutes are those of all rounds.
    pub rounds: Option<f64>,
    /// The flame it takes, where the method's own would never get there on this ring and pan, or take far too long.
    pub flame_needed: Option<Flame>,
}

/// How long it all takes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Times {
    /// Step by step.
    pub steps: Vec<StepTime>,
    /// From first to last step, what can go on side by side side by side, min.
    pub total_min: Spread,
    /// Minutes with hands on it.
    pub hands_min: f64,
}

/// The courses of a method's steps in working order, and how long they take together.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Plan {
    /// How each step goes, in one round where there are several.
    pub courses: Vec<(String, Course)>,
    /// Into how many pans or rounds it has to be split.
    pub split: f64,
    /// The times.
    pub times: Times,
    /// How its mass cools; none for what is not poured or rolled.
    pub cooling: Option<Cooling>,
}

/// The fat that a step fries in.
fn fries_in(step: &Step, book: &Book<'_>) -> Option<FatKind> {
    let fat = step.inputs.iter().find(|e| e.purpose == Purpose::Frying)?;
    Some(book.larder.get(&fat.ingredient).ok()?.fat)
}

/// How much fat a step heats for one that fries in it, g.
fn heats_fat_g(step: &Step, method: &Method, balance: &Balance) -> Option<f64> {
    let fry = method
        .steps
        .iter()
        .filter(|_| step.kind == StepKind::HeatFat)
        .find(|s| s.after.contains(&step.key))?;
    Some(balance.step(&fry.key)?.medium_g)
}

/// A step in working order with its course.
struct Worked<'a> {
    step: &'a Step,
    course: Course,
    /// In how many rounds, where it is done again for each.
    rounds: Option<f64>,
}

impl Worked<'_> {
    /// Of all its rounds.
    fn minutes(&self) -> Spread {
        self.rounds.map_or(self.course.minutes, |rounds| self.course.minutes.times(rounds))
    }
}

/// Strength of what a step lies in: of the step it takes that from.
fn medium_frac(step: &Step, balance: &Balance) -> Option<f64> {
    let medium = step.takes.iter().find(|t| t.medium)?;
    Some(balance.step(&medium.step)?.end.charge().solids_frac())
}

/// What need not be ready earlier begins only when it must: a syrup that waits has to be reheated, curd
/// that waits goes sour. `steps` stand in working order.
fn as_late_as_can_be(method: &Method, steps: &mut [StepTime], path_min: f64) {
    let mut due: BTreeMap<&str, f64> = BTreeMap::new();
    for time in steps.iter_mut().rev() {
        let Some(step) = method.steps.iter().find(|s| s.key == time.step) else { continue };
        let end_min = due.get(step.key.as_str()).copied().unwrap_or(path_min);
        time.begins_min = (end_min - time.minutes.mid).max(0.0);
        for key in step.before() {
            let due_min = due.entry(key).or_insert(f64::INFINITY);
            *due_min = due_min.min(time.begins_min);
        }
    }
}

/// Temperature at which a step begins: what it takes over is as hot as it was left, what goes in anew
/// is as warm as the room.
fn starts_at_c(step: &Step, balance: &Balance, left_c: &BTreeMap<&str, f64>, room_c: f64) -> f64 {
    let start_g = balance.step(&step.key).map_or(0.0, |b| b.start_g + b.medium_g);
    let fresh_g: f64 = step.inputs.iter().map(|e| e.amount_g).sum::<f64>().min(start_g);
    let taken = step.takes.iter().filter_map(|t| left_c.get(t.step.as_str())).copied();
    let taken_c = taken.fold(room_c, f64::max);
    if start_g <= 0.0 { room_c } else { (fresh_g * room_c + (start_g - fresh_g) * taken_c) / start_g }
}

impl AtSize {
    /// In how many rounds her pans take it, and what goes in in one of them, if there are several.
    fn in_rounds(&self, tools: Option<&Tools>, book: &Book<'_>) -> Result<(f64, Option<Written>)> {
        let rounds =
            tools.map_or(1.0, |t| (self.written.fullest_ml() / t.roomiest_ml() - 1e-9).ceil().max(1.0));
        let round =
            (rounds > 1.0).then(|| Written::of(self.written.scaled(1.0 / rounds), book)).transpose()?;
        Ok((rounds, round))
    }

    /// The course of every step, by its key and in working order: in one round, where her pans do not hold it at once.
    ///
    /// # Errors
    /// A method that does not work out in rounds.
    pub fn courses(&self, tools: Option<&Tools>, book: &Book<'_>) -> Result<Vec<(String, Course)>> {
        Ok(self.plan(tools, book)?.courses)
    }

    /// How its steps go, in working order: each in one round, where her pans do not hold it at once.
    fn worked<'a>(
        &'a self,
        order: &[&'a Step],
        tools: Option<&Tools>,
        (rounds, round): (f64, Option<&Written>),
        book: &Book<'_>,
    ) -> Vec<Worked<'a>> {
        let balance = self.written.balance();
        let pieces = self.written.pieces().count;
        let mut left_c: BTreeMap<&str, f64> = BTreeMap::new();
        let mut worked = Vec::new();
        for step in order {
            // What stands on the ring in a pan that does not hold it at once is done again for each round.
            let again = round.filter(|_| {
                let in_pan = tools.is_some_and(|t| t.pan_of(step).is_some());
                step.flame.is_some() && step.timing != Timing::Pots && in_pan
            });
            let of = again.map_or(balance, Written::balance);
            let Some(mass) = of.step(&step.key) else { continue };
            let course = course(&CourseQuestion {
                step,
                mass,
                from_c: starts_at_c(step, of, &left_c, book.air.room_c),
                factor: if again.is_some() { self.factor / rounds } else { self.factor },
                pieces,
                medium_frac: medium_frac(step, balance),
                fries_in: fries_in(step, book),
                heats_fat_g: heats_fat_g(step, self.written.method(), of),
                tools,
                air: book.air,
                ladder: book.ladder,
            });
            left_c.insert(&step.key, course.ends_c);
            worked.push(Worked { step, course, rounds: again.map(|_| rounds) });
        }
        worked
    }

    /// How its mass cools as she lays it, if it is poured or rolled; what waits for it waits so long.
    fn let_set(&self, worked: &mut [Worked<'_>], book: &Book<'_>) -> Result<Option<Cooling>> {
        let ends_c = |key: &str| worked.iter().find(|w| w.step.key == key).map(|w| w.course.ends_c);
        let setting = setting(&self.written, &ends_c, book);
        let Some(cools) = setting.cools else { return Ok(None) };
        let cooling = cools.laid(&self.placement)?.of(&setting.mass);
        let order: Vec<&Step> = worked.iter().map(|w| w.step).collect();
        let waits = waits(&order, &cooling);
        for w in worked {
            if let Some(takes) = waits.get(&w.step.key) {
                w.course.minutes = *takes;
            }
        }
        Ok(Some(cooling))
    }

    /// How its steps go, one after another and side by side.
    ///
    /// # Errors
    /// A method that does not work out in rounds; a thickness that no tray has.
    pub(crate) fn plan(&self, tools: Option<&Tools>, book: &Book<'_>) -> Result<Plan> {
        let method = self.written.method();
        let (rounds, round) = self.in_rounds(tools, book)?;
        let order = working_order(&method.steps, false).unwrap_or_default();
        let order: Vec<&Step> = order.iter().map(|i| &method.steps[*i]).collect();
        let mut worked = self.worked(&order, tools, (rounds, round.as_ref()), book);
        let cooling = self.let_set(&mut worked, book)?;
        for w in &mut worked {
            w.course.minutes = w.course.minutes.times(book.paces.factor(w.step));
        }

        let mut ends: BTreeMap<&str, Spread> = BTreeMap::new();
        let (mut steps, mut hands_min) = (Vec::new(), 0.0);
        for w in &worked {
            let begins = w.step.before().filter_map(|k| ends.get(k)).fold(Spread::ZERO, |a, b| a.later(*b));
            let minutes = w.minutes();
            if w.step.attention == Attention::Constant {
                hands_min += minutes.mid;
            }
            ends.insert(&w.step.key, begins.and(minutes));
            steps.push(StepTime {
                step: w.step.key.clone(),
                minutes,
                begins_min: begins.mid,
                follows: w.course.follows,
                pots: w.course.pots,
                rounds: w.rounds,
                flame_needed: w.course.flame_needed,
            });
        }
        let last = ends.values().fold(Spread::ZERO, |a, b| a.later(*b));
        as_late_as_can_be(method, &mut steps, last.mid);
        let total_min = Spread { mid: last.mid.max(hands_min), high: last.high.max(hands_min), ..last };
        let courses = worked.into_iter().map(|w| (w.step.key.clone(), w.course)).collect();
        Ok(Plan { courses, split: rounds, times: Times { steps, total_min, hands_min }, cooling })
    }
}
