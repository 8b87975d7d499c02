//! Where a poured or rolled mass is laid: which of her trays, how many of them, or the board.

use serde::{Deserialize, Serialize};

use crate::formula::pieces::PieceFigures;
use crate::kitchen::NumberedTray;
use crate::set::{Pattern, TrayAsk};

/// A place where the mass can be laid, and the question that marks it there.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Laid {
    /// Number of her tray; none for the board, or for a tray that would fit it.
    pub tray_id: Option<i32>,
    /// What she calls it.
    pub name: String,
    /// Over so many of them it goes, or rolled out in so many sheets.
    pub trays: u32,
    /// One of them, to be marked.
    pub ask: TrayAsk,
}

/// Thicker than it is written by this factor it is shared out over another tray.
pub(crate) const THICKER: f64 = 1.3;
/// A sheet that is larger is rolled out in two: nobody's board and pin reach further, cm².
const BOARD_CM2: f64 = 1200.0;
/// What it is rolled on is longer than the sheet by this, and so much longer than wide.
const BOARD_SPARE: f64 = 4.0 / 3.0;
const BOARD_LONGER: f64 = 2.0;

/// The places where a mass can be laid, the best first: what is poured into the fewest, and of these the smallest that
/// holds it as thin as it is written; what is rolled on the board. None where it is no sheet.
#[must_use]
pub fn laid(pieces: &PieceFigures, mass_g: f64, rolled: bool, trays: &[NumberedTray]) -> Vec<Laid> {
    let Some((sheet_cm2, thickness_mm)) = pieces.sheet_cm2.zip(pieces.thickness_mm) else {
        return Vec::new();
    };
    let piece_g = pieces.piece_g.unwrap_or(0.0);
    let place = |tray_id, name: &str, count: f64, length_cm: f64, width_cm: f64, height_cm: f64| Laid {
        tray_id,
        name: name.to_owned(),
        trays: count as u32,
        ask: TrayAsk {
            length_cm,
            width_cm,
            height_cm: Some(height_cm),
            pattern: if rolled { Pattern::Diamond } else { Pattern::Square },
            piece_cm: None,
            pieces: pieces.count.filter(|n| *n >= 1.0).map(|n| (n / count - 1e-9).ceil() as u32),
            piece_cm2: Some(piece_g / mass_g * sheet_cm2),
            piece_width_cm: None,
            angle_deg: None,
            thickness_mm: Some(thickness_mm),
            volume_ml: Some(pieces.volume_ml / count),
            spread_cm: None,
            mass_g: Some(mass_g / count),
        },
    };
    let sheets = (sheet_cm2 / BOARD_CM2 - 1e-9).ceil().max(1.0);
    let width_cm = (BOARD_SPARE * sheet_cm2 / sheets / BOARD_LONGER).sqrt();
    let name = if rolled { "On the board" } else { "A tray that fits it" };
    let board = place(None, name, sheets, BOARD_LONGER * width_cm, width_cm, 0.0);

    let mut told: Vec<(bool, f64, Laid)> = trays
        .iter()
        .map(|owned| {
            let tray = &owned.tray;
            let room_cm2 = tray.length_cm * tray.width_cm;
            let count = (sheet_cm2 / (THICKER * room_cm2) - 1e-9).ceil().max(1.0);
            let laid = place(owned.id, &tray.name, count, tray.length_cm, tray.width_cm, tray.height_cm);
            // Of those that hold it the smallest, of those that are tight the largest.
            let tight = room_cm2 * count < sheet_cm2;
            (tight, if tight { -room_cm2 } else { room_cm2 }, laid)
        })
        .collect();
    told.sort_by(|a, b| (a.2.trays, a.0).cmp(&(b.2.trays, b.0)).then(a.1.total_cmp(&b.1)));
    let hers = told.into_iter().map(|(_, _, laid)| laid);
    if rolled { std::iter::once(board).chain(hers).collect() } else { hers.chain([board]).collect() }
}
