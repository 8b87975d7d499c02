//! All batches together: what is known of each parameter after them, and what each of them said of it.

use std::collections::BTreeMap;

use crate::kitchen::{Learning, Parameter, Together};
use crate::learn::evidence::{BatchTold, Evidence};
use crate::numeric::Normal;
use crate::numeric::matrix::{root, solve};

/// A batch that is odd by what happened weighs so much of another.
const ODD_WEIGHT: f64 = 0.25;
/// How gladly a batch is believed that lies far from the others: degrees of freedom of its tails.
const TAILS: f64 = 4.0;
/// Weights settle in so many rounds.
const ROUNDS: usize = 6;
/// Less than this share of a whole say is told: it hardly counts.
pub(super) const LITTLE: f64 = 0.5;
/// Values that go together less than this are taken for apart.
const TOGETHER: f64 = 0.05;
const YEAR_MS: f64 = 365.25 * 86_400_000.0;
/// A batch says something of a parameter if it sees it more sharply than so many times what was known before.
const SAYS: f64 = 30.0;

/// What one batch said of a parameter, all else as it is known now.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct FromBatch {
    /// Number of the batch.
    pub batch_id: i32,
    /// When it was, ms since 1970.
    pub at_ms: i64,
    /// What it said by itself.
    pub alone: Normal,
    /// How much it weighs, 0–1.
    pub weight: f64,
}

/// A parameter with what was learnt of it.
#[derive(Debug, Clone, PartialEq)]
pub struct Pooled {
    /// What.
    pub about: Parameter,
    /// What was told or checked.
    pub before: Normal,
    /// What is known now.
    pub now: Normal,
    /// What each batch said of it, oldest first.
    pub from: Vec<FromBatch>,
    /// What it goes together with.
    pub with: Vec<Together>,
}

impl Pooled {
    /// How many batches it is from: those whose word counts.
    #[must_use]
    pub fn batches(&self) -> u32 {
        self.from.iter().filter(|f| f.counts()).count() as u32
    }
}

impl FromBatch {
    /// Whether its word counts.
    #[must_use]
    pub fn counts(&self) -> bool {
        self.weight >= LITTLE
    }
}

/// Everything that was learnt.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Learnt {
    /// What some batch spoke of, in the order of the parameters.
    pub values: Vec<Pooled>,
    /// How much each batch weighs where it weighs least, 0–1.
    pub weights: BTreeMap<i32, f64>,
}

impl Learnt {
    /// What was learnt of a parameter.
    #[must_use]
    pub fn of(&self, about: &Parameter) -> Option<&Pooled> {
        self.values.iter().find(|v| v.about == *about)
    }
}

/// A piece of evidence over the parameters: its own evening's scatter and its age taken in.
struct Piece {
    batch: usize,
    /// Places of its parameters, and the precision and information over them.
    places: Vec<usize>,
    precision: Vec<f64>,
    information: Vec<f64>,
    weight: f64,
}

/// Everything that some batches teach beside what was told: `told` says what is known of a parameter without them, or
/// that there is no such thing.
///
/// Costs under 0.1 s for 300 batches (docs/performance.md).
#[must_use]
pub fn learn(
    batches: &[BatchTold],
    told: impl Fn(&Parameter) -> Option<Normal>,
    learning: &Learning,
) -> Learnt {
    let batches: Vec<&BatchTold> =
        batches.iter().filter(|b| !learning.left_out.contains(&b.batch_id)).collect();
    let newest_ms = batches.iter().map(|b| b.at_ms).max().unwrap_or(0);
    let mut before: BTreeMap<Parameter, Normal> = BTreeMap::new();
    let spoken = batches.iter().flat_map(|b| &b.evidence).flat_map(|e| &e.seen).flat_map(|s| &s.of);
    for share in spoken {
        if let Some(told) = told(&share.about).filter(|_| !before.contains_key(&share.about)) {
            before.insert(share.about.clone(), told);
        }
    }
    let place: BTreeMap<&Parameter, usize> = before.keys().zip(0..).collect();
    let mut pieces: Vec<Piece> = Vec::new();
    for (i, batch) in batches.iter().enumerate() {
        let age_years = (newest_ms - batch.at_ms) as f64 / YEAR_MS;
        let forgotten = |about: &Parameter| {
            learning.forgotten.iter().any(|f| f.about == *about && batch.at_ms <= f.until_ms)
        };
        let known = |about: &Parameter| place.get(about).copied().filter(|_| !forgotten(about));
        let weight = if batch.odd.is_empty() { 1.0 } else { ODD_WEIGHT };
        pieces.extend(
            batch.evidence.iter().filter_map(|e| Piece::of(e, i, age_years, weight, &known, &before)),
        );
    }
    let priors: Vec<Normal> = before.values().copied().collect();
    let (posterior, odd) = settled(&pieces, &priors);
    let all: Vec<Parameter> = before.keys().cloned().collect();
    let mut values: Vec<Pooled> = before
        .into_iter()
        .enumerate()
        .map(|(i, (about, before))| Pooled {
            about,
            before,
            now: posterior.normal(i),
            from: Vec::new(),
            with: posterior.together(i, &all),
        })
        .collect();
    let mut weights: BTreeMap<i32, f64> = batches.iter().map(|b| (b.batch_id, 1.0)).collect();
    for (piece, weight) in pieces.iter().zip(&odd) {
        let batch = batches[piece.batch];
        if let Some(least) = weights.get_mut(&batch.batch_id) {
            *least = least.min(*weight);
        }
        for (row, place) in piece.places.iter().enumerate() {
            let alone = piece.alone(row, &posterior.mean);
            let Some(alone) = alone.filter(|n| n.sd < SAYS * values[*place].before.sd) else { continue };
            let from = FromBatch { batch_id: batch.batch_id, at_ms: batch.at_ms, alone, weight: *weight };
            values[*place].from.push(from);
        }
    }
    values.retain(|v| !v.from.is_empty());
    values.iter_mut().for_each(|v| v.from.sort_by_key(|f| (f.at_ms, f.batch_id)));
    Learnt { values, weights }
}

