//! The kitchen as a document, the ladder as a cook's own, and readings at the stove in her terms.

use crate::common::{cashew_batch, hill_air, kadai};
use proptest::prelude::*;
use unctum_core::cook::{state_at, summary};
use unctum_core::kitchen::{
    Bench, Flame, Instruments, KitchenDocument, Learning, NumberedPan, NumberedRing, NumberedThermometer,
    PanMetal, Ring, RingKind, Room, Thermometer,
};
use unctum_core::log::{BatchEvent, Logged, SeenReading, admit};
use unctum_core::pan::stage_signs;
use unctum_core::process::{balance, plain_syrup_steps};
use unctum_core::start::BatchSetup;
use unctum_core::syrup::graining::{Provocation, graining};
use unctum_core::syrup::inversion::{AcidAdded, AcidKind, Stretch, along, inverted_frac, ph};
use unctum_core::syrup::locate::{Accuracy, strength_of};
use unctum_core::syrup::sweetener::{SWEETENERS, Sweetener};
use unctum_core::syrup::{Charge, Contents, Ladder, Part, Reading, SCHOOLS, StageKey};

fn kitchen() -> KitchenDocument {
    KitchenDocument {
        name: "Hill".into(),
        room: Room { altitude_m: Some(1480.0), ..Room::default() },
        rings: vec![NumberedRing { id: Some(1), ring: Ring::of_kind("Ring", RingKind::Gas, 1800.0) }],
        pans: vec![NumberedPan { id: Some(1), pan: kadai() }],
        thermometers: vec![NumberedThermometer {
            id: Some(1),
            thermometer: Thermometer::with_offset("Probe", 0.8),
        }],
        trays: vec![],
        measures: vec![],
        bench: Bench::default(),
        ladder: Ladder::default(),
        learning: Learning::default(),
    }
}

#[test]
fn a_kitchen_that_cannot_be_is_refused_with_what_to_do() {
    assert_eq!(kitchen().check(), Ok(()));
    type Spoil = fn(&mut KitchenDocument);
    let spoilt: [(Spoil, &str); 11] = [
        (|k| k.rings.clear(), "missing"),
        (|k| k.pans.clear(), "missing"),
        (|k| k.name = "  ".into(), "unreadable-text"),
        (|k| k.pans[0].pan.name = "x".repeat(81), "unreadable-text"),
        (|k| k.pans.push(k.pans[0].clone()), "contradiction"),
        (|k| k.room.pressure_pa = Some(101_325.0), "altitude-pressure-conflict"),
        (|k| k.room.humidity_frac = 1.4, "out-of-range"),
        (|k| k.rings[0].ring.efficiency_frac = 1.2, "out-of-range"),
        (|k| k.thermometers[0].thermometer.offset_k = f64::NAN, "not-a-number"),
        (|k| k.bench.scale_step_g = Some(0.0), "out-of-range"),
        (|k| k.ladder.edges_frac[8] = 0.5, "contradiction"),
    ];
    for (i, (spoil, code)) in spoilt.into_iter().enumerate() {
        let mut wrong = kitchen();
        spoil(&mut wrong);
        let refused = wrong.check().expect_err("refused");
        assert_eq!(refused.code(), code, "case {i}");
        assert!(refused.to_string().len() > 20, "case {i}: {refused}");
    }
}

#[test]
fn a_kitchen_survives_its_own_json_and_an_older_one_opens() {
    let full = kitchen();
    let json = serde_json::to_value(&full).expect("writes");
    assert_eq!(serde_json::from_value::<KitchenDocument>(json.clone()).expect("reads"), full);
    let mut older = json;
    for later in ["trays", "measures", "bench", "ladder"] {
        older.as_object_mut().expect("object").remove(later);
    }
    assert_eq!(serde_json::from_value::<KitchenDocument>(older).expect("reads"), full);
}

