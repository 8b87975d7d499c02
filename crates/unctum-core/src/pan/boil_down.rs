//! One whole boil: from the cold pan to the stage, with its events, spread and carry-over.

use serde::Serialize;

use crate::error::{CoreError, Result, within};
use crate::kitchen::{Air, Pan, Ring, Thermometer};
use crate::numeric::{Spread, Z80};
use crate::pan::heat::Heat;
use crate::pan::landing::{LANDING_S, turn_off_frac};
use crate::pan::model::PanModel;
use crate::pan::program::{HobChange, Run, check_program};
use crate::pan::state::{Factors, Handling, PanState, Stop};
use crate::syrup::physical::{brix_refractometer, density_kg_m3};
use crate::syrup::string::string_cm;
use crate::syrup::{Charge, Ladder, StageKey};

/// What is asked.
#[derive(Debug, Clone)]
pub struct BoilDownQuestion {
    /// What is in the pan at the start.
    pub charge: Charge,
    /// How warm charge and pan are at the start, °C, 0–130; as the room if none. Never above the boil.
    pub start_c: Option<f64>,
    /// The pan.
    pub pan: Pan,
    /// The ring under it.
    pub ring: Ring,
    /// The flame, the lid, the spoon and the jug over time; see [`HobChange`].
    pub program: Vec<HobChange>,
    /// The air.
    pub air: Air,
    /// The thermometer to read the temperatures on; a true one if none.
    pub thermometer: Option<Thermometer>,
    /// Strength to land on, 0–1.
    pub target_frac: f64,
    /// Most points wanted in a series.
    pub max_points: usize,
    /// Standard deviation of the water that came with the sweetener, g.
    pub charge_water_sd_g: f64,
    /// The cook's ladder.
    pub ladder: Ladder,
}

/// One point of the boil.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Point {
    /// Time since the heat went on at which this strength is reached, s.
    pub elapsed_s: Spread,
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
    /// What a refractometer shows for a cooled drop, °Brix; none beyond what one reads.
    pub brix: Option<f64>,
}

/// When a stage begins.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StageReached {
    /// Which.
    pub stage: StageKey,
    /// When, s.
    pub at_s: Spread,
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
    /// When, s.
    pub at_s: Spread,
    /// Strength then, 0–1.
    pub solids_frac: f64,
    /// True temperature then, °C.
    pub boil_c: f64,
    /// What the thermometer shows then, °C.
    pub shown_c: f64,
    /// Pan and contents then, g.
    pub gross_g: f64,
    /// Strength the pan lands on if it is turned off at exactly this weight, 0–1; the upper end also holds what is
    /// left standing in the pan for a quarter of an hour.
    pub landing_frac: Spread,
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
    /// When the last grain of sugar is gone, s; none if the water never takes it all.
    pub dissolved_at_s: Option<f64>,
    /// When it boils, s.
    pub boils_at_s: Option<Spread>,
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

/// What is not known exactly, beside the ring: independent standard deviations.
struct Doubt {
    what: fn(PanModel, f64) -> PanModel,
    sd: f64,
}

/// Relative standard deviation of the heat lost to the room and of the surface evaporation.
const LOSS_SD: f64 = 0.3;
const SURFACE_SD: f64 = 0.3;
/// Amounts are measured to about this share of the water.
const MEASURING_SD: f64 = 0.02;
/// What is left standing in the pan goes on losing water for so long, s.
const STANDING_S: f64 = 900.0;
/// Relative standard deviation of the carry-over, beyond that of the heat.
const CARRY_SD: f64 = 0.2;

fn doubts(q: &BoilDownQuestion) -> [Doubt; 3] {
    let measured_g = MEASURING_SD * q.charge.water_g;
    [
        Doubt { what: |m, f| m.with_factors(Factors { loss: 1.0 + f, ..Factors::default() }), sd: LOSS_SD },
        Doubt {
            what: |m, f| m.with_factors(Factors { surface: 1.0 + f, ..Factors::default() }),
            sd: SURFACE_SD,
        },
        Doubt { what: PanModel::with_more_water, sd: measured_g.hypot(q.charge_water_sd_g) },
    ]
}

/// The runs that tell the spread: at the 10 % and 90 % points of the ring's efficiency, and one
/// standard deviation out for each other doubt.
pub(crate) struct Runs {
    pub mid: Run,
    pub fast: Run,
    pub slow: Run,
    pub others: Vec<Run>,
}

