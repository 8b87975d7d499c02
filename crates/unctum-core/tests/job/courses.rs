//! How a step goes: one answer for times, sheet and stove, and no step of the catalogue that contradicts it.

use crate::common::shelf::*;
use crate::common::*;
use proptest::prelude::*;
use unctum_core::course::*;
use unctum_core::formula::*;
use unctum_core::numeric::Spread;
use unctum_core::pan::drying::{Drying, Takes};
use unctum_core::process::*;
use unctum_core::syrup::Charge;
use unctum_core::syrup::boiling::boil_c;

fn as_written(method: &Method) -> AtSize {
    written(method).at(&Size::Times { factor: 1.0 }, &book()).expect("size")
}

fn courses_of(method: &Method, tools: &Tools) -> Vec<(Step, StepBalance, Course)> {
    let sized = as_written(method);
    let courses = sized.courses(Some(tools), &book()).expect("courses");
    let known = |(key, course): (String, Course)| {
        let step = sized.written.method().steps.iter().find(|s| s.key == key).expect("step").clone();
        let mass = sized.written.balance().step(&key).expect("balance").clone();
        (step, mass, course)
    };
    courses.into_iter().map(known).collect()
}

/// Faults that a method's steps show in their courses, each under its step's key.
fn faults_of(method: &Method, tools: &Tools) -> Vec<String> {
    let mut faults = Vec::new();
    for (step, mass, course) in courses_of(method, tools) {
        let mut fault = |words: String| faults.push(format!("{}/{}: {words}", method.key, step.key));
        // What is told neither to lose water nor to get warm is only dressed: its flame is for a spoon of fat.
        let claims = mass.evaporated_g > 0.0 || step.heat_to_c.is_some();
        if let (Some(gets_j), true) = (course.gets_j, step.on_flame() && claims)
            && course.needs_j > gets_j
        {
            fault(format!("{:.0} kJ needed, {:.0} kJ from its flame", course.needs_j / 1e3, gets_j / 1e3));
        }
        let told = step.minutes.unwrap_or(course.minutes);
        if course.follows == Timing::Heat && course.minutes.low > 2.0 * told.high + 2.0 {
            fault(format!("{:.0} min at least, {:.0} min told at most", course.minutes.low, told.high));
        }
        // Below this share, what water is left is bound in flour or khoya, and a roast is as hot as its fat.
        let wet = mass.end.water_g > 0.08 * mass.end.total_g();
        if let (Work::Dry, Some(hot_c), true) = (step.work(), course.heat_to_c, wet) {
            let boils_c = boil_c(&mass.end.charge(), book().air.pressure_pa);
            if !(boils_c - 6.5..boils_c + 2.0).contains(&hot_c) {
                fault(format!("{hot_c:.1} °C, its water boils at {boils_c:.1} °C"));
            }
        }
    }
    faults
}

#[test]
fn no_step_of_the_catalogue_contradicts_its_course() {
    let faults: Vec<String> = methods().into_iter().flat_map(|m| faults_of(m, &tools())).collect();
    assert!(faults.is_empty(), "{}", faults.join("\n"));
}

/// Each kind of contradiction is found when it is written into a method.
#[test]
fn a_contradiction_is_found() {
    let sound = method("reduced-milk", "pan");
    let low = sound.steps.iter().find(|s| s.kind == StepKind::Reduce).expect("a reduction").key.clone();
    let with = |change: &dyn Fn(&mut Step)| {
        let mut method = sound.clone();
        method.steps.iter_mut().filter(|s| s.key == low).for_each(change);
        faults_of(&method, &tools())
    };
    assert_eq!(with(&|_| {}), Vec::<String>::new());
    let hurried = with(&|s| {
        s.minutes = Some(Spread { low: 1.0, mid: 1.5, high: 2.0 });
        s.timing = Timing::Fixed;
    });
    assert!(hurried.iter().any(|f| f.contains("kJ needed")), "{hurried:?}");
    let told_short = with(&|s| s.minutes = Some(Spread { low: 1.0, mid: 1.5, high: 2.0 }));
    assert!(told_short.iter().any(|f| f.contains("told at most")), "{told_short:?}");
    let cold = with(&|s| s.heat_to_c = Some(70.0));
    assert!(cold.iter().any(|f| f.contains("boils at")), "{cold:?}");
}

