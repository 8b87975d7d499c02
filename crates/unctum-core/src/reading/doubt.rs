//! Amounts that look wrong: asked about, never swallowed.

use std::collections::BTreeMap;

use serde::Serialize;

use crate::error::Result;
use crate::food::Larder;
use crate::food::measure::dose_words;
use crate::process::{Line, Method};
use crate::reading::line::{Amount, Joined, Known, ReadLine};

/// How far weight and volume may be apart before they are doubted.
const APART: f64 = 0.2;
/// How far beyond the catalogue's own range an amount may lie.
const BEYOND: f64 = 2.0;

/// Why an amount is doubted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum DoubtKind {
    /// Its weight and its volume disagree by more than a fifth.
    WeightAgainstVolume,
    /// Its number reads two ways.
    TwoReadings,
    /// Its unit is not known.
    UnknownUnit,
    /// It has no amount.
    MissingAmount,
    /// It is far outside what the catalogue uses.
    FarOutside,
    /// The ingredient is not known.
    UnknownIngredient,
}

/// One way an amount can be read.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Way {
    /// How it is read.
    pub words: String,
    /// What that comes to, g.
    pub mass_g: f64,
    /// Share of the whole it would be, 0–1.
    pub share_frac: f64,
}

/// A doubt about an amount.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Doubt {
    /// The line, counted from 0.
    pub line: usize,
    /// Why.
    pub kind: DoubtKind,
    /// What to ask.
    pub words: String,
    /// The ways it can be read.
    pub ways: Vec<Way>,
    /// The ingredients it may be, the likeliest first.
    pub maybe: Vec<String>,
}

/// The mass that a line most likely means, g; none if it is unknown.
#[must_use]
pub fn likely_g(line: &ReadLine, larder: &Larder) -> Option<f64> {
    let first =
        |is: &dyn Fn(&Amount) -> bool| line.amounts.iter().position(|a| a.joined == Joined::Alone && is(a));
    let i = first(&|a| matches!(a.unit, Some(Known::Mass(_)))).or_else(|| first(&|a| a.unit.is_some()))?;
    line.joined_mass(i, line.amounts.get(i)?.count, larder).map(|m| m.mid).filter(|g| *g > 0.0)
}

/// How many packs of what is measured a line may speak of: “2 packets (200 g)”.
const PACKS: std::ops::RangeInclusive<f64> = 1.5..=24.0;

/// A number without a known measure before one that has it: how many of them are meant?
fn packs(line: &ReadLine) -> Option<(f64, &str)> {
    line.amounts.iter().find(|a| a.unit.is_some())?;
    let pack = line.amounts.iter().take_while(|a| a.unit.is_none()).find(|a| PACKS.contains(&a.count))?;
    Some((pack.count, &pack.unit_word))
}

