//! How firm a set mass is: what of it is solid and what flows, by volume.
//!
//! Its water carries sucrose to saturation and the rest of the sucrose is crystal; what its solids hold of the water,
//! what swells to a gel, what of the fat is solid or locked in, stands with the crystals. The share of the solid volume
//! decides whether it flows, slices or crumbles. The constants were fitted to the catalogue; docs/worked-figures.md
//! shows the fit, and what each is worth.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::food::{Composition, FatKind};
use crate::numeric::{Spread, Z80, along};
use crate::set::band::{Band, BandRange, Word};
use crate::set::phases::{Phases, Worked};
use crate::syrup::physical::{density_kg_m3, solubility_frac};

/// Densities, g/ml: sugar and milk sugar as crystals, insolubles, fat.
const SUCROSE_G_ML: f64 = 1.587;
const LACTOSE_G_ML: f64 = 1.54;
const INSOLUBLE_G_ML: f64 = 1.40;
const FAT_G_ML: f64 = 0.91;
/// Reducing sugars keep sucrose from dissolving, by this for each gram of them to a gram of water.
const REDUCING_KEEPS_OUT: f64 = 0.088;
/// Lactose that a gram of water carries at 25 °C, g, and by temperature against that.
const LACTOSE_G_G: f64 = 0.13;
const LACTOSE_BY_C: [(f64, f64); 5] = [(5.0, 0.75), (20.0, 0.93), (25.0, 1.0), (30.0, 1.12), (40.0, 1.4)];
/// Solids never hold more of the water than this.
const MOST_HELD_FRAC: f64 = 0.7;
/// A gram of gelled solids, and of cooked egg white and yolk, takes so much, ml; of the syrup this share at most.
const GEL_ML_G: f64 = 2.8;
const EGG_ML_G: f64 = 11.0;
const MOST_SWELLS_FRAC: f64 = 0.8;
/// Solids that dried in hot fat lock so much of it, g for each g, and this share at most.
const LOCKS_G_G: f64 = 0.30;
const MOST_LOCKED_FRAC: f64 = 0.7;
/// What is not known of the constants, as factors: held water, free fat, gel, egg, locked fat.
pub const DOUBTS: Factors = [1.35, 1.3, 1.3, 1.35, 1.4];
/// How far a share that was reckoned from a composition alone may be off: the half of its 80 % interval.
pub(super) const UNTOLD_SPREAD: f64 = 0.10;
/// Water that insolubles hold when nothing is told of them, g for each g.
const UNTOLD_HELD: f64 = 0.10;
/// A syrup that carries so little sucrose of what it could is not saturated, though it may look so.
const SATURATED_FRAC: f64 = 0.98;

/// Free fat of one kind.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FreeFat {
    /// What it is.
    pub fat: FatKind,
    /// Share of the mass.
    pub frac: f64,
}

/// A mass to set, as its texture follows from it: shares of its mass.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SetMass {
    /// What it is made of.
    pub composition: Composition,
    /// Free fat by kind.
    pub free: [FreeFat; 4],
    /// Water its insolubles could hold.
    pub holds_frac: f64,
    /// Insolubles that swelled to a gel.
    pub gelled_frac: f64,
    /// Protein of cooked egg.
    pub egg_frac: f64,
    /// Insolubles that dried in hot fat.
    pub fat_dried_frac: f64,
    /// How its sugar was treated.
    pub worked: Worked,
}

/// What is asked about a mass of which only the composition is known, and what is told besides.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", schema(example = json!({"composition": {"water_frac": 0.095, "sucrose_frac": 0.37, "fat_frac": 0.25,
    "protein_frac": 0.11, "starch_frac": 0.13, "fibre_frac": 0.03, "ash_frac": 0.015}, "free_fat_frac": 0.2, "eat_c": 25})))]
pub struct TextureAsk {
    /// Shares of its mass; they add up to 1.
    pub composition: Composition,
    /// Share of its fat that is free to flow, 0–1.
    pub free_fat_frac: f64,
    /// How warm it is eaten, °C.
    #[serde(default = "usual_eat_c")]
    pub eat_c: f64,
    /// What its free fat is; ghee if left out.
    #[serde(default = "ghee")]
    pub fat: FatKind,
    /// Water that a gram of its insolubles holds, g.
    #[serde(default)]
    pub held: Option<f64>,
    /// Share of its insolubles that swelled to a gel, 0–1.
    #[serde(default)]
    pub gelled: Option<f64>,
    /// Share of its insolubles that dried in hot fat, 0–1.
    #[serde(default)]
    pub fat_dried: Option<f64>,
    /// How its sugar was treated.
    #[serde(default)]
    pub worked: Worked,
}

pub(super) fn ghee() -> FatKind {
    FatKind::Milk
}

fn usual_eat_c() -> f64 {
    25.0
}

/// How firm a mass is, and how it bites.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Firmness {
    /// φ: the solid share of its volume.
    pub solid_frac: Spread,
    /// Its band at the most likely share.
    pub band: Band,
    /// How it bites, besides.
    pub words: Vec<Word>,
    /// The same in a sentence.
    pub said: String,
    /// What stands and what flows.
    pub phases: Phases,
    /// All bands with their ends, to draw it among.
    pub scale: Vec<BandRange>,
}

