//! Laws of the solution: what adds up, what is inverse to what, what rises with what.

use proptest::prelude::*;
use unctum_core::pan::correct::mix;
use unctum_core::syrup::activity::water_activity;
use unctum_core::syrup::graining::{Provocation, graining};
use unctum_core::syrup::inversion::{
    AcidAdded, AcidKind, Stretch, along, inverted, inverted_frac, ph, rate_per_s,
};
use unctum_core::syrup::physical::{
    baume, brix_refractometer, density_kg_m3, enthalpy_j, refractive_index, solids_frac_of_brix,
    solubility_frac, specific_heat_j_kg_k, supersaturation, viscosity_mpa_s,
};
use unctum_core::syrup::string::{pulled, solids_frac_of_string, string_cm};
use unctum_core::syrup::{Charge, Ladder, StageKey};

fn any_charge() -> impl Strategy<Value = Charge> {
    (50.0_f64..2000.0, 0.0_f64..300.0, 0.0_f64..20.0, 0.0_f64..60.0, 0.0_f64..20.0, 60.0_f64..1500.0)
        .prop_map(|(sucrose_g, reducing_g, ash_g, other_g, insoluble_g, water_g)| Charge {
            sucrose_g,
            reducing_g,
            ash_g,
            other_g,
            insoluble_g,
            water_g,
        })
}

fn any_ladder() -> impl Strategy<Value = Ladder> {
    proptest::collection::vec(0.006_f64..0.07, 9).prop_map(|steps| {
        let mut edge = 0.3;
        let mut ladder = Ladder::default();
        for (e, step) in ladder.edges_frac.iter_mut().zip(steps) {
            edge += step;
            *e = edge;
        }
        ladder
    })
}

