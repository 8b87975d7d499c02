//! Where one reading puts the syrup, and how far it is to the target.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::numeric::{Spread, Z80};
use crate::syrup::boiling::{boil_c, solids_frac_boiling_at};
use crate::syrup::charge::{Charge, MAX_SOLIDS_FRAC};
use crate::syrup::physical::{MAX_BRIX, solids_frac_of_brix};
use crate::syrup::pull::{NO_STRING_CM, Pull};
use crate::syrup::stage::{Ladder, StageKey};
use crate::syrup::strength::{Against, Strength, against};
use crate::syrup::string::solids_frac_of_string;
use crate::water::saturation_temperature_c;

/// Standard deviation of a kitchen thermometer beyond its own error, K.
pub const THERMOMETER_SD_K: f64 = 0.7;
/// Standard deviation of a weighing beside the scale's own step, g: drops, a handle, a hand.
const WEIGHING_SD_G: f64 = 1.0;

/// Standard deviation of a weighing on a scale that shows steps of `step_g`, g.
#[must_use]
pub fn scale_sd_g(step_g: f64) -> f64 {
    WEIGHING_SD_G.hypot(step_g / 12.0_f64.sqrt())
}
/// A string is judged to within this factor.
pub const STRING_FACTOR: f64 = 1.6;

/// One thing the cook saw, already corrected for her instrument's own error.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
pub enum Reading {
    /// The boiling syrup's temperature, °C.
    Thermometer {
        /// Temperature of the boiling syrup, °C.
        boil_c: f64,
    },
    /// Pan and contents on the scale.
    Weight {
        /// Pan with contents, g.
        gross_g: f64,
        /// The empty pan, g.
        tare_g: f64,
    },
    /// What a refractometer shows for a cooled, clear drop.
    Refractometer {
        /// Shown strength, °Brix.
        brix: f64,
    },
    /// Length of the string before it breaks.
    String {
        /// Length, cm.
        string_cm: f64,
    },
    /// A stage recognised by fingers, spoon or a drop in water.
    Seen {
        /// The stage it looked like.
        stage: StageKey,
    },
    /// A drop pulled between the fingers, told in words.
    Pull {
        /// What it did.
        pull: Pull,
    },
    /// Not at this stage yet, whatever was looked at.
    Below {
        /// The stage it is not at yet.
        stage: StageKey,
    },
}

/// Nobody tests for a stage below this share of its strength.
const BELOW_SHARE: f64 = 0.85;

/// How exactly instruments read, once their own error is taken out: standard deviations.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Accuracy {
    /// Of a thermometer, K.
    pub thermometer_sd_k: f64,
    /// Of a scale, g.
    pub scale_sd_g: f64,
    /// Of a refractometer with a cooled, clear drop, °Brix.
    pub refractometer_sd_brix: f64,
}

impl Default for Accuracy {
    /// What a usual kitchen has.
    fn default() -> Self {
        Self { thermometer_sd_k: THERMOMETER_SD_K, scale_sd_g: scale_sd_g(1.0), refractometer_sd_brix: 0.3 }
    }
}

/// Where the cook wants to go.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Target {
    /// The middle of a stage's band.
    Stage(StageKey),
    /// An exact strength, 0–1.
    SolidsFrac(f64),
}

impl Target {
    /// The strength aimed for.
    ///
    /// # Errors
    /// A strength outside 1–98 %.
    pub fn solids_frac(self, ladder: &Ladder) -> Result<f64> {
        match self {
            Self::Stage(key) => Ok(ladder.of(key).aim_frac()),
            Self::SolidsFrac(w) => within("The strength asked for", w, 0.01, MAX_SOLIDS_FRAC, "(fraction)"),
        }
    }
}

/// The answer to a reading: strength with its 80 % interval, and the way to the target.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Location {
    /// Most likely strength, 0–1.
    pub solids_frac: f64,
    /// Lower end of the 80 % interval.
    pub solids_frac_low: f64,
    /// Upper end of the 80 % interval.
    pub solids_frac_high: f64,
    /// Stage at the most likely strength.
    pub stage: StageKey,
    /// Where that stands against the stage asked for, if one was: inside its band is inside.
    pub against: Option<Against>,
    /// Water in the pan now, g.
    pub water_g: f64,
    /// Strength asked for, if any.
    pub target_solids_frac: Option<f64>,
    /// Water to boil away to reach the target, g; negative: to add.
    pub water_to_lose_g: Option<f64>,
    /// The same at the strong end of the interval (fewest grams to lose).
    pub water_to_lose_low_g: Option<f64>,
    /// The same at the weak end of the interval (most grams to lose).
    pub water_to_lose_high_g: Option<f64>,
}

