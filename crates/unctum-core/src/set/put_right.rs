//! From a wanted firmness back to the water that gives it, and from a mass that went wrong to what puts it right.

use serde::{Deserialize, Serialize};

use crate::numeric::{Spread, bisect};
use crate::set::band::Band;
use crate::set::texture::{Firmness, SetMass};

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

impl Trouble {
    /// All of them.
    pub const ALL: [Self; 4] = [Self::TooSoft, Self::TooDry, Self::Greasy, Self::Coarse];

    /// What is seen, in a cook's words.
    #[must_use]
    pub fn sign(self) -> &'static str {
        match self {
            Self::TooSoft => "It stays soft, or sticks",
            Self::TooDry => "It is dry and falls apart",
            Self::Greasy => "Fat comes out of it",
            Self::Coarse => "Its grain is coarse",
        }
    }

    /// Whether its water is what is wrong.
    pub(super) fn is_of_water(self) -> bool {
        matches!(self, Self::TooSoft | Self::TooDry)
    }

    /// The firmness that a mass must have if this is seen of it, where it was to have another; none where this tells
    /// nothing of it.
    fn seen_frac(self, wanted_frac: f64) -> Option<f64> {
        let wanted = Band::of(wanted_frac);
        let next = |found: Option<&Band>| {
            let (low, high) = found.copied().unwrap_or(wanted).range();
            (low.max(SOFTEST_FRAC), high.min(DRIEST_FRAC))
        };
        let all: Vec<Band> = Band::scale().iter().map(|b| b.band).collect();
        match self {
            Self::TooSoft => {
                let (low, high) = next(all.iter().rev().find(|b| **b < wanted));
                Some((high - SEEN_INTO_FRAC * (high - low)).min(wanted_frac - SEEN_APART_FRAC))
            }
            Self::TooDry => {
                let (low, high) = next(all.iter().find(|b| **b > wanted));
                Some((low + SEEN_INTO_FRAC * (high - low)).max(wanted_frac + SEEN_APART_FRAC))
            }
            Self::Greasy | Self::Coarse => None,
        }
    }
}

/// A mass that went wrong, as far as it is known.
#[derive(Debug, Clone, Copy)]
pub struct WentWrong<'a> {
    /// What is wrong.
    pub trouble: Trouble,
    /// What it weighs, g.
    pub mass_g: f64,
    /// What it is believed to be.
    pub mass: &'a SetMass,
    /// Water that it was to have, as a share of it; none where its water is no matter.
    pub wanted_water_frac: Option<f64>,
    /// How warm it is eaten, °C.
    pub eat_c: f64,
    /// What was not told of it leaves its φ so far open besides.
    pub untold_frac: f64,
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
/// Firmness ends here for what is still a sweet: softer it is a sauce, drier a powder.
const SOFTEST_FRAC: f64 = 0.30;
const DRIEST_FRAC: f64 = 0.80;
/// What is called too soft or too dry stands so far within the next band, as a share of it, and at least so far from
/// what was wanted.
const SEEN_INTO_FRAC: f64 = 0.35;
const SEEN_APART_FRAC: f64 = 0.03;
/// By more than this of its weight a mass that came together is not off, whatever it looks like.
const MOST_OFF_FRAC: f64 = 0.06;

/// The solid share in the middle of a band.
fn middle_frac(band: Band) -> f64 {
    let (low, high) = band.range();
    0.5 * (low.max(SOFTEST_FRAC) + high.min(DRIEST_FRAC))
}

/// The water with which a mass has a solid share, as a share of the mass; none where no water gives it.
fn water_for(mass: &SetMass, solid_frac: f64, eat_c: f64) -> Option<f64> {
    let firm = |water_frac: f64| mass.with_water(water_frac).phases(eat_c).solid_frac();
    (firm(WATER.1)..=firm(WATER.0))
        .contains(&solid_frac)
        .then(|| bisect(WATER.0, WATER.1, 1e-5, |water_frac| firm(water_frac) - solid_frac))
}

