//! How long it takes, with the pans and the ring that are there.

use crate::common::shelf::*;
use crate::common::*;
use proptest::prelude::*;
use unctum_core::course::*;
use unctum_core::formula::*;
use unctum_core::process::*;

fn mid_min(f: &Formula, step: &str) -> f64 {
    f.times.steps.iter().find(|t| t.step == step).expect("time").minutes.mid
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(48))]

    /// Least, usual and most stand in order for every step of every sweet, in any pan at any size.
    #[test]
    fn times_stand_in_order_whatever_pan_and_size(
        i in index(64), factor in 0.25_f64..10.0, diameter_cm in 16.0_f64..40.0, power_w in 600.0_f64..3500.0,
    ) {
        let all = methods();
        let method = all[i % all.len()];
        let pan = unctum_core::kitchen::Pan { diameter_cm, ..kadai() };
        let ring = unctum_core::kitchen::Ring::of_kind("Ring", unctum_core::kitchen::RingKind::Gas, power_w);
        let f = cooked(method, Size::Times { factor }, &Tools::among(&[], pan, ring)).expect("formula");
        for t in &f.times.steps {
            prop_assert!(t.minutes.in_order(1e6), "{}: {:?}", t.step, t.minutes);
            prop_assert!(t.begins_min >= 0.0 && t.begins_min.is_finite());
        }
        let total = f.times.total_min;
        prop_assert!(total.low <= total.mid && total.mid <= total.high, "{total:?}");
        prop_assert!(f.times.hands_min <= total.mid + 1e-6);
        let longest = f.times.steps.iter().map(|t| t.minutes.mid).fold(0.0, f64::max);
        prop_assert!(total.mid >= longest - 1e-6);
    }

    /// A stronger ring never makes a step longer, a larger batch never shorter.
    #[test]
    fn heat_and_mass_move_the_times_the_right_way(i in index(64), more in 1.05_f64..2.0) {
        let all = methods();
        let method = all[i % all.len()];
        let ring = |power_w: f64| Tools {
            ring: unctum_core::kitchen::Ring::of_kind("Ring", unctum_core::kitchen::RingKind::Gas, power_w),
            ..tools()
        };
        let once = Size::Times { factor: 0.4 };
        let weak = cooked(method, once.clone(), &ring(1200.0)).expect("weak");
        let strong = cooked(method, once.clone(), &ring(1200.0 * more)).expect("strong");
        let large = cooked(method, Size::Times { factor: 0.4 * more }, &ring(1200.0)).expect("large");
        for t in &weak.times.steps {
            let was = t.minutes.mid;
            prop_assert!(mid_min(&strong, &t.step) <= was * (1.0 + 1e-6) + 1e-9, "{}: {was} to {}", t.step, mid_min(&strong, &t.step));
            if large.split <= 1.0 {
                prop_assert!(mid_min(&large, &t.step) >= was * (1.0 - 1e-6) - 1e-9, "{}: {was} to {}", t.step, mid_min(&large, &t.step));
            }
        }
    }
}

#[test]
fn what_waits_badly_begins_late_and_nothing_begins_before_what_it_needs() {
    for method in methods() {
        let f = worked(method, Size::Times { factor: 1.0 }, &[]).expect("formula");
        let time = |key: &str| f.times.steps.iter().find(|t| t.step == key).expect("time");
        let mut latest: f64 = 0.0;
        for step in &method.steps {
            let begins = time(&step.key).begins_min;
            latest = latest.max(begins + time(&step.key).minutes.mid);
            for key in step.before() {
                let ready = time(key).begins_min + time(key).minutes.mid;
                assert!(begins >= ready - 1e-6, "{}: {} begins before {key} is ready", method.name, step.key);
            }
        }
        assert!(latest <= f.times.total_min.mid + 1e-6 && f.times.hands_min <= f.times.total_min.mid + 1e-6);
    }
    let barfi =
        worked(method("granular-gram-flour-barfi", "set"), Size::Times { factor: 1.0 }, &[]).expect("barfi");
    assert!(barfi.warnings.iter().any(|w| w.contains("want hands at the same time")), "{:?}", barfi.warnings);
    let sheet =
        worked(method("cashew-sheet", "one-string"), Size::Times { factor: 1.0 }, &[]).expect("sheet");
    assert!(sheet.warnings.is_empty(), "{:?}", sheet.warnings);
    let balls = method("milk-solid-balls", "khoya");
    let f = worked(balls, Size::Times { factor: 1.0 }, &[]).expect("formula");
    let begins = |key: &str| f.times.steps.iter().find(|t| t.step == key).expect("time").begins_min;
    assert!(
        begins("boil") > begins("shape"),
        "the syrup is hot when the balls are fried, not an hour before"
    );
}

