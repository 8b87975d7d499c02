//! What becomes of every sweet of the catalogue after the pan, against the bands and minutes that its own cues promise.

use crate::common::shelf::{book, shelf, written};
use crate::common::{gas, kadai};
use unctum_core::course::Tools;
use unctum_core::formula::{Finish, Formula, Measuring, Size};
use unctum_core::kitchen::Air;
use unctum_core::process::Book;
use unctum_core::set::SetAct;

fn finishes(room_c: f64) -> Vec<(String, Finish)> {
    formulas(room_c).into_iter().map(|(name, f)| (name, f.finish)).collect()
}

/// Every method, by sweet and key, in a room of so much, °C.
fn formulas(room_c: f64) -> Vec<(String, Formula)> {
    let book = Book { air: Air { room_c, ..book().air }, ..book() };
    let tools = Tools::among(&[], kadai(), gas());
    let mut all = Vec::new();
    for sweet in &shelf().1 {
        for method in &sweet.methods {
            let weighed = written(method)
                .at(&Size::Times { factor: 1.0 }, &book)
                .and_then(|at| at.weighed(&Measuring::SCALE, &book));
            let formula = weighed.and_then(|w| w.formula(Some(&tools), &book)).expect("works out");
            all.push((format!("{}/{}", sweet.key, method.key), formula));
        }
    }
    all
}

fn of<'a>(all: &'a [(String, Finish)], name: &str) -> &'a Finish {
    &all.iter().find(|(n, _)| n == name).unwrap_or_else(|| panic!("{name} is in the catalogue")).1
}

/// Firmness at 25 °C and the band that its own cues promise. The granular one that sets hard is softer here than a kitchen
/// finds it, the droplets firmer: their spread holds what is worked.
#[test]
fn every_set_sweet_is_as_firm_as_its_cues_promise() {
    let all = finishes(24.0);
    let worked = [
        ("almond-sheet/one-string", 0.63),
        ("cashew-sheet/one-string", 0.63),
        ("cashew-sheet/soaked-paste", 0.63),
        ("cocoa-walnut-fudge/one-pan", 0.57),
        ("coconut-khoya-barfi/fresh", 0.54),
        ("coconut-khoya-barfi/dry", 0.62),
        ("coconut-milk-jaggery-slab/slow", 0.55),
        ("gram-flour-ghee-slab/syrup", 0.54),
        ("gram-flour-ghee-slab/one-pan", 0.54),
        ("gram-flour-ladoo/aroma", 0.64),
        ("gram-flour-ladoo/colour", 0.64),
        ("granular-gram-flour-barfi/soft", 0.55),
        ("granular-gram-flour-barfi/set", 0.64),
        ("semolina-almond-barfi/one-pan", 0.52),
        ("semolina-ladoo/powdered", 0.72),
        ("sesame-jaggery-ladoo/ball", 0.68),
        ("seven-part-barfi/equal", 0.66),
        ("fried-droplet-ladoo/string", 0.55),
    ];
    let mut near = 0;
    for (name, solid_frac) in worked {
        let told = of(&all, name).texture.as_ref().expect("sets").solid_frac;
        assert!(
            told.low - 0.005 <= solid_frac && solid_frac <= told.high + 0.005,
            "{name}: {told:?} for {solid_frac}"
        );
        near += usize::from((told.mid - solid_frac).abs() <= 0.045);
    }
    assert!(near >= 16, "{near} of {} are near", worked.len());
    let none = all.iter().filter(|(_, f)| f.texture.is_none() && f.cooling.is_some()).count();
    assert_eq!(none, 0, "what is poured and cut has a firmness");
}