#[test]
fn a_course_ends_at_its_mass_and_runs_one_way() {
    // A pan that takes every method at once: no rounds.
    let pan = unctum_core::kitchen::Pan { diameter_cm: 34.0, wall_height_cm: 16.0, ..kadai() };
    let roomy = Tools::among(&[], pan, gas());
    for method in methods() {
        for (step, mass, course) in courses_of(method, &roomy) {
            let name = format!("{}/{}", method.key, step.key);
            let (first, last) = (course.path.first().expect("start"), course.path.last().expect("end"));
            assert!(
                (first.mass_g - mass.start_g).abs() < 0.5 + 1e-3 * mass.start_g,
                "{name}: {first:?} {}",
                mass.start_g
            );
            // A boil ends where the flame is turned off: what the hot pan still sends off comes after, and what stays
            // behind in the pan is left when it is emptied.
            let after_g = if matches!(step.work(), Work::Boil { .. }) { 0.04 * mass.start_g } else { 0.5 };
            let most_g = mass.start_g + mass.taken_up_g - mass.evaporated_g + after_g;
            assert!((mass.end_g - 0.5..=most_g).contains(&last.mass_g), "{name}: {last:?} of {}", mass.end_g);
            for pair in course.path.windows(2) {
                assert!(pair[0].elapsed_min <= pair[1].elapsed_min + 1e-9, "{name}");
                if step.on_flame() && step.work() != Work::Fry {
                    let lost = mass.evaporated_g >= 0.0;
                    assert!(!lost || pair[1].mass_g <= pair[0].mass_g + mass.taken_up_g + 1e-6, "{name}");
                }
            }
            if let Some(flame) = course.flame_needed {
                assert!(step.flame.is_some_and(|own| flame.frac() > own.frac()), "{name}");
            }
            let whole = [course.ends_c, course.needs_j, course.minutes.high, course.fill_frac.unwrap_or(0.0)];
            assert!(whole.iter().all(|x| x.is_finite()), "{name}: {course:?}");
        }
    }
}

/// Times, page and stove read the same course: none of them has a minute of its own.
#[test]
fn times_are_the_courses_own() {
    for method in methods() {
        let f = cooked(method, Size::Times { factor: 1.0 }, &tools()).expect("formula");
        for (step, _, course) in courses_of(method, &tools()) {
            let time = f.times.steps.iter().find(|t| t.step == step.key).expect("time");
            let minutes = course.minutes.times(time.rounds.unwrap_or(1.0));
            assert_eq!((time.minutes, time.flame_needed), (minutes, course.flame_needed), "{}", step.key);
        }
    }
}

/// What a step does is what its effects say: the same boil under another label is the same work.
#[test]
fn a_label_changes_no_course() {
    let mut method = cashew_sheet().methods[0].clone();
    let boil = method.steps.iter().position(|s| s.stage().is_some()).expect("a boil");
    let key = method.steps[boil].key.clone();
    let course_of = |m: &Method| courses_of(m, &tools()).into_iter().find(|c| c.0.key == key).expect("it").2;
    let called_boil = course_of(&method);
    for kind in [StepKind::Dissolve, StepKind::Simmer, StepKind::Reduce] {
        method.steps[boil].kind = kind;
        assert!(matches!(method.steps[boil].work(), Work::Boil { .. }));
        assert_eq!(course_of(&method), called_boil, "{kind:?}");
        let sheet = sheet_of(&method, &Size::Times { factor: 1.0 }, &Measuring::SCALE).expect("stove");
        assert!(sheet.syrup.is_some_and(|s| s.charge.solids_g() > 0.0), "{kind:?}: the stove takes it");
    }
}

fn milk(water_lost_g: f64) -> Drying {
    Drying {
        charge: Charge {
            sucrose_g: 0.0,
            reducing_g: 0.0,
            ash_g: 8.0,
            other_g: 82.0,
            insoluble_g: 40.0,
            water_g: 870.0,
        },
        burns_g: 120.0,
        specific_heat_j_kg_k: 3900.0,
        medium_j_k: 0.0,
        contents_ml: 980.0,
        takes: Takes::AsMilk,
        from_c: 24.0,
        to_c: 97.0,
        water_lost_g,
    }
}

proptest! {
    /// More heat is never slower, more water never quicker; and the heat that went in was there to go in.
    #[test]
    fn drying_follows_its_heat(power_w in 500.0_f64..3000.0, more in 1.0_f64..3.0, lost_g in 10.0_f64..500.0) {
        let seconds = |d: &Drying, w: f64| d.follow(&kadai(), w, &hill_air()).map(|p| p[p.len() - 1].elapsed_s);
        let one_s = seconds(&milk(lost_g), power_w);
        let stronger_s = seconds(&milk(lost_g), power_w * more);
        let longer_s = seconds(&milk(lost_g * 1.2), power_w);
        if let Some(one_s) = one_s {
            prop_assert!(stronger_s.is_some_and(|s| s <= one_s + 1e-9));
            prop_assert!(longer_s.is_none_or(|s| s >= one_s));
            let steam_j = lost_g * 2200.0;
            prop_assert!(one_s * power_w > steam_j, "{one_s} s of {power_w} W for {steam_j} J");
        }
        // What may not scorch takes no more than it can bear, however strong the ring.
        let all = Drying { takes: Takes::Everything, ..milk(lost_g) };
        if let (Some(all_s), Some(one_s)) = (seconds(&all, power_w), one_s) {
            prop_assert!(all_s <= one_s + 1e-9);
        }
    }
}

