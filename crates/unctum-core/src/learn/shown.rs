//! What was learnt, on a scale that can be drawn, and what of it is used where.

use serde::Serialize;

use crate::kitchen::{KitchenDocument, Known, Parameter};
use crate::learn::pool::{Learnt, Pooled};
use crate::learn::says::{name, says};
use crate::numeric::{Normal, Spread};
use crate::start::BatchSetup;

/// Where something that is learnt belongs.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum LearntGroup {
    /// Rings and pans.
    Hob,
    /// Thermometers and cups.
    Instruments,
    /// Her fingers and her pace.
    Hands,
    /// Her sweets.
    Sweets,
}

/// What one batch said, on the scale of the drawing.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LearntTick {
    /// Number of the batch.
    pub batch_id: i32,
    /// When it was, ms since 1970.
    pub at_ms: i64,
    /// What it said by itself.
    pub said: Spread,
    /// How much it weighs, 0–1.
    pub weight: f64,
    /// Whether its word counts.
    pub counts: bool,
}

/// Something that was learnt, as it is shown.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LearntValue {
    /// What it is of.
    pub about: Parameter,
    /// Where it belongs.
    pub group: LearntGroup,
    /// What it is called.
    pub name: String,
    /// Unit of the scale.
    pub unit: String,
    /// Decimals that are worth showing.
    pub decimals: u32,
    /// What was told or checked.
    pub before: Spread,
    /// What is known now.
    pub now: Spread,
    /// What is used, if something learnt is.
    pub used: Option<Spread>,
    /// From so many batches what is used was learnt.
    pub used_batches: u32,
    /// What each batch said, oldest first; of very many the newest.
    pub from: Vec<LearntTick>,
    /// From so many batches, those that hardly count left aside.
    pub batches: u32,
    /// What it says and what it changes, in a sentence.
    pub says: String,
    /// Whether it is worth asking whether it is to be used.
    pub offered: bool,
    /// Whether she did not want it.
    pub refused: bool,
    /// Whether what was learnt before some moment is forgotten.
    pub forgotten: bool,
}

/// So many batches are drawn one by one: more are a smear.
const MOST_TICKS: usize = 200;
/// A change smaller than this, against how exactly it is known, is not worth a question.
const WORTH: f64 = 0.8;
/// What is known so much more exactly than before is, though it changed little.
const SHARPER: f64 = 0.8;

/// Everything that was learnt, as it is shown; names of sweets by their keys.
#[must_use]
pub fn shown(learnt: &Learnt, kitchen: &KitchenDocument, sweet: impl Fn(&str) -> String) -> Vec<LearntValue> {
    let mut values: Vec<LearntValue> =
        learnt.values.iter().filter_map(|v| value(v, kitchen, &sweet)).collect();
    // What is forgotten stands there too, so that it can be remembered.
    let forgotten = kitchen.learning.forgotten.iter().filter(|f| learnt.of(&f.about).is_none());
    values.extend(forgotten.filter_map(|f| {
        let before = kitchen.told(&f.about)?;
        let nothing =
            Pooled { about: f.about.clone(), before, now: before, from: Vec::new(), with: Vec::new() };
        value(&nothing, kitchen, &sweet)
    }));
    values.sort_by(|a, b| a.group.cmp(&b.group).then(a.about.cmp(&b.about)));
    values
}

fn value(v: &Pooled, kitchen: &KitchenDocument, sweet: &impl Fn(&str) -> String) -> Option<LearntValue> {
    let scale = Scale::of(&v.about, kitchen)?;
    let known = kitchen.known(&v.about);
    let standing = known.map_or(v.before, |k| k.value);
    let moved = (v.now.mean - standing.mean).abs() > WORTH * v.now.sd.max(0.5 * standing.sd);
    let sharper = v.now.sd < SHARPER * standing.sd;
    let refused = kitchen.learning.is_refused(v);
    Some(LearntValue {
        group: group(&v.about),
        name: name(&v.about, kitchen, sweet)?,
        unit: scale.unit.to_owned(),
        decimals: scale.decimals,
        before: scale.shown(v.before),
        now: scale.shown(v.now),
        used: known.map(|k| scale.shown(k.value)),
        used_batches: known.map_or(0, |k| k.batches),
        from: v
            .from
            .iter()
            .skip(v.from.len().saturating_sub(MOST_TICKS))
            .map(|f| LearntTick {
                batch_id: f.batch_id,
                at_ms: f.at_ms,
                said: scale.shown(f.alone),
                weight: f.weight,
                counts: f.counts(),
            })
            .collect(),
        batches: v.batches(),
        says: says(&v.about, v.now, kitchen, sweet, (scale.shown(v.now), scale.shown(v.before)))?,
        offered: !refused && v.batches() > 0 && (moved || (sharper && sharpens(&v.about))),
        refused,
        forgotten: kitchen.learning.forgotten.iter().any(|f| f.about == v.about),
        about: v.about.clone(),
    })
}

