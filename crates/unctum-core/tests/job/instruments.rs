//! What instruments of the network send: thinned, doubted, and worth something to the belief.

use crate::common::cashew_batch;
use proptest::prelude::*;
use unctum_core::cook::Followed;
use unctum_core::intake::{InstrumentKind, Looks, Record, Sample, Sent, Thinned, looks, thinned};
use unctum_core::kitchen::Flame;
use unctum_core::log::{BatchEvent, Logged, SeenReading};
use unctum_core::sim::{Fault, HiddenPan, SimulatedInstrument};
use unctum_core::start::BatchSetup;

const START_MS: i64 = 1_700_000_000_000;

/// A batch whose syrup has just been put on.
fn lit() -> (BatchSetup, Vec<Logged>) {
    let setup = cashew_batch();
    let first = setup.steps[0].key.clone();
    let log = vec![
        Logged::new(1, START_MS, BatchEvent::done(&first)),
        Logged::new(2, START_MS, BatchEvent::Flame { flame: Flame::Medium }),
    ];
    (setup, log)
}

struct Boiled {
    batch: Followed,
    pan: HiddenPan,
    /// How the readings looked, in order.
    looked: Vec<Looks>,
}

/// A syrup boiled for so many minutes with one instrument in it, whose faults last from the third minute to the
/// sixth.
fn boiled(kind: InstrumentKind, faults: &[Fault], seed: u64, minutes: u32) -> Boiled {
    let (setup, log) = lit();
    let mut pan = HiddenPan::new(&setup, START_MS, seed);
    pan.follow(&log);
    let mut instrument = SimulatedInstrument::new(kind, setup.pan.tare_g, seed);
    let mut batch = Followed::new(setup, START_MS, &log).expect("batch");
    let (mut last, mut looked) = (None, Vec::new());
    for n in 1..=minutes * 60 {
        let at_ms = START_MS + 1000 * i64::from(n);
        pan.pass_until(at_ms);
        let wrong = (180..360).contains(&n);
        let Some(value) = instrument.shows(&pan, 1.0, if wrong { faults } else { &[] }) else { continue };
        let Thinned { write, last: newest } =
            thinned(kind, &Record::default(), &batch, last, &[Sample { n, at_ms, value }]);
        if let Some((sample, how)) = newest {
            last = Some(sample);
            looked.push(how);
        }
        for (sample, reading) in write {
            let seq = batch.last_seq() + 1;
            batch.take(Logged::new(seq, sample.at_ms, BatchEvent::Heard { reading })).expect("taken");
        }
    }
    Boiled { batch, pan, looked }
}

fn off_points(boiled: &Boiled, minutes: u32) -> (f64, f64) {
    let now_ms = START_MS + 60_000 * i64::from(minutes);
    let syrup = boiled.batch.state_at(now_ms).syrup.expect("syrup");
    let truth = boiled.pan.solids_frac();
    (100.0 * (syrup.solids_frac.mid - truth), 100.0 * (syrup.solids_frac.high - syrup.solids_frac.low))
}

#[test]
fn a_probe_and_a_scale_make_the_pan_known() {
    let mut clock_wide = 0.0;
    for seed in 1..=4 {
        let (setup, log) = lit();
        let alone = Followed::new(setup, START_MS, &log).expect("batch");
        let syrup = alone.state_at(START_MS + 600_000).syrup.expect("syrup");
        clock_wide = 100.0 * (syrup.solids_frac.high - syrup.solids_frac.low);
        for kind in [InstrumentKind::Probe, InstrumentKind::Scale] {
            let boiled = boiled(kind, &[], seed, 10);
            let (off, wide) = off_points(&boiled, 10);
            assert!(off.abs() < 1.5 * wide.max(1.0), "{kind:?} {seed}: off by {off}, {wide} wide");
            assert!(wide < 0.7 * clock_wide, "{kind:?} {seed}: {wide} wide, {clock_wide} by the clock");
            assert!(boiled.looked.iter().all(|l| *l == Looks::Sound), "{kind:?} {seed}: {:?}", boiled.looked);
        }
    }
    assert!(clock_wide > 2.0);
}

#[test]
fn a_log_is_thinned_but_misses_nothing() {
    let probe = boiled(InstrumentKind::Probe, &[], 3, 10);
    let read: Vec<i64> = probe
        .batch
        .log()
        .iter()
        .filter(|l| matches!(l.event, BatchEvent::Heard { .. }))
        .map(|l| l.at_ms)
        .collect();
    assert!((20..=61).contains(&read.len()), "{} of 600", read.len());
    assert!(read.windows(2).all(|w| (10_000..=30_000).contains(&(w[1] - w[0]))), "{read:?}");
}

#[test]
fn what_instruments_do_wrong_is_seen_and_not_believed() {
    type Case = (InstrumentKind, Fault, fn(&Looks) -> bool);
    let cases: [Case; 3] = [
        (InstrumentKind::Probe, Fault::Fahrenheit, |l| matches!(l, Looks::Fahrenheit { .. })),
        (InstrumentKind::Probe, Fault::FellOut, |l| matches!(l, Looks::Cold { .. })),
        (InstrumentKind::Scale, Fault::Bumped, |l| matches!(l, Looks::Jumped { .. })),
    ];
    for seed in [1, 2, 5] {
        for (kind, fault, seen) in cases {
            let sound = off_points(&boiled(kind, &[], seed, 10), 10);
            let wrong = boiled(kind, &[fault], seed, 10);
            assert!(wrong.looked.iter().any(seen), "{fault:?} {seed}: {:?}", wrong.looked);
            assert_eq!(wrong.looked.last(), Some(&Looks::Sound), "{fault:?} {seed}: it came back");
            let (off, wide) = off_points(&wrong, 10);
            assert!(off.abs() < sound.0.abs().max(wide), "{fault:?} {seed}: {off} against {}", sound.0);
        }
    }
}

