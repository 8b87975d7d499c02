//! An amount as her hand can measure it: cups in kitchen fractions, "less a spoonful", spoons, pieces; what is too
//! little for that in pinches, drops, strands, specks. Nothing is told as more than a tenth above what is wanted: what is
//! a speck in one sweet is a spoonful too much in no sweet.

use serde::{Deserialize, Serialize};

use crate::food::ingredient::{Ingredient, ShelfKind};
use crate::food::measure::{PINCH_ML, SCALE_TELLS_G, Unit, to_grams};
use crate::kitchen::Measure;
use crate::numeric::Spread;

/// The fractions a hand can fill a cup to.
const FRACTIONS: [f64; 6] = [0.0, 0.25, 1.0 / 3.0, 0.5, 2.0 / 3.0, 0.75];
/// More pieces than this are not counted out.
const MOST_PIECES: f64 = 12.0;
/// Nothing is told as more than this share of what is wanted.
const MOST_OVER: f64 = 1.1;
/// Nor as less, where there is another way.
const MOST_UNDER: f64 = 0.88;
/// Pieces as light as this, g, are told by the dozen, and of the largest of them a half.
const TINY_PIECE_G: f64 = 0.05;
/// More of those than this are not counted out; from a score on they go by fives.
const MOST_TINY: f64 = 60.0;
/// What is smaller than any spoon: its name, what it holds, ml, the spread of the hand, ml, and how many are told at
/// most. Of dry things a pinch between two fingers, what the tip of a knife lifts, a speck as large as a mustard seed.
const DRY: [(&str, f64, f64, f64); 3] = [
    ("pinch", PINCH_ML.0, PINCH_ML.1, 5.0),
    ("tip of a knife", 0.1, 0.03, 2.0),
    ("speck", 0.01, 0.004, 12.0),
];
/// Of what is liquid a drop.
const LIQUID: [(&str, f64, f64, f64); 1] = [("drop", 0.05, 0.012, 24.0)];
/// Each of them that is counted out costs so much of the amount.
const SMALL_COSTS: f64 = 0.005;
/// Share of the amount that a second measure has to save to be worth taking up.
const SECOND_COSTS: f64 = 0.025;
/// And every spoonful of it.
const SPOONFUL_COSTS: f64 = 0.015;
/// Taking out is more trouble than putting in, and a part of a cup with spoons more than whole cups with them.
const LESS_COSTS: f64 = 0.008;
const PART_AND_COSTS: f64 = 0.02;
/// The same for every spoonful after the fourth.
const COUNTING_COSTS: f64 = 0.05;
/// A spoon as it comes with every kitchen: its name, what it holds, ml, and the spread of the hand, ml.
const SPOONS: [(&str, f64, f64); 2] = [("tablespoon", 15.0, 1.5), ("teaspoon", 5.0, 0.6)];

/// An amount as her hand can measure it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Measured {
    /// How many: cups in quarters and thirds, spoons in halves, whole pieces.
    pub count: f64,
    /// Of what: the name of her measure, or the kind of piece.
    pub of: String,
    /// A few spoons more or less.
    #[serde(default)]
    pub then: Option<Spoonful>,
    /// State it is measured in, where it matters.
    pub state: Option<String>,
    /// What that comes to, g.
    #[serde(alias = "mass")]
    pub mass_g: Spread,
    /// Whether it is so little that a kitchen scale hardly tells it: then the hand comes first for everyone.
    #[serde(default)]
    pub beyond_scale: bool,
}

/// Spoons on top of a cup, or taken out of it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Spoonful {
    /// Whether they are taken out.
    pub less: bool,
    /// How many.
    pub count: f64,
    /// Name of the spoon.
    pub of: String,
}

/// A cup as it is taken where there is none: its name, what it holds, ml, and the spread of the hand, ml.
const USUAL_CUP: (&str, f64, f64) = ("Cup of 240 ml", 240.0, 8.0);
/// Beside the cup that was chosen, only what holds less than this share of it is of use.
const SMALLER_SHARE: f64 = 0.3;

/// The measures she uses: the cup that was chosen with all smaller ones, or all of them; the usual cup in a
/// kitchen without any. Spoons come with every kitchen: [`with_spoons`].
#[must_use]
pub fn measures_used(all: &[Measure], chosen: Option<&Measure>) -> Vec<Measure> {
    let mut used = all.to_vec();
    if let Some(cup) = chosen {
        used.retain(|m| m.volume_ml < SMALLER_SHARE * cup.volume_ml);
        used.insert(0, cup.clone());
    } else if !used.iter().any(Measure::is_cup) {
        let (name, volume_ml, volume_sd_ml) = USUAL_CUP;
        used.push(Measure { name: name.to_owned(), volume_ml, volume_sd_ml });
    }
    used
}

