//! Sweets that soak: how fast syrup gets in, when that is enough, and what speaks against it.
//!
//! Porous crumb draws it in like a wick; dense balls let it in by diffusion, and a syrup that cools stops entering; chhena
//! swells in thin boiling syrup. The figures were fitted to few methods: the spread is wide and shown.

use serde::{Deserialize, Serialize};

use crate::error::{Result, within};
use crate::numeric::Spread;
use crate::soak::sphere::Sphere;
use crate::syrup::physical::{density_kg_m3, viscosity_mpa_s};

/// What soaks.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum SoakKind {
    /// Fried balls of milk solids.
    Dense,
    /// Fried crumb full of pores: coils, droplets, pancakes.
    Porous,
    /// Fresh curd, poached in its syrup.
    Chhena,
}

/// What a dense ball was made of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Dough {
    /// Khoya.
    #[default]
    Khoya,
    /// Milk powder, aerated.
    MilkPowder,
}

/// How fine the pores of a crumb are.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Crumb {
    /// Coils and droplets.
    #[default]
    Coil,
    /// Pancakes.
    Pancake,
}

/// Pieces in a syrup.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", schema(example = json!({"kind": "dense", "diameter_mm": 30, "syrup_solids_frac": 0.55, "syrup_c": 65, "piece_c": 60})))]
pub struct UptakeAsk {
    /// What soaks.
    pub kind: SoakKind,
    /// Across a ball as it comes from the fat; through the thickest part of a coil or pancake, mm.
    pub diameter_mm: f64,
    /// Strength of the syrup, 0–1.
    pub syrup_solids_frac: f64,
    /// How warm the syrup is when they go in, °C.
    pub syrup_c: f64,
    /// How warm the pieces are, °C.
    pub piece_c: f64,
    /// The room in which it cools, °C.
    #[serde(default = "usual_room_c")]
    pub room_c: f64,
    /// Whether the syrup is kept as warm as it is.
    #[serde(default)]
    pub kept_warm: bool,
    /// What a dense ball was made of.
    #[serde(default)]
    pub dough: Dough,
    /// How fine the pores of a crumb are.
    #[serde(default)]
    pub crumb: Crumb,
    /// Whether chhena is poached under pressure.
    #[serde(default)]
    pub under_pressure: bool,
    /// How many pieces: tells what they drink together.
    #[serde(default)]
    pub pieces: Option<u32>,
}

fn usual_room_c() -> f64 {
    28.0
}

/// How syrup gets in.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Uptake {
    /// Moments since they went in, min.
    pub minutes: Vec<f64>,
    /// How much of what a piece can take is in it then, 0–1; of chhena, what it gained against its own volume.
    pub gain_frac: Vec<f64>,
    /// How full its middle is then, 0–1.
    pub core_frac: Vec<f64>,
    /// Soaked enough from then on, min; none where that is not reached.
    pub low_min: Option<f64>,
    /// Best then, min.
    pub best_min: Option<f64>,
    /// Out at the latest then, min.
    pub high_min: Option<f64>,
    /// The best moment with what is not known of the crumb.
    pub best: Option<Spread>,
    /// What a ball takes when it is full, g; of crumb and chhena the balance of the method tells it.
    pub takes_g: Option<f64>,
    /// What all pieces take at the best moment, g.
    pub all_take_g: Option<f64>,
    /// Across a piece when it is full, mm.
    pub grown_mm: f64,
    /// What speaks against it, and what to do.
    pub said: Vec<String>,
}

