//! What must hold whatever the numbers.

use proptest::prelude::*;
use unctum_core::kitchen::{Air, Pan, Ring, RingKind};
use unctum_core::pan::clock::{ClockZero, retime, strength_after};
use unctum_core::pan::correct::{Hob, bring_to, mix, warm};
use unctum_core::pan::drying::scorch_limit_w_m2;
use unctum_core::pan::milk::{Milk, reduce};
use unctum_core::pan::program::{HobChange, check_program};
use unctum_core::pan::terms::stage_terms;
use unctum_core::pan::{BoilDownQuestion, Heat, PanModel, Stop, boil_down, landing_frac};
use unctum_core::syrup::boiling::{boil_c, solids_frac_boiling_at};
use unctum_core::syrup::locate::{Accuracy, strength_of};
use unctum_core::syrup::physical::{brix_refractometer, solids_frac_of_brix};
use unctum_core::syrup::string::{pulled, solids_frac_of_string, string_cm};
use unctum_core::syrup::{Charge, Ladder, Reading, StageKey, properties};
use unctum_core::water::pressure_at_altitude_pa;

fn pan(diameter_cm: f64, heat_capacity_j_k: f64) -> Pan {
    Pan {
        name: "Pan".into(),
        tare_g: 1000.0,
        diameter_cm,
        wall_height_cm: 12.0,
        heat_capacity_j_k,
        metal: None,
        weighed: true,
        loss_factor: 1.0,
    }
}

fn question(charge: Charge, program: Vec<HobChange>) -> BoilDownQuestion {
    BoilDownQuestion {
        charge,
        start_c: None,
        pan: pan(24.0, 600.0),
        ring: Ring::of_kind("Ring", RingKind::Gas, 1800.0),
        program,
        air: Air::default(),
        thermometer: None,
        target_frac: 0.7575,
        max_points: 60,
        charge_water_sd_g: 0.0,
        ladder: Ladder::default(),
    }
}

/// Solids of any kind a kitchen puts in.
fn any_solids() -> impl Strategy<Value = Charge> {
    (100.0..800.0_f64, 0.0..0.3_f64, 0.0..0.03_f64, 0.0..0.2_f64).prop_map(
        |(mass_g, reducing, ash, other)| Charge {
            sucrose_g: mass_g * (1.0 - reducing - ash - other),
            reducing_g: mass_g * reducing,
            ash_g: mass_g * ash,
            other_g: mass_g * other,
            insoluble_g: 0.0,
            water_g: 0.0,
        },
    )
}

