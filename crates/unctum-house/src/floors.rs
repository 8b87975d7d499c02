//! The floors of the core, and their picture.

use std::fmt::Write as _;

use crate::Arrows;

/// Rooms of the core from the ground up. A room may lean on rooms named before it, on none after.
pub const FLOORS: [&str; 30] = [
    "error",
    "find",
    "numeric",
    "water",
    "syrup",
    "kitchen",
    "pan",
    "calibrate",
    "food",
    "set",
    "soak",
    "milk",
    "keep",
    "process",
    "course",
    "formula",
    "variation",
    "shelf",
    "reading",
    "estimate",
    "start",
    "log",
    "cook",
    "review",
    "learn",
    "intake",
    "stove",
    "sim",
    "day",
    "order",
];

/// One square of the picture, px; room for the names beside and below it.
const CELL: usize = 22;
const NAMES: usize = 110;

/// The floors as an SVG: each room a row, the ground lowest, a dot under each room that it leans on. All dots lie left
/// of the stairs where arrows only go down.
#[must_use]
pub fn drawn(rooms: &Arrows) -> String {
    let count = FLOORS.len();
    let (wide, high) = (NAMES + count * CELL + 20, count * CELL + NAMES + 20);
    let row_y = |floor: usize| (count - 1 - floor) * CELL + 10;
    let column_x = |floor: usize| NAMES + floor * CELL;
    let middle = CELL / 2;
    let mut svg = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {wide} {high}\" role=\"img\" aria-labelledby=\"t d\" font-family=\"sans-serif\" font-size=\"14\">\n\
         <title id=\"t\">The floors of the core</title>\n\
         <desc id=\"d\">{count} rooms, the ground lowest; a dot in a row stands under each room that it leans on, and all of them lie below it.</desc>\n\
         <rect width=\"{wide}\" height=\"{high}\" fill=\"#fcfbf8\"/>\n"
    );
    for (floor, name) in FLOORS.iter().enumerate() {
        let (y, x) = (row_y(floor), column_x(floor));
        let _ = writeln!(
            svg,
            "<rect x=\"{NAMES}\" y=\"{y}\" width=\"{}\" height=\"{CELL}\" fill=\"#f0ebdf\" stroke=\"#fcfbf8\"/><rect x=\"{x}\" y=\"{y}\" width=\"{CELL}\" height=\"{CELL}\" fill=\"#4a5560\"/>",
            floor * CELL
        );
        let _ = writeln!(
            svg,
            "<text x=\"{}\" y=\"{}\" text-anchor=\"end\" fill=\"#1d262d\">{name}</text>",
            NAMES - 8,
            y + middle + 5
        );
        let (turn_x, turn_y) = (x + middle + 5, count * CELL + 18);
        let _ = writeln!(
            svg,
            "<text transform=\"translate({turn_x} {turn_y}) rotate(-90)\" text-anchor=\"end\" fill=\"#1d262d\">{name}</text>"
        );
        let leans = rooms.get(*name).into_iter().flatten();
        for on in leans.filter_map(|on| FLOORS.iter().position(|f| f == on)) {
            let _ = writeln!(
                svg,
                "<circle cx=\"{}\" cy=\"{}\" r=\"5\" fill=\"#8a4a1c\"/>",
                column_x(on) + middle,
                y + middle
            );
        }
    }
    svg.push_str("</svg>\n");
    svg
}
