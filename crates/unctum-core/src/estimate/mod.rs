//! What is known now: the pan's physics and everything that was done and read, brought together.
//!
//! [`believe`] is a function of the log and the moment, of nothing else. It knows a pan by what is not known of it,
//! some twenty independent doubts (ring, losses, amounts, instruments, the hand, the flame's flicker), each the same
//! from the start to the end. A pan that could be is followed whole, from heat on; how often somebody looked leaves
//! no trace. In the field's terms: the posterior mode by Gauss–Newton steps with backtracking, outlier
//! readings down-weighted one at a time, then 96 importance-weighted samples of the posterior, drawn low-discrepancy from its
//! Laplace approximation; intervals are their weighted 80 % quantiles.
//!
//! ```
//! use unctum_core::estimate::{Deed, Done, Doubts, Habits, Question, Seen, believe};
//! use unctum_core::kitchen::{Air, Pan, Ring, RingKind};
//! use unctum_core::pan::PanModel;
//! use unctum_core::syrup::Charge;
//!
//! let charge = Charge::sugar_and_water(300.0, 150.0);
//! let ring = Ring::of_kind("left", RingKind::Gas, 1800.0);
//! let pan = Pan {
//!     name: "kadai".into(), tare_g: 1200.0, diameter_cm: 24.0, wall_height_cm: 9.0,
//!     heat_capacity_j_k: 550.0, metal: None, weighed: true, loss_factor: 1.0,
//! };
//! let air = Air::default();
//! let model = PanModel::new(&charge, &pan, air)?;
//! let doubts = Doubts {
//!     power_sd: ring.efficiency_sd / ring.efficiency_frac, solids_sd: 0.005, water_sd_g: 3.0,
//!     thermometer_bias_k: 0.25, thermometer_sd_k: 0.7, scale_sd_g: 1.04, weighed: true, lot_water_sd_g: 0.0, lot_solids_sd: 0.0, composition: false,
//!     habits: Habits::default(),
//! };
//! let deeds = [
//!     Done { at_s: 0.0, deed: Deed::Flame(0.55) },
//!     Done { at_s: 480.0, deed: Deed::Seen(Seen::Weight { contents_g: 420.0 }) },
//! ];
//! let belief = believe(&Question {
//!     model: &model, ring: &ring, first_water_g: 150.0, start_c: air.room_c, other_solids: None, doubts,
//!     deeds: &deeds, now_s: 540.0, target_frac: 0.7575, on_power_w: ring.net_power_w(0.55),
//! });
//! assert!(belief.strength.low < belief.strength.mid && belief.strength.mid < belief.strength.high);
//! # Ok::<(), unctum_core::CoreError>(())
//! ```

mod ahead;
mod evidence;
mod fit;
mod habits;
mod looked_back;
mod normal;
mod path;
mod question;
mod taught;
mod unknowns;

use crate::numeric::matrix::back;
use crate::numeric::{Spread, Z80};

use ahead::Ahead;
use fit::Bench;
pub use habits::{Habits, TogetherBy};
pub use looked_back::{WayPoint, looked_back};
use normal::even_draws;
pub use question::{Deed, Done, FAR_S, Question, Seen};
pub use taught::{Taught, taught};
use unknowns::mean_flicker;
pub use unknowns::{Doubts, Lasting};

/// A last reading less probably sound than this is asked for again: a second one costs her little.
const ASK_AGAIN: f64 = 0.85;
/// Pans in an answer.
const POINTS: usize = 96;
/// They are taken a little wider than the hill they stand on.
const WIDER: f64 = 1.0;
/// Weights are evened out until so large a share of the points counts.
const LEAST_COUNTING: f64 = 0.25;

/// What is believed of one pan at one moment.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Belief {
    /// Strength, 0–1.
    pub strength: Spread,
    /// Water in the pan, g.
    pub water_g: Spread,
    /// Solids and water, g.
    pub contents_g: Spread,
    /// Temperature of the syrup, °C.
    pub liquid_c: f64,
    /// Whether it boils.
    pub boiling: bool,
    /// For how long it has boiled without a break, s.
    pub boiled_s: f64,
    /// How long under this heat until it boils, s; 0 where it does.
    pub to_boil_s: f64,
    /// Strength at which to turn the heat off, 0–1.
    pub turn_off_frac: f64,
    /// Water at the turn-off, g.
    pub turn_off_water_g: f64,
    /// Water to lose before it, g; negative: past it.
    pub to_turn_off_g: Spread,
    /// Water to lose to the target's strength, g; negative: past it.
    pub to_target_g: Spread,
    /// Seconds of this heat until the turn-off, negative: past it; none if it is further than [`FAR_S`].
    pub turn_off_in_s: Option<Spread>,
    /// Strength it lands on if the heat goes off now or is off, 0–1.
    pub landing: Spread,
    /// The ring's power against its nominal.
    pub power: f64,
    /// Standard deviation of that.
    pub power_sd: f64,
    /// Whether the last reading fits so badly that it is worth reading again.
    pub doubtful: bool,
    /// Whether it contradicts everything else.
    pub contradicted: bool,
    /// Whether a reading before the last is doubted.
    pub doubts_earlier: bool,
}

