//! A short run of the table: enough to see a belief that is far too sure of itself, or calls far off.
#![allow(missing_docs)]

use unctum_truth::days::days;
use unctum_truth::evening::Evening;
use unctum_truth::evidence::Evidence;
use unctum_truth::learnable::learnable;
use unctum_truth::limit::limit;
use unctum_truth::pressed::Pressed;
use unctum_truth::study::Plan;
use unctum_truth::table::row;

#[test]
fn the_intervals_hold_the_truth_about_as_often_as_they_say() {
    held(Pressed::AtOnce);
}

/// Told late, put right, by two: the log is the same story.
#[test]
fn they_hold_it_as_often_however_it_was_pressed() {
    held(Pressed::ByTwo);
}

fn held(pressed: Pressed) {
    let kinds = [Evidence::Thermometer, Evidence::Scale, Evidence::All];
    let rows = kinds.map(|kind| row(kind, pressed, 10, 500));
    let held: f64 = rows.iter().flat_map(|r| r.strength).sum::<f64>() / 9.0;
    // Of ninety intervals the belief before this one held some forty.
    assert!((62.0..=97.0).contains(&held), "{held} of 100 held the truth: {rows:?}");
    // Each instrument tells more than the one before, and all more than any.
    assert!(rows[0].reach[2] > rows[1].reach[2] && rows[1].reach[2] > rows[2].reach[2], "{rows:?}");
    for r in &rows {
        assert!(r.landed.0.abs() < 0.3 && r.landed.2 - r.landed.1 < 1.5, "{r:?}");
    }
}

#[test]
fn the_same_seed_is_the_same_evening() {
    let landed = || Evening::of(7, Evidence::Scale).happens(Evidence::Scale, None).landed;
    assert_eq!(landed(), landed());
}

/// What readings tell at most: the sharper the instrument, the nearer anybody could land; and who believes by this core
/// lands hardly farther than that.
#[test]
fn nobody_lands_nearer_than_the_readings_tell() {
    let near = |kind| limit(kind, 10, 500).all;
    let (clock, probe, scale) = (near(Evidence::Clock), near(Evidence::Thermometer), near(Evidence::Scale));
    assert!(clock > 3.0 * probe && probe > 1.2 * scale && scale > 0.05, "{clock} {probe} {scale}");
    let (_, low, high) = row(Evidence::Scale, Pressed::AtOnce, 16, 500).landed;
    let landed = 0.5 * (high - low);
    assert!((0.5..=1.7).contains(&(landed / scale)), "{landed} of {scale}");
}

/// What can be learnt at most makes the calls nearer on the whole, and not in every kitchen.
#[test]
fn nobody_learns_more_than_the_evenings_teach() {
    let plan = Plan { learn_after: 2, further: 2, ..Plan::default() };
    let l = learnable(Evidence::Strings, 2, 500, plan);
    assert!(l.miss.1 < l.miss.0 && l.better.1 > 60.0 && l.better.1 < 100.0, "{l:?}");
    assert!(l.known_sd[0] > 0.05 && l.known_sd[0] < 0.25 && l.learnt_off[1] < 0.2, "{l:?}");
}

/// Days for which the best that can be, or that is known, was found by other means: two seconds of computing for each.
#[test]
fn days_are_planned_about_as_well_as_is_known() {
    let folder = concat!(env!("CARGO_MANIFEST_DIR"), "/../unctum-core/tests/days");
    let rows = days(folder.as_ref(), 2.0, 1).expect("days");
    let (can, cannot): (Vec<_>, Vec<_>) = rows.iter().partition(|r| r.known.late_min.is_some());
    assert!(can.len() == 11 && cannot.len() == 2 && cannot.iter().all(|r| r.rightly_none()), "{cannot:?}");
    let over: Vec<f64> = can.iter().filter_map(|r| r.span_over()).collect();
    assert!(10 * over.len() >= 9 * can.len(), "as little late and as fresh: {} of {}", over.len(), can.len());
    let mean = over.iter().sum::<f64>() / over.len() as f64;
    let worst = over.iter().copied().fold(0.0, f64::max);
    assert!(mean <= 0.03 && worst <= 0.08, "{mean} on average, {worst} at worst: {rows:?}");
}
