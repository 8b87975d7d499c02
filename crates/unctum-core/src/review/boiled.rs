//! What a syrup showed once it was made: everything that was done to it and seen of it, asked with nothing taken for
//! known that one batch could teach.

use serde::Serialize;

use crate::cook::Followed;
use crate::estimate::{Deed, Done, Habits, Seen, Taught, WayPoint, believe, looked_back, taught};
use crate::kitchen::Flame;
use crate::log::{Fold, Watch, standing};
use crate::numeric::Spread;
use crate::review::verdict::Texture;
use crate::start::BatchSetup;

/// What one batch could teach is asked with doubts at least so wide: of the ring as a share, of the thermometer, K.
const WIDE_POWER: f64 = 0.20;
const WIDE_BIAS_K: f64 = 1.5;
/// A syrup is judged as it lies when the pan has carried it on, s after its last entry.
const CARRIED_S: f64 = 120.0;
/// What a verdict says of a syrup, in stages from what she wanted: right within, too soft and too firm beyond.
const RIGHT: f64 = 0.6;
const WRONG: f64 = 0.3;
const ANYTHING: f64 = 20.0;
/// The pace of a boil is taken over so long, s.
const PACE_S: f64 = 30.0;

/// A syrup that was made, as it is seen afterwards.
#[derive(Debug, Clone, PartialEq)]
pub struct BoilSeen {
    /// What it says of what outlasts it; none where nothing was seen.
    pub taught: Option<Taught>,
    /// The share of its time on the flame at each flame.
    pub flames: Vec<FlameShare>,
    /// Readings of instruments among what was seen.
    pub measured: usize,
}

/// The way of a syrup, looked back at.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BoilWay {
    /// When its heat went on, ms since 1970.
    pub begun_ms: i64,
    /// From there to the end of its boil.
    pub way: Vec<WayPoint>,
}

impl BoilWay {
    /// How long after a strength was passed a moment lies, s; negative: before it, at the pace of the last half minute.
    /// None where it does not get stronger there.
    #[must_use]
    pub fn late_s(&self, at_ms: i64, solids_frac: f64) -> Option<f64> {
        let at_s = (at_ms - self.begun_ms) as f64 / 1000.0;
        let now_frac = self.at(at_ms)?;
        let past = self.way.iter().rev().filter(|p| p.at_s < at_s);
        if let Some(before) =
            past.clone().find(|p| p.solids_frac < solids_frac).filter(|_| now_frac > solids_frac)
        {
            let after = self.way.iter().find(|p| p.at_s > before.at_s)?;
            let share =
                (solids_frac - before.solids_frac) / (after.solids_frac - before.solids_frac).max(1e-9);
            return Some(at_s - before.at_s - share.min(1.0) * (after.at_s - before.at_s));
        }
        let before = past.clone().find(|p| p.at_s < at_s - PACE_S)?;
        let pace = (now_frac - before.solids_frac) / (at_s - before.at_s);
        (pace > 1e-7).then(|| (now_frac - solids_frac) / pace)
    }

    /// Strength at a moment, ms since 1970, 0–1; none outside of it.
    #[must_use]
    pub fn at(&self, at_ms: i64) -> Option<f64> {
        let at_s = (at_ms - self.begun_ms) as f64 / 1000.0;
        let after = self.way.iter().position(|p| p.at_s >= at_s)?;
        let (b, a) = (self.way[after], self.way[after.saturating_sub(1)]);
        let share = if b.at_s > a.at_s { (at_s - a.at_s) / (b.at_s - a.at_s) } else { 0.0 };
        Some(a.solids_frac + share.clamp(0.0, 1.0) * (b.solids_frac - a.solids_frac))
    }
}

/// How much of the time on the flame was spent at one of them.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct FlameShare {
    /// The flame.
    pub flame: Flame,
    /// Share, 0–1.
    pub share: f64,
}

impl Followed {
    /// The way of the syrup as it is believed once everything was seen, in so many points; nothing where none was
    /// boiled.
    #[must_use]
    pub fn boil_way(&self, points: usize) -> Option<BoilWay> {
        let Ended { watch, begun_ms, last_s } = self.syrup_ended()?;
        let question = watch.boil.as_ref()?.asked(self.setup(), &watch.deeds, last_s, Flame::Medium);
        Some(BoilWay { begun_ms, way: looked_back(&question, points) })
    }

    /// Where its syrup landed, 0–1, by all that was seen of it; none where none was boiled.
    #[must_use]
    pub fn boil_landed(&self) -> Option<Spread> {
        self.syrup_ended()?.landed(self.setup())
    }

    /// The strength it was made to, 0–1: where it landed, whatever was read before that; by the last reading where its
    /// flame was never told off. None where nothing was read then either.
    pub(super) fn made_frac(&self) -> Option<f64> {
        let off = self.syrup_ended().filter(|ended| ended.watch.flame == Flame::Off);
        let landed = off.and_then(|ended| ended.landed(self.setup()));
        landed.map(|landed| landed.mid).or(self.summary().last_solids_frac)
    }

