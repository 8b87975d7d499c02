//! What puts a mass right that went wrong: with the numbers of the batch that stands there.

use crate::common::shelf::{book, shelf};
use crate::common::{gas, kadai};
use proptest::prelude::*;
use unctum_core::cook::*;
use unctum_core::formula::{BoxAsk, Size, laid};
use unctum_core::kitchen::*;
use unctum_core::set::{Pattern, Place, Placement, SetAct, Trouble};
use unctum_core::start::*;

const START_MS: i64 = 1_700_000_000_000;

fn kitchen() -> KitchenDocument {
    KitchenDocument {
        name: "a kitchen".into(),
        room: Room::default(),
        rings: vec![NumberedRing { id: Some(1), ring: gas() }],
        pans: vec![NumberedPan { id: Some(1), pan: kadai() }],
        thermometers: vec![],
        trays: vec![],
        measures: vec![],
        bench: Bench::default(),
        ladder: unctum_core::syrup::Ladder::default(),
        learning: Learning::default(),
    }
}

fn ask(sweet: &str, method: &str, placement: Placement) -> StartAsk {
    StartAsk {
        sweet_key: Some(sweet.into()),
        method_key: Some(method.into()),
        size: Some(Size::Times { factor: 1.0 }),
        placement,
        ..StartAsk::default()
    }
}

/// A batch whose every step was begun, with the syrup gone into the mass.
fn cooked(sweet: &str, method: &str) -> (BatchSetup, BatchState) {
    let of = shelf().1.iter().find(|s| s.key == sweet).expect("in the catalogue");
    let setup =
        set_up(&ask(sweet, method, Placement::default()), Some(of), &kitchen(), &book()).expect("starts");
    let mut state = state_at(&setup, START_MS, &[], START_MS).expect("a state");
    state.syrup = None;
    state.steps.iter_mut().for_each(|s| s.began_ms = Some(START_MS));
    (setup, state)
}

/// Every set sweet whose mass is cooked until it comes together.
fn masses() -> Vec<(String, BatchSetup, BatchState)> {
    let all = shelf().1.iter().flat_map(|s| s.methods.iter().map(|m| (s.key.clone(), m.key.clone())));
    all.map(|(sweet, method)| (format!("{sweet}/{method}"), cooked(&sweet, &method)))
        .filter(|(_, (setup, state))| !told(setup, state, None).mass.is_empty())
        .map(|(name, (setup, state))| (name, setup, state))
        .collect()
}

fn told(setup: &BatchSetup, state: &BatchState, weighs_g: Option<f64>) -> Rescue {
    rescue(setup, state, weighs_g).expect("a weight that can be")
}

fn by(rescue: &Rescue, trouble: Trouble) -> &MassRescue {
    rescue.mass.iter().find(|m| m.trouble == trouble).expect("a mass has all of them")
}

#[test]
fn what_is_seen_of_a_mass_is_put_right_to_what_it_was_to_be() {
    let all = masses();
    assert!(all.len() >= 10, "{} masses come together", all.len());
    for (name, setup, state) in &all {
        let meant = setup.sets.expect("it sets").texture(25.0);
        let rescue = told(setup, state, None);
        // In a slab of ghee fat decides, not water: that it is dry the scale alone could tell.
        if rescue.mass.iter().all(|m| m.trouble != Trouble::TooDry) {
            assert!(name.contains("ghee") || name.contains("granular"), "{name}");
            continue;
        }
        let (dry, soft) = (by(&rescue, Trouble::TooDry), by(&rescue, Trouble::TooSoft));
        assert!(dry.rescued.water_g > 0.5, "{name}: {dry:?}");
        assert!(soft.rescued.water_g < -0.5 && soft.for_s > Some(0.0), "{name}: {soft:?}");
        for one in [dry, soft] {
            let r = &one.rescued;
            assert_eq!(r.expects.band, meant.band, "{name}");
            assert!((r.expects.solid_frac.mid - meant.solid_frac.mid).abs() < 1e-3, "{name}");
            let sum_g = one.weighs_g + r.water_g.round();
            assert!((sum_g - r.stop_at_g.round()).abs() < 1e-9, "{name}: what is shown adds up: {one:?}");
            // No more than a pan goes wrong by.
            assert!(r.water_g.abs() < 0.065 * one.weighs_g, "{name}: {} of {}", r.water_g, one.weighs_g);
            assert!(
                !one.weighed && r.now.contains(&format!("{:.0} g", r.water_g.abs())),
                "{name}: {}",
                r.now
            );
        }
    }
}

#[test]
fn a_weight_says_it_to_the_gram() {
    let (setup, state) = cooked("cashew-sheet", "one-string");
    let meant_g = by(&told(&setup, &state, None), Trouble::TooDry).rescued.stop_at_g;
    for lost_g in [12.0, 30.0, 45.0] {
        let lighter = told(&setup, &state, Some(meant_g - lost_g));
        let dry = by(&lighter, Trouble::TooDry);
        assert!(dry.weighed && (dry.rescued.water_g - lost_g).abs() < 1.0, "{lost_g}: {dry:?}");
        assert!((dry.rescued.stop_at_g - meant_g).abs() < 1.0);
    }
    // It weighs more than it was to, and she finds it dry: no blind deed.
    let odd = told(&setup, &state, Some(meant_g + 40.0));
    let dry = by(&odd, Trouble::TooDry);
    assert!(dry.rescued.water_g == 0.0 && dry.rescued.cause.contains("not as it was told"), "{dry:?}");
    // A weight below its dry part is none.
    assert!(!by(&told(&setup, &state, Some(20.0)), Trouble::TooDry).weighed);
}

