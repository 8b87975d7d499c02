//! A mass on a ring that warms and gives off water: milk, paste, purée, syrup. What limits it is the ring, or
//! the wall at which it scorches; as water leaves, it boils hotter and scorches sooner.

use crate::kitchen::{Air, Pan, Ring};
use crate::syrup::Charge;
use crate::syrup::boiling::boil_c;
use crate::water::latent_heat_j_kg;

/// A flame that leaves less than this share of its heat after the pan's losses does not get there.
const LEAST_LEFT_FRAC: f64 = 0.05;
/// Most heat that a stirred thick mass takes through the base, W/m²: some 350 W/(m²·K) from a wall 35 K hotter
/// than itself, beyond which it browns there.
const THICK_W_M2: f64 = 12_000.0;
/// Water leaves in so many slices.
const SLICES: u32 = 12;

/// What is not known of a mass beside the ring, as a share of its time.
const MASS_DOUBT_FRAC: f64 = 0.15;

/// Half-width of the 80 % interval of how long a mass takes on a ring, as a share of it: the ring's own doubt, and what
/// is not known of the mass and of what it takes.
#[must_use]
pub fn doubt_frac(ring: &Ring) -> f64 {
    ring.spread().hypot(MASS_DOUBT_FRAC)
}

/// Most heat through the base that milk takes without scorching, stirred and scraped, W/m²: about
/// 9 kW/m² thin, 4 kW/m² as a thick mass.
#[must_use]
pub fn scorch_limit_w_m2(total_solids_frac: f64) -> f64 {
    let thick = ((total_solids_frac - 0.125) / (0.45 - 0.125)).clamp(0.0, 1.0);
    9000.0 - 5000.0 * thick
}

/// What a mass takes through the base before it scorches there.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Takes {
    /// All that the ring gives: a syrup does not scorch while there is water in it.
    Everything,
    /// As milk does, less the thicker it gets.
    AsMilk,
    /// As a stirred paste does.
    AsPaste,
}

/// A mass to be warmed and dried.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Drying {
    /// What it is made of: what is dissolved, what is not, and its water.
    pub charge: Charge,
    /// What burns on of it: milk sugar, protein, starch, fibre and fat, g.
    pub burns_g: f64,
    /// Its specific heat, J/(kg·K).
    pub specific_heat_j_kg_k: f64,
    /// Heat that what it lies in takes for each degree, J/K.
    pub medium_j_k: f64,
    /// Volume in the pan, ml.
    pub contents_ml: f64,
    /// What it takes through the base.
    pub takes: Takes,
    /// How warm it begins, °C.
    pub from_c: f64,
    /// How warm it ends, °C.
    pub to_c: f64,
    /// Water that leaves, g.
    pub water_lost_g: f64,
}

/// A moment of it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct DryingPoint {
    /// Since it went on the ring, s.
    pub elapsed_s: f64,
    /// The mass, g.
    pub mass_g: f64,
    /// How warm it is, °C.
    pub mass_c: f64,
}

impl Drying {
    /// Most heat, W/m², with so much water left.
    #[must_use]
    pub fn limit_w_m2(&self, water_g: f64) -> f64 {
        match self.takes {
            Takes::Everything => f64::INFINITY,
            Takes::AsPaste => THICK_W_M2,
            Takes::AsMilk => scorch_limit_w_m2(self.burns_g / (self.charge.solids_g() + water_g).max(1e-9)),
        }
    }

    /// Follows it on a ring that sends `power_w` into the pan: moments from the start to the end. None if that
    /// heat never gets it there.
    ///
    /// Costs some microseconds.
    #[must_use]
    pub fn follow(&self, pan: &Pan, power_w: f64, air: &Air) -> Option<Vec<DryingPoint>> {
        let base_m2 = pan.base_m2();
        let loss_w_k = pan.losing().loss_w_k(self.contents_ml);
        let left_w = |water_g: f64, at_c: f64| {
            let sent_w = power_w.min(self.limit_w_m2(water_g) * base_m2);
            let left_w = sent_w - loss_w_k * (at_c - air.room_c).max(0.0);
            (left_w > LEAST_LEFT_FRAC * sent_w).then_some(left_w)
        };
        let solids_g = self.charge.solids_g();
        let first_g = self.charge.water_g;
        let boils_c = |water_g: f64| boil_c(&self.charge.with_water(water_g), air.pressure_pa);
        // What gives off water does so at its boil, or as warm as it is told to get.
        let gives_c = if self.water_lost_g > 0.0 { boils_c(first_g).min(self.to_c) } else { self.to_c };
        let gives_c = gives_c.max(self.from_c);
        let heat_j_k = |mass_g: f64| {
            mass_g / 1000.0 * self.specific_heat_j_kg_k + pan.heat_capacity_j_k + self.medium_j_k
        };
        let mut now = DryingPoint { elapsed_s: 0.0, mass_g: solids_g + first_g, mass_c: self.from_c };
        let mut path = vec![now];
        if gives_c > self.from_c {
            let warm_j = heat_j_k(now.mass_g) * (gives_c - self.from_c);
            left_w(first_g, gives_c)?;
            now.elapsed_s += warm_j / left_w(first_g, f64::midpoint(self.from_c, gives_c))?;
            now.mass_c = gives_c;
            path.push(now);
        }
        let slices = if self.water_lost_g > 0.0 { SLICES } else { 0 };
        for slice in 1..=slices {
            let share = f64::from(slice) / f64::from(slices);
            let water_g = first_g - share * self.water_lost_g;
            let middle_g = first_g - (share - 0.5 / f64::from(slices)) * self.water_lost_g;
            let at_c = gives_c + share * (self.to_c.max(gives_c) - gives_c);
            let steam_j = self.water_lost_g / f64::from(slices) / 1000.0 * latent_heat_j_kg(at_c);
            let warm_j = heat_j_k(solids_g + middle_g) * (at_c - now.mass_c);
            now.elapsed_s += (steam_j + warm_j) / left_w(middle_g, at_c)?;
            (now.mass_g, now.mass_c) = (solids_g + water_g, at_c);
            path.push(now);
        }
        Some(path)
    }
}
