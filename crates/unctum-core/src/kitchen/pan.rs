//! Pans: what they weigh, hold and store.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};

/// What a pan is made of, for its heat capacity.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum PanMetal {
    /// Cast or sheet iron, enamelled or not.
    Iron,
    /// Stainless steel.
    Steel,
    /// Steel with an aluminium core.
    Clad,
    /// Aluminium.
    Aluminium,
    /// Copper, tinned or not.
    Copper,
    /// Brass or bell metal.
    Brass,
    /// Earthenware.
    Clay,
}

impl PanMetal {
    /// Specific heat, J/(kg·K), with its standard deviation (alloy and temperature).
    #[must_use]
    pub fn specific_heat_j_kg_k(self) -> (f64, f64) {
        match self {
            Self::Iron => (460.0, 20.0),
            Self::Steel => (500.0, 15.0),
            Self::Clad => (590.0, 50.0),
            Self::Aluminium => (900.0, 20.0),
            Self::Copper => (385.0, 10.0),
            Self::Brass => (380.0, 10.0),
            Self::Clay => (850.0, 80.0),
        }
    }
}

/// A pan, weighed once.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Pan {
    /// What the cook calls it.
    pub name: String,
    /// Weight of the empty pan, g.
    pub tare_g: f64,
    /// Inner diameter, cm.
    pub diameter_cm: f64,
    /// Height of the wall, cm.
    pub wall_height_cm: f64,
    /// Heat capacity of base and wall together, J/K.
    pub heat_capacity_j_k: f64,
    /// What it is made of, if known.
    #[serde(default)]
    pub metal: Option<PanMetal>,
    /// Whether its weight was read from a scale; otherwise weight and heat are guesses.
    #[serde(default = "yes")]
    pub weighed: bool,
    /// How much more heat it loses than its size says, as was learnt of it; 1 where nothing was.
    #[serde(default = "as_its_size", skip_serializing_if = "is_as_its_size")]
    pub loss_factor: f64,
}

fn as_its_size() -> f64 {
    1.0
}

fn is_as_its_size(factor: &f64) -> bool {
    (*factor - 1.0).abs() < f64::EPSILON
}

fn yes() -> bool {
    true
}

impl PanMetal {
    /// What a square metre of a usual pan's base and wall weighs, kg.
    #[must_use]
    pub fn usual_kg_m2(self) -> f64 {
        match self {
            Self::Steel | Self::Aluminium => 7.5,
            Self::Clad | Self::Copper | Self::Brass => 14.0,
            Self::Iron | Self::Clay => 28.0,
        }
    }
}

/// Heat lost from the surface and the wall to the room, W/(m²·K).
pub const LOSS_W_M2_K: f64 = 14.0;

/// Where a pan loses heat: the surface, the wetted side of the wall, and its dry part as far as that keeps warm.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Losing {
    base_m2: f64,
    round_m: f64,
    wall_m: f64,
    /// How far up the dry rim the metal leads heat, m.
    rim_reach_m: f64,
    /// How much more it loses than its size says.
    factor: f64,
}

/// How warm the dry wall is far from the syrup, as a share of the syrup's own warmth over the room. Between vapour and
/// room it would be a half, in nothing but the room's air none.
const RIM_WARM: f64 = 0.3;

impl Losing {
    /// Heat lost to the room per kelvin with so much in the pan, W/K.
    #[must_use]
    pub fn loss_w_k(&self, contents_ml: f64) -> f64 {
        let wet_m = (contents_ml * 1e-6 / self.base_m2).min(self.wall_m);
        let dry_m = self.wall_m - wet_m;
        // A fin in air that is part vapour of what is in the pan: cool far up, as hot as the syrup where it begins.
        let fin_m = self.rim_reach_m * (dry_m / self.rim_reach_m).tanh();
        let rim_m = RIM_WARM * dry_m + (1.0 - RIM_WARM) * fin_m;
        self.factor * LOSS_W_M2_K * (self.base_m2 + self.round_m * (wet_m + rim_m))
    }

    /// The same where all of the wall is as hot as what is in it, as of a pot of hot fat, W/K.
    #[must_use]
    pub fn hot_through_w_k(&self) -> f64 {
        self.factor * LOSS_W_M2_K * (self.base_m2 + self.round_m * self.wall_m)
    }
}

impl PanMetal {
    /// Heat conductivity, W/(m·K), and heat held by a cubic metre, J/(m³·K): textbook values of usual alloys.
    #[must_use]
    fn conducts_and_holds(self) -> (f64, f64) {
        match self {
            Self::Iron => (50.0, 3.6e6),
            Self::Steel => (16.0, 4.0e6),
            Self::Clad => (60.0, 3.2e6),
            Self::Aluminium => (200.0, 2.43e6),
            Self::Copper => (380.0, 3.45e6),
            Self::Brass => (110.0, 3.2e6),
            Self::Clay => (1.0, 1.6e6),
        }
    }
}

impl Pan {
    /// Where it loses heat to the room.
    #[must_use]
    pub fn losing(&self) -> Losing {
        let (conducts, holds) = self.metal.unwrap_or(PanMetal::Steel).conducts_and_holds();
        let (d, h) = (self.diameter_cm, self.wall_height_cm);
        let area_m2 = std::f64::consts::PI * (d * d / 4.0 + d * h) * 1e-4;
        // Conductivity times thickness, the thickness from the heat it holds.
        let sheet_w_k = conducts * self.heat_capacity_j_k / (holds * area_m2);
        Losing {
            base_m2: self.base_m2(),
            round_m: std::f64::consts::PI * d / 100.0,
            wall_m: h / 100.0,
            rim_reach_m: (sheet_w_k / (2.0 * LOSS_W_M2_K)).sqrt(),
            factor: self.loss_factor,
        }
    }

    /// The same pan; if it was never weighed, with the weight and the heat that its metal and its size let
    /// guess. A pan of unknown metal is taken for steel.
    #[must_use]
    pub fn settled(self) -> Self {
        if self.weighed {
            return self;
        }
        let metal = self.metal.unwrap_or(PanMetal::Steel);
        let (d, h) = (self.diameter_cm, self.wall_height_cm);
        let area_m2 = std::f64::consts::PI * (d * d / 4.0 + d * h) * 1e-4;
        let mass_kg = metal.usual_kg_m2() * area_m2;
        let tens = |value: f64| (value / 10.0).round() * 10.0;
        Self {
            tare_g: tens(1000.0 * mass_kg),
            heat_capacity_j_k: tens(mass_kg * metal.specific_heat_j_kg_k().0),
            ..self
        }
    }

    /// Area of the base and of the open surface, m².
    #[must_use]
    pub fn base_m2(&self) -> f64 {
        std::f64::consts::PI * (self.diameter_cm / 200.0).powi(2)
    }

    /// Volume to the rim, ml.
    #[must_use]
    pub fn capacity_ml(&self) -> f64 {
        self.base_m2() * self.wall_height_cm * 1e4
    }

    /// # Errors
    /// Measures no pan has.
    pub fn check(&self) -> Result<()> {
        within("The weight of the empty pan", self.tare_g, 0.0, 20_000.0, "g")?;
        within("The diameter of the pan", self.diameter_cm, 8.0, 80.0, "cm")?;
        within("The height of the wall", self.wall_height_cm, 2.0, 60.0, "cm")?;
        within("The heat capacity of the pan", self.heat_capacity_j_k, 50.0, 20_000.0, "J/K")?;
        within("What the pan loses against its size", self.loss_factor, 0.2, 5.0, "(times)")?;
        Ok(())
    }
}