impl Runs {
    /// Follows a question's pan through its program to `end_frac`, as often as its doubts need.
    pub(crate) fn follow(q: &BoilDownQuestion, end_frac: f64) -> Result<Self> {
        q.ring.check()?;
        q.ladder.check()?;
        check_program(&q.program)?;
        let model = PanModel::new(&q.charge, &q.pan, q.air)?;
        let start_c = match q.start_c {
            Some(start_c) => within("The temperature at the start", start_c, 0.0, 130.0, "°C")?,
            None => q.air.room_c,
        };
        let start_c = start_c.min(model.boil_c(q.charge.water_g));
        let follow =
            |model: &PanModel, power: f64| Run::follow(model, start_c, &q.ring, power, &q.program, end_frac);
        let spread = q.ring.spread();
        Ok(Self {
            mid: follow(&model, 1.0)?,
            fast: follow(&model, 1.0 + spread)?,
            slow: follow(&model, (1.0 - spread).max(0.2))?,
            others: doubts(q)
                .iter()
                .filter(|doubt| doubt.sd > 0.0)
                .map(|doubt| follow(&(doubt.what)(model, doubt.sd), 1.0))
                .collect::<Result<_>>()?,
        })
    }

    /// When the water has fallen to `water_g`, with the 80 % interval: the efficiency's own end points,
    /// widened by the other doubts.
    pub(crate) fn moment(&self, water_g: f64) -> Spread {
        self.moment_of(|run| run.when_water(water_g))
    }

    /// The same of any time that each run tells, such as one counted from its own boil.
    pub(crate) fn moment_of(&self, of: impl Fn(&Run) -> f64) -> Spread {
        let others: Vec<f64> = self.others.iter().map(&of).collect();
        self.around(of(&self.mid), of(&self.fast), of(&self.slow), &others)
    }

    /// The same from times already found in each run. Doubts add up in the rate (one over the time),
    /// where each acts nearly in proportion and up and down alike; in the time itself the slow end is
    /// far longer than the fast one.
    pub(crate) fn around(&self, mid_s: f64, fast_s: f64, slow_s: f64, others_s: &[f64]) -> Spread {
        let all = others_s.iter().chain([&mid_s, &fast_s, &slow_s]);
        if all.copied().fold(f64::INFINITY, f64::min) < 1.0 {
            return Spread { low: fast_s.min(mid_s), mid: mid_s, high: slow_s.max(mid_s) };
        }
        let rate = 1.0 / mid_s;
        let others = others_s.iter().map(|s| self.reach(1.0 / s - rate).powi(2)).sum::<f64>().sqrt();
        let (up, down) = ((1.0 / fast_s - rate).hypot(others), (rate - 1.0 / slow_s).hypot(others));
        // However wide the doubt, a boil ten times as long is not what it means.
        Spread { low: 1.0 / (rate + up), mid: mid_s, high: 1.0 / (rate - down).max(0.1 * rate) }
    }

    /// Half-width of the 80 % interval that one standard deviation of a doubt makes.
    pub(crate) fn reach(&self, by_one_sd: f64) -> f64 {
        Z80 * by_one_sd
    }

    fn boils_at_s(&self) -> Option<Spread> {
        let mid_s = self.mid.boils_at_s?;
        Some(self.moment_of(|run| run.boils_at_s.unwrap_or(mid_s)))
    }
}