fn near(a: f64, b: f64) -> bool {
    (a - b).abs() <= 1e-9 * (1.0 + a.abs().max(b.abs()))
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(128))]

    #[test]
    fn charges_add_up(a in any_charge(), b in any_charge(), factor in 0.1_f64..5.0) {
        prop_assert!(near(a.plus(b).total_g(), a.total_g() + b.total_g()));
        prop_assert_eq!(a.plus(b), b.plus(a));
        prop_assert!(near(a.times(factor).total_g(), factor * a.total_g()));
        prop_assert!(near(a.times(factor).solids_frac(), a.solids_frac()), "size does not change strength");
        let mixed = mix(&a, &b).expect("mixes");
        let (low, high) = (a.solids_frac().min(b.solids_frac()), a.solids_frac().max(b.solids_frac()));
        prop_assert!((low - 1e-12..=high + 1e-12).contains(&mixed.solids_frac()), "between the two");
        prop_assert!(near(mixed.total_g(), a.total_g() + b.total_g()));
    }

    #[test]
    fn strength_and_water_are_each_others_inverse(charge in any_charge(), w in 0.05_f64..0.97) {
        let there = charge.at_strength(w);
        prop_assert!(near(there.solids_frac(), w));
        prop_assert!(near(charge.with_water(charge.water_at(w)).water_g, there.water_g));
        prop_assert!(near(there.solids_g(), charge.solids_g()), "solids stay");
    }

    #[test]
    fn more_sugar_is_denser_thicker_and_bends_light_more(w in 0.02_f64..0.85, more in 0.005_f64..0.1, t in 15.0_f64..95.0) {
        let v = w + more;
        prop_assert!(density_kg_m3(v, t) > density_kg_m3(w, t));
        prop_assert!(viscosity_mpa_s(v, t) > viscosity_mpa_s(w, t));
        prop_assert!(refractive_index(v.min(0.84)) >= refractive_index(w.min(0.84)));
        prop_assert!(baume(v) > baume(w));
        prop_assert!(specific_heat_j_kg_k(v, t) < specific_heat_j_kg_k(w, t));
        prop_assert!(string_cm(v) >= string_cm(w));
        prop_assert!(viscosity_mpa_s(w, t + 5.0) < viscosity_mpa_s(w, t), "warmer runs thinner");
        prop_assert!(density_kg_m3(w, t + 5.0) < density_kg_m3(w, t), "warmer is lighter");
        prop_assert!(solubility_frac(t + 5.0) > solubility_frac(t), "warm water takes more sugar");
        prop_assert!(enthalpy_j(100.0, 50.0, t + 5.0) > enthalpy_j(100.0, 50.0, t));
    }

    #[test]
    fn water_activity_falls_with_strength_and_stays_a_share(charge in any_charge(), w in 0.05_f64..0.93, more in 0.002_f64..0.03) {
        let (thin, thick) = (water_activity(&charge.at_strength(w)), water_activity(&charge.at_strength(w + more)));
        prop_assert!((0.0..=1.0).contains(&thin) && (0.0..=1.0).contains(&thick));
        prop_assert!(thick < thin);
    }

    #[test]
    fn instruments_are_read_back(w in 0.1_f64..0.84, length_cm in 0.2_f64..40.0) {
        let charge = Charge::sugar_and_water(100.0, 100.0).at_strength(w);
        if let Some(brix) = brix_refractometer(&charge) {
            prop_assert!((solids_frac_of_brix(&charge, brix) - w).abs() < 1e-6);
        }
        prop_assert!((string_cm(solids_frac_of_string(length_cm)) / length_cm - 1.0).abs() < 1e-3);
    }

    #[test]
    fn a_string_thins_as_it_is_pulled(w in 0.74_f64..0.84) {
        let string = pulled(w, &Ladder::default(), 24).expect("pulls");
        prop_assert_eq!(string.pull.len(), 24);
        for pair in string.pull.windows(2) {
            prop_assert!(pair[1].length_cm > pair[0].length_cm && pair[1].thickness_mm < pair[0].thickness_mm);
        }
        let end = string.pull.last().expect("an end");
        prop_assert!((end.length_cm - string.string_cm).abs() < 1e-6 * string.string_cm, "{end:?}");
        prop_assert!((end.elapsed_s - string.break_s).abs() < 1e-9 && end.thickness_mm.abs() < 1e-9);
    }

    /// A saturated syrup is neither over- nor undersaturated; half the water makes it twice as full.
    #[test]
    fn saturation_is_where_it_is_said_to_be(t in 10.0_f64..95.0) {
        let w = solubility_frac(t);
        let full = Charge::sugar_and_water(100.0, 100.0).at_strength(w);
        prop_assert!((supersaturation(&full, t) - 1.0).abs() < 1e-9);
        let half = full.with_water(0.5 * full.water_g);
        prop_assert!((supersaturation(&half, t) - 2.0).abs() < 1e-9);
    }

    #[test]
    fn splitting_goes_on_from_where_it_was(t in 40.0_f64..125.0, acid in 2.5_f64..6.0, a_s in 1.0_f64..900.0, b_s in 1.0_f64..900.0) {
        let whole = inverted_frac(t, acid, a_s + b_s);
        let parts = 1.0 - (1.0 - inverted_frac(t, acid, a_s)) * (1.0 - inverted_frac(t, acid, b_s));
        prop_assert!((whole - parts).abs() < 1e-12);
        prop_assert!((0.0..=1.0).contains(&whole));
        prop_assert!(rate_per_s(t + 10.0, acid) > rate_per_s(t, acid));
        prop_assert!(rate_per_s(t, acid) > rate_per_s(t, acid + 0.5));
    }

    /// Split sugar weighs more by the water it takes in; the whole keeps its mass.
    #[test]
    fn splitting_keeps_the_mass(charge in any_charge(), share in 0.0_f64..0.3) {
        let split = inverted(&charge, share);
        prop_assert!(near(split.total_g(), charge.total_g()));
        prop_assert!(split.sucrose_g <= charge.sucrose_g + 1e-9 && split.reducing_g >= charge.reducing_g - 1e-9);
        prop_assert!(split.water_g <= charge.water_g + 1e-9, "it takes water up");
    }

    #[test]
    fn acid_added_late_splits_less(t in 80.0_f64..115.0, early_s in 0.0_f64..300.0, later_s in 1.0_f64..500.0, mass_g in 0.5_f64..20.0) {
        let charge = Charge::sugar_and_water(400.0, 250.0);
        let path = [
            Stretch { from_s: 0.0, to_s: 300.0, liquid_c: t, water_g: 250.0 },
            Stretch { from_s: 300.0, to_s: 800.0, liquid_c: t + 5.0, water_g: 180.0 },
        ];
        let at = |at_s| along(&path, &charge, &AcidAdded { kind: AcidKind::CitrusJuice, mass_g, at_s }).expect("splits");
        let (early, late) = (at(early_s), at(early_s + later_s));
        prop_assert!(late <= early + 1e-12, "{early} early, {late} late");
        prop_assert!(at(800.0) <= 1e-12, "off the heat it has no time");
        let more = ph(&charge, AcidKind::CitrusJuice, mass_g).expect("ph");
        let less = ph(&charge, AcidKind::CitrusJuice, 0.5 * mass_g).expect("ph");
        prop_assert!(more < less && more > 1.5 && less < 7.0);
    }

    #[test]
    fn graining_is_a_share_and_its_remedies_help(charge in any_charge(), t in 10.0_f64..60.0, stirred: bool, wall: bool, grains: bool) {
        let how = Provocation { stirred, crystals_on_wall: wall, undissolved: grains };
        let Ok(found) = graining(&charge, t, &how) else { return Ok(()) };
        prop_assert!((0.0..=1.0).contains(&found.risk_frac));
        prop_assert!(found.supersaturation > 1.0 || found.risk_frac == 0.0);
        for remedy in &found.remedies {
            prop_assert!(remedy.risk_frac < found.risk_frac && remedy.risk_frac >= 0.0, "{remedy:?}");
        }
        prop_assert!(found.remedies.windows(2).all(|r| r[0].risk_frac <= r[1].risk_frac), "best first");
    }

    /// Whatever edges a cook sets: the bands meet, and each aim lies in its own band.
    #[test]
    fn every_ladder_is_a_partition(ladder in any_ladder(), w in 0.0_f64..0.98) {
        prop_assert_eq!(ladder.check(), Ok(()));
        let stages = ladder.stages();
        for pair in stages.windows(2) {
            prop_assert!(near(pair[0].high_frac, pair[1].low_frac));
        }
        for stage in stages {
            prop_assert_eq!(ladder.at(stage.aim_frac()), stage.key);
            prop_assert_eq!(ladder.of(stage.key).key, stage.key);
        }
        let at = ladder.of(ladder.at(w));
        prop_assert!(w < at.high_frac + 1e-12 || at.key == StageKey::Crack);
        prop_assert!(w >= at.low_frac - 1e-12 || at.key == StageKey::Thin);
    }
}
