//! The cook's own rings, pans, thermometers and room.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::water::{SEA_LEVEL_PA, air_pressure_pa};

/// What heats the pan.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum RingKind {
    /// Gas flame.
    Gas,
    /// Electric coil.
    Coil,
    /// Glass-ceramic with a radiant heater.
    Ceramic,
    /// Induction.
    Induction,
    /// Multi-cooker with a liner.
    MultiCooker,
}

impl RingKind {
    /// Share of the rated power that reaches the pan, with its standard deviation.
    #[must_use]
    pub fn efficiency(self) -> (f64, f64) {
        match self {
            Self::Gas => (0.42, 0.08),
            Self::Coil => (0.72, 0.07),
            Self::Ceramic => (0.68, 0.07),
            Self::Induction => (0.84, 0.04),
            Self::MultiCooker => (0.85, 0.05),
        }
    }

    /// Heat, J, that goes on flowing into the pan after the switch is off.
    #[must_use]
    pub fn stored_heat_j(self) -> f64 {
        match self {
            Self::Gas | Self::Induction => 0.0,
            Self::Coil | Self::Ceramic => 25_000.0,
            Self::MultiCooker => 30_000.0,
        }
    }
}

/// A ring of the hob.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Ring {
    /// What the cook calls it.
    pub name: String,
    /// What heats.
    pub kind: RingKind,
    /// Power at full flame, W.
    pub rated_power_w: f64,
    /// Share of it that reaches the pan, 0–1.
    pub efficiency_frac: f64,
    /// Standard deviation of that share.
    pub efficiency_sd: f64,
}

impl Ring {
    /// A ring with the default efficiency of its kind.
    #[must_use]
    pub fn of_kind(name: &str, kind: RingKind, rated_power_w: f64) -> Self {
        let (efficiency_frac, efficiency_sd) = kind.efficiency();
        Self { name: name.to_owned(), kind, rated_power_w, efficiency_frac, efficiency_sd }
    }

    /// Heat into the pan, W, at a share of the full flame (0–1).
    #[must_use]
    pub fn net_power_w(&self, flame_frac: f64) -> f64 {
        self.rated_power_w * self.efficiency_frac * flame_frac
    }

    /// # Errors
    /// Powers and efficiencies no ring has.
    pub fn check(&self) -> Result<()> {
        within("The power of the ring", self.rated_power_w, 100.0, 10_000.0, "W")?;
        within("The efficiency of the ring", self.efficiency_frac, 0.1, 1.0, "(fraction)")?;
        within("The spread of the efficiency", self.efficiency_sd, 0.0, 0.3, "(fraction)")?;
        Ok(())
    }
}

/// A flame in the cook's words.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Flame {
    /// No heat.
    Off,
    /// Low, "sim".
    Low,
    /// Medium.
    Medium,
    /// High.
    High,
}

impl Flame {
    /// Share of the rated power, 0–1.
    #[must_use]
    pub fn frac(self) -> f64 {
        match self {
            Self::Off => 0.0,
            Self::Low => 0.25,
            Self::Medium => 0.55,
            Self::High => 1.0,
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
    /// Heat capacity of base and wall together, J/K (iron 460 J/K per kg, steel 500, aluminium 900).
    pub heat_capacity_j_k: f64,
}

impl Pan {
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
        Ok(())
    }
}

/// A thermometer and its own error.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Thermometer {
    /// What the cook calls it.
    pub name: String,
    /// How much too high it reads, K.
    pub offset_k: f64,
}

impl Thermometer {
    /// What this thermometer shows at a true temperature, °C.
    #[must_use]
    pub fn shows_c(&self, true_c: f64) -> f64 {
        true_c + self.offset_k
    }

    /// The true temperature, °C, behind what it shows.
    #[must_use]
    pub fn true_c(&self, shown_c: f64) -> f64 {
        shown_c - self.offset_k
    }

    /// # Errors
    /// Offsets no usable thermometer has.
    pub fn check(&self) -> Result<()> {
        within("The error of the thermometer", self.offset_k, -15.0, 15.0, "K").map(|_| ())
    }
}

/// The air around the stove.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Room {
    /// Height above the sea, m.
    #[serde(default)]
    pub altitude_m: Option<f64>,
    /// Measured station pressure, Pa; wins over the altitude.
    #[serde(default)]
    pub pressure_pa: Option<f64>,
    /// Room temperature, °C.
    #[serde(default = "default_room_c")]
    pub room_c: f64,
    /// Relative humidity, 0–1.
    #[serde(default = "default_humidity_frac")]
    pub humidity_frac: f64,
}

fn default_room_c() -> f64 {
    28.0
}

fn default_humidity_frac() -> f64 {
    0.6
}

impl Default for Room {
    fn default() -> Self {
        Self {
            altitude_m: None,
            pressure_pa: None,
            room_c: default_room_c(),
            humidity_frac: default_humidity_frac(),
        }
    }
}

impl Room {
    /// The room with its air pressure settled, Pa.
    ///
    /// # Errors
    /// Values no kitchen has.
    pub fn air(&self) -> Result<Air> {
        Ok(Air {
            pressure_pa: air_pressure_pa(self.altitude_m, self.pressure_pa)?,
            room_c: within("The room temperature", self.room_c, 0.0, 50.0, "°C")?,
            humidity_frac: within("The humidity", self.humidity_frac, 0.0, 1.0, "(fraction)")?,
        })
    }
}

/// The air as the pan model needs it.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Air {
    /// Air pressure, Pa.
    pub pressure_pa: f64,
    /// Room temperature, °C.
    pub room_c: f64,
    /// Relative humidity, 0–1.
    pub humidity_frac: f64,
}

impl Default for Air {
    fn default() -> Self {
        Self { pressure_pa: SEA_LEVEL_PA, room_c: default_room_c(), humidity_frac: default_humidity_frac() }
    }
}
