//! A pan of syrup through time: three things change (water, temperature of the liquid, temperature
//! of the wall), and heat is booked as it comes and goes.
//!
//! Two regimes. Below the boil, heat warms the syrup and some water leaves from the surface. At the
//! boil, the temperature is the boiling point of the strength reached, and what heat is not needed
//! to raise it drives off water. The wall is a store of its own: hotter than the syrup by the flux
//! through it, it goes on boiling the syrup after the heat is off.

use crate::error::{CoreError, Result};
use crate::kitchen::{Air, Losing, Pan};
use crate::numeric::{Outcome, Span, integrate};
use crate::pan::heat::Heat;
use crate::pan::state::{Balance, Factors, Handling, PanState, Stop};
use crate::syrup::activity::water_activity;
use crate::syrup::boiling::{boil_and_slope, boil_c};
use crate::syrup::physical::{density_kg_m3, enthalpy_j, specific_heat_j_kg_k};
use crate::syrup::{Charge, MAX_SOLIDS_FRAC};
use crate::water::{latent_heat_j_kg, saturation_pressure_pa};

/// Heat transfer from the wall to the liquid, W/(m²·K).
pub const WALL_TO_SYRUP_W_M2_K: f64 = 800.0;
/// What a gram of dissolved sugar adds to the volume, ml.
const SOLIDS_ML_G: f64 = 0.62;
/// Water leaving an open surface below the boil, kg/(s·m²·Pa).
pub const SURFACE_KG_S_M2_PA: f64 = 1.2e-8;
/// Syrup froths to about this many times its volume at a rolling boil.
pub const FROTH: f64 = 1.5;

/// One pan with its solids, in its kitchen. Small and cheap to copy.
#[derive(Debug, Clone, Copy)]
pub struct PanModel {
    solids: Charge,
    tare_g: f64,
    capacity_ml: f64,
    base_m2: f64,
    losing: Losing,
    wall_j_k: f64,
    air: Air,
    room_vapour_pa: f64,
    handling: Handling,
    factors: Factors,
}

/// Share of the vapour below the boil that gets past a lid.
const PAST_LID: f64 = 0.15;
/// Stirring lets this many times the heat through from the wall.
const STIRRED: f64 = 1.25;

/// Rates at one moment.
struct Rates {
    liquid_c: f64,
    loss_w: f64,
    wall_flow_w: f64,
    latent_j_g: f64,
    leaving_g_s: f64,
    warming_k_s: f64,
}

const STEP_SCALE: [f64; 6] = [1e-4, 1e-4, 1e-3, 1.0, 1.0, 1.0];

impl PanModel {
    /// A pan with a charge in it.
    ///
    /// # Errors
    /// A charge or pan that cannot be, a charge without sugar, or one that does not fit the pan.
    pub fn new(charge: &Charge, pan: &Pan, air: Air) -> Result<Self> {
        let solids = charge.checked()?;
        pan.check()?;
        if solids.dissolved_g() <= 0.0 {
            return Err(CoreError::NoSugar);
        }
        let contents_ml = contents_ml(&solids);
        if contents_ml > pan.capacity_ml() {
            return Err(CoreError::PanTooSmall { contents_ml, capacity_ml: pan.capacity_ml() });
        }
        Ok(Self {
            solids,
            tare_g: pan.tare_g,
            capacity_ml: pan.capacity_ml(),
            base_m2: pan.base_m2(),
            losing: pan.losing(),
            wall_j_k: pan.heat_capacity_j_k,
            air,
            room_vapour_pa: air.humidity_frac * saturation_pressure_pa(air.room_c),
            handling: Handling::default(),
            factors: Factors::default(),
        })
    }

    /// The same pan, handled differently from now on.
    #[must_use]
    pub fn handled(self, handling: Handling) -> Self {
        Self { handling, ..self }
    }

    /// The same pan with other factors on its coefficients.
    #[must_use]
    pub fn with_factors(self, factors: Factors) -> Self {
        Self { factors, ..self }
    }

    /// The same pan started with this much more (or less) water, g.
    #[must_use]
    pub fn with_more_water(self, water_g: f64) -> Self {
        Self { solids: self.solids.with_water(self.solids.water_g + water_g), ..self }
    }

    /// Base of the pan, m².
    #[must_use]
    pub fn base_m2(&self) -> f64 {
        self.base_m2
    }

    /// Water poured in at room temperature: it cools the contents and stops the boil.
    pub fn pour_in(&self, state: &mut PanState, water_g: f64) {
        let before_g = self.solids.solids_g() + state.water_g;
        let room_c = self.air.room_c;
        let heat_j = self.stored_heat_j(state) + 4.1868 * water_g * room_c;
        state.liquid_c = (state.liquid_c * before_g + room_c * water_g) / (before_g + water_g);
        state.water_g += water_g;
        state.boiling = false;
        state.balance.heat_in_j += 4.1868 * water_g * room_c;
        // Mixing by mass is rough; Newton's steps bring the liquid to where heat closes.
        let total_g = before_g + water_g;
        for _ in 0..4 {
            let miss_j = heat_j - self.stored_heat_j(state);
            let share = self.solids.solids_g() / total_g;
            state.liquid_c += 1000.0 * miss_j / (total_g * specific_heat_j_kg_k(share, state.liquid_c));
        }
    }

