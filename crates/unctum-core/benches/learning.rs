//! How long it takes to learn: what one batch tells, and what three hundred and three thousand of them say together.
#![allow(clippy::expect_used, missing_docs)]

use divan::{Bencher, black_box};
use unctum_core::cook::Followed;
use unctum_core::food::Larder;
use unctum_core::kitchen::{
    FirstPan, Flame, KitchenDocument, Learning, NumberedPan, NumberedRing, Ring, RingKind, Room,
};
use unctum_core::learn::{BatchTold, learn, shown, told_by};
use unctum_core::log::BatchEvent;
use unctum_core::numeric::Rng;
use unctum_core::process::{Book, Paces};
use unctum_core::review::{Texture, Verdict};
use unctum_core::sim::{Cook, Hands, World};
use unctum_core::start::{StartAsk, plain_setup};
use unctum_core::syrup::{Charge, Ladder, StageKey};

fn main() {
    divan::main();
}

fn kitchen() -> KitchenDocument {
    let ring = |id, kind, w| NumberedRing { id: Some(id), ring: Ring::of_kind("Ring", kind, w) };
    let pan = |id, cm| NumberedPan { id: Some(id), pan: FirstPan::Heavy.pan(cm) };
    KitchenDocument {
        name: "Kitchen".into(),
        room: Room { altitude_m: Some(0.0), pressure_pa: None, room_c: 25.0, humidity_frac: 0.6 },
        rings: vec![
            ring(1, RingKind::Gas, 1800.0),
            ring(2, RingKind::Gas, 3000.0),
            ring(3, RingKind::Induction, 2000.0),
        ],
        pans: vec![pan(1, 22.0), pan(2, 26.0)],
        thermometers: Vec::new(),
        trays: Vec::new(),
        measures: Vec::new(),
        bench: unctum_core::kitchen::Bench::default(),
        ladder: Ladder::default(),
        learning: Learning::default(),
    }
}

/// A syrup weighed each minute, on one of the rings and pans.
fn cooked(seed: u64) -> Followed {
    let document = kitchen();
    let (larder, components, ladder) =
        (Larder::default(), std::collections::BTreeMap::new(), document.ladder);
    let book = Book {
        larder: &larder,
        swaps: &[],
        components: &components,
        ladder: &ladder,
        air: document.room.air().expect("air"),
        paces: Paces::default(),
    };
    let ask = StartAsk {
        charge: Some(Charge::sugar_and_water(400.0, 250.0)),
        stage: Some(StageKey::OneString),
        ring_id: Some(1 + (seed % 3) as i32),
        pan_id: Some(1 + (seed % 2) as i32),
        ..StartAsk::default()
    };
    let setup = plain_setup(&ask, &document, &book).expect("a syrup");
    let mut rng = Rng::of(seed);
    let world = World::real(&setup, false, &mut rng);
    let hands = Hands::real(&mut rng);
    let mut cook = Cook::of(setup, world, hands, rng, 1_700_000_000_000).expect("a batch");
    cook.does(BatchEvent::Flame { flame: Flame::Medium }).expect("lit");
    let mut chance = Rng::of(seed + 99);
    while cook.strength() < 0.75 && cook.elapsed_s() < 5000.0 {
        cook.wait(60.0);
        let reading = cook.weight(&mut chance, 0.0);
        let _ = cook.does_unasked(BatchEvent::Reading { reading });
    }
    cook.does(BatchEvent::Flame { flame: Flame::Off }).expect("off");
    cook.wait(60.0);
    let _ = cook.does_unasked(BatchEvent::done("boil"));
    cook.batch().clone()
}

fn told(count: u64) -> Vec<BatchTold> {
    let known: Vec<BatchTold> = (0..12)
        .map(|seed| told_by(0, &cooked(seed), Some(&Verdict::of(Texture::Right)), &[], &kitchen()))
        .collect();
    (0..count)
        .map(|i| BatchTold {
            batch_id: i as i32,
            at_ms: i as i64 * 86_400_000,
            ..known[(i % 12) as usize].clone()
        })
        .collect()
}

/// What one batch tells, its log of some fifteen weighings asked anew.
#[divan::bench]
fn what_one_batch_tells(bencher: Bencher) {
    let (batch, document) = (cooked(3), kitchen());
    bencher.bench(|| told_by(1, black_box(&batch), Some(&Verdict::of(Texture::Right)), &[], &document));
}

/// Everything that so many batches teach, once each has told.
#[divan::bench(args = [20, 300, 3000])]
fn what_all_teach(bencher: Bencher, batches: u64) {
    let (all, document) = (told(batches), kitchen());
    bencher.bench(|| {
        let learnt = learn(black_box(&all), |about| document.told(about), &Learning::default());
        shown(&learnt, &document, str::to_owned)
    });
}

/// The same from the logs on: three hundred batches asked and learnt from.
#[divan::bench(sample_count = 3, sample_size = 1)]
fn three_hundred_from_their_logs(bencher: Bencher) {
    let (batches, document): (Vec<Followed>, _) = ((0..12).map(cooked).collect(), kitchen());
    bencher.bench(|| {
        let all: Vec<BatchTold> = (0..300)
            .map(|i| {
                told_by(i, &batches[i as usize % 12], Some(&Verdict::of(Texture::Right)), &[], &document)
            })
            .collect();
        learn(&all, |about| document.told(about), &Learning::default())
    });
}
