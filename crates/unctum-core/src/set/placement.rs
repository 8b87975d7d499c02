//! How a mass lies and what takes its heat: tray, table, refrigerator.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::food::thermal;
use crate::set::slab::Slab;
use crate::set::texture::SetMass;

/// What a mass lies in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum TrayKind {
    /// A metal tray.
    #[default]
    Metal,
    /// Paper on a board.
    Paper,
}

/// Where it cools.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Place {
    /// On the table.
    #[default]
    Table,
    /// In the refrigerator.
    Refrigerator,
    /// On the table with other trays above and below it.
    Stacked,
}

/// How a mass lies and cools, whatever it is made of.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Cools {
    /// How thick it lies, mm.
    pub thickness_mm: f64,
    /// How hot it is poured, °C.
    pub pour_c: f64,
    /// The room, °C.
    pub room_c: f64,
    /// What it lies in.
    pub tray: TrayKind,
    /// Where it cools.
    pub place: Place,
    /// Whether the tray was cold and thick.
    pub cold_tray: bool,
    /// Share of its volume that is air, 0–0.6.
    pub air_frac: f64,
    /// Minutes that its crystals or its gel take to hold once it is below 50 °C.
    pub structure_lag_min: f64,
}

impl Cools {
    /// A mass poured into a metal tray on the table.
    #[must_use]
    pub fn on_the_table(thickness_mm: f64, pour_c: f64, room_c: f64) -> Self {
        Self {
            thickness_mm,
            pour_c,
            room_c,
            tray: TrayKind::Metal,
            place: Place::Table,
            cold_tray: false,
            air_frac: 0.0,
            structure_lag_min: 0.0,
        }
    }
}

/// How she lays it, where that is otherwise than it is written.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Placement {
    /// How thick, mm.
    #[serde(default)]
    pub thickness_mm: Option<f64>,
    /// Where it cools.
    #[serde(default)]
    pub place: Option<Place>,
}

impl Cools {
    /// The same mass laid as she says.
    ///
    /// # Errors
    /// A thickness that no tray has.
    pub fn laid(self, placement: &Placement) -> Result<Self> {
        let thickness_mm = placement.thickness_mm.unwrap_or(self.thickness_mm);
        within("The thickness", thickness_mm, 1.0, 120.0, "mm")?;
        Ok(Self { thickness_mm, place: placement.place.unwrap_or(self.place), ..self })
    }
}

/// Surface coefficients, W/(m²·K): above and under a metal tray on a table, paper on a board, trays stacked, in the
/// refrigerator.
const TABLE_TOP: f64 = 12.0;
const TRAY_UNDER: f64 = 15.0;
const BOARD_UNDER: f64 = 9.0;
const STACKED: f64 = 7.0;
const COLD_AIR: f64 = 8.0;
const COLD_AIR_C: f64 = 5.0;
/// What a thick cold tray takes, J/(m²·K).
const TRAY_J_M2_K: f64 = 5000.0;
/// Properties are those at this temperature, °C.
const PROPERTIES_C: f64 = 60.0;

impl Cools {
    /// The air around it, °C.
    pub(super) fn air_c(&self) -> f64 {
        match self.place {
            Place::Refrigerator => COLD_AIR_C,
            Place::Table | Place::Stacked => self.room_c,
        }
    }

    /// The slab that it is, with a surface that gives heat off so many times as well as usual.
    pub(super) fn slab(&self, mass: &SetMass, surface: f64) -> Slab {
        let of = thermal(&mass.composition.makeup(), PROPERTIES_C);
        let under = match self.tray {
            TrayKind::Metal => TRAY_UNDER,
            TrayKind::Paper => BOARD_UNDER,
        };
        let (top, under) = match self.place {
            Place::Table => (TABLE_TOP, under),
            Place::Stacked => (STACKED, STACKED),
            Place::Refrigerator => (COLD_AIR, COLD_AIR.min(under)),
        };
        let (full, air) = (1.0 - self.air_frac, self.air_frac);
        let heat_j_m3_k = of.density_kg_m3 * of.specific_heat_j_kg_k * full;
        let thickness_m = self.thickness_mm / 1000.0;
        let taken = if self.cold_tray && self.tray == TrayKind::Metal {
            TRAY_J_M2_K / (TRAY_J_M2_K + heat_j_m3_k * thickness_m)
        } else {
            0.0
        };
        Slab {
            thickness_m,
            conductivity_w_m_k: of.conductivity_w_m_k * 2.0 * full / (2.0 + air),
            heat_j_m3_k,
            top_w_m2_k: top * surface,
            under_w_m2_k: under * surface,
            start_c: self.pour_c - taken * (self.pour_c - self.room_c),
            air_c: self.air_c(),
        }
    }
}
