//! The pan in fixed steps: the same physics as [`PanModel::advance`], some eight times faster, for a belief that
//! follows it under many doubts at once. The wall is taken exactly, boiling from a table. A test holds both ways
//! together.

use std::collections::VecDeque;
use std::sync::{Arc, Mutex, PoisonError};

use crate::pan::heat::{Heat, STORED_HEAT_TIME_S};
use crate::pan::model::PanModel;
use crate::syrup::boiling::boil_c;
use crate::syrup::physical::specific_heat_j_kg_k;
use crate::syrup::{Charge, MAX_SOLIDS_FRAC};
use crate::water::{latent_heat_j_kg, saturation_pressure_pa};

/// Longest step while something changes, s, and long after the heat went off, s.
const STEP_S: f64 = 10.0;
const CALM_STEP_S: f64 = 60.0;
/// From so long after the heat went off the steps are long, s.
const CALM_AFTER_S: f64 = 600.0;
/// What a pan loses is looked up anew when so much water has left it, g: that is less than a tenth of a millimetre of wall.
const SAME_LEVEL_G: f64 = 2.0;
/// The end of a step is known well enough when it moves by less, K.
const NEAR_ENOUGH_K: f64 = 1e-4;
/// Strengths between two places of the table.
const TABLE_STEP: f64 = 0.005;

/// Boiling points of one composition by strength, and how they rise with its doubt.
#[derive(Debug, Clone)]
pub struct BoilTable {
    boil_c: Arc<Vec<f64>>,
    /// More per standard deviation of what the solids are made of, K.
    lift_k: Option<Vec<f64>>,
}

impl BoilTable {
    /// The table of these solids under a pressure; `other` are the same solids one standard deviation away.
    #[must_use]
    pub fn new(solids: &Charge, other: Option<&Charge>, pressure_pa: f64) -> Self {
        let mid = boil_points(solids, pressure_pa);
        let lift_k =
            other.map(|o| boil_points(o, pressure_pa).iter().zip(mid.iter()).map(|(o, m)| o - m).collect());
        Self { boil_c: mid, lift_k }
    }

    /// Boiling point, °C, at a strength, and how it rises with it, K per unit.
    fn at(&self, solids_frac: f64, composition: f64) -> (f64, f64) {
        let place = (solids_frac / TABLE_STEP).clamp(0.0, (self.boil_c.len() - 2) as f64);
        let (i, share) = (place as usize, place.fract());
        let between = |t: &[f64]| (t[i] + share * (t[i + 1] - t[i]), (t[i + 1] - t[i]) / TABLE_STEP);
        let (at, slope) = between(&self.boil_c);
        let Some(lift) = &self.lift_k else { return (at, slope) };
        let (more, steeper) = between(lift);
        (at + composition * more, slope + composition * steeper)
    }
}

/// Boiling points that were worked out lately: a batch asks for the same ones at every look.
static LATELY: Mutex<VecDeque<Points>> = Mutex::new(VecDeque::new());
/// So many are remembered: two for each batch that ever goes on at once, and more.
const REMEMBERED: usize = 64;

struct Points {
    solids: Charge,
    pressure_pa: f64,
    boil_c: Arc<Vec<f64>>,
}

/// Boiling points of these solids, °C, in steps of strength. A function of its arguments alone; some 2 ms the first time.
fn boil_points(solids: &Charge, pressure_pa: f64) -> Arc<Vec<f64>> {
    let lately = || LATELY.lock().unwrap_or_else(PoisonError::into_inner);
    let same = |p: &&Points| p.solids == *solids && p.pressure_pa.to_bits() == pressure_pa.to_bits();
    if let Some(known) = lately().iter().find(same) {
        return Arc::clone(&known.boil_c);
    }
    let places = (MAX_SOLIDS_FRAC / TABLE_STEP).round() as usize;
    let at = |i: usize| solids.at_strength((i as f64 * TABLE_STEP).max(1e-4));
    let boil_c: Arc<Vec<f64>> = Arc::new((0..=places).map(|i| boil_c(&at(i), pressure_pa)).collect());
    let mut lately = lately();
    lately.truncate(REMEMBERED - 1);
    lately.push_front(Points { solids: *solids, pressure_pa, boil_c: Arc::clone(&boil_c) });
    boil_c
}

