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
use unctum_core::day::{DayProblem, Planner, Starts, StepId, may_move, plan_with, sure, why_there};
use unctum_core::food::{Composition, FatKind, Larder};
use unctum_core::formula::{Formula, Measuring, Size, SyrupPlan, Written};
use unctum_core::keep::{KeepAsk, keep};
use unctum_core::process::{Book, Method, Sweet, plain_syrup_steps};
use unctum_core::set::{
    CoolingAsk, Pattern, Place, TextureAsk, TrayAsk, TrayKind, Worked, cooling, texture, tray,
};
use unctum_core::soak::{Crumb, Dough, FryAsk, FryShape, SoakKind, UptakeAsk, fry, uptake};
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

fn nut_sheet() -> Composition {
    Composition {
        water_frac: 0.095,
        sucrose_frac: 0.37,
        fat_frac: 0.24,
        protein_frac: 0.11,
        starch_frac: 0.14,
        fibre_frac: 0.03,
        ash_frac: 0.015,
        ..Composition::default()
    }
}

#[divan::bench]
fn how_a_slab_cools_and_when_it_is_cut(bencher: Bencher) {
    let ask = CoolingAsk {
        composition: nut_sheet(),
        thickness_mm: 20.0,
        pour_c: 105.0,
        room_c: 28.0,
        tray: TrayKind::Metal,
        place: Place::Table,
        cold_tray: false,
        air_frac: 0.0,
        structure_lag_min: 0.0,
        free_fat_frac: Some(0.2),
        fat: FatKind::Milk,
        held: None,
        gelled: None,
        fat_dried: None,
    };
    bencher.bench(|| cooling(black_box(&ask)).expect("cools"));
}

#[divan::bench]
fn how_firm_a_mass_is(bencher: Bencher) {
    let ask = TextureAsk {
        composition: nut_sheet(),
        free_fat_frac: 0.2,
        eat_c: 25.0,
        fat: FatKind::Milk,
        held: None,
        gelled: None,
        fat_dried: None,
        worked: Worked::Kneaded,
    };
    bencher.bench(|| texture(black_box(&ask)).expect("a mass"));
}

#[divan::bench]
fn a_tray_of_five_hundred_diamonds(bencher: Bencher) {
    let ask = TrayAsk {
        length_cm: 70.0,
        width_cm: 50.0,
        pattern: Pattern::Diamond,
        piece_cm: Some(2.3),
        pieces: None,
        piece_cm2: None,
        piece_width_cm: None,
        angle_deg: Some(53.0),
        thickness_mm: None,
        volume_ml: None,
        spread_cm: None,
        height_cm: None,
        mass_g: None,
    };
    assert!(tray(&ask).expect("fits").whole_pieces > 450);
    bencher.bench(|| tray(black_box(&ask)).expect("fits"));
}

#[divan::bench]
fn how_syrup_gets_into_a_ball(bencher: Bencher) {
    let ask = UptakeAsk {
        kind: SoakKind::Dense,
        diameter_mm: 36.0,
        syrup_solids_frac: 0.55,
        syrup_c: 70.0,
        piece_c: 90.0,
        room_c: 28.0,
        kept_warm: false,
        dough: Dough::Khoya,
        crumb: Crumb::Coil,
        under_pressure: false,
        pieces: Some(20),
    };
    bencher.bench(|| uptake(black_box(&ask)).expect("soaks"));
}

#[divan::bench]
fn a_fry_load_and_its_dip(bencher: Bencher) {
    let ask = FryAsk {
        fat: Default::default(),
        shape: FryShape::Ball,
        thickness_mm: 30.0,
        piece_g: 15.0,
        pieces: 60,
        oil_g: 700.0,
        oil_c: 150.0,
        pot_diameter_cm: 20.0,
        pot_wall_cm: 9.0,
        net_power_w: 756.0,
        dip_k: 15.0,
        steam_frac: None,
        piece_c: 28.0,
        across_cm: None,
        loads: None,
        pot_loses_w_k: None,
        room_c: 28.0,
    };
    bencher.bench(|| fry(black_box(&ask)).expect("fries"));
}

#[divan::bench]
fn how_long_a_sweet_keeps(bencher: Bencher) {
    let ask =
        KeepAsk { composition: nut_sheet(), spoils: vec![], free_fat_frac: 0.2, room_c: 25.0, cold_c: 5.0 };
    bencher.bench(|| keep(black_box(&ask)).expect("keeps"));
}

/// Twelve batches, 96 steps: the first plan, and a hundred rounds that better it.
#[divan::bench(args = [0, 100])]
fn a_weekend_of_twelve_batches(bencher: Bencher, rounds: u32) {
    let problem: DayProblem =
        serde_json::from_str(include_str!("../tests/days/i24.json")).expect("a problem");
    bencher.bench(|| {
        let mut planner = Planner::new(black_box(&problem), 1).expect("can be done");
        planner.improve(rounds);
        planner.starts()
    });
}

fn planned_weekend() -> (DayProblem, Starts) {
    let problem: DayProblem =
        serde_json::from_str(include_str!("../tests/days/i24.json")).expect("a problem");
    let mut planner = Planner::new(&problem, 1).expect("can be done");
    planner.improve(500);
    let starts = planner.starts();
    (problem, starts)
}

/// Why a step of the twelve batches stands where it stands, and how far it may move.
#[divan::bench]
fn why_a_step_stands_there(bencher: Bencher) {
    let (problem, starts) = planned_weekend();
    let step = StepId::from("B9.c");
    bencher.bench(|| (why_there(&problem, black_box(&starts), &step), may_move(&problem, &starts, &step)));
}

/// The same step an hour earlier, the rest moved as little as may be.
#[divan::bench]
fn a_step_moved_by_an_hour(bencher: Bencher) {
    let (problem, starts) = planned_weekend();
    let step = StepId::from("B9.c");
    let at = starts[&step] - 60;
    bencher.bench(|| plan_with(&problem, black_box(&starts), (&step, at), 1));
}

/// How sure: 500 draws of the lengths of all steps.
#[divan::bench]
fn how_sure_a_weekend_is(bencher: Bencher) {
    let (problem, starts) = planned_weekend();
    let spreads = problem
        .batches
        .iter()
        .flat_map(|b| &b.steps)
        .map(|s| {
            (s.id.clone(), unctum_core::numeric::Spread::about(f64::from(s.dur), 0.2 * f64::from(s.dur)))
        })
        .collect();
    bencher.bench(|| sure(&problem, black_box(&starts), &spreads, 30, (500, 1)));
}