fn told(f: &Formula, step: &str) -> StepTime {
    f.times.steps.iter().find(|t| t.step == step).expect("time").clone()
}

/// What the pan's own model loses is what the times lose: no flame is promised minutes in which it would not get there.
#[test]
fn a_flame_that_never_gets_there_is_turned_up_and_it_is_said() {
    let pudding = method("reduced-milk", "pan");
    let low = pudding.steps.iter().find(|s| s.kind == StepKind::Reduce).expect("a reduction");
    let mut meek = pudding.clone();
    meek.steps.iter_mut().filter(|s| s.key == low.key).for_each(|s| {
        s.flame = Some(unctum_core::kitchen::Flame::Low);
    });
    let weak = Tools {
        ring: unctum_core::kitchen::Ring::of_kind("Ring", unctum_core::kitchen::RingKind::Gas, 700.0),
        ..tools()
    };
    let time = told(&cooked(&meek, Size::Times { factor: 1.0 }, &weak).expect("formula"), &low.key);
    assert!(time.flame_needed.is_some_and(|f| f != unctum_core::kitchen::Flame::Low), "{time:?}");
}

/// A batch in rounds takes the time of all its rounds on the ring, and each fits its pan.
#[test]
fn a_batch_in_rounds_takes_the_time_of_all_of_them() {
    let sheet = method("cashew-sheet", "one-string");
    let one = cooked(sheet, Size::Times { factor: 2.0 }, &tools()).expect("one");
    let many = cooked(sheet, Size::Times { factor: 16.0 }, &tools()).expect("many");
    let rounds = many.split;
    assert!(rounds >= 3.0);
    let boil = told(&many, "boil");
    assert_eq!(boil.rounds, Some(rounds));
    let single = cooked(sheet, Size::Times { factor: 16.0 / rounds }, &tools()).expect("a round");
    assert!((boil.minutes.mid - rounds * mid_min(&single, "boil")).abs() < 1e-6, "{boil:?}");
    for step in many.steps.iter().filter(|s| s.time.rounds.is_some()) {
        assert!(step.fill_frac.is_none_or(|fill| fill <= 1.0), "{} at {:?}", step.step, step.fill_frac);
    }
    assert!(many.times.total_min.mid > 2.0 * one.times.total_min.mid);
}

/// Frying never takes off more water than the ring's heat can.
#[test]
fn a_ring_fries_no_faster_than_its_heat_goes() {
    for key in ["fried-droplet-ladoo", "lentil-coils"] {
        for sweet in sweets().iter().filter(|s| s.key == key) {
            for method in &sweet.methods {
                let Some(fry) =
                    method.steps.iter().find(|s| s.kind == StepKind::Fry && s.heat_to_c.is_some())
                else {
                    continue;
                };
                let f = cooked(method, Size::Times { factor: 2.0 }, &tools()).expect("formula");
                let figures = f.steps.iter().find(|s| s.step == fry.key).expect("figures");
                let steam_w = 2257.0 * figures.evaporated_g / (60.0 * figures.time.minutes.mid);
                let full_w = tools().ring.net_power_w(1.0);
                // The fat itself gives a little while it cools.
                assert!(steam_w < 1.1 * full_w, "{key} {}: {steam_w} W of {full_w}", method.key);
                // Droplets lie in it as droplets, not as the ladoos they become.
                let droplets = key == "fried-droplet-ladoo";
                assert!(!droplets || figures.time.pots.is_some_and(|n| n >= 3.0), "{:?}", figures.time);
            }
        }
    }
}

