//! How far kitchens are off from what is told of them, as the hidden truth draws them: standard deviations, relative where
//! nothing else is said, and ends of even chances.

/// What she measured of solids.
pub const SOLIDS: f64 = 0.005;
/// Of water.
pub const WATER: f64 = 0.02;
/// The air's pressure, Pa.
pub const PRESSURE_PA: f64 = 500.0;
/// The room, K.
pub const ROOM_K: f64 = 3.0;
/// Heat of the pan's metal.
pub const METAL: f64 = 0.10;
/// Heat that a ring keeps when it is off.
pub const STORED: f64 = 0.20;
/// What the pan loses.
pub const LOSS: f64 = 0.28;
/// From metal to syrup.
pub const PASSING: f64 = 0.15;
/// Vapour off an open surface.
pub const SURFACE: f64 = 0.18;
/// Ends between which lies how warm what stands over the syrup is, as a share of the syrup's own warmth over the room.
pub const VAPOUR_SHARE: (f64, f64) = (0.2, 1.0);
/// And how well that warms the wall, W/(m²·K).
pub const VAPOUR_W_M2_K: (f64, f64) = (4.0, 15.0);
/// A flame flickers by this share.
pub const FLICKER: f64 = 0.05;
/// For about so long, s.
pub const FLICKER_S: f64 = 60.0;
/// Her strings, always, as the logarithm of their length.
pub const STRING: f64 = 0.25;
/// Her thermometer beyond its known error, always, K.
pub const THERMOMETER_K: f64 = 0.20;
/// The weight of her empty pan, g.
pub const TARE_G: f64 = 0.5;
/// One look at a string from the next, as the logarithm of its length.
pub const LOOK: f64 = 0.40;
/// One reading of a thermometer from the next, K.
pub const READING_K: f64 = 0.7;
/// One weighing from the next, g.
pub const WEIGHING_G: f64 = 1.0;
/// What a pan usually loses per area, W/(m²·K).
pub const USUAL_LOSS_W_M2_K: f64 = 14.0;