/// What a pan is doubted in: factors of 1 and shifts of 0 where it is as it was told.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Draw {
    /// On the heat lost.
    pub loss: f64,
    /// On the surface evaporation.
    pub surface: f64,
    /// On the heat that passes from wall to syrup.
    pub passing: f64,
    /// On the heat the wall holds.
    pub wall: f64,
    /// On the heat a coil or liner still holds.
    pub stored: f64,
    /// On the mass of solids.
    pub solids: f64,
    /// Room warmer by, K.
    pub room_k: f64,
    /// What the solids are made of, in standard deviations.
    pub composition: f64,
}

impl Default for Draw {
    fn default() -> Self {
        Self {
            loss: 1.0,
            surface: 1.0,
            passing: 1.0,
            wall: 1.0,
            stored: 1.0,
            solids: 1.0,
            room_k: 0.0,
            composition: 0.0,
        }
    }
}

/// The pan at one moment of the quick way.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct QuickState {
    /// Water, g.
    pub water_g: f64,
    /// Temperature of the liquid, °C.
    pub liquid_c: f64,
    /// Temperature of the wall, °C.
    pub wall_c: f64,
    /// Whether it boils.
    pub boiling: bool,
    /// For how long it has boiled without a break, s.
    pub boiled_s: f64,
    /// How fast water left in the last step, g/s.
    pub leaving_g_s: f64,
    /// How fast it warmed in the last step, K/s.
    pub warming_k_s: f64,
}

/// One pan under one draw of its doubts.
#[derive(Clone, Copy)]
pub struct Quick<'a> {
    model: &'a PanModel,
    table: &'a BoilTable,
    draw: Draw,
    dissolved_g: f64,
    solids_g: f64,
    driest_g: f64,
    wall_j_k: f64,
    passing_w_k: f64,
}

impl<'a> Quick<'a> {
    /// A pan under a draw.
    #[must_use]
    pub fn new(model: &'a PanModel, table: &'a BoilTable, draw: Draw) -> Self {
        let charge = model.charge_with(0.0);
        let dissolved_g = charge.dissolved_g() * draw.solids;
        Self {
            model,
            table,
            draw,
            dissolved_g,
            solids_g: charge.solids_g() * draw.solids,
            driest_g: dissolved_g * (1.0 / MAX_SOLIDS_FRAC - 1.0),
            wall_j_k: model.wall_capacity_j_k() * draw.wall,
            passing_w_k: model.wall_to_syrup_w_k() * draw.passing,
        }
    }

    /// Strength with so much water.
    #[must_use]
    pub fn solids_frac(&self, water_g: f64) -> f64 {
        self.dissolved_g / (self.dissolved_g + water_g)
    }

    /// Water, g, at a strength.
    #[must_use]
    pub fn water_at(&self, solids_frac: f64) -> f64 {
        self.dissolved_g * (1.0 / solids_frac - 1.0)
    }

    /// Solids with water, g: what the scale shows beside the pan.
    #[must_use]
    pub fn contents_g(&self, water_g: f64) -> f64 {
        self.solids_g + water_g
    }

    /// A cold pan with so much water, all at `start_c`.
    #[must_use]
    pub fn start(&self, water_g: f64, start_c: f64) -> QuickState {
        QuickState {
            water_g,
            liquid_c: start_c,
            wall_c: start_c,
            boiling: false,
            boiled_s: 0.0,
            leaving_g_s: 0.0,
            warming_k_s: 0.0,
        }
    }

    /// Water from the tap.
    pub fn pour_in(&self, state: &mut QuickState, water_g: f64) {
        let c = |water_g: f64, t: f64| self.capacity_j_k(water_g, t);
        let room_c = self.model.air().room_c;
        let before_j = c(state.water_g, state.liquid_c) * (state.liquid_c - room_c);
        state.water_g += water_g;
        state.liquid_c = room_c + before_j / c(state.water_g, state.liquid_c);
        (state.boiling, state.boiled_s) = (false, 0.0);
    }

