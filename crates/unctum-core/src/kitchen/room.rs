//! The room: altitude or pressure, warmth, humidity.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::water::{SEA_LEVEL_PA, air_pressure_pa};

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
