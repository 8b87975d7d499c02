//! How long the questions take that are asked while a control is dragged.
#![allow(clippy::expect_used, missing_docs)]

use divan::{Bencher, black_box};
use unctum_core::kitchen::{Air, Pan, Ring, RingKind};
use unctum_core::pan::PanModel;
use unctum_core::pan::program::{HobChange, Run};
use unctum_core::pan::{BoilDownQuestion, boil_down, landing_frac};
use unctum_core::syrup::{Charge, Ladder, properties};
use unctum_core::water::SEA_LEVEL_PA;

fn main() {
    divan::main();
}

fn question() -> BoilDownQuestion {
    BoilDownQuestion {
        charge: Charge::sugar_and_water(480.0, 320.0),
        pan: Pan {
            name: "pan".into(),
            tare_g: 900.0,
            diameter_cm: 24.0,
            wall_height_cm: 9.0,
            heat_capacity_j_k: 500.0,
            metal: None,
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
