//! A kitchen as it was told, and the same kitchen as it is.

use unctum_core::batch::{BatchSetup, Chosen};
use unctum_core::kitchen::{Air, Pan, PanMetal, Ring, RingKind, Thermometer};
use unctum_core::process::plain_syrup_steps;
use unctum_core::syrup::sweetener::SWEETENERS;
use unctum_core::syrup::{Charge, Ladder};
use unctum_core::water::pressure_at_altitude_pa;

use crate::luck::Luck;
use crate::table::STAGES;
use crate::world::World;

/// The kitchen as it was told.
pub(crate) fn told(luck: &mut Luck, jaggery: bool) -> BatchSetup {
    let stage = luck.one(&STAGES);
    let sweet_g = luck.between(200.0, 700.0).round();
    let water_g = (sweet_g * luck.between(0.45, 0.75)).round();
    let kind = luck.one(&[RingKind::Gas, RingKind::Gas, RingKind::Induction, RingKind::Coil]);
    let rated_w = match kind {
        RingKind::Gas => luck.between(1800.0, 3000.0),
        _ => luck.between(1000.0, 1600.0),
    };
    let diameter_cm = luck.between(20.0, 26.0);
    let wall_cm = luck.between(9.0, 12.0);
    let (metal, kg_m2) = luck.one(&[(PanMetal::Steel, 8.0), (PanMetal::Clad, 14.0), (PanMetal::Iron, 25.0)]);
    let area_m2 = std::f64::consts::PI * (diameter_cm * diameter_cm / 4.0 + diameter_cm * wall_cm) * 1e-4;
    let mass_kg = kg_m2 * area_m2;
    let pan = Pan {
        name: "pan".into(),
        tare_g: (1000.0 * mass_kg).round(),
        diameter_cm,
        wall_height_cm: wall_cm,
        heat_capacity_j_k: mass_kg * metal.specific_heat_j_kg_k().0,
        metal: Some(metal),
        weighed: true,
    };
    let charge = if jaggery {
        let cane = SWEETENERS.iter().find(|s| s.key == "cane-jaggery").expect("jaggery");
        let charge = cane.analysis.charge(sweet_g);
        Charge { water_g: charge.water_g + water_g, ..charge }
    } else {
        Charge::sugar_and_water(sweet_g, water_g)
    };
    let ladder = Ladder::default();
    let altitude_m = luck.one(&[0.0, 500.0, 1480.0]);
    BatchSetup {
        title: "evening".into(),
        sweet_key: None,
        lines: Vec::new(),
        charge,
        stage,
        target_solids_frac: ladder.of(stage).aim_frac(),
        pan,
        ring: Ring::of_kind("ring", kind, rated_w),
        thermometer: Some(Thermometer::with_offset("probe", 0.0)),
        air: Air {
            pressure_pa: pressure_at_altitude_pa(altitude_m).expect("an altitude"),
            room_c: 26.0,
            humidity_frac: 0.6,
        },
        steps: plain_syrup_steps(stage),
        ladder,
        chosen: Chosen::default(),
        takes: Vec::new(),
        allergens: Vec::new(),
        has_scale: true,
    }
}

/// How well a pan's wall leads heat: conductivity times thickness, W/K, by its metal's weight.
fn sheet_w_k(pan: &Pan) -> f64 {
    let area_m2 =
        std::f64::consts::PI * (pan.diameter_cm / 4.0 + pan.wall_height_cm) * pan.diameter_cm * 1e-4;
    let kg_m2 = pan.tare_g / 1000.0 / area_m2;
    let (conducts_w_m_k, kg_m3) = match pan.metal {
        Some(PanMetal::Iron) => (50.0, 7200.0),
        Some(PanMetal::Clad) => (70.0, 5000.0),
        _ => (16.0, 7900.0),
    };
    conducts_w_m_k * kg_m2 / kg_m3
}

/// The same kitchen as it is: each thing off by what nobody knows.
pub(crate) fn real(setup: &BatchSetup, jaggery: bool, luck: &mut Luck) -> World {
    let told = &setup.charge;
    let by = |luck: &mut Luck, sd: f64| 1.0 + sd * luck.normal();
    let mass = by(luck, 0.005);
    let mut charge = Charge {
        sucrose_g: told.sucrose_g * mass,
        reducing_g: told.reducing_g * mass,
        ash_g: told.ash_g * mass,
        other_g: told.other_g * mass,
        insoluble_g: told.insoluble_g * mass,
        water_g: told.water_g * by(luck, 0.02),
    };
    if jaggery {
        let lot_g = charge.solids_g() / 0.945;
        let wetter_g = 0.02 * lot_g * luck.normal();
        let drier = 1.0 - wetter_g / charge.solids_g();
        let inverted_g =
            (0.04 * lot_g * luck.normal()).clamp(-0.8 * charge.reducing_g, 0.5 * charge.sucrose_g);
        charge = Charge {
            sucrose_g: (charge.sucrose_g - inverted_g) * drier,
            reducing_g: (charge.reducing_g + inverted_g) * drier,
            ash_g: charge.ash_g * drier,
            other_g: charge.other_g * drier,
            insoluble_g: charge.insoluble_g * drier,
            water_g: charge.water_g + wetter_g,
        };
    }
    let ring = &setup.ring;
    let efficiency = ring.efficiency_frac * by(luck, ring.efficiency_sd / ring.efficiency_frac).max(0.4);
    World {
        charge,
        pressure_pa: setup.air.pressure_pa + 500.0 * luck.normal(),
        room_c: setup.air.room_c + 3.0 * luck.normal(),
        radius_m: setup.pan.diameter_cm / 200.0,
        height_m: setup.pan.wall_height_cm / 100.0,
        metal_j_k: setup.pan.heat_capacity_j_k * by(luck, 0.10),
        full_w: ring.rated_power_w * efficiency,
        stored_j: ring.kind.stored_heat_j() * by(luck, 0.2).max(0.1),
        loss_w_m2_k: 14.0 * by(luck, 0.28).max(0.3),
        sheet_w_k: sheet_w_k(&setup.pan),
        vapour_share: luck.between(0.2, 1.0),
        vapour_w_m2_k: luck.between(4.0, 15.0),
        passing_w_m2_k: 800.0 * by(luck, 0.15).max(0.4),
        surface: 1.2e-8 * by(luck, 0.18).max(0.3),
    }
}
