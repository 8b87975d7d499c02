//! A poured mass against worked figures, and laws that hold whatever the numbers.

use proptest::prelude::*;
use unctum_core::food::{Composition, FatKind};
use unctum_core::set::{
    Band, Cooling, CoolingAsk, Place, SetAct, TextureAsk, TrayKind, Word, Worked, cooling, texture,
};

fn coconut() -> Composition {
    Composition {
        water_frac: 0.14,
        protein_frac: 0.05,
        fat_frac: 0.27,
        sucrose_frac: 0.45,
        fibre_frac: 0.08,
        ash_frac: 0.01,
        ..Composition::default()
    }
}

fn ghee_slab() -> Composition {
    Composition {
        water_frac: 0.05,
        protein_frac: 0.05,
        fat_frac: 0.42,
        sucrose_frac: 0.35,
        starch_frac: 0.12,
        ash_frac: 0.01,
        ..Composition::default()
    }
}

fn nut_sheet() -> Composition {
    Composition {
        water_frac: 0.095,
        sucrose_frac: 0.37,
        fat_frac: 0.24,
        protein_frac: 0.11,
        starch_frac: 0.14,
        fibre_frac: 0.03,
        ash_frac: 0.015,
        ..Composition::default()
    }
}

fn poured(composition: Composition, thickness_mm: f64, pour_c: f64, room_c: f64) -> CoolingAsk {
    CoolingAsk {
        composition,
        thickness_mm,
        pour_c,
        room_c,
        tray: TrayKind::Metal,
        place: Place::Table,
        cold_tray: false,
        air_frac: 0.0,
        structure_lag_min: 0.0,
        free_fat_frac: None,
        fat: FatKind::Milk,
        held: None,
        gelled: None,
        fat_dried: None,
    }
}

/// When the hottest point is down to so much, min.
fn down_to(cooled: &Cooling, to_c: f64) -> f64 {
    let (t, c) = (&cooled.minutes, &cooled.hottest_c);
    let i = (1..t.len()).find(|i| c[*i] <= to_c).expect("cools so far");
    t[i - 1] + (t[i] - t[i - 1]) * (c[i - 1] - to_c) / (c[i - 1] - c[i])
}

#[test]
fn slabs_cool_as_worked() {
    let worked = [
        (
            poured(coconut(), 20.0, 105.0, 28.0),
            [(55.0, 41.0), (45.0, 59.0), (38.0, 78.0), (33.0, 104.0)].as_slice(),
        ),
        (poured(ghee_slab(), 30.0, 105.0, 28.0), &[(55.0, 64.0), (45.0, 90.0)]),
        (poured(nut_sheet(), 6.0, 80.0, 28.0), &[(55.0, 7.0), (38.0, 17.0)]),
    ];
    for (ask, figures) in worked {
        let cooled = cooling(&ask).expect("cools");
        for (to_c, minutes) in figures {
            let took = down_to(&cooled, *to_c);
            assert!(
                (took / minutes - 1.0).abs() < 0.06,
                "{} mm to {to_c}: {took:.1} for {minutes}",
                ask.thickness_mm
            );
        }
    }
}

fn window(cooled: &Cooling, act: SetAct) -> (Option<f64>, Option<f64>) {
    let w = cooled.windows.iter().find(|w| w.act == act).expect("a window");
    (w.opens_min.map(|s| s.mid), w.closes_min.map(|s| s.mid))
}

#[test]
fn a_thicker_slab_takes_longer_and_a_worse_surface_too() {
    let lift =
        |mm: f64| window(&cooling(&poured(coconut(), mm, 105.0, 24.0)).expect("cools"), SetAct::Lift).0;
    let (thin, thick) = (lift(20.0).expect("lifts"), lift(24.0).expect("lifts"));
    assert!((thick / thin - 1.25).abs() < 0.06, "a fifth thicker: {}", thick / thin);
    let told = cooling(&poured(coconut(), 20.0, 105.0, 24.0)).expect("cools");
    let spread =
        told.windows.iter().find(|w| w.act == SetAct::Lift).and_then(|w| w.opens_min).expect("lifts");
    assert!(
        (spread.low / spread.mid - 0.83).abs() < 0.04 && (spread.high / spread.mid - 1.27).abs() < 0.06,
        "{spread:?}"
    );
}

#[test]
fn what_stays_soft_in_a_hot_room_is_sent_to_the_cold() {
    let mut ask = poured(ghee_slab(), 30.0, 105.0, 38.0);
    (ask.free_fat_frac, ask.held, ask.gelled, ask.fat_dried) = (Some(1.0), Some(0.1), Some(0.0), Some(0.0));
    let hot = cooling(&ask).expect("cools");
    assert_eq!(window(&hot, SetAct::Lift).0, None);
    let words = &hot.windows.iter().find(|w| w.act == SetAct::Lift).expect("told").words;
    assert!(words.contains("refrigerator"), "{words}");
    ask.place = Place::Refrigerator;
    assert!(window(&cooling(&ask).expect("cools"), SetAct::Lift).0.is_some());
}

fn of(composition: Composition, free_fat_frac: f64, held: f64, eat_c: f64) -> TextureAsk {
    TextureAsk {
        composition,
        free_fat_frac,
        eat_c,
        fat: FatKind::Milk,
        held: Some(held),
        gelled: Some(0.0),
        fat_dried: Some(0.0),
        worked: Worked::Poured,
    }
}

