//! Orders as a table: comma-separated, a line for each sweet; lines of the same person and moment are one order.

use jiff::civil::{Date, DateTime};
use rocket::http::Status;
use serde::{Deserialize, Serialize};
use unctum_core::order::{Amount, Order, OrderLine};

use super::{guarded, unguarded};
use crate::problem::{Answer, Problem};

/// A line of the table.
#[derive(Debug, Default, Serialize, Deserialize)]
#[serde(default)]
struct Row {
    who: String,
    due: String,
    sweet: String,
    method: Option<String>,
    pieces: Option<u32>,
    grams: Option<f64>,
    boxes: Option<u32>,
    pieces_each: Option<u32>,
    eaten_on: Option<String>,
    price: Option<f64>,
    /// What they must not eat, one after another with a semicolon between.
    avoids: String,
    note: String,
}

/// More lines than this are no kitchen's orders.
const MOST_ROWS: usize = 2000;

fn unreadable(line: usize, words: &str) -> Problem {
    Problem::new(
        Status::UnprocessableEntity,
        "unreadable-table",
        "Not understood",
        format!("Line {line} of the table cannot be read: {words}"),
    )
}

impl Row {
    fn amount(&self, line: usize) -> Answer<Amount> {
        match (self.pieces, self.grams, self.boxes, self.pieces_each) {
            (Some(count), None, None, None) => Ok(Amount::Pieces { count }),
            (None, Some(finished_g), None, None) => Ok(Amount::Mass { finished_g }),
            (None, None, Some(boxes), Some(pieces_each)) => Ok(Amount::Boxes { boxes, pieces_each }),
            _ => Err(unreadable(line, "say pieces, or grams, or boxes and pieces_each.")),
        }
    }
}

/// The orders of a table.
///
/// # Errors
/// 422 with the first line that cannot be read.
pub fn read_orders(csv: &str) -> Answer<Vec<Order>> {
    let mut orders: Vec<Order> = Vec::new();
    let mut reader =
        csv::ReaderBuilder::new().trim(csv::Trim::All).flexible(true).from_reader(csv.as_bytes());
    for (n, row) in reader.deserialize::<Row>().enumerate() {
        let line = n + 2;
        if n >= MOST_ROWS {
            return Err(unreadable(line, "that is more than one table holds. Send it in parts."));
        }
        let mut row = row.map_err(|e| unreadable(line, &format!("{e}.")))?;
        row.who = unguarded(&row.who).to_owned();
        row.note = unguarded(&row.note).to_owned();
        let due: DateTime =
            row.due.parse().map_err(|_| unreadable(line, "write the moment as 2030-12-07T17:00."))?;
        let eaten_on: Option<Date> = match row.eaten_on.as_deref().filter(|d| !d.is_empty()) {
            Some(day) => Some(day.parse().map_err(|_| unreadable(line, "write the day as 2030-12-07."))?),
            None => None,
        };
        let of = OrderLine {
            sweet_key: row.sweet.clone(),
            method_key: row.method.clone().filter(|m| !m.is_empty()),
            variation: Vec::new(),
            amount: row.amount(line)?,
        };
        match orders.iter_mut().find(|o| o.who == row.who && o.due == due) {
            Some(order) => order.lines.push(of),
            None => orders.push(Order {
                who: row.who,
                due,
                eaten_on,
                lines: vec![of],
                price: row.price,
                avoids: row
                    .avoids
                    .split(';')
                    .map(|a| a.trim().to_owned())
                    .filter(|a| !a.is_empty())
                    .collect(),
                note: row.note,
            }),
        }
    }
    Ok(orders)
}

/// The table of some orders.
///
/// # Errors
/// A fault of the program.
pub fn write_orders(orders: &[Order]) -> Answer<String> {
    let mut writer = csv::Writer::from_writer(Vec::new());
    for order in orders {
        for (n, line) in order.lines.iter().enumerate() {
            let (pieces, grams, boxes, pieces_each) = match line.amount {
                Amount::Pieces { count } => (Some(count), None, None, None),
                Amount::Mass { finished_g } => (None, Some(finished_g), None, None),
                Amount::Boxes { boxes, pieces_each } => (None, None, Some(boxes), Some(pieces_each)),
            };
            let row = Row {
                who: guarded(&order.who),
                due: order.due.strftime("%Y-%m-%dT%H:%M").to_string(),
                sweet: line.sweet_key.clone(),
                method: line.method_key.clone(),
                pieces,
                grams,
                boxes,
                pieces_each,
                eaten_on: order.eaten_on.map(|d| d.to_string()),
                price: order.price.filter(|_| n == 0),
                avoids: if n == 0 { order.avoids.join("; ") } else { String::new() },
                note: if n == 0 { guarded(&order.note) } else { String::new() },
            };
            writer.serialize(row).map_err(|_| Problem::broken())?;
        }
    }
    let bytes = writer.into_inner().map_err(|_| Problem::broken())?;
    String::from_utf8(bytes).map_err(|_| Problem::broken())
}