    /// The solids with `water_g` of water.
    #[must_use]
    pub fn charge_with(&self, water_g: f64) -> Charge {
        self.solids.with_water(water_g)
    }

    /// Strength with `water_g` of water.
    #[must_use]
    pub fn solids_frac(&self, water_g: f64) -> f64 {
        self.charge_with(water_g).solids_frac()
    }

    /// Water, g, at a strength.
    #[must_use]
    pub fn water_at(&self, solids_frac: f64) -> f64 {
        self.solids.water_at(solids_frac)
    }

    /// Boiling point, °C, with `water_g` of water.
    #[must_use]
    pub fn boil_c(&self, water_g: f64) -> f64 {
        boil_c(&self.charge_with(water_g), self.air.pressure_pa)
    }

    /// Pan and contents on the scale, g.
    #[must_use]
    pub fn gross_g(&self, water_g: f64) -> f64 {
        self.tare_g + self.charge_with(water_g).total_g()
    }

    /// Whether the froth of a rolling boil would come over the rim.
    #[must_use]
    pub fn may_boil_over(&self) -> bool {
        contents_ml(&self.solids) * FROTH > self.capacity_ml
    }

    /// The charge as it was put in, everything at `start_c`.
    #[must_use]
    pub fn start(&self, start_c: f64) -> PanState {
        PanState {
            elapsed_s: 0.0,
            water_g: self.solids.water_g,
            liquid_c: start_c,
            wall_c: start_c,
            boiling: false,
            balance: Balance::default(),
        }
    }

    /// A pan that has been boiling steadily on `power_w` and now holds `water_g`.
    #[must_use]
    pub fn steady_boil(&self, water_g: f64, power_w: f64) -> PanState {
        let liquid_c = self.boil_c(water_g);
        PanState {
            elapsed_s: 0.0,
            water_g,
            liquid_c,
            wall_c: liquid_c + power_w / (self.wall_to_syrup_w_k()),
            boiling: true,
            balance: Balance::default(),
        }
    }

    /// A pan that holds `water_g` at `liquid_c` over `power_w` without boiling.
    #[must_use]
    pub fn warm(&self, water_g: f64, liquid_c: f64, power_w: f64) -> PanState {
        let wall_c = liquid_c + power_w / self.wall_to_syrup_w_k();
        PanState { liquid_c, wall_c, boiling: false, ..self.steady_boil(water_g, power_w) }
    }

    /// Heat held by liquid and wall above 0 °C, J.
    #[must_use]
    pub fn stored_heat_j(&self, state: &PanState) -> f64 {
        enthalpy_j(self.solids.solids_g(), state.water_g, state.liquid_c)
            + self.wall_capacity_j_k() * state.wall_c
    }

    pub(crate) fn wall_capacity_j_k(&self) -> f64 {
        self.wall_j_k * self.factors.wall
    }

    pub(crate) fn wall_to_syrup_w_k(&self) -> f64 {
        let stirred = if self.handling.stirring { STIRRED } else { 1.0 };
        WALL_TO_SYRUP_W_M2_K * self.base_m2 * stirred
    }

    pub(crate) fn air(&self) -> &Air {
        &self.air
    }

    /// Heat lost to the room per kelvin, W/K.
    pub(crate) fn loss_w_k(&self, water_g: f64) -> f64 {
        // Partial volumes, ml/g: good to 1 % of a syrup's volume.
        self.factors.loss * self.losing.loss_w_k(water_g + SOLIDS_ML_G * self.solids.solids_g())
    }

    fn loss_w(&self, water_g: f64, liquid_c: f64) -> f64 {
        self.loss_w_k(water_g) * (liquid_c - self.air.room_c)
    }

    /// Water leaving the surface below the boil, g/s, where the syrup's vapour presses with `vapour_pa`.
    pub(crate) fn surface_g_s(&self, vapour_pa: f64) -> f64 {
        let past_lid = if self.handling.lid { PAST_LID } else { 1.0 };
        let pull_pa = (vapour_pa - self.room_vapour_pa).max(0.0);
        1000.0 * self.factors.surface * past_lid * SURFACE_KG_S_M2_PA * self.base_m2 * pull_pa
    }

    fn heat_capacity_j_k(&self, water_g: f64, liquid_c: f64) -> f64 {
        let solids_g = self.solids.solids_g();
        let total_g = solids_g + water_g;
        total_g / 1000.0 * specific_heat_j_kg_k(solids_g / total_g, liquid_c)
    }

