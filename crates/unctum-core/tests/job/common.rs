//! Kitchen and catalogue that several tests share.

pub mod hob;
pub mod shelf;

use std::path::PathBuf;

use unctum_core::batch::{BatchSetup, Chosen};
use unctum_core::food::Larder;
use unctum_core::kitchen::{Air, Pan, Ring, RingKind, Thermometer};
use unctum_core::process::{Measuring, Setting, Size, Swap, Sweet, stove_sheet};
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
        weighed: true,
    }
}

pub fn gas() -> Ring {
    Ring::of_kind("Left ring", RingKind::Gas, 1800.0)
}

pub fn cashew_batch() -> BatchSetup {
    let (sweet, larder, ladder) = (cashew_sheet(), larder(), Ladder::default());
    let setting = Setting { larder: &larder, ladder: &ladder, air: hill_air() };
    let size = Size::Ingredient { ingredient: "cashew".into(), amount_g: 400.0 };
    let sheet =
        stove_sheet(sweet.method(None).expect("method"), &size, &Measuring::SCALE, &setting).expect("sheet");
    BatchSetup {
        title: sweet.name.clone(),
        sweet_key: Some(sweet.key.clone()),
        lines: sheet.lines,
        charge: sheet.charge,
        stage: sheet.stage,
        target_solids_frac: sheet.target_solids_frac,
        pan: kadai(),
        ring: gas(),
        thermometer: Some(Thermometer::with_offset("Probe", 0.8)),
        air: hill_air(),
        steps: sheet.steps,
        ladder,
        chosen: Chosen::default(),
        takes: sheet.takes,
        allergens: sheet.allergens,
        has_scale: true,
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
