//! What a syrup that was made tells of its ring, its pan, the thermometer, her hand, her cups and her wish.

use crate::estimate::Lasting;
use crate::kitchen::{Flame, Learnable, Parameter, usual};
use crate::learn::evidence::{Evidence, Seen, Share};
use crate::numeric::Normal;
use crate::review::BoilSeen;
use crate::start::BatchSetup;

/// Fewer readings of instruments than this, and it is not told how far her looks scatter.
const MEASURED: usize = 2;
/// A filling by scale is right to about this.
const BY_SCALE_SD: f64 = 0.01;

/// Numbers of the things a batch was made with.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub(super) struct Things {
    pub ring_id: Option<i32>,
    pub pan_id: Option<i32>,
    pub thermometer_id: Option<i32>,
}

pub(super) fn boil_told(setup: &BatchSetup, things: Things, boil: &BoilSeen) -> Vec<Evidence> {
    let mut evidence = Vec::new();
    if let Some(taught) = &boil.taught {
        let k = taught.of.len();
        // What is seen is relative to how it was set up; what is kept is not.
        let shift: Vec<f64> = taught.of.iter().map(|what| told_then(setup, boil, *what)).collect();
        let information = (0..k).map(|i| {
            taught.information[i] + (0..k).map(|j| taught.precision[i * k + j] * shift[j]).sum::<f64>()
        });
        evidence.push(Evidence {
            seen: taught.of.iter().map(|what| seen(setup, things, boil, *what)).collect(),
            information: information.collect(),
            precision: taught.precision.clone(),
        });
        evidence.extend(looks(&taught.looks_off, boil.measured));
    }
    evidence
}

/// What a value stood at when the batch was set up.
fn told_then(setup: &BatchSetup, boil: &BoilSeen, what: Lasting) -> f64 {
    match what {
        Lasting::Power => {
            let words = boil.flames.iter().map(|f| f.share * setup.habits.word_ln(f.flame));
            setup.ring.net_power_w(1.0).ln() + words.sum::<f64>()
        }
        Lasting::Bias => setup.thermometer.as_ref().map_or(0.0, |t| t.offset_k),
        Lasting::Filled => setup.learnt_ln(&Parameter::Cups),
        Lasting::Wish => aimed_stages(setup),
        Lasting::Loss => setup.pan.loss_factor.ln(),
        Lasting::Wall | Lasting::Hand => 0.0,
    }
}

/// How far from the middle of its stage the batch aimed, in stages.
fn aimed_stages(setup: &BatchSetup) -> f64 {
    let Some(plan) = setup.syrup else { return 0.0 };
    let stage = setup.ladder.of(plan.stage);
    (plan.target_solids_frac - stage.aim_frac()) / (stage.high_frac - stage.low_frac)
}

fn seen(setup: &BatchSetup, things: Things, boil: &BoilSeen, what: Lasting) -> Seen {
    // What is nobody's number is this batch's own, as far off as such a thing usually is.
    let of = |id: Option<i32>, about: &dyn Fn(i32) -> Parameter| {
        let own = || Seen::its_own(about(0).learnable().usual.sd);
        id.map_or_else(own, |id| Seen::itself(about(id)))
    };
    match what {
        Lasting::Power => {
            let power = |ring_id| Parameter::RingPower { ring_id };
            let Some(ring_id) = things.ring_id else { return of(None, &power) };
            let Learnable { evening_sd, year_sd, .. } = power(ring_id).learnable();
            // The ring is told by its medium flame, which is used most; the other words lie beside it.
            let beside = boil.flames.iter().filter(|f| f.flame != Flame::Medium);
            let words = beside
                .map(|f| Share { about: Parameter::RingWord { ring_id, flame: f.flame }, share: f.share });
            let ring = Share { about: power(ring_id), share: 1.0 };
            Seen { of: std::iter::once(ring).chain(words).collect(), evening_sd, year_sd }
        }
        Lasting::Loss => of(things.pan_id, &|pan_id| Parameter::PanLoss { pan_id }),
        Lasting::Wall => of(things.pan_id, &|pan_id| Parameter::PanHeat { pan_id }),
        Lasting::Bias => {
            of(things.thermometer_id, &|thermometer_id| Parameter::ThermometerOffset { thermometer_id })
        }
        Lasting::Hand => {
            let by_string = setup.syrup.is_none_or(|s| s.stage.is_by_string());
            Seen::itself(if by_string { Parameter::HerString } else { Parameter::HerDrop })
        }
        Lasting::Filled if setup.has_scale() => Seen::its_own(BY_SCALE_SD),
        Lasting::Filled => Seen::itself(Parameter::Cups),
        Lasting::Wish => match setup.sweet_key.clone() {
            Some(sweet_key) => Seen::itself(Parameter::Wish { sweet_key }),
            None => Seen::its_own(usual::WISH_SD),
        },
    }
}

/// How far her looks scatter, where instruments say where the syrup was.
fn looks(off: &[f64], measured: usize) -> Option<Evidence> {
    let n = off.len() as f64;
    if measured < MEASURED || off.is_empty() {
        return None;
    }
    let mean_square = off.iter().map(|o| o * o).sum::<f64>() / n;
    let mean = 0.5 * ((mean_square / (usual::LOOK_SD * usual::LOOK_SD)).max(1e-3).ln() + 1.0 / n);
    let value = Normal { mean: mean.clamp(-1.5, 1.5), sd: (0.5 / n).sqrt() + 0.2 / n };
    Some(Evidence::of(Parameter::HerLook, value))
}