/// A syrup cools to the room with this time constant, min.
const SYRUP_COOLS_MIN: f64 = 70.0;
/// Shares of what it can take at which a dense ball has enough, is best, and has to come out.
const DENSE_LIMITS: [f64; 3] = [0.75, 0.82, 0.90];
/// Diffusion into a dense ball at 60 °C in a syrup of 50 %, m²/s, and how far that may be off, as a factor.
const POWDER_M2_S: f64 = 8e-9;
const KHOYA_M2_S: f64 = 6e-9;
const DENSE_DOUBT: f64 = 1.5;
const REFERENCE: (f64, f64) = (0.50, 60.0);
/// Steam that condenses in a hot ball draws syrup in at once: this share when it is cool, so much more when it is hot,
/// within so many minutes.
const DRAWN_FRAC: (f64, f64) = (0.10, 0.25);
const DRAWN_FROM_C: (f64, f64) = (40.0, 55.0);
const DRAWN_MIN: f64 = 4.0;
/// Pores of a dense ball and what it grows, as shares of its volume: powder, khoya.
const POWDER_ROOM: (f64, f64) = (0.31, 0.30);
const KHOYA_ROOM: (f64, f64) = (0.25, 0.32);
/// Width of pores that counts, m; surface tension, N/m; how far a time may be off, as a factor.
const COIL_PORE_M: f64 = 0.17e-6;
const PANCAKE_PORE_M: f64 = 0.02e-6;
const SURFACE_TENSION_N_M: f64 = 0.078;
const POROUS_DOUBT: f64 = 1.6;
/// Shares at which a crumb has enough and is best, and times the whole at which it has to come out.
const POROUS_LIMITS: [f64; 2] = [0.75, 0.95];
const POROUS_LATEST: f64 = 2.2;
/// Chhena: gain in volume in plain water, the strength at which it gains nothing, the least; time constants, min.
const CHHENA_GAIN: f64 = 1.05;
const CHHENA_STILL_FRAC: f64 = 0.52;
const CHHENA_LEAST: f64 = -0.3;
const CHHENA_OPEN_MIN: f64 = 6.0;
const CHHENA_PRESSED_MIN: f64 = 3.5;
/// Nobody waits longer than this, min.
const LONGEST_MIN: f64 = 24.0 * 60.0;
/// So many points are told, and steps taken between two.
const POINTS: usize = 60;
const STEPS: usize = 4;

impl UptakeAsk {
    fn check(&self) -> Result<()> {
        within("The size of a piece", self.diameter_mm, 2.0, 100.0, "mm")?;
        within("The strength of the syrup", self.syrup_solids_frac, 0.0, 0.85, "(fraction)")?;
        within("The temperature of the syrup", self.syrup_c, 0.0, 115.0, "°C")?;
        within("The temperature of the pieces", self.piece_c, 0.0, 130.0, "°C")?;
        within("The room", self.room_c, 0.0, 45.0, "°C")?;
        within("The number of pieces", f64::from(self.pieces.unwrap_or(1)), 1.0, 5000.0, "pieces")?;
        Ok(())
    }

    fn syrup_c_at(&self, elapsed_min: f64) -> f64 {
        let over = self.syrup_c - self.room_c;
        let left = if self.kept_warm || over < 0.0 { 1.0 } else { (-elapsed_min / SYRUP_COOLS_MIN).exp() };
        self.room_c + over * left
    }

    fn ball_ml(&self) -> f64 {
        std::f64::consts::PI / 6.0 * (self.diameter_mm / 10.0).powi(3)
    }

    fn syrup_g_ml(&self) -> f64 {
        density_kg_m3(self.syrup_solids_frac, self.syrup_c) / 1000.0
    }
}

/// How mobile a syrup is against the one that the figures are told for: absolute temperature over viscosity.
fn mobility(solids_frac: f64, syrup_c: f64) -> f64 {
    let of = |frac: f64, c: f64| (c + 273.15) / viscosity_mpa_s(frac, c);
    of(solids_frac, syrup_c) / of(REFERENCE.0, REFERENCE.1)
}

/// How syrup gets into pieces, and when that is enough.
///
/// Costs about half a millisecond for a dense ball.
///
/// ```
/// use unctum_core::soak::{SoakKind, UptakeAsk, uptake};
/// let ask = |diameter_mm| UptakeAsk {
///     kind: SoakKind::Dense, diameter_mm, syrup_solids_frac: 0.55, syrup_c: 65.0, piece_c: 60.0, room_c: 28.0,
///     kept_warm: false, dough: Default::default(), crumb: Default::default(), under_pressure: false, pieces: Some(20),
/// };
/// let (small, large) = (uptake(&ask(25.0))?, uptake(&ask(35.0))?);
/// assert!(small.best_min < large.best_min && small.low_min < small.best_min);
/// # Ok::<(), unctum_core::CoreError>(())
/// ```
///
/// # Errors
/// Sizes, strengths and temperatures no kitchen has.
pub fn uptake(ask: &UptakeAsk) -> Result<Uptake> {
    ask.check()?;
    Ok(match ask.kind {
        SoakKind::Dense => dense(ask),
        SoakKind::Porous => porous(ask),
        SoakKind::Chhena => chhena(ask),
    })
}