/// Follows the boil of a question.
///
/// The spread comes from the ring's efficiency, whose 10 % and 90 % points are run whole because time
/// bends with it, and from first-order steps for the heat lost, the surface evaporation, and the water
/// (measured, and brought by the sweetener), added in quadrature of the rate. Held against sampling by
/// a test.
///
/// # Errors
/// A question that cannot be, a target already passed, a flame too weak.
pub fn boil_down(question: &BoilDownQuestion) -> Result<BoilDown> {
    let q = question;
    q.thermometer.iter().try_for_each(Thermometer::check)?;
    let target_frac = within("The strength asked for", q.target_frac, 0.05, 0.95, "(fraction)")?;
    let model = PanModel::new(&q.charge, &q.pan, q.air)?;
    let start_frac = q.charge.solids_frac();
    if start_frac >= target_frac {
        return Err(CoreError::AlreadyPast {
            now_percent: 100.0 * start_frac,
            target_percent: 100.0 * target_frac,
        });
    }
    let end_frac = (target_frac + 0.35 * (1.0 - target_frac)).min(0.955);
    let runs = Runs::follow(q, end_frac)?;

    // The flame that is on as the target nears decides the turn-off.
    let near_s = runs.mid.when_water(model.water_at(target_frac));
    let last = q.program.iter().rev().find(|c| c.from_s <= near_s && c.flame_frac > 0.0);
    let flame_frac = last.or(q.program.first()).map_or(0.0, |c| c.flame_frac);
    let handling = last.map_or_else(Handling::default, |c| Handling { lid: c.lid, stirring: c.stirring });
    let power_w = q.ring.net_power_w(flame_frac);
    let stored_j = q.ring.kind.stored_heat_j();
    let pan = model.handled(handling);
    // A syrup that starts close to its stage still has to boil before it can carry over.
    let boil_frac = match runs.mid.boils_at_s {
        Some(boil_s) => model.solids_frac(runs.mid.at_s(boil_s).0),
        None => start_frac,
    };
    let boils = runs.mid.boils_at_s.is_some();
    let off = Heat::Off { since_s: 0.0, stored_j };
    // How a pan stands that dries without ever boiling, at a strength on its way.
    let warm = |frac: f64| {
        let water_g = model.water_at(frac);
        pan.warm(water_g, runs.mid.at_s(runs.mid.when_water(water_g)).1, power_w)
    };
    let wanted_frac = if boils {
        turn_off_frac(&pan, power_w, stored_j, target_frac)
    } else {
        let lands = |frac: f64| {
            let mut after = warm(frac);
            pan.advance(&mut after, off, LANDING_S, Stop::Never, |_| {});
            model.solids_frac(after.water_g)
        };
        (0..6).fold(target_frac, |frac, _| (frac - (lands(frac) - target_frac)).max(start_frac))
    };
    let off_frac = wanted_frac.max(if boils { boil_frac } else { start_frac });
    let off_water_g = model.water_at(off_frac);
    let off_at = match runs.boils_at_s() {
        Some(boil) if boils && wanted_frac <= boil_frac => boil,
        _ => runs.moment(off_water_g),
    };
    let off_c = if boils { model.boil_c(off_water_g) } else { runs.mid.at_s(near_s).1 };
    let mut off_state =
        if boils { pan.steady_boil(off_water_g, power_w) } else { pan.warm(off_water_g, off_c, power_w) };
    let mut tail_steps = vec![off_state];
    pan.advance(&mut off_state, off, LANDING_S, Stop::Never, |s| {
        tail_steps.push(*s);
    });
    let landing = model.solids_frac(off_state.water_g);
    let mut left_standing = off_state;
    let still = Heat::Off { since_s: LANDING_S, stored_j };
    pan.advance(&mut left_standing, still, STANDING_S - LANDING_S, Stop::Never, |_| {});
    let carry_reach = (landing - off_frac) * q.ring.spread().hypot(Z80 * CARRY_SD);

    let shown = |true_c: f64| q.thermometer.as_ref().map_or(true_c, |t| t.shows_c(true_c));
    let settled_s = runs.mid.poured_until_s;
    let thin = thinned(&runs.mid.steps, q.max_points.saturating_sub(1));
    let mut series: Vec<Point> = thin
        .into_iter()
        .map(|s| {
            let at = if s.elapsed_s < settled_s {
                Spread::exact(s.elapsed_s)
            } else {
                Spread { mid: s.elapsed_s, ..runs.moment(s.water_g) }
            };
            describe(&model, s, at, shown(s.liquid_c))
        })
        .collect();
    // The turn-off is one of its points: what is read there is what is told of it.
    let before = series.partition_point(|p| p.elapsed_s.mid < off_at.mid);
    if before > 0 && before < series.len() {
        let at_off = PanState { elapsed_s: off_at.mid, liquid_c: off_c, ..tail_steps[0] };
        series.insert(before, describe(&model, &at_off, off_at, shown(off_c)));
    }
    let tail = thinned(&tail_steps, q.max_points)
        .into_iter()
        .map(|s| describe(&model, s, off_at.map(|t| t + s.elapsed_s), shown(s.liquid_c)));
    let ladder = q.ladder.stages();
    let ahead = ladder.iter().filter(|s| s.low_frac > start_frac && s.low_frac < end_frac);
    let stages = ahead.map(|s| {
        let water_g = model.water_at(s.low_frac);
        StageReached {
            stage: s.key,
            at_s: runs.moment(water_g),
            boil_c: model.boil_c(water_g),
            shown_c: shown(model.boil_c(water_g)),
            gross_g: model.gross_g(water_g),
        }
    });
    let stirred = q.program.iter().any(|c| c.stirring);
    Ok(BoilDown {
        series,
        tail: tail.collect(),
        dissolved_at_s: runs.mid.dissolved_at_s(&q.charge, stirred),
        boils_at_s: runs.boils_at_s(),
        stages: stages.collect(),
        turn_off: TurnOff {
            at_s: off_at,
            solids_frac: off_frac,
            boil_c: off_c,
            shown_c: shown(off_c),
            gross_g: model.gross_g(off_water_g),
            landing_frac: Spread {
                low: landing - carry_reach,
                mid: landing,
                high: (landing + carry_reach).max(model.solids_frac(left_standing.water_g)),
            },
            landing_gross_g: model.gross_g(off_state.water_g),
        },
        target_frac,
        net_power_w: power_w,
        may_boil_over: model.may_boil_over(),
        pressure_pa: q.air.pressure_pa,
    })
}

fn describe(model: &PanModel, s: &PanState, at_s: Spread, shown_c: f64) -> Point {
    let solids_frac = model.solids_frac(s.water_g);
    let solution_g = model.gross_g(s.water_g) - model.gross_g(0.0) + model.charge_with(0.0).dissolved_g();
    Point {
        elapsed_s: at_s,
        solids_frac,
        liquid_c: s.liquid_c,
        shown_c,
        gross_g: model.gross_g(s.water_g),
        volume_ml: solution_g / density_kg_m3(solids_frac, s.liquid_c) * 1000.0,
        string_cm: string_cm(solids_frac),
        brix: brix_refractometer(&model.charge_with(s.water_g)),
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
