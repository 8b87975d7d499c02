//! Every row of what may be learnt, from a hidden truth over a dozen evenings to the figure of the next start that it moves.

use unctum_core::kitchen::{
    Flame, KitchenDocument, Measure, NumberedMeasure, NumberedThermometer, Pace, Parameter, Thermometer,
};
use unctum_core::learn::{BatchTold, Evidence, learn};
use unctum_core::numeric::{Normal, Rng};
use unctum_core::order::DayQuestion;
use unctum_core::process::{Paces, sweetener};
use unctum_core::start::{BatchSetup, StartAsk, set_up};
use unctum_core::syrup::{Charge, StageKey};

use crate::common::shelf::book;
use crate::common::sweets;
use crate::common::weekend::{days, with};
use crate::learnt_counts::{SWEET, kitchen, start_in};

/// A row: what is learnt, how far the truth is from what was told, and where that shows, in the row's own unit.
pub(crate) struct Row {
    pub(crate) about: Parameter,
    pub(crate) hidden: f64,
    shows: fn(&KitchenDocument) -> f64,
}

fn key() -> String {
    SWEET.to_owned()
}

/// Place of a row: a new kind of parameter does not compile here before it has one.
fn place(about: &Parameter) -> usize {
    match about {
        Parameter::RingPower { .. } => 0,
        Parameter::RingWord { .. } => 1,
        Parameter::PanLoss { .. } => 2,
        Parameter::PanHeat { .. } => 3,
        Parameter::ThermometerOffset { .. } => 4,
        Parameter::HerString => 5,
        Parameter::HerDrop => 6,
        Parameter::HerLook => 7,
        Parameter::Cups => 8,
        Parameter::Pace { .. } => 9,
        Parameter::Yield { .. } => 10,
        Parameter::Lost { .. } => 11,
        Parameter::Wish { .. } => 12,
        Parameter::Sweetness { .. } => 13,
        Parameter::Keeping { .. } => 14,
    }
}
const ROWS: usize = 15;

fn ball(kitchen: &KitchenDocument) -> BatchSetup {
    let charge = Charge::sugar_and_water(300.0, 150.0);
    let ask = StartAsk { charge: Some(charge), stage: Some(StageKey::SoftBall), ..StartAsk::default() };
    set_up(&ask, None, kitchen, &book()).expect("set up")
}

fn sugar_g(kitchen: &KitchenDocument) -> f64 {
    sweetener(&start_in(kitchen, None).lines).expect("sweet").mass_g
}

/// So many of a hundred pieces more are made for an order.
fn spare(kitchen: &KitchenDocument) -> f64 {
    with(&[], &days(&[]), &[], |q| DayQuestion { kitchen, ..*q }.spare_frac(Some(&key())))
}

fn keeps_days(kitchen: &KitchenDocument) -> f64 {
    start_in(kitchen, None).keeps.expect("keeps").cold_days
}

pub(crate) fn rows() -> Vec<Row> {
    let row = |about, hidden, shows| Row { about, hidden, shows };
    vec![
        row(Parameter::RingPower { ring_id: 1 }, -0.3, |k| start_in(k, None).ring.net_power_w(1.0).ln()),
        row(Parameter::RingWord { ring_id: 1, flame: Flame::Low }, 0.2, |k| start_in(k, None).habits.low_ln),
        row(Parameter::PanLoss { pan_id: 1 }, 0.3, |k| start_in(k, None).pan.loss_factor.ln()),
        row(Parameter::PanHeat { pan_id: 1 }, 0.2, |k| {
            start_in(k, None).habits.wall_ln.map_or(0.0, |n| n.mean)
        }),
        row(Parameter::ThermometerOffset { thermometer_id: 1 }, -2.0, |k| {
            let ask = StartAsk { thermometer_id: Some(1), ..StartAsk::default() };
            start_in(k, Some(ask)).thermometer.expect("picked").offset_k
        }),
        row(Parameter::HerString, -0.2, |k| start_in(k, None).habits.hand_ln.mean),
        row(Parameter::HerDrop, 0.2, |k| ball(k).habits.hand_ln.mean),
        row(Parameter::HerLook, 0.4, |k| {
            (start_in(k, None).habits.look_sd / unctum_core::estimate::Habits::default().look_sd).ln()
        }),
        row(Parameter::Cups, 0.08, |k| k.as_known().measures[0].measure.volume_ml.ln()),
        row(Parameter::Pace { work: Pace::MakingReady }, 0.4, |k| {
            let sweet = sweets().into_iter().find(|s| s.key == SWEET).expect("on the shelf");
            let steps = &sweet.methods[0].steps;
            let step = steps.iter().find(|s| s.pace() == Some(Pace::MakingReady)).expect("made ready");
            Paces::of(k).factor(step).ln()
        }),
        // What comes out lighter, and what is lost, is made up for by more pieces.
        row(Parameter::Yield { sweet_key: key() }, -0.2, |k| -(1.0 + spare(k)).ln()),
        row(Parameter::Lost { sweet_key: key() }, 0.15, |k| 1.0 - 1.0 / (1.0 + spare(k))),
        row(Parameter::Wish { sweet_key: key() }, 0.3, |k| {
            start_in(k, None).syrup.expect("boils").target_solids_frac
        }),
        row(Parameter::Sweetness { sweet_key: key() }, -0.12, |k| sugar_g(k).ln()),
        row(Parameter::Keeping { sweet_key: key() }, -0.4, |k| keeps_days(k).ln()),
    ]
}