    /// Heat capacity of the contents, J/K.
    fn capacity_j_k(&self, water_g: f64, liquid_c: f64) -> f64 {
        let total_g = self.solids_g + water_g;
        total_g / 1000.0 * specific_heat_j_kg_k(self.solids_g / total_g, liquid_c)
    }

    /// Follows it for so long under a heat, in the fixed steps. `power` is a factor on a flame's heat.
    pub fn pass(&self, state: &mut QuickState, heat: Heat, power: f64, duration_s: f64) {
        self.pass_in_steps(state, heat, power, (duration_s, STEP_S));
    }

    /// The same in steps of at most `longest_s`: for a way ahead that is looked along roughly.
    pub fn pass_in_steps(
        &self,
        state: &mut QuickState,
        heat: Heat,
        power: f64,
        (duration_s, longest_s): (f64, f64),
    ) {
        let mut gone_s = 0.0;
        let mut wall_decay = (f64::NAN, 0.0);
        let mut looked_up: Option<(f64, f64)> = None;
        while duration_s - gone_s > 1e-9 {
            let calm = matches!(heat, Heat::Off { since_s, .. } if since_s + gone_s > CALM_AFTER_S);
            let longest_s = if calm { CALM_STEP_S } else { longest_s };
            // Equal steps, so that a stretch does not end in a sliver.
            let steps = ((duration_s - gone_s) / longest_s).ceil().max(1.0);
            let dt = (duration_s - gone_s) / steps;
            if wall_decay.0.to_bits() != dt.to_bits() {
                wall_decay = (dt, (-self.passing_w_k / self.wall_j_k * dt).exp());
            }
            let near = looked_up.filter(|(level_g, _)| (state.water_g - level_g).abs() < SAME_LEVEL_G);
            let (_, loss_w_k) = *looked_up.insert(
                near.unwrap_or_else(|| (state.water_g, self.draw.loss * self.model.loss_w_k(state.water_g))),
            );
            self.step(state, (self.heat_j(heat, power, gone_s, dt), loss_w_k), wall_decay);
            state.boiled_s = if state.boiling { state.boiled_s + dt } else { 0.0 };
            gone_s += dt;
            if state.water_g <= self.driest_g && matches!(heat, Heat::On(_)) {
                return;
            }
        }
    }

    /// Heat that comes from the ring in a step, J.
    fn heat_j(&self, heat: Heat, power: f64, gone_s: f64, dt: f64) -> f64 {
        match heat {
            Heat::On(power_w) => power_w * power * dt,
            Heat::Off { stored_j, .. } if stored_j <= 0.0 => 0.0,
            Heat::Off { since_s, stored_j } => {
                let left = |s: f64| (-(since_s + s) / STORED_HEAT_TIME_S).exp();
                stored_j * self.draw.stored * (left(gone_s) - left(gone_s + dt))
            }
        }
    }

