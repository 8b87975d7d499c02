//! Steps in hot fat and in syrup, reckoned for the batch at hand.

use serde::Serialize;

use crate::course::{Course, ball_mm};
use crate::formula::Written;
use crate::process::{Balance, Book, Step, StepBalance, StepKind, Work};
use crate::soak::{Fry, PieceForm, SoakKind, Uptake, UptakeAsk, uptake};

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

/// Syrup that was boiled a while ago is so hot for balls and for a dip, °C.
const BALLS_SYRUP_C: f64 = 80.0;
const DIP_SYRUP_C: f64 = 65.0;
/// Pieces go in as they come from the fat, °C.
const FROM_FAT_C: f64 = 95.0;
/// The steps in fat, on her ring and in her pot, as their courses tell them.
pub(super) fn frying(courses: &[(String, Course)]) -> Vec<Frying> {
    let one =
        |(step, course): &(String, Course)| Some(Frying { step: step.clone(), fry: course.fry.clone()? });
    courses.iter().filter_map(one).collect()
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
