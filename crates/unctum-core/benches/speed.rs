//! How long the questions take that are asked while a control is dragged.
#![allow(clippy::expect_used, missing_docs)]

use divan::{Bencher, black_box};
use unctum_core::cook::Followed;
use unctum_core::estimate::{Deed, Done, Doubts, Question, Seen, believe};
use unctum_core::kitchen::{Air, Flame, Pan, Ring, RingKind};
use unctum_core::log::{BatchEvent, Logged};
use unctum_core::numeric::Rng;
use unctum_core::pan::program::{HobChange, Run};
use unctum_core::pan::{BoilDownQuestion, Heat, PanModel, Stop, boil_down, landing_frac};
use unctum_core::sim::{Cook, Hands, World};
use unctum_core::start::{BatchSetup, Chosen};
use unctum_core::syrup::{Charge, Ladder, StageKey, properties};
use unctum_core::water::SEA_LEVEL_PA;

use std::collections::BTreeMap;
use std::path::{Path, PathBuf};

use unctum_core::course::Tools;
use unctum_core::food::Larder;
use unctum_core::formula::{Formula, Measuring, Size, SyrupPlan, Written};
use unctum_core::process::{Book, Method, Sweet, plain_syrup_steps};
use unctum_core::variation::offers;

fn main() {
    divan::main();
}

fn question() -> BoilDownQuestion {
    BoilDownQuestion {
        charge: Charge::sugar_and_water(480.0, 320.0),
        start_c: None,
        pan: Pan {
            name: "pan".into(),
            tare_g: 900.0,
            diameter_cm: 24.0,
            wall_height_cm: 9.0,
            heat_capacity_j_k: 500.0,
            metal: None,
            weighed: true,
            loss_factor: 1.0,
        },
        ring: Ring::of_kind("ring", RingKind::Gas, 3000.0),
        program: vec![HobChange::steady(0.7)],
        charge_water_sd_g: 0.0,
        ladder: Ladder::default(),
        air: Air::default(),
        thermometer: None,
        target_frac: 0.7575,
        max_points: 160,
    }
}

#[divan::bench]
fn properties_of_a_syrup(bencher: Bencher) {
    let charge = Charge::sugar_and_water(700.0, 300.0);
    bencher.bench(|| properties(black_box(&charge), 20.0, SEA_LEVEL_PA, &Ladder::default()).expect("valid"));
}

#[divan::bench]
fn one_boil_down_with_carry_over(bencher: Bencher) {
    let q = question();
    let model = PanModel::new(&q.charge, &q.pan, q.air).expect("valid");
    let power_w = q.ring.net_power_w(0.7);
    bencher.bench(|| {
        let run = Run::follow(&model, 28.0, &q.ring, 1.0, &q.program, 0.7575).expect("reachable");
        let state = model.steady_boil(model.water_at(0.7575), power_w);
        (run, landing_frac(&model, &state, 0.0))
    });
}

#[divan::bench]
fn boil_down_with_spread(bencher: Bencher) {
    let q = question();
    bencher.bench(|| boil_down(black_box(&q)).expect("reachable"));
}

/// Larder and sweets of the catalogue.
fn catalogue() -> (Larder, Vec<Sweet>) {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../catalogue");
    let read = |path: PathBuf| std::fs::read_to_string(path).expect("file");
    let larder = toml::from_str(&read(folder.join("ingredients.toml"))).expect("larder");
    let mut files: Vec<PathBuf> =
        std::fs::read_dir(folder.join("sweets")).expect("folder").map(|f| f.expect("file").path()).collect();
    files.sort();
    (larder, files.into_iter().map(|f| toml::from_str(&read(f)).expect("sweet")).collect())
}

/// All methods of all sweets, one after the other: divide by their number for one.
fn worked(method: &Method, size: &Size, tools: &Tools, book: &Book<'_>) -> Formula {
    let written = Written::of(method.clone(), book).expect("balance");
    let weighed = written.at(size, book).expect("size").weighed(&Measuring::SCALE, book).expect("weighed");
    weighed.formula(Some(tools), book).expect("formula")
}

#[divan::bench]
fn formulas_of_the_whole_catalogue(bencher: Bencher) {
    let (larder, sweets) = catalogue();
    let ladder = Ladder::default();
    let q = question();
    let tools = Tools::among(&[], q.pan, q.ring);
    let components =
        sweets.iter().filter_map(|s| Some((s.makes.clone()?, s.clone()))).collect::<BTreeMap<_, _>>();
    let book = Book {
        larder: &larder,
        swaps: &[],
        components: &components,
        ladder: &ladder,
        air: Air::default(),
        paces: unctum_core::process::Paces::default(),
    };
    let size = Size::Times { factor: 1.0 };
    bencher.bench(|| {
        for method in sweets.iter().flat_map(|s| &s.methods) {
            black_box(worked(method, &size, &tools, &book));
        }
    });
}

/// The method with the longest answer: two syrups, frying, soaking, components.
#[divan::bench(args = ["cashew-sheet", "granular-gram-flour-barfi", "lentil-coconut-dumplings", "discs-in-saffron-milk"])]
fn formula_of(bencher: Bencher, key: &str) {
    let (larder, sweets) = catalogue();
    let ladder = Ladder::default();
    let q = question();
    let tools = Tools::among(&[], q.pan, q.ring);
    let components =
        sweets.iter().filter_map(|s| Some((s.makes.clone()?, s.clone()))).collect::<BTreeMap<_, _>>();
    let book = Book {
        larder: &larder,
        swaps: &[],
        components: &components,
        ladder: &ladder,
        air: Air::default(),
        paces: unctum_core::process::Paces::default(),
    };
    let method = sweets.iter().find(|s| s.key == key).expect("sweet").method(None).expect("method");
    let size = Size::Pieces { count: 40.0 };
    bencher.bench(|| worked(black_box(method), &size, &tools, &book));
}

