//! Laws of foods as mixtures: what is put together adds up, and lies between its parts.

use crate::common::shelf::{index, stocked};
use proptest::prelude::*;
use unctum_core::food::{Composition, Parts, sweet_water_activity, thermal};

fn any_parts() -> impl Strategy<Value = Parts> {
    proptest::array::uniform10(0.0_f64..500.0).prop_map(Parts::from_array)
}

fn near(a: f64, b: f64) -> bool {
    (a - b).abs() <= 1e-9 * (1.0 + a.abs().max(b.abs()))
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(128))]

    #[test]
    fn parts_add_up_and_come_apart_again(a in any_parts(), b in any_parts(), factor in 0.0_f64..8.0) {
        let both = a.plus(&b);
        prop_assert!(near(both.total_g(), a.total_g() + b.total_g()));
        for (x, y) in both.minus(&b).to_array().iter().zip(a.to_array()) {
            prop_assert!(near(*x, y));
        }
        prop_assert!(near(a.times(factor).total_g(), factor * a.total_g()));
        prop_assert!(near(a.solids_g() + a.water_g, a.total_g()));
        prop_assert!(a.sugars_g() <= a.solids_g() + 1e-9);
        prop_assert!(near(a.with_water(0.0).solids_g(), a.solids_g()), "drying takes water only");
    }

    #[test]
    fn a_composition_is_the_shares_of_its_parts(a in any_parts()) {
        prop_assume!(a.total_g() > 1.0);
        let shares = a.composition();
        prop_assert!(near(shares.to_array().iter().sum::<f64>(), 1.0));
        for (x, y) in shares.of_g(a.total_g()).to_array().iter().zip(a.to_array()) {
            prop_assert!((x - y).abs() < 1e-6);
        }
        prop_assert_eq!(Composition::from_array(shares.to_array()), shares);
    }

    /// A mixture of two foods is neither lighter, nor warmer to heat, nor a better conductor than both.
    #[test]
    fn what_is_mixed_lies_between(i in index(200), j in index(200), share in 0.05_f64..0.95, t in 5.0_f64..95.0) {
        let all: Vec<_> = stocked().0.values().collect();
        let (a, b) = (all[i % all.len()], all[j % all.len()]);
        let mix = a.composition.of_g(100.0 * share).plus(&b.composition.of_g(100.0 * (1.0 - share))).composition();
        let of = |c: &Composition| {
            let kind = thermal(&c.makeup(), t);
            [kind.specific_heat_j_kg_k, kind.density_kg_m3, kind.conductivity_w_m_k]
        };
        for ((x, y), m) in of(&a.composition).into_iter().zip(of(&b.composition)).zip(of(&mix)) {
            prop_assert!((x.min(y) * 0.999..=x.max(y) * 1.001).contains(&m), "{} and {}: {x}, {y}, {m}", a.name, b.name);
        }
    }

    /// Water boiled off a sweet makes its liquid more concentrated, never less.
    #[test]
    fn drying_never_raises_the_water_activity(i in index(200), dry in 0.3_f64..0.99) {
        let all: Vec<_> = stocked().0.values().collect();
        let c = &all[i % all.len()].composition;
        let (was, is) = (c, c.of_g(100.0).with_water(100.0 * c.water_frac * dry).composition());
        let (a, b) = (sweet_water_activity(was), sweet_water_activity(&is));
        prop_assert!((0.0..=1.0).contains(&a) && (0.0..=1.0).contains(&b));
        prop_assert!(b <= a + 1e-9, "{}: {a} to {b}", all[i % all.len()].name);
    }
}

#[test]
fn every_food_is_physical_from_the_refrigerator_to_the_boil() {
    for (key, food) in &stocked().0 {
        for t in [-5.0, 5.0, 25.0, 60.0, 100.0] {
            let kind = thermal(&food.composition.makeup(), t);
            assert!((1000.0..4400.0).contains(&kind.specific_heat_j_kg_k), "{key} at {t}: {kind:?}");
            assert!((850.0..2500.0).contains(&kind.density_kg_m3), "{key} at {t}: {kind:?}");
            assert!((0.1..0.75).contains(&kind.conductivity_w_m_k), "{key} at {t}: {kind:?}");
        }
        let sum: f64 = food.composition.to_array().iter().sum();
        assert!((sum - 1.0).abs() < 0.011, "{key}: {sum}");
    }
}

/// Of a sweet that is all syrup the whole is as active as the syrup, by the published table; starch and protein beside it take
/// some of its water, and never more than there is.
#[test]
fn a_whole_that_is_all_syrup_is_as_active_as_its_syrup_and_starch_takes_some() {
    use unctum_core::keep::whole_activity;
    for (molality, published) in [(1.0, 0.9806), (3.0, 0.9328), (5.0, 0.8776)] {
        let sugar_g = 342.3 * molality;
        let whole_g = 1000.0 + sugar_g;
        let syrup = |share: f64, starch_frac: f64| Composition {
            water_frac: share * 1000.0 / whole_g,
            sucrose_frac: share * sugar_g / whole_g,
            starch_frac,
            ..Composition::default()
        };
        let alone = whole_activity(&syrup(1.0, 0.0));
        assert!((alone - published).abs() < 0.012, "{alone} for {published}");
        let mut before = alone;
        for starch in [0.1, 0.3, 0.5] {
            let with = whole_activity(&syrup(1.0 - starch, starch));
            // What crystallises holds it where it is.
            assert!(with <= before && with > 0.5, "{starch} of starch: {with} after {before}");
            before = with;
        }
        assert!(before < alone - 1e-3, "{before} with half of it starch, {alone} alone");
    }
    assert!(whole_activity(&Composition { starch_frac: 1.0, ..Composition::default() }) <= 0.0);
}
