//! Rings and flames: what heats the pan.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::numeric::Z80;

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

/// All kinds.
pub const RING_KINDS: [RingKind; 5] =
    [RingKind::Gas, RingKind::Coil, RingKind::Ceramic, RingKind::Induction, RingKind::MultiCooker];

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

    /// Half-width of the 80 % interval of its heat, as a share of it.
    #[must_use]
    pub fn spread(&self) -> f64 {
        Z80 * self.efficiency_sd / self.efficiency_frac
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
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
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