/// Minutes in a room of 24 °C: marks open and close, pieces lift.
#[test]
fn every_slab_is_marked_and_lifted_when_a_practitioner_would() {
    let all = finishes(24.0);
    let worked = [
        ("cashew-sheet/one-string", [3.0, 8.0, 16.0]),
        ("almond-sheet/one-string", [3.0, 8.0, 16.0]),
        ("cocoa-walnut-fudge/one-pan", [16.0, 43.0, 97.0]),
        ("coconut-khoya-barfi/fresh", [21.0, 52.0, 87.0]),
        ("coconut-khoya-barfi/dry", [22.0, 44.0, 72.0]),
        ("coconut-milk-jaggery-slab/slow", [29.0, 50.0, 537.0]),
        ("gram-flour-ghee-slab/syrup", [1.0, 94.0, 146.0]),
        ("granular-gram-flour-barfi/soft", [19.0, 69.0, 103.0]),
        ("semolina-almond-barfi/one-pan", [24.0, 75.0, 97.0]),
        ("seven-part-barfi/equal", [11.0, 59.0, 86.0]),
    ];
    for (name, minutes) in worked {
        let cooling = of(&all, name).cooling.as_ref().expect("cools");
        let window = |act: SetAct| cooling.window(act).expect("a window");
        let told =
            [window(SetAct::Mark).opens_min, window(SetAct::Mark).closes_min, window(SetAct::Lift).opens_min];
        for (told, worked) in told.iter().zip(minutes) {
            let told = told.expect("it comes").mid;
            assert!((told - worked).abs() <= 0.25 * worked + 10.0, "{name}: {told:.0} min for {worked}");
        }
    }
}

/// In a hot room what is rich in ghee does not set: it is sent to the cold.
#[test]
fn a_hot_room_sets_later_or_not_at_all() {
    let (cool, hot) = (finishes(24.0), finishes(32.0));
    let lift = |all: &[(String, Finish)], name: &str| {
        let cooling = of(all, name).cooling.clone().expect("cools");
        cooling.window(SetAct::Lift).and_then(|w| w.opens_min).map(|s| s.mid)
    };
    for (name, f) in &cool {
        if f.cooling.is_some() {
            let (here, there) = (lift(&cool, name), lift(&hot, name));
            assert!(
                there.is_none_or(|there| here.is_some_and(|here| there >= here)),
                "{name}: {here:?}, {there:?}"
            );
        }
    }
    let soft = of(&hot, "gram-flour-ghee-slab/syrup");
    assert!(soft.in_her_room.is_some(), "the page says that it is softer in her room");
}

/// The page never promises more days than what is written with the method, nor than the model.
#[test]
fn what_spoils_is_eaten_soon() {
    for (name, f) in finishes(24.0) {
        assert!(
            f.keep.room_days <= f.keep.cold_days + 1e-9 || f.keep.room_days == 0.0,
            "{name}: {:?}",
            f.keep
        );
        assert!(
            (0.0..=1.0).contains(&f.keep.water_activity) && !f.keep.why.is_empty(),
            "{name}: {:?}",
            f.keep
        );
        if f.keep.water_activity > 0.95 {
            assert!(f.keep.room_days <= 0.0, "{name} at {:.2}: {}", f.keep.water_activity, f.keep.room_days);
        }
    }
}

/// What a method calls its usual minutes, and what is reckoned of fat and syrup, meet. Cakes that are only dipped come out
/// before they are soaked through, and the sheet says so.
#[test]
fn baths_take_the_minutes_that_their_methods_call_usual() {
    let (mut soaked, mut fried) = (0, 0);
    for (name, f) in finishes(24.0) {
        let (sweet, method) = name.split_once('/').expect("two keys");
        let usual = |key: &str| {
            let step = crate::common::shelf::method(sweet, method).steps.iter().find(|s| s.key == key);
            step.and_then(|s| s.minutes).expect("usual minutes")
        };
        for s in &f.soaking {
            let (usual, told) = (usual(&s.step), &s.uptake);
            let best = told.best_min.unwrap_or_else(|| panic!("{name}: {:?}", told.said));
            let dipped = s.ask.diameter_mm < 8.0;
            let near = (0.45..=if dipped { 3.5 } else { 1.8 }).contains(&(best / usual.mid));
            assert!(near, "{name}: best after {best:.1} min, usually {usual:?}");
            assert!(told.low_min.is_some_and(|low| low <= 1.4 * usual.high), "{name}: {:?}", told.low_min);
            soaked += 1;
        }
        for s in &f.frying {
            let (usual, told) = (usual(&s.step), &s.fry);
            let each = told.minutes_each;
            assert!(
                each.high >= 0.5 * usual.low && each.low <= 1.2 * usual.high,
                "{name}: {each:?}, usually {usual:?}"
            );
            assert!(told.dip_k <= 25.0 && told.recovers_min.is_some(), "{name}: {} K", told.dip_k);
            assert!(told.said.is_empty(), "{name}: {:?}", told.said);
            fried += 1;
        }
    }
    assert!(soaked >= 9 && fried >= 8, "{soaked} soaked, {fried} fried");
}

