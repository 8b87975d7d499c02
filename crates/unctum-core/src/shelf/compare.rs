//! Two methods side by side, step by step and number by number; never averaged.

use serde::Serialize;

use crate::formula::Formula;
use crate::process::{Method, StepKind};

/// One number of each.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NumberPair {
    /// What it is.
    pub what: &'static str,
    /// Its unit: `g`, `min`, `share`, `days`, `pieces`, `level`, `steps`.
    pub unit: &'static str,
    /// Of the first method; none where it has none.
    pub left: Option<f64>,
    /// Of the second.
    pub right: Option<f64>,
}

/// Steps that answer to each other; one side is empty where the other method has nothing like it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StepPair {
    /// Key of the step of the first method.
    pub left: Option<String>,
    /// Key of the step of the second.
    pub right: Option<String>,
}

/// Two methods side by side.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Comparison {
    /// Number by number.
    pub numbers: Vec<NumberPair>,
    /// Step by step.
    pub steps: Vec<StepPair>,
    /// Ingredients that only the first has.
    pub only_left: Vec<String>,
    /// Ingredients that only the second has.
    pub only_right: Vec<String>,
}

/// Longest run of steps of the same kind in the same order, the rest put between.
fn aligned(left: &Method, right: &Method) -> Vec<StepPair> {
    let kinds = |m: &Method| m.steps.iter().map(|s| s.kind).collect::<Vec<StepKind>>();
    let (a, b) = (kinds(left), kinds(right));
    // longest[i][j]: length of the longest common run of a[i..] and b[j..].
    let mut longest = vec![vec![0_usize; b.len() + 1]; a.len() + 1];
    for i in (0..a.len()).rev() {
        for j in (0..b.len()).rev() {
            longest[i][j] = if a[i] == b[j] {
                1 + longest[i + 1][j + 1]
            } else {
                longest[i + 1][j].max(longest[i][j + 1])
            };
        }
    }
    let (mut i, mut j) = (0, 0);
    let mut pairs = Vec::new();
    let key = |m: &Method, i: usize| m.steps.get(i).map(|s| s.key.clone());
    while i < a.len() || j < b.len() {
        let both = i < a.len() && j < b.len();
        let (take_left, take_right) = if both && a[i] == b[j] {
            (true, true)
        } else if j >= b.len() || (both && longest[i + 1][j] >= longest[i][j + 1]) {
            (true, false)
        } else {
            (false, true)
        };
        pairs.push(StepPair {
            left: key(left, i).filter(|_| take_left),
            right: key(right, j).filter(|_| take_right),
        });
        i += usize::from(take_left);
        j += usize::from(take_right);
    }
    pairs
}

/// Puts two methods with their formulas side by side.
#[must_use]
pub fn compare(left: (&Method, &Formula), right: (&Method, &Formula)) -> Comparison {
    let (l, r) = (left.1, right.1);
    let pair = |what, unit, of: fn(&Method, &Formula) -> Option<f64>| NumberPair {
        what,
        unit,
        left: of(left.0, l),
        right: of(right.0, r),
    };
    let strength = |f: &Formula| f.steps.iter().find_map(|s| s.end_frac);
    let names = |f: &Formula, not: &Formula| {
        f.lines
            .iter()
            .filter(|l| not.lines.iter().all(|n| n.ingredient != l.ingredient))
            .map(|l| l.name.clone())
            .collect()
    };
    Comparison {
        numbers: vec![
            pair("Finished", "g", |_, f| Some(f.finished_g)),
            pair("Pieces", "pieces", |_, f| f.pieces.count),
            pair("From start to end", "min", |_, f| Some(f.times.total_min.mid)),
            pair("Hands on it", "min", |_, f| Some(f.times.hands_min)),
            NumberPair {
                what: "Strength of the syrup",
                unit: "share",
                left: strength(l),
                right: strength(r),
            },
            pair("Water boiled off", "g", |_, f| Some(f.evaporated_g)),
            pair("Water in the sweet", "share", |_, f| Some(f.composition.water_frac)),
            pair("Sugars in the sweet", "share", |_, f| Some(f.composition.sugars_frac())),
            pair("Fat in the sweet", "share", |_, f| Some(f.composition.fat_frac)),
            pair("Keeps in the room", "days", |m, _| Some(m.keeping.room_days)),
            pair("Keeps in the cold", "days", |m, _| Some(m.keeping.cold_days)),
            pair("How hard", "level", |m, _| Some(f64::from(m.level))),
            pair("Steps", "steps", |m, _| Some(m.steps.len() as f64)),
        ],
        steps: aligned(left.0, right.0),
        only_left: names(l, r),
        only_right: names(r, l),
    }
}