/// What is to be believed of a pan. A function of the question alone; it never fails.
///
/// Costs some 4 ms, some 7 ms from cold on a low flame or with sixty readings (docs/performance.md).
#[must_use]
pub fn believe(q: &Question<'_>) -> Belief {
    let bench = Bench::of(q);
    let fit = bench.fit();
    let draws = even_draws(POINTS, fit.z.len());
    let mut ln_weights = Vec::with_capacity(POINTS);
    let mut ends = Vec::with_capacity(POINTS);
    for draw in draws {
        let mut off = draw.clone();
        back(&fit.root, &mut off);
        let z: Vec<f64> = fit.z.iter().zip(off).map(|(z, off)| z + WIDER * off).collect();
        let (pan, path) = bench.follow(&z);
        let sights = bench.sights(&pan, &path);
        let proposed = -0.5 * draw.iter().map(|d| d * d).sum::<f64>();
        ln_weights.push(bench.ln_posterior(&z, &sights) - proposed);
        ends.push(Ahead::of(q, &pan, &path));
    }
    let weights = evened(&ln_weights);
    let spread = |of: &dyn Fn(&Ahead) -> f64| spread_of(ends.iter().map(of).zip(weights.iter().copied()));
    let reached: f64 =
        ends.iter().zip(&weights).filter(|(e, _)| e.turn_off_in_s.is_some()).map(|(_, w)| w).sum();
    let turn_off_in_s = (reached > 0.5).then(|| {
        let s = spread(&|e| e.turn_off_in_s.unwrap_or(FAR_S));
        // What the flame will do until then is not known yet.
        let more_s = Z80 * mean_flicker(s.mid) * s.mid.max(0.0);
        Spread {
            mid: s.mid,
            low: s.mid - (s.mid - s.low).hypot(more_s),
            high: s.mid + (s.high - s.mid).hypot(more_s),
        }
    });
    let mean = |of: &dyn Fn(&Ahead) -> f64| ends.iter().zip(&weights).map(|(e, w)| w * of(e)).sum::<f64>();
    let power = mean(&|e| e.power);
    Belief {
        strength: spread(&|e| e.strength_frac),
        water_g: spread(&|e| e.water_g),
        contents_g: spread(&|e| e.contents_g),
        liquid_c: spread(&|e| e.liquid_c).mid,
        boiling: mean(&|e| f64::from(u8::from(e.boiling))) > 0.5,
        boiled_s: spread(&|e| e.boiled_s).mid,
        to_boil_s: spread(&|e| e.to_boil_s).mid,
        turn_off_frac: spread(&|e| e.turn_off_frac).mid,
        turn_off_water_g: spread(&|e| e.turn_off_water_g).mid,
        to_turn_off_g: spread(&|e| e.water_g - e.turn_off_water_g),
        to_target_g: spread(&|e| e.water_g - e.target_water_g),
        turn_off_in_s,
        landing: spread(&|e| e.landing_frac),
        power,
        power_sd: mean(&|e| (e.power - power).powi(2)).max(0.0).sqrt(),
        doubtful: fit.last_sound.is_some_and(|sound| sound < ASK_AGAIN),
        contradicted: fit.last_sound.is_some_and(|sound| sound < fit::SOUND),
        doubts_earlier: fit.doubts_earlier,
    }
}

/// Weights from their logarithms, evened out until enough of the points count.
fn evened(ln_weights: &[f64]) -> Vec<f64> {
    let most = ln_weights.iter().copied().fold(f64::NEG_INFINITY, f64::max);
    let mut power = 1.0;
    loop {
        let weights: Vec<f64> = ln_weights.iter().map(|w| (power * (w - most)).exp()).collect();
        let (sum, squares) = weights.iter().fold((0.0, 0.0), |(s, q), w| (s + w, q + w * w));
        if sum * sum / squares >= LEAST_COUNTING * ln_weights.len() as f64 || power < 1e-3 {
            return weights.into_iter().map(|w| w / sum).collect();
        }
        power *= 0.7;
    }
}

/// Middle and ends of the 80 % interval of weighted values.
fn spread_of(values: impl Iterator<Item = (f64, f64)>) -> Spread {
    let mut values: Vec<(f64, f64)> = values.collect();
    values.sort_by(|a, b| a.0.total_cmp(&b.0));
    let at = |share: f64| {
        let mut below = 0.0;
        let mut before: Option<(f64, f64)> = None;
        for (value, weight) in &values {
            let middle = below + 0.5 * weight;
            if middle >= share {
                let Some((b_value, b_middle)) = before else { return *value };
                return b_value + (value - b_value) * (share - b_middle) / (middle - b_middle).max(1e-12);
            }
            before = Some((*value, middle));
            below += weight;
        }
        before.map_or(f64::NAN, |(value, _)| value)
    };
    Spread { mid: at(0.5), low: at(0.1), high: at(0.9) }
}
