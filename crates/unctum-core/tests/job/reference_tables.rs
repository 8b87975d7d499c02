//! The published tables, read from their files, each within its stated tolerance.

use std::path::Path;

use unctum_core::food::{Makeup, thermal};
use unctum_core::syrup::physical::{density_kg_m3, refractive_index, solubility_frac, viscosity_mpa_s};
use unctum_core::syrup::{Charge, activity, boiling};
use unctum_core::water::{SEA_LEVEL_PA, saturation_pressure_pa, saturation_temperature_c};

fn rows(file: &str) -> Vec<Vec<f64>> {
    let path = Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/data").join(file);
    let mut reader = csv::Reader::from_path(&path).expect("table is there");
    let rows: Vec<Vec<f64>> = reader
        .records()
        .map(|r| r.expect("row").iter().map(|c| c.parse().expect("number")).collect())
        .collect();
    assert!(rows.len() >= 3, "{file} has too few rows to check anything");
    rows
}

fn sucrose(mass_percent: f64) -> Charge {
    Charge::sugar_and_water(mass_percent, 100.0 - mass_percent)
}

#[track_caller]
fn near(what: &str, computed: f64, published: f64, tolerance: f64) {
    assert!((computed - published).abs() <= tolerance, "{what}: computed {computed}, published {published}");
}

#[test]
fn boiling_points_within_0_4_k() {
    for r in rows("boiling.csv") {
        near(&format!("{} %", r[0]), boiling::boil_c(&sucrose(r[0]), SEA_LEVEL_PA), r[1], 0.4);
    }
}

#[test]
fn boiling_points_of_strong_syrups_within_0_1_k_of_the_worked_values() {
    for (percent, boil_c) in [(80.0, 111.0), (85.0, 116.0), (90.0, 122.0)] {
        near(&format!("{percent} %"), boiling::boil_c(&sucrose(percent), SEA_LEVEL_PA), boil_c, 0.1);
    }
}

#[test]
fn densities_within_a_tenth_of_a_per_cent() {
    for r in rows("density.csv") {
        near(&format!("{} %", r[0]), density_kg_m3(r[0] / 100.0, 20.0), 1000.0 * r[1], r[1]);
    }
}

#[test]
fn viscosities_within_five_per_cent() {
    for r in rows("viscosity.csv") {
        near(&format!("{} %", r[0]), viscosity_mpa_s(r[0] / 100.0, 20.0), r[1], 0.05 * r[1]);
    }
}

#[test]
fn solubilities_within_0_7_points() {
    for r in rows("solubility.csv") {
        near(&format!("{} °C", r[0]), 100.0 * solubility_frac(r[0]), r[1], 0.7);
    }
}

#[test]
fn refractive_indices_within_0_0002() {
    for r in rows("refractive_index.csv") {
        near(&format!("{} %", r[0]), refractive_index(r[0] / 100.0), r[1], 0.0002);
    }
}

#[test]
fn water_activities_within_0_001() {
    for r in rows("water_activity.csv") {
        let charge = Charge::sugar_and_water(r[0] * activity::SUCROSE_MOLAR_G, 1000.0);
        near(&format!("{} mol/kg", r[0]), activity::water_activity(&charge), r[1], 0.001);
    }
}

#[test]
fn vapour_pressures_within_0_05_per_cent_and_exactly_inverted() {
    for r in rows("saturation.csv") {
        let computed = saturation_pressure_pa(r[0]);
        near(&format!("{} °C", r[0]), computed, 1000.0 * r[1], 0.5 * r[1]);
        near(&format!("{} °C back", r[0]), saturation_temperature_c(computed), r[0], 1e-6);
    }
}

#[test]
fn thermal_properties_within_half_a_per_cent() {
    for r in rows("thermal.csv") {
        let makeup = Makeup {
            water_frac: r[1],
            protein_frac: r[2],
            fat_frac: r[3],
            carbohydrate_frac: r[4],
            fibre_frac: r[5],
            ash_frac: r[6],
        };
        let t = thermal(&makeup, r[0]);
        near("specific heat", t.specific_heat_j_kg_k, r[7], 0.005 * r[7]);
        near("density", t.density_kg_m3, r[8], 0.005 * r[8]);
        near("conductivity", t.conductivity_w_m_k, r[9], 0.005 * r[9]);
    }
}