#[divan::bench]
fn variations_offered_for_a_sweet(bencher: Bencher) {
    let (larder, sweets) = catalogue();
    let ladder = Ladder::default();
    let method =
        sweets.iter().find(|s| s.key == "milk-solid-balls").expect("sweet").method(None).expect("method");
    let components = BTreeMap::new();
    let book = Book {
        larder: &larder,
        swaps: &[],
        components: &components,
        ladder: &ladder,
        air: Air::default(),
        paces: unctum_core::process::Paces::default(),
    };
    bencher.bench(|| offers(black_box(method), &book));
}

/// The state of a batch with so many entries, most of them weighings: belief, runs, acts.
#[divan::bench(args = [100, 5000, 20_000])]
fn the_state_of_a_long_log(bencher: Bencher, entries: i32) {
    let q = question();
    let world = BatchSetup {
        title: "long".into(),
        sweet_key: None,
        lines: Vec::new(),
        syrup: Some(SyrupPlan { charge: q.charge, stage: StageKey::OneString, target_solids_frac: 0.7575 }),
        plan: Vec::new(),
        pan: q.pan,
        ring: q.ring,
        thermometer: None,
        air: q.air,
        steps: plain_syrup_steps(StageKey::OneString),
        ladder: q.ladder,
        chosen: Chosen::default(),
        takes: Vec::new(),
        allergens: Vec::new(),
        mistakes: Vec::new(),
        scale_step_g: Some(1.0),
        refractometer_offset_brix: None,
        rings: 0,
        ring_beside: None,
        pieces: None,
        ring_seen: None,
        sets: None,
        habits: unctum_core::estimate::Habits::default(),
        learnt: Vec::new(),
        keeps: None,
        laid: None,
    };
    let mut cook = Cook::of(world.clone(), World::as_told(&world, 1.0), Hands::default(), Rng::of(3), 0)
        .expect("a batch");
    cook.does(BatchEvent::Flame { flame: Flame::Low }).expect("lit");
    cook.wait(240.0);
    let mut log = cook.log().to_vec();
    let (from_ms, mut rng) = (cook.now_ms(), Rng::of(4));
    for i in 0..entries {
        cook.wait(0.1);
        let reading = cook.weight(&mut rng, 0.0);
        log.push(Logged::new(i + 10, from_ms + 100 * i64::from(i), BatchEvent::Reading { reading }));
    }
    let now_ms = from_ms + 100 * i64::from(entries);
    let followed = Followed::new(world, 0, &log).expect("follows");
    bencher.bench(|| black_box(&followed).state_at(black_box(now_ms)));
}

/// What is believed of a pan ten minutes on, by so many weighings.
#[divan::bench(args = [0, 5, 30, 60])]
fn a_belief(bencher: Bencher, readings: u32) {
    let q = question();
    let model = PanModel::new(&q.charge, &q.pan, q.air).expect("valid");
    let heat = Heat::On(q.ring.net_power_w(0.7));
    let mut deeds = vec![Done { at_s: 0.0, deed: Deed::Flame(0.7) }];
    let mut state = model.start(28.0);
    for i in 1..=readings {
        let at_s = 900.0 * f64::from(i) / f64::from(readings);
        let for_s = at_s - state.elapsed_s;
        model.advance(&mut state, heat, for_s, Stop::Never, |_| {});
        let contents_g = q.charge.solids_g() + state.water_g;
        deeds.push(Done { at_s, deed: Deed::Seen(Seen::Weight { contents_g }) });
    }
    bencher.bench(|| believe(black_box(&asked(&q, &model, &deeds, 910.0, 0.7))));
}

/// What is believed of a pan that was just put on, under each flame: the longest ways ahead.
#[divan::bench(args = [0.25, 0.55, 0.95])]
fn a_belief_from_cold(bencher: Bencher, flame: f64) {
    let q = question();
    let model = PanModel::new(&q.charge, &q.pan, q.air).expect("valid");
    let deeds = [Done { at_s: 0.0, deed: Deed::Flame(flame) }];
    bencher.bench(|| believe(black_box(&asked(&q, &model, &deeds, 5.0, flame))));
}

/// What is asked of a pan at a moment, s since the heat went on; its way ahead under this share of the full flame.
fn asked<'a>(
    q: &'a BoilDownQuestion,
    model: &'a PanModel,
    deeds: &'a [Done],
    now_s: f64,
    flame: f64,
) -> Question<'a> {
    Question {
        model,
        ring: &q.ring,
        first_water_g: q.charge.water_g,
        start_c: 28.0,
        other_solids: None,
        doubts: doubts(),
        deeds,
        now_s,
        target_frac: 0.7575,
        on_power_w: q.ring.net_power_w(flame),
    }
}

fn doubts() -> Doubts {
    Doubts {
        power_sd: 0.19,
        solids_sd: 0.005,
        water_sd_g: 6.0,
        thermometer_bias_k: 0.25,
        thermometer_sd_k: 0.7,
        scale_sd_g: 1.04,
        weighed: true,
        lot_water_sd_g: 0.0,
        lot_solids_sd: 0.0,
        composition: false,
        habits: unctum_core::estimate::Habits::default(),
    }
}
