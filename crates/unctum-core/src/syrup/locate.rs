//! Where one reading puts the syrup, and how far it is to the target.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::kitchen::{THERMOMETER_SD_K, Thermometer};
use crate::syrup::boiling::{boil_c, solids_frac_boiling_at};
use crate::syrup::physical::{MAX_BRIX, solids_frac_of_brix};
use crate::syrup::pull::NO_STRING_CM;
use crate::syrup::string::solids_frac_of_string;
use crate::syrup::{Against, Charge, Ladder, MAX_SOLIDS_FRAC, Pull, StageKey, against};
use crate::water::saturation_temperature_c;

/// Half-width of an 80 % interval in standard deviations.
pub const Z80: f64 = 1.2816;
/// Standard deviation of a kitchen scale, g.
pub const SCALE_SD_G: f64 = 1.0;
/// Standard deviation of a refractometer with a cooled, clear drop, °Brix.
pub const REFRACTOMETER_SD_BRIX: f64 = 0.3;
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

/// The errors of the cook's own instruments, to be taken out of what they show.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields, default)]
pub struct Instruments {
    /// Her thermometer; a true one if left out.
    pub thermometer: Option<Thermometer>,
    /// How much too high her refractometer reads, °Brix.
    pub refractometer_offset_brix: f64,
}

impl Instruments {
    /// The reading with the instruments' own errors taken out.
    ///
    /// # Errors
    /// Errors no usable instrument has.
    pub fn corrected(&self, shown: Reading) -> Result<Reading> {
        Ok(match (shown, &self.thermometer) {
            (Reading::Thermometer { boil_c }, Some(thermometer)) => {
                thermometer.check()?;
                Reading::Thermometer { boil_c: thermometer.true_c(boil_c) }
            }
            (Reading::Refractometer { brix }, _) => {
                let offset = self.refractometer_offset_brix;
                let offset = within("The error of the refractometer", offset, -10.0, 10.0, "°Brix")?;
                Reading::Refractometer { brix: brix - offset }
            }
            (other, _) => other,
        })
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

/// Strength with the ends of its 80 % interval.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Strength {
    /// Most likely, 0–1.
    pub frac: f64,
    /// Lower end.
    pub low_frac: f64,
    /// Upper end.
    pub high_frac: f64,
    /// Whether the ends are edges between which every strength is as likely: a look, not a measurement.
    pub edges: bool,
}

impl Strength {
    /// A measurement with its 80 % interval.
    #[must_use]
    pub fn about(frac: f64, low_frac: f64, high_frac: f64) -> Self {
        Self { frac, low_frac, high_frac, edges: false }
    }

    /// A look that could be anything between two edges.
    #[must_use]
    pub fn between(low_frac: f64, high_frac: f64) -> Self {
        Self { frac: 0.5 * (low_frac + high_frac), low_frac, high_frac, edges: true }
    }
}

/// What a reading says about the strength of these solids under `pressure_pa`.
///
/// # Errors
/// Readings no syrup of these solids can give, each with its own code.
pub fn strength_of(solids: &Charge, reading: Reading, pressure_pa: f64, ladder: &Ladder) -> Result<Strength> {
    if solids.dissolved_g() <= 0.0 {
        return Err(CoreError::NoSugar);
    }
    match reading {
        Reading::Thermometer { boil_c } => by_thermometer(solids, boil_c, pressure_pa),
        Reading::Weight { gross_g, tare_g } => by_weight(solids, gross_g, tare_g),
        Reading::Refractometer { brix } => {
            let brix = within("The refractometer", brix, 1.0, MAX_BRIX, "°Brix")?;
            let spread = Z80 * REFRACTOMETER_SD_BRIX;
            let at = |brix: f64| solids_frac_of_brix(solids, brix);
            Ok(Strength::about(at(brix), at(brix - spread), at(brix + spread)))
        }
        Reading::String { string_cm } => {
            let length = within("The string", string_cm, 0.0, 200.0, "cm")?;
            if length < NO_STRING_CM {
                return Ok(Pull::None.strength(ladder));
            }
            let factor = STRING_FACTOR.powf(Z80);
            Ok(Strength::about(
                solids_frac_of_string(length),
                solids_frac_of_string(length / factor),
                solids_frac_of_string(length * factor),
            ))
        }
        Reading::Seen { stage } => {
            let band = ladder.of(stage);
            let frac = band.aim_frac();
            let half = Z80 * (band.high_frac - band.low_frac) / 3.0;
            Ok(Strength::about(frac, (frac - half).max(0.0), (frac + half).min(MAX_SOLIDS_FRAC)))
        }
        Reading::Pull { pull } => Ok(pull.strength(ladder)),
        Reading::Below { stage } => {
            let low_frac = ladder.of(stage).low_frac;
            Ok(Strength::between(BELOW_SHARE * low_frac, low_frac))
        }
    }
}

fn by_thermometer(solids: &Charge, reading_c: f64, pressure_pa: f64) -> Result<Strength> {
    if !reading_c.is_finite() {
        return Err(CoreError::NotANumber { what: "The temperature" });
    }
    let frac = solids_frac_boiling_at(solids, reading_c, pressure_pa)?;
    let spread_k = Z80 * THERMOMETER_SD_K;
    let lowest_c = saturation_temperature_c(pressure_pa);
    let highest_c = boil_c(&solids.at_strength(MAX_SOLIDS_FRAC), pressure_pa);
    let end = |temperature_c: f64| {
        solids_frac_boiling_at(solids, temperature_c.clamp(lowest_c, highest_c), pressure_pa)
    };
    Ok(Strength::about(frac, end(reading_c - spread_k)?, end(reading_c + spread_k)?))
}

fn by_weight(solids: &Charge, gross_g: f64, tare_g: f64) -> Result<Strength> {
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
    let spread_g = Z80 * SCALE_SD_G;
    Ok(Strength::about(at(water_g), at(water_g + spread_g), at(water_g - spread_g)))
}

/// Where a reading puts the charge, and how much water stands between it and the target.
///
/// # Errors
/// A charge or reading that cannot be, see [`strength_of`].
pub fn locate(
    charge: &Charge,
    reading: Reading,
    pressure_pa: f64,
    target: Option<Target>,
    ladder: &Ladder,
) -> Result<Location> {
    let solids = charge.checked()?;
    let strength = strength_of(&solids, reading, pressure_pa, ladder)?;
    let target_solids_frac = target.map(|t| t.solids_frac(ladder)).transpose()?;
    let to_lose =
        |from: f64| target_solids_frac.map(|to| solids.water_at(from.max(1e-6)) - solids.water_at(to));
    Ok(Location {
        solids_frac: strength.frac,
        solids_frac_low: strength.low_frac,
        solids_frac_high: strength.high_frac,
        stage: ladder.at(strength.frac),
        against: match target {
            Some(Target::Stage(key)) => Some(against(strength, &ladder.of(key))),
            _ => None,
        },
        water_g: solids.water_at(strength.frac.max(1e-6)),
        target_solids_frac,
        water_to_lose_g: to_lose(strength.frac),
        water_to_lose_low_g: to_lose(strength.high_frac),
        water_to_lose_high_g: to_lose(strength.low_frac),
    })
}
