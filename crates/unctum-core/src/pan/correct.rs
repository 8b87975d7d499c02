//! Putting a syrup right: water back when it went over, minutes and grams when it is under, two syrups
//! into one, a cold one warmed, what is left after soaking brought back to strength.

use serde::Serialize;

use crate::error::{CoreError, Result, within};
use crate::kitchen::{Air, Pan, Ring};
use crate::numeric::Spread;
use crate::pan::heat::Heat;
use crate::pan::model::PanModel;
use crate::pan::program::HORIZON_S;
use crate::pan::state::Stop;
use crate::syrup::{Against, Charge, Ladder, StageKey, Strength, against};

/// What brings a syrup to its strength.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Correction {
    /// Strength now, 0–1.
    pub solids_frac: Spread,
    /// Stage now.
    pub stage: StageKey,
    /// Where that stands against the stage asked for, if one was: inside its band is inside.
    pub against: Option<Against>,
    /// Strength to come to, 0–1.
    pub target_solids_frac: f64,
    /// Water to add, g; none if it has to lose some.
    pub water_to_add_g: Option<Spread>,
    /// Water to boil away, g; none if it needs some.
    pub water_to_lose_g: Option<Spread>,
    /// Minutes on the heat: to the boil, and on to the strength.
    pub heat_min: Option<Spread>,
    /// The syrup when it is right, g.
    pub syrup_g: f64,
}

/// Where a correction is made.
#[derive(Debug, Clone, Copy)]
pub struct Hob<'a> {
    /// The pan.
    pub pan: &'a Pan,
    /// The ring.
    pub ring: &'a Ring,
    /// Share of the full flame, 0–1.
    pub flame_frac: f64,
    /// The air.
    pub air: &'a Air,
}

impl Hob<'_> {
    fn power_w(&self) -> Result<(f64, f64)> {
        self.ring.check()?;
        let flame = within("The flame", self.flame_frac, 0.01, 1.0, "(share of the full flame)")?;
        Ok((self.ring.net_power_w(flame), self.ring.spread()))
    }

    fn minutes(&self, of: impl Fn(f64) -> Result<f64>) -> Result<Spread> {
        let (power_w, spread) = self.power_w()?;
        Ok(Spread {
            low: of(power_w * (1.0 + spread))? / 60.0,
            mid: of(power_w)? / 60.0,
            high: of(power_w * (1.0 - spread).max(0.2))? / 60.0,
        })
    }
}

/// Brings a syrup that stands at `strength` and `from_c` to `target_frac`. `solids` tells what is
/// dissolved in it; its water does not count.
///
/// # Errors
/// A syrup, pan or target that cannot be.
pub fn bring_to(
    solids: &Charge,
    strength: Strength,
    from_c: f64,
    target_frac: f64,
    hob: &Hob<'_>,
    ladder: &Ladder,
) -> Result<Correction> {
    let target_frac = within("The strength asked for", target_frac, 0.05, 0.95, "(fraction)")?;
    let from_c = within("The temperature of the syrup", from_c, 0.0, 200.0, "°C")?;
    let now =
        solids.at_strength(within("The strength", strength.frac.mid, 0.01, 0.98, "(fraction)")?).checked()?;
    let to_lose = |frac: f64| solids.water_at(frac.clamp(0.01, 0.98)) - solids.water_at(target_frac);
    let lose_g = strength.frac.turned(to_lose);
    let under = lose_g.mid > 0.0;
    let model = PanModel::new(&now, hob.pan, *hob.air)?;
    let heat_min = hob.minutes(|power_w| {
        let mut state = model.start(from_c.min(model.boil_c(now.water_g)));
        if under {
            follow(&model, &mut state, power_w, Stop::AtStrength(target_frac))
        } else {
            // The added water cools it: back to the boil.
            model.pour_in(&mut state, -lose_g.mid);
            follow(&model, &mut state, power_w, Stop::AtBoil)
        }
    })?;
    Ok(Correction {
        solids_frac: strength.frac,
        stage: ladder.at(strength.frac.mid),
        against: None,
        target_solids_frac: target_frac,
        water_to_add_g: (!under).then(|| lose_g.turned(|g| -g)),
        water_to_lose_g: under.then_some(lose_g),
        heat_min: Some(heat_min),
        syrup_g: solids.at_strength(target_frac).total_g(),
    })
}

fn follow(
    model: &PanModel,
    state: &mut crate::pan::state::PanState,
    power_w: f64,
    stop: Stop,
) -> Result<f64> {
    let from_s = state.elapsed_s;
    if model.advance(state, Heat::On(power_w), HORIZON_S, stop, |_| {}) {
        Ok(state.elapsed_s - from_s)
    } else {
        Err(CoreError::NeverReached { hours: HORIZON_S / 3600.0 })
    }
}

impl Correction {
    /// The same, with where the strength stands against the stage that was asked for.
    #[must_use]
    pub fn against(self, strength: Strength, stage: StageKey, ladder: &Ladder) -> Self {
        Self { against: Some(against(strength, &ladder.of(stage))), ..self }
    }
}

/// Two syrups in one pan.
///
/// # Errors
/// A syrup that cannot be.
pub fn mix(a: &Charge, b: &Charge) -> Result<Charge> {
    a.checked()?.plus(b.checked()?).checked()
}

/// A cold syrup warmed for use.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Warmed {
    /// Minutes on the heat.
    pub heat_min: Spread,
    /// Water lost on the way, g: add as much to keep the strength.
    pub water_lost_g: f64,
    /// Strength when warm, 0–1.
    pub solids_frac: f64,
    /// Stage when warm.
    pub stage: StageKey,
}

/// Warms a syrup from `from_c` to `to_c`, below its boil.
///
/// # Errors
/// A syrup or pan that cannot be; temperatures that do not rise, or beyond the boil.
pub fn warm(charge: &Charge, from_c: f64, to_c: f64, hob: &Hob<'_>, ladder: &Ladder) -> Result<Warmed> {
    let model = PanModel::new(charge, hob.pan, *hob.air)?;
    let boil_c = model.boil_c(charge.water_g);
    let from_c = within("The temperature of the syrup", from_c, 0.0, boil_c, "°C")?;
    let to_c = within("The temperature to warm to", to_c, from_c, boil_c - 0.5, "°C")?;
    let climb = |power_w: f64| {
        let mut state = model.start(from_c);
        while state.liquid_c < to_c {
            let before = state;
            model.advance(&mut state, Heat::On(power_w), 10.0, Stop::Never, |_| {});
            if state.elapsed_s > HORIZON_S
                || state.liquid_c <= before.liquid_c + 1e-4 && state.elapsed_s > 60.0
            {
                return Err(CoreError::NeverReached { hours: HORIZON_S / 3600.0 });
            }
        }
        Ok(state)
    };
    let state = climb(hob.power_w()?.0)?;
    let solids_frac = model.solids_frac(state.water_g);
    Ok(Warmed {
        heat_min: hob.minutes(|power_w| climb(power_w).map(|s| s.elapsed_s))?,
        water_lost_g: charge.water_g - state.water_g,
        solids_frac,
        stage: ladder.at(solids_frac),
    })
}
