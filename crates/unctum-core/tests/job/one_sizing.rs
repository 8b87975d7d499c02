//! One sizing, one rounding: what the page shows is what goes to the stove and into the batch.

use crate::common::shelf::*;
use proptest::prelude::*;
use unctum_core::formula::*;
use unctum_core::numeric::{Spread, Z80};
use unctum_core::process::*;

fn measuring(by_scale: bool) -> Measuring {
    Measuring { measures: katori(150.0), by_scale }
}

fn weighed(method: &Method, factor: f64, by_scale: bool) -> Weighed {
    let sized = written(method).at(&Size::Times { factor }, &book()).expect("size");
    sized.weighed(&measuring(by_scale), &book()).expect("weighed")
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(48))]

    /// Page and stove stand on the same rounded amounts, by the scale and by her cups: each line, each step, and the
    /// strength that the syrup starts with.
    #[test]
    fn the_stove_takes_what_the_page_shows(i in index(64), factor in 0.3_f64..4.0, by_scale: bool) {
        let all = methods();
        let method = all[i % all.len()];
        let weighed = weighed(method, factor, by_scale);
        let page = weighed.clone().formula(Some(&tools()), &book()).expect("page");
        let stove = weighed.stove_sheet(&book()).expect("every method goes to the stove");
        for line in &stove.lines {
            let shown = page.lines.iter().find(|l| l.ingredient == line.ingredient).expect("the line");
            let goes_in: f64 = shown.uses.iter().map(|u| u.goes_in_g(by_scale)).sum();
            prop_assert!((line.mass_g - goes_in).abs() < 1e-6, "{}: {} and {goes_in}", line.name, line.mass_g);
            let at_steps: f64 =
                stove.takes.iter().filter(|t| t.ingredient == line.ingredient).map(|t| t.mass_g).sum();
            prop_assert!((line.mass_g - at_steps).abs() < 1e-6, "{}: {at_steps} at its steps", line.name);
        }
        let found = stove.steps.iter().find_map(|s| {
            page.rounding.syrups.iter().find(|r| r.step == s.key).map(|r| (s, r))
        });
        let Some((boil, starts)) = found else {
            prop_assert!(stove.syrup.is_none());
            return Ok(());
        };
        let syrup = stove.syrup.expect("what boils to a stage is followed");
        prop_assert!(boil.stage() == Some(syrup.stage));
        let told_frac = if by_scale { starts.weighed_frac } else { starts.measured_frac };
        prop_assert!((syrup.charge.solids_frac() - told_frac).abs() < 1e-9, "{}", method.name);
    }

    /// A size asked for by its outcome is the same size as one asked for by its factor, to the last gram of every line.
    #[test]
    fn however_a_size_is_asked_for_it_is_one_size(i in index(64), factor in 0.3_f64..4.0) {
        let all = methods();
        let method = all[i % all.len()];
        let by_factor = weighed(method, factor, true);
        let finished_g = by_factor.at.written.balance().finished_g;
        let by_mass = written(method).at(&Size::Mass { finished_g }, &book()).expect("size");
        let by_mass = by_mass.weighed(&measuring(true), &book()).expect("weighed");
        for (a, b) in by_factor.lines.iter().zip(&by_mass.lines) {
            prop_assert!((a.amount_g - b.amount_g).abs() < 1e-6 * a.amount_g.max(1.0), "{}", a.name);
        }
    }

    /// A spread stays in order through all that is done with it, and says the same in sigmas as in ends.
    #[test]
    fn a_spread_stays_in_order(
        mid in -50.0_f64..50.0, sd in 0.0_f64..10.0, other in 0.0_f64..20.0, by in 0.01_f64..10.0,
    ) {
        let one = Spread { low: mid - Z80 * sd, mid, high: mid + Z80 * sd };
        let two = Spread { low: other, mid: other + 1.0, high: other + 3.0 };
        for s in [one, one.times(by), one.and(two), one.later(two), Spread::exact(mid)] {
            prop_assert!(s.low <= s.mid && s.mid <= s.high, "{s:?}");
        }
        prop_assert!((one.and(two).mid - (one.mid + two.mid)).abs() < 1e-12);
        prop_assert!((one.times(by).high - one.high * by).abs() < 1e-9);
        prop_assert!(one.later(two).mid >= one.mid.max(two.mid) - 1e-12);
        let json = serde_json::to_string(&one).expect("json");
        let back: Spread = serde_json::from_str(&json).expect("back");
        prop_assert!((back.low - one.low).abs() < 1e-12 && (back.high - one.high).abs() < 1e-12);
    }
}

/// Nobody's cup and nobody's scale changes what the exact amounts are.
#[test]
fn rounding_never_moves_the_exact_amounts() {
    for method in methods() {
        let (scale, cups) = (weighed(method, 1.3, true), weighed(method, 1.3, false));
        for (a, b) in scale.lines.iter().zip(&cups.lines) {
            assert!((a.amount_g - b.amount_g).abs() < 1e-12, "{}: {}", method.name, a.name);
            assert!(
                a.weigh_g >= 0.0 && (a.weigh_g - a.amount_g).abs() <= 0.06 * a.amount_g + 5.0,
                "{}",
                a.name
            );
        }
    }
}

/// The usual spread of an 80 % interval: eight of ten normal draws lie within it.
#[test]
fn eight_of_ten_lie_within() {
    let mut rng = unctum_core::numeric::Rng::of(5);
    let within = (0..20_000).filter(|_| rng.normal().abs() < Z80).count();
    assert!((f64::from(u32::try_from(within).expect("few")) / 20_000.0 - 0.8).abs() < 0.01, "{within}");
}
