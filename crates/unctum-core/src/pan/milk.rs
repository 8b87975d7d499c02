//! Milk boiling down: the same pan, but what limits it is scorching, not the flame.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::kitchen::{Air, Pan, Ring};
use crate::numeric::Spread;
use crate::pan::drying::{Drying, DryingPoint, Takes, doubt_frac};
use crate::pan::model::PanModel;
use crate::pan::program::HORIZON_S;
use crate::syrup::Charge;
use crate::syrup::boiling::boil_c;
use crate::syrup::physical::specific_heat_j_kg_k;

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

/// What a millilitre of milk weighs, g.
const MILK_G_ML: f64 = 1.03;

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
    pub minutes: Spread,
    /// Highest share of the flame that does not scorch at the start, 0–1.
    pub safe_flame_frac: f64,
    /// The same at the end, 0–1.
    pub end_safe_flame_frac: f64,
    /// Whether the flame asked for would scorch without being turned down.
    pub scorches: bool,
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

impl Milk {
    /// It, going down to so much water.
    fn going(&self, charge: Charge, end_water_g: f64, air: &Air) -> Drying {
        Drying {
            charge,
            burns_g: charge.solids_g(),
            specific_heat_j_kg_k: specific_heat_j_kg_k(self.solids_frac(), 60.0),
            medium_j_k: 0.0,
            contents_ml: self.mass_g / MILK_G_ML,
            takes: Takes::AsMilk,
            from_c: air.room_c,
            to_c: boil_c(&charge.with_water(end_water_g), air.pressure_pa),
            water_lost_g: charge.water_g - end_water_g,
        }
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
        return Err(CoreError::Contradiction(format!(
            "Reduced to {:.0} % nothing but solids would be left: this milk has {:.1} % of them. Stop earlier.",
            100.0 * ratio,
            100.0 * milk.solids_frac()
        )));
    }
    // What a pan must hold, it must hold of milk too.
    let _fits = PanModel::new(&charge, pan, *air)?;
    let going = milk.going(charge, end_water_g, air);
    let limit_w = |water_g: f64| going.limit_w_m2(water_g) * pan.base_m2();
    let asked_w = ring.net_power_w(flame_frac);
    let path = going
        .follow(pan, asked_w, air)
        .filter(|path| path.last().is_some_and(|p| p.elapsed_s <= HORIZON_S))
        .ok_or(CoreError::NeverReached { hours: HORIZON_S / 3600.0 })?;
    let minutes_of = |p: &DryingPoint| p.elapsed_s / 60.0;
    let mid_min = path.last().map_or(0.0, minutes_of);
    let doubt = doubt_frac(ring);
    let full_w = ring.net_power_w(1.0);
    // Reduced milk is somewhat denser.
    let depth_cm = |mass_g: f64, density: f64| mass_g / density / (pan.base_m2() * 1e4);
    Ok(Reduction {
        solids_frac: milk.solids_frac(),
        end_solids_frac: charge.solids_g() / end_g,
        end_g,
        water_to_lose_g: milk.mass_g - end_g,
        depth_cm: depth_cm(milk.mass_g, MILK_G_ML),
        end_depth_cm: depth_cm(end_g, MILK_G_ML + 0.25 * (charge.solids_g() / end_g - milk.solids_frac())),
        to_boil_min: path.get(1).map_or(0.0, minutes_of),
        minutes: Spread { low: mid_min * (1.0 - doubt), mid: mid_min, high: mid_min * (1.0 + doubt) },
        safe_flame_frac: (limit_w(charge.water_g) / full_w).min(1.0),
        end_safe_flame_frac: (limit_w(end_water_g) / full_w).min(1.0),
        scorches: asked_w > limit_w(end_water_g),
    })
}
