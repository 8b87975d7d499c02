//! One whole boil: from the cold pan to the stage, with its events, spread and carry-over.

use serde::Serialize;

use crate::error::{CoreError, Result, within};
use crate::kitchen::{Air, Pan, Ring, Thermometer};
use crate::pan::landing::{LANDING_S, turn_off_frac};
use crate::pan::model::{Heat, PanModel, PanState, Stop};
use crate::syrup::locate::Z80;
use crate::syrup::physical::density_kg_m3;
use crate::syrup::stage::LADDER;
use crate::syrup::string::string_cm;
use crate::syrup::{Charge, StageKey};

/// Longest boil followed, s.
pub const HORIZON_S: f64 = 6.0 * 3600.0;

/// What is asked.
#[derive(Debug, Clone)]
pub struct BoilDownQuestion {
    /// What is in the pan at the start.
    pub charge: Charge,
    /// The pan.
    pub pan: Pan,
    /// The ring under it.
    pub ring: Ring,
    /// Share of the full flame, 0–1.
    pub flame_frac: f64,
    /// The air.
    pub air: Air,
    /// The thermometer to read the temperatures on; a true one if none.
    pub thermometer: Option<Thermometer>,
    /// Strength to land on, 0–1.
    pub target_frac: f64,
    /// Most points wanted in a series.
    pub max_points: usize,
}

/// One point of the boil.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Point {
    /// Time since the heat went on, s.
    pub elapsed_s: f64,
    /// Strength, 0–1.
    pub solids_frac: f64,
    /// Temperature of the syrup, °C.
    pub liquid_c: f64,
    /// What the thermometer shows then, °C.
    pub shown_c: f64,
    /// Pan and contents on the scale, g.
    pub gross_g: f64,
    /// Volume of the syrup, hot, ml.
    pub volume_ml: f64,
    /// Length of the string between two fingers, cm.
    pub string_cm: f64,
    /// Earliest and latest (80 %) this strength is reached, s.
    pub elapsed_low_s: f64,
    /// See `elapsed_low_s`.
    pub elapsed_high_s: f64,
}

/// A time with its 80 % interval, s.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Moment {
    /// Expected, s.
    pub mid_s: f64,
    /// Early end, s.
    pub low_s: f64,
    /// Late end, s.
    pub high_s: f64,
}

/// When a stage begins.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StageReached {
    /// Which.
    pub stage: StageKey,
    /// When.
    pub at: Moment,
    /// Boiling temperature at its lower edge, °C.
    pub boil_c: f64,
    /// What the thermometer shows there, °C.
    pub shown_c: f64,
    /// Pan and contents there, g.
    pub gross_g: f64,
}

/// When and at what to turn the heat off.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TurnOff {
    /// When.
    pub at: Moment,
    /// Strength then, 0–1.
    pub solids_frac: f64,
    /// True temperature then, °C.
    pub boil_c: f64,
    /// What the thermometer shows then, °C.
    pub shown_c: f64,
    /// Pan and contents then, g.
    pub gross_g: f64,
    /// Strength the pan lands on, 0–1.
    pub landing_frac: f64,
    /// Weight after landing, g.
    pub landing_gross_g: f64,
}

/// The answer.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BoilDown {
    /// From heat on to somewhat past the target, as if the heat stayed on.
    pub series: Vec<Point>,
    /// From turn-off to landing.
    pub tail: Vec<Point>,
    /// When it boils.
    pub boils_at: Option<Moment>,
    /// Stages reached after the start, in order.
    pub stages: Vec<StageReached>,
    /// When to turn off.
    pub turn_off: TurnOff,
    /// Strength asked for, 0–1.
    pub target_frac: f64,
    /// Net heat into the pan, W.
    pub net_power_w: f64,
    /// Whether the froth may come over the rim.
    pub may_boil_over: bool,
    /// Air pressure computed with, Pa.
    pub pressure_pa: f64,
}

struct Run {
    steps: Vec<PanState>,
    boils_at_s: Option<f64>,
}

impl Run {
    fn follow(model: &PanModel, start_c: f64, power_w: f64, end_frac: f64) -> Result<Self> {
        let mut state = model.start(start_c);
        let mut steps = vec![state];
        let mut boils_at_s = None;
        let reached =
            model.advance(&mut state, Heat::On(power_w), HORIZON_S, Stop::AtStrength(end_frac), |s| {
                if s.boiling && boils_at_s.is_none() {
                    // The step that reports boiling first began at the boil.
                    boils_at_s = steps.last().map(|before: &PanState| before.elapsed_s);
                }
                steps.push(*s);
            });
        if reached {
            Ok(Self { steps, boils_at_s })
        } else {
            Err(CoreError::NeverReached { hours: HORIZON_S / 3600.0 })
        }
    }

    /// Time, s, at which the water had fallen to `water_g`.
    fn when_water(&self, water_g: f64) -> f64 {
        let i = self.steps.partition_point(|s| s.water_g > water_g).clamp(1, self.steps.len() - 1);
        let (a, b) = (&self.steps[i - 1], &self.steps[i]);
        let span = a.water_g - b.water_g;
        let share = if span > 0.0 { ((a.water_g - water_g) / span).clamp(0.0, 1.0) } else { 0.0 };
        a.elapsed_s + share * (b.elapsed_s - a.elapsed_s)
    }
}