/// Constants of the model as factors on what they usually are: held water, free fat, gel, egg, locked fat.
pub type Factors = [f64; 5];

impl SetMass {
    /// A mass of which only the composition is known.
    ///
    /// # Errors
    /// Shares that do not add up, or are none.
    pub fn of(ask: &TextureAsk) -> Result<Self> {
        check_composition(&ask.composition)?;
        within("The share of free fat", ask.free_fat_frac, 0.0, 1.0, "(fraction)")?;
        within("The water that is held", ask.held.unwrap_or(0.0), 0.0, 3.0, "g/g")?;
        within("The gelled share", ask.gelled.unwrap_or(0.0), 0.0, 1.0, "(fraction)")?;
        within("The share that dried in fat", ask.fat_dried.unwrap_or(0.0), 0.0, 1.0, "(fraction)")?;
        let c = &ask.composition;
        let insoluble = c.protein_frac + c.starch_frac + c.fibre_frac;
        let mut free = <[FreeFat; 4]>::default();
        free[0] = FreeFat { fat: ask.fat, frac: ask.free_fat_frac * c.fat_frac };
        Ok(Self {
            composition: *c,
            free,
            holds_frac: ask.held.unwrap_or(UNTOLD_HELD) * insoluble,
            gelled_frac: ask.gelled.unwrap_or(0.0) * insoluble,
            egg_frac: 0.0,
            fat_dried_frac: ask.fat_dried.unwrap_or(0.0) * insoluble,
            worked: ask.worked,
        })
    }

    /// The same dry part with another share of water, 0–1.
    #[must_use]
    pub fn with_water(&self, water_frac: f64) -> Self {
        let dry = 1.0 - self.composition.water_frac;
        let factor = if dry > 0.0 { (1.0 - water_frac) / dry } else { 0.0 };
        let shares = Composition::from_array(self.composition.to_array().map(|f| f * factor));
        Self {
            composition: Composition { water_frac, ..shares },
            free: self.free.map(|f| FreeFat { frac: f.frac * factor, ..f }),
            holds_frac: self.holds_frac * factor,
            gelled_frac: self.gelled_frac * factor,
            egg_frac: self.egg_frac * factor,
            fat_dried_frac: self.fat_dried_frac * factor,
            worked: self.worked,
        }
    }

    /// What of it is solid at a temperature.
    #[must_use]
    pub fn phases(&self, at_c: f64) -> Phases {
        self.phases_with(at_c, &[1.0; 5])
    }

    /// The same with other constants: what a fit asks.
    #[must_use]
    pub fn phases_with(&self, at_c: f64, factors: &Factors) -> Phases {
        let [holds, frees, gels, eggs, locks] = *factors;
        let c = &self.composition;
        let (water, insoluble) = (c.water_frac, c.protein_frac + c.starch_frac + c.fibre_frac);
        let could_hold = holds * self.holds_frac;
        let held = held_frac(could_hold, water);
        let flows = water - held;

        let saturated_g_g = solubility_frac(at_c) / (1.0 - solubility_frac(at_c));
        let kept_out = REDUCING_KEEPS_OUT * c.reducing_frac;
        let could_dissolve = (saturated_g_g * (flows - kept_out)).max(0.0);
        let sucrose = c.sucrose_frac.min(could_dissolve);
        let lactose = c.lactose_frac.min(LACTOSE_G_G * along(&LACTOSE_BY_C, at_c) * flows);
        let others = lactose + c.reducing_frac + c.gums_frac;
        let dissolved = sucrose + others;
        let syrup_g = flows + dissolved + c.ash_frac;
        let strength = if syrup_g > 0.0 { dissolved / syrup_g } else { 0.0 };
        // Beyond what a pourable syrup holds, its density no longer follows the published table.
        let syrup_ml = syrup_g / (density_kg_m3(strength.min(0.85), at_c) / 1000.0);

        let need_ml =
            (1.0 - strength) * (gels * GEL_ML_G * self.gelled_frac + eggs * EGG_ML_G * self.egg_frac);
        let most_ml = MOST_SWELLS_FRAC * syrup_ml;
        let gel_ml = if need_ml > 0.0 { need_ml * most_ml / (need_ml + most_ml) } else { 0.0 };

        let told_free: f64 = self.free.iter().map(|f| f.frac).sum();
        let more_free = (frees * told_free).min(c.fat_frac) / told_free.max(1e-12);
        let liquid: f64 = self.free.iter().map(|f| more_free * f.frac * (1.0 - f.fat.solid_frac(at_c))).sum();
        let locked = (locks * LOCKS_G_G * self.fat_dried_frac).min(MOST_LOCKED_FRAC * liquid);
        let liquid = liquid - locked;

        let crystal_ml = (c.sucrose_frac - sucrose) / SUCROSE_G_ML;
        let lactose_ml = (c.lactose_frac - lactose) / LACTOSE_G_ML;
        let insoluble_ml = insoluble / INSOLUBLE_G_ML + held;
        let firm_fat_ml = (c.fat_frac - liquid) / FAT_G_ML;
        let (flows_ml, liquid_ml) = (syrup_ml - gel_ml, liquid / FAT_G_ML);
        let all_ml =
            (crystal_ml + lactose_ml + insoluble_ml + gel_ml + firm_fat_ml + flows_ml + liquid_ml).max(1e-12);
        let share = |of: f64, whole: f64| if whole > 1e-9 { of / whole } else { 0.0 };
        Phases {
            crystal_frac: crystal_ml / all_ml,
            lactose_crystal_frac: lactose_ml / all_ml,
            insoluble_frac: insoluble_ml / all_ml,
            gel_frac: gel_ml / all_ml,
            firm_fat_frac: firm_fat_ml / all_ml,
            syrup_frac: flows_ml / all_ml,
            liquid_fat_frac: liquid_ml / all_ml,
            crystallised_frac: share(c.sucrose_frac - sucrose, c.sucrose_frac),
            other_dissolved_frac: share(others, dissolved),
            saturated: sucrose >= SATURATED_FRAC * could_dissolve,
        }
    }

