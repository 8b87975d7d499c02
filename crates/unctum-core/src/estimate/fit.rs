//! The most likely pan, and how well it is known.

use crate::estimate::evidence::{Sight, judged, last_read_s, sight, standing};
use crate::estimate::path::{Path, Way};
use crate::estimate::question::{Question, Seen};
use crate::estimate::unknowns::{Pan, Unknowns, WRITTEN_AFTER_S};
use crate::numeric::matrix::{root, solve};
use crate::pan::quick::BoilTable;

/// The ring is looked through so far to either side, in such steps, before the slopes are trusted: the mean pan may
/// boil dry, where they vanish.
const SCAN_REACH: f64 = 3.0;
const SCAN_STEP: f64 = 0.5;
/// Step in which the slopes are felt out.
const FEEL: f64 = 0.2;
/// Steps towards the most likely pan; readings doubted, at most.
const MOST_STEPS: usize = 5;
const MOST_DOUBTED: usize = 3;
/// A reading less probably sound than this is doubted.
pub(super) const SOUND: f64 = 0.5;

/// Everything a question's pans are followed with.
pub(super) struct Bench<'a> {
    pub q: &'a Question<'a>,
    pub unknowns: Unknowns,
    pub table: BoilTable,
    pub way: Way<'a>,
    pub readings: Vec<(usize, &'a Seen)>,
}

/// The most likely pan.
pub(super) struct Fit {
    pub z: Vec<f64>,
    /// Root of the inverse of its covariance.
    pub root: Vec<f64>,
    /// How probably the last reading that stands is sound.
    pub last_sound: Option<f64>,
    /// Whether one before the last is doubted.
    pub doubts_earlier: bool,
}

impl<'a> Bench<'a> {
    pub fn of(q: &'a Question<'a>) -> Self {
        let heated_s = q.now_s + WRITTEN_AFTER_S;
        let unknowns = Unknowns::of(q.doubts, heated_s, last_read_s(q), judged(q));
        let table =
            BoilTable::new(&q.model.charge_with(0.0), q.other_solids.as_ref(), q.model.air().pressure_pa);
        let standing = standing(q);
        let way = Way::of(q, &unknowns, &standing.iter().map(|(place, _)| *place).collect());
        // Along the way only those are met, in the same order.
        let readings = standing.into_iter().map(|(_, seen)| seen).enumerate().collect();
        Self { q, unknowns, table, way, readings }
    }

    pub fn follow(&self, z: &[f64]) -> (Pan, Path<'_>) {
        let pan = self.unknowns.pan(z);
        let path = self.way.follow(self.q, &self.table, &pan);
        (pan, path)
    }

    pub fn sights(&self, pan: &Pan, path: &Path) -> Vec<Sight> {
        let of = |(place, seen): &(usize, &Seen)| sight(seen, *place, path, pan, &self.unknowns);
        self.readings.iter().map(of).collect()
    }

    fn look(&self, z: &[f64]) -> Vec<Sight> {
        let (pan, path) = self.follow(z);
        self.sights(&pan, &path)
    }

    /// The most likely pan. What contradicts all else is doubted, one reading at a time.
    pub fn fit(&self) -> Fit {
        let n = self.unknowns.count();
        let mut unit = vec![0.0; n * n];
        (0..n).for_each(|i| unit[i * n + i] = 1.0);
        if self.readings.is_empty() {
            return Fit { z: vec![0.0; n], root: unit, last_sound: None, doubts_earlier: false };
        }
        let mut doubted = vec![false; self.readings.len()];
        let mut z = self.scan(n);
        loop {
            let (sights, slopes, precision) = self.climb(&mut z, &doubted);
            let l = root(&precision, n);
            let sound: Vec<f64> = sights
                .iter()
                .zip(&slopes)
                .map(|(sight, slope)| {
                    let through = solve(&l, slope);
                    sight.soundness(slope.iter().zip(&through).map(|(a, b)| a * b).sum())
                })
                .collect();
            let worst = (0..sound.len())
                .filter(|i| !doubted[*i])
                .min_by(|a, b| sound[*a].total_cmp(&sound[*b]))
                .filter(|i| sound[*i] < SOUND);
            match worst {
                Some(i) if doubted.iter().filter(|d| **d).count() < MOST_DOUBTED => doubted[i] = true,
                _ => {
                    let last = sound.last().copied();
                    let last_sound = if doubted.last() == Some(&true) { Some(0.0) } else { last };
                    let doubts_earlier = doubted.iter().rev().skip(1).any(|d| *d);
                    return Fit { z, root: l, last_sound, doubts_earlier };
                }
            }
        }
    }

