//! What the orders of some days want of each sweet: lines of the same sweet are made together where it keeps that long.

use crate::error::Result;
use crate::formula::Size;
use crate::keep::Keep;
use crate::order::asked::{Amount, OrderLine};
use crate::order::question::DayQuestion;
use crate::process::Sweet;

/// A line of an order with its times.
#[derive(Debug, Clone, PartialEq)]
pub struct Wanted {
    /// Number of the order.
    pub order_id: i32,
    /// For whom.
    pub who: String,
    /// When it is fetched, min.
    pub due_min: i32,
    /// Until when it is eaten, min.
    pub eaten_min: i32,
    /// How much.
    pub amount: Amount,
}

/// What is made together: a sweet for one or several lines.
#[derive(Debug, Clone)]
pub struct Gathered<'a> {
    /// The sweet.
    pub sweet: &'a Sweet,
    /// How it is made.
    pub line: &'a OrderLine,
    /// For whom.
    pub wanted: Vec<Wanted>,
    /// Ready no earlier than this, so that it is good until it is eaten, min.
    pub no_earlier_min: i32,
}

const DAY_MIN: f64 = 1440.0;
/// What hardly keeps is ready at most so long before it is fetched, min.
const JUST_MADE_MIN: i32 = 240;

/// Minutes it keeps, carefully.
fn keeps_min(keep: &Keep) -> f64 {
    DAY_MIN * if keep.room_days >= 1.0 { keep.room_days } else { keep.cold_days }
}

/// All that the orders want, the earliest first. What cannot be made is said.
///
/// # Errors
/// Days that are none.
pub(super) fn gather<'a>(q: &DayQuestion<'a>, said: &mut Vec<String>) -> Result<Vec<Gathered<'a>>> {
    let calendar = q.days.calendar()?;
    let mut all: Vec<(&'a OrderLine, Wanted)> = Vec::new();
    for (id, order) in q.orders {
        let due_min = calendar.minute(order.due);
        let end = order.last_day().tomorrow().unwrap_or(order.last_day());
        let eaten_min = calendar.minute(end.to_datetime(jiff::civil::Time::midnight()));
        if due_min <= 0 || due_min > calendar.horizon() {
            said.push(format!(
                "What {} fetches on {} lies outside these days: plan other days, or take the order out.",
                order.who,
                order.due.strftime("%-d %B, %H:%M")
            ));
            continue;
        }
        let wanted = |l: &OrderLine| Wanted {
            order_id: *id,
            who: order.who.clone(),
            due_min,
            eaten_min,
            amount: l.amount,
        };
        all.extend(order.lines.iter().map(|l| (l, wanted(l))));
    }
    all.sort_by_key(|(_, w)| (w.due_min, w.order_id));
    let mut gathered: Vec<Gathered<'a>> = Vec::new();
    for (line, wanted) in all {
        let Some(sweet) = q.sweets.get(&line.sweet_key) else {
            said.push(format!(
                "“{}” for {} is no longer on the shelf: put it back, or change the order.",
                line.sweet_key, wanted.who
            ));
            continue;
        };
        let no_earlier_min = match keeping(q, sweet, line) {
            Ok(keep) => {
                let least = wanted.eaten_min - keeps_min(&keep) as i32;
                if least > wanted.due_min - JUST_MADE_MIN {
                    said.push(format!(
                        "{} keeps {}: tell {} to eat it by then.",
                        sweet.name,
                        days(keeps_min(&keep) / DAY_MIN),
                        wanted.who
                    ));
                }
                least.min(wanted.due_min - JUST_MADE_MIN).max(0)
            }
            Err(e) => {
                said.push(format!("{} for {}: {e}", sweet.name, wanted.who));
                continue;
            }
        };
        let same = |g: &&mut Gathered<'a>| {
            let alike = g.line.sweet_key == line.sweet_key
                && g.line.method_key == line.method_key
                && g.line.variation == line.variation
                && g.line.amount.pieces().is_some() == line.amount.pieces().is_some();
            // The first is fetched before the last may be made: then they are two.
            alike && g.wanted.iter().all(|w| no_earlier_min <= w.due_min - JUST_MADE_MIN)
        };
        match gathered.iter_mut().find(same) {
            Some(with) => {
                with.no_earlier_min = with.no_earlier_min.max(no_earlier_min);
                with.wanted.push(wanted);
            }
            None => gathered.push(Gathered { sweet, line, wanted: vec![wanted], no_earlier_min }),
        }
    }
    Ok(gathered)
}

/// “2 days”, “a day”, “some hours”.
fn days(number: f64) -> String {
    match number as i32 {
        0 => "some hours".to_owned(),
        1 => "a day".to_owned(),
        n => format!("{n} days"),
    }
}

/// How long a sweet keeps as it is asked for.
fn keeping(q: &DayQuestion<'_>, sweet: &Sweet, line: &OrderLine) -> Result<Keep> {
    let made = q.made(sweet, line, q.picked(None)?, size_of(&[line.amount], 0.0, 0))?;
    Ok(made.formula(q.book)?.finish.keep)
}

/// The size for some amounts, spares and pieces to taste included.
pub(super) fn size_of(amounts: &[Amount], spare_frac: f64, tasting: u32) -> Size {
    let pieces: Option<u32> = amounts.iter().map(Amount::pieces).sum();
    match pieces {
        Some(asked) => Size::Pieces { count: f64::from(asked + spares(asked, spare_frac) + tasting) },
        None => {
            let mass = |a: &Amount| if let Amount::Mass { finished_g } = a { *finished_g } else { 0.0 };
            Size::Mass { finished_g: amounts.iter().map(mass).sum::<f64>() * (1.0 + spare_frac) }
        }
    }
}

/// Pieces more than are asked for.
pub(super) fn spares(asked: u32, spare_frac: f64) -> u32 {
    (f64::from(asked) * spare_frac).ceil() as u32
}
