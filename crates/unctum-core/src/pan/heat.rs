//! The heat under a pan, on and off.

use crate::kitchen::Ring;

/// Time constant of a coil's or liner's stored heat, s.
pub const STORED_HEAT_TIME_S: f64 = 60.0;

/// The heat under the pan during one stretch of time.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Heat {
    /// A steady flame: heat into the pan, W.
    On(f64),
    /// Off since `since_s` seconds; `stored_j` was in the ring at that moment.
    Off {
        /// Seconds since the switch went off.
        since_s: f64,
        /// Heat in the ring then, J.
        stored_j: f64,
    },
}

impl Heat {
    pub(super) fn power_w(self, elapsed_s: f64) -> f64 {
        match self {
            Self::On(power_w) => power_w,
            Self::Off { stored_j, .. } if stored_j <= 0.0 => 0.0,
            Self::Off { since_s, stored_j } => {
                stored_j / STORED_HEAT_TIME_S * (-(since_s + elapsed_s) / STORED_HEAT_TIME_S).exp()
            }
        }
    }
}

/// What a ring sends into a pan, W, and what it still holds when switched off, J.
#[must_use]
pub fn off_heat(ring: &Ring, flame_frac: f64) -> Heat {
    let stored_j = if flame_frac > 0.0 { ring.kind.stored_heat_j() } else { 0.0 };
    Heat::Off { since_s: 0.0, stored_j }
}
