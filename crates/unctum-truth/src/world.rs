//! The hidden truth: one pan, followed in half seconds by equations of its own. It shares nothing with the core's
//! pan but what is known of solutions (boiling point, specific heat, latent heat, vapour pressure).

use unctum_core::syrup::boiling::boil_c;
use unctum_core::syrup::physical::specific_heat_j_kg_k;
use unctum_core::syrup::{Charge, string::string_cm};
use unctum_core::water::{latent_heat_j_kg, saturation_pressure_pa};

use crate::luck::Luck;

const STEP_S: f64 = 0.5;
/// A flame flickers by this share, for about this long, s.
const FLICKER: f64 = 0.05;
const FLICKER_S: f64 = 60.0;

/// What is true of one pan on one evening.
#[derive(Debug, Clone)]
pub struct World {
    /// What is really in the pan.
    pub charge: Charge,
    /// Air pressure, Pa, and room, °C.
    pub pressure_pa: f64,
    /// Room, °C.
    pub room_c: f64,
    /// Radius of the base and height of the wall, m.
    pub radius_m: f64,
    /// Height of the wall, m.
    pub height_m: f64,
    /// Heat of the whole metal, J/K.
    pub metal_j_k: f64,
    /// Heat at full flame that reaches the metal, W.
    pub full_w: f64,
    /// Heat that a coil keeps when it is off, J.
    pub stored_j: f64,
    /// Loss per area, W/(m²·K); share of it that the dry wall has.
    pub loss_w_m2_k: f64,
    /// Share of the loss that the dry wall has.
    pub dry_share: f64,
    /// From metal to syrup, W/(m²·K).
    pub passing_w_m2_k: f64,
    /// Vapour off an open surface, kg/(s·m²·Pa).
    pub surface: f64,
}

/// The pan as it is.
#[derive(Debug, Clone, Copy)]
pub struct Now {
    /// Seconds since the heat really went on.
    pub at_s: f64,
    /// Water, g.
    pub water_g: f64,
    /// Syrup, °C.
    pub syrup_c: f64,
    /// Metal, °C.
    pub metal_c: f64,
    /// Share of the full flame that is set.
    pub flame: f64,
    /// What the flame does of itself.
    flicker: f64,
    /// Heat left in the ring, J.
    ring_j: f64,
}

impl World {
    /// The pan before the heat.
    #[must_use]
    pub fn start(&self) -> Now {
        Now {
            at_s: 0.0,
            water_g: self.charge.water_g,
            syrup_c: self.room_c,
            metal_c: self.room_c,
            flame: 0.0,
            flicker: 0.0,
            ring_j: 0.0,
        }
    }

    /// Strength, 0–1.
    #[must_use]
    pub fn strength(&self, water_g: f64) -> f64 {
        let dissolved_g = self.charge.dissolved_g();
        dissolved_g / (dissolved_g + water_g)
    }

    /// True mass in the pan, g.
    #[must_use]
    pub fn contents_g(&self, now: &Now) -> f64 {
        self.charge.solids_g() + now.water_g
    }

    /// Length of its string, cm, in a hand like the book's.
    #[must_use]
    pub fn string_cm(&self, now: &Now) -> f64 {
        string_cm(self.strength(now.water_g).clamp(0.02, 0.979))
    }

    /// Sets the flame.
    pub fn set(&self, now: &mut Now, flame: f64) {
        if flame == 0.0 && now.flame > 0.0 {
            now.ring_j = self.stored_j;
        }
        now.flame = flame;
    }

    /// Lets time pass.
    pub fn pass(&self, now: &mut Now, seconds: f64, luck: &mut Luck) {
        let mut left_s = seconds;
        while left_s > 1e-9 {
            let dt = left_s.min(STEP_S);
            let keep = (-dt / FLICKER_S).exp();
            now.flicker = now.flicker * keep + FLICKER * (1.0 - keep * keep).sqrt() * luck.normal();
            self.step(now, dt);
            left_s -= dt;
        }
    }

    fn step(&self, now: &mut Now, dt: f64) {
        let base_m2 = std::f64::consts::PI * self.radius_m * self.radius_m;
        let round_m = std::f64::consts::TAU * self.radius_m;
        let total_g = self.contents_g(now);
        let wet_m = (total_g * 0.78e-6 / base_m2).min(self.height_m);
        let area_m2 = base_m2 + round_m * (wet_m + self.dry_share * (self.height_m - wet_m));
        let from_ring_w = if now.flame > 0.0 {
            self.full_w * now.flame * (1.0 + now.flicker).max(0.0)
        } else {
            let w = now.ring_j / 60.0;
            now.ring_j -= w * dt;
            w
        };
        let charge = self.charge.with_water(now.water_g);
        let boil = boil_c(&charge, self.pressure_pa);
        let to_syrup_w = self.passing_w_m2_k * base_m2 * (now.metal_c - now.syrup_c);
        let lost_w = self.loss_w_m2_k * area_m2 * (now.syrup_c - self.room_c);
        let capacity =
            total_g / 1000.0 * specific_heat_j_kg_k(self.charge.solids_g() / total_g, now.syrup_c.min(150.0));
        let latent_j_g = latent_heat_j_kg(now.syrup_c) / 1000.0;
        // Vapour off the surface, pressed by what the syrup's water has at this temperature (Dühring).
        let share = saturation_pressure_pa(now.syrup_c) / saturation_pressure_pa(boil);
        let pull_pa = (self.pressure_pa * share - 0.6 * saturation_pressure_pa(self.room_c)).max(0.0);
        let mut gone_g = (1000.0 * self.surface * base_m2 * pull_pa * dt).min(0.2 * now.water_g);
        let mut syrup_c = now.syrup_c + ((to_syrup_w - lost_w) * dt - gone_g * latent_j_g) / capacity;
        if syrup_c > boil {
            let more_g = (syrup_c - boil) * capacity / latent_j_g;
            let more_g = more_g.min(0.5 * now.water_g);
            let rise =
                boil_c(&self.charge.with_water(now.water_g - gone_g - more_g), self.pressure_pa) - boil;
            gone_g += (more_g - rise * capacity / latent_j_g).max(0.0);
            syrup_c = boil_c(&self.charge.with_water(now.water_g - gone_g), self.pressure_pa);
        }
        now.metal_c += (from_ring_w - to_syrup_w) * dt / self.metal_j_k;
        now.syrup_c = syrup_c;
        now.water_g -= gone_g;
        now.at_s += dt;
    }
}