proptest! {
    #[test]
    fn the_boil_rises_with_strength_falls_with_altitude_and_can_be_read_back(
        solids in any_solids(), w in 0.30..0.95_f64, altitude_m in -100.0..3400.0_f64,
    ) {
        let here = pressure_at_altitude_pa(altitude_m).expect("in range");
        let higher = pressure_at_altitude_pa(altitude_m + 100.0).expect("in range");
        let at = |w: f64, pressure_pa: f64| boil_c(&solids.at_strength(w), pressure_pa);
        prop_assert!(at(w + 0.01, here) > at(w, here));
        prop_assert!(at(w, higher) < at(w, here));
        let back = solids_frac_boiling_at(&solids, at(w, here), here).expect("in range");
        prop_assert!((back - w).abs() < 1e-6);
    }

    #[test]
    fn every_reading_of_a_syrup_locates_it(solids in any_solids(), w in 0.66..0.84_f64) {
        let ladder = Ladder::default();
        let air = Air::default();
        let there = solids.at_strength(w);
        let readings = [
            Reading::Thermometer { boil_c: boil_c(&there, air.pressure_pa) },
            Reading::Weight { gross_g: 900.0 + there.total_g(), tare_g: 900.0 },
            Reading::String { string_cm: string_cm(w) },
            Reading::Refractometer { brix: brix_refractometer(&there).expect("readable") },
        ];
        for reading in readings {
            let found = strength_of(&solids, reading, &Accuracy::default(), air.pressure_pa, &ladder).expect("possible");
            // Below a millimetre there is no string, and none tells no more than its edge.
            if found.edges {
                prop_assert!(found.frac.low < w && w < found.frac.high, "{reading:?}: {found:?}");
                continue;
            }
            prop_assert!((found.frac.mid - w).abs() < 1e-5, "{reading:?}: {found:?}");
            prop_assert!(found.frac.low < found.frac.mid && found.frac.mid < found.frac.high);
        }
        prop_assert!((solids_frac_of_brix(&solids, brix_refractometer(&there).expect("readable")) - w).abs() < 1e-9);
        prop_assert!((solids_frac_of_string(string_cm(w)) - w).abs() < 1e-6);
    }

    #[test]
    fn no_property_is_ever_nan(
        solids in any_solids(), w in 0.01..0.98_f64, temperature_c in 0.0..200.0_f64, altitude_m in -100.0..3500.0_f64,
    ) {
        let charge = solids.at_strength(w.min(0.98));
        let pressure = pressure_at_altitude_pa(altitude_m).expect("in range");
        let p = properties(&charge, temperature_c, pressure, &Ladder::default()).expect("valid");
        for value in [
            p.boil_c, p.water_activity, p.density_kg_m3, p.viscosity_mpa_s, p.volume_ml, p.baume, p.string_cm,
            p.supersaturation, p.specific_heat_j_kg_k, p.solubility_frac,
        ] {
            prop_assert!(value.is_finite(), "{p:?}");
        }
        prop_assert!(p.water_activity > 0.0 && p.water_activity <= 1.0);
        let string = pulled(w, &Ladder::default(), 12).expect("valid");
        prop_assert!(string.pull.windows(2).all(|q| q[0].thickness_mm > q[1].thickness_mm && q[0].length_cm < q[1].length_cm));
    }

    #[test]
    fn heat_and_mass_close_through_any_program(
        flames in prop::collection::vec((20.0..240.0_f64, 0.0..1.0_f64, any::<bool>(), 0.0..60.0_f64), 1..5),
        start in 0.4..0.7_f64,
    ) {
        let charge = Charge::sugar_and_water(400.0, 1.0).at_strength(start);
        let model = PanModel::new(&charge, &pan(22.0, 700.0), Air::default()).expect("valid");
        let mut state = model.start(25.0);
        let before_j = model.stored_heat_j(&state);
        let mut poured_g = 0.0;
        let mut on = false;
        for (seconds, flame, lid, water_g) in flames {
            let handled = model.handled(unctum_core::pan::Handling { lid, stirring: !lid });
            if water_g > 1.0 {
                handled.pour_in(&mut state, water_g);
                poured_g += water_g;
            }
            let heat = if flame > 0.2 {
                Heat::On(900.0 * flame)
            } else {
                Heat::Off { since_s: 0.0, stored_j: if on { 20_000.0 } else { 0.0 } }
            };
            on = flame > 0.2;
            let mut last_g = state.water_g;
            handled.advance(&mut state, heat, seconds, Stop::Never, |s| {
                assert!(s.water_g <= last_g + 1e-9, "water only leaves");
                last_g = s.water_g;
            });
        }
        let b = state.balance;
        let gained_j = model.stored_heat_j(&state) - before_j;
        let scale_j = b.heat_in_j + before_j;
        prop_assert!((b.heat_in_j - b.heat_lost_j - b.heat_vapour_j - gained_j).abs() / scale_j < 1e-6);
        prop_assert!(state.water_g <= charge.water_g + poured_g + 1e-9);
    }

    #[test]
    fn a_longer_boil_is_never_thinner_and_a_heavier_pan_never_carries_less(
        water_g in 120.0..300.0_f64, seconds in 60.0..1200.0_f64, more in 1.0..300.0_f64, wall in 200.0..1500.0_f64,
    ) {
        let charge = Charge::sugar_and_water(300.0, water_g);
        let at = |seconds: f64| {
            let model = PanModel::new(&charge, &pan(24.0, 600.0), Air::default()).expect("valid");
            let mut state = model.start(28.0);
            model.advance(&mut state, Heat::On(700.0), seconds, Stop::Never, |_| {});
            model.solids_frac(state.water_g)
        };
        prop_assert!(at(seconds + more) >= at(seconds) - 1e-6);
        let carried = |wall: f64| {
            let model = PanModel::new(&charge, &pan(24.0, wall), Air::default()).expect("valid");
            let off = model.steady_boil(model.water_at(0.74), 700.0);
            landing_frac(&model, &off, 0.0)
        };
        prop_assert!(carried(wall * 1.3) >= carried(wall) - 1e-9);
    }
}

