//! Milk boiling down: the same pan, but what limits it is scorching, not the flame.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::kitchen::{Air, Pan, Ring};
use crate::pan::heat::Heat;
use crate::pan::model::{Handling, PanModel, Stop};
use crate::pan::program::HORIZON_S;
use crate::syrup::Charge;

/// Milk to reduce.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Milk {
    /// How much, g.
    pub mass_g: f64,
    /// Fat, share of its mass, 0–0.12.
    pub fat_frac: f64,
    /// Solids that are not fat, share of its mass, 0.05–0.15.
    #[serde(default = "usual_snf")]
    pub solids_not_fat_frac: f64,
}

fn usual_snf() -> f64 {
    0.088
}

/// How far it was reduced and how long that takes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Reduction {
    /// Total solids at the start, 0–1.
    pub solids_frac: f64,
    /// Total solids at the end, 0–1.
    pub end_solids_frac: f64,
    /// Mass at the end, g.
    pub end_g: f64,
    /// Water to boil away, g.
    pub water_to_lose_g: f64,
    /// Depth in this pan at the start, cm.
    pub depth_cm: f64,
    /// Depth in this pan at the end, cm.
    pub end_depth_cm: f64,
    /// Minutes to the boil.
    pub to_boil_min: f64,
    /// Minutes in all, with the flame turned down where it would scorch.
    pub mid_min: f64,
    /// Earliest (80 %), min.
    pub low_min: f64,
    /// Latest (80 %), min.
    pub high_min: f64,
    /// Highest share of the flame that does not scorch at the start, 0–1.
    pub safe_flame_frac: f64,
    /// The same at the end, 0–1.
    pub end_safe_flame_frac: f64,
    /// Whether the flame asked for would scorch without being turned down.
    pub scorches: bool,
}

/// Most heat through the base that milk takes without scorching, stirred and scraped, W/m²: about
/// 9 kW/m² thin, 4 kW/m² as a thick mass.
#[must_use]
pub fn scorch_limit_w_m2(total_solids_frac: f64) -> f64 {
    let thick = ((total_solids_frac - 0.125) / (0.45 - 0.125)).clamp(0.0, 1.0);
    9000.0 - 5000.0 * thick
}

impl Milk {
    /// Total solids, 0–1.
    #[must_use]
    pub fn solids_frac(&self) -> f64 {
        self.fat_frac + self.solids_not_fat_frac
    }

    fn charge(&self) -> Result<Charge> {
        let mass_g = within("The milk", self.mass_g, 50.0, 50_000.0, "g")?;
        let fat_frac = within("The fat of the milk", self.fat_frac, 0.0, 0.12, "(fraction)")?;
        let snf = within("The solids that are not fat", self.solids_not_fat_frac, 0.05, 0.15, "(fraction)")?;
        // Of the solids that are not fat, about 53 % is milk sugar and 8 % minerals; the rest is protein.
        let (lactose, ash) = (0.53 * snf, 0.08 * snf);
        Ok(Charge {
            sucrose_g: 0.0,
            reducing_g: 0.0,
            ash_g: mass_g * ash,
            other_g: mass_g * lactose,
            insoluble_g: mass_g * (fat_frac + snf - lactose - ash),
            water_g: mass_g * (1.0 - fat_frac - snf),
        })
    }
}

/// Reduces milk to `ratio` of its mass (0.1–0.95), never faster than it can take.
///
/// # Errors
/// Milk, pan or flame that cannot be; a ratio below its own solids.
pub fn reduce(
    milk: &Milk,
    ratio: f64,
    pan: &Pan,
    ring: &Ring,
    flame_frac: f64,
    air: &Air,
) -> Result<Reduction> {
    ring.check()?;
    let charge = milk.charge()?;
    let ratio = within("How far to reduce", ratio, 0.1, 0.95, "(share of the start)")?;
    let flame_frac = within("The flame", flame_frac, 0.05, 1.0, "(share of the full flame)")?;
    let end_g = milk.mass_g * ratio;
    let end_water_g = end_g - charge.solids_g();
    if end_water_g < 0.2 * charge.solids_g() {
        return Err(CoreError::NotNow(format!(
            "Reduced to {:.0} % nothing but solids would be left: this milk has {:.1} % of them. Stop earlier.",
            100.0 * ratio,
            100.0 * milk.solids_frac()
        )));
    }
    let model = PanModel::new(&charge, pan, *air)?.handled(Handling { lid: false, stirring: true });
    let limit_w =
        |water_g: f64| scorch_limit_w_m2(charge.solids_g() / (charge.solids_g() + water_g)) * pan.base_m2();
    let asked_w = ring.net_power_w(flame_frac);
    // In slices of the water, each at the flame it can take.
    let time = |factor: f64| -> Result<(f64, f64)> {
        const SLICES: u32 = 24;
        let mut state = model.start(air.room_c);
        let first_w = (asked_w * factor).min(limit_w(charge.water_g));
        if !model.advance(&mut state, Heat::On(first_w), HORIZON_S, Stop::AtBoil, |_| {}) {
            return Err(CoreError::NeverReached { hours: HORIZON_S / 3600.0 });
        }
        let boil_s = state.elapsed_s;
        let start_water_g = state.water_g;
        for slice in 1..=SLICES {
            let share = f64::from(slice) / f64::from(SLICES);
            let goal_g = start_water_g + share * (end_water_g - start_water_g);
            let power_w = (asked_w * factor).min(limit_w(0.5 * (state.water_g + goal_g)));
            let stop = Stop::AtStrength(charge.with_water(goal_g).solids_frac());
            if goal_g < state.water_g
                && !model.advance(&mut state, Heat::On(power_w), HORIZON_S, stop, |_| {})
            {
                return Err(CoreError::NeverReached { hours: HORIZON_S / 3600.0 });
            }
        }
        Ok((boil_s / 60.0, state.elapsed_s / 60.0))
    };
    let spread = ring.spread();
    let (to_boil_min, mid_min) = time(1.0)?;
    let full_w = ring.net_power_w(1.0);
    // Milk weighs about 1.03 g/ml, reduced milk somewhat more.
    let depth_cm = |mass_g: f64, density: f64| mass_g / density / (pan.base_m2() * 1e4);
    Ok(Reduction {
        solids_frac: milk.solids_frac(),
        end_solids_frac: charge.solids_g() / end_g,
        end_g,
        water_to_lose_g: milk.mass_g - end_g,
        depth_cm: depth_cm(milk.mass_g, 1.03),
        end_depth_cm: depth_cm(end_g, 1.03 + 0.25 * (charge.solids_g() / end_g - milk.solids_frac())),
        to_boil_min,
        mid_min,
        low_min: time(1.0 + spread)?.1,
        high_min: time((1.0 - spread).max(0.2))?.1,
        safe_flame_frac: (limit_w(charge.water_g) / full_w).min(1.0),
        end_safe_flame_frac: (limit_w(end_water_g) / full_w).min(1.0),
        scorches: asked_w > limit_w(end_water_g),
    })
}
