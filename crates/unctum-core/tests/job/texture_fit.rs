//! What the constants of the texture model are worth: fitted anew to all set sweets but one, they say how firm that one is.

use crate::common::shelf::{book, shelf, written};
use unctum_core::formula::{Measuring, Size};
use unctum_core::set::{DOUBTS, Factors, SetMass};

/// Solid shares between which a sweet lies by its own cues: “cut with a wet knife”, “melts”, “crumbles on the tongue”.
const BY_CUES: [(&str, f64, f64); 18] = [
    ("almond-sheet/one-string", 0.60, 0.67),
    ("cashew-sheet/one-string", 0.60, 0.67),
    ("cashew-sheet/soaked-paste", 0.60, 0.67),
    ("cocoa-walnut-fudge/one-pan", 0.50, 0.67),
    ("coconut-khoya-barfi/fresh", 0.50, 0.60),
    ("coconut-khoya-barfi/dry", 0.55, 0.67),
    ("coconut-milk-jaggery-slab/slow", 0.50, 0.60),
    ("gram-flour-ghee-slab/syrup", 0.50, 0.60),
    ("gram-flour-ghee-slab/one-pan", 0.50, 0.60),
    ("gram-flour-ladoo/aroma", 0.60, 0.74),
    ("gram-flour-ladoo/colour", 0.60, 0.74),
    ("granular-gram-flour-barfi/soft", 0.50, 0.60),
    ("granular-gram-flour-barfi/set", 0.60, 0.67),
    ("semolina-almond-barfi/one-pan", 0.50, 0.60),
    ("semolina-ladoo/powdered", 0.67, 0.80),
    ("sesame-jaggery-ladoo/ball", 0.62, 0.74),
    ("seven-part-barfi/equal", 0.60, 0.70),
    ("fried-droplet-ladoo/string", 0.50, 0.60),
];

/// How far a share is outside what the cues say.
fn miss(told: f64, (low, high): (f64, f64)) -> f64 {
    (low - told).max(told - high).max(0.0)
}

fn masses() -> Vec<(&'static str, SetMass, (f64, f64))> {
    let book = book();
    let mass = |(name, low, high): (&'static str, f64, f64)| {
        let (sweet, method) = name.split_once('/').expect("two keys");
        let of = shelf().1.iter().find(|s| s.key == sweet).expect("in the catalogue");
        let at = written(of.method(Some(method)).expect("its method"))
            .at(&Size::Times { factor: 1.0 }, &book)
            .and_then(|at| at.weighed(&Measuring::SCALE, &book));
        let finish = at.and_then(|w| w.formula(None, &book)).expect("works out").finish;
        (name, finish.mass.expect("sets"), (low, high))
    };
    BY_CUES.into_iter().map(mass).collect()
}

/// What is lost with some constants: squares of the misses, and how far they were moved against their doubt.
fn loss(factors: &Factors, all: &[&(&str, SetMass, (f64, f64))]) -> f64 {
    let misses =
        all.iter().map(|(_, m, by)| (miss(m.phases_with(25.0, factors).solid_frac(), *by) / 0.02).powi(2));
    let moved = factors.iter().zip(DOUBTS).map(|(f, doubt)| (f.ln() / doubt.ln()).powi(2));
    misses.sum::<f64>() + moved.sum::<f64>()
}

/// One constant after the other, in ever smaller steps.
fn fitted(all: &[&(&str, SetMass, (f64, f64))]) -> Factors {
    let mut best = [1.0; 5];
    let mut step: f64 = 1.2;
    while step > 1.005 {
        let before = loss(&best, all);
        for i in 0..best.len() {
            for times in [step, 1.0 / step] {
                let mut other = best;
                other[i] *= times;
                if loss(&other, all) < loss(&best, all) {
                    best = other;
                }
            }
        }
        if loss(&best, all) > before - 1e-9 {
            step = step.sqrt();
        }
    }
    best
}

/// The table of docs/worked-figures.md: `cargo test --release -p unctum-core --test job texture_fit -- --nocapture`.
#[test]
fn each_sweet_is_told_by_the_others() {
    let all = masses();
    let everyone: Vec<_> = all.iter().collect();
    let by_all = fitted(&everyone);
    println!("fitted to all: {by_all:.2?}");
    let (mut hold, mut hold_alone) = (0, 0);
    for (i, (name, mass, by)) in all.iter().enumerate() {
        let others: Vec<_> = all.iter().enumerate().filter(|(j, _)| *j != i).map(|(_, one)| one).collect();
        let constants = fitted(&others);
        let told = |f: &Factors| mass.phases_with(25.0, f).solid_frac();
        let (usual, left_out) = (told(&[1.0; 5]), told(&constants));
        println!("| {name} | {:.2}–{:.2} | {usual:.3} | {left_out:.3} | {constants:.2?}", by.0, by.1);
        hold += usize::from(miss(usual, *by) <= 0.02);
        hold_alone += usize::from(miss(left_out, *by) <= 0.02);
        for (factor, doubt) in constants.iter().zip(DOUBTS) {
            assert!((1.0 / doubt..=doubt).contains(factor), "{name}: {constants:?} is no refinement");
        }
        assert!((left_out - told(&by_all)).abs() < 0.05, "{name} makes its own constants: {left_out}");
    }
    assert!(hold >= 15, "{hold} of {} as the constants stand", all.len());
    assert!(hold_alone >= hold - 1, "{hold_alone} when left out, {hold} else");
}