#[test]
fn doubt_widens_the_interval_and_calibration_narrows_it() {
    let charge = Charge::sugar_and_water(300.0, 200.0);
    let width = |efficiency_sd: f64, water_sd_g: f64| {
        let mut q = question(charge, vec![HobChange::steady(0.55)]);
        q.ring.efficiency_sd = efficiency_sd;
        q.charge_water_sd_g = water_sd_g;
        let at = boil_down(&q).expect("reachable").turn_off.at_s;
        assert!(at.low <= at.mid && at.mid <= at.high);
        at.high - at.low
    };
    assert!(width(0.02, 0.0) < 0.6 * width(0.08, 0.0), "a calibrated ring");
    assert!(width(0.02, 15.0) > width(0.02, 0.0), "jaggery of unknown moisture");
}

/// A repeatable stream of standard normal numbers (sum of twelve uniforms).
fn normals() -> impl FnMut() -> f64 {
    let mut seed = 0x2545_F491_4F6C_DD1D_u64;
    move || {
        (0..12)
            .map(|_| {
                seed = seed.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
                (seed >> 11) as f64 / (1_u64 << 53) as f64
            })
            .sum::<f64>()
            - 6.0
    }
}

#[test]
fn the_interval_agrees_with_sampling() {
    use unctum_core::pan::Factors;
    use unctum_core::pan::program::Run;
    let mut q = question(Charge::sugar_and_water(300.0, 180.0), vec![HobChange::steady(0.55)]);
    q.charge_water_sd_g = 4.0;
    let claimed = boil_down(&q).expect("reachable");
    let off_frac = claimed.turn_off.solids_frac;
    let mut normal = normals();
    let mut times: Vec<f64> = (0..3000)
        .map(|_| {
            let power = (1.0 + q.ring.efficiency_sd / q.ring.efficiency_frac * normal()).max(0.25);
            let factors = Factors {
                loss: (1.0 + 0.3 * normal()).max(0.0),
                surface: (1.0 + 0.3 * normal()).max(0.0),
                wall: 1.0,
            };
            let water_g = 4.0 * normal() + 0.02 * q.charge.water_g * normal();
            let model = PanModel::new(&q.charge, &q.pan, q.air)
                .expect("valid")
                .with_factors(factors)
                .with_more_water(water_g);
            let run =
                Run::follow(&model, q.air.room_c, &q.ring, power, &q.program, off_frac).expect("reached");
            run.when_water(model.water_at(off_frac))
        })
        .collect();
    times.sort_by(f64::total_cmp);
    let (low, high) = (times[300], times[2700]);
    let at = claimed.turn_off.at_s;
    let reach = at.high - at.low;
    assert!((at.low - low).abs() < 0.10 * reach, "claimed {at:?}, sampled {low:.0}–{high:.0}");
    assert!((at.high - high).abs() < 0.10 * reach, "claimed {at:?}, sampled {low:.0}–{high:.0}");
}

#[test]
fn a_program_bends_the_boil_and_mistakes_in_it_are_told() {
    let charge = Charge::sugar_and_water(300.0, 200.0);
    let time =
        |program: Vec<HobChange>| boil_down(&question(charge, program)).expect("reachable").turn_off.at_s.mid;
    let steady = time(vec![HobChange::steady(0.55)]);
    let down = |from_s: f64| HobChange { from_s, ..HobChange::steady(0.25) };
    assert!(time(vec![HobChange::steady(0.55), down(300.0)]) > steady);
    assert!(time(vec![HobChange::steady(1.0)]) < steady);
    let lid = HobChange { lid: true, ..HobChange::steady(0.55) };
    // Under a lid less water leaves on the way to the boil, so more is left to boil off.
    let lidded = time(vec![lid, HobChange { from_s: 240.0, ..HobChange::steady(0.55) }]);
    assert!((lidded - steady).abs() > 1.0 && (lidded / steady - 1.0).abs() < 0.1);
    let pour = HobChange { from_s: 600.0, water_added_g: 50.0, ..HobChange::steady(0.55) };
    let poured = boil_down(&question(charge, vec![HobChange::steady(0.55), pour])).expect("reachable");
    assert!(poured.turn_off.at_s.mid > steady + 60.0);
    assert!(poured.series.windows(2).all(|p| p[0].elapsed_s.mid <= p[1].elapsed_s.mid));
    for bad in [
        vec![],
        vec![down(10.0)],
        vec![HobChange::steady(0.5), down(100.0), down(50.0)],
        vec![HobChange::steady(0.0)],
        vec![HobChange::steady(1.5)],
        vec![HobChange { water_added_g: f64::NAN, ..HobChange::steady(0.5) }],
    ] {
        assert!(check_program(&bad).is_err(), "{bad:?}");
    }
}

