//! The hidden truth of a pan that was told: as it is, each thing off by what nobody knows; or just as it was
//! told, for tests that want no chance.

use crate::kitchen::{Pan, PanMetal};
use crate::numeric::Rng;
use crate::sim::off;
use crate::sim::world::World;
use crate::start::BatchSetup;
use crate::syrup::Charge;

/// What is usual: loss per area, W/(m²·K); vapour over the syrup, as a share of its warmth, and how well it warms
/// the wall, W/(m²·K); from metal to syrup, W/(m²·K); vapour off an open surface, kg/(s·m²·Pa).
const USUAL: (f64, f64, f64, f64, f64) = (off::USUAL_LOSS_W_M2_K, 0.6, 9.5, 800.0, 1.2e-8);

/// How well a pan's wall leads heat: conductivity times thickness, W/K, by its metal's weight.
fn sheet_w_k(pan: &Pan) -> f64 {
    let area_m2 =
        std::f64::consts::PI * (pan.diameter_cm / 4.0 + pan.wall_height_cm) * pan.diameter_cm * 1e-4;
    let kg_m2 = pan.tare_g / 1000.0 / area_m2;
    let (conducts_w_m_k, kg_m3) = match pan.metal {
        Some(PanMetal::Iron) => (50.0, 7200.0),
        Some(PanMetal::Clad) => (70.0, 5000.0),
        _ => (16.0, 7900.0),
    };
    conducts_w_m_k * kg_m2 / kg_m3
}

/// The syrup of a batch; without one an empty pan.
fn charge_of(setup: &BatchSetup) -> Charge {
    setup.syrup.map_or_else(|| Charge::sugar_and_water(0.0, 0.0), |s| s.charge)
}

impl World {
    /// The pan of a batch just as it was told, on a ring that gives `power_factor` times what its plate says; its
    /// flame is steady.
    #[must_use]
    pub fn as_told(setup: &BatchSetup, power_factor: f64) -> Self {
        let (loss_w_m2_k, vapour_share, vapour_w_m2_k, passing_w_m2_k, surface) = USUAL;
        Self {
            charge: charge_of(setup),
            pressure_pa: setup.air.pressure_pa,
            room_c: setup.air.room_c,
            radius_m: setup.pan.diameter_cm / 200.0,
            height_m: setup.pan.wall_height_cm / 100.0,
            metal_j_k: setup.pan.heat_capacity_j_k,
            full_w: setup.ring.rated_power_w * setup.ring.efficiency_frac * power_factor,
            stored_j: setup.ring.kind.stored_heat_j(),
            loss_w_m2_k,
            sheet_w_k: sheet_w_k(&setup.pan),
            vapour_share,
            vapour_w_m2_k,
            passing_w_m2_k,
            surface,
            flicker: 0.0,
            knob: 1.0,
        }
    }

    /// The pan of a batch as it really is: each thing off by what nobody knows. `of_lots`: its sweetener differs
    /// from lot to lot, as jaggery does.
    #[must_use]
    pub fn real(setup: &BatchSetup, of_lots: bool, rng: &mut Rng) -> Self {
        let told = &charge_of(setup);
        let by = |rng: &mut Rng, sd: f64| 1.0 + sd * rng.normal();
        let mass = by(rng, off::SOLIDS);
        let mut charge = Charge {
            sucrose_g: told.sucrose_g * mass,
            reducing_g: told.reducing_g * mass,
            ash_g: told.ash_g * mass,
            other_g: told.other_g * mass,
            insoluble_g: told.insoluble_g * mass,
            water_g: told.water_g * by(rng, off::WATER),
        };
        if of_lots {
            let lot_g = charge.solids_g() / 0.945;
            let wetter_g = 0.02 * lot_g * rng.normal();
            let drier = 1.0 - wetter_g / charge.solids_g();
            let inverted_g =
                (0.04 * lot_g * rng.normal()).clamp(-0.8 * charge.reducing_g, 0.5 * charge.sucrose_g);
            charge = Charge {
                sucrose_g: (charge.sucrose_g - inverted_g) * drier,
                reducing_g: (charge.reducing_g + inverted_g) * drier,
                ash_g: charge.ash_g * drier,
                other_g: charge.other_g * drier,
                insoluble_g: charge.insoluble_g * drier,
                water_g: charge.water_g + wetter_g,
            };
        }
        let (loss, _, _, passing, surface) = USUAL;
        let ring = &setup.ring;
        let efficiency = ring.efficiency_frac * by(rng, ring.efficiency_sd / ring.efficiency_frac).max(0.4);
        Self {
            charge,
            pressure_pa: setup.air.pressure_pa + off::PRESSURE_PA * rng.normal(),
            room_c: setup.air.room_c + off::ROOM_K * rng.normal(),
            radius_m: setup.pan.diameter_cm / 200.0,
            height_m: setup.pan.wall_height_cm / 100.0,
            metal_j_k: setup.pan.heat_capacity_j_k * by(rng, off::METAL),
            full_w: ring.rated_power_w * efficiency,
            stored_j: ring.kind.stored_heat_j() * by(rng, off::STORED).max(0.1),
            loss_w_m2_k: loss * by(rng, off::LOSS).max(0.3),
            sheet_w_k: sheet_w_k(&setup.pan),
            vapour_share: rng.between(off::VAPOUR_SHARE.0, off::VAPOUR_SHARE.1),
            vapour_w_m2_k: rng.between(off::VAPOUR_W_M2_K.0, off::VAPOUR_W_M2_K.1),
            passing_w_m2_k: passing * by(rng, off::PASSING).max(0.4),
            surface: surface * by(rng, off::SURFACE).max(0.3),
            flicker: off::FLICKER,
            knob: 1.0,
        }
    }
}