/// Our kitchen, with a thermometer and a cup.
pub(crate) fn ours() -> KitchenDocument {
    let mut ours = kitchen(vec![]);
    let thermometer = Thermometer { name: "Dial".into(), offset_k: 0.0, ice_offset_k: None, sd_k: 1.0 };
    ours.thermometers = vec![NumberedThermometer { id: Some(1), thermometer }];
    ours.measures = vec![NumberedMeasure {
        id: Some(1),
        measure: Measure { name: "Cup".into(), volume_ml: 240.0, volume_sd_ml: 5.0 },
    }];
    ours
}

/// What a dozen evenings tell whose truth is `mean`.
pub(crate) fn evenings(about: &Parameter, mean: f64) -> Vec<BatchTold> {
    let mut rng = Rng::of(7);
    let sd = about.learnable().evening_sd;
    let one = |batch_id: i32| BatchTold {
        batch_id,
        title: "Cashew sheet".into(),
        at_ms: 1_700_000_000_000 + 86_400_000 * i64::from(batch_id),
        odd: vec![],
        evidence: vec![Evidence::of(
            about.clone(),
            Normal { mean: mean + sd * rng.normal(), sd: sd.max(0.02) },
        )],
    };
    (1..=12).map(one).collect()
}

#[test]
fn every_row_goes_from_a_hidden_truth_to_the_next_start() {
    let rows = rows();
    let mut seen: Vec<usize> = rows.iter().map(|r| place(&r.about)).collect();
    seen.sort_unstable();
    assert_eq!(seen, (0..ROWS).collect::<Vec<_>>(), "one of each");
    for Row { about, hidden, shows } in &rows {
        let mut ours = ours();
        let told = ours.told(about).expect("something is told of it");
        let truth = told.mean + hidden;
        let learnt = learn(&evenings(about, truth), |a| ours.told(a), &ours.learning);
        let now = learnt.of(about).expect("learnt").now;
        assert!(
            (now.mean - truth).abs() < 0.35 * hidden.abs() && now.sd < told.sd,
            "{about:?}: {now:?} where the truth is {truth}"
        );
        let before = shows(&ours);
        ours.accept(&learnt, about, 1_800_000_000_000).expect("accepted");
        let moved = shows(&ours) - before;
        // A wish is told in stages, and shows in what the syrup is boiled to: a stage is some hundredths of strength wide.
        if matches!(about, Parameter::Wish { .. }) {
            assert!((0.2e-2..3e-2).contains(&moved), "{about:?}: moved by {moved}");
            continue;
        }
        // Of Lost some are made more for already.
        let least = if matches!(about, Parameter::Lost { .. } | Parameter::Yield { .. }) { 0.3 } else { 0.6 };
        let share = moved / hidden;
        assert!((least..1.4).contains(&share), "{about:?}: hidden {hidden}, moved by {moved}");
        ours.take_back(about);
        assert!((shows(&ours) - before).abs() < 1e-9, "{about:?}: taken back");
    }
}

