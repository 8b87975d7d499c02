//! A mass that went wrong, asked about without a batch.

use serde::Deserialize;

use crate::error::{CoreError, Result, within};
use crate::food::{Composition, FatKind};
use crate::set::band::Band;
use crate::set::phases::Worked;
use crate::set::put_right::{Rescued, Trouble, WentWrong, put_right, water_for_band};
use crate::set::texture::{SetMass, TextureAsk, UNTOLD_SPREAD, ghee};

/// A mass that went wrong.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", schema(example = json!({"trouble": "too_dry", "mass_g": 900, "free_fat_frac": 0.2, "wanted": "firm",
    "composition": {"water_frac": 0.06, "sucrose_frac": 0.39, "fat_frac": 0.26, "protein_frac": 0.11, "starch_frac": 0.135, "fibre_frac": 0.03, "ash_frac": 0.015}})))]
pub struct RescueAsk {
    /// What is wrong.
    pub trouble: Trouble,
    /// What it weighs, g.
    pub mass_g: f64,
    /// Shares of its mass as it is believed to be; they add up to 1.
    pub composition: Composition,
    /// Share of its fat that is free to flow, 0–1.
    pub free_fat_frac: f64,
    /// How firm it was to be.
    #[serde(default = "usual_wanted")]
    pub wanted: Band,
    /// How warm it is eaten, °C.
    #[serde(default = "usual_eat_c")]
    pub eat_c: f64,
    /// What its free fat is; ghee if left out.
    #[serde(default = "ghee")]
    pub fat: FatKind,
    /// Water that a gram of its insolubles holds, g.
    #[serde(default)]
    pub held: Option<f64>,
}

fn usual_wanted() -> Band {
    Band::Firm
}

fn usual_eat_c() -> f64 {
    25.0
}

/// What puts a mass right that went wrong: cause, grams, what is expected then, what to change next time.
///
/// # Errors
/// Shares that do not add up; a firmness that no water gives.
pub fn rescued(ask: &RescueAsk) -> Result<Rescued> {
    let mass_g = within("What it weighs", ask.mass_g, 10.0, 50_000.0, "g")?;
    let eat_c = within("How warm it is eaten", ask.eat_c, 0.0, 60.0, "°C")?;
    let mass = SetMass::of(&TextureAsk {
        composition: ask.composition,
        free_fat_frac: ask.free_fat_frac,
        eat_c,
        fat: ask.fat,
        held: ask.held,
        gelled: None,
        fat_dried: None,
        worked: Worked::Kneaded,
    })?;
    let wanted_water_frac = water_for_band(&mass, ask.wanted, eat_c);
    if ask.trouble.is_of_water() && wanted_water_frac.is_none() {
        return Err(CoreError::DoesNotFit(format!(
            "No water makes this mass “{}”: its fat and its dry solids decide. Choose a softer or firmer aim.",
            ask.wanted.name()
        )));
    }
    let went_wrong = WentWrong {
        trouble: ask.trouble,
        mass_g,
        mass: &mass,
        wanted_water_frac,
        eat_c,
        untold_frac: UNTOLD_SPREAD,
    };
    Ok(put_right(&went_wrong))
}
