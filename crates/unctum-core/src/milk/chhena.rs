//! Chhena from milk: what it yields, how wet it hangs, how much acid it takes.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::numeric::Spread;

/// Milk to turn.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", schema(example = json!({"milk_g": 2000, "fat_frac": 0.035, "protein_frac": 0.032, "hang_min": 90})))]
pub struct ChhenaAsk {
    /// How much milk, g.
    pub milk_g: f64,
    /// Its fat, 0–0.12.
    pub fat_frac: f64,
    /// Its protein, 0.02–0.06.
    pub protein_frac: f64,
    /// How long it hangs, min.
    pub hang_min: f64,
    /// Weight of a ball to be made of it, g; tells how many there are.
    #[serde(default)]
    pub ball_g: Option<f64>,
}

/// Acid that turns the milk, one kind or another.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct AcidDose {
    /// Citric acid, g.
    pub citric_acid: f64,
    /// Lime juice, g.
    pub lime_juice: f64,
    /// Vinegar of five per cent, g.
    pub vinegar: f64,
    /// Sour whey of the day before, g.
    pub sour_whey: f64,
}

/// A kind of acid that milk is turned with.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Acid {
    /// Citric acid, dry.
    Citric,
    /// Juice of limes.
    LimeJuice,
    /// Vinegar of five per cent.
    Vinegar,
}

impl Acid {
    /// What an ingredient turns milk with; none for what turns none.
    #[must_use]
    pub fn of(ingredient: &str) -> Option<Self> {
        match ingredient {
            "citric-acid" => Some(Self::Citric),
            "lime-juice" => Some(Self::LimeJuice),
            "vinegar" => Some(Self::Vinegar),
            _ => None,
        }
    }

    /// So much of it does what a gram of citric acid does, g.
    fn for_citric_g(self) -> f64 {
        match self {
            Self::Citric => 1.0,
            Self::LimeJuice => LIME_JUICE_G,
            Self::Vinegar => VINEGAR_G,
        }
    }
}

impl AcidDose {
    /// What does the same as so much citric acid, by kind.
    fn of_citric(citric_acid: f64) -> Self {
        Self {
            citric_acid,
            lime_juice: LIME_JUICE_G * citric_acid,
            vinegar: VINEGAR_G * citric_acid,
            sour_whey: SOUR_WHEY_G * citric_acid,
        }
    }
}

/// What comes of it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Chhena {
    /// Chhena, g.
    pub chhena_g: f64,
    /// The same with what differs from milk to milk.
    pub chhena: Spread,
    /// Its water, 0–1.
    pub water_frac: f64,
    /// Its fat, 0–1.
    pub fat_frac: f64,
    /// Its protein, 0–1.
    pub protein_frac: f64,
    /// Whey that runs off, g, the water of the acid not counted.
    pub whey_g: f64,
    /// Acid in all, g, by kind: one of them.
    pub acid_g: AcidDose,
    /// In so many portions, each after the whey was looked at: the last may not be needed.
    pub portions: u32,
    /// The acid goes in when the milk is so hot at least, °C.
    pub add_from_c: f64,
    /// And at most, °C.
    pub add_to_c: f64,
    /// Balls of the weight that was asked for.
    pub balls: Option<u32>,
    /// Across such a ball raw, mm.
    pub raw_mm: Option<f64>,
    /// Across it swollen, mm.
    pub swollen_mm: Option<f64>,
    /// What to look out for.
    pub said: Vec<String>,
}

/// Water left after long hanging, what runs off on the way, and how fast, min.
const HUNG_WATER_FRAC: f64 = 0.53;
const RUNS_OFF_FRAC: f64 = 0.17;
const RUNS_OFF_MIN: f64 = 40.0;
/// Share of the fat that the curd keeps, of the protein too, and what is lost in any case, g for 100 g of milk; salts and
/// milk sugar that stay in it, as a factor.
const FAT_KEPT: f64 = 0.93;
const PROTEIN_KEPT: f64 = 0.80;
const LOST_PERCENT: f64 = 0.1;
const STAYS_IN: f64 = 1.09;
/// How far a yield may be off, as a share.
const YIELD_DOUBT: f64 = 0.06;
/// Citric acid for a kilogram of milk, g; what the others have of acid against it, g for each g of citric acid.
const CITRIC_G_KG: f64 = 2.5;
const LIME_JUICE_G: f64 = 17.5;
const VINEGAR_G: f64 = 19.0;
const SOUR_WHEY_G: f64 = 160.0;
/// Density of raw chhena, g/ml, and times its volume when it has swollen.
const RAW_G_ML: f64 = 1.06;
const SWELLS: f64 = 2.0;
/// Wetter chhena breaks up, drier stays hard.
const BALLS_BETWEEN: (f64, f64) = (0.50, 0.62);