/// The water with which a mass has the firmness in the middle of a band, as a share of the mass; none where no water
/// gives it.
#[must_use]
pub fn water_for_band(mass: &SetMass, band: Band, eat_c: f64) -> Option<f64> {
    water_for(mass, middle_frac(band), eat_c)
}

/// A mass that was made to be so, as it must be if a trouble is seen of it: with the same dry part, and its new weight, g.
/// None where what is seen tells nothing of its water.
#[must_use]
pub fn as_seen(trouble: Trouble, meant: &SetMass, mass_g: f64, eat_c: f64) -> Option<(SetMass, f64)> {
    let seen_frac = trouble.seen_frac(meant.phases(eat_c).solid_frac())?;
    let meant_frac = meant.composition.water_frac;
    let water_frac = water_for(meant, seen_frac, eat_c)?;
    let dry_g = mass_g * (1.0 - meant_frac);
    // Where a gel or fat decides, no water explains it: no more is told than a pan goes wrong by.
    let within = |g: f64| g.clamp((1.0 - MOST_OFF_FRAC) * mass_g, (1.0 + MOST_OFF_FRAC) * mass_g);
    let water_frac = (1.0 - dry_g / within(dry_g / (1.0 - water_frac))).max(WATER.0);
    Some((meant.with_water(water_frac), dry_g / (1.0 - water_frac)))
}

/// What puts a mass right that went wrong: cause, grams, what is expected then, what to change next time.
#[must_use]
pub fn put_right(w: &WentWrong<'_>) -> Rescued {
    let (mass_g, was_frac) = (w.mass_g, w.mass.composition.water_frac);
    let water_frac = w.wanted_water_frac.filter(|_| w.trouble.is_of_water()).unwrap_or(was_frac);
    let water_g = mass_g * (1.0 - was_frac) / (1.0 - water_frac) - mass_g;
    let contrary = match w.trouble {
        Trouble::TooSoft => water_g > 0.0,
        Trouble::TooDry => water_g < 0.0,
        _ => false,
    };
    let before = w.mass.texture_and(w.eat_c, w.untold_frac);
    let expects = w.mass.with_water(water_frac).texture_and(w.eat_c, w.untold_frac);
    let around_g = WATER_DOUBT_FRAC * mass_g;
    let (cause, now, next_time) = if contrary { contradicts(w, water_g) } else { words(w, water_g, &before) };
    Rescued {
        cause,
        now,
        water_g: if contrary { 0.0 } else { water_g },
        water: Spread { low: water_g - around_g, mid: water_g, high: water_g + around_g },
        stop_at_g: if contrary { mass_g } else { mass_g + water_g },
        before,
        expects,
        next_time,
    }
}

/// What is seen and what is believed of it do not agree: no blind deed.
fn contradicts(w: &WentWrong<'_>, water_g: f64) -> (String, String, String) {
    let firmer = if water_g > 0.0 { "firmer" } else { "softer" };
    (
        format!(
            "By its figures it should be {firmer} than you see it: something in the amounts is not as it was told."
        ),
        match w.trouble {
            Trouble::TooSoft => {
                "Let it stand an hour first: crystals are slow. Then weigh it, and ask again.".to_owned()
            }
            _ => "Weigh it first. If the weight is right, knead in a teaspoon of warm milk, and look again."
                .to_owned(),
        },
        "Weigh what goes in and what comes off the stove: then it is known.".to_owned(),
    )
}

fn words(w: &WentWrong<'_>, water_g: f64, before: &Firmness) -> (String, String, String) {
    let mass_g = w.mass_g;
    match w.trouble {
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
            let water_g = (mass_g * w.mass.composition.sucrose_frac / 2.3
                - mass_g * w.mass.composition.water_frac)
                .max(0.0);
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
