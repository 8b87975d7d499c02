//! Steps in hot fat and in syrup, reckoned for the batch at hand.

use serde::Serialize;

use crate::course::{Course, Tools};
use crate::formula::Written;
use crate::process::{Balance, Book, Step, StepBalance, StepKind, Work};
use crate::soak::{Fry, FryAsk, FryShape, PieceForm, SoakKind, Uptake, UptakeAsk, fry, uptake};

/// A step in hot fat.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Frying {
    /// Key of the step.
    pub step: String,
    /// How it goes.
    pub fry: Fry,
}

/// A step in syrup.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Soaking {
    /// Key of the step.
    pub step: String,
    /// Strength of its syrup, 0–1.
    pub syrup_solids_frac: f64,
    /// How warm the syrup is when they go in, °C.
    pub syrup_c: f64,
    /// Across a piece, or through its thickest part, mm.
    pub thick_mm: f64,
    /// How it goes.
    pub uptake: Uptake,
}

/// Fat is so hot where the method does not say, and syrup that was boiled a while ago for balls and for a dip, °C.
const USUAL_FAT_C: f64 = 160.0;
const BALLS_SYRUP_C: f64 = 80.0;
const DIP_SYRUP_C: f64 = 65.0;
/// Pieces go in as they come from the fat, °C.
const FROM_FAT_C: f64 = 95.0;
/// A ladle of batter rains so many grams, and covers so much across, cm.
const LADLE_G: f64 = 10.0;
const LADLE_CM: f64 = 6.0;
/// What a ball weighs for its size when it has fried, g/ml.
const FRIED_G_ML: f64 = 0.95;

fn ball_mm(mass_g: f64) -> f64 {
    10.0 * (6.0 * mass_g / FRIED_G_ML / std::f64::consts::PI).cbrt()
}

/// The steps in fat, on her ring and in her pot; those that cannot be reckoned are left out, and keep their usual minutes.
pub(super) fn frying(written: &Written, tools: Option<&Tools>) -> Vec<Frying> {
    let Some(tools) = tools else { return Vec::new() };
    let pieces = written.pieces().count.unwrap_or(1.0).max(1.0);
    let one = |step: &Step| {
        let b = written.balance().step(&step.key)?;
        let shape = step.form?.fries()?;
        let pot = tools.pan_of(step)?;
        let rains = shape == FryShape::Droplet;
        let count = if rains { (b.start_g / LADLE_G).ceil() } else { pieces };
        let piece_g = b.start_g / count;
        let told = fry(&FryAsk {
            shape,
            thickness_mm: step.thick_mm.unwrap_or_else(|| ball_mm(b.end_g / count)),
            piece_g,
            pieces: count as u32,
            oil_g: b.medium_g,
            oil_c: step.heat_to_c.unwrap_or(USUAL_FAT_C),
            pot_diameter_cm: pot.diameter_cm,
            pot_wall_cm: pot.wall_height_cm,
            net_power_w: tools.ring.net_power_w(1.0),
            dip_k: 15.0,
            steam_frac: Some((b.evaporated_g / b.start_g).clamp(0.0, 0.6)),
            piece_c: 28.0,
            across_cm: if rains { Some(LADLE_CM) } else { step.across_cm },
        });
        Some(Frying { step: step.key.clone(), fry: told.ok()? })
    };
    written.method().steps.iter().filter(|s| s.work() == Work::Fry).filter_map(one).collect()
}

/// Strength of what a step lies in: of the step it takes that from.
fn strength(step: &Step, balance: &Balance) -> Option<f64> {
    let medium = step.takes.iter().find(|t| t.medium)?;
    Some(balance.step(&medium.step)?.end.charge().solids_frac())
}

/// The steps in syrup.
pub(super) fn soaking(written: &Written, courses: &[(String, Course)], book: &Book<'_>) -> Vec<Soaking> {
    let pieces = written.pieces().count.unwrap_or(1.0).max(1.0);
    let one = |step: &Step| {
        let b: &StepBalance = written.balance().step(&step.key)?;
        let (kind, dough, crumb) = step.form?.soaks()?;
        let syrup_solids_frac = strength(step, written.balance())?;
        let thick_mm = step.thick_mm.unwrap_or_else(|| ball_mm(b.start_g / pieces));
        let boils = step.on_flame();
        let hot_c = courses.iter().find(|(key, _)| *key == step.key).and_then(|(_, c)| c.heat_to_c);
        let warm_c = if kind == SoakKind::Dense { BALLS_SYRUP_C } else { DIP_SYRUP_C };
        let syrup_c = if boils { hot_c.unwrap_or(100.0) } else { step.heat_to_c.unwrap_or(warm_c) };
        let told = uptake(&UptakeAsk {
            kind,
            diameter_mm: thick_mm,
            syrup_solids_frac,
            syrup_c,
            piece_c: FROM_FAT_C,
            room_c: book.air.room_c,
            kept_warm: boils,
            dough,
            crumb,
            under_pressure: step.work() == Work::Press,
            pieces: Some(pieces as u32),
        });
        Some(Soaking { step: step.key.clone(), syrup_solids_frac, syrup_c, thick_mm, uptake: told.ok()? })
    };
    let soaks = |s: &&Step| {
        s.form.is_some_and(|f| f == PieceForm::Chhena || matches!(s.kind, StepKind::Steep | StepKind::Soak))
    };
    written.method().steps.iter().filter(soaks).filter_map(one).collect()
}