#[test]
fn a_syrup_that_starts_close_to_its_stage_still_has_to_boil() {
    let answer = boil_down(&question(Charge::sugar_and_water(600.0, 200.0), vec![HobChange::steady(0.55)]));
    let answer = answer.expect("reachable");
    let boils = answer.boils_at_s.expect("boils").mid;
    assert!((answer.turn_off.at_s.mid - boils).abs() < 1.0, "{:?} against {boils}", answer.turn_off);
    assert!(answer.turn_off.landing_frac.mid > 0.755);
}

#[test]
fn sugar_dissolves_before_it_boils_and_sooner_when_stirred() {
    let at = |stirring: bool, water_g: f64| {
        let program = vec![HobChange { stirring, ..HobChange::steady(0.55) }];
        let answer =
            boil_down(&question(Charge::sugar_and_water(300.0, water_g), program)).expect("reachable");
        (answer.dissolved_at_s, answer.boils_at_s.map(|s| s.mid))
    };
    let (stirred, boils) = at(true, 200.0);
    let (unstirred, _) = at(false, 200.0);
    assert!(stirred < unstirred && stirred < boils, "{stirred:?} {unstirred:?} {boils:?}");
    assert!(at(true, 400.0).0 < at(true, 200.0).0.map(|s| s + 240.0));
}

#[test]
fn a_clock_rule_holds_only_where_it_was_learnt() {
    // Eight minutes from the boil: one string in the small pan, barely sticky in the big batch.
    let ring = Ring { efficiency_frac: 0.9, ..Ring::of_kind("Plate", RingKind::Induction, 1000.0) };
    let of = |sugar_g: f64, diameter_cm: f64| BoilDownQuestion {
        pan: pan(diameter_cm, 500.0),
        ring: ring.clone(),
        ..question(Charge::sugar_and_water(sugar_g, sugar_g / 1.5), vec![HobChange::steady(1.0)])
    };
    let (small, big) = (of(480.0, 24.0), of(1440.0, 28.0));
    let rule = retime(&small, &big, ClockZero::Boil, 8.0).expect("possible");
    assert!((rule.learnt.solids_frac.mid - 0.757).abs() < 0.01, "{rule:?}");
    assert_eq!(rule.learnt.stage, StageKey::OneString);
    assert!((rule.same_minutes_here.solids_frac.mid - 0.65).abs() < 0.01, "{rule:?}");
    let here_min = rule.here_s.expect("reachable").mid / 60.0;
    assert!((23.0..26.0).contains(&here_min), "{here_min} min");
    // The rule taken home gives itself back.
    let home = retime(&small, &small, ClockZero::Dissolved, 6.0).expect("possible");
    assert!((home.here_s.expect("reachable").mid - 360.0).abs() < 1.0);
    assert!((home.learnt.solids_frac.mid - home.same_minutes_here.solids_frac.mid).abs() < 1e-9);
    assert!(strength_after(&small, ClockZero::Boil, -1.0).is_err());
}

