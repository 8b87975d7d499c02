//! What a reading is worth: how likely it is on a pan that could be.

use std::collections::BTreeSet;

use crate::estimate::normal::{density, share_below};
use crate::estimate::path::Path;
use crate::estimate::question::{Deed, Question, Seen};
use crate::estimate::unknowns::{Pan, Unknowns};
use crate::syrup::string::free_cm;

/// Below the boil a probe hangs in a syrup that is not equally warm, K.
const UNEVEN_SD_K: f64 = 1.0;
/// How exactly the length of a string is told, cm.
const LENGTH_SD_CM: f64 = 0.03;
/// A look is slipped with this often, and says anything then.
const SLIPS: f64 = 0.03;
const SLIP_SHARE: f64 = 0.15;
/// A measurement is a mistake this often, and then as wide as this: on the scale in g, on a probe in K, of a string
/// in the logarithm, of a drop in strength.
const MISTAKES: f64 = 0.04;
const SCALE_MISTAKE_G: f64 = 60.0;
const PROBE_MISTAKE_K: f64 = 5.0;
const STRING_MISTAKE: f64 = 1.5;
/// A drop that was not cooled, or not clear, shows another strength by so much.
const DROP_MISTAKE_FRAC: f64 = 0.03;
/// How a finished sweet is judged hangs on more than its syrup, in stages.
const JUDGED_SD: f64 = 0.35;
/// Looks of one hand within this time are one look, s; readings of an instrument within this one reading.
const ONE_LOOK_S: f64 = 30.0;
const ONE_READING_S: f64 = 15.0;
/// So many readings of instruments are weighed at most: the cost of a belief grows with their cube. The newest of
/// them, s, are all weighed.
const MOST_READINGS: usize = 60;
const NEWEST_S: f64 = 180.0;
/// A cell of time gets no wider than this, s.
const LONGEST_CELL_S: f64 = 40_000.0;

/// One reading on one pan: what that pan would have shown, and what was seen.
#[derive(Clone, Copy)]
pub(super) struct Sight {
    /// What the pan would have shown.
    pub value: f64,
    kind: Kind,
}

#[derive(Clone, Copy)]
enum Kind {
    Measured { seen: f64, var: f64, mistake_var: f64 },
    Looked { low: f64, high: f64, soft: f64 },
}

impl Sight {
    /// Logarithm of its likelihood, mistakes and slips allowed for.
    pub fn ln_likelihood(&self) -> f64 {
        match self.kind {
            Kind::Measured { seen, var, mistake_var } => {
                let miss = seen - self.value;
                let sound = (1.0 - MISTAKES) * density(miss, var);
                (sound + MISTAKES * density(miss, var + mistake_var)).max(1e-300).ln()
            }
            Kind::Looked { .. } => ((1.0 - SLIPS) * self.share() + SLIPS * SLIP_SHARE).ln(),
        }
    }

    /// The same taken for sound, or doubted: what a climb goes up by.
    pub fn hill(&self, doubted: bool) -> f64 {
        match self.kind {
            Kind::Measured { seen, var, mistake_var } => {
                let miss = seen - self.value;
                let all = if doubted { var + mistake_var } else { var };
                -0.5 * (miss * miss / all + all.ln())
            }
            Kind::Looked { .. } if doubted => 0.0,
            Kind::Looked { low, high, soft } => {
                let share = self.share();
                if share > 1e-9 {
                    return share.ln();
                }
                let edge = if self.value > high { high } else { low };
                -20.7 - 0.5 * ((self.value - edge) / soft).powi(2)
            }
        }
    }

    /// Share of looks that would fall between its edges.
    fn share(&self) -> f64 {
        let Kind::Looked { low, high, soft } = self.kind else { return 1.0 };
        (share_below((self.value - low) / soft) - share_below((self.value - high) / soft)).max(0.0)
    }

