//! Firmness in words: the bands that the solid share of a mass falls into, and how it bites besides.

use serde::{Deserialize, Serialize};

use crate::set::phases::{Phases, Worked};

/// How firm a mass is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Band {
    /// It flows.
    Flows,
    /// It is taken with a spoon.
    Spoonable,
    /// Soft, and yet it slices.
    Sliceable,
    /// Firm; it cuts clean.
    Firm,
    /// Short; it crumbles in the mouth.
    Short,
    /// Dry; it falls apart.
    Dry,
}

/// All of them from soft to dry, each with the solid share at which it begins.
pub const BANDS: [(Band, f64); 6] = [
    (Band::Flows, 0.0),
    (Band::Spoonable, 0.42),
    (Band::Sliceable, 0.50),
    (Band::Firm, 0.60),
    (Band::Short, 0.67),
    (Band::Dry, 0.74),
];

/// A band with its ends, to be drawn.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BandRange {
    /// The band.
    pub band: Band,
    /// In a cook's words.
    pub name: &'static str,
    /// Solid share from which it goes, 0–1.
    pub from_frac: f64,
    /// Solid share up to which it goes, 0–1.
    pub to_frac: f64,
}

impl Band {
    /// All of them from soft to dry, with their ends.
    #[must_use]
    pub fn scale() -> Vec<BandRange> {
        let range = |(band, _): (Self, f64)| {
            let (from_frac, to_frac) = band.range();
            BandRange { band, name: band.name(), from_frac, to_frac }
        };
        BANDS.map(range).to_vec()
    }

    /// The band of a solid share.
    #[must_use]
    pub fn of(solid_frac: f64) -> Self {
        BANDS.iter().rev().find(|(_, from)| solid_frac >= *from).map_or(Self::Flows, |(band, _)| *band)
    }

    /// The solid shares between which it lies.
    #[must_use]
    pub fn range(self) -> (f64, f64) {
        let place = self as usize;
        (BANDS[place].1, BANDS.get(place + 1).map_or(1.0, |b| b.1))
    }

    /// In a cook's words.
    #[must_use]
    pub fn name(self) -> &'static str {
        match self {
            Self::Flows => "flows",
            Self::Spoonable => "soft, for the spoon",
            Self::Sliceable => "soft, sliceable",
            Self::Firm => "firm, cuts clean",
            Self::Short => "short, crumbly",
            Self::Dry => "dry, falls apart",
        }
    }

    /// A sentence: how firm, and how it bites.
    #[must_use]
    pub fn said(self, words: &[Word]) -> String {
        let mut said = self.name().to_owned();
        for word in words {
            said.push_str(", ");
            said.push_str(word.name());
        }
        said
    }
}

/// How a mass bites, besides being soft or firm.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Word {
    /// Syrup that does not crystallise.
    Chewy,
    /// A gel.
    Gummy,
    /// Much liquid fat.
    Melting,
    /// Crystals that grew as they liked.
    Grainy,
    /// Crystals broken small.
    Smooth,
    /// Sugar that was never dissolved.
    Sandy,
    /// Milk sugar that came out.
    LactoseGrit,
}

/// From these shares on a mass is called so.
const CHEWY_FRAC: f64 = 0.05;
const GUMMY_FRAC: f64 = 0.10;
const MELTING_FRAC: f64 = 0.30;
const CRYSTALLISED_FRAC: f64 = 0.5;
const GRIT_FRAC: f64 = 0.05;

impl Word {
    /// What can be said of a mass.
    #[must_use]
    pub fn of(p: &Phases, worked: Worked) -> Vec<Self> {
        let grain = match worked {
            Worked::Poured => Self::Grainy,
            Worked::Kneaded => Self::Smooth,
            Worked::Ground => Self::Sandy,
        };
        let said = [
            (Self::Chewy, p.saturated && p.syrup_frac * p.other_dissolved_frac >= CHEWY_FRAC),
            (Self::Gummy, p.gel_frac >= GUMMY_FRAC),
            (Self::Melting, p.liquid_fat_frac >= MELTING_FRAC),
            (grain, p.crystallised_frac > CRYSTALLISED_FRAC),
            (Self::LactoseGrit, p.lactose_crystal_frac >= GRIT_FRAC),
        ];
        said.into_iter().filter(|(_, holds)| *holds).map(|(word, _)| word).collect()
    }

    /// In a cook's words.
    #[must_use]
    pub fn name(self) -> &'static str {
        match self {
            Self::Chewy => "chewy",
            Self::Gummy => "gummy",
            Self::Melting => "melting",
            Self::Grainy => "grainy",
            Self::Smooth => "smooth",
            Self::Sandy => "sandy",
            Self::LactoseGrit => "may turn gritty with milk sugar",
        }
    }
}