/// Her measures with the two spoons that come with every kitchen, largest first. A spoon of her own of
/// about that size takes the place of the usual one.
#[must_use]
pub fn with_spoons(measures: &[Measure]) -> Vec<Measure> {
    let mut all = measures.to_vec();
    for (name, volume_ml, volume_sd_ml) in SPOONS {
        if !measures.iter().any(|m| (0.7..1.4).contains(&(m.volume_ml / volume_ml))) {
            all.push(Measure { name: name.to_owned(), volume_ml, volume_sd_ml });
        }
    }
    all.sort_by(|a, b| b.volume_ml.total_cmp(&a.volume_ml).then(a.name.cmp(&b.name)));
    all
}

/// A way to measure a volume: so many of one, and perhaps of a smaller one.
struct Way<'a> {
    count: f64,
    of: &'a Measure,
    then: Option<(bool, f64, &'a Measure)>,
    cost: f64,
}

impl<'a> Way<'a> {
    fn plain(count: f64, of: &'a Measure, cost: f64) -> Self {
        Self { count, of, then: None, cost }
    }

    fn volume_ml(&self) -> f64 {
        let then = self.then.map_or(0.0, |(less, n, m)| if less { -n } else { n } * m.volume_ml);
        self.count * self.of.volume_ml + then
    }
}

/// Fills of a cup that come near `cups`.
fn fills(cups: f64) -> impl Iterator<Item = f64> {
    let whole = cups.floor();
    let parts = FRACTIONS.into_iter().map(move |f| whole + f).chain([whole + 1.0]);
    parts.filter(move |n| *n > 0.2 && (n - cups).abs() < 0.26)
}

/// Spoons that come near `spoons`, and the next fewer: halves, of a teaspoon quarters too.
fn spoonfuls(spoons: f64, volume_ml: f64) -> [f64; 2] {
    let step = if volume_ml < 8.0 && spoons < 0.9 { 0.25 } else { 0.5 };
    [((spoons / step).round() * step).max(step), ((spoons / step).floor() * step).max(step)]
}

/// How many of something small come near `count`, at most `most`, and the next fewer.
fn small_counts(count: f64, most: f64) -> impl Iterator<Item = f64> {
    [count.round(), count.floor()].into_iter().filter(move |n| (1.0..=most).contains(n))
}

/// What is smaller than a spoon, with how many of each are told at most; nothing for what neither drops nor crumbles.
fn small_measures(ingredient: &Ingredient) -> Vec<(Measure, f64)> {
    let named = |(name, volume_ml, volume_sd_ml, most): (&str, f64, f64, f64)| {
        (Measure { name: name.to_owned(), volume_ml, volume_sd_ml }, most)
    };
    match ingredient.usual_state.as_str() {
        "liquid" => LIQUID.map(named).to_vec(),
        _ if ingredient.shelf == ShelfKind::Fat => Vec::new(),
        _ => DRY.map(named).to_vec(),
    }
}

/// The way that comes nearest without being too much, of cups, spoons, and what is smaller.
fn best_way<'a>(volume_ml: f64, all: &'a [Measure], small: &'a [(Measure, f64)]) -> Option<Way<'a>> {
    let cup = all.iter().find(|m| m.is_cup() && volume_ml >= 0.22 * m.volume_ml);
    let spoons = || all.iter().filter(|m| !m.is_cup());
    let mut ways: Vec<Way<'a>> = Vec::new();
    if let Some(of) = cup {
        for count in fills(volume_ml / of.volume_ml) {
            ways.push(Way::plain(count, of, 0.0));
            let rest_ml = volume_ml - count * of.volume_ml;
            for m in spoons() {
                for n in spoonfuls(rest_ml.abs() / m.volume_ml, m.volume_ml) {
                    if (0.5..=3.0).contains(&n) {
                        let less = if rest_ml < 0.0 { LESS_COSTS } else { 0.0 };
                        let part = if count.fract() > 1e-6 { PART_AND_COSTS } else { 0.0 };
                        let cost = SECOND_COSTS + SPOONFUL_COSTS * n + less + part;
                        ways.push(Way { count, of, then: Some((rest_ml < 0.0, n, m)), cost });
                    }
                }
            }
        }
    }
    for of in spoons() {
        for count in spoonfuls(volume_ml / of.volume_ml, of.volume_ml) {
            let cost = COUNTING_COSTS * (count - 4.0).max(0.0);
            ways.push(Way::plain(count, of, cost));
            // A spoonful, and what is missing in pinches or drops.
            let rest_ml = volume_ml - count * of.volume_ml;
            if let Some((fine, most)) = small.first().filter(|_| rest_ml > 0.0 && count <= 2.0) {
                for n in small_counts(rest_ml / fine.volume_ml, *most) {
                    let cost = cost + SECOND_COSTS + SMALL_COSTS * n;
                    ways.push(Way { count, of, then: Some((false, n, fine)), cost });
                }
            }
        }
    }
    for (of, most) in small {
        let count = volume_ml / of.volume_ml;
        ways.extend(small_counts(count, *most).map(|n| Way::plain(n, of, SMALL_COSTS * n)));
    }
    let off = |w: &Way<'_>| (w.volume_ml() / volume_ml - 1.0).abs() + w.cost;
    ways.retain(|w| w.volume_ml() <= MOST_OVER * volume_ml);
    ways.into_iter().min_by(|a, b| off(a).total_cmp(&off(b)))
}

