//! What the cook does over time: the flame up and down, the lid, stirring, water added; and a run of
//! the pan through it.

use serde::{Deserialize, Serialize};

use crate::error::{CoreError, Result, within};
use crate::kitchen::Ring;
use crate::pan::heat::Heat;
use crate::pan::model::PanModel;
use crate::pan::state::{Handling, PanState, Stop};
use crate::syrup::Charge;
use crate::syrup::physical::solubility_frac;

/// Longest boil followed, s.
pub const HORIZON_S: f64 = 6.0 * 3600.0;
const MOST_CHANGES: usize = 50;

/// One change at the hob, and what holds from then on.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct HobChange {
    /// When, s from the start.
    pub from_s: f64,
    /// Share of the full flame from then on, 0–1.
    pub flame_frac: f64,
    /// Whether a lid is on.
    #[serde(default)]
    pub lid: bool,
    /// Whether it is stirred.
    #[serde(default)]
    pub stirring: bool,
    /// Water poured in at that moment, g.
    #[serde(default)]
    pub water_added_g: f64,
}

impl HobChange {
    /// A steady flame from the start.
    #[must_use]
    pub fn steady(flame_frac: f64) -> Self {
        Self { from_s: 0.0, flame_frac, lid: false, stirring: false, water_added_g: 0.0 }
    }
}

/// Accepts a program whose changes come in order, start at once, and put the heat on at some time.
///
/// # Errors
/// [`CoreError::Contradiction`] naming the fault; values out of range.
pub fn check_program(program: &[HobChange]) -> Result<()> {
    let refuse = |words: &str| Err(CoreError::Contradiction(words.to_owned()));
    let Some(first) = program.first() else {
        return refuse("Say how high the flame is.");
    };
    if program.len() > MOST_CHANGES {
        return refuse("That is more than fifty changes of the flame. Leave the smaller ones out.");
    }
    for change in program {
        within("The flame", change.flame_frac, 0.0, 1.0, "(share of the full flame)")?;
        within("The time of a change", change.from_s, 0.0, HORIZON_S, "s")?;
        within("The water added", change.water_added_g, 0.0, 20_000.0, "g")?;
    }
    if first.from_s > 0.0 {
        return refuse("The first flame has to be set at the start, at 0 s.");
    }
    if program.windows(2).any(|pair| pair[1].from_s <= pair[0].from_s) {
        return refuse("The changes of the flame are out of order: give them from early to late, each once.");
    }
    if program.iter().all(|change| change.flame_frac < 0.01) {
        return refuse("The heat is never on, so nothing boils. Turn the flame up.");
    }
    Ok(())
}

/// A pan followed through a program.
#[derive(Debug, Clone)]
pub struct Run {
    /// Every step taken, from the cold pan on.
    pub steps: Vec<PanState>,
    /// When it first boiled, s.
    pub boils_at_s: Option<f64>,
    /// When the last water was poured in, s; 0 if none was.
    pub poured_until_s: f64,
}

impl Run {
    /// Follows the pan from cold until it reaches `end_frac`. `power` is a factor on the ring's heat.
    ///
    /// # Errors
    /// [`CoreError::NeverReached`].
    pub fn follow(
        model: &PanModel,
        start_c: f64,
        ring: &Ring,
        power: f64,
        program: &[HobChange],
        end_frac: f64,
    ) -> Result<Self> {
        let mut state = model.start(start_c);
        let mut steps = vec![state];
        let mut boils_at_s = None;
        let mut poured_until_s = 0.0;
        for (i, change) in program.iter().enumerate() {
            let until_s = program.get(i + 1).map_or(HORIZON_S, |next| next.from_s);
            let handled = model.handled(Handling { lid: change.lid, stirring: change.stirring });
            if change.water_added_g > 0.0 {
                handled.pour_in(&mut state, change.water_added_g);
                poured_until_s = state.elapsed_s;
                steps.push(state);
            }
            let heat = if change.flame_frac > 0.0 {
                Heat::On(ring.net_power_w(change.flame_frac) * power)
            } else {
                let was_on = i > 0 && program[i - 1].flame_frac > 0.0;
                Heat::Off { since_s: 0.0, stored_j: if was_on { ring.kind.stored_heat_j() } else { 0.0 } }
            };
            let last = i + 1 == program.len();
            // Until the last change the target may be passed for a while: water may still come in.
            let stop = if last { Stop::AtStrength(end_frac) } else { Stop::Never };
            let span_s = until_s - state.elapsed_s;
            let reached = handled.advance(&mut state, heat, span_s, stop, |s| {
                if s.boiling && boils_at_s.is_none() {
                    // The step that reports boiling first began at the boil.
                    boils_at_s = steps.last().map(|before: &PanState| before.elapsed_s);
                }
                steps.push(*s);
            });
            if last && reached {
                return Ok(Self { steps, boils_at_s, poured_until_s });
            }
            if state.elapsed_s < until_s {
                // As strong as the model reaches: it stands as it is until the next change.
                state.elapsed_s = until_s;
                steps.push(state);
            }
        }
        Err(CoreError::NeverReached { hours: HORIZON_S / 3600.0 })
    }

