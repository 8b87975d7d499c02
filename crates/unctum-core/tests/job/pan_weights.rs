//! Weights are told only of pans that may be lifted and whose own weight is known; a weight learnt in the middle of a
//! batch reaches it.

use crate::common::shelf::*;
use crate::common::*;
use unctum_core::cook::*;
use unctum_core::course::Tools;
use unctum_core::formula::{Size, StepFigures};
use unctum_core::kitchen::*;
use unctum_core::log::*;
use unctum_core::process::{Step, StepKind, Vessel};

const START_MS: i64 = 1_700_000_000_000;
const TRUE_TARE_G: f64 = 2050.0;

/// Every step of every method with its figures, cooked in one pan.
fn in_pan(pan: &Pan) -> Vec<(String, StepFigures, Step)> {
    let tools = Tools::among(&[], pan.clone(), gas());
    let all = methods().into_iter().flat_map(|method| {
        let made = cooked(method, Size::Times { factor: 1.0 }, &tools).expect("cooked");
        let written = written(method);
        let step =
            |key: &str| written.method().steps.iter().find(|s| s.key == key).expect("of the method").clone();
        made.steps
            .into_iter()
            .map(|figures| (method.name.clone(), figures.clone(), step(&figures.step)))
            .collect::<Vec<_>>()
    });
    all.collect()
}

#[test]
fn no_weight_is_told_where_nobody_may_lift_the_pan() {
    let mut told = 0;
    for (name, figure, step) in in_pan(&kadai()) {
        let boils_around = step.on_flame() && step.takes.iter().any(|t| t.medium);
        let shut = !matches!(step.vessel, Vessel::Pan | Vessel::WidePan);
        if step.kind == StepKind::Fry || boils_around || shut {
            assert_eq!(figure.pan_end_g, None, "{name}: {}", step.key);
        }
        told += u32::from(figure.pan_end_g.is_some());
    }
    assert!(told > 40, "{told} weights are still told");
    let guessed = Pan { weighed: false, ..kadai() };
    assert!(
        in_pan(&guessed).iter().all(|(.., figure, _)| figure.pan_end_g.is_none()),
        "of a pan nobody weighed"
    );
}

fn unweighed() -> Followed {
    let mut setup = cashew_batch();
    setup.pan.weighed = false;
    let ready = [Logged::new(1, START_MS + 1000, BatchEvent::done("ready"))];
    Followed::new(setup, START_MS, &ready).expect("follows")
}

fn tells(batch: &mut Followed, after_s: i64, event: BatchEvent) -> unctum_core::Result<()> {
    let at_ms = START_MS + 1000 * after_s;
    batch.admit(&event, at_ms)?;
    batch.take(Logged::new(batch.last_seq() + 1, at_ms, event))
}

fn weighed(gross_g: f64) -> BatchEvent {
    BatchEvent::Reading { reading: SeenReading::Weight { gross_g } }
}

#[test]
fn a_pan_weighed_in_mid_batch_is_known_from_then_on() {
    let put_in_g = cashew_batch().syrup.expect("syrup").charge.total_g();
    for (gross_g, full) in [(TRUE_TARE_G, false), (TRUE_TARE_G + put_in_g, true)] {
        let mut batch = unweighed();
        let before = batch.clone();
        tells(&mut batch, 20, BatchEvent::PanWeighed { gross_g, full }).expect("cold still");
        assert!((batch.setup().pan.tare_g - TRUE_TARE_G).abs() < 1e-9 && batch.setup().pan.weighed);
        tells(&mut batch, 30, BatchEvent::Flame { flame: Flame::Medium }).expect("lit");
        let state = batch.state_at(START_MS + 400_000);
        let off_g = state.syrup.expect("boils").turn_off_gross_g.expect("told now");
        assert!(off_g > TRUE_TARE_G && off_g < TRUE_TARE_G + put_in_g, "{off_g}");
        tells(&mut batch, 400, weighed(TRUE_TARE_G + 0.9 * put_in_g)).expect("a weighing counts");
        // Followed step by step or read from the log, it is the same.
        let again = Followed::new(before.setup().clone(), START_MS, batch.log()).expect("follows");
        assert_eq!(again.setup(), batch.setup());
        let (now, anew) = (batch.state_at(START_MS + 420_000), again.state_at(START_MS + 420_000));
        assert_eq!(now, anew);
        assert_eq!(now, state_at(before.setup(), START_MS, batch.log(), START_MS + 420_000).expect("state"));
        // Taken back, nothing is known of it.
        tells(&mut batch, 430, BatchEvent::Undone { undone_seq: 4 }).expect("the weighing");
        tells(&mut batch, 431, BatchEvent::Undone { undone_seq: 2 }).expect("the pan");
        assert_eq!(batch.state_at(START_MS + 440_000).syrup.expect("boils").turn_off_gross_g, None);
    }
}

#[test]
fn a_pan_nobody_weighed_tells_no_weight_and_takes_none() {
    let mut batch = unweighed();
    tells(&mut batch, 30, BatchEvent::Flame { flame: Flame::Medium }).expect("lit");
    let syrup = batch.state_at(START_MS + 400_000).syrup.expect("boils");
    assert_eq!((syrup.gross_g, syrup.turn_off_gross_g), (None, None));
    assert!(tells(&mut batch, 400, weighed(2200.0)).is_err());
    // With heat under it, nobody knows what is still in it.
    let full = BatchEvent::PanWeighed { gross_g: 2400.0, full: true };
    assert!(tells(&mut batch, 401, full).is_err());
}

#[test]
fn a_weight_that_no_pan_has_is_refused_with_a_sentence() {
    for (gross_g, full) in [(200.0, true), (20.0, false), (90_000.0, false), (f64::NAN, false), (-5.0, true)]
    {
        let mut batch = unweighed();
        let before = batch.clone();
        let refused = tells(&mut batch, 20, BatchEvent::PanWeighed { gross_g, full });
        assert!(refused.is_err_and(|e| e.to_string().len() > 20), "{gross_g}");
        assert_eq!(batch.log(), before.log());
    }
}