/// A dense ball minute by minute.
struct Filling {
    points: Vec<(f64, f64, f64)>,
    limits: [Option<f64>; 3],
}

/// Fills a ball whose diffusion is so many times what it usually is; `until` says how long it is followed, min.
fn fill(ask: &UptakeAsk, times: f64, step_min: f64, until_min: f64) -> Filling {
    let radius_m = 0.5 * ask.diameter_mm / 1000.0;
    let d0 = times
        * match ask.dough {
            Dough::Khoya => KHOYA_M2_S,
            Dough::MilkPowder => POWDER_M2_S,
        };
    let hot = ((ask.piece_c - DRAWN_FROM_C.0) / DRAWN_FROM_C.1).clamp(0.0, 1.0);
    let drawn = DRAWN_FRAC.0 + DRAWN_FRAC.1 * hot;
    let mut sphere = Sphere::empty();
    let (mut points, mut limits) = (vec![(0.0, 0.0, 0.0)], [None; 3]);
    let (mut elapsed_min, mut gain) = (0.0, 0.0);
    while elapsed_min < until_min {
        let middle_c = ask.syrup_c_at(elapsed_min + 0.5 * step_min);
        let d = d0 * mobility(ask.syrup_solids_frac, middle_c);
        sphere.pass(d * 60.0 * step_min / (radius_m * radius_m));
        let (was_min, was) = (elapsed_min, gain);
        elapsed_min += step_min;
        let at_once = drawn * (1.0 - (-elapsed_min / DRAWN_MIN).exp());
        gain = at_once + (1.0 - drawn) * sphere.filled_frac();
        for (limit, at) in DENSE_LIMITS.iter().zip(&mut limits) {
            if at.is_none() && gain >= *limit {
                *at = Some(was_min + step_min * (limit - was) / (gain - was).max(1e-12));
            }
        }
        points.push((elapsed_min, gain, at_once + (1.0 - drawn) * sphere.core_frac()));
        if limits[2].is_some() {
            break;
        }
    }
    Filling { points, limits }
}

fn dense(ask: &UptakeAsk) -> Uptake {
    // A first look says how finely to step.
    let long_min = fill(ask, 1.0, 10.0, LONGEST_MIN).points.last().map_or(LONGEST_MIN, |p| p.0);
    let step_min = (long_min / (POINTS * STEPS) as f64).max(0.05);
    let filling = fill(ask, 1.0, step_min, LONGEST_MIN);
    let best_of = |times: f64| fill(ask, times, 2.0 * step_min, LONGEST_MIN).limits[1];
    let (quick, slow) = (best_of(DENSE_DOUBT), best_of(1.0 / DENSE_DOUBT));
    let [low_min, best_min, high_min] = filling.limits;
    let best = best_min.map(|mid| Spread {
        low: quick.unwrap_or(mid).min(mid),
        mid,
        high: slow.unwrap_or(LONGEST_MIN).max(mid),
    });
    let (pores, grows) = match ask.dough {
        Dough::Khoya => KHOYA_ROOM,
        Dough::MilkPowder => POWDER_ROOM,
    };
    let takes_g = ask.syrup_g_ml() * (pores + grows) * ask.ball_ml();
    let mut said = Vec::new();
    if best_min.is_none() {
        said.push(
            "The syrup cools and thickens before they are soaked: keep it warm, thin it, or make smaller balls."
                .to_owned(),
        );
    }
    if ask.syrup_c > 85.0 && ask.piece_c > 80.0 {
        said.push(
            "Hot balls in syrup this hot may wrinkle and fall in: let either cool a little.".to_owned(),
        );
    }
    if ask.syrup_solids_frac > 0.62 {
        said.push("So strong a syrup leaves the middle hard: thin it towards 50 to 55 %.".to_owned());
    }
    let every = filling.points.iter().step_by((filling.points.len() / POINTS).max(1));
    let kept: Vec<(f64, f64, f64)> = every.chain(filling.points.last()).copied().collect();
    told(ask, &kept, [low_min, best_min, high_min], best, Some((takes_g, DENSE_LIMITS[1])), grows, said)
}

