//! What was learnt and accepted enters where it is to count: at the start of the next batch, and nowhere twice.

use unctum_core::estimate::Habits;
use unctum_core::formula::Size;
use unctum_core::kitchen::{
    Bench, Flame, KitchenDocument, Known, Learning, NumberedPan, NumberedRing, Parameter, Ring, RingKind,
    Room,
};
use unctum_core::learn::{BatchTold, Evidence, learn};
use unctum_core::numeric::Normal;
use unctum_core::start::{BatchSetup, StartAsk, set_up};

use crate::common::shelf::book;
use crate::common::{kadai, sweets};

pub const SWEET: &str = "cashew-sheet";

pub fn kitchen(known: Vec<(Parameter, f64)>) -> KitchenDocument {
    let mut kitchen = KitchenDocument {
        name: "a kitchen".into(),
        room: Room::default(),
        rings: vec![NumberedRing { id: Some(1), ring: Ring::of_kind("Left ring", RingKind::Gas, 2000.0) }],
        pans: vec![NumberedPan { id: Some(1), pan: kadai() }],
        thermometers: vec![],
        trays: vec![],
        measures: vec![],
        bench: Bench::default(),
        ladder: unctum_core::syrup::Ladder::default(),
        learning: Learning::default(),
    };
    let accepted = |(about, mean): (Parameter, f64)| Known {
        over: kitchen.told(&about).expect("something is told of it"),
        about,
        value: Normal { mean, sd: 0.05 },
        batches: 5,
        accepted_ms: 1,
        with: vec![],
    };
    kitchen.learning.known = known.into_iter().map(accepted).collect();
    kitchen
}

fn start(known: Vec<(Parameter, f64)>, aim_stages: Option<f64>) -> BatchSetup {
    start_in(&kitchen(known), Some(StartAsk { aim_stages, ..StartAsk::default() }))
}

/// The sweet, started in a kitchen as it is asked for.
pub fn start_in(kitchen: &KitchenDocument, ask: Option<StartAsk>) -> BatchSetup {
    let ask = StartAsk {
        sweet_key: Some(SWEET.into()),
        size: Some(Size::Times { factor: 1.0 }),
        ..ask.unwrap_or_default()
    };
    let sweet = sweets().into_iter().find(|s| s.key == SWEET).expect("on the shelf");
    set_up(&ask, Some(&sweet), kitchen, &book()).expect("set up")
}

fn target(setup: &BatchSetup) -> f64 {
    setup.syrup.expect("a syrup").target_solids_frac
}

#[test]
fn a_learnt_wish_moves_the_next_target_and_what_she_says_herself_goes_before_it() {
    let wish = |stages| vec![(Parameter::Wish { sweet_key: SWEET.into() }, stages)];
    let plain = target(&start(vec![], None));
    let (further, less) = (target(&start(wish(0.3), None)), target(&start(wish(-0.3), None)));
    assert!(further > plain + 1e-4 && less < plain - 1e-4, "{less} {plain} {further}");
    assert!((further - target(&start(vec![], Some(0.3)))).abs() < 1e-9, "as if she had said it");
    assert!((target(&start(wish(0.3), Some(0.0))) - plain).abs() < 1e-9, "what she says goes before");
    let far = target(&start(wish(3.0), None));
    assert!((far - target(&start(vec![], Some(0.4)))).abs() < 1e-9, "never further than within its stage");
    let other = target(&start(vec![(Parameter::Wish { sweet_key: "coconut-barfi".into() }, 0.3)], None));
    assert!((other - plain).abs() < 1e-9, "another sweet's wish is not this one's");
}

#[test]
fn each_word_for_a_flame_counts_for_itself() {
    let word = |flame| Parameter::RingWord { ring_id: 1, flame };
    let of = |known| start(known, None).habits;
    let (low, high) = (of(vec![(word(Flame::Low), 0.2)]), of(vec![(word(Flame::High), -0.15)]));
    assert!((low.low_ln - 0.2).abs() < 1e-9 && low.high_ln.abs() < 1e-9, "{low:?}");
    assert!((high.high_ln + 0.15).abs() < 1e-9 && high.low_ln.abs() < 1e-9, "{high:?}");
    let habits = Habits { low_ln: 0.2, high_ln: -0.15, ..Habits::default() };
    for (flame, ln) in [(Flame::Off, 0.0), (Flame::Low, 0.2), (Flame::Medium, 0.0), (Flame::High, -0.15_f64)]
    {
        assert!((habits.flame_frac(flame) - flame.frac() * ln.exp()).abs() < 1e-12, "{flame:?}");
    }
}

