//! What is believed of the syrup: the clock widens it, readings narrow it, and neither makes nonsense.

use crate::common::{gas, hill_air, kadai};
use proptest::prelude::*;
use unctum_core::estimate::Belief;
use unctum_core::pan::{Heat, PanModel};
use unctum_core::syrup::locate::{Strength, strength_of};
use unctum_core::syrup::{Charge, Ladder, Reading};

fn model(sugar_g: f64, water_g: f64) -> PanModel {
    PanModel::new(&Charge::sugar_and_water(sugar_g, water_g), &kadai(), hill_air()).expect("model")
}

fn medium() -> Heat {
    Heat::On(gas().net_power_w(0.55))
}

fn weighed(model: &PanModel, charge: &Charge, water_g: f64) -> Strength {
    let reading = Reading::Weight { gross_g: model.gross_g(water_g), tare_g: kadai().tare_g };
    strength_of(charge, reading, hill_air().pressure_pa, &Ladder::default()).expect("a weight")
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(48))]

    #[test]
    fn time_widens_and_a_weighing_narrows(sugar_g in 150.0_f64..900.0, ratio in 0.45_f64..0.9, minutes in 4.0_f64..12.0) {
        let charge = Charge::sugar_and_water(sugar_g, sugar_g * ratio);
        let model = model(sugar_g, sugar_g * ratio);
        let mut belief = Belief::at_start(&model, 24.0, 0.19);
        let mut last_sd_g = belief.water_sd_g();
        for _ in 0..4 {
            belief.pass(&model, medium(), minutes * 15.0);
            let strength = belief.strength(&model);
            prop_assert!(strength.low <= strength.mid && strength.mid <= strength.high);
            prop_assert!(belief.water_sd_g() >= 0.5 * last_sd_g, "the clock alone teaches nothing");
            last_sd_g = belief.water_sd_g();
        }
        let before = (belief.water_sd_g(), belief.power_sd());
        let strength = weighed(&model, &charge, belief.state.water_g);
        belief.see(&model, strength);
        prop_assert!(belief.water_sd_g() <= before.0 + 1e-9);
        prop_assert!(belief.power_sd() <= before.1 + 1e-9);
        prop_assert!(belief.water_sd_g() < 3.0, "a scale leaves a gram or two: {}", belief.water_sd_g());
    }

    /// A reading pulls the belief towards itself and never past it.
    #[test]
    fn a_reading_pulls_and_never_overshoots(off_g in -40.0_f64..40.0) {
        let charge = Charge::sugar_and_water(400.0, 260.0);
        let model = model(400.0, 260.0);
        let mut belief = Belief::at_start(&model, 24.0, 0.19);
        belief.pass(&model, medium(), 480.0);
        let was_g = belief.state.water_g;
        let seen_g = (was_g + off_g).max(60.0);
        belief.see(&model, weighed(&model, &charge, seen_g));
        let is_g = belief.state.water_g;
        let (low, high) = (was_g.min(seen_g) - 0.6, was_g.max(seen_g) + 0.6);
        prop_assert!((low..=high).contains(&is_g), "{was_g} saw {seen_g} believes {is_g}");
    }

    /// The further the goal, the longer the way; a stronger ring takes less.
    #[test]
    fn the_way_to_a_strength_grows_with_it(near in 0.66_f64..0.74, more in 0.01_f64..0.08) {
        let model = model(400.0, 260.0);
        let mut belief = Belief::at_start(&model, 24.0, 0.19);
        belief.pass(&model, medium(), 300.0);
        let to = |goal: f64, heat: Heat| belief.time_to_s(&model, heat, goal).expect("gets there");
        let (first, second) = (to(near, medium()), to(near + more, medium()));
        prop_assert!(second.mid > first.mid && second.low >= first.low - 1.0);
        let strong = Heat::On(gas().net_power_w(1.0));
        prop_assert!(to(near, strong).mid < first.mid);
    }
}

#[test]
fn many_weighings_of_a_weak_ring_find_out_how_weak() {
    let charge = Charge::sugar_and_water(400.0, 260.0);
    let model = model(400.0, 260.0);
    let true_heat = Heat::On(gas().net_power_w(0.55) * 0.75);
    let mut truth = model.start(24.0);
    let mut belief = Belief::at_start(&model, 24.0, 0.19);
    for k in 0..16 {
        model.advance(&mut truth, true_heat, 90.0, unctum_core::pan::Stop::Never, |_| {});
        belief.pass(&model, medium(), 90.0);
        belief.see(&model, weighed(&model, &charge, truth.water_g));
        let off_c = belief.state.liquid_c - truth.liquid_c;
        assert!(k < 8 || off_c.abs() < 4.0, "after {} weighings it is {off_c:.1} K off", k + 1);
    }
    let found = belief.ln_power.exp();
    assert!((0.70..0.80).contains(&found), "three quarters of its nominal: {found}");
    assert!(belief.power_sd() < 0.03, "{}", belief.power_sd());
    assert!((belief.state.water_g - truth.water_g).abs() < 1.0);
}

#[test]
fn what_contradicts_is_called_a_surprise_and_still_learnt_from() {
    let charge = Charge::sugar_and_water(400.0, 260.0);
    let model = model(400.0, 260.0);
    let mut belief = Belief::at_start(&model, 24.0, 0.05);
    belief.pass(&model, medium(), 300.0);
    let was_g = belief.state.water_g;
    let near = weighed(&model, &charge, was_g - 1.0);
    assert!(!belief.clone().see(&model, near));
    let far = weighed(&model, &charge, was_g - 90.0);
    assert!(belief.see(&model, far), "ninety grams less than believed");
    assert!((belief.state.water_g - (was_g - 90.0)).abs() < 25.0, "the scale is right");
}

#[test]
fn poured_water_thins_cools_and_is_counted() {
    let model = model(400.0, 260.0);
    let mut belief = Belief::at_start(&model, 24.0, 0.19);
    belief.pass(&model, medium(), 700.0);
    let (was, was_c) = (belief.strength(&model).mid, belief.state.liquid_c);
    let water_g = belief.state.water_g;
    belief.add_water(&model, 50.0);
    assert!((belief.state.water_g - water_g - 50.0).abs() < 1e-6);
    assert!(belief.strength(&model).mid < was && belief.state.liquid_c < was_c);
    assert!(
        belief.time_to_s(&model, Heat::Off { since_s: 0.0, stored_j: 0.0 }, 0.9).is_none(),
        "no heat, no way"
    );
}
