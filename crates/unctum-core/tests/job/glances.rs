//! What may be shown again without working it out anew, and what has to be told once more.

use unctum_core::log::{BatchEvent, Logged};
use unctum_core::numeric::Rng;
use unctum_core::sim::{Cook, Hands, World};

use crate::common::cashew_batch;

/// What a list shows stands for half a second, before and after; nothing is told of a pan that was not weighed anew.
#[test]
fn a_glance_stands_for_half_a_second_and_a_weighing_is_told_once() {
    let setup = cashew_batch();
    let (world, started_ms) = (World::as_told(&setup, 1.0), 1_700_000_000_000);
    let mut cook = Cook::of(setup, world, Hands::default(), Rng::of(1), started_ms).expect("a batch");
    let first = cook.state().acts[0].entry.clone().expect("a key");
    cook.does(first).expect("done");
    let (batch, at_ms) = (cook.batch().clone(), cook.now_ms() + 10_000);
    assert!(!batch.is_glanced(at_ms), "nobody looked yet");
    let seen = batch.glance_at(at_ms);
    for (by_ms, stands) in [(-600, false), (-500, false), (-499, true), (0, true), (499, true), (500, false)]
    {
        assert_eq!(batch.is_glanced(at_ms + by_ms), stands, "{by_ms} ms");
    }
    assert_eq!(batch.glance_at(at_ms + 400), seen);
    assert_ne!(batch.glance_at(at_ms + 600).now_ms, seen.now_ms);
    let last = batch.log().last().expect("written").seq;
    assert!(!batch.weighed_since(0) && !batch.weighed_since(last), "its pan was never weighed empty");
    let weighed = BatchEvent::PanWeighed { gross_g: 1900.0, full: false };
    let after = batch.after(Logged::new(last + 1, at_ms, weighed)).expect("weighed");
    assert!(after.weighed_since(last) && after.weighed_since(0) && !after.weighed_since(last + 1));
    let undone = BatchEvent::Undone { undone_seq: last + 1 };
    let back = after.after(Logged::new(last + 2, at_ms + 1000, undone)).expect("taken back");
    assert!(back.weighed_since(last + 1) && !back.weighed_since(last + 2));
}
