//! From a wanted firmness back to the water that gives it, and from a sweet that went wrong to what puts it right.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::food::{Composition, FatKind};
use crate::numeric::{Spread, bisect};
use crate::set::band::Band;
use crate::set::phases::Worked;
use crate::set::texture::{Firmness, TextureAsk, ghee, texture};

/// What is wrong with a mass that was poured, kneaded or formed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Trouble {
    /// It stays soft or sticky.
    TooSoft,
    /// It crumbles or cracks.
    TooDry,
    /// Fat comes out of it.
    Greasy,
    /// Its grain is coarse.
    Coarse,
}

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

/// What puts it right.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Rescued {
    /// What it is by what is seen.
    pub cause: String,
    /// What to do now, with its grams.
    pub now: String,
    /// Water to work in, g: negative, to drive off.
    pub water_g: f64,
    /// The same with what is not known of the mass.
    pub water: Spread,
    /// What it weighs then, g: the weight to stop at, without the pan.
    pub stop_at_g: f64,
    /// Its texture before.
    pub before: Firmness,
    /// What is expected then.
    pub expects: Firmness,
    /// What to change next time.
    pub next_time: String,
}

/// Water is looked for between these shares.
const WATER: (f64, f64) = (0.005, 0.60);
/// How much water a mass of one composition may be off, as a share of its mass.
const WATER_DOUBT_FRAC: f64 = 0.006;
/// Fat presses out until so much of the volume is liquid fat.
const HOLDS_FAT_FRAC: f64 = 0.22;

/// The same solids with another share of water.
fn with_water(c: &Composition, water_frac: f64) -> Composition {
    let solids = 1.0 - c.water_frac;
    let factor = if solids > 0.0 { (1.0 - water_frac) / solids } else { 0.0 };
    Composition { water_frac, ..Composition::from_array(c.to_array().map(|f| f * factor)) }
}

/// What a mass asks for, with the water of a composition.
fn asked(ask: &RescueAsk, composition: Composition) -> TextureAsk {
    TextureAsk {
        composition,
        free_fat_frac: ask.free_fat_frac,
        eat_c: ask.eat_c,
        fat: ask.fat,
        held: ask.held,
        gelled: None,
        fat_dried: None,
        worked: Worked::Kneaded,
    }
}

/// The water with which a mass has the firmness in the middle of a band, as a share of the mass; none where no water
/// gives it.
///
/// # Errors
/// As [`texture`].
fn water_for(ask: &RescueAsk) -> Result<Option<f64>> {
    let (low, high) = ask.wanted.range();
    let wanted = 0.5 * (low.max(0.30) + high.min(0.80));
    let firm = |water_frac: f64| texture(&asked(ask, with_water(&ask.composition, water_frac)));
    let (dry, wet) = (firm(WATER.0)?.solid_frac.mid, firm(WATER.1)?.solid_frac.mid);
    if !(wet..=dry).contains(&wanted) {
        return Ok(None);
    }
    let over = |water_frac: f64| firm(water_frac).map_or(0.0, |t| t.solid_frac.mid - wanted);
    Ok(Some(bisect(WATER.0, WATER.1, 1e-5, over)))
}

