//! Kitchen and catalogue that several tests share.
#![allow(dead_code, clippy::expect_used)]

use std::path::PathBuf;

use unctum_core::batch::BatchSetup;
use unctum_core::food::Larder;
use unctum_core::kitchen::{Air, Pan, Ring, RingKind, Thermometer};
use unctum_core::process::{Sweet, formula};
use unctum_core::syrup::Ladder;
use unctum_core::water::pressure_at_altitude_pa;

pub fn catalogue(file: &str) -> String {
    let path = PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("../../catalogue").join(file);
    std::fs::read_to_string(path).expect("catalogue file")
}

pub fn larder() -> Larder {
    toml::from_str(&catalogue("ingredients.toml")).expect("ingredients")
}

pub fn cashew_sheet() -> Sweet {
    toml::from_str(&catalogue("sweets/cashew-sheet.toml")).expect("sweet")
}

pub fn hill_air() -> Air {
    Air { pressure_pa: pressure_at_altitude_pa(1480.0).expect("altitude"), room_c: 24.0, humidity_frac: 0.6 }
}

pub fn kadai() -> Pan {
    Pan {
        name: "Iron kadai".into(),
        tare_g: 1850.0,
        diameter_cm: 24.0,
        wall_height_cm: 9.0,
        heat_capacity_j_k: 850.0,
        metal: None,
    }
}

pub fn gas() -> Ring {
    Ring::of_kind("Left ring", RingKind::Gas, 1800.0)
}

pub fn cashew_batch() -> BatchSetup {
    let sweet = cashew_sheet();
    let method = sweet.method(None).expect("method");
    let f = formula(&method.targets, &larder(), 400.0, &Ladder::default()).expect("formula");
    BatchSetup {
        title: sweet.name.clone(),
        sweet_key: Some(sweet.key.clone()),
        lines: f.lines,
        charge: f.charge,
        stage: f.stage,
        target_solids_frac: f.target_solids_frac,
        pan: kadai(),
        ring: gas(),
        thermometer: Some(Thermometer::with_offset("Probe", 0.8)),
        air: hill_air(),
        steps: method.steps.clone(),
        ladder: Ladder::default(),
    }
}
