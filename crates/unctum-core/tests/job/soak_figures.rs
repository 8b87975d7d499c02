//! Frying, soaking, chhena and keeping against worked figures, and laws that hold whatever the numbers.

use proptest::prelude::*;
use unctum_core::food::{Composition, Spoils};
use unctum_core::keep::{KeepAsk, keep};
use unctum_core::kitchen::Pan;
use unctum_core::milk::{ChhenaAsk, chhena};
use unctum_core::soak::{Crumb, Dough, FryAsk, FryShape, SoakKind, UptakeAsk, fry, uptake};

use crate::common::kadai;

fn dense(diameter_mm: f64, syrup_solids_frac: f64, kept_warm: bool) -> UptakeAsk {
    UptakeAsk {
        kind: SoakKind::Dense,
        diameter_mm,
        syrup_solids_frac,
        syrup_c: 65.0,
        piece_c: 60.0,
        room_c: 28.0,
        kept_warm,
        dough: Dough::Khoya,
        crumb: Crumb::Coil,
        under_pressure: false,
        pieces: None,
    }
}

#[test]
fn dense_balls_soak_as_worked() {
    for (kept_warm, worked) in [(false, [102.0, 186.0, 378.0]), (true, [58.0, 84.0, 131.0])] {
        let told = uptake(&dense(30.0, 0.55, kept_warm)).expect("soaks");
        let limits = [told.low_min, told.best_min, told.high_min].map(|l| l.expect("reached"));
        for (limit, worked) in limits.iter().zip(worked) {
            assert!((limit / worked - 1.0).abs() < 0.03, "{limits:?} for {worked}");
        }
        let best = told.best.expect("reached");
        assert!(best.low < best.mid && best.mid < best.high, "{best:?}");
    }
    let never = uptake(&dense(34.0, 0.68, false)).expect("soaks");
    assert!(never.best_min.is_none() && never.best.is_none());
    assert!(never.said.iter().any(|s| s.contains("cools")), "{:?}", never.said);
}

fn porous(thickness_mm: f64, syrup_solids_frac: f64, crumb: Crumb) -> UptakeAsk {
    UptakeAsk { kind: SoakKind::Porous, crumb, ..dense(thickness_mm, syrup_solids_frac, false) }
}

#[test]
fn crumb_drinks_as_worked() {
    let full_s = |ask: &UptakeAsk| 60.0 * uptake(ask).expect("soaks").high_min.expect("reached") / 2.2;
    let coil = [(0.575, 20.0), (0.69, 80.0), (0.76, 300.0), (0.805, 1020.0)];
    for (strength, worked_s) in coil {
        let took = full_s(&porous(9.0, strength, Crumb::Coil));
        assert!((took / worked_s - 1.0).abs() < 0.30, "{strength}: {took:.0} s for {worked_s}");
    }
    let pancake = full_s(&porous(7.0, 0.575, Crumb::Pancake));
    assert!((pancake / 100.0 - 1.0).abs() < 0.35, "{pancake:.0} s");
}

#[test]
fn chhena_swells_in_thin_syrup_only() {
    let gain = |strength: f64| {
        let ask = UptakeAsk { kind: SoakKind::Chhena, syrup_c: 100.0, ..dense(25.0, strength, true) };
        let told = uptake(&ask).expect("soaks");
        (*told.gain_frac.last().expect("points"), told)
    };
    for (strength, worked) in [(0.22, 1.02), (0.40, 0.68), (0.50, 0.15)] {
        assert!((gain(strength).0 - worked).abs() < 0.03, "{strength}: {}", gain(strength).0);
    }
    let (shrinks, told) = gain(0.80);
    assert!(shrinks < 0.0 && told.best_min.is_none() && told.said[0].contains("shrinks"), "{:?}", told.said);
}

fn balls(thickness_mm: f64) -> FryAsk {
    FryAsk {
        fat: Default::default(),
        shape: FryShape::Ball,
        thickness_mm,
        piece_g: 15.0,
        pieces: 24,
        oil_g: 700.0,
        oil_c: 150.0,
        pot_diameter_cm: 20.0,
        pot_wall_cm: 9.0,
        net_power_w: 756.0,
        dip_k: 15.0,
        steam_frac: None,
        piece_c: 28.0,
        across_cm: None,
        loads: None,
        pot_loses_w_k: None,
        room_c: 28.0,
    }
}

