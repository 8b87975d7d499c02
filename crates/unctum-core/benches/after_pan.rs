//! How long the questions take that are asked after the pan: cooling, cutting, soaking, frying, keeping.
#![allow(clippy::expect_used, missing_docs)]

use divan::{Bencher, black_box};
use unctum_core::food::{Composition, FatKind};
use unctum_core::keep::{KeepAsk, keep};
use unctum_core::set::{
    CoolingAsk, Pattern, Place, TextureAsk, TrayAsk, TrayKind, Worked, cooling, texture, tray,
};
use unctum_core::soak::{Crumb, Dough, FryAsk, FryShape, SoakKind, UptakeAsk, fry, uptake};

fn main() {
    divan::main();
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