#[test]
fn firmness_as_worked() {
    let sheet = texture(&of(nut_sheet(), 0.2, 0.0, 25.0)).expect("a mass");
    assert!((sheet.solid_frac.mid - 0.64).abs() < 0.03, "{:?}", sheet.solid_frac);
    assert_eq!(sheet.band, Band::Firm);
    let ladoo = Composition {
        water_frac: 0.04,
        sucrose_frac: 0.33,
        protein_frac: 0.09,
        starch_frac: 0.20,
        fibre_frac: 0.06,
        ash_frac: 0.01,
        fat_frac: 0.27,
        ..Composition::default()
    };
    for (eat_c, solid_frac) in [(20.0, 0.67), (25.0, 0.64), (30.0, 0.61)] {
        let told = texture(&of(ladoo, 1.0, 0.12, eat_c)).expect("a mass").solid_frac;
        assert!((told.mid - solid_frac).abs() < 0.02, "{eat_c}: {told:?}");
        assert!(told.high - told.low < 0.2);
    }
    let melting = texture(&of(ghee_slab(), 1.0, 0.1, 30.0)).expect("a mass");
    assert!(melting.words.contains(&Word::Melting), "{:?}", melting.words);
    // Who tells less is told less exactly.
    let told = of(nut_sheet(), 0.2, 0.1, 25.0);
    let untold = TextureAsk { held: None, ..told.clone() };
    let width =
        |ask: &TextureAsk| texture(ask).map(|t| t.solid_frac.high - t.solid_frac.low).expect("a mass");
    assert!(width(&untold) > width(&told) + 0.05);
}

#[test]
fn what_no_mass_is_made_of_is_refused() {
    let half = Composition { water_frac: 0.5, ..Composition::default() };
    assert_eq!(texture(&of(half, 0.5, 0.1, 25.0)).map_err(|e| e.code()).err(), Some("out-of-range"));
    let mut slab = poured(coconut(), 0.0, 105.0, 28.0);
    assert_eq!(cooling(&slab).map_err(|e| e.code()).err(), Some("out-of-range"));
    slab.thickness_mm = 1000.0;
    assert_eq!(cooling(&slab).map_err(|e| e.code()).err(), Some("out-of-range"));
}

prop_compose! {
    /// A mass whose water carries less sugar than there is: what a set sweet is.
    fn set_mass()(
        water in 0.03..0.16f64, sucrose in 0.30..0.55f64, fat in 0.05..0.40f64, dry in 0.05..0.35f64,
    ) -> Composition {
        let sum = water + sucrose + fat + dry;
        Composition {
            water_frac: water / sum, sucrose_frac: sucrose / sum, fat_frac: fat / sum,
            protein_frac: 0.4 * dry / sum, starch_frac: 0.6 * dry / sum, ..Composition::default()
        }
    }
}

fn wetter(c: Composition, more: f64) -> Composition {
    let mut array = c.to_array().map(|f| f / (1.0 + more));
    array[0] += more / (1.0 + more);
    Composition::from_array(array)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(200))]
    #[test]
    fn water_warmth_and_free_fat_never_firm(c in set_mass(), free in 0.0..0.9f64, held in 0.0..0.3f64, at_c in 8.0..38.0f64) {
        let phi = |c: Composition, free: f64, at_c: f64| texture(&of(c, free, held, at_c)).expect("a mass").solid_frac.mid;
        let here = phi(c, free, at_c);
        prop_assert!((0.0..=1.0).contains(&here));
        prop_assert!(phi(wetter(c, 0.02), free, at_c) <= here + 1e-9, "water");
        prop_assert!(phi(c, free, at_c + 2.0) <= here + 1e-9, "warmth");
        prop_assert!(phi(c, free + 0.1, at_c) <= here + 1e-9, "free fat");
    }

    #[test]
    fn what_stands_and_what_flows_is_all_of_it(c in set_mass(), free in 0.0..1.0f64, gelled in 0.0..1.0f64, dried in 0.0..1.0f64) {
        let ask = TextureAsk { gelled: Some(gelled), fat_dried: Some(dried), ..of(c, free, 0.1, 25.0) };
        let p = texture(&ask).expect("a mass").phases;
        prop_assert!((p.solid_frac() + p.syrup_frac + p.liquid_fat_frac - 1.0).abs() < 1e-9);
        prop_assert!(p.syrup_frac >= 0.0 && p.liquid_fat_frac >= 0.0 && p.gel_frac >= 0.0);
    }

    #[test]
    fn thicker_or_in_a_hotter_room_is_never_earlier(
        c in set_mass(), mm in 3.0..40.0f64, more in 1.02..2.0f64, room_c in 5.0..42.0f64, pour_c in 70.0..125.0f64,
    ) {
        let told = cooling(&poured(c, mm, pour_c, room_c)).expect("cools");
        let thicker = cooling(&poured(c, mm * more, pour_c, room_c)).expect("cools");
        let hotter = cooling(&poured(c, mm, pour_c, room_c + 2.0)).expect("cools");
        for later in [&thicker, &hotter] {
            for act in [SetAct::Mark, SetAct::Lift, SetAct::Chill, SetAct::Pack] {
                let (now, then) = (window(&told, act).0, window(later, act).0);
                let Some(now) = now else {
                    prop_assert!(then.is_none(), "{act:?} never here, but {then:?} there");
                    continue;
                };
                prop_assert!(then.is_none_or(|then| then >= 0.995 * now - 0.3), "{act:?}: {now} and then {then:?}");
            }
        }
        for c in [&told.hottest_c, &told.mean_c] {
            prop_assert!(c.windows(2).all(|w| w[1] <= w[0] + 1e-6), "it only cools");
        }
        prop_assert!(told.hottest_c.iter().zip(&told.mean_c).all(|(h, m)| h + 1e-9 >= *m));
    }
}
