//! Two batches beside each other: the way of each, and what was different.

use serde::Serialize;

use crate::cook::Followed;
use crate::review::boiled::BoilWay;
use crate::review::steps_told::StepTold;
use crate::review::verdict::{Texture, Verdict};

/// Points of a drawn way.
const POINTS: usize = 48;
/// Numbers that differ by less than this share are the same.
const SAME_FRAC: f64 = 0.05;

/// A step on the ribbon of a batch.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RibbonStep {
    /// Key of the step.
    pub step: String,
    /// What it is.
    pub title: String,
    /// From, after the start, min.
    pub from_min: f64,
    /// To.
    pub to_min: f64,
    /// Whether something stands on a flame.
    pub on_flame: bool,
}

/// One batch as it is drawn.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BatchTrack {
    /// What it is called.
    pub title: String,
    /// When it was started, ms since 1970.
    pub started_ms: i64,
    /// Its steps along its minutes.
    pub ribbon: Vec<RibbonStep>,
    /// The way of its syrup; none where none was boiled.
    pub boil: Option<BoilWay>,
    /// What is dissolved in the syrup, g.
    pub dissolved_g: Option<f64>,
}

/// Something in which two batches differ, or not.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BatchDifference {
    /// What.
    pub what: String,
    /// Of the first.
    pub first: String,
    /// Of the second.
    pub second: String,
    /// Whether they differ.
    pub differs: bool,
}

/// Two batches beside each other.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BatchComparison {
    /// The first.
    pub first: BatchTrack,
    /// The second.
    pub second: BatchTrack,
    /// What is told of both, what differs at the head.
    pub differences: Vec<BatchDifference>,
}

/// A batch as it is drawn.
#[must_use]
pub fn track(batch: &Followed) -> BatchTrack {
    let started_ms = batch.started_ms();
    let min = |ms: i64| (ms - started_ms) as f64 / 60_000.0;
    let step = |r: &crate::review::runs_made::RunMade<'_>| RibbonStep {
        step: r.step.key.clone(),
        title: r.step.title.clone(),
        from_min: min(r.began_ms),
        to_min: min(r.ended_ms),
        on_flame: r.step.on_flame(),
    };
    BatchTrack {
        title: batch.setup().title.clone(),
        started_ms,
        ribbon: batch.runs_made().iter().map(step).collect(),
        boil: batch.boil_way(POINTS),
        dissolved_g: batch.setup().syrup.map(|s| s.charge.dissolved_g()),
    }
}

fn texture_words(texture: Texture) -> &'static str {
    match texture {
        Texture::TooSoft => "too soft",
        Texture::Right => "right",
        Texture::TooFirm => "too firm",
        Texture::Crumbly => "crumbly",
        Texture::Grainy => "grainy",
    }
}

/// What one batch says of itself under a heading.
type Row = (String, Option<String>, Option<f64>);

fn rows(batch: &Followed, verdict: Option<&Verdict>) -> Vec<Row> {
    let (setup, summary) = (batch.setup(), batch.summary());
    let figure = |what: &str, value: Option<f64>, decimals: usize, unit: &str| {
        (what.to_owned(), value.map(|v| format!("{v:.decimals$} {unit}")), value)
    };
    let word = |what: &str, value: Option<String>| (what.to_owned(), value, None);
    let mut rows = vec![
        word("How it felt", verdict.map(|v| texture_words(v.texture).to_owned())),
        word("Pan", Some(setup.pan.name.clone())),
        word("Ring", Some(setup.ring.name.clone())),
        word("Changes", (!setup.chosen.changes.is_empty()).then(|| setup.chosen.changes.join(", "))),
        figure("Strength it landed at", batch.made_frac().map(|f| 100.0 * f), 1, "%"),
        figure("Strength aimed for", summary.target_solids_frac.map(|f| 100.0 * f), 1, "%"),
        figure("Heat on to off", summary.real_min, 1, "min"),
        figure("Water poured back", (summary.water_added_g > 0.0).then_some(summary.water_added_g), 0, "g"),
        figure("Good pieces", verdict.and_then(|v| v.pieces).map(f64::from), 0, ""),
        figure("Finished weight", verdict.and_then(|v| v.finished_g), 0, "g"),
    ];
    rows.extend(setup.lines.iter().map(|l| figure(&l.name, Some(l.mass_g), 0, "g")));
    let minutes =
        |s: StepTold| (format!("“{}”", s.title), s.real_min.map(|m| format!("{m:.1} min")), s.real_min);
    rows.extend(batch.steps_told().into_iter().map(minutes));
    rows
}

/// Compares two batches.
#[must_use]
pub fn compare(
    (first, first_verdict): (&Followed, Option<&Verdict>),
    (second, second_verdict): (&Followed, Option<&Verdict>),
) -> BatchComparison {
    let (a, b) = (rows(first, first_verdict), rows(second, second_verdict));
    let nothing = || "–".to_owned();
    let beside = |row: &Row| {
        let other = b.iter().find(|r| r.0 == row.0);
        let (mine, hers) = (row.1.clone(), other.and_then(|r| r.1.clone()));
        if mine.is_none() && hers.is_none() {
            return None;
        }
        let differs = match (row.2, other.and_then(|r| r.2)) {
            (Some(x), Some(y)) => (x - y).abs() > SAME_FRAC * x.abs().max(y.abs()),
            _ => mine != hers,
        };
        Some(BatchDifference {
            what: row.0.clone(),
            first: mine.unwrap_or_else(nothing),
            second: hers.unwrap_or_else(nothing),
            differs,
        })
    };
    let mut differences: Vec<BatchDifference> = a.iter().filter_map(beside).collect();
    let only_second = b.iter().filter(|r| r.1.is_some() && !a.iter().any(|x| x.0 == r.0));
    differences.extend(only_second.map(|r| BatchDifference {
        what: r.0.clone(),
        first: nothing(),
        second: r.1.clone().unwrap_or_default(),
        differs: true,
    }));
    differences.sort_by_key(|d| !d.differs);
    BatchComparison { first: track(first), second: track(second), differences }
}