impl Piece {
    /// Evidence over the parameters that are there; none if there are none.
    fn of(
        e: &Evidence,
        batch: usize,
        age_years: f64,
        weight: f64,
        known: &impl Fn(&Parameter) -> Option<usize>,
        before: &BTreeMap<Parameter, Normal>,
    ) -> Option<Self> {
        let k = e.seen.len();
        // Scatter of the evening, drift since, and what hangs on things that are not there.
        let apart = e.seen.iter().map(|s| {
            let gone = s.of.iter().filter(|p| known(&p.about).is_none());
            let gone: f64 =
                gone.map(|p| (p.share * before.get(&p.about).map_or(1.0, |n| n.sd)).powi(2)).sum();
            s.evening_sd.powi(2) + s.year_sd.powi(2) * age_years + gone
        });
        let apart: Vec<f64> = apart.map(|v| v.max(1e-9)).collect();
        // (I + precision·apart) x = precision, and = information: by the root of apart⁻¹ + precision, which is symmetric.
        let mut both = e.precision.clone();
        (0..k).for_each(|i| both[i * k + i] += 1.0 / apart[i]);
        let l = root(&both, k);
        let through = |b: &[f64]| {
            let x = solve(&l, b);
            (0..k)
                .map(|i| b[i] - (0..k).map(|j| e.precision[i * k + j] * x[j]).sum::<f64>())
                .collect::<Vec<f64>>()
        };
        let information = through(&e.information);
        let columns: Vec<Vec<f64>> =
            (0..k).map(|j| through(&(0..k).map(|i| e.precision[i * k + j]).collect::<Vec<f64>>())).collect();
        let mut places: Vec<usize> = Vec::new();
        let mut rows: Vec<(usize, usize, f64)> = Vec::new();
        for (i, seen) in e.seen.iter().enumerate() {
            for share in &seen.of {
                let Some(place) = known(&share.about) else { continue };
                let at = places.iter().position(|p| *p == place).unwrap_or_else(|| {
                    places.push(place);
                    places.len() - 1
                });
                rows.push((i, at, share.share));
            }
        }
        let n = places.len();
        let (mut precision, mut over) = (vec![0.0; n * n], vec![0.0; n]);
        for (i, a, s) in &rows {
            over[*a] += s * information[*i];
            for (j, b, t) in &rows {
                precision[a * n + b] += s * t * columns[*j][*i];
            }
        }
        (n > 0).then_some(Self { batch, places, precision, information: over, weight })
    }

    /// What it says of one of its parameters, the others being as they are known.
    fn alone(&self, row: usize, mean: &[f64]) -> Option<Normal> {
        let n = self.places.len();
        let precision = self.precision[row * n + row];
        let left = self.information[row]
            - (0..n).map(|j| self.precision[row * n + j] * mean[self.places[j]]).sum::<f64>();
        (precision > 1e-9)
            .then(|| Normal { mean: mean[self.places[row]] + left / precision, sd: precision.powf(-0.5) })
    }
}

/// What is known after some pieces.
struct Posterior {
    mean: Vec<f64>,
    covariance: Vec<f64>,
}

impl Posterior {
    fn normal(&self, i: usize) -> Normal {
        let n = self.mean.len();
        Normal { mean: self.mean[i], sd: self.covariance[i * n + i].max(0.0).sqrt() }
    }

    /// What a value goes together with.
    fn together(&self, i: usize, all: &[Parameter]) -> Vec<Together> {
        let n = self.mean.len();
        let of = |j: usize| self.covariance[i * n + j];
        let correlation = |j: usize| of(j) / (of(i) * self.covariance[j * n + j]).max(1e-18).sqrt();
        let others = all.iter().enumerate().filter(|(j, _)| *j != i && correlation(*j).abs() >= TOGETHER);
        others.map(|(j, about)| Together { about: about.clone(), correlation: correlation(j) }).collect()
    }