    /// Slope and precision (positive: a hill) of the logarithm of its likelihood over the value, taken for sound.
    pub fn slope_and_precision(&self, doubted: bool) -> (f64, f64) {
        match self.kind {
            Kind::Measured { seen, var, mistake_var } => {
                let var = if doubted { var + mistake_var } else { var };
                ((seen - self.value) / var, 1.0 / var)
            }
            Kind::Looked { .. } if doubted => (0.0, 0.0),
            Kind::Looked { low, high, soft } => {
                let share = self.share();
                let var = soft * soft;
                if share < 1e-9 {
                    let edge = if self.value > high { high } else { low };
                    return ((edge - self.value) / var, 1.0 / var);
                }
                let (a, b) = (self.value - low, self.value - high);
                let (at_low, at_high) = (density(a, var), density(b, var));
                let slope = (at_low - at_high) / share;
                let precision = slope * slope + (a * at_low - b * at_high) / (var * share);
                (slope, precision.max(0.02 / var))
            }
        }
    }

    /// How probably it is sound, told by all the others: `spread` is the variance of its value once everything,
    /// itself too, was taken in.
    pub fn soundness(&self, spread: f64) -> f64 {
        match self.kind {
            Kind::Measured { seen, var, mistake_var } => {
                let left = (1.0 - spread / var).clamp(0.02, 1.0);
                let (miss, without) = ((seen - self.value) / left, var / left);
                let sound = (1.0 - MISTAKES) * density(miss, without);
                let mistake = MISTAKES * density(miss, without + mistake_var);
                sound / (sound + mistake).max(1e-300)
            }
            Kind::Looked { low, high, soft } => {
                let reach = soft.hypot(2.0 * spread.sqrt());
                let share =
                    share_below((self.value - low) / reach) - share_below((self.value - high) / reach);
                let sound = (1.0 - SLIPS) * share.max(0.0);
                sound / (sound + SLIPS * SLIP_SHARE)
            }
        }
    }
}

/// How steeply the logarithm of a string's length rises with strength.
fn string_slope(solids_frac: f64) -> f64 {
    const STEP: f64 = 1e-3;
    let frac = solids_frac.clamp(0.1, 0.97);
    let ln = |w: f64| free_cm(w).ln();
    (ln(frac + STEP) - ln(frac - STEP)) / (2.0 * STEP)
}

/// The readings of a question that stand for themselves: what one hand saw within half a minute is one look, its
/// last; a probe's stream is thinned.
pub(super) fn standing<'a>(q: &Question<'a>) -> Vec<(usize, &'a Seen)> {
    let mut kept: Vec<Stood<'a>> = Vec::new();
    let mut last: Option<(f64, std::mem::Discriminant<Seen>)> = None;
    for (place, done) in q.deeds_so_far().enumerate() {
        match &done.deed {
            Deed::Seen(seen) => {
                let kind = std::mem::discriminant(seen);
                let apart_s = if seen.by_hand() { ONE_LOOK_S } else { ONE_READING_S };
                let same = last.is_some_and(|(at_s, k)| k == kind && done.at_s - at_s < apart_s);
                if same && seen.by_hand() {
                    kept.pop();
                }
                if !same || seen.by_hand() {
                    kept.push(Stood { place, at_s: done.at_s, seen });
                }
                if !same {
                    last = Some((done.at_s, kind));
                }
            }
            // After something was done to it, a look is a new one.
            Deed::Flame(_) | Deed::Water(_) => last = None,
        }
    }
    thinned(kept).into_iter().map(|s| (s.place, s.seen)).collect()
}

/// A reading that stands for itself: its place among all that was done, and when it was made, s.
#[derive(Clone, Copy)]
struct Stood<'a> {
    place: usize,
    at_s: f64,
    seen: &'a Seen,
}

