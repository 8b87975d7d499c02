//! A pan at one moment, what is done to it beside the flame, and when to stop following it.

/// The pan at one moment.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct PanState {
    /// Time since the start, s.
    pub elapsed_s: f64,
    /// Water in the pan, g.
    pub water_g: f64,
    /// Temperature of the liquid, °C.
    pub liquid_c: f64,
    /// Temperature of the wall, °C.
    pub wall_c: f64,
    /// Whether it boils.
    pub boiling: bool,
    /// Heat booked so far.
    pub balance: Balance,
}

/// Heat that came and went since the start, J.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Balance {
    /// Into the wall from the ring.
    pub heat_in_j: f64,
    /// Lost to the room.
    pub heat_lost_j: f64,
    /// Carried off by vapour.
    pub heat_vapour_j: f64,
}

/// When to stop following the pan before its time is up.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Stop {
    /// Only when the time is up.
    Never,
    /// When this strength is reached.
    AtStrength(f64),
    /// When it starts to boil.
    AtBoil,
}

/// What the cook does to the pan beside the flame.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Handling {
    /// A lid is on: below the boil hardly any vapour gets away; at a boil it lifts the lid.
    pub lid: bool,
    /// It is stirred: heat passes from the wall more freely.
    pub stirring: bool,
}

/// Factors on the model's coefficients, 1 each where nothing better is known; for exploring what
/// their doubt means.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Factors {
    /// On the heat lost to the room.
    pub loss: f64,
    /// On the water leaving the surface below the boil.
    pub surface: f64,
    /// On the heat the wall holds and passes.
    pub wall: f64,
}

impl Default for Factors {
    fn default() -> Self {
        Self { loss: 1.0, surface: 1.0, wall: 1.0 }
    }
}
