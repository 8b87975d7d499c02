//! Its rings, pans and thermometers.

use unctum_core::kitchen::{
    Bench, KitchenDocument, Learning, Measure, NumberedMeasure, NumberedPan, NumberedRing,
    NumberedThermometer, NumberedTray, Pan, PanMetal, Ring, RingKind, Room, Thermometer, Tray,
};
use unctum_core::syrup::Ladder;

/// Numbers things from 1 on.
fn numbered<T, N>(things: Vec<T>, with: impl Fn(Option<i32>, T) -> N) -> Vec<N> {
    (1..).zip(things).map(|(id, thing)| with(Some(id), thing)).collect()
}

fn pan(
    name: &str,
    metal: PanMetal,
    tare_g: f64,
    (diameter_cm, wall_height_cm): (f64, f64),
    heat_capacity_j_k: f64,
) -> Pan {
    Pan {
        name: name.into(),
        tare_g,
        diameter_cm,
        wall_height_cm,
        heat_capacity_j_k,
        metal: Some(metal),
        weighed: true,
        loss_factor: 1.0,
    }
}

fn tray(name: &str, length_cm: f64, width_cm: f64, height_cm: f64) -> Tray {
    Tray { name: name.into(), length_cm, width_cm, height_cm }
}

fn measure(name: &str, volume_ml: f64, volume_sd_ml: f64) -> Measure {
    Measure { name: name.into(), volume_ml, volume_sd_ml }
}

/// Two gas rings and an induction plate at 1,480 m; an iron kadai, a clad pan and a wide milk pan;
/// three trays; a 180 ml katori for a cup; a probe that reads 0.8 K high and a spring dial that nobody
/// checked; a 1 g scale.
pub fn lantern_steps() -> KitchenDocument {
    KitchenDocument {
        name: "Lantern Steps".into(),
        room: Room { altitude_m: Some(1480.0), pressure_pa: None, room_c: 24.0, humidity_frac: 0.6 },
        rings: numbered(
            vec![
                Ring::of_kind("Left ring", RingKind::Gas, 1800.0),
                Ring::of_kind("Right ring", RingKind::Gas, 3000.0),
                Ring::of_kind("Induction plate", RingKind::Induction, 2000.0),
            ],
            |id, ring| NumberedRing { id, ring },
        ),
        pans: numbered(
            vec![
                pan("Iron kadai", PanMetal::Iron, 1850.0, (24.0, 9.0), 850.0),
                pan("Clad pan", PanMetal::Clad, 1140.0, (20.0, 9.5), 560.0),
                pan("Milk pan", PanMetal::Steel, 1920.0, (28.0, 12.0), 950.0),
            ],
            |id, pan| NumberedPan { id, pan },
        ),
        thermometers: numbered(
            vec![Thermometer::with_offset("Probe", 0.8), Thermometer::with_offset("Spring dial", 0.0)],
            |id, thermometer| NumberedThermometer { id, thermometer },
        ),
        trays: numbered(
            vec![
                tray("Long tray", 32.0, 22.0, 2.5),
                tray("Square tray", 20.0, 20.0, 4.0),
                tray("Small tray", 18.0, 12.0, 3.0),
            ],
            |id, tray| NumberedTray { id, tray },
        ),
        measures: numbered(
            vec![
                measure("Katori", 180.0, 4.0),
                measure("Tablespoon", 14.0, 1.5),
                measure("Teaspoon", 4.6, 0.6),
            ],
            |id, measure| NumberedMeasure { id, measure },
        ),
        bench: Bench::default(),
        ladder: Ladder::default(),
        learning: Learning::default(),
    }
}

/// What the rings really send into a pan, against their plates: what the notebook can teach.
pub fn true_power_factor(ring: &Ring) -> f64 {
    match ring.name.as_str() {
        "Left ring" => 0.74,
        "Right ring" => 1.06,
        _ => 0.97,
    }
}

/// How much too low the spring dial truly reads, K: nobody has told.
pub const DIAL_LOW_K: f64 = 2.5;
/// How much longer than the book's her strings are, as a logarithm: she calls one string early.
pub const STRINGS_LONG: f64 = 0.42;