/// Of a long stream of an instrument one reading of each cell of time is kept, the cells as wide as it takes; the
/// newest are all kept. The cells stand still, so that a further reading moves none of the earlier ones.
fn thinned(mut kept: Vec<Stood<'_>>) -> Vec<Stood<'_>> {
    let newest_s = kept.last().map_or(0.0, |s| s.at_s) - NEWEST_S;
    let mut cell_s = ONE_READING_S;
    while kept.iter().filter(|s| !s.seen.by_hand()).count() > MOST_READINGS {
        cell_s *= 2.0;
        let mut seen_cells = BTreeSet::new();
        kept.retain(|s| {
            let cell = (matches!(s.seen, Seen::Weight { .. }), (s.at_s / cell_s) as i64);
            s.seen.by_hand() || s.at_s > newest_s || seen_cells.insert(cell)
        });
        if cell_s > LONGEST_CELL_S {
            break;
        }
    }
    kept
}

/// Whether the finished syrup was judged.
pub(super) fn judged(q: &Question) -> bool {
    q.deeds_so_far().any(|done| matches!(done.deed, Deed::Seen(Seen::Judged { .. })))
}

/// When the pan was last read, s.
pub(super) fn last_read_s(q: &Question) -> Option<f64> {
    q.deeds_so_far().filter(|done| matches!(done.deed, Deed::Seen(_))).map(|done| done.at_s).last()
}

/// A reading on a pan.
pub(super) fn sight(seen: &Seen, place: usize, path: &Path, pan: &Pan, unknowns: &Unknowns) -> Sight {
    let state = &path.seen[place];
    let frac = path.quick.solids_frac(state.water_g);
    match *seen {
        Seen::Weight { contents_g } => Sight {
            value: path.quick.contents_g(state.water_g) + pan.tare_g,
            kind: Kind::Measured {
                seen: contents_g,
                var: unknowns.doubts().scale_sd_g.powi(2)
                    + (unknowns.moment_sd_s() * state.leaving_g_s).powi(2),
                mistake_var: SCALE_MISTAKE_G * SCALE_MISTAKE_G,
            },
        },
        Seen::Strength { solids_frac, sd_frac } => Sight {
            value: frac,
            kind: Kind::Measured {
                seen: solids_frac,
                var: sd_frac * sd_frac,
                mistake_var: DROP_MISTAKE_FRAC * DROP_MISTAKE_FRAC,
            },
        },
        Seen::Temperature { true_c } | Seen::Probe { true_c, .. } => {
            let own_sd_k = match *seen {
                Seen::Probe { sd_k, .. } => sd_k,
                _ => unknowns.doubts().thermometer_sd_k,
            };
            let uneven_k = if state.boiling { 0.0 } else { UNEVEN_SD_K };
            let late_k = unknowns.moment_sd_s() * state.warming_k_s;
            Sight {
                value: state.liquid_c + pan.bias_k,
                kind: Kind::Measured {
                    seen: true_c,
                    var: own_sd_k * own_sd_k + uneven_k * uneven_k + late_k * late_k,
                    mistake_var: PROBE_MISTAKE_K * PROBE_MISTAKE_K,
                },
            }
        }
        Seen::String { length_cm } => {
            let told = LENGTH_SD_CM / length_cm.max(0.05);
            Sight {
                value: free_cm(frac.clamp(0.02, 0.979)).ln() + pan.hand,
                kind: Kind::Measured {
                    seen: length_cm.max(0.05).ln(),
                    var: unknowns.doubts().habits.look_sd.powi(2) + told * told,
                    mistake_var: STRING_MISTAKE * STRING_MISTAKE,
                },
            }
        }
        Seen::Between { low_frac, high_frac } => {
            let slope = string_slope(frac);
            Sight {
                value: frac + pan.hand / slope,
                kind: Kind::Looked {
                    low: low_frac,
                    high: high_frac,
                    soft: unknowns.doubts().habits.look_sd / slope,
                },
            }
        }
        // Stronger than she wanted it, or weaker, in stages.
        Seen::Judged { aim_frac, stage_frac, low, high } => Sight {
            value: (frac - aim_frac) / stage_frac - pan.wish,
            kind: Kind::Looked { low, high, soft: JUDGED_SD },
        },
    }
}