/// What chhena comes of milk.
///
/// ```
/// use unctum_core::milk::{ChhenaAsk, chhena};
/// let litre = chhena(&ChhenaAsk { milk_g: 1000.0, fat_frac: 0.035, protein_frac: 0.032, hang_min: 90.0, ball_g: None })?;
/// assert!(litre.chhena_g > 125.0 && litre.chhena_g < 150.0);
/// assert!((litre.chhena_g + litre.whey_g - 1000.0).abs() < 1e-9);
/// # Ok::<(), unctum_core::CoreError>(())
/// ```
///
/// # Errors
/// Milk no animal gives.
pub fn chhena(ask: &ChhenaAsk) -> Result<Chhena> {
    let milk_g = within("The milk", ask.milk_g, 50.0, 50_000.0, "g")?;
    let fat = within("The fat of the milk", ask.fat_frac, 0.0, 0.12, "(fraction)")?;
    let protein = within("The protein of the milk", ask.protein_frac, 0.02, 0.06, "(fraction)")?;
    let hang_min = within("How long it hangs", ask.hang_min, 0.0, 1440.0, "min")?;
    let ball_g = ask.ball_g.map(|g| within("The weight of a ball", g, 3.0, 200.0, "g")).transpose()?;
    let water_frac = HUNG_WATER_FRAC + RUNS_OFF_FRAC * (-hang_min / RUNS_OFF_MIN).exp();
    let kept_percent = (100.0 * (FAT_KEPT * fat + PROTEIN_KEPT * protein) - LOST_PERCENT).max(0.0);
    let chhena_g = milk_g / 100.0 * kept_percent * STAYS_IN / (1.0 - water_frac);
    let mm = |ml: f64| 10.0 * (6.0 * ml / std::f64::consts::PI).cbrt();
    let raw_ml = ball_g.map(|g| g / RAW_G_ML);
    Ok(Chhena {
        chhena_g,
        chhena: Spread {
            low: chhena_g * (1.0 - YIELD_DOUBT),
            mid: chhena_g,
            high: chhena_g * (1.0 + YIELD_DOUBT),
        },
        water_frac,
        fat_frac: FAT_KEPT * fat * milk_g / chhena_g,
        protein_frac: PROTEIN_KEPT * protein * milk_g / chhena_g,
        whey_g: milk_g - chhena_g,
        acid_g: AcidDose::of_citric(CITRIC_G_KG * milk_g / 1000.0),
        portions: 3,
        add_from_c: 75.0,
        add_to_c: 85.0,
        balls: ball_g.map(|g| (chhena_g / g).floor() as u32),
        raw_mm: raw_ml.map(mm),
        swollen_mm: raw_ml.map(|ml| mm(SWELLS * ml)),
        said: said(fat, water_frac),
    })
}

impl Chhena {
    /// The same where a method writes what comes of its milk and what it is turned with: a page tells one yield and one
    /// dose. The doubt stays, and what else would do in the acid's place follows from the acid that is written.
    #[must_use]
    pub fn as_written(self, milk_g: f64, chhena_g: f64, acid: Option<(Acid, f64)>) -> Self {
        let times = chhena_g / self.chhena_g;
        Self {
            chhena_g,
            chhena: Spread { low: self.chhena.low * times, mid: chhena_g, high: self.chhena.high * times },
            whey_g: milk_g - chhena_g,
            acid_g: acid
                .map_or(self.acid_g, |(kind, amount_g)| AcidDose::of_citric(amount_g / kind.for_citric_g())),
            ..self
        }
    }
}

fn said(fat: f64, water_frac: f64) -> Vec<String> {
    let mut said = vec![
        "Add the acid in three parts and stop as soon as the whey is clear and green: more makes it grainy."
            .to_owned(),
    ];
    if water_frac > BALLS_BETWEEN.1 {
        said.push(
            "Still too wet for balls, they would break up: let it hang longer, or press it.".to_owned(),
        );
    }
    if water_frac < BALLS_BETWEEN.0 {
        said.push("Too dry for balls, they would stay hard: knead a little whey back in.".to_owned());
    }
    if fat < 0.025 {
        said.push("Lean milk gives little and chewy chhena: take milk with 3.5 to 4.5 % fat.".to_owned());
    } else if fat > 0.06 {
        said.push("So rich a chhena is greasy and falls apart in the syrup: mix in leaner milk.".to_owned());
    }
    said
}
