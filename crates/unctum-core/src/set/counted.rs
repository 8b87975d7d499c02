//! How large a piece is so that as many as are counted on lie whole.

use crate::set::tray::{Lines, Pattern, TrayAsk};

/// Pieces may be so much longer or wider than their pattern, as a logarithm, before one more of them is the lesser evil.
const NEAR_LN: f64 = 0.3;
/// Diamonds are tried so many steps each way of their pattern.
const LEAN_STEPS: i32 = 12;

/// A way of marking: between lines across, and between lines along, cm; and how well it does, the least the best.
struct Way {
    piece_cm: f64,
    row_cm: f64,
    cost: f64,
}

impl TrayAsk {
    /// Marks that leave so many pieces whole, as near to the pattern as may be; none where no such marks are found.
    ///
    /// Costs under a millisecond for 100 pieces.
    pub(super) fn for_pieces(&self, spread_cm: f64, pieces: u32) -> Option<(f64, f64)> {
        let most_rows = pieces.min(200);
        let ways = (1..=most_rows).flat_map(|rows| match self.pattern {
            Pattern::Diamond => self.leaning(spread_cm, pieces, rows),
            Pattern::Square | Pattern::Finger => self.upright(spread_cm, pieces, rows).into_iter().collect(),
        });
        ways.min_by(|a, b| a.cost.total_cmp(&b.cost)).map(|w| (w.piece_cm, w.row_cm))
    }

    /// Rows and columns that share the sheet out: nothing is trim.
    fn upright(&self, spread_cm: f64, pieces: u32, rows: u32) -> Option<Way> {
        let columns = pieces.div_ceil(rows);
        let (piece_cm, row_cm) = (spread_cm / f64::from(columns), self.width_cm / f64::from(rows));
        let off_ln = (row_cm / piece_cm / self.slimness()).ln().abs();
        Some(Way { piece_cm, row_cm, cost: cost(columns * rows, pieces, off_ln) })
    }

    fn leaning(&self, spread_cm: f64, pieces: u32, rows: u32) -> Vec<Way> {
        let row_cm = self.width_cm / f64::from(rows);
        let area_cm2 = spread_cm * self.width_cm / f64::from(pieces);
        // Far from the pattern nothing is tried.
        if (row_cm * row_cm / area_cm2).ln().abs() > 4.0 * NEAR_LN {
            return Vec::new();
        }
        let way = |step: i32| {
            let off_ln = NEAR_LN * f64::from(step) / f64::from(LEAN_STEPS);
            let piece_cm = row_cm * off_ln.exp();
            let lines: Lines = self.lines(spread_cm, piece_cm, row_cm);
            let whole = lines.whole();
            (whole >= pieces).then(|| Way { piece_cm, row_cm, cost: cost(whole, pieces, off_ln.abs()) })
        };
        (-LEAN_STEPS..=LEAN_STEPS).filter_map(way).collect()
    }
}

/// Out of the pattern is worth nothing while it is not seen; then one piece in ten more is the lesser evil.
fn cost(whole: u32, pieces: u32, off_ln: f64) -> f64 {
    let more_frac = f64::from(whole - pieces) / f64::from(pieces);
    let seen_ln = (off_ln - NEAR_LN).max(0.0);
    more_frac + 0.1 * off_ln + 10.0 * seen_ln
}
