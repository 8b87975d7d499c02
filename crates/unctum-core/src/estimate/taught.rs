//! What one evening says of the things that outlast it: its readings alone, with what was believed before taken out.

use crate::estimate::fit::Bench;
use crate::estimate::question::{Question, Seen};
use crate::estimate::unknowns::Lasting;
use crate::numeric::matrix::{root, solve};

/// What the readings of one evening say, as information about some values: how sharply they are seen (`precision`, a square
/// matrix, row by row), and where (`information`, the precision times the values).
#[derive(Debug, Clone, PartialEq)]
pub struct Taught {
    /// What each value is.
    pub of: Vec<Lasting>,
    /// How sharply they are seen.
    pub precision: Vec<f64>,
    /// Where they are seen.
    pub information: Vec<f64>,
    /// How probably the last reading is sound; none without one.
    pub last_sound: Option<f64>,
    /// Looks at a string, how far each lies from the most likely pan, as a logarithm.
    pub looks_off: Vec<f64>,
}

/// What the readings of a question teach; none where nothing was read.
///
/// Costs some 2 ms (docs/performance.md).
#[must_use]
pub fn taught(q: &Question<'_>) -> Option<Taught> {
    let bench = Bench::of(q);
    if bench.readings.is_empty() {
        return None;
    }
    let fit = bench.fit();
    let n = fit.z.len();
    let lasting = bench.unknowns.lasting();
    let k = lasting.len();
    // What is known of these alone, whatever the others are.
    let mut covariance = vec![0.0; k * k];
    for (column, (_, place, _)) in lasting.iter().enumerate() {
        let mut unit = vec![0.0; n];
        unit[*place] = 1.0;
        let through = solve(&fit.root, &unit);
        for (row, (_, place, _)) in lasting.iter().enumerate() {
            covariance[row * k + column] = through[*place];
        }
    }
    let l = root(&covariance, k);
    let middle: Vec<f64> = lasting.iter().map(|(_, place, _)| fit.z[*place]).collect();
    let towards = solve(&l, &middle);
    let mut precision = vec![0.0; k * k];
    for column in 0..k {
        let mut unit = vec![0.0; k];
        unit[column] = 1.0;
        for (row, value) in solve(&l, &unit).into_iter().enumerate() {
            let before = f64::from(u8::from(row == column));
            precision[row * k + column] = (value - before) / (lasting[row].2.sd * lasting[column].2.sd);
        }
    }
    let information = (0..k).map(|row| {
        let told: f64 =
            lasting.iter().enumerate().map(|(i, (_, _, n))| precision[row * k + i] * n.mean).sum();
        towards[row] / lasting[row].2.sd + told
    });
    let (pan, path) = bench.follow(&fit.z);
    let sights = bench.sights(&pan, &path);
    let strings = bench.readings.iter().zip(&sights);
    let looks_off = strings.filter_map(|((_, seen), sight)| match seen {
        Seen::String { length_cm } => Some(length_cm.max(0.05).ln() - sight.value),
        _ => None,
    });
    Some(Taught {
        of: lasting.iter().map(|(what, _, _)| *what).collect(),
        information: information.collect(),
        precision,
        last_sound: fit.last_sound,
        looks_off: looks_off.collect(),
    })
}