#[test]
fn lost_readings_and_a_late_flame_are_followed() {
    let (setup, mut log) = lit();
    let mut pan = HiddenPan::new(&setup, START_MS, 9);
    pan.follow(&log);
    pan.pass_until(START_MS + 400_000);
    let hot_c = pan.syrup_c();
    // It was off for two minutes before anybody said so.
    log.push(Logged::new(3, START_MS + 280_000, BatchEvent::Flame { flame: Flame::Off }));
    pan.follow(&log);
    assert!(pan.syrup_c() < hot_c - 3.0, "{} after {hot_c}", pan.syrup_c());
    let mut again = HiddenPan::new(&setup, START_MS, 9);
    again.follow(&log);
    again.pass_until(START_MS + 400_000);
    assert!((again.syrup_c() - pan.syrup_c()).abs() < 1e-9, "the same pan whenever it was told");
    let patchy = boiled(InstrumentKind::Probe, &[Fault::DropOuts], 4, 10);
    assert!(patchy.looked.iter().all(|l| *l == Looks::Sound));
}

#[test]
fn a_pan_without_syrup_at_hand_is_shown_and_not_weighed() {
    let setup = cashew_batch();
    let cold = Followed::new(setup.clone(), START_MS, &[]).expect("batch");
    let at = |value| {
        let sample = Sample { n: 1, at_ms: START_MS + 1000, value };
        thinned(InstrumentKind::Probe, &Record::default(), &cold, None, &[sample])
    };
    assert!(at(25.0).write.is_empty() && at(25.0).last.map(|l| l.1) == Some(Looks::Sound));
    assert_eq!(at(60.0).last.map(|l| l.1), Some(Looks::Unlit), "the flame was forgotten");
    assert_eq!(at(77.0).last.map(|l| l.1), Some(Looks::Fahrenheit { celsius: 25.0 }));
    let mut log: Vec<Logged> = Vec::new();
    for (i, step) in setup.steps.iter().take(4).enumerate() {
        log.push(Logged::new(i as i32 + 1, START_MS, BatchEvent::done(&step.key)));
    }
    let later = Followed::new(setup.clone(), START_MS, &log).expect("batch");
    let state = later.state_at(START_MS + 1000);
    assert_eq!(looks(InstrumentKind::Probe, &Record::default(), 90.0, &setup, &state), Looks::Aside);
}

#[test]
fn a_line_is_taken_by_what_it_says_or_refused_in_words() {
    let line = |text: &str| {
        serde_json::from_str::<Sent>(text).expect("a line").sample(InstrumentKind::Probe, START_MS)
    };
    assert_eq!(line(r#"{"n":1,"temperature_c":20.5}"#).expect("now").at_ms, START_MS);
    assert_eq!(line(r#"{"n":1,"age_ms":500,"temperature_c":20.5}"#).expect("ago").at_ms, START_MS - 500);
    let at = |ms: i64| line(&format!(r#"{{"n":1,"at_ms":{ms},"temperature_c":20.5}}"#));
    assert_eq!(at(START_MS + 1500).expect("clocks of a house").at_ms, START_MS);
    assert_eq!(at(START_MS + 60_000).map_err(|e| e.code()).err(), Some("not-now"));
    assert_eq!(at(START_MS - 7 * 3_600_000).map_err(|e| e.code()).err(), Some("not-now"));
    assert_eq!(at(i64::MAX).map_err(|e| e.code()).err(), Some("not-now"));
    assert_eq!(at(i64::MIN).map_err(|e| e.code()).err(), Some("not-now"));
    for (text, code) in [
        (r#"{"n":1,"gross_g":20.5}"#, "missing"),
        (r#"{"n":1}"#, "missing"),
        (r#"{"n":1,"temperature_c":20.5,"gross_g":3.0}"#, "missing"),
        (r#"{"n":1,"at_ms":3,"age_ms":3,"temperature_c":20.5}"#, "missing"),
        (r#"{"n":1,"temperature_c":1000000.0}"#, "out-of-range"),
        (r#"{"n":1,"temperature_c":-60.0}"#, "out-of-range"),
    ] {
        assert_eq!(line(text).map_err(|e| e.code()).err(), Some(code), "{text}");
    }
    assert!(serde_json::from_str::<Sent>(r#"{"n":1,"fahrenheit":221}"#).is_err(), "no other words");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    /// In whatever order they come, and however often, they come to the same.
    #[test]
    fn the_order_of_arrival_does_not_matter(
        mut values in proptest::collection::vec((0_i64..400, -40.0_f64..450.0), 1..40), turn in 0_usize..40,
    ) {
        let (setup, log) = lit();
        let batch = Followed::new(setup, START_MS, &log).expect("batch");
        values.sort_by_key(|v| v.0);
        values.dedup_by_key(|v| v.0);
        let sample = |(i, (s, value)): (usize, &(i64, f64))| {
            Sample { n: i as u32, at_ms: START_MS + 1000 * s, value: *value }
        };
        let samples: Vec<Sample> = values.iter().enumerate().map(sample).collect();
        let kind = InstrumentKind::Probe;
        let told = thinned(kind, &Record::default(), &batch, None, &samples);
        let mut turned = samples.clone();
        turned.rotate_left(turn % samples.len());
        turned.extend(&samples);
        prop_assert_eq!(&told, &thinned(kind, &Record::default(), &batch, None, &turned));
        for (_, reading) in &told.write {
            let fine = matches!(reading, SeenReading::Probe { shown_c, .. } if shown_c.is_finite());
            prop_assert!(fine, "{:?}", reading);
        }
        prop_assert!(told.last.is_some(), "the first of them is looked at");
    }
}