#[test]
fn a_rescued_batch_weighs_a_quarter_of_another() {
    let about = || Parameter::HerString;
    let told = |batch_id: i32, mean: f64, rescued: bool| BatchTold {
        batch_id,
        title: "Syrup".into(),
        at_ms: 1_700_000_000_000,
        odd: if rescued { vec!["Rescued: water went back into it.".into()] } else { vec![] },
        evidence: vec![Evidence::of(about(), Normal { mean, sd: 0.10 }).scattering(0.0, 0.0)],
    };
    let mean = |rescued: bool| {
        let batches = [told(1, 0.10, false), told(2, -0.10, rescued)];
        let prior = |_: &Parameter| Some(Normal { mean: 0.0, sd: 0.5 });
        learn(&batches, prior, &Learning::default()).of(&about()).expect("seen").now.mean
    };
    assert!(mean(false).abs() < 1e-3, "two that say the opposite: {}", mean(false));
    // (100 − 25) × 0.10 against 100 + 25 + 4.
    assert!((mean(true) - 7.5 / 129.0).abs() < 0.012, "{}", mean(true));
}

/// What a pan was learnt to lose is in the pan itself, once: the plan of its boil, its frying and the belief all have it.
#[test]
fn what_a_pan_was_learnt_to_lose_is_taken_into_the_pan_once() {
    let lossy = start(vec![(Parameter::PanLoss { pan_id: 1 }, 0.3)], None);
    let plain = start(vec![], None);
    assert!(
        (lossy.pan.loss_factor - 0.3_f64.exp()).abs() < 1e-9 && (plain.pan.loss_factor - 1.0).abs() < 1e-9
    );
    assert!(lossy.habits.loss_ln.mean.abs() < 1e-12, "not a second time: {:?}", lossy.habits.loss_ln);
    assert!(lossy.habits.loss_ln.sd < plain.habits.loss_ln.sd, "known better than usual");
    let losing = |setup: &BatchSetup| setup.pan.losing().loss_w_k(500.0);
    assert!((losing(&lossy) / losing(&plain) - 0.3_f64.exp()).abs() < 1e-9);
    let boils = |setup: &BatchSetup| {
        let question = setup.boil_question(Flame::Medium).expect("a syrup");
        unctum_core::pan::boil_down(&question).expect("boils").turn_off.at_s.mid
    };
    assert!(boils(&lossy) > 1.02 * boils(&plain), "{} {}", boils(&lossy), boils(&plain));
}

/// What was stored under words of before is read as what it is today.
#[test]
fn words_of_before_are_read() {
    let about = || Parameter::HerString;
    let told = Evidence::of(about(), Normal { mean: 0.1, sd: 0.2 }).scattering(0.05, 0.1);
    let mut stored = serde_json::to_value(&told).expect("written");
    let map = stored.as_object_mut().expect("fields");
    for (now, before) in [("precision", "bend"), ("information", "pull")] {
        let value = map.remove(now).unwrap_or_else(|| panic!("{now} is written"));
        map.insert(before.to_owned(), value);
    }
    assert_eq!(serde_json::from_value::<Evidence>(stored).expect("read"), told);
    let setup = start(vec![], None);
    let mut chosen = serde_json::to_value(&setup.chosen).expect("written");
    let map = chosen.as_object_mut().expect("fields");
    let placement = map.remove("placement").expect("written");
    map.insert("lies".to_owned(), placement);
    assert_eq!(serde_json::from_value::<unctum_core::start::Chosen>(chosen).expect("read"), setup.chosen);
}

/// What is used is told, a sentence each, and what is only known and waits to be accepted is not.
#[test]
fn everything_learnt_that_is_used_is_told_once() {
    use unctum_core::learn::learnt_used;
    let about = [Parameter::RingPower { ring_id: 1 }, Parameter::HerString];
    let of = kitchen(about.iter().map(|a| (a.clone(), -0.4)).collect());
    let told = learnt_used(&of, |_| "The sweet".into());
    assert_eq!(told.iter().map(|u| u.about.clone()).collect::<Vec<_>>(), about);
    assert!(told.iter().all(|u| u.batches == 5 && u.words.len() > 10), "{told:?}");
    assert!(told[0].words.contains("Left ring"), "{told:?}");
    assert!(learnt_used(&kitchen(vec![]), |_| String::new()).is_empty());
}