#[test]
fn the_ladder_of_a_school_moves_signs_amounts_and_batches_with_it() {
    let charge = Charge::sugar_and_water(300.0, 150.0);
    let signs = |ladder: &Ladder| {
        stage_signs(&charge, (StageKey::OneString, None), &kadai(), None, &hill_air(), ladder).aim
    };
    let [usual, early, late] = [0, 1, 2].map(|i| signs(&SCHOOLS[i].ladder));
    assert!(early.shown_c < usual.shown_c && usual.shown_c < late.shown_c);
    assert!(early.gross_g > usual.gross_g && usual.gross_g > late.gross_g);

    let (sweet, larder) = (crate::common::cashew_sheet(), crate::common::larder());
    let syrup = |ladder: &Ladder| {
        balance(&sweet.methods[0], &larder, ladder).expect("balance").step("boil").expect("boil").end_g
    };
    assert!(syrup(&SCHOOLS[1].ladder) > syrup(&SCHOOLS[2].ladder));

    let looked_like = Reading::Seen { stage: StageKey::OneString };
    let seen = |ladder| {
        strength_of(&charge, looked_like, &Accuracy::default(), 101_325.0, ladder).expect("possible").frac.mid
    };
    assert!(seen(&SCHOOLS[1].ladder) < seen(&SCHOOLS[2].ladder));
}

fn syrup_batch(thermometer: Option<Thermometer>) -> BatchSetup {
    BatchSetup { thermometer, steps: plain_syrup_steps(StageKey::OneString), ..cashew_batch() }
}

#[test]
fn a_thermometer_that_reads_high_is_not_believed_at_the_stove() {
    let strength_by = |thermometer: Option<Thermometer>, shown_c: f64| {
        let setup = syrup_batch(thermometer);
        let mut log = vec![];
        for (at_ms, event) in [
            (0, BatchEvent::Flame { flame: Flame::Medium }),
            (600_000, BatchEvent::done("dissolve")),
            (700_000, BatchEvent::Reading { reading: SeenReading::Thermometer { shown_c } }),
        ] {
            admit(&setup, 0, &log, &event, at_ms).expect("fits");
            log.push(Logged::new(log.len() as i32 + 1, at_ms, event));
        }
        summary(&setup, 0, &log).last_solids_frac.expect("read")
    };
    let truth = strength_by(None, 101.0);
    let high = strength_by(Some(Thermometer::with_offset("Probe", 0.8)), 101.8);
    assert!((truth - high).abs() < 1e-9);
    let crooked = Thermometer { ice_offset_k: Some(2.0), ..Thermometer::with_offset("Dial", -2.0) };
    let shown = crooked.shows_c(101.0);
    assert!((strength_by(Some(crooked), shown) - truth).abs() < 1e-9);
}

#[test]
fn a_batch_is_over_when_its_last_step_is_done_or_it_was_given_up_and_undo_reopens_it() {
    let setup = syrup_batch(None);
    let mut log: Vec<Logged> = vec![];
    let happens = |log: &mut Vec<Logged>, event: BatchEvent| {
        let at_ms = 60_000 * (log.len() as i64 + 1);
        admit(&setup, 0, log, &event, at_ms).expect("fits");
        log.push(Logged::new(log.len() as i32 + 1, at_ms, event));
    };
    happens(&mut log, BatchEvent::Flame { flame: Flame::High });
    for step in ["dissolve", "boil", "use"] {
        assert!(!summary(&setup, 0, &log).over);
        happens(&mut log, BatchEvent::done(step));
    }
    assert!(summary(&setup, 0, &log).over);
    let last = log.last().expect("logged").seq;
    happens(&mut log, BatchEvent::Undone { undone_seq: last });
    assert!(!summary(&setup, 0, &log).over);
    happens(&mut log, BatchEvent::GivenUp);
    assert!(summary(&setup, 0, &log).over && summary(&setup, 0, &log).given_up);
    let at_ms = log.last().expect("logged").at_ms;
    let more = BatchEvent::Flame { flame: Flame::Low };
    assert!(admit(&setup, 0, &log, &more, at_ms).is_err(), "nothing more fits");
    assert!(state_at(&setup, 0, &log, at_ms).is_ok());
}

#[test]
fn every_metal_and_sweetener_is_a_sensible_one() {
    use PanMetal::{Aluminium, Brass, Clad, Clay, Copper, Iron, Steel};
    for metal in [Iron, Steel, Clad, Aluminium, Copper, Brass, Clay] {
        let (heat, sd) = metal.specific_heat_j_kg_k();
        assert!((350.0..=1000.0).contains(&heat) && sd > 0.0 && sd < 0.2 * heat, "{metal:?}");
    }
    for sweetener in SWEETENERS {
        assert_eq!(Sweetener::named(sweetener.key).map(|s| s.name), Ok(sweetener.name));
        assert!((3.0..=8.0).contains(&sweetener.ph), "{}", sweetener.key);
    }
    assert!(Sweetener::named("saccharin").is_err());
}