/// What boils or stands under pressure is cooler in the hills; hot fat is as hot everywhere.
#[test]
fn temperatures_follow_the_air() {
    let (larder, ladder, components) = (larder(), unctum_core::syrup::Ladder::default(), Default::default());
    let reached = |key: &str, step: &str, air: unctum_core::kitchen::Air| {
        let book = Book {
            larder: &larder,
            swaps: &[],
            components: &components,
            ladder: &ladder,
            air,
            paces: unctum_core::process::Paces::default(),
        };
        let all = sweets();
        let method = all
            .iter()
            .filter(|s| s.key == key)
            .flat_map(|s| &s.methods)
            .find(|m| m.steps.iter().any(|s| s.key == step));
        let size = Size::Times { factor: 1.0 };
        let f = formula_of(method.expect("method"), &size, &[], None, &book).expect("formula");
        f.steps.iter().find(|s| s.step == step).and_then(|s| s.heat_to_c).expect("a temperature")
    };
    let sea = unctum_core::kitchen::Air { pressure_pa: 101_325.0, ..hill_air() };
    let cooler_k = |key: &str, step: &str| reached(key, step, sea) - reached(key, step, hill_air());
    assert!((cooler_k("poached-chhena-balls", "syrup") - 5.0).abs() < 0.3, "a thin syrup boils");
    assert!((cooler_k("seven-part-barfi", "cook") - 5.3).abs() < 0.6, "so does a thick mass");
    let pressed_k = cooler_k("whole-grain-pudding", "pressure");
    assert!((1.5..4.5).contains(&pressed_k), "the valve adds the same to thinner air: {pressed_k}");
    assert!(cooler_k("fried-droplet-ladoo", "fry").abs() < 1e-9, "fat does not boil");
    assert!(cooler_k("gram-flour-ladoo", "loosen").abs() < 1e-9, "nor does dry flour in ghee");
}

/// A pot is filled as often as its surface asks, by how wide a piece lies, and as often as the ring's heat does.
#[test]
fn a_pot_is_filled_as_often_as_room_and_heat_ask() {
    let pots = |across_cm: Option<f64>, rated_w: f64| {
        let mut pancakes = method("khoya-pancakes", "classic").clone();
        pancakes.steps.iter_mut().filter(|s| s.key == "fry").for_each(|s| s.across_cm = across_cm);
        let ring = unctum_core::kitchen::Ring::of_kind("Ring", unctum_core::kitchen::RingKind::Gas, rated_w);
        let f = cooked(&pancakes, Size::Times { factor: 1.0 }, &Tools { ring, ..tools() }).expect("formula");
        told(&f, "fry").pots.expect("potfuls")
    };
    assert!(pots(Some(10.0), 3000.0) > pots(None, 3000.0), "pancakes do not lie as balls");
    assert!(pots(Some(10.0), 900.0) > pots(Some(10.0), 3000.0), "a weak ring takes smaller loads");
}

/// Almond stops early in the string: where in its band a stage is aimed at is one figure for page, times and stove.
#[test]
fn a_stage_may_be_aimed_at_within_its_band() {
    let sheet = method("almond-sheet", "one-string");
    let f = worked(sheet, Size::Times { factor: 1.0 }, &[]).expect("formula");
    let boil = f.steps.iter().find(|s| s.step == "boil").expect("boil");
    let aim_frac = boil.end_frac.expect("strength");
    assert!((0.735..=0.75).contains(&aim_frac), "{aim_frac}");
    let size = Size::Times { factor: 1.0 };
    let stove = sheet_of(sheet, &size, &Measuring::SCALE).expect("sheet");
    let syrup = stove.syrup.expect("a syrup");
    assert!((syrup.target_solids_frac - aim_frac).abs() < 1e-9);
    assert_eq!(syrup.stage, unctum_core::syrup::StageKey::OneString);
}
