//! Make it again: the same batch with the changes that follow from how it went, each shown before it is applied.

use serde::Serialize;

use crate::cook::Followed;
use crate::kitchen::{KitchenDocument, Parameter};
use crate::process::sweetener;
use crate::review::{Cause, CauseKind, Taste, Texture, Verdict};
use crate::start::StartAsk;
use crate::variation::Variation;

/// A syrup is aimed further by this, in stages, where nothing more is known of the sweet.
const STEP_STAGES: f64 = 0.25;
/// Sugar is made more or less by this share.
const SWEETER: f64 = 0.10;

/// A change that follows.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct AgainChange {
    /// Key of the change.
    pub key: AgainKey,
    /// What is changed.
    pub words: String,
    /// Why.
    pub why: String,
}

/// What a change is of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, serde::Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum AgainKey {
    /// How far within its stage the syrup is boiled.
    Aim,
    /// How sweet it is.
    Sweetness,
    /// Another pan.
    Pan,
}

/// A batch made again.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Again {
    /// What it was called.
    pub title: String,
    /// The same once more, with the changes that were wanted.
    pub ask: StartAsk,
    /// Changes that follow from how it went.
    pub changes: Vec<AgainChange>,
    /// What to mind, that no figure changes.
    pub mind: Vec<String>,
}

/// The same batch again, with those of the changes that are wanted; all of them if nothing is said.
#[must_use]
pub fn again(
    batch: &Followed,
    verdict: Option<&Verdict>,
    kitchen: &KitchenDocument,
    wanted: Option<&[AgainKey]>,
) -> Again {
    let setup = batch.setup();
    let chosen = &setup.chosen;
    // Only things that are still there.
    fn there(id: Option<i32>, mut among: impl Iterator<Item = Option<i32>>) -> Option<i32> {
        id.filter(|id| among.any(|a| a == Some(*id)))
    }
    let mut ask = StartAsk {
        title: setup.sweet_key.is_none().then(|| setup.title.clone()),
        sweet_key: setup.sweet_key.clone(),
        method_key: chosen.method_key.clone(),
        size: chosen.size.clone(),
        variation: chosen.variation.clone(),
        charge: setup.syrup.filter(|_| setup.sweet_key.is_none()).map(|s| s.charge),
        stage: setup.syrup.filter(|_| setup.sweet_key.is_none()).map(|s| s.stage),
        cup_id: there(chosen.cup_id, kitchen.measures.iter().map(|m| m.id)),
        pan_id: there(chosen.pan_id, kitchen.pans.iter().map(|p| p.id)),
        ring_id: there(chosen.ring_id, kitchen.rings.iter().map(|r| r.id)),
        thermometer_id: there(chosen.thermometer_id, kitchen.thermometers.iter().map(|t| t.id)),
        placement: chosen.placement,
        aim_stages: chosen.aim_stages,
        ..StartAsk::default()
    };
    let causes = batch.causes(verdict);
    let mut changes = Vec::new();
    let is_wanted = |key: AgainKey| wanted.is_none_or(|w| w.contains(&key));
    if let Some((change, stages)) = aim(batch, verdict, kitchen, &causes) {
        if is_wanted(change.key) {
            ask.aim_stages = Some(stages);
        }
        changes.push(change);
    }
    if let Some((change, variation)) = sweetness(batch, verdict) {
        if is_wanted(change.key) {
            ask.variation.push(variation);
        }
        changes.push(change);
    }
    if let Some((change, pan_id)) = pan(batch, kitchen, &causes) {
        if is_wanted(change.key) {
            ask.pan_id = Some(pan_id);
        }
        changes.push(change);
    }
    let mind = causes.iter().filter(|c| c.kind != CauseKind::Aim).map(|c| c.next.clone());
    let mut seen: Vec<String> = Vec::new();
    mind.for_each(|m| {
        if !seen.contains(&m) {
            seen.push(m)
        }
    });
    Again { title: setup.title.clone(), ask, changes, mind: seen }
}

/// Boiled further or less far, where it landed as aimed and was not right all the same.
fn aim(
    batch: &Followed,
    verdict: Option<&Verdict>,
    kitchen: &KitchenDocument,
    causes: &[Cause],
) -> Option<(AgainChange, f64)> {
    let cause = causes.iter().find(|c| c.kind == CauseKind::Aim)?;
    let way = match verdict?.texture {
        Texture::TooSoft => 1.0,
        Texture::TooFirm | Texture::Crumbly => -1.0,
        Texture::Right | Texture::Grainy => return None,
    };
    let setup = batch.setup();
    let wish = setup.sweet_key.clone().map(|sweet_key| Parameter::Wish { sweet_key });
    let known = wish.and_then(|about| kitchen.known(&about)).map(|k| k.value.mean);
    let then = setup.chosen.aim_stages.unwrap_or(0.0);
    let stages = known.unwrap_or(then + way * STEP_STAGES).clamp(-0.4, 0.4);
    let words = format!(
        "Boiled {:.2} of a stage {} than the middle of its stage.",
        stages.abs(),
        if stages > 0.0 { "further" } else { "less far" }
    );
    Some((AgainChange { key: AgainKey::Aim, words, why: cause.words.clone() }, stages))
}

/// A little more or less sugar.
fn sweetness(batch: &Followed, verdict: Option<&Verdict>) -> Option<(AgainChange, Variation)> {
    let (times, way, why) = match verdict?.taste? {
        Taste::TooSweet => (1.0 - SWEETER, "less", "It was too sweet."),
        Taste::Flat => (1.0 + SWEETER, "more", "It was not sweet enough."),
        Taste::Right | Taste::Raw | Taste::Burnt => return None,
    };
    let setup = batch.setup();
    let sugar = sweetener(&setup.lines)?;
    // What soaks in its sugar is no sweeter with more of that.
    setup.sweeter_ln()?;
    let already = setup.chosen.variation.iter().any(|v| v.times_of(&sugar.ingredient).is_some());
    let change = AgainChange {
        key: AgainKey::Sweetness,
        words: format!("{:.0} % {way} {}.", 100.0 * SWEETER, sugar.name.to_lowercase()),
        why: why.to_owned(),
    };
    (!already && setup.sweet_key.is_some())
        .then(|| (change, Variation::Amount { ingredient: sugar.ingredient.clone(), times }))
}

/// A pan that keeps less heat, where this one carried the syrup on.
fn pan(batch: &Followed, kitchen: &KitchenDocument, causes: &[Cause]) -> Option<(AgainChange, i32)> {
    let cause = causes.iter().find(|c| c.kind == CauseKind::CarriedOn)?;
    let pan = &batch.setup().pan;
    let fits = |p: &&crate::kitchen::NumberedPan| {
        p.id.is_some()
            && p.pan.heat_capacity_j_k < 0.75 * pan.heat_capacity_j_k
            && p.pan.capacity_ml() > 0.8 * pan.capacity_ml()
    };
    let other = kitchen
        .pans
        .iter()
        .filter(fits)
        .min_by(|a, b| a.pan.heat_capacity_j_k.total_cmp(&b.pan.heat_capacity_j_k))?;
    let change = AgainChange {
        key: AgainKey::Pan,
        words: format!("In the {}, which keeps less heat.", other.pan.name.to_lowercase()),
        why: cause.words.clone(),
    };
    Some((change, other.id?))
}
