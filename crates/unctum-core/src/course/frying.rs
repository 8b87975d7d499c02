//! Pieces of a known form in hot fat: load by load, as the fat cools and is hot again.

use crate::course::question::CourseQuestion;
use crate::process::Work;
use crate::soak::{Fry, FryAsk, FryShape, fry};

/// Fat is so hot where the method does not say, °C, and may cool so far, K.
const USUAL_FAT_C: f64 = 160.0;
const FAT_COOLS_K: f64 = 15.0;
/// A ladle of batter rains so many grams, and covers so much across, cm.
const LADLE_G: f64 = 10.0;
const LADLE_CM: f64 = 6.0;
/// What a ball weighs for its size when it has fried, g/ml.
const FRIED_G_ML: f64 = 0.95;

/// Across a fried ball of so much, mm.
#[must_use]
pub fn ball_mm(mass_g: f64) -> f64 {
    10.0 * (6.0 * mass_g / FRIED_G_ML / std::f64::consts::PI).cbrt()
}

/// How it fries in so many loads; none where the form of its pieces is not told, or its pot and ring cannot.
pub(super) fn frying(q: &CourseQuestion<'_>, loads: f64) -> Option<Fry> {
    let (tools, shape) = (q.tools.filter(|_| q.step.work() == Work::Fry)?, q.step.form?.fries()?);
    let pot = tools.pan_of(q.step)?;
    let rains = shape == FryShape::Droplet;
    let count = if rains { (q.mass.start_g / LADLE_G).ceil() } else { q.pieces?.max(1.0) };
    fry(&FryAsk {
        shape,
        thickness_mm: q.step.thick_mm.unwrap_or_else(|| ball_mm(q.mass.end_g / count)),
        piece_g: q.mass.start_g / count,
        pieces: count as u32,
        oil_g: q.mass.medium_g,
        oil_c: q.step.heat_to_c.unwrap_or(USUAL_FAT_C),
        pot_diameter_cm: pot.diameter_cm,
        pot_wall_cm: pot.wall_height_cm,
        pot_loses_w_k: Some(pot.losing().hot_through_w_k()),
        room_c: q.air.room_c,
        net_power_w: tools.ring.net_power_w(1.0),
        dip_k: FAT_COOLS_K,
        steam_frac: Some((q.mass.evaporated_g / q.mass.start_g).clamp(0.0, 0.6)),
        piece_c: q.from_c.min(95.0),
        fat: q.fries_in.unwrap_or_default(),
        loads: Some(loads as u32),
        across_cm: if rains { Some(LADLE_CM) } else { q.step.across_cm },
    })
    .ok()
}