    /// One step of `dt` seconds, over which the ring gives `heat_j`, the pan loses `loss_w_k`, and the wall's way to where it
    /// is held decays to `decay`.
    fn step(&self, state: &mut QuickState, (heat_j, loss_w_k): (f64, f64), (dt, decay): (f64, f64)) {
        let before = *state;
        let room_c = self.model.air().room_c + self.draw.room_k;
        // The wall's way to where this heat would hold it, exact for a liquid that stands between its two ends.
        let wall = |liquid_c: f64| {
            let goal_c = liquid_c + heat_j / dt / self.passing_w_k;
            goal_c + (before.wall_c - goal_c) * decay
        };
        let into_j = |wall_c: f64| heat_j - self.wall_j_k * (wall_c - before.wall_c);
        let (boil_c, slope) = self.table.at(self.solids_frac(before.water_g), self.draw.composition);
        let mut liquid_c = before.liquid_c;
        if before.boiling {
            let mut left_g = 0.0;
            for _ in 0..2 {
                let mid_c = 0.5 * (before.liquid_c + liquid_c);
                let mid_g = before.water_g - 0.5 * left_g;
                let loss_j = loss_w_k * (mid_c - room_c) * dt;
                let frac = self.solids_frac(mid_g);
                let (_, mid_slope) =
                    if left_g > 0.0 { self.table.at(frac, self.draw.composition) } else { (boil_c, slope) };
                let per_g = mid_slope * frac * frac / self.dissolved_g;
                let latent_j_g = latent_heat_j_kg(mid_c) / 1000.0;
                left_g =
                    (into_j(wall(mid_c)) - loss_j) / (latent_j_g + self.capacity_j_k(mid_g, mid_c) * per_g);
                left_g = left_g.min(before.water_g - self.driest_g);
                let after = self.solids_frac((before.water_g - left_g).max(self.driest_g));
                liquid_c = self.table.at(after, self.draw.composition).0;
            }
            let surface_g_s = self.draw.surface * self.model.surface_g_s(self.model.air().pressure_pa);
            // What is dry has nothing left to boil off; without heat it cools like anything else.
            let dry = before.water_g <= self.driest_g + 1e-9 && heat_j > 0.0;
            if left_g >= surface_g_s * dt || dry {
                state.water_g = (before.water_g - left_g.max(0.0)).max(self.driest_g);
                state.wall_c = wall(0.5 * (before.liquid_c + liquid_c));
                state.liquid_c = liquid_c;
                state.leaving_g_s = left_g.max(0.0) / dt;
                state.warming_k_s = (liquid_c - before.liquid_c) / dt;
                return;
            }
            liquid_c = before.liquid_c;
            state.boiling = false;
        }
        let (mut leaving_g, mut end_c) = (0.0, liquid_c);
        let capacity_j_k = self.capacity_j_k(before.water_g, liquid_c);
        // A little syrup in a heavy pan takes on the pan's warmth within a step: then the end of the step counts.
        let pulls_j_k = self.wall_j_k * (1.0 - decay) + loss_w_k * dt;
        let late = (1.0 - 0.5 * capacity_j_k / pulls_j_k).clamp(0.5, 1.0);
        let full_pa = saturation_pressure_pa(boil_c);
        for _ in 0..4 {
            let mid_c = (1.0 - late) * liquid_c + late * end_c;
            let share = saturation_pressure_pa(mid_c) / full_pa;
            let vapour_pa = self.model.air().pressure_pa * share;
            leaving_g = (self.draw.surface * self.model.surface_g_s(vapour_pa) * dt)
                .min(before.water_g - self.driest_g)
                .max(0.0);
            let loss_j = loss_w_k * (mid_c - room_c) * dt;
            let latent_j_g = latent_heat_j_kg(mid_c) / 1000.0;
            let warms_j = into_j(wall(mid_c)) - loss_j - leaving_g * latent_j_g;
            let missed_k = liquid_c + warms_j / self.capacity_j_k(before.water_g, mid_c) - end_c;
            end_c += missed_k / (1.0 + late * pulls_j_k / capacity_j_k);
            if missed_k.abs() < NEAR_ENOUGH_K {
                break;
            }
        }
        state.wall_c = wall((1.0 - late) * liquid_c + late * end_c);
        state.water_g = before.water_g - leaving_g;
        state.leaving_g_s = leaving_g / dt;
        state.liquid_c = end_c;
        let (boil_c, slope) = self.table.at(self.solids_frac(state.water_g), self.draw.composition);
        if end_c > boil_c {
            // What is too much of it boils off.
            let frac = self.solids_frac(state.water_g);
            let per_g = slope * frac * frac / self.dissolved_g;
            let capacity = self.capacity_j_k(state.water_g, boil_c);
            let boils_g =
                (end_c - boil_c) * capacity / (latent_heat_j_kg(boil_c) / 1000.0 + capacity * per_g);
            state.water_g = (state.water_g - boils_g).max(self.driest_g);
            state.liquid_c = self.table.at(self.solids_frac(state.water_g), self.draw.composition).0;
            state.boiling = true;
        }
        state.warming_k_s = (state.liquid_c - before.liquid_c) / dt;
    }
}