/// Whether it is worth using for its exactness alone: calls come by it.
fn sharpens(about: &Parameter) -> bool {
    matches!(
        about,
        Parameter::RingPower { .. }
            | Parameter::ThermometerOffset { .. }
            | Parameter::HerString
            | Parameter::HerDrop
    )
}

/// Something learnt that is used.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LearntUse {
    /// What of.
    pub about: Parameter,
    /// What it says and what it changes, in a sentence.
    pub words: String,
    /// From so many batches.
    pub batches: u32,
}

/// Everything learnt that is used in a kitchen.
#[must_use]
pub fn learnt_used(kitchen: &KitchenDocument, sweet: impl Fn(&str) -> String) -> Vec<LearntUse> {
    let used = |known: &Known| {
        kitchen.known(&known.about)?;
        let scale = Scale::of(&known.about, kitchen)?;
        let spreads = (scale.shown(known.value), scale.shown(known.over));
        let words = says(&known.about, known.value, kitchen, &sweet, spreads)?;
        Some(LearntUse { about: known.about.clone(), words, batches: known.batches })
    };
    kitchen.learning.known.iter().filter_map(used).collect()
}

/// What of it one batch uses: of its ring, pan and thermometer, of her hand, of its work and its sweet.
#[must_use]
pub fn learnt_for(
    setup: &BatchSetup,
    kitchen: &KitchenDocument,
    sweet: impl Fn(&str) -> String,
) -> Vec<LearntUse> {
    let chosen = &setup.chosen;
    let by_string = setup.syrup.map(|s| s.stage.is_by_string());
    let concerns = |about: &Parameter| match about {
        Parameter::RingPower { ring_id } | Parameter::RingWord { ring_id, .. } => {
            chosen.ring_id == Some(*ring_id)
        }
        Parameter::PanLoss { pan_id } | Parameter::PanHeat { pan_id } => {
            by_string.is_some() && chosen.pan_id == Some(*pan_id)
        }
        Parameter::ThermometerOffset { thermometer_id } => chosen.thermometer_id == Some(*thermometer_id),
        Parameter::HerString => by_string == Some(true),
        Parameter::HerDrop => by_string == Some(false),
        Parameter::HerLook => by_string.is_some(),
        Parameter::Cups => !setup.has_scale(),
        Parameter::Pace { work } => setup.steps.iter().any(|s| s.pace() == Some(*work)),
        Parameter::Yield { sweet_key }
        | Parameter::Lost { sweet_key }
        | Parameter::Wish { sweet_key }
        | Parameter::Sweetness { sweet_key }
        | Parameter::Keeping { sweet_key } => setup.sweet_key.as_ref() == Some(sweet_key),
    };
    learnt_used(kitchen, sweet).into_iter().filter(|u| concerns(&u.about)).collect()
}

/// How a parameter is drawn.
struct Scale {
    unit: &'static str,
    decimals: u32,
    by: By,
}

enum By {
    /// A logarithm against this.
    Against(f64),
    /// As it is, so many times.
    Times(f64),
}

impl Scale {
    fn of(about: &Parameter, kitchen: &KitchenDocument) -> Option<Self> {
        let usual = Self { unit: "× what is usual", decimals: 2, by: By::Against(1.0) };
        Some(match about {
            Parameter::RingPower { ring_id } => {
                let ring = &kitchen.rings.iter().find(|r| r.id == Some(*ring_id))?.ring;
                Self { unit: "of its plate", by: By::Against(ring.rated_power_w), ..usual }
            }
            Parameter::ThermometerOffset { .. } => {
                Self { unit: "K too high", decimals: 1, by: By::Times(1.0) }
            }
            Parameter::Lost { .. } => Self { unit: "% of the pieces", decimals: 0, by: By::Times(100.0) },
            Parameter::Wish { .. } => Self { unit: "of a stage", decimals: 2, by: By::Times(1.0) },
            Parameter::Cups | Parameter::Yield { .. } | Parameter::Keeping { .. } => {
                Self { unit: "× what was reckoned", ..usual }
            }
            Parameter::Sweetness { .. } => Self { unit: "× what is written", ..usual },
            _ => usual,
        })
    }

    fn shown(&self, n: Normal) -> Spread {
        match self.by {
            By::Against(whole) => n.spread().map(|ln| ln.exp() / whole),
            By::Times(times) => n.spread().times(times),
        }
    }
}

fn group(about: &Parameter) -> LearntGroup {
    match about {
        Parameter::RingPower { .. }
        | Parameter::RingWord { .. }
        | Parameter::PanLoss { .. }
        | Parameter::PanHeat { .. } => LearntGroup::Hob,
        Parameter::ThermometerOffset { .. } | Parameter::Cups => LearntGroup::Instruments,
        Parameter::HerString | Parameter::HerDrop | Parameter::HerLook | Parameter::Pace { .. } => {
            LearntGroup::Hands
        }
        _ => LearntGroup::Sweets,
    }
}
