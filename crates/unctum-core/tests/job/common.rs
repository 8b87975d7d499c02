//! Kitchen and catalogue that several tests share.

pub mod golden;
pub mod hob;
pub mod shelf;
pub mod weekend;

use std::path::PathBuf;

use unctum_core::food::Larder;
use unctum_core::formula::{Measuring, Size, SyrupPlan};
use unctum_core::kitchen::{Air, Pan, Ring, RingKind, Thermometer};
use unctum_core::process::{Swap, Sweet, plain_syrup_steps};
use unctum_core::start::{BatchSetup, Chosen, StepPlan};
use unctum_core::syrup::{Charge, Ladder, StageKey};
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
        weighed: true,
        loss_factor: 1.0,
    }
}

pub fn gas() -> Ring {
    Ring::of_kind("Left ring", RingKind::Gas, 1800.0)
}

pub fn cashew_batch() -> BatchSetup {
    let sweet = cashew_sheet();
    let size = Size::Ingredient { ingredient: "cashew".into(), amount_g: 400.0 };
    let sheet =
        shelf::sheet_of(sweet.method(None).expect("method"), &size, &Measuring::SCALE).expect("sheet");
    BatchSetup {
        title: sweet.name.clone(),
        sweet_key: Some(sweet.key.clone()),
        lines: sheet.lines,
        syrup: sheet.syrup,
        plan: vec![],
        pan: kadai(),
        ring: gas(),
        thermometer: Some(Thermometer::with_offset("Probe", 0.8)),
        air: hill_air(),
        steps: sheet.steps,
        ladder: Ladder::default(),
        chosen: Chosen::default(),
        takes: sheet.takes,
        allergens: sheet.allergens,
        mistakes: vec![],
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
    }
}

/// Every sweet of the catalogue, by key.
pub fn sweets() -> Vec<Sweet> {
    let folder = PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("../../catalogue/sweets");
    let mut files: Vec<_> =
        std::fs::read_dir(folder).expect("folder").map(|f| f.expect("file").path()).collect();
    files.sort();
    let read = |path: &PathBuf| std::fs::read_to_string(path).expect("file");
    files
        .iter()
        .map(|path| toml::from_str(&read(path)).unwrap_or_else(|e| panic!("{}: {e}", path.display())))
        .collect()
}

/// The swaps of the catalogue.
pub fn swaps() -> Vec<Swap> {
    let mut file: std::collections::BTreeMap<String, Vec<Swap>> =
        toml::from_str(&catalogue("swaps.toml")).expect("swaps");
    file.remove("swaps").expect("swaps")
}

/// Lentil coils in three loads, on the same hob.
pub fn coils_batch() -> BatchSetup {
    let all = sweets();
    let coils = all.iter().find(|s| s.key == "lentil-coils").expect("coils");
    let method = coils.method(Some("flour")).expect("method");
    let sheet = shelf::sheet_of(method, &Size::Times { factor: 1.0 }, &Measuring::SCALE).expect("sheet");
    let plan = sheet.steps.iter().filter_map(|s| {
        Some(StepPlan {
            step: s.key.clone(),
            minutes: s.minutes?,
            loads: if s.key == "fry" { 3 } else { 1 },
            flame: s.flame,
            pan_name: None,
            evaporated_g: 0.0,
            end_g: 0.0,
            depth_mm: None,
            pan_end_g: None,
            fill_frac: None,
            window: None,
            soak: None,
            whistles_every_min: None,
        })
    });
    BatchSetup {
        title: coils.name.clone(),
        sweet_key: Some(coils.key.clone()),
        lines: sheet.lines,
        syrup: sheet.syrup,
        plan: plan.collect(),
        steps: sheet.steps.clone(),
        takes: sheet.takes,
        allergens: sheet.allergens,
        ..cashew_batch()
    }
}

/// A plain syrup boiled to a stage, without scale or thermometer.
pub fn plain_setup(charge: Charge, stage: StageKey, pan: Pan, ring: Ring) -> BatchSetup {
    let target_solids_frac = Ladder::default().of(stage).aim_frac();
    BatchSetup {
        title: "Syrup".into(),
        sweet_key: None,
        lines: vec![],
        takes: vec![],
        allergens: vec![],
        syrup: Some(SyrupPlan { charge, stage, target_solids_frac }),
        steps: plain_syrup_steps(stage),
        pan,
        ring,
        thermometer: None,
        air: Air::default(),
        scale_step_g: None,
        ..cashew_batch()
    }
}
