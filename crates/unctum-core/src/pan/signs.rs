//! What a stage looks like on the cook's own scale and thermometer.

use serde::Serialize;

use crate::kitchen::{Air, Pan, Thermometer};
use crate::syrup::boiling::boil_c;
use crate::syrup::string::string_cm;
use crate::syrup::{Charge, Ladder, StageKey};

/// Signs of one strength.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Sign {
    /// Strength, 0–1.
    pub solids_frac: f64,
    /// Pan with contents on the scale, g.
    pub gross_g: f64,
    /// What the thermometer shows, °C.
    pub shown_c: f64,
    /// Length of the string, cm.
    pub string_cm: f64,
}

/// Signs of a stage: its edges and the strength to aim for.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StageSigns {
    /// Which stage.
    pub stage: StageKey,
    /// At its lower edge.
    pub low: Sign,
    /// At the strength that is aimed for.
    pub aim: Sign,
    /// At its upper edge.
    pub high: Sign,
}

/// The signs of `stage` for these solids in this pan, on this thermometer (a true one if none), aimed at a strength in it
/// (0–1); at its middle if none is told.
#[must_use]
pub fn stage_signs(
    charge: &Charge,
    (stage, aim_frac): (StageKey, Option<f64>),
    pan: &Pan,
    thermometer: Option<&Thermometer>,
    air: &Air,
    ladder: &Ladder,
) -> StageSigns {
    let sign = |solids_frac: f64| {
        let there = charge.at_strength(solids_frac.max(0.01));
        let true_c = boil_c(&there, air.pressure_pa);
        Sign {
            solids_frac,
            gross_g: pan.tare_g + there.total_g(),
            shown_c: thermometer.map_or(true_c, |t| t.shows_c(true_c)),
            string_cm: string_cm(solids_frac),
        }
    };
    let band = ladder.of(stage);
    StageSigns {
        stage,
        low: sign(band.low_frac),
        aim: sign(aim_frac.unwrap_or_else(|| band.aim_frac())),
        high: sign(band.high_frac),
    }
}
