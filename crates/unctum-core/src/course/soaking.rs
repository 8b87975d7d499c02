//! Pieces in syrup, reckoned for the batch at hand.

use crate::course::frying::ball_mm;
use crate::course::question::{CourseQuestion, Soak, SyrupDrift};
use crate::numeric::Spread;
use crate::process::{StepKind, Work};
use crate::soak::{PieceForm, SoakKind, Uptake, UptakeAsk, uptake};
use crate::water::latent_heat_j_kg;

/// Syrup that was boiled a while ago is so hot for balls and for a dip, °C.
const BALLS_SYRUP_C: f64 = 80.0;
const DIP_SYRUP_C: f64 = 65.0;
/// Pieces go in as they come from the fat, °C.
const FROM_FAT_C: f64 = 95.0;

/// How they soak; none where nothing does, or no kitchen has such a syrup.
pub(super) fn soaking(q: &CourseQuestion<'_>, heat_to_c: Option<f64>) -> Option<Soak> {
    let form = q.step.form?;
    if form != PieceForm::Chhena && !matches!(q.step.kind, StepKind::Steep | StepKind::Soak) {
        return None;
    }
    let (kind, dough, crumb) = form.soaks()?;
    let pieces = q.pieces.unwrap_or(1.0).max(1.0);
    let boils = q.step.on_flame();
    let warm_c = if kind == SoakKind::Dense { BALLS_SYRUP_C } else { DIP_SYRUP_C };
    let ask = UptakeAsk {
        kind,
        diameter_mm: q.step.thick_mm.unwrap_or_else(|| ball_mm(q.mass.start_g / pieces)),
        syrup_solids_frac: q.medium_frac?,
        syrup_c: if boils { heat_to_c.unwrap_or(100.0) } else { q.step.heat_to_c.unwrap_or(warm_c) },
        piece_c: FROM_FAT_C,
        room_c: q.air.room_c,
        kept_warm: boils,
        dough,
        crumb,
        under_pressure: q.step.work() == Work::Press,
        pieces: Some(pieces as u32),
    };
    let uptake = uptake(&ask).ok()?;
    let drift = drift(q, &ask, &uptake);
    Some(Soak { ask, uptake, drift })
}

/// Of what the full flame brings, a rolling boil sends this share off as steam: under a lid, and open.
const COVERED_FRAC: f64 = 0.21;
const OPEN_FRAC: f64 = 0.85;

/// What the boil takes from the syrup until they are at their best.
fn drift(q: &CourseQuestion<'_>, ask: &UptakeAsk, uptake: &Uptake) -> Option<SyrupDrift> {
    let tools = q.tools.filter(|_| ask.kept_warm && !ask.under_pressure)?;
    let seconds = 60.0 * uptake.best_min?;
    let steam_g = 1000.0 * tools.ring.net_power_w(1.0) * seconds / latent_heat_j_kg(ask.syrup_c);
    let dry_g = ask.syrup_solids_frac * q.mass.medium_g;
    // No more than there is.
    let most_g = 0.9 * (q.mass.medium_g - dry_g);
    let (covered_g, open_g) = ((COVERED_FRAC * steam_g).min(most_g), (OPEN_FRAC * steam_g).min(most_g));
    let frac = |gone_g: f64| dry_g / (q.mass.medium_g - gone_g);
    (q.mass.medium_g > 0.0).then(|| SyrupDrift {
        covered_g,
        open_g,
        covered_frac: frac(covered_g),
        open_frac: frac(open_g),
    })
}

/// From soaked enough to out at the latest, min; none for a dip, which its own cue ends before it is soaked through, and
/// for what never soaks.
pub(super) fn soak_minutes(soak: &Soak) -> Option<Spread> {
    if soak.ask.kind == SoakKind::Porous {
        return None;
    }
    let told = &soak.uptake;
    Some(Spread { low: told.low_min?, mid: told.best_min?, high: told.high_min? })
}
