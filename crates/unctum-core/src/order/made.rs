//! A batch of some days, made: what it is, whose, by when, in which pan.

use crate::day::ResourceId;
use crate::formula::Formula;
use crate::order::gather::{Wanted, spares};
use crate::order::plan::DayChoice;
use crate::start::{Made, StartAsk};

/// A batch of some days.
#[derive(Debug, Clone)]
pub struct DayMade {
    /// Its key among these days: `cashew-sheet.1`.
    pub key: String,
    /// What it is called, with its number where there are several.
    pub title: String,
    /// The same question for the stove.
    pub ask: StartAsk,
    /// It, made.
    pub made: Made,
    /// Everything that follows.
    pub formula: Formula,
    /// Whose it is; empty for what is made for other batches.
    pub wanted: Vec<Wanted>,
    /// Of so many batches of the same.
    pub of: u32,
    /// Ready by, min.
    pub due_min: i32,
    /// Ready no earlier, min.
    pub no_earlier_min: i32,
    /// Pan and ring.
    pub choice: DayChoice,
    /// Trays that it is laid in, and how many of each size; none for what lies in no tray.
    pub trays: Vec<(ResourceId, i32)>,
    /// The first of the batches of the same: what was chosen for that holds for all.
    pub alike: Option<String>,
    /// The ingredient that it makes for other batches, with how much of it they take together, g.
    pub makes: Option<(String, f64)>,
}

/// Pieces of a sweet as they were asked for, and as they are made; they add up.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct PieceCount {
    /// Asked for.
    pub asked: u32,
    /// More, because some break.
    pub spare: u32,
    /// To taste.
    pub tasting: u32,
    /// All of them.
    pub made: u32,
}

/// Pieces of what is made together, if it is counted.
#[must_use]
pub fn piece_count(wanted: &[Wanted], spare_frac: f64, tasting: bool) -> Option<PieceCount> {
    let asked: Option<u32> = wanted.iter().map(|w| w.amount.pieces()).sum();
    asked.map(|asked| {
        let (spare, tasting) = (spares(asked, spare_frac), u32::from(tasting));
        PieceCount { asked, spare, tasting, made: asked + spare + tasting }
    })
}