#[test]
fn a_weight_no_pan_holds_is_refused() {
    let (setup, state) = cooked("cashew-sheet", "one-string");
    for weighs_g in [f64::INFINITY, f64::NAN, -3.0, 0.0, 1e6] {
        assert!(rescue(&setup, &state, Some(weighs_g)).is_err(), "{weighs_g} g");
    }
}

/// When something opens for a batch laid so, min after the pour.
fn opens(placement: Placement, act: SetAct) -> Option<f64> {
    let (sweet, method) = ("gram-flour-ghee-slab", "syrup");
    let of = shelf().1.iter().find(|s| s.key == sweet).expect("in the catalogue");
    let setup = set_up(&ask(sweet, method, placement), Some(of), &kitchen(), &book()).expect("starts");
    assert_eq!(setup.chosen.placement, placement, "the stove knows how it was laid");
    let windows = setup.plan.iter().filter_map(|p| p.window.as_ref());
    windows.filter(|w| w.act == act).find_map(|w| w.opens_min).map(|m| m.mid)
}

#[test]
fn the_stove_knows_how_she_laid_it() {
    let thick = |mm: f64| Placement { thickness_mm: Some(mm), place: None };
    let cold = Placement { thickness_mm: None, place: Some(Place::Refrigerator) };
    let written = opens(Placement::default(), SetAct::Lift).expect("it sets at the table");
    let (thin, fat) = (opens(thick(15.0), SetAct::Lift), opens(thick(45.0), SetAct::Lift));
    assert!(thin < Some(0.8 * written) && fat > Some(1.2 * written), "{thin:?} {written} {fat:?}");
    assert!(opens(cold, SetAct::Lift) < Some(written));
    let of = shelf().1.iter().find(|s| s.key == "gram-flour-ghee-slab").expect("in the catalogue");
    let no_tray = ask("gram-flour-ghee-slab", "syrup", thick(500.0));
    assert!(set_up(&no_tray, Some(of), &kitchen(), &book()).is_err(), "half a metre is no slab");
}

fn trays(sizes: &[(f64, f64)]) -> Vec<NumberedTray> {
    let one = |(i, (length_cm, width_cm)): (usize, &(f64, f64))| NumberedTray {
        id: Some(i as i32 + 1),
        tray: Tray { name: format!("tray {i}"), length_cm: *length_cm, width_cm: *width_cm, height_cm: 4.0 },
    };
    sizes.iter().enumerate().map(one).collect()
}

fn formula(sweet: &str, factor: f64) -> unctum_core::formula::Formula {
    let of = shelf().1.iter().find(|s| s.key == sweet).expect("in the catalogue");
    let asked = StartAsk {
        size: Some(Size::Times { factor }),
        ..ask(sweet, &of.methods[0].key, Placement::default())
    };
    Made::of(of, &asked, &kitchen(), &book()).and_then(|m| m.formula(&book())).expect("works out")
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]
    /// However much of it there is and whatever trays she has: it all goes somewhere, and hardly thicker than written.
    #[test]
    fn all_of_a_mass_finds_room(factor in 0.3..6.0f64, a in (10.0..40.0f64, 8.0..30.0f64), b in (10.0..40.0f64, 8.0..30.0f64)) {
        let f = formula("gram-flour-ghee-slab", factor);
        let places = laid(&f.pieces, f.finished_g, false, &trays(&[a, b]));
        prop_assert_eq!(places.len(), 3);
        prop_assert!(places[0].trays <= places[1].trays, "the fewest first");
        for p in &places {
            let n = f64::from(p.trays);
            let held_g = n * p.ask.mass_g.unwrap_or(0.0);
            prop_assert!((held_g - f.finished_g).abs() < 1e-6 * f.finished_g);
            let thick_mm = 10.0 * p.ask.volume_ml.unwrap_or(0.0) / (p.ask.length_cm * p.ask.width_cm);
            prop_assert!(thick_mm <= 1.3001 * f.pieces.thickness_mm.unwrap_or(0.0), "{} mm", thick_mm);
        }
    }
}

#[test]
fn a_large_sheet_is_rolled_in_two_and_what_is_no_sheet_is_laid_nowhere() {
    let one = formula("cashew-sheet", 1.0);
    let board = |f: &unctum_core::formula::Formula| {
        laid(&f.pieces, f.finished_g, true, &trays(&[(30.0, 20.0)])).into_iter().next().expect("a place")
    };
    assert_eq!(
        (board(&one).tray_id, board(&one).trays, board(&one).ask.pattern),
        (None, 1, Pattern::Diamond)
    );
    let factor = 1.5 * 1200.0 / one.pieces.sheet_cm2.expect("a sheet");
    assert_eq!(board(&formula("cashew-sheet", factor)).trays, 2, "no board is so large");
    let balls = formula("gram-flour-ladoo", 1.0);
    assert!(laid(&balls.pieces, balls.finished_g, false, &[]).is_empty());
}

#[test]
fn a_box_weighs_its_pieces_and_ends_on_its_day() {
    let label = |of: &BoxAsk| formula("cashew-sheet", 1.0).label().on_a_box(of);
    let made_ms = START_MS;
    let told = label(&BoxAsk { pieces: Some(20), made_ms }).expect("a box");
    let boxed = told.boxed.expect("a box");
    assert!((boxed.net_g - 20.0 * told.piece_g.expect("counted")).abs() < 1e-9);
    assert_eq!(boxed.until_ms - made_ms, (told.best_days * 86_400_000.0) as i64);
    for pieces in [0, 1001] {
        assert!(label(&BoxAsk { pieces: Some(pieces), made_ms }).is_err(), "{pieces} pieces");
    }
}
