//! How long a sweet keeps: each careful figure by itself, so that none can be loosened unseen.

use unctum_core::food::{Composition, Spoils};
use unctum_core::keep::{Keep, KeepAsk, keep};

fn sheet(water_frac: f64, fat_frac: f64) -> Composition {
    Composition {
        water_frac,
        sucrose_frac: 0.40,
        fat_frac,
        protein_frac: 0.10,
        starch_frac: 0.50 - water_frac - fat_frac,
        ..Composition::default()
    }
}

fn kept(composition: Composition, spoils: &[Spoils], free_fat_frac: f64) -> Keep {
    let ask = KeepAsk { composition, spoils: spoils.to_vec(), free_fat_frac, room_c: 25.0, cold_c: 5.0 };
    keep(&ask).expect("keeps")
}

#[test]
fn wet_coconut_is_gone_in_two_days_and_dry_in_a_week() {
    let coconut = |water_frac| kept(sheet(water_frac, 0.25), &[Spoils::FreshCoconut], 0.2).room_days;
    for water_frac in [0.10, 0.11, 0.12, 0.14] {
        assert!(coconut(water_frac) <= 2.0, "{water_frac}: {}", coconut(water_frac));
    }
    assert!(coconut(0.05) > 2.0 && coconut(0.05) <= 7.0, "{}", coconut(0.05));
}

#[test]
fn the_cold_gives_two_and_a_half_or_three_times_the_days_of_the_room() {
    let mut seen = [0, 0];
    for (permille, spoils) in (10..440).step_by(2).flat_map(|p| [(p, vec![]), (p, vec![Spoils::MilkSolids])])
    {
        let told = kept(sheet(f64::from(permille) / 1000.0, 0.05), &spoils, 0.2);
        let times = if told.room_days >= 3.0 {
            seen[0] += 1;
            (2.5 * told.room_days).floor()
        } else if told.room_days >= 1.0 {
            seen[1] += 1;
            3.0 * told.room_days
        } else {
            3.0
        };
        assert!((told.cold_days - times).abs() < 1e-9, "{told:?}");
    }
    assert!(seen.iter().all(|n| *n > 3), "{seen:?}");
    assert!((kept(sheet(0.05, 0.25), &[Spoils::Fruit], 0.2).cold_days - 3.0).abs() < 1e-9);
}

#[test]
fn little_syrup_never_takes_it_beyond_a_fortnight() {
    let mut at_the_most = 0;
    for permille in 5..100 {
        let told = kept(sheet(f64::from(permille) / 1000.0, 0.38), &[], 1.0);
        let by_activity = match told.water_activity {
            a if a <= 0.60 => 30.0,
            a if a <= 0.65 => 21.0,
            a if a <= 0.70 => 15.0,
            _ => 14.0,
        };
        assert!(told.room_days <= by_activity, "{told:?}");
        at_the_most += u32::from((told.room_days - 14.0).abs() < 1e-9);
    }
    assert!(at_the_most > 0, "none comes up to it");
}

/// Who does not say how cold it is has a refrigerator of 5 °C and a room of 25 °C: a colder one would promise more days.
#[test]
fn what_is_not_said_of_room_and_cold_is_the_usual() {
    let text =
        r#"{"composition": {"water_frac": 0.1, "sucrose_frac": 0.6, "fat_frac": 0.2, "protein_frac": 0.1}}"#;
    let ask: KeepAsk = serde_json::from_str(text).expect("an ask");
    assert_eq!((ask.room_c, ask.cold_c), (25.0, 5.0));
}

/// The whole table, with its reasons: looser anywhere, it is read here.
#[test]
fn the_table_of_keeping() {
    use Spoils::{Egg, FreshCoconut, Fruit, MilkSolids};
    let mut text = String::new();
    let kinds: [&[Spoils]; 5] = [&[], &[FreshCoconut], &[MilkSolids], &[Egg], &[Fruit, MilkSolids]];
    for (spoils, fat_frac) in kinds.into_iter().flat_map(|s| [0.05, 0.30].map(|f| (s, f))) {
        for (water_frac, (room_c, cold_c)) in [0.03, 0.06, 0.09, 0.12, 0.16, 0.2]
            .into_iter()
            .flat_map(|w| [(25.0, 5.0), (34.0, 9.0)].map(|c| (w, c)))
        {
            let composition = sheet(water_frac, fat_frac);
            let told =
                keep(&KeepAsk { composition, spoils: spoils.to_vec(), free_fat_frac: 0.5, room_c, cold_c })
                    .expect("keeps");
            text += &format!(
                "{spoils:?}, {:.0} % water, {:.0} % fat, room {room_c} °C, cold {cold_c} °C: {:.2}, {} and {} days. {} {}\n",
                100.0 * water_frac,
                100.0 * fat_frac,
                told.water_activity,
                told.room_days,
                told.cold_days,
                told.drifts,
                told.why.join(" ")
            );
        }
    }
    insta::assert_snapshot!(text);
}