/// Heaviest first, nothing that is not in it, allergens of what is named; what has to be cold has a last day.
#[test]
fn labels_list_by_mass_what_is_in_the_box() {
    for (name, f) in formulas(24.0) {
        let label = f.label();
        assert!(
            label.ingredients.windows(2).all(|w| w[0].mass_g >= w[1].mass_g),
            "{name}: {:?}",
            label.ingredients
        );
        assert!(label.ingredients.iter().all(|l| l.mass_g > 0.0 && l.mass_g.is_finite()), "{name}");
        assert!(
            label.best_days >= 1.0 && label.use_by == (f.finish.keep.room_days < 1.0),
            "{name}: {label:?}"
        );
        let named_g: f64 = label.ingredients.iter().map(|l| l.mass_g).sum();
        assert!(named_g > 0.9 * f.finished_g, "{name}: {named_g} g named of {} g", f.finished_g);
    }
    let of = |key: &str| formulas(24.0).into_iter().find(|(n, _)| n == key).expect("a method").1.label();
    let sheet = of("cashew-sheet/one-string");
    let names: Vec<&str> = sheet.ingredients.iter().map(|l| l.name.as_str()).collect();
    assert_eq!(names[..2], ["Cashew nuts", "Sugar"], "{names:?}");
    // The oil they swim in is not in the box, but what they drink is.
    let coils = of("lentil-coils/ground");
    let oil = coils.ingredients.iter().find(|l| l.name.contains("oil")).expect("oil").mass_g;
    assert!((10.0..200.0).contains(&oil), "{oil} g");
}

#[test]
fn two_litres_of_milk_are_reckoned_to_their_chhena() {
    let all = formulas(24.0);
    let (_, f) = all.iter().find(|(n, _)| n == "chhena/lime").expect("chhena");
    let told = f.finish.chhena.as_ref().expect("curdled");
    // What the balance of the method says, and the law of yields, meet.
    assert!(
        (told.chhena.low * 0.93..told.chhena.high * 1.07).contains(&f.finished_g),
        "{told:?} for {} g",
        f.finished_g
    );
}

/// A softer or firmer neighbour is told with the water that makes it so, and the pan's weight by as much.
#[test]
fn what_makes_it_softer_or_firmer_does() {
    let mut told = 0;
    for (name, f) in formulas(24.0) {
        let Some(mass) = f.finish.mass else {
            assert!(f.finish.aims.is_empty(), "{name} is no set mass");
            continue;
        };
        let own = f.finish.texture.as_ref().expect("sets").band;
        for aim in &f.finish.aims {
            let dry_g = f.finished_g * (1.0 - mass.composition.water_frac);
            let other = mass.with_water(1.0 - dry_g / (f.finished_g + aim.water_g));
            assert_eq!(other.texture(25.0).band, aim.band, "{name}: {aim:?}");
            assert_eq!(aim.water_g > 0.0, aim.band < own, "{name}: softer is more water: {aim:?}");
            if let (Some(pan_g), Some(step)) = (aim.pan_g, &aim.step) {
                let figure = f.steps.iter().find(|s| s.step == *step).expect("its step");
                let was_g = figure.pan_end_g.expect("stands in a pan");
                assert!((pan_g - was_g - aim.water_g).abs() < 1e-6, "{name}: {aim:?}");
            }
            told += 1;
        }
    }
    assert!(told >= 12, "{told} neighbours");
}

/// Seventeen minutes on 1.8 kW of gas take 73 g under a lid and 290 g without: what the boil takes from the poaching syrup.
#[test]
fn a_boil_thickens_the_poaching_syrup() {
    let all = finishes(24.0);
    let poached = &of(&all, "poached-chhena-balls/open").soaking[0];
    let drift = poached.drift.expect("it boils");
    let share = poached.uptake.best_min.expect("it swells") / 17.0 * gas().net_power_w(1.0) / 756.0;
    assert!((drift.covered_g / share - 73.0).abs() < 5.0, "{drift:?}");
    assert!((drift.open_g / share - 290.0).abs() < 15.0, "{drift:?}");
    let begins_frac = poached.ask.syrup_solids_frac;
    assert!(begins_frac < drift.covered_frac && drift.covered_frac < drift.open_frac);
    let pressed = &of(&all, "poached-chhena-balls/pressure").soaking[0];
    assert!(pressed.drift.is_none(), "under a valve nothing boils off");
}
