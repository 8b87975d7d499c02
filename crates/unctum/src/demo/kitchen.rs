//! Its rings, pans and thermometers.

use unctum_core::kitchen::{Pan, Ring, RingKind, Room, Thermometer};
use unctum_store::kitchen::{Kitchen, Numbered};

fn numbered<T>(things: Vec<T>) -> Vec<Numbered<T>> {
    (1..).zip(things).map(|(id, value)| Numbered { id: Some(id), value }).collect()
}

fn pan(name: &str, tare_g: f64, diameter_cm: f64, wall_height_cm: f64, heat_capacity_j_k: f64) -> Pan {
    Pan { name: name.into(), tare_g, diameter_cm, wall_height_cm, heat_capacity_j_k }
}

/// Two gas rings and an induction plate at 1,480 m; an iron kadai, a clad pan and a wide milk pan; a
/// probe that reads 0.8 K high and a spring dial that reads low.
pub fn lantern_steps() -> Kitchen {
    Kitchen {
        name: "Lantern Steps".into(),
        room: Room { altitude_m: Some(1480.0), pressure_pa: None, room_c: 24.0, humidity_frac: 0.6 },
        rings: numbered(vec![
            Ring::of_kind("Left ring", RingKind::Gas, 1800.0),
            Ring::of_kind("Right ring", RingKind::Gas, 3000.0),
            Ring::of_kind("Induction plate", RingKind::Induction, 2000.0),
        ]),
        pans: numbered(vec![
            pan("Iron kadai", 1850.0, 24.0, 9.0, 850.0),
            pan("Clad pan", 1140.0, 20.0, 9.5, 560.0),
            pan("Milk pan", 1920.0, 28.0, 12.0, 950.0),
        ]),
        thermometers: numbered(vec![
            Thermometer { name: "Probe".into(), offset_k: 0.8 },
            Thermometer { name: "Spring dial".into(), offset_k: -2.5 },
        ]),
    }
}

/// What the rings really send into a pan, against their plates: what the notebook can teach.
pub fn true_power_factor(ring: &Ring) -> f64 {
    match ring.name.as_str() {
        "Left ring" => 0.86,
        "Right ring" => 1.06,
        _ => 0.97,
    }
}