    /// Time, s, at which the water had fallen to `water_g` for good.
    #[must_use]
    pub fn when_water(&self, water_g: f64) -> f64 {
        let above = if self.poured_until_s > 0.0 {
            self.steps.iter().rposition(|s| s.water_g > water_g).map_or(0, |i| i + 1)
        } else {
            self.steps.partition_point(|s| s.water_g > water_g)
        };
        let i = above.clamp(1, self.steps.len() - 1);
        let (a, b) = (&self.steps[i - 1], &self.steps[i]);
        let span = a.water_g - b.water_g;
        let share = if span > 0.0 { ((a.water_g - water_g) / span).clamp(0.0, 1.0) } else { 0.0 };
        a.elapsed_s + share * (b.elapsed_s - a.elapsed_s)
    }

    /// Water, g, and liquid temperature, °C, at a time, along a straight line between steps.
    #[must_use]
    pub fn at_s(&self, elapsed_s: f64) -> (f64, f64) {
        let i = self.steps.partition_point(|s| s.elapsed_s < elapsed_s).clamp(1, self.steps.len() - 1);
        let (a, b) = (&self.steps[i - 1], &self.steps[i]);
        let span = b.elapsed_s - a.elapsed_s;
        let share = if span > 0.0 { ((elapsed_s - a.elapsed_s) / span).clamp(0.0, 1.0) } else { 1.0 };
        (a.water_g + share * (b.water_g - a.water_g), a.liquid_c + share * (b.liquid_c - a.liquid_c))
    }

    /// When the last grain of sugar is gone, s: grains dissolve the faster the warmer it is and the
    /// further the water is from full, slower as they get small (Hixson–Crowell), three times as fast
    /// stirred. None if the water never takes it all.
    ///
    /// A first estimate: about 9 minutes unstirred at 40 °C, a quarter of that at 80 °C.
    #[must_use]
    pub fn dissolved_at_s(&self, charge: &Charge, stirred: bool) -> Option<f64> {
        let grains_g = charge.sucrose_g;
        let mut left_g = grains_g;
        for pair in self.steps.windows(2) {
            let (a, b) = (&pair[0], &pair[1]);
            let parts = ((b.elapsed_s - a.elapsed_s) / 5.0).ceil().max(1.0);
            let dt = (b.elapsed_s - a.elapsed_s) / parts;
            for k in 0..parts as usize {
                let share = (k as f64 + 0.5) / parts;
                let liquid_c = a.liquid_c + share * (b.liquid_c - a.liquid_c);
                let water_g = a.water_g + share * (b.water_g - a.water_g);
                let full = solubility_frac(liquid_c.clamp(0.0, 100.0));
                let room = 1.0 - (grains_g - left_g) / (water_g * full / (1.0 - full));
                // A wet grain film keeps dissolving at the boil even where the bulk is nearly full.
                let pull = room.max(if liquid_c > 85.0 { 0.05 } else { 0.0 });
                let rate = DISSOLVE_S * (0.035 * (liquid_c - 40.0)).exp() * if stirred { 3.0 } else { 1.0 };
                left_g -= dt * rate * pull * grains_g.cbrt() * left_g.max(0.0).powf(2.0 / 3.0);
                if left_g <= 1e-3 * grains_g {
                    return Some(a.elapsed_s + share * (b.elapsed_s - a.elapsed_s));
                }
            }
        }
        None
    }
}

/// Rate of dissolving at 40 °C unstirred, 1/s.
const DISSOLVE_S: f64 = 0.006;