#[test]
fn corrections_close() {
    let air = Air::default();
    let ring = Ring::of_kind("Ring", RingKind::Gas, 1800.0);
    let the_pan = pan(24.0, 600.0);
    let hob = Hob { pan: &the_pan, ring: &ring, flame_frac: 0.55, air: &air };
    let ladder = Ladder::default();
    let solids = Charge::sugar_and_water(300.0, 0.0);
    let stands = |w: f64| {
        let there = solids.at_strength(w);
        let reading = Reading::Weight { gross_g: 1000.0 + there.total_g(), tare_g: 1000.0 };
        strength_of(&solids, reading, &Accuracy::default(), air.pressure_pa, &ladder).expect("possible")
    };
    let over = bring_to(&solids, stands(0.80), 100.0, 0.7575, &hob, &ladder).expect("possible");
    let add = over.water_to_add_g.expect("over");
    assert!((300.0 / (300.0 / 0.80 + add.mid) - 0.7575).abs() < 1e-9, "water back gives the target");
    assert!(add.low < add.mid && add.mid < add.high && over.water_to_lose_g.is_none());
    let under = bring_to(&solids, stands(0.70), 100.0, 0.7575, &hob, &ladder).expect("possible");
    let lose = under.water_to_lose_g.expect("under");
    assert!((lose.mid - (300.0 / 0.70 - 300.0 / 0.7575)).abs() < 1e-9);
    let heat = under.heat_min.expect("minutes");
    assert!(heat.low < heat.mid && heat.mid < heat.high && heat.mid > 1.0);

    let (a, b) = (solids.at_strength(0.6), solids.times(0.5).at_strength(0.8));
    let both = mix(&a, &b).expect("possible");
    assert!((both.total_g() - a.total_g() - b.total_g()).abs() < 1e-9);
    assert!(both.solids_frac() > 0.6 && both.solids_frac() < 0.8);

    let warmed = warm(&solids.at_strength(0.6), 24.0, 80.0, &hob, &ladder).expect("possible");
    assert!(warmed.water_lost_g > 0.5 && warmed.solids_frac > 0.6 && warmed.heat_min.mid > 1.0);
    assert!(warm(&solids.at_strength(0.6), 80.0, 24.0, &hob, &ladder).is_err());
    assert!(warm(&solids.at_strength(0.6), 24.0, 160.0, &hob, &ladder).is_err());
}

#[test]
fn milk_is_held_back_by_scorching_and_keeps_its_solids() {
    let air = Air::default();
    let wide = Pan { wall_height_cm: 14.0, ..pan(28.0, 900.0) };
    let strong = Ring::of_kind("Large", RingKind::Gas, 3000.0);
    let milk = Milk { mass_g: 2000.0, fat_frac: 0.045, solids_not_fat_frac: 0.088 };
    let third = reduce(&milk, 1.0 / 3.0, &wide, &strong, 1.0, &air).expect("possible");
    assert!((third.end_solids_frac - 0.133 * 3.0).abs() < 1e-9);
    assert!((third.end_g + third.water_to_lose_g - 2000.0).abs() < 1e-9);
    assert!(third.scorches && third.end_safe_flame_frac < third.safe_flame_frac);
    assert!(third.minutes.low <= third.minutes.mid && third.minutes.mid <= third.minutes.high);
    assert!(third.end_depth_cm < third.depth_cm && third.to_boil_min < third.minutes.mid);
    let gentle = reduce(&milk, 1.0 / 3.0, &wide, &strong, 0.4, &air).expect("possible");
    assert!(gentle.minutes.mid > third.minutes.mid);
    let half = reduce(&milk, 0.5, &wide, &strong, 1.0, &air).expect("possible");
    assert!(half.minutes.mid < third.minutes.mid);
    assert!(reduce(&milk, 0.13, &wide, &strong, 1.0, &air).is_err(), "nothing but solids");
    assert!(scorch_limit_w_m2(0.125) > scorch_limit_w_m2(0.4));
}

#[test]
fn every_stage_is_said_in_every_schools_terms() {
    let q = question(Charge::sugar_and_water(300.0, 200.0), vec![HobChange::steady(0.55)]);
    let terms = stage_terms(&q).expect("possible");
    assert_eq!(terms.first().map(|t| t.stage), Some(StageKey::Sticky), "from where it starts");
    for t in &terms {
        assert!(t.solids_frac[0] < t.solids_frac[1] && t.shown_c[0] < t.shown_c[1], "{t:?}");
        assert!(t.gross_g[0] > t.gross_g[1] && t.string_cm[0] <= t.string_cm[1], "{t:?}");
        assert!(!t.seen.spoon.is_empty() && !t.seen.water.is_empty() && !t.seen.pan.is_empty());
    }
    for pair in terms.windows(2) {
        if let (Some(a), Some(b)) = (pair[0].from_boil_s, pair[1].from_boil_s) {
            assert!(a.mid < b.mid);
        }
    }
    assert!(terms.iter().filter(|t| t.from_dissolved_s.is_some()).count() >= 5);
}