    /// The best of a row of rings, all else as told.
    fn scan(&self, n: usize) -> Vec<f64> {
        let steps = (2.0 * SCAN_REACH / SCAN_STEP).round() as i32;
        let mut best = (f64::NEG_INFINITY, vec![0.0; n]);
        for i in 0..=steps {
            let mut z = vec![0.0; n];
            z[self.unknowns.power_place()] = -SCAN_REACH + SCAN_STEP * f64::from(i);
            let likely = self.ln_posterior(&z, &self.look(&z));
            if likely > best.0 {
                best = (likely, z);
            }
        }
        best.1
    }

    /// Logarithm of how likely a pan is after all readings.
    pub fn ln_posterior(&self, z: &[f64], sights: &[Sight]) -> f64 {
        sights.iter().map(Sight::ln_likelihood).sum::<f64>() - 0.5 * z.iter().map(|z| z * z).sum::<f64>()
    }

    /// Newton's steps towards the most likely pan, halved where they lead down. Returns the readings there, the
    /// slopes of their values, and the precision of the hill.
    fn climb(&self, z: &mut Vec<f64>, doubted: &[bool]) -> (Vec<Sight>, Vec<Vec<f64>>, Vec<f64>) {
        let n = z.len();
        let mut sights = self.look(z);
        for step in 0.. {
            let slopes = self.slopes(z, &sights);
            let mut precision = vec![0.0; n * n];
            let mut information: Vec<f64> = z.iter().map(|z| -z).collect();
            (0..n).for_each(|i| precision[i * n + i] = 1.0);
            for ((sight, slope), doubted) in sights.iter().zip(&slopes).zip(doubted) {
                let (g, h) = sight.slope_and_precision(*doubted);
                for i in (0..n).filter(|i| slope[*i] != 0.0) {
                    information[i] += g * slope[i];
                    for j in 0..n {
                        precision[i * n + j] += h * slope[i] * slope[j];
                    }
                }
            }
            if step == MOST_STEPS {
                return (sights, slopes, precision);
            }
            let way = solve(&root(&precision, n), &information);
            let far = way.iter().map(|d| d * d).sum::<f64>().sqrt();
            let height = self.height(z, &sights, doubted);
            let mut share = (3.0 / far).min(1.0);
            let mut moved = false;
            for _ in 0..4 {
                let there: Vec<f64> = z.iter().zip(&way).map(|(z, d)| z + share * d).collect();
                let seen = self.look(&there);
                if self.height(&there, &seen, doubted) > height {
                    (*z, sights, moved) = (there, seen, true);
                    break;
                }
                share *= 0.4;
            }
            if !moved || far < 0.05 {
                let slopes = if moved { self.slopes(z, &sights) } else { slopes };
                return (sights, slopes, precision);
            }
        }
        unreachable!("the steps are counted")
    }

    /// The hill that is climbed: doubted readings are a wide plain.
    fn height(&self, z: &[f64], sights: &[Sight], doubted: &[bool]) -> f64 {
        let of = |(sight, doubted): (&Sight, &bool)| sight.hill(*doubted);
        sights.iter().zip(doubted).map(of).sum::<f64>() - 0.5 * z.iter().map(|z| z * z).sum::<f64>()
    }

    fn slopes(&self, z: &[f64], sights: &[Sight]) -> Vec<Vec<f64>> {
        let mut slopes = vec![vec![0.0; z.len()]; sights.len()];
        let (here, path) = self.follow(z);
        for place in 0..z.len() {
            let mut there = z.to_vec();
            there[place] += FEEL;
            let pan = self.unknowns.pan(&there);
            let then = if pan == here {
                continue;
            } else if pan.goes_like(&here) {
                // Only what is read of it differs, not where it goes.
                self.sights(&pan, &path)
            } else {
                self.look(&there)
            };
            for (slope, (then, now)) in slopes.iter_mut().zip(then.iter().zip(sights)) {
                slope[place] = (then.value - now.value) / FEEL;
            }
        }
        slopes
    }
}
