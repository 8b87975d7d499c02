//! Reference days planned as the program plans them, and how far that is from the best that is known.

use std::fs::File;
use std::io;
use std::path::Path;

use cpu_time::ProcessTime;
use serde::Deserialize;
use unctum_core::day::{DayProblem, DayTerms, Planner, judge};

/// The best that is known of a day; nothing where it cannot be done.
#[derive(Debug, Clone, Deserialize)]
pub struct Known {
    /// Its name.
    pub name: String,
    /// How many steps it has.
    pub steps: usize,
    /// Late, min.
    pub late_min: Option<i32>,
    /// Stale, min.
    pub stale_min: Option<i32>,
    /// From the first step by hand to the last, min.
    pub span_min: Option<i32>,
}

/// How well a day was planned.
#[derive(Debug, Clone)]
pub struct DayRow {
    /// The best that is known of it.
    pub known: Known,
    /// What the plan came to; none where none was found.
    pub terms: Option<DayTerms>,
    /// Steps for which a place was sought.
    pub sought: u64,
    /// Seconds of computing that it took.
    pub cpu_s: f64,
}

impl DayRow {
    /// By how much the hands' hours are longer than in the best plan, as a share, where it is as little late and as fresh as
    /// that; none otherwise.
    #[must_use]
    pub fn span_over(&self) -> Option<f64> {
        let (known, terms) = (&self.known, self.terms?);
        let as_good = (terms.late_min, terms.stale_min) <= (known.late_min?, known.stale_min?);
        as_good.then_some(f64::from(terms.active_span_min) / f64::from(known.span_min?) - 1.0)
    }

    /// Whether it cannot be done, and none was found.
    #[must_use]
    pub fn rightly_none(&self) -> bool {
        self.known.late_min.is_none() && self.terms.is_none()
    }
}

/// The reference days of a folder, each planned with two seeds and the work of so many seconds in all.
///
/// # Errors
/// A folder or a file that cannot be read.
pub fn days(folder: &Path, seconds: f64, seed: u64) -> io::Result<Vec<DayRow>> {
    let mut known = csv::Reader::from_reader(File::open(folder.join("best_known.csv"))?);
    known.deserialize().map(|row| planned(folder, row?, seconds, seed)).collect()
}

fn planned(folder: &Path, known: Known, seconds: f64, seed: u64) -> io::Result<DayRow> {
    let problem: DayProblem =
        serde_json::from_reader(File::open(folder.join(format!("{}.json", known.name)))?)?;
    let began = ProcessTime::now();
    let mut sought = 0;
    let one = |seed: u64| {
        let mut planner = Planner::new(&problem, seed).ok()?;
        planner.improve_by(seconds / 2.0, || true);
        sought += planner.sought();
        judge(&problem, &planner.starts()).ok()
    };
    let terms = [seed, seed + 1].into_iter().filter_map(one).min();
    Ok(DayRow { known, terms, sought, cpu_s: began.elapsed().as_secs_f64() })
}
