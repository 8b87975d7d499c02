//! A kitchen as it was told.

use unctum_core::estimate::Habits;
use unctum_core::formula::SyrupPlan;
use unctum_core::kitchen::{Air, Pan, PanMetal, Ring, RingKind, Thermometer};
use unctum_core::numeric::Rng;
use unctum_core::process::plain_syrup_steps;
use unctum_core::start::{BatchSetup, Chosen};
use unctum_core::syrup::sweetener::SWEETENERS;
use unctum_core::syrup::{Charge, Ladder, StageKey};
use unctum_core::water::pressure_at_altitude_pa;

/// The stages an evening is boiled to.
pub const STAGES: [StageKey; 3] = [StageKey::OneString, StageKey::TwoString, StageKey::SoftBall];

/// The kitchen as it was told.
pub(crate) fn told(rng: &mut Rng, jaggery: bool) -> BatchSetup {
    let stage = rng.one(&STAGES);
    let sweet_g = rng.between(200.0, 700.0).round();
    let water_g = (sweet_g * rng.between(0.45, 0.75)).round();
    let kind = rng.one(&[RingKind::Gas, RingKind::Gas, RingKind::Induction, RingKind::Coil]);
    let rated_w = match kind {
        RingKind::Gas => rng.between(1800.0, 3000.0),
        _ => rng.between(1000.0, 1600.0),
    };
    let diameter_cm = rng.between(20.0, 26.0);
    let wall_cm = rng.between(9.0, 12.0);
    let (metal, kg_m2) = rng.one(&[(PanMetal::Steel, 8.0), (PanMetal::Clad, 14.0), (PanMetal::Iron, 25.0)]);
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
        loss_factor: 1.0,
    };
    let charge = if jaggery {
        let cane = SWEETENERS.iter().find(|s| s.key == "cane-jaggery").expect("jaggery");
        let charge = cane.analysis.charge(sweet_g);
        Charge { water_g: charge.water_g + water_g, ..charge }
    } else {
        Charge::sugar_and_water(sweet_g, water_g)
    };
    let ladder = Ladder::default();
    let altitude_m = rng.one(&[0.0, 500.0, 1480.0]);
    BatchSetup {
        title: "evening".into(),
        sweet_key: None,
        lines: Vec::new(),
        syrup: Some(SyrupPlan { charge, stage, target_solids_frac: ladder.of(stage).aim_frac() }),
        plan: Vec::new(),
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
        mistakes: Vec::new(),
        scale_step_g: Some(1.0),
        refractometer_offset_brix: None,
        rings: 0,
        ring_beside: None,
        pieces: None,
        ring_seen: None,
        sets: None,
        habits: Habits::default(),
        learnt: Vec::new(),
        keeps: None,
        laid: None,
    }
}