    /// φ at a temperature, with what the constants leave open.
    #[must_use]
    pub fn solid_frac(&self, at_c: f64) -> Spread {
        let mid = self.phases(at_c).solid_frac();
        let each = (0..DOUBTS.len()).map(|i| {
            let with = |factor: f64| {
                let mut factors = [1.0; 5];
                factors[i] = factor;
                self.phases_with(at_c, &factors).solid_frac()
            };
            0.5 * (with(DOUBTS[i]) - with(1.0 / DOUBTS[i]))
        });
        let sd = each.map(|half| half * half).sum::<f64>().sqrt();
        in_bounds(mid, Z80 * sd)
    }

    /// How firm it is at a temperature, and how it bites.
    #[must_use]
    pub fn texture(&self, at_c: f64) -> Firmness {
        self.texture_and(at_c, 0.0)
    }

    /// The same where what was not told leaves the solid share so far open besides.
    pub(super) fn texture_and(&self, at_c: f64, untold_frac: f64) -> Firmness {
        let known = self.solid_frac(at_c);
        let solid_frac = match untold_frac {
            0.0 => known,
            _ => in_bounds(known.mid, (0.5 * (known.high - known.low)).hypot(untold_frac)),
        };
        let phases = self.phases(at_c);
        let band = Band::of(solid_frac.mid);
        let words = Word::of(&phases, self.worked);
        Firmness { solid_frac, band, said: band.said(&words), words, phases, scale: Band::scale() }
    }
}

fn in_bounds(mid: f64, half: f64) -> Spread {
    Spread { low: (mid - half).max(0.0), mid, high: (mid + half).min(1.0) }
}

/// Water that solids hold, which could hold `could`, where there is so much of it.
fn held_frac(could: f64, water: f64) -> f64 {
    if could <= 0.0 || water <= 0.0 {
        return 0.0;
    }
    let smooth = could * water / (could.powi(4) + water.powi(4)).powf(0.25);
    smooth.min(MOST_HELD_FRAC * water)
}

/// # Errors
/// Shares that are none, or do not add up to the whole.
pub fn check_composition(c: &Composition) -> Result<()> {
    for frac in c.to_array() {
        within("A share of the composition", frac, 0.0, 1.0, "(fraction)")?;
    }
    let total: f64 = c.to_array().iter().sum();
    within("The sum of all shares", total, 0.98, 1.02, "(fraction)")?;
    Ok(())
}

/// How firm a mass is of which only the composition is known: what is not told of it widens the answer.
///
/// ```
/// use unctum_core::food::Composition;
/// use unctum_core::set::{TextureAsk, texture};
/// let sheet = Composition {
///     water_frac: 0.095, sucrose_frac: 0.37, fat_frac: 0.25, protein_frac: 0.11, starch_frac: 0.13,
///     fibre_frac: 0.03, ash_frac: 0.015, ..Composition::default()
/// };
/// let ask = |eat_c| TextureAsk {
///     composition: sheet, free_fat_frac: 0.2, eat_c, fat: unctum_core::food::FatKind::Milk, held: Some(0.0), gelled: None,
///     fat_dried: None, worked: Default::default(),
/// };
/// let (cool, warm) = (texture(&ask(20.0))?, texture(&ask(35.0))?);
/// assert!(cool.solid_frac.mid > warm.solid_frac.mid && cool.solid_frac.low < cool.solid_frac.high);
/// # Ok::<(), unctum_core::CoreError>(())
/// ```
///
/// # Errors
/// Shares that do not add up; temperatures at which nobody eats.
pub fn texture(ask: &TextureAsk) -> Result<Firmness> {
    let mass = SetMass::of(ask)?;
    within("How warm it is eaten", ask.eat_c, 0.0, 60.0, "°C")?;
    let told = ask.held.is_some() && ask.gelled.is_some() && ask.fat_dried.is_some();
    Ok(mass.texture_and(ask.eat_c, if told { 0.0 } else { UNTOLD_SPREAD }))
}