    /// Rates at the boil.
    fn boiling(&self, water_g: f64, wall_c: f64) -> Rates {
        let charge = self.charge_with(water_g);
        let (liquid_c, slope) = boil_and_slope(&charge, self.air.pressure_pa);
        let loss_w = self.loss_w(water_g, liquid_c);
        let wall_flow_w = self.wall_to_syrup_w_k() * (wall_c - liquid_c);
        let latent_j_g = latent_heat_j_kg(liquid_c) / 1000.0;
        let warming_j_g = -slope * self.heat_capacity_j_k(water_g, liquid_c);
        let leaving_g_s = (wall_flow_w - loss_w) / (latent_j_g + warming_j_g);
        Rates { liquid_c, loss_w, wall_flow_w, latent_j_g, leaving_g_s, warming_k_s: -slope * leaving_g_s }
    }

    /// Rates below the boil.
    fn below(&self, water_g: f64, liquid_c: f64, wall_c: f64) -> Rates {
        let vapour_pa = water_activity(&self.charge_with(water_g)) * saturation_pressure_pa(liquid_c);
        let loss_w = self.loss_w(water_g, liquid_c);
        let wall_flow_w = self.wall_to_syrup_w_k() * (wall_c - liquid_c);
        let latent_j_g = latent_heat_j_kg(liquid_c) / 1000.0;
        let leaving_g_s = self.surface_g_s(vapour_pa);
        let warming_k_s =
            (wall_flow_w - loss_w - leaving_g_s * latent_j_g) / self.heat_capacity_j_k(water_g, liquid_c);
        Rates { liquid_c, loss_w, wall_flow_w, latent_j_g, leaving_g_s, warming_k_s }
    }

    /// Follows the pan for `duration_s` under `heat`, or until `stop`; `seen` gets every step.
    /// Returns whether `stop` ended it. A syrup that gets as strong as the model reaches (98 %)
    /// stops there.
    pub fn advance(
        &self,
        state: &mut PanState,
        heat: Heat,
        duration_s: f64,
        stop: Stop,
        mut seen: impl FnMut(&PanState),
    ) -> bool {
        let start_s = state.elapsed_s;
        let end_s = start_s + duration_s;
        let stop_water_g = match stop {
            Stop::AtStrength(solids_frac) => self.water_at(solids_frac.min(MAX_SOLIDS_FRAC)),
            Stop::Never | Stop::AtBoil => self.water_at(MAX_SOLIDS_FRAC),
        };
        if state.water_g <= stop_water_g || (stop == Stop::AtBoil && state.boiling) {
            return stop != Stop::Never;
        }
        while end_s - state.elapsed_s > 1e-6 {
            let boiling = state.boiling;
            let mut t = state.elapsed_s;
            let b = state.balance;
            let mut y =
                [state.water_g, state.liquid_c, state.wall_c, b.heat_in_j, b.heat_lost_j, b.heat_vapour_j];
            let outcome = integrate(
                &mut t,
                &mut y,
                &Span { end: end_s, max_step: 60.0, scale: STEP_SCALE },
                |t, y| self.slopes(boiling, heat.power_w(t - start_s), y),
                |_, y| {
                    let regime = if boiling {
                        // At the boil the syrup's vapour presses with the air's own pressure.
                        self.surface_g_s(self.air.pressure_pa) - self.boiling(y[0], y[2]).leaving_g_s
                    } else {
                        y[1] - self.boil_c(y[0])
                    };
                    [stop_water_g - y[0], regime]
                },
                |t, y| {
                    *state = self.state_of(t, y, boiling);
                    seen(state);
                },
            );
            match outcome {
                Outcome::Finished => return false,
                Outcome::Event(0) => return stop != Stop::Never && stop != Stop::AtBoil,
                Outcome::Event(_) => {
                    state.boiling = !boiling;
                    if state.boiling && stop == Stop::AtBoil {
                        return true;
                    }
                }
            }
        }
        false
    }

    fn state_of(&self, elapsed_s: f64, y: &[f64; 6], boiling: bool) -> PanState {
        PanState {
            elapsed_s,
            water_g: y[0],
            liquid_c: if boiling { self.boil_c(y[0]) } else { y[1] },
            wall_c: y[2],
            boiling,
            balance: Balance { heat_in_j: y[3], heat_lost_j: y[4], heat_vapour_j: y[5] },
        }
    }

    fn slopes(&self, boiling: bool, power_w: f64, y: &[f64; 6]) -> [f64; 6] {
        let water_g = y[0].max(1e-3);
        let r = if boiling { self.boiling(water_g, y[2]) } else { self.below(water_g, y[1], y[2]) };
        // Vapour carries its latent heat and the heat the water had in the liquid.
        let vapour_w = r.leaving_g_s * (r.latent_j_g + 4.1868 * r.liquid_c);
        [
            -r.leaving_g_s,
            r.warming_k_s,
            (power_w - r.wall_flow_w) / self.wall_capacity_j_k(),
            power_w,
            r.loss_w,
            vapour_w,
        ]
    }
}

/// Volume of a charge at 20 °C with its insolubles, ml.
fn contents_ml(charge: &Charge) -> f64 {
    (charge.dissolved_g() + charge.water_g) / density_kg_m3(charge.solids_frac(), 20.0) * 1000.0
        + charge.insoluble_g / 1.5
}