/// Follows the boil of a question. The spread is that of the ring's efficiency: time to a strength
/// falls steadily as the efficiency rises, so its 10 % and 90 % points are runs at those of the
/// efficiency.
///
/// # Errors
/// A question that cannot be, a target already passed, a flame too weak.
pub fn boil_down(question: &BoilDownQuestion) -> Result<BoilDown> {
    let q = question;
    q.ring.check()?;
    q.thermometer.iter().try_for_each(Thermometer::check)?;
    let shown = |true_c: f64| q.thermometer.as_ref().map_or(true_c, |t| t.shows_c(true_c));
    let flame_frac = within("The flame", q.flame_frac, 0.01, 1.0, "(share of the full flame)")?;
    let target_frac = within("The strength asked for", q.target_frac, 0.05, 0.95, "(fraction)")?;
    let model = PanModel::new(&q.charge, &q.pan, q.air)?;
    let start_frac = q.charge.solids_frac();
    if start_frac >= target_frac {
        return Err(CoreError::AlreadyPast {
            now_percent: 100.0 * start_frac,
            target_percent: 100.0 * target_frac,
        });
    }
    let power_w = q.ring.net_power_w(flame_frac);
    let stored_j = q.ring.kind.stored_heat_j();
    let end_frac = (target_frac + 0.35 * (1.0 - target_frac)).min(0.955);
    let run = |factor: f64| Run::follow(&model, q.air.room_c, power_w * factor, end_frac);
    let spread = Z80 * q.ring.efficiency_sd / q.ring.efficiency_frac;
    let mid = run(1.0)?;
    let fast = run(1.0 + spread)?;
    let slow = run((1.0 - spread).max(0.2))?;

    let moment = |water_g: f64| Moment {
        mid_s: mid.when_water(water_g),
        low_s: fast.when_water(water_g),
        high_s: slow.when_water(water_g),
    };
    let off_frac = turn_off_frac(&model, power_w, stored_j, target_frac).max(start_frac);
    let off_water_g = model.water_at(off_frac);
    let off_at = moment(off_water_g);
    let mut off_state = model.steady_boil(off_water_g, power_w);
    let mut tail_steps = vec![off_state];
    model.advance(&mut off_state, Heat::Off { since_s: 0.0, stored_j }, LANDING_S, Stop::Never, |s| {
        tail_steps.push(*s)
    });

    let point = |s: &PanState, at: Moment| describe(&model, s, at, shown(s.liquid_c));
    let series = thinned(&mid.steps, q.max_points).into_iter().map(|s| {
        let mut at = moment(s.water_g);
        at.mid_s = s.elapsed_s;
        point(s, at)
    });
    let tail = thinned(&tail_steps, q.max_points).into_iter().map(|s| {
        let shift = |t: f64| t + s.elapsed_s;
        point(
            s,
            Moment { mid_s: shift(off_at.mid_s), low_s: shift(off_at.low_s), high_s: shift(off_at.high_s) },
        )
    });
    let stages = LADDER.iter().filter(|s| s.low_frac > start_frac && s.low_frac < end_frac).map(|s| {
        let water_g = model.water_at(s.low_frac);
        StageReached {
            stage: s.key,
            at: moment(water_g),
            boil_c: model.boil_c(water_g),
            shown_c: shown(model.boil_c(water_g)),
            gross_g: model.gross_g(water_g),
        }
    });
    Ok(BoilDown {
        series: series.collect(),
        tail: tail.collect(),
        boils_at: match (mid.boils_at_s, fast.boils_at_s, slow.boils_at_s) {
            (Some(mid_s), Some(low_s), Some(high_s)) => Some(Moment { mid_s, low_s, high_s }),
            _ => None,
        },
        stages: stages.collect(),
        turn_off: TurnOff {
            at: off_at,
            solids_frac: off_frac,
            boil_c: model.boil_c(off_water_g),
            shown_c: shown(model.boil_c(off_water_g)),
            gross_g: model.gross_g(off_water_g),
            landing_frac: model.solids_frac(off_state.water_g),
            landing_gross_g: model.gross_g(off_state.water_g),
        },
        target_frac,
        net_power_w: power_w,
        may_boil_over: model.may_boil_over(),
        pressure_pa: q.air.pressure_pa,
    })
}

fn describe(model: &PanModel, s: &PanState, at: Moment, shown_c: f64) -> Point {
    let solids_frac = model.solids_frac(s.water_g);
    let solution_g = model.gross_g(s.water_g) - model.gross_g(0.0) + model.charge_with(0.0).dissolved_g();
    Point {
        elapsed_s: at.mid_s,
        solids_frac,
        liquid_c: s.liquid_c,
        shown_c,
        gross_g: model.gross_g(s.water_g),
        volume_ml: solution_g / density_kg_m3(solids_frac, s.liquid_c) * 1000.0,
        string_cm: string_cm(solids_frac),
        elapsed_low_s: at.low_s,
        elapsed_high_s: at.high_s,
    }
}

/// At most `max_points` of the steps, always with the first and the last.
fn thinned(steps: &[PanState], max_points: usize) -> Vec<&PanState> {
    let most = max_points.clamp(2, 2000);
    if steps.len() <= most {
        return steps.iter().collect();
    }
    (0..most).map(|i| &steps[i * (steps.len() - 1) / (most - 1)]).collect()
}
