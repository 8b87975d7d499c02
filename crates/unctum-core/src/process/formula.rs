//! Amounts from composition targets: how much sugar, water and fat for these nuts.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::food::{Larder, Makeup, thermal};
use crate::syrup::{Charge, Ladder, StageKey};

/// What a syrup-bound sheet is to be made of when finished; all fractions of the finished mass.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct FormulaTargets {
    /// The ingredient the cook starts from.
    pub base: String,
    /// The sugar.
    pub sugar: String,
    /// The fat worked in at the end.
    pub fat: String,
    /// Added sugar, fraction of the finished mass.
    pub sugar_frac: f64,
    /// Added fat, fraction of the finished mass.
    pub fat_frac: f64,
    /// All water, fraction of the finished mass.
    pub water_frac: f64,
    /// Sugar to water by mass when the syrup starts.
    pub sugar_per_water: f64,
    /// Stage of the syrup when the base goes in.
    pub stage: StageKey,
    /// Thickness it is rolled to, mm.
    pub thickness_mm: f64,
}

impl FormulaTargets {
    /// Keys of all ingredients.
    pub fn ingredients(&self) -> impl Iterator<Item = &str> {
        [self.base.as_str(), self.sugar.as_str(), "water", self.fat.as_str()].into_iter()
    }
}

/// One line of the measured list.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Line {
    /// Key in the larder.
    pub ingredient: String,
    /// Name.
    pub name: String,
    /// Amount, g.
    pub mass_g: f64,
}

/// The amounts and masses of one batch.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Formula {
    /// What to weigh.
    pub lines: Vec<Line>,
    /// The syrup as it goes on the ring.
    pub charge: Charge,
    /// Stage to take it to.
    pub stage: StageKey,
    /// Strength to land on, 0–1.
    pub target_solids_frac: f64,
    /// Water to boil off the syrup, g.
    pub syrup_water_to_lose_g: f64,
    /// The syrup at its stage, g.
    pub syrup_g: f64,
    /// Everything in the pan when the base is in, g.
    pub combined_g: f64,
    /// Water to cook off the mass, g.
    pub mass_water_to_lose_g: f64,
    /// The finished sweet, g.
    pub finished_g: f64,
    /// Area of the sheet at its thickness, cm².
    pub sheet_cm2: f64,
    /// Thickness, mm.
    pub thickness_mm: f64,
    /// Allergens.
    pub allergens: Vec<String>,
}

/// Rounds an amount to what a kitchen scale shows well: 5 g from 50 g up, 1 g below.
#[must_use]
pub fn round_to_scale_g(mass_g: f64) -> f64 {
    let step = if mass_g >= 50.0 { 5.0 } else { 1.0 };
    (mass_g / step).round() * step
}

/// Works out the batch for `base_g` of the base ingredient (20 g – 20 kg), rounded to the scale; all
/// masses further on follow from the rounded amounts.
///
/// Of the finished mass M, sugar and fat take their fractions and all water its own; the rest is dry
/// base. So M = dry base ÷ (1 − sugar − fat − water), with the fat's own water left out of account
/// only if it has none.
///
/// # Errors
/// A base outside its range, an unknown ingredient, targets that leave no room for the base.
pub fn formula(targets: &FormulaTargets, larder: &Larder, base_g: f64, ladder: &Ladder) -> Result<Formula> {
    let base_g = within("The amount", base_g, 20.0, 20_000.0, "g")?;
    let (base, sugar, fat) =
        (larder.get(&targets.base)?, larder.get(&targets.sugar)?, larder.get(&targets.fat)?);
    let dry_frac = 1.0 - targets.sugar_frac - targets.fat_frac - targets.water_frac;
    if dry_frac <= 0.0 || targets.sugar_per_water <= 0.0 {
        return Err(CoreError::BadProcess("its targets leave no room for the base.".into()));
    }
    let wished_g = base_g * (1.0 - base.makeup.water_frac) / dry_frac;
    let sugar_g = round_to_scale_g(wished_g * targets.sugar_frac);
    let fat_g = round_to_scale_g(wished_g * targets.fat_frac);
    let water_g = round_to_scale_g(sugar_g / targets.sugar_per_water);

    let charge = Charge::sugar_and_water(sugar_g, water_g).checked()?;
    let target_solids_frac = ladder.of(targets.stage).aim_frac();
    if charge.solids_frac() >= target_solids_frac {
        return Err(CoreError::BadProcess("its syrup starts past its stage.".into()));
    }
    let syrup_g = charge.at_strength(target_solids_frac).total_g();
    let dry_g = sugar_g + fat_g * (1.0 - fat.makeup.water_frac) + base_g * (1.0 - base.makeup.water_frac);
    let finished_g = dry_g / (1.0 - targets.water_frac);
    let combined_g = syrup_g + base_g + fat_g;
    let water = Makeup { water_frac: 1.0, ..Makeup::default() };
    let free_water_g = finished_g - sugar_g - fat_g - base_g;
    let makeup = Makeup::mixed(&[
        (base_g, base.makeup),
        (sugar_g, sugar.makeup),
        (fat_g, fat.makeup),
        (free_water_g, water),
    ]);
    let density = thermal(&makeup, 40.0).density_kg_m3;
    let line =
        |key: &str, name: &str, mass_g: f64| Line { ingredient: key.into(), name: name.into(), mass_g };
    let mut allergens: Vec<String> = [base, sugar, fat].iter().flat_map(|i| i.allergens.clone()).collect();
    allergens.sort();
    allergens.dedup();
    Ok(Formula {
        lines: vec![
            line(&targets.base, &base.name, base_g),
            line(&targets.sugar, &sugar.name, sugar_g),
            line("water", "Water", water_g),
            line(&targets.fat, &fat.name, fat_g),
        ],
        charge,
        stage: targets.stage,
        target_solids_frac,
        syrup_water_to_lose_g: charge.total_g() - syrup_g,
        syrup_g,
        combined_g,
        mass_water_to_lose_g: combined_g - finished_g,
        finished_g,
        sheet_cm2: finished_g / (density / 1000.0) / (targets.thickness_mm / 10.0),
        thickness_mm: targets.thickness_mm,
        allergens,
    })
}