    fn of(precision: &[f64], information: &[f64]) -> Self {
        let n = information.len();
        let l = root(precision, n);
        let mut covariance = vec![0.0; n * n];
        for j in 0..n {
            let mut unit = vec![0.0; n];
            unit[j] = 1.0;
            for (i, value) in solve(&l, &unit).into_iter().enumerate() {
                covariance[i * n + j] = value;
            }
        }
        Self { mean: solve(&l, information), covariance }
    }
}

fn add(precision: &mut [f64], information: &mut [f64], piece: &Piece, times: f64) {
    let (n, k) = (information.len(), piece.places.len());
    for (a, place) in piece.places.iter().enumerate() {
        information[*place] += times * piece.information[a];
        for (b, other) in piece.places.iter().enumerate() {
            precision[place * n + other] += times * piece.precision[a * k + b];
        }
    }
}

/// What is known after all pieces, and how much each of them weighs: what lies far from what all the others say
/// weighs little.
fn settled(pieces: &[Piece], priors: &[Normal]) -> (Posterior, Vec<f64>) {
    let n = priors.len();
    let mut weights: Vec<f64> = pieces.iter().map(|p| p.weight).collect();
    let all = |weights: &[f64]| {
        let mut precision = vec![0.0; n * n];
        priors.iter().enumerate().for_each(|(i, p)| precision[i * n + i] = p.sd.powi(-2));
        let mut information: Vec<f64> = priors.iter().map(|p| p.mean * p.sd.powi(-2)).collect();
        pieces.iter().zip(weights).for_each(|(p, w)| add(&mut precision, &mut information, p, *w));
        (precision, information)
    };
    for _ in 0..ROUNDS {
        let (precision, information) = all(&weights);
        let now = Posterior::of(&precision, &information);
        weights = pieces.iter().zip(&weights).map(|(p, w)| p.weight * p.trust(&now, *w)).collect();
    }
    let (precision, information) = all(&weights);
    (Posterior::of(&precision, &information), weights)
}

impl Piece {
    /// How far it is to be trusted, 0–1, by how far it lies from what the others say: `now` is what is known with it
    /// at a weight.
    fn trust(&self, now: &Posterior, weight: f64) -> f64 {
        let (n, k) = (now.mean.len(), self.places.len());
        // What is known of its parameters alone, and the same without it.
        let mut known = vec![0.0; k * k];
        for (a, place) in self.places.iter().enumerate() {
            for (b, other) in self.places.iter().enumerate() {
                known[a * k + b] = now.covariance[place * n + other];
            }
        }
        let l = root(&known, k);
        let mut precision = vec![0.0; k * k];
        for j in 0..k {
            let mut unit = vec![0.0; k];
            unit[j] = 1.0;
            for (i, value) in solve(&l, &unit).into_iter().enumerate() {
                precision[i * k + j] = value - weight * self.precision[i * k + j];
            }
        }
        let at: Vec<f64> = self.places.iter().map(|p| now.mean[*p]).collect();
        let towards = solve(&l, &at);
        let information: Vec<f64> =
            towards.iter().zip(&self.information).map(|(t, p)| t - weight * p).collect();
        (0..k).for_each(|i| precision[i * k + i] = precision[i * k + i].max(1e-9));
        let without = Posterior::of(&precision, &information);
        // Its own information against what the others expect of it.
        let miss: Vec<f64> = (0..k)
            .map(|i| {
                self.information[i] - (0..k).map(|j| self.precision[i * k + j] * without.mean[j]).sum::<f64>()
            })
            .collect();
        // Spread of that: precision + precision · covariance · precision, made firm where it sees nothing.
        let times = |a: &[f64], b: &[f64]| {
            let mut c = vec![0.0; k * k];
            for i in 0..k {
                for j in 0..k {
                    c[i * k + j] = (0..k).map(|m| a[i * k + m] * b[m * k + j]).sum();
                }
            }
            c
        };
        let mut spread = times(&times(&self.precision, &without.covariance), &self.precision);
        let most = (0..k).map(|i| self.precision[i * k + i]).fold(1e-9, f64::max);
        let mut sees = 0.0;
        for i in 0..k {
            sees += f64::from(u8::from(self.precision[i * k + i] > 1e-6 * most));
            for j in 0..k {
                spread[i * k + j] += self.precision[i * k + j];
            }
            spread[i * k + i] += 1e-6 * most;
        }
        let through = solve(&root(&spread, k), &miss);
        let far: f64 = miss.iter().zip(&through).map(|(m, t)| m * t).sum();
        ((TAILS + sees) / (TAILS + far.max(0.0))).min(1.0)
    }
}
