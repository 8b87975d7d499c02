//! The hidden truth: one pan, followed in half seconds by equations of its own. It shares nothing with [`crate::pan`]
//! but what is known of solutions (boiling point, specific heat, latent heat, vapour pressure).

use crate::syrup::boiling::boil_c;
use crate::syrup::physical::specific_heat_j_kg_k;
use crate::syrup::{Charge, string::string_cm};
use crate::water::{latent_heat_j_kg, saturation_pressure_pa};

use crate::numeric::Rng;
use crate::sim::off::FLICKER_S;

const STEP_S: f64 = 0.5;

/// What is true of one pan on one evening.
#[derive(Debug, Clone)]
pub struct World {
    /// What is really in the pan.
    pub charge: Charge,
    /// Air pressure, Pa.
    pub pressure_pa: f64,
    /// The room, °C.
    pub room_c: f64,
    /// Radius of the base, m.
    pub radius_m: f64,
    /// Height of the wall, m.
    pub height_m: f64,
    /// Heat of the whole metal, J/K.
    pub metal_j_k: f64,
    /// Heat at full flame that reaches the metal, W.
    pub full_w: f64,
    /// Heat that a coil keeps when it is off, J.
    pub stored_j: f64,
    /// Loss per area, W/(m²·K).
    pub loss_w_m2_k: f64,
    /// How well the wall leads heat upwards: conductivity times thickness, W/K.
    pub sheet_w_k: f64,
    /// How warm what stands over the syrup is, as a share of the syrup's own warmth over the room.
    pub vapour_share: f64,
    /// From that to the wall, W/(m²·K).
    pub vapour_w_m2_k: f64,
    /// From metal to syrup, W/(m²·K).
    pub passing_w_m2_k: f64,
    /// Vapour off an open surface, kg/(s·m²·Pa).
    pub surface: f64,
    /// The flame flickers by this share.
    pub flicker: f64,
    /// How the knob turns: a flame between off and full gives its share to this power.
    pub knob: f64,
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
    /// What the flame does of itself, and from which half second on it does something else.
    flicker: f64,
    flickers: u32,
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
            flickers: 0,
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

    /// Whether it boils.
    #[must_use]
    pub fn boils(&self, now: &Now) -> bool {
        now.syrup_c > boil_c(&self.charge.with_water(now.water_g), self.pressure_pa) - 0.5
    }

    /// Sets the flame.
    pub fn set(&self, now: &mut Now, flame: f64) {
        if flame == 0.0 && now.flame > 0.0 {
            now.ring_j = self.stored_j;
        }
        now.flame = flame.powf(self.knob);
    }

    /// Pours water in, as warm as the room.
    pub fn pour(&self, now: &mut Now, water_g: f64) {
        let total_g = self.contents_g(now);
        let heat = total_g * specific_heat_j_kg_k(self.charge.solids_g() / total_g, now.syrup_c.min(150.0));
        let cold = water_g * specific_heat_j_kg_k(0.0, self.room_c);
        now.syrup_c = (heat * now.syrup_c + cold * self.room_c) / (heat + cold);
        now.water_g += water_g;
    }

    /// Lets time pass. The flame changes each half second, however time is cut into pieces.
    pub fn pass(&self, now: &mut Now, seconds: f64, rng: &mut Rng) {
        let end_s = now.at_s + seconds;
        while end_s - now.at_s > 1e-9 {
            let next_s = f64::from(now.flickers) * STEP_S;
            if now.at_s >= next_s - 1e-9 {
                let keep = (-STEP_S / FLICKER_S).exp();
                now.flicker = now.flicker * keep + self.flicker * (1.0 - keep * keep).sqrt() * rng.normal();
                now.flickers += 1;
                continue;
            }
            self.step(now, (end_s - now.at_s).min(next_s - now.at_s));
        }
    }

    /// The dry wall as so many metres of a wall as warm as the syrup: rings one over another, each led heat from the
    /// one below, warmed by what stands over the syrup, cooled by the room.
    fn rim_warmth(&self, dry_m: f64) -> f64 {
        const RINGS: usize = 4;
        let ring_m = (dry_m / RINGS as f64).max(1e-4);
        let lead = self.sheet_w_k / ring_m;
        let (to_room, from_vapour) = (self.loss_w_m2_k * ring_m, self.vapour_w_m2_k * ring_m);
        // From the rim down: what a ring gives off, and what the vapour gives, seen from the ring below.
        let mut gives = [(0.0, 0.0); RINGS];
        let mut above = (0.0, 0.0);
        for ring in gives.iter_mut().rev() {
            let (off, on) = (to_room + from_vapour + above.0, from_vapour * self.vapour_share + above.1);
            *ring = (off, on);
            above = (lead * off / (lead + off), lead * on / (lead + off));
        }
        let mut below = 1.0;
        let mut warmth_m = 0.0;
        for (off, on) in gives {
            below = (on + lead * below) / (off + lead);
            warmth_m += below * ring_m;
        }
        warmth_m
    }

    fn step(&self, now: &mut Now, dt: f64) {
        let base_m2 = std::f64::consts::PI * self.radius_m * self.radius_m;
        let round_m = std::f64::consts::TAU * self.radius_m;
        let total_g = self.contents_g(now);
        let wet_m = (total_g * 0.78e-6 / base_m2).min(self.height_m);
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
        let warm_k = now.syrup_c - self.room_c;
        let rim_m = self.rim_warmth(self.height_m - wet_m);
        let lost_w = self.loss_w_m2_k * (base_m2 + round_m * (wet_m + rim_m)) * warm_k;
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
