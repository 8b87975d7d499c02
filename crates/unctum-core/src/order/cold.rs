//! What waits for whoever takes it, in the room or in the refrigerator, and whether that holds it all.

use serde::Serialize;

use crate::day::{Starts, StepId};
use crate::order::made::DayMade;
use crate::order::question::DayQuestion;
use crate::order::whole::{LaidOut, wanted_by};

/// How something waits for what takes it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DayKeptTold {
    /// From, min.
    pub from_min: i32,
    /// Until, min.
    pub to_min: i32,
    /// Whether it goes into the refrigerator.
    pub cold: bool,
    /// What to do with it.
    pub words: String,
}

/// What is taken within so long stands where it is, min.
const STANDS_MIN: i32 = 20;
const DAY_MIN: f64 = 1440.0;

/// How what a batch makes is kept from its end: a component until the last batch that takes it does, a sweet that does not
/// keep so long in the room until the last of it is fetched.
pub(super) fn kept(laid: &LaidOut, made: &DayMade, starts: &Starts, from_min: i32) -> Option<DayKeptTold> {
    let to_min = match &made.makes {
        Some((ingredient, _)) => taken_min(laid, ingredient, starts)?,
        None => made.wanted.iter().map(|w| w.due_min).max()?,
    };
    let stands = to_min - from_min;
    let cold = f64::from(stands) > DAY_MIN * made.formula.finish.keep.room_days;
    let words = match (&made.makes, cold) {
        (None, _) => format!("{}: covered, in the refrigerator until it is fetched", made.title),
        (Some(_), true) => {
            format!("Cover the {} and put it into the refrigerator", made.title.to_lowercase())
        }
        (Some(_), false) => format!("Cover the {}; it stands in the room", made.title.to_lowercase()),
    };
    let told = stands > STANDS_MIN && (cold || made.makes.is_some());
    told.then_some(DayKeptTold { from_min, to_min, cold, words })
}

/// When the last batch that takes an ingredient does, min.
fn taken_min(laid: &LaidOut, ingredient: &str, starts: &Starts) -> Option<i32> {
    let taken = |taker: &DayMade| {
        wanted_by(taker, ingredient).filter_map(|s| starts.get(&StepId::of(&taker.key, s))).copied().min()
    };
    laid.made.iter().filter(|m| m.makes.is_none()).filter_map(taken).max()
}

/// Where the refrigerator would have to hold most, if that is more than it has room for, and what to do about it; of each
/// thing that lies cold from when, until when, min, and its litres.
pub(super) fn too_full(q: &DayQuestion<'_>, laid: &LaidOut, cold: &[(i32, i32, i32)]) -> Option<String> {
    let held_at = |minute: i32| -> i32 {
        cold.iter().filter(|(from, to, _)| *from <= minute && minute < *to).map(|held| held.2).sum()
    };
    let (litres, before) = cold.iter().map(|(from, ..)| (held_at(*from), -from)).max()?;
    let room = q.days.cold_litres as i32;
    (litres > room).then(|| {
        format!(
            "{}: what has to lie cold wants {litres} litres of the refrigerator, and there is room for {room}. Clear it out, \
             or have a second cold place ready.",
            laid.calendar.words(-before)
        )
    })
}