proptest! {
    /// Milk goes by the same law as any mass: no quicker than the heat for its steam, never slower on a stronger flame,
    /// and with a doubt on both sides however it is held back.
    #[test]
    fn milk_takes_the_heat_its_steam_takes(
        mass_g in 300.0_f64..3000.0, ratio in 0.3_f64..0.9, flame in 0.3_f64..1.0, fat_frac in 0.0_f64..0.08,
    ) {
        use unctum_core::pan::milk::{Milk, reduce};
        let pan = unctum_core::kitchen::Pan { diameter_cm: 28.0, wall_height_cm: 12.0, ..kadai() };
        let milk = Milk { mass_g, fat_frac, solids_not_fat_frac: 0.088 };
        let at = |flame: f64| reduce(&milk, ratio, &pan, &gas(), flame, &hill_air());
        let Ok(found) = at(flame) else { return Ok(()) };
        let sent_j = gas().net_power_w(flame) * found.minutes.mid * 60.0;
        prop_assert!(sent_j > found.water_to_lose_g * 2200.0, "{found:?}");
        prop_assert!(found.minutes.low < found.minutes.mid && found.minutes.mid < found.minutes.high);
        prop_assert!(found.to_boil_min > 0.0 && found.to_boil_min < found.minutes.mid);
        prop_assert!(at((flame * 1.3).min(1.0)).expect("stronger").minutes.mid <= found.minutes.mid + 1e-9);
    }
}

/// Minutes of a step of a method in an air.
fn in_air(sweet: &str, key: &str, step: &str, air: unctum_core::kitchen::Air) -> (f64, Course) {
    let book = Book { air, ..book() };
    let at = written(method(sweet, key)).at(&Size::Times { factor: 1.0 }, &book).expect("size");
    let courses = at.courses(Some(&Tools::among(&[], kadai(), gas())), &book).expect("courses");
    let course = courses.into_iter().find(|(k, _)| k == step).expect("its step").1;
    (course.minutes.mid, course)
}

/// The batter that is left overnight rises in half the time in a hot room, and takes the whole day in a cold one.
#[test]
fn what_rises_and_swells_follows_the_room() {
    let sweet = shelf().1.iter().find(|s| s.key == "lentil-coconut-dumplings").expect("in the catalogue");
    let all = &sweet.methods[0];
    let step = |kind: StepKind| all.steps.iter().find(|s| s.kind == kind).expect("a step").key.clone();
    let at = |room_c: f64, step: &str| {
        in_air(&sweet.key, &all.key, step, unctum_core::kitchen::Air { room_c, ..book().air }).0
    };
    let (rises, swells) = (step(StepKind::Ferment), step(StepKind::Soak));
    assert!((at(28.0, &rises) - 600.0).abs() < 1.0, "told for 28 degrees");
    assert!((300.0..420.0).contains(&at(35.0, &rises)) && (1000.0..1300.0).contains(&at(20.0, &rises)));
    let mut before = (f64::INFINITY, f64::INFINITY);
    for room_c in [8.0, 12.0, 18.0, 24.0, 30.0, 36.0, 44.0] {
        let now = (at(room_c, &rises), at(room_c, &swells));
        assert!(now.0 <= before.0 && now.1 <= before.1, "warmer is never later: {room_c}");
        before = now;
    }
}

/// Ten minutes are about four whistles, by the sea; on a hill the valve is cooler and the grain takes longer.
#[test]
fn whistles_are_minutes_and_a_hill_takes_longer() {
    let sea = unctum_core::kitchen::Air { pressure_pa: 101_325.0, ..book().air };
    let hill = unctum_core::kitchen::Air { pressure_pa: 79_500.0, ..book().air };
    let at = |air| in_air("rice-lentil-pudding", "pressure", "pressure", air);
    let every = at(sea).1.whistles_every_min.expect("it whistles");
    assert!(every.low < every.mid && every.mid < every.high);
    assert!(every.low < 2.5 && every.high > 2.4, "{every:?}");
    let (low, high) = (at(sea).0, at(hill).0);
    assert!(low * 1.05 < high && high < 1.4 * low, "{low} and {high} min");
    let open = in_air("milk-solid-balls", "khoya", "boil", sea).1;
    assert!(open.whistles_every_min.is_none());
}