    /// Looks back at the syrup of this batch, with how the sweet turned out if that was said. None where none was
    /// boiled.
    #[must_use]
    pub fn boil_seen(&self, texture: Option<Texture>) -> Option<BoilSeen> {
        let setup = self.setup();
        let Ended { watch, last_s, .. } = self.syrup_ended()?;
        let mut deeds = watch.deeds.clone();
        let end_s = deeds.last().map_or(0.0, |d| d.at_s).max(last_s) + CARRIED_S;
        deeds.extend(
            texture.and_then(|t| judged(setup, t)).map(|seen| Done { at_s: end_s, deed: Deed::Seen(seen) }),
        );
        // What was learnt before is taken out: what was seen is seen against what is usual.
        let mut question = watch.boil.as_ref()?.asked(setup, &deeds, end_s, Flame::Medium);
        question.doubts.power_sd = question.doubts.power_sd.max(WIDE_POWER);
        question.doubts.thermometer_bias_k = question.doubts.thermometer_bias_k.max(WIDE_BIAS_K);
        question.doubts.habits = Habits::default();
        let measured = |d: &&Done| {
            matches!(
                d.deed,
                Deed::Seen(
                    Seen::Weight { .. }
                        | Seen::Strength { .. }
                        | Seen::Temperature { .. }
                        | Seen::Probe { .. }
                )
            )
        };
        Some(BoilSeen {
            taught: taught(&question),
            flames: flames(setup, &deeds, last_s),
            measured: deeds.iter().filter(measured).count(),
        })
    }
}

/// What a texture says of where the syrup landed.
fn judged(setup: &BatchSetup, texture: Texture) -> Option<Seen> {
    let plan = setup.syrup?;
    let (low, high) = match texture {
        Texture::Right => (-RIGHT, RIGHT),
        Texture::TooSoft => (-ANYTHING, -WRONG),
        Texture::TooFirm | Texture::Crumbly => (WRONG, ANYTHING),
        Texture::Grainy => return None,
    };
    let stage = setup.ladder.of(plan.stage);
    Some(Seen::Judged {
        aim_frac: plan.target_solids_frac,
        stage_frac: stage.high_frac - stage.low_frac,
        low,
        high,
    })
}

/// A syrup's pan as it was watched until the syrup was done.
struct Ended {
    watch: Watch,
    /// When its heat went on, ms since 1970.
    begun_ms: i64,
    /// Its last moment, s since then.
    last_s: f64,
}

impl Ended {
    fn landed(&self, setup: &BatchSetup) -> Option<Spread> {
        let end_s = self.last_s + CARRIED_S;
        let asked = self.watch.boil.as_ref()?.asked(setup, &self.watch.deeds, end_s, Flame::Medium);
        Some(believe(&asked).strength)
    }
}

impl Followed {
    /// The pan at the end of its syrup; at its last entry where that has no end. None where no heat went on.
    fn syrup_ended(&self) -> Option<Ended> {
        let setup = self.setup();
        let mut fold = Fold::new(setup, self.started_ms()).ok()?;
        let mut begun_ms = None;
        for entry in standing(self.log()).iter() {
            let before = fold.watch().begun_ms;
            fold.apply(setup, entry).ok()?;
            begun_ms = fold.watch().begun_ms;
            if before.is_some() && begun_ms.is_none() {
                begun_ms = before;
                break;
            }
        }
        let (watch, begun_ms) = (fold.watch().clone(), begun_ms?);
        let last_s = (watch.last_ms - begun_ms).max(0) as f64 / 1000.0;
        Some(Ended { watch, begun_ms, last_s })
    }
}

/// How long each flame burned, as shares of all of it.
fn flames(setup: &BatchSetup, deeds: &[Done], end_s: f64) -> Vec<FlameShare> {
    let set: Vec<(f64, f64)> = deeds
        .iter()
        .filter_map(|d| if let Deed::Flame(frac) = d.deed { Some((d.at_s, frac)) } else { None })
        .collect();
    let ends = set.iter().skip(1).map(|(at_s, _)| *at_s).chain([end_s]);
    let burned: Vec<(f64, f64)> =
        set.iter().zip(ends).map(|((from_s, frac), to_s)| (*frac, (to_s - from_s).max(0.0))).collect();
    let all_s: f64 = burned.iter().filter(|(frac, _)| *frac > 0.0).map(|(_, s)| s).sum();
    let of = |flame: Flame| {
        burned
            .iter()
            .filter(|(frac, _)| (*frac - setup.habits.flame_frac(flame)).abs() < 1e-9)
            .map(|(_, s)| s)
            .sum::<f64>()
    };
    [Flame::Low, Flame::Medium, Flame::High]
        .into_iter()
        .map(|flame| FlameShare { flame, share: of(flame) / all_s.max(1.0) })
        .filter(|f| f.share > 0.0)
        .collect()
}