#[test]
fn balls_fry_through_as_worked_and_a_pot_loses_what_was_worked() {
    let worked = [(20.0, 3.3), (25.0, 5.0), (28.0, 6.2), (30.0, 7.1), (33.0, 8.5), (35.0, 9.5), (37.0, 10.6)];
    for (thickness_mm, minutes) in worked {
        let each = fry(&balls(thickness_mm)).expect("fries").minutes_each.mid;
        assert!((each / minutes - 1.0).abs() < 0.15, "{thickness_mm}: {each:.1} for {minutes}");
    }
    let thin = [
        (FryShape::Coil, 8.5, 3.6..4.8),
        (FryShape::Pancake, 6.5, 2.8..5.1),
        (FryShape::Droplet, 5.5, 0.8..1.1),
    ];
    for (shape, thickness_mm, minutes) in thin {
        let each = fry(&FryAsk { shape, ..balls(thickness_mm) }).expect("fries").minutes_each.mid;
        assert!(minutes.contains(&each), "{shape:?}: {each:.2}");
    }
    // 160 to 195 W at 145 to 175 °C; a low gas flame of 189 W only covers that.
    let held_w = fry(&balls(30.0)).expect("fries").holds_flame_frac * 756.0;
    assert!((140.0..195.0).contains(&held_w), "{held_w}");
    let weak = FryAsk { net_power_w: 150.0, ..balls(30.0) };
    assert_eq!(fry(&weak).map_err(|e| e.code()).err(), Some("does-not-fit"));
}

#[test]
fn as_much_dough_goes_in_as_worked() {
    let grams = |shape, thickness_mm: f64, piece_g: f64| {
        let ask = FryAsk {
            shape,
            piece_g,
            pieces: 5000,
            oil_c: 165.0,
            across_cm: Some(0.1),
            ..balls(thickness_mm)
        };
        f64::from(fry(&ask).expect("fries").by_heat) * piece_g
    };
    for (told, worked) in [
        (grams(FryShape::Droplet, 5.5, 0.2), 70.0),
        (grams(FryShape::Coil, 8.5, 5.0), 150.0),
        (grams(FryShape::Pancake, 6.5, 5.0), 175.0),
    ] {
        assert!((told / worked - 1.0).abs() < 0.5, "{told:.0} g for {worked}");
    }
}

#[test]
fn chhena_yields_as_worked() {
    let of = |fat_frac: f64, protein_frac: f64| {
        let ask = ChhenaAsk { milk_g: 1000.0, fat_frac, protein_frac, hang_min: 90.0, ball_g: Some(12.0) };
        chhena(&ask).expect("milk")
    };
    let cow = of(0.037, 0.032);
    assert!((cow.chhena_g - 143.0).abs() < 4.0, "{}", cow.chhena_g);
    assert!((cow.acid_g.lime_juice - 43.0).abs() < 3.0, "{}", cow.acid_g.lime_juice);
    assert_eq!(cow.balls, Some(11));
    let rich = of(0.065, 0.042);
    assert!((200.0..235.0).contains(&rich.chhena_g), "{}", rich.chhena_g);
    let wet = chhena(&ChhenaAsk {
        hang_min: 5.0,
        milk_g: 1000.0,
        fat_frac: 0.035,
        protein_frac: 0.032,
        ball_g: None,
    });
    assert!(wet.expect("milk").said.iter().any(|s| s.contains("too wet")));
    let odd = ChhenaAsk { milk_g: 1000.0, fat_frac: 0.4, protein_frac: 0.032, hang_min: 90.0, ball_g: None };
    assert_eq!(chhena(&odd).map_err(|e| e.code()).err(), Some("out-of-range"));
}

fn sweet(water: f64) -> Composition {
    Composition {
        water_frac: water,
        sucrose_frac: 0.40,
        fat_frac: 0.25,
        protein_frac: 0.12,
        starch_frac: 0.23 - water,
        ..Composition::default()
    }
}

fn kept(composition: Composition, spoils: &[Spoils]) -> KeepAsk {
    KeepAsk { composition, spoils: spoils.to_vec(), free_fat_frac: 0.2, room_c: 25.0, cold_c: 5.0 }
}

