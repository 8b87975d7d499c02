//! A verdict on the taste counts from how sweet it was made, however it came to be made so.

use unctum_core::cook::Followed;
use unctum_core::formula::Size;
use unctum_core::kitchen::{KitchenDocument, Parameter};
use unctum_core::learn::told_by;
use unctum_core::log::{BatchEvent, Logged};
use unctum_core::process::sweetener;
use unctum_core::review::{Taste, Texture, Verdict};
use unctum_core::start::{BatchSetup, Chosen, StartAsk, set_up};
use unctum_core::variation::Variation;

use crate::common::shelf::book;
use crate::common::sweets;
use crate::learnt_counts::{SWEET, kitchen, start_in};

/// In such a kitchen the sweet is wanted a quarter less sweet: more than what is learnt may enter.
fn learnt() -> KitchenDocument {
    kitchen(vec![(Parameter::Sweetness { sweet_key: SWEET.into() }, -0.3)])
}

/// What “too sweet” tells of a batch, as a logarithm of what is written; none where it tells nothing.
fn told_ln(setup: &BatchSetup) -> Option<f64> {
    let batch = Followed::new(setup.clone(), 0, &[]).expect("a batch");
    let verdict = Verdict { taste: Some(Taste::TooSweet), ..Verdict::of(Texture::Right) };
    let told = told_by(1, &batch, Some(&verdict), &[], &learnt());
    let of_sweetness = |about: &Parameter| matches!(about, Parameter::Sweetness { .. });
    let mut seen =
        told.evidence.iter().filter(|e| e.seen.iter().flat_map(|s| &s.of).any(|p| of_sweetness(&p.about)));
    seen.next().map(|e| e.information[0] / e.precision[0])
}

fn hers(times: f64) -> StartAsk {
    let ingredient = sweetener(&start_in(&learnt(), None).lines).expect("sweet").ingredient.clone();
    StartAsk { variation: vec![Variation::Amount { ingredient, times }], ..StartAsk::default() }
}

#[test]
fn it_counts_from_what_entered_of_what_was_learnt_and_from_what_she_said_herself() {
    let of = |ask| told_ln(&start_in(&learnt(), ask)).expect("told of its sweetness");
    for (told, made_ln) in
        [(of(None), -0.15), (of(Some(hers(0.9))), 0.9_f64.ln()), (of(Some(hers(1.1))), 1.1_f64.ln())]
    {
        assert!((told - (made_ln - 0.12)).abs() < 0.005, "{told} of one made {made_ln}");
    }
    // Nothing said and nothing learnt is a plain zero: with a sign it would not come back from a file as it was.
    let plain = start_in(&kitchen(vec![]), None).sweeter_ln().expect("counted");
    assert_eq!(plain.to_bits(), 0.0_f64.to_bits());
    // Into a batch of before nothing that was learnt entered, though it was copied.
    let before = BatchSetup { chosen: Chosen::default(), ..start_in(&learnt(), None) };
    assert!((told_ln(&before).expect("told") + 0.12).abs() < 0.005);
}

#[test]
fn of_what_soaks_in_its_sugar_it_says_nothing_of_how_much_there_is() {
    for sweet in sweets() {
        let ask = StartAsk {
            sweet_key: Some(sweet.key.clone()),
            size: Some(Size::Times { factor: 1.0 }),
            ..StartAsk::default()
        };
        let Ok(setup) = set_up(&ask, Some(&sweet), &learnt(), &book()) else { continue };
        let soaks = setup.steps.iter().any(unctum_core::process::Step::takes_up);
        let sweetened = sweetener(&setup.lines).is_some();
        assert_eq!(told_ln(&setup).is_some(), sweetened && !soaks, "{}", sweet.key);
    }
}

/// How long her hands take is told by a batch that was made to its end, not by one that goes on or was given up.
#[test]
fn a_pace_is_told_by_what_was_made_to_its_end() {
    let setup = start_in(&kitchen(vec![]), None);
    let keys: Vec<String> = setup.steps.iter().map(|s| s.key.clone()).collect();
    let paces = |ends: Option<BatchEvent>, made: usize| {
        let mut log: Vec<Logged> = Vec::new();
        let mut at_ms = 0;
        let mut happens = |event: BatchEvent| {
            at_ms += 6 * 60_000;
            log.push(Logged::new(log.len() as i32 + 1, at_ms, event));
        };
        keys.iter().take(made).for_each(|step| happens(BatchEvent::done(step)));
        ends.into_iter().for_each(&mut happens);
        let batch = Followed::new(setup.clone(), 0, &log).expect("a batch");
        let told = told_by(1, &batch, None, &[], &kitchen(vec![]));
        let of = told.evidence.iter().flat_map(|e| &e.seen).flat_map(|s| &s.of);
        of.filter(|p| matches!(p.about, Parameter::Pace { .. })).count()
    };
    assert!(paces(None, keys.len()) > 0, "made to its end");
    assert_eq!(paces(None, keys.len() - 1), 0, "it goes on");
    assert_eq!(paces(Some(BatchEvent::GivenUp), keys.len() - 1), 0, "given up");
}