/// How many pieces of `piece_g` each make `mass_g`, if they are counted out: up to a dozen; tiny ones further, by fives,
/// and in halves. Nothing where that comes to too much or to much too little.
fn counted(mass_g: f64, piece_g: f64) -> Option<f64> {
    let tiny = piece_g < TINY_PIECE_G;
    let count = mass_g / piece_g;
    let step = match count {
        _ if !tiny => 1.0,
        c if c < 3.0 => 0.5,
        c if c < 20.0 => 1.0,
        _ => 5.0,
    };
    let most = if tiny { MOST_TINY } else { MOST_PIECES };
    let least = if tiny { 0.5 } else { 1.0 };
    let told = [(count / step).round() * step, (count / step).floor() * step];
    told.into_iter().find(|n| {
        let share = n * piece_g / mass_g;
        (least..=most).contains(n) && share <= MOST_OVER && (tiny || share >= MOST_UNDER)
    })
}

/// The way to measure `mass_g` with what she has: pieces where a few of them make it; else cups in kitchen
/// fractions, with a spoonful more or less where that comes closer; else spoons, and pinches or drops; what no spoon
/// holds in pinches, on the tip of a knife, in specks or drops. Never more than a tenth above what is wanted. Nothing for
/// what is less than all of these: then only its grams are told.
///
/// ```
/// use unctum_core::food::by_hand::in_measures;
/// use unctum_core::food::Ingredient;
/// use unctum_core::kitchen::Measure;
/// # fn told(sugar: &Ingredient) {
/// let katori = Measure { name: "Katori".into(), volume_ml: 180.0, volume_sd_ml: 4.0 };
/// let measured = in_measures(sugar, 260.0, None, &[katori]);
/// assert!(measured.is_some_and(|m| m.of == "Katori"));
/// # }
/// ```
#[must_use]
pub fn in_measures(
    ingredient: &Ingredient,
    mass_g: f64,
    state: Option<&str>,
    measures: &[Measure],
) -> Option<Measured> {
    if mass_g <= 0.0 {
        return None;
    }
    let state = state.filter(|s| ingredient.densities.contains_key(*s));
    let said = state.or(Some(&ingredient.usual_state)).filter(|s| !matches!(*s, "level" | "liquid"));
    let beyond_scale = mass_g < SCALE_TELLS_G;
    let one = |count: f64, unit: &Unit, of: &str, said: Option<&str>| {
        let mass_g = to_grams(ingredient, count, unit, state).ok()?;
        let state = said.map(str::to_owned);
        Some(Measured { count, of: of.to_owned(), then: None, state, mass_g, beyond_scale })
    };
    // Sugar is poured, not counted.
    let pieces = ingredient.pieces.iter().filter(|_| ingredient.shelf != ShelfKind::Sugar);
    if let Some((count, piece)) =
        pieces.into_iter().find_map(|(key, p)| Some((counted(mass_g, p.mass_g)?, key)))
    {
        return one(count, &Unit::Piece { piece: piece.clone() }, piece, None);
    }
    let volume_ml = mass_g / ingredient.density(state).ok()?.g_per_ml;
    let (all, small) = (with_spoons(measures), small_measures(ingredient));
    let way = best_way(volume_ml, &all, &small)?;
    let unit = |m: &Measure| Unit::Volume {
        volume_ml: m.volume_ml,
        volume_sd_ml: m.volume_sd_ml.min(m.volume_ml),
        heaped: false,
    };
    // What is taken with the fingers is neither level nor sifted.
    let fingers = small.iter().any(|(m, _)| m.name == way.of.name);
    let mut told = one(way.count, &unit(way.of), &way.of.name, said.filter(|_| !fingers))?;
    if let Some((less, count, spoon)) = way.then {
        let sign = if less { -1.0 } else { 1.0 };
        let extra = to_grams(ingredient, count, &unit(spoon), state).ok()?;
        let mid = told.mass_g.mid + sign * extra.mid;
        // One hand errs alike with both.
        let reach_g = (told.mass_g.high - told.mass_g.mid).hypot(extra.high - extra.mid);
        told.mass_g = Spread { low: (mid - reach_g).max(0.0), mid, high: mid + reach_g };
        told.then = Some(Spoonful { less, count, of: spoon.name.clone() });
    }
    Some(told)
}