#[test]
fn what_spoils_shortens_and_says_why() {
    let plain = keep(&kept(sweet(0.09), &[])).expect("keeps");
    assert!((3.0..=14.0).contains(&plain.room_days), "{}", plain.room_days);
    assert!(plain.cold_days > plain.room_days);
    for (spoils, most) in
        [(Spoils::FreshCoconut, 7.0), (Spoils::Chhena, 0.0), (Spoils::Egg, 0.0), (Spoils::Fruit, 1.0)]
    {
        let told = keep(&kept(sweet(0.09), &[spoils])).expect("keeps");
        assert!(told.room_days <= most, "{spoils:?}: {}", told.room_days);
        assert!(told.why.len() > 1, "{spoils:?}: {:?}", told.why);
    }
    let wet = keep(&kept(sweet(0.22), &[Spoils::CookedStarch])).expect("keeps");
    assert!(wet.room_days <= 1.0 && wet.why.iter().any(|w| w.contains("starch")), "{wet:?}");
    let warm = KeepAsk { room_c: 33.0, ..kept(sweet(0.09), &[]) };
    assert!(keep(&warm).expect("keeps").room_days < plain.room_days);
    let mild = KeepAsk { cold_c: 12.0, ..kept(sweet(0.09), &[Spoils::Chhena]) };
    assert!(keep(&mild).expect("keeps").cold_days < 0.5, "that is no refrigerator");
    let frost = KeepAsk { cold_c: -5.0, ..kept(sweet(0.09), &[]) };
    assert_eq!(keep(&frost).map_err(|e| e.code()).err(), Some("out-of-range"));
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(60))]
    #[test]
    fn a_bigger_ball_and_a_thicker_syrup_are_never_quicker(
        mm in 15.0..38.0f64, more in 1.05..1.5f64, strength in 0.35..0.62f64, thicker in 0.01..0.1f64, warm in any::<bool>(),
    ) {
        let asks = [dense(mm, strength, warm), porous(0.3 * mm, strength, Crumb::Coil), porous(0.3 * mm, strength, Crumb::Pancake)];
        for ask in asks {
            let here = uptake(&ask).expect("soaks");
            let bigger = uptake(&UptakeAsk { diameter_mm: more * ask.diameter_mm, ..ask.clone() }).expect("soaks");
            let stronger = uptake(&UptakeAsk { syrup_solids_frac: strength + thicker, ..ask.clone() }).expect("soaks");
            for later in [bigger, stronger] {
                for (now, then) in [(here.low_min, later.low_min), (here.best_min, later.best_min), (here.high_min, later.high_min)] {
                    let sooner = match (now, then) { (Some(now), Some(then)) => then < 0.995 * now, (None, then) => then.is_some(), _ => false };
                    prop_assert!(!sooner, "{:?}: {now:?} and then {then:?}", ask.kind);
                }
            }
            prop_assert!(here.gain_frac.windows(2).all(|w| w[1] >= w[0] - 1e-9), "it never runs out again");
            prop_assert!(here.gain_frac.iter().chain(&here.core_frac).all(|g| (0.0..=1.0 + 1e-9).contains(g)));
        }
    }

    #[test]
    fn more_water_never_keeps_longer(water in 0.02..0.15f64, more in 0.001..0.05f64, milk in any::<bool>()) {
        let spoils: &[Spoils] = if milk { &[Spoils::MilkSolids] } else { &[] };
        let days = |w: f64| keep(&kept(sweet(w), spoils)).map(|k| k.water_activity).expect("keeps");
        prop_assert!(days(water + more) >= days(water) - 1e-4);
    }

    #[test]
    fn all_pieces_go_through_the_pot(pieces in 1u32..200, mm in 15.0..38.0f64, oil_g in 300.0..2000.0f64, watt in 400.0..2500.0f64) {
        let told = fry(&FryAsk { pieces, oil_g, net_power_w: watt, ..balls(mm) }).expect("fries");
        prop_assert_eq!(told.per_load, pieces.div_ceil(told.loads));
        prop_assert!(told.per_load <= told.by_room.min(told.by_heat + 1).max(1));
        prop_assert!(told.minutes.mid >= told.minutes_each.mid * f64::from(told.loads) - 1e-9);
        prop_assert!(told.oil_c.iter().all(|c| c.is_finite() && *c <= 150.0 + 1e-9));
    }
}

/// A pot of fat loses heat to her room, by the same figure as any pan and by what was learnt of it.
#[test]
fn a_cold_room_and_a_pot_that_loses_more_take_more_of_the_flame() {
    let holds = |room_c: f64, pot_loses_w_k: Option<f64>| {
        fry(&FryAsk { room_c, pot_loses_w_k, ..balls(30.0) }).expect("fries").holds_flame_frac
    };
    let usual = holds(28.0, None);
    let (hot_k, cold_k) = (balls(30.0).oil_c - 28.0, balls(30.0).oil_c - 10.0);
    assert!(
        (holds(10.0, None) / usual - cold_k / hot_k).abs() < 1e-9,
        "as far as it is hotter than the room"
    );
    let ask = balls(30.0);
    let pot = Pan { diameter_cm: ask.pot_diameter_cm, wall_height_cm: ask.pot_wall_cm, ..kadai() };
    let by_size = pot.losing().hot_through_w_k();
    assert!((holds(28.0, Some(by_size)) / usual - 1.0).abs() < 1e-9, "one figure for all pans");
    let learnt = Pan { loss_factor: 1.4, ..pot }.losing().hot_through_w_k();
    assert!((holds(28.0, Some(learnt)) / usual - 1.4).abs() < 1e-9);
}