/// What puts a mass right that went wrong: cause, grams, what is expected then, what to change next time.
///
/// # Errors
/// Shares that do not add up; a firmness that no water gives.
pub fn rescued(ask: &RescueAsk) -> Result<Rescued> {
    let mass_g = within("What it weighs", ask.mass_g, 10.0, 50_000.0, "g")?;
    let before = texture(&asked(ask, ask.composition))?;
    let c = &ask.composition;
    let water_frac = match ask.trouble {
        Trouble::TooSoft | Trouble::TooDry => water_for(ask)?.ok_or_else(|| {
            CoreError::DoesNotFit(format!(
                "No water makes this mass “{}”: its fat and its dry solids decide. Choose a softer or firmer aim.",
                ask.wanted.name()
            ))
        })?,
        Trouble::Greasy | Trouble::Coarse => c.water_frac,
    };
    let water_g = mass_g * (1.0 - c.water_frac) / (1.0 - water_frac) - mass_g;
    let contrary = match ask.trouble {
        Trouble::TooSoft => water_g > 0.0,
        Trouble::TooDry => water_g < 0.0,
        _ => false,
    };
    let expects = texture(&asked(ask, with_water(c, water_frac)))?;
    let around_g = WATER_DOUBT_FRAC * mass_g;
    let (cause, now, next_time) =
        if contrary { contradicts(ask, water_g) } else { words(ask, water_g, &before) };
    Ok(Rescued {
        cause,
        now,
        water_g: if contrary { 0.0 } else { water_g },
        water: Spread { low: water_g - around_g, mid: water_g, high: water_g + around_g },
        stop_at_g: if contrary { mass_g } else { mass_g + water_g },
        before,
        expects,
        next_time,
    })
}

/// What is seen and what is believed of it do not agree: no blind deed.
fn contradicts(ask: &RescueAsk, water_g: f64) -> (String, String, String) {
    let firmer = if water_g > 0.0 { "firmer" } else { "softer" };
    (
        format!(
            "By its figures it should be {firmer} than you see it: something in the amounts is not as it was told."
        ),
        match ask.trouble {
            Trouble::TooSoft => {
                "Let it stand an hour first: crystals are slow. Then weigh it, and ask again.".to_owned()
            }
            _ => "Weigh it first. If the weight is right, knead in a teaspoon of warm milk, and look again."
                .to_owned(),
        },
        "Weigh what goes in and what comes off the stove: then it is known.".to_owned(),
    )
}

fn words(ask: &RescueAsk, water_g: f64, before: &Firmness) -> (String, String, String) {
    let mass_g = ask.mass_g;
    match ask.trouble {
        Trouble::TooDry => (
            "It went past its moment on the stove, or dried while it stood.".to_owned(),
            format!(
                "Warm it gently and knead in {water_g:.0} g of hot water or milk, a spoonful at a time; it weighs {:.0} g then.",
                mass_g + water_g
            ),
            format!("Take it off {water_g:.0} g heavier: weigh the pan."),
        ),
        Trouble::TooSoft => (
            "Too much water was left in it when it came off.".to_owned(),
            format!(
                "Back on the lowest flame, folding without pause, until it weighs {:.0} g: {:.0} g of water have to go.",
                mass_g + water_g,
                -water_g
            ),
            format!("Leave it on until it is {:.0} g lighter: weigh the pan.", -water_g),
        ),
        Trouble::Greasy => {
            let fat_frac = (before.phases.liquid_fat_frac - HOLDS_FAT_FRAC).max(0.0);
            let fat_g = fat_frac * mass_g * 0.91 / 1.25;
            (
                "More fat flows than the solids can hold: too hot, kneaded too long, or too much of it."
                    .to_owned(),
                if fat_g > 1.0 {
                    format!(
                        "Let it cool to hand warmth, press it in paper and take off about {fat_g:.0} g of fat."
                    )
                } else {
                    "Let it cool to hand warmth and knead it briefly: the fat goes back in.".to_owned()
                },
                "Add the fat last, in parts, and stop while it still drinks it.".to_owned(),
            )
        }
        Trouble::Coarse => {
            // Enough water to dissolve the crystals again while it is hot: sugar over two parts to one of water.
            let water_g =
                (mass_g * ask.composition.sucrose_frac / 2.3 - mass_g * ask.composition.water_frac).max(0.0);
            (
                "The sugar grained as it cooled: a seed, a stirring spoon, or no kneading while it was warm."
                    .to_owned(),
                format!(
                    "Melt it with {water_g:.0} g of water and a few drops of lime, wash the wall down, and cook it to its weight of {mass_g:.0} g again; then knead while it is warm."
                ),
                "No spoon in the boil, a clean wall, and knead from the moment hands bear it.".to_owned(),
            )
        }
    }
}