proptest! {
    #[test]
    fn instruments_take_out_exactly_what_they_put_in(
        offset_k in -5.0..5.0_f64, ice_k in -3.0..3.0_f64, true_c in 85.0..130.0_f64, brix in 5.0..80.0_f64, offset_brix in -3.0..3.0_f64,
    ) {
        let thermometer = Thermometer { ice_offset_k: Some(ice_k), ..Thermometer::with_offset("T", offset_k) };
        let shown = Reading::Thermometer { boil_c: thermometer.shows_c(true_c) };
        let instruments = Instruments { thermometer: Some(thermometer), refractometer_offset_brix: offset_brix };
        let Reading::Thermometer { boil_c } = instruments.corrected(shown).expect("possible") else {
            return Err(TestCaseError::fail("another kind came back"));
        };
        prop_assert!((boil_c - true_c).abs() < 1e-9);
        let Reading::Refractometer { brix: back } =
            instruments.corrected(Reading::Refractometer { brix: brix + offset_brix }).expect("possible")
        else {
            return Err(TestCaseError::fail("another kind came back"));
        };
        prop_assert!((back - brix).abs() < 1e-9);
    }

    #[test]
    fn contents_keep_every_gram(
        sugar_g in 1.0..900.0_f64, jaggery_g in 0.0..900.0_f64, water_g in 60.0..900.0_f64, strained in any::<bool>(),
    ) {
        let part = |sweetener: &str, mass_g| Part { sweetener: sweetener.into(), mass_g, analysis: None };
        let parts = vec![part("sugar", sugar_g), part("palm-jaggery", jaggery_g)];
        let poured = Contents { parts, water_g, strained }.poured().expect("pours");
        let lost_g = poured.straining.map_or(0.0, |s| s.grit_g + s.held_g);
        prop_assert!((poured.charge.total_g() + lost_g - sugar_g - jaggery_g - water_g).abs() < 1e-6);
        prop_assert!(poured.water_sd_g >= 0.0);
    }

    #[test]
    fn acid_splits_more_the_more_there_is_the_longer_and_the_hotter(
        acid_g in 0.5..30.0_f64, seconds in 30.0..3000.0_f64, liquid_c in 60.0..125.0_f64,
    ) {
        let charge = Charge::sugar_and_water(500.0, 250.0);
        let sour = |g: f64| ph(&charge, AcidKind::CitrusJuice, g).expect("possible");
        prop_assert!(sour(acid_g * 1.5) < sour(acid_g));
        let split = |c: f64, s: f64| inverted_frac(c, sour(acid_g), s);
        prop_assert!((0.0..=1.0).contains(&split(liquid_c, seconds)));
        prop_assert!(split(liquid_c + 5.0, seconds) > split(liquid_c, seconds));
        prop_assert!(split(liquid_c, seconds * 1.2) >= split(liquid_c, seconds));
        // Along a path of one stretch it is the same; added half way, about half.
        let path = [Stretch { from_s: 0.0, to_s: seconds, liquid_c, water_g: 250.0 }];
        let at = |at_s: f64| {
            along(&path, &charge, &AcidAdded { kind: AcidKind::CitrusJuice, mass_g: acid_g, at_s }).expect("possible")
        };
        prop_assert!((at(0.0) - split(liquid_c, seconds)).abs() < 1e-12);
        prop_assert!(at(0.5 * seconds) < at(0.0) && at(seconds) < 1e-15);
    }

    #[test]
    fn graining_risk_stays_a_risk_and_no_remedy_makes_it_worse(
        w in 0.3..0.9_f64, reducing in 0.0..0.4_f64, cooled_c in 5.0..90.0_f64, stirred in any::<bool>(), wall in any::<bool>(),
    ) {
        let charge = Charge { reducing_g: 300.0 * reducing, ..Charge::sugar_and_water(300.0 * (1.0 - reducing), 1.0) };
        let how = Provocation { stirred, crystals_on_wall: wall, undissolved: false };
        let found = graining(&charge.at_strength(w), cooled_c, &how).expect("possible");
        prop_assert!((0.0..=1.0).contains(&found.risk_frac));
        prop_assert!(found.remedies.iter().all(|r| r.risk_frac < found.risk_frac && !r.words.is_empty()));
    }
}