/// What a reading says about the strength of these solids under `pressure_pa`.
///
/// # Errors
/// Readings no syrup of these solids can give, each with its own code.
pub fn strength_of(
    solids: &Charge,
    reading: Reading,
    accuracy: &Accuracy,
    pressure_pa: f64,
    ladder: &Ladder,
) -> Result<Strength> {
    if solids.dissolved_g() <= 0.0 {
        return Err(CoreError::NoSugar);
    }
    match reading {
        Reading::Thermometer { boil_c } => {
            by_thermometer(solids, boil_c, accuracy.thermometer_sd_k, pressure_pa)
        }
        Reading::Weight { gross_g, tare_g } => by_weight(solids, gross_g, tare_g, accuracy.scale_sd_g),
        Reading::Refractometer { brix } => {
            let brix = within("The refractometer", brix, 1.0, MAX_BRIX, "°Brix")?;
            let shown = Spread::about(brix, accuracy.refractometer_sd_brix);
            Ok(Strength::measured(shown.map(|brix| solids_frac_of_brix(solids, brix))))
        }
        Reading::String { string_cm } => {
            let length = within("The string", string_cm, 0.0, 200.0, "cm")?;
            if length < NO_STRING_CM {
                return Ok(Pull::None.strength(ladder));
            }
            let factor = STRING_FACTOR.powf(Z80);
            let drawn = Spread { low: length / factor, mid: length, high: length * factor };
            Ok(Strength::measured(drawn.map(solids_frac_of_string)))
        }
        Reading::Seen { stage } => {
            let band = ladder.of(stage);
            let frac = band.aim_frac();
            let half = Z80 * (band.high_frac - band.low_frac) / 3.0;
            Ok(Strength::measured(Spread {
                low: (frac - half).max(0.0),
                mid: frac,
                high: (frac + half).min(MAX_SOLIDS_FRAC),
            }))
        }
        Reading::Pull { pull } => Ok(pull.strength(ladder)),
        Reading::Below { stage } => {
            let low_frac = ladder.of(stage).low_frac;
            Ok(Strength::between(BELOW_SHARE * low_frac, low_frac))
        }
    }
}

fn by_thermometer(solids: &Charge, reading_c: f64, sd_k: f64, pressure_pa: f64) -> Result<Strength> {
    if !reading_c.is_finite() {
        return Err(CoreError::NotANumber { what: "The temperature" });
    }
    let frac = solids_frac_boiling_at(solids, reading_c, pressure_pa)?;
    let spread_k = Z80 * sd_k;
    let lowest_c = saturation_temperature_c(pressure_pa);
    let highest_c = boil_c(&solids.at_strength(MAX_SOLIDS_FRAC), pressure_pa);
    let end = |temperature_c: f64| {
        solids_frac_boiling_at(solids, temperature_c.clamp(lowest_c, highest_c), pressure_pa)
    };
    Ok(Strength::measured(Spread {
        low: end(reading_c - spread_k)?,
        mid: frac,
        high: end(reading_c + spread_k)?,
    }))
}

fn by_weight(solids: &Charge, gross_g: f64, tare_g: f64, sd_g: f64) -> Result<Strength> {
    let gross_g = within("The weight of the pan with its contents", gross_g, 0.0, 200_000.0, "g")?;
    let tare_g = within("The weight of the empty pan", tare_g, 0.0, 100_000.0, "g")?;
    let contents_g = gross_g - tare_g;
    let water_g = contents_g - solids.solids_g();
    let least_water_g = solids.water_at(MAX_SOLIDS_FRAC);
    if water_g < 0.0 {
        return Err(CoreError::WeightBelowSolids { contents_g, solids_g: solids.solids_g() });
    }
    if water_g < least_water_g {
        return Err(CoreError::TooDry { water_g });
    }
    let at = |water_g: f64| solids.with_water(water_g.max(least_water_g)).solids_frac();
    Ok(Strength::measured(Spread::about(water_g, sd_g).turned(at)))
}

/// Where a reading puts the charge, and how much water stands between it and the target.
///
/// # Errors
/// A charge or reading that cannot be, see [`strength_of`].
pub fn locate(
    charge: &Charge,
    reading: Reading,
    accuracy: &Accuracy,
    pressure_pa: f64,
    target: Option<Target>,
    ladder: &Ladder,
) -> Result<Location> {
    let solids = charge.checked()?;
    let strength = strength_of(&solids, reading, accuracy, pressure_pa, ladder)?;
    let target_solids_frac = target.map(|t| t.solids_frac(ladder)).transpose()?;
    let to_lose =
        |from: f64| target_solids_frac.map(|to| solids.water_at(from.max(1e-6)) - solids.water_at(to));
    Ok(Location {
        solids_frac: strength.frac.mid,
        solids_frac_low: strength.frac.low,
        solids_frac_high: strength.frac.high,
        stage: ladder.at(strength.frac.mid),
        against: match target {
            Some(Target::Stage(key)) => Some(against(strength, &ladder.of(key))),
            _ => None,
        },
        water_g: solids.water_at(strength.frac.mid.max(1e-6)),
        target_solids_frac,
        water_to_lose_g: to_lose(strength.frac.mid),
        water_to_lose_low_g: to_lose(strength.frac.high),
        water_to_lose_high_g: to_lose(strength.frac.low),
    })
}
