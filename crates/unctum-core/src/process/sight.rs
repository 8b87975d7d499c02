//! What a step looks like on its way: a row of pictures, each with the part of the time after which it usually comes.
//! The cook says which one she sees; the last is what she waits for.

use serde::{Deserialize, Serialize};

/// The rows there are.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum SightRow {
    /// Nuts, seeds, grain or coconut roasted dry, or with a little fat.
    Dry,
    /// Flour roasted in fat.
    Flour,
    /// Semolina roasted without colour.
    Grain,
    /// A mass cooked until it leaves the sides.
    Mass,
    /// Milk split by an acid.
    Curd,
    /// Pieces that swell in a boiling syrup.
    Swell,
    /// Sugar melted to colour.
    Colour,
    /// None: its cue alone says when it is done.
    OwnCue,
}

/// How a sight is drawn.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Picture {
    /// Single grains, pale.
    Pale,
    /// Grains with warmth rising.
    Warm,
    /// Grains, a shade darker.
    Darker,
    /// Dry clumps.
    Clumps,
    /// A heavy paste.
    Paste,
    /// It flows, fat at the rim.
    Loose,
    /// It runs back behind the spoon.
    Wet,
    /// Thick bubbles.
    Bubbles,
    /// Clear of the sides.
    Sides,
    /// One lump.
    Lump,
    /// White all through.
    Milky,
    /// Specks.
    Specks,
    /// Clots in clear whey.
    Clots,
    /// Pieces low in the pot.
    Low,
    /// Pieces on top.
    Afloat,
    /// Pieces grown large.
    Large,
}

/// One picture of a row.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Sight {
    /// Its key within the row.
    pub key: &'static str,
    /// What is seen, and what to do or to leave.
    pub words: &'static str,
    /// How it is drawn.
    pub picture: Picture,
    /// After which part of the time it usually comes, 0–1.
    pub at_frac: f64,
}

const fn sight(key: &'static str, picture: Picture, at_frac: f64, words: &'static str) -> Sight {
    Sight { key, words, picture, at_frac }
}

const DRY: [Sight; 4] = [
    sight("pale", Picture::Pale, 0.2, "Pale, no smell yet"),
    sight("warm", Picture::Warm, 0.5, "Warm all through, it begins to smell"),
    sight("aroma", Picture::Warm, 0.8, "It smells roasted: stay with it"),
    sight("darker", Picture::Darker, 1.0, "A shade darker all over: out of the hot pan"),
];
const FLOUR: [Sight; 5] = [
    sight("clumps", Picture::Clumps, 0.12, "Dry clumps. It looks wrong now: add nothing"),
    sight("paste", Picture::Paste, 0.4, "A heavy paste that drags on the spoon"),
    sight("loose", Picture::Loose, 0.65, "It loosens, fat shows at the rim"),
    sight("aroma", Picture::Warm, 0.85, "It smells of nuts: flame low, stay with it"),
    sight("darker", Picture::Darker, 1.0, "As dark as it should be"),
];
const GRAIN: [Sight; 3] = [
    sight("clings", Picture::Clumps, 0.25, "Damp with fat, it clings to the spoon"),
    sight("runs", Picture::Pale, 0.65, "It runs off the spoon, grain by grain"),
    sight("biscuit", Picture::Warm, 1.0, "It smells of biscuit and is still pale: stop before it colours"),
];
const MASS: [Sight; 5] = [
    sight("wet", Picture::Wet, 0.2, "It runs together behind the spoon"),
    sight("bubbles", Picture::Bubbles, 0.5, "Thick bubbles spit: keep your arm away"),
    sight("sides", Picture::Sides, 0.8, "It leaves the sides"),
    sight("bottom", Picture::Sides, 0.92, "The bottom stays clean behind the spoon"),
    sight("lump", Picture::Lump, 1.0, "One lump that slides as a whole"),
];
const CURD: [Sight; 4] = [
    sight("milky", Picture::Milky, 0.25, "White all through: the next portion, slowly"),
    sight("specks", Picture::Specks, 0.5, "Small specks: wait before you add more"),
    sight("cloudy", Picture::Specks, 0.75, "Clots, but the whey is cloudy: a little more"),
    sight("clear", Picture::Clots, 1.0, "Clots in clear, greenish whey: no more acid"),
];
const SWELL: [Sight; 4] = [
    sight("low", Picture::Low, 0.1, "They lie low. The syrup has to boil hard"),
    sight("afloat", Picture::Afloat, 0.35, "All float and turn, under foam"),
    sight("half", Picture::Afloat, 0.65, "Half as large again: leave the lid on"),
    sight("large", Picture::Large, 1.0, "Doubled, and a pressed one comes back"),
];
const COLOUR: [Sight; 3] = [
    sight("melts", Picture::Wet, 0.45, "Melting at the rim: swirl, do not stir"),
    sight("pale", Picture::Loose, 0.75, "Pale gold all through: do not leave it now"),
    sight("amber", Picture::Darker, 1.0, "The colour that is asked for: off the flame at once"),
];

impl SightRow {
    /// Its pictures, in the order in which they come.
    #[must_use]
    pub fn sights(self) -> &'static [Sight] {
        match self {
            Self::Dry => &DRY,
            Self::Flour => &FLOUR,
            Self::Grain => &GRAIN,
            Self::Mass => &MASS,
            Self::Curd => &CURD,
            Self::Swell => &SWELL,
            Self::Colour => &COLOUR,
            Self::OwnCue => &[],
        }
    }
}