/// Doubts about the lines of a text. `ranges` gives for each ingredient the least and the largest share
/// of a batch that the catalogue uses.
#[must_use]
pub fn doubts_of_lines(
    lines: &[ReadLine],
    larder: &Larder,
    ranges: &BTreeMap<String, (f64, f64)>,
) -> Vec<Doubt> {
    let likely: Vec<Option<f64>> = lines.iter().map(|l| likely_g(l, larder)).collect();
    let whole_g: f64 = likely.iter().flatten().sum();
    let share_in = |likely: Option<f64>, mass_g: f64| {
        let rest_g = whole_g - likely.unwrap_or(0.0);
        if rest_g + mass_g > 0.0 { mass_g / (rest_g + mass_g) } else { 0.0 }
    };
    let mut doubts = Vec::new();
    for (i, (line, likely)) in lines.iter().zip(&likely).enumerate() {
        let way = |words: String, mass_g: f64| Way { words, mass_g, share_frac: share_in(*likely, mass_g) };
        if line.ingredient.is_none() {
            let words = format!("“{}”: which ingredient is that?", line.text.trim());
            let (kind, maybe) = (DoubtKind::UnknownIngredient, line.maybe.clone());
            doubts.push(Doubt { line: i, kind, words, ways: vec![], maybe });
            continue;
        }
        let mut doubt = |kind, words, ways| doubts.push(Doubt { line: i, kind, words, ways, maybe: vec![] });
        if line.amounts.is_empty() {
            let words = format!("“{}” has no amount. It stays unknown until you say one.", line.text.trim());
            doubt(DoubtKind::MissingAmount, words, vec![]);
            continue;
        }
        let mut known = false;
        for (at, amount) in line.amounts.iter().enumerate() {
            let Some(mass) = line.joined_mass(at, amount.count, larder) else { continue };
            known = true;
            if let Some(other) = amount.other_count.and_then(|c| Some((c, line.joined_mass(at, c, larder)?)))
            {
                let mut readings = [(amount.count, mass.mid), (other.0, other.1.mid)];
                readings.sort_by(|a, b| a.0.total_cmp(&b.0));
                let ways = readings
                    .map(|(count, mass_g)| way(format!("{} {}", tidy(count), amount.unit_word), mass_g));
                let words = format!("“{}” reads two ways. Which one is meant?", line.text.trim());
                doubt(DoubtKind::TwoReadings, words, ways.to_vec());
            }
        }
        if !known || likely.is_none() {
            let odd = line.amounts.iter().find(|a| a.unit.is_none()).map_or("", |a| &a.unit_word);
            let words = match (odd, line.text.trim()) {
                ("", text) => format!("“{text}”: so much of what? How many grams is it?"),
                (odd, text) => format!("“{text}”: “{odd}” is no measure known here. How many grams is it?"),
            };
            doubt(DoubtKind::UnknownUnit, words, vec![]);
            continue;
        }
        if let (Some((count, word)), Some(mass_g)) = (packs(line), *likely) {
            let text = line.text.trim();
            let words =
                format!("“{text}”: is that all of it, or is there so much in each of the {}?", tidy(count));
            let each = format!("{} {word}, so much in each", tidy(count));
            doubt(
                DoubtKind::TwoReadings,
                words,
                vec![way("all of it".into(), mass_g), way(each, count * mass_g)],
            );
        }
        let first = |is: fn(&Known) -> bool| {
            let alone = |a: &Amount| a.joined == Joined::Alone && a.unit.as_ref().is_some_and(is);
            line.amounts.iter().enumerate().find(|(_, a)| alone(a))
        };
        let weight = first(|unit| matches!(unit, Known::Mass(_)));
        let volume = first(|unit| matches!(unit, Known::Volume(_) | Known::Piece(_)));
        if let (Some((w, w_is)), Some((v, v_is))) = (weight, volume)
            && let (Some(by_weight), Some(by_volume)) =
                (line.joined_mass(w, w_is.count, larder), line.joined_mass(v, v_is.count, larder))
        {
            let (a, b) = (by_weight.mid, by_volume.mid);
            if (a - b).abs() > APART * a.max(b) {
                let ways = vec![
                    way(format!("{} {} by weight", tidy(w_is.count), w_is.unit_word), a),
                    way(format!("{} {} by volume", tidy(v_is.count), v_is.unit_word), b),
                ];
                let words = format!(
                    "“{}”: the weight says {a:.0} g, the measure {b:.0} g. Which one holds?",
                    line.text.trim()
                );
                doubt(DoubtKind::WeightAgainstVolume, words, ways);
                continue;
            }
        }
        let range = line.ingredient.as_ref().and_then(|k| ranges.get(k));
        if let (Some(mass_g), Some(range)) = (*likely, range)
            && lines.len() > 2
            && let Some((words, ways)) = far_outside(line.text.trim(), mass_g, whole_g, *range)
        {
            doubt(DoubtKind::FarOutside, words, ways);
        }
    }
    doubts
}

/// Asks about an amount whose share of the whole is far outside the range that the catalogue uses.
fn far_outside(text: &str, mass_g: f64, whole_g: f64, (low, high): (f64, f64)) -> Option<(String, Vec<Way>)> {
    if whole_g <= 0.0 {
        return None;
    }
    let (share, rest_g) = (mass_g / whole_g, whole_g - mass_g);
    if share <= BEYOND * high && share >= low / (2.0 * BEYOND) {
        return None;
    }
    let usual = f64::midpoint(low, high);
    let usual_g = rest_g * usual / (1.0 - usual).max(0.05);
    let way = |words: &str, mass_g: f64| Way {
        words: words.to_owned(),
        mass_g,
        share_frac: mass_g / (rest_g + mass_g).max(1e-9),
    };
    let words = format!(
        "“{text}” is {} of the whole; the catalogue uses {} to {}. Is it right?",
        percent(share),
        percent(low),
        percent(high)
    );
    Some((words, vec![way("as it is written", mass_g), way("as the catalogue would", usual_g)]))
}

/// Doubts about the amounts of a method: those far outside what the catalogue uses. `line` counts the
/// lines of [`Method::lines`].
///
/// # Errors
/// [`crate::CoreError::Unknown`] for an ingredient.
pub fn doubts_of_method(
    method: &Method,
    larder: &Larder,
    ranges: &BTreeMap<String, (f64, f64)>,
) -> Result<Vec<Doubt>> {
    let lines = method.lines(larder)?;
    let whole_g: f64 = lines.iter().map(|l| l.mass_g).sum();
    let doubt = |(i, line): (usize, &Line)| {
        let text = format!("{} {}", dose_words(line.mass_g), line.name);
        let (words, ways) = far_outside(&text, line.mass_g, whole_g, *ranges.get(&line.ingredient)?)?;
        Some(Doubt { line: i, kind: DoubtKind::FarOutside, words, ways, maybe: Vec::new() })
    };
    Ok(lines.iter().enumerate().filter_map(doubt).collect())
}

fn percent(share: f64) -> String {
    if share < 0.01 { format!("{:.2} %", 100.0 * share) } else { format!("{:.0} %", 100.0 * share) }
}

fn tidy(count: f64) -> String {
    let text = format!("{count:.2}");
    text.trim_end_matches('0').trim_end_matches('.').to_owned()
}