fn porous(ask: &UptakeAsk) -> Uptake {
    let pore_m = match ask.crumb {
        Crumb::Coil => COIL_PORE_M,
        Crumb::Pancake => PANCAKE_PORE_M,
    };
    let depth_m = 0.5 * ask.diameter_mm / 1000.0;
    let viscosity_pa_s = viscosity_mpa_s(ask.syrup_solids_frac, ask.syrup_c) / 1000.0;
    let s2 = SURFACE_TENSION_N_M * pore_m / (2.0 * viscosity_pa_s);
    let full_min = depth_m * depth_m / s2 / 60.0;
    let gain = |elapsed_min: f64| (elapsed_min / full_min).sqrt().min(1.0);
    let points: Vec<(f64, f64, f64)> = (0..=POINTS)
        .map(|i| {
            let at_min = POROUS_LATEST * full_min * (i as f64 / POINTS as f64).powi(2);
            (at_min, gain(at_min), if at_min >= full_min { 1.0 } else { 0.0 })
        })
        .collect();
    let [low, best] = POROUS_LIMITS.map(|share| share * share * full_min);
    let spread = Spread { low: best / POROUS_DOUBT, mid: best, high: best * POROUS_DOUBT };
    let mut said = Vec::new();
    if ask.syrup_solids_frac > 0.78 {
        said.push("This syrup only coats: for pieces soaked through take one of 70 to 75 %.".to_owned());
    }
    if ask.syrup_solids_frac < 0.60 {
        said.push("A thin syrup is in within seconds and takes the crispness: lift them at once.".to_owned());
    }
    let limits = [Some(low), Some(best), Some(POROUS_LATEST * full_min)];
    told(ask, &points, limits, Some(spread), None, 0.0, said)
}

fn chhena(ask: &UptakeAsk) -> Uptake {
    let strength = ask.syrup_solids_frac;
    let full = (CHHENA_GAIN * (1.0 - (strength / CHHENA_STILL_FRAC).powi(4))).max(CHHENA_LEAST);
    let constant_min = if ask.under_pressure { CHHENA_PRESSED_MIN } else { CHHENA_OPEN_MIN };
    let share = |elapsed_min: f64| 1.0 - (-elapsed_min / constant_min).exp();
    let points: Vec<(f64, f64, f64)> = (0..=POINTS)
        .map(|i| {
            let at_min = 6.0 * constant_min * i as f64 / POINTS as f64;
            (at_min, full * share(at_min), share(at_min))
        })
        .collect();
    let at = |of: f64| -constant_min * (1.0 - of).ln();
    let swells = full > 0.3;
    let mut said = Vec::new();
    if !swells {
        said.push(format!(
            "In a syrup of {:.0} % chhena {}: poach it in one of 30 to 40 %, and thicken that afterwards.",
            100.0 * strength,
            if full > 0.0 { "hardly swells" } else { "shrinks and hardens" }
        ));
    }
    if ask.syrup_c < 90.0 {
        said.push("It swells only at a rolling boil: bring the syrup back to the boil first.".to_owned());
    }
    let limits = if swells { [Some(at(0.75)), Some(at(0.95)), Some(2.2 * at(0.95))] } else { [None; 3] };
    let best = limits[1].map(|mid| Spread { low: 0.75 * mid, mid, high: 1.3 * mid });
    told(ask, &points, limits, best, None, full, said)
}

fn told(
    ask: &UptakeAsk,
    points: &[(f64, f64, f64)],
    [low_min, best_min, high_min]: [Option<f64>; 3],
    best: Option<Spread>,
    takes: Option<(f64, f64)>,
    grows: f64,
    said: Vec<String>,
) -> Uptake {
    let at_best = takes.filter(|_| best_min.is_some()).zip(ask.pieces);
    Uptake {
        minutes: points.iter().map(|p| p.0).collect(),
        gain_frac: points.iter().map(|p| p.1).collect(),
        core_frac: points.iter().map(|p| p.2).collect(),
        low_min,
        best_min,
        high_min,
        best,
        takes_g: takes.map(|(g, _)| g),
        all_take_g: at_best.map(|((g, share), pieces)| g * share * f64::from(pieces)),
        grown_mm: ask.diameter_mm * (1.0 + grows).max(0.2).cbrt(),
        said,
    }
}