/// A checked thermometer is as exact to the belief as to learning; what was learnt over another such figure stays, and what was
/// learnt before it was checked does not.
#[test]
fn a_checked_thermometer_is_known_alike_everywhere() {
    use unctum_core::kitchen::{Known, usual};
    let about = Parameter::ThermometerOffset { thermometer_id: 1 };
    let mut checked = ours();
    checked.thermometers[0].thermometer.offset_k = 0.5;
    let told = checked.told(&about).expect("told");
    assert!((told.sd - usual::CHECKED_K).abs() < 1e-12);
    let ask = StartAsk { thermometer_id: Some(1), ..StartAsk::default() };
    let setup = start_in(&checked, Some(ask));
    let charge = setup.syrup.expect("boils").charge;
    // The weather's part is on top.
    assert!((setup.doubts(&charge).thermometer_bias_k - told.sd.hypot(0.14)).abs() < 1e-9);
    let learnt_over = |sd: f64| {
        let over = Normal { mean: 0.5, sd };
        let value = Normal { mean: 0.9, sd: 0.1 };
        let known = Known { about: about.clone(), value, over, batches: 5, accepted_ms: 1, with: vec![] };
        let mut kitchen = checked.clone();
        kitchen.learning.known = vec![known];
        kitchen.known(&about).is_some()
    };
    assert!(learnt_over(usual::CHECKED_K) && learnt_over(0.35), "checked then and now");
    assert!(!learnt_over(usual::UNCHECKED_K), "it was checked since");
}

/// What sweetens a sweet is more or less by what was learnt; where she says herself how much, hers stands; and no sweet fails
/// to be made because of it.
#[test]
fn how_sweet_it_is_wanted_is_weighed_in_once_and_by_every_sweet() {
    use unctum_core::formula::Size;
    use unctum_core::variation::Variation;
    let mut changed = 0;
    for sweet in sweets() {
        let mut known = kitchen(vec![]);
        let ask = |variation: Vec<Variation>| StartAsk {
            sweet_key: Some(sweet.key.clone()),
            size: Some(Size::Times { factor: 1.0 }),
            variation,
            ..StartAsk::default()
        };
        let made =
            |kitchen: &KitchenDocument, variation| set_up(&ask(variation), Some(&sweet), kitchen, &book());
        let Ok(plain) = made(&known, vec![]) else { continue };
        let Some(sugar) = sweetener(&plain.lines).cloned() else { continue };
        known.learning.known =
            kitchen(vec![(Parameter::Sweetness { sweet_key: sweet.key.clone() }, -0.1)]).learning.known;
        let less = made(&known, vec![]).expect("made all the same");
        let times = sweetener(&less.lines).expect("still sweet").mass_g / sugar.mass_g;
        if less.steps.iter().any(unctum_core::process::Step::takes_up) {
            assert_eq!(less.lines, plain.lines, "{}: more to soak in sweetens nothing", sweet.key);
            assert_eq!(less.sweeter_ln(), None, "{}", sweet.key);
            continue;
        }
        // What a verdict is counted from is how much sweeter it was made.
        let made_ln = less.sweeter_ln().expect("counted");
        let as_written = made_ln.abs() < 1e-9;
        assert!(as_written || (made_ln + 0.1).abs() < 1e-9, "{}: {made_ln}", sweet.key);
        assert!(!as_written || less.lines == plain.lines, "{}: as it is written", sweet.key);
        if (times - (-0.1_f64).exp()).abs() < 0.02 {
            changed += 1;
            assert!(!less.chosen.changes.is_empty(), "{}: it is told", sweet.key);
        }
        let hers = Variation::Amount { ingredient: sugar.ingredient.clone(), times: 1.1 };
        if let Ok(said) = made(&known, vec![hers]) {
            let times = said.lines.iter().find(|l| l.ingredient == sugar.ingredient).expect("there").mass_g
                / sugar.mass_g;
            assert!(times > 1.04, "{}: what she says goes before: {times}", sweet.key);
            assert_eq!(said.sweeter_ln(), Some(1.1_f64.ln()), "{}", sweet.key);
        }
    }
    assert!(changed >= 20, "{changed}");
}
